"""The bake each step goes into: as early as its reasons, its history and the sculptor allow."""

from __future__ import annotations

import bisect
import itertools
from collections.abc import Iterable, Mapping
from graphlib import TopologicalSorter

from windcrest_core.given.progress import Progress
from windcrest_core.precedence import reachable
from windcrest_core.steps import Step

NOTHING: Mapping[str, int] = {}


def stages(
    steps: list[Step], least: Mapping[str, int] = NOTHING, ran: Mapping[str, int] = NOTHING
) -> dict[str, int]:
    """The bake each step goes into, from 1: as early as its reasons allow.

    A bake lies on an edge only if the edge says so; the number of bakes is then the longest chain
    of such edges plus one, which no order can better.

    Parameters
    ----------
    least : the first bake a step may go into. ran : the bake a step was in, whatever its reasons.

    Raises
    ------
    graphlib.CycleError : the needs go in a circle.
    """
    before = _before(steps)
    found: dict[str, int] = {}
    for key in TopologicalSorter(before).static_order():
        if key in ran:
            found[key] = ran[key]
            continue
        found[key] = max(
            (found[other] + (1 if cured else 0) for other, cured in before[key].items()), default=1
        )
        found[key] = max(found[key], least.get(key, 1))
    return _without_gaps(steps, found, max(ran.values(), default=0))


def first_cured(steps: Iterable[Step], placed: Mapping[str, int]) -> dict[str, int]:
    """The bake that cures each part for the first time."""
    found: dict[str, int] = {}
    for step in steps:
        if step.into_oven and step.part is not None and step.key in placed:
            found.setdefault(step.part, placed[step.key])
    return found


def _without_gaps(steps: list[Step], found: dict[str, int], over: int) -> dict[str, int]:
    """The same with no bake that nothing goes into; a step goes up to the next bake there is. Bakes up
    to `over` keep their numbers: one of them has been run."""
    fed = {found[step.key] for step in steps if step.into_oven}
    used = sorted({*fed, *range(1, over + 1)})
    if not used or len(used) == used[-1]:
        return found
    return {
        key: min(bisect.bisect_left(used, bake), len(used) - 1) + 1 for key, bake in found.items()
    }


def _before(steps: list[Step]) -> dict[str, dict[str, bool]]:
    """What each step waits for, and whether a bake must lie between."""
    known = {step.key for step in steps}
    found: dict[str, dict[str, bool]] = {key: {} for key in known}
    for step in steps:
        for need in step.needs:
            if need.key in known:
                before = found[step.key]
                before[need.key] = need.cured or before.get(need.key, False)
    return found


def history(steps: list[Step], progress: Progress) -> tuple[dict[str, int], dict[str, int]]:
    """What the bakes that were run leave open: the first bake each step may go into, and the bake
    that each step was in. What would have gone into a bake that was run without it goes into the next
    that was not; a bake whose contents nobody wrote down is as the plan has it."""
    ran = {key: done.bake for done in progress.bakes for key in done.steps}
    if not ran:
        return {}, {}
    making = [step for step in steps if not step.after_bakes]
    over = set(ran.values())
    waits_for = _before(making)
    # What a baked step waited for was done before it, ticked or not.
    before = reachable(waits_for, ran)
    done = {*progress.steps_done, *before}
    least = {
        key: next(number for number in itertools.count(bake) if number not in over)
        for key, bake in stages(making).items()
        if bake in over and key not in ran and key not in done
    }
    return least, ran
