"""The work held against its plan, over HTTP: photographs with marks, the card in them, calipers."""

from __future__ import annotations

import io
from datetime import timedelta

import numpy as np
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from PIL import Image
from pydantic import Field

from server.bench.devices_api import DeviceToken
from server.bench.models import Device
from server.downloads import PDF, download
from server.pictures import clean_picture
from server.schemas import Done, Out, ProblemOut
from server.shelf.models import BuiltRecord, Figure
from server.shelf.owned import as_json, own_figure
from server.shelf.planning import given_of, plan_of
from server.shelf.printing import figure_printing
from server.speaking import speaker_of
from server.writes import computes
from windcrest_core.body.workpiece import Workpiece, workpiece
from windcrest_core.errors import Fault, Limits, SheetError
from windcrest_core.facts import Frozen
from windcrest_core.given.progress import LIMITS, Built, BuiltKind
from windcrest_core.prints.check_card import check_card_pdf
from windcrest_core.prints.map_pages import map_pdf
from windcrest_core.prints.notch_gauge import notch_gauge
from windcrest_core.prints.page import heading_of
from windcrest_core.refused import limit_words
from windcrest_core.work.checks.calipers import (
    ASKED,
    Measured,
    Tapped,
    ToMeasure,
    length_labels,
    measured,
    planned_mm,
    to_measure,
    to_tap,
)
from windcrest_core.work.checks.card import find_corners
from windcrest_core.work.checks.check import Check, check, stage_of
from windcrest_core.work.checks.lessons import Lesson, lessons
from windcrest_core.work.checks.marked import Marked, Stage

router = Router(tags=["checks"])
ERRORS = {404: ProblemOut, 422: ProblemOut}
MOST_LENGTHS = 400
FRESH = timedelta(minutes=10)  # a caliper's reading is that of now for so long


class Corner(Out):
    """A mark, in shares of the picture."""

    x: float
    y: float


class Corners(Out):
    """The marks of the card in a picture from the first round; none where they are not all seen."""

    width_px: int
    height_px: int
    corners: list[Corner]


class Calipers(Frozen):
    """What to take with calipers at a stage, which is the one the figure is at where none was asked for; `others` may
    be taken besides, each between two of the `landmarks`."""

    stage: Stage
    rows: list[ToMeasure]
    others: list[ToMeasure]
    landmarks: list[Tapped]


class Readings(Schema):
    stage: Stage
    read_mm: dict[str, float] = Field(max_length=200)


class CaliperReading(Schema):
    mm: float = Field(gt=0, le=5000, allow_inf_nan=False)


class BuiltPart(Schema):
    """What was measured of a part as it was made; `value` null takes it back."""

    part: str
    kind: BuiltKind
    value: float | None = Field(allow_inf_nan=False)


class BuiltOut(Out):
    """What was measured of a part, or of a length, beside what was planned; `planned` none where that is gone."""

    part: str
    label: str
    kind: BuiltKind
    value: float
    planned: float | None


class OnCaliper(Out):
    """What a caliper sent last; none for ten minutes. `number` tells one reading from the next."""

    mm: float | None
    number: int


@router.post("figures/{figure_id}/check", response={200: Check, **ERRORS})
@computes
def post_check(request: HttpRequest, figure_id: str, body: Marked) -> HttpResponse:
    """What a photograph shows of the work against its plan; nothing is stored."""
    figure = own_figure(request, figure_id)
    return as_json(_check(figure, body), speaker_of(figure.owner_id))


def _check(figure: Figure, marked: Marked) -> Check:
    return check(workpiece(figure.sheet, *given_of(figure)), plan_of(figure), marked)


@router.post("figures/{figure_id}/check/corners", response={200: Corners, **ERRORS})
@computes
def post_corners(request: HttpRequest, figure_id: str, picture: File[UploadedFile]) -> Corners:
    """Find the card's four marks; nothing is stored."""
    own_figure(request, figure_id)
    clean = clean_picture(picture)
    grey = np.asarray(Image.open(io.BytesIO(clean.jpeg)).convert("L"))
    found = find_corners(grey)
    size = np.array([clean.width_px, clean.height_px])
    return Corners(
        width_px=clean.width_px,
        height_px=clean.height_px,
        corners=[] if found is None else [Corner(x=x, y=y) for x, y in (found / size).tolist()],
    )


@router.get("figures/{figure_id}/calipers", response={200: Calipers, **ERRORS})
def get_calipers(request: HttpRequest, figure_id: str, stage: Stage | None = None) -> Calipers:
    """The lengths whose errors would hurt most now."""
    figure = own_figure(request, figure_id)
    now = stage or stage_of(plan_of(figure))
    work = workpiece(figure.sheet, *given_of(figure))
    every = to_measure(work, now, MOST_LENGTHS)
    return Calipers(
        stage=now, rows=every[:ASKED], others=every[ASKED:], landmarks=to_tap(work, every)
    )


@router.post("figures/{figure_id}/calipers", response={200: Measured, **ERRORS})
@computes
def post_calipers(request: HttpRequest, figure_id: str, body: Readings) -> HttpResponse:
    """What readings say of the work; nothing is stored."""
    figure = own_figure(request, figure_id)
    work = workpiece(figure.sheet, *given_of(figure))
    found = measured(work, plan_of(figure), body.stage, body.read_mm)
    return as_json(found, speaker_of(figure.owner_id))


@router.get("figures/{figure_id}/built", response={200: list[BuiltOut], **ERRORS})
def get_built(request: HttpRequest, figure_id: str) -> list[BuiltOut]:
    """What was measured of parts as they were made, beside what the plan would have without it."""
    figure = own_figure(request, figure_id)
    context, progress = given_of(figure)
    work = workpiece(figure.sheet, context, progress.model_copy(update={"built": []}))
    return [_built(work, row) for row in progress.built]


def _built(work: Workpiece, row: Built) -> BuiltOut:
    if row.kind == "length_mm":
        label, planned = length_labels(work).get(row.part), planned_mm(work).get(row.part)
    else:
        piece = next((one for one in work.figure.pieces if one.part.id == row.part), None)
        label = piece.part.label if piece else None
        mass = work.masses[row.part] if piece else None
        planned = {
            "wall_mm": piece and piece.wall_mm,
            "mass_g": mass and mass.total_g,
            "core_g": mass and mass.core_g,
        }[row.kind]
    return BuiltOut(
        part=row.part, label=label or row.part, kind=row.kind, value=row.value, planned=planned
    )


@router.get("figures/{figure_id}/lessons", response={200: list[Lesson], **ERRORS})
def get_lessons(request: HttpRequest, figure_id: str) -> list[Lesson]:
    """What the weights that were kept teach of foil and clay; taken by being put into Stores."""
    figure = own_figure(request, figure_id)
    return lessons(workpiece(figure.sheet, *given_of(figure)))


@router.put("figures/{figure_id}/built", response={200: Done, **ERRORS})
def put_built(request: HttpRequest, figure_id: str, body: BuiltPart) -> Done:
    """The plan goes by what was measured from now on."""
    figure = own_figure(request, figure_id)
    if body.value is None:
        figure.built.filter(part=body.part, kind=body.kind).delete()
        return Done()
    work = workpiece(figure.sheet, *given_of(figure))
    clay = {piece.part.id for piece in work.clay_pieces}
    if body.kind == "length_mm" and body.part not in length_labels(work):
        allowed = ", ".join(length_labels(work))
        raise SheetError.one("part", body.part, f"a length of this figure: {allowed}")
    if body.kind != "length_mm" and body.part not in clay:
        raise SheetError.one("part", body.part, "a part of clay of this figure")
    if body.kind == "wall_mm" and work.sheet.part(body.part).cloth is not None:
        allowed = "a part with a wall; how thick cloth is stands under Character, Parts"
        raise SheetError.one("part", body.part, allowed)
    least, most = LIMITS[body.kind]
    if not least <= body.value <= most:
        unit = body.kind.rsplit("_", 1)[1]
        limits = Limits(least=least, most=most, unit=unit)
        raise SheetError([Fault("value", body.value, limit_words(limits), "limit", limits)])
    BuiltRecord.objects.update_or_create(
        figure=figure, part=body.part, kind=body.kind, defaults={"value": body.value}
    )
    return Done()


@router.get("figures/{figure_id}/check/card", include_in_schema=False)
def print_card(request: HttpRequest, figure_id: str, paper: str = "") -> HttpResponse:
    """The card that stands behind the figure, at true size."""
    figure = own_figure(request, figure_id)
    body = check_card_pdf(plan_of(figure), figure_printing(figure, paper))
    return download(body, PDF, f"{figure.sheet.name} card for photographs")


@router.get("figures/{figure_id}/check/gauge/{part}", include_in_schema=False)
def print_gauge(request: HttpRequest, figure_id: str, part: str, paper: str = "") -> HttpResponse:
    """A gauge for the thickness of a part at three places, at true size."""
    figure = own_figure(request, figure_id)
    work = workpiece(figure.sheet, *given_of(figure))
    piece = next((row for row in work.clay_pieces if row.part.id == part), None)
    if piece is None:
        raise SheetError.one("part", part, "a part of clay of this figure")
    printing = figure_printing(figure, paper)
    heading = heading_of(plan_of(figure), "Notch gauge", "scale 1:1", printing)
    body = map_pdf(notch_gauge(piece, printing.units), heading, printing)
    return download(body, PDF, f"{figure.sheet.name} gauge {piece.part.label}")


@router.post(
    "caliper/readings", auth=DeviceToken(), response={200: Done, 401: ProblemOut, **ERRORS}
)
def post_reading(request: HttpRequest, body: CaliperReading) -> Done:
    """What a caliper spans, by its token, with its button."""
    device: Device = request.auth  # type: ignore[attr-defined]
    now = timezone.now()
    Device.objects.filter(pk=device.pk).update(spanned_mm=body.mm, spanned=now, heard=now)
    return Done()


@router.get("caliper", response=OnCaliper)
def get_caliper(request: HttpRequest) -> OnCaliper:
    """What the caliper that was heard last spans."""
    since = timezone.now() - FRESH
    device = (
        Device.objects.filter(owner=request.user, revoked=None, spanned__gte=since)
        .order_by("-spanned")
        .first()
    )
    if device is None or device.spanned is None:
        return OnCaliper(mm=None, number=0)
    return OnCaliper(mm=device.spanned_mm, number=int(device.spanned.timestamp() * 1000))
