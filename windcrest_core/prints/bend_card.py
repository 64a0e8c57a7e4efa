"""The bend card: one page to work down with a wire in hand, from the cut to the check."""

from __future__ import annotations

import math

from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.catalogue import known
from windcrest_core.frame.bending import Bend
from windcrest_core.frame.cutting import Allowance
from windcrest_core.frame.model import RunPlan
from windcrest_core.measures import Units
from windcrest_core.plan import Plan
from windcrest_core.prints.bend_drawings import (
    STRIP_ROW_MM,
    Mark,
    Strip,
    bent,
    dial,
    strip,
    view_scale,
    wedge,
)
from windcrest_core.prints.column import BOX_MM, Column
from windcrest_core.prints.ink import ink_lines, ink_words
from windcrest_core.prints.page import Pages, Printing, heading_of, sheet_pdf
from windcrest_core.prints.paper import frame_mm
from windcrest_core.prints.pen import RULE_MM, Pen
from windcrest_core.prints.run_marks import cut_words, flat, run_letters, wire_words
from windcrest_core.prints.type import READ_MM, fitted
from windcrest_core.words import sayer

LEAST_OFF_MM, OFF = 1.0, 0.01  # of the path: further out, it is not the run planned [A]
MOST_ROWS = 3  # of the straight wire at true size
ROW_MM = (9.0, 17.0)  # a bend, from the least to the most
VIEW_MM = 64.0  # least height of the bent run
COLUMNS_MM = (8.0, 24.0, 24.0, 44.0, 50.0)  # box, mark, feed, turn, bend; then where
ENDS_WORDS = {
    "peg": "is the peg into the base: it stays straight",
    "rod": "is the rod through the base: it stays straight",
    "anchor": "is anchored in the core: leave it straight until it is laid in",
    "bound": "is bound to the other wire: leave it straight until it is bound",
    "taped": "is taped to the other wire: leave it straight until it is taped",
    "pin": "is the pin: leave it straight",
    "pushed": "is pushed into the foil: leave it straight",
    "tail": "is a spare tail: cut it off at the end",
}


def turn_words(degrees: float) -> str:
    if abs(degrees) < 0.05:
        return "no turn"
    return f"{abs(degrees):.1f}° {'clockwise' if degrees > 0 else 'anticlockwise'}"


def bend_card_pdf(plan: Plan, run_id: str, printing: Printing) -> bytes:
    """The card of one run, on one page.

    Raises
    ------
    SheetError : no such run.
    """
    runs = {run.id: run for run in plan.frame.runs}
    known(runs, run_id, "run")
    run = runs[run_id]
    card = _Card(run, printing)
    sheet = f"Bend card, run {run_letters(plan)[run_id]}: {run.label}"
    scale = "strip 1:1" if card.true_size else "not to scale"
    return sheet_pdf(heading_of(plan, sheet, scale, printing), printing, card.draw)


class _Card:
    """The page of a run, laid out from its head down."""

    def __init__(self, run: RunPlan, printing: Printing) -> None:
        self.run, self.units = run, printing.units
        self.left, self.foot, self.wide, self.tall = frame_mm(printing.page_mm)
        ends = {a.at: a for a in run.allowances}
        self.start: Allowance | None = ends.get("start")
        self.end: Allowance | None = ends.get("end")
        bends = run.card.bends
        self.path_ends = (bends[-1].mark_mm if bends else run.card.before_mm) + run.card.tail_mm
        self.length = self.path_ends + (self.end.length_mm if self.end else 0.0)
        if run.strands == 1:
            self.length = max(self.length, run.cut_mm)
        rows = math.ceil(self.length / self._strip_mm - 1e-9)
        self.true_size = rows <= MOST_ROWS
        self.rows = rows if self.true_size else 1

    @property
    def _strip_mm(self) -> float:
        return self.wide - 6.0

    def draw(self, canvas: Pages) -> None:
        pen = Pen(canvas)
        column = Column(canvas, self.left, self.foot + self.tall, self.wide)
        self._before(column)
        self._strip(pen, column)
        bends = self.run.card.bends
        if bends:
            room = column.y - self.foot - VIEW_MM - 34.0
            self._bends(pen, column, min(ROW_MM[1], max(ROW_MM[0], room / len(bends))))
        else:
            column.tick("This run is straight: there is no bend to make.")
        self._after(column)
        self._bent(pen, column.y - self.foot)
        canvas.showPage()

    def _before(self, column: Column) -> None:
        run, fine = self.run, self.units.mark_mm
        column.tick(
            f"<b>Cut {cut_words(run, self.units)}</b> of {wire_words(run, self.units)}. Eye protection; file the ends."
        )
        if run.strands > 1:
            column.tick(
                f"Twist the {run.strands} strands evenly together; the bundle is to be at least "
                f"{self.units.whole_mm(self.length)} long."
            )
        words = f"START is {sayer(self.units).say(run.card.start_words)}. "
        if self.start is None:
            words += "The path begins at the end of the wire."
        elif self.start.loop_mm is not None:
            words += (
                f"Mark {fine(self.start.length_mm)} from it and wind that into the "
                f"{_loop_words(self.start, self.units)}, up to the mark."
            )
        else:
            words += f"The first {fine(self.start.length_mm)} {ENDS_WORDS[self.start.end]}."
        column.tick(words)
        looped = self.start is not None and self.start.loop_mm is not None
        how = (
            f"Lay the wire on the strip, {'the foot of its loop on the line' if looped else 'START to the left'}, "
            "and mark the bends."
            if self.true_size
            else "The wire is too long to be drawn: measure the marks from START with a rule."
        )
        column.tick(f"<b>Mark.</b> {how} A mark is the middle of its bend.")

    def _marks(self) -> list[Mark]:
        fine = self.units.mark_mm
        marks = [
            Mark(bend.mark_mm, f"{number}", fine(bend.mark_mm))
            for number, bend in enumerate(self.run.card.bends, start=1)
        ]
        for end, at in ((self.start, self.run.card.before_mm), (self.end, self.path_ends)):
            if end is not None:
                marks.append(Mark(at, "", f"{_end_name(end)} {fine(at)}"))
        return marks

    def _strip(self, pen: Pen, column: Column) -> None:
        """The straight wire in rows, at true size where it is not too long."""
        scale = 1.0 if self.true_size else self._strip_mm / self.length
        each = self._strip_mm / scale
        for n in range(self.rows):
            row = Strip(
                n * each, min(self.length, (n + 1) * each), scale, self.run.chosen.bundle_mm
            )
            y = column.down(STRIP_ROW_MM) + 6.5
            drawn = strip(row, self._marks(), column.left + 3, y, self._strip_mm)
            ink_lines(pen, drawn.lines)
            ink_words(pen, drawn.words)
        column.down(1.0)

    def _bends(self, pen: Pen, column: Column, row_mm: float) -> None:
        pin, tool = self.units.plain_mm(self.run.card.pin_mm), self.run.card.tool
        column.tick(
            f"<b>Bend</b> with {sayer(self.units).say(tool)} round a {pin} rod. At each mark: feed to it; look along the wire from START "
            "and turn the wire, with what is bent of it, as the dial says; bend what lies beyond the mark "
            "upwards, out of straight, until it lies on the wedge.",
        )
        heads = ("", "mark", "feed", "turn the wire", "bend, out of straight", "at")
        at = [column.left + sum(COLUMNS_MM[:n]) for n in range(len(heads))]
        y = column.down(5.0) + 1.2
        for x, words in zip(at, heads, strict=True):
            pen.write(x, y, words, bold=True)
        last, right = self.run.card.before_mm, column.left + column.wide
        for number, bend in enumerate(self.run.card.bends, start=1):
            pen.line(((column.left, column.y), (right, column.y)))
            foot = column.down(row_mm)
            self._bend(pen, at, foot, row_mm, number, bend, bend.mark_mm - last)
            last = bend.mark_mm
        pen.line(((column.left, column.y), (right, column.y)))

    def _bend(
        self,
        pen: Pen,
        at: list[float],
        foot: float,
        row_mm: float,
        number: int,
        bend: Bend,
        feed_mm: float,
    ) -> None:
        middle, fine = foot + row_mm / 2 - 1.2, self.units.mark_mm
        pen.box(at[0], middle - 0.5, BOX_MM, BOX_MM, RULE_MM)
        pen.write(at[0] + 4.2, middle, f"{number}", READ_MM, bold=True)
        pen.write(at[1], middle, fine(bend.mark_mm), READ_MM, bold=True)
        pen.write(at[2], middle, fine(feed_mm), READ_MM)
        radius = min(6.0, row_mm / 2 - 0.8)
        ink_lines(pen, dial(at[3] + radius, foot + row_mm / 2, radius, bend.turn_deg))
        for words, up in zip(turn_words(bend.turn_deg).split(" ", 1), (2.0, -2.0), strict=True):
            pen.write(at[3] + 2 * radius + 2, middle + up, words, READ_MM)
        pen.write(at[4], middle, f"{bend.angle_deg:.1f}°", READ_MM)
        room = COLUMNS_MM[4] - 14
        ink_lines(pen, wedge(at[4] + 12, foot + 1.2, room, row_mm - 2.4, bend.angle_deg))
        words, size = fitted(sayer(self.units).say(bend.at), self.left + self.wide - at[5], READ_MM)
        pen.write(at[5], middle, words, size)

    def _after(self, column: Column) -> None:
        whole = self.units.whole_mm
        column.down(1.5)
        if self.end is not None and self.end.loop_mm is not None:
            column.tick(
                f"From the last mark to the end, wind the {_loop_words(self.end, self.units)}."
            )
        elif self.end is not None:
            column.tick(
                f"The last {self.units.mark_mm(self.end.length_mm)} {ENDS_WORDS[self.end.end]}."
            )
        front, side = (_span(flat(self.run, view)) for view in (FRONT, SIDE))
        off = max(LEAST_OFF_MM, round(OFF * self.run.path_mm))
        through = math.dist(self.run.points[0], self.run.points[-1])
        column.tick(
            f"<b>Check</b> from where the path begins to where it ends: {whole(through)} straight across; seen in front "
            f"{whole(front[0])} across and {whole(front[1])} up; seen from its right {whole(side[0])} across and "
            f"{whole(side[1])} up. More than {self.units.plain_mm(off)} out: bend it again rather than on."
        )

    def _bent(self, pen: Pen, high: float) -> None:
        """The bent run in front and from its right, as large as there is room for."""
        each = self.wide / 2 - 2
        scale = view_scale(self.run, (FRONT, SIDE), each, high)
        size = "at true size" if scale == 1 else f"at {scale:.0%}"
        for n, (name, view) in enumerate((("In front", FRONT), ("From its right", SIDE))):
            left = self.left + n * (each + 4)
            drawn = bent(self.run, view, scale, (left, self.foot), each, high)
            ink_lines(pen, drawn.lines)
            ink_words(pen, drawn.words)
            pen.write(left + each / 2, self.foot + 1.5, f"{name}, {size}", anchor="middle")


def _end_name(allowance: Allowance) -> str:
    return {"head_loop": "loop", "tail": "spare"}.get(allowance.end, allowance.end)


def _loop_words(allowance: Allowance, units: Units) -> str:
    inside = units.plain_mm(allowance.loop_mm or 0.0)
    if allowance.end == "hook":
        return f"hook, half a turn of {inside} inside"
    return f"loop of {inside} inside with its {'3' if allowance.end == 'head_loop' else '2'} wraps"


def _span(path: list[tuple[float, float]]) -> tuple[float, float]:
    (a, b), (c, d) = path[0], path[-1]
    return abs(c - a), abs(d - b)
