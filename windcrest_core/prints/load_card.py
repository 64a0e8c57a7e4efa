"""One card for a load that figures share: its dial and minutes, what each of them needs, how each goes in."""

from __future__ import annotations

from collections.abc import Sequence

from reportlab.lib.units import mm

from windcrest_core.bake.cure import scorch_per_min
from windcrest_core.bake.model import BakePlan
from windcrest_core.measures import minutes_words
from windcrest_core.plan import Plan
from windcrest_core.prints.bake_card import (
    GRADE_WORDS,
    how_slow,
    rack_words,
    readings,
    support_words,
)
from windcrest_core.prints.column import Column
from windcrest_core.prints.page import Heading, Pages, Printing, dated, sheet_pdf
from windcrest_core.prints.paper import BIG, HEAD, Box, escaped, frame_mm, says, table
from windcrest_core.prints.pen import Pen

SLOWEST = 3  # parts of each figure that are told


def load_card_pdf(inside: Sequence[tuple[Plan, int]], printing: Printing) -> bytes:
    """The card of a load.

    Parameters
    ----------
    inside : every figure's plan, and the number (from 1) of its bake.
    """
    rows = [
        (plan, next(bake for bake in plan.bake.bakes if bake.number == number))
        for plan, number in inside
    ]
    units = printing.units
    heading = Heading(
        figure=" with ".join(plan.name for plan, _ in rows),
        sheet="Bake card: one load of the oven",
        about=("no drawing to scale", dated(rows[0][0].today)),
    )
    left, foot, wide, tall = frame_mm(printing.page_mm)

    def draw(canvas: Pages) -> None:
        column = Column(canvas, left, foot + tall, wide)
        hottest = max((bake for _, bake in rows), key=lambda bake: bake.dial_c.value)
        minutes = max(bake.advised_min.value for _, bake in rows)
        _say(column, printing, hottest, minutes)
        _each(canvas, column, printing, rows, hottest.dial_c.value, minutes)
        for plan, bake in rows:
            column.says(f"{escaped(plan.name)}, bake {bake.number}", HEAD)
            column.tick(rack_words(bake, units))
            if turned := printing.say(bake.turned):
                column.tick(escaped(turned))
            for words in support_words(bake, units):
                column.tick(escaped(words))
            column.tick(f"Out of the oven, looked at; slowest in it: {_slowest(bake)}.")
            if column.y < foot + 40:
                canvas.showPage()
                column = Column(canvas, left, foot + tall, wide)
        readings(Pen(canvas), column, hottest, units, minutes)
        canvas.showPage()

    return sheet_pdf(heading, printing, draw)


def _say(column: Column, printing: Printing, hottest: BakePlan, minutes: float) -> None:
    celsius = printing.units.celsius
    column.says(
        f"Dial {celsius(hottest.dial_c.value)}, {minutes:.0f} min, "
        f"{'preheated' if hottest.start == 'preheated' else 'from cold'}",
        BIG,
    )
    column.says(
        "At the hottest dial that is wanted, for as long as the slowest takes. "
        "The makers' labels stand above this card."
    )
    column.down(2)
    column.tick("Thermometer beside the pieces; ventilate; tray covered, or an oven kept for this.")
    column.tick(
        f"<b>In at ____ : ____&nbsp;&nbsp;&nbsp; out at ____ : ____</b>&nbsp; ({minutes_words(minutes)} "
        "later, by a clock that rings). If it smokes: switch off, open windows, leave."
    )
    column.down(2)


def _each(
    canvas: Pages,
    column: Column,
    printing: Printing,
    rows: Sequence[tuple[Plan, BakePlan]],
    dial_c: float,
    minutes: float,
) -> None:
    """What each of them wants, and what this load makes of it."""
    celsius = printing.units.celsius
    scorch = scorch_per_min(dial_c) * minutes
    head = ["", "figure", "wants", "stands", "scorch of this load", "cool, door ajar"]
    cells: list[list[object]] = [
        [
            Box(),
            says(escaped(plan.name)),
            f"{celsius(bake.dial_c.value)}, {bake.advised_min.value:.0f} min",
            celsius(max(bake.dial_c.value, bake.dials.high_c)),
            f"{scorch:.2f} of {min(part.scorch_limit for part in bake.parts):g}",
            f"{bake.cooling_min:.0f} min",
        ]
        for plan, bake in rows
    ]
    drawn = table(head, cells, [7, 62, 32, 24, 34, 28], printing)
    _, high = drawn.wrap(column.wide * mm, 1e6)
    drawn.drawOn(canvas, column.left * mm, column.down(high / mm) * mm)
    column.down(3)


def _slowest(bake: BakePlan) -> str:
    raw = sorted((part for part in bake.parts if part.raw_in), key=how_slow, reverse=True)
    told = [f"{escaped(part.label)} ({GRADE_WORDS[part.grade]})" for part in raw[:SLOWEST]]
    return ", ".join(told) or "nothing in it is raw"
