"""Steps laid over the hours a person has: what fits tonight, when each figure is finished.

Waiting (cooling, drying, curing) runs while nobody sits there; another figure's steps fill it. A
bake is sat through: an oven is not left alone. Bakes of figures that wait for the oven together share a load at the
hottest of their dials, where all of them stand that, none browns and the tray has room: hotter, each is done no later.
Bakes that are held for one another go in when all of them are ready.
"""

from __future__ import annotations

import math
from bisect import insort
from collections.abc import Iterator, Sequence
from datetime import date, datetime, time, timedelta
from typing import Annotated, NamedTuple

from pydantic import WithJsonSchema

from windcrest_core.facts import Frozen, Text, said
from windcrest_core.given.house_rules import Rules
from windcrest_core.work.pooling import Waiting, together

LEAST_SITTING_MIN = 10.0  # of a step that is begun at the end of an evening [A]
HORIZON_DAYS = 730
SAME_OVEN_C = 2.0  # apart, and two bakes share a load [A]


class Task(Frozen):
    """A step still to be done; `bake` is its number where it is one. `oven_c` is the dial of a bake, which is not broken off, `oven_min` how long it is in
    the oven of its `minutes`, all of them where it is not said; `stands_c` the hottest dial that
    all in it stands, its own where none is said; `tray` the share of the tray it takes, nought where that is not known;
    `scorch_left` what is left before its palest part browns, `offset_c` how much hotter the air is than the dial. One that is to go `alone` has stages of its own."""

    key: str
    label: Text
    minutes: float
    wait_min: float = 0.0
    needs: list[str] = []
    bake: int | None = None
    oven_c: float | None = None
    oven_min: float | None = None
    stands_c: float | None = None
    tray: float = 0.0
    scorch_left: float | None = None
    offset_c: float = 0.0
    alone: bool = False

    @property
    def inside_min(self) -> float:
        return self.minutes if self.oven_min is None else self.oven_min

    def waiting(self, name: str, ready_h: float = 0.0, latest_h: float = math.inf) -> Waiting:
        """As a piece that waits for the oven."""
        dial = self.oven_c or 0.0
        return Waiting(
            id=name,
            ready_h=ready_h,
            least_c=dial,
            most_c=dial if self.alone else max(dial, self.stands_c or 0.0) + SAME_OVEN_C,
            minutes=self.inside_min,
            tray=self.tray,
            latest_h=latest_h,
            scorch_left=math.inf if self.scorch_left is None else self.scorch_left,
            offset_c=self.offset_c,
        )


class BakeOf(NamedTuple):
    """A bake of a figure, by its step."""

    figure: str
    key: str


class Work(Frozen):
    """A figure's steps in their order; what is done is left out."""

    figure: str
    name: str
    tasks: list[Task]


LocalTime = Annotated[
    datetime, WithJsonSchema({"type": "string", "description": "local time of day, without a zone"})
]


class Sitting(Frozen):
    """A step, or a part of one, on a day. `more` where it goes on another day; `shared` where its
    bake is in the oven with another figure's, at the dial of `oven_c`."""

    figure: str
    name: str
    key: str
    label: Text
    start: LocalTime
    minutes: float
    more: bool = False
    shared: bool = False
    oven_c: float | None = None


class Finish(Frozen):
    """When a figure is done; None where it is not within two years."""

    figure: str
    name: str
    day: date | None
    hands_min: float


class Calendar(Frozen):
    sittings: list[Sitting]
    finishes: list[Finish]
    remarks: list[Text]

    @property
    def first_day(self) -> list[Sitting]:
        """The sittings of the first day that has any."""
        first = min((row.start.date() for row in self.sittings), default=None)
        return [row for row in self.sittings if row.start.date() == first]

    @property
    def loads(self) -> dict[datetime, list[Sitting]]:
        """What is in the oven together, by when it goes in."""
        found: dict[datetime, list[Sitting]] = {}
        for row in self.sittings:
            if row.oven_c is not None:
                found.setdefault(row.start, []).append(row)
        return found


_Bake = tuple["_Open", Task]


class _Open:
    """A figure while its steps are being laid out."""

    def __init__(self, work: Work) -> None:
        self.work = work
        self.left = {task.key: task.minutes for task in work.tasks}
        self.last: datetime | None = None
        place = {task.key: n for n, task in enumerate(work.tasks)}
        waits = [{key for key in task.needs if key in place} for task in work.tasks]
        self._waits = [len(needs) for needs in waits]
        self._for: dict[str, list[int]] = {key: [] for key in place}
        for n, needs in enumerate(waits):
            for key in needs:
                self._for[key].append(n)
        self._place = place
        self._free: dict[int, datetime] = {}  # when what a step still waits for will have set
        self._line = [n for n, count in enumerate(self._waits) if not count]

    def ready(self, now: datetime) -> Iterator[Task]:
        """Steps that may be worked on now, in their order."""
        for n in self._line:
            if (free := self._free.get(n)) is None or free <= now:
                yield self.work.tasks[n]

    def coming(self, now: datetime) -> datetime | None:
        """When the next step may be worked on that only waits now."""
        times = (self._free.get(n) for n in self._line)
        return min((free for free in times if free is not None and free > now), default=None)

    def worked(self, task: Task, minutes: float, start: datetime) -> bool:
        """Take the time; True where the step is now done."""
        end = start + timedelta(minutes=minutes)
        self.left[task.key] -= minutes
        if self.left[task.key] > 1e-6:
            return False
        del self.left[task.key]
        free = end + timedelta(minutes=task.wait_min)
        self.last = max(self.last or end, free)
        self._line.remove(self._place[task.key])
        for n in self._for[task.key]:
            self._waits[n] -= 1
            self._free[n] = max(self._free.get(n, free), free)
            if not self._waits[n]:
                insort(self._line, n)
        return True


class _Oven:
    """Which bakes go in together."""

    def __init__(self, opened: list[_Open], held: Sequence[Sequence[BakeOf]]) -> None:
        left = {
            BakeOf(one.work.figure, task.key): (one, task)
            for one in opened
            for task in one.work.tasks
            if task.oven_c is not None
        }
        self._held: dict[BakeOf, list[_Bake]] = {}
        for group in held:
            bakes = [left[bake] for bake in group if bake in left]
            if len(bakes) > 1:
                self._held.update({bake: bakes for bake in group if bake in left})

    def with_it(self, one: _Open, task: Task) -> list[_Bake]:
        """Itself and what it is held for."""
        return self._held.get(BakeOf(one.work.figure, task.key), [(one, task)])

    def waits(self, one: _Open, task: Task, at: datetime) -> bool:
        """Whether something it is held for is not ready."""
        return any(
            all(ready.key != bake.key for ready in other.ready(at))
            for other, bake in self.with_it(one, task)
            if other is not one
        )

    def load(
        self, opened: list[_Open], one: _Open, task: Task, at: datetime, room_min: float
    ) -> list[_Bake]:
        """A bake with those of other figures that are ready too, go into the oven with it and keep it no longer than
        there is time."""
        found = list(self.with_it(one, task))
        inside = {id(other) for other, _ in found}
        for other in opened:
            if id(other) in inside or task.alone:
                continue
            for bake in other.ready(at):
                if bake.oven_c is None or bake.alone or bake.minutes > room_min:
                    continue
                if len(self.with_it(other, bake)) > 1:
                    continue
                if _share([*found, (other, bake)]):
                    found.append((other, bake))
                    break
        return found


def _share(load: list[_Bake]) -> bool:
    return together([bake.waiting(one.work.figure) for one, bake in load]) is not None


def calendar(
    works: list[Work], rules: Rules, now: datetime, held: Sequence[Sequence[BakeOf]] = ()
) -> Calendar:
    """Lay the steps of all figures over the bench's hours, from now on.

    Parameters
    ----------
    works : in order of preference: where two figures are ready, the first goes on.
    held : bakes that wait for one another; what is done of them or not in `works` is not waited for.
    """
    opened = [_Open(work) for work in works]
    oven = _Oven(opened, held)
    longest = _longest_window_min(rules)
    sittings: list[Sitting] = []
    for ahead in range(HORIZON_DAYS):
        going_on = [one for one in opened if one.left]
        if not going_on:
            break
        window = _window(rules, now, ahead)
        if window is not None:
            sittings += _one_day(going_on, oven, *window, rules, longest)
    return Calendar(
        sittings=sittings,
        finishes=[
            Finish(
                figure=one.work.figure,
                name=one.work.name,
                day=None if one.left else (one.last or now).date(),
                hands_min=sum(task.minutes for task in one.work.tasks),
            )
            for one in opened
        ],
        remarks=_remarks(works, longest, rules),
    )


def _window(rules: Rules, now: datetime, ahead: int) -> tuple[datetime, datetime] | None:
    """The bench hours of a day; today only what is left of them."""
    day = now.date() + timedelta(days=ahead)
    hours = rules.bench_week[day.weekday()]
    if hours.hours <= 0 or day in rules.away:
        return None
    start = datetime.combine(day, time()) + timedelta(hours=hours.from_h)
    end = start + timedelta(hours=hours.hours)
    begin = max(start, now) if ahead == 0 else start
    return (begin, end) if begin < end else None


def _longest_window_min(rules: Rules) -> float:
    """Of the days the oven may be used."""
    return max((rules.bench_week[day].hours * 60 for day in rules.oven_days), default=0.0)


def _one_day(
    opened: list[_Open],
    oven: _Oven,
    start: datetime,
    end: datetime,
    rules: Rules,
    longest: float,
) -> list[Sitting]:
    found: list[Sitting] = []
    at = start
    while at < end:
        picked = _pick(opened, oven, at, end, rules, longest, at == start)
        if picked is None:
            coming = min((t for one in opened if (t := one.coming(at)) is not None), default=end)
            if coming >= end:
                break
            at = coming
            continue
        one, task = picked
        if task.oven_c is not None:
            room = (end - at).total_seconds() / 60
            load = oven.load(opened, one, task, at, max(room, task.minutes))
            dial_c = max(bake.oven_c or 0.0 for _, bake in load)
            minutes = max(bake.minutes for _, bake in load)
            for other, bake in load:
                row = _sitting(other, bake, at, minutes, False, len(load) > 1)
                found.append(row.model_copy(update={"oven_c": dial_c}))
                other.worked(bake, minutes, at)
            at += timedelta(minutes=minutes)
            continue
        room = (end - at).total_seconds() / 60
        minutes = min(one.left[task.key], room)
        done = one.worked(task, minutes, at)
        found.append(_sitting(one, task, at, minutes, not done, False))
        at += timedelta(minutes=minutes)
    return found


def _sitting(
    one: _Open, task: Task, start: datetime, minutes: float, more: bool, shared: bool
) -> Sitting:
    work = one.work
    return Sitting(
        figure=work.figure,
        name=work.name,
        key=task.key,
        label=task.label,
        start=start,
        minutes=minutes,
        more=more,
        shared=shared,
    )


def _pick(
    opened: list[_Open],
    oven: _Oven,
    at: datetime,
    end: datetime,
    rules: Rules,
    longest: float,
    fresh: bool,
) -> tuple[_Open, Task] | None:
    """The first step that may be begun: a bake only where it ends within the hours, or, where no
    day is long enough, at the beginning of one of the longest."""
    room = (end - at).total_seconds() / 60
    for one in opened:
        for task in one.ready(at):
            if task.oven_c is None:
                if room >= min(LEAST_SITTING_MIN, one.left[task.key]):
                    return one, task
                continue
            if at.weekday() not in rules.oven_days or oven.waits(one, task, at):
                continue
            minutes = max(bake.minutes for _, bake in oven.with_it(one, task))
            too_long = minutes > longest and fresh and room >= longest - 1e-6
            if minutes <= room or too_long:
                return one, task
    return None


def _remarks(works: list[Work], longest: float, rules: Rules) -> list[Text]:
    """What the hours do not allow, in words."""
    if all(day.hours <= 0 for day in rules.bench_week):
        return [said("work.there_are_no_bench_hours")]
    bakes = [(work, task) for work in works for task in work.tasks if task.oven_c is not None]
    if bakes and longest <= 0:
        return [said("work.there_is_no_day_with")]
    return [
        said(
            "work.takes_longer_than_any_of",
            work=work.name,
            task=task.label,
            minutes_min=task.minutes,
            longest_min=longest,
        )
        for work, task in bakes
        if task.minutes > longest
    ]
