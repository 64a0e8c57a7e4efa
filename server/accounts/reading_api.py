"""How what a person is typing is read: said beside the field before it is saved."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest
from ninja import Router

from server.accounts.models import HouseRules
from server.schemas import Out, ProblemOut
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.units import length_mm, mass_g, temperature_c, volume_ml, wire_diameter_mm

router = Router(tags=["accounts"])
Measure = Literal["length", "mass", "volume", "temperature", "wire"]


class MeasureRead(Out):
    """A measure in mm, g, ml or °C."""

    value: float
    unit: Literal["mm", "g", "ml", "C"]


@router.get("/read", response={200: MeasureRead, 422: ProblemOut})
def read(request: HttpRequest, of: Measure, text: str) -> MeasureRead:
    """A measure as it would be read; a bare number is in the person's own unit."""
    rules = (HouseRules.objects.filter(owner_id=request.user.pk).first() or HouseRules()).rules
    try:
        match of:
            case "length":
                return MeasureRead(value=length_mm(text, rules.length_unit, signed=True), unit="mm")
            case "mass":
                return MeasureRead(value=mass_g(text, rules.mass_unit), unit="g")
            case "volume":
                return MeasureRead(value=volume_ml(text), unit="ml")
            case "temperature":
                return MeasureRead(value=temperature_c(text, rules.temperature_unit), unit="C")
            case "wire":
                return MeasureRead(value=wire_diameter_mm(text, rules.gauge_words), unit="mm")
    except UnitError as error:
        raise SheetError.one("text", text, error.allowed) from error
