"""Whether a bake is saved by a stand-in: a stick in the hand, a block to sit on, while the thing itself is not made yet."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix
from windcrest_core.order.beds import bakes_needed
from windcrest_core.order.stages import Laid, stages
from windcrest_core.sheet.meetings import Hold, Sit
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Step


def stand_in_findings(
    work: Workpiece, making: list[Step], placed: dict[str, int], laid: Laid
) -> list[Finding]:
    """A note for each thing whose stand-in would do with a bake less; not for what is ticked or baked.

    Parameters
    ----------
    making : steps up to the last bake. placed : the bake of each, as they are.
    """
    done = {*work.progress.steps_done, *laid.ran}
    found = []
    for part in work.sheet.parts:
        waited_for = _waited_for(work, part)
        if not waited_for or done & {step_key(part.id, "cover"), step_key(part.id, "join")}:
            continue
        other = [_without(step, part, waited_for) for step in making if not step.after_bakes]
        before, after = bakes_needed(making, placed), bakes_needed(other, stages(other, laid))
        if after < before:
            found.append(_finding(part, before, after))
    return found


def _waited_for(work: Workpiece, part: Part) -> set[str]:
    """The things of clay that hands or a sitter wait for: what a stand-in would take the place of."""
    match part.meeting:
        case Hold(how="stays" | "slides_out") if part.stock is None:
            return {part.id}
        case Sit(stand_in=False):
            seats = work.hosts(work.figure.piece(part.id))
            return {seat.part.id for seat in seats if seat.part.stock is None}
    return set()


def _without(step: Step, part: Part, things: set[str]) -> Step:
    """The same step, where nothing waits for a thing to be hard that another stands in for."""
    covers = {step_key(thing, "cover") for thing in things}
    waits = {step_key(part.id, "cover" if isinstance(part.meeting, Sit) else "join")}
    needs = [
        need
        for need in step.needs
        if not (need.key in covers and (step.key in waits or need.kind == "bed"))
    ]
    return step if needs == step.needs else step.model_copy(update={"needs": needs})


def _finding(part: Part, before: int, after: int) -> Finding:
    sits = isinstance(part.meeting, Sit)
    path, value = ("stand_in", True) if sits else ("how", "stand_in")
    return Finding(
        id="order.standin.saves",
        station="order",
        severity="note",
        subject=part.id,
        title=said("order.standin.saves_2", part=part.label, bakes=before)
        if sits
        else said("order.standin.saves", part=part.label, bakes=before),
        reason=said("order.standin.saves.sit", after=after)
        if sits
        else said("order.standin.saves.hold", after=after),
        numbers={"bakes": float(before), "bakes_after": float(after)},
        fixes=[fix(said("order.use_a_stand_in"), (f"part/{part.id}/meeting/{path}", value))],
    )
