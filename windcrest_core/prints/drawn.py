"""Drawings in mm that are printed at true size."""

from __future__ import annotations

import html
from dataclasses import dataclass, replace
from typing import Literal

from windcrest_core.measures import Units
from windcrest_core.prints.page import printer_bar
from windcrest_core.prints.pen import HAIR_MM, Anchor
from windcrest_core.prints.type import FAMILY, LEAST_MM

Style = Literal[
    "wire",
    "shade",
    "head",
    "ruler",
    "landmark",
    "leader",
    "clay",
    "core",
    "silhouette",
    "hole",
    "bar",
]
WIDTHS_MM: dict[Style, float] = {
    "wire": 0.5,
    "shade": 0.18,
    "head": 0.18,
    "ruler": 0.18,
    "landmark": 0.18,
    "leader": 0.18,
    "clay": 0.2,
    "core": 0.3,
    "silhouette": 0.6,
    "hole": 0.18,
    "bar": 0.3,
}
"""In the order they are drawn, the last on top."""
DASHES_MM: dict[Style, tuple[float, ...]] = {
    "core": (2.0, 1.2),
    "head": (0.6, 1.6),
    "leader": (0.4, 0.8),
}
AWAY_MM = (3.0, 1.6)  # dashes of a wire that is not in the plane of the paper
TUBE_MM = 0.8  # thinner wire is a plain line
LEAST_SVG_MM = 128.0
FOOT_SVG_MM = 11.0
KEY_GAP_MM = 4.0


@dataclass(frozen=True)
class Line:
    """A line; a wire has its own thickness, `away` where the paper does not show its length."""

    style: Style
    points: tuple[tuple[float, float], ...]
    closed: bool = False
    wire_mm: float = 0.0
    away: bool = False

    @property
    def strokes(self) -> list[tuple[float, float]]:
        """What it is drawn with: breadth in mm and grey, 0 is black; a wire is a tube."""
        if self.style != "wire":
            return [(WIDTHS_MM[self.style], 0.0)]
        if self.wire_mm < TUBE_MM:
            return [(max(HAIR_MM, self.wire_mm), 0.0)]
        return [(self.wire_mm, 0.0), (self.wire_mm - 2 * HAIR_MM, 0.82)]

    @property
    def dashes_mm(self) -> tuple[float, ...]:
        return AWAY_MM if self.away else DASHES_MM.get(self.style, ())


@dataclass(frozen=True)
class Word:
    """Words with their foot at x, y; `anchor` is the end that stands there, `backed` hides what is
    under them."""

    x: float
    y: float
    text: str
    size_mm: float = LEAST_MM
    anchor: Anchor = "start"
    bold: bool = False
    backed: bool = False


@dataclass(frozen=True)
class Map:
    """A drawing in mm at true size, its origin lower left.

    `note` is said above it; `key` says what its lines are; `table` is a head and rows that go with it.
    """

    width_mm: float
    height_mm: float
    lines: tuple[Line, ...]
    words: tuple[Word, ...]
    note: str = ""
    key: Map | None = None
    table: tuple[tuple[str, ...], ...] = ()


def in_order(lines: tuple[Line, ...]) -> list[Line]:
    """From the lowest to what is on top; wires as they come."""
    rank = {style: at for at, style in enumerate(WIDTHS_MM)}
    return sorted(lines, key=lambda line: rank[line.style])


def turned_over(drawn: Map) -> Map:
    """The mirror image; words stay readable and change the end they stand by."""
    swapped: dict[Anchor, Anchor] = {"start": "end", "middle": "middle", "end": "start"}
    w = drawn.width_mm
    return replace(
        drawn,
        lines=tuple(
            replace(line, points=tuple((w - x, y) for x, y in line.points)) for line in drawn.lines
        ),
        words=tuple(
            replace(word, x=w - word.x, anchor=swapped[word.anchor]) for word in drawn.words
        ),
    )


def raised(drawn: Map, by_mm: float) -> Map:
    """The drawing higher up on its paper."""
    return replace(
        drawn,
        height_mm=drawn.height_mm + by_mm,
        lines=tuple(
            replace(line, points=tuple((x, y + by_mm) for x, y in line.points))
            for line in drawn.lines
        ),
        words=tuple(replace(word, y=word.y + by_mm) for word in drawn.words),
    )


def _with_key(drawn: Map) -> Map:
    """The key below the drawing, on the same paper."""
    if drawn.key is None:
        return drawn
    whole = raised(drawn, drawn.key.height_mm + KEY_GAP_MM)
    return replace(
        whole,
        width_mm=max(drawn.width_mm, drawn.key.width_mm),
        lines=(*whole.lines, *drawn.key.lines),
        words=(*whole.words, *drawn.key.words),
    )


def _bar(x: float, y: float, units: Units) -> list[Line]:
    """The bar to check the printer by, from its left end."""
    long, ticks, _ = printer_bar(units)
    rises = [
        Line("bar", ((at, y), (at, y + (2.4 if tick % (ticks // 2) == 0 else 1.4))))
        for tick in range(ticks + 1)
        for at in [x + long * tick / ticks]
    ]
    return [Line("bar", ((x, y), (x + long, y))), *rises]


def map_svg(drawn: Map, title: str, units: Units) -> str:
    """One SVG at true size, its key and the printer's bar below the drawing."""
    drawn = _with_key(drawn)
    wide, tall = max(drawn.width_mm, LEAST_SVG_MM), drawn.height_mm + FOOT_SVG_MM
    shapes = []
    for line in [*in_order(drawn.lines), *_bar(2.0, 3.0 - FOOT_SVG_MM, units)]:
        points = " ".join(f"{x:.2f},{drawn.height_mm - y:.2f}" for x, y in line.points)
        dash = ",".join(f"{d:g}" for d in line.dashes_mm)
        fill = "#ddd" if line.style == "shade" else "none"
        shapes += [
            f'<{"polygon" if line.closed else "polyline"} class="{line.style}" points="{points}"'
            f' fill="{fill}" stroke="{_grey(grey)}" stroke-width="{broad:g}"'
            + (f' stroke-dasharray="{dash}"' if dash else "")
            + ' stroke-linejoin="round" stroke-linecap="'
            + ("butt" if dash else "round")
            + '"/>'
            for broad, grey in line.strokes
        ]
    long, _, words = printer_bar(units)
    bar = Word(2.0 + long + 2, 3.0 - FOOT_SVG_MM, words)
    for word in [*drawn.words, bar]:
        bold = ' font-weight="bold"' if word.bold else ""
        shapes.append(
            f'<text x="{word.x:.2f}" y="{drawn.height_mm - word.y:.2f}" font-size="{word.size_mm:.2f}"'
            f' font-family="{FAMILY}" text-anchor="{word.anchor}"{bold}>{html.escape(word.text)}</text>'
        )
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.2f}mm" height="{tall:.2f}mm"'
        f' viewBox="0 0 {wide:.2f} {tall:.2f}">\n<title>{html.escape(title)}</title>\n'
        + "\n".join(shapes)
        + "\n</svg>\n"
    )


def _grey(level: float) -> str:
    return (
        "#000" if level == 0 else f"#{round(level * 255):02x}" * 1 + f"{round(level * 255):02x}" * 2
    )
