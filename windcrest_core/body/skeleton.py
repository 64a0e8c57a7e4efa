"""The joint tree of a figure at its height and in its pose.

World axes, mm: x to the figure's right, y forward, z up; the ground is z = 0. A bone has the id
of the joint it starts at, and a frame of three unit vectors: across, front, along.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.lengths import as_built
from windcrest_core.body.plans import rest_bones
from windcrest_core.body.plans.bones import FORWARD, UP, Vector
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.pose import JointAngles

Array = NDArray[np.float64]
STRAIGHT: Array = np.eye(3)
AS_PLANNED: Mapping[str, float] = {}


@dataclass(frozen=True)
class Bone:
    """A posed bone, mm; `frame` columns are across, front, along.

    `parent_turn` and `rest` are what its joint's angles are measured in (see `rest_frame`); `grown` is how much longer
    than planned it was measured to be.
    """

    joint: str
    parent: str | None
    start: Array
    frame: Array
    length_mm: float
    parent_turn: Array
    rest: Array
    grown: float = 1.0

    @property
    def end(self) -> Array:
        return self.start + self.frame[:, 2] * self.length_mm


def _turn(axis: int, degrees: float) -> Array:
    c, s = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    rows = (
        ((1.0, 0.0, 0.0), (0.0, c, -s), (0.0, s, c)),
        ((c, 0.0, s), (0.0, 1.0, 0.0), (-s, 0.0, c)),
        ((c, -s, 0.0), (s, c, 0.0), (0.0, 0.0, 1.0)),
    )
    return np.array(rows[axis])


def turn_matrix(turns_deg: Vector) -> Array:
    """Rotation about across, then front, then along, degrees."""
    return np.asarray(_turn(2, turns_deg[2]) @ _turn(1, turns_deg[1]) @ _turn(0, turns_deg[0]))


def norm(v: Array) -> float:
    """Length of a vector; numpy's own is slow on so few numbers."""
    return math.sqrt(v.dot(v))


def cross(a: Array, b: Array) -> Array:
    """Cross product of two 3-vectors; numpy's own is slow on so few numbers."""
    return np.array(
        [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
    )


@lru_cache(maxsize=512)
def rest_frame(direction: Vector) -> Array:
    """Columns: the swing axis, the way a positive swing moves the bone, against the bone."""
    d = np.asarray(direction, dtype=float)
    reference = np.array(UP if abs(d[1]) > 0.7 else FORWARD)
    front = reference - (reference @ d) * d
    front /= norm(front)
    return np.column_stack([cross(front, -d), front, -d])


def mirror_sign(joint: str) -> float:
    """Outward is to −x on the left and to +x on the right: the sign of spread and turn."""
    return -1.0 if joint.endswith("_r") else 1.0


def posed(sheet: FigureSheet, built_mm: Mapping[str, float] = AS_PLANNED) -> dict[str, Bone]:
    """The figure's bones, posed, mm, with the root where it is at rest. Lengths never change.

    Parameters
    ----------
    built_mm : lengths that were measured on the work (see `as_built`).
    """
    turns: dict[str, Array] = {}
    bones: dict[str, Bone] = {}
    for planned, rest in zip(rest_bones(sheet.body), as_built(sheet, built_mm), strict=True):
        parent_turn = turns[rest.parent] if rest.parent else np.eye(3)
        origin = bones[rest.parent].start if rest.parent else np.zeros(3)
        straight = Bone(
            joint=rest.joint,
            parent=rest.parent,
            start=origin + parent_turn @ np.asarray(rest.offset) * sheet.height_mm,
            frame=STRAIGHT,
            length_mm=rest.length * sheet.height_mm,
            parent_turn=parent_turn,
            rest=rest_frame(rest.direction),
            grown=rest.length / planned.length if planned.length > 0 else 1.0,
        )
        bones[rest.joint], turns[rest.joint] = _turned(straight, sheet.pose.get(rest.joint))
    return bones


def moved_bones(
    bones: dict[str, Bone], before: dict[str, JointAngles], sheet: FigureSheet
) -> dict[str, Bone]:
    """The bones that joints at other angles move, with the root where it is.

    Parameters
    ----------
    bones, before : as they are, and the pose that is. sheet : the same figure in another pose.
    """
    turns: dict[str, Array] = {}
    moved: dict[str, Bone] = {}
    for joint, was in bones.items():
        angles, parent = sheet.pose.get(joint), was.parent
        if parent is not None and parent in moved:
            offset = was.parent_turn.T @ (was.start - bones[parent].start)
            start = moved[parent].start + turns[parent] @ offset
            there = replace(was, start=start, parent_turn=turns[parent])
            moved[joint], turns[joint] = _turned(there, angles)
        elif angles != before.get(joint):
            moved[joint], turns[joint] = _turned(was, angles)
    return moved


def _turned(bone: Bone, angles: JointAngles | None) -> tuple[Bone, Array]:
    """A bone at the angles of its joint, and what that turns all it carries by."""
    frame, turn = bone.rest, bone.parent_turn
    if angles is not None:
        sign = mirror_sign(bone.joint)
        local = (
            _turn(0, angles.swing_deg)
            @ _turn(1, sign * angles.spread_deg)
            @ _turn(2, sign * angles.turn_deg)
        )
        turn = turn @ frame @ local @ frame.T
    across = frame[:, 0]
    if across[int(np.argmax(np.abs(across)))] < 0:
        across = -across
    return replace(bone, frame=turn @ np.column_stack([across, frame[:, 1], -frame[:, 2]])), turn


def angles_towards(bone: Bone, direction: Array, sign: float) -> list[tuple[float, float]]:
    """The (swing, spread) pairs, degrees, that point a bone in a world direction; turn is free."""
    x, y, z = bone.rest.T @ bone.parent_turn.T @ (direction / norm(direction))
    spread = math.degrees(math.asin(max(-1.0, min(1.0, -x))))
    swing = math.degrees(math.atan2(y, -z))
    pairs = []
    for sw, sp in ((swing, spread), (swing + 180, 180 - spread)):
        for turn in (-360, 0, 360):
            pairs += [(sw + turn, sign * sp), (sw + turn, sign * sp - 360 * sign)]
    return pairs


def subtree(bones: dict[str, Bone], joint: str) -> set[str]:
    """`joint` and every bone that hangs on it."""
    members = {joint}
    for bone in bones.values():
        if bone.parent in members:
            members.add(bone.joint)
    return members
