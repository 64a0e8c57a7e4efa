"""Write a note or put a photograph in the log."""

from __future__ import annotations

import io
import warnings

from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from PIL import Image, ImageOps

from server.bench.models import LogEntry
from server.problems import Problem
from server.shelf.models import Figure
from windcrest_core.errors import Fault

LARGEST_BYTES = 20_000_000
LARGEST_PIXELS = 60_000_000
LONGEST_SIDE = 2000


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
        entry.picture.save(f"{figure.id}.jpg", ContentFile(_clean(picture)), save=False)
    entry.save()
    return entry


def _clean(picture: UploadedFile) -> bytes:
    """The photograph upright, no larger than needed, without its metadata."""
    if (picture.size or 0) > LARGEST_BYTES:
        raise _refused(f"{picture.size} bytes", "at most 20 MB")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            image = Image.open(picture, formats=["JPEG", "PNG", "WEBP"])
            if image.width * image.height > LARGEST_PIXELS:
                raise _refused(f"{image.width} × {image.height}", "at most 60 million pixels")
            image = ImageOps.exif_transpose(image).convert("RGB")
    except (OSError, ValueError, Image.DecompressionBombWarning, Image.DecompressionBombError) as e:
        raise _refused(picture.name or "file", "a JPEG, PNG or WebP picture that opens") from e
    image.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    out = io.BytesIO()
    image.save(out, "JPEG", quality=86)
    return out.getvalue()


def _refused(value: str, allowed: str) -> Problem:
    fault = Fault("picture", value, allowed)
    return Problem(422, str(fault), [fault])
