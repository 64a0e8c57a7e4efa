"""Write down the minutes a bake really took."""

from __future__ import annotations

from django.db import transaction

from server.bench.actions.mark_steps import mark_steps
from server.bench.models import BakeRecord
from server.problems import Problem
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from windcrest_core.errors import Fault

LONGEST_MIN = 1440.0


def record_bake(figure: Figure, number: int, minutes: float | None) -> None:
    """`minutes` None takes the record back."""
    if minutes is None:
        BakeRecord.objects.filter(figure=figure, number=number).delete()
        mark_steps(figure, [f"bake.{number}"], False)
        return
    if not 0 < minutes <= LONGEST_MIN:
        fault = Fault("minutes", minutes, f"more than 0, at most {LONGEST_MIN:.0f} minutes")
        raise Problem(422, str(fault), [fault])
    bakes = len(plan_of(figure).bake.bakes)
    if not 1 <= number <= bakes:
        fault = Fault("number", number, f"1 to {bakes}, the bakes of this plan")
        raise Problem(422, str(fault), [fault])
    with transaction.atomic():
        BakeRecord.objects.update_or_create(
            figure=figure, number=number, defaults={"minutes": minutes}
        )
        mark_steps(figure, [f"bake.{number}"], True)
