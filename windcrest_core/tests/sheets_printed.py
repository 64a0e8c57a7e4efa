"""Every sheet of a figure, for tests that read them all."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from datetime import datetime

from windcrest_core.body.workpiece import workpiece
from windcrest_core.clay.patterns import patterns
from windcrest_core.colour.sizes import rings
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.given.stores import Owned
from windcrest_core.plan import Plan
from windcrest_core.prints.bake_card import bake_card_pdf
from windcrest_core.prints.bend_card import bend_card_pdf
from windcrest_core.prints.caliper_card import caliper_card_pdf
from windcrest_core.prints.check_card import check_card_pdf
from windcrest_core.prints.cut_list import cut_list_pdf
from windcrest_core.prints.day_sheet import day_sheet_pdf
from windcrest_core.prints.drilling import drilling_template
from windcrest_core.prints.face_plan import face_plan_map
from windcrest_core.prints.foil_card import foil_card_pdf
from windcrest_core.prints.layout_map import layout_map
from windcrest_core.prints.load_card import load_card_pdf
from windcrest_core.prints.map_pages import map_pdf, maps_pdf
from windcrest_core.prints.notch_gauge import notch_gauge
from windcrest_core.prints.page import Printing, heading_of
from windcrest_core.prints.paint_card import paint_card_pdf
from windcrest_core.prints.pattern_sheet import pattern_pages
from windcrest_core.prints.portion_card import portion_card_pdf
from windcrest_core.prints.shopping_sheet import shopping_sheet_pdf
from windcrest_core.prints.stripe_guide import stripe_guide
from windcrest_core.sheet import FigureSheet
from windcrest_core.stock.needs import needs_of
from windcrest_core.stock.shopping import FigureNeeds, shopping_list
from windcrest_core.work.calendar import calendar
from windcrest_core.work.tasks import work_of

Print = Callable[[], bytes]
EVENING = datetime(2026, 7, 1, 19, 0)


def every_sheet(
    sheet: FigureSheet, plan: Plan, printing: Printing, given: Context | None = None
) -> Iterator[tuple[str, Print]]:
    """Name and print of each sheet a figure has."""
    context, units = given or Context(), printing.units

    def mapped(mirrored: bool) -> bytes:
        heading = heading_of(plan, "Layout map", "scale 1:1", printing)
        return map_pdf(layout_map(plan, units, mirrored), heading, printing)

    yield "layout map", lambda: mapped(False)
    yield "mirrored map", lambda: mapped(True)
    for run in plan.frame.runs:
        yield f"bend card {run.id}", lambda run=run: bend_card_pdf(plan, run.id, printing)  # type: ignore[misc]
    yield "cut list", lambda: cut_list_pdf(plan, printing)
    yield (
        "holes",
        lambda: map_pdf(
            drilling_template(plan, units),
            heading_of(plan, "Holes in the base", "scale 1:1", printing),
            printing,
        ),
    )
    if plan.character.face is not None:
        drawn, times = face_plan_map(sheet, plan, units)
        heading = heading_of(plan, "Face plan", f"scale {times}:1", printing)
        yield "face plan", lambda: map_pdf(drawn, heading, printing)
    yield "caliper card", lambda: caliper_card_pdf(plan, printing)
    yield "foil card", lambda: foil_card_pdf(plan, printing)
    yield "paint card", lambda: paint_card_pdf(plan, printing)
    yield (
        "stripe guide",
        lambda: map_pdf(
            stripe_guide(rings((18.0, 12.0), 90.0, 3.0), units),
            heading_of(plan, "Stripes along a limb", "scale 1:1", printing),
            printing,
        ),
    )
    yield "portion card", lambda: portion_card_pdf(plan, printing)
    found = patterns(workpiece(sheet, context, Progress()))
    yield (
        "patterns",
        lambda: maps_pdf(
            pattern_pages(found, units, printing.paper_name),
            heading_of(plan, "Patterns", "scale 1:1", printing),
            printing,
        ),
    )
    for bake in plan.bake.bakes:
        yield f"bake card {bake.number}", lambda n=bake.number: bake_card_pdf(plan, n, printing)  # type: ignore[misc]
    if plan.bake.bakes:
        twice = [(plan, 1), (plan, 1)]
        yield "load card", lambda: load_card_pdf(twice, context.rules.oven, printing)
    yield "card for photographs", lambda: check_card_pdf(plan, printing)
    clay = workpiece(sheet, context, Progress()).clay_pieces
    if clay:
        yield (
            "notch gauge",
            lambda: map_pdf(
                notch_gauge(clay[-1], units),
                heading_of(plan, "Notch gauge", "scale 1:1", printing),
                printing,
            ),
        )
    work = calendar([work_of(plan, "figure")], Rules(), EVENING)
    yield "day", lambda: day_sheet_pdf(work, {"figure": plan}, EVENING.date(), printing)
    needs = FigureNeeds(figure="figure", name=plan.name, needs=needs_of(plan, sheet, context))
    bought = shopping_list([needs], [], [], Owned())
    yield "shopping", lambda: shopping_sheet_pdf(bought, [plan.name], plan.today, printing)
