"""Cards: words and tables that run down the page, over as many as they need."""

from __future__ import annotations

import io
import re

from reportlab.lib import colors
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import BaseDocTemplate, Flowable, Frame, PageTemplate, Paragraph, Table
from reportlab.platypus import TableStyle as Style

from windcrest_core.prints.page import EDGE_MM, FOOT_MM, HEAD_MM, Heading, Pages, Printing
from windcrest_core.prints.pen import RULE_MM, Pen
from windcrest_core.prints.type import BOLD, LEAST_PT, READ_PT, REGULAR

MEASURE = re.compile(r"(?<=\d) (?=(?:\d+/\d+|mm|cm²|m|sq|in|ft|g|oz|min|h|°[CF])(?:\W|$))")
SIDE_MM = 15.0
GAP_MM = 2.0

BIG = ParagraphStyle("big", fontName=BOLD, fontSize=14, leading=18, spaceAfter=4)
HEAD = ParagraphStyle("head", fontName=BOLD, fontSize=11, leading=14, spaceBefore=6, spaceAfter=2)
LEAD = ParagraphStyle("lead", fontName=REGULAR, fontSize=READ_PT, leading=13, spaceAfter=5)
CELL = ParagraphStyle("cell", fontName=REGULAR, fontSize=READ_PT, leading=12)
RIGHT = ParagraphStyle("right", parent=CELL, alignment=2)
SMALL = ParagraphStyle("small", fontName=REGULAR, fontSize=LEAST_PT, leading=10)
GRID = [
    ("LINEBELOW", (0, 0), (-1, 0), 0.8, colors.black),
    ("LINEBELOW", (0, 1), (-1, -1), 0.51, colors.Color(0.7, 0.7, 0.7)),
    ("FONT", (0, 0), (-1, 0), BOLD, 9),
    ("FONT", (0, 1), (-1, -1), REGULAR, READ_PT),
    ("VALIGN", (0, 0), (-1, -1), "TOP"),
    ("TOPPADDING", (0, 0), (-1, -1), 1.6),
    ("BOTTOMPADDING", (0, 0), (-1, -1), 2.4),
    ("LEFTPADDING", (0, 0), (-1, -1), 2),
    ("RIGHTPADDING", (0, 0), (-1, -1), 3),
]


class Box(Flowable):  # type: ignore[misc]  # reportlab has no types
    """A box to tick."""

    def __init__(self, side_mm: float = 3.2) -> None:
        super().__init__()
        self.width = self.height = side_mm * mm

    def draw(self) -> None:
        Pen(self.canv).box(0.0, -0.4, self.width / mm, self.height / mm, RULE_MM)


def escaped(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")


def unbroken(markup: str) -> str:
    """A number and its unit stay on one row, and 1 with its 15/32.

    Examples
    --------
    >>> unbroken("1 15/32 in up, 90 min").count("\\u00a0")
    3
    """
    return MEASURE.sub("\u00a0", markup)


def says(text: str, style: ParagraphStyle = CELL) -> Paragraph:
    """Words that are broken where they must be, whatever they are."""
    return Paragraph(unbroken(escaped(text)), style)


def frame_mm(page_mm: tuple[float, float]) -> tuple[float, float, float, float]:
    """Left, foot, breadth and height of what a card has of its page, mm."""
    wide, tall = page_mm
    foot, head = EDGE_MM + FOOT_MM + GAP_MM, EDGE_MM + HEAD_MM + GAP_MM
    return SIDE_MM, foot, wide - 2 * SIDE_MM, tall - foot - head


def table(
    head: list[str],
    rows: list[list[object]],
    shares: list[float],
    printing: Printing,
    *more: tuple[object, ...],
) -> Table:
    """A table as broad as its card, its columns by their shares; the head on every page."""
    wide = frame_mm(printing.page_mm)[2] * mm
    whole = sum(shares)
    return Table(
        [head, *rows],
        colWidths=[wide * share / whole for share in shares],
        style=Style([*GRID, *more]),
        repeatRows=1,
        hAlign="LEFT",
    )


def card_pdf(heading: Heading, printing: Printing, story: list[Flowable]) -> bytes:
    """A card with its title block and bar on every page."""
    out = io.BytesIO()
    wide, tall = printing.page_mm
    document = BaseDocTemplate(
        out, pagesize=(wide * mm, tall * mm), title=heading.title, author="Windcrest"
    )
    left, foot, across, up = frame_mm(printing.page_mm)
    frame = Frame(
        left * mm,
        foot * mm,
        across * mm,
        up * mm,
        leftPadding=0,
        rightPadding=0,
        topPadding=0,
        bottomPadding=0,
    )
    document.addPageTemplates([PageTemplate(frames=[frame])])

    def canvas(out: object, **options: object) -> Pages:
        wanted = {"pagesize": options["pagesize"]}
        return Pages(out, heading, printing.units, **wanted)

    document.build(story, canvasmaker=canvas)
    return out.getvalue()
