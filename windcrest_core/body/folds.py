"""A skirt cut as a share of a circle: what it takes, and how it falls in folds. Source: SCIENCE 3b."""

from __future__ import annotations

import math
from dataclasses import dataclass

LEAST_PITCH = 6.0  # thicknesses from fold to fold [A]
STEPS = 400


@dataclass(frozen=True)
class Gathered:
    """A skirt laid flat and as it hangs, mm and mm²: from `inner_mm` to `outer_mm` of its circle, over `angle_rad`. Its
    folds are `depth_mm` deep, or turned under so far where they are pleats, and lie `layers` on one another."""

    inner_mm: float
    outer_mm: float
    angle_rad: float
    hem_mm: float
    area_mm2: float
    pitch_mm: float
    depth_mm: float
    layers: int = 1


def round_as(depth: float) -> float:
    """Radius of the circle as long as an ellipse of half axes 1 and `depth` (Ramanujan).

    >>> round(round_as(1.0), 6), round(round_as(0.5), 4)
    (1.0, 0.771)
    """
    h = ((1 - depth) / (1 + depth)) ** 2
    return (1 + depth) / 2 * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h)))


def gathered(
    waist_mm: float,
    slant_mm: float,
    hangs_mm: float,
    number: int,
    share: float,
    pleated: bool = False,
) -> Gathered | None:
    """A skirt cut as a share f of a circle: waist radius r/f, hem 2πf (r/f + ℓ), area of the sector between.

    Flat pleats are turned under (hem − 2πR)/2n each, and lie three on one another; more where that is over a pitch.
    None where that is no wider than it hangs, so that it does not fold.

    Parameters
    ----------
    waist_mm, hangs_mm : radii of its waist and of its hem as it hangs. number : of folds.

    Examples
    --------
    >>> full = gathered(15.0, 50.0, 30.0, 8, 1.0)
    >>> [round(v, 2) for v in (full.hem_mm, full.pitch_mm, full.depth_mm, full.area_mm2 / 100)]
    [408.41, 23.56, 21.74, 125.66]
    >>> pleats = gathered(15.0, 50.0, 30.0, 8, 1.0, pleated=True)
    >>> round(pleats.depth_mm, 2), pleats.layers  # (408.41 − 188.50)/16
    (13.74, 3)
    """
    inner = waist_mm / share
    outer, angle = inner + slant_mm, 2 * math.pi * share
    hem = angle * outer
    fuller = hem / (2 * math.pi * hangs_mm)
    if fuller <= 1.0 + 1e-9:
        return None
    area = angle / 2 * (outer**2 - inner**2)
    pitch = 2 * math.pi * hangs_mm / number
    if pleated:
        under = (hem - 2 * math.pi * hangs_mm) / (2 * number)
        layers = 1 + 2 * math.ceil(under / pitch)
        return Gathered(inner, outer, angle, hem, area, pitch, under, layers)
    depth = 2 * _steepness(fuller) * hangs_mm / number
    return Gathered(inner, outer, angle, hem, area, pitch, depth)


def _steepness(fuller: float) -> float:
    """k of a wave k sin whose length is so many times its base: (2/π) √(1+k²) E(k²/(1+k²))."""
    low, high = 0.0, 4.0 * fuller
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (middle, high) if _length(middle) < fuller else (low, middle)
    return (low + high) / 2


def _length(k: float) -> float:
    """Length of a wave with slope k cos, over its base (midpoints of a quarter)."""
    step = math.pi / 2 / STEPS
    return sum(math.hypot(1.0, k * math.cos((n + 0.5) * step)) for n in range(STEPS)) / STEPS
