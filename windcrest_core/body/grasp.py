"""How an arm turns at shoulder and elbow so that its hand comes to a point."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.figure import solid_of, standing_bones
from windcrest_core.body.skeleton import Array, Bone, angles_towards, mirror_sign, norm
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.pose import JointAngles

ROUNDS, NEAR_MM = 4, 1.0

Turns = dict[str, JointAngles]


def elbow_at(shoulder: Array, hand: Array, upper_mm: float, lower_mm: float, near: Array) -> Array:
    """Where the elbow of a two-bone arm is, (3,) mm, on the side of `near`.

    Source: the law of cosines; where the hand is out of reach the arm is straight towards it.

    Examples
    --------
    >>> zero = np.zeros(3)
    >>> elbow_at(zero, np.array([50.0, 0, 0]), 30.0, 40.0, np.array([0, -1.0, 0])).round(6).tolist()
    [18.0, -24.0, 0.0]
    """
    way = hand - shoulder
    far = min(max(norm(way), abs(upper_mm - lower_mm) + 1e-6), upper_mm + lower_mm - 1e-6)
    along = (upper_mm**2 - lower_mm**2 + far**2) / (2 * far)
    ahead = way / norm(way) if norm(way) > 1e-6 else np.array([0.0, 0.0, -1.0])
    aside = (near - shoulder) - ((near - shoulder) @ ahead) * ahead
    if norm(aside) < 1e-6:
        aside = np.cross(ahead, [0.0, 0.0, 1.0] if abs(ahead[2]) < 0.9 else [0.0, 1.0, 0.0])
    out = math.sqrt(max(0.0, upper_mm**2 - along**2))
    return np.asarray(shoulder + along * ahead + out * aside / norm(aside))


def arm_of(bones: dict[str, Bone], hand: Part) -> tuple[str, str] | None:
    """The two joints above the bone of a hand, the upper first; None where it hangs on the trunk."""
    lower = bones[hand.bone].parent
    upper = bones[lower].parent if lower is not None else None
    if lower is None or upper is None or bones[upper].parent is None:
        return None
    return upper, lower


def reaching(sheet: FigureSheet, hand: str, to: Array) -> Turns | None:
    """Angles of the joints above a hand that bring the middle of it to a point; None where it does not come there,
    by its length or by the range of its joints.

    Parameters
    ----------
    hand : id of a part on the last bone of a limb with two bones above it. to : (3,) mm.
    """
    part = sheet.part(hand)
    bones = standing_bones(sheet)
    arm = arm_of(bones, part)
    if arm is None:
        return None
    upper, lower = arm
    turned: Turns = {}
    aim = to
    for _ in range(ROUNDS):
        shoulder, middle = bones[upper].start, _middle(sheet, hand, bones)
        elbow, wrist = bones[lower].start, bones[part.bone].start
        below_mm = norm(middle - elbow)
        elbow = elbow_at(shoulder, aim, norm(elbow - shoulder), below_mm, elbow)
        first = _towards(sheet, bones[upper], elbow - shoulder)
        if first is None:
            return None
        sheet = _with(sheet, turned := {**turned, upper: first})
        bones = standing_bones(sheet)
        middle, wrist = _middle(sheet, hand, bones), bones[part.bone].start
        bend = (wrist - bones[lower].start) / norm(wrist - bones[lower].start)
        off = middle - bones[lower].start
        straight = off / norm(off)
        # The hand may stand at an angle to the forearm: that is turned by what turns the hand to its aim.
        second = _towards(sheet, bones[lower], _carried(bend, straight, aim - bones[lower].start))
        if second is None:
            return None
        sheet = _with(sheet, turned := {**turned, lower: second})
        bones = standing_bones(sheet)
        miss = to - _middle(sheet, hand, bones)
        if norm(miss) <= NEAR_MM:
            return turned
        aim = aim + miss
    return None


def _carried(bone: Array, hand: Array, wanted: Array) -> Array:
    """The way of a bone once the turn is made that takes the way of the hand into the one wanted."""
    goal = wanted / max(norm(wanted), 1e-9)
    axis = np.cross(hand, goal)
    sine, cosine = norm(axis), float(hand @ goal)
    if sine < 1e-9:
        return bone if cosine > 0 else -bone
    k = axis / sine
    return np.asarray(bone * cosine + np.cross(k, bone) * sine + k * (k @ bone) * (1 - cosine))


def _middle(sheet: FigureSheet, key: str, bones: dict[str, Bone]) -> Array:
    part = sheet.part(key)
    solid = solid_of(sheet, part, bones[part.bone], sheet.height_mm / sheet.body.heads_tall)
    return np.asarray((solid.bounds[0] + solid.bounds[1]) / 2)


def _towards(sheet: FigureSheet, bone: Bone, way: Array) -> JointAngles | None:
    """The angles within the range of a joint that point its bone so; the nearest to those it has."""
    limit = joint_ranges(sheet.body)[bone.joint]
    old = sheet.pose.get(bone.joint, JointAngles())
    found = [
        (swing, spread)
        for swing, spread in angles_towards(bone, way, mirror_sign(bone.joint))
        if limit.swing_deg[0] <= swing <= limit.swing_deg[1]
        and limit.spread_deg[0] <= spread <= limit.spread_deg[1]
    ]
    if not found:
        return None
    swing, spread = min(
        found, key=lambda pair: abs(pair[0] - old.swing_deg) + abs(pair[1] - old.spread_deg)
    )
    return old.model_copy(update={"swing_deg": round(swing, 2), "spread_deg": round(spread, 2)})


def _with(sheet: FigureSheet, turned: Turns) -> FigureSheet:
    return sheet.model_copy(update={"pose": {**sheet.pose, **turned}})
