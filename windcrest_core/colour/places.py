"""Places on the face that are painted alone, put where the face plan has them."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from windcrest_core.body.face import face_lines
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Text, said

HEAD = "head"
UPRIGHT = 0.8  # of the way up, that a head's bone goes where its face is seen from before
POINTS = 20
LIPS = (0.36, 0.055)  # of the breadth of the face, of the height of the head [S/A]
MASK = (0.30, 0.10)  # past the eye's middle to each side, and above and below, of the same [A]


class Placed(NamedTuple):
    """What it is, the part it lies on, its outline in shares of that part as seen from before."""

    key: str
    label: Text
    part: str
    outline: list[tuple[float, float]]


def placed_on(work: Workpiece) -> list[Placed]:
    """Lips, and what lies round the eyes, of a head that stands up; none of one that lies, or has no face."""
    bone = work.figure.bones.get(HEAD)
    host = _skull(work)
    if bone is None or host is None:
        return []
    way = bone.frame[:, 2]
    if float(way[2]) < UPRIGHT:
        return []
    lines = face_lines(work.sheet, work.figure.head_mm)
    middle = float(bone.start[0])

    def at(share: float) -> float:
        return float(bone.start[2] + share * bone.length_mm * way[2])

    lips = LIPS[0] * lines.face_mm / 2, LIPS[1] * work.figure.head_mm / 2
    half = lines.eyes_apart_mm / 2 + MASK[0] * lines.eye_mm + lines.eye_mm / 2
    mask = half, MASK[1] * work.figure.head_mm
    return [
        Placed(
            "lips",
            said("colour.place.lips"),
            host.part.id,
            _oval(host, middle, at(lines.mouth), *lips),
        ),
        Placed(
            "mask",
            said("colour.place.mask"),
            host.part.id,
            _oval(host, middle, at(lines.eyes), *mask),
        ),
    ]


def _skull(work: Workpiece) -> Piece | None:
    """The largest painted part of the head."""
    on = [
        piece
        for piece in work.clay_pieces
        if piece.part.bone == HEAD and piece.part.layer == 0 and piece.part.area is not None
    ]
    return max(on, key=lambda piece: piece.solid.volume_mm3, default=None)


def _oval(
    host: Piece, x: float, z: float, half_x: float, half_z: float
) -> list[tuple[float, float]]:
    """In shares of the part's breadth and height as seen from before, kept within it: its right is on the left."""
    low, high = host.solid.bounds
    wide, tall = float(high[0] - low[0]), float(high[2] - low[2])
    turns = np.arange(POINTS) / POINTS * 2 * math.pi
    across = np.clip((high[0] - x - half_x * np.cos(turns)) / wide, 0, 1)
    up = np.clip((z + half_z * np.sin(turns) - low[2]) / tall, 0, 1)
    return [(round(float(a), 4), round(float(b), 4)) for a, b in zip(across, up, strict=True)]
