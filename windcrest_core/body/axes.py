"""The middle line of a solid along its greatest length: where wire in it would go."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from windcrest_core.body.bent_solids import CoilSolid, SheetSolid
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import RoundConeSolid, Solid


def axis(solid: Solid) -> Array:
    """(n, 3) points along the middle of a solid, from one end to the other, mm."""
    match solid:
        case RoundConeSolid() | FrustumSolid():
            along = solid.frame[:, 2]
            first, last = (solid.r1, solid.r2) if isinstance(solid, RoundConeSolid) else (0.0, 0.0)
            return np.array([solid.origin - along * first, solid.origin + along * (solid.h + last)])
        case CoilSolid():
            return solid.middle_line
        case SheetSolid():
            return _sheet_axis(solid)
    middle, half = solid.half_extents
    longest = int(np.argmax(half))
    step = np.zeros(3)
    step[longest] = half[longest]
    return np.array([solid.origin + solid.frame @ (middle + way * step) for way in (-1.0, 1.0)])


def _sheet_axis(solid: SheetSolid) -> Array:
    """Between the middles of its two furthest ends."""
    points = np.asarray(solid.outline_xz)
    spread = points.max(axis=0) - points.min(axis=0)
    along = int(np.argmax(spread))
    ends = []
    for edge in (points[:, along].min(), points[:, along].max()):
        near = points[np.abs(points[:, along] - edge) < 0.1 * spread[along] + 1e-9]
        across = float(near[:, 1 - along].mean())
        ends.append((across, edge) if along == 1 else (edge, across))
    return np.array([solid.origin + solid.frame @ np.array([u, 0.0, v]) for u, v in ends])


def along(line: Array, least: float, most: float, count: int) -> Array:
    """`count` points at even distances between two shares of a line's length, (count, 3) mm."""
    steps = np.linalg.norm(np.diff(line, axis=0), axis=1)
    reached = np.concatenate([[0.0], np.cumsum(steps)])
    wanted = np.linspace(least, most, count) * reached[-1]
    return np.column_stack([np.interp(wanted, reached, line[:, k]) for k in range(3)])


class Nearest(NamedTuple):
    """A point of a line, (3,) mm, and how far along the line it is, mm."""

    point: Array
    along_mm: float


def nearest(line: Array, to: Array) -> Nearest:
    """The point of a line of straight pieces that is nearest to another.

    Parameters
    ----------
    line : (n, 3) mm. to : (3,) mm.

    Examples
    --------
    >>> bent = np.array([[0.0, 0, 0], [10, 0, 0], [10, 0, 10]])
    >>> point, along_mm = nearest(bent, np.array([12.0, 5, 4]))
    >>> point.tolist(), along_mm
    ([10.0, 0.0, 4.0], 14.0)
    """
    starts, ways = line[:-1], np.diff(line, axis=0)
    lengths = np.linalg.norm(ways, axis=1)
    shares = np.clip(
        np.einsum("ij,ij->i", to - starts, ways) / np.maximum(lengths, 1e-9) ** 2, 0.0, 1.0
    )
    points = starts + shares[:, None] * ways
    at = int(np.argmin(np.linalg.norm(points - to, axis=1)))
    return Nearest(points[at], float(lengths[:at].sum() + shares[at] * lengths[at]))
