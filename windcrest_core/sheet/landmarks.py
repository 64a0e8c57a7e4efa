"""The points of a body that are looked for in a picture and measured with calipers."""

from __future__ import annotations

from functools import cache

from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.joints import joint_ranges

INNER = {"hips", "waist", "hem"}
AT_JOINT = {
    "neck": "pit of the neck",
    "head": "chin",
    "tail_1": "root of the tail",
    "cap": "under the cap",
}
AT_END = {
    "head": "crown",
    "wrist": "fingertip",
    "ankle": "toe",
    "ball": "toe",
    "tail_3": "tip of the tail",
    "wing_tip": "tip of the wing",
    "cap": "top of the cap",
}


def _sided(joint: str) -> tuple[str, str]:
    """A joint without its side and number, and the words that say them."""
    name, side = joint, ""
    if joint[-2:] in ("_r", "_l"):
        name, side = joint[:-2], {"r": "right ", "l": "left "}[joint[-1]]
    return name, side


@cache
def landmark_ids(body: Body) -> dict[str, str]:
    """Landmarks of a body by id, with what they are called.

    A joint's id is the point where its bone starts; ``tip_<joint>`` where it ends; ``sole_<side>``
    the ground under the ankle.

    Examples
    --------
    >>> from windcrest_core.sheet.bodies import Biped
    >>> marks = landmark_ids(Biped())
    >>> marks["head"], marks["tip_head"], marks["tip_wrist_r"], marks["sole_l"]
    ('chin', 'crown', 'right fingertip', 'left sole')
    """
    ranges = joint_ranges(body)
    found: dict[str, str] = {}
    for joint, limit in ranges.items():
        name, side = _sided(joint)
        if joint not in INNER:
            found[joint] = side + AT_JOINT[name] if name in AT_JOINT else limit.label
        goes_on = name == "ankle" and f"ball_{joint[-1]}" in ranges
        if name in AT_END and not goes_on:
            found[f"tip_{joint}"] = side + AT_END[name]
        elif is_end(body, joint):
            found[f"tip_{joint}"] = f"end of the {limit.label}"
        if name == "ankle" and body.plan != "tailed_biped":
            found[f"sole_{joint[-1]}"] = f"{side}sole"
    return found


def is_end(body: Body, joint: str) -> bool:
    """Whether no limb of this plan goes on from the joint."""
    if body.plan == "free":
        bones = {bone.id for bone in body.bones} - {bone.parent for bone in body.bones}
        return joint in bones
    name, _ = _sided(joint)
    if name == "shoulder":
        return joint.replace("shoulder", "elbow") not in joint_ranges(body)
    last_tier = body.plan == "stacked" and joint == f"tier_{body.tiers}"
    return last_tier or name.startswith(("foot_", "arm_"))
