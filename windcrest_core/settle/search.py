"""The least change of a sheet that leaves no stop and no warning.

Least, in this order: stops, warnings, changes that are seen, then what is bought and the hours. Only what is hidden is
changed; each finding that is left says what is in its way. Found by following fixes from finding to finding, proved by
whole plans, then thinned: what is not needed is left out again, and what has a cheaper way goes that.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Finding, Fix, Operation
from windcrest_core.settle.choices import lock_in_the_way, unseen
from windcrest_core.settle.offers import different, mended, serving_others
from windcrest_core.settle.trials import Given, Key, Moved, Trial, Trials
from windcrest_core.sheet.model import FigureSheet

MOST_PLANS = 100
FOR_WORDS = 12  # of them, kept to say what is in the way of what is left
PEGGED = re.compile(r"^run/[^/]+/(start|end)$")
AHEAD = 2  # changes that may have to go together before anything is better
More = Callable[[Trial, Finding], Iterator[Fix]]
"""Changes beside those a finding brings."""


class SettleChange(Frozen):
    """One change: what it is for, and what it moves as the last of all."""

    label: Text
    operations: list[Operation]
    because: list[Text]
    moved: Moved


class Left(Frozen):
    """A finding that no change of what is hidden mends, and what is in the way."""

    finding: Finding
    in_the_way: Text | None


class Settled(Frozen):
    """What is to be changed, in its order, what was wrong before and what is left; `plans` were made for it."""

    changes: list[SettleChange]
    stops: tuple[int, int]
    warnings: tuple[int, int]
    left: list[Left]
    moved: Moved
    plans: int


Worth = tuple[int, int, int, float]
"""Stops, warnings, notes, price."""


@dataclass(frozen=True)
class _Path:
    """Changes so far, each with the finding it is for, and where they have led."""

    fixes: tuple[tuple[Fix, Key], ...]
    at: Trial


def settle(
    sheet: FigureSheet,
    given: Given,
    tell: Callable[[float], None] = lambda share: None,
    most: int = MOST_PLANS,
    free: More | None = None,
) -> Settled:
    """The least change that settles a figure, as far as what is hidden can.

    Parameters
    ----------
    tell : called with the share of the plans that have been made. most : plans to be made. free : where nobody has
        chosen anything yet, what may be changed besides; then what is seen may be too.

    Raises
    ------
    SheetError : a sheet that nothing can be built from.
    """
    trials = Trials(sheet, given, max(2, most - FOR_WORDS), tell)
    allowed = Allowed(free, given.context.rules.feet == "loops")
    found = _thinned(trials, _clean(trials, allowed), allowed)
    after = found.at
    trials.most = most
    return Settled(
        changes=list(_changes(trials, found)),
        stops=(trials.start.stops, after.stops),
        warnings=(trials.start.warnings, after.warnings),
        left=list(_left(given, after, trials)),
        moved=after.moved_from(trials.start),
        plans=trials.made,
    )


@dataclass(frozen=True)
class Allowed:
    """Which changes may be made: of what is hidden, or where nobody has chosen yet of what is seen too. Whoever has feet
    stand free in loops, by House rules, keeps them so."""

    free: More | None = None
    loops: bool = False

    def worth(self, trial: Trial) -> Worth:
        """To be made less; notes count where nobody has chosen what they are about."""
        notes = 0 if self.free is None else trial.notes
        return trial.stops, trial.warnings, notes, round(trial.price, 2)

    def candidates(self, trial: Trial, key: Key) -> list[Fix]:
        """Changes that a finding asks for, none of them locked."""
        finding = trial.finding(key)
        rows = [*finding.fixes, *serving_others(trial, finding)]
        if self.free is not None:
            rows += self.free(trial, finding)
        return [
            row
            for row in different(rows)
            if (self.free is not None or unseen(trial.sheet, row.operations))
            and all(op.path != "height_mm" for op in row.operations)
            and not (self.loops and any(PEGGED.match(op.path) for op in row.operations))
            and lock_in_the_way(trial.sheet, row.operations) is None
        ]


def _on_the_way(trial: Trial) -> tuple[int, int, float]:
    """To be made less before the end, where notes still come and go."""
    return trial.stops, trial.warnings, trial.price


def _clean(trials: Trials, allowed: Allowed) -> _Path:
    """From finding to finding, the worst first, each time the change that leaves least."""
    path, stuck = _Path((), trials.start), set[Key]()
    while not trials.spent:
        key = next(
            (
                key
                for key in sorted(path.at.bad, key=lambda key: -path.at.bad[key])
                if key not in stuck
            ),
            None,
        )
        if key is None:
            break
        better = _better(trials, allowed, path, key, AHEAD)
        if better is None:
            stuck.add(key)
        else:
            path, stuck = better, set()
    return path


def _better(trials: Trials, allowed: Allowed, path: _Path, key: Key, ahead: int) -> _Path | None:
    """The best of what mends a finding, where that leaves less than there was."""
    before = _on_the_way(path.at)[:2]
    best: _Path | None = None
    half_way: list[_Path] = []
    for row in allowed.candidates(path.at, key):
        after = trials.after(path.at, row.operations)
        if after is None or key in after.bad:
            continue
        further = _Path((*path.fixes, (row, key)), after)
        if _on_the_way(after)[:2] >= before:
            half_way.append(further)
        elif best is None or _on_the_way(after) < _on_the_way(best.at):
            best = further
    if best is not None or ahead <= 1:
        return best
    for further in half_way:
        for new in further.at.worse_than(path.at):
            found = _better(trials, allowed, further, new, ahead - 1)
            if found is not None and _on_the_way(found.at)[:2] < before:
                return found
    return None


def _thinned(trials: Trials, path: _Path, allowed: Allowed) -> _Path:
    """Without what is not needed after all, and by cheaper ways where there are some."""
    fixes = list(path.fixes)
    at = path.at
    for n in reversed(range(len(fixes))):
        rest = fixes[:n] + fixes[n + 1 :]
        after = _all_of(trials, [row for row, _ in rest])
        if after is not None and _on_the_way(after)[:2] <= _on_the_way(at)[:2]:
            fixes, at = rest, after
    for n, (row, key) in enumerate(fixes):
        for other in _other_ways(trials, allowed, fixes[:n], row, key):
            rows = [*fixes[:n], (other, key), *fixes[n + 1 :]]
            after = _all_of(trials, [one for one, _ in rows])
            if after is not None and allowed.worth(after) < allowed.worth(at):
                fixes, at = rows, after
    return _Path(tuple(fixes), at)


def _other_ways(
    trials: Trials, allowed: Allowed, before: list[tuple[Fix, Key]], row: Fix, key: Key
) -> Iterator[Fix]:
    """What else would have mended the same finding where it was."""
    there = _all_of(trials, [one for one, _ in before])
    if there is None or key not in there.ranks:
        return
    yield from (
        other for other in allowed.candidates(there, key) if other.operations != row.operations
    )


def _all_of(trials: Trials, rows: list[Fix]) -> Trial | None:
    """One after another: a later one may be worked out on what an earlier one has made."""
    at: Trial | None = trials.start
    for row in rows:
        if at is None:
            return None
        at = trials.after(at, row.operations)
    return at


def _changes(trials: Trials, path: _Path) -> Iterator[SettleChange]:
    at = trials.start
    for row, _ in path.fixes:
        after = trials.after(at, row.operations)
        if after is None:
            return
        gone = [at.finding(one).title for one in at.bad if one not in after.bad]
        yield SettleChange(
            label=row.label,
            operations=row.operations,
            because=gone,
            moved=after.moved_from(at),
        )
        at = after


def _way(trials: Trials, finding: Finding) -> Text | None:
    """What is in the way: that what mends it is seen, or what else."""
    row = mended(trials, finding)
    if row.offers:
        return said("settle.way.seen", fix=row.offers[0].label)
    return row.in_the_way


def _left(given: Given, after: Trial, trials: Trials) -> Iterator[Left]:
    """What is left, worst first; what is in the way of the first few is looked for."""
    looked = Trials(after.sheet, given, FOR_WORDS)
    for key in sorted(after.bad, key=lambda key: -after.bad[key]):
        finding = after.finding(key)
        yield Left(finding=finding, in_the_way=None if looked.spent else _way(looked, finding))
    trials.made += looked.made
