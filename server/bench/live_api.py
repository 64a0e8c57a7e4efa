"""Bakes as they run, over HTTP: begun, followed by a probe's readings, ended, learned from."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import Avg
from django.db.models.functions import Floor
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from server.bench.actions.record_bake import LONGEST_MIN, record_bake
from server.bench.devices_api import DeviceToken
from server.bench.models import BakeReading, Device, LiveBake, LogEntry
from server.downloads import csv_file
from server.problems import Problem
from server.schemas import Done, Out, ProblemOut
from server.shelf.api import own_figure
from server.shelf.models import Figure
from server.shelf.planning import figure_context, given_of, plan_of
from windcrest_core.bake.live import Before, Live, follow
from windcrest_core.bake.model import BakePlan
from windcrest_core.bake.oven import air_c
from windcrest_core.bake.trace import (
    LEAST_C,
    MOST_C,
    AirReading,
    Trace,
    air_along,
    read_trace,
    refuse_unreal,
    trace_csv,
    trace_of,
    trace_of_probes,
)
from windcrest_core.body.workpiece import workpiece
from windcrest_core.errors import Fault, SheetError

router = Router(tags=["live bakes"])
ERRORS = {404: ProblemOut, 409: ProblemOut, 413: ProblemOut, 422: ProblemOut}
FUTURE_S = 90.0
MOST_AT_ONCE = 500
MOST_TRACE_BYTES = 2_000_000


class Begin(Schema):
    speed: float = Field(1.0, ge=1, le=120, allow_inf_nan=False)


class Forgotten(Out):
    """A bake that was begun and cannot be followed to its end: it has run for longer than any is written
    down, or the plan has no such bake any more (`gone`)."""

    number: int
    began: datetime
    elapsed_min: float
    gone: bool


class LiveOut(Out):
    live: Live | None
    forgotten: Forgotten | None = None


class Close(Schema):
    """How a forgotten bake is put right: the minutes the piece was really in, as a bake of today's plan;
    or, without minutes, the reason it is abandoned for."""

    minutes: float | None = Field(None, ge=1, le=LONGEST_MIN, allow_inf_nan=False)
    number: int | None = Field(None, ge=1, le=1000)
    reason: str = Field("", max_length=200)


class ProbeReading(Schema):
    """`at` is the probe's own clock, seconds since 1970 (Unix)."""

    at: float = Field(allow_inf_nan=False)
    temp_c: float


class ProbeReadings(Schema):
    readings: list[ProbeReading] = Field(min_length=1, max_length=MOST_AT_ONCE)


class Taken(Out):
    """How many readings were new, how many were there already, how many are not of a bake."""

    taken: int
    known: int
    outside: int


def _running(figure: Figure) -> LiveBake:
    found = figure.live_bakes.filter(ended=None).first()
    if found is None:
        raise Problem(409, "No bake of this figure is running.")
    return found


def _elapsed_s(bake: LiveBake) -> float:
    until = bake.ended or timezone.now()
    return (until - bake.started).total_seconds() * bake.speed


def _trace(bake: LiveBake) -> Trace:
    """By the second: a probe that speaks ten times in one says the same ten times."""
    seconds = (
        bake.readings.order_by()
        .annotate(second=Floor("at_s"))
        .values("device_id", "second")
        .annotate(at=Avg("at_s"), air=Avg("temp_c"))
    )
    by_probe: dict[int | None, list[tuple[float, float]]] = {}
    for row in seconds:
        by_probe.setdefault(row["device_id"], []).append((row["at"], row["air"]))
    return trace_of_probes(list(by_probe.values()))


def bake_of(figure: Figure, number: int) -> tuple[BakePlan, dict[str, Before]]:
    """A bake of the plan, and what the one before it left each part as.

    A part that is made again is raw when it goes in.
    """
    bakes = plan_of(figure).bake.bakes
    found = next((bake for bake in bakes if bake.number == number), None)
    if found is None:
        allowed = ", ".join(str(bake.number) for bake in bakes) or "none: nothing is baked"
        raise SheetError.one("number", number, f"one of {allowed}")
    raw = {part.id for part in found.parts if part.raw_in}
    earlier = [bake for bake in bakes if bake.number < number]
    before = {
        part.id: Before(fusion=part.fusion, scorch=part.scorch)
        for part in (earlier[-1].parts if earlier else [])
        if part.id not in raw
    }
    return found, before


@router.post("figures/{figure_id}/live/{number}", response={201: Done, **ERRORS})
def begin(request: HttpRequest, figure_id: str, number: int, body: Begin) -> tuple[int, Done]:
    """The piece is in the oven from now on."""
    figure = own_figure(request, figure_id)
    planned, _ = bake_of(figure, number)
    running = LiveBake.objects.filter(figure__owner_id=figure.owner_id, ended=None).first()
    if running is not None:
        name = running.figure.sheet.name
        raise Problem(
            409,
            f"Bake {running.number} of {name} is running already; end it there before another is begun.",
        )
    LiveBake.objects.create(
        figure=figure,
        number=number,
        speed=body.speed,
        dial_c=planned.dial_c.value,
        started=timezone.now(),
    )
    return 201, Done()


@router.get("figures/{figure_id}/live", response={200: LiveOut, **ERRORS})
def get_live(request: HttpRequest, figure_id: str) -> LiveOut:
    """Where the running bake stands, by what the probe measured; none where none is running."""
    figure = own_figure(request, figure_id)
    bake = figure.live_bakes.filter(ended=None).first()
    if bake is None:
        return LiveOut(live=None)
    if forgotten := _forgotten(figure, bake):
        return LiveOut(live=None, forgotten=forgotten)
    return LiveOut(live=_followed(figure, bake))


def _forgotten(figure: Figure, bake: LiveBake) -> Forgotten | None:
    elapsed = _elapsed_s(bake) / 60
    gone = all(planned.number != bake.number for planned in plan_of(figure).bake.bakes)
    if not gone and elapsed <= LONGEST_MIN:
        return None
    return Forgotten(number=bake.number, began=bake.started, elapsed_min=elapsed, gone=gone)


def _followed(figure: Figure, bake: LiveBake) -> Live:
    planned, before = bake_of(figure, bake.number)
    if bake.dial_c is not None:
        dial = planned.dial_c.model_copy(update={"value": bake.dial_c})
        planned = planned.model_copy(update={"dial_c": dial})
    work = workpiece(figure.sheet, *given_of(figure))
    return follow(work, planned, before, _trace(bake), _elapsed_s(bake))


@router.post("figures/{figure_id}/live-end", response={200: LiveOut, **ERRORS})
def end(request: HttpRequest, figure_id: str) -> LiveOut:
    """Oven off: the minutes it really took are written down; how it stood then is the verdict."""
    figure = own_figure(request, figure_id)
    bake = _running(figure)
    if _forgotten(figure, bake):
        raise Problem(
            409,
            f"Bake {bake.number} cannot be ended by the clock: say how long the piece was really in, or "
            "abandon it with a reason.",
        )
    bake.ended = timezone.now()
    verdict = _followed(figure, bake)
    with transaction.atomic():
        bake.save(update_fields=["ended"])
        air = _measured(figure, bake.number, _trace(bake), _elapsed_s(bake))
        record_bake(figure, bake.number, max(1.0, round(_elapsed_s(bake) / 60, 1)), air)
    return LiveOut(live=verdict)


@router.post("figures/{figure_id}/live-close", response={200: Done, **ERRORS})
def close(request: HttpRequest, figure_id: str, body: Close) -> Done:
    """End a bake that was forgotten: with the minutes it really took, or abandoned for a reason."""
    figure = own_figure(request, figure_id)
    bake = _running(figure)
    if body.minutes is not None:
        record_bake(figure, body.number or bake.number, body.minutes)
    elif not body.reason.strip():
        fault = Fault("reason", "", "why it is abandoned, or the minutes it was in")
        raise Problem(422, str(fault), [fault])
    else:
        LogEntry.objects.create(
            figure=figure, text=f"Bake {bake.number} abandoned: {body.reason.strip()}"
        )
    bake.ended = timezone.now()
    bake.save(update_fields=["ended"])
    return Done()


def _measured(figure: Figure, number: int, trace: Trace, until_s: float) -> list[float]:
    """The air of a bake every 15 s until it ended, for the plan to go by; none where nothing was
    measured."""
    if not trace.readings:
        return []
    planned, _ = bake_of(figure, number)
    oven = figure_context(figure).rules.oven
    air = air_along(trace, air_c(oven, planned.dial_c.value, until_s / 60))
    return [min(MOST_C, max(LEAST_C, value)) for value in air.round(1).tolist()]


@router.get("figures/{figure_id}/live-trace/{number}", include_in_schema=False)
def get_csv(request: HttpRequest, figure_id: str, number: int) -> HttpResponse:
    """The trace of the latest run of a bake."""
    figure = own_figure(request, figure_id)
    bake = figure.live_bakes.filter(number=number).first()
    if bake is None:
        raise Problem(404, "This bake was not followed.")
    rows = bake.readings.values_list("at_s", "temp_c")
    whole = trace_of([AirReading(at_s=at, temp_c=temp) for at, temp in rows])
    return csv_file(trace_csv(whole), f"{figure.sheet.name} bake {number}")


@router.post("figures/{figure_id}/live-trace/{number}", response={200: LiveOut, **ERRORS})
def post_trace(
    request: HttpRequest, figure_id: str, number: int, file: File[UploadedFile]
) -> LiveOut:
    """A bake that was measured elsewhere: its trace is taken as that of this bake, now over."""
    figure = own_figure(request, figure_id)
    bake_of(figure, number)
    if (file.size or 0) > MOST_TRACE_BYTES:
        raise Problem(413, "The trace is too large: at most 2 MB, 50,000 readings.")
    trace = read_trace(file.read())
    ended = timezone.now()
    with transaction.atomic():
        bake = LiveBake.objects.create(
            figure=figure, number=number, started=ended - timedelta(seconds=trace.last_s),
            ended=ended,
        )  # fmt: skip
        BakeReading.objects.bulk_create(
            BakeReading(bake=bake, at_s=row.at_s, temp_c=row.temp_c) for row in trace.readings
        )
        verdict = _followed(figure, bake)
        air = _measured(figure, number, trace, trace.last_s)
        record_bake(figure, number, max(1.0, round(trace.last_s / 60, 1)), air)
    return LiveOut(live=verdict)


@router.post("probe/readings", auth=DeviceToken(), response={200: Taken, 401: ProblemOut, **ERRORS})
def post_readings(request: HttpRequest, body: ProbeReadings) -> Taken:
    """Readings of a probe, by its token, in any order and as often as it likes."""
    device: Device = request.auth  # type: ignore[attr-defined]
    bake = LiveBake.objects.filter(figure__owner_id=device.owner_id, ended=None).first()
    now = timezone.now().timestamp()
    for row in body.readings:
        if row.at > now + FUTURE_S:
            when = datetime.fromtimestamp(min(row.at, 4e9)).isoformat(timespec="seconds")
            raise SheetError.one("at", when, "not later than now: set the probe's clock")
        refuse_unreal(0.0, row.temp_c)
    Device.objects.filter(pk=device.pk).update(heard=timezone.now())
    if bake is None:
        return Taken(taken=0, known=0, outside=len(body.readings))
    begun = bake.started.timestamp()
    rows = [
        BakeReading(
            bake=bake,
            device=device,
            at_s=round((row.at - begun) * bake.speed, 2),
            temp_c=row.temp_c,
        )
        for row in body.readings
        if row.at >= begun
    ]
    mine = bake.readings.filter(device=device)
    before = mine.count()
    BakeReading.objects.bulk_create(rows, ignore_conflicts=True)
    taken = mine.count() - before
    return Taken(taken=taken, known=len(rows) - taken, outside=len(body.readings) - len(rows))
