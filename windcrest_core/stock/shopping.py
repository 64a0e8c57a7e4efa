"""What is spoken for, what is missing, and what to buy: packs rounded up, over chosen figures."""

from __future__ import annotations

from collections import defaultdict

from windcrest_core.facts import Frozen, Text, by_code, said
from windcrest_core.given.stores import Owned
from windcrest_core.packs import Packs, cheapest
from windcrest_core.stock.kinds import KINDS, StockKind, Unit, sold
from windcrest_core.stock.ledger import Item, unit_price
from windcrest_core.stock.needs import Need

Key = tuple[StockKind, str]
LEAST = {"mm": 1.0, "g": 0.5, "ml": 0.1, "count": 0.5}  # less than this is nothing to buy [A]


class FigureNeeds(Frozen):
    """A planned figure, what it needs, and what was already booked on it by thing."""

    figure: str
    name: str
    needs: list[Need]
    booked: dict[str, float] = {}
    settled: list[StockKind] = []

    def outstanding(self) -> list[Need]:
        """What is still to be taken: nothing of a kind whose work is done."""
        rest = [
            need.model_copy(
                update={
                    "amount": need.amount - self.booked.get(f"{need.kind}/{need.item}", 0.0),
                }
            )
            for need in self.needs
            if need.kind not in self.settled
        ]
        return [need for need in rest if need.amount > 0]


class ToBuy(Frozen):
    """One line of the shopping list. `free` is what is on the shelf and not reserved by other
    figures; `cost` is of whole packs."""

    kind: StockKind
    item: str
    label: Text
    unit: Unit
    needed: float
    left: float
    reserved_elsewhere: float
    missing: float
    packs: list[Packs]
    cost: float
    price_source: Text
    price_assumed: bool
    figures: list[str]


class ShoppingList(Frozen):
    """`unwritten` are wires and paints that are worked with but of which no lot is written down."""

    lines: list[ToBuy]
    enough: list[ToBuy]
    unwritten: list[ToBuy]
    cost: float


class Reserved(Frozen):
    """What planned figures still take of a thing."""

    kind: StockKind
    item: str
    label: Text
    amount: float
    figures: list[str]


def reserved(figures: list[FigureNeeds]) -> list[Reserved]:
    """What all planned figures together still take, thing by thing."""
    rows: dict[Key, list[tuple[str, Need]]] = defaultdict(list)
    for figure in figures:
        for need in figure.outstanding():
            rows[need.kind, need.item].append((figure.name, need))
    return [
        Reserved(
            kind=kind,
            item=item,
            label=found[0][1].label,
            amount=sum(need.amount for _, need in found),
            figures=[name for name, _ in found],
        )
        for (kind, item), found in sorted(rows.items())
    ]


def shopping_list(
    chosen: list[FigureNeeds], others: list[FigureNeeds], items: list[Item], owned: Owned
) -> ShoppingList:
    """What to buy for the chosen figures, with whole packs and their cost.

    Parameters
    ----------
    others : planned figures that are not shopped for now; what they take is not counted as there.
    items : what is on the shelf.
    """
    shelf = {(item.kind, item.key): item for item in items}
    elsewhere = {(row.kind, row.item): row.amount for row in reserved(others)}
    lines: list[ToBuy] = []
    enough: list[ToBuy] = []
    unwritten: list[ToBuy] = []
    for row in reserved(chosen):
        key = (row.kind, row.item)
        item = shelf.get(key)
        left = max(0.0, item.left) if item else 0.0
        missing = row.amount - max(0.0, left - elsewhere.get(key, 0.0))
        known = item is not None and bool(item.lots)
        loose = not known and row.item in _worked_with(owned, row.kind)
        short = missing > LEAST[KINDS[row.kind].unit] and not loose
        line = _line(row, item, left, elsewhere.get(key, 0.0), missing if short else 0.0)
        (lines if short else unwritten if loose else enough).append(line)
    order = list(KINDS)
    lines.sort(key=lambda line: (order.index(line.kind), by_code(line.label), line.item))
    return ShoppingList(
        lines=lines, enough=enough, unwritten=unwritten, cost=sum(line.cost for line in lines)
    )


def _worked_with(owned: Owned, kind: StockKind) -> list[str]:
    """Things ticked as there in any amount: wire off a coil that was not measured, paint."""
    return owned.wires if kind == "wire" else owned.paints if kind == "paint" else []


def _line(row: Reserved, item: Item | None, left: float, elsewhere: float, missing: float) -> ToBuy:
    way = sold(row.kind, row.item)
    paid = unit_price(item.lots) if item else None
    packs = cheapest(missing, way.packs if paid is None else way.at(paid))
    return ToBuy(
        kind=row.kind,
        item=row.item,
        label=row.label,
        unit=KINDS[row.kind].unit,
        needed=row.amount,
        left=left,
        reserved_elsewhere=elsewhere,
        missing=missing,
        packs=packs,
        cost=sum(pack.cost for pack in packs),
        price_assumed=paid is None,
        price_source=way.source if paid is None else said("stock.what_you_paid_before"),
        figures=row.figures,
    )
