"""Station 2: runs, gauges, cut list, standing."""

from __future__ import annotations

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.errors import SheetError
from windcrest_core.findings import Input, Quantity, Why
from windcrest_core.frame import remarks
from windcrest_core.frame.balance import (
    balance_on_base,
    base_outline,
    tips_on_bare_feet,
    tips_quantity,
)
from windcrest_core.frame.bending import bend_card
from windcrest_core.frame.cutting import cut_length_mm, end_allowance
from windcrest_core.frame.gauges import (
    FREELY,
    Demand,
    GaugeOption,
    JointLoad,
    hold_factor,
    lightest,
    tried,
    wire_diameter,
    wire_g_per_mm,
)
from windcrest_core.frame.mechanics import G_MM_N, tip_force_n, yield_moment_nmm
from windcrest_core.frame.model import FramePlan, Ground, JointHold, RunPlan
from windcrest_core.frame.paths import (
    TRUNK,
    column_mm,
    feet,
    part_weights,
    path_length_mm,
    point_names,
    room_mm,
    run_points,
    start_words,
    wire_weights,
)
from windcrest_core.frame.standing import tips_all_round
from windcrest_core.frame.statics import Loads, reactions
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import End, Run
from windcrest_core.units import gauge_text

HELD: tuple[End, ...] = ("peg", "anchor")


def _demand(work: Workpiece, run: Run, loads: Loads, column_mm: float) -> Demand:
    bones = work.figure.bones
    ranges = joint_ranges(work.sheet.body)
    held_up = {support.bone for support in loads.supports}
    joints = []
    for joint in run.path:
        if bones[joint].parent is None:
            continue
        beyond = work.beyond[joint]
        mass, moments = loads.on(beyond)
        if mass <= 0 and not beyond & held_up:
            continue
        at = bones[joint].start
        upright = float(np.linalg.norm(loads.moment_nmm(beyond, at)))
        any_way = None
        if joint not in TRUNK and not beyond & held_up:
            any_way = mass * G_MM_N * float(np.linalg.norm(moments / mass - at))
        joints.append(JointLoad(joint, ranges[joint].label, mass, upright, any_way))
    carried = max((s.force_n for s in loads.supports if s.bone in run.path), default=0.0)
    return Demand(joints, column_mm, carried, room_mm(work, run))


def _options(work: Workpiece, run: Run, demand: Demand) -> list[GaugeOption]:
    shelf, stores, rules = catalogue(), work.context.stores, work.context.rules
    ids = list(dict.fromkeys([*stores.wires, *([run.wire] if run.wire else [])]))
    return [
        tried(shelf.wires[key], run.strands, demand, rules.hold_upright, key in stores.wires)
        for key in ids
    ]


def _chosen(run: Run, options: list[GaugeOption]) -> GaugeOption:
    if run.wire is not None:
        return next(option for option in options if option.wire == run.wire)
    return lightest(options)


def refuse_thick_wire(work: Workpiece) -> None:
    """A locked wire must be thinner than every limb it goes through.

    Raises
    ------
    SheetError : naming the run, the wire and the room there is.
    """
    for run in work.sheet.runs:
        if run.wire is None:
            continue
        room = room_mm(work, run)
        wire = catalogue().wires[run.wire]
        option = tried(wire, run.strands, Demand([], 0, 0, room), 1.0, True)
        if option.bundle_mm > room:
            raise SheetError.one(
                f"run/{run.id}/wire",
                run.wire,
                f"at most {room:.1f} mm thick here under its cover of clay; "
                f"{run.strands} × {wire.label} is {option.bundle_mm:.1f} mm",
            )


def frame_plan(work: Workpiece) -> FramePlan:
    """Runs with wire, cut list and balance of a figure.

    Raises
    ------
    SheetError : a locked wire does not fit in the limb.
    """
    refuse_thick_wire(work)
    parts = part_weights(work)
    ground = feet(work)
    columns = {run.id: column_mm(work, run) for run in work.sheet.runs}
    bare = Loads(parts, reactions(parts, ground))
    first = {
        run.id: _chosen(run, _options(work, run, _demand(work, run, bare, columns[run.id]))).wire
        for run in work.sheet.runs
    }
    weights = parts + wire_weights(work, first)
    statics = Loads(weights, reactions(weights, ground))
    demands = {run.id: _demand(work, run, statics, columns[run.id]) for run in work.sheet.runs}
    runs = [_run_plan(work, run, demands[run.id]) for run in work.sheet.runs]
    wire_g = sum(run.mass_g for run in runs)
    balance = balance_on_base(work, weights)
    outline = base_outline(work.sheet.base)
    tips = tips_quantity(work, balance, ground)
    return FramePlan(
        runs=runs,
        wire_m=Quantity(
            value=sum(run.cut_mm * run.strands for run in runs) / 1000,
            unit="m",
            why=Why(
                formula="sum over runs of cut length × strands",
                inputs=[
                    Input(name=run.label, value=run.cut_mm * run.strands, unit="mm") for run in runs
                ],
                source="path through the joints and the allowances of the cut list",
            ),
        ),
        wire_g=Quantity(
            value=wire_g,
            unit="g",
            why=Why(
                formula="cut length × mass of the wire per metre × strands",
                inputs=[
                    Input(name=f"{run.label}, {run.chosen.label}", value=run.mass_g, unit="g")
                    for run in runs
                ],
                source="density of the metal, literature-typical",
            ),
        ),
        hold=_hold(runs, work.context.rules.hold_upright),
        tips_at=tips,
        tips_towards=balance.towards_words,
        tips_without_base=tips_on_bare_feet(work, weights),
        centre=_triple(balance.centre),
        margin_mm=balance.margin_mm,
        ground=Ground(
            outline=[(float(x), float(y)) for x, y in outline],
            ways=tips_all_round(balance.centre, outline),
        ),
        pegs=[(float(at[0]), float(at[1])) for at in ground.values()],
        findings=remarks.frame_findings(work, runs, demands, balance, ground),
    )


def _triple(v: Array) -> tuple[float, float, float]:
    return (float(v[0]), float(v[1]), float(v[2]))


def _run_plan(work: Workpiece, run: Run, demand: Demand) -> RunPlan:
    options = _options(work, run, demand)
    chosen = _chosen(run, options)
    points, start, end = run_points(work, run)
    path = path_length_mm(points)
    d = wire_diameter(chosen.wire)
    metal = catalogue().wire_metal(catalogue().wires[chosen.wire])
    skull = [p for p in work.on_bone.get("head", []) if p.part.layer == 0 and not p.part.stock]
    room = max((p.solid.thickness_mm - 2 * p.wall_mm for p in skull), default=0.0)
    ends = [end_allowance(which, d, work.sheet.base.thickness_mm, room) for which in (start, end)]
    allowances = [allowance for allowance in ends if allowance is not None]
    cut = cut_length_mm(path, allowances, run, d)
    moment = yield_moment_nmm(d, metal.yield_mpa.value, run.strands)
    return RunPlan(
        id=run.id,
        label=run.label,
        points=[_triple(p) for p in points],
        path_mm=path,
        start=start,
        end=end,
        strands=run.strands,
        locked=run.wire is not None,
        chosen=chosen,
        gauge=gauge_text(d, work.context.rules.gauge_words),
        options=sorted(options, key=lambda option: option.g_per_m),
        joints=[_joint_hold(load, moment) for load in demand.joints],
        push_n=_push_n(
            work,
            run,
            [(run.path[0], start, points[0]), (run.path[-1], end, points[-1])],
            moment,
        ),
        room_mm=demand.room_mm,
        allowances=allowances,
        card=bend_card(
            points,
            point_names(work, run),
            d,
            ends[0].length_mm if ends[0] else 0.0,
            start_words(work, run, start),
            chosen.tool,
        ),
        cut_mm=cut,
        mass_g=cut * wire_g_per_mm(chosen.wire) * run.strands,
    )


def _joint_hold(load: JointLoad, moment_nmm: float) -> JointHold:
    return JointHold(
        joint=load.joint,
        label=load.label,
        mass_g=load.mass_g,
        upright_nmm=load.upright_nmm,
        any_way_nmm=load.any_way_nmm,
        hold_upright=hold_factor(moment_nmm, load.upright_nmm),
        hold_any_way=None
        if load.any_way_nmm is None
        else hold_factor(moment_nmm, load.any_way_nmm),
    )


def _push_n(
    work: Workpiece, run: Run, ends: list[tuple[str, End, Array]], moment_nmm: float
) -> float | None:
    """Least push at a free end that folds the run at a joint of its limb, N; None without one."""
    bones = work.figure.bones
    pushes = [
        tip_force_n(moment_nmm, length)
        for bone, end, tip in ends
        for joint in run.path
        if end not in HELD and joint not in TRUNK and bone in work.beyond[joint]
        if (length := float(np.linalg.norm(tip - bones[joint].start))) > 1.0
    ]
    return min(pushes, default=None)


def _any_way(joint: JointHold) -> float:
    return FREELY if joint.hold_any_way is None else joint.hold_any_way


def _hold(runs: list[RunPlan], want_upright: float) -> Quantity | None:
    joints = [(joint, run) for run in runs for joint in run.joints]
    if not joints:
        return None
    joint, run = min(
        joints,
        key=lambda pair: min(pair[0].hold_upright / want_upright, _any_way(pair[0])),
    )
    upright = joint.hold_upright / want_upright <= _any_way(joint)
    moment = joint.upright_nmm if upright else joint.any_way_nmm or 0.0
    value = joint.hold_upright if upright else joint.hold_any_way or 0.0
    wire = catalogue().wires[run.chosen.wire]
    metal = catalogue().wire_metal(wire).yield_mpa
    return Quantity(
        value=value,
        unit="ratio",
        low=value * metal.low / metal.value,
        high=value * metal.high / metal.value,
        why=Why(
            formula=f"hold factor = n σ π d³/32 ÷ moment at the {joint.label} "
            f"({'upright' if upright else 'any way up'}), {run.label}",
            inputs=[
                Input(name="strands n", value=run.strands),
                Input(name="yield σ", value=metal.value, unit="MPa"),
                Input(name="wire d", value=wire.diameter_mm, unit="mm"),
                Input(name="mass beyond the joint", value=joint.mass_g, unit="g"),
                Input(name="moment", value=moment, unit="N·mm"),
            ],
            source=f"{metal.source}; range {metal.low:g} to {metal.high:g} MPa",
        ),
    )
