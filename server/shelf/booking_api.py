"""Book from Stores, on a figure or on none, over HTTP."""

from __future__ import annotations

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from server.schemas import Done, ProblemOut
from server.shelf.owned import own_figure
from server.stores.actions.book import On, book
from server.stores.given import context_of
from server.stores.models import Item
from windcrest_core.errors import SheetError
from windcrest_core.stock import ledger

router = Router(tags=["stock"])
ERRORS = {404: ProblemOut, 409: ProblemOut, 422: ProblemOut}


class Booking(Schema):
    kind: ledger.MovementKind
    amount: str = Field(max_length=40)
    lot: int | None = None
    figure: str | None = None
    step: str = Field("", max_length=80)
    note: str = Field("", max_length=200)
    anyway: bool = False
    client_key: str | None = Field(None, max_length=64)


@router.post("stock/items/{item_id}/movements", response={201: Done, **ERRORS})
def post_movement(request: HttpRequest, item_id: int, body: Booking) -> tuple[int, Done]:
    """Book what was used, wasted, weighed or corrected."""
    owner = request.user.pk or 0
    item = get_object_or_404(Item, pk=item_id, owner_id=owner)
    if body.kind == "taken_back":
        raise SheetError.one("kind", body.kind, "bought, used, wasted, weighed or corrected")
    figure_id = own_figure(request, body.figure).id if body.figure else None
    if body.lot is not None and not item.lots.filter(pk=body.lot).exists():
        raise SheetError.one("lot", body.lot, f"a lot of {item.label}")
    on = On(figure_id, body.step, body.note, body.client_key)
    book(owner, item, body.lot, body.kind, body.amount, context_of(owner).rules, body.anyway, on)
    return 201, Done()
