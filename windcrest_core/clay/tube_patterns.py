"""Hanging cloth laid flat: the middle of each tube's wall between its slits, unrolled at true size.

A sleeve ends where it comes out of the tube it belongs to; that tube's pattern shows the hole.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from windcrest_core.body.cloth import Cut, HangingSolid, TubeSolid
from windcrest_core.body.folds import round_as
from windcrest_core.body.skeleton import Array
from windcrest_core.clay.unrolling import developed

EVERY, COARSE = (
    math.radians(5.0),
    math.radians(20.0),
)  # of a turn, a ruling; where only its size is asked for
SEARCHED = 96  # places along a ruling of a sleeve
WHOLE = 2 * math.pi
ROLLED_MM = 150.0  # as broad as a roller turns sheets out [A]
FRONT = 0.35  # radians off the front, and it is an opening in front


@dataclass(frozen=True)
class Flat:
    """A piece laid flat: its edges at start and end, (n, 2) mm, ruling by ruling, and what is to be cut out of it: the
    holes its sleeves leave, slits that do not go all along it. `valleys` are the rulings between its points. `joined` is
    whether its last ruling meets its first, or another piece."""

    name: str
    foot: Array
    top: Array
    holes: tuple[Array, ...] = ()
    valleys: tuple[Array, ...] = ()
    joined: bool = True

    @property
    def area_mm2(self) -> float:
        """Between its edges."""
        x, y = np.concatenate([self.foot, self.top[::-1]]).T
        return float(abs(x @ np.roll(y, -1) - y @ np.roll(x, -1)) / 2)


def rulings(low: float, high: float, every: float = EVERY, tips: int = 0) -> Array:
    """Angles of a piece from one to another, about the tube's own axis from its front towards the left, the tip and the
    foot of each of so many points round it among them."""
    count = max(2, math.ceil((high - low) / every))
    even = np.linspace(low, high, count + 1)
    if not tips:
        return even
    half = math.pi / tips
    corners = half * np.arange(math.ceil(low / half), math.floor(high / half) + 1)
    return np.unique(np.concatenate([even, corners]).round(9))


def place_on(tube: TubeSolid, angles: Array, z: Array) -> Array:
    """Points of the middle of its wall, (n, 3) mm in the tube's own axes."""
    return tube.places(angles, z, tube.t / 2)


Laid = tuple[Array, Array]
"""Both edges of a piece laid flat, from one end of its tube to the other, (n, 2) mm."""


def unrolled(tube: TubeSolid, angles: Array) -> Laid:
    """A piece of a tube laid flat, ruling by ruling: a round one is a sector of radii s r/|r₁ − r₂| exactly.

    Parameters
    ----------
    angles : of its rulings.
    """
    r1, r2 = tube.middle
    slant = math.hypot(tube.h, r1 - r2)
    if abs(tube.depth - 1) > 1e-6:
        low, high = np.zeros_like(angles), np.full_like(angles, tube.h)
        return developed(place_on(tube, angles, low), place_on(tube, angles, high))
    if abs(r1 - r2) < 1e-4 * max(r1, r2):
        x = r1 * (angles - angles[0])
        return np.column_stack([x, 0 * x]), np.column_stack([x, 0 * x + slant])
    turn = (angles - (angles[0] + angles[-1]) / 2) * abs(r1 - r2) / slant
    ring = np.column_stack([np.sin(turn), np.cos(turn)])
    far, near = slant * r1 / abs(r1 - r2), slant * r2 / abs(r1 - r2)
    way = np.array([1.0, -1.0 if r1 > r2 else 1.0])
    return way * ring * far, way * ring * near


def between(laid: Laid, low: Array | float, high: Array | float) -> Laid:
    """The same from one share of its rulings to another; beyond their ends they go on straight."""
    foot, top = laid
    along = top - foot
    first, last = (np.asarray(share, dtype=float).reshape(-1, 1) for share in (low, high))
    return foot + along * first, foot + along * last


def _through(tube: TubeSolid, cut: Cut) -> bool:
    """Whether a slit goes all along it."""
    return cut.low <= 0 and cut.high >= tube.h


@dataclass(frozen=True)
class Strip:
    """A piece of a tube from one angle to another, and whether it is joined where it ends."""

    name: str
    low: float
    high: float
    joined: bool = False


def strips(tube: TubeSolid) -> list[Strip]:
    """What a tube is cut into: whole, closed behind; or between slits that go all
    along it. One that is open in front, and longer round than sheets are rolled, is a back and two fronts, joined at the
    sides."""
    through = sorted(
        ((cut.middle - cut.half) % WHOLE, 2 * cut.half, cut.middle)
        for cut in tube.cuts
        if _through(tube, cut)
    )
    if not through:
        return [Strip("", -math.pi, math.pi, True)]
    found: list[tuple[float, float]] = []
    for n, (start, wide, _) in enumerate(through):
        after = through[(n + 1) % len(through)][0] + (WHOLE if n + 1 == len(through) else 0)
        low = (start + wide) % WHOLE
        found.append((low, low + after - start - wide))
    in_front = len(through) == 1 and abs((through[0][2] + math.pi) % WHOLE - math.pi) < FRONT
    if in_front and WHOLE * max(tube.middle) * round_as(tube.depth) > ROLLED_MM:
        [(low, high)] = found
        left, right = math.pi / 2, 3 * math.pi / 2
        return [
            Strip("left front", low, left, True),
            Strip("back", left, right, True),
            Strip("right front", right, high),
        ]
    names = [""] if len(found) == 1 else [f"piece {n + 1}" for n in range(len(found))]
    return [Strip(name, low, high) for name, (low, high) in zip(names, found, strict=True)]


def flats(cloth: HangingSolid) -> list[Flat]:
    """Every piece a hanging cloth is cut from, the body first."""
    body, *sleeves = cloth.tubes
    found = []
    for strip in strips(body):
        angles = rulings(strip.low, strip.high, tips=_tips(body))
        laid = unrolled(body, angles)
        edges = between(laid, *_cut_ends(body, angles))
        cut_out = tuple(_cut_out(body, sleeves, angles, laid))
        valleys = tuple(_valleys(body, angles, edges))
        found.append(Flat(strip.name, *edges, cut_out, valleys, strip.joined))
    for n, sleeve in enumerate(sleeves):
        angles = rulings(-math.pi, math.pi)
        starts = [_out_of(other, sleeve, angles) for other in cloth.tubes[: n + 1]]
        laid = unrolled(sleeve, angles)
        found.append(
            Flat(f"sleeve {n + 1}", *between(laid, np.max(starts, axis=0) / sleeve.h, 1.0))
        )
    return found


def rough_flats(cloth: HangingSolid) -> list[Flat]:
    """The same for their size alone: sleeves whole, nothing cut out."""
    body, *sleeves = cloth.tubes
    whole = replace(body, points=(None, None))
    found = []
    for strip in strips(body):
        angles = rulings(strip.low, strip.high, COARSE)
        edges = between(unrolled(body, angles), *_cut_ends(whole, angles))
        found.append(Flat(strip.name, *edges, joined=strip.joined))
    around = rulings(-math.pi, math.pi, COARSE)
    return found + [
        Flat(f"sleeve {n + 1}", *unrolled(sleeve, around)) for n, sleeve in enumerate(sleeves)
    ]


def _cut_ends(body: TubeSolid, angles: Array) -> tuple[Array, Array]:
    """From where to where along a tube its cloth goes at each ruling, in shares of it: beyond its ends by what is folded
    back, short of them between points."""
    first, last = (fold * body.lean / body.h for fold in body.folds)
    low, high = (z / body.h for z in body.ends(angles))
    return low - first, high + last


def _valleys(body: TubeSolid, angles: Array, edges: Laid) -> Iterator[Array]:
    """The rulings within a piece, from edge to edge, where it is cut back furthest, (2, 2) mm each."""
    for points in body.points:
        if points is not None:
            inner = points.back(angles[1:-1]) > points.deep * (1 - 1e-6)
            for k in np.nonzero(inner)[0] + 1:
                yield np.array([edges[0][k], edges[1][k]])


def _tips(body: TubeSolid) -> int:
    """How many points go round it, at most."""
    return max((points.number for points in body.points if points is not None), default=0)


def _cut_out(
    body: TubeSolid, sleeves: list[TubeSolid], angles: Array, laid: Laid
) -> Iterator[Array]:
    """The holes sleeves leave in a piece, and slits that do not go all along it."""
    for sleeve in sleeves:
        if _starts_in(body, sleeve):
            hole = _hole(body, sleeve, angles, laid)
            if hole is not None:
                yield hole
    for cut in body.cuts:
        if not _through(body, cut):
            yield from _notches(body, cut, angles, laid)


def _starts_in(body: TubeSolid, sleeve: TubeSolid) -> bool:
    return float(_into(body, sleeve.origin[None])[0]) < 0


def _out_of(body: TubeSolid, sleeve: TubeSolid, angles: Array) -> Array:
    """Where along each ruling a sleeve comes out of the middle of the body's wall for the last time, mm."""
    z = np.linspace(0, sleeve.h, SEARCHED)
    grid = np.repeat(angles, SEARCHED), np.tile(z, len(angles))
    world = sleeve.origin + place_on(sleeve, *grid) @ sleeve.frame.T
    inside = _into(body, world).reshape(len(angles), SEARCHED)
    found = np.zeros(len(angles))
    for k, row in enumerate(inside):
        within = np.nonzero(row < 0)[0]
        if len(within) and within[-1] + 1 < SEARCHED:
            a, b = within[-1], within[-1] + 1
            found[k] = z[a] + (z[b] - z[a]) * row[a] / (row[a] - row[b])
    return found


def _into(body: TubeSolid, points: Array) -> Array:
    """How far points are outside the middle of a tube's wall, mm; within its ends only."""
    own = (points - body.origin) @ body.frame
    x, y, z = own.astype(np.float32).T
    side = body.side(x, y, z).astype(float) + body.t / 2
    return np.asarray(np.maximum(side, np.maximum(-own[:, 2], own[:, 2] - body.h)))


def _hole(body: TubeSolid, sleeve: TubeSolid, angles: Array, laid: Laid) -> Array | None:
    """The edge of the hole a sleeve leaves in a piece of the body laid flat, (n, 2) mm; None where it is elsewhere."""
    turn = rulings(-math.pi, math.pi)
    start = _out_of(body, sleeve, turn)
    if not np.any(start > 0):
        return None
    world = sleeve.origin + place_on(sleeve, turn, start) @ sleeve.frame.T
    own = (world - body.origin) @ body.frame
    at = np.arctan2(body.left * own[:, 0], own[:, 1] / body.depth)
    middle = (angles[0] + angles[-1]) / 2
    at = middle + (at - middle + math.pi) % WHOLE - math.pi
    inside = (at >= angles[0]) & (at <= angles[-1])
    if not inside.any():
        return None
    at = np.clip(at, angles[0], angles[-1])
    foot, top = laid
    share = np.clip(own[:, 2] / body.h, 0, 1)[:, None]
    low = np.column_stack([np.interp(at, angles, foot[:, axis]) for axis in (0, 1)])
    high = np.column_stack([np.interp(at, angles, top[:, axis]) for axis in (0, 1)])
    return np.asarray(low + (high - low) * share)


def _notches(body: TubeSolid, cut: Cut, angles: Array, laid: Laid) -> Iterator[Array]:
    """The edges of a slit in a piece of the body laid flat, (n, 2) mm each, through a hem where it comes to one; in two
    where the piece begins and ends in it."""
    foot, top = laid
    first, last = (fold * body.lean for fold in body.folds)
    ends = -first if cut.low <= 0 else cut.low, body.h + last if cut.high >= body.h else cut.high
    for turned in (-WHOLE, 0.0, WHOLE):
        low = max(cut.middle + turned - cut.half, float(angles[0]))
        high = min(cut.middle + turned + cut.half, float(angles[-1]))
        if high - low < 1e-6:
            continue
        turn = rulings(low, high)
        start, end = (
            np.column_stack([np.interp(turn, angles, edge[:, n]) for n in (0, 1)])
            for edge in (foot, top)
        )
        near, far = (start + (end - start) * (z / body.h) for z in ends)
        yield np.concatenate([near, far[::-1], near[:1]])
