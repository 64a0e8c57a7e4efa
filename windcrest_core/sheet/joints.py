"""The joints of each body plan: names, parents and how far each may go. Ranges [A]."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

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

Range = tuple[float, float]


@dataclass(frozen=True)
class JointRange:
    """Limits of a joint, degrees: forward/back, out/in, about the bone."""

    label: str
    swing_deg: Range
    spread_deg: Range
    turn_deg: Range


_TRUNK = {
    "hips": JointRange("hips", (-90, 90), (-60, 60), (-180, 180)),
    "waist": JointRange("waist", (-30, 70), (-35, 35), (-45, 45)),
    "neck": JointRange("neck", (-60, 60), (-45, 45), (-70, 70)),
    "head": JointRange("head", (-60, 60), (-40, 40), (-60, 60)),
}
_ARM = {
    "shoulder": JointRange("shoulder", (-60, 180), (-40, 180), (-120, 120)),
    "elbow": JointRange("elbow", (-5, 150), (-60, 60), (-100, 100)),
    "wrist": JointRange("wrist", (-80, 80), (-40, 40), (-90, 90)),
}
_LEG = {
    "hip": JointRange("hip", (-45, 125), (-30, 80), (-60, 60)),
    "knee": JointRange("knee", (-150, 5), (-10, 10), (-30, 30)),
    "ankle": JointRange("ankle", (-50, 60), (-35, 35), (-40, 40)),
}
_TOED_LEG = {
    **_LEG,
    "knee": JointRange("knee", (-110, 60), (-10, 10), (-30, 30)),
    "ankle": JointRange("hock", (-60, 110), (-35, 35), (-40, 40)),
    "ball": JointRange("ball of the foot", (-90, 60), (-20, 20), (-20, 20)),
}
_FORELEG = {
    "shoulder": JointRange("shoulder", (-70, 90), (-30, 60), (-60, 60)),
    "elbow": JointRange("elbow", (-20, 130), (-20, 20), (-40, 40)),
    "wrist": JointRange("fetlock", (-90, 60), (-20, 20), (-30, 30)),
}
_SIDE_LEG = {
    "hip": JointRange("leg", (-80, 80), (-60, 80), (-80, 80)),
    "knee": JointRange("knee of leg", (-80, 80), (-80, 90), (-60, 60)),
    "foot": JointRange("foot", (-60, 60), (-60, 60), (-40, 40)),
}
_TIER_ARM = {"arm": JointRange("arm of figure", (-60, 180), (-40, 180), (-120, 120))}
_TAIL = {f"tail_{n}": JointRange(f"tail {n}", (-80, 80), (-80, 80), (-60, 60)) for n in (1, 2, 3)}
_WING = {
    "wing": JointRange("wing root", (-90, 110), (-90, 90), (-90, 90)),
    "wing_tip": JointRange("wing joint", (-90, 150), (-90, 90), (-60, 60)),
}


_STUB_ARM = {"shoulder": JointRange("arm", (-60, 180), (-40, 180), (-120, 120))}
_STUB_LEG = {
    "hip": JointRange("leg", (-60, 100), (-30, 80), (-60, 60)),
    "ankle": JointRange("foot", (-50, 60), (-35, 35), (-40, 40)),
}
_HEM = {"hem": JointRange("robe", (-40, 40), (-40, 40), (-60, 60))}
_STEM = {
    "stem_1": JointRange("foot of the stem", (-60, 60), (-60, 60), (-180, 180)),
    "stem_2": JointRange("stem", (-60, 60), (-60, 60), (-90, 90)),
    "cap": JointRange("cap", (-60, 60), (-60, 60), (-90, 90)),
}
_ANY = ((-360.0, 360.0),) * 3


def _both(joints: dict[str, JointRange]) -> dict[str, JointRange]:
    return {
        f"{name}_{side[0]}": JointRange(f"{side} {j.label}", j.swing_deg, j.spread_deg, j.turn_deg)
        for name, j in joints.items()
        for side in ("right", "left")
    }


def _numbered(joints: dict[str, JointRange], number: int) -> dict[str, JointRange]:
    return {
        f"{name}_{number}": JointRange(f"{j.label} {number}", j.swing_deg, j.spread_deg, j.turn_deg)
        for name, j in joints.items()
    }


def _some(*names: str) -> dict[str, JointRange]:
    return {name: _TRUNK[name] for name in names}


def _of_plan(body: Body) -> dict[str, JointRange]:
    match body:
        case Biped():
            return {**_TRUNK, **_both(_ARM), **_both(_LEG)}
        case TailedBiped():
            arms = {} if body.wing_span > 0 else _both(_ARM)
            return {**_TRUNK, **arms, **_both(_TOED_LEG)}
        case Quadruped():
            return {**_TRUNK, **_both(_FORELEG), **_both(_LEG)}
        case ManyLimbed():
            legs: dict[str, JointRange] = {}
            for number in range(1, body.pairs + 1):
                legs |= _both(_numbered(_SIDE_LEG, number))
            return {**_TRUNK, **legs}
        case Capsule():
            return {**_some("hips", "head"), **_both(_STUB_ARM), **_both(_STUB_LEG)}
        case Bust():
            return {**_some("waist", "neck", "head"), **_both(_STUB_ARM)}
        case Draped():
            return {**_TRUNK, **_HEM, **_both(_ARM)}
        case StemCap():
            return _STEM
        case Stacked():
            tiers: dict[str, JointRange] = {}
            for number in range(1, body.tiers + 1):
                tier = {"tier": JointRange("figure", (-40, 40), (-40, 40), (-180, 180))}
                tiers |= _numbered(tier, number) | _both(_numbered(_TIER_ARM, number))
            return tiers
        case Free():
            return {bone.id: JointRange(bone.label, *_ANY) for bone in body.bones}


RESERVED_JOINTS = frozenset({*_TAIL, *_both(_WING)})


@cache
def joint_ranges(body: Body) -> dict[str, JointRange]:
    """The joints of a body, by id; on a tailed biped wings take the place of arms."""
    return {
        **_of_plan(body),
        **(_TAIL if body.tail_length > 0 else {}),
        **(_both(_WING) if body.wing_span > 0 else {}),
    }
