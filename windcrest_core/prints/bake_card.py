"""A bake on one page: the dial, the minutes, what is in it, the curve."""

from __future__ import annotations

from collections.abc import Callable

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer, Table

from windcrest_core.bake.model import BakePlan, Grade
from windcrest_core.plan import Plan
from windcrest_core.prints.paper import (
    BIG,
    CELL,
    GRID,
    HEAD,
    LEAD,
    TITLE,
    escaped,
    length_words,
    pdf,
    temperature_words,
)


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
            c.drawRightString(
                left - 1.5 * mm, y(celsius) - 2, temperature_words(celsius, self.unit)
            )
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


GRADE_WORDS: dict[Grade, str] = {
    "raw": "soft", "set": "set through", "firm": "firm", "fused": "fused",
}  # fmt: skip


def bake_card_pdf(plan: Plan, number: int, units: tuple[str, str] = ("mm", "C")) -> bytes:
    """The card of bake `number` (from 1): dial, minutes, curve, parts, cautions."""
    bake, unit = plan.bake.bakes[number - 1], units[1]
    model = f"{bake.model_min.value:.0f} min" if bake.model_min else "not within six hours"
    story: list[Flowable] = [
        Paragraph(f"{escaped(plan.name)}: bake {number} of {len(plan.bake.bakes)}", TITLE),
        Paragraph(
            f"Dial {temperature_words(bake.dial_c.value, unit)}, {bake.advised_min.value:.0f} min, "
            f"{'preheated' if bake.start == 'preheated' else 'from cold'}",
            BIG,
        ),
        Paragraph(
            f"Air {temperature_words(bake.label_c.value, unit)} by the clay's label. "
            f"Label rule {bake.rule_min.value:.0f} min, model {model}: {escaped(bake.because)}.",
            LEAD,
        ),
        _Curve(bake, unit),
        Spacer(1, 3 * mm),
    ]
    story.append(
        Paragraph(
            f"Cool with the door ajar about {bake.cooling_min:.0f} min before handling. Thermometer "
            "beside the piece; ventilate; tray covered or oven kept for this. Never above "
            f"{temperature_words(bake.maximum_c, unit)}, the clay maker's stated maximum. If it smokes: switch "
            "off, open windows, leave. The maker's label stands above this card.",
            LEAD,
        )
    )
    held = [f"{row.label}: {row.words}" for row in bake.supports]
    words = [*([bake.fit.words] if bake.fit.state != "not measured" else []), *held]
    if words:
        story.append(Paragraph(escaped("Before it goes in: " + "; ".join(words)), LEAD))
    story.append(
        Paragraph(
            "Started ______   Out ______   Thermometer ______   Notes ____________________", LEAD
        )
    )
    story.append(Paragraph(f"In the oven: {len(bake.parts)} parts. Raw in this bake:", HEAD))
    rows: list[list[object]] = [
        ["Part", "Clay to core or middle", "Label", "Model", "Inside, at the end"]
    ]
    for part in bake.parts:
        if part.raw_in:
            rows.append(
                [
                    Paragraph(escaped(part.label), CELL),
                    length_words(part.clay_mm, units[0]),
                    f"{part.rule_min:.0f} min",
                    f"{part.model_min:.0f} min" if part.model_min else "over 6 h",
                    GRADE_WORDS[part.grade],
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
    return pdf(f"{plan.name}: bake {number}", story)
