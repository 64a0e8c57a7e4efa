"""A sheet from a file: as a new figure, or in place of one that is there."""

from __future__ import annotations

from django.contrib.auth.models import User

from server.boundary import plain
from server.problems import Problem
from server.shelf.actions.add_reference import copy_pictures
from server.shelf.actions.create_figure import put_on_shelf
from server.shelf.actions.edit_figure import edit_figure
from server.shelf.models import Figure
from server.shelf.planning import given_of, refuse_unbuildable
from server.stores.given import context_of
from windcrest_core.errors import Fault, SheetError
from windcrest_core.findings import Operation
from windcrest_core.given.progress import Progress
from windcrest_core.sheet import FigureSheet, load_sheet, parse
from windcrest_core.sheet.edits import WHOLE


def read_sheet(raw: bytes) -> FigureSheet:
    """A checked sheet from the bytes of a file."""
    return load_sheet(plain(parse(raw)))


def import_as_new(owner: User, raw: bytes, as_copy: bool) -> Figure:
    """Put the sheet on the shelf as a figure of its own."""
    sheet = read_sheet(raw)
    refuse_unbuildable(sheet, (context_of(owner.pk), Progress()))
    mine = Figure.objects.filter(owner=owner, deleted=None)
    if sheet.figure_id and not as_copy and mine.filter(pk=sheet.figure_id).exists():
        raise Problem(
            409,
            "This file is of a figure that is there already. Import it as a copy, or open that "
            "figure and replace it from the file.",
            [Fault("figure_id", sheet.figure_id, "the id of no figure here, or import as a copy")],
        )
    figure = put_on_shelf(owner, sheet, "Imported from a file")
    source = Figure.objects.filter(owner=owner, pk=sheet.figure_id).first()
    if source is not None:
        copy_pictures(source, figure)
    return figure


def replace_sheet(figure: Figure, raw: bytes, base_revision: int) -> Figure:
    """Put the sheet in place of the figure's own; undo brings the old one back."""
    sheet = read_sheet(raw)
    if sheet.figure_id is not None and sheet.figure_id != figure.id:
        raise SheetError.one(
            "figure_id",
            sheet.figure_id,
            f"{figure.id}, this figure's own; import the file as a new figure instead",
        )
    whole = Operation(path=WHOLE, value=sheet.model_dump(mode="json"))
    return edit_figure(
        figure.id,
        base_revision,
        [whole],
        "Replaced from a file",
        lambda new: refuse_unbuildable(new, given_of(figure)),
    )
