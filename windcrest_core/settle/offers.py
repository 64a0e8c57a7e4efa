"""Fixes that hold: each shown by a whole plan to mend its finding and to bring no new stop or warning."""

from __future__ import annotations

from collections.abc import Iterator

from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Finding, Fix, Operation
from windcrest_core.settle.choices import lock_in_the_way, unseen
from windcrest_core.settle.trials import Key, Moved, Trial, Trials
from windcrest_core.settle.ways import label_of, questions

MOST_FOLLOWED = 2  # changes that go with one another, after the first
MOST_TRIED = 12  # plans for one finding


class Offer(Frozen):
    """A fix that holds: what else it moves, and the other stops and warnings that go with it."""

    label: Text
    operations: list[Operation]
    moved: Moved
    settles: list[Text]


class Mended(Frozen):
    """What may be done about a finding, the best first; what is in the way where there is nothing."""

    id: str
    subject: str
    offers: list[Offer]
    in_the_way: Text | None = None


def key_of(finding: Finding) -> Key:
    return finding.id, finding.subject


def mended(trials: Trials, finding: Finding) -> Mended:
    """What mends a finding of the plan the trials begin with."""
    start, key = trials.start, key_of(finding)
    held = sorted(
        _holding(trials, finding),
        key=lambda row: (not unseen(trials.start.sheet, row[1]), row[2].price),
    )
    found = [_offer(start, after, label, operations) for label, operations, after in held]
    way = None if found or not _asks_for_a_fix(finding) else _in_the_way(trials, finding)
    return Mended(id=key[0], subject=key[1], offers=found, in_the_way=way)


def _asks_for_a_fix(finding: Finding) -> bool:
    return finding.severity != "note"


def _offer(before: Trial, after: Trial, label: Text, operations: list[Operation]) -> Offer:
    gone = [before.finding(key) for key in before.bad if key not in after.bad]
    return Offer(
        label=label,
        operations=operations,
        moved=after.moved_from(before),
        settles=[row.title for row in gone],
    )


Held = tuple[Text, list[Operation], Trial]


def _holding(trials: Trials, finding: Finding) -> list[Held]:
    """Changes that mend it and bring nothing as bad: its own, one that serves others that want the same thing
    otherwise, or where none of those does, with what then has to follow."""
    key, start = key_of(finding), trials.start
    rows = different([*finding.fixes, *serving_others(start, finding)])
    open_ = [row for row in rows if lock_in_the_way(start.sheet, row.operations) is None]
    until = trials.made + MOST_TRIED
    found: list[Held] = []
    half_way: list[tuple[Fix, Trial]] = []
    for row in open_:
        after = trials.after(start, row.operations)
        if after is None or key in after.ranks:
            continue
        if after.worse_than(start):
            half_way.append((row, after))
        else:
            found.append((row.label, row.operations, after))
    best = _serving_most(start, found, finding)
    if best or not _asks_for_a_fix(finding):
        return best
    for row, after in half_way:
        followed = next(_followed(trials, key, [row], after, until), None)
        if followed is not None:
            return [followed]
    return []


def serving_others(start: Trial, finding: Finding) -> Iterator[Fix]:
    """What other findings would set the same things to, and half-way between numbers."""
    own = {frozenset(op.path for op in row.operations): row for row in finding.fixes}
    for other in start.plan.findings:
        if key_of(other) == key_of(finding):
            continue
        for row in other.fixes:
            mine = own.get(frozenset(op.path for op in row.operations))
            if mine is None or lock_in_the_way(start.sheet, row.operations) is not None:
                continue
            if row.operations != mine.operations:
                yield row
                if (half := _half_way(mine, row)) is not None:
                    yield half


def different(rows: list[Fix]) -> list[Fix]:
    """Those that change the same thing to the same once."""
    found: list[Fix] = []
    for row in rows:
        if all(row.operations != other.operations for other in found):
            found.append(row)
    return found


def _half_way(a: Fix, b: Fix) -> Fix | None:
    if len(a.operations) != 1 or a.operations[0].path != b.operations[0].path:
        return None
    one, other = a.operations[0].value, b.operations[0].value
    numbers = isinstance(one, int | float) and isinstance(other, int | float)
    if not numbers or isinstance(one, bool) or isinstance(other, bool):
        return None
    operations = [Operation(path=a.operations[0].path, value=round((one + other) / 2, 1))]
    return Fix(label=label_of(operations), operations=operations)


def _serving_most(start: Trial, found: list[Held], finding: Finding) -> list[Held]:
    """Of changes to the same things only what mends most of what asks for them."""
    paths: dict[frozenset[str], list[Held]] = {}
    for held in found:
        paths.setdefault(frozenset(op.path for op in held[1]), []).append(held)
    best = []
    for rows in paths.values():
        if len(rows) == 1 or not list(serving_others(start, finding)):
            best += rows
            continue
        mends = [len([key for key in start.bad if key not in after.bad]) for *_, after in rows]
        best += [row for row, number in zip(rows, mends, strict=True) if number == max(mends)]
    return best


def _followed(
    trials: Trials, key: Key, done: list[Fix], after: Trial, until: int
) -> Iterator[Held]:
    """What is to follow changes that mend a finding and bring others, until nothing new is left."""
    worse = after.worse_than(trials.start)
    if not worse or key in after.ranks:
        return
    for new in worse:
        for row in after.finding(new).fixes:
            if trials.made >= until or trials.spent:
                return
            if lock_in_the_way(after.sheet, row.operations) is not None:
                continue
            further = trials.after(after, row.operations)
            if further is None or key in further.ranks:
                continue
            rows = [*done, row]
            if not further.worse_than(trials.start):
                label = said("settle.together", labels=[one.label for one in rows])
                yield label, [op for one in rows for op in one.operations], further
                return
            if len(rows) <= MOST_FOLLOWED:
                yield from _followed(trials, key, rows, further, until)


def _in_the_way(trials: Trials, finding: Finding) -> Text:
    """The choice of the person's that, were it otherwise, would let it be mended."""
    start, key = trials.start, key_of(finding)
    for row in finding.fixes:
        lock = lock_in_the_way(start.sheet, row.operations)
        if lock is not None:
            return said("settle.way.locked", fix=row.label, lock=label_of_lock(start, lock))
    for question in questions(start.sheet, finding):
        after = trials.after(start, question.operations)
        if after is not None and key not in after.ranks and not after.worse_than(start):
            return said("settle.way.question", what=question.label)
    return said("settle.way.none")


def label_of_lock(trial: Trial, lock: str) -> Text:
    """What a lock is on, as the person knows it."""
    kind, *rest = lock.split("/")
    if kind == "part" and rest:
        part = next((row for row in trial.sheet.parts if row.id == rest[0]), None)
        return said("settle.lock.part", part=part.label if part else rest[0])
    if kind == "run" and rest:
        run = next((row for row in trial.sheet.runs if row.id == rest[0]), None)
        return said("settle.lock.run", run=run.label if run else rest[0])
    if kind == "joint" and rest:
        return said("settle.lock.pose")
    return said("settle.lock.other", what=kind.removesuffix("_mm").replace("_", " "))
