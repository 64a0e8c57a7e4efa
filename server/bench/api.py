"""The log, ticked steps and real bakes over HTTP."""

from __future__ import annotations

from datetime import datetime

from django.http import FileResponse, Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import File, Form, Router
from ninja.files import UploadedFile
from pydantic import BaseModel

from server.bench.actions.mark_steps import mark_steps
from server.bench.actions.record_bake import record_bake
from server.bench.actions.write_log import write_log
from server.bench.models import LogEntry
from server.schemas import Done, Out, ProblemOut
from server.shelf.api import own_figure

router = Router(tags=["bench"])
ERRORS = {404: ProblemOut, 422: ProblemOut}


class EntryOut(Out):
    id: int
    text: str
    has_picture: bool
    made: datetime


class Tick(BaseModel):
    done: bool


class Minutes(BaseModel):
    minutes: float | None


def _out(entry: LogEntry) -> EntryOut:
    return EntryOut(id=entry.pk, text=entry.text, has_picture=bool(entry.picture), made=entry.made)


def _entry(request: HttpRequest, figure_id: str, entry_id: int) -> LogEntry:
    return get_object_or_404(LogEntry, pk=entry_id, figure=own_figure(request, figure_id))


@router.get("figures/{figure_id}/log", response={200: list[EntryOut], **ERRORS})
def get_log(request: HttpRequest, figure_id: str) -> list[EntryOut]:
    return [_out(entry) for entry in own_figure(request, figure_id).log.filter(deleted=None)]


@router.post("figures/{figure_id}/log", response={201: EntryOut, **ERRORS})
def post_log(
    request: HttpRequest,
    figure_id: str,
    text: Form[str] = "",
    picture: File[UploadedFile | None] = None,
) -> tuple[int, EntryOut]:
    return 201, _out(write_log(own_figure(request, figure_id), text, picture))


@router.delete("figures/{figure_id}/log/{entry_id}", response={200: Done, **ERRORS})
def delete_entry(request: HttpRequest, figure_id: str, entry_id: int) -> Done:
    entry = _entry(request, figure_id, entry_id)
    entry.deleted = timezone.now()
    entry.save()
    return Done()


@router.post("figures/{figure_id}/log/{entry_id}/restore", response={200: Done, **ERRORS})
def restore_entry(request: HttpRequest, figure_id: str, entry_id: int) -> Done:
    entry = _entry(request, figure_id, entry_id)
    entry.deleted = None
    entry.save()
    return Done()


@router.get("figures/{figure_id}/log/{entry_id}/picture", include_in_schema=False)
def picture(request: HttpRequest, figure_id: str, entry_id: int) -> HttpResponse | FileResponse:
    entry = _entry(request, figure_id, entry_id)
    if not entry.picture:
        raise Http404
    return FileResponse(
        entry.picture.open("rb"),
        content_type="image/jpeg",
        headers={"Cache-Control": "private, max-age=86400"},
    )


@router.put("figures/{figure_id}/steps/{key}", response={200: Done, **ERRORS})
def put_step(request: HttpRequest, figure_id: str, key: str, body: Tick) -> Done:
    mark_steps(own_figure(request, figure_id), [key], body.done)
    return Done()


@router.put("figures/{figure_id}/bakes/{number}", response={200: Done, **ERRORS})
def put_bake(request: HttpRequest, figure_id: str, number: int, body: Minutes) -> Done:
    record_bake(own_figure(request, figure_id), number, body.minutes)
    return Done()
