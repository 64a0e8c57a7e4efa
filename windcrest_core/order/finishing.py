"""The chain of work after the last bake: each kind of step waits for the kind before it.

Cold and looked over → filled → sanded → washed and dry → ground → coats → seal → gloss → put together on
bare spots → mounted → photographed → its card.
"""

from __future__ import annotations

from typing import NamedTuple

from windcrest_core.steps import Need, NeedKind, Step, StepKind


class Link(NamedTuple):
    """Kinds of step that are done together, and why they wait for those before."""

    kinds: tuple[StepKind, ...]
    reason: str
    because: NeedKind = "own"


CHAIN: tuple[Link, ...] = (
    Link(("mend", "pull", "putty"), ""),
    Link(("fill",), "all clay work is done before it is looked over"),
    Link(("sand",), "filled before it is sanded"),
    Link(("wash",), "no more dust before it is washed"),
    Link(("ground",), "clean and dry before paint", "clean"),
    Link(("coats",), "ground before colour", "ground"),
    Link(("seal",), "colour before its seal", "seal"),
    Link(("gloss",), "gloss last, after the overall matte", "gloss"),
    Link(("wire", "assemble"), "painted and sealed apart, then put on its bare spot", "bare"),
    Link(("mount",), "all on and dry before it is mounted", "mount"),
    Link(("photograph",), "finished before its picture is taken"),
    Link(("card",), "the last thing written of it"),
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
            reason, because = "clean and dry before paint", "clean"
        for step in here:
            needs[step.key] = [Need(key=one.key, reason=reason, kind=because) for one in before]
        before = here or before

    def linked(step: Step) -> Step:
        more = needs.get(step.key)
        return step.model_copy(update={"needs": [*step.needs, *more]}) if more else step

    return [linked(step) for step in making], [linked(step) for step in finishing]
