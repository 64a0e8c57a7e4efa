"""Pose presets as joint angles, by body plan. Angles [A], chosen by eye within the joint ranges."""

from __future__ import annotations

from windcrest_core.sheet.bodies import Body, Plan
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.pose import JointAngles

Angles = dict[str, tuple[float, float, float]]


def _both(joints: Angles) -> Angles:
    return {f"{joint}_{side}": angles for joint, angles in joints.items() for side in "rl"}


STANDING: Angles = {**_both({"shoulder": (4, 10, 0), "elbow": (12, 0, 0), "hip": (0, 4, 0)})}
BIPED: dict[str, Angles] = {
    "standing": STANDING,
    "striding": {
        "shoulder_r": (-22, 10, 0),
        "elbow_r": (18, 0, 0),
        "shoulder_l": (24, 10, 0),
        "elbow_l": (25, 0, 0),
        "hip_r": (24, 2, 0),
        "knee_r": (-8, 0, 0),
        "hip_l": (-18, 2, 0),
        "knee_l": (-14, 0, 0),
        "ankle_l": (-24, 0, 0),
        "ankle_r": (-14, 0, 0),
        "waist": (4, 0, 0),
    },
    "running": {
        "hips": (12, 0, 0),
        "shoulder_r": (-45, 14, 0),
        "elbow_r": (85, 0, 0),
        "shoulder_l": (48, 14, 0),
        "elbow_l": (90, 0, 0),
        "hip_r": (58, 2, 0),
        "knee_r": (-72, 0, 0),
        "hip_l": (-20, 2, 0),
        "knee_l": (-28, 0, 0),
        "ankle_l": (12, 0, 0),
        "head": (-10, 0, 0),
    },
    "sitting": {
        **_both(
            {"shoulder": (20, 12, 0), "elbow": (50, 0, 0), "hip": (88, 6, 0), "knee": (-88, 0, 0)}
        ),
    },
    "arms_up": {**_both({"shoulder": (20, 150, 0), "elbow": (15, 0, 0), "hip": (0, 6, 0)})},
    "leaning": {
        "hips": (0, 8, 0),
        "hip_r": (0, 12, 0),
        "hip_l": (4, -4, 0),
        "knee_l": (-8, 0, 0),
        "shoulder_r": (5, 55, 0),
        "elbow_r": (10, 0, 0),
        "shoulder_l": (6, 14, 0),
        "elbow_l": (30, 0, 0),
        "head": (0, -8, 0),
        "ankle_l": (4, 0, 0),
    },
}
TAILED: dict[str, Angles] = {
    "standing": {**_both({"shoulder": (10, 14, 0), "elbow": (25, 0, 0)})},
    "striding": {
        "hip_r": (24, 0, 0),
        "hip_l": (-22, 0, 0),
        "knee_l": (10, 0, 0),
        "ball_r": (-20, 0, 0),
        "ball_l": (8, 0, 0),
        "tail_1": (10, 12, 0),
        "tail_2": (15, 14, 0),
        **_both({"shoulder": (35, 20, 0), "elbow": (60, 0, 0)}),
    },
    "arms_up": {**_both({"shoulder": (30, 140, 0), "elbow": (20, 0, 0)}), "tail_1": (12, 0, 0)},
    "leaning": {
        "hips": (0, 8, 0),
        "hip_r": (0, 10, 0),
        "hip_l": (0, -8, 0),
        "shoulder_r": (5, 50, 0),
    },
}
QUADRUPED: dict[str, Angles] = {
    "standing": {"neck": (0, 0, 0)},
    "striding": {
        "shoulder_r": (22, 0, 0),
        "shoulder_l": (-20, 0, 0),
        "hip_r": (-20, 0, 0),
        "hip_l": (22, 0, 0),
        "elbow_l": (10, 0, 0),
        "tail_1": (20, 0, 0),
    },
    "leaning": {"neck": (-20, 0, 0), "head": (-15, 0, 0)},
}
MANY: dict[str, Angles] = {
    "standing": {},
    "striding": {
        "hip_1_r": (18, 0, 0),
        "hip_1_l": (-14, 0, 0),
        "hip_2_r": (-14, 0, 0),
        "hip_2_l": (18, 0, 0),
    },
    "leaning": {"neck": (-25, 0, 0), "head": (-20, 0, 0)},
}
CAPSULE: dict[str, Angles] = {
    "standing": {},
    "striding": {"hip_r": (22, 0, 0), "hip_l": (-18, 0, 0), **_both({"shoulder": (20, 10, 0)})},
    "arms_up": {**_both({"shoulder": (0, 70, 0)})},
    "leaning": {"hips": (0, 8, 0), "hip_r": (0, 10, 0), "hip_l": (0, -8, 0)},
}
BUST: dict[str, Angles] = {
    "standing": {},
    "leaning": {"neck": (8, 6, 0), "head": (4, 8, 16)},
}
DRAPED: dict[str, Angles] = {
    "standing": {**_both({"shoulder": (4, 10, 0), "elbow": (12, 0, 0)})},
    "arms_up": {**_both({"shoulder": (20, 150, 0), "elbow": (15, 0, 0)})},
    "leaning": {"waist": (6, 6, 0), "head": (0, -8, 0), "shoulder_r": (5, 55, 0)},
}
STEM_CAP: dict[str, Angles] = {
    "standing": {},
    "leaning": {"stem_2": (0, 10, 0), "cap": (0, 12, 0)},
}
STACKED: dict[str, Angles] = {
    "standing": {},
    "arms_up": {f"arm_{n}_{side}": (0, 70, 0) for n in (1, 2, 3, 4) for side in "rl"},
    "leaning": {"tier_2": (0, 6, 20), "tier_3": (0, -8, -30)},
}
PRESETS: dict[Plan, dict[str, Angles]] = {
    "biped": BIPED,
    "tailed_biped": TAILED,
    "quadruped": QUADRUPED,
    "many_limbed": MANY,
    "capsule": CAPSULE,
    "bust": BUST,
    "draped": DRAPED,
    "stem_cap": STEM_CAP,
    "stacked": STACKED,
    "free": {"standing": {}},
}


def preset(body: Body, name: str) -> dict[str, JointAngles]:
    """Angles of every joint of the body in the preset `name`; the others rest."""
    chosen = PRESETS[body.plan][name]
    return {
        joint: JointAngles(
            **dict(
                zip(
                    ("swing_deg", "spread_deg", "turn_deg"),
                    chosen.get(joint, (0, 0, 0)),
                    strict=True,
                )
            )
        )
        for joint in joint_ranges(body)
    }
