"""How much of the figure each part is: clay and core by volume and their middles.

Solids are measured on one lattice of cells; each bit of volume belongs to the part on the outermost
layer. Parts too thin for the lattice are counted on a grid of their own, at least a third of their
thickness, laid along their own axes; so are those of which little is left. A part's exact volume is
shared out by the fractions the cells find, so that the softness of their edge cancels. What neither
moved nor lost or won a neighbour is not measured again.
"""

from __future__ import annotations

import functools
import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.cloth import ClothSolid
from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.solids import Array, Field, Solid
from windcrest_core.kept import PER_PART, PER_PART_LARGE

CELLS_PER_HEIGHT = 102
MOST_CELLS = 260_000
THIN_CELLS = 4.0
CELL_STEP = 1.08
FINE_CELLS, FINEST_CELLS = 2000, 14_000  # of the box of a part that is measured on its own
OWN_CELLS, LEAST_CELLS = 12_000_000, 300  # of all grids of a figure, times what they look at
COVERED, COVERED_CELLS = 0.4, 7.0  # share left below which a part so thick is measured finest

Solids = tuple[Solid, ...]
Measured = tuple[float, Array]


@dataclass(frozen=True)
class Share:
    """What one part is of the figure: mm³ of its own skin and core, and their centres, mm."""

    skin_mm3: float
    core_mm3: float
    skin_centre: Array
    core_centre: Array


@dataclass(frozen=True)
class Filled:
    """How full of one solid the cells about it are; `scale` makes them its exact volume, mm³ a cell."""

    first: tuple[int, ...]
    full: Field
    scale: float

    @property
    def axes(self) -> tuple[Field, Field, Field]:
        """Number of the lattice's cell along each axis, of its middle."""
        x, y, z = (
            np.arange(start, start + size, dtype=np.float32) + np.float32(0.5)
            for start, size in zip(self.first, self.full.shape, strict=True)
        )
        return x, y, z

    def meeting(self, other: Filled) -> tuple[tuple[slice, ...], tuple[slice, ...]]:
        """The cells both are measured on, as slices of this and of the other."""
        here, there = [], []
        for a, n, b, m in zip(
            self.first, self.full.shape, other.first, other.full.shape, strict=True
        ):
            low, high = max(a, b), max(a, b, min(a + n, b + m))
            here.append(slice(low - a, high - a))
            there.append(slice(low - b, high - b))
        return tuple(here), tuple(there)


def _occupancy(distance: Field, cell_mm: float) -> Field:
    """Share of each cell inside, from the distance of its middle."""
    share = distance * np.float32(-1 / cell_mm)
    share += np.float32(0.5)
    return np.clip(share, 0, 1, out=share)


@lru_cache(maxsize=PER_PART_LARGE)
def filled(solid: Solid, cell_mm: float) -> Filled:
    """How full of a solid the cells about it are, on the lattice of that cell."""
    low, high = solid.bounds
    first = np.floor(low / cell_mm - 1).astype(int)
    last = np.ceil(high / cell_mm + 1).astype(int)
    x, y, z = (
        ((np.arange(a, b + 1) + 0.5) * cell_mm).astype(np.float32)
        for a, b in zip(first, last, strict=True)
    )
    grid = x[:, None, None], y[None, :, None], z[None, None, :]
    if isinstance(solid, ClothSolid):
        return _cloth(solid, tuple(first.tolist()), grid, cell_mm)
    full = _occupancy(solid.world_distance(*grid), cell_mm)
    whole = float(full.sum())
    return Filled(tuple(first.tolist()), full, solid.volume_mm3 / whole if whole > 0 else 0.0)


def _cloth(
    solid: ClothSolid, first: tuple[int, ...], grid: tuple[Field, Field, Field], cell_mm: float
) -> Filled:
    """Cloth on the lattice: what it and all within it fill, less the most of what is open and what is under it.

    It may be thinner than a cell, so that neither half of its edges means anything without the other.
    """
    box = Filled(first, _occupancy(solid.outer(*grid), cell_mm), cell_mm**3)
    taken = _union_on(box, solid.under, cell_mm)
    hollow = solid.hollow(*grid)
    if hollow is not None:
        taken = np.maximum(taken, _occupancy(hollow, cell_mm))
    scale = cell_mm**3 * solid.fuller_than_drawn
    return Filled(first, np.maximum(box.full - taken, 0), scale)


def _union_on(box: Filled, solids: Solids, cell_mm: float) -> Field:
    """How full of any of `solids` the cells of `box` are.

    Occupancy falls with distance, so the fuller of two solids is the union's.
    """
    field = np.zeros_like(box.full)
    for solid in solids:
        other = filled(solid, cell_mm)
        here, there = box.meeting(other)
        part = field[here]
        np.maximum(part, other.full[there], out=part)
    return field


def _outside(full: Field, taken: Field) -> Field:
    """What of full cells is left outside what has taken them.

    Where both edges cross a cell they may be the same edge, which leaves full − taken, or cross it
    each their own way, which leaves full × (1 − taken). Half of each keeps every part of the demo
    figures within 3 % of a count by points; either alone is 3 to 6 % off where parts meet end to end.
    """
    left: Field = (np.maximum(full - taken, 0) + full * (1 - taken)) / 2
    return left


@lru_cache(maxsize=PER_PART)
def _on_lattice(solid: Solid, over: Solids, cores: Solids, cell_mm: float) -> Measured:
    """mm³ of a solid outside all that lies over it and outside the cores, and the middle, mm."""
    box = filled(solid, cell_mm)
    own = box.full
    if over:
        own = _outside(own, _union_on(box, over, cell_mm))
    if cores:
        own = _outside(own, _union_on(box, cores, cell_mm))
    total = float(own.sum())
    if total < 1e-6:
        return 0.0, solid.centre
    return total * box.scale, _centre(own, total, *box.axes) * cell_mm


def _centre(weights: Field, total: float, x: Field, y: Field, z: Field) -> Array:
    across = weights.sum(axis=2)
    return np.array(
        [
            float(across.sum(axis=1) @ x) / total,
            float(across.sum(axis=0) @ y) / total,
            float(weights.sum(axis=(0, 1)) @ z) / total,
        ]
    )


def _counts(solid: Solid, cells: int) -> tuple[Array, float]:
    """Cells along each axis of a grid of its own, and their size, mm: about so many in its box, three
    through it."""
    _, half = solid.half_extents
    fine = (8 * float(np.prod(half)) / cells) ** (1 / 3)
    cell = min(solid.thickness_mm / 3, fine)
    return np.clip(np.ceil(2 * half / cell), 3, 160).astype(int), cell


def at_most(counts: Array, most: int) -> Array:
    """The grid made coarser along its longer axes until it has no more cells than allowed."""
    while np.prod(counts) > most and counts.max() > 3:
        counts = np.where(counts == counts.max(), np.maximum(3, counts * 3 // 4), counts)
    return counts


@lru_cache(maxsize=PER_PART)
def _on_its_own(solid: Solid, over: Solids, cores: Solids, cells: int, most: int) -> Measured:
    """The same of a thin part, on a fine grid along its own axes, of at most so many cells."""
    offset, half = solid.half_extents
    wanted, cell = _counts(solid, cells)
    counts = at_most(wanted, most)
    cell *= float(np.prod(wanted) / np.prod(counts)) ** (1 / 3)
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
    for others in filter(None, (over, cores)):
        nearest = functools.reduce(np.minimum, (o.world_distance(x, y, z) for o in others))
        own = _outside(own, _occupancy(nearest, cell))
    total, kept = float(whole.sum()), float(own.sum())
    if total == 0 or kept < 1e-6:
        return 0.0, solid.centre
    local = _centre(own, kept, axes[0], axes[1], axes[2])
    return solid.volume_mm3 * kept / total, solid.origin + solid.frame @ local


class _Allowance:
    """Cells that may still be looked at on grids of their own, for all parts of a figure together."""

    def __init__(self) -> None:
        self.left = OWN_CELLS

    def most(self, solid: Solid, cells: int, solids: int) -> int:
        """How many cells its grid may have, which looks at so many solids; they are taken."""
        wanted = int(np.prod(_counts(solid, cells)[0]))
        given = max(LEAST_CELLS, min(wanted, self.left // solids))
        self.left = max(0, self.left - given * solids)
        return given


def _measured(
    solid: Solid, over: Solids, cores: Solids, cell_mm: float, allowance: _Allowance
) -> Measured:
    """mm³ of a solid outside what lies over it: on the lattice, on its own where it is thin, finer
    where little of it is left, since what is left is then the difference of two large amounts.

    One huge part makes the lattice coarse and all others thin: what grids of their own cost together is
    bounded, however many there are.
    """
    solids = 1 + len(over) + len(cores)
    if isinstance(solid, ClothSolid):
        return _on_lattice(solid, over, (), cell_mm)
    cells_thick = solid.thickness_mm / cell_mm
    if cells_thick >= THIN_CELLS or not (over or cores):
        found = _on_lattice(solid, over, cores, cell_mm)
    else:
        most = allowance.most(solid, FINE_CELLS, solids)
        found = _on_its_own(solid, over, cores, FINE_CELLS, most)
    left = found[0] / max(solid.volume_mm3, 1e-9)
    if cells_thick < COVERED_CELLS and left < COVERED:
        finest = FINEST_CELLS * (3 if left < COVERED / 2 else 1)
        most = allowance.most(solid, finest, solids)
        return _on_its_own(solid, over, cores, finest, most)
    return found


def lattice_mm(figure: Figure) -> float:
    """Cells fine enough for the figure, in steps, so that a small move keeps the lattice."""
    boxed_mm3 = sum(float(np.prod(p.solid.bounds[1] - p.solid.bounds[0])) for p in figure.pieces)
    cell_mm = max(figure.height_mm / CELLS_PER_HEIGHT, (boxed_mm3 / MOST_CELLS) ** (1 / 3))
    return float(CELL_STEP ** round(math.log(cell_mm) / math.log(CELL_STEP)))


def _near(solids: list[Solid], others: list[Solid], margin_mm: float) -> NDArray[np.bool_]:
    """Which of `others` come within a margin of each of `solids`, by their boxes."""
    low_a, high_a = (np.array([s.bounds[end] for s in solids])[:, None] for end in (0, 1))
    low_b, high_b = (np.array([s.bounds[end] for s in others])[None] for end in (0, 1))
    near: NDArray[np.bool_] = np.all(
        (low_a < high_b + margin_mm) & (low_b < high_a + margin_mm), axis=2
    )
    return near


def _picked(solids: list[Solid], near: NDArray[np.bool_]) -> Solids:
    return tuple(solids[index] for index in np.flatnonzero(near))


def shares(figure: Figure) -> dict[str, Share]:
    """Skin and core of every part by id; together they are the figure, counted once."""
    if not figure.pieces:
        return {}
    cell_mm = lattice_mm(figure)
    cored = {p.part.id: p.core for p in figure.pieces if p.core is not None}
    cores = list(cored.values())
    pieces = sorted(figure.pieces, key=_outermost_first)
    solids = [piece.solid for piece in pieces]
    none = np.zeros((len(solids), 0), dtype=np.bool_)
    margin = 3 * cell_mm
    allowance = _Allowance()
    over_each = _near(solids, solids, margin)
    cores_each = _near(solids, cores, margin) if cores else none
    core_each = _near(cores, cores, margin) if cores else none
    core_shares = {
        part_id: _measured(core, _picked(cores, core_each[at, :at]), (), cell_mm, allowance)
        for at, (part_id, core) in enumerate(cored.items())
    }
    found: dict[str, Share] = {}
    for at, piece in enumerate(pieces):
        solid = piece.solid
        over = tuple(
            other
            for other in _picked(solids, over_each[at, :at])
            if not (isinstance(other, ClothSolid) and other.lies_over(solid))
        )
        inside = () if piece.part.stock is not None else _picked(cores, cores_each[at])
        inside = tuple(
            core for core in inside if not (isinstance(core, ClothSolid) and core.lies_over(solid))
        )
        skin = _measured(solid, over, inside, cell_mm, allowance)
        core_mm3, core_centre = core_shares.get(piece.part.id, (0.0, skin[1]))
        found[piece.part.id] = Share(skin[0], core_mm3, skin[1], core_centre)
    return found


def _outermost_first(piece: Piece) -> tuple[int, int]:
    """Bought pieces are pressed in whole, so they come before the clay of their layer."""
    return (-piece.part.layer, 0 if piece.part.stock is not None else 1)
