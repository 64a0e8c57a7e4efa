"""Whether a bake is saved by pressing into a bed of fresh clay on what is cured, instead of the host's own raw clay."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix
from windcrest_core.order.stages import Laid, stages
from windcrest_core.sheet.meetings import Press
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Step


def bed_findings(
    work: Workpiece, making: list[Step], placed: dict[str, int], laid: Laid
) -> list[Finding]:
    """A note where all that is pressed into raw hosts would, in fresh beds, be done a bake sooner; not while any of
    it is ticked or baked.

    Parameters
    ----------
    making : steps up to the last bake. placed : the bake of each, as they are.
    """
    pressed = [
        part
        for part in work.sheet.parts
        if isinstance(part.meeting, Press) and part.meeting.bed == "host" and part.stock is None
    ]
    done = {*work.progress.steps_done, *laid.ran}
    if not pressed or any(step_key(part.id, "join") in done for part in pressed):
        return []
    joins = {step_key(part.id, "join") for part in pressed}
    hardened = {step_key(part.id, "cover") for part in pressed}
    fresh = [_in_fresh_beds(step, joins, hardened) for step in making if not step.after_bakes]
    before, after = bakes_needed(making, placed), bakes_needed(fresh, stages(fresh, laid))
    if after >= before:
        return []
    host = work.joined_to(work.figure.piece(pressed[0].id))
    return [
        Finding(
            id="order.bed.saves",
            station="order",
            severity="note",
            subject=host.part.id if host else pressed[0].id,
            title=said("order.bed.saves", parts=[p.label for p in pressed], bakes=before),
            reason=said("order.bed.saves.why", after=after),
            numbers={"bakes": float(before), "bakes_after": float(after)},
            fixes=[
                fix(
                    said("order.press_into_fresh_beds"),
                    *(
                        (
                            f"part/{part.id}/meeting",
                            {**part.meeting.model_dump(mode="json"), "bed": "fresh"},
                        )
                        for part in pressed
                    ),
                )
            ],
        )
    ]


def bakes_needed(steps: list[Step], placed: dict[str, int]) -> int:
    """How many bakes steps take that are laid so."""
    return max((placed[s.key] for s in steps if s.into_oven and s.key in placed), default=0)


def _in_fresh_beds(step: Step, joins: set[str], hardened: set[str]) -> Step:
    """The same step, were every bed fresh: hosts wait for nothing hard, what is pressed in for cured hosts."""
    if step.key in joins:
        needs = [n.model_copy(update={"between": "bake"}) if n.raw else n for n in step.needs]
    else:
        needs = [n for n in step.needs if not (n.kind == "bed" and n.key in hardened)]
    return step if needs == step.needs else step.model_copy(update={"needs": needs})
