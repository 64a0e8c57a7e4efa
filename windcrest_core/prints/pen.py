"""A pen that draws on a page in mm, black where nothing else is said."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from windcrest_core.prints.type import BOLD, LEAST_MM, REGULAR

HAIR_MM, RULE_MM = 0.18, 0.3
Point = tuple[float, float]
Anchor = Literal["start", "middle", "end"]


class Pen:
    """Lines, shapes and words on a canvas of points; every measure is in mm."""

    def __init__(self, canvas: Canvas) -> None:
        self.canvas = canvas

    def line(
        self,
        points: Sequence[Point],
        wide: float = HAIR_MM,
        dash: Sequence[float] = (),
        *,
        grey: float = 0.0,
        fill: float | None = None,
        closed: bool = False,
        cap: bool = False,
    ) -> None:
        """A line through points; `fill` and `grey` from 0, black, to 1; `cap` rounds its ends."""
        canvas = self.canvas
        path = canvas.beginPath()
        path.moveTo(points[0][0] * mm, points[0][1] * mm)
        for x, y in points[1:]:
            path.lineTo(x * mm, y * mm)
        if closed:
            path.close()
        canvas.setLineJoin(1)
        canvas.setLineCap(1 if cap else 0)
        canvas.setLineWidth(wide * mm)
        canvas.setDash([part * mm for part in dash])
        canvas.setStrokeGray(grey)
        if fill is not None:
            canvas.setFillGray(fill)
        canvas.drawPath(path, fill=0 if fill is None else 1)
        canvas.setFillGray(0)
        canvas.setStrokeGray(0)
        canvas.setDash([])

    def box(
        self,
        x: float,
        y: float,
        wide: float,
        high: float,
        pen: float = HAIR_MM,
        fill: float | None = None,
    ) -> None:
        corners = ((x, y), (x + wide, y), (x + wide, y + high), (x, y + high))
        self.line(corners, pen, fill=fill, closed=True)

    def blank(self, box: tuple[float, float, float, float]) -> None:
        """Hide what is under a box: left, low, right, high."""
        left, low, right, top = box
        self.canvas.setFillGray(1)
        self.canvas.rect(left * mm, low * mm, (right - left) * mm, (top - low) * mm, 0, 1)
        self.canvas.setFillGray(0)

    def circle(self, x: float, y: float, radius: float, wide: float = HAIR_MM) -> None:
        self.canvas.setLineWidth(wide * mm)
        self.canvas.circle(x * mm, y * mm, radius * mm)

    def disc(self, x: float, y: float, radius: float, grey: float = 0.0) -> None:
        """A filled circle, from 0, black, to 1."""
        self.canvas.setFillGray(grey)
        self.canvas.circle(x * mm, y * mm, radius * mm, stroke=0, fill=1)
        self.canvas.setFillGray(0)

    def write(
        self,
        x: float,
        y: float,
        text: str,
        size: float = LEAST_MM,
        bold: bool = False,
        anchor: Anchor = "start",
    ) -> None:
        """Words with their foot at y; `anchor` is the end that stands at x."""
        put = {
            "start": self.canvas.drawString,
            "middle": self.canvas.drawCentredString,
            "end": self.canvas.drawRightString,
        }
        self.canvas.setFont(BOLD if bold else REGULAR, size * mm)
        put[anchor](x * mm, y * mm, text)
