"""Take a CSV of lots: told first, then all of it or nothing; and take it back as one."""

from __future__ import annotations

from datetime import date
from typing import Any

from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from server.bulk import insert_many, update_many
from server.problems import Problem
from server.stores.actions.book import work_with
from server.stores.models import Item, Lot, Movement, StockImport, items_of
from windcrest_core.stock.ledger import Item as Held
from windcrest_core.stock.spreadsheet import Change, LotRow, changes, read_rows

NOTE = "from a CSV file"
DETAILS = ("price", "opened_on", "best_before")
MOVED = ("lot_id", "kind", "change", "step", "note", "made")
Place = tuple[str, str]


def import_stock(
    owner_id: int, data: bytes, dry_run: bool, name: str = ""
) -> tuple[list[Change], StockImport | None]:
    """What a file changes; taken unless `dry_run`.

    The file is read and compared before anything is locked, and again only where somebody changed
    something meanwhile; then all of it is written at once.

    Raises
    ------
    SheetError : with everything that is wrong in it; then nothing is taken.
    """
    rows = read_rows(data)
    seen = _state(owner_id)
    before = items_of(owner_id)
    told = changes(rows, before)
    if dry_run or _is_nothing(told):
        return told, None
    with transaction.atomic():
        if _state(owner_id) != seen:
            before = items_of(owner_id)
            told = changes(rows, before)
            if _is_nothing(told):
                return told, None
        kept = _take(owner_id, rows, told, before, name)
        for kind, key in dict.fromkeys((row.kind, row.item) for row in rows):
            work_with(owner_id, kind, key)
    return told, kept


def _is_nothing(told: list[Change]) -> bool:
    return all(change.what == "as it is" for change in told)


def _state(owner_id: int) -> list[tuple[Any, ...]]:
    """All that a comparison goes by, as numbers that differ when any of it does."""
    lots = Lot.objects.filter(item__owner_id=owner_id).order_by("pk")
    moved = Movement.objects.filter(lot__item__owner_id=owner_id).order_by("-pk")
    return [
        *lots.values_list("pk", "label", *DETAILS, "item__low_at"),
        *moved.values_list("pk", "lot")[:1],
    ]


def _take(
    owner_id: int, rows: list[LotRow], told: list[Change], before: list[Held], name: str
) -> StockImport:
    """Write everything, in as many statements as there are kinds of rows."""
    wanted = [
        (row, change) for row, change in zip(rows, told, strict=True) if change.what != "as it is"
    ]
    details: list[dict[str, Any]] = []
    items = _items(owner_id, wanted, before, details)
    lots = _lots(items, wanted, before, details)
    moved: list[tuple[Any, ...]] = []
    now = timezone.now()
    for row, change in wanted:
        lot = lots[row.kind, row.item, row.lot]
        if change.before is None:
            moved.append((lot, "bought", row.bought, "", NOTE, now))
        missing = row.left - (row.bought if change.before is None else change.before)
        if abs(missing) > 1e-9:
            moved.append((lot, "corrected", missing, "", NOTE, now))
    made = insert_many(Movement, MOVED, moved)
    return StockImport.objects.create(
        owner_id=owner_id, name=name[:100], first=made.start, past=made.stop, details=details
    )


def _items(
    owner_id: int,
    wanted: list[tuple[LotRow, Change]],
    before: list[Held],
    details: list[dict[str, Any]],
) -> dict[Place, int]:
    """Ids of all things; new ones are made, others are low at what the file says."""
    shelf = {(item.kind, item.key): item for item in before}
    found: dict[Place, int] = {place: item.id for place, item in shelf.items()}
    new: dict[Place, LotRow] = {}
    low: dict[int, float | None] = {}
    for row, change in wanted:
        place = (row.kind, row.item)
        if place not in found:
            new.setdefault(place, row)
        elif any(field.field == "low at" for field in change.fields):
            item = shelf[place]
            low[item.id] = row.low_at
            details.append({"item": item.id, "low_at": [item.low_at, row.low_at]})
    made = insert_many(
        Item,
        ("owner_id", "kind", "key", "label", "low_at"),
        [(owner_id, row.kind, row.item, row.label, row.low_at) for row in new.values()],
    )
    update_many(Item, ("low_at",), [(key, (value,)) for key, value in low.items()])
    return found | dict(zip(new, made, strict=True))


def _lots(
    items: dict[Place, int],
    wanted: list[tuple[LotRow, Change]],
    before: list[Held],
    details: list[dict[str, Any]],
) -> dict[tuple[str, str, str], int]:
    """Ids of the lots of all rows; new ones are made, others given the details the file has."""
    there = {(item.kind, item.key, lot.label): lot for item in before for lot in item.lots}
    new = [row for row, change in wanted if change.before is None]
    made = insert_many(
        Lot,
        ("item_id", "label", *DETAILS),
        [
            (items[row.kind, row.item], row.lot, row.price, row.opened_on, row.best_before)
            for row in new
        ],
    )
    found = {(row.kind, row.item, row.lot): key for row, key in zip(new, made, strict=True)}
    changed: list[tuple[int, tuple[Any, ...]]] = []
    for row, change in wanted:
        place = (row.kind, row.item, row.lot)
        if change.before is None:
            continue
        lot = there[place]
        found[place] = lot.id
        now = {name: getattr(row if name in row.given else lot, name) for name in DETAILS}
        differ = [name for name in DETAILS if now[name] != getattr(lot, name)]
        if differ:
            pairs = {name: [_plain(getattr(lot, name)), _plain(now[name])] for name in differ}
            details.append({"lot": lot.id, **pairs})
            changed.append((lot.id, tuple(now.values())))
    update_many(Lot, DETAILS, changed)
    return found


def _plain(value: float | date | None) -> float | str | None:
    return value.isoformat() if isinstance(value, date) else value


def take_back_import(owner_id: int, import_id: int) -> None:
    """The opposite of everything a file did, once; what was changed by hand since stands.

    Raises
    ------
    Problem : it was taken back before.
    """
    kept = get_object_or_404(StockImport, pk=import_id, owner_id=owner_id)
    if kept.taken_back is not None:
        raise Problem(409, "That file was taken back already.")
    now = timezone.now()
    moved = Movement.objects.filter(
        pk__gte=kept.first, pk__lt=kept.past, taken_back_by=None
    ).values_list("pk", "lot_id", "change")
    insert_many(
        Movement,
        (*MOVED, "takes_back_id"),
        [(lot, "taken_back", -change, "", NOTE, now, key) for key, lot, change in moved],
    )
    for model, key, names in ((Item, "item", ("low_at",)), (Lot, "lot", DETAILS)):
        _details_back(model, key, names, kept.details)
    kept.taken_back = timezone.now()
    kept.save(update_fields=["taken_back"])


def _details_back(
    model: type[Item] | type[Lot], key: str, names: tuple[str, ...], details: list[dict[str, Any]]
) -> None:
    """Details as they were before, of those that are still as the file set them."""
    owned = {change[key]: change for change in details if key in change}
    back = []
    for row in model.objects.filter(pk__in=owned).values("pk", *names):  # type: ignore[attr-defined]
        change = owned[row["pk"]]
        values = tuple(
            change[name][0]
            if name in change and _plain(row[name]) == change[name][1]
            else row[name]
            for name in names
        )
        back.append((row["pk"], values))
    update_many(model, names, back)
