"""What was done before the plan was as it is: steps that are moot by now, bakes that were run."""

from __future__ import annotations

import itertools

from windcrest_core.given.progress import Progress
from windcrest_core.order.stages import Laid, stages
from windcrest_core.precedence import reachable
from windcrest_core.steps import Step


def still_to_do(steps: list[Step], progress: Progress) -> list[Step]:
    """The steps without those that are moot, where one that stands for several comes instead of them or goes."""
    done = set(progress.steps_done)
    over = done.union(*(bake.steps for bake in progress.bakes))
    one_by_one = {step.key for step in steps if step.stands_for and done & set(step.stands_for)}
    stand: dict[str, str] = {}
    for step in steps:
        if step.stands_for and step.key not in one_by_one:
            stand |= dict.fromkeys([step.key, *step.stands_for], step.key)
    kept = []
    for step in steps:
        alone = not step.stands_for
        if (step.key in stand and alone) or (step.key in one_by_one and not alone):
            continue
        if step.key not in done and over & set(step.moot_with):
            continue
        kept.append(_waiting_for_one(step, stand))
    return kept


def _waiting_for_one(step: Step, stand: dict[str, str]) -> Step:
    if not any(need.key in stand for need in step.needs):
        return step
    needs = [need.model_copy(update={"key": stand.get(need.key, need.key)}) for need in step.needs]
    return step.model_copy(update={"needs": needs})


def history(
    steps: list[Step], progress: Progress, late: bool
) -> tuple[dict[str, int], dict[str, int]]:
    """What the bakes that were run leave open: the first bake each step may go into, and the bake
    that each step was in. What would have gone into a bake that was run without it goes into the next
    that was not; a bake whose contents nobody wrote down is as the plan has it."""
    ran = {key: done.bake for done in progress.bakes for key in done.steps}
    if not ran:
        return {}, {}
    making = [step for step in steps if not step.after_bakes]
    over = set(ran.values())
    # What a baked step waited for was done before it, ticked or not; not what is to be pressed into it, which may
    # have come to the figure since.
    waits_for = {s.key: [need.key for need in s.needs if need.kind != "bed"] for s in making}
    before = reachable(waits_for, ran)
    done = {*progress.steps_done, *before}
    least = {
        key: next(number for number in itertools.count(bake) if number not in over)
        for key, bake in stages(making, Laid(late=late)).items()
        if bake in over and key not in ran and key not in done
    }
    return least, ran
