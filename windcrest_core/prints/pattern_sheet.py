"""Flat patterns and spacing strips at true size."""

from __future__ import annotations

from windcrest_core.clay.patterns import Pattern
from windcrest_core.errors import SheetError
from windcrest_core.prints.maps import Line, Map, Word, bar_100_mm

GAP_MM, EDGE_MM, FOOT_MM, WORDS_MM = 8.0, 10.0, 10.0, 7.0
PAGE_MM = 180.0  # breadth that rows are filled to, where no pattern is broader
STRIP_MM = 14.0
MOST_MARKS = 400
MOST_STRIP_MM = 3000.0


def _words(pattern: Pattern) -> str:
    count = f"{pattern.count} × " if pattern.count > 1 else ""
    layers = f"{pattern.layers} × " if pattern.layers > 1 else ""
    seam = f", overlap {pattern.overlap_mm:.0f}" if pattern.overlap_mm else ""
    give = f", edges give {pattern.stretch_percent:.0f} %" if pattern.stretch_percent >= 0.5 else ""
    return (
        f"{count}{pattern.label}: {pattern.thickness_mm:.1f} mm "
        f"(setting {layers}{pattern.setting}){seam}{give}"
    )


def pattern_sheet(title: str, patterns: list[Pattern]) -> Map:
    """Patterns in rows, the tallest first, each with its words under it."""
    broad = max([PAGE_MM, *(pattern.size_mm[0] for pattern in patterns)])
    lines: list[Line] = []
    words: list[Word] = []
    x = y = row_high = 0.0
    rows: list[tuple[float, float, Pattern]] = []
    for pattern in sorted(patterns, key=lambda p: (-p.size_mm[1], p.part)):
        w, h = pattern.size_mm
        room = max(w, 42.0)
        if x > 0 and x + room > broad:
            x, y, row_high = 0.0, y + row_high + GAP_MM, 0.0
        rows.append((x, y, pattern))
        x, row_high = x + room + GAP_MM, max(row_high, h + WORDS_MM)
    high = y + row_high
    for left, from_top, pattern in rows:
        at = (EDGE_MM + left, FOOT_MM + high - from_top - pattern.size_mm[1])
        lines.append(
            Line("silhouette", tuple((at[0] + u, at[1] + v) for u, v in pattern.outline), True)
        )
        if pattern.seam:
            lines.append(Line("core", tuple((at[0] + u, at[1] + v) for u, v in pattern.seam)))
        words.append(Word(at[0], at[1] - 3.4, _words(pattern), 2.4))
    lines += bar_100_mm(EDGE_MM, 2.0)
    words.append(Word(EDGE_MM + 104, 2.0, "100 mm", 2.4))
    width = max(broad, 130.0) + 2 * EDGE_MM
    return Map(title, width, FOOT_MM + high + EDGE_MM, tuple(lines), tuple(words))


def spaced(length_mm: float, count: int, ring: bool) -> list[float]:
    """Where the middles of `count` things are along a length, mm: round a ring, or end to end.

    Examples
    --------
    >>> spaced(90, 4, False), spaced(90, 3, True)
    ([0.0, 30.0, 60.0, 90.0], [0.0, 30.0, 60.0])
    """
    gaps = count if ring else max(1, count - 1)
    return [length_mm * n / gaps for n in range(count)]


def spacing_strip(length_mm: float, count: int, width_mm: float, ring: bool) -> Map:
    """A strip to lay along or round: a mark for each thing, and its breadth where it has one.

    Raises
    ------
    SheetError : a length, number or breadth that cannot be; things that overlap.
    """
    if not 1 < length_mm <= MOST_STRIP_MM:
        raise SheetError.one("length", length_mm, f"more than 1 and at most {MOST_STRIP_MM:.0f} mm")
    if not 2 <= count <= MOST_MARKS:
        raise SheetError.one("count", count, f"2 to {MOST_MARKS}")
    at = spaced(length_mm, count, ring)
    step = at[1] - at[0]
    if not 0 <= width_mm <= step:
        raise SheetError.one("width", width_mm, f"0 to {step:.1f} mm, or they overlap")
    low, high = FOOT_MM + 4, FOOT_MM + 4 + STRIP_MM
    left = EDGE_MM + width_mm / 2
    lines = [
        Line("silhouette", ((left, low), (left + length_mm, low), (left + length_mm, high),
                            (left, high)), True)
    ]  # fmt: skip
    words = []
    for n, x in enumerate(at):
        lines.append(Line("wire", ((left + x, low), (left + x, low + STRIP_MM * 0.55))))
        if width_mm > 0:
            lines.append(
                Line("core", ((left + x - width_mm / 2, low), (left + x + width_mm / 2, low),
                              (left + x + width_mm / 2, low + STRIP_MM * 0.8),
                              (left + x - width_mm / 2, low + STRIP_MM * 0.8)), True)
            )  # fmt: skip
        if step >= 4 or n % 5 == 0:
            words.append(Word(left + x, high - 3.4, str(n + 1), 2.2, "middle"))
    how = "ends meet" if ring else "end to end"
    words.append(Word(left, high + 2.5, f"{count} over {length_mm:.1f} mm, {how}: "
                      f"{step:.2f} mm apart", 2.6))  # fmt: skip
    lines += bar_100_mm(EDGE_MM, 2.0)
    words.append(Word(EDGE_MM + 104, 2.0, "100 mm", 2.4))
    width = max(length_mm + width_mm, 130.0) + 2 * EDGE_MM
    return Map("Spacing strip", width, high + 12, tuple(lines), tuple(words))
