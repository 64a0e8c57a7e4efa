"""Spacing strips at true size: even marks along a length or round a ring."""

from __future__ import annotations

from windcrest_core.errors import SheetError
from windcrest_core.measures import Units
from windcrest_core.prints.drawn import Line, Map, Word
from windcrest_core.prints.type import LEAST_MM, READ_MM, width_mm
from windcrest_core.refused import beyond

EDGE_MM, STRIP_MM, TAB_MM = 1.0, 14.0, 8.0
MOST_MARKS = 400
MOST_STRIP_MM = 3000.0


def spaced(length_mm: float, count: int, ring: bool) -> list[float]:
    """Where the middles of `count` things are along a length, mm: round a ring, or end to end.

    Examples
    --------
    >>> spaced(90, 4, False), spaced(90, 3, True)
    ([0.0, 30.0, 60.0, 90.0], [0.0, 30.0, 60.0])
    """
    gaps = count if ring else max(1, count - 1)
    return [length_mm * n / gaps for n in range(count)]


def spacing_strip(length_mm: float, count: int, width_mm_: float, ring: bool, units: Units) -> Map:
    """A strip to lay along or round: a mark for each thing, and its breadth where it has one; a ring
    has a tab to glue under its other end.

    Raises
    ------
    SheetError : a length, number or breadth that cannot be; things that overlap.
    """
    if not 1 < length_mm <= MOST_STRIP_MM:
        raise beyond("length", length_mm, above=1, most=MOST_STRIP_MM, unit="mm")
    if not 2 <= count <= MOST_MARKS:
        raise SheetError.one("count", count, f"2 to {MOST_MARKS}")
    at = spaced(length_mm, count, ring)
    step = at[1] - at[0]
    if not 0 <= width_mm_ <= step:
        raise beyond("width", width_mm_, least=0, most=round(step, 1), unit="mm")
    low, high = EDGE_MM, EDGE_MM + STRIP_MM
    left = EDGE_MM + width_mm_ / 2
    end = left + length_mm
    lines = [Line("silhouette", ((left, low), (end, low), (end, high), (left, high)), True)]
    words: list[Word] = []
    last = -1.0
    for n, x in enumerate(at):
        lines.append(Line("bar", ((left + x, low), (left + x, low + STRIP_MM * 0.55))))
        if width_mm_ > 0:
            a, b, top = left + x - width_mm_ / 2, left + x + width_mm_ / 2, low + STRIP_MM * 0.65
            lines.append(Line("core", ((a, low), (b, low), (b, top), (a, top)), True))
        name = str(n + 1)
        half = width_mm(name, LEAST_MM) / 2
        if left + x - half > last:
            words.append(Word(left + x, high - LEAST_MM - 0.6, name, anchor="middle", backed=True))
            last = left + x + half + 1.0
    if ring:
        tab = ((end, low), (end + TAB_MM, low), (end + TAB_MM, high), (end, high))
        lines.append(Line("shade", tab, True))
        words.append(Word(end + TAB_MM, high + 1.5, "glue tab", anchor="end"))
    apart = units.fine_mm(step) if units.inches else f"{step:.2f} mm"
    how = "ends meet" if ring else "end to end"
    words.append(
        Word(
            left,
            high + 6.0,
            f"{count} over {units.fine_mm(length_mm)}, {how}: {apart} apart",
            READ_MM,
        )
    )
    width = max(length_mm + width_mm_ + (TAB_MM if ring else 0.0), 90.0) + 2 * EDGE_MM
    return Map(width, high + 12, tuple(lines), tuple(words))
