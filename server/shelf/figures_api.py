"""The shelf over HTTP: figures begun, brought in, put away, replaced and sent."""

from __future__ import annotations

import json
from datetime import datetime

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router
from pydantic import BaseModel, Field, TypeAdapter

from server.accounts.receipts import made_before, sending_of
from server.downloads import download
from server.schemas import Done, Out, ProblemOut
from server.shelf.actions.create_figure import create_figure
from server.shelf.actions.delete_figure import delete_figure
from server.shelf.actions.import_sheet import import_as_new, replace_sheet
from server.shelf.digests import digests
from server.shelf.models import Figure
from server.shelf.owned import Edited, FigureOut, as_json, edited, figure_out, own_figure
from server.speaking import speaker_of
from server.writes import own_transaction
from windcrest_core.digest import CardFacts
from windcrest_core.new_figure import BODIES
from windcrest_core.sheet import FigureSheet

router = Router(tags=["shelf"])
ERRORS = {400: ProblemOut, 404: ProblemOut, 409: ProblemOut, 412: ProblemOut, 422: ProblemOut}


class BodyChoice(Out):
    id: str
    label: str
    heads_tall: float


class Card(Out, CardFacts):
    """A figure on the shelf; `as_of` where it is not yet planned by the House rules and Stores of now."""

    id: str
    changed: datetime
    as_of: datetime | None


class NewFigure(BaseModel):
    name: str
    body: str
    height_mm: float | str
    heads_tall: float | None = Field(default=None, ge=1.5, le=10)


@router.get("bodies", response=list[BodyChoice])
def bodies(request: HttpRequest) -> list[BodyChoice]:
    """The body plans a new figure can have."""
    return [
        BodyChoice(id=key, label=label, heads_tall=body.heads_tall)
        for key, (label, body) in BODIES.items()
    ]


CARDS = TypeAdapter(list[Card])


@router.get("figures", response=list[Card])
def figures(request: HttpRequest) -> HttpResponse:
    owner = request.user.pk or 0
    cards = [
        Card(id=row.id, changed=row.changed, as_of=row.as_of, **dict(row.card))
        for row in digests(owner)
    ]
    return as_json(CARDS.dump_json(cards, context=speaker_of(owner)).decode())


@router.post("figures", response={201: Edited, **ERRORS})
@own_transaction
def new_figure(request: HttpRequest, body: NewFigure) -> HttpResponse:
    sending = sending_of(request)
    before = made_before(sending)
    figure = (
        own_figure(request, before)
        if before
        else create_figure(
            request.user, body.name, body.body, body.height_mm, body.heads_tall, sending
        )
    )
    answer = edited(figure)
    answer.status_code = 201
    return answer


@router.post("figures/import", response={201: Edited, **ERRORS})
@own_transaction
def import_figure(request: HttpRequest, as_copy: bool = False) -> HttpResponse:
    """A figure sheet as the body of the request becomes a new figure."""
    answer = edited(import_as_new(request.user, request.body, as_copy))
    answer.status_code = 201
    return answer


@router.get("figures/{figure_id}", response={200: FigureOut, **ERRORS})
def get_figure(request: HttpRequest, figure_id: str) -> HttpResponse:
    return as_json(figure_out(own_figure(request, figure_id)), speaker_of(request.user.pk or 0))


@router.delete("figures/{figure_id}", response={200: Done, **ERRORS})
def remove_figure(request: HttpRequest, figure_id: str) -> Done:
    delete_figure(own_figure(request, figure_id), away=True)
    return Done()


@router.post("figures/{figure_id}/restore", response={200: Done, **ERRORS})
def restore_figure(request: HttpRequest, figure_id: str) -> Done:
    delete_figure(get_object_or_404(Figure, pk=figure_id, owner=request.user), away=False)
    return Done()


@router.put("figures/{figure_id}/sheet", response={200: Edited, **ERRORS})
@own_transaction
def put_sheet(request: HttpRequest, figure_id: str, base_revision: int) -> HttpResponse:
    """A figure sheet as the body of the request takes the place of this figure's own."""
    return edited(replace_sheet(own_figure(request, figure_id), request.body, base_revision))


@router.get("figures/{figure_id}/export", response={200: FigureSheet, **ERRORS})
def export(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The figure sheet as a file."""
    sheet = own_figure(request, figure_id).sheet
    text = json.dumps(sheet.model_dump(mode="json"), indent=1, ensure_ascii=False)
    return download(text.encode(), "application/json", sheet.name)
