"""What of the figure's surface a brush gets to, with some of its parts on and others not yet.

Points of each part's surface are followed outwards along many directions through a field of signed
distances. A point is seen where a straight line leaves the figure from it, and reached where a brush
of a given width does: thin at its tip, as wide as its ferrule from there on out.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.solids import Array, Field, Solid

MOST_CELLS = 400_000
DIRECTIONS = 40
GRAZING = 0.25  # a brush leans at most so far: cosine to the surface's own direction [A]
HAIR_DEG = 20.0  # how fast a brush widens behind its tip [A]
HAIR_SLOPE = math.tan(math.radians(HAIR_DEG))
EYE_MM = 0.3  # a line of sight is so thick
LATTICE = 12
MOST_POINTS = 90
MOST_STEPS = 60

Owners = NDArray[np.int16]
Mask = NDArray[np.bool_]


@dataclass(frozen=True)
class Surface:
    """Points on a part's surface, (n, 3) mm, and the way out from each."""

    points: Array
    outward: Array


@dataclass(frozen=True)
class Access:
    """Of a part's points: seen at all, and reached by the brush."""

    seen: Mask
    reached: Mask


@dataclass(frozen=True)
class Assembly:
    """A part put on at the end, and what access to the others is left with it on."""

    part: str
    access: dict[str, Access]


@dataclass(frozen=True)
class Reached:
    """Access before anything is assembled, what is in the way of what is not reached then, and the
    access that is left after each part that is put on."""

    before: dict[str, Access]
    in_the_way: dict[str, str]
    after: list[Assembly]


def _directions() -> Array:
    """Spread evenly over the ball."""
    turn = math.pi * (3 - math.sqrt(5))
    at = np.arange(DIRECTIONS)
    z = 1 - 2 * (at + 0.5) / DIRECTIONS
    r = np.sqrt(1 - z * z)
    return np.column_stack([r * np.cos(turn * at), r * np.sin(turn * at), z])


def _distance(solid: Solid, points: Array) -> Array:
    local = ((points - solid.origin) @ solid.frame).astype(np.float32)
    return np.asarray(solid.distance(local[:, 0], local[:, 1], local[:, 2]), dtype=np.float64)


def _gradient(solid: Solid, points: Array, step_mm: float) -> Array:
    ends = np.concatenate([points + step_mm * axis for axis in (*np.eye(3), *-np.eye(3))])
    found = _distance(solid, ends).reshape(6, -1)
    slope = (found[:3] - found[3:]).T
    size = np.linalg.norm(slope, axis=1, keepdims=True)
    return np.asarray(slope / np.where(size > 1e-9, size, 1.0))


def surface_of(solid: Solid) -> Surface:
    """Points spread over a solid's surface: a lattice of its own box, drawn onto it."""
    offset, half = solid.half_extents
    half = np.maximum(half, 1e-3)
    line = np.linspace(-1.08, 1.08, LATTICE)
    cells = np.stack(np.meshgrid(line, line, line, indexing="ij"), axis=-1).reshape(-1, 3)
    points = solid.origin + (offset + cells * half) @ solid.frame.T
    spacing = 2.16 * half / (LATTICE - 1)
    away = _distance(solid, points)
    points = points[np.abs(away) < 0.75 * float(spacing.max())]
    step_mm = max(0.02, 0.05 * float(half.min()))
    for _ in range(3):
        points = points - _distance(solid, points)[:, None] * _gradient(solid, points, step_mm)
    on_it = np.abs(_distance(solid, points)) < max(0.1, 0.05 * float(half.min()))
    points = points[on_it]
    cell = math.sqrt(float((half[0] * half[1] + half[1] * half[2] + half[0] * half[2]) * 8)) / 9
    _, first = np.unique(
        np.floor(points / max(cell, 0.2)).astype(np.int64), axis=0, return_index=True
    )
    kept = np.sort(first)
    kept = kept[:: max(1, math.ceil(len(kept) / MOST_POINTS))]
    return Surface(points[kept], _gradient(solid, points[kept], step_mm))


class Space:
    """Signed distance to all parts put into it so far, on a lattice over the whole figure."""

    def __init__(self, figure: Figure, brush_mm: float) -> None:
        bounds = [piece.solid.bounds for piece in figure.pieces]
        low = np.min([low for low, _ in bounds], axis=0)
        high = np.max([high for _, high in bounds], axis=0)
        margin = brush_mm + 4.0
        size = high - low + 2 * margin
        self.cell_mm = max(1.0, float(np.prod(size) / MOST_CELLS) ** (1 / 3))
        self.low = low - margin
        self.shape = tuple(int(n) for n in np.ceil(size / self.cell_mm) + 1)
        self.band_mm = brush_mm / 2 + 2 * self.cell_mm
        self.near: Field = np.full(self.shape, self.band_mm, dtype=np.float32)
        self.owner: Owners = np.full(self.shape, -1, dtype=np.int16)
        self.names: list[str] = []
        self._far: Field | None = None

    def add(self, piece: Piece) -> None:
        """Put a part in."""
        low, high = piece.solid.bounds
        first = np.maximum(0, np.floor((low - self.band_mm - self.low) / self.cell_mm)).astype(int)
        last = np.minimum(
            self.shape, np.ceil((high + self.band_mm - self.low) / self.cell_mm).astype(int) + 1
        )
        box = tuple(slice(int(a), int(b)) for a, b in zip(first, last, strict=True))
        axes = [
            (self.low[i] + np.arange(first[i], last[i]) * self.cell_mm).astype(np.float32)
            for i in range(3)
        ]
        points = np.stack(np.meshgrid(*axes, indexing="ij"), axis=-1).reshape(-1, 3)
        found = _distance(piece.solid, points).astype(np.float32).reshape(self.near[box].shape)
        self.names.append(piece.part.id)
        nearer = found < self.near[box]
        self.owner[box][nearer] = len(self.names) - 1
        np.minimum(self.near[box], found, out=self.near[box])
        self._far = None

    @property
    def field(self) -> Field:
        """Distances, exact near the parts and at least so large further off."""
        if self._far is None:
            from scipy.ndimage import distance_transform_edt

            away = distance_transform_edt(self.near >= self.band_mm) * self.cell_mm
            self._far = np.where(
                self.near >= self.band_mm,
                self.band_mm + np.maximum(0, away - self.cell_mm),
                self.near,
            ).astype(np.float32)
        return self._far

    def inside(self, points: Array) -> Mask:
        at = (points - self.low) / self.cell_mm
        return np.asarray(((at >= 0) & (at <= np.array(self.shape) - 1)).all(axis=1))

    def at(self, points: Array) -> Array:
        """Distance at points, (n,) mm."""
        places = ((points - self.low) / self.cell_mm).T
        from scipy.ndimage import map_coordinates

        return np.asarray(map_coordinates(self.field, places, order=1, mode="nearest"))

    def owner_at(self, points: Array) -> Owners:
        at = np.rint((points - self.low) / self.cell_mm).astype(int)
        at = np.clip(at, 0, np.array(self.shape) - 1)
        return np.asarray(self.owner[at[:, 0], at[:, 1], at[:, 2]])

    def free(self, points: Array, ways: Array, width_mm: float) -> tuple[Mask, Array]:
        """Whether something so wide gets out along each way, and where it stops."""
        return _gets_out(points, ways, width_mm, self.cell_mm, self.at, self.inside)


def _gets_out(
    points: Array,
    ways: Array,
    width_mm: float,
    cell_mm: float,
    room_at: Callable[[Array], Array],
    inside: Callable[[Array], Mask],
) -> tuple[Mask, Array]:
    out = np.ones(len(points), dtype=bool)
    stops = points.copy()
    travelled = np.full(len(points), 1.2 * cell_mm)
    going = np.arange(len(points))
    for _ in range(MOST_STEPS):
        here = points[going] + travelled[going, None] * ways[going]
        still = inside(here)
        going, here = going[still], here[still]
        if not len(going):
            break
        room = room_at(here)
        radius = np.minimum(width_mm / 2, EYE_MM / 2 + travelled[going] * HAIR_SLOPE)
        hit = room < radius - 0.15 * cell_mm
        out[going[hit]] = False
        stops[going[hit]] = here[hit]
        going, room, radius = going[~hit], room[~hit], radius[~hit]
        travelled[going] += np.maximum(0.7 * cell_mm, room - radius)
    return out, stops


@dataclass
class _Ways:
    """Every way out from every point of the painted parts; `sight` and `brush` where it is free."""

    starts: Array
    along: Array
    point: NDArray[np.int64]
    sight: Mask
    brush: Mask

    def meets(self, low: Array, high: Array) -> Mask:
        """The ways that are still free and pass through a box."""
        with np.errstate(divide="ignore", invalid="ignore"):
            a, b = (low - self.starts) / self.along, (high - self.starts) / self.along
        enters = np.nanmax(np.minimum(a, b), axis=1)
        leaves = np.nanmin(np.maximum(a, b), axis=1)
        return np.asarray((leaves >= np.maximum(enters, 0)) & (self.sight | self.brush))


def _ways_out(space: Space, surfaces: dict[str, Surface]) -> tuple[_Ways, Array]:
    points = np.concatenate([surface.points for surface in surfaces.values()])
    outward = np.concatenate([surface.outward for surface in surfaces.values()])
    # A point whose next cell outwards belongs to another part is covered: nobody paints it.
    covered = space.at(points + outward * space.cell_mm) < 0.35 * space.cell_mm
    ways = _directions()
    point, way = np.nonzero((outward @ ways.T >= GRAZING) & ~covered[:, None])
    free = np.ones(len(point), dtype=bool)
    return _Ways(points[point], ways[way], point, free, free.copy()), points


def reached(
    figure: Figure,
    painted: list[str],
    assembled: list[str],
    width_mm: float,
    tell: Callable[[float], None],
) -> Reached:
    """Access to the painted parts before anything is assembled, and after each part that is.

    Parameters
    ----------
    painted : ids of the parts to be painted on the figure. assembled : ids of those put on last, in
        their order; they are painted before that, off the figure.
    width_mm : of the brush. tell : is told the share done, 0 to 1.
    """
    late = set(assembled)
    pieces = {piece.part.id: piece for piece in figure.pieces}
    space = Space(figure, width_mm)
    for piece in figure.pieces:
        if piece.part.id not in late:
            space.add(piece)
    surfaces = {key: surface_of(pieces[key].solid) for key in painted if key not in late}
    tell(0.4)
    if not surfaces:
        return Reached({}, {}, [])
    ways, points = _ways_out(space, surfaces)
    ways.sight, _ = space.free(ways.starts, ways.along, EYE_MM)
    tell(0.6)
    ways.brush, stops = space.free(ways.starts, ways.along, width_mm)
    tell(0.8)
    before = _access(ways, surfaces, len(points))
    in_the_way = _in_the_way(space, ways, stops, surfaces, before)
    after = []
    for count, key in enumerate(assembled, start=1):
        _put_on(space, ways, pieces[key].solid, width_mm)
        after.append(Assembly(key, _access(ways, surfaces, len(points))))
        tell(0.8 + 0.2 * count / len(assembled))
    tell(1.0)
    return Reached(before, in_the_way, after)


def _put_on(space: Space, ways: _Ways, solid: Solid, width_mm: float) -> None:
    """Close the ways that a part put on stands in."""
    low, high = solid.bounds
    near = np.flatnonzero(ways.meets(low - width_mm, high + width_mm))

    def room_at(points: Array) -> Array:
        return _distance(solid, points)

    starts, along = ways.starts[near], ways.along[near]
    for free, width in ((ways.sight, EYE_MM), (ways.brush, width_mm)):
        out, _ = _gets_out(starts, along, width, space.cell_mm, room_at, space.inside)
        free[near] &= out


def _access(ways: _Ways, surfaces: dict[str, Surface], count: int) -> dict[str, Access]:
    seen, brushed = np.zeros(count, dtype=bool), np.zeros(count, dtype=bool)
    seen[ways.point[ways.sight]] = True
    brushed[ways.point[ways.brush]] = True
    found, start = {}, 0
    for key, surface in surfaces.items():
        mine = slice(start, start + len(surface.points))
        found[key] = Access(seen[mine], seen[mine] & brushed[mine])
        start = mine.stop
    return found


def _in_the_way(
    space: Space,
    ways: _Ways,
    stops: Array,
    surfaces: dict[str, Surface],
    before: dict[str, Access],
) -> dict[str, str]:
    """By part, the other part that stops the brush most often where it should get to."""
    found, start = {}, 0
    for key, surface in surfaces.items():
        missed = np.flatnonzero(before[key].seen & ~before[key].reached) + start
        start += len(surface.points)
        if not len(missed):
            continue
        stopped = stops[np.isin(ways.point, missed) & ~ways.brush]
        names = [space.names[k] for k in space.owner_at(stopped) if k >= 0]
        others = [name for name in names if name != key]
        if others:
            found[key] = max(sorted(set(others)), key=others.count)
    return found
