"""Weight in the base that rights what tips."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.facts import Frozen
from windcrest_core.sheet.base import Base
from windcrest_core.stand.base import base_outline
from windcrest_core.stand.masses import Masses, standing_on
from windcrest_core.stand.standing import WANTED_TIP_DEG, standing

HEAVIEST_G = 5000.0
COUNTERWEIGHT_AT = 0.35  # of the base's breadth and depth from its middle [A]
SPARE_DEG = 0.3  # over what is wanted [A]


class Counterweight(Frozen):
    """Weight in the base that rights the figure: how much, and where from its middle."""

    mass_g: float
    right_mm: float
    back_mm: float


def counterweight(base: Base, figure: Masses) -> Counterweight | None:
    """Weight on the other side of the base's middle from where it tips; None where none is wanted
    or none does."""
    empty = base.model_copy(update={"counterweight_g": 0.0})
    plain = standing_on(empty, figure)
    if plain.tips_at_deg >= WANTED_TIP_DEG:
        return None
    x, y = plain.towards
    right = -x * COUNTERWEIGHT_AT * base.width_mm
    back = y * COUNTERWEIGHT_AT * base.depth_mm

    at = np.array([right, -back, base.thickness_mm / 2])
    mass = righting_g(
        plain.mass_g, plain.centre, base_outline(base), at, WANTED_TIP_DEG + SPARE_DEG, HEAVIEST_G
    )
    if mass is None:
        return None
    return Counterweight(
        mass_g=min(HEAVIEST_G, math.ceil(mass / 5) * 5),
        right_mm=round(right, 1),
        back_mm=round(back, 1),
    )


def least_enough(most: float, enough: Callable[[float], bool]) -> float | None:
    """The least number that is enough, of nought to `most`; None where none is.

    >>> round(least_enough(100, lambda x: x * x >= 49), 6)
    7.0
    """
    if not enough(most):
        return None
    low, high = 0.0, most
    if enough(low):
        return low
    for _ in range(48):
        middle = (low + high) / 2
        low, high = (low, middle) if enough(middle) else (middle, high)
    return high


def righting_g(
    mass_g: float,
    centre: Array,
    ground: Array,
    at: Array,
    wanted_deg: float = WANTED_TIP_DEG,
    most_g: float = HEAVIEST_G,
) -> float | None:
    """Least mass at a place that lets the whole stand to a tilt every way, g; None where none does.

    Examples
    --------
    >>> from windcrest_core.stand.standing import rectangle
    >>> y, z = 500 * 30 / 536, (500 * 150 + 36 * 4.5) / 536
    >>> round(righting_g(536, np.array([0, y, z]), rectangle(100, 80), np.array([0, -30.0, 9])), 1)
    99.6
    """

    def stands(extra: float) -> bool:
        total = mass_g + extra
        both = (mass_g * centre + extra * at) / total
        return standing(total, both, ground).tips_at_deg >= wanted_deg

    return least_enough(most_g, stands)
