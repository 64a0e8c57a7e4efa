"""A new figure that can be built as it is: begun, then settled. Nobody has chosen anything yet, so what is seen may follow
from the size too."""

from __future__ import annotations

import re
from collections.abc import Iterator
from datetime import date
from typing import Any

from windcrest_core.clay.remarks import GIRTHS
from windcrest_core.facts import said
from windcrest_core.findings import Finding, Fix, Operation, fix
from windcrest_core.frame.standing_remarks import CAGED_CM3, LIGHT_WALL_MM
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.new_figure import new_sheet
from windcrest_core.reshape import worked_out
from windcrest_core.settle.search import settle
from windcrest_core.settle.trials import Given, Trial, Trials
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet

THICKER = (1.5, 2.0, 3.0)  # times, of what would break or shows its wire
UNHELD = ("frame.hold.weak", "frame.size.large")
NEW_RUN = re.compile(r"^run/[^/]+$")
MOST_PLANS = 90


def started(
    name: str, body: str, height_mm: float, heads_tall: float | None, context: Context, today: date
) -> FigureSheet:
    """The sheet of a new figure, settled under these House rules and Stores.

    Raises
    ------
    SheetError : as `new_sheet`.
    """
    given = Given(context, Progress(), today)
    sheet = _begun(new_sheet(name, body, height_mm, heads_tall, context.rules), given)
    found = settle(sheet, given, most=MOST_PLANS, free=by_size)
    too_large = any(row.finding.id == "frame.size.large" for row in found.left)
    for change in found.changes:
        if too_large and any(NEW_RUN.match(row.path) for row in change.operations):
            continue  # no rod helps it
        sheet = _with(sheet, change.operations)
    return sheet


def _begun(sheet: FigureSheet, given: Given) -> FigureSheet:
    """With cages where nobody would squeeze so much foil; with its feet in the base too where one rod would have to carry
    what no wire holds out from it."""
    begun = Trials(sheet, given).start
    if any(row.id == "bulk.core.large" for row in begun.plan.findings):
        sheet = _with(sheet, _lighter(begun))
        begun = Trials(sheet, given).start
    unheld = any(row.id in UNHELD and not _held_by_wire(row) for row in begun.plan.findings)
    if unheld and given.context.rules.feet == "in_base":
        sheet = _with(sheet, _pegged(sheet))
    return sheet


def _held_by_wire(finding: Finding) -> bool:
    """Whether some wire would hold it."""
    return any(row.path.startswith("run/") for way in finding.fixes for row in way.operations)


def _with(sheet: FigureSheet, operations: list[Operation]) -> FigureSheet:
    return apply_edits(sheet, worked_out(sheet, operations))[0]


def by_size(trial: Trial, finding: Finding) -> Iterator[Fix]:
    """What a figure of another size would begin with otherwise: thicker, or left out."""
    match finding.id:
        case "clay.thin.breaks" | "frame.slender.bare" | "bake.overhang.sags":
            yield from _thicker(trial, finding.subject)
            yield from _left_out(trial, finding.subject)
        case "frame.fit.tight":
            yield from _limbs_thicker(trial, finding.subject)


def _thicker(trial: Trial, part_id: str) -> Iterator[Fix]:
    part = next((row for row in trial.sheet.parts if row.id == part_id), None)
    if part is None:
        return
    for times in THICKER:
        rows = _sizes(part_id, part.shape.model_dump(), times)
        if rows:
            yield Fix(label=said("starts.thicker", part=part.label), operations=rows)


def _sizes(part_id: str, shape: dict[str, Any], times: float) -> list[Operation]:
    return [
        Operation(path=f"part/{part_id}/shape/{key}", value=shape[key] * times)
        for key in GIRTHS
        if key in shape
    ]


def _left_out(trial: Trial, part_id: str) -> Iterator[Fix]:
    part = next((row for row in trial.sheet.parts if row.id == part_id), None)
    if part is not None and part.delicate:
        yield fix(said("starts.left_out", part=part.label), (f"part/{part_id}", None))


def _pegged(sheet: FigureSheet) -> list[Operation]:
    """Feet in the base too, beside a rod that does not carry all of it."""
    return [
        Operation(path=f"run/{run.id}/{end}", value="peg")
        for run in sheet.runs
        for end in ("start", "end")
        if getattr(run, end) == "loop"
    ]


def _lighter(begun: Trial) -> list[Operation]:
    """Thinner walls over what is large, and cages in it; eyes want the wall they sit in."""
    faced = {part.lies_on for part in begun.sheet.parts if part.seat is not None}
    large = [row for row in begun.plan.bulk.parts if row.core_cm3 > CAGED_CM3]
    thick = [row for row in large if row.wall_mm > LIGHT_WALL_MM and row.id not in faced]
    return [
        *(Operation(path=f"part/{row.id}/wall_mm", value=LIGHT_WALL_MM) for row in thick),
        *(Operation(path=f"part/{row.id}/core", value="cage") for row in large),
    ]


def _limbs_thicker(trial: Trial, run_id: str) -> Iterator[Fix]:
    """The limbs a run goes along, for the wire in them."""
    run = next((row for row in trial.sheet.runs if row.id == run_id), None)
    if run is None:
        return
    limbs = [
        part
        for part in trial.sheet.parts
        if part.bone in run.path and part.layer == 0 and part.girth == "limb"
    ]
    for times in THICKER:
        rows = [row for part in limbs for row in _sizes(part.id, part.shape.model_dump(), times)]
        if rows:
            yield Fix(label=said("starts.limbs_thicker", run=run.label), operations=rows)
