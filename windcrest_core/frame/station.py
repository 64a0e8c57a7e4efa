"""Station 2: runs, gauges, cut list, standing."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

import numpy as np

from windcrest_core.body.figure import Piece
from windcrest_core.body.skeleton import Array, Bone
from windcrest_core.body.solids import SheetSolid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.errors import SheetError
from windcrest_core.findings import Finding, Frozen, Input, Quantity, Why
from windcrest_core.frame import remarks
from windcrest_core.frame.cutting import Allowance, cut_length_mm, end_allowance
from windcrest_core.frame.gauges import (
    Demand,
    GaugeOption,
    JointLoad,
    lightest,
    tried,
    wire_diameter,
    wire_g_per_mm,
)
from windcrest_core.frame.mechanics import G_MM_N
from windcrest_core.frame.standing import (
    Standing,
    circle,
    rectangle,
    standing,
)
from windcrest_core.frame.statics import Support, Weight, moment_nmm, reactions
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import End, Run
from windcrest_core.units import gauge_text

TRUNK = {"hips", "waist"}
LIFTED = 0.03
REACH_IN_BONE: dict[End, float] = {
    "head_loop": 0.45,
    "loop": 0.5,
    "cut": 0.9,
    "tail": 0.9,
    "peg": 0.0,
    "anchor": 0.0,
}


class JointHold(Frozen):
    """Load on one joint of a run and how the chosen wire holds it."""

    joint: str
    label: str
    mass_g: float
    upright_nmm: float
    any_way_nmm: float | None
    hold_upright: float
    hold_any_way: float | None


class RunPlan(Frozen):
    """A run with its wire: path in mm (world), gauge, loads, cut."""

    id: str
    label: str
    points: list[tuple[float, float, float]]
    path_mm: float
    start: End
    end: End
    strands: int
    locked: bool
    chosen: GaugeOption
    gauge: str
    options: list[GaugeOption]
    joints: list[JointHold]
    room_mm: float
    allowances: list[Allowance]
    cut_mm: float
    mass_g: float


class FramePlan(Frozen):
    runs: list[RunPlan]
    wire_m: Quantity
    wire_g: Quantity
    hold: Quantity | None
    tips_at: Quantity
    tips_towards: str
    tips_without_base: float | None
    centre: tuple[float, float, float]
    margin_mm: float
    total_g: Quantity
    pegs: list[tuple[float, float]]
    findings: list[Finding]


@dataclass(frozen=True)
class _Statics:
    weights: list[Weight]
    supports: list[Support]


def _foot_end(work: Workpiece, run: Run, joint: str, end: End) -> End:
    """A peg whose foot is off the ground is a loop in the foot."""
    if end != "peg" or work.figure.bones[joint].start[2] <= _lift_limit(work, joint):
        return end
    return "loop"


def _lift_limit(work: Workpiece, joint: str) -> float:
    pieces = work.on_bone.get(joint, [])
    lowest = min((piece.solid.lowest_z() for piece in pieces), default=0.0)
    height = float(work.figure.bones[joint].start[2])
    return height if lowest <= LIFTED * work.figure.height_mm else -1.0


def _point_beyond(bone: Bone, end: End) -> Array | None:
    """Where the wire goes on from the last joint of a path."""
    if end == "peg":
        return np.array([bone.start[0], bone.start[1], 0.0])
    reach = REACH_IN_BONE[end]
    return bone.start + bone.frame[:, 2] * bone.length_mm * reach if reach else None


def run_points(work: Workpiece, run: Run) -> tuple[list[Array], End, End]:
    """The run's path through the posed figure, and its ends as this pose makes them."""
    bones = work.figure.bones
    start = _foot_end(work, run, run.path[0], run.start)
    end = _foot_end(work, run, run.path[-1], run.end)
    points = [bones[joint].start for joint in run.path]
    before = _point_beyond(bones[run.path[0]], start)
    after = _point_beyond(bones[run.path[-1]], end)
    return (
        [
            *([before] if before is not None else []),
            *points,
            *([after] if after is not None else []),
        ],
        start,
        end,
    )


def _length(points: list[Array]) -> float:
    return float(sum(np.linalg.norm(b - a) for a, b in itertools.pairwise(points)))


def feet(work: Workpiece) -> dict[str, Array]:
    """Bones whose pegs reach the ground in this pose, with where they do, mm."""
    found = {}
    for run in work.sheet.runs:
        for joint, end in ((run.path[0], run.start), (run.path[-1], run.end)):
            if end == "peg" and _foot_end(work, run, joint, end) == "peg":
                found[joint] = work.figure.bones[joint].start[:2]
    return found


def wired_pieces(work: Workpiece, joint: str) -> list[Piece]:
    """The clay a run through this bone goes through."""
    return [p for p in work.on_bone.get(joint, []) if p.part.layer == 0 and p.part.stock is None]


def _room_mm(work: Workpiece, run: Run) -> float:
    """The thinnest limb on the path, less the cover on both sides [A: 2 mm, 1.2 mm if delicate]."""
    rooms = []
    for joint in run.path:
        pieces = [p for p in wired_pieces(work, joint) if not isinstance(p.solid, SheetSolid)]
        if pieces:
            thickest = max(pieces, key=lambda p: p.solid.greatest_thickness_mm)
            cover = 1.2 if thickest.part.delicate else 2.0
            rooms.append(thickest.solid.greatest_thickness_mm - 2 * cover)
    return max(0.0, min(rooms, default=1000.0))


def _demand(work: Workpiece, run: Run, statics: _Statics, column_mm: float) -> Demand:
    bones = work.figure.bones
    ranges = joint_ranges(work.sheet.body.plan, work.sheet.body.wing_span > 0)
    held_up = {support.bone for support in statics.supports}
    joints = []
    for joint in run.path:
        if bones[joint].parent is None:
            continue
        beyond = work.beyond[joint]
        distal = [w for w in statics.weights if w.bone in beyond]
        mass = sum(w.mass_g for w in distal)
        if mass <= 0 and not beyond & held_up:
            continue
        at = bones[joint].start
        upright = float(np.linalg.norm(moment_nmm(beyond, at, statics.weights, statics.supports)))
        any_way = None
        if joint not in TRUNK and not beyond & held_up:
            centre = np.sum([w.mass_g * w.centre for w in distal], axis=0) / mass
            any_way = mass * G_MM_N * float(np.linalg.norm(centre - at))
        joints.append(JointLoad(joint, ranges[joint].label, mass, upright, any_way))
    carried = max((s.force_n for s in statics.supports if s.bone in run.path), default=0.0)
    return Demand(joints, column_mm, carried, _room_mm(work, run))


def _column_mm(work: Workpiece, run: Run) -> float:
    """Height from the ground to the hips along the leg of the run."""
    bones = work.figure.bones
    ground = feet(work)
    lengths = [0.0]
    for joint in (run.path[0], run.path[-1]):
        if joint not in ground:
            continue
        length, at = float(bones[joint].start[2]), joint
        while (parent := bones[at].parent) is not None and at not in TRUNK:
            length += float(np.linalg.norm(bones[at].start - bones[parent].start))
            at = parent
            if at in TRUNK:
                break
        lengths.append(length)
    return max(lengths)


def _part_weights(work: Workpiece) -> list[Weight]:
    return [
        Weight(piece.part.bone, mass.total_g, mass.centre)
        for piece in work.figure.pieces
        if (mass := work.masses[piece.part.id]).total_g > 0
    ]


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


def _wire_weights(work: Workpiece, wires: dict[str, str]) -> list[Weight]:
    """The wire of every run, shared over the bones it passes."""
    weights = []
    for run in work.sheet.runs:
        points, _, _ = run_points(work, run)
        per_mm = wire_g_per_mm(wires[run.id]) * run.strands
        bones = [run.path[0], *run.path, run.path[-1]]
        extra = len(points) - len(run.path)
        bones = bones if extra == 2 else run.path + run.path[-1:]
        for bone, a, b in zip(bones, points, points[1:], strict=False):
            weights.append(Weight(bone, per_mm * float(np.linalg.norm(b - a)), (a + b) / 2))
    return weights


def refuse_thick_wire(work: Workpiece) -> None:
    """A locked wire must be thinner than every limb it goes through.

    Raises
    ------
    SheetError : naming the run, the wire and the room there is.
    """
    for run in work.sheet.runs:
        if run.wire is None:
            continue
        room = _room_mm(work, run)
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
    parts = _part_weights(work)
    ground = feet(work)
    columns = {run.id: _column_mm(work, run) for run in work.sheet.runs}
    bare = _Statics(parts, reactions(parts, ground))
    first = {
        run.id: _chosen(run, _options(work, run, _demand(work, run, bare, columns[run.id]))).wire
        for run in work.sheet.runs
    }
    weights = parts + _wire_weights(work, first)
    statics = _Statics(weights, reactions(weights, ground))
    demands = {run.id: _demand(work, run, statics, columns[run.id]) for run in work.sheet.runs}
    runs = [_run_plan(work, run, demands[run.id]) for run in work.sheet.runs]
    wire_g = sum(run.mass_g for run in runs)
    balance = _balance(work, weights)
    tips = _tips(work, balance, ground)
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
        hold=_hold(runs),
        tips_at=tips,
        tips_towards=balance.towards_words,
        tips_without_base=_without_base(work, weights),
        centre=_triple(balance.centre),
        margin_mm=balance.margin_mm,
        total_g=_total(work, wire_g),
        pegs=[(float(at[0]), float(at[1])) for at in ground.values()],
        findings=remarks.frame_findings(work, runs, demands, balance, ground),
    )


def _triple(v: Array) -> tuple[float, float, float]:
    return (float(v[0]), float(v[1]), float(v[2]))


def _run_plan(work: Workpiece, run: Run, demand: Demand) -> RunPlan:
    options = _options(work, run, demand)
    chosen = _chosen(run, options)
    points, start, end = run_points(work, run)
    path = _length(points)
    d = wire_diameter(chosen.wire)
    skull = [p for p in work.on_bone.get("head", []) if p.part.layer == 0 and not p.part.stock]
    room = max((p.solid.thickness_mm - 2 * p.wall_mm for p in skull), default=0.0)
    allowances = [
        allowance
        for which in (start, end)
        if (allowance := end_allowance(which, d, work.sheet.base.thickness_mm, room)) is not None
    ]
    cut = cut_length_mm(path, allowances, run, d)
    holds = []
    for load in demand.joints:
        alone = Demand([load], 0, 0, 1000)
        wire = catalogue().wires[chosen.wire]
        held = tried(wire, run.strands, alone, work.context.rules.hold_upright, True)
        holds.append(
            JointHold(
                joint=load.joint,
                label=load.label,
                mass_g=load.mass_g,
                upright_nmm=load.upright_nmm,
                any_way_nmm=load.any_way_nmm,
                hold_upright=held.hold_upright,
                hold_any_way=held.hold_any_way if load.any_way_nmm is not None else None,
            )
        )
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
        joints=holds,
        room_mm=demand.room_mm,
        allowances=allowances,
        cut_mm=cut,
        mass_g=cut * wire_g_per_mm(chosen.wire) * run.strands,
    )


def _hold(runs: list[RunPlan]) -> Quantity | None:
    joints = [(joint, run) for run in runs for joint in run.joints]
    if not joints:
        return None
    joint, run = min(
        joints, key=lambda pair: min(pair[0].hold_upright / 2, pair[0].hold_any_way or 99)
    )
    upright = joint.hold_upright / 2 <= (joint.hold_any_way or 99)
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


def _balance(work: Workpiece, weights: list[Weight]) -> Standing:
    """The figure on its base, or on its feet where there is no peg to hold it."""
    base = work.sheet.base
    volume_cm3 = (
        base.thickness_mm
        * 1e-3
        * (
            base.width_mm * base.depth_mm
            if base.shape == "rectangle"
            else np.pi / 4 * base.width_mm * base.depth_mm
        )
    )
    base_g = volume_cm3 * base.density_g_cm3
    up = np.array([0, 0, base.thickness_mm])
    masses = [(w.mass_g, w.centre + up) for w in weights]
    masses.append((base_g, up / 2))
    if base.counterweight_g > 0:
        masses.append(
            (
                base.counterweight_g,
                np.array([0, -base.counterweight_back_mm, base.thickness_mm / 2]),
            )
        )
    total = sum(mass for mass, _ in masses)
    centre = np.sum([mass * at for mass, at in masses], axis=0) / total
    ground = (
        rectangle(base.width_mm, base.depth_mm)
        if base.shape == "rectangle"
        else circle(1.0) * np.array([base.width_mm, base.depth_mm])
    )
    return standing(float(total), centre, ground)


def _without_base(work: Workpiece, weights: list[Weight]) -> float | None:
    """Tilt at which it goes over on its bare feet, degrees; None where nothing touches down."""
    points = []
    for piece in work.figure.pieces:
        if piece.part.contact and piece.solid.lowest_z() < LIFTED * work.figure.height_mm:
            low, high = piece.solid.bounds
            points += [[x, y] for x in (low[0], high[0]) for y in (low[1], high[1])]
    total = sum(w.mass_g for w in weights)
    if len(points) < 4 or total <= 0:
        return None
    centre = np.sum([w.mass_g * w.centre for w in weights], axis=0) / total
    return standing(total, centre, np.array(points)).tips_at_deg


def _tips(work: Workpiece, balance: Standing, ground: dict[str, Array]) -> Quantity:
    return Quantity(
        value=balance.tips_at_deg,
        unit="deg",
        why=Why(
            formula="tips at atan(margin ÷ height of the centre of mass), "
            f"{balance.towards_words}, on its base",
            inputs=[
                Input(name="margin to the edge", value=balance.margin_mm, unit="mm"),
                Input(name="height of centre of mass", value=float(balance.centre[2]), unit="mm"),
                Input(name="mass with base", value=balance.mass_g, unit="g"),
                Input(name="pegs in the base", value=len(ground)),
            ],
            source="statics; 10 degrees wanted, assumed",
        ),
    )


def _total(work: Workpiece, wire_g: float) -> Quantity:
    clay = sum(work.masses[p.part.id].skin_g for p in work.clay_pieces)
    core = sum(mass.core_g for mass in work.masses.values())
    stock = sum(work.masses[p.part.id].skin_g for p in work.figure.pieces if p.part.stock)
    return Quantity(
        value=clay + core + stock + wire_g,
        unit="g",
        low=0.92 * (clay + stock) + 0.6 * core + wire_g,
        high=1.1 * (clay + stock) + 1.5 * core + wire_g,
        why=Why(
            formula="clay + foil + wire + bought pieces, without the base",
            inputs=[
                Input(name="clay", value=clay, unit="g"),
                Input(name="foil", value=core, unit="g"),
                Input(name="wire", value=wire_g, unit="g"),
                Input(name="bought pieces", value=stock, unit="g"),
            ],
            source="volumes × densities; range from the clay's density and how hard foil is packed",
            assumed=True,
        ),
    )
