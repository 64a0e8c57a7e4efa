"""Write down what came in, what was used, what lies on the scale. Movements are only ever added."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date

from django.db import IntegrityError, transaction
from django.shortcuts import get_object_or_404

from server.problems import Problem
from server.stores.models import Item, Lot, Movement, StoresDocument, counted, lot_out
from windcrest_core.catalogue import catalogue
from windcrest_core.errors import Fault, SheetError
from windcrest_core.given.house_rules import Rules
from windcrest_core.stock.kinds import (
    KINDS,
    StockKind,
    item_key,
    label_of,
    read_amount,
    refuse_unlisted,
)
from windcrest_core.stock.ledger import MovementKind, change_of, spread_over


@dataclass(frozen=True)
class On:
    """What a booking is for, and what the device that sent it calls it."""

    figure_id: str | None = None
    step: str = ""
    note: str = ""
    client_key: str | None = None


def write_movement(lot_id: int, kind: MovementKind, change: float, on: On) -> Movement:
    """Add a movement to a lot."""
    return Movement.objects.create(
        lot_id=lot_id,
        kind=kind,
        change=change,
        figure_id=on.figure_id,
        step=on.step[:80],
        note=on.note[:200],
        client_key=on.client_key,
    )


def _already(owner_id: int, client_key: str | None) -> list[Movement]:
    """What was booked under this key before: the same booking sent twice."""
    if client_key is None:
        return []
    return list(Movement.objects.filter(lot__item__owner_id=owner_id, client_key=client_key))


def _refuse_another(
    before: list[Movement], thing: str, key: str, amount: float, kind: MovementKind = "bought"
) -> None:
    """The same key for something else is no second sending of it.

    Raises
    ------
    Problem : with the first booking.
    """
    first = before[0]
    item = first.lot.item
    booked = sum(movement.change for movement in before)
    same = (item.kind, item.key) == (thing, key)
    if kind in ("bought", "used", "wasted"):
        same = same and first.kind == kind and math.isclose(abs(booked), amount, rel_tol=1e-6)
    if not same:
        unit = KINDS[item.kind].unit  # type: ignore[index]
        said = f"{first.kind} {abs(booked):g} {unit} of {item.label}"
        raise Problem(
            409,
            f"Another booking was sent under the same key before: {said}. Nothing more was booked.",
            [Fault("client_key", first.client_key, f"a key of its own; this one is of: {said}")],
        )


def lots_of(item: Item) -> list[Lot]:
    return list(counted(item.lots.all()))


def add_lot(
    owner_id: int,
    kind: StockKind,
    item_id: str,
    label: str,
    amount: str,
    rules: Rules,
    *,
    price: float | None = None,
    lot_label: str = "",
    opened_on: date | None = None,
    best_before: date | None = None,
    on: On | None = None,
) -> Lot:
    """A lot as it is bought; a wire, clay or paint that was not worked with is from now on.

    Raises
    ------
    SheetError : the amount is nothing, or it is not in the catalogue.
    """
    on = on or On()
    key = item_id or item_key(label)
    refuse_unlisted(kind, key)
    bought = read_amount(amount, KINDS[kind].unit, rules)
    if bought <= 0:
        raise SheetError.one("amount", amount, "more than nothing")
    name = label_of(kind, key) or label.strip()
    if not name:
        raise SheetError.one("label", label, "what it is, in words")
    with transaction.atomic():
        if before := _already(owner_id, on.client_key):
            _refuse_another(before, kind, key, bought)
            return before[0].lot
        item, _ = Item.objects.get_or_create(
            owner_id=owner_id, kind=kind, key=key, defaults={"label": name[:80]}
        )
        lot = Lot.objects.create(
            item=item,
            label=_free_label(item, lot_label),
            price=price,
            opened_on=opened_on,
            best_before=best_before,
        )
        write_movement(lot.pk, "bought", bought, on)
        work_with(owner_id, kind, key)
    return lot


def _free_label(item: Item, wanted: str) -> str:
    taken = set(item.lots.values_list("label", flat=True))
    if wanted.strip() and wanted.strip() not in taken:
        return wanted.strip()[:60]
    if wanted.strip():
        raise SheetError.one("lot", wanted, f"another name: {item.label} has such a lot")
    number = len(taken) + 1
    while str(number) in taken:
        number += 1
    return str(number)


def work_with(owner_id: int, kind: StockKind, key: str) -> None:
    """What is on the shelf is worked with; of what is painted with, the paints that mixes are made of."""
    name = {"wire": "wires", "clay": "clays", "paint": "paints"}.get(kind)
    if name is None or (kind == "paint" and key not in catalogue().paints):
        return
    document = StoresDocument.objects.select_for_update().get_or_create(owner_id=owner_id)[0]
    owned = document.owned.model_dump(mode="json")
    if key not in owned[name]:
        document.change({**owned, name: [*owned[name], key]})


def book(
    owner_id: int,
    item: Item,
    lot_id: int | None,
    kind: MovementKind,
    amount: str,
    rules: Rules,
    anyway: bool,
    on: On,
) -> list[Movement]:
    """Book a movement of one lot, or of a thing over its lots in the order they are to be used.

    A lot that is weighed for a figure was used on it by what is missing.

    Raises
    ------
    SheetError : less is there than is to be taken, and not `anyway`; or nothing to take from.
    """
    unit = KINDS[item.kind].unit  # type: ignore[index]
    value = read_amount(amount, unit, rules)
    if kind in ("bought", "used", "wasted") and value <= 0:
        raise SheetError.one("amount", amount, "more than nothing")
    with transaction.atomic():
        Item.objects.select_for_update().get(pk=item.pk)
        if before := _already(owner_id, on.client_key):
            _refuse_another(before, item.kind, item.key, value, kind)
            return before
        lots = [lot_out(lot) for lot in lots_of(item)]
        if lot_id is not None:
            lots = [lot for lot in lots if lot.id == lot_id]
        if kind in ("used", "wasted"):
            parts = spread_over(lots, value, anyway, unit)
            return [
                write_movement(lot, kind, change_of(kind, part, 0.0), on) for lot, part in parts
            ]
        if len(lots) != 1:
            raise SheetError.one("lot", "", f"one lot of {item.label}: {kind} is of a single one")
        change = change_of(kind, value, lots[0].left)
        if kind == "weighed" and on.figure_id is not None and change < 0:
            kind = "used"
        return [write_movement(lots[0].id, kind, change, on)]


def take_back(owner_id: int, movement_id: int) -> Movement:
    """The opposite of a movement, once."""
    movement = get_object_or_404(Movement, pk=movement_id, lot__item__owner_id=owner_id)
    if movement.kind == "taken_back":
        raise Problem(409, "That was itself a taking back; book it again instead.")
    try:
        with transaction.atomic():
            return Movement.objects.create(
                lot=movement.lot,
                kind="taken_back",
                change=-movement.change,
                figure_id=movement.figure_id,
                step=movement.step,
                note=movement.note,
                takes_back=movement,
            )
    except IntegrityError as error:
        raise Problem(409, "That was taken back already.") from error
