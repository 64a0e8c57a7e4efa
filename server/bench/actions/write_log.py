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
from windcrest_core.errors import Fault


def write_log(
    figure: Figure, text: str, picture: UploadedFile | None, sending: Sending | None = None
) -> LogEntry | None:
    """Write it once; nothing where it was written before."""
    text = text.strip()
    if not text and picture is None:
        fault = Fault("text", "", "a note, a photograph, or both")
        raise Problem(422, str(fault), [fault])
    if len(text) > 4000:
        fault = Fault("text", f"{len(text)} letters", "at most 4000 letters")
        raise Problem(422, str(fault), [fault])
    entry = LogEntry(figure=figure, text=text)
    jpeg = clean_picture(picture).jpeg if picture is not None else None
    with transaction.atomic():
        if not receive(sending):
            return None
        if jpeg is not None:
            entry.picture.save(f"{figure.id}.jpg", ContentFile(jpeg), save=False)
        entry.save()
    return entry
