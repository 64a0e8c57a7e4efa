"""A limb to be striped, as a person writes its measures."""

from __future__ import annotations

from typing import NamedTuple

from windcrest_core.clay.reckoner import asked_mm
from windcrest_core.colour.sizes import least_stripe_mm
from windcrest_core.given.house_rules import Rules
from windcrest_core.refused import beyond


class Limb(NamedTuple):
    across_mm: tuple[float, float]
    length_mm: float
    stripe_mm: float


def limb_of(first: str, last: str, length: str, stripe: str, rules: Rules) -> Limb:
    """Breadths, length and stripe in any unit.

    Raises
    ------
    SheetError : of the measure that is none, or a stripe finer than anyone paints round such a limb.
    """
    asked = {"first": first, "last": last, "length": length, "stripe": stripe}
    mm = {name: asked_mm(name, text, rules) for name, text in asked.items()}
    across = mm["first"], mm["last"]
    if mm["stripe"] < (least := least_stripe_mm(across)):
        raise beyond("stripe", stripe, least=least, unit="mm")
    return Limb(across, mm["length"], mm["stripe"])
