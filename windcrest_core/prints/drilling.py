"""The base at true size with its holes, to be laid on it and pricked through."""

from __future__ import annotations

import math
from collections.abc import Iterator

from windcrest_core.plan import Plan
from windcrest_core.prints.maps import Line, Map, Style, Word

EDGE_MM, FOOT_MM, HEAD_MM = 14.0, 18.0, 12.0
CROSS_MM = 5.0


def _circle(style: Style, x: float, y: float, radius: float) -> Line:
    turns = [2 * math.pi * n / 48 for n in range(48)]
    return Line(
        style, tuple((x + radius * math.cos(a), y + radius * math.sin(a)) for a in turns), True
    )


def drilling_template(plan: Plan) -> Map:
    """Outline and middle of the base, each hole with its cross, diameter and depth.

    Seen from above with the figure's front to the foot of the page, so its right is to the left.
    """
    ground = plan.frame.ground
    xs, ys = [x for x, _ in ground.outline], [y for _, y in ground.outline]
    left, low = -max(xs), min(ys)
    width = max(xs) - min(xs) + 2 * EDGE_MM
    height = max(ys) - min(ys) + FOOT_MM + HEAD_MM

    def at(x: float, y: float) -> tuple[float, float]:
        return (EDGE_MM - x - left, FOOT_MM + height - FOOT_MM - HEAD_MM - (y - low))

    lines = [Line("silhouette", tuple(at(x, y) for x, y in ground.outline), True)]
    lines += _cross(at(0, 0), 8.0)
    words = [Word(*_up(at(0, min(ys))), "BACK", 3.4, "middle")]
    front = at(0, max(ys))
    words.append(Word(front[0], front[1] - 6, "FRONT", 3.4, "middle"))
    for hole in plan.finish.pegs:
        x, y = at(hole.right_mm, hole.forward_mm)
        lines += [_circle("wire", x, y, hole.hole_mm / 2), *_cross((x, y), CROSS_MM)]
        label = f"{hole.label}: {hole.hole_mm:.1f} mm wide, {hole.depth_mm:.0f} mm deep"
        words.append(Word(x + CROSS_MM + 1, y + 1, label, 2.4))
    return Map(f"{plan.name}: holes in the base", width, height, tuple(lines), tuple(words))


def _up(point: tuple[float, float]) -> tuple[float, float]:
    return (point[0], point[1] + 3)


def _cross(at: tuple[float, float], size: float) -> Iterator[Line]:
    x, y = at
    yield Line("landmark", ((x - size, y), (x + size, y)))
    yield Line("landmark", ((x, y - size), (x, y + size)))
