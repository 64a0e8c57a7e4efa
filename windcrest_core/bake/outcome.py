"""What a bake comes to: for each part, for what is pressed in, and minute by minute."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.bake.bodies import rule_thickness_mm
from windcrest_core.bake.cure import CURED, FIRM, SCORCH_LIMIT, SETS_BELOW_C
from windcrest_core.bake.firing import STEPS_PER_MIN, Firing
from windcrest_core.bake.heat import HeatBody
from windcrest_core.bake.model import CrackRisk, CurePoint, Grade, PartBake
from windcrest_core.bake.ovenful import Ovenful, OvenRun, fired_in
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Clay
from windcrest_core.facts import Input, Why, said
from windcrest_core.kept import PER_FIGURE, PER_PART

Array = NDArray[np.float64]
LABEL_THICKNESS_MM = 6.0


@dataclass
class Carried:
    """What earlier bakes did to each part."""

    fusion: dict[str, float]
    scorch: dict[str, float]


def rule_min(work: Workpiece, piece: Piece) -> float:
    clay = work.clay(piece.part.clay)
    return clay.label_min_per_6mm.value * rule_thickness_mm(work, piece) / LABEL_THICKNESS_MM


@dataclass(frozen=True)
class End:
    """What a body has come to when the oven is switched off."""

    core_c: float
    core_peak_c: float
    surface_peak_c: float
    core_at_100_c: float
    fusion: float
    scorch: float
    cured_min: float
    set_min: float
    most: float


def ends(sim: OvenRun, fired: Firing, last: int) -> list[End]:
    """The end of every body of the oven, by column."""
    core, surface = fired.temps.core_c[: last + 1], fired.temps.surface_c
    hot = np.where((surface >= 100.0).any(axis=0), np.argmax(surface >= 100.0, axis=0), last)
    core_at_100 = np.take_along_axis(fired.temps.core_c, hot[None, :], axis=0)[0]
    rows = np.column_stack(
        [
            core[last],
            core.max(axis=0),
            surface[: last + 1].max(axis=0),
            core_at_100,
            fired.fusion[last],
            fired.scorch[last],
            fired.cured_min(),
            fired.set_min(),
            sim.most,
        ]
    )
    return [End(*row) for row in rows.tolist()]


def _why(body: HeatBody, rule_min: float, end: End) -> Why:
    cures = math.isfinite(end.cured_min)
    return Why(
        formula=said("bake.heat_from_the_air_into"),
        inputs=[
            Input(name=said("bake.clay", shape=body.shape), value=body.clay_mm, unit="mm"),
            Input(name=said("bake.foil_inside_half_through"), value=body.core_mm, unit="mm"),
            Input(name=said("bake.label_rule_alone"), value=rule_min, unit="min"),
            *(
                [Input(name=said("bake.model_alone"), value=end.cured_min, unit="min")]
                if cures
                else []
            ),
            Input(name=said("bake.surface_at_its_hottest"), value=end.surface_peak_c, unit="°C"),
            Input(name=said("bake.core_when_the_surface_is"), value=end.core_at_100_c, unit="°C"),
        ],
        source=said("bake.finite_volumes_clay_and_oven"),
        assumed=True,
    )


def part_bake(
    work: Workpiece, piece: Piece, body: HeatBody, end: End, carried: Carried, raw: bool
) -> PartBake:
    part = piece.part
    before = (carried.fusion.get(part.id, 0.0), carried.scorch.get(part.id, 0.0))
    return _part_bake(
        part.id, part.label, work.clay(part.clay), body, rule_min(work, piece), end, before, raw
    )


@lru_cache(maxsize=PER_PART)
def _part_bake(
    part_id: str,
    label: str,
    clay: Clay,
    body: HeatBody,
    rule: float,
    end: End,
    before: tuple[float, float],
    raw: bool,
) -> PartBake:
    """Kept, since posing a figure changes nothing of it; `before` is fusion and scorch so far."""
    fused = max(before[0], end.fusion)
    return PartBake(
        id=part_id,
        label=label,
        shape=body.shape,
        clay_mm=body.clay_mm,
        rule_min=rule,
        model_min=end.cured_min if math.isfinite(end.cured_min) else None,
        core_c=end.core_c,
        surface_peak_c=end.surface_peak_c,
        fusion=fused,
        cured=fused >= CURED,
        grade=grade(fused, before[0] > 0 or end.core_peak_c >= clay.label_c.value - SETS_BELOW_C),
        most=end.most,
        scorch=before[1] + end.scorch,
        scorch_limit=SCORCH_LIMIT[clay.shade],
        crack_index=max(0.0, CRACK_AT_C - end.core_at_100_c),
        crack_risk=crack_risk(CRACK_AT_C - end.core_at_100_c),
        set_min=end.set_min if math.isfinite(end.set_min) else None,
        raw_in=raw,
        why=_why(body, rule, end),
    )


CRACK_AT_C, CRACK_LOW, CRACK_HIGH = 100.0, 10.0, 25.0


def crack_risk(index_c: float) -> CrackRisk:
    """Low under 10 °C, high above 25 [A]: how fast it is heated. What is not fused is another matter.

    Parameters
    ----------
    index_c : 100 °C less the core's temperature when the surface is at 100 °C.
    """
    return "low" if index_c < CRACK_LOW else "moderate" if index_c <= CRACK_HIGH else "high"


def grade(fused: float, set_through: bool) -> Grade:
    """How far the coldest clay of a part has come."""
    if fused >= CURED:
        return "fused"
    if fused >= FIRM:
        return "firm"
    return "set" if set_through else "raw"


@lru_cache(maxsize=PER_FIGURE)
def curve(
    ovenful: Ovenful, fused: tuple[float, ...], column: int, last: int
) -> tuple[CurePoint, ...]:
    """Minute by minute, for one body of the oven, fused so far when it went in; kept as the oven is."""
    fired = fired_in(ovenful, fused)
    temps, fusion = fired.temps, fired.fusion
    step = max(2, math.ceil(last / 90))
    rows = [*range(0, last, step), last]
    columns = np.column_stack(
        [
            np.array(rows) / STEPS_PER_MIN,
            temps.air_c[rows].round(1),
            temps.surface_c[rows, column].round(1),
            temps.core_c[rows, column].round(1),
            fusion[rows, column].round(3),
        ]
    )
    return tuple(
        CurePoint(minute=minute, air_c=air, surface_c=surface, core_c=core, fusion=fused_to)
        for minute, air, surface, core, fused_to in columns.tolist()
    )
