"""plan(sheet, context, progress, today) -> Plan: the one way through, station by station."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

from windcrest_core.bake.model import BakeStation
from windcrest_core.bake.station import bake_station
from windcrest_core.body.outside import outside_mm2
from windcrest_core.body.workpiece import Workpiece, workpiece
from windcrest_core.bulk.model import BulkPlan
from windcrest_core.bulk.station import bulk_plan
from windcrest_core.catalogue import is_putty
from windcrest_core.character.model import CharacterPlan
from windcrest_core.character.station import character_plan
from windcrest_core.clay.meets import Through
from windcrest_core.clay.model import ClayPlan
from windcrest_core.clay.station import by_stage, clay_plan
from windcrest_core.clay.threaded import loose_runs
from windcrest_core.colour.model import ColourPlan
from windcrest_core.colour.station import colour_plan
from windcrest_core.colour.steps import asked_before_seal
from windcrest_core.drawing.elevation import Drawing, drawing
from windcrest_core.facts import Frozen
from windcrest_core.findings import Finding
from windcrest_core.finish.model import FinishPlan
from windcrest_core.finish.station import finish_plan
from windcrest_core.frame.model import FramePlan
from windcrest_core.frame.paths import wire_in_parts
from windcrest_core.frame.station import frame_plan
from windcrest_core.frame.steps import frame_steps
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.joining.fastening import Fastened, fastened
from windcrest_core.line import StationState, station_line
from windcrest_core.order.beds import bed_findings
from windcrest_core.order.contradictions import without_conflicts
from windcrest_core.order.early_paint import early_coats, left_alone, painted_from
from windcrest_core.order.finishing import chained
from windcrest_core.order.forcing import Rearranged, rearranged
from windcrest_core.order.history import history, still_to_do
from windcrest_core.order.meetings import PutOn, put_on
from windcrest_core.order.model import OrderPlan
from windcrest_core.order.reach import painted_first, reach_plan
from windcrest_core.order.rescue import mended_first, mending, remade_steps
from windcrest_core.order.stages import Laid, first_cured, stages
from windcrest_core.order.stand_ins import stand_in_findings
from windcrest_core.order.station import RawClay, order_plan
from windcrest_core.remembered import Asked, Station, Written, on
from windcrest_core.sheet.meetings import Hold, Pin, Press
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.ordering import Move
from windcrest_core.stand.pegs import hole_mm
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Step
from windcrest_core.totals import Totals, totals


class Plan(Frozen):
    """Everything that follows from a sheet."""

    name: str
    today: date
    totals: Totals
    line: list[StationState]
    drawing: Drawing
    character: CharacterPlan
    frame: FramePlan
    bulk: BulkPlan
    clay: ClayPlan
    order: OrderPlan
    bake: BakeStation
    colour: ColourPlan
    finish: FinishPlan
    findings: list[Finding]


FIGURE = Station[Workpiece]()
CHARACTER = Station[CharacterPlan](FIGURE)
FRAME = Station[FramePlan](FIGURE)
BULK = Station[BulkPlan](FIGURE)
FASTENED = Station[Fastened](FIGURE)
CLAY = Station[ClayPlan](FIGURE, FASTENED)
OUTSIDE = Station[dict[str, float]](FIGURE)
COLOUR = Station[ColourPlan](FIGURE)
BAKE = Station[BakeStation](FIGURE)
PUT_ON = Station[PutOn](FIGURE, FASTENED)
DRAWING = Station[Drawing](FIGURE)


StationPlan = (
    CharacterPlan
    | FramePlan
    | BulkPlan
    | ClayPlan
    | OrderPlan
    | BakeStation
    | ColourPlan
    | FinishPlan
)
"""What one station has to say in a plan."""


def plan(sheet: FigureSheet, context: Context, progress: Progress, today: date) -> Plan:
    """The plan of a figure: pure, the same for the same input.

    Raises
    ------
    SheetError : a choice that nothing can be built from, such as a wire thicker than its limb.
    """
    asked = Asked(sheet, context, progress)
    written = Written(asked)
    weighed = FIGURE.of(written, lambda seen: workpiece(seen.sheet, seen.context, seen.progress))
    work = on(weighed, asked)
    character = CHARACTER.of(written, lambda seen: character_plan(on(weighed, seen)))
    frame = FRAME.of(written, lambda seen: frame_plan(on(weighed, seen)))
    wire_mm3 = wire_in_parts(work, {run.id: run.chosen.wire for run in frame.runs})
    wire = tuple(sorted(wire_mm3.items()))
    bulk = BULK.of(written, lambda seen: bulk_plan(on(weighed, seen), wire_mm3), wire)
    fast = FASTENED.of(written, lambda seen: fastened(on(weighed, seen)))
    through = {
        run.id: Through(
            hole_mm(run.chosen.bundle_mm), {row.joint: row.gap_mm for row in run.poseable}
        )
        for run in frame.runs
    }
    clay = CLAY.of(
        written,
        lambda seen: clay_plan(on(weighed, seen), wire_mm3, fast, through),
        repr((wire, through)),
    )
    outside = OUTSIDE.of(written, lambda seen: outside_mm2(on(weighed, seen).figure))
    colour = COLOUR.of(
        written, lambda seen: colour_plan(on(weighed, seen), outside), tuple(outside.items())
    )
    painting = asked_before_seal(colour.steps, progress.steps_done)
    finish = finish_plan(work, frame.pegs, frame.least_base)
    mends, mend_from = mending(work)
    wiring = frame_steps(frame.runs, loose_runs(work))
    declared = still_to_do([*wiring, *bulk.steps, *clay.steps, *mends], progress)
    late = context.rules.bake_school == "one_bake"
    least, ran = history(declared, progress, late)
    laid = Laid({**mend_from, **least}, ran, late)
    declared, conflicts = without_conflicts(work, declared, laid)
    reach = reach_plan(work)
    declared = painted_first(declared, sheet, reach)
    declared, finishing = chained(declared, mended_first([*painting, *finish.steps], mends))
    early = early_coats(work, declared, finishing)

    def with_moves(*more: Move) -> Rearranged:
        return rearranged(declared, finishing, [*sheet.order.moves, *more], laid, early)

    moved = with_moves()
    making = moved.making
    placed = stages(
        [step for step in making if not step.after_bakes], replace(laid, least=moved.least)
    )
    clay = by_stage(clay, placed)
    raw, inserts = _raw_by_bake(work, making, placed), _inserts_from(work, placed)
    fresh, painted = _fresh_by_bake(work, making, placed), painted_from(work, placed)
    bake = BAKE.of(
        written,
        lambda seen: bake_station(on(weighed, seen), raw, inserts, fresh, painted),
        repr((raw, inserts, fresh, painted)),
    )
    order = order_plan(
        work,
        making,
        placed,
        bake.steps,
        left_alone(work, moved.finishing, [s.key for s in making if s.key in early]),
        moved,
        conflicts,
        _saved(work, making, placed, replace(laid, least=moved.least)),
        reach,
        _raw_clay(clay),
        fast,
        PUT_ON.of(
            written, lambda seen: put_on(on(weighed, seen), placed, fast), tuple(placed.items())
        ),
        lambda move: with_moves(move).states[-1].state == "placed",
    )
    findings = [
        *character.findings,
        *frame.findings,
        *bulk.findings,
        *clay.findings,
        *order.findings,
        *bake.findings,
        *colour.findings,
        *finish.findings,
    ]
    return Plan(
        name=sheet.name,
        today=today,
        totals=totals(work, frame, bulk, clay, order, bake),
        line=station_line(order, findings),
        drawing=DRAWING.of(written, lambda seen: drawing(on(weighed, seen).figure)),
        character=character,
        frame=frame,
        bulk=bulk,
        clay=clay,
        order=order,
        bake=bake,
        colour=colour,
        finish=finish,
        findings=findings,
    )


def _saved(
    work: Workpiece, making: list[Step], placed: dict[str, int], laid: Laid
) -> list[Finding]:
    """What would save a bake."""
    return [
        *bed_findings(work, making, placed, laid),
        *stand_in_findings(work, making, placed, laid),
    ]


def _raw_by_bake(work: Workpiece, making: list[Step], placed: dict[str, int]) -> list[list[str]]:
    """Clay parts that are first in the oven in bake 1, 2 …"""
    first = {
        part: bake
        for part, bake in first_cured(making, placed).items()
        if work.sheet.part(part).stock is None
    }
    most = max(
        (placed[step.key] for step in making if step.into_oven and step.key in placed), default=0
    )
    again = [(part, placed[key]) for key, part in remade_steps(work) if key in placed]
    return [
        [part for part, at in [*first.items(), *again] if at == number]
        for number in range(1, most + 1)
    ]


def _raw_clay(clay: ClayPlan) -> RawClay:
    grams: dict[int, dict[str, float]] = {}
    for row in clay.stages:
        grams.setdefault(row.bake, {})[row.label] = row.grams
    return RawClay(grams, {part.id: part.texture_min for part in clay.parts})


def _fresh_by_bake(
    work: Workpiece, making: list[Step], placed: dict[str, int]
) -> dict[int, list[str]]:
    """Parts that get fresh clay once they are cured, of a mend, a bed or a collar, by the bake that cures that."""
    found: dict[int, list[str]] = {}
    for step in making:
        if step.part and step.into_oven and step.key in placed:
            found.setdefault(placed[step.key], []).extend(_fresh_on(work, step, step.part))
    return found


def _fresh_on(work: Workpiece, step: Step, part: str) -> list[str]:
    if step.kind == "mend":
        return [part]
    match work.sheet.part(part).meeting:
        case Press(bed="fresh") | Pin(closed="collar") if step.kind == "press":
            return [host.part.id for host in work.hosts(work.figure.piece(part))]
    return []


def _inserts_from(work: Workpiece, placed: dict[str, int]) -> dict[str, int]:
    """The first bake each bought piece is in; what is put in later, made apart, is in none."""
    return {
        part.id: placed.get(step_key(part.id, "cover"), 1)
        for part in work.sheet.parts
        if part.stock is not None
        and not part.apart
        and not is_putty(part.stock)
        and not (isinstance(part.meeting, Hold) and part.meeting.how == "stand_in")
    }
