"""What happens inside a bake, a heat gun, and what test chips have shown, over HTTP."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import BaseModel, Field

from server.schemas import ProblemOut
from server.shelf.owned import as_json, own_figure
from server.shelf.planning import given_of, plan_of
from server.speaking import speaker_of
from server.stores.given import context_of
from server.writes import computes
from windcrest_core.bake.chips import ChipRate, chip_rate
from windcrest_core.bake.heat_gun import GunSet, gun_set
from windcrest_core.bake.inside import InsideBake, inside
from windcrest_core.body.workpiece import workpiece
from windcrest_core.work.bakes import planned_bake

router = Router(tags=["bakes"])
ERRORS = {404: ProblemOut, 422: ProblemOut}


class Gun(BaseModel):
    """A part in the stream of a heat gun: °C where it meets the clay, and minutes."""

    part: str
    air_c: float = Field(allow_inf_nan=False)
    minutes: float = Field(allow_inf_nan=False)
    side: Literal["one", "both"] = "one"


@router.get("figures/{figure_id}/bakes/{number}/inside", response={200: InsideBake, **ERRORS})
def get_inside(request: HttpRequest, figure_id: str, number: int) -> HttpResponse:
    """Every part of a bake over time, in the oven and while it cools."""
    figure = own_figure(request, figure_id)
    bake, before, _ = planned_bake(plan_of(figure), number)
    work = workpiece(figure.sheet, *given_of(figure))
    return as_json(inside(work, bake, before), speaker_of(figure.owner_id))


@router.post("figures/{figure_id}/heat-gun", response={200: GunSet, **ERRORS})
@computes
def post_gun(request: HttpRequest, figure_id: str, body: Gun) -> GunSet:
    """What a heat gun does to a part, and to what is beside it."""
    figure = own_figure(request, figure_id)
    work = workpiece(figure.sheet, *given_of(figure))
    return gun_set(work, body.part, body.air_c, body.minutes, body.side)


@router.get("figures/{figure_id}/chips", response={200: list[ChipRate], **ERRORS})
def get_chips(request: HttpRequest, figure_id: str) -> list[ChipRate]:
    """What chips have shown of every clay of the figure."""
    figure = own_figure(request, figure_id)
    owned = context_of(figure.owner_id).stores
    used = dict.fromkeys(part.clay for part in figure.sheet.parts if part.stock is None)
    return [chip_rate(owned, key) for key in used]
