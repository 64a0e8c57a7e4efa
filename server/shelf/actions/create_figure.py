"""Put a new figure on a person's shelf."""

from __future__ import annotations

from datetime import date

from django.contrib.auth.models import User
from django.db import transaction

from server.accounts.receipts import Sending, made_before, receive
from server.shelf.models import Figure, Revision
from server.stores.given import context_of
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.sheet import FigureSheet
from windcrest_core.starts import started
from windcrest_core.units import length_mm


def create_figure(
    owner: User,
    name: str,
    body: str,
    height: object,
    heads_tall: float | None = None,
    sending: Sending | None = None,
) -> Figure:
    """A figure from a name, a body plan and a height in any unit, made once."""
    try:
        height_mm = length_mm(height)
    except UnitError as error:
        raise SheetError.one("height_mm", height, error.allowed) from error
    context = context_of(owner.pk)
    sheet = started(name, body, height_mm, heads_tall, context, date.today())
    return put_on_shelf(owner, sheet, "New figure", sending)


def put_on_shelf(
    owner: User, sheet: FigureSheet, label: str, sending: Sending | None = None
) -> Figure:
    """Store a sheet as a new figure with an id of its own."""
    with transaction.atomic():
        figure = Figure(owner=owner)
        if not receive(sending, figure.id):
            return Figure.objects.get(pk=made_before(sending))
        figure.sheet_json = sheet.model_copy(update={"figure_id": figure.id}).model_dump(
            mode="json"
        )
        figure.save(force_insert=True)
        Revision.objects.create(figure=figure, number=1, label=label)
    return figure
