"""A step moved by hand: whether it may go there, why not, and what forcing it would come to."""

from __future__ import annotations

from datetime import date
from typing import Literal

from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Operation
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.order.joins import Join
from windcrest_core.order.model import OrderPlan
from windcrest_core.plan import Plan, plan
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.ordering import Move


class MoveAnswer(Frozen):
    """What moving a step comes to.

    `operations` are the edit that does it; none where it cannot be done. `against` are the reasons
    it goes past, `consequences` what comes of that, worked out from the two plans.
    """

    label: Text
    allowed: Literal["free", "forced", "cannot"]
    against: list[Text]
    consequences: list[Text]
    bakes_before: int
    bakes_after: int
    operations: list[Operation]


class Places(Frozen):
    """Where a step could go instead: into which bakes, of which `own_bake` would be a new one, or before
    which steps, in their order."""

    bakes: list[int]
    own_bake: int | None
    before: list[str]


def places(order: OrderPlan, step: str) -> Places:
    """What may be tried with a step: work on raw clay goes into a bake or before other such work, what comes
    after the last bake before other such; coats of paint go anywhere, but into no bake of their own. Whether its
    reasons allow it, `try_move` says.

    Raises
    ------
    SheetError : no such step, or one that stays where it is.
    """
    moved = next((row for row in order.steps if row.key == step and row.movable), None)
    if moved is None:
        raise SheetError.one("step", step, "the key of a step that can be moved")
    last = len(order.bakes)
    coats = moved.kind == "coats"
    return Places(
        bakes=[n for n in range(1, last + 1) if n != moved.bake] if moved.bake or coats else [],
        own_bake=last + 1 if moved.bake and not coats else None,
        before=[
            row.key
            for row in order.steps
            if row.movable
            and row.key != step
            and (coats or (row.bake is None) == (moved.bake is None))
        ],
    )


def try_move(
    sheet: FigureSheet,
    context: Context,
    progress: Progress,
    today: date,
    step: str,
    before: str | None,
    bake: int | None,
) -> MoveAnswer:
    """Weigh a move without making it. What is done in one go is moved together.

    Parameters
    ----------
    step : key of the step moved. before : key of the step it is put before, or else
    bake : the number in this plan of the bake it is put into; the edit names a part that bake cures.

    Raises
    ------
    SheetError : a step that is not in the plan, or a move that turns an earlier one round.
    """
    now = plan(sheet, context, progress, today)
    labels = {row.key: row.label for row in now.order.steps}
    for name, key in (("step", step), ("before", before)):
        if key is not None and key not in labels:
            raise SheetError.one(name, key, "the key of a step of this plan")
    where = {"before": before} if bake is None else _bake_by_part(now, bake)
    for forced in (False, True):
        moves = _moves(sheet, now.order.in_one_go(step), {**where, "forced": forced})
        operations = [Operation(path=f"move/{m.id}", value=m.model_dump()) for m in moves]
        then = plan(apply_edits(sheet, operations)[0], context, progress, today)
        states = [row for row in then.order.moves if row.id in {move.id for move in moves}]
        against = list(dict.fromkeys(words for state in states for words in state.against))
        label = said("work.moved", step=labels[step], where=states[0].where)
        if all(state.state != "idle" for state in states):
            done = dict.fromkeys(words for state in states for words in state.consequences)
            return MoveAnswer(
                label=label,
                allowed="forced" if forced else "free",
                against=against,
                consequences=[*done, *_changes(now, then)],
                bakes_before=len(now.bake.bakes),
                bakes_after=len(then.bake.bakes),
                operations=operations,
            )
    return MoveAnswer(
        label=label,
        allowed="cannot",
        against=against,
        consequences=[],
        bakes_before=len(now.bake.bakes),
        bakes_after=len(now.bake.bakes),
        operations=[],
    )


def _moves(sheet: FigureSheet, steps: list[str], wanted: dict[str, object]) -> list[Move]:
    """A move of each step, under ids of their own."""
    taken = {*sheet.retired_ids, *(move.id for move in sheet.order.moves)}
    found = []
    for step in steps:
        move = Move.model_validate({**wanted, "id": free_id("move", taken), "step": step})
        taken.add(move.id)
        found.append(move)
    return found


def _bake_by_part(now: Plan, number: int) -> dict[str, object]:
    """A bake as a move names it: by the part it is the first to cure, or so many bakes after that."""
    first: dict[str, int] = {}
    for group in now.order.bakes:
        for part in group.parts:
            first.setdefault(part, group.number)
    upto = {part: bake for part, bake in first.items() if bake <= number}
    if not upto:
        return {"bake": number}
    part = max(upto, key=lambda key: upto[key])
    return {"cures": part, "later": number - upto[part]}


def _changes(now: Plan, then: Plan) -> list[Text]:
    """What else changes: bakes, minutes in the oven, joins."""
    found: list[Text] = []
    more = len(then.bake.bakes) - len(now.bake.bakes)
    if more:
        minutes = then.bake.total_min.value - now.bake.total_min.value
        found.append(
            said(
                "work.more_bakes" if more > 0 else "work.fewer_bakes",
                bakes=abs(more),
                minutes_min=abs(minutes),
                way="more" if minutes > 0 else "less",
            )
        )
    before = {join.part: join for join in now.order.joins}
    after = {join.part: join for join in then.order.joins}
    for part, join in after.items():
        was = before.get(part)
        if (was.state if was else "raw to raw") != join.state:
            found.append(_join_words(join))
    found += [
        said("work.the_is_joined_raw_to", join=join.label)
        for part, join in before.items()
        if part not in after
    ]
    return found


def _join_words(join: Join) -> Text:
    grams = said("work.so_many_grams", held_g=join.grams) if join.grams else ""
    return said(
        "work.the_is_joined_to_the",
        join=join.label,
        state=join.state,
        onto_label=join.onto_label,
        grams=grams,
        how=join.how,
    )
