"""Take a CSV of lots: told first, then all of it or nothing."""

from __future__ import annotations

from django.db import transaction

from server.stores.actions.book import On, work_with, write_movement
from server.stores.models import Item, Lot, items_of
from windcrest_core.stock.spreadsheet import Change, LotRow, changes, read_rows


def import_stock(owner_id: int, data: bytes, dry_run: bool) -> list[Change]:
    """What a file changes; taken unless `dry_run`.

    Raises
    ------
    SheetError : with everything that is wrong in it; then nothing is taken.
    """
    rows = read_rows(data)
    with transaction.atomic():
        told = changes(rows, items_of(owner_id))
        if not dry_run:
            for row, change in zip(rows, told, strict=True):
                if change.what != "as it is":
                    _take(owner_id, row, change)
    return told


def _take(owner_id: int, row: LotRow, change: Change) -> None:
    item, _ = Item.objects.get_or_create(
        owner_id=owner_id, kind=row.kind, key=row.item, defaults={"label": row.label}
    )
    if item.low_at != row.low_at and row.low_at is not None:
        item.low_at = row.low_at
        item.save()
    lot, _ = Lot.objects.update_or_create(
        item=item,
        label=row.lot,
        defaults={
            "price": row.price,
            "opened_on": row.opened_on,
            "best_before": row.best_before,
        },
    )
    on = On(note="from a CSV file")
    if change.before is None:
        write_movement(lot.pk, "bought", row.bought, on)
        if row.left < row.bought:
            write_movement(lot.pk, "corrected", row.left - row.bought, on)
        work_with(owner_id, row.kind, row.item)
    elif change.what == "other amount":
        write_movement(lot.pk, "corrected", row.left - change.before, on)
