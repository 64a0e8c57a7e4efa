"""Station 5: the steps in an order that works, cut into as few bakes as the reasons allow."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Input, Quantity, Said, Text, Why, by_code, said
from windcrest_core.findings import STATIONS, Finding
from windcrest_core.joining.fastening import Fastened
from windcrest_core.order.batches import Placed, batches, together
from windcrest_core.order.contradictions import Conflict, conflict_findings
from windcrest_core.order.fastened import fastened_findings
from windcrest_core.order.forcing import Rearranged, move_findings
from windcrest_core.order.grips import grip_findings
from windcrest_core.order.meetings import PutOn
from windcrest_core.order.model import BakeGroup, OrderPlan, StepPlan
from windcrest_core.order.reach import ReachPlan, reach_findings
from windcrest_core.order.remarks import apart_in_air, order_findings
from windcrest_core.order.scenes import join_scenes
from windcrest_core.order.seats import seat_findings
from windcrest_core.order.surface import Baked, look_lines, surface_steps
from windcrest_core.precedence import sooner_first
from windcrest_core.sheet.ordering import Move
from windcrest_core.step_keys import bake_key
from windcrest_core.steps import Need, Step, StepKind


@dataclass(frozen=True)
class RawClay:
    """Grams of each clay, by its label, that are opened for each bake; minutes of each part's texture."""

    grams: dict[int, dict[str, float]]
    texture_min: dict[str, float]


def order_plan(
    work: Workpiece,
    making: list[Step],
    placed: dict[str, int],
    bakes: list[Step],
    finishing: list[Step],
    moved: Rearranged,
    conflicts: list[Conflict],
    saved: list[Finding],
    reach: ReachPlan,
    clay: RawClay,
    fast: Fastened,
    put_on: PutOn,
    may: Callable[[Move], bool],
) -> OrderPlan:
    """Schedule what the stations declared.

    Parameters
    ----------
    making : steps up to the last bake. placed : the bake each of them goes into (see `stages`).
    bakes : one step a bake, in order. finishing : the rest. moved : what the sculptor moved.
    conflicts : meetings that were given up. saved : what would save a bake. clay : what is opened for each bake. fast : what holds what is put on.
    put_on : how each part is, in these bakes. may : whether one more move would hold.
    """
    done = set(work.progress.steps_done)
    rank: dict[str, int] = {station: index for index, station in enumerate(STATIONS)}
    numbered: list[tuple[int, Step]] = []
    baked = [_baked(work, number, making, placed, clay) for number in range(1, len(bakes) + 1)]
    for number, (bake, one) in enumerate(zip(bakes, baked, strict=True), start=1):
        round_it = surface_steps(work, one)
        before = _in_order(
            _conditioned_first([*one.steps, *round_it]), rank, moved.beside, first="coats"
        )
        numbered += [(number, step) for step in before]
        numbered.append((number, _waiting_for(bake, before)))
    over = [s for s in making if s.after_bakes or placed[s.key] > len(bakes)]
    after = over + finishing
    last = (
        [Need(key=bake_key(len(bakes)), reason=said("order.cured_before_it_is_finished"))]
        if bakes
        else []
    )
    numbered += [
        (0, step.model_copy(update={"needs": [*step.needs, *last]}) if not step.needs else step)
        for step in _in_order(after, rank, moved.beside)
    ]
    rows = batches(work, numbered)
    told_as = {step.key: row[0][1].key for row in rows for _, step in row}
    steps = [_planned(row, placed, done, told_as) for row in rows]
    hands = sum(step.minutes for step in steps)
    return OrderPlan(
        steps=steps,
        meetings=put_on.meetings,
        joins=put_on.joins,
        scenes=join_scenes(work, put_on.joins, steps),
        bakes=[_group(one, making, placed) for one in baked],
        hands_min=Quantity(
            value=hands,
            unit="min",
            low=0.6 * hands,
            high=1.8 * hands,
            why=Why(
                formula=said("order.sum_of_the_minutes_of"),
                inputs=[
                    Input(
                        name=station,
                        value=sum(s.minutes for s in steps if s.station == station),
                        unit="min",
                    )
                    for station in STATIONS
                    if any(s.station == station for s in steps)
                ],
                source=said("order.default_minutes_per_step_assumed"),
                assumed=True,
            ),
        ),
        next_step=next((step.key for step in steps if not step.done), None),
        moves=moved.states,
        reach=reach,
        findings=[
            *conflict_findings(work, conflicts),
            *saved,
            *order_findings(work),
            *apart_in_air(put_on.joins),
            *fastened_findings(work, fast),
            *grip_findings(work),
            *seat_findings(work),
            *reach_findings(work, reach, moved.beside, may),
            *move_findings(moved.states),
        ],
    )


def _planned(
    row: list[Placed], placed: dict[str, int], done: set[str], told_as: dict[str, str]
) -> StepPlan:
    """The steps that are done in one go, as one.

    Parameters
    ----------
    told_as : of every step there is, the first of those that it is told with.
    """
    number, first = row[0]
    steps = [step for _, step in row]
    needs = _through_bakes([n for step in steps for n in step.needs if n.key in told_as], placed)
    others = {
        (n.key, n.reason): n for need in needs if (n := _told(need, told_as)).key != first.key
    }
    labels = [step.label for step in steps if isinstance(step.label, Said)]
    return StepPlan(
        key=first.key,
        with_it=[step.key for step in steps[1:]],
        kind=first.kind,
        label=together(labels) if len(steps) > 1 else first.label,
        station=first.station,
        part=first.part,
        parts=[step.part for step in steps if step.part is not None],
        bake=number or None,
        minutes=sum(step.minutes for step in steps),
        wait_min=max(step.wait_min for step in steps),
        needs=list(others.values()),
        done=first.key in done,
        ready=all(need.key in done for need in needs),
        movable=first.kind not in OF_A_BAKE and first.key not in done,
        caution=first.caution,
    )


def _told(need: Need, told_as: dict[str, str]) -> Need:
    key = told_as.get(need.key, need.key)
    return need if key == need.key else need.model_copy(update={"key": key})


OF_A_BAKE: tuple[StepKind, ...] = ("bake", "condition", "smooth", "texture", "look")
"""Steps that a bake has round it: they go where it goes."""


def _baked(
    work: Workpiece, number: int, making: list[Step], placed: dict[str, int], clay: RawClay
) -> Baked:
    here = [step for step in making if placed.get(step.key) == number]
    formed = [step.part for step in here if step.kind == "form" and step.part]
    parts = [work.sheet.part(key) for key in formed]
    return Baked(
        number,
        here,
        parts,
        clay.grams.get(number, {}),
        {k: clay.texture_min[k] for k in formed if clay.texture_min.get(k)},
        look_lines(work, parts, here),
    )


def _conditioned_first(steps: list[Step]) -> list[Step]:
    """Clay is conditioned before any of it is formed."""
    first = next((step for step in steps if step.kind == "condition"), None)
    if first is None:
        return steps
    need = Need(key=first.key, reason=said("order.conditioned_before_it_is_formed"))
    return [
        step.model_copy(update={"needs": [*step.needs, need]}) if step.kind == "form" else step
        for step in steps
    ]


def _waiting_for(bake: Step, before: list[Step]) -> Step:
    """A bake with everything that goes into it."""
    reason = said("order.made_before_it_is_baked")
    goes_in = [step for step in before if step.into_oven or step.kind == "coats"]
    needs = [Need(key=step.key, reason=reason) for step in goes_in]
    return bake.model_copy(update={"needs": needs})


def _through_bakes(needs: list[Need], placed: dict[str, int]) -> list[Need]:
    """What must be cured first is waited for as the bake that cures it."""
    found: dict[tuple[str, Text], Need] = {}
    for need in needs:
        through = need.cured and need.key in placed
        key = bake_key(placed[need.key]) if through else need.key
        if (key, need.reason) not in found:
            changed = need.model_copy(update={"key": key}) if through else need
            found[key, need.reason] = changed
    return list(found.values())


def _in_order(
    steps: list[Step], rank: dict[str, int], beside: dict[str, str], first: StepKind | None = None
) -> list[Step]:
    """Topological, and by station and declaration where the reasons leave it open, before that what is to come `first`;
    what was moved is just before what it was put before."""
    place = {step.key: float(index) for index, step in enumerate(steps)}
    by_key = {step.key: step for step in steps}
    wanted = {
        key: (-1 if step.kind == first else rank[step.station], place[key])
        for key, step in by_key.items()
    }
    for key, other in beside.items():
        if key in wanted and other in wanted:
            station, at = wanted[other]
            wanted[key] = (station, at - 0.5)
    before = {step.key: [need.key for need in step.needs if need.key in place] for step in steps}
    return [by_key[key] for key in sooner_first(before, lambda key: wanted[key])]


def _group(baked: Baked, making: list[Step], placed: dict[str, int]) -> BakeGroup:
    reasons = {
        need.reason
        for step in making
        for need in step.needs
        if need.cured and not step.after_bakes and placed.get(need.key) == baked.number
    }
    return BakeGroup(
        number=baked.number,
        parts=[
            step.part
            for step in baked.steps
            if step.into_oven and step.part is not None and step.kind == "form"
        ],
        because=said("reasons", texts=sorted(reasons, key=by_code))
        if reasons
        else said("order.the_last_bake_cures_all"),
        look=baked.look,
    )
