"""A bake that is in the oven, as it was put in: it does not follow what is changed of the figure since."""

from __future__ import annotations

from typing import Any, NamedTuple

from server.bench.models import LiveBake
from server.shelf.models import Figure
from server.shelf.planning import figure_context, given_of, kept_plan_of
from windcrest_core.bake.firing import Before
from windcrest_core.bake.live import Live, follow
from windcrest_core.bake.model import BakePlan
from windcrest_core.bake.trace import Trace
from windcrest_core.body.workpiece import workpiece
from windcrest_core.context import Context, Progress, load_context, load_progress
from windcrest_core.errors import SheetError
from windcrest_core.plan import Plan
from windcrest_core.sheet import FigureSheet, load_sheet


class PlannedBake(NamedTuple):
    """A bake of a plan. `before` is what the one before it left each part as; a part that is made again
    is raw when it goes in. `steps` are the keys of what is raw in it."""

    bake: BakePlan
    before: dict[str, Before]
    steps: list[str]


def planned_bake(plan: Plan, number: int) -> PlannedBake:
    """Raises SheetError for a number that is not of the plan."""
    bakes = plan.bake.bakes
    found = next((bake for bake in bakes if bake.number == number), None)
    if found is None:
        allowed = ", ".join(str(bake.number) for bake in bakes) or "none: nothing is baked"
        raise SheetError.one("number", number, f"one of {allowed}")
    raw = {part.id for part in found.parts if part.raw_in}
    earlier = [bake for bake in bakes if bake.number < number]
    before = {
        part.id: Before(fusion=part.fusion, scorch=part.scorch)
        for part in (earlier[-1].parts if earlier else [])
        if part.id not in raw
    }
    step = next(step for step in plan.order.steps if step.kind == "bake" and step.bake == number)
    return PlannedBake(found, before, [need.key for need in step.needs])


def contents_of(figure: Figure) -> dict[str, Any]:
    """What is put in the oven, to be kept with the bake until it is over."""
    context, progress = given_of(figure)
    return {
        "sheet": figure.sheet.model_dump(mode="json"),
        "context": context.model_dump(mode="json"),
        "progress": progress.model_dump(mode="json"),
    }


class _Given(NamedTuple):
    sheet: FigureSheet
    context: Context
    progress: Progress


_read: dict[str, _Given] = {}  # the bake looked at last, by its key: what it holds never changes


def _given(bake: LiveBake) -> _Given:
    found = _read.get(bake.key)
    if found is None:
        kept = bake.contents
        found = _Given(
            load_sheet(kept["sheet"]),
            load_context(kept["context"]),
            load_progress(kept["progress"]),
        )
        _read.clear()
        _read[bake.key] = found
    return found


def planned_then(bake: LiveBake) -> PlannedBake:
    """A bake as it was planned when it was begun."""
    given = _given(bake)
    plan = kept_plan_of(bake.figure, given.sheet, (given.context, given.progress)).plan
    return planned_bake(plan, bake.number)


def followed(bake: LiveBake, trace: Trace, elapsed_s: float) -> Live:
    """Where it stands, in the oven as it is known today."""
    given = _given(bake)
    oven = figure_context(bake.figure).rules.oven
    rules = given.context.rules.model_copy(update={"oven": oven})
    context = given.context.model_copy(update={"rules": rules})
    work = workpiece(given.sheet, context, given.progress)
    then = planned_then(bake)
    return follow(work, then.bake, then.before, trace, elapsed_s)
