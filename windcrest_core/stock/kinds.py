"""Kinds of things kept in Stores, the unit each is counted in, and how it is usually sold."""

from __future__ import annotations

import math
import re
from typing import Literal, get_args

from windcrest_core.catalogue import BOUGHT_PIECE_PRICE, catalogue
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.given.house_rules import Rules
from windcrest_core.media import SOLD, AsSold
from windcrest_core.packs import PackSold
from windcrest_core.units import length_mm, mass_g, volume_ml

StockKind = Literal[
    "wire",
    "foil",
    "tape",
    "clay",
    "liquid",
    "insert",
    "paint",
    "glue",
    "base",
    "consumable",
    "tool",
]
STOCK_KINDS: tuple[StockKind, ...] = get_args(StockKind)
Unit = Literal["mm", "g", "ml", "count"]
MOST = 1e7  # of any one amount, in its unit: ten kilometres, ten tonnes


class KindOfStock(Frozen):
    """`pack` is how much is sold at once and `price` what that costs, where nothing better is
    known [A]; `listed` are the things there are by id, none where anything may be kept."""

    kind: StockKind
    label: str
    unit: Unit
    pack: float
    price: float
    listed: dict[str, str] | None


_SOLD_AS: tuple[tuple[StockKind, str, Unit, float, float], ...] = (
    ("wire", "Wire", "mm", 1000.0, 0.6),
    ("foil", "Foil", "mm", 10_000.0, 1.5),
    ("tape", "Tape", "mm", 25_000.0, 1.5),
    ("clay", "Clay", "g", 57.0, 1.4),
    ("liquid", "Liquids and putties", "g", 60.0, 5.0),
    ("insert", "Inserts", "count", 1.0, BOUGHT_PIECE_PRICE),
    ("paint", "Paint", "ml", 20.0, 2.5),
    ("glue", "Glue", "g", 20.0, 3.0),
    ("base", "Bases", "count", 1.0, 3.0),
    ("consumable", "Consumables", "count", 1.0, 1.0),
    ("tool", "Tools", "count", 1.0, 5.0),
)
SOLD_BY_NAME: dict[str, AsSold] = {
    str(product): row for product, row in SOLD.items() if product not in ("acrylic", "wash")
}
"""What is painted with besides the catalogue's paints."""


def _listed(kind: StockKind) -> dict[str, str] | None:
    """Labels of the catalogue's things of a kind by id; None where anything may be kept."""
    shelf = catalogue()
    match kind:
        case "wire":
            return {key: row.label for key, row in shelf.wires.items()}
        case "foil":
            return {key: row.label for key, row in shelf.foils.items()}
        case "clay":
            return {key: row.label for key, row in shelf.clays.items()}
        case "paint":
            products = {product: row.label for product, row in SOLD_BY_NAME.items()}
            return {**products, **{key: row.label for key, row in shelf.paints.items()}}
    return None


KINDS: dict[StockKind, KindOfStock] = {
    kind: KindOfStock(
        kind=kind, label=label, unit=unit, pack=pack, price=price, listed=_listed(kind)
    )
    for kind, label, unit, pack, price in _SOLD_AS
}


class Sold(Frozen):
    """How a thing is sold: its packs, each with its price, and where that is from."""

    packs: list[PackSold]
    source: Text

    @property
    def unit_price(self) -> float:
        """Of the usual pack, the smallest."""
        usual = min(self.packs, key=lambda pack: pack.size)
        return usual.price / usual.size

    def at(self, unit_price: float) -> list[PackSold]:
        """The same packs at one price for each unit."""
        return [PackSold(size=pack.size, price=pack.size * unit_price) for pack in self.packs]


def sold(kind: StockKind, item: str) -> Sold:
    """How a thing is sold, by the catalogue where it is in it, else as its kind usually is."""
    shelf, usual = catalogue(), KINDS[kind]
    if kind == "clay" and item in shelf.clays:
        return Sold(packs=list(shelf.clays[item].packs), source=said("stock.catalogue_assumed"))
    if kind == "wire" and item in shelf.wires:
        price = shelf.wires[item].price_per_m / 1000 * usual.pack
    elif kind == "paint" and (as_sold := SOLD_BY_NAME.get(item)):
        pack = PackSold(size=as_sold.ml, price=as_sold.price)
        return Sold(packs=[pack], source=said("stock.catalogue_assumed"))
    elif kind == "foil" and item in shelf.foils:
        price = shelf.foils[item].price_per_m / 1000 * usual.pack
    else:
        return Sold(packs=[PackSold(size=usual.pack, price=usual.price)], source="assumed")
    return Sold(
        packs=[PackSold(size=usual.pack, price=price)], source=said("stock.catalogue_assumed")
    )


def label_of(kind: StockKind, item: str) -> str | None:
    """What the catalogue calls a thing, or None where it is not in it."""
    return (KINDS[kind].listed or {}).get(item)


def refuse_unlisted(kind: StockKind, item: str) -> None:
    """Raise SheetError for a wire, foil, clay or paint that the catalogue does not have: the plan
    could not count with it."""
    listed = KINDS[kind].listed
    if listed is not None and item not in listed:
        raise SheetError.one("item", item, "one of " + ", ".join(sorted(listed)))


def item_key(label: str) -> str:
    """A key for a thing by its label.

    Examples
    --------
    >>> item_key("Masking tape, 24 mm"), item_key("8 mm glass eyes")
    ('masking_tape_24_mm', 'x_8_mm_glass_eyes')
    """
    key = re.sub(r"[^a-z0-9]+", "_", label.lower()).strip("_")[:36] or "thing"
    return key if key[0].isalpha() else f"x_{key}"


def read_amount(text: str, unit: Unit, rules: Rules, path: str = "amount") -> float:
    """An amount as a person writes it, in the unit its kind is counted in.

    Raises
    ------
    SheetError : it cannot be read, is below nought, or is more than anyone has.

    Examples
    --------
    >>> read_amount("3 m", "mm", Rules()), read_amount("2 oz", "g", Rules()) > 56
    (3000.0, True)
    """
    try:
        if unit == "count":
            amount = float(text)
        elif unit == "g":
            amount = mass_g(text, rules.mass_unit)
        elif unit == "ml":
            amount = volume_ml(text)
        else:
            bare = re.fullmatch(r"\s*[-+]?[\d.,]+\s*", text)
            if bare:
                raise UnitError(text, "write its unit too, such as 3 m or 10 ft")
            amount = length_mm(text)
    except UnitError as error:
        raise SheetError.one(path, text, error.allowed) from error
    except ValueError as error:
        raise SheetError.one(path, text, "a whole number") from error
    if not math.isfinite(amount) or not 0 <= amount <= MOST:
        raise SheetError.one(path, text, f"from 0 to {MOST:,.0f} {unit}")
    return amount
