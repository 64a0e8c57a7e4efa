"""A page written from its head down on the canvas itself: words, boxes to tick, room left for drawings."""

from __future__ import annotations

from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph

from windcrest_core.prints.paper import CELL, unbroken
from windcrest_core.prints.pen import RULE_MM, Pen

BOX_MM = 3.2


class Column:
    """A place on a page, mm: `left`, breadth `wide`, and `y` down to which it is written."""

    def __init__(self, canvas: Canvas, left: float, top: float, wide: float) -> None:
        self.canvas, self.left, self.y, self.wide = canvas, left, top, wide

    def down(self, by_mm: float) -> float:
        """Leave room; the foot of it."""
        self.y -= by_mm
        return self.y

    def says(self, markup: str, style: ParagraphStyle = CELL, indent: float = 0.0) -> None:
        words = Paragraph(unbroken(markup), style)
        _, high = words.wrap((self.wide - indent) * mm, 1e6)
        words.drawOn(self.canvas, (self.left + indent) * mm, self.down(high / mm) * mm)
        self.down(style.spaceAfter / mm)

    def tick(self, markup: str, style: ParagraphStyle = CELL) -> None:
        """A step with its box."""
        top = self.y
        self.says(markup, style, indent=BOX_MM + 2)
        Pen(self.canvas).box(self.left, top - 4.0, BOX_MM, BOX_MM, RULE_MM)
        self.down(1.0)
