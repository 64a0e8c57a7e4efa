"""What happens inside each part over a bake and while it cools: for a slider of time."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.bake.bands import Grades, grades
from windcrest_core.bake.bodies import heat_body
from windcrest_core.bake.chips import chip_rate, fusing_rate
from windcrest_core.bake.firing import RAW, STEPS_PER_MIN, Before, Firing, WentIn
from windcrest_core.bake.heat import AIR_H_W_M2K
from windcrest_core.bake.model import BakePlan, CrackRisk, Grade
from windcrest_core.bake.outcome import CRACK_AT_C, CRACK_HIGH, CRACK_LOW, grade
from windcrest_core.bake.oven import ROOM_C
from windcrest_core.bake.ovenful import air_in
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen

MOMENTS = 72


class PartInside(Frozen):
    """One part at every moment: °C at its surface and at its core, fusion of its coldest clay 0 to 1 and its grade,
    scorch with that of earlier bakes; mm set, firm and fused from the surface inwards, and the mean of its fusion by
    volume. `reached` is when all of it is firm and fused, alone and from raw, with the band. `vent` where air is shut
    up under its clay."""

    id: str
    label: str
    clay_mm: float
    raw_in: bool
    surface_c: list[float]
    core_c: list[float]
    fusion: list[float]
    grade: list[Grade]
    scorch: list[float]
    set_mm: list[float]
    firm_mm: list[float]
    fused_mm: list[float]
    share: list[float]
    reached: Grades
    scorch_limit: float
    crack_index: float
    crack_risk: CrackRisk
    vent: bool


class CrackScale(Frozen):
    """How far, °C, the core may lag when the surface is at `surface_c`: low below the one, high above the other."""

    surface_c: float
    low_below_c: float
    high_above_c: float


class InsideBake(Frozen):
    """A bake minute by minute: the oven goes off at `off_min`, the last part may be handled at
    `cool_min`."""

    number: int
    off_min: float
    cool_min: float
    minutes: list[float]
    air_c: list[float]
    parts: list[PartInside]
    crack: CrackScale


def inside(work: Workpiece, bake: BakePlan, before: dict[str, Before]) -> InsideBake:
    """Every part of a bake over its time in the oven and with the door ajar after it.

    Parameters
    ----------
    before : of each part when it went in, by id; nothing of what is raw.
    """
    oven = work.context.rules.oven
    minutes = bake.minutes
    record = next((done for done in work.progress.bakes if done.bake == bake.number), None)
    measured = tuple(record.air_c) if record else ()
    hot = air_in(oven, bake.dial_c.value, minutes, measured, bake.stages)
    cooling = math.ceil(bake.cooling_min * STEPS_PER_MIN)
    air = np.concatenate([hot, np.full(cooling, ROOM_C)])
    pieces = [work.figure.piece(part.id) for part in bake.parts]
    bodies = tuple(heat_body(work, piece) for piece in pieces)
    clays = [work.clay(piece.part.clay) for piece in pieces]
    went_in = WentIn(
        np.array([clay.label_c.value for clay in clays]),
        np.array([fusing_rate(work.context.stores, clay.id) for clay in clays]),
        tuple(before.get(part.id, RAW) for part in bake.parts),
    )
    fired = Firing(bodies, air, AIR_H_W_M2K[oven.air], went_in)
    temps, fused, burnt, deep = fired.temps, fired.fusion, fired.scorch, fired.set_mm
    depths = fired.depths
    hard = [was.fusion > 0 for was in went_in.before]
    rows = np.unique(np.linspace(0, len(air) - 1, min(MOMENTS, len(air))).astype(int))
    off = len(hot) - 1
    rows = np.unique(np.append(rows, off))
    return InsideBake(
        number=bake.number,
        off_min=off / STEPS_PER_MIN,
        cool_min=(len(air) - 1) / STEPS_PER_MIN,
        minutes=(rows / STEPS_PER_MIN).tolist(),
        air_c=air[rows].round(1).tolist(),
        parts=[
            PartInside(
                id=part.id,
                label=part.label,
                clay_mm=part.clay_mm,
                raw_in=part.raw_in,
                surface_c=temps.surface_c[rows, at].round(1).tolist(),
                core_c=temps.core_c[rows, at].round(1).tolist(),
                fusion=fused[rows, at].round(3).tolist(),
                grade=[
                    grade(x, depth >= part.clay_mm or hard[at])
                    for x, depth in zip(
                        fused[rows, at].tolist(), deep[rows, at].tolist(), strict=True
                    )
                ],
                scorch=burnt[rows, at].round(3).tolist(),
                set_mm=np.where(hard[at], part.clay_mm, deep[rows, at]).round(2).tolist(),
                firm_mm=depths[at].firm_mm[rows].round(2).tolist(),
                fused_mm=depths[at].fused_mm[rows].round(2).tolist(),
                share=depths[at].share[rows].round(3).tolist(),
                reached=grades(
                    bodies[at],
                    oven,
                    bake.dial_c.value,
                    float(went_in.label_c[at]),
                    float(went_in.rate[at]),
                    bake.stages,
                    chip_rate(work.context.stores, pieces[at].part.clay).between,
                ),
                scorch_limit=part.scorch_limit,
                crack_index=part.crack_index,
                crack_risk=part.crack_risk,
                vent=part.raw_in and pieces[at].core is not None,
            )
            for at, part in enumerate(bake.parts)
        ],
        crack=CrackScale(surface_c=CRACK_AT_C, low_below_c=CRACK_LOW, high_above_c=CRACK_HIGH),
    )
