"""Which parts hang together: those that touch, through one another, the body's main part."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.skeleton import norm
from windcrest_core.body.solids import Solid
from windcrest_core.kept import PER_PART

TOUCH_MM = 0.3
CELLS = 14


@lru_cache(maxsize=2 * PER_PART)
def gap_mm(a: Solid, b: Solid) -> tuple[float, float]:
    """How far two solids are apart, mm, below nought where they go into each other; and by how much that
    may be too much, tried on a lattice.

    The lattice lies over what their boxes share, or over what is between them; between its points a solid
    is at most half a diagonal nearer than at one, so that a thin meeting is not missed.
    """
    low = np.maximum(a.bounds[0], b.bounds[0]) - TOUCH_MM
    high = np.minimum(a.bounds[1], b.bounds[1]) + TOUCH_MM
    steps = ((high - low) / (CELLS - 1))[:, None] * np.arange(CELLS)
    grid = (low[:, None] + steps).astype(np.float32)
    x, y, z = grid[0][:, None, None], grid[1][None, :, None], grid[2][None, None, :]
    both = np.maximum(a.world_distance(x, y, z), b.world_distance(x, y, z))
    half_cell = norm((high - low) / (CELLS - 1)) / 2
    return 2 * float(both.min()), 2 * half_cell


def touch(a: Solid, b: Solid) -> bool:
    """Whether two solids meet, or come within 0.3 mm of each other."""
    apart, coarse = gap_mm(a, b)
    return apart <= TOUCH_MM + coarse


def loose_parts(figure: Figure) -> list[Piece]:
    """Parts that touch nothing that leads to the largest part, and are not meant to be apart."""
    pieces = figure.pieces
    if not pieces:
        return []
    low = np.array([piece.solid.bounds[0] for piece in pieces]) - TOUCH_MM
    high = np.array([piece.solid.bounds[1] for piece in pieces]) + TOUCH_MM
    meets = np.all(low[:, None, :] <= high[None, :, :], axis=2)
    near = np.asarray(meets & meets.T)
    largest = max(range(len(pieces)), key=lambda i: pieces[i].solid.volume_mm3)
    joined, waiting = {largest}, [largest]
    while waiting and len(joined) < len(pieces):
        at = waiting.pop()
        met = [
            i
            for i in np.flatnonzero(near[at]).tolist()
            if i not in joined and touch(pieces[at].solid, pieces[i].solid)
        ]
        waiting += met
        joined.update(met)
    return [piece for i, piece in enumerate(pieces) if i not in joined and not piece.part.apart]


def hanging_together(pieces: list[Piece]) -> list[list[Piece]]:
    """The pieces in groups that touch, each group from the first of it."""
    left, groups = list(pieces), []
    while left:
        group = [left.pop(0)]
        for piece in group:
            met = [
                other for other in left if _near(piece, other) and touch(piece.solid, other.solid)
            ]
            group += met
            left = [other for other in left if other not in met]
        groups.append(group)
    return groups


def _near(a: Piece, b: Piece) -> bool:
    (low_a, high_a), (low_b, high_b) = a.solid.bounds, b.solid.bounds
    return bool(np.all(low_a - TOUCH_MM <= high_b) and np.all(low_b - TOUCH_MM <= high_a))
