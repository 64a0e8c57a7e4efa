"""Figures changed over HTTP: edits, what they would come to, undo and redo."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import BaseModel, Field

from server.accounts.receipts import arrived, sending_of
from server.schemas import Out, ProblemOut
from server.shelf.actions.edit_figure import edit_figure
from server.shelf.actions.step_back import step_back
from server.shelf.drag_api import Drag
from server.shelf.models import Figure
from server.shelf.owned import Edited, as_json, edited, own_figure
from server.shelf.planning import given_of, plan_of, refuse_unbuildable
from server.shelf.run_edits import RunEdit, rewired
from server.speaking import speaker_of
from server.writes import computes, own_transaction
from windcrest_core.body.mirror import mirrored_pose
from windcrest_core.character.library import add_from_library
from windcrest_core.findings import Finding, Operation
from windcrest_core.frame.pose import drag, on_both_sides, taken_up
from windcrest_core.ids import Id
from windcrest_core.plan import Plan
from windcrest_core.reshape import copied, worked_out
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.pose import JointAngles

router = Router(tags=["shelf"])
ERRORS = {400: ProblemOut, 404: ProblemOut, 409: ProblemOut, 412: ProblemOut, 422: ProblemOut}


class Preview(Out):
    """What operations would come to; `number` is the asker's, so that an old answer is known."""

    number: int
    operations: list[Operation]
    plan: Plan
    gone: list[Finding]
    new: list[Finding]


class Pick(BaseModel):
    """Something of the library, and how many fingers, teeth or strands of it."""

    item: str
    count: int | None = None


class Copy(BaseModel):
    part: str
    how: Literal["duplicate", "mirror"]


class Edits(BaseModel):
    """Operations; or a drag, a pose that is taken up or mirrored, a change of runs, something of the library or
    a copy that the core makes them from."""

    base_revision: int
    label: str = "Change"
    operations: list[Operation] = []
    drag: Drag | None = None
    add: Pick | None = None
    copy_of: Copy | None = None
    pose: Literal["mirror"] | dict[Id, JointAngles] | None = None
    runs: RunEdit | None = Field(default=None, discriminator="kind")


class PreviewIn(Edits):
    number: int = 0


def _operations(figure: Figure, body: Edits) -> list[Operation]:
    sheet = figure.sheet
    return [
        *worked_out(sheet, body.operations),
        *(_dragged(sheet, body.drag) if body.drag else ()),
        *(_posed(sheet, body.pose) if body.pose is not None else ()),
        *(rewired(figure, body.runs) if body.runs else ()),
        *(add_from_library(sheet, body.add.item, body.add.count) if body.add else ()),
        *(copied(sheet, body.copy_of.part, body.copy_of.how) if body.copy_of else ()),
    ]


def _dragged(sheet: FigureSheet, how: Drag) -> list[Operation]:
    operations = drag(sheet, how.joint, how.view, how.to)
    return on_both_sides(sheet, operations) if how.both_sides else operations


def _posed(sheet: FigureSheet, pose: Literal["mirror"] | dict[Id, JointAngles]) -> list[Operation]:
    return taken_up(sheet, mirrored_pose(sheet.pose) if pose == "mirror" else pose)


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
    before, after = plan_of(figure, None, given), plan_of(figure, sheet, given)
    was = {(f.id, f.subject) for f in before.findings}
    now = {(f.id, f.subject) for f in after.findings}
    shown = Preview(
        number=body.number,
        operations=operations,
        plan=after,
        gone=[f for f in before.findings if (f.id, f.subject) not in now],
        new=[f for f in after.findings if (f.id, f.subject) not in was],
    )
    return as_json(shown, speaker_of(figure.owner_id))


@router.post("figures/{figure_id}/undo", response={200: Edited, **ERRORS})
def undo(request: HttpRequest, figure_id: str) -> HttpResponse:
    return edited(step_back(own_figure(request, figure_id).id, "undo", sending_of(request)))


@router.post("figures/{figure_id}/redo", response={200: Edited, **ERRORS})
def redo(request: HttpRequest, figure_id: str) -> HttpResponse:
    return edited(step_back(own_figure(request, figure_id).id, "redo", sending_of(request)))
