"""The bend card on paper: the straight wire with its marks at 1:1, the bends, and the bent wire."""

from __future__ import annotations

from itertools import pairwise

import numpy as np
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, KeepTogether, Paragraph, Spacer, Table

from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.catalogue import known
from windcrest_core.frame.bending import corners
from windcrest_core.frame.model import RunPlan
from windcrest_core.plan import Plan
from windcrest_core.prints.paper import BIG, CELL, GRID, HEAD, LEAD, TITLE, escaped, pdf

LINE_MM, ROW_MM = 160.0, 17.0
ROOM_MM = (170.0, 190.0)


def turn_words(degrees: float) -> str:
    if abs(degrees) < 0.05:
        return "–"
    return f"{abs(degrees):.1f}° {'clockwise' if degrees > 0 else 'anticlockwise'}"


class _Straight(Flowable):  # type: ignore[misc]  # reportlab has no types
    """The wire at 1:1, in rows of 160 mm that go on where the last one ends."""

    def __init__(self, run: RunPlan) -> None:
        super().__init__()
        self.run = run
        self.rows = max(1, -(-int(run.cut_mm) // int(LINE_MM)))
        self.width, self.height = LINE_MM * mm, self.rows * ROW_MM * mm

    def draw(self) -> None:
        c, cut = self.canv, self.run.cut_mm
        for row in range(self.rows):
            low, high = row * LINE_MM, min(cut, (row + 1) * LINE_MM)
            y = (self.rows - row - 0.6) * ROW_MM * mm
            c.setLineWidth(max(0.4, self.run.chosen.diameter_mm) * mm)
            c.setStrokeGray(0.6)
            c.line(0, y, (high - low) * mm, y)
            c.setStrokeGray(0)
            c.setFont("Helvetica", 6.5)
            c.drawRightString(-1 * mm, y - 2, f"{low:.0f}")
            if row == 0:
                c.setFont("Helvetica-Bold", 10)
                c.drawString(1.5 * mm, y + 4.5 * mm, "START >>")
                c.setLineWidth(1.2)
                c.line(0, y - 3 * mm, 0, y + 7 * mm)
            for number, bend in enumerate(self.run.card.bends, start=1):
                if low <= bend.mark_mm < high or (bend.mark_mm == high == cut):
                    x = (bend.mark_mm - low) * mm
                    c.setLineWidth(0.6)
                    c.line(x, y - 3 * mm, x, y + 3 * mm)
                    c.setFont("Helvetica-Bold", 8)
                    c.drawCentredString(x, y + 4 * mm, f"{number}")
                    c.setFont("Helvetica", 6.5)
                    c.drawCentredString(x, y - 5.5 * mm, f"{bend.mark_mm:.1f}")


class _Bent(Flowable):  # type: ignore[misc]  # reportlab has no types
    """The bent run in front and from the side; at 1:1 where it fits the page."""

    def __init__(self, run: RunPlan) -> None:
        super().__init__()
        self.views = [
            [(float(u), float(v)) for u, v in (plane @ point for point in run.points)]
            for plane in (FRONT, SIDE)
        ]
        wide = sum(max(u for u, _ in v) - min(u for u, _ in v) for v in self.views) + 30
        tall = max(max(v for _, v in p) - min(v for _, v in p) for p in self.views) + 14
        self.scale = min(1.0, ROOM_MM[0] / wide, ROOM_MM[1] / tall)
        self.thick = run.chosen.diameter_mm
        self.corners = [i for i, _ in corners([np.array(point) for point in run.points])]
        self.width, self.height = ROOM_MM[0] * mm, tall * self.scale * mm

    def draw(self) -> None:
        c, x = self.canv, 10.0
        low = min(v for view in self.views for _, v in view) - 10 / self.scale
        for name, view in zip(("in front", "from its right"), self.views, strict=True):
            left = min(u for u, _ in view)
            flat = [(x + (u - left) * self.scale, (v - low) * self.scale) for u, v in view]
            c.setLineWidth(max(0.4, self.thick * self.scale) * mm)
            c.setStrokeGray(0.35)
            c.setLineJoin(1)
            for (a, b), (p, q) in pairwise(flat):
                c.line(a * mm, b * mm, p * mm, q * mm)
            c.setStrokeGray(0)
            c.setFont("Helvetica-Bold", 8)
            c.drawString((flat[0][0] + 2) * mm, (flat[0][1] + 1) * mm, "START")
            for number, i in enumerate(self.corners, start=1):
                c.drawString((flat[i][0] + 1.5) * mm, (flat[i][1] + 1.5) * mm, f"{number}")
            c.setFont("Helvetica", 8)
            c.drawString(x * mm, 1 * mm, name)
            x += (max(u for u, _ in view) - left) * self.scale + 20


def bend_card_pdf(plan: Plan, run_id: str) -> bytes:
    """The card of one run.

    Raises
    ------
    SheetError : no such run.
    """
    runs = {run.id: run for run in plan.frame.runs}
    known(runs, run_id, "run")
    run = runs[run_id]
    card = run.card
    strands = f"{run.strands} strands twisted, " if run.strands > 1 else ""
    rows: list[list[object]] = [
        ["", "mark, from START", "turn the wire first", "then bend up", "at"]
    ]
    for number, bend in enumerate(card.bends, start=1):
        rows.append(
            [f"{number}", f"{bend.mark_mm:.1f} mm", turn_words(bend.turn_deg),
             f"{bend.angle_deg:.1f}°", Paragraph(escaped(bend.at), CELL)]
        )  # fmt: skip
    bent = _Bent(run)
    story: list[Flowable] = [
        Paragraph(f"{escaped(plan.name)}: {escaped(run.label)}", TITLE),
        Paragraph(
            f"Cut {run.cut_mm:.0f} mm of {escaped(strands)}{escaped(run.chosen.label)} "
            f"({escaped(run.gauge)})",
            BIG,
        ),
        Paragraph(
            f"START is {escaped(card.start_words)}. Lay START to your left and look along the wire "
            "from it. Before each bend turn the wire itself, with what is bent of it, as printed and as you "
            "see it from there; then bend what lies beyond the mark upwards. The mark is the middle of the "
            f"bend. Bend round a {card.pin_mm:g} mm rod with {escaped(card.tool)}; eye "
            "protection when cutting.",
            LEAD,
        ),
        Table(
            rows, colWidths=[8 * mm, 36 * mm, 44 * mm, 30 * mm, 50 * mm], style=GRID, hAlign="LEFT"
        )
        if card.bends
        else Paragraph("This run is straight: there is no bend to make.", LEAD),
        Paragraph("Straight, 1:1", HEAD),
        _Straight(run),
        Spacer(1, 6),
        KeepTogether(
            [
                Paragraph(
                    "Bent, 1:1"
                    if bent.scale == 1
                    else f"Bent, at {bent.scale:.0%} (1:1 on the layout map)",
                    HEAD,
                ),
                bent,
            ]
        ),
    ]
    return pdf(f"{plan.name}: bend card {run.label}", story)
