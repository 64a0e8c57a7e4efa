"""The joint tree of each body plan at rest, as fractions of the height."""

from __future__ import annotations

import math
from dataclasses import dataclass

from windcrest_core.body.canon import (
    FOOT_LENGTH,
    HIP_BREADTH,
    SHOULDER_BREADTH,
    canon,
)
from windcrest_core.sheet.model import Biped, FigureSheet, Quadruped, TailedBiped

UP, DOWN, FORWARD, BACK = (0.0, 0.0, 1.0), (0.0, 0.0, -1.0), (0.0, 1.0, 0.0), (0.0, -1.0, 0.0)
Vector = tuple[float, float, float]


SIDES = (("r", 1.0), ("l", -1.0))


@dataclass(frozen=True)
class RestBone:
    """A bone at rest, lengths as fractions of the figure's height."""

    joint: str
    parent: str | None
    offset: Vector
    direction: Vector
    length: float


def _unit(v: Vector) -> Vector:
    n = math.sqrt(sum(c * c for c in v))
    return (v[0] / n, v[1] / n, v[2] / n)


def _times(v: Vector, k: float) -> Vector:
    return (v[0] * k, v[1] * k, v[2] * k)


def _limb(
    first: tuple[str, str, Vector],
    chain: list[tuple[str, Vector, float]],
) -> list[RestBone]:
    """Bones end to end: the first hangs off (parent, offset), each next off the end before."""
    name, parent, offset = first
    bones: list[RestBone] = []
    for index, (joint, direction, length) in enumerate(chain):
        if index:
            before = bones[-1]
            parent, offset = before.joint, _times(before.direction, before.length)
        bones.append(
            RestBone(name if index == 0 else joint, parent, offset, _unit(direction), length)
        )
    return bones


def _biped(body: Biped) -> list[RestBone]:
    c = canon(body.heads_tall)
    trunk = c.shoulder - c.hip
    waist = 0.42 * trunk
    bones = [
        RestBone("hips", None, (0, 0, c.hip), UP, waist),
        RestBone("waist", "hips", (0, 0, waist), UP, trunk - waist),
        RestBone("neck", "waist", (0, 0, trunk - waist), UP, c.chin - c.shoulder),
        RestBone("head", "neck", (0, 0, c.chin - c.shoulder), UP, 1 - c.chin),
    ]
    for side, sign in SIDES:
        shoulder = (sign * SHOULDER_BREADTH / 2 * body.shoulder_breadth, 0.0, trunk - waist)
        hip = (sign * 0.52 * HIP_BREADTH / 2 * body.hip_breadth, 0.0, 0.0)
        bones += _limb(
            (f"shoulder_{side}", "waist", shoulder),
            [
                ("", DOWN, c.shoulder - c.elbow),
                (f"elbow_{side}", DOWN, c.elbow - c.wrist),
                (f"wrist_{side}", DOWN, c.wrist - c.fingertip),
            ],
        )
        bones += _limb(
            (f"hip_{side}", "hips", hip),
            [
                ("", DOWN, c.hip - c.knee),
                (f"knee_{side}", DOWN, c.knee - c.ankle),
                (f"ankle_{side}", FORWARD, 0.72 * FOOT_LENGTH),
            ],
        )
    return bones


def _tail(root: str, offset: Vector, length: float, droop: float) -> list[RestBone]:
    return _limb(
        ("tail_1", root, offset),
        [
            ("", (0, -1, -droop), 0.4 * length),
            ("tail_2", (0, -1, -0.35 * droop), 0.33 * length),
            ("tail_3", BACK, 0.27 * length),
        ],
    )


def _tailed_biped(body: TailedBiped) -> list[RestBone]:
    head, pitch = 1.0 / body.heads_tall, math.radians(body.trunk_pitch_deg)
    leg = 0.34 if body.wing_span == 0 else 0.36
    trunk_rise = max(0.12, 1.0 - leg - 0.9 * head - body.neck_length)
    lean = (0.0, math.sin(pitch), math.cos(pitch))
    trunk = trunk_rise / max(0.5, math.cos(pitch))
    end = _times(lean, trunk / 2)
    bones = [
        RestBone("hips", None, (0, 0, leg), lean, trunk / 2),
        RestBone("waist", "hips", end, lean, trunk / 2),
        RestBone("neck", "waist", end, UP, body.neck_length),
        RestBone("head", "neck", (0, 0, body.neck_length), UP, 0.9 * head),
        *_tail("hips", (0, -0.03, -0.01), body.tail_length, 0.9),
    ]
    for side, sign in SIDES:
        if body.wing_span == 0:
            shoulder = (sign * 0.115 * body.shoulder_breadth, end[1] * 0.9, end[2] * 0.9)
            bones += _limb(
                (f"shoulder_{side}", "waist", shoulder),
                [("", DOWN, 0.15), (f"elbow_{side}", DOWN, 0.13), (f"wrist_{side}", DOWN, 0.08)],
            )
        hip = (sign * 0.075 * body.hip_breadth, 0.0, 0.0)
        bones += _limb(
            (f"hip_{side}", "hips", hip),
            [
                ("", (0, 0.45, -0.9), 0.40 * leg),
                (f"knee_{side}", (0, -0.5, -0.87), 0.40 * leg),
                (f"ankle_{side}", (0, 0.35, -0.94), 0.25 * leg),
                (f"ball_{side}", FORWARD, 0.10),
            ],
        )
    return bones


def _quadruped(body: Quadruped) -> list[RestBone]:
    head, half = 1.0 / body.heads_tall, 0.5 * body.trunk_length
    bones = [
        RestBone("hips", None, (0, -half, 0.62), FORWARD, half),
        RestBone("waist", "hips", (0, half, 0), FORWARD, half),
        RestBone("neck", "waist", (0, half, 0.06), _unit((0, 0.85, 0.5)), body.neck_length),
        RestBone(
            "head",
            "neck",
            _times(_unit((0, 0.85, 0.5)), body.neck_length),
            _unit((0, 0.8, -0.6)),
            1.25 * head,
        ),
        *_limb(
            ("tail_1", "hips", (0, -0.1, 0.09)),
            [
                ("", (0, -0.75, -1), 0.36 * body.tail_length),
                ("tail_2", (0, -0.15, -1), 0.36 * body.tail_length),
                ("tail_3", DOWN, 0.28 * body.tail_length),
            ],
        ),
    ]
    for side, sign in SIDES:
        bones += _limb(
            (f"shoulder_{side}", "waist", (sign * 0.13 * body.shoulder_breadth, half, -0.08)),
            [("", DOWN, 0.22), (f"elbow_{side}", DOWN, 0.20), (f"wrist_{side}", DOWN, 0.09)],
        )
        bones += _limb(
            (f"hip_{side}", "hips", (sign * 0.12 * body.hip_breadth, 0.0, -0.06)),
            [
                ("", (0, 0.25, -1), 0.24),
                (f"knee_{side}", (0, -0.25, -1), 0.22),
                (f"ankle_{side}", DOWN, 0.09),
            ],
        )
    return bones


def _wings(body: Biped | TailedBiped | Quadruped, waist_length: float) -> list[RestBone]:
    bones: list[RestBone] = []
    for side, sign in SIDES:
        root = (sign * 0.09 * body.build, -0.03, 0.75 * waist_length)
        bones += _limb(
            (f"wing_{side}", "waist", root),
            [
                ("", (sign, -0.2, 0.15), 0.2 * body.wing_span),
                (f"wing_tip_{side}", (sign, -0.35, -0.1), 0.3 * body.wing_span),
            ],
        )
    return bones


def rest_bones(sheet: FigureSheet) -> list[RestBone]:
    """The figure's bones at rest, parents first."""
    body = sheet.body
    match body:
        case Biped():
            bones = _biped(body)
        case TailedBiped():
            bones = _tailed_biped(body)
        case Quadruped():
            bones = _quadruped(body)
    if body.wing_span > 0:
        waist = next(bone for bone in bones if bone.joint == "waist")
        bones += _wings(body, waist.length)
    return bones
