"""The bench calendar over HTTP: steps of all figures over the hours there are."""

from __future__ import annotations

from datetime import datetime

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from server.shelf.models import Figure
from server.shelf.planning import context_of, plan_of
from windcrest_core.order.calendar import Calendar, calendar
from windcrest_core.prints.agenda import agenda_ics, work_of

router = Router(tags=["calendar"])


def _calendar(request: HttpRequest, figures: str, at: datetime | None) -> Calendar:
    """Of the figures whose ids are given, in that order; of all that are not finished without.

    `at` is the person's own time of day, which the server does not know.
    """
    owner = request.user.pk or 0
    rows = Figure.objects.filter(owner_id=owner, deleted=None)
    wanted = [key for key in figures.split(",") if key]
    found = [row for row in rows if not wanted or row.id in wanted]
    if wanted:
        found.sort(key=lambda row: wanted.index(row.id))
    works = [work_of(plan_of(row), row.id) for row in found]
    now = (at or timezone.localtime()).replace(tzinfo=None, second=0, microsecond=0)
    return calendar([work for work in works if work.tasks], context_of(owner).rules, now)


@router.get("calendar", response=Calendar)
def get_calendar(request: HttpRequest, figures: str = "", at: datetime | None = None) -> Calendar:
    """What to do when, from now on, by what is done already."""
    return _calendar(request, figures, at)


@router.get("calendar.ics", include_in_schema=False)
def get_ics(request: HttpRequest, figures: str = "", at: datetime | None = None) -> HttpResponse:
    data = agenda_ics(_calendar(request, figures, at), timezone.now())
    answer = HttpResponse(data, content_type="text/calendar; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="bench.ics"'
    return answer
