"""The wall of clay as a map on each elevation: what is seen of the surface, and how far below it
the nearest core is."""

from __future__ import annotations

from typing import Literal

import numpy as np

from windcrest_core.body.figure import Piece
from windcrest_core.body.limits import SOLID_LIMIT_MM, THICK_WALL_MM, THIN_WALL_MM
from windcrest_core.body.solids import Field
from windcrest_core.body.volumes import filled, lattice_mm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen

FILLED = 0.2  # of a cell, to be seen
STEPS = 5
BEYOND_MM = 1.5 * THICK_WALL_MM  # no core nearer than this: it is solid here

WallClass = Literal["thin", "in range", "thick", "solid", "too thick to be solid", "bought"]
LETTERS: dict[WallClass, str] = {
    "thin": "t",
    "in range": "o",
    "thick": "T",
    "solid": "s",
    "too thick to be solid": "S",
    "bought": "b",
}


class WallMap(Frozen):
    """One elevation in square cells from its upper left corner, mm: a letter each, a dot where the
    figure is not. Letters: t thin, o in range, T thick, s solid, S too thick to be solid, b bought."""

    name: str
    left_mm: float
    top_mm: float
    cell_mm: float
    rows: list[str]


class PartWall(Frozen):
    """Thinnest and middling wall seen on a part over a core, mm."""

    id: str
    thinnest_mm: float
    middling_mm: float


class Walls(Frozen):
    maps: list[WallMap]
    parts: list[PartWall]


class _Seen:
    """What is in front at each cell of an elevation: whose surface, and where it is.

    The frontmost filled cell of the lattice that volumes are measured on says whose it is; from
    there the surface is walked to along the line of sight.
    """

    def __init__(self, pieces: list[Piece], along: int, across: int, cell_mm: float) -> None:
        self.along, self.across, self.cell_mm = along, across, cell_mm
        self.pieces = pieces
        boxes = [filled(piece.solid, cell_mm) for piece in pieces]
        low = np.min([box.first for box in boxes], axis=0)
        high = np.max([np.add(box.first, box.full.shape) for box in boxes], axis=0)
        self.low = (int(low[across]), int(low[2]))
        shape = (int(high[across] - low[across]), int(high[2] - low[2]))
        self.depth = np.full(shape, -(10**6), dtype=np.int64)
        self.owner = np.full(shape, -1, dtype=np.int64)
        for n, box in enumerate(boxes):
            inside = box.full > FILLED
            size = inside.shape[along]
            last = size - 1 - np.argmax(np.flip(inside, along), axis=along)
            front = np.where(inside.any(axis=along), last + box.first[along], -(10**6))
            c, r = box.first[across] - self.low[0], box.first[2] - self.low[1]
            window = (slice(c, c + front.shape[0]), slice(r, r + front.shape[1]))
            nearer = (front >= self.depth[window]) & (front > -(10**6))
            self.depth[window] = np.where(nearer, front, self.depth[window])
            self.owner[window] = np.where(nearer, n, self.owner[window])
        self.cells = np.argwhere(self.owner >= 0)

    def surface(self) -> tuple[Field, Field, Field, Field]:
        """Where the surface is at each cell seen, and how far off it that is at a rim, mm."""
        columns, rows = self.cells[:, 0], self.cells[:, 1]
        at = np.zeros((3, len(self.cells)), dtype=np.float32)
        at[self.across] = (columns + self.low[0] + 0.5) * self.cell_mm
        at[2] = (rows + self.low[1] + 0.5) * self.cell_mm
        at[self.along] = (self.depth[columns, rows] + 1.5) * self.cell_mm
        off = np.zeros(len(self.cells), dtype=np.float32)
        owners = self.owner[columns, rows]
        for n in np.unique(owners).tolist():
            mine = owners == n
            here = at[:, mine]
            for _ in range(STEPS):
                gap = np.asarray(self.pieces[n].solid.world_distance(*here))
                here[self.along] -= np.clip(gap, -self.cell_mm, 2 * self.cell_mm)
            at[:, mine] = here
            off[mine] = np.asarray(self.pieces[n].solid.world_distance(*here))
        return at[0], at[1], at[2], off

    def walls(self, cores: list[Piece]) -> Field:
        """Distance from each cell seen to the nearest core, mm."""
        x, y, z, off = self.surface()
        wall = np.full(len(self.cells), np.inf, dtype=np.float32)
        for piece in cores:
            assert piece.core is not None
            low, high = piece.core.bounds
            near = (
                (x > low[0] - BEYOND_MM)
                & (x < high[0] + BEYOND_MM)
                & (y > low[1] - BEYOND_MM)
                & (y < high[1] + BEYOND_MM)
                & (z > low[2] - BEYOND_MM)
                & (z < high[2] + BEYOND_MM)
            )
            at = np.flatnonzero(near)
            if len(at):
                gap = np.asarray(piece.core.world_distance(x[at], y[at], z[at]), np.float32)
                wall[at] = np.minimum(wall[at], gap - off[at])
        return wall


def _class(piece: Piece, wall_mm: float) -> WallClass:
    if piece.part.stock is not None:
        return "bought"
    if wall_mm > BEYOND_MM:
        thick = piece.solid.greatest_thickness_mm > SOLID_LIMIT_MM
        return "too thick to be solid" if thick else "solid"
    if wall_mm < THIN_WALL_MM:
        return "thin"
    return "thick" if wall_mm > THICK_WALL_MM else "in range"


def walls(work: Workpiece) -> Walls:
    """Both elevations, and the walls seen on each part over a core."""
    pieces = [piece for piece in work.figure.pieces if not piece.part.hidden]
    if not pieces:
        return Walls(maps=[], parts=[])
    pieces.sort(key=lambda piece: piece.part.layer)
    cores = [piece for piece in work.figure.pieces if piece.core is not None]
    cell = lattice_mm(work.figure)
    maps = []
    seen_on: dict[str, list[float]] = {}
    for name, along, across, sign in (("front", 1, 0, -1), ("side", 0, 1, 1)):
        seen = _Seen(pieces, along, across, cell)
        letters = np.full(seen.owner.shape, ".", dtype="<U1")
        found = seen.walls(cores).tolist()
        for (column, row), wall in zip(seen.cells.tolist(), found, strict=True):
            piece = pieces[int(seen.owner[column, row])]
            letters[column, row] = LETTERS[_class(piece, wall)]
            if wall <= BEYOND_MM and piece.core is not None:
                seen_on.setdefault(piece.part.id, []).append(wall)
        wide, tall = letters.shape
        maps.append(
            WallMap(
                name=name,
                left_mm=(seen.low[0] if sign > 0 else -(seen.low[0] + wide)) * cell,
                top_mm=(seen.low[1] + tall) * cell,
                cell_mm=cell,
                rows=["".join(row[::sign]) for row in letters.T[::-1]],
            )
        )
    return Walls(
        maps=maps,
        parts=[
            PartWall(id=key, thinnest_mm=min(values), middling_mm=float(np.median(values)))
            for key, values in sorted(seen_on.items())
        ],
    )
