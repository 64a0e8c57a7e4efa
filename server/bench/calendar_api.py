"""The bench calendar over HTTP: steps of all figures over the hours there are."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from server.bench.held import held_loads
from server.bench.models import AgendaTold
from server.downloads import PDF, download
from server.schemas import ProblemOut
from server.shelf.digests import digests
from server.shelf.models import Figure
from server.shelf.owned import as_json
from server.shelf.planning import plan_of
from server.shelf.printing import printing_for
from server.speaking import speaker_of
from server.stores.given import context_of
from windcrest_core.prints.agenda import agenda_ics, agenda_of
from windcrest_core.prints.day_sheet import day_sheet_pdf
from windcrest_core.work.calendar import Calendar, Work, calendar

router = Router(tags=["calendar"])


def now_of(at: datetime | None) -> datetime:
    """The person's own time of day, which the server does not know."""
    return (at or timezone.localtime()).replace(tzinfo=None, second=0, microsecond=0)


def works_of(request: HttpRequest, figures: str) -> list[Work]:
    """What is left to do of those whose ids are given, in that order; without, of all there are."""
    wanted = [key for key in figures.split(",") if key]
    found = [row.work for row in digests(request.user.pk or 0, wanted or None)]
    return sorted(found, key=lambda row: wanted.index(row.figure)) if wanted else found


def _calendar(request: HttpRequest, works: list[Work], now: datetime) -> Calendar:
    """Of the figures that are not finished, the first before the others."""
    owner = request.user.pk or 0
    held = list(held_loads(owner).values())
    return calendar([work for work in works if work.tasks], context_of(owner).rules, now, held)


@router.get("calendar", response=Calendar)
def get_calendar(
    request: HttpRequest, figures: str = "", at: datetime | None = None
) -> HttpResponse:
    """What to do when, from now on, by what is done already."""
    found = _calendar(request, works_of(request, figures), now_of(at))
    return as_json(found, speaker_of(request.user.pk or 0))


@router.get("calendar.ics", include_in_schema=False)
def get_ics(request: HttpRequest, figures: str = "", at: datetime | None = None) -> HttpResponse:
    """The calendar for another program; what an earlier file told and is no more, is cancelled.

    Figures that are left out by choice stand as they were told; those put away or finished are
    cancelled.
    """
    now, owner = now_of(at), request.user.pk or 0
    works = works_of(request, figures)
    found = _calendar(request, works, now)
    asked = {work.figure for work in works}
    left_out = {
        work.figure for work in works_of(request, "") if work.figure not in asked and work.tasks
    }
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
    now = now_of(at)
    found = _calendar(request, works_of(request, figures), now)
    today = {row.figure for row in found.first_day}
    rows = Figure.objects.filter(owner_id=request.user.pk or 0, pk__in=today)
    plans = {row.id: plan_of(row) for row in rows}
    printing = printing_for(context_of(request.user.pk or 0).rules, paper)
    body = day_sheet_pdf(found, plans, now.date(), printing)
    return download(body, PDF, f"the day {now.date()}")
