"""A cone cut flat at both ends: a robe, a hat's crown, a boot's shaft, a stem, a mug."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
import shapely

from windcrest_core.body.solids import CIRCLE, Array, Field, Solid

LEAST_HEIGHT_MM = 2.0


@dataclass(frozen=True, eq=False)
class FrustumSolid(Solid):
    """Radius `r1` at the origin, `r2` at `h` along z, flat at both; y scaled by `depth`."""

    r1: float
    r2: float
    h: float
    depth: float = 1.0

    def distance(self, x: Field, y: Field, z: Field) -> Field:
        """Nearest of the flat ends and the side, in the half plane of radius and height."""
        r1, r2, h, depth = (np.float32(v) for v in (self.r1, self.r2, self.h, self.depth))
        zero = np.float32(0.0)
        radius = np.sqrt(x * x + (y / depth) ** 2)
        end = np.where(z < h / 2, r1, r2)
        cap_r = np.maximum(radius - end, zero)
        cap_z = np.abs(z - h / 2) - h / 2
        slant2 = h * h + (r2 - r1) ** 2
        t = np.clip(((radius - r1) * (r2 - r1) + z * h) / slant2, 0, 1)
        side_r, side_z = radius - (r1 + (r2 - r1) * t), z - h * t
        inside = (side_r < 0) & (cap_z < 0)
        nearest = np.minimum(cap_r**2 + cap_z**2, side_r**2 + side_z**2)
        d = np.where(inside, -np.sqrt(nearest), np.sqrt(nearest))
        if self.depth == 1.0:
            return np.asarray(d)
        ny2 = (y / depth / np.maximum(radius, np.float32(1e-6))) ** 2
        return np.asarray(d / np.sqrt(1 + ny2 * (1 / (depth * depth) - 1)))

    @property
    def volume_mm3(self) -> float:
        r1, r2 = self.r1, self.r2
        return math.pi / 3 * self.h * (r1 * r1 + r1 * r2 + r2 * r2) * self.depth

    @property
    def thickness_mm(self) -> float:
        return min(2 * min(self.r1, self.r2) * min(1.0, self.depth), self.h)

    @property
    def greatest_thickness_mm(self) -> float:
        """The largest ball inside touches the side, and an end or both."""
        radius = max(self.r1, self.r2) * min(1.0, self.depth)
        return min(2 * radius, self.h)

    @property
    def centre(self) -> Array:
        return np.asarray(self.origin + self.frame[:, 2] * self.h / 2)

    @property
    def half_extents(self) -> tuple[Array, Array]:
        wide = max(self.r1, self.r2)
        return np.array([0.0, 0.0, self.h / 2]), np.array([wide, wide * self.depth, self.h / 2])

    def shrunk(self, wall_mm: float) -> Solid | None:
        slope = (self.r2 - self.r1) / self.h
        off = wall_mm * math.sqrt(1 + slope * slope) / min(1.0, self.depth)
        low, high = self.r1 + slope * wall_mm - off, self.r2 - slope * wall_mm - off
        height = self.h - 2 * wall_mm
        if height < LEAST_HEIGHT_MM or min(low, high) < 1.5:
            return None
        origin = self.origin + self.frame[:, 2] * wall_mm
        return FrustumSolid(origin, self.frame, low, high, height, self.depth)

    def scaled(self, by: float) -> Solid:
        return replace(self, r1=self.r1 * by, r2=self.r2 * by, h=self.h * by)

    def convex_rings(self, view: Array) -> list[Array]:
        axes = view @ self.frame
        flat = axes[:, :2] * np.array([1.0, self.depth])
        low = view @ self.origin
        high = low + axes[:, 2] * self.h
        disc = CIRCLE.T @ flat.T
        points = np.concatenate([low + disc * self.r1, high + disc * self.r2])
        hull = shapely.convex_hull(shapely.multipoints(points))
        return [shapely.get_coordinates(hull)[:-1]]
