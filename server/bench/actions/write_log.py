"""Write a note or put a photograph in the log."""

from __future__ import annotations

from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from server.accounts.receipts import Sending, receive
from server.bench.models import LogEntry
from server.pictures import clean_picture
from server.problems import Problem
from server.shelf.models import Figure
from server.shelf.planning import given_of, plan_of
from windcrest_core.body.workpiece import workpiece
from windcrest_core.errors import Fault
from windcrest_core.work.checks.check import Found, check
from windcrest_core.work.checks.marked import Marked


def write_log(
    figure: Figure,
    text: str,
    picture: UploadedFile | None,
    sending: Sending | None = None,
    marks: Marked | None = None,
) -> LogEntry | None:
    """Write it once, with what its marks show of the work; nothing where it was written before."""
    text = text.strip()
    if not text and picture is None:
        fault = Fault("text", "", "a note, a photograph, or both")
        raise Problem(422, str(fault), [fault])
    if len(text) > 4000:
        fault = Fault("text", f"{len(text)} letters", "at most 4000 letters")
        raise Problem(422, str(fault), [fault])
    entry = LogEntry(figure=figure, text=text)
    if marks is not None:
        mark_entry(entry, marks)
    jpeg = clean_picture(picture).jpeg if picture is not None else None
    with transaction.atomic():
        if not receive(sending):
            return None
        if jpeg is not None:
            entry.picture.save(f"{figure.id}.jpg", ContentFile(jpeg), save=False)
        entry.save()
    return entry


def mark_entry(entry: LogEntry, marks: Marked) -> None:
    """Write down what a photograph shows of the work; not saved yet."""
    figure = entry.figure
    told = check(workpiece(figure.sheet, *given_of(figure)), plan_of(figure), marks)
    entry.marks = marks.model_dump(mode="json")
    entry.found = Found.of(told).model_dump(mode="json")["words"]
