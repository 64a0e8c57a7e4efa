"""Drawings in mm that are printed at true size: cut into pages of a PDF, or as one SVG."""

from __future__ import annotations

import html
import io
from dataclasses import dataclass
from typing import Literal

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from windcrest_core.prints.tiles import MARGIN_MM, OVERLAP_MM, Tiling, tiling

Style = Literal["silhouette", "clay", "core", "wire", "landmark", "head", "ruler", "bar"]
WIDTHS_MM: dict[Style, float] = {
    "silhouette": 0.5, "clay": 0.18, "core": 0.25, "wire": 0.9, "landmark": 0.18, "head": 0.12,
    "ruler": 0.18, "bar": 0.3,
}  # fmt: skip
DASHES_MM: dict[Style, tuple[float, ...]] = {"core": (2.0, 1.2), "head": (0.6, 1.6)}


@dataclass(frozen=True)
class Line:
    style: Style
    points: tuple[tuple[float, float], ...]
    closed: bool = False


@dataclass(frozen=True)
class Word:
    """Words with their foot at x, y; `anchor` is the end that stands there."""

    x: float
    y: float
    text: str
    size_mm: float = 2.6
    anchor: Literal["start", "middle", "end"] = "start"


@dataclass(frozen=True)
class Map:
    """A drawing in mm at true size, its origin lower left."""

    title: str
    width_mm: float
    height_mm: float
    lines: tuple[Line, ...]
    words: tuple[Word, ...]


def bar_100_mm(x: float, y: float) -> list[Line]:
    """A bar of 100 mm to check the printer by, ticked every 10, from its left end."""
    ticks = [
        Line("bar", ((x + t, y), (x + t, y + (2.4 if t % 50 == 0 else 1.4))))
        for t in range(0, 101, 10)
    ]
    return [Line("bar", ((x, y), (x + 100, y))), *ticks]


def turned_over(map_: Map) -> Map:
    """The map as its mirror image; words change the end they stand by."""
    swapped: dict[str, Literal["start", "middle", "end"]] = {
        "start": "end", "middle": "middle", "end": "start",
    }  # fmt: skip
    w = map_.width_mm
    return Map(
        map_.title,
        w,
        map_.height_mm,
        tuple(
            Line(line.style, tuple((w - x, y) for x, y in line.points), line.closed)
            for line in map_.lines
        ),
        tuple(
            Word(w - word.x, word.y, word.text, word.size_mm, swapped[word.anchor])
            for word in map_.words
        ),
    )


def map_svg(map_: Map) -> str:
    """One SVG at true size."""
    shapes = []
    for line in map_.lines:
        points = " ".join(f"{x:.2f},{map_.height_mm - y:.2f}" for x, y in line.points)
        dash = ",".join(f"{d:g}" for d in DASHES_MM.get(line.style, ()))
        shapes.append(
            f'<{"polygon" if line.closed else "polyline"} class="{line.style}" points="{points}"'
            f' fill="none" stroke="#000" stroke-width="{WIDTHS_MM[line.style]}"'
            + (f' stroke-dasharray="{dash}"' if dash else "")
            + ' stroke-linejoin="round" stroke-linecap="round"/>'
        )
    for word in map_.words:
        shapes.append(
            f'<text x="{word.x:.2f}" y="{map_.height_mm - word.y:.2f}" font-size="{word.size_mm}"'
            f' font-family="sans-serif" text-anchor="{word.anchor}">{html.escape(word.text)}</text>'
        )
    w, h = map_.width_mm, map_.height_mm
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{w:.2f}mm" height="{h:.2f}mm"'
        f' viewBox="0 0 {w:.2f} {h:.2f}">\n<title>{html.escape(map_.title)}</title>\n'
        + "\n".join(shapes)
        + "\n</svg>\n"
    )


def map_pdf(map_: Map, paper: str) -> bytes:
    """The map cut into pages with a plan of them before; the map itself is written once.

    Parameters
    ----------
    paper : a key of `PAPERS`.
    """
    tiles = tiling(paper, map_.width_mm, map_.height_mm)
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(tiles.page_mm[0] * mm, tiles.page_mm[1] * mm), pageCompression=1)
    canvas.setTitle(map_.title)
    canvas.setAuthor("Windcrest")
    canvas.beginForm("map", 0, 0, map_.width_mm * mm, map_.height_mm * mm)
    _draw(canvas, map_)
    canvas.endForm()
    _plan_page(canvas, map_, tiles)
    for row in range(tiles.rows):
        for column in range(tiles.columns):
            _tile(canvas, map_, tiles, row, column)
    canvas.save()
    return out.getvalue()


def _draw(canvas: Canvas, map_: Map) -> None:
    canvas.setLineJoin(1)
    canvas.setLineCap(1)
    style: Style | None = None
    for line in sorted(map_.lines, key=lambda line: line.style):
        if line.style != style:
            style = line.style
            canvas.setLineWidth(WIDTHS_MM[style] * mm)
            canvas.setDash([d * mm for d in DASHES_MM.get(style, ())])
        path = canvas.beginPath()
        path.moveTo(line.points[0][0] * mm, line.points[0][1] * mm)
        for x, y in line.points[1:]:
            path.lineTo(x * mm, y * mm)
        if line.closed:
            path.close()
        canvas.drawPath(path)
    canvas.setDash([])
    draw = {
        "start": canvas.drawString,
        "middle": canvas.drawCentredString,
        "end": canvas.drawRightString,
    }
    for word in map_.words:
        canvas.setFont("Helvetica", word.size_mm * mm)
        draw[word.anchor](word.x * mm, word.y * mm, word.text)


def _name(row: int, column: int) -> str:
    return f"{chr(ord('A') + row)}{column + 1}"


def _plan_page(canvas: Canvas, map_: Map, tiles: Tiling) -> None:
    """The pages as they lie, small, and a bar to check the printer with."""
    wide, tall = tiles.page_mm
    canvas.setFont("Times-Bold", 18)
    canvas.drawString(MARGIN_MM * mm, (tall - 20) * mm, map_.title)
    canvas.setFont("Helvetica", 10)
    canvas.drawString(
        MARGIN_MM * mm, (tall - 28) * mm,
        f"{map_.width_mm:.0f} × {map_.height_mm:.0f} mm on {tiles.rows * tiles.columns} pages of {tiles.paper}. "
        "Print at 100 %, measure the bar,",
    )  # fmt: skip
    canvas.drawString(
        MARGIN_MM * mm, (tall - 33) * mm,
        f"cut two edges of each page and lay cross on cross: pages overlap by {OVERLAP_MM:.0f} mm.",
    )  # fmt: skip
    room_w, room_h = wide - 2 * MARGIN_MM, tall - 75
    (step_x, step_y), (window_x, window_y) = tiles.step_mm, tiles.window_mm
    all_w, all_h = tiles.columns * step_x + OVERLAP_MM, tiles.rows * step_y + OVERLAP_MM
    scale = min(room_w / all_w, room_h / all_h, 1.0)
    canvas.saveState()
    canvas.translate(MARGIN_MM * mm, (28 + (all_h - map_.height_mm) * scale) * mm)
    canvas.scale(scale, scale)
    canvas.doForm("map")
    canvas.setLineWidth(0.4 * mm / scale)
    canvas.setFont("Helvetica-Bold", 5 * mm / scale)
    for row in range(tiles.rows):
        for column in range(tiles.columns):
            x, y = column * step_x, map_.height_mm - row * step_y - window_y
            canvas.rect(x * mm, y * mm, window_x * mm, window_y * mm)
            canvas.drawString(
                (x + 4 / scale) * mm, (y + window_y - 8 / scale) * mm, _name(row, column)
            )
    canvas.restoreState()
    _bar(canvas)
    canvas.showPage()


def _bar(canvas: Canvas) -> None:
    x, y = MARGIN_MM * mm, 6 * mm
    canvas.setLineWidth(0.6)
    canvas.line(x, y, x + 100 * mm, y)
    for tick in range(11):
        canvas.line(x + tick * 10 * mm, y, x + tick * 10 * mm, y + 2 * mm)
    canvas.setFont("Helvetica", 7)
    canvas.drawString(x + 103 * mm, y - 1, "100 mm: measure it; print at 100 %")


def _tile(canvas: Canvas, map_: Map, tiles: Tiling, row: int, column: int) -> None:
    """One page: its window of the map, crosses where it meets its neighbours, its name."""
    window_x, window_y = tiles.window_mm
    step_x, step_y = tiles.step_mm
    left = column * step_x
    low = map_.height_mm - row * step_y - window_y
    canvas.saveState()
    path = canvas.beginPath()
    path.rect(MARGIN_MM * mm, MARGIN_MM * mm, window_x * mm, window_y * mm)
    canvas.clipPath(path, stroke=0)
    canvas.translate((MARGIN_MM - left) * mm, (MARGIN_MM - low) * mm)
    canvas.doForm("map")
    canvas.setLineWidth(0.2 * mm)
    for x in (left + OVERLAP_MM / 2, left + window_x - OVERLAP_MM / 2):
        for y in (low + OVERLAP_MM / 2, low + window_y - OVERLAP_MM / 2):
            canvas.line((x - 4) * mm, y * mm, (x + 4) * mm, y * mm)
            canvas.line(x * mm, (y - 4) * mm, x * mm, (y + 4) * mm)
            canvas.circle(x * mm, y * mm, 2 * mm)
    canvas.restoreState()
    canvas.setLineWidth(0.2 * mm)
    canvas.rect(MARGIN_MM * mm, MARGIN_MM * mm, window_x * mm, window_y * mm)
    canvas.setFont("Helvetica-Bold", 9)
    canvas.drawRightString(
        (tiles.page_mm[0] - MARGIN_MM) * mm, 6 * mm,
        f"{map_.title}  {_name(row, column)} of {_name(tiles.rows - 1, tiles.columns - 1)}",
    )  # fmt: skip
    _bar(canvas)
    canvas.showPage()
