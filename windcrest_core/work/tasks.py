"""What is left to do of a plan, to be laid over the hours there are."""

from __future__ import annotations

from windcrest_core.plan import Plan
from windcrest_core.work.calendar import Task, Work


def work_of(plan: Plan, figure: str) -> Work:
    """What is left to do of a figure. A bake's minutes are those in the oven, its waiting the
    cooling."""
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
                oven_c=bake.dial_c.value if bake is not None else None,
            )
        )
    return Work(figure=figure, name=plan.name, tasks=tasks)
