"""Timers of a figure over HTTP: their deadlines are the server's."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from server.bench.models import Timer
from server.problems import Problem
from server.schemas import Done, Out, ProblemOut
from server.shelf.owned import own_figure

router = Router(tags=["timers"])
ERRORS = {404: ProblemOut, 409: ProblemOut, 422: ProblemOut}
MOST_RUNNING = 20
MOST_MIN = 7 * 24 * 60.0


class TimerOut(Out):
    id: int
    label: str
    step: str
    ends: datetime


class TimersOut(Out):
    """Running timers, soonest first, and the server's own time, since a tablet's clock may be off."""

    now: datetime
    timers: list[TimerOut]


class NewTimer(Schema):
    label: str = Field(min_length=1, max_length=120)
    step: str = Field("", max_length=80)
    minutes: float = Field(gt=0, le=MOST_MIN, allow_inf_nan=False)


def _out(timer: Timer) -> TimerOut:
    return TimerOut(id=timer.pk, label=timer.label, step=timer.step, ends=timer.ends)


@router.get("figures/{figure_id}/timers", response={200: TimersOut, **ERRORS})
def get_timers(request: HttpRequest, figure_id: str) -> TimersOut:
    running = own_figure(request, figure_id).timers.filter(stopped=None)
    return TimersOut(now=timezone.now(), timers=[_out(timer) for timer in running])


@router.post("figures/{figure_id}/timers", response={201: TimerOut, **ERRORS})
def post_timer(request: HttpRequest, figure_id: str, body: NewTimer) -> tuple[int, TimerOut]:
    figure = own_figure(request, figure_id)
    if figure.timers.filter(stopped=None).count() >= MOST_RUNNING:
        raise Problem(409, f"{MOST_RUNNING} timers run already; stop one first.")
    ends = timezone.now() + timedelta(minutes=body.minutes)
    timer = Timer.objects.create(figure=figure, label=body.label, step=body.step, ends=ends)
    return 201, _out(timer)


@router.post("figures/{figure_id}/timers/{timer_id}/stop", response={200: Done, **ERRORS})
def stop_timer(request: HttpRequest, figure_id: str, timer_id: int) -> Done:
    """Stop a timer, before it rings or while it does; stopping it again changes nothing."""
    timer = get_object_or_404(Timer, pk=timer_id, figure=own_figure(request, figure_id))
    if timer.stopped is None:
        timer.stopped = timezone.now()
        timer.save(update_fields=["stopped"])
    return Done()
