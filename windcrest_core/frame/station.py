"""Station 2: runs, gauges, cut list, standing."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from windcrest_core.body.skeleton import Array, norm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.errors import SheetError
from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.frame import remarks
from windcrest_core.frame.bending import bend_card, corners
from windcrest_core.frame.beside import beside, peg_holes, poseable_joints
from windcrest_core.frame.cutting import CutPiece, Cutting
from windcrest_core.frame.ends import ENDS
from windcrest_core.frame.faults import refuse_impossible_runs
from windcrest_core.frame.gauges import (
    COLUMN_SAFETY,
    HOLD_ANY_WAY,
    Demand,
    GaugeOption,
    gauge_table,
    lightest,
    strength,
    tried,
    wire_diameter,
    wire_g_per_mm,
)
from windcrest_core.frame.holds import joint_hold, weakest
from windcrest_core.frame.loads import crossings, joint_loads
from windcrest_core.frame.mechanics import THUMB_N
from windcrest_core.frame.model import FramePlan, Ground, RunPlan, Wanted
from windcrest_core.frame.packing import packed
from windcrest_core.frame.paths import (
    TRUNK,
    beside_weights,
    borne_by,
    column_mm,
    feet,
    head_room_mm,
    part_weights,
    path_length_mm,
    point_names,
    room_mm,
    run_points,
    run_weights,
    start_words,
    wire_weights,
)
from windcrest_core.frame.stance import stance_of, wires_of
from windcrest_core.frame.statics import Loads, Weight, reactions
from windcrest_core.joining.fastening import load_on
from windcrest_core.joining.pin_choice import pinned_by
from windcrest_core.joining.pin_mechanics import Load
from windcrest_core.sheet.runs import End, Run
from windcrest_core.stand.holding import holding


def _unloaded(work: Workpiece, run: Run) -> Demand:
    """What a run asks of its wire apart from loads."""
    points, start, end = run_points(work, run)
    return Demand(
        joints=[],
        column_mm=column_mm(work, run),
        column_n=0.0,
        room_mm=room_mm(work, run),
        grip_mm=0.0 if run.grip is None else 2 * wire_diameter(run.grip),
        lever_mm=_lever_mm(work, run, points, (start, end)),
        bent=bool(corners(points)),
        cutting=Cutting(
            run=run,
            ends=(start, end),
            path_mm=path_length_mm(points),
            base_mm=work.sheet.base.thickness_mm,
            head_room_mm=head_room_mm(work),
            pinned=_pinned(work, run),
        ),
        crossed=crossings(work, run, (start, end)),
        stands_on=frozenset(borne_by(work, run)),
    )


def _pinned(work: Workpiece, run: Run) -> Load | None:
    """The load on what an end of the run is the pin of."""
    for piece in work.figure.pieces:
        if pinned_by(run, piece.part) and (host := work.joined_to(piece)) is not None:
            return load_on(work, piece, host)
    return None


def _demand(work: Workpiece, asked: Demand, loads: Loads) -> Demand:
    run = asked.cutting.run
    carried = max((s.force_n for s in loads.supports if s.bone in asked.stands_on), default=0.0)
    joints = joint_loads(work, run, loads, asked.cutting.ends, asked.crossed)
    return replace(asked, joints=joints, column_n=carried)


def _lever_mm(
    work: Workpiece, run: Run, points: list[Array], ends: tuple[End, End]
) -> float | None:
    """From a free end to the furthest joint of its limb, mm: where a push folds the run."""
    bones = work.figure.bones
    if run.into is not None and len(run.path) == 1:
        return path_length_mm(points)
    found = [
        length
        for bone, end, tip in zip(
            (run.path[0], run.path[-1]), ends, (points[0], points[-1]), strict=True
        )
        for joint in run.path
        if not ENDS[end].held and joint not in TRUNK and bone in work.beyond[joint]
        if (length := norm(tip - bones[joint].start)) > 1.0
    ]
    return max(found, default=None)


def _options(work: Workpiece, run: Run, demand: Demand) -> list[GaugeOption]:
    stores = work.context.stores
    ids = list(dict.fromkeys([*stores.wires, *([run.wire] if run.wire else [])]))
    wires = catalogue().wires
    return [tried(stores, wires[key], demand, work.context.rules.hold_upright) for key in ids]


def _chosen(run: Run, options: list[GaugeOption]) -> GaugeOption:
    if run.wire is not None:
        return next(option for option in options if option.wire == run.wire)
    return lightest(options)


def _lightest_wire(work: Workpiece, demand: Demand) -> str:
    """The wire of Stores that would be chosen; lightest first, so that most are not tried."""
    stores, want = work.context.stores, work.context.rules.hold_upright
    options = []
    for key in sorted(stores.wires, key=wire_g_per_mm):
        options.append(tried(stores, catalogue().wires[key], demand, want))
        if options[-1].passes:
            break
    return lightest(options).wire


def gauges_of(work: Workpiece, run_id: str) -> list[GaugeOption]:
    """Every wire of Stores and the catalogue tried on one run, as `gauge_table` has them.

    Raises
    ------
    SheetError : no such run; or runs that no wire can follow.
    """
    refuse_impossible_runs(work)
    run = next((run for run in work.sheet.runs if run.id == run_id), None)
    if run is None:
        raise SheetError.one("run", run_id, "the id of a run of this figure")
    _, demands = _loaded(work)
    return gauge_table(work.context.stores, demands[run_id], work.context.rules.hold_upright)


def _gauges_with(work: Workpiece, run: Run) -> list[GaugeOption]:
    """Every wire tried on one more run of the figure."""
    demand = _loaded(_with_run(work, run))[1][run.id]
    return gauge_table(work.context.stores, demand, work.context.rules.hold_upright)


def _with_run(work: Workpiece, run: Run) -> Workpiece:
    """The figure with a run put in, or in the place of the one of its name."""
    runs = [run if other.id == run.id else other for other in work.sheet.runs]
    if run not in runs:
        runs.append(run)
    return replace(work, sheet=work.sheet.model_copy(update={"runs": runs}))


def _asked_with(
    work: Workpiece, runs: list[RunPlan], demands: dict[str, Demand]
) -> Callable[[Run], Demand]:
    """What a run of the figure asks when it has another wire or more strands, whose own weight hangs on it
    then; the other wires stay."""
    parts, ground = part_weights(work), feet(work)
    own = {
        run.id: run_weights(work, run, planned.chosen.wire)
        for run, planned in zip(work.sheet.runs, runs, strict=True)
    }

    def asked(run: Run) -> Demand:
        assert run.wire is not None
        rows = {**own, run.id: run_weights(work, run, run.wire)}
        weights = [*parts, *(row for key in rows for row in rows[key])]
        now = demands[run.id]
        other = replace(now, cutting=replace(now.cutting, run=run))
        return _demand(work, other, Loads(weights, reactions(weights, ground)))

    return asked


ROUNDS = 4


def _loaded(work: Workpiece) -> tuple[list[Weight], dict[str, Demand]]:
    """Weights of the figure with its wire, and what that asks of every run.

    The wire is chosen for the figure without it, then for the figure with what was chosen, until it stays:
    a wire has to hold its own weight too.
    """
    parts = part_weights(work)
    ground = feet(work)
    bare = Loads(parts, reactions(parts, ground))
    asked = {run.id: _unloaded(work, run) for run in work.sheet.runs}
    demands = {key: _demand(work, row, bare) for key, row in asked.items()}
    chosen: dict[str, str] = {}
    weights = parts
    for _ in range(ROUNDS):
        still = {key for key, wire in chosen.items() if _does(work, demands[key], wire)}
        again = {
            run.id: chosen[run.id]
            if run.id in still
            else run.wire or _lightest_wire(work, demands[run.id])
            for run in work.sheet.runs
        }
        if again == chosen:
            break
        chosen = again
        weights = parts + wire_weights(work, chosen)
        loads = Loads(weights, reactions(weights, ground))
        demands = {key: _demand(work, row, loads) for key, row in asked.items()}
    return weights, demands


def _does(work: Workpiece, demand: Demand, wire: str) -> bool:
    return tried(
        work.context.stores, catalogue().wires[wire], demand, work.context.rules.hold_upright
    ).passes


def frame_plan(work: Workpiece) -> FramePlan:
    """Runs with wire, cut list and balance of a figure.

    Raises
    ------
    SheetError : a locked wire does not fit in the limb.
    """
    refuse_impossible_runs(work)
    weights, demands = _loaded(work)
    runs = [_run_plan(work, run, demands[run.id]) for run in work.sheet.runs]
    wire_g = sum(run.mass_g for run in runs)
    stands = stance_of(work, [*weights, *beside_weights(work)])
    cuts = packed(
        [piece for run in runs for piece in run.pieces], work.context.stores, work.context.rules
    )
    holes = peg_holes(work, {run.id: run.chosen for run in runs})
    return FramePlan(
        runs=runs,
        wire_m=Quantity(
            value=sum(piece.length_mm * piece.count for run in runs for piece in run.pieces) / 1000,
            unit="m",
            why=Why(
                formula=said("frame.sum_of_every_length_in"),
                inputs=[
                    Input(name=piece.label, value=piece.length_mm * piece.count, unit="mm")
                    for run in runs
                    for piece in run.pieces
                ],
                source=said("frame.path_through_the_joints_and"),
            ),
        ),
        wire_g=Quantity(
            value=wire_g,
            unit="g",
            why=Why(
                formula=said("frame.cut_length_mass_of_the"),
                inputs=[
                    Input(
                        name=said("frame.run_of_wire", run=run.label, wire=run.chosen.label),
                        value=run.mass_g,
                        unit="g",
                    )
                    for run in runs
                ],
                source=said("frame.density_of_the_metal_literature"),
            ),
        ),
        hold=weakest(work.context.stores, runs, work.context.rules.hold_upright),
        thumb_n=THUMB_N,
        wanted=Wanted(
            upright=work.context.rules.hold_upright, any_way=HOLD_ANY_WAY, column=COLUMN_SAFETY
        ),
        cuts=cuts,
        tips_at=stands.tips_at,
        tips_towards=stands.cured.towards_words,
        tips_raw=stands.raw.tips_at_deg,
        tips_without_base=stands.bare_deg,
        free_standing=stands.free_standing,
        centre=_triple(stands.cured.centre),
        centre_figure=_triple(stands.figure_centre),
        margin_mm=stands.cured.margin_mm,
        ground=Ground(
            outline=[(float(x), float(y)) for x, y in stands.outline],
            feet=[[(float(x), float(y)) for x, y in foot] for foot in stands.feet],
            ways=stands.ways,
        ),
        least_base=stands.least_base,
        counterweight=stands.counterweight,
        holding=holding(wires_of(runs), stands.raw.tips_at_deg, COLUMN_SAFETY),
        pegs=holes,
        findings=remarks.frame_findings(
            work,
            runs,
            demands,
            stands,
            cuts,
            lambda run: _gauges_with(work, run),
            _asked_with(work, runs, demands),
        ),
    )


def _triple(v: Array) -> tuple[float, float, float]:
    return (float(v[0]), float(v[1]), float(v[2]))


def _run_plan(work: Workpiece, run: Run, demand: Demand) -> RunPlan:
    options = _options(work, run, demand)
    chosen = _chosen(run, options)
    stores = work.context.stores
    points, start, end = run_points(work, run)
    d = wire_diameter(chosen.wire)
    made = strength(stores, chosen.wire)
    allowances = demand.cutting.allowances(d)
    before = demand.cutting.allowance("start", d)
    cut = demand.cutting.cut_mm(d)
    pieces = [
        CutPiece(run=run.id, label=run.label, wire=chosen.wire, length_mm=cut, count=run.strands),
        *beside(work, run, chosen, (start, end)),
    ]
    return RunPlan(
        id=run.id,
        label=run.label,
        points=[_triple(p) for p in points],
        path_mm=demand.cutting.path_mm,
        start=start,
        end=end,
        strands=run.strands,
        locked=run.wire is not None,
        chosen=chosen,
        gauge=said("frame.gauge", across_mm=d),
        sigma=made.sigma,
        options=sorted(options, key=lambda option: (option.g_per_m, option.wire)),
        joints=[joint_hold(load, made.yield_nmm(run.strands)) for load in demand.joints],
        room_mm=demand.room_mm,
        allowances=allowances,
        pieces=pieces,
        poseable=poseable_joints(work, run, d),
        card=bend_card(
            points,
            point_names(work, run),
            d,
            before.length_mm if before else 0.0,
            start_words(work, run, start),
            chosen.tool,
        ),
        cut_mm=cut,
        mass_g=sum(p.length_mm * p.count * wire_g_per_mm(p.wire) for p in pieces),
    )
