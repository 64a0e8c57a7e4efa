"""What a step of painting is done with, in words for paper."""

from __future__ import annotations

from windcrest_core.colour.model import PassPlan, RecipePart
from windcrest_core.order.model import StepPlan
from windcrest_core.plan import Plan


def passes_of(step: StepPlan, plan: Plan) -> list[PassPlan]:
    """The passes that a step is of; none of what goes over all of it."""
    keys = set(step.keys)
    return [row for area in plan.colour.areas for row in area.passes if row.key in keys]


def paint_words(step: StepPlan, plan: Plan) -> str:
    """The mix of each of them with its drops, or what is bought as it is with how much."""
    return "; ".join(words for row in passes_of(step, plan) if (words := _of_pass(row)))


def dose_words(row: RecipePart) -> str:
    return f"{row.drops}" if row.counted else f"{row.ml:.1f} ml"


def _of_pass(row: PassPlan) -> str:
    if row.recipe:
        parts = " + ".join(f"{part.parts} {part.label}" for part in row.recipe)
        drops = " drops" if row.recipe[0].counted else ""
        return f"{parts}: {' + '.join(map(dose_words, row.recipe))}{drops}"
    return f"{row.bought}, {row.ml:.1f} ml" if row.bought else ""
