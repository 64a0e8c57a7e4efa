"""What each way on from a mishap would cost, worked out as a whole plan before one is chosen."""

from __future__ import annotations

from datetime import date

from windcrest_core.body.workpiece import workpiece
from windcrest_core.catalogue import is_putty
from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen, Text
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Mishap, MishapKind, Progress
from windcrest_core.order.ways import Way, ways
from windcrest_core.plan import Plan, plan
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.model import FigureSheet


class WayOn(Frozen):
    """A way on from a mishap with what it costs from here.

    `scorch` is the part's at the end against its limit. `steps` are what it adds, in order, `spoils`
    what is on the figure already and cannot take the bake it wants.
    """

    mishap: Mishap
    label: Text
    because: Text
    steps: list[Text]
    hands_min: float
    oven_min: float
    bakes: int
    clay_g: float
    other_g: float
    scorch: float
    scorch_limit: float
    too_scorched: bool
    spoils: list[Text]


def ways_on(
    sheet: FigureSheet,
    context: Context,
    progress: Progress,
    today: date,
    kind: MishapKind,
    part_id: str,
) -> list[WayOn]:
    """Every way on from what happened to a part, the usual one first; nothing is changed.

    Raises
    ------
    SheetError : a part that is neither of clay nor bought, or what cannot happen to it.
    """
    work = workpiece(sheet, context, progress)
    known = {p.part.id: p for p in work.figure.pieces if not is_putty(p.part.stock)}
    if part_id not in known:
        raise SheetError.one("part", part_id, "a part of this figure: " + ", ".join([*known][:20]))
    now = plan(sheet, context, progress, today)
    host = work.joined_to(known[part_id]) if known[part_id].part.stock is not None else None
    after_bake = _baked(now, progress, host.part.id if host else part_id)
    choices = ways(work, kind, part_id, after_bake > 0)
    if not choices:
        raise SheetError.one("kind", kind, "something that can happen to it as it is now")
    taken = {mishap.id for mishap in progress.mishaps}
    found = []
    for way in choices:
        mishap = Mishap(
            id=free_id("mishap", taken), kind=kind, part=part_id, way=way.id, after_bake=after_bake
        )
        mended = progress.model_copy(update={"mishaps": [*progress.mishaps, mishap]})
        found.append(_cost(way, mishap, now, plan(sheet, context, mended, today)))
    return found


def _baked(now: Plan, progress: Progress, part_id: str) -> int:
    """The last bake that was run with the part in it; nought where it is raw."""
    ran = {done.bake for done in progress.bakes}
    return max(
        (
            bake.number
            for bake in now.bake.bakes
            if bake.number in ran and any(part.id == part_id for part in bake.parts)
        ),
        default=0,
    )


def _cost(way: Way, mishap: Mishap, now: Plan, then: Plan) -> WayOn:
    known = {step.key for step in now.order.steps}
    last = next(
        (
            part
            for bake in reversed(then.bake.bakes)
            for part in bake.parts
            if part.id == mishap.part
        ),
        None,
    )
    scorch, limit = (last.scorch, last.scorch_limit) if last else (0.0, 1.0)
    return WayOn(
        mishap=mishap,
        label=way.label,
        because=way.because,
        steps=[step.label for step in then.order.steps if step.key not in known],
        hands_min=then.order.hands_min.value - now.order.hands_min.value,
        # What is made again leaves the bake it paced: no mend gives oven time back.
        oven_min=max(0.0, then.bake.total_min.value - now.bake.total_min.value),
        bakes=len(then.bake.bakes) - len(now.bake.bakes),
        clay_g=way.clay_g,
        other_g=way.other_g,
        scorch=scorch,
        scorch_limit=limit,
        too_scorched=scorch > limit,
        spoils=[
            finding.title
            for finding in then.findings
            if finding.id == "bake.finish.spoiled" and finding not in now.findings
        ],
    )
