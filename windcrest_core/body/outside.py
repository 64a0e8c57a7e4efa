"""How much of each part is outside: its surface that is in no other part, which is what is painted."""

from __future__ import annotations

from dataclasses import fields
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.cloth import ClothSolid
from windcrest_core.body.figure import Figure
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.mesh import Mesh, mesh_of
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid, RoundConeSolid, Solid

Array = NDArray[np.float64]
POINTS, SIDES, FINE = (
    240,
    16,
    64,
)  # on the surface of a part; of what is round, where they lie and what it measures
PLAIN = (RoundConeSolid, FrustumSolid, EllipsoidSolid, BoxSolid)
WITHIN_MM = 0.05  # a part, from where on its skin is no longer seen
TURN = np.array(
    [0.7548776662466927, 0.5698402909980532]
)  # of a sequence that fills a square evenly


def outside_mm2(figure: Figure) -> dict[str, float]:
    """Surface of each part that no other part covers, mm², by its id; of cloth its one side.

    Source: points spread over its triangles, each for as much of them, tried against every part near it.
    """
    found = _of_all(tuple(_Placed(piece.solid) for piece in figure.pieces))
    return {piece.part.id: area for piece, area in zip(figure.pieces, found, strict=True)}


class _Placed:
    """A solid that is the same as another where all that is said of it is: walls and wire inside change nothing outside."""

    def __init__(self, solid: Solid) -> None:
        self.solid = solid
        plain = isinstance(solid, PLAIN)
        said = tuple(getattr(solid, row.name) for row in fields(solid)[2:]) if plain else id(solid)
        self.key = (type(solid), said, solid.origin.tobytes(), solid.frame.tobytes())

    def __hash__(self) -> int:
        return hash(self.key)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Placed) and self.key == other.key


@lru_cache(maxsize=64)
def _of_all(placed: tuple[_Placed, ...]) -> tuple[float, ...]:
    solids = [one.solid for one in placed]
    bounds = np.array([solid.bounds for solid in solids]).reshape(-1, 2, 3)
    lows, highs = bounds[:, 0], bounds[:, 1]
    sizes = np.prod(highs - lows, axis=1)
    return tuple(_of_one(solids, n, lows, highs, sizes) for n in range(len(solids)))


def _of_one(solids: list[Solid], n: int, lows: Array, highs: Array, sizes: Array) -> float:
    """Of one of them, those that are near it tried from the largest on."""
    solid = solids[n]
    if isinstance(solid, ClothSolid):
        return solid.area_mm2
    points, each = _spread(solid)
    near = np.all((lows < highs[n]) & (highs > lows[n]), axis=1)
    near[n] = False
    others = np.flatnonzero(near)
    others = others[np.argsort(-sizes[others], kind="stable")]
    after, before = points[:, None] > lows[others], points[:, None] < highs[others]
    there = np.all(after & before, axis=2)
    free = np.ones(len(points), dtype=bool)
    for k in np.flatnonzero(there.any(axis=0)):
        tried = free & there[:, k]
        if tried.any():
            free[tried] = _outside(solids[others[k]], points[tried])
    return float(each[free].sum())


def _outside(solid: Solid, points: Array) -> NDArray[np.bool_]:
    local = ((points - solid.origin) @ solid.frame).astype(np.float32)
    away = solid.distance(local[:, 0], local[:, 1], local[:, 2])
    return np.asarray(away > -WITHIN_MM)


def _spread(solid: Solid) -> tuple[Array, Array]:
    """Points on its surface, (n, 3), and mm² that each stands for."""
    if not isinstance(solid, PLAIN):
        return _over(mesh_of(solid, SIDES))
    shape = tuple(getattr(solid, row.name) for row in fields(solid)[2:])
    points, each = _of_shape(type(solid), shape)
    return solid.origin + points @ solid.frame.T, each


@lru_cache(maxsize=1024)
def _of_shape(kind: type[Solid], shape: tuple[Any, ...]) -> tuple[Array, Array]:
    """The same of a solid where it is at rest: a pose only moves it."""
    solid = kind(np.zeros(3), np.eye(3), *shape)
    points, each = _over(mesh_of(solid, SIDES))
    return points, each * (_areas(mesh_of(solid, FINE)).sum() / each.sum())


def _areas(mesh: Mesh) -> Array:
    corners, faces = mesh
    a, b, c = corners[faces].transpose(1, 0, 2)
    return np.asarray(np.sqrt((np.cross(b - a, c - a) ** 2).sum(axis=1)) / 2)


def _over(mesh: Mesh) -> tuple[Array, Array]:
    """As many points as `POINTS`, each for as much of its triangles as any other."""
    corners, faces = mesh
    up_to = np.cumsum(_areas(mesh))
    at = (np.arange(POINTS) + 0.5) / POINTS * up_to[-1]
    of = np.minimum(np.searchsorted(up_to, at), len(faces) - 1)
    u, v = ((np.arange(POINTS)[:, None] + 0.5) * TURN % 1.0).T
    root = np.sqrt(u)
    weights = np.stack([1 - root, root * (1 - v), root * v], axis=1)
    points = (weights[:, :, None] * corners[faces[of]]).sum(axis=1)
    return points, np.full(POINTS, up_to[-1] / POINTS)
