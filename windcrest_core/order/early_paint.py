"""Paint that goes on between bakes because the sculptor moved it there: inside a mouth before it closes."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Said, Text, said
from windcrest_core.given.house_rules import DRY_BEFORE_OVEN_MIN
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Need, Step, StepKind

ROUND_IT: tuple[StepKind, ...] = ("sand", "wash", "ground")
"""What is done to the whole figure later, and not to what is painted by then."""


def early_coats(
    work: Workpiece, making: Iterable[Step], finishing: Iterable[Step]
) -> dict[str, Step]:
    """The coats of each colour area as they are done between bakes, by key: on cured clay, and dry before the oven."""
    keys = {step.key for step in making}
    areas = {step_key(area.id, "coats"): area.id for area in work.sheet.colour.areas}
    found = {}
    for step in finishing:
        if step.key not in areas:
            continue
        covered = [
            key
            for part in work.sheet.parts
            if part.area == areas[step.key] and (key := step_key(part.id, "cover")) in keys
        ]
        found[step.key] = step.model_copy(
            update={
                "label": said("order.painted_between_bakes", label=step.label),
                "wait_min": DRY_BEFORE_OVEN_MIN[work.context.rules.painted_by],
                "caution": said("clay.paint_that_stands_the_oven"),
                "needs": [
                    Need(
                        key=key,
                        reason=said("order.all_of_its_area_is_cured"),
                        between="bake",
                        kind="area",
                    )
                    for key in covered
                ],
            }
        )
    return found


def left_alone(work: Workpiece, finishing: Iterable[Step], early: Iterable[str]) -> list[Step]:
    """The steps, where those that are done to the whole figure leave the areas alone whose coats are on it by then.

    Parameters
    ----------
    early : keys of the coats that are done between bakes.
    """
    keys = set(early)
    names: list[Text] = [
        area.label for area in work.sheet.colour.areas if step_key(area.id, "coats") in keys
    ]
    if not names:
        return list(finishing)
    return [
        step.model_copy(update={"label": _but(step, names)}) if step.kind in ROUND_IT else step
        for step in finishing
    ]


def _but(step: Step, names: list[Text]) -> Text:
    if step.kind == "sand" and isinstance(step.label, Said):
        sanded = step.label.values["sanded"]
        rest = [name for name in sanded if name not in names] if isinstance(sanded, list) else []
        return Said(step.label.code, {"sanded": rest}) if rest else step.label
    return said("order.but_what_is_painted", label=step.label, areas=names)


def painted_from(work: Workpiece, placed: Mapping[str, int]) -> dict[str, int]:
    """The first bake that each area painted between bakes is in with its paint on, by the area's id."""
    return {
        area.id: placed[key]
        for area in work.sheet.colour.areas
        if (key := step_key(area.id, "coats")) in placed
    }
