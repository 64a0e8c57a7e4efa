"""What upright bodies start with. Sizes [A], after ordinary adult girths."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from windcrest_core.body.canon import ADULT_HEADS
from windcrest_core.character.starting.shapes import (
    HEAD,
    LIMB,
    TRUNK,
    along,
    ball,
    cone,
    eyes,
    flat_cone,
    laid_on,
    mid,
    pair,
)
from windcrest_core.sheet.bodies import Draped
from windcrest_core.sheet.forms import WIRE
from windcrest_core.sheet.parts import Part


def face_parts() -> Iterator[Part]:
    """A head with what sits on it by the face plan."""
    yield mid("skull", "head", "head", ball((0, 0.02, 0.52), 0.36, 0.42, 0.47), **HEAD)
    yield mid("jaw", "jaw", "head", ball((0, 0.16, 0.2), 0.24, 0.26, 0.2), **HEAD)
    yield mid(
        "nose",
        "nose",
        "head",
        cone((0, 0.42, 0.46), (0, 0.46, 0.32), 0.04, 0.065),
        seat="nose",
        form=WIRE,
        delicate=True,
        layer=1,
        meeting=laid_on("skull"),
        **HEAD,
    )
    yield from pair(
        "ear",
        "ear",
        "=head",
        ball((0.36, -0.02, 0.42), 0.04, 0.09, 0.13),
        seat="ear",
        form=WIRE,
        delicate=True,
        layer=1,
        meeting=laid_on("skull"),
        **HEAD,
    )
    yield from eyes(
        ball((0.144, 0.37, 0.5), 0.061, 0.061, 0.061), "head", "skull", scale="head", seat="eye"
    )


def trunk_and_arms() -> Iterator[Part]:
    yield mid("neck", "neck", "neck", along(0.036, 0.033, start=-0.4, end=1.2), **LIMB)
    yield mid("chest", "chest", "waist", along(0.086, 0.098, 0.7, 0.05, 0.72), **TRUNK)
    yield mid("belly", "belly", "hips", along(0.082, 0.08, 0.74, 0.25, 1.0), **TRUNK)
    yield mid("pelvis", "pelvis", "hips", ball((0, -0.005, 0.08), 0.092, 0.07, 0.07), **TRUNK)
    yield from pair(
        "shoulder_cap", "shoulder", "shoulder", ball((-0.018, 0, 0.02), 0.044, 0.037, 0.04), **LIMB
    )
    yield from pair("upper_arm", "upper arm", "shoulder", along(0.031, 0.025), **LIMB)
    yield from pair("forearm", "forearm", "elbow", along(0.026, 0.017), **LIMB)
    yield from pair(
        "hand",
        "hand",
        "wrist",
        ball((0, 0, 0.45), 0.023, 0.014, 0.05),
        form=WIRE,
        delicate=True,
        **LIMB,
    )
    yield from pair(
        "thumb",
        "thumb",
        "wrist",
        cone((-0.012, 0.012, 0.15), (-0.014, 0.03, 0.5), 0.0085, 0.007),
        form=WIRE,
        delicate=True,
        layer=1,
        **LIMB,
    )


def biped_parts() -> Iterator[Part]:
    yield from face_parts()
    yield from trunk_and_arms()
    yield from pair("thigh", "thigh", "hip", along(0.053, 0.037), **LIMB)
    yield from pair("shank", "shank", "knee", along(0.037, 0.024), **LIMB)
    yield from pair(
        "foot",
        "foot",
        "ankle",
        cone((0, -0.018, -0.28), (0, -0.02, 1.0), 0.023, 0.02),
        contact=True,
        **LIMB,
    )


def draped_parts(body: Draped) -> Iterator[Part]:
    """The robe stands on its hem; off the ground, the same hem is where the rod goes in."""
    yield from face_parts()
    for part in trunk_and_arms():
        if part.id != "pelvis":
            yield part
    yield mid(
        "robe", "robe", "hem", flat_cone(0.085, 0.16, 0.85, start=-0.15), contact=True, **TRUNK
    )
    yield mid(
        "sash",
        "sash",
        "hem",
        flat_cone(0.092, 0.094, 0.85, -0.12, 0.0),
        layer=1,
        meeting=laid_on("robe"),
        form=WIRE,
        area="skin",
    )


def bust_parts() -> Iterator[Part]:
    """Sized by the head, since a bust is mostly that."""
    yield from face_parts()
    in_heads: dict[str, Any] = {"scale": "head", "area": "skin"}
    k = ADULT_HEADS
    yield mid("neck", "neck", "neck", along(0.040 * k, 0.036 * k, start=-0.5, end=1.2), **in_heads)
    yield mid(
        "chest",
        "chest",
        "waist",
        ball((0, 0, 0.66), 0.128 * k, 0.078 * k, 0.064 * k),
        girth="trunk",
        **in_heads,
    )
    yield from pair(
        "shoulder_cap",
        "shoulder",
        "shoulder",
        flat_cone(0.036 * k, 0.031 * k, 1.0, -0.1, 0.75),
        girth="limb",
        **in_heads,
    )
    yield from pair(
        "collar",
        "collar",
        "=waist",
        cone((0.02 * k, 0, 0.93), (0.115 * k, 0, 0.84), 0.04 * k, 0.034 * k),
        **in_heads,
    )
    yield mid(
        "plinth",
        "plinth",
        "waist",
        flat_cone(0.078 * k, 0.05 * k, 1.0, -0.12, 0.36),
        contact=True,
        **in_heads,
    )


def _toed_legs() -> Iterator[Part]:
    yield from pair("thigh", "thigh", "hip", along(0.055, 0.032), **LIMB)
    yield from pair("shank", "shank", "knee", along(0.031, 0.019), **LIMB)
    yield from pair("hock", "hock", "ankle", along(0.019, 0.016), **LIMB)
    yield from pair(
        "foot",
        "foot",
        "ball",
        cone((0, 0, -0.15), (0, -0.005, 0.95), 0.017, 0.014),
        contact=True,
        **LIMB,
    )


def tailed_biped_parts(winged: bool) -> Iterator[Part]:
    yield mid("skull", "head", "head", ball((0, 0.06, 0.45), 0.38, 0.46, 0.40), **HEAD)
    yield from eyes(ball((0.27, 0.26, 0.68), 0.09, 0.09, 0.09), "head", "skull", scale="head")
    yield mid("neck", "neck", "neck", along(0.062, 0.048, start=-0.15, end=1.15), **LIMB)
    yield mid("chest", "chest", "waist", along(0.108, 0.084, 0.9, 0.0, 0.85), **TRUNK)
    yield mid("belly", "belly", "hips", along(0.092, 0.11, 0.95, 0.1, 0.95), **TRUNK)
    yield from _toed_legs()
    if not winged:
        yield from pair("upper_arm", "upper arm", "shoulder", along(0.032, 0.024), **LIMB)
        yield from pair("forearm", "forearm", "elbow", along(0.024, 0.017), **LIMB)
        yield from pair(
            "hand",
            "hand",
            "wrist",
            ball((0, 0, 0.45), 0.026, 0.014, 0.042),
            form=WIRE,
            delicate=True,
            **LIMB,
        )
