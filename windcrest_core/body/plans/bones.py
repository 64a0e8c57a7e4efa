"""Bones at rest, and the limbs any body plan may have. Lengths as fractions of the height."""

from __future__ import annotations

import math
from dataclasses import dataclass

UP, DOWN, FORWARD, BACK = (0.0, 0.0, 1.0), (0.0, 0.0, -1.0), (0.0, 1.0, 0.0), (0.0, -1.0, 0.0)
Vector = tuple[float, float, float]
SIDES = (("r", 1.0), ("l", -1.0))


@dataclass(frozen=True)
class RestBone:
    """A bone at rest; `offset` is from the start of its parent."""

    joint: str
    parent: str | None
    offset: Vector
    direction: Vector
    length: float


def unit(v: Vector) -> Vector:
    n = math.sqrt(sum(c * c for c in v))
    return (v[0] / n, v[1] / n, v[2] / n)


def times(v: Vector, k: float) -> Vector:
    return (v[0] * k, v[1] * k, v[2] * k)


def limb(parent: str, offset: Vector, chain: list[tuple[str, Vector, float]]) -> list[RestBone]:
    """Bones end to end: the first hangs off `parent` at `offset`, each next off the end before."""
    bones: list[RestBone] = []
    for joint, direction, length in chain:
        if bones:
            before = bones[-1]
            parent, offset = before.joint, times(before.direction, before.length)
        bones.append(RestBone(joint, parent, offset, unit(direction), length))
    return bones


def tail(root: str, offset: Vector, size: float, droop: float) -> list[RestBone]:
    """A tail that leaves backwards, `droop` down for one back, and levels out."""
    return limb(
        root,
        offset,
        [
            ("tail_1", (0, -1, -droop), 0.4 * size),
            ("tail_2", (0, -1, -0.35 * droop), 0.33 * size),
            ("tail_3", BACK, 0.27 * size),
        ],
    )


def hanging_tail(root: str, offset: Vector, size: float) -> list[RestBone]:
    """A tail that hangs down, as an ox carries it."""
    return limb(
        root,
        offset,
        [
            ("tail_1", (0, -0.75, -1), 0.36 * size),
            ("tail_2", (0, -0.15, -1), 0.36 * size),
            ("tail_3", DOWN, 0.28 * size),
        ],
    )


def wings(root: str, offset: Vector, span: float) -> list[RestBone]:
    """Wings half open from `offset` to either side of the middle."""
    bones: list[RestBone] = []
    for side, sign in SIDES:
        bones += limb(
            root,
            (sign * offset[0], offset[1], offset[2]),
            [
                (f"wing_{side}", (sign, -0.2, 0.15), 0.2 * span),
                (f"wing_tip_{side}", (sign, -0.35, -0.1), 0.3 * span),
            ],
        )
    return bones
