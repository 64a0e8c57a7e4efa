"""The layout map: front and side at true size, for wire to be laid on."""

from __future__ import annotations

import math
from collections.abc import Iterator

from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.drawing.elevation import View
from windcrest_core.plan import Plan
from windcrest_core.prints.maps import Line, Map, Word, bar_100_mm, turned_over

EDGE_MM, RULER_MM, GAP_MM, HEADROOM_MM, FOOT_MM = 6.0, 46.0, 24.0, 12.0, 16.0
CROSS_MM = 2.0


def layout_map(plan: Plan, mirrored: bool = False) -> Map:
    """Both elevations with wire, core, clay, landmarks, heads and ruler.

    Parameters
    ----------
    mirrored : for tracing paper that is turned over; words stay readable.
    """
    front, side = plan.drawing.front, plan.drawing.side
    low = min(0.0, front.bounds[1], side.bounds[1])
    high = max(front.bounds[3], side.bounds[3], plan.drawing.height_mm)
    ground = FOOT_MM - low
    x_front = RULER_MM - front.bounds[0]
    x_side = x_front + front.bounds[2] + GAP_MM - side.bounds[0]
    width = x_side + side.bounds[2] + EDGE_MM
    lines: list[Line] = []
    words: list[Word] = []
    for view, x, plane, name in ((front, x_front, FRONT, "FRONT"), (side, x_side, SIDE, "SIDE")):
        lines += _view_lines(view, x, ground)
        for run in plan.frame.runs:
            flat = [(plane @ point) for point in run.points]
            lines.append(Line("wire", tuple((x + float(u), ground + float(v)) for u, v in flat)))
        words.append(Word(x, 5.0, name, 3.4, "middle"))
    lines += _ruler(high, ground, width)
    words += _ruler_words(plan, high, ground)
    lines += [
        Line("landmark", ((RULER_MM - 18, ground + mark.height_mm), (RULER_MM - 8, ground + mark.height_mm)))
        for mark in plan.character.posed_landmarks
    ]  # fmt: skip
    heads = math.floor(high / plan.drawing.head_mm + 1e-6)
    lines += [
        Line("head", ((RULER_MM - 6, y), (width - EDGE_MM, y)))
        for y in (ground + n * plan.drawing.head_mm for n in range(1, heads + 1))
    ]
    lines += bar_100_mm(EDGE_MM + 14, 2.0)
    words.append(Word(EDGE_MM, 1.6, "100 mm", 2.6))
    found = Map(
        f"{plan.name}: layout map", width, ground + high + HEADROOM_MM, tuple(lines), tuple(words)
    )
    return turned_over(found) if mirrored else found


def _view_lines(view: View, x: float, y: float) -> Iterator[Line]:
    def placed(ring: list[float]) -> tuple[tuple[float, float], ...]:
        return tuple((x + u, y + v) for u, v in zip(ring[::2], ring[1::2], strict=True))

    for ring in view.silhouette:
        yield Line("silhouette", placed(ring), closed=True)
    for part in view.parts:
        for ring in part.outline:
            yield Line("clay", placed(ring), closed=True)
        for ring in part.core:
            yield Line("core", placed(ring), closed=True)
    for bone in view.bones:
        for u, v in (bone.start, bone.end):
            yield Line("landmark", ((x + u - CROSS_MM, y + v), (x + u + CROSS_MM, y + v)))
            yield Line("landmark", ((x + u, y + v - CROSS_MM), (x + u, y + v + CROSS_MM)))


def _ruler(high_mm: float, ground: float, width: float) -> Iterator[Line]:
    x = RULER_MM - 6
    yield Line("ruler", ((x, ground), (x, ground + high_mm)))
    yield Line("ruler", ((EDGE_MM, ground), (width - EDGE_MM, ground)))
    for tick in range(0, math.floor(high_mm) + 1, 5):
        long = 4.0 if tick % 50 == 0 else 2.5 if tick % 10 == 0 else 1.2
        yield Line("ruler", ((x - long, ground + tick), (x, ground + tick)))


def _ruler_words(plan: Plan, high_mm: float, ground: float) -> Iterator[Word]:
    for tick in range(0, math.floor(high_mm) + 1, 50):
        yield Word(RULER_MM - 4.5, ground + tick - 0.9, f"{tick}", 2.4)
    last = math.inf
    for mark in plan.character.posed_landmarks:
        y = min(ground + mark.height_mm - 0.9, last - 3.0)
        last = y
        yield Word(RULER_MM - 19, y, f"{mark.label} {mark.height_mm:.1f}", 2.4, "end")
