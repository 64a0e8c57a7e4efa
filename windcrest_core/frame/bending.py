"""The bend card of a run: where along the straight wire to bend, how far, and which way round.

The wire is laid with its START end to the left and bent at its marks one after another, always
upwards; between two bends the wire is turned about itself, so that its next bend is made upwards too.
A turn above nought is clockwise as seen from the START end along the wire (right-hand rule along the
feed); the wire turns, so the plane of its bends turns the other way round about it. A mark is the
middle of its bend.
"""

from __future__ import annotations

import itertools
import math

import numpy as np

from windcrest_core.body.skeleton import Array, cross, norm
from windcrest_core.facts import Frozen, Text

LEAST_BEND_DEG = 1.0
LONGEST_SETBACK_DEG = 150.0
INSIDE_RADIUS_D = 1.0  # of the wire; tighter and it cracks [A]
PINS_MM = (2.0, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0, 16.0, 20.0)
ANGLE_STEP_DEG = MARK_STEP_MM = 0.1


class Bend(Frozen):
    """One bend: its mark from the START end, the turn before it, how far it is bent, and where."""

    at: Text
    mark_mm: float
    turn_deg: float
    angle_deg: float


class BendCard(Frozen):
    """How a run is bent. `before_mm` is the wire at the START end that is no path: loop, anchor.

    `pin_mm` is the rod the bends are made round; `tail_mm` what is left after the last bend.
    """

    start_words: Text
    before_mm: float
    bends: list[Bend]
    tail_mm: float
    radius_mm: float
    pin_mm: float
    tool: Text


def _unit(v: Array) -> Array:
    return np.asarray(v / norm(v))


def corners(points: list[Array]) -> list[tuple[int, float]]:
    """Index and angle, degrees, of the points at which a path really bends."""
    found = []
    for i in range(1, len(points) - 1):
        before, after = points[i] - points[i - 1], points[i + 1] - points[i]
        if norm(before) < 1e-6 or norm(after) < 1e-6:
            continue
        cosine = float(_unit(before) @ _unit(after))
        angle = math.degrees(math.acos(max(-1.0, min(1.0, cosine))))
        if angle >= LEAST_BEND_DEG:
            found.append((i, angle))
    return found


def setback_mm(angle_deg: float, radius_mm: float) -> float:
    """How much nearer the middle of a bend is along the wire than along the sharp corner, mm.

    The tangent is r tan(θ/2) long, half the arc r θ/2.

    Examples
    --------
    >>> round(setback_mm(90, 3.0), 3)
    0.644
    """
    half = math.radians(min(angle_deg, LONGEST_SETBACK_DEG)) / 2
    return radius_mm * (math.tan(half) - half)


def turn_deg(before: Array, at: Array, after: Array) -> float:
    """Turn of the wire about `at`, from the bend (before, at) to (at, after), that brings the second
    bend upwards where the first was, degrees, clockwise as seen along it.

    Examples
    --------
    >>> path = np.array([[0, 0, 0], [0, 0, 60], [40, 0, 100], [40, 30, 130.0]])
    >>> round(turn_deg(*np.diff(path, axis=0)), 2)
    -125.26
    >>> round(turn_deg(*np.diff(np.array([[0, -1, 0], [0, 0, 0], [1, 0, 0], [1, 0, 1.0]]), axis=0)), 1)
    90.0
    """
    along = _unit(at)
    one, two = cross(before, at), cross(at, after)
    return math.degrees(math.atan2(float(along @ cross(two, one)), float(one @ two)))


def pin_for_mm(diameter_mm: float) -> float:
    """The smallest rod sold that keeps the inside radius, mm.

    >>> pin_for_mm(1.6)
    4.0
    """
    least = 2 * INSIDE_RADIUS_D * diameter_mm
    return next((pin for pin in PINS_MM if pin >= least - 1e-9), math.ceil(least))


def _rounded(value: float, step: float) -> float:
    return round(round(value / step) * step, 6)


def bend_card(
    points: list[Array],
    names: list[Text],
    diameter_mm: float,
    before_mm: float,
    start_words: Text,
    tool: Text,
) -> BendCard:
    """The card of a path.

    Parameters
    ----------
    points : the path from the START end, mm.
    names : what each point is called.
    before_mm : wire before the path begins, mm.
    """
    pin = pin_for_mm(diameter_mm)
    radius = pin / 2 + diameter_mm / 2
    found = corners(points)
    bends: list[Bend] = []
    mark, last, behind = before_mm, 0, 0.0
    ways = [points[0], *(points[i] for i, _ in found), points[-1]]
    steps = [b - a for a, b in itertools.pairwise(ways)]
    for number, (i, angle) in enumerate(found):
        back = setback_mm(angle, radius)
        mark += norm(points[i] - ways[number]) - behind - back
        turned = turn_deg(steps[number - 1], steps[number], steps[number + 1]) if number else 0.0
        bends.append(
            Bend(
                at=names[i],
                mark_mm=_rounded(mark, MARK_STEP_MM),
                turn_deg=_rounded(turned, ANGLE_STEP_DEG),
                angle_deg=_rounded(angle, ANGLE_STEP_DEG),
            )
        )
        last, behind = i, back
    tail = norm(points[-1] - points[last if found else 0]) - behind
    return BendCard(
        start_words=start_words,
        before_mm=before_mm,
        bends=bends,
        tail_mm=_rounded(tail, MARK_STEP_MM),
        radius_mm=radius,
        pin_mm=pin,
        tool=tool,
    )


def bent_back(card: BendCard) -> Array:
    """The path a wire bent by the card has, (n, 3) mm, from its START end along x."""
    at, way, up = np.zeros(3), np.array([1.0, 0.0, 0.0]), np.array([0.0, 0.0, 1.0])
    path, reached, behind = [at], card.before_mm, 0.0
    for bend in card.bends:
        back = setback_mm(bend.angle_deg, card.radius_mm)
        at = at + way * (bend.mark_mm - reached + behind + back)
        path.append(at)
        # In the wire's own frame it is "up" that goes round, against the turn of the wire.
        turn, angle = -math.radians(bend.turn_deg), math.radians(bend.angle_deg)
        up = up * math.cos(turn) + cross(way, up) * math.sin(turn)
        way, up = (
            way * math.cos(angle) + up * math.sin(angle),
            up * math.cos(angle) - way * math.sin(angle),
        )
        reached, behind = bend.mark_mm, back
    path.append(at + way * (card.tail_mm + behind))
    return np.array(path)


def apart_mm(card: BendCard, points: list[Array]) -> float:
    """How far the card's path is from the run's at its worst corner, laid on it as well as can be, mm."""
    made = bent_back(card)
    kept = [points[0], *(points[i] for i, _ in corners(points)), points[-1]]
    wanted = np.array(kept)
    a, b = made - made.mean(axis=0), wanted - wanted.mean(axis=0)
    u, _, v = np.linalg.svd(a.T @ b)
    flip = np.diag([1.0, 1.0, float(np.sign(np.linalg.det(u @ v)))])
    return float(np.linalg.norm(a @ (u @ flip @ v) - b, axis=1).max())
