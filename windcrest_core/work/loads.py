"""Loads of the oven that figures share: what is to be gained by waiting for one another, what it costs in days.

Only the next bake of each figure is looked at: what comes after it is ready at another time once that one has waited.
What a load saves is counted on the calendar itself, laid out with it and without.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from datetime import datetime, timedelta
from typing import NamedTuple

from windcrest_core.facts import Frozen, Text, said
from windcrest_core.given.house_rules import Rules
from windcrest_core.work.calendar import BakeOf, Calendar, LocalTime, Task, Work, calendar
from windcrest_core.work.pooling import Waiting, pool, scorch_of, together

PATIENCE_DAYS = 21  # a piece that is ready is not let stand longer for another [A]
MOST_OFFERED = 6


class LoadBake(Frozen):
    """A bake that is in a shared load: its own dial, °C, and minutes in the oven, the hottest it stands, the share of the tray it
    takes, and its scorch by the end against what it has left, where that is known."""

    figure: str
    name: str
    key: str
    bake: int | None
    label: Text
    dial_c: float
    most_c: float
    minutes: float
    tray: float
    scorch: float
    scorch_left: float | None


class Later(Frozen):
    """A figure that is finished so many days later for it; fewer than nought where it is sooner."""

    figure: str
    name: str
    days: int


class LoadOf(Frozen):
    """Bakes of several figures in one go: at `dial_c` for `minutes`."""

    bakes: list[LoadBake]
    dial_c: float
    minutes: float


class SharedLoad(LoadOf):
    """A load on `start` by the calendar, `saved` loads and `saved_min` of the oven fewer than without it. `trouble`
    says why it cannot be as it was meant."""

    start: LocalTime | None
    saved: int
    saved_min: float
    later: list[Later]
    trouble: list[Text]

    @property
    def of(self) -> list[BakeOf]:
        return [BakeOf(row.figure, row.key) for row in self.bakes]


class _Next(NamedTuple):
    work: Work
    task: Task


def next_bake(work: Work) -> Task | None:
    """The first bake that is still to be done."""
    return next((task for task in work.tasks if task.oven_c is not None), None)


def offered(
    works: list[Work],
    rules: Rules,
    now: datetime,
    taken: Sequence[Sequence[BakeOf]],
    in_oven: Collection[str] = (),
) -> list[SharedLoad]:
    """The loads that would save one, or are one anyway; none with what is in a load that was taken.

    Parameters
    ----------
    works : in order of preference. taken : loads that are held already. in_oven : figures that are in it now.
    """
    plain = calendar(works, rules, now, taken)
    busy = {bake.figure for group in taken for bake in group} | set(in_oven)
    starts = _starts(plain)
    coming = {
        work.figure: _Next(work, task)
        for work in works
        if work.figure not in busy and (task := next_bake(work)) is not None
        if BakeOf(work.figure, task.key) in starts
    }
    waiting = [_waiting(row, starts, now) for row in coming.values()]
    pooled = pool(waiting)
    found: list[SharedLoad] = []
    for load in pooled.loads if pooled else []:
        if len(load.ids) < 2 or len(found) == MOST_OFFERED:
            continue
        one = _weighed([coming[key] for key in load.ids], works, rules, now, taken, plain)
        if one.saved > 0 or _one_load(one.of, plain):
            found.append(one)
    return found


def held(
    group: Sequence[BakeOf],
    works: list[Work],
    rules: Rules,
    now: datetime,
    taken: Sequence[Sequence[BakeOf]],
) -> SharedLoad | None:
    """A load that was taken, as it is today, against all the others without it; None where nothing of it is left."""
    by_figure = {work.figure: work for work in works}
    rows = [
        _Next(work, task)
        for bake in group
        if (work := by_figure.get(bake.figure)) is not None
        for task in work.tasks
        if task.key == bake.key and task.oven_c is not None
    ]
    if not rows:
        return None
    others = [one for one in taken if list(one) != list(group)]
    found = _weighed(rows, works, rules, now, others, calendar(works, rules, now, others))
    return found.model_copy(update={"trouble": trouble(rows)})


def trouble(rows: Sequence[tuple[Work, Task]]) -> list[Text]:
    """Why bakes do not go in together; nothing where they do."""
    if len(rows) < 2:
        return [said("work.load_of_one")]
    pieces = [task.waiting(work.name) for work, task in rows]
    if together(pieces) is not None:
        return []
    dial = max(piece.least_c for piece in pieces)
    hot = next(piece for piece in pieces if piece.least_c == dial)
    cool = [piece for piece in pieces if piece.most_c < dial]
    told: list[Text] = [
        said(
            "work.load_too_hot",
            name=piece.id,
            most_c=piece.most_c,
            other=hot.id,
            dial_c=dial,
        )
        for piece in cool
    ]
    if sum(piece.tray for piece in pieces) > 1.0:
        told.append(said("work.load_too_large", share=sum(piece.tray for piece in pieces) * 100))
    minutes = max(piece.minutes for piece in pieces)
    told += [
        said("work.load_browns", name=piece.id, dial_c=dial, minutes_min=minutes)
        for piece in pieces
        if not cool and scorch_of(pieces, dial, minutes) > piece.scorch_left
    ]
    return told


def _starts(laid: Calendar) -> dict[BakeOf, datetime]:
    return {
        BakeOf(row.figure, row.key): start for start, rows in laid.loads.items() for row in rows
    }


def _waiting(row: _Next, starts: dict[BakeOf, datetime], now: datetime) -> Waiting:
    ready_h = (starts[BakeOf(row.work.figure, row.task.key)] - now) / timedelta(hours=1)
    return row.task.waiting(row.work.figure, ready_h, ready_h + PATIENCE_DAYS * 24.0)


def _one_load(group: Sequence[BakeOf], laid: Calendar) -> bool:
    """Whether they are in one load in any case."""
    starts = _starts(laid)
    return len({starts.get(bake) for bake in group}) == 1 and group[0] in starts


def _weighed(
    rows: Sequence[_Next],
    works: list[Work],
    rules: Rules,
    now: datetime,
    taken: Sequence[Sequence[BakeOf]],
    without: Calendar,
) -> SharedLoad:
    """A load against the calendar without it."""
    group = [BakeOf(work.figure, task.key) for work, task in rows]
    laid = calendar(works, rules, now, [*taken, group])
    before = {row.figure: row.day for row in without.finishes}
    return SharedLoad(
        **dict(load_of(rows)),
        start=_starts(laid).get(group[0]),
        saved=len(without.loads) - len(laid.loads),
        saved_min=_on_min(without) - _on_min(laid),
        later=[
            Later(figure=row.figure, name=row.name, days=(row.day - day).days)
            for row in laid.finishes
            if row.day is not None and (day := before[row.figure]) is not None and row.day != day
        ],
        trouble=[],
    )


def load_of(rows: Sequence[tuple[Work, Task]]) -> LoadOf:
    """What goes in together, at the hottest of its dials, for as long as the slowest takes."""
    pieces = [task.waiting(work.figure) for work, task in rows]
    dial = max(piece.least_c for piece in pieces)
    minutes = max(piece.minutes for piece in pieces)
    return LoadOf(
        bakes=[
            LoadBake(
                figure=work.figure,
                name=work.name,
                key=task.key,
                bake=task.bake,
                label=task.label,
                dial_c=task.oven_c or 0.0,
                most_c=max(task.oven_c or 0.0, task.stands_c or 0.0),
                minutes=task.inside_min,
                tray=task.tray,
                scorch=scorch_of(pieces, dial, minutes),
                scorch_left=task.scorch_left,
            )
            for work, task in rows
        ],
        dial_c=dial,
        minutes=minutes,
    )


def _on_min(laid: Calendar) -> float:
    """How long the oven is on."""
    return sum(max(row.minutes for row in rows) for rows in laid.loads.values())
