"""The day's steps: what fits into the next sitting at the bench, in order, with what each takes."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from datetime import date, datetime, timedelta

from reportlab.platypus import Flowable, Paragraph

from windcrest_core.measures import Units, minutes_words
from windcrest_core.order.model import StepPlan
from windcrest_core.plan import Plan
from windcrest_core.prints.page import Heading, Printing, dated
from windcrest_core.prints.paint_words import paint_words
from windcrest_core.prints.paper import (
    BIG,
    CELL,
    LEAD,
    Box,
    card_pdf,
    escaped,
    says,
    table,
    unbroken,
)
from windcrest_core.prints.portion_card import portion_words
from windcrest_core.words import sayer
from windcrest_core.work.calendar import Calendar, Sitting


def day_sheet_pdf(
    found: Calendar, plans: Mapping[str, Plan], today: date, printing: Printing
) -> bytes:
    """Steps of the first day that has any, with a box each.

    Parameters
    ----------
    found : the bench's calendar from now on. plans : of the figures of that day, by id.
    """
    names = sorted({plan.name for plan in plans.values()})
    whose = names[0] if len(names) == 1 else "The bench"
    rows = found.first_day
    printed = f"printed {dated(today)}"
    about = (", ".join(names) if len(names) > 1 else "one figure", printed)
    if not rows:
        heading = Heading(figure=whose, sheet="The day's steps", about=(printed,))
        words = (
            "Nothing is left to do."
            if not found.remarks
            else " ".join(map(printing.say, found.remarks))
        )
        return card_pdf(heading, printing, [says(words, BIG)])
    day = rows[0].start.date()
    when = "today" if day == today else f"{day:%A}"
    heading = Heading(figure=whose, sheet=f"The day's steps: {when}, {dated(day)}", about=about)
    ends = max(row.start + timedelta(minutes=row.minutes) for row in rows)
    hands = sum(row.minutes for row in rows)
    story: list[Flowable] = [
        says(
            f"From {_clock(rows[0].start)} to about {_clock(ends)}, {minutes_words(hands)} of work. "
            "The times are estimates; the order is not.",
            LEAD,
        ),
    ]
    if len(names) > 1:
        head, shares = ["", "from", "step", "figure", "takes"], [7.0, 16.0, 100.0, 38.0, 24.0]
    else:
        head, shares = ["", "from", "step", "takes"], [7.0, 16.0, 134.0, 26.0]
    body: list[list[object]] = []
    for row in rows:
        step = next((step for step in plans[row.figure].order.steps if step.key == row.key), None)
        cells: list[object] = [
            Box(),
            _clock(row.start),
            _words(row, step, plans[row.figure], printing.units),
        ]
        if len(names) > 1:
            cells.append(says(row.name))
        body.append([*cells, minutes_words(row.minutes)])
    story.append(table(head, body, shares, printing))
    return card_pdf(heading, printing, story)


def _clock(at: datetime) -> str:
    return f"{at:%H:%M}"


def _words(row: Sitting, step: StepPlan | None, plan: Plan, units: Units) -> Paragraph:
    """A step as it is planned, and below it what it takes and what to mind."""
    say = sayer(units).say
    more = []
    if step is not None:
        more += [words for words in (_takes(step, plan, units), say(step.caution)) if words]
        if step.wait_min >= 1 and not row.more:
            more.append(f"then leave it {minutes_words(step.wait_min)}")
    if row.more:
        more.append("goes on another day")
    if row.shared:
        at = f" at {units.celsius(row.oven_c)}" if row.oven_c is not None else ""
        more.append(f"in the oven together with another figure{at}")
    below = f"<br/><font size=8>{escaped('; '.join(more))}</font>" if more else ""
    return Paragraph(unbroken(f"{escaped(say(row.label))}{below}"), CELL)


def _takes(step: StepPlan, plan: Plan, units: Units) -> str:
    """Clay and what to begin it as, foil off the roll, dial and minutes, or paint."""
    match step.kind:
        case "form" | "press":
            begun = Counter(
                f"{units.mass_g(part.grams)}: {portion_words(part.portion, units)}"
                for part in plan.clay.parts
                if part.id in step.parts and part.grams >= 0.05
            )
            return "; ".join(f"{n} of {words}" if n > 1 else words for words, n in begun.items())
        case "core":
            bulk = next((part for part in plan.bulk.parts if part.id == step.part), None)
            if bulk is None or bulk.piece is None or bulk.foil_m <= 0:
                return ""
            roll, girth = bulk.foil_m * 1000, bulk.piece.girths_mm[-1]
            return (
                f"{units.roll_mm(roll)} off the roll, {sayer(units).say(bulk.piece.shape)}, squeezed to "
                f"{units.rough_mm(girth)} round"
            )
        case "cut":
            return f"{units.long_mm(plan.frame.wire_m.value * 1000)} of wire: see the cut list"
        case "bake":
            bake = next((b for b in plan.bake.bakes if b.number == step.bake), None)
            if bake is None:
                return ""
            return f"dial {units.celsius(bake.dial_c.value)}, {bake.advised_min.value:.0f} min: see the bake card"
        case _:
            return paint_words(step, plan)
