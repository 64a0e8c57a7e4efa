"""What the frame asks to be done."""

from __future__ import annotations

from windcrest_core.frame.model import RunPlan
from windcrest_core.step_keys import CUT, JOIN, step_key
from windcrest_core.steps import Need, Step


def frame_steps(runs: list[RunPlan]) -> list[Step]:
    """Cut, bend each run, join them."""
    if not runs:
        return []
    cut = Step(
        key=CUT,
        kind="cut",
        station="frame",
        label=f"Cut {len(runs)} runs of wire" if len(runs) > 1 else "Cut the wire",
        minutes=4 + 2 * len(runs),
        caution="Eye protection when cutting; file or loop the ends.",
    )
    bends = [
        Step(
            key=step_key(run.id, "bend"),
            kind="bend",
            station="frame",
            label=f"{'Bend' if run.card.bends else 'Straighten'} {run.label}: {run.cut_mm:.0f} mm of "
            f"{run.chosen.label}",
            minutes=4 + 1.5 * len(run.points),
            needs=[Need(key=CUT, reason="cut before it is bent")],
        )
        for run in runs
    ]
    join = Step(
        key=JOIN,
        kind="bind",
        station="frame",
        label="Bind the runs together where they meet, and check them against the layout map"
        if len(runs) > 1
        else "Check the wire against the layout map and stand it up",
        minutes=15 if len(runs) > 1 else 5,
        needs=[Need(key=step.key, reason="bent before it is joined") for step in bends],
    )
    return [cut, *bends, join]
