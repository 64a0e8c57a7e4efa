"""Tick steps, or take the ticks back."""

from __future__ import annotations

import gzip

from server.problems import Problem
from server.shelf.models import BakeRecord, Figure, StepDone
from server.shelf.planning import kept_plan_of, plan_of
from server.speaking import speaker_of
from server.stores.given import context_of
from windcrest_core.errors import Fault
from windcrest_core.given.load import Context
from windcrest_core.measures import Units
from windcrest_core.plan import Plan
from windcrest_core.step_keys import bake_key
from windcrest_core.words import sayer
from windcrest_core.work.bakes import planned_bake

METRIC = sayer(Units())


def mark_steps(figure: Figure, keys: list[str], done: bool) -> None:
    """Tick all of `keys` and what is done in one go with them, or none where one is unknown; or take the ticks back.

    A bake ticked is a bake run, and one whose tick is taken back is not. With its last step ticked a figure keeps
    the house rules and stores it was made by, and its plan; with a tick taken back it goes by those of today.
    """
    plan = plan_of(figure)
    keys = list(dict.fromkeys(k for key in keys for k in plan.order.in_one_go(key)))
    if not done:
        StepDone.objects.filter(figure=figure, key__in=keys).delete()
        for record in figure.bakes.all():
            if bake_key(record.number) in keys:
                record.delete()
        _pin(figure, None)
        return
    known = {
        key: step.model_dump(mode="json", context=METRIC)
        for step in plan.order.steps
        for key in step.keys
    }
    known |= {
        item.key: item.model_dump(mode="json", context=METRIC)
        for item in plan.finish.checklist
        if item.key not in known
    }
    for key in keys:
        if key not in known:
            raise Problem(422, "No such step.", [Fault("key", key, "a step of this plan")])
    _write_down(figure, plan, keys)
    StepDone.objects.bulk_create(
        [StepDone(figure=figure, key=key, snapshot=known[key]) for key in keys],
        ignore_conflicts=True,
    )
    if figure.pinned is None and plan_of(figure).order.next_step is None:
        _pin(figure, context_of(figure.owner_id))


def _write_down(figure: Figure, plan: Plan, keys: list[str]) -> None:
    """A ticked bake took the minutes that were advised, until somebody says otherwise; what went in
    raw stays in it."""
    for step in plan.order.steps:
        if step.kind != "bake" or step.bake is None or step.key not in keys:
            continue
        number = step.bake
        bake, _, went_in = planned_bake(plan, number)
        BakeRecord.objects.get_or_create(
            figure=figure,
            number=number,
            defaults={"minutes": bake.advised_min.value, "steps": went_in},
        )


def _pin(figure: Figure, context: Context | None) -> None:
    pinned = context.model_dump(mode="json") if context else None
    if figure.pinned != pinned:
        figure.pinned = pinned
        figure.pinned_plan = gzip.compress(_text(figure).encode()) if context else None
        figure.save(update_fields=["pinned", "pinned_plan"])


def _text(figure: Figure) -> str:
    return kept_plan_of(figure).text(speaker_of(figure.owner_id))
