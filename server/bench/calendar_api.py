"""The bench calendar over HTTP: steps of all figures over the hours there are."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from server.bench.models import AgendaTold
from server.downloads import PDF, download
from server.schemas import ProblemOut
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from server.shelf.printing import printing_for
from server.stores.given import context_of
from windcrest_core.prints.agenda import agenda_ics, agenda_of, work_of
from windcrest_core.prints.day_sheet import day_sheet_pdf
from windcrest_core.work.calendar import Calendar, calendar

router = Router(tags=["calendar"])


def _now(at: datetime | None) -> datetime:
    """The person's own time of day, which the server does not know."""
    return (at or timezone.localtime()).replace(tzinfo=None, second=0, microsecond=0)


def _figures(request: HttpRequest, figures: str) -> list[Figure]:
    """Those whose ids are given, in that order; without, all there are."""
    found = list(Figure.objects.filter(owner_id=request.user.pk or 0, deleted=None))
    wanted = [key for key in figures.split(",") if key]
    if not wanted:
        return found
    return sorted((row for row in found if row.id in wanted), key=lambda row: wanted.index(row.id))


def _calendar(request: HttpRequest, rows: list[Figure], now: datetime) -> Calendar:
    """Of the figures that are not finished, the first before the others."""
    works = [work_of(plan_of(row), row.id) for row in rows]
    rules = context_of(request.user.pk or 0).rules
    return calendar([work for work in works if work.tasks], rules, now)


@router.get("calendar", response=Calendar)
def get_calendar(request: HttpRequest, figures: str = "", at: datetime | None = None) -> Calendar:
    """What to do when, from now on, by what is done already."""
    return _calendar(request, _figures(request, figures), _now(at))


@router.get("calendar.ics", include_in_schema=False)
def get_ics(request: HttpRequest, figures: str = "", at: datetime | None = None) -> HttpResponse:
    """The calendar for another program; what an earlier file told and is no more, is cancelled.

    Figures that are left out by choice stand as they were told; those put away or finished are
    cancelled.
    """
    now, owner = _now(at), request.user.pk or 0
    rows = _figures(request, figures)
    found = _calendar(request, rows, now)
    asked = {row.id for row in rows}
    others = [row for row in _figures(request, "") if row.id not in asked]
    left_out = {row.id for row in others if work_of(plan_of(row), row.id).tasks}
    with transaction.atomic():
        kept, _ = AgendaTold.objects.select_for_update().get_or_create(owner_id=owner)
        agenda = agenda_of(found, kept.agenda, now, left_out, context_of(owner).rules.units)
        kept.body = agenda.model_dump(mode="json")
        kept.save()
    answer = HttpResponse(
        agenda_ics(agenda, timezone.now(), now, left_out),
        content_type="text/calendar; charset=utf-8",
    )
    answer["Content-Disposition"] = 'attachment; filename="bench.ics"'
    return answer


@router.get("calendar/day", response={200: Any, 422: ProblemOut})
def print_day(
    request: HttpRequest, figures: str = "", at: datetime | None = None, paper: str = ""
) -> HttpResponse:
    """The steps of the next day at the bench, to be ticked."""
    now = _now(at)
    rows = _figures(request, figures)
    plans = {row.id: plan_of(row) for row in rows}
    printing = printing_for(context_of(request.user.pk or 0).rules, paper)
    body = day_sheet_pdf(_calendar(request, rows, now), plans, now.date(), printing)
    return download(body, PDF, f"the day {now.date()}")
