"""How thick a limb is to be: at a quarter, half and three quarters of its length, across and from front to back."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
import shapely

from windcrest_core.body.axes import axis
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import Solid

PLACES = (0.25, 0.5, 0.75)


class Thick(NamedTuple):
    """At a share of the length from the beginning: across and through, mm."""

    at: float
    across_mm: float
    through_mm: float


def thicknesses(solid: Solid) -> list[Thick]:
    """Of the finished outside of a part, of an outline of straight pieces: up to 1 % too little on a ball (10.39 mm).

    >>> from windcrest_core.body.solids import EllipsoidSolid
    >>> ball = EllipsoidSolid(np.zeros(3), np.eye(3), (6.0, 8.0, 10.0))
    >>> [round(row.across_mm, 2) for row in thicknesses(ball)]
    [10.28, 12.0, 10.28]
    """
    line = axis(solid)
    along = line[-1] - line[0]
    along = along / float(np.linalg.norm(along))
    ways = sorted(range(3), key=lambda n: abs(float(solid.frame[:, n] @ along)))[:2]
    widths = [_widths(solid, solid.frame[:, n], along) for n in sorted(ways)]
    return [Thick(at, across, through) for at, across, through in zip(PLACES, *widths, strict=True)]


def _widths(solid: Solid, across: Array, along: Array) -> list[float]:
    shape = shapely.union_all(
        [shapely.Polygon(ring) for ring in solid.convex_rings(np.array([across, along]))]
    )
    left, low, right, high = shape.bounds
    found = []
    for share in PLACES:
        at = low + share * (high - low)
        cut = shape.intersection(shapely.LineString([(left - 1, at), (right + 1, at)]))
        found.append(cut.bounds[2] - cut.bounds[0])
    return found
