"""The caliper card: every length to check, with a box for what was found."""

from __future__ import annotations

from reportlab.lib import colors
from reportlab.platypus import Flowable

from windcrest_core.plan import Plan
from windcrest_core.prints.page import Printing, heading_of
from windcrest_core.prints.paper import LEAD, card_pdf, says, table


def caliper_card_pdf(plan: Plan, printing: Printing) -> bytes:
    """True length, and as seen in front and from the side."""
    size = printing.units.fine_mm
    rows: list[list[object]] = [
        [says(row.label), size(row.true_mm), size(row.front_mm), size(row.side_mm), ""]
        for row in plan.character.calipers
    ]
    boxes = [
        ("BOX", (4, 1), (4, -1), 0.6, colors.black),
        ("INNERGRID", (4, 1), (4, -1), 0.6, colors.black),
    ]
    story: list[Flowable] = [
        says(
            "Between the landmarks of the posed figure. Set the calipers to the true length; on the layout map a "
            "length shows as it is seen. Write down what you find.",
            LEAD,
        ),
        table(
            ["length", "true", "in front", "from the side", "measured"],
            rows,
            [66, 26, 26, 28, 28],
            printing,
            *boxes,
        ),
    ]
    heading = heading_of(plan, "Caliper card", "no drawing to scale", printing)
    return card_pdf(heading, printing, story)
