"""What is drawn on a bend card: the straight wire with its marks, dial and wedge, the bent wire."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

from windcrest_core.body.skeleton import Array
from windcrest_core.frame.model import RunPlan
from windcrest_core.prints.drawn import Line, Word
from windcrest_core.prints.placing import Placer, in_row
from windcrest_core.prints.run_marks import bend_points, flat
from windcrest_core.prints.type import LEAST_MM, READ_MM, width_mm

Point = tuple[float, float]
STRIP_ROW_MM = 15.0
START_MM = 15.0  # of the word START over the strip
GAP_MM = 1.6
LEAST_WIRE_MM = 0.4
LABELS_MM = 30.0  # of breadth, and of height, left for words round the bent wire
FOOT_MM = 6.0


class Drawn(NamedTuple):
    lines: list[Line]
    words: list[Word]


class Mark(NamedTuple):
    """A place on the straight wire, mm from START: its number over it, its measure under it."""

    at_mm: float
    number: str
    measure: str


class Strip(NamedTuple):
    """A row of the straight wire: from where to where, mm, and how large it is drawn."""

    low_mm: float
    high_mm: float
    scale: float
    thick_mm: float


def strip(row: Strip, marks: Sequence[Mark], x: float, y: float, wide: float) -> Drawn:
    """The wire lying along y from x on; marks whose words would meet are led to."""
    long, thick = (row.high_mm - row.low_mm) * row.scale, max(0.3, row.thick_mm * row.scale)
    low, high = y - thick / 2, y + thick / 2
    wire = ((x, low), (x + long, low), (x + long, high), (x, high))
    lines, words = [Line("shade", wire, closed=True)], []
    first = row.low_mm == 0
    shown = sorted(mark for mark in marks if row.low_mm - 1e-6 <= mark.at_mm <= row.high_mm + 1e-6)
    at = [(mark.at_mm - row.low_mm) * row.scale for mark in shown]
    measures = [width_mm(mark.measure, LEAST_MM) for mark in shown]
    numbers = [width_mm(mark.number, READ_MM, bold=True) for mark in shown]
    under = in_row(list(zip(at, measures, strict=True)), 0.0, wide, GAP_MM)
    over = in_row(list(zip(at, numbers, strict=True)), START_MM if first else 0.0, wide, GAP_MM)
    for mark, place, below, above in zip(shown, at, under, over, strict=True):
        foot = low - GAP_MM
        lines.append(Line("landmark", ((x + place, foot), (x + place, high + GAP_MM))))
        lines.append(Line("landmark", ((x + place, foot), (x + below, foot - 1.0))))
        words.append(Word(x + below, low - 5.2, mark.measure, anchor="middle"))
        if mark.number:
            words.append(Word(x + above, high + 2.2, mark.number, READ_MM, "middle", bold=True))
    if first:
        words.append(Word(x, high + 2.2, "START ►", bold=True))
    return Drawn(lines, words)


def _round(x: float, y: float, radius: float, turns_deg: Sequence[float]) -> tuple[Point, ...]:
    """Points at turns clockwise from above."""
    turns = [math.radians(turn) for turn in turns_deg]
    return tuple((x + radius * math.sin(turn), y + radius * math.cos(turn)) for turn in turns)


def dial(x: float, y: float, radius: float, turn_deg: float) -> list[Line]:
    """Up is how the last bend points now; the hand is where it is to point before the next."""
    lines = [Line("hole", _round(x, y, radius, range(0, 360, 6)), closed=True)]
    for hour in range(12):
        inner = radius * (0.72 if hour % 3 == 0 else 0.86)
        (a,), (b,) = (_round(x, y, r, [hour * 30.0]) for r in (inner, radius))
        lines.append(Line("hole", (a, b)))
    (hand,) = _round(x, y, 0.8 * radius, [turn_deg])
    lines.append(Line("silhouette", ((x, y), hand)))
    if abs(turn_deg) >= 0.05:
        steps = [turn_deg * n / 24 for n in range(25)]
        lines.append(Line("bar", _round(x, y, 0.5 * radius, steps)))
    return lines


def wedge(x: float, y: float, wide: float, high: float, angle_deg: float) -> list[Line]:
    """The angle out of straight at its true size: the wire comes from the left and leaves up."""
    angle = math.radians(angle_deg)
    forward, back = max(1.0, math.cos(angle)), max(0.0, -math.cos(angle))
    tall = 1.0 if angle_deg >= 90 else math.sin(angle)
    arm = min(high / max(tall, 0.05), (wide - 1) / (forward + max(0.6, back)))
    corner = x + arm * max(0.6, back)
    sweep = [angle * n / 24 for n in range(25)]
    rim = [(corner + arm * math.cos(turn), y + arm * math.sin(turn)) for turn in sweep]
    return [
        Line("shade", ((corner, y), *rim), closed=True),
        Line("silhouette", ((x, y), (corner, y), rim[-1])),
    ]


def view_scale(run: RunPlan, views: Sequence[Array], wide: float, high: float) -> float:
    """How large the bent run can be drawn in all views, at most at true size."""
    scale = 1.0
    for view in views:
        us, vs = zip(*flat(run, view), strict=True)
        across, up = max(us) - min(us), max(vs) - min(vs)
        scale = min(
            scale, (wide - LABELS_MM) / max(across, 1.0), (high - FOOT_MM - 8) / max(up, 1.0)
        )
    return scale


def bent(run: RunPlan, view: Array, scale: float, at: Point, wide: float, high: float) -> Drawn:
    """The bent run in a view with START and the numbers of its bends, from `at` up and to the right."""
    path = flat(run, view)
    us, vs = zip(*path, strict=True)
    left = at[0] + (wide - (max(us) - min(us)) * scale) / 2
    low = at[1] + FOOT_MM + (high - FOOT_MM - 4 - (max(vs) - min(vs)) * scale) / 2

    def placed(points: Sequence[Point]) -> list[Point]:
        return [(left + (u - min(us)) * scale, low + (v - min(vs)) * scale) for u, v in points]

    thick = max(LEAST_WIRE_MM, run.chosen.bundle_mm * scale)
    wire = Line("wire", tuple(placed(path)), wire_mm=thick)
    placer = Placer((at[0], at[1] + FOOT_MM, at[0] + wide, at[1] + high), avoid=[wire])
    placer.put("START", placed(path)[0], bold=True)
    for number, corner in enumerate(placed(bend_points(run, view)), start=1):
        placer.put(f"{number}", corner, READ_MM, bold=True)
    return Drawn([wire, *placer.leaders], placer.words)
