"""A printed PDF read back: every letter where it is on the paper, and what is wrong with it."""

from __future__ import annotations

import ctypes
import io
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import pypdfium2 as pdfium
import pypdfium2.raw as raw
import shapely
from pypdf import PdfReader

POINTS_PER_MM = 72 / 25.4
LEAST_PT, EDGE_MM = 8.0, 6.0
OVERLAP = 0.15  # of the smaller letter: less is one letter leaning over its neighbour


@dataclass(frozen=True)
class Letter:
    """A letter with the box of its ink, mm from the lower left of the page."""

    text: str
    size_pt: float
    box: tuple[float, float, float, float]


@dataclass(frozen=True)
class PaperPage:
    width_mm: float
    height_mm: float
    letters: list[Letter]
    text: str

    @cached_property
    def words(self) -> str:
        return " ".join(self.text.split())


def read(pdf: bytes) -> list[PaperPage]:
    """The pages of a PDF with their letters."""
    document = pdfium.PdfDocument(pdf)
    try:
        return [_page(document[n]) for n in range(len(document))]
    finally:
        document.close()


def _page(page: pdfium.PdfPage) -> PaperPage:
    textpage = page.get_textpage()
    wide, tall = (side / POINTS_PER_MM for side in page.get_size())
    letters = []
    matrix = raw.FS_MATRIX()
    for n in range(textpage.count_chars()):
        code = raw.FPDFText_GetUnicode(textpage.raw, n)
        if raw.FPDFText_IsGenerated(textpage.raw, n) or chr(code).isspace():
            continue
        left, low, right, top = (side / POINTS_PER_MM for side in textpage.get_charbox(n))
        raw.FPDFText_GetMatrix(textpage.raw, n, ctypes.byref(matrix))
        scale = float(np.hypot(matrix.a, matrix.b))
        size = raw.FPDFText_GetFontSize(textpage.raw, n) * scale
        letters.append(Letter(chr(code), size, (left, low, right, top)))
    text = textpage.get_text_range()
    textpage.close()
    return PaperPage(wide, tall, letters, text)


def fonts(pdf: bytes) -> dict[str, bool]:
    """The fonts of all pages and whether each is in the file."""
    found = {}
    for page in PdfReader(io.BytesIO(pdf)).pages:
        resources = page["/Resources"].get_object()
        for font in (resources.get("/Font") or {}).values():
            font = font.get_object()
            descriptor = font.get("/FontDescriptor")
            embedded = descriptor is not None and "/FontFile2" in descriptor.get_object()
            found[str(font["/BaseFont"])] = embedded
    return found


def faults(pdf: bytes) -> list[str]:
    """Letters too small, too near the edge or on one another; fonts that are not in the file."""
    found = [f"{name} is not in the file" for name, there in fonts(pdf).items() if not there]
    for number, page in enumerate(read(pdf), start=1):
        found += [f"page {number}: {fault}" for fault in _faults(page)]
    return found


def _faults(page: PaperPage) -> list[str]:
    found = []
    for letter in page.letters:
        left, low, right, top = letter.box
        if letter.size_pt < LEAST_PT - 0.01:
            found.append(f"{letter.text!r} of {letter.size_pt:.1f} pt")
        if min(left, low, page.width_mm - right, page.height_mm - top) < EDGE_MM - 0.05:
            found.append(f"{letter.text!r} at {left:.1f}, {low:.1f} mm is too near the edge")
    boxes = np.array([shapely.box(*letter.box) for letter in page.letters], dtype=object)
    if len(boxes) == 0:
        return [*found, "nothing is written"]
    one, other = shapely.STRtree(boxes).query(boxes, predicate="intersects")
    pairs = one < other
    one, other = one[pairs], other[pairs]
    common = shapely.area(shapely.intersection(boxes[one], boxes[other]))
    least = np.minimum(shapely.area(boxes[one]), shapely.area(boxes[other]))
    for a, b in zip(one[common > OVERLAP * least], other[common > OVERLAP * least], strict=True):
        first, second = page.letters[a], page.letters[b]
        found.append(
            f"{first.text!r} and {second.text!r} on one another at {first.box[0]:.1f}, {first.box[1]:.1f} mm"
        )
    return found


def thinnest_mm(pdf: bytes) -> float:
    """The thinnest line drawn on any page, mm, as it comes out on the paper."""
    document = pdfium.PdfDocument(pdf)
    least = 99.0
    for n in range(len(document)):
        for thing in document[n].get_objects(max_depth=4):
            if thing.type != raw.FPDF_PAGEOBJ_PATH:
                continue
            fill, stroke = ctypes.c_int(), ctypes.c_int()
            raw.FPDFPath_GetDrawMode(thing.raw, ctypes.byref(fill), ctypes.byref(stroke))
            if stroke.value:
                width = ctypes.c_float()
                raw.FPDFPageObj_GetStrokeWidth(thing.raw, ctypes.byref(width))
                matrix = thing.get_matrix()
                scale = float(np.sqrt(abs(matrix.a * matrix.d - matrix.b * matrix.c)))
                least = min(least, width.value * scale / POINTS_PER_MM)
    document.close()
    return least
