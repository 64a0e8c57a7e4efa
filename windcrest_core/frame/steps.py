"""What the frame asks to be done."""

from __future__ import annotations

from collections.abc import Collection

from windcrest_core.facts import said
from windcrest_core.frame.model import RunPlan
from windcrest_core.step_keys import CUT, JOIN, step_key
from windcrest_core.steps import Need, Step


def frame_steps(runs: list[RunPlan], loose: Collection[str]) -> list[Step]:
    """Cut, bend each run, join them.

    Parameters
    ----------
    loose : ids of the runs that go into what comes off the wire, and are bound to no other.
    """
    if not runs:
        return []
    cut = Step(
        key=CUT,
        kind="cut",
        station="frame",
        label=said("frame.cut_runs_of_wire", runs=len(runs))
        if len(runs) > 1
        else said("frame.cut_the_wire"),
        minutes=4 + 2 * len(runs),
        caution=said("frame.eye_protection_when_cutting_file"),
    )
    bends = [
        Step(
            key=step_key(run.id, "bend"),
            kind="bend",
            station="frame",
            label=said(
                "frame.of_2",
                bends="Bend" if run.card.bends else "Straighten",
                run=run.label,
                cut_mm=run.cut_mm,
                chosen=run.chosen.label,
            ),
            minutes=4 + 1.5 * len(run.points),
            needs=[Need(key=CUT, reason=said("frame.cut_before_it_is_bent"))],
        )
        for run in runs
    ]
    bound = [run for run in runs if run.id not in loose]
    join = Step(
        key=JOIN,
        kind="bind",
        station="frame",
        label=said("frame.bind_the_runs_together_where")
        if len(bound) > 1
        else said("frame.check_the_wire_against_the"),
        minutes=15 if len(bound) > 1 else 5,
        needs=[Need(key=step.key, reason=said("frame.bent_before_it_is_joined")) for step in bends],
    )
    return [cut, *bends, join]
