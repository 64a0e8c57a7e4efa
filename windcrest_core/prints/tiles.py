"""A drawing larger than the paper, cut into pages that are trimmed and glued tab under edge."""

from __future__ import annotations

import math

import shapely

from windcrest_core.facts import Frozen
from windcrest_core.prints.drawn import Map
from windcrest_core.prints.page import EDGE_MM, FOOT_MM, HEAD_MM
from windcrest_core.prints.papers import PAPERS
from windcrest_core.prints.placing import box_of

TAB_MM = 8.0  # to the right of a page and below it, under its neighbour
STRIP_MM = 4.5  # to the left and above, where the page is cut
GUIDES = ("head", "ruler")
LEAST_ON_PAGE_MM = 30.0
WORD_WEIGHS, BODY_WEIGHS = 4.0, 1.5
SHIFTS = 20
Span = tuple[float, float, float]


class Tiling(Frozen):
    """How a drawing is cut: the page as it lies, rows and columns, which of them are printed, and
    the pages in all.

    `single` is a drawing on one page together with what is said of it. `origin_mm` is the left and the top of the first page's window in the drawing, which is shifted
    until the edges cut as little as can be. `pages` counts the plan of the pages, which is printed
    first where there is more than one.
    """

    paper: str
    page_mm: tuple[float, float]
    window_mm: tuple[float, float]
    origin_mm: tuple[float, float]
    columns: int
    rows: int
    printed: list[tuple[int, int]]
    single: bool
    pages: int

    @property
    def window_at_mm(self) -> tuple[float, float]:
        """Lower left of the window on the page."""
        strip = STRIP_MM if self.columns > 1 else 0.0
        tab = TAB_MM if self.rows > 1 else 0.0
        return (EDGE_MM + strip, EDGE_MM + FOOT_MM + tab)


def _whole(page_mm: tuple[float, float]) -> tuple[float, float]:
    """What a page shows that has no neighbours."""
    wide, tall = page_mm
    return (wide - 2 * EDGE_MM, tall - 2 * EDGE_MM - HEAD_MM - FOOT_MM)


def _across(length_mm: float, whole_mm: float) -> tuple[int, float]:
    """How many pages a length takes, and what of it each shows: less, where tabs are wanted."""
    if length_mm <= whole_mm:
        return 1, whole_mm
    window = whole_mm - STRIP_MM - TAB_MM
    return math.ceil(length_mm / window - 1e-9), window


def tiling(paper: str, drawn: Map, beside_mm: float = 0.0) -> Tiling:
    """Fewest pages for a drawing, the paper upright or on its side; none that would be empty.

    Parameters
    ----------
    beside_mm : height taken on the page by what goes with a drawing that fits on one.
    """
    found = []
    short, long = PAPERS[paper]
    for page in ((short, long), (long, short)):
        whole = _whole(page)
        columns, wide = _across(drawn.width_mm, whole[0])
        rows, tall = _across(drawn.height_mm, whole[1])
        window = (wide, tall)
        single = columns == rows == 1 and drawn.height_mm + beside_mm <= whole[1]
        along, up = _spans(drawn)
        left = _shifted(drawn.width_mm, window[0], columns, along)
        low = _shifted(drawn.height_mm, window[1], rows, up)
        tiles = Tiling(
            paper=paper,
            page_mm=page,
            window_mm=window,
            columns=columns,
            rows=rows,
            printed=[],
            single=single,
            origin_mm=(left, low + rows * window[1]),
            pages=0,
        )
        printed = _with_something(drawn, tiles)
        found.append(
            tiles.model_copy(
                update={"printed": printed, "pages": len(printed) + (0 if tiles.single else 1)}
            )
        )
    return min(found, key=lambda tiles: tiles.pages)


def _spans(drawn: Map) -> tuple[list[Span], list[Span]]:
    """From where to where each line and word reaches, across and up; words weigh more."""
    along: list[Span] = []
    up: list[Span] = []
    for line in drawn.lines:
        if line.style not in GUIDES and line.points:
            xs, ys = zip(*line.points, strict=True)
            weight = BODY_WEIGHS if line.style == "silhouette" else 1.0
            along.append((min(xs), max(xs), weight))
            up.append((min(ys), max(ys), weight))
    for word in drawn.words:
        left, low, right, top = box_of(word)
        along.append((left, right, WORD_WEIGHS))
        up.append((low, top, WORD_WEIGHS))
    return along, up


def _shifted(length_mm: float, window_mm: float, count: int, spans: list[Span]) -> float:
    """Where the first window begins so that the least is cut between pages and no page is a sliver;
    of equals the one nearest to the middle."""
    slack = count * window_mm - length_mm
    middle = -slack / 2
    if count == 1:
        return middle
    room = max(0.0, min(slack, window_mm - LEAST_ON_PAGE_MM)) / 2
    bodies = [(low, high) for low, high, weight in spans if weight == BODY_WEIGHS]
    first = min((low for low, _ in bodies), default=0.0) + LEAST_ON_PAGE_MM
    last = max((high for _, high in bodies), default=length_mm) - LEAST_ON_PAGE_MM

    def bare(shift: float) -> float:
        """How much of the drawing itself an outer page lacks, mm: words and pegs alone are none."""
        start = middle + shift
        return max(0.0, first - start - window_mm) + max(
            0.0, start + window_mm * (count - 1) - last
        )

    def cut(shift: float) -> tuple[float, float, float]:
        edges = [middle + shift + window_mm * n for n in range(1, count)]
        weight = sum(w for low, high, w in spans for edge in edges if low < edge < high)
        return (bare(shift), weight, abs(shift))

    return middle + min((room * n / SHIFTS for n in range(-SHIFTS, SHIFTS + 1)), key=cut)


def _with_something(drawn: Map, tiles: Tiling) -> list[tuple[int, int]]:
    """Row and column of each page that shows more than guide lines."""
    shapes = shapely.MultiLineString(
        [line.points for line in drawn.lines if line.style not in GUIDES and len(line.points) > 1]
    )
    words = shapely.MultiPoint([(word.x, word.y) for word in drawn.words])
    wide, tall = tiles.window_mm
    left, top = tiles.origin_mm
    found = []
    for row in range(tiles.rows):
        for column in range(tiles.columns):
            x, y = left + column * wide, top - row * tall
            window = shapely.box(x, y - tall, x + wide, y)
            if (
                tiles.single
                or shapely.intersects(window, shapes)
                or shapely.intersects(window, words)
            ):
                found.append((row, column))
    return found
