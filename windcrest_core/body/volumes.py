"""How much of the figure each part is: clay and core by volume and their middles.

A signed-distance grid over the figure; each bit of volume belongs to the part on the outermost
layer. Parts too thin for the grid are counted on a grid of their own, a third of their thickness,
laid along their own axes. A part's exact volume is shared out by the fractions the grid finds, so
that the softness of the grid's edge cancels.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.solids import Array, Field, Solid

CELLS_PER_HEIGHT = 112
MOST_CELLS = 260_000
THIN_CELLS = 3.2
CELL_STEP = 1.08


@dataclass(frozen=True)
class Share:
    """What one part is of the figure: mm³ of its own skin and core, and their centres, mm."""

    skin_mm3: float
    core_mm3: float
    skin_centre: Array
    core_centre: Array


def _occupancy(distance: Field, cell_mm: float) -> Field:
    """Share of each cell inside, from the distance of its middle."""
    share = distance * np.float32(-1 / cell_mm)
    share += np.float32(0.5)
    return np.clip(share, 0, 1, out=share)


Window = tuple[slice, slice, slice]


class _Grid:
    """How full each cell is: of parts already counted, and of cores."""

    def __init__(self, low: Array, high: Array, cell_mm: float) -> None:
        self.cell_mm = cell_mm
        self.first = [int(n) for n in np.floor(low / cell_mm) - 2]
        shape = np.ceil(high / cell_mm).astype(int) + 3 - self.first
        self.parts = np.zeros(shape, dtype=np.float32)
        self.cores = np.zeros(shape, dtype=np.float32)

    def window(self, solid: Solid) -> Window:
        low, high = solid.bounds
        first = np.floor(low / self.cell_mm - 1).astype(int) - self.first
        last = np.ceil(high / self.cell_mm + 1).astype(int) - self.first
        shape = self.parts.shape
        a, b, c = (slice(max(0, int(first[i])), min(shape[i], int(last[i]) + 1)) for i in range(3))
        return a, b, c

    def points(self, window: Window) -> tuple[Field, Field, Field]:
        x, y, z = (_lattice(self.cell_mm, *span) for span in self._spans(window))
        return x, y, z

    def _spans(self, window: Window) -> list[Span]:
        return [(self.first[i] + s.start, self.first[i] + s.stop) for i, s in enumerate(window)]

    def add(self, field: Field, solid: Solid, window: Window) -> tuple[Field, float]:
        """Fill `field` with a solid; returns what it alone filled of each cell, and the scale that
        makes its cells its exact volume, mm³ a cell.

        Occupancy falls with distance, so the fuller of two solids is the union's.
        """
        full, whole = _occupied(solid, self.cell_mm, *self._spans(window))
        before = field[window]
        own = np.maximum(full - before, 0)
        np.maximum(before, full, out=before)
        return own, solid.volume_mm3 / whole if whole > 0 else 0.0


def _lattice(cell_mm: float, start: int, stop: int) -> Field:
    """Middles of cells; they lie on one lattice for all figures."""
    return ((np.arange(start, stop) + 0.5) * cell_mm).astype(np.float32)


Span = tuple[int, int]


@lru_cache(maxsize=400)
def _occupied(solid: Solid, cell_mm: float, a: Span, b: Span, c: Span) -> tuple[Field, float]:
    """How full of a solid a box of the lattice is, and the sum; kept, so that what has not moved is
    not measured again."""
    x, y, z = (_lattice(cell_mm, *span) for span in (a, b, c))
    distance = solid.world_distance(x[:, None, None], y[None, :, None], z[None, None, :])
    full = _occupancy(distance, cell_mm)
    return full, float(full.sum())


def _centre(weights: Field, x: Field, y: Field, z: Field, fallback: Array) -> Array:
    total = float(weights.sum())
    if total < 1e-6:
        return fallback
    return np.array(
        [
            float(weights.sum(axis=(1, 2)) @ x) / total,
            float(weights.sum(axis=(0, 2)) @ y) / total,
            float(weights.sum(axis=(0, 1)) @ z) / total,
        ]
    )


def _core_on_grid(grid: _Grid, core: Solid) -> tuple[float, Array]:
    """mm³ of a core that no core before it has taken, and its middle."""
    window = grid.window(core)
    own, scale = grid.add(grid.cores, core, window)
    return float(own.sum()) * scale, _centre(own, *grid.points(window), core.centre)


def _on_grid(grid: _Grid, piece: Piece, core: tuple[float, Array]) -> Share:
    window = grid.window(piece.solid)
    skin, scale = grid.add(grid.parts, piece.solid, window)
    if piece.part.stock is None:
        skin *= 1 - grid.cores[window]
    centre = _centre(skin, *grid.points(window), piece.solid.centre)
    return Share(float(skin.sum()) * scale, core[0], centre, core[1])


def _on_its_own(piece: Piece, counted: list[Piece]) -> Share:
    """A thin part on a fine grid along its own axes; all of it is skin."""
    solid = piece.solid
    offset, half = solid.half_extents
    cell = solid.thickness_mm / 3
    counts = np.clip(np.ceil(2 * half / cell), 3, 160).astype(int)
    axes = [
        (offset[i] - half[i] + (np.arange(counts[i]) + 0.5) * 2 * half[i] / counts[i]).astype(
            np.float32
        )
        for i in range(3)
    ]
    u, v, w = axes[0][:, None, None], axes[1][None, :, None], axes[2][None, None, :]
    whole = own = _occupancy(solid.distance(u, v, w), cell)
    f, o = solid.frame.astype(np.float32), solid.origin.astype(np.float32)
    x = o[0] + u * f[0, 0] + v * f[0, 1] + w * f[0, 2]
    y = o[1] + u * f[1, 0] + v * f[1, 1] + w * f[1, 2]
    z = o[2] + u * f[2, 0] + v * f[2, 1] + w * f[2, 2]
    if counted:
        before = counted[0].solid.world_distance(x, y, z)
        for other in counted[1:]:
            before = np.minimum(before, other.solid.world_distance(x, y, z))
        own = np.maximum(whole - _occupancy(before, cell), 0)
    total, kept = float(whole.sum()), float(own.sum())
    if total == 0 or kept < 1e-6:
        return Share(0.0, 0.0, solid.centre, solid.centre)
    local = _centre(own, axes[0], axes[1], axes[2], np.zeros(3))
    centre = solid.origin + solid.frame @ local
    return Share(solid.volume_mm3 * kept / total, 0.0, centre, centre)


def _overlap(a: Piece, b: Piece) -> bool:
    (low_a, high_a), (low_b, high_b) = a.solid.bounds, b.solid.bounds
    return bool(np.all(low_a < high_b) and np.all(low_b < high_a))


def shares(figure: Figure) -> dict[str, Share]:
    """Skin and core of every part by id; together they are the figure, counted once."""
    if not figure.pieces:
        return {}
    boxes = [piece.solid.bounds for piece in figure.pieces]
    low = np.min([box[0] for box in boxes], axis=0)
    high = np.max([box[1] for box in boxes], axis=0)
    boxed_mm3 = sum(float(np.prod(box[1] - box[0])) for box in boxes)
    cell_mm = max(figure.height_mm / CELLS_PER_HEIGHT, (boxed_mm3 / MOST_CELLS) ** (1 / 3))
    steps = round(math.log(cell_mm) / math.log(CELL_STEP))
    grid = _Grid(low, high, CELL_STEP**steps)
    cores = {
        piece.part.id: _core_on_grid(grid, piece.core)
        for piece in figure.pieces
        if piece.core is not None
    }
    found: dict[str, Share] = {}
    counted: list[Piece] = []
    for piece in sorted(figure.pieces, key=_outermost_first):
        if piece.core is None and piece.solid.thickness_mm < THIN_CELLS * grid.cell_mm:
            found[piece.part.id] = _on_its_own(piece, [c for c in counted if _overlap(c, piece)])
            grid.add(grid.parts, piece.solid, grid.window(piece.solid))
        else:
            found[piece.part.id] = _on_grid(
                grid, piece, cores.get(piece.part.id, (0.0, piece.solid.centre))
            )
        counted.append(piece)
    return found


def _outermost_first(piece: Piece) -> tuple[int, int]:
    """Bought pieces are pressed in whole, so they come before the clay of their layer."""
    return (-piece.part.layer, 0 if piece.part.stock is not None else 1)
