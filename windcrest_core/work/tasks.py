"""What is left to do of a plan, to be laid over the hours there are."""

from __future__ import annotations

from windcrest_core.bake.model import BakePlan
from windcrest_core.given.oven import Inside, Oven
from windcrest_core.plan import Plan
from windcrest_core.work.bakes import planned_bake
from windcrest_core.work.calendar import Task, Work

BETWEEN_MM = 20.0  # pieces on a tray stand so far apart [A]


def work_of(plan: Plan, figure: str, oven: Oven | None = None) -> Work:
    """What is left to do of a figure. A bake's minutes are those in the oven, its waiting the
    cooling.

    Parameters
    ----------
    oven : where it is known: how hot its air is, what of its tray is taken.
    """
    bakes = {bake.number: bake for bake in plan.bake.bakes}
    tasks = []
    for step in plan.order.steps:
        if step.done:
            continue
        bake = bakes.get(step.bake or 0) if step.kind == "bake" else None
        minutes, wait = step.minutes, step.wait_min
        if bake is not None:
            minutes, wait = step.minutes + bake.advised_min.value, bake.cooling_min
        tasks.append(
            Task(
                key=step.key,
                label=step.label,
                minutes=minutes,
                wait_min=wait,
                needs=[need.key for need in step.needs],
                bake=bake.number if bake is not None else None,
                oven_c=bake.dial_c.value if bake is not None else None,
                oven_min=bake.advised_min.value if bake is not None else None,
                stands_c=bake.dials.high_c if bake is not None else None,
                tray=_tray(bake, oven.inside) if bake is not None and oven else 0.0,
                offset_c=oven.offset_c if oven else 0.0,
                scorch_left=scorch_left(plan, bake) if bake is not None else None,
                alone=bake is not None and len(bake.stages_run) > 1,
            )
        )
    return Work(figure=figure, name=plan.name, tasks=tasks)


def scorch_left(plan: Plan, bake: BakePlan) -> float:
    """Before the part browns that is nearest to it."""
    before = planned_bake(plan, bake.number).before
    return min(
        part.scorch_limit - (before[part.id].scorch if part.id in before else 0.0)
        for part in bake.parts
    )


def _tray(bake: BakePlan, inside: Inside | None) -> float:
    """Share of the tray that a bake's pieces take."""
    if inside is None:
        return 0.0
    breadth, deep, _ = bake.fit.box_mm
    return (breadth + BETWEEN_MM) * (deep + BETWEEN_MM) / (inside.breadth_mm * inside.depth_mm)
