"""Left and right: the mirror image of a shape, a part, a pose and a whole figure."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from windcrest_core.body.plans import rest_bones
from windcrest_core.body.skeleton import rest_frame
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.forms import Form, Hangs
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.pose import JointAngles
from windcrest_core.sheet.runs import Run
from windcrest_core.sheet.shapes import Coil, Frustum, Place, RoundCone, Shape, Sheet

OTHER = {"left": "right", "right": "left", "mid": "mid"}


def other_side(key: str) -> str:
    """The id of the same thing on the other side; itself where it has no side.

    Examples
    --------
    >>> other_side("knee_2_r"), other_side("neck")
    ('knee_2_l', 'neck')
    """
    if key.endswith("_r"):
        return f"{key[:-2]}_l"
    return f"{key[:-2]}_r" if key.endswith("_l") else key


def flips_across(body: Body, joint: str) -> bool:
    """Whether the mirror image of a place on this bone changes the sign of its across.

    Bones that run outwards have axes that are mirror images already.
    """
    bone = next((bone for bone in rest_bones(body) if bone.joint == joint), None)
    if bone is None:
        return True
    across = np.abs(rest_frame(bone.direction)[:, 0])
    return int(np.argmax(across)) == 0


def mirrored_shape(shape: Shape) -> Shape:
    """The shape with across changed in sign, and turns about front and along with it."""

    def flip(place: Place) -> Place:
        return (-place[0], place[1], place[2])

    match shape:
        case RoundCone() | Frustum():
            return shape.model_copy(update={"start": flip(shape.start), "end": flip(shape.end)})
        case Coil():
            moved = {"start": flip(shape.start), "rise": -shape.rise}
        case Sheet():
            moved = {
                "centre": flip(shape.centre),
                "outline": [(-u, v) for u, v in shape.outline],
            }
        case _:
            moved = {"centre": flip(shape.centre)}
    turns = shape.turns_deg
    return shape.model_copy(update={**moved, "turns_deg": (turns[0], -turns[1], -turns[2])})


def on_other_side(body: Body, part: Part) -> Shape:
    """The shape of a part's mirror image, in the axes of the bone that would carry it."""
    if part.orient == "world" or flips_across(body, part.bone):
        return mirrored_shape(part.shape)
    return part.shape


def mirrored_form(body: Body, form: Form) -> Form:
    """What a part's mirror image is filled with: slits and sleeves on the other side."""
    if not isinstance(form, Hangs):
        return form
    slits = [slit.model_copy(update={"middle_deg": -slit.middle_deg}) for slit in form.slits]
    sleeves = [
        sleeve.model_copy(
            update={
                "id": other_side(sleeve.id),
                "bone": other_side(sleeve.bone),
                "shape": mirrored_shape(sleeve.shape)
                if flips_across(body, sleeve.bone)
                else sleeve.shape,
            }
        )
        for sleeve in form.sleeves
    ]
    return form.model_copy(update={"slits": slits, "sleeves": sleeves})


def _part_mirrored(body: Body, part: Part) -> Part:
    return part.model_copy(
        update={
            "bone": other_side(part.bone),
            "side": OTHER[part.side],
            "shape": on_other_side(body, part),
            "form": mirrored_form(body, part.form),
        }
    )


def _run_mirrored(run: Run) -> Run:
    return run.model_copy(
        update={
            "path": [other_side(joint) for joint in run.path],
            "poseable": {other_side(joint): angle for joint, angle in run.poseable.items()},
        }
    )


def mirrored_pose(pose: Mapping[str, JointAngles]) -> dict[str, JointAngles]:
    """Sides changed over; what leans or turns in the middle goes the other way.

    Examples
    --------
    >>> pose = {"elbow_r": JointAngles(swing_deg=40), "neck": JointAngles(spread_deg=20)}
    >>> seen = mirrored_pose(pose)
    >>> seen["elbow_l"].swing_deg, seen["neck"].spread_deg
    (40.0, -20.0)
    """
    return {
        other_side(joint): angles
        if other_side(joint) != joint
        else angles.model_copy(
            update={"spread_deg": -angles.spread_deg, "turn_deg": -angles.turn_deg}
        )
        for joint, angles in pose.items()
    }


def mirrored_figure(sheet: FigureSheet) -> FigureSheet:
    """The figure seen in a mirror. Ids stay with their parts, so that twice is the same."""
    return sheet.model_copy(
        update={
            "pose": mirrored_pose(sheet.pose),
            "parts": [_part_mirrored(sheet.body, part) for part in sheet.parts],
            "runs": [_run_mirrored(run) for run in sheet.runs],
        }
    )
