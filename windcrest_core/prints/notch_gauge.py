"""A gauge to cut out of card: a limb goes into its notches just so where it is as thick as planned."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.measures import Units
from windcrest_core.prints.drawn import Line, Map, Word
from windcrest_core.prints.type import LEAST_MM, READ_MM, width_mm
from windcrest_core.work.checks.thickness import thicknesses

RIM_MM, BETWEEN_MM, BACK_MM = 6.0, 5.0, 8.0
DEEP = 0.6  # of a notch, of how broad it is


def notch_gauge(piece: Piece, units: Units) -> Map:
    """Notches across along the upper edge, from front to back along the lower, at three places from where the part
    begins."""
    rows = thicknesses(piece.solid)
    named = [[units.fine_mm(mm) for mm in (row.across_mm, row.through_mm)] for row in rows]
    widest = [
        max(row.across_mm, row.through_mm, *(width_mm(name, READ_MM) for name in names))
        for row, names in zip(rows, named, strict=True)
    ]
    lefts, at = [], RIM_MM
    for wide in widest:
        lefts.append(at + wide / 2)
        at += wide + BETWEEN_MM
    width = at - BETWEEN_MM + RIM_MM
    deep = DEEP * max(max(row.across_mm, row.through_mm) for row in rows)
    high = 2 * deep + BACK_MM + 2 * READ_MM
    upper = _edge(high, lefts, [row.across_mm for row in rows], deep, -1.0, width)
    lower = _edge(0.0, lefts, [row.through_mm for row in rows], deep, 1.0, width)
    outline = Line("silhouette", (*lower, *reversed(upper)), True)
    return Map(
        max(width, 120.0),
        high + 14.0,
        (outline,),
        (
            *_named(named, lefts, high),
            Word(
                0.0,
                high + 8.5,
                f"{piece.part.label}: as thick as it is planned",
                READ_MM,
                bold=True,
            ),
            Word(
                0.0,
                high + 3.0,
                "at a quarter, half, three quarters from its beginning; upper edge across, lower from front to back",
                LEAST_MM,
            ),
        ),
    )


def _edge(
    y: float, lefts: list[float], widths: list[float], deep: float, way: float, width: float
) -> list[tuple[float, float]]:
    points = [(0.0, y)]
    for x, wide in zip(lefts, widths, strict=True):
        a, b = x - wide / 2, x + wide / 2
        points += [(a, y), (a, y + way * deep), (b, y + way * deep), (b, y)]
    return [*points, (width, y)]


def _named(named: list[list[str]], lefts: list[float], high: float) -> list[Word]:
    """What each notch is, across over front to back."""
    middle = high / 2
    return [
        Word(x, middle + up, name, READ_MM, "middle")
        for names, x in zip(named, lefts, strict=True)
        for name, up in zip(names, (0.8, -3.2), strict=True)
    ]
