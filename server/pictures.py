"""Pictures people send: opened with care, turned upright, without their metadata, encoded anew."""

from __future__ import annotations

import io
import threading
import warnings
from typing import NamedTuple

import numpy as np
from django.core.files.uploadedfile import UploadedFile
from PIL import Image

from server.problems import Problem
from windcrest_core.errors import Fault

LARGEST_BYTES = 20_000_000
#: A WebP is decoded several times over in memory.
LARGEST_PIXELS = {"JPEG": 40_000_000, "PNG": 40_000_000, "WEBP": 16_000_000}
LARGEST_SIDE = 20_000
LONGEST_SIDE = 2000
THUMBNAIL_SIDE = 400
FORMATS = list(LARGEST_PIXELS)
DEEP = ("I;16", "I;16B", "I;16L", "I", "F")
ORIENTATION = 0x0112
UPRIGHT = {
    2: Image.Transpose.FLIP_LEFT_RIGHT,
    3: Image.Transpose.ROTATE_180,
    4: Image.Transpose.FLIP_TOP_BOTTOM,
    5: Image.Transpose.TRANSPOSE,
    6: Image.Transpose.ROTATE_270,
    7: Image.Transpose.TRANSVERSE,
    8: Image.Transpose.ROTATE_90,
}
STRIP_PIXELS = 1_000_000
_one_at_a_time = threading.Lock()


class Picture(NamedTuple):
    """A picture as it is kept: JPEG, its size, and what was done to it on the way."""

    jpeg: bytes
    width_px: int
    height_px: int
    said: list[str]


def clean_picture(sent: UploadedFile) -> Picture:
    """The picture upright, in RGB, no larger than needed, without its metadata.

    What its header says is checked before anything is decoded; pictures are decoded one at a time, so
    that many at once take no more memory than one.

    Raises
    ------
    Problem : too many bytes or pixels, no picture, or one that breaks off.
    """
    if (sent.size or 0) > LARGEST_BYTES:
        raise _refused(f"{sent.size} bytes", "at most 20 MB")
    try:
        with _one_at_a_time, warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            image = Image.open(sent, formats=FORMATS)
            return _cleaned(image)
    except (
        OSError,
        ValueError,
        SyntaxError,
        Image.DecompressionBombWarning,
        Image.DecompressionBombError,
    ) as e:
        raise _refused(sent.name or "file", "a JPEG, PNG or WebP picture that opens") from e


def _cleaned(image: Image.Image) -> Picture:
    width, height = image.size
    if max(image.size) > LARGEST_SIDE:
        raise _refused(f"{width} × {height} pixels", f"at most {LARGEST_SIDE} pixels a side")
    most = LARGEST_PIXELS[image.format or ""]
    if width * height > most:
        allowed = f"at most {most // 1_000_000} million pixels as {image.format}"
        raise _refused(f"{width} × {height}", allowed)
    turn = UPRIGHT.get(image.getexif().get(ORIENTATION, 1))
    image.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
    image.load()
    small, said = _reduced(image)
    if turn is not None:
        small = small.transpose(turn)
        said.insert(0, "turned upright")
    if max(width, height) > LONGEST_SIDE:
        said.append(f"made smaller, from {width} × {height} pixels")
        small.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    small.info = {}
    out = io.BytesIO()
    small.save(out, "JPEG", quality=86)
    return Picture(out.getvalue(), small.width, small.height, said)


def _reduced(image: Image.Image) -> tuple[Image.Image, list[str]]:
    """The picture in RGB at a whole fraction of its size, made strip by strip."""
    factor = max(1, max(image.size) // LONGEST_SIDE)
    top = _top(image)
    if factor == 1:
        return _rgb(image, top)
    size = (-(-image.width // factor), -(-image.height // factor))
    small, said = Image.new("RGB", size), list[str]()
    rows = factor * max(1, STRIP_PIXELS // (image.width * factor))
    for y in range(0, image.height, rows):
        strip = image.crop((0, y, image.width, min(y + rows, image.height)))
        rgb, said = _rgb(strip, top)
        small.paste(rgb.reduce(factor), (0, y // factor))
    return small, said


def _top(image: Image.Image) -> float:
    """The white of a picture of more than eight bits."""
    if image.mode not in DEEP:
        return 255.0
    _, brightest = image.getextrema()
    return 65535.0 if float(brightest) > 255 else 255.0  # type: ignore[arg-type]


def thumbnail(jpeg: bytes) -> bytes:
    """A kept picture at the size it has in a list, JPEG."""
    image = Image.open(io.BytesIO(jpeg), formats=["JPEG"])
    image.draft("RGB", (THUMBNAIL_SIDE, THUMBNAIL_SIDE))
    image.thumbnail((THUMBNAIL_SIDE, THUMBNAIL_SIDE))
    out = io.BytesIO()
    image.save(out, "JPEG", quality=80)
    return out.getvalue()


def _rgb(image: Image.Image, top: float) -> tuple[Image.Image, list[str]]:
    """Eight bits of red, green and blue; see-through is put on white."""
    if image.mode in DEEP:
        deep = np.asarray(image, dtype=np.float32)
        eight = np.clip(deep * (255 / top), 0, 255).astype(np.uint8)
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
