"""Stores and the catalogue over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from server.accounts.receipts import receive, sending_of
from server.problems import Problem
from server.schemas import Out, ProblemOut
from server.stores.actions.set_stores import set_stores
from server.stores.given import context_of
from server.stores.limbs import limb_of
from server.stores.models import StoresDocument
from server.writes import computes
from windcrest_core.catalogue import Catalogue, catalogue
from windcrest_core.catalogue.wire_words import WireWords, read_wire
from windcrest_core.clay.portions import Reckoned
from windcrest_core.clay.reckoner import Asked, asked_mm, reckon
from windcrest_core.colour.clay_mix import MARGIN_PERCENT, ClayMixes, clay_mixes
from windcrest_core.colour.sizes import Small, Stripes, small, stripes
from windcrest_core.colour.starting import StartList, start_lists
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.frame.bend_test import Yield, wire_yield
from windcrest_core.given.stores import Owned
from windcrest_core.ids import Hex
from windcrest_core.units import mass_g

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


@router.get("paint-lists", response={200: list[StartList], 422: ProblemOut})
def paint_lists(request: HttpRequest, target: Hex) -> list[StartList]:
    """Lists of passes to begin a colour area with, each of a school of painting."""
    return start_lists(target)


class StripesIn(Schema):
    """A limb that tapers, how long it is, how broad a stripe is wanted: in any unit."""

    first: str = Field(max_length=40)
    last: str = Field(max_length=40)
    length: str = Field(max_length=40)
    stripe: str = Field(max_length=40)


@router.post("stripes", response={200: Stripes, 422: ProblemOut})
@computes
def post_stripes(request: HttpRequest, body: StripesIn) -> Stripes:
    """How many stripes of about that breadth go round a limb at each place of it, and where some of them end."""
    rules = context_of(request.user.pk or 0).rules
    return stripes(*limb_of(body.first, body.last, body.length, body.stripe, rules))


class SmallIn(Schema):
    """A round brush, and a dome of resin: across and high, in any unit."""

    brush: str = Field(max_length=40)
    across: str = Field(max_length=40)
    high: str = Field(max_length=40)
    tinted: bool = False


@router.post("small", response={200: Small, 422: ProblemOut})
@computes
def post_small(request: HttpRequest, body: SmallIn) -> Small:
    """How fine a brush draws and how long a centimetre of line takes; resin and the layers it is cured in."""
    rules = context_of(request.user.pk or 0).rules
    sizes = {
        name: asked_mm(name, getattr(body, name), rules) for name in ("brush", "across", "high")
    }
    return small(sizes["brush"], sizes["across"], sizes["high"], body.tinted)


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
        if receive(sending_of(request)):
            document.undo()
    return _out(document)


@router.post("stores/redo", response=StoresOut)
def redo_stores(request: HttpRequest) -> StoresOut:
    with StoresDocument.locked(request.user) as document:
        if receive(sending_of(request)):
            document.redo()
    return _out(document)
