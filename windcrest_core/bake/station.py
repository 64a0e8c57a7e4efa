"""Station 6: for each bake the dial, the minutes by rule and by model, and what happens inside."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.bake.bodies import rule_thickness_mm
from windcrest_core.bake.cure import CURED, SCORCH_LIMIT
from windcrest_core.bake.heat import (
    AIR_H_W_M2K,
    STEP_S,
    HeatBody,
    Temperatures,
    cooling_minutes,
)
from windcrest_core.bake.ovenful import LONGEST_MIN, OvenRun, fused_in, simulate
from windcrest_core.bake.remarks import bake_findings
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Clay, catalogue
from windcrest_core.findings import Finding, Frozen, Input, Quantity, Why
from windcrest_core.steps import Step, Undated

Array = NDArray[np.float64]
LABEL_THICKNESS_MM = 6.0
FIXED_MIN = 30.0
HANDLE_C = 45.0
STEPS_PER_MIN = 60.0 / STEP_S


class CurePoint(Frozen):
    """Air, surface and core at a minute of the bake, °C, and fusion 0 to 1, of its slowest part."""

    minute: float
    air_c: float
    surface_c: float
    core_c: float
    fusion: float


class PartBake(Frozen):
    """One part in a bake: what the oven does to it by the end."""

    id: str
    label: str
    shape: str
    clay_mm: float
    rule_min: float
    model_min: float | None
    core_c: float
    surface_peak_c: float
    fusion: float
    scorch: float
    scorch_limit: float
    crack_index: float
    set_depth_all: bool
    raw_in: bool
    why: Why


class InsertBake(Frozen):
    """A bought piece in the oven: the hottest it gets against what it can take, °C."""

    id: str
    label: str
    material: str
    limit_c: float
    peak_c: float


class BakePlan(Frozen):
    number: int
    label_c: Quantity
    dial_c: Quantity
    peak_air_c: float
    maximum_c: float
    start: str
    rule_min: Quantity
    model_min: Quantity | None
    advised_min: Quantity
    done_min: float | None
    cooling_min: float
    slowest: str
    because: str
    curve: list[CurePoint]
    parts: list[PartBake]
    inserts: list[InsertBake]


class BakeStation(Frozen):
    bakes: list[BakePlan]
    total_min: Quantity
    findings: list[Finding]
    steps: Undated


@dataclass
class _Carried:
    """What earlier bakes did to each part."""

    fusion: dict[str, float]
    scorch: dict[str, float]


def bake_station(
    work: Workpiece, groups: list[list[str]], inserts_from: dict[str, int]
) -> BakeStation:
    """Plan every bake.

    Parameters
    ----------
    groups : ids of the parts that are raw in each bake, in order.
    inserts_from : first bake that each bought piece is in.
    """
    pieces = {piece.part.id: piece for piece in work.clay_pieces}
    ran = {done.bake: done.minutes for done in work.progress.bakes}
    carried = _Carried({}, {})
    bakes: list[BakePlan] = []
    inside: list[str] = []
    sims: dict[tuple[float, float], OvenRun] = {}
    for number, raw in enumerate(groups, start=1):
        inside += raw
        if not inside:
            continue
        clays = [catalogue().clays[pieces[key].part.clay] for key in raw or inside]
        label = max(clay.label_c.value for clay in clays)
        inserts = [key for key, first in inserts_from.items() if first <= number]
        bakes.append(
            _one_bake(
                work, number, label, list(inside), set(raw), inserts, carried, ran, sims, pieces
            )
        )
    total = sum(bake.done_min or bake.advised_min.value for bake in bakes)
    return BakeStation(
        bakes=bakes,
        total_min=Quantity(
            value=total,
            unit="min",
            why=Why(
                formula="sum of the advised minutes, or of the real ones once a bake is done",
                inputs=[
                    Input(
                        name=f"bake {b.number}", value=b.done_min or b.advised_min.value, unit="min"
                    )
                    for b in bakes
                ],
                source="each bake below",
            ),
        ),
        findings=bake_findings(work, bakes),
        steps=[_step(bake) for bake in bakes],
    )


def _one_bake(
    work: Workpiece,
    number: int,
    label_c: float,
    inside: list[str],
    raw: set[str],
    inserts: list[str],
    carried: _Carried,
    ran: dict[int, float],
    sims: dict[tuple[float, float], OvenRun],
    pieces: dict[str, Piece],
) -> BakePlan:
    rules = work.context.rules
    dial = label_c - rules.oven.offset_c
    done = ran.get(number)
    key = (dial, 60.0 * math.ceil((done or 60.0) / 60.0))
    if key not in sims:
        sims[key] = simulate(work, pieces, dial, key[1])
    sim = sims[key]
    temps = sim.temps
    bodies = len(sim.label_c)
    start = np.zeros(bodies)
    for part_id in inside:
        start[sim.column[part_id]] = min(
            start[sim.column[part_id]] or 1.0, carried.fusion.get(part_id, 0.0)
        )
    fused = fused_in(sim.ovenful, tuple(sim.label_c.tolist()), tuple(start.tolist()))
    cured_at = np.where(
        (fused >= CURED).any(axis=0), np.argmax(fused >= CURED, axis=0) / STEPS_PER_MIN, np.inf
    )
    pacing = raw or set(inside)
    rule = max(_rule_min(work, pieces[key]) for key in pacing)
    slowest = max(pacing, key=lambda part_id: (cured_at[sim.column[part_id]], part_id))
    model = float(cured_at[sim.column[slowest]])
    advised, because = _advice(work, rule, model)
    minutes = done or advised
    last = min(len(temps.time_s) - 1, round(minutes * STEPS_PER_MIN))
    ends = _ends(sim, fused, cured_at, last)
    parts = [
        _part_bake(work, pieces[key], sim.bodies[key], ends[sim.column[key]], carried, key in raw)
        for key in inside
    ]
    for part in parts:
        carried.fusion[part.id] = part.fusion
        carried.scorch[part.id] = part.scorch
    column = sim.column[slowest]
    clays = [catalogue().clays[pieces[key].part.clay] for key in inside]
    strictest = min(clays, key=lambda clay: clay.maximum_c.value)
    peak = float(temps.air_c[: last + 1].max())
    return BakePlan(
        number=number,
        label_c=_label(clays, label_c),
        dial_c=Quantity(
            value=dial,
            unit="C",
            why=Why(
                formula="label temperature − offset of this oven",
                inputs=[
                    Input(name="label", value=label_c, unit="°C"),
                    Input(name="offset", value=rules.oven.offset_c, unit="°C"),
                ],
                source="House rules; a thermometer beside the piece has the last word",
            ),
        ),
        peak_air_c=peak,
        maximum_c=strictest.maximum_c.value,
        start=rules.oven.start,
        rule_min=_rule(rule),
        model_min=_model(work, pieces[slowest], model, sim, column)
        if math.isfinite(model)
        else None,
        advised_min=Quantity(
            value=advised,
            unit="min",
            why=Why(
                formula=because,
                inputs=[
                    Input(name="label rule", value=rule, unit="min"),
                    *(
                        [Input(name="model", value=model, unit="min")]
                        if math.isfinite(model)
                        else []
                    ),
                ],
                source=f"House rules: {rules.bake_time.replace('_', ' ')}",
            ),
        ),
        done_min=done,
        cooling_min=_cooling(work, sim.bodies[slowest], label_c),
        slowest=slowest,
        because=because,
        curve=_curve(temps, fused, column, last),
        parts=parts,
        inserts=[_insert(work, key, sim, last) for key in inserts],
    )


def _advice(work: Workpiece, rule: float, model: float) -> tuple[float, str]:
    school = work.context.rules.bake_time
    if school == "label":
        return math.ceil(rule), "the label's minutes for the thickness"
    if school == "fixed_30":
        return FIXED_MIN, "a fixed half hour"
    if not math.isfinite(model):
        return LONGEST_MIN, "the model does not cure it within four hours"
    if model > rule:
        return math.ceil(model), "the longer of rule and model: heat takes this long to get inside"
    return math.ceil(rule), "the longer of rule and model: the label asks for more than the model"


def _rule_min(work: Workpiece, piece: Piece) -> float:
    clay = catalogue().clays[piece.part.clay]
    return clay.label_min_per_6mm.value * rule_thickness_mm(work, piece) / LABEL_THICKNESS_MM


def _rule(minutes: float) -> Quantity:
    return Quantity(
        value=minutes,
        unit="min",
        why=Why(
            formula="label minutes per 6 mm × greatest thickness ÷ 6 mm",
            inputs=[Input(name="thickness", value=minutes / 15 * 6, unit="mm")],
            source="label rule, 15 min per 6 mm unless your label says otherwise",
        ),
    )


def _label(clays: list[Clay], label_c: float) -> Quantity:
    clay = max(clays, key=lambda c: c.label_c.value)
    return Quantity(
        value=label_c,
        unit="C",
        why=Why(
            formula="the clay's own label",
            inputs=[Input(name=clay.label, value=clay.label_c.value, unit="°C")],
            source=clay.label_c.source,
            assumed=True,
        ),
    )


def _model(work: Workpiece, piece: Piece, minutes: float, sim: OvenRun, column: int) -> Quantity:
    body = sim.bodies[piece.part.id]
    oven = work.context.rules.oven
    return Quantity(
        value=minutes,
        unit="min",
        low=0.8 * minutes,
        high=1.2 * minutes,
        why=Why(
            formula=f"first moment the coldest clay of the {piece.part.label} is 95 % fused",
            inputs=[
                Input(name=f"{body.shape}, clay", value=body.clay_mm, unit="mm"),
                Input(name="foil inside", value=body.core_mm, unit="mm"),
                Input(name="heat transfer h", value=AIR_H_W_M2K[oven.air], unit="W/m²K"),
                Input(name="swing", value=oven.swing_c, unit="°C"),
            ],
            source="heat in clay by finite volumes; fusion calibrated and assumed, ± 20 %",
            assumed=True,
        ),
    )


@dataclass(frozen=True)
class _End:
    """What a body has come to when the oven is switched off."""

    core_c: float
    core_peak_c: float
    surface_peak_c: float
    core_at_100_c: float
    fusion: float
    scorch: float
    cured_min: float


def _ends(sim: OvenRun, fused: Array, cured_at: Array, last: int) -> list[_End]:
    """The end of every body of the oven, by column."""
    core, surface = sim.temps.core_c[: last + 1], sim.temps.surface_c
    hot = np.where((surface >= 100.0).any(axis=0), np.argmax(surface >= 100.0, axis=0), last)
    core_at_100 = np.take_along_axis(sim.temps.core_c, hot[None, :], axis=0)[0]
    rows = np.column_stack(
        [
            core[last],
            core.max(axis=0),
            surface[: last + 1].max(axis=0),
            core_at_100,
            fused[last],
            sim.scorch[last],
            cured_at,
        ]
    )
    return [_End(*row) for row in rows.tolist()]


@lru_cache(maxsize=600)
def _why(body: HeatBody, rule_min: float, end: _End) -> Why:
    """Kept, since posing a figure changes nothing of it."""
    cures = math.isfinite(end.cured_min)
    return Why(
        formula="heat from the air into clay over its core; fused when its coldest has had 95 % of "
        "the cure; scorch adds up over all bakes",
        inputs=[
            Input(name=f"{body.shape}, clay", value=body.clay_mm, unit="mm"),
            Input(name="foil inside, half through", value=body.core_mm, unit="mm"),
            Input(name="label rule alone", value=rule_min, unit="min"),
            *([Input(name="model alone", value=end.cured_min, unit="min")] if cures else []),
            Input(name="surface at its hottest", value=end.surface_peak_c, unit="°C"),
            Input(name="core when the surface is at 100 °C", value=end.core_at_100_c, unit="°C"),
        ],
        source="finite volumes; clay and oven figures literature-typical and assumed, ± 20 %",
        assumed=True,
    )


def _part_bake(
    work: Workpiece, piece: Piece, body: HeatBody, end: _End, carried: _Carried, raw: bool
) -> PartBake:
    clay = catalogue().clays[piece.part.clay]
    return PartBake(
        id=piece.part.id,
        label=piece.part.label,
        shape=body.shape,
        clay_mm=body.clay_mm,
        rule_min=_rule_min(work, piece),
        model_min=end.cured_min if math.isfinite(end.cured_min) else None,
        core_c=end.core_c,
        surface_peak_c=end.surface_peak_c,
        fusion=max(carried.fusion.get(piece.part.id, 0.0), end.fusion),
        scorch=carried.scorch.get(piece.part.id, 0.0) + end.scorch,
        scorch_limit=SCORCH_LIMIT[clay.shade],
        crack_index=max(0.0, 100.0 - end.core_at_100_c),
        set_depth_all=end.core_peak_c >= clay.label_c.value - 45,
        raw_in=raw,
        why=_why(body, _rule_min(work, piece), end),
    )


def _insert(work: Workpiece, part_id: str, sim: OvenRun, last: int) -> InsertBake:
    """A bought piece is as hot as the surface it lies in, or as the air where it stands free."""
    part = work.sheet.part(part_id)
    material = catalogue().stock_materials[part.stock or ""]
    host = part.lies_on
    trace = (
        sim.temps.surface_c[: last + 1, sim.column[host]]
        if host in sim.column
        else sim.temps.air_c[: last + 1]
    )
    return InsertBake(
        id=part.id,
        label=part.label,
        material=material.label,
        limit_c=material.limit_c.value,
        peak_c=float(trace.max()),
    )


def _curve(temps: Temperatures, fused: Array, column: int, last: int) -> list[CurePoint]:
    step = max(2, math.ceil(last / 90))
    rows = [*range(0, last, step), last]
    columns = np.column_stack(
        [
            np.array(rows) / STEPS_PER_MIN,
            temps.air_c[rows].round(1),
            temps.surface_c[rows, column].round(1),
            temps.core_c[rows, column].round(1),
            fused[rows, column].round(3),
        ]
    )
    return [
        CurePoint(minute=minute, air_c=air, surface_c=surface, core_c=core, fusion=fusion)
        for minute, air, surface, core, fusion in columns.tolist()
    ]


def _cooling(work: Workpiece, body: HeatBody, label_c: float) -> float:
    """Minutes in room air with the door ajar until the core is below 45 °C."""
    h = AIR_H_W_M2K[work.context.rules.oven.air]
    return cooling_minutes(body, h, label_c, HANDLE_C)


def _step(bake: BakePlan) -> Step:
    minutes = bake.done_min or bake.advised_min.value
    return Step(
        key=f"bake.{bake.number}",
        station="bake",
        label=f"Bake {bake.number}: {minutes:.0f} min, then cool",
        minutes=10,
        wait_min=minutes + bake.cooling_min,
        caution="Thermometer beside the piece, air the room. Never above the maker's maximum. "
        "If it smokes: oven off, windows open, leave the room.",
    )
