"""Stores and the catalogue over HTTP."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field, ValidationError

from server.problems import Problem
from server.schemas import Out, ProblemOut
from server.shelf.models import Figure
from server.shelf.planning import context_of, kept_plan_of, plan_of
from server.shelf.progress import progress_of
from server.stores.actions.set_stores import set_stores
from server.stores.models import StoresDocument
from server.writes import computes
from windcrest_core.catalogue import Catalogue, Property, catalogue
from windcrest_core.catalogue.wire_words import WireWords, read_wire
from windcrest_core.clay.portions import Reckoned
from windcrest_core.clay.reckoner import Asked, reckon
from windcrest_core.colour.clay_mix import MARGIN_PERCENT, ClayMixes, clay_mixes
from windcrest_core.densities import refuse_impossible_weighings, typical_of, weighed
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.frame.bend_test import Yield, wire_yield
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.given.stores import Owned, Weighing
from windcrest_core.ids import Hex
from windcrest_core.refused import faults_of
from windcrest_core.units import length_mm, mass_g

router = Router(tags=["stores"])


class StoresOut(Out):
    stores: Owned
    revision: int
    can_undo: bool
    can_redo: bool


def _out(document: StoresDocument) -> StoresOut:
    return StoresOut(
        stores=document.owned,
        revision=document.revision,
        can_undo=bool(document.undo_stack),
        can_redo=bool(document.redo_stack),
    )


def _document(request: HttpRequest) -> StoresDocument:
    return StoresDocument.objects.get_or_create(owner=request.user)[0]


@router.get("catalogue", response=Catalogue)
def get_catalogue(request: HttpRequest) -> Catalogue:
    """Materials with their figures, ranges and sources."""
    return catalogue()


@router.get("wire-words", response={200: WireWords, 422: ProblemOut})
def wire_words(request: HttpRequest, text: str) -> WireWords:
    """A wire as a person calls it; a bare gauge number is read as House rules say, and asked back."""
    return read_wire(text[:60], context_of(request.user.pk or 0).rules.gauge_words)


@router.post("reckon", response={200: Reckoned, 422: ProblemOut})
@computes
def post_reckon(request: HttpRequest, body: Asked) -> Reckoned:
    """A piece of clay in every form, by this person's units and sheet machine."""
    return reckon(body, context_of(request.user.pk or 0))


class MixIn(Schema):
    """A colour of clay and how much of it, in any unit."""

    target: Hex
    batch: str = Field(max_length=40)
    margin_percent: float = Field(MARGIN_PERCENT, ge=0, le=100)


@router.post("clay-mix", response={200: ClayMixes, 422: ProblemOut})
@computes
def post_clay_mix(request: HttpRequest, body: MixIn) -> ClayMixes:
    """Grams of each owned block for a colour, and drops of ink in translucent clay."""
    context = context_of(request.user.pk or 0)
    try:
        batch = mass_g(body.batch, context.rules.mass_unit)
    except UnitError as error:
        raise SheetError.one("batch", body.batch, error.allowed) from error
    return clay_mixes(body.target, batch, context.stores, body.margin_percent)


class WeighingIn(Schema):
    """A ball of a clay or of squeezed foil as a person gives it, in any unit."""

    of: Literal["clay", "foil"]
    id: str = Field(max_length=40)
    mass: str = Field(max_length=40)
    across: str = Field(max_length=40)


class CalibrationIn(Schema):
    """What is offered: another weighed ball, or another share of waste."""

    weighing: WeighingIn | None = None
    waste_percent: float | None = Field(None, ge=0, le=50)


class MovedOut(Out):
    was: float
    will: float


class MoveOut(Out):
    """How far a calibration moves what a figure needs."""

    figure_id: str
    name: str
    foil_m: MovedOut
    clay_g: MovedOut
    mass_g: MovedOut


class CalibrationOut(Out):
    weighing: Weighing | None
    before: Property | None
    after: Property | None
    moves: list[MoveOut]


def _measured(body: WeighingIn, rules: Rules) -> Weighing:
    try:
        across = length_mm(body.across, rules.length_unit)
    except UnitError as error:
        raise SheetError.one("across", body.across, error.allowed) from error
    try:
        mass = mass_g(body.mass, rules.mass_unit)
    except UnitError as error:
        raise SheetError.one("mass", body.mass, error.allowed) from error
    try:
        return Weighing(of=body.of, id=body.id, mass_g=mass, across_mm=across)
    except ValidationError as error:
        raise faults_of(error) from error


@router.post("calibrations/preview", response={200: CalibrationOut, 422: ProblemOut})
@computes
def preview_calibration(request: HttpRequest, body: CalibrationIn) -> CalibrationOut:
    """What a calibration shows, and how far it moves each planned figure; nothing is kept."""
    owner = request.user.pk or 0
    now = context_of(owner)
    then, before, after, weighing = now, None, None, None
    if body.weighing is not None:
        weighing = _measured(body.weighing, now.rules)
        stores = now.stores.model_copy(update={"weighings": [*now.stores.weighings, weighing]})
        refuse_impossible_weighings(stores)
        then = now.model_copy(update={"stores": stores})
        before = weighed(now.stores, weighing.of, weighing.id) or typical_of(weighing)
        after = weighed(stores, weighing.of, weighing.id)
    if body.waste_percent is not None:
        rules = now.rules.model_copy(update={"waste_percent": body.waste_percent})
        then = then.model_copy(update={"rules": rules})
    return CalibrationOut(weighing=weighing, before=before, after=after, moves=_moves(owner, then))


def _moves(owner_id: int, then: Context) -> list[MoveOut]:
    moves = []
    for figure in Figure.objects.filter(owner_id=owner_id, deleted=None, pinned__isnull=True):
        was = plan_of(figure).totals
        will = kept_plan_of(figure, given=(then, progress_of(figure.id))).plan.totals
        moves.append(
            MoveOut(
                figure_id=figure.id,
                name=figure.sheet.name,
                foil_m=MovedOut(was=was.foil.value, will=will.foil.value),
                clay_g=MovedOut(was=was.clay.value, will=will.clay.value),
                mass_g=MovedOut(was=was.mass.value, will=will.mass.value),
            )
        )
    return moves


@router.get("yields", response=dict[str, Yield])
def yields(request: HttpRequest) -> dict[str, Yield]:
    """The yield each owned wire is counted with: its coils' bend tests, else the typical."""
    stores = _document(request).stores
    wires = catalogue().wires
    return {key: wire_yield(stores, wires[key]) for key in stores.wires}


@router.get("stores", response=StoresOut)
def get_stores(request: HttpRequest) -> StoresOut:
    return _out(_document(request))


@router.put("stores", response=StoresOut)
def put_stores(request: HttpRequest, body: Owned, base_revision: int | None = None) -> StoresOut:
    """`base_revision` is the one the change was made on: a newer one is not overwritten."""
    with StoresDocument.locked(request.user) as document:
        if base_revision not in (None, document.revision):
            raise Problem(412, "Stores were changed elsewhere meanwhile. Look, and tick it again.")
        set_stores(document, body.model_dump(mode="json"))
    return _out(document)


@router.post("stores/undo", response=StoresOut)
def undo_stores(request: HttpRequest) -> StoresOut:
    with StoresDocument.locked(request.user) as document:
        document.undo()
    return _out(document)


@router.post("stores/redo", response=StoresOut)
def redo_stores(request: HttpRequest) -> StoresOut:
    with StoresDocument.locked(request.user) as document:
        document.redo()
    return _out(document)
