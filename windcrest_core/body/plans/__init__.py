"""The joint tree of each body plan at rest, as fractions of the height."""

from __future__ import annotations

from functools import lru_cache

from windcrest_core.body.plans.bones import RestBone, Vector, hanging_tail, tail, wings
from windcrest_core.body.plans.low import many_limbed_bones, quadruped_bones
from windcrest_core.body.plans.simple import (
    capsule_bones,
    free_bones,
    stacked_bones,
    stem_cap_bones,
)
from windcrest_core.body.plans.upright import (
    biped_bones,
    bust_bones,
    draped_bones,
    tailed_biped_bones,
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


def _bones(body: Body) -> list[RestBone]:
    match body:
        case Biped():
            return biped_bones(body)
        case TailedBiped():
            return tailed_biped_bones(body)
        case Quadruped():
            return quadruped_bones(body)
        case ManyLimbed():
            return many_limbed_bones(body)
        case Capsule():
            return capsule_bones(body)
        case Bust():
            return bust_bones(body)
        case Draped():
            return draped_bones(body)
        case StemCap():
            return stem_cap_bones(body)
        case Stacked():
            return stacked_bones(body)
        case Free():
            return free_bones(body)


def _tail(body: Body, bones: list[RestBone]) -> list[RestBone]:
    match body:
        case Quadruped():
            return hanging_tail("hips", (0, -0.1, 0.09), body.tail_length)
        case TailedBiped():
            return tail("hips", (0, -0.03, -0.01), body.tail_length, 0.9)
        case Biped() | Draped():
            return tail("hips", (0, -0.04, 0.02), body.tail_length, 1.2)
        case ManyLimbed():
            return tail("hips", (0, -0.08, 0.02), body.tail_length, 0.1)
        case Capsule():
            return tail("hips", (0, -0.12, 0.12), body.tail_length, 0.2)
        case _:
            foot = bones[0]
            return tail(foot.joint, (0, -0.04, 0.25 * foot.length), body.tail_length, 0.2)


def _wing_root(body: Body, bones: list[RestBone]) -> tuple[str, Vector]:
    """The bone wings grow from, and where on its right side."""
    by_joint = {bone.joint: bone for bone in bones}
    if isinstance(body, Quadruped | ManyLimbed):  # its trunk lies: at the shoulder, not above it
        return "waist", (0.1 * body.build, 0.55 * by_joint["waist"].length, 0.11 * body.build)
    if "waist" in by_joint:
        return "waist", (0.075 * body.build, -0.03, 0.75 * by_joint["waist"].length)
    if isinstance(body, Stacked):
        top = by_joint[f"tier_{body.tiers}"]
        return top.joint, (0.2 * top.length, -0.2 * top.length, 0.5 * top.length)
    host = bones[1] if isinstance(body, StemCap) else bones[0]
    return host.joint, (0.09 * body.build, -0.05, 0.75 * host.length)


@lru_cache(maxsize=64)
def rest_bones(body: Body) -> tuple[RestBone, ...]:
    """The bones of a body at rest, parents first."""
    bones = _bones(body)
    extra: list[RestBone] = []
    if body.tail_length > 0:
        extra += _tail(body, bones)
    if body.wing_span > 0:
        extra += wings(*_wing_root(body, bones), body.wing_span)
    return (*bones, *extra)
