"""One card for a load that figures share: its dial and minutes, what each of them needs, how each goes in."""

from __future__ import annotations

from collections.abc import Sequence

from reportlab.lib.units import mm

from windcrest_core.bake.model import BakePlan
from windcrest_core.given.oven import Oven
from windcrest_core.measures import minutes_words
from windcrest_core.names import listed
from windcrest_core.plan import Plan
from windcrest_core.prints.bake_card import (
    GRADE_WORDS,
    how_slow,
    looked_over,
    rack_words,
    readings,
    support_words,
)
from windcrest_core.prints.column import Column
from windcrest_core.prints.page import Heading, Pages, Printing, dated, sheet_pdf
from windcrest_core.prints.paper import BIG, HEAD, Box, escaped, frame_mm, says, table
from windcrest_core.prints.pen import Pen
from windcrest_core.step_keys import bake_key
from windcrest_core.work.loads import LoadOf, load_of
from windcrest_core.work.tasks import work_of

SLOWEST = 3  # parts of each figure that are told
FIGURE_MM = 40.0  # what a figure takes of a page at least


def load_card_pdf(inside: Sequence[tuple[Plan, int]], oven: Oven, printing: Printing) -> bytes:
    """The card of a load.

    Parameters
    ----------
    inside : every figure's plan, and the number (from 1) of its bake.
    """
    rows = [
        (plan, next(bake for bake in plan.bake.bakes if bake.number == number))
        for plan, number in inside
    ]
    works = [work_of(plan, plan.name, oven) for plan, _ in inside]
    load = load_of(
        [
            (work, next(task for task in work.tasks if task.key == bake_key(number)))
            for work, (_, number) in zip(works, inside, strict=True)
        ]
    )
    units = printing.units
    heading = Heading(
        figure=listed([plan.name for plan, _ in rows]),
        sheet="Bake card: one load of the oven",
        about=("no drawing to scale", dated(rows[0][0].today)),
    )
    left, foot, wide, tall = frame_mm(printing.page_mm)

    def draw(canvas: Pages) -> None:
        column = Column(canvas, left, foot + tall, wide)
        hottest = max((bake for _, bake in rows), key=lambda bake: bake.dial_c.value)
        _say(column, printing, hottest, load, [bake for _, bake in rows])
        _each(canvas, column, printing, rows, load)
        readings(Pen(canvas), column, hottest, units, load.minutes)
        for plan, bake in rows:
            if column.y < foot + FIGURE_MM:
                canvas.showPage()
                column = Column(canvas, left, foot + tall, wide)
            column.says(f"{escaped(plan.name)}, bake {bake.number}", HEAD)
            column.says(f"Slowest in it: {_slowest(bake)}.")
            if turned := printing.say(bake.turned):
                column.tick(escaped(turned))
            for words in support_words(bake, units):
                column.tick(escaped(words))
            looked_over(plan, bake.number, column, units)
        canvas.showPage()

    return sheet_pdf(heading, printing, draw)


def _say(
    column: Column,
    printing: Printing,
    hottest: BakePlan,
    load: LoadOf,
    bakes: Sequence[BakePlan],
) -> None:
    celsius, minutes = printing.units.celsius, load.minutes
    column.says(
        f"Dial {celsius(load.dial_c)}, {minutes:.0f} min, "
        f"{'preheated' if hottest.start == 'preheated' else 'from cold'}",
        BIG,
    )
    column.says(
        "At the hottest dial that is wanted, for as long as the slowest takes. "
        f"Never above {celsius(min(bake.maximum_c for bake in bakes))}, the strictest maker's stated maximum. "
        "The makers' labels stand above this card."
    )
    column.down(2)
    tallest = max(bakes, key=lambda bake: bake.fit.box_mm[2])
    column.tick(rack_words(tallest, printing.units))
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
    load: LoadOf,
) -> None:
    """What each of them wants, and what this load makes of it."""
    celsius = printing.units.celsius
    head = ["", "figure", "wants", "stands", "scorch, of what is left", "cool, door ajar"]
    cells: list[list[object]] = [
        [
            Box(),
            says(escaped(plan.name)),
            f"{celsius(bake.dial_c.value)}, {bake.advised_min.value:.0f} min",
            celsius(row.most_c),
            f"{row.scorch:.2f} of {row.scorch_left or 0:.2f}",
            f"{bake.cooling_min:.0f} min",
        ]
        for (plan, bake), row in zip(rows, load.bakes, strict=True)
    ]
    drawn = table(head, cells, [7, 58, 32, 22, 40, 28], printing)
    _, high = drawn.wrap(column.wide * mm, 1e6)
    drawn.drawOn(canvas, column.left * mm, column.down(high / mm) * mm)
    column.down(3)


def _slowest(bake: BakePlan) -> str:
    raw = sorted((part for part in bake.parts if part.raw_in), key=how_slow, reverse=True)
    told = [f"{escaped(part.label)} ({GRADE_WORDS[part.grade]})" for part in raw[:SLOWEST]]
    return ", ".join(told) or "nothing in it is raw"
