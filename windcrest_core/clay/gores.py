"""What is curved both ways, laid flat: cut into gores, pressed on as a disc, or draped as a square. Source: SCIENCE 3b."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from windcrest_core.body.cloth import CloseSolid
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import EllipsoidSolid
from windcrest_core.clay.unrolling import ROUND

GORES = 6
COUNTS = (4, 6, 8, 12)
GIVES = 5.0  # per cent that an edge is pressed to [A]
THINS = 10.0  # per cent of its way round that a disc is pressed in by, thinning [A]
CORNERS = 4
RINGS, AROUND = 41, 24  # of a form, looked at for where a skin reaches
CLOSED = -0.9  # of a form: a skin that goes further down closes beneath it
LEAST = 0.02  # of a form, that is worth a pattern

SemiAxes = tuple[float, float, float]


@dataclass(frozen=True)
class Cap:
    """An ellipsoid from one height to another along its last axis, in shares of that: −1 to 1."""

    semi_axes: SemiAxes
    low: float = -1.0
    high: float = 1.0

    @property
    def angles(self) -> Array:
        return np.linspace(math.asin(self.low), math.asin(self.high), ROUND + 1)

    @property
    def radius_mm(self) -> float:
        a, b, _ = self.semi_axes
        return (a + b) / 2

    def along_mm(self, across_mm: float) -> Array:
        """How far along a meridian each angle is, where the form is so far across."""
        c = self.semi_axes[2]
        steps = np.hypot(np.diff(across_mm * np.cos(self.angles)), np.diff(c * np.sin(self.angles)))
        return np.concatenate([[0.0], np.cumsum(steps)])


def gore(cap: Cap, count: int = GORES) -> tuple[Array, float]:
    """One of so many gores as a lens, (n, 2) mm, and what its edges give, per cent.

    Its middle is a meridian, laid straight; at each place it is as broad as its share of the girth.

    Examples
    --------
    >>> [round(gore(Cap((20, 20, 20), 0.0), n)[1], 1) for n in (4, 6, 8, 12)]
    [14.0, 6.5, 3.8, 1.7]
    """
    along = cap.along_mm(cap.radius_mm)
    half = math.pi * cap.radius_mm * np.cos(cap.angles) / count
    edge = float(np.hypot(np.diff(along), np.diff(half)).sum())
    right = np.column_stack([half, along])
    left = np.column_stack([-half, along])[half > 1e-9 * cap.radius_mm][::-1]
    return np.concatenate([right, left]), float(100 * (edge / along[-1] - 1))


def gores_for(cap: Cap) -> int:
    """The least number whose edges give no more than is pressed to."""
    return next((count for count in COUNTS if gore(cap, count)[1] <= GIVES), COUNTS[-1])


def disc(cap: Cap) -> tuple[Array, float] | None:
    """A cap as a disc, (n, 2) mm, and by how much of its edge it is pressed in, per cent: on a ball 1 − sin x/x at
    x = ρ/R; None for what has no pole."""
    if cap.high < 1:
        return None
    wide, deep = (float(cap.along_mm(s)[-1]) for s in cap.semi_axes[:2])
    turns = np.linspace(0, 2 * math.pi, ROUND, endpoint=False)
    ring = np.column_stack([wide * np.cos(turns), deep * np.sin(turns)])
    girth = cap.radius_mm * math.sqrt(max(0.0, 1 - cap.low**2))
    return ring, 100 * (1 - girth / ((wide + deep) / 2))


@dataclass(frozen=True)
class Square:
    """Cloth draped over a cap: its side, and how much each of its folds takes up at the middle of an edge, mm."""

    side_mm: float
    fold_mm: float


def draped(cap: Cap) -> Square | None:
    """A square whose edges reach as far down as the cap, in one fold a corner; None for what has no pole, or whose edge
    is nowhere too long.

    On it 2π (ρ − R sin(ρ/R)) is too much, below its widest 2π (ρ − R): there it falls straight.

    Examples
    --------
    >>> ball = draped(Cap((20, 20, 20), math.sin(math.pi / 2 - 35 / 20)))
    >>> ball and (round(ball.side_mm, 2), round(ball.fold_mm, 1))
    (70.0, 23.6)
    """
    if cap.high < 1:
        return None
    reach = float(cap.along_mm(cap.radius_mm)[-1])
    across = cap.radius_mm * (math.sqrt(1 - cap.low**2) if cap.low > 0 else 1.0)
    over = 2 * math.pi * (reach - across)
    return Square(2 * reach, over / CORNERS) if over > 0 else None


def cap_of(skin: CloseSolid) -> Cap | None:
    """What a close skin covers of the one round form it lies on, at the middle of its thickness: along that axis of the
    form which its edge goes round; None over several forms, or over one that is not round both ways."""
    form = skin.forms[0]
    if len(skin.forms) > 1 or not isinstance(form, EllipsoidSolid):
        return None
    semi = np.asarray(form.semi_axes) + skin.t / 2
    heights = np.linspace(-1, 1, RINGS)
    turns = np.linspace(0, 2 * math.pi, AROUND, endpoint=False)
    across = np.sqrt(1 - heights**2)
    ways = []
    for axis in range(3):
        others = [n for n in range(3) if n != axis]
        own = np.empty((RINGS, AROUND, 3))
        own[..., others[0]] = semi[others[0]] * across[:, None] * np.cos(turns)
        own[..., others[1]] = semi[others[1]] * across[:, None] * np.sin(turns)
        own[..., axis] = semi[axis] * heights[:, None]
        x, y, z = (form.origin + own.reshape(-1, 3) @ form.frame.T).astype(np.float32).T
        inside = (skin.region.world_distance(x, y, z) < 0).reshape(RINGS, AROUND).mean(axis=1)
        mixed = float((np.minimum(inside, 1 - inside) * across).sum())
        ways.append((mixed, axis, others, heights[inside >= 0.5]))
    _, axis, others, reached = min(ways, key=lambda way: way[0])
    if not len(reached):
        return None
    step = heights[1] - heights[0]
    low, high = max(-1.0, reached[0] - step / 2), min(1.0, reached[-1] + step / 2)
    if high < 1 and low <= -1:
        low, high = -high, -low
    if high - low < LEAST:
        return None
    a, b, c = (float(semi[n]) for n in (*others, axis))
    return Cap((a, b, c), float(low), float(high))


def from_above(skin: CloseSolid) -> Cap | None:
    """What of a round form a skin covers that is laid on it from one pole: a cap, a hood; None for any other."""
    cap = cap_of(skin)
    return cap if cap is not None and cap.high >= 1 and cap.low > CLOSED else None
