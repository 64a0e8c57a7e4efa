"""The joints of each body plan: names, parents and how far each may go. Ranges [A]."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Literal

Plan = Literal["biped", "tailed_biped", "quadruped"]
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
_TAIL = {f"tail_{n}": JointRange(f"tail {n}", (-80, 80), (-80, 80), (-60, 60)) for n in (1, 2, 3)}
_WING = {
    "wing": JointRange("wing root", (-90, 110), (-90, 90), (-90, 90)),
    "wing_tip": JointRange("wing joint", (-90, 150), (-90, 90), (-60, 60)),
}


def _both(joints: dict[str, JointRange]) -> dict[str, JointRange]:
    return {
        f"{name}_{side[0]}": JointRange(f"{side} {j.label}", j.swing_deg, j.spread_deg, j.turn_deg)
        for name, j in joints.items()
        for side in ("right", "left")
    }


@cache
def joint_ranges(plan: Plan, winged: bool) -> dict[str, JointRange]:
    """The joints of a body plan, by id; on a tailed biped wings take the place of arms."""
    tables = {
        "biped": {**_TRUNK, **_both(_ARM), **_both(_LEG)},
        "tailed_biped": {
            **_TRUNK,
            **({} if winged else _both(_ARM)),
            **_both(_TOED_LEG),
            **_TAIL,
        },
        "quadruped": {**_TRUNK, **_both(_FORELEG), **_both(_LEG), **_TAIL},
    }
    return {**tables[plan], **(_both(_WING) if winged else {})}
