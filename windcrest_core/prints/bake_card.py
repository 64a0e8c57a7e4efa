"""A bake on one page: dial and minutes, what to do before it, what to write down, its curve, its parts."""

from __future__ import annotations

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from windcrest_core.bake.model import BakePlan, Grade, PartBake
from windcrest_core.measures import Units, minutes_words
from windcrest_core.plan import Plan
from windcrest_core.prints.column import Column
from windcrest_core.prints.page import Pages, Printing, heading_of, sheet_pdf
from windcrest_core.prints.paper import BIG, CELL, HEAD, Box, escaped, frame_mm, says, table
from windcrest_core.prints.pen import Pen, Point
from windcrest_core.prints.type import LEAST_MM, READ_MM, width_mm
from windcrest_core.words import sayer

CURVE_MM = 52.0
LEAST_ROWS = 3
READINGS = 7
SWING_MIN = 4.0  # either way of a reading
STEPS_MIN = (5, 10, 15, 20, 30, 60)
GRADE_WORDS: dict[Grade, str] = {
    "raw": "soft",
    "set": "set through",
    "firm": "firm",
    "fused": "fused",
}


def bake_card_pdf(plan: Plan, number: int, printing: Printing) -> bytes:
    """The card of bake `number` (from 1), on one page."""
    bake = plan.bake.bakes[number - 1]
    heading = heading_of(
        plan, f"Bake card: bake {number} of {len(plan.bake.bakes)}", "no drawing to scale", printing
    )
    left, foot, wide, tall = frame_mm(printing.page_mm)

    def draw(canvas: Pages) -> None:
        column = Column(canvas, left, foot + tall, wide)
        _say(bake, column, printing.units)
        looked_over(plan, number, column, printing.units)
        readings(Pen(canvas), column, bake, printing.units)
        _curve(Pen(canvas), column, bake, printing.units)
        _parts(canvas, column, bake, printing, foot)
        canvas.showPage()

    return sheet_pdf(heading, printing, draw)


def _say(bake: BakePlan, column: Column, units: Units) -> None:
    celsius = units.celsius
    never = "not by this programme" if bake.programme else "not within six hours"
    model = f"{bake.model_min.value:.0f} min" if bake.model_min else never
    several = len(bake.stages_run) > 1
    column.says(
        f"Dial {'up to ' if several else ''}{celsius(bake.dial_c.value)}, {bake.advised_min.value:.0f} min"
        f"{' in all' if several else ''}, {'preheated' if bake.start == 'preheated' else 'from cold'}",
        BIG,
    )
    for number, row in enumerate(bake.stages_run if several else [], start=1):
        column.tick(
            f"Stage {number}: <b>dial {celsius(row.dial_c)}</b> at {minutes_words(row.begins_min)}, the air there at "
            f"{minutes_words(row.arrives_min)}, held {minutes_words(row.hold_min)}: until ____ : ____"
        )
    column.says(
        f"Air {celsius(bake.label_c.value)} by the clay's label. Label rule {bake.rule_min.value:.0f} min, model "
        f"{model}: {escaped(sayer(units).say(bake.because))}. Never above {celsius(bake.maximum_c)}, the clay maker's stated maximum. "
        "The maker's label stands above this card."
    )
    column.down(2)
    column.tick(rack_words(bake, units))
    if turned := sayer(units).say(bake.turned):
        column.tick(escaped(turned))
    for words in support_words(bake, units):
        column.tick(escaped(words))
    column.tick("Thermometer beside the piece; ventilate; tray covered, or an oven kept for this.")
    column.tick(
        f"<b>In at ____ : ____&nbsp;&nbsp;&nbsp; out at ____ : ____</b>&nbsp; ({minutes_words(bake.advised_min.value)} "
        "later, by a clock that rings). If it smokes: switch off, open windows, leave."
    )
    column.tick(
        f"Cool with the door ajar about {bake.cooling_min:.0f} min before handling, until "
        "____ : ____"
    )


def looked_over(plan: Plan, number: int, column: Column, units: Units) -> None:
    """One tick for all that this bake makes final."""
    group = next((row for row in plan.order.bakes if row.number == number), None)
    if group is not None and group.parts:
        lines = "; ".join(escaped(sayer(units).say(line)) for line in group.look)
        column.tick(f"Looked over before it is final: {lines}.")


def rack_words(bake: BakePlan, units: Units) -> str:
    """At which height it goes in."""
    size, fit = units.whole_mm, bake.fit
    breadth, deep, high = (size(side) for side in fit.box_mm)
    box = f"what is baked is {high} high, {breadth} broad, {deep} deep"
    if fit.above_mm is not None and fit.below_mm is not None:
        lying = (
            " It goes in lying, on a bed of foil or batting, the face up."
            if fit.state == "lying"
            else ""
        )
        return (
            f"<b>Rack {size(fit.below_mm)}</b> above the lower element, which leaves {size(fit.above_mm)} over it; "
            f"{box}.{lying}"
        )
    if fit.state == "not measured":
        return f"<b>Rack</b> so that it stands in the middle of the oven, at ______; {box}."
    return f"<b>{escaped(sayer(units).say(fit.words))}</b> In one piece, {box}."


def support_words(bake: BakePlan, units: Units) -> list[str]:
    """What holds up what hangs out, the same way for several on one row."""
    ways: dict[str, list[str]] = {}
    for row in bake.supports:
        ways.setdefault(sayer(units).say(row.words), []).append(row.label)
    return [f"{', '.join(labels)}: {words}" for words, labels in ways.items()]


def readings(
    pen: Pen, column: Column, bake: BakePlan, units: Units, minutes: float | None = None
) -> None:
    """A row of minutes, what the air should be then, and boxes for what the thermometer says."""
    minutes = max(minutes or bake.advised_min.value, 1.0)
    step = next((step for step in STEPS_MIN if minutes / step <= READINGS), STEPS_MIN[-1])
    at = [n * step for n in range(1, min(READINGS, int(minutes // step)) + 1)]
    if not at:
        return
    head, high = 26.0, 6.0
    each = (column.wide - head) / READINGS
    column.down(1)
    rows = (
        ("minutes in", [f"{minute}" for minute in at]),
        ("air, expected", [_air_about(bake, minute, units) for minute in at]),
        ("air, read", ["" for _ in at]),
    )
    for name, cells in rows:
        y = column.down(high)
        pen.write(column.left, y + 1.8, name, bold=True)
        for n, words in enumerate(cells):
            x = column.left + head + n * each
            pen.box(x, y, each, high)
            pen.write(x + each / 2, y + 1.6, words, READ_MM, anchor="middle")
    column.down(3)


def _air_about(bake: BakePlan, minute: float, units: Units) -> str:
    """From where to where the thermostat lets the air swing about a minute."""
    near = [point.air_c for point in bake.curve if abs(point.minute - minute) <= SWING_MIN]
    if not near:
        near = [min(bake.curve, key=lambda point: abs(point.minute - minute)).air_c]
    low, high = units.celsius(min(near)), units.celsius(max(near))
    return low if low == high else f"{low.split(' ')[0]}–{high}"


def _curve(pen: Pen, column: Column, bake: BakePlan, units: Units) -> None:
    """Air, surface and middle of the slowest part over time."""
    points = bake.curve
    low = column.down(CURVE_MM) + 5
    left = column.left + 15
    wide, tall = column.wide - 15, CURVE_MM - 7
    last = max(point.minute for point in points)
    top = max(160.0, max(point.air_c for point in points))

    def at(minute: float, celsius: float) -> Point:
        return (left + wide * minute / last, low + tall * celsius / top)

    for celsius in range(0, int(top) + 1, 40):
        pen.line((at(0, celsius), at(last, celsius)))
        pen.write(left - 1.5, at(0, celsius)[1] - 1, units.celsius(celsius), anchor="end")
    step = next((step for step in STEPS_MIN if last / step <= 10), STEPS_MIN[-1])
    for minute in range(0, int(last - step / 2) + 1, step):
        pen.write(at(minute, 0)[0], low - 4, f"{minute}", anchor="middle")
    pen.write(left + wide, low - 4, f"{last:.0f} min", anchor="end")
    styles: tuple[tuple[str, list[float], float, tuple[float, ...]], ...] = (
        ("air", [point.air_c for point in points], 0.2, (0.5, 0.6)),
        ("surface", [point.surface_c for point in points], 0.3, (2.0, 0.8)),
        ("middle of the slowest part", [point.core_c for point in points], 0.6, ()),
    )
    key = left + wide - width_mm(styles[-1][0], LEAST_MM) - 2
    for row, (name, values, line, dash) in enumerate(styles):
        pen.line([at(p.minute, c) for p, c in zip(points, values, strict=True)], line, dash)
        y = low + 12 - 4 * row
        pen.line(((key - 13, y + 1), (key - 2, y + 1)), line, dash)
        pen.write(key, y, name)
    column.down(1)


def _parts(canvas: Canvas, column: Column, bake: BakePlan, printing: Printing, foot: float) -> None:
    """The slowest parts first, as many as there is room for; the rest by name."""
    units = printing.units
    column.says(f"In the oven: {len(bake.parts)} parts. Raw in this bake, the slowest first:", HEAD)
    raw = sorted((part for part in bake.parts if part.raw_in), key=how_slow, reverse=True)
    if not raw:
        column.says("Nothing in it is raw.")
        return
    head = ["", "part", "clay to core or middle", "label", "model", "inside, at the end"]
    rows: list[list[object]] = [
        [
            Box(),
            says(part.label),
            units.fine_mm(part.clay_mm),
            f"{part.rule_min:.0f} min",
            f"{part.model_min:.0f} min" if part.model_min else "over 6 h",
            GRADE_WORDS[part.grade],
        ]
        for part in raw
    ]
    for shown in range(len(rows), 0, -1):
        drawn = table(head, rows[:shown], [7, 62, 40, 22, 22, 34], printing)
        _, high = drawn.wrap(column.wide * mm, 1e6)
        left = [part.label for part in raw[shown:]]
        rest = (
            says(f"And {len(left)} that are through sooner: {', '.join(left)}.", CELL)
            if left
            else None
        )
        more = rest.wrap(column.wide * mm, 1e6)[1] if rest else 0.0
        if (high + more) / mm <= column.y - foot or shown <= LEAST_ROWS:
            drawn.drawOn(canvas, column.left * mm, column.down(high / mm) * mm)
            if rest is not None:
                rest.drawOn(canvas, column.left * mm, column.down(more / mm) * mm)
            return


def how_slow(part: PartBake) -> float:
    """To sort parts by; what is not fused at all comes last."""
    return part.model_min if part.model_min is not None else 1e6
