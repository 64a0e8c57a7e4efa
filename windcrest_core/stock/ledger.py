"""Lots and their movements: what each movement changes, which lot is taken from first, what a lot
costs. The amount of a lot is the sum of its movements and nothing else."""

from __future__ import annotations

from datetime import date, datetime
from typing import Literal

from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen
from windcrest_core.given.stores import BendTest
from windcrest_core.stock.kinds import StockKind, Unit

MovementKind = Literal["bought", "used", "wasted", "weighed", "corrected", "taken_back"]
ROUNDING = 1e-6
OVERDRAWN = "overdrawn"


class Lot(Frozen):
    """One purchase of a thing. `price` is that of all that was bought; `left` may be below nought
    where more was used than was ever written down."""

    id: int
    label: str
    bought: float
    left: float
    price: float | None = None
    opened_on: date | None = None
    best_before: date | None = None
    bend_test: BendTest | None = None


class Item(Frozen):
    """A thing in Stores with its lots; `low_at` is when it is to be bought again."""

    id: int
    kind: StockKind
    key: str
    label: str
    unit: Unit
    low_at: float | None = None
    lots: list[Lot] = []

    @property
    def left(self) -> float:
        return sum(lot.left for lot in self.lots)


class Movement(Frozen):
    """One change of a lot: `change` is what it adds, below nought where it takes away."""

    id: int
    lot_id: int
    item: str
    kind: MovementKind
    change: float
    figure: str | None = None
    step: str = ""
    note: str = ""
    made: datetime
    taken_back: bool = False


def change_of(kind: MovementKind, amount: float, left: float) -> float:
    """What a movement adds to its lot.

    Parameters
    ----------
    amount : bought, used or wasted; of weighed and corrected what is really there.
    left : what the lot held before.

    Examples
    --------
    >>> change_of("used", 46, 200), change_of("weighed", 150, 154)
    (-46, -4)
    """
    match kind:
        case "bought":
            return amount
        case "used" | "wasted":
            return -amount
        case "weighed" | "corrected":
            return amount - left
        case "taken_back":
            return -amount


def best_first(lots: list[Lot]) -> list[Lot]:
    """Lots in the order they should be used: what expires first, then what is open, then the
    oldest."""
    return sorted(
        lots, key=lambda lot: (lot.best_before or date.max, lot.opened_on or date.max, lot.id)
    )


def spread_over(lots: list[Lot], amount: float, anyway: bool, unit: str) -> list[tuple[int, float]]:
    """Which lots an amount is taken from: (lot, amount) in turn.

    Parameters
    ----------
    anyway : more than there is may be taken; the last lot then goes below nought and says so.

    Raises
    ------
    SheetError : there is no lot, or less than is to be taken and not `anyway`.

    Examples
    --------
    >>> two = [Lot(id=1, label="a", bought=57, left=12), Lot(id=2, label="b", bought=57, left=57)]
    >>> spread_over(two, 30, False, "g")
    [(1, 12.0), (2, 18.0)]
    """
    if not lots:
        raise SheetError.one(
            "item", "", "something that is in Stores: write down a lot of it first"
        )
    held = sum(max(0.0, lot.left) for lot in lots)
    if amount > held + ROUNDING and not anyway:
        raise SheetError.one(
            "amount",
            f"{amount:g} {unit}",
            f"at most the {held:g} {unit} that are written down; or take it all the same, and the "
            "lot goes below nought until it is weighed",
            code=OVERDRAWN,
        )
    taken: list[tuple[int, float]] = []
    rest = amount
    ordered = best_first(lots)
    for lot in ordered:
        part = min(rest, max(0.0, lot.left))
        if part > ROUNDING:
            taken.append((lot.id, part))
            rest -= part
    if rest > ROUNDING:
        last = ordered[-1].id
        before = dict(taken)
        before[last] = before.get(last, 0.0) + rest
        taken = list(before.items())
    return taken


def unit_price(lots: list[Lot]) -> float | None:
    """What one unit of a thing cost, over all lots with a price; None where none has one.

    Examples
    --------
    >>> unit_price([Lot(id=1, label="a", bought=454, left=0, price=9.08)])
    0.02
    """
    priced = [lot for lot in lots if lot.price is not None and lot.bought > 0]
    whole = sum(lot.bought for lot in priced)
    return sum(lot.price or 0.0 for lot in priced) / whole if whole else None


def learned_waste_percent(used: float, net: float) -> float | None:
    """Share of a figure's clay that was lost, % of what is on it; None where that says nothing.

    Parameters
    ----------
    used : all that was taken from Stores for the figure, g.
    net : what the plan has on it, g.

    Examples
    --------
    >>> round(learned_waste_percent(110, 100) or 0, 1)
    10.0
    """
    if net <= 0 or used < net or used > 1.5 * net:
        return None
    return (used / net - 1) * 100
