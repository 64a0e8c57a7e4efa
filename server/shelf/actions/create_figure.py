"""Put a new figure on a person's shelf."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import ValidationError

from server.shelf.models import Figure, Revision
from windcrest_core.context import faults_of
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.sheet import FigureSheet
from windcrest_core.units import length_mm


def create_figure(
    owner: User, name: str, body: str, height: object, heads_tall: float | None = None
) -> Figure:
    """A figure from a name, a body plan and a height in any unit."""
    if body not in BODIES:
        raise SheetError.one("body", body, "one of " + ", ".join(BODIES))
    try:
        height_mm = length_mm(height)
    except UnitError as error:
        raise SheetError.one("height_mm", height, error.allowed) from error
    try:
        sheet = new_sheet(name, body, height_mm, heads_tall)
    except ValidationError as error:
        raise faults_of(error) from error
    return put_on_shelf(owner, sheet, "New figure")


def put_on_shelf(owner: User, sheet: FigureSheet, label: str) -> Figure:
    """Store a sheet as a new figure with an id of its own."""
    with transaction.atomic():
        figure = Figure(owner=owner)
        figure.sheet_json = sheet.model_copy(update={"figure_id": figure.id}).model_dump(
            mode="json"
        )
        figure.save(force_insert=True)
        Revision.objects.create(figure=figure, number=1, label=label)
    return figure
