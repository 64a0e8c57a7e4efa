"""A drawing at true size as a PDF: on one page, or cut into pages with a plan of them before."""

from __future__ import annotations

from typing import Literal

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Table
from reportlab.platypus import TableStyle as Columns

from windcrest_core.prints.drawn import Line, Map, Word
from windcrest_core.prints.ink import ink_lines, ink_words
from windcrest_core.prints.page import (
    EDGE_MM,
    FOOT_MM,
    HEAD_MM,
    Heading,
    Pages,
    Printing,
    sheet_pdf,
)
from windcrest_core.prints.paper import CELL, GRID, LEAD, says
from windcrest_core.prints.papers import PAPERS
from windcrest_core.prints.pen import RULE_MM, Pen
from windcrest_core.prints.placing import Box, Placer, box_of
from windcrest_core.prints.tiles import STRIP_MM, TAB_MM, Tiling, tiling
from windcrest_core.prints.type import LEAST_MM, READ_MM, width_mm

GAP_MM = 3.0
MARK_MM = 5.0
LETTER_MM = 4.5
CUT_MM = (2.0, 1.4)
SHOWN_SMALL = ("silhouette", "wire", "hole")
Side = Literal["left", "above", "right", "below"]
AWAY: dict[Side, tuple[int, int]] = {
    "left": (0, -1),
    "above": (-1, 0),
    "right": (0, 1),
    "below": (1, 0),
}


def _name(row: int, column: int) -> str:
    return f"{chr(ord('A') + row)}{column + 1}"


class _Key(Flowable):  # type: ignore[misc]  # reportlab has no types
    """What the lines of a drawing are."""

    def __init__(self, key: Map) -> None:
        super().__init__()
        self.key = key
        self.width, self.height = key.width_mm * mm, key.height_mm * mm

    def draw(self) -> None:
        pen = Pen(self.canv)
        ink_lines(pen, self.key.lines)
        ink_words(pen, self.key.words)


def _with(drawn: Map, breadth_mm: float) -> tuple[list[Flowable], float]:
    """Note, key and table of a drawing, and how high they are, mm."""
    found: list[Flowable] = []
    if drawn.note:
        found.append(says(drawn.note, LEAD))
    if drawn.key is not None:
        found.append(_Key(drawn.key))
    if drawn.table:
        found.append(_table(drawn.table, breadth_mm))
    high = sum(thing.wrap(breadth_mm * mm, 1e6)[1] / mm + GAP_MM for thing in found)
    return found, high


def _table(rows: tuple[tuple[str, ...], ...], breadth_mm: float) -> Table:
    """Columns as broad as what is in them, narrower together where the paper is."""
    wide = [
        max(width_mm(cell, READ_MM, bold=n == 0) for n, cell in enumerate(column)) + 3
        for column in zip(*rows, strict=True)
    ]
    shrunk = min(1.0, breadth_mm / sum(wide))
    cells = [list(rows[0]), *[[says(cell, CELL) for cell in row] for row in rows[1:]]]
    return Table(
        cells, style=Columns(GRID), hAlign="LEFT", colWidths=[each * shrunk * mm for each in wide]
    )


def map_tiling(drawn: Map, paper: str) -> Tiling:
    """How the drawing is cut, with what goes with it on its page where that is one."""
    breadth = PAPERS[paper][0] - 2 * EDGE_MM
    return tiling(paper, drawn, _with(drawn, breadth)[1])


def map_pdf(drawn: Map, heading: Heading, printing: Printing) -> bytes:
    """The map at true size; it is written into the file once."""
    return maps_pdf([drawn], heading, printing)


def maps_pdf(maps: list[Map], heading: Heading, printing: Printing) -> bytes:
    """Maps one after another, each on its own pages."""

    def draw(canvas: Pages) -> None:
        for n, drawn in enumerate(maps):
            _pages(canvas, drawn, map_tiling(drawn, printing.paper_name), f"map{n}")

    return sheet_pdf(heading, printing, draw)


def _pages(canvas: Pages, drawn: Map, tiles: Tiling, form: str) -> None:
    canvas.setPageSize((tiles.page_mm[0] * mm, tiles.page_mm[1] * mm))
    if tiles.single:
        _whole(canvas, drawn, tiles)
        return
    canvas.beginForm(form, 0, 0, drawn.width_mm * mm, drawn.height_mm * mm)
    ink_lines(Pen(canvas), drawn.lines)
    canvas.endForm()
    _plan_page(canvas, drawn, tiles)
    for row, column in tiles.printed:
        _tile(canvas, drawn, tiles, form, row, column)


def _say(canvas: Pages, drawn: Map, tiles: Tiling) -> float:
    """Note and table from the title block down; where the room for the drawing ends, mm."""
    wide, tall = tiles.page_mm
    y = tall - EDGE_MM - HEAD_MM
    for thing in _with(drawn, wide - 2 * EDGE_MM)[0]:
        _, high = thing.wrap((wide - 2 * EDGE_MM) * mm, 1e6)
        y -= high / mm
        thing.drawOn(canvas, EDGE_MM * mm, y * mm)
        y -= GAP_MM
    return y


def _whole(canvas: Pages, drawn: Map, tiles: Tiling) -> None:
    wide, _ = tiles.page_mm
    top = _say(canvas, drawn, tiles)
    low = EDGE_MM + FOOT_MM
    canvas.saveState()
    canvas.translate(
        (wide - drawn.width_mm) / 2 * mm, (low + (top - low - drawn.height_mm) / 2) * mm
    )
    ink_lines(Pen(canvas), drawn.lines)
    ink_words(Pen(canvas), drawn.words)
    canvas.restoreState()
    canvas.showPage()


def _plan_page(canvas: Pages, drawn: Map, tiles: Tiling) -> None:
    """The pages as they lie, small, and how they are put together."""
    wide, _ = tiles.page_mm
    canvas.page_name = "how the pages lie"
    top = _say(canvas, drawn, tiles)
    how = says(
        "The drawing is on the next page."
        if len(tiles.printed) == 1
        else f"{len(tiles.printed)} pages of {tiles.paper}, lettered as below. Print at 100 % and measure the bar. "
        "Cut a page along its broken lines, left and above; lay that edge on the line of the tab that "
        "carries its letter, so that the half crosses meet, and glue.",
        LEAD,
    )
    _, high = how.wrap((wide - 2 * EDGE_MM) * mm, 1e6)
    top -= high / mm
    how.drawOn(canvas, EDGE_MM * mm, top * mm)
    top -= GAP_MM
    low = EDGE_MM + FOOT_MM + GAP_MM
    (window_x, window_y) = tiles.window_mm
    left, above = tiles.origin_mm
    all_w, all_h = tiles.columns * window_x, tiles.rows * window_y
    scale = min((wide - 2 * EDGE_MM) / all_w, (top - low) / all_h, 1.0)
    canvas.saveState()
    canvas.translate((wide - all_w * scale) / 2 * mm, (top - all_h * scale) * mm)
    canvas.saveState()
    canvas.translate(-left * scale * mm, (all_h - above) * scale * mm)
    pen = Pen(canvas)
    ink_lines(
        pen,
        (
            Line("clay", tuple((x * scale, y * scale) for x, y in line.points), line.closed)
            for line in drawn.lines
            if line.style in SHOWN_SMALL
        ),
    )
    canvas.restoreState()
    for row, column in tiles.printed:
        x, y = column * window_x * scale, (tiles.rows - row - 1) * window_y * scale
        pen.box(x, y, window_x * scale, window_y * scale, RULE_MM)
        pen.write(x + 1.5, y + window_y * scale - 5, _name(row, column), LETTER_MM, bold=True)
    canvas.restoreState()
    canvas.showPage()


def _tile(canvas: Pages, drawn: Map, tiles: Tiling, form: str, row: int, column: int) -> None:
    """One page: its window of the map, and at each side what is to be done with its neighbour."""
    (wide, tall), (x, y) = tiles.window_mm, tiles.window_at_mm
    left, top = tiles.origin_mm
    canvas.page_name = _name(row, column)
    canvas.saveState()
    path = canvas.beginPath()
    path.rect(x * mm, y * mm, wide * mm, tall * mm)
    canvas.clipPath(path, stroke=0)
    at = (x - left - column * wide, y - (top - (row + 1) * tall))
    canvas.translate(at[0] * mm, at[1] * mm)
    canvas.doForm(form)
    ink_words(
        Pen(canvas), _words_of(drawn, (x - at[0], y - at[1], x - at[0] + wide, y - at[1] + tall))
    )
    canvas.restoreState()
    for side, (down, along) in AWAY.items():
        there = (row + down, column + along)
        _edge(canvas, tiles, side, _name(*there) if there in tiles.printed else None)
    canvas.showPage()


def _words_of(drawn: Map, window: Box) -> list[Word]:
    """The words of a page: each is on the one page its middle is on, whole, moved in where it must."""
    left, low, right, top = window
    placer = Placer((left + 1, low + 1, right - 1, top - 1))
    moved = []
    for word in drawn.words:
        a, b, c, d = box_of(word)
        if not (left <= (a + c) / 2 < right and low <= (b + d) / 2 < top):
            continue
        if a >= left + 1 and b >= low + 1 and c <= right - 1 and d <= top - 1:
            placer.keep(word)
        else:
            moved.append(word)
    for word in moved:
        a, b, c, d = box_of(word)
        x = min(max(a, left + 1), right - 1 - (c - a))
        y = min(max(b, low + 1), top - 1 - (d - b))
        placer.put(word.text, (x, (y + y + d - b) / 2), word.size_mm, word.bold, off_mm=0.0)
    return placer.words


def _edge(canvas: Pages, tiles: Tiling, side: Side, neighbour: str | None) -> None:
    """A side of the window: the end of the drawing, a line to cut, or the tab the next lies on."""
    (wide, tall), (x, y) = tiles.window_mm, tiles.window_at_mm
    ends = {
        "left": ((x, y), (x, y + tall)),
        "right": ((x + wide, y), (x + wide, y + tall)),
        "above": ((x, y + tall), (x + wide, y + tall)),
        "below": ((x, y), (x + wide, y)),
    }[side]
    cut = side in ("left", "above")
    (x1, y1), (x2, y2) = ends
    pen = Pen(canvas)
    if neighbour is None:
        pen.line(ends)
        return
    pen.line(ends, RULE_MM, CUT_MM if cut else ())
    for share in (0.25, 0.75):
        _mark(pen, x1 + (x2 - x1) * share, y1 + (y2 - y1) * share)
    away = STRIP_MM / 2 if cut else TAB_MM / 2
    words = {
        "left": f"▲ cut here, lay on the tab of {neighbour}",
        "above": f"▲ cut here, lay on the tab of {neighbour}",
        "right": f"glue: {neighbour} lies on this tab ▼",
        "below": f"glue: {neighbour} lies on this tab ▼",
    }[side]
    size = LEAST_MM if cut else READ_MM
    canvas.saveState()
    canvas.translate((x1 + x2) / 2 * mm, (y1 + y2) / 2 * mm)
    if side in ("left", "right"):
        canvas.rotate(90)
    out = away if side in ("left", "above") else -away
    pen.write(0.0, out - 0.35 * size, words, size, bold=not cut, anchor="middle")
    canvas.restoreState()


def _mark(pen: Pen, x: float, y: float) -> None:
    """A cross on the line where two pages meet: half of it is on each when they are glued."""
    pen.line(((x - MARK_MM, y), (x + MARK_MM, y)), RULE_MM)
    pen.line(((x, y - MARK_MM), (x, y + MARK_MM)), RULE_MM)
    pen.circle(x, y, MARK_MM / 2, RULE_MM)
