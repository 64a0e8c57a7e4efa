"""Where the landmarks of a body are, and the lengths that are measured between them."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from windcrest_core.body.plans import rest_bones
from windcrest_core.body.skeleton import Array, Bone
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.landmarks import landmark_ids

CROWNS = ("tip_head", "tip_cap")
ACROSS = ("shoulder", "hip", "knee", "ankle", "wrist", "wing", "tip_wing_tip")
SEGMENTS = {
    "shoulder": "upper arm",
    "elbow": "forearm",
    "wrist": "hand",
    "hip": "thigh",
    "knee": "shank",
    "ankle": "foot",
    "ball": "toes",
    "wing": "wing arm",
    "wing_tip": "wing hand",
    "neck": "neck",
    "head": "chin to crown",
    "tail_1": "tail, first third",
    "tail_2": "tail, second third",
    "tail_3": "tail, last third",
    "stem_1": "foot of the stem",
    "stem_2": "stem",
    "cap": "cap",
}


def landmark_points(bones: dict[str, Bone], body: Body) -> dict[str, Array]:
    """Every landmark of the body, mm in the world, in the pose of `bones`."""
    found: dict[str, Array] = {}
    for key in landmark_ids(body):
        if key.startswith("tip_"):
            found[key] = bones[key.removeprefix("tip_")].end
        elif key.startswith("sole_"):
            ankle = bones[f"ankle_{key[-1]}"].start
            found[key] = np.array([ankle[0], ankle[1], 0.0])
        else:
            found[key] = bones[key].start
    return found


def rest_points(body: Body) -> dict[str, Array]:
    """Landmarks of the body at rest, as fractions of the height."""
    bones = rest_bones(body)
    starts: dict[str, Array] = {}
    found: dict[str, Array] = {}
    for bone in bones:
        base = starts[bone.parent] if bone.parent else np.zeros(3)
        starts[bone.joint] = base + np.asarray(bone.offset)
        found[bone.joint] = starts[bone.joint]
        found[f"tip_{bone.joint}"] = starts[bone.joint] + bone.length * np.asarray(bone.direction)
        if bone.joint.startswith("ankle_"):
            found[f"sole_{bone.joint[-1]}"] = starts[bone.joint] * np.array([1, 1, 0])
    return found


@dataclass(frozen=True)
class Span:
    """A length between two landmarks; a `pair` names the same length left and right."""

    id: str
    label: str
    a: str
    b: str
    kind: str
    pair: str | None = None


def spans(body: Body) -> list[Span]:
    """Every length that is measured on this body: along its bones, and from side to side."""
    marks = landmark_ids(body)
    ranges = joint_ranges(body)
    found: list[Span] = []
    ends = _ends(body)
    for joint, limit in ranges.items():
        if joint not in marks or ends.get(joint) not in marks:
            continue
        name, side = (joint[:-2], joint[-1]) if joint[-2:] in ("_r", "_l") else (joint, "")
        label = SEGMENTS.get(name, limit.label)
        sided = {"r": "right ", "l": "left ", "": ""}[side]
        if side and label == limit.label:
            sided = ""
        found.append(
            Span(joint, f"{sided}{label}", joint, ends[joint], "segment", name if side else None)
        )
    for name in ACROSS:
        if f"{name}_r" in marks and f"{name}_l" in marks:
            label = f"{marks[f'{name}_r'].removeprefix('right ')} to {marks[f'{name}_l'].removeprefix('left ')}, across"
            found.append(Span(f"across_{name}", label, f"{name}_r", f"{name}_l", "span"))
    return found


def _ends(body: Body) -> dict[str, str]:
    """The landmark at the far end of each bone: the joint that starts there, or its tip."""
    marks = landmark_ids(body)
    after = {
        "shoulder": "elbow",
        "elbow": "wrist",
        "hip": "knee",
        "knee": "ankle",
        "ankle": "ball",
        "neck": "head",
        "tail_1": "tail_2",
        "tail_2": "tail_3",
        "wing": "wing_tip",
        "stem_1": "stem_2",
        "stem_2": "cap",
    }
    found = {}
    for joint in joint_ranges(body):
        name, side = (joint[:-2], joint[-2:]) if joint[-2:] in ("_r", "_l") else (joint, "")
        number = ""
        if body.plan == "many_limbed" and name[-2:-1] == "_":
            name, number = name[:-2], name[-2:]
            after_here = {"hip": "knee", "knee": "foot"}
        else:
            after_here = after
        follow = f"{after_here.get(name, '')}{number}{side}"
        found[joint] = follow if name in after_here and follow in marks else f"tip_{joint}"
    return found


def crown_of(body: Body) -> str | None:
    return next((key for key in CROWNS if key in landmark_ids(body)), None)
