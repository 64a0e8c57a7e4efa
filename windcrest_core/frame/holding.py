"""How to hold a raw figure while it is worked on."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
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
                words="Stand a rod on the work board beside it, up into the trunk, until it is "
                "cured; or keep it as a run of its own.",
                reason=f"Its wire holds {weak_leg[1].hold_upright:.1f} × at the "
                f"{weak_leg[1].label} while the clay is raw.",
            )
        )
    elif slender is not None and (slender.chosen.column or 0.0) < COLUMN_SAFETY:
        found.append(
            Holding(
                how="rod",
                words="Stand a rod beside the leg, tied to it below the trunk, until it is cured.",
                reason=f"As a column {slender.label} carries {slender.chosen.column:.1f} × "
                f"the weight, {COLUMN_SAFETY:.0f} wanted.",
            )
        )
    if not pegged:
        found.append(
            Holding(
                how="clamp",
                words="Hold it by a stub of wire left under one foot, in a vice or a drilled block; "
                "cut the stub off when it is cured.",
                reason="Nothing holds it to a base.",
            )
        )
    elif tips_raw_deg < WANTED_TIP_DEG:
        found.append(
            Holding(
                how="clamp",
                words="Clamp the base to the bench, or put the pegs into a heavy drilled block.",
                reason=f"Raw it tips at {max(0.0, tips_raw_deg):.1f}°, 10° wanted.",
            )
        )
    if weak_limb is not None and weak_limb[1].hold_upright < 1:
        run, joint = weak_limb
        found.append(
            Holding(
                how="second_rod",
                words=f"Hold up {run.label} beyond the {joint.label} with a second rod on the "
                "work board until it is cured.",
                reason=f"Its wire holds {joint.hold_upright:.1f} × there while the clay is raw.",
            )
        )
    if not found:
        found.append(
            Holding(
                how="stands",
                words="It stands by itself on its base while you work.",
                reason=f"Raw it tips at {tips_raw_deg:.1f}°, and every wire holds its load.",
            )
        )
    return found
