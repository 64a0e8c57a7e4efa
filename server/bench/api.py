"""The log, ticked steps and real bakes over HTTP."""

from __future__ import annotations

from datetime import datetime

from django.http import FileResponse, Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import File, Form, Router
from ninja.files import UploadedFile
from pydantic import BaseModel

from server.accounts.receipts import receive, sending_of
from server.bench.actions.mark_steps import mark_steps
from server.bench.actions.record_bake import record_bake
from server.bench.actions.write_log import mark_entry, write_log
from server.bench.models import LogEntry
from server.pictures import thumbnail
from server.problems import Problem
from server.schemas import Done, Out, ProblemOut
from server.shelf.models import Figure
from server.shelf.owned import own_figure
from server.speaking import speaker_of
from server.writes import own_transaction
from windcrest_core.say import Sayer
from windcrest_core.sheet import parse
from windcrest_core.work.checks.check import Found
from windcrest_core.work.checks.marked import Marked, load_marks

router = Router(tags=["bench"])
ERRORS = {404: ProblemOut, 422: ProblemOut}


class EntryOut(Out):
    id: int
    text: str
    has_picture: bool
    made: datetime
    marks: Marked | None = None
    found: list[str] = []


class TakenOut(EntryOut):
    """An entry that was taken out of a log, and when."""

    figure_id: str
    figure: str
    taken_out: datetime


class PutAway(Out):
    """A figure that was taken off the shelf, and when."""

    id: str
    name: str
    height_mm: float
    put_away: datetime


class Away(Out):
    """What can be brought back, the latest first."""

    figures: list[PutAway]
    entries: list[TakenOut]


LOG_PAGE, LOG_MOST = 50, 20_000


class Tick(BaseModel):
    done: bool


class Minutes(BaseModel):
    minutes: float | None


def _out(entry: LogEntry, say: Sayer) -> EntryOut:
    return EntryOut(
        id=entry.pk,
        text=entry.text,
        has_picture=bool(entry.picture),
        made=entry.made,
        marks=None if entry.marks is None else Marked.model_validate(entry.marks),
        found=[say.say(words) for words in Found(words=entry.found).words],
    )


def _entry(request: HttpRequest, figure_id: str, entry_id: int) -> LogEntry:
    return get_object_or_404(LogEntry, pk=entry_id, figure=own_figure(request, figure_id))


@router.get("away", response=Away)
def get_away(request: HttpRequest) -> Away:
    figures = Figure.objects.filter(owner=request.user, deleted__isnull=False).order_by("-deleted")
    entries = LogEntry.objects.filter(
        figure__owner=request.user, figure__deleted=None, deleted__isnull=False
    ).order_by("-deleted")
    say = speaker_of(request.user.pk or 0)
    return Away(
        figures=[
            PutAway(
                id=figure.id,
                name=figure.sheet.name,
                height_mm=figure.sheet.height_mm,
                put_away=figure.deleted,
            )
            for figure in figures
        ],
        entries=[
            TakenOut(
                **_out(entry, say).model_dump(),
                figure_id=entry.figure_id,
                figure=entry.figure.sheet.name,
                taken_out=entry.deleted,
            )
            for entry in entries.select_related("figure")
        ],
    )


@router.get("figures/{figure_id}/log", response={200: list[EntryOut], **ERRORS})
def get_log(request: HttpRequest, figure_id: str, limit: int = LOG_PAGE) -> list[EntryOut]:
    """The newest entries, as many as are asked for."""
    entries = own_figure(request, figure_id).log.filter(deleted=None)
    say = speaker_of(request.user.pk or 0)
    return [_out(entry, say) for entry in entries[: min(max(1, limit), LOG_MOST)]]


@router.post("figures/{figure_id}/log", response={201: Done, **ERRORS})
@own_transaction
def post_log(
    request: HttpRequest,
    figure_id: str,
    text: Form[str] = "",
    picture: File[UploadedFile | None] = None,
    marks: Form[str] = "",
) -> tuple[int, Done]:
    """A note, a photograph, or both; with `marks`, the JSON of a check, what they show is kept with it."""
    held = load_marks(parse(marks.encode())) if marks else None
    write_log(own_figure(request, figure_id), text, picture, sending_of(request), held)
    return 201, Done()


@router.delete("figures/{figure_id}/log/{entry_id}", response={200: Done, **ERRORS})
def delete_entry(request: HttpRequest, figure_id: str, entry_id: int) -> Done:
    entry = _entry(request, figure_id, entry_id)
    entry.deleted = timezone.now()
    entry.save(update_fields=["deleted"])
    return Done()


@router.post("figures/{figure_id}/log/{entry_id}/restore", response={200: Done, **ERRORS})
def restore_entry(request: HttpRequest, figure_id: str, entry_id: int) -> Done:
    entry = _entry(request, figure_id, entry_id)
    entry.deleted = None
    entry.save(update_fields=["deleted"])
    return Done()


@router.put("figures/{figure_id}/log/{entry_id}/marks", response={200: Done, **ERRORS})
def put_marks(request: HttpRequest, figure_id: str, entry_id: int, body: Marked) -> Done:
    """Hold a photograph of the log against the plan: what its marks show is kept with it."""
    entry = _entry(request, figure_id, entry_id)
    if not entry.picture:
        raise Problem(409, "There is no photograph in this entry.")
    mark_entry(entry, body)
    entry.save(update_fields=["marks", "found"])
    return Done()


@router.get("figures/{figure_id}/log/{entry_id}/picture", include_in_schema=False)
def picture(
    request: HttpRequest, figure_id: str, entry_id: int, small: bool = False
) -> HttpResponse | FileResponse:
    """The picture of an entry; `small` as it stands in the list. It never changes."""
    entry = _entry(request, figure_id, entry_id)
    if not entry.picture:
        raise Http404
    kept = entry.picture.open("rb")
    headers = {"Cache-Control": "private, max-age=86400"}
    if not small:
        return FileResponse(kept, content_type="image/jpeg", headers=headers)
    with kept:
        return HttpResponse(thumbnail(kept.read()), content_type="image/jpeg", headers=headers)


@router.put("figures/{figure_id}/steps/{key}", response={200: Done, **ERRORS})
def put_step(request: HttpRequest, figure_id: str, key: str, body: Tick) -> Done:
    if receive(sending_of(request)):
        mark_steps(own_figure(request, figure_id), [key], body.done)
    return Done()


@router.put("figures/{figure_id}/bakes/{number}", response={200: Done, **ERRORS})
def put_bake(request: HttpRequest, figure_id: str, number: int, body: Minutes) -> Done:
    if receive(sending_of(request)):
        record_bake(own_figure(request, figure_id), number, body.minutes)
    return Done()
