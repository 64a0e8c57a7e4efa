"""Places that are painted alone: on the face where the face plan has them, and the inside of what is open."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np

from windcrest_core.body.cloth import HangingSolid
from windcrest_core.body.face import face_lines
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Text, said
from windcrest_core.sheet.colour import Area, View

HEAD = "head"
UPRIGHT = 0.8  # of the way up, that a head's bone goes where its face is seen from before
POINTS = 20
LIPS = (0.36, 0.055)  # of the breadth of the face, of the height of the head [S/A]
WHOLE = [(0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)]
ID_LONG = 40
MASK = (0.30, 0.10)  # past the eye's middle to each side, and above and below, of the same [A]


class Placed(NamedTuple):
    """What it is, the part it lies on, its outline in shares of that part as that view has it."""

    key: str
    label: Text
    part: str
    outline: list[tuple[float, float]]
    view: View = "front"


def placed_on(work: Workpiece) -> list[Placed]:
    """All of them, of parts that are painted."""
    worn = [piece for piece in work.clay_pieces if piece.part.area is not None]
    return [
        *_on_face(work),
        *(_inside(piece) for piece in worn if isinstance(piece.solid, HangingSolid)),
    ]


def _on_face(work: Workpiece) -> list[Placed]:
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


def _inside(piece: Piece) -> Placed:
    """Of a coat, a sleeve, a skirt: what no paint over it reaches."""
    return Placed(
        f"inside_{piece.part.id}"[:ID_LONG],
        said("colour.place.inside", part=piece.part.label),
        piece.part.id,
        WHOLE,
        "inside",
    )


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


def parts_along(work: Workpiece, area: Area) -> dict[str, tuple[str, float, float]]:
    """The bone of each part that wears an area, and where that begins and ends by the way along the bones from the area's
    root, at 0, to its tips, at 1."""
    bones = work.figure.bones
    bone_of = {part.id: part.bone for part in work.sheet.parts if part.area == area.id}

    def root_mm(joint: str) -> float:
        bone = bones[joint]
        if bone.parent is None or bone.parent not in bones:
            return 0.0
        above = bones[bone.parent]
        return root_mm(bone.parent) + float(np.linalg.norm(bone.start - above.start))

    starts = {joint: root_mm(joint) for joint in bone_of.values()}
    ends = {joint: start + bones[joint].length_mm for joint, start in starts.items()}
    first, last = min(starts.values(), default=0.0), max(ends.values(), default=1.0)
    whole = max(last - first, 1e-6)
    return {
        part: (joint, (starts[joint] - first) / whole, (ends[joint] - first) / whole)
        for part, joint in bone_of.items()
    }
