"""Where words go: none on another, none off the paper, each as near as can be to what it names."""

from __future__ import annotations

import math
from collections.abc import Sequence

import shapely

from windcrest_core.prints.drawn import Line, Word
from windcrest_core.prints.type import LEAST_MM, width_mm

Box = tuple[float, float, float, float]
CLEAR_MM = (1.5, 0.3)  # beside and above
LED_MM = 4.0  # further away, a line leads to it
CLEAR_REACH_MM = 40.0
ORDER = (0, 8, 4, 12, 2, 6, 14, 10, 1, 7, 15, 9, 3, 5, 13, 11)
"""Ways round a point in sixteenths: right, left, above, below, and then what lies between."""


def box_of(word: Word) -> Box:
    """What words take on the paper: left, low, right, high, mm."""
    wide = width_mm(word.text, word.size_mm, word.bold)
    left = word.x - {"start": 0.0, "middle": wide / 2, "end": wide}[word.anchor]
    return (left, word.y - 0.24 * word.size_mm, left + wide, word.y + 0.8 * word.size_mm)


def _apart(a: Box, b: Box) -> bool:
    beside, above = CLEAR_MM
    return (
        a[2] + beside <= b[0]
        or b[2] + beside <= a[0]
        or a[3] + above <= b[1]
        or b[3] + above <= a[1]
    )


class Placer:
    """Words of one drawing, put down one after another within its bounds.

    Parameters
    ----------
    bounds : left, low, right, high, mm.
    avoid : lines that are to stay in sight; words are on them only where there is no other place.
    """

    def __init__(self, bounds: Box, avoid: Sequence[Line] = ()) -> None:
        self.bounds, self.taken = bounds, list[Box]()
        self.avoid = shapely.union_all(
            [
                shapely.LineString(line.points).buffer(max(line.wire_mm / 2, CLEAR_MM[1]), 2)
                for line in avoid
                if len(line.points) > 1
            ]
        )
        shapely.prepare(self.avoid)
        self.words, self.leaders = list[Word](), list[Line]()

    def keep(self, word: Word) -> None:
        """Words that stand where they stand."""
        self.words.append(word)
        self.taken.append(box_of(word))

    def keep_free(self, box: Box) -> None:
        self.taken.append(box)

    def put(
        self,
        text: str,
        at: tuple[float, float],
        size_mm: float = LEAST_MM,
        bold: bool = False,
        off_mm: float = 1.2,
    ) -> Word | None:
        """Words beside a point; None where there is no room for them at all.

        Rings of growing size round the point are tried, to its right first.
        """
        word = self._free(text, at, size_mm, bold, off_mm, clear=True) or self._free(
            text, at, size_mm, bold, off_mm, clear=False
        )
        if word is not None:
            self.keep(word)
            box = box_of(word)
            if math.dist(at, _nearest(at, box)) > LED_MM:
                self.leaders.append(Line("leader", (at, _nearest(at, box))))
        return word

    def _free(
        self,
        text: str,
        at: tuple[float, float],
        size_mm: float,
        bold: bool,
        off_mm: float,
        clear: bool,
    ) -> Word | None:
        """The nearest place for words; `clear` of what is to be avoided, and then not very far."""
        wide = width_mm(text, size_mm, bold)
        left, low, right, top = self.bounds
        reach = CLEAR_REACH_MM if clear else math.hypot(right - left, top - low)
        off = off_mm
        while off <= reach:
            for n in ORDER:
                turn = 2 * math.pi * n / len(ORDER)
                x = at[0] + off * math.cos(turn) + (math.cos(turn) - 1) / 2 * wide
                y = at[1] + off * math.sin(turn) + (math.sin(turn) - 1) / 2 * size_mm
                word = Word(x, y + 0.24 * size_mm, text, size_mm, "start", bold, backed=True)
                box = box_of(word)
                inside = box[0] >= left and box[1] >= low and box[2] <= right and box[3] <= top
                if (
                    inside
                    and all(_apart(box, other) for other in self.taken)
                    and not (clear and self.avoid.intersects(shapely.box(*box)))
                ):
                    return word
            off += 1.0 + off / 8
        return None


def _nearest(at: tuple[float, float], box: Box) -> tuple[float, float]:
    return (min(max(at[0], box[0]), box[2]), min(max(at[1], box[1]), box[3]))


def spread(at: Sequence[float], gap: float, low: float, high: float) -> list[float]:
    """Places in a row, no two nearer than `gap`, none past the ends, each moved as little as can be.

    Where there is no room for all, the gap is made smaller.

    Examples
    --------
    >>> spread([0, 1, 10], 4, 0, 20)
    [0, 4, 10]
    >>> spread([9, 10, 11], 2, 0, 11)
    [7, 9, 11]
    """
    order = sorted(range(len(at)), key=lambda n: at[n])
    if len(at) > 1:
        gap = min(gap, (high - low) / (len(at) - 1))
    firsts = _rising([at[n] - gap * k for k, n in enumerate(order)])
    found = [0.0] * len(at)
    for k, (n, first) in enumerate(zip(order, firsts, strict=True)):
        found[n] = min(max(first, low), high - gap * (len(at) - 1)) + gap * k
    return found


def in_row(
    wanted: Sequence[tuple[float, float]], low: float, high: float, gap: float
) -> list[float]:
    """Middles of words in a row, (middle, breadth) from the left, moved apart as little as can be.

    Examples
    --------
    >>> in_row([(5, 4), (6, 4)], 0, 20, 1)
    [3.0, 8.0]
    """
    starts, at = [], 0.0
    for _, broad in wanted:
        starts.append(at + broad / 2)
        at += broad + gap
    # Less the breadths before each, the places need no gap.
    free = _rising([middle - start for (middle, _), start in zip(wanted, starts, strict=True)])
    most = max(low, high - (at - gap))
    return [min(max(place, low), most) + start for place, start in zip(free, starts, strict=True)]


def _rising(wanted: Sequence[float]) -> list[float]:
    """The rising row nearest to a row (least squares): neighbours that fall are put at their mean."""
    blocks: list[tuple[float, int]] = []
    for value in wanted:
        blocks.append((value, 1))
        while len(blocks) > 1 and blocks[-2][0] > blocks[-1][0]:
            (a, many), (b, count) = blocks[-2], blocks.pop()
            blocks[-1] = ((a * many + b * count) / (many + count), many + count)
    return [value for value, count in blocks for _ in range(count)]
