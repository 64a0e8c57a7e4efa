"""Lots and movements over HTTP; what figures reserve, what to buy, what they cost; CSV in and out."""

from __future__ import annotations

from datetime import date

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from server.accounts.models import HouseRules
from server.downloads import csv_file
from server.problems import Problem
from server.schemas import Done, Out, ProblemOut
from server.stores.actions.book import On, add_lot, take_back
from server.stores.actions.import_stock import import_stock, take_back_import
from server.stores.models import Item, Lot, Movement, counted, items_of, lot_out
from server.writes import own_transaction
from windcrest_core.errors import SheetError
from windcrest_core.frame.bend_test import refuse_impossible_tests
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import load_stores
from windcrest_core.given.stores import BendTest
from windcrest_core.stock import ledger
from windcrest_core.stock.kinds import KINDS, KindOfStock, StockKind, Unit, read_amount
from windcrest_core.stock.spreadsheet import Change, movements_csv, stock_csv

router = Router(tags=["stock"])
ERRORS = {404: ProblemOut, 409: ProblemOut, 422: ProblemOut}
FURTHEST = 1_000_000_000
PAGE = 60
MOST_CSV_BYTES = 4_000_000


class StockOut(Out):
    kinds: list[KindOfStock]
    items: list[ledger.Item]


class MovementOut(Out):
    id: int
    lot_id: int
    lot: str
    item: str
    kind: str
    change: float
    unit: Unit
    figure_id: str | None
    figure: str | None
    step: str
    note: str
    made: str
    taken_back: bool


class MovementsOut(Out):
    rows: list[MovementOut]
    more: bool


class NewLot(Schema):
    kind: StockKind
    item: str = Field("", max_length=40)
    label: str = Field("", max_length=80)
    amount: str = Field(max_length=40)
    price: float | None = Field(None, ge=0, le=100_000)
    lot: str = Field("", max_length=60)
    opened_on: date | None = None
    best_before: date | None = None
    client_key: str | None = Field(None, max_length=64)


class LotChanges(Schema):
    """What is given is set; the rest stays."""

    label: str | None = Field(None, min_length=1, max_length=60)
    price: float | None = Field(None, ge=0, le=100_000)
    opened_on: date | None = None
    best_before: date | None = None
    bend_test: BendTest | None = None


class ItemChanges(Schema):
    low_at: str | None = Field(max_length=40)


class ImportOut(Out):
    """What a file changes, row by row; `taken` is what it is taken back by, once it is taken."""

    rows: list[Change]
    taken: int | None


def _owner(request: HttpRequest) -> int:
    return request.user.pk or 0


def _rules(owner_id: int) -> Rules:
    return (HouseRules.objects.filter(owner_id=owner_id).first() or HouseRules()).rules


def _item(request: HttpRequest, item_id: int) -> Item:
    return get_object_or_404(Item, pk=item_id, owner_id=_owner(request))


def _lot(request: HttpRequest, lot_id: int) -> Lot:
    return get_object_or_404(Lot, pk=lot_id, item__owner_id=_owner(request))


@router.get("stock", response=StockOut)
def get_stock(request: HttpRequest) -> StockOut:
    """Everything on the shelf with its lots."""
    return StockOut(kinds=list(KINDS.values()), items=items_of(_owner(request)))


@router.post("stock/lots", response={201: ledger.Lot, **ERRORS})
def post_lot(request: HttpRequest, body: NewLot) -> tuple[int, ledger.Lot]:
    """A lot as it is bought."""
    owner = _owner(request)
    lot = add_lot(
        owner,
        body.kind,
        body.item,
        body.label,
        body.amount,
        _rules(owner),
        price=body.price,
        lot_label=body.lot,
        opened_on=body.opened_on,
        best_before=body.best_before,
        on=On(client_key=body.client_key),
    )
    return 201, lot_out(counted(Lot.objects.filter(pk=lot.pk)).get())


@router.patch("stock/lots/{lot_id}", response={200: ledger.Lot, **ERRORS})
def patch_lot(request: HttpRequest, lot_id: int, body: LotChanges) -> ledger.Lot:
    lot = _lot(request, lot_id)
    given = body.dict(exclude_unset=True)
    name = given.get("label")
    if name and lot.item.lots.filter(label=name).exclude(pk=lot.pk).exists():
        raise SheetError.one("label", name, f"another name: {lot.item.label} has such a lot")
    if "bend_test" in given:
        _refuse_test(lot, body.bend_test)
        given["bend_test"] = body.bend_test.model_dump(mode="json") if body.bend_test else None
    changed = [key for key, value in given.items() if key != "label" or value]
    for key in changed:
        setattr(lot, key, given[key])
    lot.save(update_fields=changed)
    return lot_out(counted(Lot.objects.filter(pk=lot.pk)).get())


def _refuse_test(lot: Lot, test: BendTest | None) -> None:
    if lot.item.kind != "wire":
        raise SheetError.one("bend_test", lot.item.kind, "only a lot of wire is bent")
    if test is None:
        return
    coil = {
        "id": f"lot_{lot.pk}",
        "wire": lot.item.key,
        "length_mm": 1000,
        "bend_test": test.model_dump(mode="json"),
    }
    refuse_impossible_tests(load_stores({"wires": [lot.item.key], "coils": [coil]}))


@router.patch("stock/items/{item_id}", response={200: Done, **ERRORS})
def patch_item(request: HttpRequest, item_id: int, body: ItemChanges) -> Done:
    """When to buy it again; an empty text is never."""
    item = _item(request, item_id)
    text = (body.low_at or "").strip()
    unit = KINDS[item.kind].unit  # type: ignore[index]
    item.low_at = read_amount(text, unit, _rules(_owner(request)), "low_at") if text else None
    item.save(update_fields=["low_at"])
    return Done()


@router.post("stock/movements/{movement_id}/take-back", response={200: Done, **ERRORS})
def post_take_back(request: HttpRequest, movement_id: int) -> Done:
    take_back(_owner(request), movement_id)
    return Done()


def _movements(owner_id: int, item: int | None, figure: str | None):  # type: ignore[no-untyped-def]
    rows = Movement.objects.filter(lot__item__owner_id=owner_id).select_related(
        "lot__item", "figure", "taken_back_by"
    )
    if item is not None:
        rows = rows.filter(lot__item_id=item)
    return rows.filter(figure_id=figure) if figure else rows


@router.get("stock/movements", response=MovementsOut)
def get_movements(
    request: HttpRequest, item: int | None = None, figure: str | None = None, skip: int = 0
) -> MovementsOut:
    """Movements, newest first, a page at a time."""
    first = min(max(0, skip), FURTHEST)
    rows = list(_movements(_owner(request), item, figure)[first : first + PAGE + 1])
    return MovementsOut(rows=[_movement_out(row) for row in rows[:PAGE]], more=len(rows) > PAGE)


def _movement_out(row: Movement) -> MovementOut:
    item = row.lot.item
    return MovementOut(
        id=row.pk,
        lot_id=row.lot_id,
        lot=row.lot.label,
        item=item.label,
        kind=row.kind,
        change=round(row.change, 6),
        unit=KINDS[item.kind].unit,  # type: ignore[index]
        figure_id=row.figure_id,
        figure=row.figure.sheet_json.get("name") if row.figure else None,
        step=row.step,
        note=row.note,
        made=row.made.isoformat(),
        taken_back=hasattr(row, "taken_back_by"),
    )


def _csv(text: str, name: str) -> HttpResponse:
    return csv_file(text, f"{name} {timezone.localdate().isoformat()}")


@router.get("stock.csv", include_in_schema=False)
def get_csv(request: HttpRequest) -> HttpResponse:
    return _csv(stock_csv(items_of(_owner(request))), "stores")


@router.get("stock/movements.csv", include_in_schema=False)
def get_movements_csv(request: HttpRequest) -> HttpResponse:
    rows = []
    for row in _movements(_owner(request), None, None):
        out, item = _movement_out(row), row.lot.item
        movement = ledger.Movement(
            id=out.id,
            lot_id=out.lot_id,
            item=out.item,
            kind=row.kind,
            change=out.change,
            figure=out.figure,
            step=out.step,
            note=out.note,
            made=row.made,
            taken_back=out.taken_back,
        )
        rows.append((movement, item.kind, item.label, out.unit))
    return _csv(movements_csv(rows), "movements")


@router.post("stock/import", response={200: ImportOut, **ERRORS, 413: ProblemOut})
@own_transaction
def post_import(request: HttpRequest, file: File[UploadedFile], dry_run: bool = True) -> ImportOut:
    """What a CSV of lots would change; with `dry_run` false it is taken, all of it or nothing."""
    if (file.size or 0) > MOST_CSV_BYTES:
        raise Problem(413, "The file is too large: at most 4 MB, about 20,000 lots.")
    told, kept = import_stock(_owner(request), file.read(), dry_run, file.name or "")
    return ImportOut(rows=told, taken=kept.pk if kept else None)


@router.post("stock/imports/{import_id}/take-back", response={200: Done, **ERRORS, 409: ProblemOut})
def post_import_back(request: HttpRequest, import_id: int) -> Done:
    """Everything a file did is undone; what was changed by hand since stands."""
    take_back_import(_owner(request), import_id)
    return Done()
