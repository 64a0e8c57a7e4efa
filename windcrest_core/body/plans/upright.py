"""Bodies that stand up: on two legs, on two toes with a tail, in a robe; and a bust."""

from __future__ import annotations

import math

from windcrest_core.body.canon import (
    ADULT_HEADS,
    CHIN_TO_CROWN_HEADS,
    FOOT_LENGTH,
    HIP_BREADTH,
    SHOULDER_BREADTH,
    Canon,
    canon,
)
from windcrest_core.body.plans.bones import DOWN, FORWARD, SIDES, UP, RestBone, limb, times
from windcrest_core.sheet.bodies import Biped, Bust, Draped, TailedBiped, Upright

WAIST = 0.42  # of the trunk, from the hips [A]
HIP_JOINTS = 0.52  # of the hip breadth [A]
BUST_FOOT, BUST_NECK_HEADS, BUST_ARM_HEADS = 0.05, 0.25, 0.45


def proportions(body: Upright) -> Canon:
    """Landmark heights of an upright body, by its canon and its sliders."""
    return canon(body.heads_tall, body.leg_share, body.trunk_length, body.arm_length)


def biped_bones(body: Biped) -> list[RestBone]:
    c = proportions(body)
    bones = _trunk_and_arms(body, c)
    for side, sign in SIDES:
        hip = (sign * HIP_JOINTS * HIP_BREADTH / 2 * body.hip_breadth, 0.0, 0.0)
        bones += limb(
            "hips",
            hip,
            [
                (f"hip_{side}", DOWN, c.hip - c.knee),
                (f"knee_{side}", DOWN, c.knee - c.ankle),
                (f"ankle_{side}", FORWARD, 0.72 * FOOT_LENGTH),
            ],
        )
    return bones


def draped_bones(body: Draped) -> list[RestBone]:
    c = proportions(body)
    hem = min(body.hem_height, 0.8 * c.hip)
    return [
        *_trunk_and_arms(body, c),
        RestBone("hem", "hips", (0, 0, 0), DOWN, c.hip - hem),
    ]


def _trunk_and_arms(body: Upright, c: Canon) -> list[RestBone]:
    trunk = c.shoulder - c.hip
    waist = WAIST * trunk
    bones = [
        RestBone("hips", None, (0, 0, c.hip), UP, waist),
        RestBone("waist", "hips", (0, 0, waist), UP, trunk - waist),
        RestBone("neck", "waist", (0, 0, trunk - waist), UP, c.chin - c.shoulder),
        RestBone("head", "neck", (0, 0, c.chin - c.shoulder), UP, 1 - c.chin),
    ]
    for side, sign in SIDES:
        shoulder = (sign * SHOULDER_BREADTH / 2 * body.shoulder_breadth, 0.0, trunk - waist)
        bones += limb(
            "waist",
            shoulder,
            [
                (f"shoulder_{side}", DOWN, c.shoulder - c.elbow),
                (f"elbow_{side}", DOWN, c.elbow - c.wrist),
                (f"wrist_{side}", DOWN, c.wrist - c.fingertip),
            ],
        )
    return bones


def bust_bones(body: Bust) -> list[RestBone]:
    head = 1.0 / body.heads_tall
    chin = 1.0 - CHIN_TO_CROWN_HEADS * head
    neck = BUST_NECK_HEADS * head
    shoulder = chin - neck
    breadth = SHOULDER_BREADTH * ADULT_HEADS * head / 2 * body.shoulder_breadth
    bones = [
        RestBone("waist", None, (0, 0, BUST_FOOT), UP, shoulder - BUST_FOOT),
        RestBone("neck", "waist", (0, 0, shoulder - BUST_FOOT), UP, neck),
        RestBone("head", "neck", (0, 0, neck), UP, 1 - chin),
    ]
    for side, sign in SIDES:
        at = (sign * breadth, 0.0, shoulder - BUST_FOOT - 0.12 * head)
        bones += limb("waist", at, [(f"shoulder_{side}", DOWN, BUST_ARM_HEADS * head)])
    return bones


def tailed_biped_bones(body: TailedBiped) -> list[RestBone]:
    head, pitch = 1.0 / body.heads_tall, math.radians(body.trunk_pitch_deg)
    leg = 0.34 if body.wing_span == 0 else 0.36
    trunk_rise = max(0.12, 1.0 - leg - 0.9 * head - body.neck_length)
    lean = (0.0, math.sin(pitch), math.cos(pitch))
    trunk = trunk_rise / max(0.5, math.cos(pitch))
    end = times(lean, trunk / 2)
    bones = [
        RestBone("hips", None, (0, 0, leg), lean, trunk / 2),
        RestBone("waist", "hips", end, lean, trunk / 2),
        RestBone("neck", "waist", end, UP, body.neck_length),
        RestBone("head", "neck", (0, 0, body.neck_length), UP, 0.9 * head),
    ]
    for side, sign in SIDES:
        if body.wing_span == 0:
            shoulder = (sign * 0.115 * body.shoulder_breadth, end[1] * 0.9, end[2] * 0.9)
            bones += limb(
                "waist",
                shoulder,
                [
                    (f"shoulder_{side}", DOWN, 0.15),
                    (f"elbow_{side}", DOWN, 0.13),
                    (f"wrist_{side}", DOWN, 0.08),
                ],
            )
        hip = (sign * 0.075 * body.hip_breadth, 0.0, 0.0)
        bones += limb(
            "hips",
            hip,
            [
                (f"hip_{side}", (0, 0.45, -0.9), 0.40 * leg),
                (f"knee_{side}", (0, -0.5, -0.87), 0.40 * leg),
                (f"ankle_{side}", (0, 0.35, -0.94), 0.25 * leg),
                (f"ball_{side}", FORWARD, 0.10),
            ],
        )
    return bones
