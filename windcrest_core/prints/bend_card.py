"""The bend card: one page to work down with a wire in hand, from the cut to the check."""

from __future__ import annotations

import math

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.catalogue import known
from windcrest_core.frame.bending import Bend
from windcrest_core.frame.cutting import Allowance
from windcrest_core.frame.model import RunPlan
from windcrest_core.plan import Plan
from windcrest_core.prints.column import Column
from windcrest_core.prints.measures import Units
from windcrest_core.prints.page import HAIR_MM, RULE_MM, Pages, Printing, heading_of, sheet_pdf
from windcrest_core.prints.paper import frame_mm
from windcrest_core.prints.placing import Placer, box_of, in_row
from windcrest_core.prints.run_marks import bend_points, cut_words, flat, run_letters, wire_words
from windcrest_core.prints.type import BOLD, LEAST_MM, READ_MM, REGULAR, fitted, width_mm

STRIP_ROW_MM = 15.0
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
        column = Column(canvas, self.left, self.foot + self.tall, self.wide)
        self._before(column)
        self._strip(canvas, column)
        bends = self.run.card.bends
        if bends:
            room = column.y - self.foot - VIEW_MM - 34.0
            row = min(ROW_MM[1], max(ROW_MM[0], room / len(bends)))
            self._bends(canvas, column, row)
        else:
            column.tick("This run is straight: there is no bend to make.")
        self._after(column)
        self._bent(canvas, column.y)
        canvas.showPage()

    def _before(self, column: Column) -> None:
        run, fine = self.run, self.units.fine_mm
        column.tick(
            f"<b>Cut {cut_words(run, self.units)}</b> of {wire_words(run)}. Eye protection; file the ends."
        )
        if run.strands > 1:
            column.tick(
                f"Twist the {run.strands} strands evenly together; the bundle is to be at least "
                f"{self.units.whole_mm(self.length)} long."
            )
        words = f"START is {run.card.start_words}. "
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

    def _strip(self, canvas: Canvas, column: Column) -> None:
        """The straight wire in rows, at true size where it is not too long."""
        scale = 1.0 if self.true_size else self._strip_mm / self.length
        for row in range(self.rows):
            low = row * self._strip_mm / scale
            high = min(self.length, (row + 1) * self._strip_mm / scale)
            y = column.down(STRIP_ROW_MM) + 6.5
            self._strip_row(canvas, column.left + 3, y, low, high, scale)
        column.down(1.0)

    def _strip_row(
        self, canvas: Canvas, x: float, y: float, low: float, high: float, scale: float
    ) -> None:
        run, card, end = self.run, self.run.card, (high - low) * scale
        thick = max(0.3, run.chosen.bundle_mm * scale)
        _bar_of_wire(canvas, x, y, end, thick)
        canvas.setLineWidth(HAIR_MM * mm)
        marks: list[tuple[float, str, str]] = []
        for number, bend in enumerate(card.bends, start=1):
            marks.append((bend.mark_mm, f"{number}", self.units.fine_mm(bend.mark_mm)))
        if self.start is not None:
            marks.append(
                (
                    card.before_mm,
                    "",
                    f"{_end_name(self.start)} {self.units.fine_mm(card.before_mm)}",
                )
            )
        if self.end is not None:
            marks.append(
                (self.path_ends, "", f"{_end_name(self.end)} {self.units.fine_mm(self.path_ends)}")
            )
        shown = sorted(mark for mark in marks if low - 1e-6 <= mark[0] <= high + 1e-6)
        row, gap = self._strip_mm, 1.6
        places = in_row([((at - low) * scale, width_mm(words, LEAST_MM)) for at, _, words in shown],
                        0.0, row, gap)  # fmt: skip
        heads = in_row([((at - low) * scale, width_mm(number, READ_MM, True)) for at, number, _ in shown],
                       15.0 if low == 0 else 0.0, row, gap)  # fmt: skip
        for (at, name, words), under, above in zip(shown, places, heads, strict=True):
            mark = (at - low) * scale
            canvas.line(
                (x + mark) * mm,
                (y - thick / 2 - 1.6) * mm,
                (x + mark) * mm,
                (y + thick / 2 + 1.6) * mm,
            )
            canvas.line(
                (x + mark) * mm,
                (y - thick / 2 - 1.6) * mm,
                (x + under) * mm,
                (y - thick / 2 - 2.6) * mm,
            )
            canvas.setFont(REGULAR, LEAST_MM * mm)
            canvas.drawCentredString((x + under) * mm, (y - thick / 2 - 5.2) * mm, words)
            canvas.setFont(BOLD, READ_MM * mm)
            canvas.drawCentredString((x + above) * mm, (y + thick / 2 + 2.2) * mm, name)
        canvas.setFont(BOLD, LEAST_MM * mm)
        if low == 0:
            canvas.drawString(x * mm, (y + thick / 2 + 2.2) * mm, "START ►")

    def _bends(self, canvas: Canvas, column: Column, row_mm: float) -> None:
        pin, tool = self.units.plain_mm(self.run.card.pin_mm), self.run.card.tool
        column.tick(
            f"<b>Bend</b> with {tool} round a {pin} rod. At each mark: feed to it; look along the wire from START "
            "and turn the wire, with what is bent of it, as the dial says; bend what lies beyond the mark "
            "upwards, out of straight, until it lies on the wedge.",
        )
        heads = ("", "mark", "feed", "turn the wire", "bend, out of straight", "at")
        at = [column.left + sum(COLUMNS_MM[:n]) for n in range(len(heads))]
        y = column.down(5.0) + 1.2
        canvas.setFont(BOLD, LEAST_MM * mm)
        for x, words in zip(at, heads, strict=True):
            canvas.drawString(x * mm, y * mm, words)
        last = self.run.card.before_mm
        for number, bend in enumerate(self.run.card.bends, start=1):
            foot = column.down(row_mm)
            canvas.setLineWidth(HAIR_MM * mm)
            canvas.line(
                column.left * mm,
                (foot + row_mm) * mm,
                (column.left + column.wide) * mm,
                (foot + row_mm) * mm,
            )
            self._bend(canvas, at, foot, row_mm, number, bend, bend.mark_mm - last)
            last = bend.mark_mm
        canvas.setLineWidth(HAIR_MM * mm)
        canvas.line(
            column.left * mm, column.y * mm, (column.left + column.wide) * mm, column.y * mm
        )

    def _bend(
        self, canvas: Canvas, at: list[float], foot: float, row_mm: float, number: int, bend: Bend, feed_mm: float,
    ) -> None:  # fmt: skip
        middle = foot + row_mm / 2 - 1.2
        canvas.setLineWidth(RULE_MM * mm)
        canvas.rect(at[0] * mm, (middle - 0.5) * mm, 3.2 * mm, 3.2 * mm)
        canvas.setFont(BOLD, READ_MM * mm)
        canvas.drawString((at[0] + 4.2) * mm, middle * mm, f"{number}")
        canvas.drawString(at[1] * mm, middle * mm, self.units.fine_mm(bend.mark_mm))
        canvas.setFont(REGULAR, READ_MM * mm)
        canvas.drawString(at[2] * mm, middle * mm, self.units.fine_mm(feed_mm))
        radius = min(6.0, row_mm / 2 - 0.8)
        _dial(canvas, at[3] + radius, foot + row_mm / 2, radius, bend.turn_deg)
        turned = turn_words(bend.turn_deg).split(" ", 1)
        canvas.setFont(REGULAR, READ_MM * mm)
        x = at[3] + 2 * radius + 2
        canvas.drawString(x * mm, (middle + 2) * mm, turned[0])
        canvas.drawString(x * mm, (middle - 2) * mm, turned[1])
        canvas.drawString(at[4] * mm, middle * mm, f"{bend.angle_deg:.1f}°")
        _wedge(canvas, at[4] + 12, foot + 1.2, COLUMNS_MM[4] - 14, row_mm - 2.4, bend.angle_deg)
        room = self.left + self.wide - at[5]
        words, size = fitted(bend.at, room, READ_MM)
        canvas.setFont(REGULAR, size * mm)
        canvas.drawString(at[5] * mm, middle * mm, words)

    def _after(self, column: Column) -> None:
        whole = self.units.whole_mm
        column.down(1.5)
        if self.end is not None and self.end.loop_mm is not None:
            column.tick(
                f"From the last mark to the end, wind the {_loop_words(self.end, self.units)}."
            )
        elif self.end is not None:
            column.tick(
                f"The last {self.units.fine_mm(self.end.length_mm)} {ENDS_WORDS[self.end.end]}."
            )
        front, side = (_span(flat(self.run, view)) for view in (FRONT, SIDE))
        through = math.dist(self.run.points[0], self.run.points[-1])
        column.tick(
            f"<b>Check</b> from where the path begins to where it ends: {whole(through)} straight across; seen in front "
            f"{whole(front[0])} across and {whole(front[1])} up; seen from its right {whole(side[0])} across and "
            f"{whole(side[1])} up. More than {whole(3.0)} out: bend it again rather than on."
        )

    def _bent(self, canvas: Canvas, top: float) -> None:
        """The bent run in front and from its right, as large as there is room for."""
        views = [flat(self.run, plane) for plane in (FRONT, SIDE)]
        bends = [bend_points(self.run, plane) for plane in (FRONT, SIDE)]
        each = self.wide / 2 - 2
        room = top - self.foot - 6
        sizes = [
            (
                max(u for u, _ in v) - min(u for u, _ in v),
                max(w for _, w in v) - min(w for _, w in v),
            )
            for v in views
        ]
        scale = min(
            1.0,
            *((each - 30) / max(w, 1.0) for w, _ in sizes),
            *((room - 8) / max(h, 1.0) for _, h in sizes),
        )
        words = "at true size" if scale == 1 else f"at {scale:.0%}"
        for n, (name, path, corners) in enumerate(
            zip(("In front", "From its right"), views, bends, strict=True)
        ):
            left = self.left + n * (each + 4)
            low_u, low_v = min(u for u, _ in path), min(v for _, v in path)
            x0 = left + (each - sizes[n][0] * scale) / 2
            y0 = self.foot + 6 + (room - 4 - sizes[n][1] * scale) / 2

            def at(
                point: tuple[float, float],
                x: float = x0,
                y: float = y0,
                u: float = low_u,
                v: float = low_v,
            ) -> tuple[float, float]:
                return (x + (point[0] - u) * scale, y + (point[1] - v) * scale)

            placer = Placer((left, self.foot + 6, left + each, top))
            _path(
                canvas, [at(point) for point in path], max(0.4, self.run.chosen.bundle_mm * scale)
            )
            placer.put("START", at(path[0]), bold=True)
            for number, corner in enumerate(corners, start=1):
                placer.put(f"{number}", at(corner), READ_MM, bold=True)
            canvas.setLineWidth(HAIR_MM * mm)
            for line in placer.leaders:
                (a, b), (c, d) = line.points
                canvas.line(a * mm, b * mm, c * mm, d * mm)
            for word in placer.words:
                a, b, c, d = box_of(word)
                canvas.setFillGray(1)
                canvas.rect(a * mm, b * mm, (c - a) * mm, (d - b) * mm, stroke=0, fill=1)
                canvas.setFillGray(0)
                canvas.setFont(BOLD, word.size_mm * mm)
                canvas.drawString(word.x * mm, word.y * mm, word.text)
            canvas.setFont(REGULAR, LEAST_MM * mm)
            canvas.drawCentredString(
                (left + each / 2) * mm, (self.foot + 1.5) * mm, f"{name}, {words}"
            )


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


def _bar_of_wire(canvas: Canvas, x: float, y: float, length: float, thick: float) -> None:
    canvas.setLineWidth(HAIR_MM * mm)
    canvas.setFillGray(0.85)
    canvas.rect(x * mm, (y - thick / 2) * mm, length * mm, thick * mm, fill=1)
    canvas.setFillGray(0)


def _path(canvas: Canvas, points: list[tuple[float, float]], thick: float) -> None:
    canvas.setLineJoin(1)
    canvas.setLineCap(1)
    for broad, grey in ((thick, 0.0), (thick - 2 * HAIR_MM, 0.82)):
        if broad < HAIR_MM:
            continue
        path = canvas.beginPath()
        path.moveTo(points[0][0] * mm, points[0][1] * mm)
        for u, v in points[1:]:
            path.lineTo(u * mm, v * mm)
        canvas.setLineWidth(broad * mm)
        canvas.setStrokeGray(grey)
        canvas.drawPath(path)
    canvas.setStrokeGray(0)


def _dial(canvas: Canvas, x: float, y: float, radius: float, turn_deg: float) -> None:
    """Up is how the last bend points now; the hand is where it is to point before the next."""
    canvas.setLineWidth(HAIR_MM * mm)
    canvas.circle(x * mm, y * mm, radius * mm)
    for hour in range(12):
        turn = math.radians(hour * 30)
        inner = radius * (0.72 if hour % 3 == 0 else 0.86)
        canvas.line(
            (x + inner * math.sin(turn)) * mm, (y + inner * math.cos(turn)) * mm,
            (x + radius * math.sin(turn)) * mm, (y + radius * math.cos(turn)) * mm,
        )  # fmt: skip
    turn = math.radians(turn_deg)
    canvas.setLineWidth(0.7 * mm)
    canvas.line(
        x * mm,
        y * mm,
        (x + 0.8 * radius * math.sin(turn)) * mm,
        (y + 0.8 * radius * math.cos(turn)) * mm,
    )
    if abs(turn_deg) < 0.05:
        return
    canvas.setLineWidth(RULE_MM * mm)
    arc = 0.5 * radius
    canvas.arc((x - arc) * mm, (y - arc) * mm, (x + arc) * mm, (y + arc) * mm, 90, -turn_deg)


def _wedge(canvas: Canvas, x: float, y: float, wide: float, high: float, angle_deg: float) -> None:
    """The angle out of straight at its true size: the wire comes from the left and leaves up."""
    angle = math.radians(angle_deg)
    back = max(0.0, -math.cos(angle))
    arm = min(high / max(math.sin(angle), 0.05), (wide - 1) / 2)
    corner = x + max(arm * 0.6, arm * back) if angle_deg > 90 else x + min(arm * 0.6, wide - arm)
    canvas.setLineWidth(HAIR_MM * mm)
    path = canvas.beginPath()
    path.moveTo(corner * mm, y * mm)
    path.lineTo((corner + arm) * mm, y * mm)
    steps = [angle * n / 24 for n in range(25)]
    for turn in steps:
        path.lineTo((corner + arm * math.cos(turn)) * mm, (y + arm * math.sin(turn)) * mm)
    path.close()
    canvas.setFillGray(0.9)
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(x * mm, (y - 0.2) * mm, wide * mm, (high + 0.4) * mm)
    canvas.clipPath(clip, stroke=0)
    canvas.drawPath(path, fill=1)
    canvas.restoreState()
    canvas.setFillGray(0)
    canvas.setLineWidth(0.6 * mm)
    canvas.line(x * mm, y * mm, corner * mm, y * mm)
    canvas.line(
        corner * mm, y * mm, (corner + arm * math.cos(angle)) * mm, (y + arm * math.sin(angle)) * mm
    )
