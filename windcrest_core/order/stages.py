"""The bake each step goes into: as early as its reasons, its history and the sculptor allow, or as late.

Which bake is a system of differences: a step is no earlier than what it waits for, a bake later where a bake must lie
between, and in the same bake where none may. The least solution is found by relaxation, as long ways are.
"""

from __future__ import annotations

import bisect
from collections import deque
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from windcrest_core.errors import ContradictionError
from windcrest_core.steps import Step

Ways = dict[str, dict[str, int]]
"""From a step to those that are no earlier than it, each with how many bakes later at least."""


@dataclass(frozen=True)
class Laid:
    """How steps are laid into bakes. `least` is the first bake a step may go into, `ran` the bake it was in,
    whatever its reasons; `late` where all goes as late as it may."""

    least: Mapping[str, int] = field(default_factory=dict)
    ran: Mapping[str, int] = field(default_factory=dict)
    late: bool = False


FREELY = Laid()


def stages(steps: list[Step], laid: Laid = FREELY) -> dict[str, int]:
    """The bake each step goes into, from 1.

    A bake lies on an edge only if the edge says so; the number of bakes is then the longest chain
    of such edges plus one, which no order can better.

    Raises
    ------
    ContradictionError : a bake would have to lie between steps that share one.
    """
    ways = _ways(steps, laid.ran)
    found = _earliest(ways, laid.least, laid.ran)
    if laid.late:
        oven = {step.key for step in steps if step.into_oven}
        last = max((found[key] for key in oven), default=1)
        latest = _latest(ways, {**dict.fromkeys(found, last), **laid.ran})
        at_last = {key: latest[key] for key in oven if key not in laid.ran}
        found = _earliest(ways, {**laid.least, **at_last}, laid.ran)
    return _without_gaps(steps, found, max(laid.ran.values(), default=0))


def _ways(steps: list[Step], ran: Mapping[str, int]) -> Ways:
    """What follows what. Steps that share a bake lead to each other, as long as neither was in one."""
    ways: Ways = {step.key: {} for step in steps}

    def lead(one: str, other: str, bakes: int) -> None:
        ways[one][other] = max(bakes, ways[one].get(other, 0))

    for step in steps:
        shared = [need.key for need in step.needs if need.raw] + step.one_with
        for key in shared:
            if key in ways and not (key in ran or step.key in ran):
                lead(step.key, key, 0)
                lead(key, step.key, 0)
        for need in step.needs:
            if need.key in ways:
                lead(need.key, step.key, 1 if need.cured else 0)
    return ways


def _earliest(ways: Ways, least: Mapping[str, int], ran: Mapping[str, int]) -> dict[str, int]:
    found = {key: ran.get(key, least.get(key, 1)) for key in ways}
    most = max(found.values(), default=1) + sum(1 for after in ways.values() if 1 in after.values())
    pushed_by: dict[str, str] = {}
    ahead = deque(ways)
    waiting = set(ways)
    while ahead:
        key = ahead.popleft()
        waiting.discard(key)
        for other, bakes in ways[key].items():
            at = found[key] + bakes
            if other in ran or at <= found[other]:
                continue
            found[other], pushed_by[other] = at, key
            if at > most:
                raise ContradictionError(_circle(pushed_by, other))
            if other not in waiting:
                waiting.add(other)
                ahead.append(other)
    return found


def _circle(pushed_by: Mapping[str, str], key: str) -> list[str]:
    """The circle that one comes to from `key` against the way it was pushed."""
    seen: dict[str, None] = {}
    while key not in seen:
        seen[key] = None
        key = pushed_by[key]
    back = list(seen)[list(seen).index(key) :]
    return back[::-1]


def _latest(ways: Ways, last: dict[str, int]) -> dict[str, int]:
    """The last bake each step may go into, none later than `last` says."""
    before: Ways = {key: {} for key in ways}
    for key, after in ways.items():
        for other, bakes in after.items():
            before[other][key] = bakes
    found = dict(last)
    ahead = deque(ways)
    while ahead:
        key = ahead.popleft()
        for other, bakes in before[key].items():
            if found[key] - bakes < found[other]:
                found[other] = found[key] - bakes
                ahead.append(other)
    return found


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
