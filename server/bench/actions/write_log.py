"""Write a note or put a photograph in the log."""

from __future__ import annotations

from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile

from server.bench.models import LogEntry
from server.pictures import clean_picture
from server.problems import Problem
from server.shelf.models import Figure
from windcrest_core.errors import Fault


def write_log(figure: Figure, text: str, picture: UploadedFile | None) -> LogEntry:
    text = text.strip()
    if not text and picture is None:
        fault = Fault("text", "", "a note, a photograph, or both")
        raise Problem(422, str(fault), [fault])
    if len(text) > 4000:
        fault = Fault("text", f"{len(text)} letters", "at most 4000 letters")
        raise Problem(422, str(fault), [fault])
    entry = LogEntry(figure=figure, text=text)
    if picture is not None:
        entry.picture.save(f"{figure.id}.jpg", ContentFile(clean_picture(picture).jpeg), save=False)
    entry.save()
    return entry
