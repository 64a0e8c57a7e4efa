"""A person's own figure, and how figures and plans are sent."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from pydantic import BaseModel

from server.schemas import Out
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from server.speaking import speaker_of
from windcrest_core.body.mirror import other_side
from windcrest_core.body.plans import rest_bones
from windcrest_core.character.library import LibraryItem, offered
from windcrest_core.character.poses import PRESETS, preset
from windcrest_core.plan import Plan
from windcrest_core.say import Sayer
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.face import Face
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.sheet.model import number_ranges
from windcrest_core.sheet.pose import JointAngles


class JointOut(Out):
    """`other` is the same joint on the other side."""

    id: str
    parent: str | None
    other: str | None
    label: str
    swing_deg: tuple[float, float]
    spread_deg: tuple[float, float]
    turn_deg: tuple[float, float]


class FigureOut(Out):
    id: str
    sheet: FigureSheet
    revision: int
    can_undo: bool
    can_redo: bool
    undo_label: str | None
    finished: bool
    joints: list[JointOut]
    build_ranges: dict[str, tuple[float, float]]
    face_ranges: dict[str, tuple[float, float]]
    landmarks: dict[str, str]
    library: list[LibraryItem]
    presets: dict[str, dict[str, JointAngles]]


class Edited(Out):
    figure: FigureOut
    plan: Plan


def own_figure(request: HttpRequest, figure_id: str) -> Figure:
    """The signed-in person's figure, or 404."""
    return get_object_or_404(Figure, pk=figure_id, owner=request.user, deleted=None)


def figure_out(figure: Figure) -> FigureOut:
    sheet = figure.sheet
    parents = {bone.joint: bone.parent for bone in rest_bones(sheet.body)}
    last = (
        figure.revisions.filter(number=figure.undo_stack[-1]).first() if figure.undo_stack else None
    )
    return FigureOut(
        id=figure.id,
        sheet=sheet,
        revision=figure.revision,
        can_undo=bool(figure.undo_stack),
        can_redo=bool(figure.redo_stack),
        undo_label=last.label if last else None,
        finished=figure.pinned_plan is not None,
        joints=[
            JointOut(
                id=key,
                parent=parents[key],
                other=other if (other := other_side(key)) != key else None,
                label=j.label,
                swing_deg=j.swing_deg,
                spread_deg=j.spread_deg,
                turn_deg=j.turn_deg,
            )
            for key, j in joint_ranges(sheet.body).items()
        ],
        build_ranges=number_ranges(type(sheet.body)),
        face_ranges=number_ranges(Face),
        landmarks=landmark_ids(sheet.body),
        library=offered(sheet.body),
        presets={name: preset(sheet.body, name) for name in PRESETS[sheet.body.plan]},
    )


def as_json(body: BaseModel | str, speaker: Sayer | None = None, status: int = 200) -> HttpResponse:
    """An answer of the core's own models, which are checked already; said by `speaker`."""
    text = body if isinstance(body, str) else body.model_dump_json(context=speaker)
    return HttpResponse(text, content_type="application/json", status=status)


def edited(figure: Figure) -> HttpResponse:
    shown = Edited(figure=figure_out(figure), plan=plan_of(figure))
    return as_json(shown, speaker_of(figure.owner_id))
