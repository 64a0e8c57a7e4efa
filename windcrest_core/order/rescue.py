"""When something went wrong: the way on that was chosen, as steps, with what is cured left as it is."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.context import Mishap
from windcrest_core.order.ways import Way, ways
from windcrest_core.steps import Need, Step


def mending(work: Workpiece) -> tuple[list[Step], dict[str, int]]:
    """The steps of every mishap's chosen way, and the first bake each may go into."""
    steps: list[Step] = []
    least: dict[str, int] = {}
    known = {piece.part.id for piece in work.clay_pieces}
    for mishap in work.progress.mishaps:
        if mishap.part not in known:
            continue
        way = chosen(work, mishap)
        if way is None:
            continue
        before: list[Need] = []
        for number, task in enumerate(way.tasks, start=1):
            step = Step(
                key=f"{mishap.part}.{mishap.id}.{number}",
                station="finish" if task.cold else "clay",
                label=f"Mend: {task.label}",
                part=mishap.part,
                minutes=task.minutes,
                wait_min=task.wait_min,
                needs=before,
                into_oven=task.oven,
                after_bakes=task.cold,
                caution=task.caution,
            )
            steps.append(step)
            if not task.cold:
                least[step.key] = mishap.after_bake + 1
            before = [Need(key=step.key, reason="one step of mending after the other")]
    return steps, least


def remade_steps(work: Workpiece) -> list[tuple[str, str]]:
    """The step that puts a remade part into the oven again, and that part."""
    known = {piece.part.id for piece in work.clay_pieces}
    found = []
    for mishap in work.progress.mishaps:
        way = chosen(work, mishap) if mishap.part in known else None
        if way is not None and way.remade:
            found.append((f"{mishap.part}.{mishap.id}.{len(way.tasks)}", mishap.part))
    return found


def chosen(work: Workpiece, mishap: Mishap) -> Way | None:
    """The way that was chosen; None where it is not among those of its kind."""
    found = ways(work, mishap.kind, mishap.part, mishap.after_bake > 0)
    return next((way for way in found if way.id == mishap.way), None)


def mended_first(finishing: list[Step], mends: list[Step]) -> list[Step]:
    """Finishing steps that wait for what is mended cold: the first of them, and the primer."""
    cold = [step for step in mends if step.after_bakes]
    if not cold:
        return finishing
    needs = [Need(key=step.key, reason="mended before it is sanded and painted") for step in cold]
    return [
        step.model_copy(update={"needs": [*step.needs, *needs]})
        if step.key in ("figure.sand.1", "figure.prime.1")
        else step
        for step in finishing
    ]
