"""Bodies whose trunk lies along the ground: four legs, and many."""

from __future__ import annotations

from windcrest_core.body.plans.bones import DOWN, FORWARD, SIDES, RestBone, limb, times, unit
from windcrest_core.sheet.bodies import ManyLimbed, Quadruped

MANY_BACK = 0.66  # height of the trunk of the many-limbed [A]
MANY_RISE, MANY_OUT = 0.14, 0.30


def quadruped_bones(body: Quadruped) -> list[RestBone]:
    head, half = 1.0 / body.heads_tall, 0.5 * body.trunk_length
    up = unit((0, 0.85, 0.5))
    bones = [
        RestBone("hips", None, (0, -half, 0.62), FORWARD, half),
        RestBone("waist", "hips", (0, half, 0), FORWARD, half),
        RestBone("neck", "waist", (0, half, 0.06), up, body.neck_length),
        RestBone("head", "neck", times(up, body.neck_length), unit((0, 0.8, -0.6)), 1.25 * head),
    ]
    for side, sign in SIDES:
        bones += limb(
            "waist",
            (sign * 0.13 * body.shoulder_breadth, half, -0.08),
            [
                (f"shoulder_{side}", DOWN, 0.22),
                (f"elbow_{side}", DOWN, 0.20),
                (f"wrist_{side}", DOWN, 0.09),
            ],
        )
        bones += limb(
            "hips",
            (sign * 0.12 * body.hip_breadth, 0.0, -0.06),
            [
                (f"hip_{side}", (0, 0.25, -1), 0.24),
                (f"knee_{side}", (0, -0.25, -1), 0.22),
                (f"ankle_{side}", DOWN, 0.09),
            ],
        )
    return bones


def many_limbed_bones(body: ManyLimbed) -> list[RestBone]:
    head, half = 1.0 / body.heads_tall, 0.5 * body.trunk_length
    up = unit((0, 0.75, 0.66))
    bones = [
        RestBone("hips", None, (0, -half, MANY_BACK), FORWARD, half),
        RestBone("waist", "hips", (0, half, 0), FORWARD, half),
        RestBone("neck", "waist", (0, 0.94 * half, 0.02), up, body.neck_length),
        RestBone("head", "neck", times(up, body.neck_length), unit((0, 1.0, 0.12)), 0.9 * head),
    ]
    for number in range(1, body.pairs + 1):
        along = half * (0.8 - 1.6 * (number - 1) / (body.pairs - 1))
        fan = 0.5 * along / half
        for side, sign in SIDES:
            wide = sign * (0.08 * body.shoulder_breadth if along > 0 else 0.08 * body.hip_breadth)
            parent, y = ("waist", along) if along >= 0 else ("hips", half + along)
            bones += limb(
                parent,
                (wide, y, -0.02),
                [
                    (f"hip_{number}_{side}", (sign, fan, MANY_RISE / MANY_OUT), MANY_OUT),
                    (f"knee_{number}_{side}", (0.35 * sign, 0.35 * fan, -1.0), 0.745),
                    (f"foot_{number}_{side}", DOWN, 0.06),
                ],
            )
    return bones
