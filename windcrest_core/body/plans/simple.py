"""Bodies of few bones: a capsule with stubs, a stem with a cap, figures on one rod, one's own."""

from __future__ import annotations

from windcrest_core.body.plans.bones import DOWN, FORWARD, SIDES, UP, RestBone, limb, times, unit
from windcrest_core.sheet.bodies import Capsule, Free, FreeBone, Stacked, StemCap

OUT_AND_DOWN = 0.5
FOOT_HIGH = 0.04


def capsule_bones(body: Capsule) -> list[RestBone]:
    trunk = 1.0 - body.leg_length
    bones = [
        RestBone("hips", None, (0, 0, body.leg_length), UP, 0.45 * trunk),
        RestBone("head", "hips", (0, 0, 0.45 * trunk), UP, 0.55 * trunk),
    ]
    for side, sign in SIDES:
        shoulder = (sign * 0.20 * body.shoulder_breadth * body.build, 0.0, 0.42 * trunk)
        bones += limb(
            "hips", shoulder, [(f"shoulder_{side}", (sign, 0, -OUT_AND_DOWN), body.arm_length)]
        )
        hip = (sign * 0.10 * body.hip_breadth, 0.0, 0.1 * trunk)
        leg = body.leg_length + 0.1 * trunk
        bones += limb(
            "hips",
            hip,
            [(f"hip_{side}", DOWN, leg - FOOT_HIGH), (f"ankle_{side}", FORWARD, 0.1)],
        )
    return bones


def stem_cap_bones(body: StemCap) -> list[RestBone]:
    stem = 1.0 - body.cap_height
    return [
        RestBone("stem_1", None, (0, 0, 0), UP, stem / 2),
        RestBone("stem_2", "stem_1", (0, 0, stem / 2), UP, stem / 2),
        RestBone("cap", "stem_2", (0, 0, stem / 2), UP, body.cap_height),
    ]


def tier_heights(body: Stacked) -> list[float]:
    """Height of each figure of a stack, from the lowest, as fractions of the whole."""
    sizes = [body.taper**k for k in range(body.tiers)]
    return [size / sum(sizes) for size in sizes]


def stacked_bones(body: Stacked) -> list[RestBone]:
    bones: list[RestBone] = []
    parent, below = None, 0.0
    for number, height in enumerate(tier_heights(body), start=1):
        joint = f"tier_{number}"
        bones.append(RestBone(joint, parent, (0, 0, below), UP, height))
        for side, sign in SIDES:
            arm = (sign * 0.36 * height * body.shoulder_breadth * body.build, 0.0, 0.5 * height)
            bones += limb(joint, arm, [(f"arm_{number}_{side}", (sign, 0.2, -0.6), 0.42 * height)])
        parent, below = joint, height
    return bones


def free_bones(body: Free) -> list[RestBone]:
    """Parents before children, however they were written down."""
    found: list[RestBone] = []
    by_id = {bone.id: bone for bone in body.bones}

    def place(bone: FreeBone) -> None:
        if any(known.joint == bone.id for known in found):
            return
        offset = (0.0, 0.0, 0.0)
        if bone.parent is not None:
            parent = by_id[bone.parent]
            place(parent)
            offset = times(unit(parent.direction), parent.length * bone.at)
        found.append(RestBone(bone.id, bone.parent, offset, unit(bone.direction), bone.length))

    for bone in body.bones:
        place(bone)
    return found
