"""The base at true size with its holes, to be laid on it and pricked through."""

from __future__ import annotations

import math
from collections.abc import Iterator

import shapely

from windcrest_core.measures import Units
from windcrest_core.plan import Plan
from windcrest_core.prints.drawn import Line, Map, Style
from windcrest_core.prints.placing import Placer
from windcrest_core.prints.run_marks import lettered
from windcrest_core.prints.type import READ_MM, width_mm
from windcrest_core.stand.pegs import PegHole
from windcrest_core.words import sayer

OUT_MM, IN_MM = (18.0, 7.0), 6.0  # round the base, with its sides named outside and in
ROOMY_MM = 100.0
CROSS_MM = 5.0
HEAD = ("hole", "for", "drill", "deep", "from the middle")


def _circle(style: Style, x: float, y: float, radius: float) -> Line:
    turns = [2 * math.pi * n / 48 for n in range(48)]
    return Line(
        style, tuple((x + radius * math.cos(a), y + radius * math.sin(a)) for a in turns), True
    )


def _beyond_mm(plan: Plan, hole: PegHole) -> float:
    """How far the rim of a hole is past the edge of the base, mm; nought or less is on it."""
    base = shapely.Polygon(plan.frame.ground.outline)
    at = shapely.Point(hole.right_mm, hole.forward_mm)
    inside = at.within(base)
    away = float(base.exterior.distance(at))
    return hole.hole_mm / 2 - away if inside else hole.hole_mm / 2 + away


def drilling_template(plan: Plan, units: Units) -> Map:
    """Outline and middle of the base, and each hole with its letter; what to drill is in the table.

    Seen from above with the figure's front to the foot of the page, so its right is to the left.
    """
    ground = plan.frame.ground
    holes = plan.frame.pegs
    points = [*ground.outline, *((hole.right_mm, hole.forward_mm) for hole in holes)]
    xs, ys = [x for x, _ in points], [y for _, y in points]
    base_xs, base_ys = zip(*ground.outline, strict=True)
    roomy = min(max(base_xs) - min(base_xs), max(base_ys) - min(base_ys)) >= ROOMY_MM
    beside, above = (IN_MM, IN_MM) if roomy else OUT_MM
    out = -1 if roomy else 1
    width = max(xs) - min(xs) + 2 * beside
    height = max(ys) - min(ys) + 2 * above

    def at(x: float, y: float) -> tuple[float, float]:
        return (beside + max(xs) - x, above + max(ys) - y)

    lines = [Line("silhouette", tuple(at(x, y) for x, y in ground.outline), True)]
    lines += _cross(at(0, 0), 8.0)
    placer = Placer((0, 0, width, height))
    middle = (min(base_ys) + max(base_ys)) / 2
    sides = (
        ("BACK", at(0, min(base_ys)), (0, out)),
        ("FRONT", at(0, max(base_ys)), (0, -out)),
        ("RIGHT", at(max(base_xs), middle), (-out, 0)),
        ("LEFT", at(min(base_xs), middle), (out, 0)),
    )
    for hole in holes:
        x, y = at(hole.right_mm, hole.forward_mm)
        lines += [_circle("hole", x, y, hole.hole_mm / 2), *_cross((x, y), CROSS_MM)]
        half = max(hole.hole_mm / 2, 1.5)
        placer.keep_free((x - half, y - half, x + half, y + half))
    for text, (x, y), (dx, dy) in sides:
        wide = width_mm(text, READ_MM, bold=True) / 2
        placer.put(text, (x + dx * (wide + 2) - wide, y + dy * 4.0), READ_MM, bold=True, off_mm=0.0)
    rows = []
    for n, hole in enumerate(holes):
        letter = lettered(n)
        placer.put(
            letter,
            at(hole.right_mm, hole.forward_mm),
            READ_MM,
            bold=True,
            off_mm=hole.hole_mm / 2 + 1.2,
        )
        rows.append(_row(letter, hole, units))
    return Map(
        width,
        height,
        (*lines, *placer.leaders),
        tuple(placer.words),
        note=_note(plan, units),
        table=(HEAD, *rows) if rows else (),
    )


def _note(plan: Plan, units: Units) -> str:
    base = plan.frame.ground.outline
    wide = max(x for x, _ in base) - min(x for x, _ in base)
    deep = max(y for _, y in base) - min(y for _, y in base)
    across = units.whole_mm
    size = (
        f"{across(wide)} across" if abs(wide - deep) < 0.5 else f"{across(wide)} × {across(deep)}"
    )
    missed = [
        f"Hole {lettered(n)} misses the base by {units.fine_mm(beyond)}: make the base larger or move the foot "
        "before anything is drilled."
        for n, hole in enumerate(plan.frame.pegs)
        if (beyond := _beyond_mm(plan, hole)) > 0.05
    ]
    none = "" if plan.frame.pegs else "Nothing goes into this base: there is no hole to drill. "
    return (
        f"{none}Seen from above, the front towards you; the base is {size}. Lay it on the base, middle on middle, "
        "and prick through each cross. " + " ".join(missed)
    ).strip()


def _row(letter: str, hole: PegHole, units: Units) -> tuple[str, ...]:
    sides = (
        ("right" if hole.right_mm > 0 else "left", abs(hole.right_mm)),
        ("front" if hole.forward_mm > 0 else "back", abs(hole.forward_mm)),
    )
    return (
        letter,
        sayer(units).say(hole.label),
        units.drill_mm(hole.hole_mm),
        units.whole_mm(hole.depth_mm),
        ", ".join(f"{units.mark_mm(far)} {way}" for way, far in sides),
    )


def _cross(at: tuple[float, float], size: float) -> Iterator[Line]:
    x, y = at
    yield Line("landmark", ((x - size, y), (x + size, y)))
    yield Line("landmark", ((x, y - size), (x, y + size)))
