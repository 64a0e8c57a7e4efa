"""Loads of the oven that several figures share, over HTTP: offered, taken, printed, begun, let go."""

from __future__ import annotations

from datetime import datetime
from typing import Any, NamedTuple

from django.db.models import F, QuerySet
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from server.bench.actions.share_load import begin_load, take_load
from server.bench.calendar_api import now_of, works_of
from server.bench.held import held_loads
from server.bench.live_api import Begin
from server.bench.models import LiveBake, OvenLoad
from server.downloads import PDF, download
from server.problems import Problem
from server.schemas import Done, ProblemOut
from server.shelf.digests import digests
from server.shelf.models import Figure
from server.shelf.owned import as_json
from server.shelf.planning import plan_of
from server.shelf.printing import printing_for
from server.speaking import speaker_of
from server.stores.given import context_of
from windcrest_core.bake.model import BakePlan
from windcrest_core.errors import Fault, SheetError
from windcrest_core.facts import Frozen
from windcrest_core.plan import Plan
from windcrest_core.prints.load_card import load_card_pdf
from windcrest_core.step_keys import bake_key
from windcrest_core.work.calendar import BakeOf
from windcrest_core.work.loads import SharedLoad, held, next_bake, offered, trouble

router = Router(tags=["loads"])
ERRORS = {404: ProblemOut, 409: ProblemOut, 422: ProblemOut}
MOST_IN_ONE = 20


class BakeToShare(Schema):
    """A bake that is to wait for others, by its figure and the key of its step."""

    figure: str
    key: str


class Take(Schema):
    bakes: list[BakeToShare] = Field(min_length=2, max_length=MOST_IN_ONE)


class TakenLoad(Frozen):
    key: str
    load: SharedLoad


class InOven(Frozen):
    """A bake that is in the oven, since when."""

    figure: str
    name: str
    number: int
    since: datetime


class Loads(Frozen):
    """What is in the oven now, loads that were taken and are still to come, and others that would save one; `old`
    where figures are still being planned by the House rules or Stores of now."""

    old: bool
    now: list[InOven]
    taken: list[TakenLoad]
    offered: list[SharedLoad]


@router.get("loads", response=Loads)
def get_loads(request: HttpRequest, figures: str = "", at: datetime | None = None) -> HttpResponse:
    """What shares the oven, and what could, in the order of these figures."""
    owner = request.user.pk or 0
    works = [work for work in works_of(request, figures) if work.tasks]
    rules, now, groups = context_of(owner).rules, now_of(at), held_loads(owner)
    taken = [
        TakenLoad(key=key, load=load)
        for key, group in groups.items()
        if (load := held(group, works, rules, now, list(groups.values()))) is not None
    ]
    inside = [
        InOven(
            figure=bake.figure_id,
            name=bake.figure.sheet.name,
            number=bake.number,
            since=bake.started,
        )
        for bake in _running(owner)
    ]
    in_oven = [row.figure for row in inside]
    old = any(row.as_of is not None for row in digests(owner))
    could = offered(works, rules, now, list(groups.values()), in_oven)
    return as_json(Loads(old=old, now=inside, taken=taken, offered=could), speaker_of(owner))


def _running(owner_id: int) -> QuerySet[LiveBake]:
    return LiveBake.objects.filter(figure__owner_id=owner_id, ended=None).order_by("pk")


@router.post("loads", response={201: Done, **ERRORS})
def post_load(request: HttpRequest, body: Take) -> tuple[int, Done]:
    """Let bakes wait for one another: the next one of each figure, none of which is in a load already."""
    owner = request.user
    works = {work.figure: work for work in works_of(request, "")}
    groups = held_loads(owner.pk or 0)
    busy = {bake.figure for group in groups.values() for bake in group}
    in_oven = {bake.figure_id for bake in _running(owner.pk or 0)}
    rows = []
    for n, wanted in enumerate(body.bakes):
        work = works.get(wanted.figure)
        if work is None:
            raise SheetError.one(f"bakes[{n}].figure", wanted.figure, "a figure of yours")
        task = next_bake(work)
        if task is None or task.key != wanted.key:
            allowed = task.key if task else "none: all its bakes are done"
            raise SheetError.one(
                f"bakes[{n}].key", wanted.key, f"the next bake of {work.name}: {allowed}"
            )
        if wanted.figure in in_oven:
            raise Problem(409, f"{work.name} is in the oven now: end its bake there first.")
        if wanted.figure in busy:
            raise Problem(
                409, f"{work.name} waits for others already: let that load go before another."
            )
        busy.add(wanted.figure)
        rows.append((work, task))
    if why := trouble(rows):
        said = " ".join(speaker_of(owner.pk or 0).say(words) for words in why)
        raise Problem(422, said, [Fault("bakes", len(rows), said)])
    take_load(owner, [BakeOf(work.figure, task.key) for work, task in rows])  # type: ignore[arg-type]
    return 201, Done()


def _own(request: HttpRequest, key: str) -> OvenLoad:
    found = OvenLoad.objects.filter(owner_id=request.user.pk or 0, key=key).first()
    if found is None:
        raise Problem(404, "No such load: it was let go.")
    return found


@router.delete("loads/{key}", response={200: Done, **ERRORS})
def delete_load(request: HttpRequest, key: str) -> Done:
    """Each of it goes into the oven by itself."""
    load = _own(request, key)
    if load.begun is not None:
        raise Problem(409, "It is in the oven, or was.")
    load.delete()
    return Done()


class _Inside(NamedTuple):
    figure: Figure
    plan: Plan
    bake: BakePlan


def _inside(load: OvenLoad) -> list[_Inside]:
    """What of it is still to be baked; what was put away meanwhile or is done is left out."""
    found = []
    for row in load.bakes.filter(figure__deleted=None, figure__owner_id=F("load__owner_id")):
        plan = plan_of(row.figure)
        number = next((s.bake for s in plan.order.steps if s.key == row.step and not s.done), None)
        found += [
            _Inside(row.figure, plan, bake) for bake in plan.bake.bakes if bake.number == number
        ]
    if not found:
        raise Problem(409, "Nothing of this load is left to bake.")
    return found


@router.get("loads/{key}/card", response={200: Any, **ERRORS})
def print_card(request: HttpRequest, key: str, paper: str = "") -> HttpResponse:
    """One card for all that is in it."""
    inside = _inside(_own(request, key))
    rules = context_of(request.user.pk or 0).rules
    printing = printing_for(rules, paper)
    body = load_card_pdf([(row.plan, row.bake.number) for row in inside], rules.oven, printing)
    return download(body, PDF, "shared load")


@router.post("loads/{key}/begin", response={201: Done, **ERRORS})
def begin(request: HttpRequest, key: str, body: Begin) -> tuple[int, Done]:
    """All of it is in the oven from now on."""
    load = _own(request, key)
    if load.begun is not None:
        raise Problem(409, "It was put in already.")
    inside = _inside(load)
    works = {work.figure: work for work in works_of(request, "")}
    rows = [
        (works[row.figure.id], task)
        for row in inside
        for task in works[row.figure.id].tasks
        if task.key == bake_key(row.bake.number)
    ]
    if len(rows) > 1 and (why := trouble(rows)):
        raise Problem(409, " ".join(speaker_of(load.owner_id).say(words) for words in why))
    begin_load(load, [(row.figure, row.bake) for row in inside], body.speed)
    return 201, Done()
