"""A joint in hand: what its pose comes to, about, many times a second."""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock
from typing import Literal

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router
from pydantic import BaseModel, Field

from server.schemas import ProblemOut
from server.shelf.models import Figure
from server.shelf.owned import as_json
from server.shelf.planning import kept_plan_of
from server.speaking import speaker_of
from server.writes import computes
from windcrest_core.drag import Dragged, Held, dragged
from windcrest_core.findings import Operation
from windcrest_core.frame.pose import drag, on_both_sides, turned
from windcrest_core.say import Sayer

router = Router(tags=["shelf"])
ERRORS = {404: ProblemOut, 422: ProblemOut}
MOST_HANDS = 8

_Key = tuple[str, int]
_hands: OrderedDict[_Key, tuple[Held, Sayer]] = OrderedDict()
_lock = Lock()


class Drag(BaseModel):
    joint: str
    view: Literal["front", "side"]
    to: tuple[float, float]
    both_sides: bool = False


class DragIn(BaseModel):
    """A joint under the pointer, or angles of joints; `begins` where it was just taken hold of, so that what it
    hangs on is looked at again. `number` is the asker's, so that an old answer is known."""

    number: int = 0
    begins: bool = False
    drag: Drag | None = None
    operations: list[Operation] = Field(default=[], max_length=60)


class DragOut(Dragged):
    number: int


@router.post("figures/{figure_id}/drag", response={200: DragOut, **ERRORS})
@computes
def post_drag(request: HttpRequest, figure_id: str, body: DragIn) -> HttpResponse:
    """Where what hangs on a joint is in the pose it is dragged to, and what that comes to, about: parts ride on
    their bones and the wire stays what it was. Nothing is stored."""
    hand, speaker = _hand(request, figure_id, body.begins)
    sheet, bones = hand.work.sheet, hand.work.figure.bones
    operations = [*body.operations]
    if (how := body.drag) is not None:
        operations += drag(sheet, how.joint, how.view, how.to, bones)
        operations = on_both_sides(sheet, operations) if how.both_sides else operations
    there = dragged(hand, turned(sheet, operations))
    return as_json(DragOut(number=body.number, **dict(there)), speaker)


def _hand(request: HttpRequest, figure_id: str, begins: bool) -> tuple[Held, Sayer]:
    light = Figure.objects.only("id", "revision")
    figure = get_object_or_404(light, pk=figure_id, owner=request.user, deleted=None)
    key = figure.id, figure.revision
    with _lock:
        if not begins and (found := _hands.get(key)) is not None:
            _hands.move_to_end(key)
            return found
    whole = Figure.objects.get(pk=figure_id)
    found = kept_plan_of(whole).held, speaker_of(whole.owner_id)
    with _lock:
        _hands[key] = found
        while len(_hands) > MOST_HANDS:
            _hands.popitem(last=False)
    return found
