"""Write down the minutes a bake really took."""

from __future__ import annotations

import itertools

from server.bench.actions.mark_steps import mark_steps
from server.bench.begun import planned_then
from server.bench.models import LiveBake
from server.shelf.models import BakeRecord, Figure
from server.shelf.planning import plan_of
from windcrest_core.errors import Fault, Limits, SheetError
from windcrest_core.refused import limit_words
from windcrest_core.step_keys import bake_key
from windcrest_core.work.bakes import planned_bake

LONGEST_MIN = 1440.0


def record_bake(figure: Figure, number: int, minutes: float | None) -> None:
    """Of a bake of today's plan, the minutes by hand; what went in raw stays in it however the plan
    changes. `minutes` None takes the record back."""
    if minutes is None:
        mark_steps(figure, [bake_key(number)], False)
        return
    if not 1 <= minutes <= LONGEST_MIN:
        limits = Limits(least=1, most=LONGEST_MIN, unit="minutes")
        raise SheetError([Fault("minutes", minutes, limit_words(limits), "limit", limits)])
    went_in = planned_bake(plan_of(figure), number).steps
    BakeRecord.objects.update_or_create(
        figure=figure,
        number=number,
        defaults={"minutes": minutes, "air_c": [], "dial_c": None},
        create_defaults={"minutes": minutes, "steps": went_in},
    )
    mark_steps(figure, [bake_key(number)], True)


def record_begun(bake: LiveBake, minutes: float, air_c: list[float]) -> None:
    """Of a bake that was begun, with what went in then, where that is known still. It keeps its number where today's plan has one
    so called; else it is the first that was not run. `air_c` is the air that was measured, every 15 s."""
    figure = bake.figure
    try:
        went_in = planned_then(bake).steps
    except SheetError:
        went_in = []
    ran = set(figure.bakes.values_list("number", flat=True))
    number = bake.number
    if all(planned.number != number for planned in plan_of(figure).bake.bakes):
        number = next(free for free in itertools.count(1) if free not in ran)
    BakeRecord.objects.update_or_create(
        figure=figure,
        number=number,
        defaults={
            "minutes": min(LONGEST_MIN, max(1.0, round(minutes, 1))),
            "steps": went_in,
            "dial_c": bake.dial_c,
            "air_c": air_c,
            "live": bake,
        },
    )
    key = bake_key(number)
    if any(step.key == key for step in plan_of(figure).order.steps):
        mark_steps(figure, [key], True)
