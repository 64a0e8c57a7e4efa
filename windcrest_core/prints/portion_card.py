"""The portion card: every piece of clay in the order of the bakes, and balls to roll to."""

from __future__ import annotations

import math
from dataclasses import dataclass

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, KeepTogether, Paragraph

from windcrest_core.clay.model import ClayTotal, PartClay
from windcrest_core.clay.portions import Portion
from windcrest_core.measures import Units
from windcrest_core.names import listed
from windcrest_core.plan import Plan
from windcrest_core.prints.page import Printing, heading_of
from windcrest_core.prints.paper import BIG, HEAD, LEAD, Box, card_pdf, frame_mm, says, table
from windcrest_core.prints.pen import RULE_MM, Pen
from windcrest_core.prints.type import LEAST_MM, width_mm

ROLLED = ("ball", "drop", "cone", "snake")  # begun as a ball, so that a ball is its measure
BALL_MM = (2.0, 34.0)  # smaller and larger are measured and not laid on the paper
THICKEST_SHEET_MM = 10.0  # thicker, nobody rolls it [A]
LEAST_G = 0.05
BALL_GAP_MM = 3.0


@dataclass(frozen=True)
class Row:
    """Pieces alike: what they are, of which clay, how many, and into which bake they go."""

    number: int
    bake: int | None
    parts: tuple[PartClay, ...]

    @property
    def one(self) -> PartClay:
        return self.parts[0]


def portion_words(portion: Portion, units: Units) -> str:
    """What to roll or cut, and by what measure."""
    size = units.across_mm
    machine = ""
    if (portion.thickness_mm or 0.0) > THICKEST_SHEET_MM:
        return f"block {size(portion.thickness_mm or 0.0)} thick, {units.area_cm2(portion.area_cm2 or 0.0)}"
    if portion.setting is not None:
        layers = "" if portion.layers == 1 else f"{portion.layers} sheets of "
        machine = f" ({layers}setting {portion.setting})"
    across, long = size(portion.across_mm or 0.0), size(portion.length_mm or 0.0)
    match portion.form:
        case "ball":
            return f"ball {across}"
        case "snake":
            return f"snake {across} × {long}"
        case "cone" | "drop":
            return f"{portion.form} {across} across, {long} long"
        case "strands":
            return f"{portion.count} strands of {across} × {long}"
        case _:
            thick, area = size(portion.thickness_mm or 0.0), units.area_cm2(portion.area_cm2 or 0.0)
            return f"{portion.form} {thick} thick{machine}, {area}"


def rows_of(plan: Plan) -> list[Row]:
    """Pieces in the order of their bakes, then of their steps; pairs of one bake together."""
    bakes: dict[str, int] = {}
    for bake in reversed(plan.bake.bakes):
        bakes.update({part.id: bake.number for part in bake.parts if part.raw_in})
    steps = {
        part: n for n, step in reversed(list(enumerate(plan.order.steps))) for part in step.parts
    }
    made = [part for part in plan.clay.parts if part.grams >= LEAST_G]
    made.sort(key=lambda part: (bakes.get(part.id, math.inf), steps.get(part.id, len(steps))))
    found: dict[str, list[PartClay]] = {}
    for part in made:
        twin = part.equal_to
        alike = twin in found and bakes.get(twin or "") == bakes.get(part.id)
        if alike and twin is not None and found[twin][0].clay == part.clay:
            found[twin].append(part)
        else:
            found[part.id] = [part]
    return [
        Row(number=n, bake=bakes.get(key), parts=tuple(parts))
        for n, (key, parts) in enumerate(found.items(), start=1)
    ]


class _Balls(Flowable):  # type: ignore[misc]  # reportlab has no types
    """Balls at true size in rows, the smallest first, each with the numbers of its pieces."""

    def __init__(self, sizes: list[tuple[float, str]], wide_mm: float) -> None:
        super().__init__()
        self.placed: list[tuple[float, float, float, str]] = []
        x = top = 0.0
        high = 0.0
        for size, name in sorted(sizes):
            room = max(size, width_mm(name, LEAST_MM))
            if x and x + room > wide_mm:
                x, top, high = 0.0, top + high + LEAST_MM + 2 * BALL_GAP_MM, 0.0
            self.placed.append((x + room / 2, top, size, name))
            x, high = x + room + BALL_GAP_MM, max(high, size)
        self.width, self.height = wide_mm * mm, (top + high + LEAST_MM + BALL_GAP_MM) * mm
        self.tall = top + high + LEAST_MM + BALL_GAP_MM

    def draw(self) -> None:
        pen = Pen(self.canv)
        for x, top, size, name in self.placed:
            y = self.tall - top
            pen.circle(x, y - size / 2, size / 2, RULE_MM)
            pen.write(x, y - size - LEAST_MM - 0.6, name, anchor="middle")


def portion_card_pdf(plan: Plan, printing: Printing) -> bytes:
    """By bake: each piece with what to begin it as; what to open and to buy; balls at true size."""
    units = printing.units
    labels = {total.clay: total.label for total in plan.clay.totals}
    rows = rows_of(plan)
    story: list[Flowable] = [
        Paragraph("Clay to open", HEAD),
        table(
            ["", "clay", "raw, without waste", "with waste", "packs"],
            [_total(total, units) for total in plan.clay.totals],
            [7, 66, 40, 28, 60],
            printing,
        ),
    ]
    stages: dict[int | None, list[Row]] = {}
    for row in rows:
        stages.setdefault(row.bake, []).append(row)
    several = len(plan.clay.totals) > 1
    for bake, found in stages.items():
        name = f"For bake {bake}" if bake is not None else "Not baked"
        clays = {row.one.clay for row in found}
        open_now = ", ".join(
            f"{units.mass_g(stage.grams)} of {stage.label}"
            for stage in plan.clay.stages
            if stage.bake == bake and stage.clay in clays
        )
        story.append(says(f"{name}: {open_now}" if open_now else name, HEAD))
        head = ["", "", "piece", "raw, each", "begin it as"]
        body = [_piece(row, units) for row in found]
        shares = [6.0, 8.0, 56.0, 20.0, 82.0]
        if several:
            head.append("clay")
            shares = [6.0, 8.0, 48.0, 20.0, 68.0, 36.0]
            body = [
                [*cells, says(labels[row.one.clay])] for cells, row in zip(body, found, strict=True)
            ]
        story.append(table(head, body, shares, printing))
    sizes: dict[float, list[str]] = {}
    for row in rows:
        size = round(row.one.ball_mm * 2) / 2
        if row.one.portion.form in ROLLED and BALL_MM[0] <= row.one.ball_mm <= BALL_MM[1]:
            sizes.setdefault(size, []).append(f"{row.number}")
    if sizes:
        wide = frame_mm(printing.page_mm)[2]
        balls = [(size, ", ".join(numbers)) for size, numbers in sizes.items()]
        how = (
            "Roll the piece of that number until it just covers its circle; then give it its form."
        )
        story.append(
            KeepTogether(
                [Paragraph("Balls at true size", HEAD), says(how, LEAD), _Balls(balls, wide)]
            )
        )
    if not rows:
        story = [Paragraph("There is no clay on this figure yet.", BIG)]
    scale = "balls 1:1" if sizes else "no drawing to scale"
    return card_pdf(heading_of(plan, "Portion card", scale, printing), printing, story)


def _total(total: ClayTotal, units: Units) -> list[object]:
    packs = " + ".join(f"{pack.count} × {units.pack_g(pack.size)}" for pack in total.packs)
    if not packs:
        packs = "there is enough"
    return [
        Box(),
        says(total.label),
        units.mass_g(total.net_g),
        units.mass_g(total.with_waste.value),
        says(packs),
    ]


def _piece(row: Row, units: Units) -> list[object]:
    count = f"{len(row.parts)} × " if len(row.parts) > 1 else ""
    return [
        Box(),
        f"{row.number}",
        says(listed([part.label for part in row.parts])),
        f"{count}{units.mass_g(row.one.grams)}",
        says(f"{count}{portion_words(row.one.portion, units)}"),
    ]
