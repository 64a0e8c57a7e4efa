"""Cloth as triangles: the wall of each tube, and the skin over forms by marching through tetrahedra."""

from __future__ import annotations

import itertools
import math

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.cloth import CloseSolid, TubeSolid
from windcrest_core.body.skeleton import Array

Faces = NDArray[np.int64]
Mesh = tuple[Array, Faces]
ALONG = 16  # rings of a tube
SKIN_CELLS = 22  # along the longest side of a skin's box
LEAST_CELLS = 4
_CORNERS = np.array(list(itertools.product((0, 1), repeat=3)), dtype=np.int64)
_TETRAHEDRA = np.array(
    [[0, 1, 3, 7], [0, 3, 2, 7], [0, 2, 6, 7], [0, 6, 4, 7], [0, 4, 5, 7], [0, 5, 1, 7]]
)  # six of a cube, all about its diagonal


def tube_mesh(tube: TubeSolid, sides: int) -> Mesh:
    """The wall of a tube, closed, without what its slits leave out; in its own axes."""
    around = 2 * sides
    for ends in tube.points:
        if ends is not None:
            around = (
                2 * ends.number * math.ceil(sides / ends.number)
            )  # each tip and valley among them
    angle = np.linspace(0, 2 * math.pi, around, endpoint=False)
    towards = np.arctan2(tube.left * np.cos(angle), np.sin(angle))
    low, high = tube.ends(towards)
    share = np.linspace(0, 1, ALONG + 1)[:, None]
    z = low + (high - low) * share
    radius = tube.r1 + (tube.r2 - tube.r1) * z / tube.h
    layers = []
    for off in (0.0, tube.t / tube.lean):
        x = np.maximum(radius - off, 0.0) * np.cos(angle)
        y = np.maximum(radius * tube.depth - off, 0.0) * np.sin(angle)
        layers.append(np.stack([x, y, z], axis=2))
    points = np.concatenate([layer.reshape(-1, 3) for layer in layers])
    kept = np.ones((ALONG, around), dtype=bool)
    turned = angle + math.pi / around
    towards = np.arctan2(tube.left * np.cos(turned), np.sin(turned))
    for cut in tube.cuts:
        away = np.abs((towards - cut.middle + math.pi) % (2 * math.pi) - math.pi)
        middle = (z[:-1] + z[1:]) / 2
        out = ((middle > cut.low) & (middle < cut.high)) & (away < cut.half)[None]
        kept &= ~out
    faces: list[list[int]] = []

    def quad(a: int, b: int, c: int, d: int) -> None:
        faces.extend([[a, b, c], [a, c, d]])

    inner = (ALONG + 1) * around
    for j, k in zip(*np.nonzero(kept), strict=True):
        left = (k + 1) % around
        a, b = j * around + k, j * around + left
        c, d = (j + 1) * around + left, (j + 1) * around + k
        quad(a, b, c, d)
        quad(inner + d, inner + c, inner + b, inner + a)
        for p, q, beside in (
            (b, a, j > 0 and kept[j - 1, k]),
            (d, c, j + 1 < ALONG and kept[j + 1, k]),
            (a, d, kept[j, k - 1]),
            (c, b, kept[j, left]),
        ):
            if not beside:
                quad(p, q, inner + q, inner + p)
    return points, np.array(faces, dtype=np.int64).reshape(-1, 3)


def skin_mesh(skin: CloseSolid) -> Mesh:
    """What a skin and all within it fill, as one closed surface; world."""
    low, high = skin.limits
    cell = float((high - low).max()) / SKIN_CELLS
    counts = np.maximum(np.ceil((high - low) / cell).astype(int) + 3, LEAST_CELLS)
    x, y, z = (
        (a + (np.arange(n) - 1) * cell).astype(np.float32) for a, n in zip(low, counts, strict=True)
    )
    field = skin.outer(x[:, None, None], y[None, :, None], z[None, None, :]).astype(float)
    field[np.abs(field) < 1e-9] = 1e-9
    base = np.argwhere(np.ones(np.array(field.shape) - 1, dtype=bool))
    at = base[:, None, :] + _CORNERS
    value = field[at[..., 0], at[..., 1], at[..., 2]]
    crossed = (value.min(axis=1) < 0) & (value.max(axis=1) > 0)
    at, value = at[crossed], value[crossed]
    places = low - cell + at * cell
    corners = np.concatenate([places[:, tetra] for tetra in _TETRAHEDRA])
    values = np.concatenate([value[:, tetra] for tetra in _TETRAHEDRA])
    triangles = np.concatenate(_cut(corners, values))
    flat, index = np.unique(triangles.reshape(-1, 3).round(5), axis=0, return_inverse=True)
    faces = index.reshape(-1, 3)
    whole = (
        (faces[:, 0] != faces[:, 1]) & (faces[:, 1] != faces[:, 2]) & (faces[:, 2] != faces[:, 0])
    )
    return flat, faces[whole].astype(np.int64)


def _cut(corners: Array, values: Array) -> list[Array]:
    """Triangles (n, 3, 3) where a field crosses nought in tetrahedra (n, 4), turned outwards."""
    found = [np.zeros((0, 3, 3))]
    inside = values < 0
    for pattern in itertools.product((False, True), repeat=4):
        count = sum(pattern)
        if count in (0, 4):
            continue
        rows = np.nonzero((inside == np.array(pattern)).all(axis=1))[0]
        if not len(rows):
            continue
        within = [n for n in range(4) if pattern[n]]
        beyond = [n for n in range(4) if not pattern[n]]
        points, value = corners[rows], values[rows]

        def edge(a: int, b: int, points: Array = points, value: Array = value) -> Array:
            share = value[:, a] / (value[:, a] - value[:, b])
            return np.asarray(points[:, a] + share[:, None] * (points[:, b] - points[:, a]))

        if count == 2:
            p, q, r, s = (
                edge(within[0], beyond[0]),
                edge(within[0], beyond[1]),
                edge(within[1], beyond[1]),
                edge(within[1], beyond[0]),
            )
            cut = [np.stack([p, q, r], axis=1), np.stack([p, r, s], axis=1)]
        else:
            one, others = (within[0], beyond) if count == 1 else (beyond[0], within)
            cut = [np.stack([edge(one, other) for other in others], axis=1)]
        outwards = points[:, beyond].mean(axis=1) - points[:, within].mean(axis=1)
        for triangles in cut:
            normal = np.cross(triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0])
            wrong = (normal * outwards).sum(axis=1) < 0
            triangles[wrong] = triangles[wrong][:, ::-1]
            found.append(triangles)
    return found
