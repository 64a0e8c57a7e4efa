"""When something went wrong: the way on that was chosen, as steps, with what is cured left as it is."""

from __future__ import annotations

from collections.abc import Iterator

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import is_putty
from windcrest_core.facts import said
from windcrest_core.given.progress import Mishap
from windcrest_core.order.ways import Way, ways
from windcrest_core.step_keys import mend_key
from windcrest_core.steps import Need, Step


def mending(work: Workpiece) -> tuple[list[Step], dict[str, int]]:
    """The steps of every mishap's chosen way, and the first bake each may go into."""
    steps: list[Step] = []
    least: dict[str, int] = {}
    for mishap, way in _chosen(work):
        before: list[Need] = []
        for number, task in enumerate(way.tasks, start=1):
            step = Step(
                key=mend_key(mishap.part, mishap.id, number),
                kind="mend",
                station="finish" if task.cold else "clay",
                label=said("order.mend", task=task.label),
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
            before = [Need(key=step.key, reason=said("order.one_step_of_mending_after"))]
    return steps, least


def remade_steps(work: Workpiece) -> list[tuple[str, str]]:
    """The step that puts a remade part into the oven again, and that part."""
    return [
        (mend_key(mishap.part, mishap.id, len(way.tasks)), mishap.part)
        for mishap, way in _chosen(work)
        if way.remade
    ]


def _chosen(work: Workpiece) -> Iterator[tuple[Mishap, Way]]:
    """Every mishap with the way that was chosen, but of parts and ways that are no more."""
    known = {piece.part.id for piece in work.figure.pieces if not is_putty(piece.part.stock)}
    for mishap in work.progress.mishaps:
        if mishap.part not in known:
            continue
        for way in ways(work, mishap.kind, mishap.part, mishap.after_bake > 0):
            if way.id == mishap.way:
                yield mishap, way


def mended_first(finishing: list[Step], mends: list[Step]) -> list[Step]:
    """Finishing steps that wait for what is mended cold, whichever of them are done already."""
    cold = [step for step in mends if step.after_bakes]
    if not cold:
        return finishing
    needs = [Need(key=step.key, reason=said("order.mended_before_it_is_sanded")) for step in cold]
    return [
        step.model_copy(update={"needs": [*step.needs, *needs]})
        if step.kind in ("fill", "sand", "wash", "ground")
        else step
        for step in finishing
    ]
