"""Tick steps, or take the ticks back."""

from __future__ import annotations

from server.bench.models import StepDone
from server.problems import Problem
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from windcrest_core.errors import Fault


def mark_steps(figure: Figure, keys: list[str], done: bool) -> None:
    """Tick all of `keys`, or none where one is unknown; or take the ticks back."""
    if not done:
        StepDone.objects.filter(figure=figure, key__in=keys).delete()
        return
    plan = plan_of(figure)
    known = {step.key: step.model_dump(mode="json") for step in plan.order.steps}
    known |= {
        item.key: item.model_dump() for item in plan.finish.checklist if item.key not in known
    }
    for key in keys:
        if key not in known:
            raise Problem(422, "No such step.", [Fault("key", key, "a step of this plan")])
    StepDone.objects.bulk_create(
        [StepDone(figure=figure, key=key, snapshot=known[key]) for key in keys],
        ignore_conflicts=True,
    )
