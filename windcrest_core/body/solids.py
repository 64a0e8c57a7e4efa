"""The solids a figure is made of: signed distance, exact volume, outline, and what is left
when a wall is taken off. All in mm; a solid lives in its own frame at an origin in the world."""

from __future__ import annotations

import math
from abc import ABC, abstractmethod
from dataclasses import dataclass, fields, replace
from functools import cached_property

import numpy as np
import shapely
from numpy.typing import NDArray

Array = NDArray[np.float64]
Field = NDArray[np.float32]
FRONT = np.array([[-1.0, 0.0, 0.0], [0.0, 0.0, 1.0]])
SIDE = np.array([[0.0, 1.0, 0.0], [0.0, 0.0, 1.0]])
_ANGLES = np.linspace(0.0, 2.0 * math.pi, 32, endpoint=False)
CIRCLE = np.stack([np.cos(_ANGLES), np.sin(_ANGLES)])


@dataclass(frozen=True, eq=False)
class Solid(ABC):
    """`frame` columns are the solid's own axes in the world, `origin` its zero."""

    origin: Array
    frame: Array

    @abstractmethod
    def distance(self, x: Field, y: Field, z: Field) -> Field:
        """Signed distance in the solid's own axes, mm; negative inside."""

    @property
    @abstractmethod
    def volume_mm3(self) -> float: ...

    @property
    @abstractmethod
    def thickness_mm(self) -> float:
        """The least thickness through the middle."""

    @property
    @abstractmethod
    def greatest_thickness_mm(self) -> float:
        """The diameter of the largest ball that fits inside."""

    @abstractmethod
    def shrunk(self, wall_mm: float) -> Solid | None:
        """What is left under a wall, or None."""

    @abstractmethod
    def scaled(self, by: float) -> Solid:
        """The same solid larger or smaller about its origin."""

    @abstractmethod
    def convex_rings(self, view: Array) -> list[Array]:
        """Convex rings of (n, 2) points that together cover the outline in `view` (2×3)."""

    @property
    def centre(self) -> Array:
        """A point in the middle, world."""
        return self.origin

    @property
    @abstractmethod
    def half_extents(self) -> tuple[Array, Array]:
        """Own-axis box: centre offset and half sizes."""

    @cached_property
    def bounds(self) -> tuple[Array, Array]:
        """Axis-aligned box in the world: its low and its high corner."""
        offset, half = self.half_extents
        middle = self.origin + self.frame @ offset
        reach = np.abs(self.frame) @ half
        return middle - reach, middle + reach

    @cached_property
    def _key(self) -> tuple[object, ...]:
        values = (getattr(self, field.name) for field in fields(self))
        return tuple(v.tobytes() if isinstance(v, np.ndarray) else v for v in values)

    @cached_property
    def _hash(self) -> int:
        return hash((type(self), self._key))

    def __hash__(self) -> int:
        return self._hash

    def __eq__(self, other: object) -> bool:
        """Solids are the same where kind, place and sizes are."""
        return isinstance(other, Solid) and type(self) is type(other) and self._key == other._key

    @cached_property
    def lowest_z(self) -> float:
        """Height of its lowest point, mm."""
        return float(min(ring[:, 1].min() for ring in self.convex_rings(SIDE)))

    def world_distance(self, x: Field, y: Field, z: Field) -> Field:
        """Signed distance at world points; the arrays broadcast."""
        f, o = self.frame.astype(np.float32), self.origin
        dx, dy, dz = (
            x - np.float32(o[0]),
            y - np.float32(o[1]),
            z - np.float32(o[2]),
        )
        return self.distance(
            dx * f[0, 0] + dy * f[1, 0] + dz * f[2, 0],
            dx * f[0, 1] + dy * f[1, 1] + dz * f[2, 1],
            dx * f[0, 2] + dy * f[1, 2] + dz * f[2, 2],
        )

    def outline(self, view: Array) -> shapely.Geometry:
        """Silhouette in `view`, mm."""
        polygons = [shapely.polygons(ring) for ring in self.convex_rings(view)]
        return polygons[0] if len(polygons) == 1 else shapely.union_all(polygons)


def _ring(centres: list[Array], axes: list[Array]) -> Array:
    """Outline of the hull of projected ellipsoids: the furthest point in every direction.

    `axes` are the 2×3 projected semi-axes of each; a direction's support is n·c + |nᵀA|.
    """
    reach = [CIRCLE.T @ a for a in axes]
    size = [np.maximum(np.sqrt((r * r).sum(axis=1)), 1e-9) for r in reach]
    points = [
        c + r @ a.T / s[:, None] for c, r, a, s in zip(centres, reach, axes, size, strict=True)
    ]
    if len(points) == 1:
        return np.asarray(points[0])
    support = [CIRCLE.T @ c + s for c, s in zip(centres, size, strict=True)]
    return np.asarray(np.where((support[0] >= support[1])[:, None], points[0], points[1]))


@dataclass(frozen=True, eq=False)
class RoundConeSolid(Solid):
    """Hull of a ball of `r1` at the origin and one of `r2` at `h` along z; y scaled by `depth`."""

    r1: float
    r2: float
    h: float
    depth: float = 1.0

    @property
    def tip(self) -> Array:
        """The middle of its second ball, mm."""
        return np.asarray(self.origin + self.frame[:, 2] * self.h)

    def distance(self, x: Field, y: Field, z: Field) -> Field:
        """The solid is a ball rolling from end to end; the nearest is the one it meets head on."""
        r1, r2, h, depth = (np.float32(v) for v in (self.r1, self.r2, self.h, self.depth))
        y = y / depth
        radial2 = x * x + y * y
        slope = (r1 - r2) / h if h > 1e-6 else np.float32(2.0)
        if abs(slope) >= 1:
            from_ball = np.sqrt(radial2 + (z - (np.float32(0.0) if r1 >= r2 else h)) ** 2)
            d = from_ball - max(r1, r2)
        else:
            lean = slope / np.float32(math.sqrt(1 - float(slope) ** 2))
            at = np.clip(z - lean * np.sqrt(radial2), 0, h)
            from_ball = np.sqrt(radial2 + (z - at) ** 2)
            d = from_ball + (slope * at - r1)
        if self.depth == 1.0:
            return np.asarray(d)
        ny2 = (y / np.maximum(from_ball, 1e-6)) ** 2
        return np.asarray(d / np.sqrt(1 + ny2 * (1 / (depth * depth) - 1)))

    @property
    def volume_mm3(self) -> float:
        """Frustum between the tangent circles and two ball caps, exact."""
        r1, r2, h = self.r1, self.r2, self.h
        s = (r1 - r2) / h if h > 1e-9 else 2.0
        if abs(s) >= 1:
            return 4 / 3 * math.pi * max(r1, r2) ** 3 * self.depth
        low, high = r1 * s, h + r2 * s
        p1, p2 = r1 * math.sqrt(1 - s * s), r2 * math.sqrt(1 - s * s)
        frustum = math.pi / 3 * (high - low) * (p1 * p1 + p1 * p2 + p2 * p2)
        caps = math.pi * (r1**3 * (2 / 3 + s - s**3 / 3) + r2**3 * (2 / 3 - s + s**3 / 3))
        return (frustum + caps) * self.depth

    @property
    def thickness_mm(self) -> float:
        return 2 * min(self.r1, self.r2) * min(1.0, self.depth)

    @property
    def greatest_thickness_mm(self) -> float:
        return 2 * max(self.r1, self.r2) * min(1.0, self.depth)

    @property
    def centre(self) -> Array:
        return np.asarray(self.origin + self.frame[:, 2] * self.h / 2)

    @property
    def half_extents(self) -> tuple[Array, Array]:
        low, high = min(-self.r1, self.h - self.r2), max(self.r1, self.h + self.r2)
        wide = max(self.r1, self.r2)
        return (
            np.array([0.0, 0.0, (low + high) / 2]),
            np.array([wide, wide * self.depth, (high - low) / 2]),
        )

    def shrunk(self, wall_mm: float) -> Solid | None:
        """A ball end too small for the wall ends the core where it is 1 mm thick in radius."""
        floor = (wall_mm + 1.0) / min(1.0, self.depth) - wall_mm
        c1, c2, start, length = self.r1 - wall_mm, self.r2 - wall_mm, 0.0, self.h
        if max(c1, c2) < floor + 0.5:
            return None
        if c1 < floor:
            start = self.h * (floor - c1) / (c2 - c1)
            c1 = floor
        elif c2 < floor:
            length = self.h * (c1 - floor) / (c1 - c2)
            c2 = floor
        depth = min(((c + wall_mm) * self.depth - wall_mm) / c for c in (c1, c2))
        origin = self.origin + self.frame[:, 2] * start
        return RoundConeSolid(origin, self.frame, c1, c2, length - start, depth)

    def scaled(self, by: float) -> Solid:
        return replace(self, r1=self.r1 * by, r2=self.r2 * by, h=self.h * by)

    def convex_rings(self, view: Array) -> list[Array]:
        axes = view @ self.frame
        scaled = axes * np.array([1.0, self.depth, 1.0])
        at = view @ self.origin
        return [_ring([at, at + axes[:, 2] * self.h], [scaled * self.r1, scaled * self.r2])]


@dataclass(frozen=True, eq=False)
class EllipsoidSolid(Solid):
    semi_axes: tuple[float, float, float]

    def distance(self, x: Field, y: Field, z: Field) -> Field:
        """First-order distance, exact on the surface: q (q − 1)/|∇| with q the scaled radius."""
        a, b, c = (np.float32(v) for v in self.semi_axes)
        u, v, w = x / a, y / b, z / c
        q = np.sqrt(u * u + v * v + w * w)
        gradient = np.sqrt((u / a) ** 2 + (v / b) ** 2 + (w / c) ** 2)
        d = q * (q - 1) / np.maximum(gradient, 1e-9)
        return np.asarray(np.where(q < 1e-3, -np.float32(min(self.semi_axes)), d))

    @property
    def volume_mm3(self) -> float:
        return 4 / 3 * math.pi * math.prod(self.semi_axes)

    @property
    def thickness_mm(self) -> float:
        return 2 * min(self.semi_axes)

    @property
    def greatest_thickness_mm(self) -> float:
        return 2 * min(self.semi_axes)

    @property
    def half_extents(self) -> tuple[Array, Array]:
        return np.zeros(3), np.array(self.semi_axes)

    def shrunk(self, wall_mm: float) -> Solid | None:
        if min(self.semi_axes) - wall_mm < 1.5:
            return None
        a, b, c = self.semi_axes
        return replace(self, semi_axes=(a - wall_mm, b - wall_mm, c - wall_mm))

    def scaled(self, by: float) -> Solid:
        a, b, c = self.semi_axes
        return replace(self, semi_axes=(a * by, b * by, c * by))

    def convex_rings(self, view: Array) -> list[Array]:
        return [_ring([view @ self.origin], [view @ self.frame * np.array(self.semi_axes)])]


@dataclass(frozen=True, eq=False)
class BoxSolid(Solid):
    half_sizes: tuple[float, float, float]

    def distance(self, x: Field, y: Field, z: Field) -> Field:
        a, b, c = (np.float32(v) for v in self.half_sizes)
        u, v, w = np.abs(x) - a, np.abs(y) - b, np.abs(z) - c
        zero = np.float32(0.0)
        outside = np.sqrt(
            np.maximum(u, zero) ** 2 + np.maximum(v, zero) ** 2 + np.maximum(w, zero) ** 2
        )
        return np.asarray(outside + np.minimum(np.maximum(u, np.maximum(v, w)), zero))

    @property
    def volume_mm3(self) -> float:
        return 8 * math.prod(self.half_sizes)

    @property
    def thickness_mm(self) -> float:
        return 2 * min(self.half_sizes)

    @property
    def greatest_thickness_mm(self) -> float:
        return 2 * min(self.half_sizes)

    @property
    def half_extents(self) -> tuple[Array, Array]:
        return np.zeros(3), np.array(self.half_sizes)

    def shrunk(self, wall_mm: float) -> Solid | None:
        if min(self.half_sizes) - wall_mm < 1.5:
            return None
        a, b, c = self.half_sizes
        return replace(self, half_sizes=(a - wall_mm, b - wall_mm, c - wall_mm))

    def scaled(self, by: float) -> Solid:
        a, b, c = self.half_sizes
        return replace(self, half_sizes=(a * by, b * by, c * by))

    def convex_rings(self, view: Array) -> list[Array]:
        corners = np.array(
            [[i, j, k] for i in (-1, 1) for j in (-1, 1) for k in (-1, 1)]
        ) * np.array(self.half_sizes)
        flat = view @ self.origin + corners @ (view @ self.frame).T
        hull = shapely.convex_hull(shapely.multipoints(flat))
        return [shapely.get_coordinates(hull)[:-1]]
