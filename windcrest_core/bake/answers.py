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
from windcrest_core.facts import Input, Quantity, Text, Why, said
from windcrest_core.given.house_rules import BakeTime

FIXED_MIN, LEAST_SET_MIN = 30.0, 5.0


def minutes_wanted(
    school: BakeTime, only_sets: bool, rule: float, cured_min: float | None, set_min: float
) -> tuple[float, Text]:
    """Minutes of a bake that something raw is in, and why; as it is planned and as it is followed.

    Parameters
    ----------
    only_sets : another bake cures it. rule, cured_min : see `advice`. set_min : when the slowest has set.
    """
    return set_advice(set_min) if only_sets else advice(school, rule, cured_min)


def set_advice(set_min: float) -> tuple[float, Text]:
    """Minutes of a bake that only sets: 2 mm deep, at least five minutes [A]."""
    if not math.isfinite(set_min):
        return LONGEST_MIN, said("bake.it_does_not_set_within")
    return (
        max(LEAST_SET_MIN, math.ceil(set_min)),
        said("bake.a_short_set_deep_the"),
    )


def advice(school: BakeTime, rule: float, model: float | None) -> tuple[float, Text]:
    """Minutes of a bake, and why.

    Parameters
    ----------
    rule : the label's minutes. model : when the last of it is fused; infinite where that is not within six
        hours, None where it never is at this temperature.
    """
    if school == "label":
        return math.ceil(rule), said("bake.the_labels_minutes_for_the")
    if school == "fixed_30":
        return FIXED_MIN, said("bake.a_fixed_half_hour")
    if model is None:
        return math.ceil(rule), said("bake.the_labels_minutes_at_this")
    if not math.isfinite(model):
        return LONGEST_MIN, said("bake.it_is_not_fused_through")
    if model > rule:
        return math.ceil(model), said("bake.the_longer_of_rule_and")
    return math.ceil(rule), said("bake.the_longer_of_rule_and_2")


def rule_answer(work: Workpiece, piece: Piece) -> Quantity:
    """The label's minutes for the piece that asks for the most of them."""
    per_6_mm = work.clay(piece.part.clay).label_min_per_6mm
    return Quantity(
        value=rule_min(work, piece),
        unit="min",
        why=Why(
            formula=said("bake.label_minutes_per_greatest_thickness"),
            inputs=[
                Input(name=said("bake.label_per"), value=per_6_mm.value, unit="min"),
                Input(
                    name=said("bake.thickness", part=piece.part.label),
                    value=rule_thickness_mm(work, piece),
                    unit="mm",
                ),
            ],
            source=said("bake.your_own_label_stands_above", source=per_6_mm.source),
        ),
    )


def label_answer(clays: list[Clay], label_c: float) -> Quantity:
    clay = max(clays, key=lambda c: c.label_c.value)
    return Quantity(
        value=label_c,
        unit="C",
        why=Why(
            formula=said("bake.the_clays_own_label"),
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
            formula=said("bake.first_moment_the_coldest_clay", part=piece.part.label),
            inputs=[
                Input(name=said("bake.clay", shape=body.shape), value=body.clay_mm, unit="mm"),
                Input(name=said("bake.foil_inside"), value=body.core_mm, unit="mm"),
                Input(name=said("bake.heat_transfer_h"), value=AIR_H_W_M2K[oven.air], unit="W/m²K"),
                Input(name="swing", value=oven.swing_c, unit="°C"),
            ],
            source=said("bake.heat_in_clay_by_finite"),
            assumed=True,
        ),
    )
