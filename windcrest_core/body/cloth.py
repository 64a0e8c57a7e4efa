"""Cloth rolled out of clay: over others at one thickness, or hung round them as tubes.

What it is made of is told by three fields: all that it and what it lies over fill (`outer`), what stays open inside
it (`hollow`), and what is under it. Its clay is the first less the other two. Where cells are larger than it is thick
only their difference is right: see `volumes`.
"""

from __future__ import annotations

import functools
import math
from abc import abstractmethod
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely

from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.solids import Array, Field, Solid

ZERO, WORLD = np.zeros(3), np.eye(3)
CLOTH_SHARE, THINNEST_MM, THICKEST_MM = 0.009, 0.8, 6.0  # of the height, as cloth is rolled [A]
ACROSS = 5  # places across the end of a slit
STRIPS = 36  # of a tube's round
OWN_CELLS = 9_000  # of the lattice that cloth by itself is measured on: within some 2 %


def cloth_mm(height_mm: float) -> float:
    """As thick as cloth is rolled for a figure of this height, mm."""
    return min(THICKEST_MM, max(THINNEST_MM, round(CLOTH_SHARE * height_mm, 1)))


@dataclass(frozen=True)
class Cut:
    """A wedge left out of a tube, radians about its axis from its front towards the figure's left, and from where to
    where along it, mm."""

    middle: float
    half: float
    low: float
    high: float


@dataclass(frozen=True)
class Zigzag:
    """An end cut into points about a tube's axis, so deep along it, mm; one of them is in front."""

    number: int
    deep: float

    def back(self, angle: Array) -> Array:
        """How far back from its tips the edge is at an angle from the front, mm."""
        turns = angle * (self.number / (2 * math.pi))
        return np.asarray(2 * self.deep * np.abs(turns - np.floor(turns + 0.5)))

    def slope(self, radius_mm: float) -> float:
        """Cosine of how far its edges lean, on a tube of that radius."""
        half = math.pi * radius_mm / self.number
        return half / math.hypot(half, self.deep)


@dataclass(frozen=True, eq=False)
class TubeSolid(FrustumSolid):
    """A cone cut flat that is only its wall, `t` thick inwards, with its ends open or closed.

    `folds` are how far along the cloth each end is doubled, mm; `points` what each is cut into; `left` is 1 where its
    own x points to the figure's left, else −1.
    """

    t: float = 2.0
    open_ends: tuple[bool, bool] = (True, True)
    folds: tuple[float, float] = (0.0, 0.0)
    cuts: tuple[Cut, ...] = ()
    points: tuple[Zigzag | None, Zigzag | None] = (None, None)
    left: float = 1.0

    @property
    def lean(self) -> float:
        """Cosine of how far its side leans from its axis."""
        return self.h / math.hypot(self.h, self.r2 - self.r1)

    @property
    def middle(self) -> tuple[float, float]:
        """Radii of the middle of its wall at start and end, mm: r − t/(2 cos α)."""
        off = self.t / 2 / self.lean
        return self.r1 - off, self.r2 - off

    @property
    def inside(self) -> FrustumSolid:
        """What its wall goes round."""
        off = self.t / self.lean
        r1, r2 = (max(0.1, r - off) for r in (self.r1, self.r2))
        return FrustumSolid(self.origin, self.frame, r1, r2, self.h, self.depth)

    def side(self, x: Field, y: Field, z: Field) -> Field:
        """Distance to its side, however far that goes on; first order where it is oval."""
        r1, r2, h, depth = (np.float32(v) for v in (self.r1, self.r2, self.h, self.depth))
        radius = np.sqrt(x * x + (y / depth) ** 2)
        d = (radius - (r1 + (r2 - r1) * z / h)) * np.float32(self.lean)
        if self.depth == 1.0:
            return np.asarray(d)
        ny2 = (y / depth / np.maximum(radius, np.float32(1e-6))) ** 2
        return np.asarray(d / np.sqrt(1 + ny2 * (1 / (depth * depth) - 1)))

    def outer(self, x: Field, y: Field, z: Field) -> Field:
        """All of it as if it were full, less its slits; world points."""
        x, y, z = self._own(x, y, z)
        d = np.maximum(self.side(x, y, z), np.maximum(-z, z - np.float32(self.h)))
        for cut in self.cuts:
            d = np.maximum(d, -self._wedge(cut, x, y, z))
        for points, beyond, radius in zip(
            self.points, (-z, z - np.float32(self.h)), (self.r1, self.r2), strict=True
        ):
            if points is not None:
                back = points.back(self._towards(x, y).astype(float)).astype(np.float32)
                d = np.maximum(d, (beyond + back) * np.float32(points.slope(radius)))
        return np.asarray(d)

    def _towards(self, x: Field, y: Field) -> Field:
        """Angle about its axis from its front towards the figure's left, of its own points."""
        return np.asarray(np.arctan2(np.float32(self.left) * x, y / np.float32(self.depth)))

    def places(self, angles: Array, z: Array, off_mm: float = 0.0) -> Array:
        """Points of its outside, or so far inside it, (n, 3) mm in its own axes, at angles from its front."""
        off = off_mm / self.lean
        across = self.r1 + (self.r2 - self.r1) * z / self.h - off
        deep = (across + off) * self.depth - off
        return np.column_stack([self.left * across * np.sin(angles), deep * np.cos(angles), z])

    def ends(self, angles: Array) -> tuple[Array, Array]:
        """From where to where it goes along its axis at angles from its front, mm: back of its tips where it is cut into
        points."""
        first, last = (
            np.zeros(len(angles)) if points is None else points.back(angles)
            for points in self.points
        )
        return np.asarray(first), np.asarray(self.h - last)

    def hollow(self, x: Field, y: Field, z: Field) -> Field:
        """What is open inside its wall and its hems; world points."""
        x, y, z = self._own(x, y, z)
        t, h = np.float32(self.t), np.float32(self.h)
        low, high = (np.float32(0.0 if is_open else self.t) for is_open in self.open_ends)
        side = self.side(x, y, z)
        d = np.maximum(side + t, np.maximum(low - z, z - (h - high)))
        for fold, beyond in zip(self.folds, (-z, z - h), strict=True):
            if fold > 0:
                d = np.maximum(d, np.minimum(beyond + np.float32(fold * self.lean), side + 2 * t))
        return np.asarray(d)

    def rings(self, view: Array) -> list[Array]:
        """Convex outlines in a view that make up its own: of all of it, or of strips of it where it ends in points."""
        if self.points == (None, None):
            return self.convex_rings(view)
        angles = self.strips
        edges = [
            (self.origin + self.places(angles, z, off) @ self.frame.T) @ view.T
            for z in self.ends(angles)
            for off in (0.0, self.t)
        ]
        quads = []
        for k in range(len(angles) - 1):
            corners = np.concatenate([edge[k : k + 2] for edge in edges])
            hull = shapely.convex_hull(shapely.multipoints(corners))
            quads.append(shapely.get_coordinates(hull)[:-1])
        return quads

    def slit_edges(self, towards: Array) -> list[Array]:
        """The edges of slits on the side that faces a direction, lines (n, 3) mm each, world."""
        found = []
        for cut in self.cuts:
            low, high = max(cut.low, 0.0), min(cut.high, self.h)
            across = np.linspace(cut.middle - cut.half, cut.middle + cut.half, ACROSS)
            lines = [(np.full(2, edge), np.array([low, high])) for edge in across[[0, -1]]]
            lines += [(across, np.full(ACROSS, z)) for z in (low, high) if 0 < z < self.h]
            for angles, z in lines:
                outside, inside = self.places(angles, z), self.places(angles, z, self.t)
                if float((outside - inside).mean(axis=0) @ self.frame.T @ towards) > 0:
                    found.append(self.origin + outside @ self.frame.T)
        return found

    @property
    def strips(self) -> Array:
        """Angles about it, from behind all round, fine enough for its round and with every tip and valley of its
        points among them."""
        own = [np.linspace(-math.pi, math.pi, STRIPS + 1)]
        own += [
            np.linspace(-math.pi, math.pi, 2 * points.number + 1)
            for points in self.points
            if points is not None
        ]
        return np.unique(np.concatenate(own).round(9))

    def _wedge(self, cut: Cut, x: Field, y: Field, z: Field) -> Field:
        angle = self._towards(x, y)
        off = np.abs((angle - np.float32(cut.middle) + math.pi) % (2 * math.pi) - math.pi)
        away = np.clip(off - np.float32(cut.half), -math.pi / 2, math.pi / 2)
        across = np.sqrt(x * x + y * y) * np.sin(away)
        along = np.maximum(np.float32(cut.low) - z, z - np.float32(cut.high))
        return np.asarray(np.maximum(across, along))

    def _own(self, x: Field, y: Field, z: Field) -> tuple[Field, Field, Field]:
        f, o = self.frame.astype(np.float32), self.origin.astype(np.float32)
        dx, dy, dz = x - o[0], y - o[1], z - o[2]
        return (
            np.asarray(dx * f[0, 0] + dy * f[1, 0] + dz * f[2, 0]),
            np.asarray(dx * f[0, 1] + dy * f[1, 1] + dz * f[2, 1]),
            np.asarray(dx * f[0, 2] + dy * f[1, 2] + dz * f[2, 2]),
        )


@dataclass(frozen=True, eq=False)
class ClothSolid(Solid):
    """Cloth `t` thick, in the axes of the world; `under` is all that it lies over, which takes its place."""

    t: float
    under: tuple[Solid, ...]

    @abstractmethod
    def outer(self, x: Field, y: Field, z: Field) -> Field:
        """Signed distance to it and all within it, mm."""

    @abstractmethod
    def hollow(self, x: Field, y: Field, z: Field) -> Field | None:
        """Signed distance to what is open within it; None where nothing is."""

    def lies_over(self, solid: Solid) -> bool:
        """Whether it takes the place of another, which keeps all of its own."""
        return solid in self._over

    @cached_property
    def _over(self) -> frozenset[Solid]:
        return frozenset(one.cloth if isinstance(one, Within) else one for one in self.under)

    @property
    @abstractmethod
    def limits(self) -> tuple[Array, Array]:
        """Low and high corner of what it is in, mm."""

    def distance(self, x: Field, y: Field, z: Field) -> Field:
        d = self.outer(x, y, z)
        hollow = self.hollow(x, y, z)
        if hollow is not None:
            d = np.maximum(d, -hollow)
        for solid in self.under:
            d = np.maximum(d, -solid.world_distance(x, y, z))
        return np.asarray(d)

    def world_distance(self, x: Field, y: Field, z: Field) -> Field:
        return self.distance(x, y, z)

    @cached_property
    def _alone(self) -> tuple[float, Array]:
        return self.measured(OWN_CELLS)

    def measured(self, cells: int) -> tuple[float, Array]:
        """mm³ and middle of its clay as its shape says, on a lattice of its own of so many cells."""
        low, high = self.limits
        cell = float((np.prod(high - low + 2 * self.t) / cells) ** (1 / 3))
        x, y, z = (
            (np.arange(a - cell, b + cell, cell) + cell / 2).astype(np.float32)
            for a, b in zip(low, high, strict=True)
        )
        grid = x[:, None, None], y[None, :, None], z[None, None, :]

        def full(d: Field) -> Field:
            return np.asarray(np.clip(np.float32(0.5) - d / np.float32(cell), 0, 1))

        taken = [full(solid.world_distance(*grid)) for solid in self.under]
        hollow = self.hollow(*grid)
        if hollow is not None:
            taken.append(full(hollow))
        own = full(self.outer(*grid))
        if taken:
            own = np.maximum(own - functools.reduce(np.maximum, taken), 0)
        total = float(own.sum())
        if total <= 0:
            return 0.0, (low + high) / 2
        middle = np.array(
            [
                float(own.sum(axis=(1, 2)) @ x),
                float(own.sum(axis=(0, 2)) @ y),
                float(own.sum(axis=(0, 1)) @ z),
            ]
        )
        return total * cell**3, middle / total

    @property
    def fuller_than_drawn(self) -> float:
        """How much more of it there is than its shape says: in folds."""
        return 1.0

    @property
    def volume_mm3(self) -> float:
        return self._alone[0] * self.fuller_than_drawn

    @property
    def area_mm2(self) -> float:
        """Of its middle, nearly: its clay over its thickness."""
        return self.volume_mm3 / self.t

    @property
    def centre(self) -> Array:
        low, high = self.limits
        return np.asarray((low + high) / 2)

    @property
    def thickness_mm(self) -> float:
        return self.t

    @property
    def greatest_thickness_mm(self) -> float:
        return self.t

    @property
    def half_extents(self) -> tuple[Array, Array]:
        low, high = self.limits
        return (low + high) / 2, (high - low) / 2

    def shrunk(self, wall_mm: float) -> Solid | None:
        return None

    def scaled(self, by: float) -> Solid:
        raise TypeError("cloth is as large as what it lies over")

    def outline(self, view: Array) -> shapely.Geometry:
        return shapely.union_all([shapely.polygons(ring) for ring in self.convex_rings(view)])


@dataclass(frozen=True, eq=False)
class HangingSolid(ClothSolid):
    """Tubes that are one: where they cross, their walls open into each other. In folds there is `fuller` times as much
    of it, and pleats lie `layers` on one another."""

    tubes: tuple[TubeSolid, ...]
    filled: bool = False
    fuller: float = 1.0
    layers: int = 1

    def shrunk(self, wall_mm: float) -> Solid | None:
        """The foil it is hung over, where there is any."""
        return FillSolid(self.origin, self.frame, self.t, self.under, self) if self.filled else None

    def outer(self, x: Field, y: Field, z: Field) -> Field:
        return np.asarray(functools.reduce(np.minimum, (t.outer(x, y, z) for t in self.tubes)))

    def hollow(self, x: Field, y: Field, z: Field) -> Field:
        return np.asarray(functools.reduce(np.minimum, (t.hollow(x, y, z) for t in self.tubes)))

    @property
    def limits(self) -> tuple[Array, Array]:
        ends = [tube.bounds for tube in self.tubes]
        return np.min([low for low, _ in ends], axis=0), np.max([high for _, high in ends], axis=0)

    @property
    def greatest_thickness_mm(self) -> float:
        doubled = any(fold > 0 for tube in self.tubes for fold in tube.folds)
        return self.t * self.layers * (2 if doubled else 1)

    @property
    def fuller_than_drawn(self) -> float:
        return self.fuller

    @property
    def open_below(self) -> bool:
        """Whether air gets into it: one of its ends is open."""
        return any(any(tube.open_ends) for tube in self.tubes)

    def convex_rings(self, view: Array) -> list[Array]:
        return [ring for tube in self.tubes for ring in tube.rings(view)]

    def slit_edges(self, towards: Array) -> list[Array]:
        return [line for tube in self.tubes for line in tube.slit_edges(towards)]


@dataclass(frozen=True, eq=False)
class FillSolid(ClothSolid):
    """What fills a hanging sheet: all that is open in it, less what it hangs round."""

    cloth: HangingSolid

    def outer(self, x: Field, y: Field, z: Field) -> Field:
        return self.cloth.hollow(x, y, z)

    def hollow(self, x: Field, y: Field, z: Field) -> Field | None:
        return None

    @property
    def limits(self) -> tuple[Array, Array]:
        return self.cloth.limits

    @property
    def greatest_thickness_mm(self) -> float:
        """Through it, on average: its volume over the cloth that lies on it, from both sides."""
        return 2 * self.volume_mm3 / max(self.cloth.area_mm2, 1.0)

    def convex_rings(self, view: Array) -> list[Array]:
        return self.cloth.convex_rings(view)


@dataclass(frozen=True, eq=False)
class CloseSolid(ClothSolid):
    """A skin over `forms`, no further than its `region`."""

    forms: tuple[Solid, ...]
    region: Solid

    def outer(self, x: Field, y: Field, z: Field) -> Field:
        over = functools.reduce(np.minimum, (one.world_distance(x, y, z) for one in self.forms))
        return np.asarray(
            np.maximum(over - np.float32(self.t), self.region.world_distance(x, y, z))
        )

    def hollow(self, x: Field, y: Field, z: Field) -> Field | None:
        return None

    @property
    def limits(self) -> tuple[Array, Array]:
        low, high = self.region.bounds
        under_low = np.min([form.bounds[0] for form in self.forms], axis=0) - self.t
        under_high = np.max([form.bounds[1] for form in self.forms], axis=0) + self.t
        low = np.maximum(low, under_low)
        return low, np.maximum(low, np.minimum(high, under_high))

    def convex_rings(self, view: Array) -> list[Array]:
        region = self.region.outline(view)
        found = []
        for form in self.forms:
            met = shapely.intersection(shapely.buffer(form.outline(view), self.t), region)
            hull = shapely.convex_hull(met)
            if hull.geom_type == "Polygon" and not hull.is_empty:
                found.append(shapely.get_coordinates(hull)[:-1])
        return found or self.region.convex_rings(view)


@dataclass(frozen=True, eq=False)
class Within(Solid):
    """Cloth and all that is inside it, as a form that other cloth lies over."""

    cloth: ClothSolid

    def distance(self, x: Field, y: Field, z: Field) -> Field:
        return self.cloth.outer(x, y, z)

    def world_distance(self, x: Field, y: Field, z: Field) -> Field:
        return self.cloth.outer(x, y, z)

    @property
    def volume_mm3(self) -> float:
        return self.cloth.volume_mm3

    @property
    def thickness_mm(self) -> float:
        return self.cloth.t

    @property
    def greatest_thickness_mm(self) -> float:
        return self.cloth.t

    @property
    def half_extents(self) -> tuple[Array, Array]:
        return self.cloth.half_extents

    def shrunk(self, wall_mm: float) -> Solid | None:
        return None

    def scaled(self, by: float) -> Solid:
        raise TypeError("cloth is as large as what it lies over")

    def convex_rings(self, view: Array) -> list[Array]:
        return self.cloth.convex_rings(view)
