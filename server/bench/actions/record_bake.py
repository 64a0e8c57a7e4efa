"""Write down the minutes a bake really took."""

from __future__ import annotations

from django.db import transaction

from server.bench.actions.mark_steps import mark_steps
from server.bench.models import BakeRecord
from server.problems import Problem
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from windcrest_core.errors import Fault, Limits, SheetError
from windcrest_core.refused import limit_words

LONGEST_MIN = 1440.0


def record_bake(
    figure: Figure, number: int, minutes: float | None, air_c: list[float] | None = None
) -> None:
    """What went in raw stays in that bake however the plan changes. `minutes` None takes the record
    back; `air_c` is the air that was measured, every 15 s."""
    if minutes is None:
        mark_steps(figure, [f"bake.{number}"], False)
        return
    if not 1 <= minutes <= LONGEST_MIN:
        limits = Limits(least=1, most=LONGEST_MIN, unit="minutes")
        raise SheetError([Fault("minutes", minutes, limit_words(limits), "limit", limits)])
    plan = plan_of(figure)
    bakes = len(plan.bake.bakes)
    if not 1 <= number <= bakes:
        fault = Fault("number", number, f"1 to {bakes}, the bakes of this plan")
        raise Problem(422, str(fault), [fault])
    bake = next(step for step in plan.order.steps if step.key == f"bake.{number}")
    went_in = [need.key for need in bake.needs]
    with transaction.atomic():
        known = BakeRecord.objects.filter(figure=figure, number=number).first()
        BakeRecord.objects.update_or_create(
            figure=figure,
            number=number,
            defaults={
                "minutes": minutes,
                "steps": known.steps if known else went_in,
                "air_c": air_c or [],
            },
        )
        mark_steps(figure, [f"bake.{number}"], True)
