"""The plan made to follow the work: the angle of a joint that leaves it as it was bent."""

from __future__ import annotations

import math
from collections.abc import Mapping

import numpy as np

from windcrest_core.body.skeleton import Array, posed
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.landmarks import landmark_points, spans
from windcrest_core.findings import Operation
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.pose import JointAngles
from windcrest_core.work.checks.compare import Difference

NEAR_DEG = 0.05
ROUNDS = 12


def taken(work: Workpiece, row: Difference) -> list[Operation]:
    """What the sheet is to say so that a joint is bent as it was seen; nothing where no swing of it gives that."""
    joint = row.joint
    if row.kind != "angle" or joint is None:
        return []
    sheet, built_mm = work.sheet, work.progress.built_of("length_mm")
    limits = joint_ranges(sheet.body).get(joint)
    if limits is None:
        return []
    low, high = limits.swing_deg
    now = sheet.pose.get(joint, JointAngles()).swing_deg
    wanted = _bend_deg(sheet, built_mm, joint, now)
    if wanted is None:
        return []
    wanted += row.off
    at = now
    for _ in range(ROUNDS):
        here, there = (_bend_deg(sheet, built_mm, joint, deg) for deg in (at, at + 1.0))
        if here is None or there is None:
            return []
        if abs(here - wanted) < NEAR_DEG:
            if not low <= at <= high:
                return []
            return [Operation(path=f"joint/{joint}/swing_deg", value=round(at, 1))]
        if abs(there - here) < 0.05:
            return []
        at += max(-20.0, min(20.0, (wanted - here) / (there - here)))
    return []


def _bend_deg(
    sheet: FigureSheet, built_mm: Mapping[str, float], joint: str, swing_deg: float
) -> float | None:
    """How far a joint is from straight, in space, at a swing."""
    angles = sheet.pose.get(joint, JointAngles()).model_copy(update={"swing_deg": swing_deg})
    points = landmark_points(
        posed(sheet.model_copy(update={"pose": {**sheet.pose, joint: angles}}), built_mm),
        sheet.body,
    )
    segments = [span for span in spans(sheet.body) if span.kind == "segment"]
    inner = next((span for span in segments if span.b == joint), None)
    outer = next((span for span in segments if span.id == joint), None)
    if inner is None or outer is None:
        return None
    in_, out = points[joint] - points[inner.a], points[outer.b] - points[joint]
    return _between_deg(in_, out)


def _between_deg(a: Array, b: Array) -> float:
    size = float(np.linalg.norm(a) * np.linalg.norm(b))
    return math.degrees(math.acos(max(-1.0, min(1.0, float(a @ b) / size)))) if size > 0 else 0.0
