"""Meshes as one binary glTF file."""

from __future__ import annotations

import json
import struct
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.mesh import Faces, Mesh
from windcrest_core.body.skeleton import Array

GLTF, JSON_CHUNK, BIN_CHUNK = b"glTF", b"JSON", b"BIN\0"
FLOAT, UNSIGNED_SHORT, UNSIGNED_INT, POINTS, INDICES = (
    5126,
    5123,
    5125,
    34962,
    34963,
)  # of the specification
ROUGH = 0.9
AXES = np.array(
    [[-1.0, 0, 0], [0, 0, 1.0], [0, 1.0, 0]]
)  # right, forward, up → x left, y up, z forward


@dataclass(frozen=True)
class Body:
    """A mesh, mm, to be shown in a colour `#rrggbb`; edges sharper than `sharp_rad` stay edges."""

    name: str
    mesh: Mesh
    colour: str
    sharp_rad: float


def shaded(mesh: Mesh, sharp_rad: float) -> tuple[Array, Array, Faces]:
    """Points, their normals and faces: at each corner of a face the mean of the faces about that point that are
    turned from it by at most `sharp_rad`, by their area; a point has as many copies as it has normals.

    Examples
    --------
    >>> from windcrest_core.body.mesh import mesh_of
    >>> from windcrest_core.body.solids import BoxSolid
    >>> box = mesh_of(BoxSolid(np.zeros(3), np.eye(3), (1.0, 1.0, 1.0)))
    >>> [len(shaded(box, sharp_rad)[0]) for sharp_rad in (0.7, 3.2)]
    [24, 8]
    """
    points, faces = mesh
    a, b, c = (points[faces[:, k]] for k in range(3))
    weighted = np.cross(b - a, c - a)
    area = np.linalg.norm(weighted, axis=1)
    facing = weighted / np.maximum(area, 1e-12)[:, None]
    corner = faces.ravel()
    face_of = np.repeat(np.arange(len(faces)), 3)
    order = np.argsort(corner, kind="stable")
    start = np.searchsorted(corner[order], np.arange(len(points) + 1))
    normals = np.zeros((len(corner), 3))
    for k in range(int(np.diff(start).max())):
        at = start[corner] + k
        there = at < start[corner + 1]
        other = face_of[order[at[there]]]
        own = face_of[there]
        alike = np.einsum("ij,ij->i", facing[own], facing[other]) >= np.cos(min(sharp_rad, np.pi))
        normals[there] += np.where(alike[:, None], weighted[other], 0.0)
    normals /= np.maximum(np.linalg.norm(normals, axis=1), 1e-12)[:, None]
    rows = np.column_stack([corner, np.round(normals * 500)])
    _, first, which = np.unique(rows, axis=0, return_index=True, return_inverse=True)
    return points[corner[first]], normals[first], which.reshape(-1, 3)


class _Buffer:
    """The bytes of a file, and where in them what is."""

    def __init__(self) -> None:
        self.parts: list[bytes] = []
        self.length = 0
        self.views: list[dict[str, Any]] = []
        self.accessors: list[dict[str, Any]] = []

    def put(self, rows: NDArray[Any], kind: str, component: int, target: int, **more: Any) -> int:
        """The number of the accessor for these rows."""
        data = rows.tobytes()
        data += bytes(-len(data) % 4)
        self.views.append(
            {
                "buffer": 0,
                "byteOffset": self.length,
                "byteLength": len(data),
                "target": target,
            }
        )
        self.accessors.append(
            {
                "bufferView": len(self.views) - 1,
                "componentType": component,
                "count": len(rows),
                "type": kind,
                **more,
            }
        )
        self.parts.append(data)
        self.length += len(data)
        return len(self.accessors) - 1


def _indices(faces: Faces, points: int) -> tuple[NDArray[Any], str, int]:
    """In two bytes where that is enough."""
    short = points < 1 << 16
    rows = faces.ravel().astype("<u2" if short else "<u4")
    return rows, "SCALAR", UNSIGNED_SHORT if short else UNSIGNED_INT


def _material(body: Body) -> dict[str, Any]:
    red, green, blue = (int(body.colour[n : n + 2], 16) / 255 for n in (1, 3, 5))
    return {
        "name": body.name,
        "pbrMetallicRoughness": {
            "baseColorFactor": [red, green, blue, 1.0],
            "metallicFactor": 0.0,
            "roughnessFactor": ROUGH,
        },
    }


def _chunk(kind: bytes, data: bytes, fill: bytes) -> bytes:
    data += fill * (-len(data) % 4)
    return struct.pack("<I", len(data)) + kind + data


def glb(bodies: list[Body]) -> bytes:
    """The bodies as named nodes of one scene: metres, y up, facing z.

    Source: glTF 2.0, section 4 (GLB file format).
    """
    buffer = _Buffer()
    meshes = []
    for number, body in enumerate(bodies):
        points, normals, faces = shaded(body.mesh, body.sharp_rad)
        placed = (points @ AXES.T / 1000).astype("<f4")
        low, high = placed.min(axis=0).tolist(), placed.max(axis=0).tolist()
        primitive = {
            "attributes": {
                "POSITION": buffer.put(placed, "VEC3", FLOAT, POINTS, min=low, max=high),
                "NORMAL": buffer.put((normals @ AXES.T).astype("<f4"), "VEC3", FLOAT, POINTS),
            },
            "indices": buffer.put(*_indices(faces, len(points)), INDICES),
            "material": number,
        }
        meshes.append({"name": body.name, "primitives": [primitive]})
    document = {
        "asset": {"version": "2.0", "generator": "Windcrest"},
        "scene": 0,
        "scenes": [{"nodes": list(range(len(bodies)))}],
        "nodes": [{"name": body.name, "mesh": n} for n, body in enumerate(bodies)],
        "meshes": meshes,
        "materials": [_material(body) for body in bodies],
        "accessors": buffer.accessors,
        "bufferViews": buffer.views,
        "buffers": [{"byteLength": buffer.length}],
    }
    head = _chunk(JSON_CHUNK, json.dumps(document).encode(), b" ")
    body_chunk = _chunk(BIN_CHUNK, b"".join(buffer.parts), b"\0")
    length = 12 + len(head) + len(body_chunk)
    return GLTF + struct.pack("<II", 2, length) + head + body_chunk
