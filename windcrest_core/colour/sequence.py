"""In which order passes are painted: what each of them waits for, and an order that holds and fills the waits."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal

from windcrest_core.facts import Text, said
from windcrest_core.sheet.colour import PassKind, Where

MARKS: tuple[PassKind, ...] = ("lines", "dots", "speckle")
"""They leave what is round them as it was."""
APART: tuple[PassKind, ...] = ("lines", "speckle")
"""They lie side by side on what is under them; none hides another."""
SPATTERS: tuple[PassKind, ...] = ("speckle", "mist")
DUSTS: tuple[PassKind, ...] = ("powder",)
SHINES: tuple[PassKind, ...] = ("gloss", "resin")
GROUND, MATT = "ground", "matt"
Reason = Literal["ground", "under", "spatter", "eyes", "matt", "dust", "last"]
WHY: dict[Reason, Text] = {
    "ground": said("colour.why.ground"),
    "under": said("colour.why.under"),
    "spatter": said("colour.why.spatter"),
    "eyes": said("colour.why.eyes"),
    "matt": said("colour.why.matt"),
    "dust": said("colour.why.dust"),
    "last": said("colour.why.last"),
}


@dataclass(frozen=True)
class Planned:
    """A pass over one area or several. `late` where the matt seal of all would spoil it; `colours` where it brings colour.
    `minutes` of work, then `wait_min` until it is dry; `light` is how light what it brings is, 0 to 1, `mix` names it."""

    key: str
    areas: tuple[str, ...]
    kind: PassKind
    where: Where = "all"
    spot: str | None = None
    late: bool = False
    colours: bool = True
    minutes: float = 0.0
    wait_min: float = 0.0
    light: float = 0.5
    mix: str = ""


@dataclass(frozen=True)
class Waits:
    """Why one pass waits for another, each once and the strongest reason first."""

    of: dict[str, dict[str, Reason]] = field(default_factory=dict)

    def add(self, key: str, before: str, reason: Reason) -> None:
        if key != before:
            self.of.setdefault(key, {}).setdefault(before, reason)

    def before(self, key: str) -> list[str]:
        return list(self.of.get(key, {}))


def waits(
    passes: Sequence[Planned], primed: bool, sealed: bool, eyes: Mapping[str, str | None] = {}
) -> Waits:
    """What every pass waits for.

    Parameters
    ----------
    passes : each area's in the order they are wanted in. primed, sealed : whether there are a ground and a matt seal of all,
        under the keys `GROUND` and `MATT`. eyes : areas that are eyes, each with the area they sit in.
    """
    found = Waits()
    for area in dict.fromkeys(area for row in passes for area in row.areas):
        _within(found, [row for row in passes if area in row.areas])
    for area, host in eyes.items():
        _round_eyes(found, passes, area, host)
    _dusted(found, passes)
    if sealed:
        _sealed(found, passes)
    if primed:
        for row in passes:
            if not found.before(row.key):
                found.add(row.key, GROUND, "ground")
    return found


def _round_eyes(found: Waits, passes: Sequence[Planned], area: str, host: str | None) -> None:
    """Eyes come after what is painted round them, and after what spatters."""
    mine = [row for row in passes if area in row.areas and not row.late]
    around = [row for row in passes if host in row.areas and _covers(row) and not row.late]
    for first in mine[:1]:
        for row in around[-1:]:
            found.add(first.key, row.key, "eyes")
        for row in passes:
            if row.kind in SPATTERS and not row.late and area not in row.areas:
                found.add(first.key, row.key, "spatter")


def _dusted(found: Waits, passes: Sequence[Planned]) -> None:
    """What is spattered lands on powder; powder sticks to what shines."""
    for dust in [row for row in passes if row.kind in DUSTS]:
        for row in passes:
            apart = not set(row.areas) & set(dust.areas)
            if row.kind in SPATTERS and not row.late and apart:
                found.add(dust.key, row.key, "spatter")
            if row.kind in SHINES and apart and _first_late(passes, row):
                found.add(row.key, dust.key, "dust")


def _first_late(passes: Sequence[Planned], row: Planned) -> bool:
    before = passes[: passes.index(row)]
    return not any(other.late and set(other.areas) & set(row.areas) for other in before)


def _covers(row: Planned) -> bool:
    return row.kind not in MARKS and row.spot is None


def _overlap(a: Planned, b: Planned) -> bool:
    if a.kind in APART and b.kind in APART:
        return False
    if a.spot is not None and b.spot is not None and a.spot != b.spot:
        return False
    return {a.where, b.where} != {"recess", "raised"}


def _within(found: Waits, rows: Sequence[Planned]) -> None:
    """Each pass waits for those of its area that it lies on and that no other hides by then."""
    for n, row in enumerate(rows):
        on: list[Planned] = []
        for other in reversed(rows[:n]):
            hidden = any(
                _overlap(other, nearer) and _reaches(found, nearer, other) for nearer in on
            )
            if _overlap(row, other) and not hidden:
                on.append(other)
        for other in on:
            found.add(row.key, other.key, "under")


def _reaches(found: Waits, row: Planned, other: Planned) -> bool:
    """Whether `row` waits for `other`, by whatever way."""
    seen, open_ = set[str](), [row.key]
    while open_:
        key = open_.pop()
        if key == other.key:
            return True
        if key not in seen:
            seen.add(key)
            open_ += found.before(key)
    return False


def _sealed(found: Waits, passes: Sequence[Planned]) -> None:
    """The seal of all waits for what it lies on, and what it would spoil waits for it."""
    own = {area for row in passes if row.late and row.colours for area in row.areas}
    early = [row for row in passes if not row.late]
    for area in dict.fromkeys(area for row in early for area in row.areas if area not in own):
        rows = [row for row in early if area in row.areas and row.kind not in SPATTERS]
        under = {key for row in rows for key in found.before(row.key)}
        for row in rows:
            if row.key not in under:
                found.add(MATT, row.key, "last")
    for row in early:
        if row.kind in SPATTERS and not own.issuperset(row.areas):
            found.add(MATT, row.key, "last")
    for row in passes:
        if row.late and _first_late(passes, row):
            found.add(row.key, MATT, "matt")


def in_order(rows: Sequence[Planned], found: Waits) -> list[Planned]:
    """An order that keeps every wait: always what can be begun soonest, so that one dries while another is painted; of those
    what goes on with the paint just mixed, then the paler, then the first listed.

    Raises
    ------
    ValueError : passes that wait for each other in a circle, named.
    """
    place = {row.key: n for n, row in enumerate(rows)}
    left = {row.key: {key for key in found.before(row.key) if key in place} for row in rows}
    by_key = {row.key: row for row in rows}
    after: dict[str, list[str]] = {}
    for key, before in left.items():
        for other in before:
            after.setdefault(other, []).append(key)
    ready = {key: 0.0 for key, before in left.items() if not before}
    dry = dict.fromkeys(place, 0.0)
    out: list[Planned] = []
    now, mix = 0.0, ""
    while ready:
        soonest = min(max(now, at) for at in ready.values())
        key = min(
            (key for key, at in ready.items() if max(now, at) <= soonest + 1e-9),
            key=lambda key: (
                not mix or by_key[key].mix != mix,
                -round(by_key[key].light, 2),
                place[key],
            ),
        )
        row = by_key[key]
        del ready[key]
        now = soonest + row.minutes
        dry[key] = now + row.wait_min
        mix = row.mix
        out.append(row)
        for other in after.get(key, ()):
            left[other].discard(key)
            if not left[other]:
                ready[other] = max(dry[before] for before in found.before(other) if before in place)
    if len(out) < len(rows):
        circle = ", ".join(sorted(set(place) - {row.key for row in out}))
        raise ValueError(f"passes wait for each other in a circle: {circle}")
    return out


def longest(rows: Iterable[Planned], found: Waits) -> int:
    """How many passes the longest chain has."""
    deep: dict[str, int] = {}

    def depth(key: str) -> int:
        if key not in deep:
            deep[key] = 1 + max((depth(other) for other in found.before(key)), default=0)
        return deep[key]

    return max((depth(row.key) for row in rows), default=0)
