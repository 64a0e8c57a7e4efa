"""Change a figure by operations; disjoint edits merge, colliding ones are refused."""

from __future__ import annotations

from collections.abc import Callable

from django.db import transaction

from server.accounts.receipts import Sending, receive
from server.problems import Problem
from server.shelf.actions.bring_up import bring_up
from server.shelf.models import Figure, Revision
from windcrest_core.errors import ConflictError
from windcrest_core.findings import Operation
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits, refuse_collisions

DEEPEST = 200


def edit_figure(
    figure_id: str,
    base_revision: int,
    operations: list[Operation],
    label: str,
    check: Callable[[FigureSheet], object],
    sending: Sending | None = None,
) -> Figure:
    """Apply `operations` made on `base_revision` to the figure as it is now, once.

    What the same device changed since collides with nothing: the person saw it there.

    Parameters
    ----------
    check : refuses a sheet that nothing can be built from, before it is stored.

    Raises
    ------
    ConflictError : somebody changed the same thing since. SheetError : it cannot be.
    """
    with transaction.atomic():
        figure = Figure.objects.select_for_update().get(pk=figure_id)
        if not 1 <= base_revision <= figure.revision:
            raise Problem(422, f"Revision {base_revision} of this figure is not known. Reload it.")
        if not bring_up(figure) and _older_page(figure, base_revision):
            raise Problem(
                412,
                "Windcrest was renewed since this page was opened, and the figure with it. Reload the page, then "
                "change it again.",
            )
        if not receive(sending):
            return figure
        device = sending.device if sending else ""
        since = figure.revisions.filter(number__gt=base_revision)
        if device:
            since = since.exclude(device=device)
        theirs = [operation for revision in since for operation in revision.forward]
        try:
            refuse_collisions(operations, theirs)
        except ConflictError as error:
            raise ConflictError(error.collisions, figure.revision) from error
        sheet, inverse = apply_edits(figure.sheet, operations)
        check(sheet)
        record(figure, sheet, operations, inverse, label, device)
        figure.undo_stack = [*figure.undo_stack, figure.revision][-DEEPEST:]
        figure.redo_stack = []
        figure.save()
    return figure


def _older_page(figure: Figure, base_revision: int) -> bool:
    """Whether the sheet was brought to a newer version after the page that speaks was loaded."""
    return figure.revisions.filter(number__gt=base_revision, brought=True).exists()


def record(
    figure: Figure,
    sheet: FigureSheet,
    operations: list[Operation],
    inverse: list[Operation],
    label: str,
    device: str = "",
) -> None:
    """Write the next revision of a figure that is locked by the caller."""
    figure.revision += 1
    figure.sheet_json = sheet.model_copy(update={"figure_id": figure.id}).model_dump(mode="json")
    Revision.objects.create(
        figure=figure,
        number=figure.revision,
        label=label[:200],
        operations=[operation.model_dump(mode="json") for operation in operations],
        inverse=[operation.model_dump(mode="json") for operation in inverse],
        device=device,
    )
