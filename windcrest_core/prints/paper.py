"""What every paper shares: type, tables, and a 100 mm bar to check the printer with."""

from __future__ import annotations

import io

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, SimpleDocTemplate, TableStyle

from windcrest_core.units import inches_text

TITLE = ParagraphStyle("title", fontName="Times-Bold", fontSize=20, leading=24)
LEAD = ParagraphStyle("lead", fontName="Helvetica", fontSize=10, leading=14, spaceAfter=6)
BIG = ParagraphStyle("big", fontName="Helvetica-Bold", fontSize=17, leading=24)
HEAD = ParagraphStyle("head", fontName="Times-Bold", fontSize=13, leading=18, spaceBefore=8)
CELL = ParagraphStyle("cell", fontName="Helvetica", fontSize=9, leading=11)
GRID = TableStyle(
    [
        ("LINEBELOW", (0, 0), (-1, 0), 0.8, colors.black),
        ("LINEBELOW", (0, 1), (-1, -1), 0.25, colors.grey),
        ("FONT", (0, 0), (-1, 0), "Helvetica-Bold", 9),
        ("FONT", (0, 1), (-1, -1), "Helvetica", 9),
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("TOPPADDING", (0, 0), (-1, -1), 1.5),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 1.8),
        ("LEFTPADDING", (0, 0), (0, -1), 0),
    ]
)


def length_words(value_mm: float, unit: str) -> str:
    return inches_text(value_mm) if unit == "in" else f"{value_mm:.0f} mm"


def long_words(value_m: float, unit: str) -> str:
    return f"{value_m / 0.3048:.1f} ft" if unit == "in" else f"{value_m:.2f} m"


def temperature_words(value_c: float, unit: str) -> str:
    return f"{value_c * 9 / 5 + 32:.0f} °F" if unit == "F" else f"{value_c:.0f} °C"


def escaped(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")


def bar(canvas: Canvas, _: SimpleDocTemplate) -> None:
    """A bar of exactly 100 mm at the foot, to check the printer with."""
    canvas.saveState()
    x, y = 20 * mm, 12 * mm
    canvas.setLineWidth(0.6)
    canvas.line(x, y, x + 100 * mm, y)
    for tick in range(11):
        canvas.line(x + tick * 10 * mm, y, x + tick * 10 * mm, y + 2 * mm)
    canvas.setFont("Helvetica", 7)
    canvas.drawString(x + 103 * mm, y - 1, "100 mm: measure it; print at 100 %")
    canvas.restoreState()


def pdf(title: str, story: list[Flowable]) -> bytes:
    out = io.BytesIO()
    document = SimpleDocTemplate(
        out,
        pagesize=A4,
        leftMargin=20 * mm,
        rightMargin=20 * mm,
        topMargin=18 * mm,
        bottomMargin=22 * mm,
        title=title,
        author="Windcrest",
    )
    document.build(story, onFirstPage=bar, onLaterPages=bar)
    return out.getvalue()
