"""Which pieces wait for one another so that the oven is heated less often.

Source: SCIENCE 6b, Pooled loads. A load starts when all of it is ready and none of it is too late, at the greatest of
its least dials, which spares scorch; it takes as long as its slowest. Fewest loads come first, then the least waiting.
Exact up to nine pieces, by subsets; more are laid one by one in five orders, then moved and swapped.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from functools import lru_cache
from typing import NamedTuple

from windcrest_core.bake.cure import scorch_per_min

EXACT = 9
BETWEEN_H = 0.25  # from one load to the next


_scorch_per_min = lru_cache(maxsize=200)(scorch_per_min)


class Waiting(NamedTuple):
    """A piece that is to be baked. Hours from now: `ready_h` and the latest it may go in; dials it stands, °C; `tray`
    the share of the tray it takes; `scorch_left` before it browns; `offset_c` how much hotter the air is than the dial."""

    id: str
    ready_h: float
    least_c: float
    most_c: float
    minutes: float
    tray: float
    latest_h: float = math.inf
    scorch_left: float = math.inf
    offset_c: float = 0.0


class Load(NamedTuple):
    """What is in the oven together, from when, at which dial, for how long."""

    ids: tuple[str, ...]
    start_h: float
    dial_c: float
    minutes: float


class Pooled(NamedTuple):
    """The loads in their order, and how long pieces wait in all, h."""

    loads: list[Load]
    wait_h: float


class _Held(NamedTuple):
    """A load without its hour: the pieces by place, when all are ready and when the first would be late."""

    places: tuple[int, ...]
    ready_h: float
    latest_h: float
    dial_c: float
    minutes: float
    ready_sum_h: float

    def wait_h(self, start_h: float) -> float:
        return len(self.places) * start_h - self.ready_sum_h


def together(pieces: Sequence[Waiting]) -> tuple[float, float] | None:
    """Dial, °C, and minutes of one load of these; None where they do not go in together. One piece always does."""
    dial = max([piece.least_c for piece in pieces])
    minutes = max([piece.minutes for piece in pieces])
    if len(pieces) == 1:
        return dial, minutes
    if dial > min([piece.most_c for piece in pieces]):
        return None
    if sum([piece.tray for piece in pieces]) > 1.0 + 1e-9:
        return None
    burnt = scorch_of(pieces, dial, minutes)
    return None if burnt > min([piece.scorch_left for piece in pieces]) else (dial, minutes)


def scorch_of(pieces: Sequence[Waiting], dial_c: float, minutes: float) -> float:
    """What a load does to the surface of all that is in it."""
    return _scorch_per_min(dial_c + max([piece.offset_c for piece in pieces])) * minutes


def pool(pieces: Sequence[Waiting]) -> Pooled | None:
    """The fewest loads that bake all of it; None where something would be too late whatever is done.

    >>> rows = [Waiting(i, h, 128, 140, 60, 0.3) for i, h in (("a", 0.0), ("b", 2.0))]
    >>> pool(rows)
    Pooled(loads=[Load(ids=('a', 'b'), start_h=2.0, dial_c=128, minutes=60)], wait_h=2.0)
    """
    if not pieces:
        return Pooled([], 0.0)
    return _exact(pieces) if len(pieces) <= EXACT else _laid(pieces)


def _held(pieces: Sequence[Waiting], places: tuple[int, ...]) -> _Held | None:
    chosen = [pieces[place] for place in places]
    found = together(chosen)
    ready, latest = max(row.ready_h for row in chosen), min(row.latest_h for row in chosen)
    if found is None or ready > latest:
        return None
    return _Held(places, ready, latest, *found, sum(row.ready_h for row in chosen))


def _pooled(pieces: Sequence[Waiting], held: Sequence[tuple[_Held, float]]) -> Pooled:
    loads = [
        Load(tuple(pieces[place].id for place in row.places), start, row.dial_c, row.minutes)
        for row, start in held
    ]
    return Pooled(loads, sum(row.wait_h(start) for row, start in held))


class _Label(NamedTuple):
    """A way to have baked some of it: how many loads, how long waited, when the oven is free."""

    loads: int
    wait_h: float
    free_h: float
    held: _Held | None
    start_h: float
    before: _Label | None


def _exact(pieces: Sequence[Waiting]) -> Pooled | None:
    everything = (1 << len(pieces)) - 1
    held = {}
    for mask in range(1, everything + 1):
        row = _held(pieces, tuple(n for n in range(len(pieces)) if mask >> n & 1))
        if row is not None:
            held[mask] = row
    best: list[list[_Label]] = [[] for _ in range(everything + 1)]
    best[0] = [_Label(0, 0.0, -math.inf, None, 0.0, None)]
    for done in range(everything):
        if not best[done]:
            continue
        left = everything & ~done
        sub = left
        while sub:
            row = held.get(sub)
            if row is not None:
                for label in best[done]:
                    start = max(row.ready_h, label.free_h)
                    if start <= row.latest_h:
                        free = start + row.minutes / 60 + BETWEEN_H
                        wait = label.wait_h + row.wait_h(start)
                        _keep(
                            best[done | sub], _Label(label.loads + 1, wait, free, row, start, label)
                        )
            sub = (sub - 1) & left
    if not best[everything]:
        return None
    last: _Label | None = min(best[everything], key=lambda label: label[:3])
    found: list[tuple[_Held, float]] = []
    while last is not None and last.held is not None:
        found.insert(0, (last.held, last.start_h))
        last = last.before
    return _pooled(pieces, found)


def _keep(labels: list[_Label], new: _Label) -> None:
    """Among those none of which is better in all than another."""
    loads, wait, free = new[:3]
    if any(old[0] <= loads and old[1] <= wait and old[2] <= free for old in labels):
        return
    labels[:] = [old for old in labels if old[0] < loads or old[1] < wait or old[2] < free]
    labels.append(new)


_Orders: Sequence[Callable[[Waiting], tuple[float, ...]]] = (
    lambda row: (row.ready_h, row.latest_h),
    lambda row: (row.latest_h, row.ready_h),
    lambda row: (-row.least_c, row.ready_h),
    lambda row: (-row.minutes, row.ready_h),
    lambda row: (-row.tray, row.ready_h),
)


class _Table:
    """Loads by the pieces in them, a bit each, every one reckoned once."""

    def __init__(self, pieces: Sequence[Waiting]) -> None:
        self.pieces = pieces
        self._held: dict[int, _Held | None] = {}

    def held(self, load: int) -> _Held | None:
        if load not in self._held:
            self._held[load] = _held(self.pieces, tuple(_bits(load)))
        return self._held[load]

    def laid(self, loads: Sequence[int]) -> list[tuple[_Held, float]] | None:
        """With the hour each starts, as they become ready; None where one is too late."""
        rows = []
        for load in loads:
            if load:
                if (row := self.held(load)) is None:
                    return None
                rows.append((row.ready_h, row.latest_h, row))
        rows.sort(key=_first)
        free, found = -math.inf, []
        for ready, latest, row in rows:
            start = ready if ready > free else free
            if start > latest:
                return None
            found.append((row, start))
            free = start + row.minutes / 60 + BETWEEN_H
        return found

    def cost(self, loads: Sequence[int]) -> tuple[int, float]:
        """How many loads and how long waited; endless where one of them is too late."""
        found = self.laid(loads)
        if found is None:
            return len(loads), math.inf
        return len(found), sum(len(row.places) * start - row.ready_sum_h for row, start in found)


def _bits(load: int) -> list[int]:
    """The places in it.

    >>> _bits(0b1101)
    [0, 2, 3]
    """
    found = []
    while load:
        found.append((load & -load).bit_length() - 1)
        load &= load - 1
    return found


def _first(row: tuple[float, float, _Held]) -> tuple[float, float]:
    return row[:2]


def _laid(pieces: Sequence[Waiting]) -> Pooled | None:
    table = _Table(pieces)
    tried = [
        _one_by_one(table, sorted(range(len(pieces)), key=lambda place: order(pieces[place])))
        for order in _Orders
    ]
    found = table.laid(_bettered(table, min(tried, key=table.cost)))
    return None if found is None else _pooled(pieces, found)


def _one_by_one(table: _Table, order: list[int]) -> list[int]:
    """Each piece into the load in which least is waited, a new one where it goes into none."""
    loads: list[int] = []
    for place in order:
        mine = 1 << place
        best, least = len(loads), math.inf
        for n, load in enumerate(loads):
            if table.held(load | mine) is None:
                continue
            _, wait = table.cost([*loads[:n], load | mine, *loads[n + 1 :]])
            if wait < least:
                best, least = n, wait
        if best == len(loads):
            loads.append(mine)
        else:
            loads[best] |= mine
    return loads


def _bettered(table: _Table, loads: list[int]) -> list[int]:
    """Moved and swapped for as long as that saves a load or waiting, pair of loads by pair."""
    cost, going = table.cost(loads), True
    while going:
        going = False
        for a in range(len(loads)):
            for b in range(len(loads)):
                for one, other in _changed(table, loads[a], loads[b]) if a != b else ():
                    tried = list(loads)
                    tried[a], tried[b] = one, other
                    if (found := table.cost(tried)) < cost:
                        loads, cost, going = tried, found, True
                        break
        loads = [load for load in loads if load]
    return loads


def _changed(table: _Table, one: int, other: int) -> Iterator[tuple[int, int]]:
    """One piece moved from one load to the other, or two swapped."""
    mine = [1 << n for n in _bits(one)]
    theirs = [1 << n for n in _bits(other)]
    for x in mine:
        if table.held(other | x) is not None:
            yield one & ~x, other | x
    for x in mine:
        for y in theirs:
            swapped = one & ~x | y, other & ~y | x
            if table.held(swapped[0]) is not None and table.held(swapped[1]) is not None:
                yield swapped
