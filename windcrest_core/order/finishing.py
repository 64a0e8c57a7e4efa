"""The chain of work after the last bake: each kind of step waits for the kind before it.

Cold and looked over → filled ∥ drilled → sanded → washed and dry → masked → ground → coats → seal → gloss →
unmasked → put together on bare spots → touched up → mounted → photographed → its card.
"""

from __future__ import annotations

from typing import NamedTuple

from windcrest_core.facts import Text, said
from windcrest_core.steps import Need, NeedKind, Step, StepKind


class Link(NamedTuple):
    """Kinds of step that are done together, and why they wait for those before."""

    kinds: tuple[StepKind, ...]
    reason: Text
    because: NeedKind = "own"


CHAIN: tuple[Link, ...] = (
    Link(("mend", "pull", "putty"), ""),
    Link(("fill", "pin"), said("order.all_clay_work_is_done")),
    Link(("sand",), said("order.filled_before_it_is_sanded")),
    Link(("wash",), said("order.no_more_dust_before_it")),
    Link(("mask",), said("order.washed_and_dry_before_it_is"), "clean"),
    Link(("ground",), said("order.clean_and_dry_before_paint"), "clean"),
    Link(("coats",), said("order.ground_before_colour"), "ground"),
    Link(("seal",), said("order.colour_before_its_seal"), "seal"),
    Link(("gloss",), said("order.gloss_last_after_the_overall"), "gloss"),
    Link(("unmask",), said("order.all_paint_is_dry_before")),
    Link(("wire", "assemble"), said("order.painted_and_sealed_apart_then"), "bare"),
    Link(("touch_up",), said("order.together_before_it_is_touched")),
    Link(("mount",), said("order.all_on_and_dry_before"), "mount"),
    Link(("photograph",), said("order.finished_before_its_picture_is")),
    Link(("card",), said("order.the_last_thing_written_of")),
)


def chained(making: list[Step], finishing: list[Step]) -> tuple[list[Step], list[Step]]:
    """The steps, where each of the chain waits for all of the nearest link before it that has any.

    Parameters
    ----------
    making : steps up to the last bake, with what is done to the figure after it. finishing : the rest.
    """
    cold = [step for step in making if step.after_bakes] + finishing
    needs: dict[str, list[Need]] = {}
    before: list[Step] = []
    for link in CHAIN:
        here = [step for step in cold if step.kind in link.kinds]
        reason, because = link.reason, link.because
        if link.kinds == ("coats",) and not any(step.kind == "ground" for step in before):
            reason, because = said("order.clean_and_dry_before_paint"), "clean"
        for step in here:
            needs[step.key] = [Need(key=one.key, reason=reason, kind=because) for one in before]
        before = here or before

    def linked(step: Step) -> Step:
        more = needs.get(step.key)
        return step.model_copy(update={"needs": [*step.needs, *more]}) if more else step

    return [linked(step) for step in making], [linked(step) for step in finishing]
