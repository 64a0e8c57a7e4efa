"""A stiff pin pushed sideways in cured clay: how deep it must sit, and what it holds. Units mm, N, MPa, N·mm.

The clay beside the pin bears as a rigid pin turned about a point in its hole makes it: pressure falls in a straight
line from the mouth and turns its sign on the way in. Source: docs/science.md, pins.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

BEARING_MPA = 10.0  # of cured clay beside a pin [L/A]: the weakest figure here
DEEPER = 1.25  # than what bears, so that the mouth may crumble a little [A]
ROUND_D = 2.0  # diameters of clay on each side of a pin [A]
APART_D = 3.0  # diameters between two pins, so that they do not share their clay [A]
LEAST_D = 3.0  # diameters deep, so that it cannot rock [A]


@dataclass(frozen=True)
class Load:
    """A push of so many newtons so far beyond the joint."""

    push_n: float
    lever_mm: float

    @property
    def moment_nmm(self) -> float:
        return self.push_n * self.lever_mm


def mouth_mpa(push_n: float, lever_mm: float, diameter_mm: float, sunk_mm: float) -> float:
    """Pressure at the mouth of the hole: V (4 L + 6 e)/(d L²).

    >>> round(mouth_mpa(5.0, 40.0, 2.0, 8.26), 1)
    10.0
    """
    return push_n * (4 * sunk_mm + 6 * lever_mm) / (diameter_mm * sunk_mm**2)


def sunk_mm(
    push_n: float, lever_mm: float, diameter_mm: float, bearing_mpa: float = BEARING_MPA
) -> float:
    """Depth at which the mouth just bears: L = (2 V + √(4 V² + 6 p d V e))/(p d).

    >>> round(sunk_mm(5.0, 40.0, 2.0), 2), round(sunk_mm(10.0, 40.0, 2.0), 2)
    (8.26, 12.0)
    """
    bears = bearing_mpa * diameter_mm
    root = math.sqrt(4 * push_n**2 + 6 * bears * push_n * lever_mm)
    return (2 * push_n + root) / bears


def crushing_n(
    sunk: float, lever_mm: float, diameter_mm: float, bearing_mpa: float = BEARING_MPA
) -> float:
    """Push at the lever's end that crushes the mouth of a hole so deep: p d L²/(4 L + 6 e).

    >>> [round(crushing_n(sunk, 40.0, 2.0), 2) for sunk in (6, 10, 19)]
    [2.73, 7.14, 22.85]
    """
    return bearing_mpa * diameter_mm * sunk**2 / (4 * sunk + 6 * lever_mm)


def hole_deep_mm(push_n: float, lever_mm: float, diameter_mm: float) -> float:
    """How deep to drill on each side, whole mm: the greater of 3 d and 1.25 L.

    >>> hole_deep_mm(5.0, 40.0, 2.0)
    11
    """
    return math.ceil(
        max(LEAST_D * diameter_mm, DEEPER * sunk_mm(push_n, lever_mm, diameter_mm)) - 1e-9
    )


def thickest_pin_mm(clay_mm: float) -> float:
    """The thickest pin with two diameters of clay on each side of it.

    >>> thickest_pin_mm(10.0)
    2.0
    """
    return clay_mm / (1 + 2 * ROUND_D)
