"""The card that is printed to stand behind a figure, and how its four marks are found in a photograph.

A mark is a black ring with a black dot in its middle, whose dot is larger on the first mark: two dark things with one
middle are rare in clutter, whatever the light. Corners go round from the first: upper left, upper right, lower right,
lower left.
"""

from __future__ import annotations

import itertools
import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
WIDE_MM, HIGH_MM = 160.0, 180.0  # from mark to mark
FOOT_MM = 30.0  # of the lower marks above the edge the card stands on
RING_MM, HOLE_MM, DOT_MM, FIRST_DOT_MM = 12.0, 8.0, 3.0, 5.5  # radii
LOOKED_AT_PX = 1600
DARKER = 0.10  # than what is about it
LEAST_PX, MOST_SHARE = 9.0, 0.06  # across a ring; of the picture's area
LOPSIDED = 2.6  # of its box, and it is no ring seen from anywhere useful
RING_FILL, DOT_FILL = (0.28, 0.80), (0.62, 1.25)
OFF_MIDDLE = 0.12  # of the ring's width, that its dot may be off
DOT_SHARE = (0.018, 0.36)  # of the ring's ellipse
FIRST_SHARE = 0.11  # above which a dot is that of the first mark
MOST_MARKS = 9


def corners_mm() -> Array:
    """The marks about the foot of the card's middle: right, and up; (4, 2)."""
    side, low, high = WIDE_MM / 2, FOOT_MM, FOOT_MM + HIGH_MM
    return np.array([[-side, high], [side, high], [side, low], [-side, low]])


class _Mark(NamedTuple):
    middle: tuple[float, float]
    size: float
    dot: float


def find_corners(grey: NDArray[np.uint8]) -> Array | None:
    """The marks of a card in a picture, (4, 2) px from its upper left corner; None where they are not all found.

    Parameters
    ----------
    grey : (height, width), 0 black to 255 white.
    """
    step = max(1, math.ceil(max(grey.shape) / LOOKED_AT_PX))
    small = _shrunk(grey, step)
    marks = _marks(small)[:MOST_MARKS]
    best: tuple[float, Array] | None = None
    for four in itertools.combinations(marks, 4):
        found = _in_order(four)
        if found is not None and (best is None or found[0] < best[0]):
            best = found
    return None if best is None else (best[1] + 0.5) * step


def _shrunk(grey: NDArray[np.uint8], step: int) -> Array:
    high, wide = (side // step * step for side in grey.shape)
    blocks = grey[:high, :wide].reshape(high // step, step, wide // step, step)
    return np.asarray(blocks.mean(axis=(1, 3)) / 255.0)


def _marks(small: Array) -> list[_Mark]:
    """What is a dark ring about a dark dot, the likeliest first."""
    from scipy import ndimage

    about = ndimage.uniform_filter(small, max(15, max(small.shape) // 12))
    names, count = ndimage.label(small < about - DARKER)
    if not count:
        return []
    boxes = ndimage.find_objects(names)
    areas = np.bincount(names.ravel())[1:]
    tall = np.array([box[0].stop - box[0].start for box in boxes], dtype=float)
    wide = np.array([box[1].stop - box[1].start for box in boxes], dtype=float)
    middles = np.array(
        [
            [(box[1].start + box[1].stop - 1) / 2, (box[0].start + box[0].stop - 1) / 2]
            for box in boxes
        ]
    )
    ellipse = math.pi / 4 * tall * wide
    fill = areas / ellipse
    round_ = (np.maximum(tall, wide) / np.minimum(tall, wide)) < LOPSIDED
    rings = np.flatnonzero(
        round_
        & (np.minimum(tall, wide) >= LEAST_PX)
        & (ellipse < MOST_SHARE * small.size)
        & (fill > RING_FILL[0])
        & (fill < RING_FILL[1])
    )
    dots = np.flatnonzero(round_ & (fill > DOT_FILL[0]) & (fill < DOT_FILL[1]))
    found = []
    for ring in rings.tolist():
        size = float(min(tall[ring], wide[ring]))
        off = np.hypot(*(middles[dots] - middles[ring]).T)
        inside = dots[
            (off < OFF_MIDDLE * size)
            & (areas[dots] > DOT_SHARE[0] * ellipse[ring])
            & (areas[dots] < DOT_SHARE[1] * ellipse[ring])
        ]
        if len(inside) == 1:
            dot = int(inside[0])
            middle = _middle(names, boxes[ring], ring + 1)
            score = abs(fill[ring] - (1 - (HOLE_MM / RING_MM) ** 2))
            found.append((score, _Mark(middle, size, float(areas[dot] / ellipse[ring]))))
    return [mark for _, mark in sorted(found, key=lambda row: row[0])]


def _middle(names: NDArray[np.int32], box: tuple[slice, slice], name: int) -> tuple[float, float]:
    """Of a ring with what is in it."""
    from scipy import ndimage

    whole = ndimage.binary_fill_holes(names[box] == name)
    down, right = ndimage.center_of_mass(whole)
    return (box[1].start + float(right), box[0].start + float(down))


def _in_order(four: tuple[_Mark, ...]) -> tuple[float, Array] | None:
    """The marks round from the first, with how unlike each other they are; None where they make no card."""
    first = [n for n, mark in enumerate(four) if mark.dot > FIRST_SHARE]
    sizes = [mark.size for mark in four]
    if len(first) != 1 or max(sizes) > 2.2 * min(sizes):
        return None
    points = np.array([mark.middle for mark in four])
    about = points - points.mean(axis=0)
    round_ = sorted(range(4), key=lambda n: math.atan2(about[n, 1], about[n, 0]))
    at = round_.index(first[0])
    ring = points[[round_[(at + n) % 4] for n in range(4)]]
    after, before = np.roll(ring, -1, axis=0) - ring, np.roll(ring, 1, axis=0) - ring
    turns = after[:, 0] * before[:, 1] - after[:, 1] * before[:, 0]
    if not np.all(turns > 0):
        return None
    sides = np.linalg.norm(after, axis=1)
    shape = [sides[0] / sides[2], sides[1] / sides[3]]
    tall = (sides[1] + sides[3]) / (sides[0] + sides[2]) * WIDE_MM / HIGH_MM
    odd = sum(abs(math.log(ratio)) for ratio in [*shape, tall, max(sizes) / min(sizes)])
    return (odd, ring) if odd < 2.0 else None
