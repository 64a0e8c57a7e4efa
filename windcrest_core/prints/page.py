"""What is the same on every page: its size, its title block, and a bar to check the printer with."""

from __future__ import annotations

import io
from collections.abc import Callable
from datetime import date
from typing import Any

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from windcrest_core.facts import Frozen, Text
from windcrest_core.measures import INCH_MM, Units
from windcrest_core.plan import Plan
from windcrest_core.prints.papers import PAPERS
from windcrest_core.prints.pen import RULE_MM, Pen
from windcrest_core.prints.type import LEAST_MM, READ_MM, REGULAR, fitted, width_mm
from windcrest_core.words import sayer

EDGE_MM = 6.5  # nothing is printed nearer to the edge of the paper
HEAD_MM, FOOT_MM = 15.0, 9.0  # of the title block and of the bar, from that
TITLE_MM = 4.2


class Printing(Frozen):
    """How a person prints: measures, paper (None is the usual one for those measures), and the
    revision of what is printed."""

    units: Units = Units()
    paper: str | None = None
    revision: int | None = None

    def say(self, text: Text) -> str:
        """What is said, in this person's units."""
        return sayer(self.units).say(text)

    @property
    def page_mm(self) -> tuple[float, float]:
        return PAPERS[self.paper_name]

    @property
    def paper_name(self) -> str:
        return self.paper or ("Letter" if self.units.inches else "A4")


def printer_bar(units: Units) -> tuple[float, int, str]:
    """The bar that tells whether a printer prints at true size: how long it is, mm, in how many parts it is
    ticked, and what is written beside it."""
    return (4 * INCH_MM, 8, "4 in") if units.inches else (100.0, 10, "100 mm")


class Heading(Frozen):
    """The title block of a sheet: whose, which, and `about` it in short words."""

    figure: str
    sheet: str
    about: tuple[str, ...]

    @property
    def title(self) -> str:
        return f"{self.figure}: {self.sheet}"


def dated(day: date) -> str:
    return f"{day.day} {day:%b %Y}"


def heading_of(plan: Plan, sheet: str, scale: str, printing: Printing) -> Heading:
    """The title block of a figure's sheet: scale, unit, finished height, date and revision.

    Parameters
    ----------
    scale : in words: "scale 1:1", "no drawing to scale".
    """
    units = printing.units
    revision = () if printing.revision is None else (f"revision {printing.revision}",)
    return Heading(
        figure=plan.name,
        sheet=sheet,
        about=(
            scale,
            "in inches" if units.inches else "in mm",
            f"figure {units.whole_mm(plan.drawing.height_mm)} high",
            dated(plan.today),
            *revision,
        ),
    )


class Pages(Canvas):  # type: ignore[misc]  # reportlab has no types
    """A canvas that writes title block and bar on every page when it knows how many there are."""

    def __init__(self, out: Any, heading: Heading, units: Units, **options: Any) -> None:
        super().__init__(out, pageCompression=1, initialFontName=REGULAR, **options)
        self.setTitle(heading.title)
        self.setAuthor("Windcrest")
        self.heading, self.units, self.page_name = heading, units, ""
        self._kept: list[dict[str, Any]] = []

    def showPage(self) -> None:  # noqa: N802  # reportlab's own name
        self._kept.append(dict(self.__dict__))
        self._startPage()
        self.page_name = ""

    def save(self) -> None:
        for number, page in enumerate(self._kept, start=1):
            self.__dict__.update(page)
            self._block(number, len(self._kept))
            self._bar()
            super().showPage()
        super().save()

    def _block(self, number: int, of: int) -> None:
        wide, tall = (float(side) / mm for side in self._pagesize)
        left, right = EDGE_MM, wide - EDGE_MM
        pen, page = Pen(self), f"page {number} of {of}"
        y = tall - EDGE_MM
        for text, at_right, size in (
            (self.heading.figure, page, TITLE_MM),
            (self.heading.sheet, self.page_name, READ_MM),
        ):
            y -= max(size, READ_MM) + 0.5
            pen.write(right, y, at_right, READ_MM, bold=True, anchor="end")
            room = right - left - (width_mm(at_right, READ_MM, True) + 4 if at_right else 0)
            shown, fit = fitted(text, room, size, bold=True)
            pen.write(left, y, shown, fit, bold=True)
        y -= LEAST_MM + 1.0
        about, fit = fitted(self._about(number), right - left, LEAST_MM)
        pen.write(left, y, about, fit)
        pen.line(((left, y - 1.4), (right, y - 1.4)), RULE_MM)

    def _about(self, number: int) -> str:
        missing: set[str] = getattr(self._doc, "missing", set())
        if not missing or number > 1:
            return " · ".join(self.heading.about)
        some = "a letter" if len(missing) == 1 else f"{len(missing)} letters"
        return " · ".join([*self.heading.about, f"? stands for {some} this type does not have"])

    def _bar(self) -> None:
        pen, x, y = Pen(self), EDGE_MM + 1, EDGE_MM + 3.0
        long, ticks, words = printer_bar(self.units)
        pen.line(((x, y), (x + long, y)), RULE_MM)
        for tick in range(ticks + 1):
            at, high = x + long * tick / ticks, 2.6 if tick % (ticks // 2) == 0 else 1.6
            pen.line(((at, y), (at, y + high)), RULE_MM)
        pen.write(x + long + 3, y - 0.6, f"{words}. Print at 100 %, measure it.")


def sheet_pdf(heading: Heading, printing: Printing, draw: Callable[[Pages], None]) -> bytes:
    """A PDF whose pages `draw` fills, ending each with ``showPage``; the paper is upright at first."""
    out = io.BytesIO()
    wide, tall = printing.page_mm
    canvas = Pages(out, heading, printing.units, pagesize=(wide * mm, tall * mm))
    draw(canvas)
    canvas.save()
    return out.getvalue()
