"""Solids as triangles, for files and for the turn view: closed surfaces, mm in the world."""

from __future__ import annotations

import itertools
import math

import numpy as np
import shapely
from numpy.typing import NDArray

from windcrest_core.body.bent_solids import CoilSolid, SheetSolid
from windcrest_core.body.cloth import CloseSolid, FillSolid, HangingSolid, TubeSolid
from windcrest_core.body.cloth_mesh import skin_mesh, tube_mesh
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid, RoundConeSolid, Solid

Faces = NDArray[np.int64]
Mesh = tuple[Array, Faces]
ROUND = 20  # sides of a round thing
CAP = 5  # rings of a half ball, at least


def _revolved(profile: Array, sides: int) -> Mesh:
    """A surface from (n, 2) radius and height, upwards; its first and last radius are nought."""
    turns = np.linspace(0, 2 * math.pi, sides, endpoint=False)
    ring = np.column_stack([np.cos(turns), np.sin(turns)])
    inner = profile[1:-1]
    rounds = np.empty((len(inner), sides, 3))
    rounds[..., :2] = ring * inner[:, :1, None]
    rounds[..., 2] = inner[:, 1:]
    ends = np.array([[0.0, 0.0, profile[0, 1]], [0.0, 0.0, profile[-1, 1]]])
    points = np.concatenate([ends[:1], rounds.reshape(-1, 3), ends[1:]])
    here, there = np.arange(sides), np.roll(np.arange(sides), -1)
    a = 1 + sides * np.arange(len(inner) - 1)[:, None]
    b = a + sides
    first, second = (
        np.stack([a + here, a + there, b + there], axis=-1),
        np.stack([a + here, b + there, b + here], axis=-1),
    )
    between = np.concatenate([first, second], axis=1).reshape(-1, 3)
    last = 1 + (len(inner) - 1) * sides
    bottom = np.stack([np.zeros(sides, dtype=np.int64), 1 + there, 1 + here], axis=1)
    top = np.stack([last + here, last + there, np.full(sides, len(points) - 1)], axis=1)
    return points, np.concatenate([bottom, between, top])


def _rings(sides: int) -> int:
    """Of a half ball, as fine as its sides."""
    return max(CAP, sides // 4)


def _round_cone(solid: RoundConeSolid, sides: int) -> Mesh:
    """Two caps that meet the cone where it touches both balls."""
    r1, r2, h = solid.r1, solid.r2, max(solid.h, 1e-9)
    lean = (r1 - r2) / h
    if abs(lean) >= 1:
        r, at = (r1, 0.0) if r1 >= r2 else (r2, h)
        angle = np.linspace(-math.pi / 2, math.pi / 2, 2 * _rings(sides) + 1)
        profile = np.column_stack([r * np.cos(angle), at + r * np.sin(angle)])
    else:
        touch = math.asin(lean)
        low = np.linspace(-math.pi / 2, touch, _rings(sides) + 1)
        high = np.linspace(touch, math.pi / 2, _rings(sides) + 1)
        profile = np.concatenate(
            [
                np.column_stack([r1 * np.cos(low), r1 * np.sin(low)]),
                np.column_stack([r2 * np.cos(high), h + r2 * np.sin(high)]),
            ]
        )
    points, faces = _revolved(profile, sides)
    return points * np.array([1.0, solid.depth, 1.0]), faces


def _frustum(solid: FrustumSolid, sides: int) -> Mesh:
    profile = np.array([[0, 0], [solid.r1, 0], [solid.r2, solid.h], [0, solid.h]], dtype=float)
    points, faces = _revolved(profile, sides)
    return points * np.array([1.0, solid.depth, 1.0]), faces


def _ellipsoid(solid: EllipsoidSolid, sides: int) -> Mesh:
    angle = np.linspace(-math.pi / 2, math.pi / 2, 2 * _rings(sides) + 1)
    points, faces = _revolved(np.column_stack([np.cos(angle), np.sin(angle)]), sides)
    return points * np.asarray(solid.semi_axes), faces


_CORNERS = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], dtype=float)
_SIDES = np.array(
    [
        [0, 1, 3],
        [0, 3, 2],
        [4, 6, 7],
        [4, 7, 5],
        [0, 4, 5],
        [0, 5, 1],
        [2, 3, 7],
        [2, 7, 6],
        [0, 2, 6],
        [0, 6, 4],
        [1, 5, 7],
        [1, 7, 3],
    ]
)


def _sheet(solid: SheetSolid) -> Mesh:
    """Its outline twice, and the rim between."""
    ring = shapely.make_valid(shapely.polygons(np.asarray(solid.outline_xz)))
    largest = max(shapely.get_parts(ring), key=shapely.area)
    flat = shapely.get_coordinates(shapely.orient_polygons(largest).exterior)[:-1]
    index = {tuple(point): n for n, point in enumerate(flat)}
    inside = shapely.get_parts(shapely.constrained_delaunay_triangles(shapely.polygons(flat)))
    triangles = np.array(
        [
            [index[tuple(c)] for c in shapely.get_coordinates(shapely.orient_polygons(t))[:3]]
            for t in inside
        ]
    )
    n, half = len(flat), solid.t / 2
    points = np.concatenate(
        [np.column_stack([flat[:, 0], np.full(n, y), flat[:, 1]]) for y in (-half, half)]
    )
    here, there = np.arange(n), np.roll(np.arange(n), -1)
    return points, np.concatenate(
        [
            triangles,
            triangles[:, ::-1] + n,
            np.column_stack([here, n + there, there]),
            np.column_stack([here, n + here, n + there]),
        ]
    )


def mesh_of(solid: Solid, sides: int = ROUND) -> Mesh:
    """Points (n, 3), mm, and triangles (m, 3), anticlockwise from outside."""
    match solid:
        case CloseSolid():
            points, faces = skin_mesh(solid)
        case HangingSolid():
            points, faces = together([mesh_of(one, sides) for one in solid.tubes])
        case TubeSolid():
            points, faces = tube_mesh(solid, sides)
        case FillSolid():
            points, faces = together([mesh_of(one.inside, sides) for one in solid.cloth.tubes])
        case RoundConeSolid():
            points, faces = _round_cone(solid, sides)
        case FrustumSolid():
            points, faces = _frustum(solid, sides)
        case EllipsoidSolid():
            points, faces = _ellipsoid(solid, sides)
        case BoxSolid():
            points, faces = _CORNERS * np.asarray(solid.half_sizes), _SIDES
        case SheetSolid():
            points, faces = _sheet(solid)
        case CoilSolid():
            points, faces = together([mesh_of(segment, sides) for segment in solid.segments])
        case _:
            raise TypeError(f"no mesh of {type(solid).__name__}")
    world = solid.origin + points @ solid.frame.T
    if np.linalg.det(solid.frame) < 0:
        faces = faces[:, ::-1]
    return np.asarray(world), faces


def together(meshes: list[Mesh]) -> Mesh:
    """Several meshes as one."""
    starts = np.cumsum([0, *(len(points) for points, _ in meshes)])
    return (
        np.concatenate([points for points, _ in meshes]),
        np.concatenate([faces + at for (_, faces), at in zip(meshes, starts[:-1], strict=True)]),
    )


def tube(points: list[Array], radius_mm: float, sides: int = 8) -> Mesh:
    """Wire along a path."""
    pieces = []
    for a, b in itertools.pairwise(points):
        length = float(np.linalg.norm(b - a))
        if length < 1e-6:
            continue
        along = (b - a) / length
        side = np.cross(along, [0.0, 0.0, 1.0] if abs(along[2]) < 0.9 else [0.0, 1.0, 0.0])
        side = side / np.linalg.norm(side)
        frame = np.column_stack([side, np.cross(along, side), along])
        pieces.append(mesh_of(RoundConeSolid(a, frame, radius_mm, radius_mm, length), sides))
    return together(pieces)
