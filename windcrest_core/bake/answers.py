"""The minutes and temperatures of a bake, each with its reason."""

from __future__ import annotations

import math

from windcrest_core.bake.bands import Grades
from windcrest_core.bake.bodies import rule_thickness_mm
from windcrest_core.bake.heat import AIR_H_W_M2K
from windcrest_core.bake.outcome import rule_min
from windcrest_core.bake.ovenful import LONGEST_MIN, OvenRun
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Clay
from windcrest_core.findings import Input, Quantity, Why
from windcrest_core.given.house_rules import BakeTime

FIXED_MIN, LEAST_SET_MIN = 30.0, 5.0


def minutes_wanted(
    school: BakeTime, only_sets: bool, rule: float, cured_min: float | None, set_min: float
) -> tuple[float, str]:
    """Minutes of a bake that something raw is in, and why; as it is planned and as it is followed.

    Parameters
    ----------
    only_sets : another bake cures it. rule, cured_min : see `advice`. set_min : when the slowest has set.
    """
    return set_advice(set_min) if only_sets else advice(school, rule, cured_min)


def set_advice(set_min: float) -> tuple[float, str]:
    """Minutes of a bake that only sets: 2 mm deep, at least five minutes [A]."""
    if not math.isfinite(set_min):
        return LONGEST_MIN, "it does not set within six hours"
    return (
        max(LEAST_SET_MIN, math.ceil(set_min)),
        "a short set, 2 mm deep; the last bake cures it through",
    )


def advice(school: BakeTime, rule: float, model: float | None) -> tuple[float, str]:
    """Minutes of a bake, and why.

    Parameters
    ----------
    rule : the label's minutes. model : when the last of it is fused; infinite where that is not within six
        hours, None where it never is at this temperature.
    """
    if school == "label":
        return math.ceil(rule), "the label's minutes for the thickness"
    if school == "fixed_30":
        return FIXED_MIN, "a fixed half hour"
    if model is None:
        return math.ceil(rule), "the label's minutes: at this temperature it never fuses through"
    if not math.isfinite(model):
        return LONGEST_MIN, "it is not fused through within six hours"
    if model > rule:
        return math.ceil(model), "the longer of rule and model: heat takes this long to get inside"
    return math.ceil(rule), "the longer of rule and model: the label asks for more than the model"


def rule_answer(work: Workpiece, piece: Piece) -> Quantity:
    """The label's minutes for the piece that asks for the most of them."""
    per_6_mm = work.clay(piece.part.clay).label_min_per_6mm
    return Quantity(
        value=rule_min(work, piece),
        unit="min",
        why=Why(
            formula="label minutes per 6 mm × greatest thickness ÷ 6 mm",
            inputs=[
                Input(name="label, per 6 mm", value=per_6_mm.value, unit="min"),
                Input(
                    name=f"thickness, {piece.part.label}",
                    value=rule_thickness_mm(work, piece),
                    unit="mm",
                ),
            ],
            source=f"{per_6_mm.source}; your own label stands above it",
        ),
    )


def label_answer(clays: list[Clay], label_c: float) -> Quantity:
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


def model_answer(
    work: Workpiece, piece: Piece, minutes: float, sim: OvenRun, band: Grades
) -> Quantity:
    body = sim.bodies[piece.part.id]
    oven, alone = work.context.rules.oven, band.fused
    return Quantity(
        value=minutes,
        unit="min",
        low=minutes * (alone.low_min / alone.min) if alone else None,
        high=minutes * (alone.high_min / alone.min) if alone and alone.high_min else None,
        why=Why(
            formula=f"first moment the coldest clay of the {piece.part.label} is 95 % fused",
            inputs=[
                Input(name=f"{body.shape}, clay", value=body.clay_mm, unit="mm"),
                Input(name="foil inside", value=body.core_mm, unit="mm"),
                Input(name="heat transfer h", value=AIR_H_W_M2K[oven.air], unit="W/m²K"),
                Input(name="swing", value=oven.swing_c, unit="°C"),
            ],
            source="heat in clay by finite volumes; fusion calibrated and assumed; the range is of the "
            "film of air, ± 25 %, and of a rate of half to four times",
            assumed=True,
        ),
    )
