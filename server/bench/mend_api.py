"""What went wrong with a part, and the ways on from there, over HTTP."""

from __future__ import annotations

from datetime import date, datetime
from typing import Literal

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router
from pydantic import BaseModel

from server.schemas import Done, Out, ProblemOut
from server.shelf.models import Figure, MishapRecord
from server.shelf.owned import own_figure
from server.shelf.planning import given_of
from server.writes import computes
from windcrest_core.errors import SheetError
from windcrest_core.facts import Text
from windcrest_core.given.progress import MishapKind
from windcrest_core.order.ways import KINDS, OF_BOUGHT
from windcrest_core.work.mend import WayOn, ways_on

router = Router(tags=["mending"])
ERRORS = {404: ProblemOut, 409: ProblemOut, 422: ProblemOut}


class Happened(BaseModel):
    """What happened to which part."""

    kind: MishapKind
    part: str


class Chosen(Happened):
    way: str


class MishapOut(Out):
    """A mishap on record; `words` say it in a sentence's end."""

    id: int
    key: str
    kind: MishapKind
    words: Text
    part: str
    way: str
    made: datetime


def _ways(figure: Figure, body: Happened) -> list[WayOn]:
    context, progress = given_of(figure)
    return ways_on(figure.sheet, context, progress, date.today(), body.kind, body.part)


class MishapWords(Out):
    """What can go wrong, in words, and with what: clay, or a bought piece."""

    words: Text
    of: Literal["clay", "bought"]


@router.get("mishaps", response=dict[MishapKind, MishapWords])
def kinds(request: HttpRequest) -> dict[MishapKind, MishapWords]:
    """What can go wrong."""
    return {
        kind: MishapWords(words=words, of="bought" if kind in OF_BOUGHT else "clay")
        for kind, words in KINDS.items()
    }


@router.get("figures/{figure_id}/mend", response={200: list[MishapOut], **ERRORS})
def get_mishaps(request: HttpRequest, figure_id: str) -> list[MishapOut]:
    """What went wrong so far, the first first."""
    return [
        MishapOut(
            id=row.pk,
            key=row.key,
            kind=row.kind,  # type: ignore[arg-type]
            words=KINDS[row.kind],  # type: ignore[index]
            part=row.part,
            way=row.way,
            made=row.made,
        )
        for row in own_figure(request, figure_id).mishaps.all()
    ]


@router.post("figures/{figure_id}/mend/try", response={200: list[WayOn], **ERRORS})
@computes
def post_try(request: HttpRequest, figure_id: str, body: Happened) -> list[WayOn]:
    """The ways on and what each costs; nothing is stored."""
    return _ways(own_figure(request, figure_id), body)


@router.post("figures/{figure_id}/mend", response={201: Done, **ERRORS})
def post_mend(request: HttpRequest, figure_id: str, body: Chosen) -> tuple[int, Done]:
    """The way on is taken: its steps are in the order from now on."""
    figure = own_figure(request, figure_id)
    offered = {way.mishap.way: way.mishap for way in _ways(figure, body)}
    if body.way not in offered:
        raise SheetError.one("way", body.way, "one of " + ", ".join(offered))
    mishap = offered[body.way]
    MishapRecord.objects.create(
        figure=figure,
        key=mishap.id,
        kind=mishap.kind,
        part=mishap.part,
        way=mishap.way,
        after_bake=mishap.after_bake,
    )
    return 201, Done()


@router.delete("figures/{figure_id}/mend/{mishap_id}", response={200: Done, **ERRORS})
def delete_mend(request: HttpRequest, figure_id: str, mishap_id: int) -> Done:
    """It did not happen: its steps go out of the order."""
    get_object_or_404(MishapRecord, pk=mishap_id, figure=own_figure(request, figure_id)).delete()
    return Done()
