"""The portion card: every piece of clay by weight and by measure, with its ball at true size."""

from __future__ import annotations

from reportlab.graphics.shapes import Circle, Drawing
from reportlab.lib import colors
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer, Table

from windcrest_core.catalogue import catalogue
from windcrest_core.clay.portions import Portion
from windcrest_core.plan import Plan
from windcrest_core.prints.paper import CELL, GRID, LEAD, TITLE, escaped, length_words, pdf

LARGEST_BALL_MM = 34.0
FINE_MM = 20.0


def portion_words(portion: Portion, unit: str = "mm") -> str:
    """A portion in words: what to roll or cut, and by what measure."""

    def size(value: float | None) -> str:
        fine = unit == "mm" and (value or 0.0) < FINE_MM
        return f"{value or 0.0:.1f} mm" if fine else length_words(value or 0.0, unit)

    machine = ""
    if portion.setting is not None:
        layers = "" if portion.layers == 1 else f"{portion.layers} sheets of "
        machine = f" ({layers}setting {portion.setting})"
    match portion.form:
        case "ball":
            return f"ball {size(portion.across_mm)}"
        case "snake":
            return f"snake {size(portion.across_mm)} × {size(portion.length_mm)}"
        case "cone" | "drop":
            return (
                f"{portion.form} {size(portion.across_mm)} across, {size(portion.length_mm)} long"
            )
        case "strands":
            return (
                f"{portion.count} strands of {size(portion.across_mm)} × {size(portion.length_mm)}"
            )
        case _:
            return (
                f"{portion.form} {size(portion.thickness_mm)} thick{machine}, "
                f"{portion.area_cm2 or 0.0:.1f} cm²"
            )


def _ball(diameter_mm: float) -> Drawing | str:
    if diameter_mm > LARGEST_BALL_MM:
        return f"{diameter_mm:.0f} mm"
    side = (diameter_mm + 1) * mm
    drawn = Drawing(side, side)
    drawn.add(
        Circle(side / 2, side / 2, diameter_mm / 2 * mm, fillColor=None,
               strokeColor=colors.black, strokeWidth=0.6)
    )  # fmt: skip
    return drawn


def portion_card_pdf(plan: Plan, units: tuple[str, str] = ("mm", "C")) -> bytes:
    """Rows by clay: part, grams raw, how to begin it, and its ball at true size to roll to."""
    clays = catalogue().clays
    labels = {part.id: part.label for part in plan.clay.parts}
    story: list[Flowable] = [
        Paragraph(f"{escaped(plan.name)}: portion card", TITLE),
        Paragraph(
            "Raw clay, without waste. A ball drawn at true size: roll the piece until it covers it.",
            LEAD,
        ),
    ]
    for total in plan.clay.totals:
        rows: list[list[object]] = [["", "part", "raw", "begin it as", "its ball"]]
        for part in plan.clay.parts:
            if part.clay != total.clay or part.grams < 0.05:
                continue
            pair = f" (as the {labels[part.equal_to]})" if part.equal_to in labels else ""
            rows.append(
                [
                    "[  ]",
                    Paragraph(escaped(part.label + pair), CELL),
                    f"{part.grams:.1f} g",
                    Paragraph(portion_words(part.portion, units[0]), CELL),
                    _ball(part.ball_mm),
                ]
            )
        story.append(Paragraph(f"<b>{escaped(clays[total.clay].label)}</b>, "
                               f"{total.net_g:.0f} g in all", LEAD))  # fmt: skip
        widths = [8 * mm, 46 * mm, 18 * mm, 64 * mm, 38 * mm]
        story.append(Table(rows, colWidths=widths, style=GRID, repeatRows=1, hAlign="LEFT"))
        story.append(Spacer(1, 5 * mm))
    return pdf(f"{plan.name}: portion card", story)
