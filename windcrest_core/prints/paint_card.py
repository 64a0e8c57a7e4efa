"""The paint card: what to mix, then every pass in its order with a box to tick, and the eyes drawn large."""

from __future__ import annotations

from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, KeepTogether, Paragraph

from windcrest_core.colour.model import Bought, EyePlan, Mixing
from windcrest_core.measures import Units, minutes_words
from windcrest_core.media import SOLD
from windcrest_core.order.model import StepPlan
from windcrest_core.plan import Plan
from windcrest_core.prints.page import Printing, heading_of
from windcrest_core.prints.paint_words import dose_words, paint_words, passes_of
from windcrest_core.prints.paper import BIG, CELL, HEAD, LEAD, Box, card_pdf, escaped, says, table
from windcrest_core.prints.pen import RULE_MM, Pen
from windcrest_core.prints.type import LEAST_MM

PATCH_MM = (9.0, 4.0)
DRAWN_MM = 30.0  # of the iris as it is drawn
PAINTING = ("ground", "coats", "seal", "gloss")


class _Patch(Flowable):  # type: ignore[misc]  # reportlab has no types
    """The colour of a mix, to lay a dry stroke of it beside."""

    def __init__(self, colour: str) -> None:
        super().__init__()
        self.colour = colour
        self.width, self.height = (size * mm for size in PATCH_MM)

    def draw(self) -> None:
        self.canv.setFillColor(HexColor(self.colour))
        self.canv.setLineWidth(0.2 * mm)
        self.canv.rect(0, 0, self.width, self.height, stroke=1, fill=1)
        self.canv.setFillColor(HexColor("#000000"))


class _Eye(Flowable):  # type: ignore[misc]
    """Iris, pupil and glint of an eye, enlarged; both are painted the same way round."""

    def __init__(self, eyes: EyePlan) -> None:
        super().__init__()
        self.times = DRAWN_MM / eyes.iris_mm
        self.eyes = eyes
        self.width, self.height = 60 * mm, (DRAWN_MM + 2 * LEAST_MM + 2) * mm

    def draw(self) -> None:
        pen, eyes, times = Pen(self.canv), self.eyes, self.times
        x, y = DRAWN_MM / 2 + 1, DRAWN_MM / 2 + 2 * LEAST_MM
        off = eyes.glint_off_mm * times
        pen.circle(x, y, eyes.iris_mm * times / 2, RULE_MM)
        pen.disc(x, y, eyes.pupil_mm * times / 2, 0.35)
        pen.disc(x - off, y + off, eyes.glint_mm * times / 2, 1.0)
        pen.circle(x - off, y + off, eyes.glint_mm * times / 2, RULE_MM)
        pen.write(x, y - DRAWN_MM / 2 - LEAST_MM - 0.5, f"{times:.1f}:1", anchor="middle")


def paint_card_pdf(plan: Plan, printing: Printing) -> bytes:
    """Mixes with their drops, passes in their order with what is to be known of each, sizes of the eyes."""
    steps = [
        step for step in plan.order.steps if step.station == "colour" and step.kind in PAINTING
    ]
    heading = heading_of(plan, "Paint card", "no drawing to scale", printing)
    if not steps:
        story: list[Flowable] = [Paragraph("Nothing is painted on this figure yet.", BIG)]
        return card_pdf(heading, printing, story)
    story = []
    if plan.colour.mixings:
        story += [
            Paragraph("To mix, for all its passes at once", HEAD),
            table(
                ["", "", "parts", "drops, or ml", "for"],
                [_mixing(row) for row in plan.colour.mixings],
                [7, 13, 76, 34, 62],
                printing,
            ),
        ]
    if plan.colour.bought:
        story.append(says(_bought(plan.colour.bought, printing), LEAD))
    story += [
        Paragraph("Passes, in their order", HEAD),
        table(
            ["", "", "", "pass", "work", "dry in"],
            [_pass(n, step, plan, printing) for n, step in enumerate(steps, start=1)],
            [7, 9, 13, 117, 22, 24],
            printing,
        ),
    ]
    if plan.colour.eyes is not None:
        story.append(
            KeepTogether(
                [
                    Paragraph("Each eye", HEAD),
                    says(_eye_words(plan.colour.eyes, printing.units), LEAD),
                    _Eye(plan.colour.eyes),
                ]
            )
        )
    story.append(
        says("Amounts are with a fifth to spare. The maker's label stands above this card.", LEAD)
    )
    return card_pdf(heading, printing, story)


def _mixing(mixing: Mixing) -> list[object]:
    return [
        Box(),
        _Patch(mixing.colour),
        says(" + ".join(f"{row.parts} {row.label}" for row in mixing.recipe)),
        says(" + ".join(dose_words(row) for row in mixing.recipe)),
        says(", ".join(mixing.areas) + _in(mixing)),
    ]


def _in(mixing: Mixing) -> str:
    """What it is mixed of, where that is not plain acrylic paint."""
    return "" if mixing.medium == "acrylic" else f" ({SOLD[mixing.medium].label})"


def _bought(bought: list[Bought], printing: Printing) -> str:
    return "Besides: " + "; ".join(
        f"{row.label} {row.ml:.1f} ml for {', '.join(printing.say(area) for area in row.areas)}"
        for row in bought
    )


def _pass(n: int, step: StepPlan, plan: Plan, printing: Printing) -> list[object]:
    words = f"<b>{escaped(printing.say(step.label))}</b>"
    if paint := paint_words(step, plan):
        words += f"<br/>{escaped(paint)}"
    if caution := printing.say(step.caution):
        words += f"<br/>{escaped(caution)}"
    dry = minutes_words(step.wait_min) if step.wait_min else ""
    colour = next((row.colour for row in passes_of(step, plan) if row.colour), None)
    patch: object = _Patch(colour) if colour else ""
    return [Box(), f"{n}", patch, Paragraph(words, CELL), minutes_words(step.minutes), dry]


def _eye_words(eyes: EyePlan, units: Units) -> str:
    size = units.across_mm
    return (
        f"Open {size(eyes.open_mm)}: iris {size(eyes.iris_mm)}, pupil {size(eyes.pupil_mm)}, glint {size(eyes.glint_mm)} "
        f"with its middle {size(eyes.glint_off_mm)} up and {size(eyes.glint_off_mm)} to the left as seen, in both eyes. "
        f"A round brush of {size(eyes.brush_mm)} at most."
    )
