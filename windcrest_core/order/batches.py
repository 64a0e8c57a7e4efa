"""Small things alike are made in one go: the steps of a kind that are beside each other are told as one.

Where a step may go, which bake it is in and what it waits for is found step by step; only then are they put together.
"""

from __future__ import annotations

import math
from itertools import groupby

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Said, Value
from windcrest_core.steps import Step, StepKind

IN_ONE_GO: tuple[StepKind, ...] = ("get", "form", "press", "assemble")
SMALL_MM3 = 1000.0  # what is larger is made one by one [A]

Placed = tuple[int, Step]
"""A step and the bake it goes into, 0 for none."""


def batches(work: Workpiece, steps: list[Placed]) -> list[list[Placed]]:
    """The steps in their order, those done in one go together; what is ticked is never with what is not."""
    done = set(work.progress.steps_done)

    def batch(placed: Placed) -> object:
        number, step = placed
        key = _kind_of(work, step)
        return step.key if key is None else (number, step.key in done, *key)

    return [list(rows) for _, rows in groupby(steps, key=batch)]


def _kind_of(work: Workpiece, step: Step) -> tuple[object, ...] | None:
    """What steps that are done in one go have in common; none of one that stands alone."""
    if step.kind not in IN_ONE_GO or step.part is None or not isinstance(step.label, Said):
        return None
    piece = work.figure.piece(step.part)
    part = piece.part
    if not (part.apart or part.pressed) or piece.solid.volume_mm3 > SMALL_MM3:
        return None
    like = part.clay, part.stock, part.texture, part.meeting.kind, part.shape.kind, part.feature
    size = round(math.log2(piece.solid.volume_mm3))
    return step.kind, *_codes(step.label), step.caution, *like, size


def _codes(told: Said) -> list[str]:
    """The words of a sentence and of what is said within it."""
    within = [value for value in told.values.values() if isinstance(value, Said)]
    return [told.code, *(code for value in within for code in _codes(value))]


def together(rows: list[Said]) -> Said:
    """One sentence of several of the same words: names are listed once each, of measures the largest counts."""
    first = rows[0]
    return Said(first.code, {k: _one_of([row.values[k] for row in rows]) for k in first.values})


def _one_of(values: list[Value]) -> Value:
    if numbers := [value for value in values if isinstance(value, int | float)]:
        return max(numbers)
    if told := [value for value in values if isinstance(value, Said)]:
        return together(told)
    names = list(dict.fromkeys(value for value in values if isinstance(value, str)))
    return names if len(names) > 1 else values[0]
