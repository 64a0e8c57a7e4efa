"""What bodies of few bones start with. Sizes [A]."""

from __future__ import annotations

import math
from collections.abc import Iterator

from windcrest_core.body.plans.simple import tier_heights
from windcrest_core.character.starting.shapes import (
    LIMB,
    TRUNK,
    along,
    ball,
    eyes,
    flat_cone,
    mid,
    pair,
)
from windcrest_core.sheet.bodies import Capsule, Free, Stacked, StemCap
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Ellipsoid


def _on(host: Ellipsoid, x: float, z: float, length: float) -> float:
    """How far forward the skin of an ellipsoid is, where `z` is along a bone of `length`."""
    (cx, cy, cz), (a, b, c) = host.centre, host.semi_axes
    left = 1 - ((x - cx) / a) ** 2 - ((z - cz) * length / c) ** 2
    return cy + b * math.sqrt(max(left, 0.0))


def capsule_parts(body: Capsule) -> Iterator[Part]:
    trunk = 1.0 - body.leg_length
    low = ball((0, 0, 0.84), 0.225, 0.185, 0.38 * trunk)
    top = ball((0, 0, 0.40), 0.21, 0.2, 0.33 * trunk)
    yield mid("belly", "body", "hips", low, **TRUNK)
    yield mid("skull", "head", "head", top, **TRUNK)
    eye_y = _on(top, 0.08, 0.5, 0.55 * trunk)
    yield from eyes(ball((0.08, eye_y - 0.008, 0.5), 0.026, 0.026, 0.026), "head", "skull")
    yield from pair(
        "upper_arm",
        "arm",
        "shoulder",
        along(0.052, 0.046, start=-0.1, end=0.9),
        outward=True,
        **LIMB,
    )
    yield from pair("thigh", "leg", "hip", along(0.07, 0.06, 1.0, 0.0, 0.9), **LIMB)
    yield from pair(
        "foot", "foot", "ankle", ball((0, 0, 0.3), 0.072, 0.045, 0.095), contact=True, **LIMB
    )


def stem_cap_parts(body: StemCap) -> Iterator[Part]:
    wide = 0.34 * body.cap_breadth
    yield mid(
        "stem_foot", "foot of the stem", "stem_1", flat_cone(0.16, 0.125), contact=True, **TRUNK
    )
    yield mid("stem", "stem", "stem_2", flat_cone(0.125, 0.10, 1.0, -0.02, 1.1), **TRUNK)
    yield mid("cap", "cap", "cap", ball((0, 0, 0.45), wide, wide, 0.55 * body.cap_height), **TRUNK)
    yield mid(
        "gills", "gills", "cap", flat_cone(0.75 * wide, 0.93 * wide, 1.0, -0.08, 0.3), **TRUNK
    )
    y = 0.5 * (0.125 + 0.10) - 0.004
    yield from eyes(
        ball((0.045, math.sqrt(y * y - 0.045**2), 0.35), 0.026, 0.026, 0.026), "stem_2", "stem"
    )


def stacked_parts(body: Stacked) -> Iterator[Part]:
    for number, height in enumerate(tier_heights(body), start=1):
        joint = f"tier_{number}"
        shape = ball((0, 0, 0.5), 0.40 * height, 0.34 * height, 0.54 * height)
        yield mid(f"body_{number}", f"figure {number}", joint, shape, **TRUNK)
        yield from pair(
            f"arm_{number}",
            f"arm of figure {number}",
            f"arm_{number}",
            along(0.085 * height, 0.07 * height, start=-0.15),
            outward=True,
            **LIMB,
        )
        radius = 0.055 * height
        y = _on(shape, 0.13 * height, 0.68, height)
        yield from eyes(
            ball((0.13 * height, y - 0.25 * radius, 0.68), radius, radius, radius),
            joint,
            f"body_{number}",
            f"eye_{number}",
            f"eye of figure {number}",
        )
    foot = tier_heights(body)[0]
    yield from pair(
        "foot",
        "foot",
        "=tier_1",
        ball((0.19 * foot, 0.1 * foot, 0.03), 0.16 * foot, 0.24 * foot, 0.09 * foot),
        contact=True,
        **LIMB,
    )


def free_parts(body: Free) -> Iterator[Part]:
    """One solid to start from, on the root; a plain limb on every other bone."""
    root = next(bone for bone in body.bones if bone.parent is None)
    yield mid(
        "body",
        "body",
        root.id,
        ball((0, 0, 0.5), 0.22, 0.2, 0.5 * root.length),
        contact=True,
        **TRUNK,
    )
    for bone in body.bones:
        if bone.parent is not None:
            thick = min(0.05, 0.25 * bone.length)
            yield mid(bone.id, bone.label, bone.id, along(thick, 0.8 * thick), **LIMB)
