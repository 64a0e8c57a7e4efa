"""Flat patterns at true size: each whole on a page where one holds it."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np
import shapely

from windcrest_core.clay.patterns import Pattern
from windcrest_core.measures import Units
from windcrest_core.names import listed
from windcrest_core.prints.drawn import Line, Map, Word, raised
from windcrest_core.prints.page import EDGE_MM, FOOT_MM, HEAD_MM
from windcrest_core.prints.papers import PAPERS
from windcrest_core.prints.run_marks import lettered
from windcrest_core.prints.type import LEAST_MM, READ_MM, broken, width_mm

GAP_MM = 6.0
LEAST_WIDE_MM = 64.0  # of the words under a piece
ROW_MM = LEAST_MM * 1.3
NOTCH_MM = 2.5
ALIKE_MM = 0.05
NOTE = (
    "Roll the clay as thick as the piece says, lay the paper on it and cut round the heavy line. The grey edge goes "
    "under the other one: notch meets notch. The broken line is the middle of the piece."
)
NOTHING = "Nothing on this figure is laid as a sheet, so there is no pattern to cut."


@dataclass(frozen=True)
class Piece:
    """Patterns alike, which are cut from one outline."""

    letter: str
    patterns: tuple[Pattern, ...]

    @property
    def one(self) -> Pattern:
        return self.patterns[0]

    @property
    def count(self) -> int:
        return self.one.count * len(self.patterns)

    @property
    def turned_over(self) -> int:
        """How many are cut with the paper turned over: those of the other side, unless it is the same."""
        if _same_turned_over(self.one):
            return 0
        return sum(pattern.side != self.one.side for pattern in self.patterns) * self.one.count


def _area(pattern: Pattern) -> float:
    return float(shapely.Polygon(pattern.outline).area)


def _alike(a: Pattern, b: Pattern) -> bool:
    same = (a.kind, a.count, a.setting, a.layers, a.bought) == (
        b.kind,
        b.count,
        b.setting,
        b.layers,
        b.bought,
    )
    near = (*a.size_mm, math.sqrt(_area(a)), a.thickness_mm)
    other = (*b.size_mm, math.sqrt(_area(b)), b.thickness_mm)
    return same and all(abs(x - y) < ALIKE_MM for x, y in zip(near, other, strict=True))


def _same_turned_over(pattern: Pattern) -> bool:
    """Whether the outline is its own mirror image."""
    shape = shapely.Polygon(pattern.outline)
    wide, _ = pattern.size_mm
    mirrored = shapely.Polygon([(wide - x, y) for x, y in pattern.outline])
    return bool(shape.symmetric_difference(mirrored).area < 0.01 * shape.area)


def pieces_of(patterns: list[Pattern]) -> list[Piece]:
    """Patterns by outline, lettered from the largest."""
    groups: list[list[Pattern]] = []
    for pattern in patterns:
        found = next((group for group in groups if _alike(group[0], pattern)), None)
        if found is None:
            groups.append([pattern])
        else:
            found.append(pattern)
    groups.sort(key=lambda group: -max(group[0].size_mm))
    return [Piece(lettered(n), tuple(group)) for n, group in enumerate(groups)]


def _words(piece: Piece, units: Units) -> list[str]:
    one = piece.one
    cut = f"cut {piece.count}, {units.across_mm(one.thickness_mm)}"
    if piece.turned_over:
        turned = "one" if piece.turned_over == 1 else f"{piece.turned_over}"
        cut += f", {turned} turned over"
    layers = f"{one.layers} sheets of " if one.layers > 1 else ""
    more = [f"{layers}setting {one.setting}"] if one.setting else [one.bought]
    if one.grams is not None:
        more.append(f"{units.mass_g(one.grams * piece.count)}")
    if one.overlap_mm:
        more.append(f"seam {units.across_mm(one.overlap_mm)}")
    if one.stretch_percent >= 0.5:
        gives = "its edge is pressed in by" if one.kind == "disc" else "edges give"
        more.append(f"{gives} {one.stretch_percent:.0f} %")
    if one.scores:
        more.append("score it along the broken lines")
    rows = [listed([pattern.label for pattern in piece.patterns]), cut, ", ".join(more)]
    if one.square_mm:
        square, fold = units.across_mm(one.square_mm), units.across_mm(one.fold_mm)
        rows.append(f"or drape one square of {square}, with a fold of {fold} at each corner")
    return rows


def _notches(one: Pattern) -> Iterator[Line]:
    """A notch on each of two edges that meet, as far up on both."""
    points = np.asarray(one.outline)
    if one.kind in ("sleeve", "cloth") and one.seam:
        edges = [(points[0], points[-1]), (np.asarray(one.seam[0]), np.asarray(one.seam[1]))]
        for foot, top in edges:
            way = top - foot
            across = np.array([way[1], -way[0]]) / max(float(np.linalg.norm(way)), 1e-9)
            for share in (1 / 3, 2 / 3):
                at = foot + way * share
                ends = (at - across * NOTCH_MM, at + across * NOTCH_MM)
                yield Line("bar", tuple((float(x), float(y)) for x, y in ends))
    elif one.kind == "gores":
        middle, high = one.size_mm[0] / 2, one.size_mm[1]
        shape = shapely.Polygon(one.outline)
        for share in (1 / 3, 2 / 3):
            y = high * share
            cut = shape.intersection(shapely.LineString([(-1, y), (2 * middle + 1, y)]))
            left, _, right, _ = cut.bounds
            yield Line("bar", ((left - NOTCH_MM, y), (left + NOTCH_MM, y)))
            yield Line("bar", ((right - NOTCH_MM, y), (right + NOTCH_MM, y)))


def _middle(one: Pattern) -> Line | None:
    """The line along the middle of a piece; of a sleeve up to its seam."""
    points = [np.asarray(point) for point in one.outline]
    if one.kind in ("sleeve", "cloth") and one.seam:
        # Foot, end of the foot, end of the top, top from its end: as `_placed` lays them out.
        rulings = (len(points) - 2) // 2
        foot, top = points[rulings // 2], points[len(points) - 1 - rulings // 2]
        return Line("core", ((float(foot[0]), float(foot[1])), (float(top[0]), float(top[1]))))
    x = one.size_mm[0] / 2
    cut = shapely.Polygon(one.outline).intersection(
        shapely.LineString([(x, -1), (x, one.size_mm[1] + 1)])
    )
    if cut.is_empty:
        return None
    _, low, _, high = cut.bounds
    return Line("core", ((x, low), (x, high)))


def _drawn(piece: Piece, units: Units, turned: bool) -> Map:
    """A piece with its letter in it and its words below."""
    one = piece.one
    lines = [
        Line("silhouette", tuple(one.outline), closed=True),
        *(Line("silhouette", tuple(hole)) for hole in one.holes),
        *(Line("core", tuple(score)) for score in one.scores),
        *_notches(one),
    ]
    if one.seam:
        n = (len(one.outline) - 2) // 2
        shade = (one.seam[0], one.outline[n], one.outline[n + 1], one.seam[1])
        lines.append(Line("shade", shade, closed=True))
    middle = None if one.scores else _middle(one)
    if middle is not None:
        lines.append(middle)
    inside = shapely.Polygon(one.outline).representative_point()
    at = (float(inside.x) + 2.0, float(inside.y) - READ_MM / 2)
    wide, high = one.size_mm
    if turned:
        lines = [
            replace(line, points=tuple((high - y, x) for x, y in line.points)) for line in lines
        ]
        at = (high - float(inside.y), float(inside.x) - READ_MM / 2)
        wide, high = high, wide
    rows = [
        row for words in _words(piece, units) for row in broken(words, max(wide, LEAST_WIDE_MM))
    ]
    foot = len(rows) * ROW_MM + 2.5
    room = max(wide, *(width_mm(row, LEAST_MM) for row in rows))
    lifted = raised(
        Map(room, high, tuple(lines), (Word(*at, piece.letter, READ_MM, bold=True, backed=True),)),
        foot,
    )
    words = [Word(0.0, foot - 2.0 - (n + 0.8) * ROW_MM, row) for n, row in enumerate(rows)]
    return replace(lifted, words=(*lifted.words, *words))


def _beside(cells: list[Map], room: tuple[float, float]) -> list[Map]:
    """Drawings in rows on as few pages as they come to, the tallest first; none is cut."""
    wide, tall = room
    pages: list[list[tuple[float, float, Map]]] = []
    x = y = high = 0.0
    for cell in sorted(cells, key=lambda cell: -cell.height_mm):
        if not pages:
            pages.append([])
        if x and x + cell.width_mm > wide:
            x, y, high = 0.0, y + high + GAP_MM, 0.0
        if y and y + cell.height_mm > tall:
            pages.append([])
            x = y = high = 0.0
        pages[-1].append((x, y, cell))
        x, high = x + cell.width_mm + GAP_MM, max(high, cell.height_mm)
    return [_page(page) for page in pages]


def _page(placed: list[tuple[float, float, Map]]) -> Map:
    high = max(y + cell.height_mm for _, y, cell in placed)
    wide = max(x + cell.width_mm for x, _, cell in placed)
    lines: list[Line] = []
    words: list[Word] = []
    for x, y, cell in placed:
        up = high - y - cell.height_mm
        lines += [
            replace(line, points=tuple((x + u, up + v) for u, v in line.points))
            for line in cell.lines
        ]
        words += [replace(word, x=x + word.x, y=up + word.y) for word in cell.words]
    return Map(wide, high, tuple(lines), tuple(words))


def pattern_pages(patterns: list[Pattern], units: Units, paper: str) -> list[Map]:
    """A drawing for each page; a piece larger than any page is one by itself and is cut.

    Parameters
    ----------
    paper : a key of `PAPERS`, or "" for all on one drawing.
    """
    if not patterns:
        return [Map(1.0, 1.0, (), (), note=NOTHING)]
    pieces = pieces_of(patterns)
    if not paper:
        return _beside([_drawn(piece, units, False) for piece in pieces], (180.0, math.inf))
    short, long = PAPERS[paper]
    words = 18.0  # of the note above, which is on every page
    room = (short - 2 * EDGE_MM, long - 2 * EDGE_MM - HEAD_MM - FOOT_MM - words)
    fitting: list[Map] = []
    large: list[Map] = []
    for piece in pieces:
        ways = [_drawn(piece, units, turned) for turned in (False, True)]
        whole = next(
            (way for way in ways if way.width_mm <= room[0] and way.height_mm <= room[1]), None
        )
        if whole is None:
            large.append(ways[0])
        else:
            fitting.append(whole)
    return [replace(page, note=NOTE) for page in [*_beside(fitting, room), *large]]
