"""How a real body takes heat, between a wall, a limb and a ball: one number for its shape.

The equation of `heat` holds for any exponent m from 0 to 2. m = E − 1 with E = ω a A/V + (1 − ω) E∞, clipped to
1 … 3: what a body has of surface for its volume, where the air hardly gets its heat in, and how its half axes
compare, where the clay hardly takes it. ω = 1/(1 + c B), B = h L²/(k̄ a).

Source: SCIENCE 6b, Real bodies; c and E∞ calibrated on finite elements and volumes, within 10 % in minutes.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from windcrest_core.bake.heat import CLAY_K, FOIL_K

THOMSEN = 1.6075
Ends = Literal["round", "box", "bar", "disc"]
BLUNT: dict[Ends, float] = {"round": 0.12, "box": 0.5, "bar": 0.3, "disc": 0.3}


@dataclass(frozen=True)
class Extent:
    """A body by its half axes, the shortest first, mm, with its volume and surface, mm³ and mm²."""

    ends: Ends
    a: float
    b: float
    long: float
    volume_mm3: float
    area_mm2: float

    @property
    def always(self) -> float:
        """E∞, where its surface is as hot as the air."""
        a, b, long = self.a, self.b, self.long
        match self.ends:
            case "round":
                return 1 + (a / b) ** 2 + (a / long) ** 2
            case "box":
                return 1 + 0.7 * ((a / b) ** 2 + (a / long) ** 2)
            case "bar":
                return 2 + 0.6 * (a / long) ** 2
            case "disc":
                return 1 + 1.6 * (a / b) ** 2


def exponent(body: Extent, clay_mm: float, h: float) -> float:
    """m of `heat`, 0 to 2: 0 of a wall, 1 of an endless limb, 2 of a ball.

    Parameters
    ----------
    clay_mm : thickness of its clay; of a solid its whole half thickness. h : W/m²K of the air about it.

    Examples
    --------
    >>> ball = ellipsoid(20.0, 20.0, 20.0)
    >>> round(exponent(ball, 6.0, 14.0), 6)
    2.0
    """
    a, long = body.a, body.long
    clay = min(clay_mm, a)
    k = (CLAY_K * clay + FOIL_K * (a - clay)) / a
    biot = h * (long * 1e-3) ** 2 / (k * a * 1e-3)
    share = 1 / (1 + BLUNT[body.ends] * biot)
    e = share * a * body.area_mm2 / body.volume_mm3 + (1 - share) * body.always
    return min(3.0, max(1.0, e)) - 1


def ellipsoid(*half_axes: float) -> Extent:
    a, b, c = sorted(half_axes)
    p = THOMSEN
    mean = ((a * b) ** p + (a * c) ** p + (b * c) ** p) / 3
    return Extent("round", a, b, c, 4 / 3 * math.pi * a * b * c, 4 * math.pi * mean ** (1 / p))


def box(*half_sizes: float) -> Extent:
    a, b, c = sorted(half_sizes)
    return Extent("box", a, b, c, 8 * a * b * c, 8 * (a * b + a * c + b * c))


def frustum(r1: float, r2: float, height: float, depth: float = 1.0) -> Extent:
    """A flat-ended cone or bar; flattened, its ends are ellipses."""
    larger, slant = max(r1, r2), math.hypot(height, r1 - r2)
    flat = math.sqrt((1 + depth**2) / 2)  # of an ellipse's way round to a circle's
    area = math.pi * ((r1 + r2) * slant * flat + (r1**2 + r2**2) * depth)
    volume = math.pi / 3 * height * (r1**2 + r1 * r2 + r2**2) * depth
    a, half = larger * min(1.0, depth), height / 2
    if half < a:
        return Extent("disc", half, a, larger, volume, area)
    return Extent("bar", a, larger, half, volume, area)


def round_cone(r1: float, r2: float, height: float, depth: float, volume_mm3: float) -> Extent:
    """Two balls and what lies between them; flattened, its sections are ellipses."""
    larger = max(r1, r2)
    slope = (r1 - r2) / height if height > abs(r1 - r2) else 0.0
    area = 4 * math.pi * larger**2
    if slope or (height > 0 and r1 == r2):
        area = math.pi * (
            2 * r1**2 * (1 + slope) + 2 * r2**2 * (1 - slope) + (r1 + r2) * height * (1 - slope**2)
        )
    whole = max(2 * larger, r1 + r2 + height)
    a, b, long = sorted((larger * depth, larger, whole / 2))
    return Extent("round", a, b, long, volume_mm3, area * math.sqrt((1 + depth**2) / 2))


def tube(radius: float, volume_mm3: float) -> Extent:
    """A bent tube as long as its volume says, as thick as where it is thickest."""
    long = volume_mm3 / (math.pi * radius**2) / 2
    return Extent("round", radius, radius, max(radius, long), volume_mm3, 2 * volume_mm3 / radius)
