"""The order of work over HTTP: a move weighed before it is made, and the reach of the brush."""

from __future__ import annotations

from datetime import date

from django.http import HttpRequest
from ninja import Router
from pydantic import BaseModel

from server.schemas import Out, ProblemOut
from server.shelf.owned import own_figure
from server.shelf.planning import given_of, plan_of
from server.shelf.reaching import share_looked
from server.writes import computes
from windcrest_core.errors import SheetError
from windcrest_core.work.moves import MoveAnswer, Places, places, try_move

router = Router(tags=["order"])
ERRORS = {404: ProblemOut, 422: ProblemOut}


class TryMove(BaseModel):
    """A step put before another or into a bake; one of the two."""

    step: str
    before: str | None = None
    bake: int | None = None


class Looking(Out):
    """`share` of the reach that is worked out; with 1 it is in the plan."""

    share: float


@router.post("figures/{figure_id}/order/try", response={200: MoveAnswer, **ERRORS})
@computes
def post_try(request: HttpRequest, figure_id: str, body: TryMove) -> MoveAnswer:
    """What a move would come to; nothing is stored."""
    figure = own_figure(request, figure_id)
    if (body.before is None) == (body.bake is None):
        raise SheetError.one("before", body.before, "either a step or a bake")
    context, progress = given_of(figure)
    return try_move(
        figure.sheet, context, progress, date.today(), body.step, body.before, body.bake
    )


@router.get("figures/{figure_id}/steps/{key}/places", response={200: Places, **ERRORS})
def get_places(request: HttpRequest, figure_id: str, key: str) -> Places:
    """Where a step could be moved to."""
    return places(plan_of(own_figure(request, figure_id)).order, key)


@router.get("figures/{figure_id}/reach", response={200: Looking, **ERRORS})
def get_reach(request: HttpRequest, figure_id: str) -> Looking:
    """How far the reach of the brush is worked out; asking begins it."""
    return Looking(share=share_looked(own_figure(request, figure_id)))
