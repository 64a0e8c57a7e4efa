"""Figures and their plans over HTTP."""

from __future__ import annotations

import gzip
import json
from datetime import datetime
from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router
from pydantic import BaseModel, Field

from server.accounts.receipts import arrived, made_before, sending_of
from server.downloads import download
from server.problems import Problem
from server.schemas import Done, Out, ProblemOut
from server.shelf.actions.create_figure import create_figure
from server.shelf.actions.delete_figure import delete_figure
from server.shelf.actions.edit_figure import edit_figure
from server.shelf.actions.import_sheet import import_as_new, replace_sheet
from server.shelf.actions.step_back import step_back
from server.shelf.models import Figure
from server.shelf.planning import (
    etag_of,
    figure_context,
    given_of,
    kept_plan_of,
    plan_of,
    refuse_unbuildable,
)
from server.shelf.run_edits import RunEdit, rewired
from server.writes import computes, own_transaction
from windcrest_core.body.plans import rest_bones
from windcrest_core.body.workpiece import workpiece
from windcrest_core.bulk.walls import Walls, walls
from windcrest_core.character.library import LibraryItem, add_from_library, offered
from windcrest_core.character.poses import PRESETS, preset
from windcrest_core.findings import Finding, Operation, Station
from windcrest_core.frame.gauges import GaugeOption
from windcrest_core.frame.pose import drag, on_both_sides
from windcrest_core.frame.station import gauges_of
from windcrest_core.new_figure import BODIES
from windcrest_core.plan import Plan, StationPlan
from windcrest_core.prints.model_file import model_glb
from windcrest_core.reshape import copied, worked_out
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.sheet.model import Face, KeptPose, number_ranges

router = Router(tags=["shelf"])
ERRORS = {400: ProblemOut, 404: ProblemOut, 409: ProblemOut, 412: ProblemOut, 422: ProblemOut}


class BodyChoice(Out):
    id: str
    label: str
    heads_tall: float


class Card(Out):
    """A figure on the shelf, with its own silhouette from where it is broadest."""

    id: str
    name: str
    height_mm: float
    body: str
    station: Station | Literal["finished"]
    next_step: str | None
    stops: int
    warns: int
    notes: int
    silhouette: list[list[float]]
    bounds: tuple[float, float, float, float]
    changed: datetime


class JointOut(Out):
    id: str
    parent: str | None
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
    presets: dict[str, dict[str, dict[str, float]]]


class Edited(Out):
    figure: FigureOut
    plan: Plan


class Preview(Out):
    """What operations would come to; `number` is the asker's, so that an old answer is known."""

    number: int
    operations: list[Operation]
    plan: Plan
    gone: list[Finding]
    new: list[Finding]


class NewFigure(BaseModel):
    name: str
    body: str
    height_mm: float | str
    heads_tall: float | None = Field(default=None, ge=1.5, le=10)


class Drag(BaseModel):
    joint: str
    view: Literal["front", "side"]
    to: tuple[float, float]
    both_sides: bool = False


class Pick(BaseModel):
    """Something of the library, and how many fingers, teeth or strands of it."""

    item: str
    count: int | None = None


class Copy(BaseModel):
    part: str
    how: Literal["duplicate", "mirror"]


class Edits(BaseModel):
    """Operations; or a drag, a change of runs, something of the library or a copy that the core
    makes them from."""

    base_revision: int
    label: str = "Change"
    operations: list[Operation] = []
    drag: Drag | None = None
    add: Pick | None = None
    copy_of: Copy | None = None
    runs: RunEdit | None = Field(default=None, discriminator="kind")


class PreviewIn(Edits):
    number: int = 0


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
        presets={
            name: {joint: angles.model_dump() for joint, angles in preset(sheet.body, name).items()}
            for name in PRESETS[sheet.body.plan]
        },
    )


def as_json(body: BaseModel | str, status: int = 200) -> HttpResponse:
    """An answer of the core's own models, which are checked already."""
    text = body if isinstance(body, str) else body.model_dump_json()
    return HttpResponse(text, content_type="application/json", status=status)


def edited(figure: Figure) -> HttpResponse:
    shown = figure_out(figure).model_dump_json()
    return as_json(f'{{"figure":{shown},"plan":{kept_plan_of(figure).text}}}')


@router.get("bodies", response=list[BodyChoice])
def bodies(request: HttpRequest) -> list[BodyChoice]:
    """The body plans a new figure can have."""
    return [
        BodyChoice(id=key, label=label, heads_tall=body.heads_tall)
        for key, (label, body) in BODIES.items()
    ]


@router.get("figures", response=list[Card])
def figures(request: HttpRequest) -> list[Card]:
    return [_card(figure) for figure in Figure.objects.filter(owner=request.user, deleted=None)]


def _card(figure: Figure) -> Card:
    plan = plan_of(figure)
    current = next((s.station for s in plan.line if s.state == "now"), None)
    step = next((s for s in plan.order.steps if s.key == plan.order.next_step), None)
    front, side = plan.drawing.front, plan.drawing.side
    broad = side.bounds[2] - side.bounds[0] > front.bounds[2] - front.bounds[0]
    view = side if broad else front
    return Card(
        id=figure.id,
        name=plan.name,
        height_mm=plan.totals.height.value,
        body=figure.sheet.body.plan,
        station=current or "finished",
        next_step=step.label if step else None,
        stops=sum(s.stops for s in plan.line),
        warns=sum(s.warns for s in plan.line),
        notes=sum(s.notes for s in plan.line),
        silhouette=view.silhouette,
        bounds=view.bounds,
        changed=figure.changed,
    )


@router.post("figures", response={201: Edited, **ERRORS})
@own_transaction
def new_figure(request: HttpRequest, body: NewFigure) -> HttpResponse:
    sending = sending_of(request)
    before = made_before(sending)
    figure = (
        own_figure(request, before)
        if before
        else create_figure(
            request.user, body.name, body.body, body.height_mm, body.heads_tall, sending
        )
    )
    answer = edited(figure)
    answer.status_code = 201
    return answer


@router.post("figures/import", response={201: Edited, **ERRORS})
@own_transaction
def import_figure(request: HttpRequest, as_copy: bool = False) -> HttpResponse:
    """A figure sheet as the body of the request becomes a new figure."""
    answer = edited(import_as_new(request.user, request.body, as_copy))
    answer.status_code = 201
    return answer


@router.get("figures/{figure_id}", response={200: FigureOut, **ERRORS})
def get_figure(request: HttpRequest, figure_id: str) -> HttpResponse:
    return as_json(figure_out(own_figure(request, figure_id)))


@router.delete("figures/{figure_id}", response={200: Done, **ERRORS})
def remove_figure(request: HttpRequest, figure_id: str) -> Done:
    delete_figure(own_figure(request, figure_id), away=True)
    return Done()


@router.post("figures/{figure_id}/restore", response={200: Done, **ERRORS})
def restore_figure(request: HttpRequest, figure_id: str) -> Done:
    delete_figure(get_object_or_404(Figure, pk=figure_id, owner=request.user), away=False)
    return Done()


@router.get("figures/{figure_id}/plan", response={200: Plan, **ERRORS})
def get_plan(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The whole plan; an ETag saves sending it twice."""
    return _planned(request, own_figure(request, figure_id), None)


@router.get("figures/{figure_id}/finished-plan", response={200: Any, **ERRORS})
def get_finished_plan(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The plan a finished figure was made by, as it was then, as a file."""
    figure = own_figure(request, figure_id)
    if figure.pinned_plan is None:
        raise Problem(404, "This figure is not finished: its plan is the one of today.")
    text = gzip.decompress(figure.pinned_plan)
    return download(text, "application/json", figure.sheet.name, "plan.json")


@router.get("figures/{figure_id}/plan/{station}", response={200: StationPlan, **ERRORS})
def get_station(request: HttpRequest, figure_id: str, station: Station) -> HttpResponse:
    """One station of the plan."""
    return _planned(request, own_figure(request, figure_id), station)


def _planned(request: HttpRequest, figure: Figure, station: Station | None) -> HttpResponse:
    etag = etag_of(figure, station or "")
    if request.headers.get("If-None-Match") == etag:
        return HttpResponse(status=304, headers={"ETag": etag})
    kept = kept_plan_of(figure)
    answer = as_json(getattr(kept.plan, station) if station else kept.text)
    answer["ETag"] = etag
    answer["Cache-Control"] = "private, no-cache"
    return answer


def _operations(figure: Figure, body: Edits) -> list[Operation]:
    sheet = figure.sheet
    return [
        *worked_out(sheet, body.operations),
        *(_dragged(sheet, body.drag) if body.drag else ()),
        *(rewired(figure, body.runs) if body.runs else ()),
        *(add_from_library(sheet, body.add.item, body.add.count) if body.add else ()),
        *(copied(sheet, body.copy_of.part, body.copy_of.how) if body.copy_of else ()),
    ]


def _dragged(sheet: FigureSheet, how: Drag) -> list[Operation]:
    operations = drag(sheet, how.joint, how.view, how.to)
    return on_both_sides(sheet, operations) if how.both_sides else operations


@router.post("figures/{figure_id}/edits", response={200: Edited, **ERRORS})
@own_transaction
def post_edits(request: HttpRequest, figure_id: str, body: Edits) -> HttpResponse:
    figure, sending = own_figure(request, figure_id), sending_of(request)
    if arrived(sending):
        return edited(figure)
    operations = _operations(figure, body)
    given = given_of(figure)
    refuse_unbuildable(apply_edits(figure.sheet, operations)[0], given)
    return edited(
        edit_figure(
            figure.id,
            body.base_revision,
            operations,
            body.label,
            lambda sheet: refuse_unbuildable(sheet, given),
            sending,
        )
    )


@router.post("figures/{figure_id}/preview", response={200: Preview, **ERRORS})
@computes
def post_preview(request: HttpRequest, figure_id: str, body: PreviewIn) -> HttpResponse:
    """The plan that operations or a drag would give; nothing is stored."""
    figure = own_figure(request, figure_id)
    operations = _operations(figure, body)
    sheet, _ = apply_edits(figure.sheet, operations)
    given = given_of(figure)
    will, before = kept_plan_of(figure, sheet, given), kept_plan_of(figure, None, given).plan
    after = will.plan
    was = {(f.id, f.subject) for f in before.findings}
    now = {(f.id, f.subject) for f in after.findings}
    gone = [f for f in before.findings if (f.id, f.subject) not in now]
    new = [f for f in after.findings if (f.id, f.subject) not in was]
    rows = {
        "operations": [operation.model_dump(mode="json") for operation in operations],
        "gone": [finding.model_dump(mode="json") for finding in gone],
        "new": [finding.model_dump(mode="json") for finding in new],
    }
    return as_json(f'{{"number":{body.number},"plan":{will.text},{json.dumps(rows)[1:-1]}}}')


@router.get("figures/{figure_id}/runs/{run}/gauges", response={200: list[GaugeOption], **ERRORS})
def get_gauges(request: HttpRequest, figure_id: str, run: str) -> list[GaugeOption]:
    """Every wire of Stores and the catalogue tried on a run; those that pass first."""
    figure = own_figure(request, figure_id)
    return gauges_of(workpiece(figure.sheet, *given_of(figure)), run)


@router.get("figures/{figure_id}/walls", response={200: Walls, **ERRORS})
def get_walls(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The wall of clay as seen on each elevation."""
    figure = own_figure(request, figure_id)
    return as_json(walls(workpiece(figure.sheet, *given_of(figure))))


@router.get("figures/{figure_id}/kept-poses", response={200: dict[str, KeptPose], **ERRORS})
def kept_poses(request: HttpRequest, figure_id: str) -> dict[str, KeptPose]:
    """Poses kept on this person's other figures that this body can take, by figure and key."""
    figure = own_figure(request, figure_id)
    joints = set(joint_ranges(figure.sheet.body))
    others = Figure.objects.filter(owner=request.user, deleted=None).exclude(pk=figure.id)
    return {
        f"{other.id}/{key}": kept
        for other in others
        for key, kept in other.sheet.kept_poses.items()
        if joints.issuperset(kept.joints)
    }


@router.get("figures/{figure_id}/model", response={200: Any, **ERRORS})
def get_model(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The figure in space as a binary glTF file, mm: clay, core and wire of every part and run."""
    figure = own_figure(request, figure_id)
    etag = etag_of(figure, "model")
    if request.headers.get("If-None-Match") == etag:
        return HttpResponse(status=304, headers={"ETag": etag})
    answer = download(model_glb(plan_of(figure), figure.sheet, figure_context(figure)),
                      "model/gltf-binary", figure.sheet.name)  # fmt: skip
    answer["ETag"] = etag
    return answer


@router.post("figures/{figure_id}/undo", response={200: Edited, **ERRORS})
def undo(request: HttpRequest, figure_id: str) -> HttpResponse:
    return edited(step_back(own_figure(request, figure_id).id, "undo", sending_of(request)))


@router.post("figures/{figure_id}/redo", response={200: Edited, **ERRORS})
def redo(request: HttpRequest, figure_id: str) -> HttpResponse:
    return edited(step_back(own_figure(request, figure_id).id, "redo", sending_of(request)))


@router.put("figures/{figure_id}/sheet", response={200: Edited, **ERRORS})
@own_transaction
def put_sheet(request: HttpRequest, figure_id: str, base_revision: int) -> HttpResponse:
    """A figure sheet as the body of the request takes the place of this figure's own."""
    return edited(replace_sheet(own_figure(request, figure_id), request.body, base_revision))


@router.get("figures/{figure_id}/export", response={200: FigureSheet, **ERRORS})
def export(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The figure sheet as a file."""
    sheet = own_figure(request, figure_id).sheet
    text = json.dumps(sheet.model_dump(mode="json"), indent=1, ensure_ascii=False)
    return download(text.encode(), "application/json", sheet.name)
