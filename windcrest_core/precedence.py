"""What waits for what: orders that keep to it, and everything before or after."""

from __future__ import annotations

import heapq
from collections.abc import Callable, Iterable, Mapping
from graphlib import TopologicalSorter

from windcrest_core.steps import Step

Rank = tuple[float, ...]


def waiting_for(steps: Iterable[Step]) -> dict[str, list[str]]:
    """The steps that wait for each key."""
    found: dict[str, list[str]] = {}
    for step in steps:
        for need in step.needs:
            found.setdefault(need.key, []).append(step.key)
    return found


def sooner_first(before: Mapping[str, Iterable[str]], rank: Callable[[str], Rank]) -> list[str]:
    """Every key after all that it waits for; of what could come next, the lowest rank does.

    Parameters
    ----------
    before : what each key waits for.

    Raises
    ------
    graphlib.CycleError : keys wait for each other.

    Examples
    --------
    >>> sooner_first({"a": ["c"], "b": [], "c": []}, lambda key: (ord(key),))
    ['b', 'c', 'a']
    """
    sorter = TopologicalSorter(before)
    sorter.prepare()
    could_come: list[tuple[Rank, str]] = []
    found: list[str] = []
    while True:
        for key in sorter.get_ready():
            heapq.heappush(could_come, (rank(key), key))
        if not could_come:
            return found
        _, key = heapq.heappop(could_come)
        found.append(key)
        sorter.done(key)


def reachable(steps: Mapping[str, Iterable[str]], first: Iterable[str]) -> set[str]:
    """Everything that one comes to from `first`, and these themselves only where a way leads back.

    >>> sorted(reachable({"a": ["b"], "b": ["c"], "d": ["a"]}, ["a"]))
    ['b', 'c']
    """
    found: set[str] = set()
    ahead = [key for start in first for key in steps.get(start, ())]
    while ahead:
        key = ahead.pop()
        if key not in found:
            found.add(key)
            ahead.extend(steps.get(key, ()))
    return found
