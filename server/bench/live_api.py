"""Bakes as they run, over HTTP: begun, followed by a probe's readings, ended, learned from."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.db.models import Avg, QuerySet
from django.db.models.functions import Floor
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import File, Router, Schema
from ninja.files import UploadedFile
from pydantic import Field

from server.bench.actions.record_bake import LONGEST_MIN, record_bake, record_begun
from server.bench.actions.share_load import refuse_second
from server.bench.begun import contents_of, followed, planned_then
from server.bench.devices_api import DeviceToken
from server.bench.models import BakeReading, Device, LiveBake, LogEntry
from server.downloads import csv_file
from server.problems import Problem
from server.schemas import Done, Out, ProblemOut
from server.shelf.models import Figure
from server.shelf.owned import own_figure
from server.shelf.planning import figure_context, plan_of
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
from windcrest_core.errors import Fault, SheetError
from windcrest_core.work.bakes import planned_bake
from windcrest_core.work.live import Live

router = Router(tags=["live bakes"])
ERRORS = {404: ProblemOut, 409: ProblemOut, 413: ProblemOut, 422: ProblemOut}
FUTURE_S = 90.0
MOST_AT_ONCE = 500
MOST_TRACE_BYTES = 2_000_000


class Begin(Schema):
    speed: float = Field(1.0, ge=1, le=120, allow_inf_nan=False)


class Forgotten(Out):
    """A bake that was begun and cannot be ended by the clock: it has run for longer than any is written
    down, or Windcrest was renewed meanwhile and knows no such bake of this figure."""

    number: int
    began: datetime
    elapsed_min: float


class InWithIt(Out):
    """A bake of another figure that is in the same load; `live` where it can be followed."""

    figure: str
    name: str
    number: int
    live: Live | None


class LiveOut(Out):
    """The bake that is in the oven, known by its `key`, and what is in with it at `dial_c`."""

    key: str | None
    live: Live | None
    forgotten: Forgotten | None = None
    dial_c: float | None = None
    in_with_it: list[InWithIt] = []


class Close(Schema):
    """How a bake is put right that the clock cannot end: the minutes the piece was really in, with `number`
    as that bake of today's plan; or, without minutes, the reason it does not count."""

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


def _running(figure: Figure, key: str) -> LiveBake:
    found = figure.live_bakes.filter(key=key).first()
    if found is None:
        raise Problem(404, "No such bake of this figure was begun.")
    if found.ended is not None:
        raise Problem(409, f"Bake {found.number} is over already.")
    return found


def _over(bake: LiveBake) -> None:
    bake.ended = bake.ended or timezone.now()
    bake.contents = None
    bake.save(update_fields=["ended", "contents"])


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


@router.post("figures/{figure_id}/live/{number}", response={201: Done, **ERRORS})
def begin(request: HttpRequest, figure_id: str, number: int, body: Begin) -> tuple[int, Done]:
    """The piece is in the oven from now on."""
    figure = own_figure(request, figure_id)
    planned_bake(plan_of(figure), number)
    refuse_second(figure.owner_id)
    LiveBake.objects.create(
        figure=figure,
        number=number,
        contents=contents_of(figure),
        speed=body.speed,
        started=timezone.now(),
    )
    return 201, Done()


@router.get("figures/{figure_id}/live", response={200: LiveOut, **ERRORS})
def get_live(request: HttpRequest, figure_id: str) -> LiveOut:
    """Where the running bake stands, by what the probe measured; none where none is running."""
    figure = own_figure(request, figure_id)
    bake = figure.live_bakes.filter(ended=None).first()
    if bake is None:
        return LiveOut(key=None, live=None)
    if forgotten := _forgotten(bake):
        return LiveOut(key=bake.key, live=None, forgotten=forgotten)
    return LiveOut(
        key=bake.key,
        live=followed(bake, _trace(bake), _elapsed_s(bake)),
        dial_c=bake.dial_c,
        in_with_it=[_in_with(other) for other in _others(bake)],
    )


def _others(bake: LiveBake) -> QuerySet[LiveBake]:
    """What else is still in the oven with it."""
    same = LiveBake.objects.filter(load=bake.load_id, ended=None).exclude(pk=bake.pk)
    return same if bake.load_id is not None else same.none()


def _in_with(bake: LiveBake) -> InWithIt:
    known = _can_be_followed(bake)
    return InWithIt(
        figure=bake.figure_id,
        name=bake.figure.sheet.name,
        number=bake.number,
        live=followed(bake, _trace(bake), _elapsed_s(bake)) if known else None,
    )


def _forgotten(bake: LiveBake) -> Forgotten | None:
    elapsed = _elapsed_s(bake) / 60
    if elapsed <= LONGEST_MIN and _can_be_followed(bake):
        return None
    return Forgotten(number=bake.number, began=bake.started, elapsed_min=elapsed)


def _can_be_followed(bake: LiveBake) -> bool:
    try:
        planned_then(bake)
    except SheetError:
        return False
    return True


@router.post("figures/{figure_id}/begun/{key}/end", response={200: LiveOut, **ERRORS})
def end(request: HttpRequest, figure_id: str, key: str) -> LiveOut:
    """Oven off: the minutes it really took are written down, for every figure that was in it; how it stood then is
    the verdict."""
    figure = own_figure(request, figure_id)
    bake = _running(figure, key)
    if _forgotten(bake):
        raise Problem(
            409,
            f"Bake {bake.number} cannot be ended by the clock: say how long the piece was really in, or "
            "abandon it with a reason.",
        )
    now, others = timezone.now(), []
    for other in _others(bake):
        other.ended = now
        known = _can_be_followed(other)
        verdict = _written_down(other, _trace(other), _elapsed_s(other)) if known else None
        if not known:
            record_begun(other, _elapsed_s(other) / 60, [])
            _over(other)
        others.append(
            InWithIt(
                figure=other.figure_id,
                name=other.figure.sheet.name,
                number=other.number,
                live=verdict,
            )
        )
    bake.ended = now
    return LiveOut(
        key=None,
        live=_written_down(bake, _trace(bake), _elapsed_s(bake)),
        dial_c=bake.dial_c,
        in_with_it=others,
    )


def _written_down(bake: LiveBake, trace: Trace, elapsed_s: float) -> Live:
    verdict = followed(bake, trace, elapsed_s)
    record_begun(bake, elapsed_s / 60, _measured(bake, trace, elapsed_s))
    _over(bake)
    return verdict


@router.post("figures/{figure_id}/begun/{key}/close", response={200: Done, **ERRORS})
def close(request: HttpRequest, figure_id: str, key: str, body: Close) -> Done:
    """End a bake that was forgotten or begun by mistake: with the minutes it really took, as the bake it
    was or another of today's plan; or abandoned for a reason, which goes into the log."""
    figure = own_figure(request, figure_id)
    bake = _running(figure, key)
    if body.minutes is not None and body.number not in (None, bake.number):
        record_bake(figure, body.number, body.minutes)
    elif body.minutes is not None:
        record_begun(bake, body.minutes, [])
    elif not body.reason.strip():
        fault = Fault("reason", "", "why it is abandoned, or the minutes it was in")
        raise Problem(422, str(fault), [fault])
    else:
        LogEntry.objects.create(
            figure=figure, text=f"Bake {bake.number} abandoned: {body.reason.strip()}"
        )
    _over(bake)
    return Done()


def _measured(bake: LiveBake, trace: Trace, until_s: float) -> list[float]:
    """The air of a bake every 15 s until it ended, for the plan to go by; none where nothing was
    measured."""
    if not trace.readings:
        return []
    oven = figure_context(bake.figure).rules.oven
    dial_c = bake.dial_c or planned_then(bake).bake.dial_c.value
    air = air_along(trace, air_c(oven, dial_c, until_s / 60))
    return [min(MOST_C, max(LEAST_C, value)) for value in air.round(1).tolist()]


@router.get("figures/{figure_id}/live-trace/{number}", include_in_schema=False)
def get_csv(request: HttpRequest, figure_id: str, number: int) -> HttpResponse:
    """The trace of a bake that is in the oven or was written down."""
    figure = own_figure(request, figure_id)
    bake = figure.live_bakes.filter(number=number, ended=None).first()
    record = figure.bakes.filter(number=number).select_related("live").first()
    bake = bake or (record.live if record else None)
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
    planned_bake(plan_of(figure), number)
    if (file.size or 0) > MOST_TRACE_BYTES:
        raise Problem(413, "The trace is too large: at most 2 MB, 50,000 readings.")
    trace = read_trace(file.read())
    ended = timezone.now()
    bake = LiveBake.objects.create(
        figure=figure,
        number=number,
        contents=contents_of(figure),
        started=ended - timedelta(seconds=trace.last_s),
        ended=ended,
    )
    BakeReading.objects.bulk_create(
        BakeReading(bake=bake, at_s=row.at_s, temp_c=row.temp_c) for row in trace.readings
    )
    return LiveOut(key=None, live=_written_down(bake, trace, trace.last_s))


@router.post("probe/readings", auth=DeviceToken(), response={200: Taken, 401: ProblemOut, **ERRORS})
def post_readings(request: HttpRequest, body: ProbeReadings) -> Taken:
    """Readings of a probe, by its token, in any order and as often as it likes."""
    device: Device = request.auth  # type: ignore[attr-defined]
    bakes = list(LiveBake.objects.filter(figure__owner_id=device.owner_id, ended=None))
    now = timezone.now().timestamp()
    for row in body.readings:
        if row.at > now + FUTURE_S:
            when = datetime.fromtimestamp(min(row.at, 4e9)).isoformat(timespec="seconds")
            raise SheetError.one("at", when, "not later than now: set the probe's clock")
        refuse_unreal(0.0, row.temp_c)
    Device.objects.filter(pk=device.pk).update(heard=timezone.now())
    told = [_heard(bake, device, body.readings) for bake in bakes]
    return told[0] if told else Taken(taken=0, known=0, outside=len(body.readings))


def _heard(bake: LiveBake, device: Device, readings: list[ProbeReading]) -> Taken:
    """What was measured, kept with one bake of what is in the oven."""
    begun = bake.started.timestamp()
    rows = [
        BakeReading(
            bake=bake,
            device=device,
            at_s=round((row.at - begun) * bake.speed, 2),
            temp_c=row.temp_c,
        )
        for row in readings
        if row.at >= begun
    ]
    mine = bake.readings.filter(device=device)
    before = mine.count()
    BakeReading.objects.bulk_create(rows, ignore_conflicts=True)
    taken = mine.count() - before
    return Taken(taken=taken, known=len(rows) - taken, outside=len(readings) - len(rows))
