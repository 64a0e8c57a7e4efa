"""Steps the sculptor moved: within what the reasons allow, or against them with what comes of it.

A move against a reason drops just the needs of the moved step that stand in its way; nothing else
is touched, so that taking the move back restores the order as it was.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Literal

import networkx as nx

from windcrest_core.errors import SheetError
from windcrest_core.findings import Finding, Fix, Frozen, Operation
from windcrest_core.order.stages import first_cured, stages
from windcrest_core.sheet.ordering import Move
from windcrest_core.steps import Need, NeedKind, Step

CONSEQUENCES: dict[NeedKind, str] = {
    "wire": "the wire goes in last: drill a hole 0.2 mm wider than it, at least three diameters "
    "deep, and bed it in liquid clay or glue",
    "under": "it is made before what it lies on: that has to be worked in beneath it, raw clay on "
    "cured, with liquid clay between",
    "smear": "the body is still raw while you work on it: hold it by the base, fingers smear what is "
    "done",
    "hard": "it goes in raw: its edges give way to the tool that presses it in",
    "bed": "it is hard by then and nothing can be pressed into it: drill a place and glue it in, or lay a raw "
    "bed over it",
    "apart": "it goes on raw and is no longer made apart: nothing holds it but the clay",
    "label": "two clays whose labels do not agree share a bake",
    "clean": "paint does not hold on dust and grease: wipe that place with alcohol first",
    "ground": "paint on bare clay beads and takes more coats; degrease it first",
    "seal": "what is painted after the seal is not protected by it",
    "gloss": "the matte coat dulls the gloss: it has to be glossed again",
    "bare": "glue lets go on paint: keep the spots where they meet bare, and paint over the seam after",
    "mount": "it is painted and put together on its base, where hand and brush do not reach everywhere",
    "reach": "a brush no longer reaches all of it: use a thinner one, or take the part off again",
}
"""What comes of doing a step without waiting for a reason of that kind; others cannot be left out."""

State = Literal["placed", "forced", "idle"]


class MoveState(Frozen):
    """What became of a move: it holds, it holds against reasons, or it has no effect."""

    id: str
    step: str
    label: str
    where: str
    state: State
    against: list[str]
    consequences: list[str]


@dataclass(frozen=True)
class Rearranged:
    """Steps with the moves in them. `least` is the first bake a step may go into, `beside` the step
    it is shown before."""

    steps: list[Step]
    least: dict[str, int]
    beside: dict[str, str]
    states: list[MoveState]


def _after(steps: Iterable[Step], key: str) -> set[str]:
    """Everything that waits for `key`, and itself."""
    graph: nx.DiGraph[str] = nx.DiGraph()
    graph.add_node(key)
    graph.add_edges_from((need.key, step.key) for step in steps for need in step.needs)
    return {key, *nx.descendants(graph, key)}


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


def rearranged(
    making: list[Step],
    finishing: list[Step],
    moves: list[Move],
    least: dict[str, int],
    ran: dict[str, int],
) -> Rearranged:
    """The steps with every move in them, in the order the moves were made.

    Parameters
    ----------
    making, finishing : steps up to the last bake with what is assembled after it, and the rest.
    least, ran : the first bake each step may go into, and the bake it was in; see `history`.

    Raises
    ------
    SheetError : two moves that contradict each other.
    """
    by_key = {step.key: step for step in [*making, *finishing]}
    cold = {step.key for step in finishing} | {s.key for s in making if s.after_bakes}
    out = Rearranged([], dict(least), {}, [])
    for move in moves:
        out = _moved(out, by_key, cold, move, ran)
    return replace(out, steps=list(by_key.values()))


def _moved(
    out: Rearranged, by_key: dict[str, Step], cold: set[str], move: Move, ran: dict[str, int]
) -> Rearranged:
    """With one more move in it. `cold` are the steps after the last bake."""
    placed: dict[str, int] = {}
    bake = None
    if move.before is None:
        making = [s for s in by_key.values() if s.key not in cold]
        placed = stages(making, out.least, ran)
        bake = bake_meant(making, move, placed)
    where = _where(by_key, move, bake)
    out_of_place = _out_of_place(by_key, cold, move, bake, placed, ran)
    if out_of_place is not None:
        idle = _state(by_key, move, where, "idle", [out_of_place])
        return replace(out, states=[*out.states, idle])
    against = _in_the_way(by_key, move, bake, placed)
    if any(need.kind == "placed" for need in against):
        raise SheetError.one(
            f"move/{move.id}",
            where,
            "not the other way round of an earlier move: take that one back first",
        )
    cannot = [need for need in against if need.kind not in CONSEQUENCES]
    if against and (cannot or not move.forced):
        idle = _state(by_key, move, where, "idle", cannot or against)
        return replace(out, states=[*out.states, idle])
    step = by_key[move.step]
    by_key[step.key] = step.model_copy(
        update={"needs": [need for need in step.needs if need not in against]}
    )
    least, beside = dict(out.least), dict(out.beside)
    if move.before is not None:
        other = by_key[move.before]
        placed_so = Need(key=move.step, reason="placed so by you", kind="placed")
        by_key[other.key] = other.model_copy(update={"needs": [*other.needs, placed_so]})
        beside[move.step] = move.before
    elif bake is not None:
        least[move.step] = max(bake, least.get(move.step, 1))
    state = _state(by_key, move, where, "forced" if against else "placed", against)
    return Rearranged(out.steps, least, beside, [*out.states, state])


def _out_of_place(
    by_key: dict[str, Step],
    cold: set[str],
    move: Move,
    bake: int | None,
    placed: dict[str, int],
    ran: dict[str, int],
) -> Need | None:
    """Why a move cannot be weighed at all."""
    known = bake is not None if move.before is None else move.before in by_key
    if move.step not in by_key or not known:
        return Need(key="", reason="what it speaks of is not in the plan any more")
    mixed = move.before is not None and (move.step in cold) != (move.before in cold)
    if mixed or (bake is not None and move.step in cold):
        return Need(key="", reason="work on raw clay and work after the last bake do not mix")
    if bake is not None and (move.step in ran or bake in ran.values()):
        return Need(
            key="", reason="a bake that has been run keeps what was in it, and takes no more"
        )
    if bake is not None and bake > max(placed.values(), default=1) + 1:
        return Need(key="", reason="there are not so many bakes before it")
    return None


def bake_meant(making: list[Step], move: Move, placed: Mapping[str, int]) -> int | None:
    """The number of the bake that a move speaks of, in the plan without it; none where the part that
    it should cure is gone."""
    if move.cures is None:
        return move.bake
    bake = first_cured(making, placed).get(move.cures)
    return None if bake is None else bake + move.later


def _where(by_key: dict[str, Step], move: Move, bake: int | None) -> str:
    if bake is not None:
        return f"into bake {bake}"
    if move.before is None:
        return "into the bake of a part that is no longer there"
    other = by_key.get(move.before)
    return f"before “{other.label}”" if other else "before a step that is no longer there"


def _state(
    by_key: dict[str, Step], move: Move, where: str, state: State, against: list[Need]
) -> MoveState:
    step = by_key.get(move.step)
    said: dict[str, list[str]] = {}
    for need in against:
        after = said.setdefault(need.reason, [])
        if need.key in by_key:
            after.append(f"“{by_key[need.key].label}”")
    return MoveState(
        id=move.id,
        step=move.step,
        label=step.label if step else move.step,
        where=where,
        state=state,
        against=[_reason_words(reason, after) for reason, after in said.items()],
        consequences=list(
            dict.fromkeys(CONSEQUENCES[need.kind] for need in against if need.kind in CONSEQUENCES)
        ),
    )


NAMED = 3


def _reason_words(reason: str, after: list[str]) -> str:
    if not after:
        return reason
    more = f" and {len(after) - NAMED} more" if len(after) > NAMED else ""
    return f"{reason} (after {', '.join(after[:NAMED])}{more})"


def move_findings(states: list[MoveState]) -> list[Finding]:
    """What was forced, and what has no effect any more."""
    found = []
    for state in states:
        back = Fix(
            label="Put it back where it belongs" if state.state == "forced" else "Forget the move",
            operations=[Operation(path=f"move/{state.id}")],
        )
        if state.state == "forced":
            found.append(
                Finding(
                    id="order.move.forced",
                    station="order",
                    severity="warn",
                    subject=state.id,
                    title=f"“{state.label}” {state.where}, against its reasons",
                    reason=f"You forced it past: {'; '.join(state.against)}. What comes of it: "
                    f"{'; '.join(state.consequences)}.",
                    numbers={"reasons": float(len(state.against))},
                    fixes=[back],
                )
            )
        elif state.state == "idle":
            why = "; ".join(state.against)
            found.append(
                Finding(
                    id="order.move.idle",
                    station="order",
                    severity="note",
                    subject=state.id,
                    title=f"“{state.label}” {state.where}: the move has no effect",
                    reason=f"It is left where it was: {why}.",
                    fixes=[back],
                )
            )
    return found
