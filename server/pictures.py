"""Pictures people send: opened with care, turned upright, without their metadata, encoded anew."""

from __future__ import annotations

import io
import warnings
from typing import NamedTuple

import numpy as np
from django.core.files.uploadedfile import UploadedFile
from PIL import Image, ImageOps

from server.problems import Problem
from windcrest_core.errors import Fault

LARGEST_BYTES = 20_000_000
LARGEST_PIXELS = 60_000_000
LARGEST_SIDE = 20_000
LONGEST_SIDE = 2000
THUMBNAIL_SIDE = 400
FORMATS = ["JPEG", "PNG", "WEBP"]
DEEP = ("I;16", "I;16B", "I;16L", "I", "F")
ORIENTATION = 0x0112


class Picture(NamedTuple):
    """A picture as it is kept: JPEG, its size, and what was done to it on the way."""

    jpeg: bytes
    width_px: int
    height_px: int
    said: list[str]


def clean_picture(sent: UploadedFile) -> Picture:
    """The picture upright, in RGB, no larger than needed, without its metadata.

    Raises
    ------
    Problem : too many bytes or pixels, no picture, or one that breaks off.
    """
    if (sent.size or 0) > LARGEST_BYTES:
        raise _refused(f"{sent.size} bytes", "at most 20 MB")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            image = Image.open(sent, formats=FORMATS)
            if max(image.size) > LARGEST_SIDE:
                raise _refused(
                    f"{image.width} × {image.height} pixels",
                    f"at most {LARGEST_SIDE} pixels a side",
                )
            if image.width * image.height > LARGEST_PIXELS:
                raise _refused(f"{image.width} × {image.height}", "at most 60 million pixels")
            said = []
            if image.getexif().get(ORIENTATION, 1) != 1:
                said.append("turned upright")
            image.load()
            image, words = _rgb(ImageOps.exif_transpose(image))
            said += words
    except (
        OSError,
        ValueError,
        SyntaxError,
        Image.DecompressionBombWarning,
        Image.DecompressionBombError,
    ) as e:
        raise _refused(sent.name or "file", "a JPEG, PNG or WebP picture that opens") from e
    if max(image.size) > LONGEST_SIDE:
        said.append(f"made smaller, from {image.width} × {image.height} pixels")
        image.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    out = io.BytesIO()
    image.save(out, "JPEG", quality=86)
    return Picture(out.getvalue(), image.width, image.height, said)


def thumbnail(jpeg: bytes) -> bytes:
    """A kept picture at the size it has in a list, JPEG."""
    image = Image.open(io.BytesIO(jpeg), formats=["JPEG"])
    image.draft("RGB", (THUMBNAIL_SIDE, THUMBNAIL_SIDE))
    image.thumbnail((THUMBNAIL_SIDE, THUMBNAIL_SIDE))
    out = io.BytesIO()
    image.save(out, "JPEG", quality=80)
    return out.getvalue()


def _rgb(image: Image.Image) -> tuple[Image.Image, list[str]]:
    """Eight bits of red, green and blue; see-through is put on white."""
    if image.mode in DEEP:
        deep = np.asarray(image, dtype=np.float64)
        top = 65535.0 if deep.max() > 255 else 255.0
        eight = np.clip(deep / top * 255, 0, 255).astype(np.uint8)
        return Image.fromarray(eight).convert("RGB"), ["from 16 bits to 8"]
    if image.mode == "CMYK":
        return image.convert("RGB"), ["from CMYK to RGB"]
    if image.mode in ("RGBA", "LA", "PA") or "transparency" in image.info:
        layer = image.convert("RGBA")
        paper = Image.new("RGBA", layer.size, "white")
        paper.alpha_composite(layer)
        return paper.convert("RGB"), ["put on white"]
    return image.convert("RGB"), []


def _refused(value: str, allowed: str) -> Problem:
    fault = Fault("picture", value, allowed)
    return Problem(422, str(fault), [fault])
