"""A dragged joint becomes angles; lengths never change."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np

from windcrest_core.body.figure import standing_bones
from windcrest_core.body.mirror import other_side
from windcrest_core.body.skeleton import Array, Bone, angles_towards, mirror_sign
from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.errors import SheetError
from windcrest_core.findings import Operation
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.pose import JointAngles

VIEWS = {"front": FRONT, "side": SIDE}


def _turned_in_view(direction: Array, view: Array, by_rad: float) -> Array:
    """`direction` turned by an angle within the plane of the view; its depth stays."""
    u, v = view
    depth = np.cross(u, v)
    a, b = float(direction @ u), float(direction @ v)
    c, s = math.cos(by_rad), math.sin(by_rad)
    return np.asarray((a * c - b * s) * u + (a * s + b * c) * v + (direction @ depth) * depth)


def drag(
    sheet: FigureSheet,
    joint: str,
    view: str,
    to: tuple[float, float],
    bones: dict[str, Bone] | None = None,
) -> list[Operation]:
    """Operations that turn `joint` so that the end of its bone points at `to` in an elevation.

    Parameters
    ----------
    view : ``front`` or ``side``.
    to : where the pointer is, mm in that elevation. bones : those of the sheet where they are known.

    Raises
    ------
    SheetError : no such joint or view. A target out of the joint's range is met as nearly as the
        range allows.
    """
    ranges = joint_ranges(sheet.body)
    if joint not in ranges:
        raise SheetError.one("joint", joint, "one of " + ", ".join(sorted(ranges)))
    if view not in VIEWS:
        raise SheetError.one("view", view, "front or side")
    plane = VIEWS[view]
    bone = (bones or standing_bones(sheet))[joint]
    now = plane @ (bone.end - bone.start)
    wanted = np.asarray(to) - plane @ bone.start
    by = math.atan2(wanted[1], wanted[0]) - math.atan2(now[1], now[0])
    target = _turned_in_view(bone.end - bone.start, plane, by)
    limit = ranges[joint]
    old = sheet.pose.get(joint, JointAngles())
    best: tuple[float, float, float] | None = None
    for swing, spread in angles_towards(bone, target, mirror_sign(joint)):
        swing_in = min(max(swing, limit.swing_deg[0]), limit.swing_deg[1])
        spread_in = min(max(spread, limit.spread_deg[0]), limit.spread_deg[1])
        miss = abs(swing - swing_in) + abs(spread - spread_in)
        cost = 100 * miss + abs(swing_in - old.swing_deg) + abs(spread_in - old.spread_deg)
        if best is None or cost < best[0]:
            best = (cost, swing_in, spread_in)
    assert best is not None
    return [
        Operation(path=f"joint/{joint}/swing_deg", value=round(best[1], 1)),
        Operation(path=f"joint/{joint}/spread_deg", value=round(best[2], 1)),
    ]


def on_both_sides(sheet: FigureSheet, operations: list[Operation]) -> list[Operation]:
    """The operations, and each angle of a right or left joint on its other side too.

    Angles are measured outwards and forwards on either side, so the same number mirrors the pose.
    """
    joints = joint_ranges(sheet.body)
    found = list(operations)
    named = {operation.path for operation in operations}
    for operation in operations:
        steps = operation.path.split("/")
        if steps[0] != "joint":
            continue
        other = other_side(steps[1])
        path = "/".join(["joint", other, *steps[2:]])
        if other in joints and path not in named:
            found.append(Operation(path=path, value=operation.value))
    return found


def taken_up(sheet: FigureSheet, pose: Mapping[str, JointAngles]) -> list[Operation]:
    """Operations that bring a figure into a pose: joints that it leaves out go to rest."""
    return [
        *(
            Operation(path=f"joint/{joint}", value=None)
            for joint in sheet.pose
            if joint not in pose
        ),
        *(
            Operation(path=f"joint/{joint}", value=angles.model_dump())
            for joint, angles in pose.items()
        ),
    ]


def turned(sheet: FigureSheet, operations: list[Operation]) -> dict[str, JointAngles]:
    """The pose of a sheet with joints at other angles.

    Raises
    ------
    SheetError : an operation that turns no joint of this body, or further than the joint goes.
    """
    ranges = joint_ranges(sheet.body)
    pose = dict(sheet.pose)
    for operation in operations:
        _, joint, angle = [*operation.path.split("/"), "", ""][:3]
        if not operation.path.startswith("joint/") or joint not in ranges:
            raise SheetError.one("path", operation.path, "joint/<id of a joint>/<angle>")
        if angle not in JointAngles.model_fields:
            allowed = "one of " + ", ".join(JointAngles.model_fields)
            raise SheetError.one(operation.path, angle, allowed)
        low, high = getattr(ranges[joint], angle)
        value = operation.value
        if (
            isinstance(value, bool)
            or not isinstance(value, int | float)
            or not low <= value <= high
        ):
            raise SheetError.one(operation.path, value, f"{low:g} to {high:g} degrees")
        pose[joint] = pose.get(joint, JointAngles()).model_copy(update={angle: float(value)})
    return pose
