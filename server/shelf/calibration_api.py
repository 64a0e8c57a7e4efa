"""What a weighed ball or another share of waste would move, over HTTP."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field, ValidationError

from server.schemas import Out, ProblemOut
from server.shelf.models import Figure
from server.shelf.planning import kept_plan_of, plan_of
from server.shelf.progress import progress_of
from server.stores.given import context_of
from server.writes import computes
from windcrest_core.catalogue import Property
from windcrest_core.densities import refuse_impossible_weighings, typical_of, weighed
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.given.stores import Weighing
from windcrest_core.refused import faults_of
from windcrest_core.units import length_mm, mass_g

router = Router(tags=["stores"])


class WeighingIn(Schema):
    """A ball of a clay or of squeezed foil as a person gives it, in any unit."""

    of: Literal["clay", "foil"]
    id: str = Field(max_length=40)
    mass: str = Field(max_length=40)
    across: str = Field(max_length=40)


class CalibrationIn(Schema):
    """What is offered: another weighed ball, a part weighed as its lesson tells it, or another share of waste."""

    weighing: WeighingIn | None = None
    lesson: Weighing | None = None
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
    then, before, after = now, None, None
    weighing = body.lesson if body.weighing is None else _measured(body.weighing, now.rules)
    if weighing is not None:
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
