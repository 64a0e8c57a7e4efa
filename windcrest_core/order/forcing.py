"""Steps the sculptor moved: within what the reasons allow, or against them with what comes of it.

A move against a reason drops just the needs of the moved step that stand in its way; nothing else
is touched, so that taking the move back restores the order as it was.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Literal

from windcrest_core.errors import ContradictionError, SheetError
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Finding, Fix, Operation
from windcrest_core.order.stages import Laid, first_cured, stages
from windcrest_core.precedence import reachable, waiting_for
from windcrest_core.sheet.ordering import Move
from windcrest_core.steps import Need, NeedKind, Step

CONSEQUENCES: dict[NeedKind, Text] = {
    "wire": said("order.the_wire_goes_in_last"),
    "under": said("order.it_is_made_before_what"),
    "smear": said("order.the_body_is_still_raw"),
    "hard": said("order.it_goes_in_raw_its"),
    "touch": said("order.it_fuses_where_they_touch"),
    "film": said("order.a_wet_film_floods_it"),
    "apart": said("order.it_goes_on_raw_and"),
    "label": said("order.two_clays_whose_labels_do"),
    "clean": said("order.paint_does_not_hold_on"),
    "ground": said("order.paint_on_bare_clay_beads"),
    "seal": said("order.what_is_painted_after_the"),
    "gloss": said("order.the_matte_coat_dulls_the"),
    "bare": said("order.glue_lets_go_on_paint"),
    "mount": said("order.it_is_painted_and_put"),
    "reach": said("order.a_brush_no_longer_reaches"),
}
"""What comes of doing a step without waiting for a reason of that kind; others cannot be left out."""

State = Literal["placed", "forced", "idle"]
NO_PAINT: Mapping[str, Step] = {}


class MoveState(Frozen):
    """What became of a move: it holds, it holds against reasons, or it has no effect."""

    id: str
    step: str
    label: Text
    where: Text
    state: State
    against: list[Text]
    consequences: list[Text]


@dataclass(frozen=True)
class Rearranged:
    """Steps with the moves in them, up to the last bake with what is assembled after it, and the rest. `least` is
    the first bake a step may go into, `beside` the step it is shown before."""

    making: list[Step]
    finishing: list[Step]
    least: dict[str, int]
    beside: dict[str, str]
    states: list[MoveState]


def _after(steps: Iterable[Step], key: str) -> set[str]:
    """Everything that waits for `key`, and itself."""
    return {key, *reachable(waiting_for(steps), [key])}


def _in_the_way(
    by_key: dict[str, Step], move: Move, bake: int | None, placed: dict[str, int]
) -> list[Need]:
    """The needs of the moved step that do not allow it."""
    step = by_key[move.step]
    if move.before is not None:
        later = _after(by_key.values(), move.before)
        return [need for need in step.needs if need.key in later]
    if bake is None or bake >= placed.get(move.step, 1):
        return []
    return [
        need for need in step.needs if placed.get(need.key, 1) + (1 if need.cured else 0) > bake
    ]


@dataclass
class _Bench:
    """The steps as the moves so far have them, by key; `cold` are those after the last bake. `late` and `early` are
    the coats of paint as they are done after it, and between bakes."""

    by_key: dict[str, Step]
    cold: set[str]
    late: Mapping[str, Step]
    early: Mapping[str, Step]

    @property
    def making(self) -> list[Step]:
        return [step for step in self.by_key.values() if step.key not in self.cold]

    def cross(self, step: str, before: str | None) -> None:
        """Take coats of paint to the side of the last bake that they are moved to."""
        if step not in self.early:
            return
        if step in self.cold and (before is None or before in self.by_key.keys() - self.cold):
            self.by_key[step] = self.early[step]
            self.cold.discard(step)
        elif step not in self.cold and before in self.cold:
            self.by_key[step] = self.late[step]
            self.cold.add(step)


def rearranged(
    making: list[Step],
    finishing: list[Step],
    moves: list[Move],
    laid: Laid,
    early: Mapping[str, Step] = NO_PAINT,
) -> Rearranged:
    """The steps with every move in them, in the order the moves were made.

    Parameters
    ----------
    making, finishing : steps up to the last bake with what is assembled after it, and the rest.
    laid : how steps are laid into bakes without the moves.
    early : of the rest, what may go between bakes, as it is done there.

    Raises
    ------
    SheetError : two moves that contradict each other.
    """
    rest = {step.key: step for step in finishing}
    bench = _Bench(
        {step.key: step for step in [*making, *finishing]},
        {*rest, *(step.key for step in making if step.after_bakes)},
        {key: step for key, step in rest.items() if key in early},
        early,
    )
    for key in early.keys() & laid.ran.keys():
        bench.cross(key, None)
    out = Rearranged([], [], dict(laid.least), {}, [])
    for move in moves:
        steps, cold = dict(bench.by_key), set(bench.cold)
        bench.cross(move.step, move.before)
        out = _moved(out, bench, move, laid)
        if out.states[-1].state == "idle":
            bench = replace(bench, by_key=steps, cold=cold)
    still = rest.keys() & bench.cold
    return replace(
        out,
        making=[step for step in bench.by_key.values() if step.key not in still],
        finishing=[step for step in bench.by_key.values() if step.key in still],
    )


def _moved(out: Rearranged, bench: _Bench, move: Move, laid: Laid) -> Rearranged:
    """With one more move in it; the bench is spoilt where that has no effect."""
    by_key = bench.by_key
    placed: dict[str, int] = {}
    bake = None
    if move.before is None:
        placed = stages(bench.making, replace(laid, least=out.least))
        bake = bake_meant(bench.making, move, placed)
    where = _where(by_key, move, bake)

    def idle(why: list[Need]) -> Rearranged:
        return replace(out, states=[*out.states, _state(by_key, move, where, "idle", why)])

    if move.step in laid.ran and move.step in by_key and move.step in bench.early:
        return replace(out, states=[*out.states, _state(by_key, move, where, "placed", [])])
    out_of_place = _out_of_place(bench, move, bake, placed, laid.ran)
    if out_of_place is not None:
        return idle([out_of_place])
    against = _in_the_way(by_key, move, bake, placed)
    if any(need.kind == "placed" for need in against):
        raise SheetError.one(
            f"move/{move.id}",
            move.before or f"bake {bake}",
            "not the other way round of an earlier move: take that one back first",
        )
    cannot = [need for need in against if need.kind not in CONSEQUENCES]
    if against and (cannot or not move.forced):
        return idle(cannot or against)
    step = by_key[move.step]
    by_key[step.key] = step.model_copy(
        update={"needs": [need for need in step.needs if need not in against]}
    )
    least, beside = dict(out.least), dict(out.beside)
    if move.before is not None:
        other = by_key[move.before]
        placed_so = Need(key=move.step, reason=said("order.placed_so_by_you"), kind="placed")
        by_key[other.key] = other.model_copy(update={"needs": [*other.needs, placed_so]})
        beside[move.step] = move.before
    elif bake is not None:
        least[move.step] = max(bake, least.get(move.step, 1))
        _unblend(by_key, move.step)
    if (no := _cannot_be_laid(bench, move.step, replace(laid, least=least))) is not None:
        return idle([no])
    state = _state(by_key, move, where, "forced" if against else "placed", against)
    return replace(out, least=least, beside=beside, states=[*out.states, state])


def _cannot_be_laid(bench: _Bench, key: str, laid: Laid) -> Need | None:
    """Why no bakes come of it, with the step of that key where it is now."""
    try:
        placed = stages(bench.making, laid)
    except ContradictionError:
        return Need(key="", reason=said("order.one_bake_for_both_sides"))
    last = max((placed[step.key] for step in bench.making if step.into_oven), default=0)
    if key in bench.early and placed.get(key, 0) > last:
        return Need(key="", reason=said("order.a_bake_of_paint_alone"))
    return None


def _unblend(by_key: dict[str, Step], key: str) -> None:
    """What is put into a bake by hand goes alone: its seams are then raw on cured."""
    for step in list(by_key.values()):
        kept = [] if step.key == key else [other for other in step.one_with if other != key]
        if kept != step.one_with:
            by_key[step.key] = step.model_copy(update={"one_with": kept})


def _out_of_place(
    bench: _Bench,
    move: Move,
    bake: int | None,
    placed: dict[str, int],
    ran: Mapping[str, int],
) -> Need | None:
    """Why a move cannot be weighed at all."""
    cold = bench.cold
    known = bake is not None if move.before is None else move.before in bench.by_key
    if move.step not in bench.by_key or not known:
        return Need(key="", reason=said("order.what_it_speaks_of_is"))
    mixed = move.before is not None and (move.step in cold) != (move.before in cold)
    if mixed or (bake is not None and move.step in cold):
        return Need(key="", reason=said("order.work_on_raw_clay_and"))
    if bake is not None and (move.step in ran or bake in ran.values()):
        return Need(key="", reason=said("order.a_bake_that_has_been"))
    if bake is not None and bake > max(placed.values(), default=1) + 1:
        return Need(key="", reason=said("order.there_are_not_so_many"))
    return None


def bake_meant(making: list[Step], move: Move, placed: Mapping[str, int]) -> int | None:
    """The number of the bake that a move speaks of, in the plan without it; none where the part that
    it should cure is gone."""
    if move.cures is None:
        return move.bake
    bake = first_cured(making, placed).get(move.cures)
    return None if bake is None else bake + move.later


def _where(by_key: dict[str, Step], move: Move, bake: int | None) -> Text:
    if bake is not None:
        return said("order.into_bake", bake=bake)
    if move.before is None:
        return said("order.into_the_bake_of_a")
    other = by_key.get(move.before)
    return said("order.before", other=other.label) if other else said("order.before_a_step_that_is")


def _state(
    by_key: dict[str, Step], move: Move, where: Text, state: State, against: list[Need]
) -> MoveState:
    step = by_key.get(move.step)
    waits: dict[Text, list[Text]] = {}
    for need in against:
        after = waits.setdefault(need.reason, [])
        if need.key in by_key:
            after.append(said("order.quoted", label=by_key[need.key].label))
    return MoveState(
        id=move.id,
        step=move.step,
        label=step.label if step else move.step,
        where=where,
        state=state,
        against=[
            *(_reason_words(reason, after) for reason, after in waits.items()),
            *([said("order.give_it_an_area_of")] if any(n.kind == "area" for n in against) else []),
        ],
        consequences=list(
            dict.fromkeys(CONSEQUENCES[need.kind] for need in against if need.kind in CONSEQUENCES)
        ),
    )


NAMED = 3


def _reason_words(reason: Text, after: list[Text]) -> Text:
    if not after:
        return reason
    more = said("order.and_more", after=len(after) - NAMED) if len(after) > NAMED else ""
    return said("order.after", reason=reason, after=after[:NAMED], more=more)


def move_findings(states: list[MoveState]) -> list[Finding]:
    """What was forced, and what has no effect any more."""
    found = []
    for state in states:
        back = Fix(
            label=said("order.put_it_back_where_it")
            if state.state == "forced"
            else said("order.forget_the_move"),
            operations=[Operation(path=f"move/{state.id}")],
        )
        if state.state == "forced":
            found.append(
                Finding(
                    id="order.move.forced",
                    station="order",
                    severity="warn",
                    subject=state.id,
                    title=said("order.move.forced", state=state.label, where=state.where),
                    reason=said(
                        "order.move.forced.why",
                        against=state.against,
                        consequences=state.consequences,
                    ),
                    numbers={"reasons": float(len(state.against))},
                    fixes=[back],
                )
            )
        elif state.state == "idle":
            why = state.against
            found.append(
                Finding(
                    id="order.move.idle",
                    station="order",
                    severity="note",
                    subject=state.id,
                    title=said("order.move.idle", state=state.label, where=state.where),
                    reason=said("order.move.idle.why", why=why),
                    fixes=[back],
                )
            )
    return found
