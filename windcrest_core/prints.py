"""Paper for the bench: cut list and bake card, A4, black and white, with a 100 mm bar."""

from __future__ import annotations

import io
from collections.abc import Callable

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from windcrest_core.bake.model import BakePlan
from windcrest_core.plan import Plan
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


def _length(value_mm: float, unit: str) -> str:
    return inches_text(value_mm) if unit == "in" else f"{value_mm:.0f} mm"


def _long(value_m: float, unit: str) -> str:
    return f"{value_m / 0.3048:.1f} ft" if unit == "in" else f"{value_m:.2f} m"


def _temperature(value_c: float, unit: str) -> str:
    return f"{value_c * 9 / 5 + 32:.0f} °F" if unit == "F" else f"{value_c:.0f} °C"


def _escaped(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")


class _Curve(Flowable):  # type: ignore[misc]  # reportlab has no types
    """Air, surface and core over time."""

    def __init__(self, bake: BakePlan, unit: str) -> None:
        super().__init__()
        self.bake, self.unit = bake, unit
        self.width, self.height = 165 * mm, 62 * mm

    def draw(self) -> None:
        c, points = self.canv, self.bake.curve
        left, low = 14 * mm, 8 * mm
        wide, tall = self.width - left, self.height - low
        last = max(point.minute for point in points)
        top = max(160.0, max(point.air_c for point in points))

        def x(minute: float) -> float:
            return float(left + wide * minute / last)

        def y(celsius: float) -> float:
            return float(low + tall * celsius / top)

        c.setFont("Helvetica", 7)
        c.setLineWidth(0.25)
        for celsius in range(0, int(top) + 1, 40):
            c.line(left, y(celsius), left + wide, y(celsius))
            c.drawRightString(left - 1.5 * mm, y(celsius) - 2, _temperature(celsius, self.unit))
        for minute in range(0, int(last) + 1, 10 if last <= 90 else 30):
            c.drawCentredString(x(minute), low - 4 * mm, f"{minute} min")
        styles: list[tuple[str, Callable[[int], float], float, list[float]]] = [
            ("air", lambda i: points[i].air_c, 0.5, [1, 1.5]),
            ("surface", lambda i: points[i].surface_c, 0.8, [5, 2]),
            ("core", lambda i: points[i].core_c, 1.6, []),
        ]
        for row, (name, value, line, dash) in enumerate(styles):
            c.setLineWidth(line)
            c.setDash(dash)
            path = c.beginPath()
            path.moveTo(x(points[0].minute), y(value(0)))
            for i in range(1, len(points)):
                path.lineTo(x(points[i].minute), y(value(i)))
            c.drawPath(path)
            key, line_y = left + wide - 34 * mm, low + (12 - 4 * row) * mm
            c.line(key, line_y, key + 12 * mm, line_y)
            c.setDash([])
            c.drawString(key + 14 * mm, line_y - 0.7 * mm, name)


def _bar(canvas: Canvas, _: SimpleDocTemplate) -> None:
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


def _pdf(title: str, story: list[Flowable]) -> bytes:
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
    document.build(story, onFirstPage=_bar, onLaterPages=_bar)
    return out.getvalue()


def cut_list_pdf(plan: Plan, units: tuple[str, str] = ("mm", "C")) -> bytes:
    """The cut list: each run, its wire, its path and allowances, and what to cut."""
    unit = units[0]
    story: list[Flowable] = [
        Paragraph(f"{_escaped(plan.name)}: cut list", TITLE),
        Paragraph(
            f"{len(plan.frame.runs)} runs, {_long(plan.frame.wire_m.value, unit)} of wire in all. "
            "Eye protection when cutting; file or loop the ends.",
            LEAD,
        ),
    ]
    rows: list[list[object]] = [["", "Run", "Wire", "Path", "Allowances", "Cut"]]
    for run in plan.frame.runs:
        strands = "" if run.strands == 1 else f"{run.strands} × "
        extra = "<br/>".join(
            f"{_escaped(a.label)}: {_length(a.length_mm, unit)}" for a in run.allowances
        )
        rows.append(
            [
                "[  ]",
                Paragraph(_escaped(run.label), CELL),
                Paragraph(_escaped(f"{strands}{run.chosen.label} ({run.gauge})"), CELL),
                _length(run.path_mm, unit),
                Paragraph(extra, CELL),
                Paragraph(f"<b>{strands}{_length(run.cut_mm, unit)}</b>", CELL),
            ]
        )
    story.append(
        Table(
            rows,
            colWidths=[8 * mm, 36 * mm, 38 * mm, 22 * mm, 40 * mm, 28 * mm],
            style=GRID,
            hAlign="LEFT",
        )
    )
    story.append(Spacer(1, 6 * mm))
    story.append(
        Paragraph("Cut lengths are rounded up to the next 5 mm. Bend at no less than one wire diameter "
                  "inside; the same bend no more than about five times.", LEAD)
    )  # fmt: skip
    return _pdf(f"{plan.name}: cut list", story)


def bake_card_pdf(plan: Plan, number: int, units: tuple[str, str] = ("mm", "C")) -> bytes:
    """The card of bake `number` (from 1): dial, minutes, curve, parts, cautions."""
    bake, unit = plan.bake.bakes[number - 1], units[1]
    model = f"{bake.model_min.value:.0f} min" if bake.model_min else "not within four hours"
    story: list[Flowable] = [
        Paragraph(f"{_escaped(plan.name)}: bake {number} of {len(plan.bake.bakes)}", TITLE),
        Paragraph(
            f"Dial {_temperature(bake.dial_c.value, unit)}, {bake.advised_min.value:.0f} min, "
            f"{'preheated' if bake.start == 'preheated' else 'from cold'}",
            BIG,
        ),
        Paragraph(
            f"Air {_temperature(bake.label_c.value, unit)} by the clay's label. "
            f"Label rule {bake.rule_min.value:.0f} min, model {model}: {_escaped(bake.because)}.",
            LEAD,
        ),
        _Curve(bake, unit),
        Spacer(1, 3 * mm),
    ]
    story.append(
        Paragraph(
            f"Cool with the door ajar about {bake.cooling_min:.0f} min before handling. Thermometer "
            "beside the piece; ventilate; tray covered or oven kept for this. Never above "
            f"{_temperature(bake.maximum_c, unit)}, the clay maker's stated maximum. If it smokes: switch "
            "off, open windows, leave. The maker's label stands above this card.",
            LEAD,
        )
    )
    story.append(
        Paragraph(
            "Started ______   Out ______   Thermometer ______   Notes ____________________", LEAD
        )
    )
    story.append(Paragraph(f"In the oven: {len(bake.parts)} parts. Raw in this bake:", HEAD))
    rows: list[list[object]] = [
        ["Part", "Clay to core or middle", "Label", "Model", "Fused at the end"]
    ]
    for part in bake.parts:
        if part.raw_in:
            rows.append(
                [
                    Paragraph(_escaped(part.label), CELL),
                    _length(part.clay_mm, units[0]),
                    f"{part.rule_min:.0f} min",
                    f"{part.model_min:.0f} min" if part.model_min else "over 240 min",
                    f"{part.fusion:.0%}",
                ]
            )
    story.append(
        Table(
            rows,
            colWidths=[56 * mm, 38 * mm, 24 * mm, 24 * mm, 28 * mm],
            style=GRID,
            repeatRows=1,
            hAlign="LEFT",
        )
    )
    return _pdf(f"{plan.name}: bake {number}", story)
