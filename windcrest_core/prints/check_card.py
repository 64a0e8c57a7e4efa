"""The card that stands behind a figure while it is photographed: four marks that are found by themselves."""

from __future__ import annotations

from windcrest_core.plan import Plan
from windcrest_core.prints.page import Pages, Printing, heading_of, sheet_pdf
from windcrest_core.prints.paper import frame_mm
from windcrest_core.prints.pen import Pen
from windcrest_core.prints.type import READ_MM
from windcrest_core.work.checks.card import (
    DOT_MM,
    FIRST_DOT_MM,
    FOOT_MM,
    HIGH_MM,
    HOLE_MM,
    RING_MM,
    WIDE_MM,
    corners_mm,
)

SAID = (
    "Print at 100 %, glue on stiff board, stand it upright close behind the figure, the line below on the ground.",
    "All four marks are to be seen. Say how far it stands behind the figure's middle.",
)


def check_card_pdf(plan: Plan, printing: Printing) -> bytes:
    """The card at true size, on one page."""
    heading = heading_of(plan, "Card for photographs", "scale 1:1", printing)
    left, foot, wide, tall = frame_mm(printing.page_mm)

    def draw(canvas: Pages) -> None:
        pen = Pen(canvas)
        middle = left + wide / 2
        ground = foot + max(0.0, (tall - FOOT_MM - HIGH_MM - RING_MM) / 2)
        pen.line(((left, ground), (left + wide, ground)))
        for n, (u, v) in enumerate(corners_mm().tolist()):
            dot = FIRST_DOT_MM if n == 0 else DOT_MM
            pen.disc(middle + u, ground + v, RING_MM)
            pen.disc(middle + u, ground + v, HOLE_MM, 1.0)
            pen.disc(middle + u, ground + v, dot)
        size = printing.units.fine_mm
        words = (*SAID, f"From mark to mark: {size(WIDE_MM)} across, {size(HIGH_MM)} up.")
        for n, line in enumerate(words):
            pen.write(
                middle, ground + FOOT_MM + HIGH_MM / 2 - 6 * n, line, READ_MM, anchor="middle"
            )
        canvas.showPage()

    return sheet_pdf(heading, printing, draw)
