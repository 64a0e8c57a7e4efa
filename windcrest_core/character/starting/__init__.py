"""The parts a new figure starts with, by body plan; wings and tails that any may have."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from windcrest_core.character.starting.low import many_limbed_parts, quadruped_parts
from windcrest_core.character.starting.shapes import LIMB, along, mid, pair
from windcrest_core.character.starting.simple import (
    capsule_parts,
    free_parts,
    stacked_parts,
    stem_cap_parts,
)
from windcrest_core.character.starting.upright import (
    biped_parts,
    bust_parts,
    draped_parts,
    tailed_biped_parts,
)
from windcrest_core.sheet.bodies import (
    Biped,
    Body,
    Bust,
    Capsule,
    Draped,
    Free,
    ManyLimbed,
    Quadruped,
    Stacked,
    StemCap,
    TailedBiped,
)
from windcrest_core.sheet.forms import WIRE
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Sheet


def wing_parts(wing_span: float) -> Iterator[Part]:
    wing: dict[str, Any] = {"form": WIRE, "delicate": True, "area": "skin"}
    yield from pair("wing_arm", "wing arm", "wing", along(0.03, 0.02), girth="limb", **wing)
    yield from pair("wing_hand", "wing hand", "wing_tip", along(0.02, 0.008), girth="limb", **wing)
    primaries = [(0.015, 0.0), (0.01, 1.05), (-0.05, 1.12), (-0.1, 0.85), (-0.15, 0.45), (-0.16, 0)]
    secondaries = [(0.015, 0.1), (0.015, 1.0), (-0.16, 1.0), (-0.13, 0.5), (-0.09, 0.1)]
    for part_id, label, bone, outline in (
        ("primaries", "flight feathers", "wing_tip", primaries),
        ("secondaries", "arm feathers", "wing", secondaries),
    ):
        share = {"wing_tip": 0.3, "wing": 0.2}[bone] * wing_span
        flat = Sheet(
            centre=(0, -0.012, 0), outline=[(u, v * share) for u, v in outline], thickness=0.013
        )
        yield from pair(part_id, label, bone, flat, layer=1, **wing)


def tail_parts(body: Body) -> Iterator[Part]:
    """A tapering tail; on four legs it is a thin one with a tuft."""
    if isinstance(body, Quadruped):
        rows = [
            ("root", "tail root", 0.026, 0.02),
            ("mid", "tail", 0.02, 0.018),
            ("tip", "tail tuft", 0.02, 0.034),
        ]
    elif isinstance(body, TailedBiped):
        rows = [
            ("root", "tail root", 0.062, 0.046),
            ("mid", "tail", 0.046, 0.03),
            ("tip", "tail tip", 0.03, 0.008),
        ]
    else:
        rows = [
            ("root", "tail root", 0.035, 0.027),
            ("mid", "tail", 0.027, 0.018),
            ("tip", "tail tip", 0.018, 0.008),
        ]
    for number, (key, label, r1, r2) in enumerate(rows, start=1):
        wired: dict[str, Any] = (
            {"form": WIRE} if isinstance(body, Quadruped) or key == "tip" else {}
        )
        yield mid(f"tail_{key}", label, f"tail_{number}", along(r1, r2), **LIMB, **wired)


def _of_plan(body: Body) -> Iterator[Part]:
    match body:
        case Biped():
            return biped_parts()
        case TailedBiped():
            return tailed_biped_parts(body.wing_span > 0)
        case Quadruped():
            return quadruped_parts()
        case ManyLimbed():
            return many_limbed_parts(body)
        case Capsule():
            return capsule_parts(body)
        case Bust():
            return bust_parts()
        case Draped():
            return draped_parts(body)
        case StemCap():
            return stem_cap_parts(body)
        case Stacked():
            return stacked_parts(body)
        case Free():
            return free_parts(body)


def starting_parts(body: Body) -> list[Part]:
    """The parts of a new figure of this body."""
    return [
        *_of_plan(body),
        *(tail_parts(body) if body.tail_length > 0 else ()),
        *(wing_parts(body.wing_span) if body.wing_span > 0 else ()),
    ]
