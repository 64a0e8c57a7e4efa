"""A drawing larger than the paper, cut into pages that overlap."""

from __future__ import annotations

import math

from reportlab.lib import pagesizes
from reportlab.lib.units import mm

from windcrest_core.findings import Frozen

PAPERS: dict[str, tuple[float, float]] = {
    name: (size[0] / mm, size[1] / mm)
    for name, size in (
        ("A4", pagesizes.A4),
        ("A3", pagesizes.A3),
        ("Letter", pagesizes.LETTER),
        ("Legal", pagesizes.LEGAL),
    )
}
MARGIN_MM = 12.0
OVERLAP_MM = 10.0


class Tiling(Frozen):
    """How a drawing is cut: page size as it lies, rows and columns, and the pages in all.

    `pages` counts the plan of the pages, which is printed first.
    """

    paper: str
    page_mm: tuple[float, float]
    columns: int
    rows: int
    pages: int

    @property
    def window_mm(self) -> tuple[float, float]:
        """What of the drawing one page shows."""
        return (self.page_mm[0] - 2 * MARGIN_MM, self.page_mm[1] - 2 * MARGIN_MM)

    @property
    def step_mm(self) -> tuple[float, float]:
        wide, tall = self.window_mm
        return (wide - OVERLAP_MM, tall - OVERLAP_MM)


def _across(length_mm: float, window_mm: float) -> int:
    return max(1, math.ceil((length_mm - OVERLAP_MM) / (window_mm - OVERLAP_MM) - 1e-9))


def tiling(paper: str, width_mm: float, height_mm: float) -> Tiling:
    """Fewest pages for a drawing, the paper upright or on its side.

    Examples
    --------
    >>> found = tiling("A4", 250, 310)
    >>> found.columns, found.rows, found.pages
    (1, 2, 3)
    """
    found = []
    short, long = PAPERS[paper]
    for page in ((short, long), (long, short)):
        columns = _across(width_mm, page[0] - 2 * MARGIN_MM)
        rows = _across(height_mm, page[1] - 2 * MARGIN_MM)
        found.append(
            Tiling(paper=paper, page_mm=page, columns=columns, rows=rows, pages=columns * rows + 1)
        )
    return min(found, key=lambda tiles: tiles.pages)
