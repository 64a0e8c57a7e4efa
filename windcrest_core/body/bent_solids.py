"""The solids that are not one convex piece: a flat outline with a thickness, and a bent tube."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np
import shapely

from windcrest_core.body.solids import Array, Field, RoundConeSolid, Solid


@dataclass(frozen=True, eq=False)
class SheetSolid(Solid):
    """An outline in x and z, `t` thick in y."""

    outline_xz: tuple[tuple[float, float], ...]
    t: float

    def distance(self, x: Field, y: Field, z: Field) -> Field:
        flat = self._flat_distance(x, z)
        across = np.abs(y) - np.float32(self.t / 2)
        zero = np.float32(0.0)
        outside = np.sqrt(np.maximum(flat, zero) ** 2 + np.maximum(across, zero) ** 2)
        return np.asarray(outside + np.minimum(np.maximum(flat, across), zero))

    def _flat_distance(self, x: Field, z: Field) -> Field:
        """Distance to the outline, negative inside (winding by crossings)."""
        x, z = np.broadcast_arrays(x, z)
        best = np.full(x.shape, np.float32(1e12), dtype=np.float32)
        inside = np.zeros(x.shape, dtype=bool)
        points = np.asarray(self.outline_xz, dtype=np.float32)
        for (ax, az), (bx, bz) in zip(points, np.roll(points, -1, axis=0), strict=True):
            ex, ez = bx - ax, bz - az
            px, pz = x - ax, z - az
            t = np.clip((px * ex + pz * ez) / max(ex * ex + ez * ez, 1e-9), 0, 1)
            best = np.minimum(best, (px - ex * t) ** 2 + (pz - ez * t) ** 2)
            if az != bz:
                crosses = (az > z) != (bz > z)
                inside ^= crosses & (px < ex * (pz / ez))
        far = np.sqrt(best)
        return np.where(inside, -far, far)

    @property
    def area_mm2(self) -> float:
        return float(shapely.area(shapely.polygons(np.asarray(self.outline_xz))))

    @property
    def volume_mm3(self) -> float:
        return self.area_mm2 * self.t

    @property
    def thickness_mm(self) -> float:
        return self.t

    @property
    def greatest_thickness_mm(self) -> float:
        return self.t

    @property
    def centre(self) -> Array:
        middle = np.asarray(self.outline_xz).mean(axis=0)
        return np.asarray(self.origin + self.frame @ np.array([middle[0], 0.0, middle[1]]))

    @property
    def half_extents(self) -> tuple[Array, Array]:
        points = np.asarray(self.outline_xz)
        low, high = points.min(axis=0), points.max(axis=0)
        middle, half = (low + high) / 2, (high - low) / 2
        return np.array([middle[0], 0.0, middle[1]]), np.array([half[0], self.t / 2, half[1]])

    def shrunk(self, wall_mm: float) -> Solid | None:
        if self.t / 2 - wall_mm < 1.5:
            return None
        inner = shapely.buffer(
            shapely.polygons(np.asarray(self.outline_xz)), -wall_mm, join_style="mitre"
        )
        if inner.is_empty or inner.geom_type != "Polygon":
            return None
        points = tuple((float(u), float(v)) for u, v in list(inner.exterior.coords)[:-1])
        return replace(self, outline_xz=points, t=self.t - 2 * wall_mm)

    def scaled(self, by: float) -> Solid:
        outline = tuple((u * by, v * by) for u, v in self.outline_xz)
        return replace(self, outline_xz=outline, t=self.t * by)

    def convex_rings(self, view: Array) -> list[Array]:
        hull = shapely.convex_hull(shapely.multipoints(np.concatenate(self._faces(view))))
        return [shapely.get_coordinates(hull)[:-1]]

    def _faces(self, view: Array) -> tuple[Array, Array]:
        points = np.asarray(self.outline_xz)
        axes = view @ self.frame
        flat = view @ self.origin + points @ axes[:, [0, 2]].T
        half = axes[:, 1] * self.t / 2
        return flat + half, flat - half

    def outline(self, view: Array) -> shapely.Geometry:
        """The faces and the rim between them."""
        top, bottom = self._faces(view)
        after = np.roll(np.arange(len(top)), -1)
        faces = shapely.make_valid(shapely.polygons([top, bottom]))
        rims = shapely.convex_hull(
            shapely.multipoints(np.stack([top, top[after], bottom, bottom[after]], axis=1))
        )
        return shapely.union_all([*faces, *rims])


@dataclass(frozen=True, eq=False)
class CoilSolid(Solid):
    """A chain of round cones along an arc, in its own axes."""

    segments: tuple[RoundConeSolid, ...]

    @property
    def _world(self) -> list[RoundConeSolid]:
        return [
            replace(s, origin=self.origin + self.frame @ s.origin, frame=self.frame @ s.frame)
            for s in self.segments
        ]

    @property
    def middle_line(self) -> Array:
        """(n, 3) points along its middle, mm."""
        world = self._world
        return np.array([*(s.origin for s in world), world[-1].tip])

    def distance(self, x: Field, y: Field, z: Field) -> Field:
        best = self.segments[0].world_distance(x, y, z)
        for segment in self.segments[1:]:
            best = np.minimum(best, segment.world_distance(x, y, z))
        return best

    @property
    def volume_mm3(self) -> float:
        """Tube between the ends with the mean square radius, and two half balls (Pappus)."""
        length = sum(s.h for s in self.segments)
        first, last = self.segments[0].r1, self.segments[-1].r2
        tube = math.pi / 3 * length * (first**2 + first * last + last**2)
        return tube + 2 / 3 * math.pi * (first**3 + last**3)

    @property
    def thickness_mm(self) -> float:
        return 2 * min(self.segments[0].r1, self.segments[-1].r2)

    @property
    def greatest_thickness_mm(self) -> float:
        return 2 * max(self.segments[0].r1, self.segments[-1].r2)

    @property
    def centre(self) -> Array:
        return self._world[len(self.segments) // 2].origin

    @property
    def half_extents(self) -> tuple[Array, Array]:
        boxes = [segment.bounds for segment in self.segments]
        low = np.min([box[0] for box in boxes], axis=0)
        high = np.max([box[1] for box in boxes], axis=0)
        return (low + high) / 2, (high - low) / 2

    def shrunk(self, wall_mm: float) -> Solid | None:
        cores = [s.shrunk(wall_mm) for s in self.segments]
        kept = tuple(core for core in cores if isinstance(core, RoundConeSolid))
        return replace(self, segments=kept) if kept else None

    def scaled(self, by: float) -> Solid:
        grown = [
            replace(s, origin=s.origin * by, r1=s.r1 * by, r2=s.r2 * by, h=s.h * by)
            for s in self.segments
        ]
        return replace(self, segments=tuple(grown))

    def convex_rings(self, view: Array) -> list[Array]:
        return [ring for segment in self._world for ring in segment.convex_rings(view)]
