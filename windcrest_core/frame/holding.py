"""How to hold a raw figure while it is worked on."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.frame.ends import ENDS
from windcrest_core.frame.gauges import COLUMN_SAFETY
from windcrest_core.frame.model import Holding, JointHold, RunPlan
from windcrest_core.frame.standing import WANTED_TIP_DEG


def _in_base(run: RunPlan) -> bool:
    return any(ENDS[end].in_base for end in (run.start, run.end))


def _carrying(runs: list[RunPlan]) -> list[RunPlan]:
    """What carries the figure: its rod, else every run that goes into the base."""
    rods = [run for run in runs if "rod" in (run.start, run.end)]
    return rods or [run for run in runs if _in_base(run)]


def _weakest(joints: list[tuple[RunPlan, JointHold]]) -> tuple[RunPlan, JointHold] | None:
    return min(joints, key=lambda pair: pair[1].hold_upright, default=None)


def holding(work: Workpiece, runs: list[RunPlan], tips_raw_deg: float) -> list[Holding]:
    """What holds the figure until it is cured: nothing, a clamp, a rod, a second rod."""
    carrying = _carrying(runs)
    legs = [(run, joint) for run in carrying for joint in run.joints]
    limbs = [(run, joint) for run in runs if not _in_base(run) for joint in run.joints]
    pegged = any(_in_base(run) for run in runs)
    columns = [run for run in carrying if run.chosen.column is not None]
    slender = min(columns, key=lambda run: run.chosen.column or 0.0, default=None)
    found = []
    weak_leg, weak_limb = _weakest(legs), _weakest(limbs)
    if weak_leg is not None and weak_leg[1].hold_upright < 1:
        found.append(
            Holding(
                how="rod",
                words=said("frame.stand_a_rod_on_the"),
                reason=said(
                    "frame.its_wire_holds_at_the",
                    hold_upright=weak_leg[1].hold_upright,
                    weak_leg=weak_leg[1].label,
                ),
            )
        )
    elif slender is not None and (slender.chosen.column or 0.0) < COLUMN_SAFETY:
        found.append(
            Holding(
                how="rod",
                words=said("frame.stand_a_rod_beside_the"),
                reason=said(
                    "frame.as_a_column_carries_the_2",
                    slender=slender.label,
                    column=slender.chosen.column or 0.0,
                    column_safety=COLUMN_SAFETY,
                ),
            )
        )
    if not pegged:
        found.append(
            Holding(
                how="clamp",
                words=said("frame.hold_it_by_a_stub"),
                reason=said("frame.nothing_holds_it_to_a"),
            )
        )
    elif tips_raw_deg < WANTED_TIP_DEG:
        found.append(
            Holding(
                how="clamp",
                words=said("frame.clamp_the_base_to_the"),
                reason=said("frame.raw_it_tips_at_wanted", value_deg=max(0.0, tips_raw_deg)),
            )
        )
    if weak_limb is not None and weak_limb[1].hold_upright < 1:
        run, joint = weak_limb
        found.append(
            Holding(
                how="second_rod",
                words=said("frame.hold_up_beyond_the_with", run=run.label, joint=joint.label),
                reason=said("frame.its_wire_holds_there_while", hold_upright=joint.hold_upright),
            )
        )
    if not found:
        found.append(
            Holding(
                how="stands",
                words=said("frame.it_stands_by_itself_on"),
                reason=said("frame.raw_it_tips_at_and", tips_raw_deg=tips_raw_deg),
            )
        )
    return found
