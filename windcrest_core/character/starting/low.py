"""What low bodies start with: four legs, or many. Sizes [A]."""

from __future__ import annotations

from collections.abc import Iterator

from windcrest_core.character.starting.shapes import (
    HEAD,
    LIMB,
    TRUNK,
    along,
    ball,
    cone,
    eyes,
    mid,
    pair,
)
from windcrest_core.sheet.bodies import ManyLimbed
from windcrest_core.sheet.forms import WIRE
from windcrest_core.sheet.parts import Part


def quadruped_parts() -> Iterator[Part]:
    yield mid("skull", "head", "head", along(0.44, 0.30, 0.95, 0.1, 0.5), **HEAD)
    yield mid(
        "muzzle",
        "muzzle",
        "head",
        along(0.31, 0.24, 0.9, 0.5, 1.0),
        seat="muzzle",
        feature="mouth",
        **HEAD,
    )
    yield from pair(
        "ear",
        "ear",
        "=head",
        cone((0.4, 0.1, 0.1), (0.75, 0.0, 0.12), 0.09, 0.05),
        form=WIRE,
        delicate=True,
        **HEAD,
    )
    yield from eyes(ball((0.33, 0.24, 0.38), 0.07, 0.07, 0.07), "head", "skull", scale="head")
    yield mid("neck", "neck", "neck", along(0.135, 0.1, start=-0.25, end=1.1), **TRUNK)
    yield mid("chest", "chest", "waist", along(0.17, 0.185, 1.1, 0.0, 0.9), **TRUNK)
    yield mid("belly", "belly", "hips", along(0.15, 0.17, 1.1, 0.0, 1.0), **TRUNK)
    yield from pair("upper_arm", "foreleg", "shoulder", along(0.075, 0.052), **LIMB)
    yield from pair("forearm", "lower foreleg", "elbow", along(0.05, 0.036), **LIMB)
    yield from pair(
        "hand", "fore hoof", "wrist", along(0.038, 0.046, 1.0, 0.1, 0.7), contact=True, **LIMB
    )
    yield from pair("thigh", "hind leg", "hip", along(0.095, 0.06), **LIMB)
    yield from pair("shank", "lower hind leg", "knee", along(0.055, 0.036), **LIMB)
    yield from pair(
        "foot", "hind hoof", "ankle", along(0.038, 0.046, 1.0, 0.1, 0.7), contact=True, **LIMB
    )


def many_limbed_parts(body: ManyLimbed) -> Iterator[Part]:
    yield mid("skull", "head", "head", ball((0, 0, 0.55), 0.40, 0.36, 0.45), **HEAD)
    yield from eyes(
        ball((0.26, 0.22, 0.75), 0.1, 0.1, 0.1), "head", "skull", scale="head", seat="eye"
    )
    yield mid("neck", "neck", "neck", along(0.11, 0.09, start=-0.6, end=1.3), **TRUNK)
    yield mid("chest", "fore body", "waist", along(0.16, 0.14, 0.95, 0.0, 0.92), **TRUNK)
    yield mid("belly", "hind body", "hips", along(0.17, 0.19, 0.95, -0.06, 0.9), **TRUNK)
    for number in range(1, body.pairs + 1):
        yield from pair(
            f"thigh_{number}",
            f"leg {number}",
            f"hip_{number}",
            along(0.042, 0.03),
            outward=True,
            **LIMB,
        )
        yield from pair(
            f"shank_{number}", f"lower leg {number}", f"knee_{number}", along(0.03, 0.018), **LIMB
        )
        yield from pair(
            f"foot_{number}",
            f"foot {number}",
            f"foot_{number}",
            along(0.02, 0.02, 1.0, 0.0, 0.7),
            contact=True,
            **LIMB,
        )
