"""Which parts hang together: those that touch, through one another, the body's main part."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.solids import Solid

TOUCH_MM = 0.3
CELLS = 14


@lru_cache(maxsize=4000)
def touch(a: Solid, b: Solid, gap_mm: float) -> bool:
    """Whether two solids come within a gap of each other, tried on a lattice where they may meet.

    The lattice lies over what their boxes share; between its points a solid is at most half a
    diagonal nearer than at one, so that a thin meeting is not missed.
    """
    low = np.maximum(a.bounds[0], b.bounds[0]) - gap_mm
    high = np.minimum(a.bounds[1], b.bounds[1]) + gap_mm
    if (low > high).any():
        return False
    grid = [np.linspace(low[i], high[i], CELLS, dtype=np.float32) for i in range(3)]
    x, y, z = grid[0][:, None, None], grid[1][None, :, None], grid[2][None, None, :]
    both = np.maximum(a.world_distance(x, y, z), b.world_distance(x, y, z))
    half_cell = float(np.linalg.norm((high - low) / (CELLS - 1))) / 2
    return bool(both.min() <= gap_mm / 2 + half_cell)


def loose_parts(figure: Figure) -> list[Piece]:
    """Parts that touch nothing that leads to the largest part, and are not meant to be apart."""
    pieces = figure.pieces
    if not pieces:
        return []
    largest = max(pieces, key=lambda piece: piece.solid.volume_mm3)
    joined, waiting = {largest.part.id}, [largest]
    rest = [piece for piece in pieces if piece is not largest]
    while waiting and rest:
        at = waiting.pop()
        met = [p for p in rest if touch(at.solid, p.solid, TOUCH_MM)]
        waiting += met
        joined |= {p.part.id for p in met}
        rest = [p for p in rest if p.part.id not in joined]
    return [piece for piece in rest if not piece.part.made_apart]
