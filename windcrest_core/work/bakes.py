"""A bake of a plan, with what the ones before it left its parts as."""

from __future__ import annotations

from typing import NamedTuple

from windcrest_core.bake.firing import Before
from windcrest_core.bake.model import BakePlan
from windcrest_core.errors import SheetError
from windcrest_core.facts import said
from windcrest_core.plan import Plan


class PlannedBake(NamedTuple):
    """`before` is what the bake before it left each part as, by id; a part that is made again is raw when it goes
    in. `steps` are the keys of what is raw in it."""

    bake: BakePlan
    before: dict[str, Before]
    steps: list[str]


def planned_bake(plan: Plan, number: int) -> PlannedBake:
    """A bake by its number in this plan.

    Raises
    ------
    SheetError : the plan has no such bake.
    """
    bakes = plan.bake.bakes
    found = next((bake for bake in bakes if bake.number == number), None)
    if found is None:
        allowed = ", ".join(str(bake.number) for bake in bakes) or said(
            "work.none_nothing_is_baked"
        )
        raise SheetError.one("number", number, f"one of {allowed}")
    raw = {part.id for part in found.parts if part.raw_in}
    earlier = [bake for bake in bakes if bake.number < number]
    before = {
        part.id: Before(fusion=part.fusion, scorch=part.scorch)
        for part in (earlier[-1].parts if earlier else [])
        if part.id not in raw
    }
    baked = (step for step in plan.order.steps if step.kind == "bake" and step.bake == number)
    went_in = [key for need in next(baked).needs for key in plan.order.in_one_go(need.key)]
    return PlannedBake(found, before, went_in)
