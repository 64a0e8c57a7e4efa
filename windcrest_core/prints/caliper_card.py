"""The caliper card: every length to check, with a box for what was found."""

from __future__ import annotations

from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Table, TableStyle

from windcrest_core.plan import Plan
from windcrest_core.prints.paper import CELL, GRID, LEAD, TITLE, escaped, pdf


def caliper_card_pdf(plan: Plan) -> bytes:
    """True length, and as seen in front and from the side, mm; true in inches to 1/32."""
    rows: list[list[object]] = [
        ["length", "true", "inches", "in front", "from the side", "measured"]
    ]
    rows += [
        [
            Paragraph(escaped(row.label), CELL),
            f"{row.true_mm:.1f} mm",
            row.true_in,
            f"{row.front_mm:.1f} mm",
            f"{row.side_mm:.1f} mm",
            "",
        ]
        for row in plan.character.calipers
    ]
    boxes = TableStyle(
        [
            *GRID.getCommands(),
            ("BOX", (5, 1), (5, -1), 0.6, colors.black),
            ("INNERGRID", (5, 1), (5, -1), 0.6, colors.black),
        ]
    )
    story: list[Flowable] = [
        Paragraph(f"{escaped(plan.name)}: caliper card", TITLE),
        Paragraph(
            "Between the landmarks of the posed figure. Set the calipers to the true length; on the "
            "layout map a length shows as it is seen. Write down what you find.",
            LEAD,
        ),
        Table(
            rows,
            colWidths=[58 * mm, 22 * mm, 20 * mm, 22 * mm, 26 * mm, 24 * mm],
            style=boxes,
            repeatRows=1,
            hAlign="LEFT",
        ),
    ]
    return pdf(f"{plan.name}: caliper card", story)
