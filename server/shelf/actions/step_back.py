"""Undo and redo: each is a revision too."""

from __future__ import annotations

from typing import Literal

from django.db import transaction

from server.accounts.receipts import Sending, receive
from server.problems import Problem
from server.shelf.actions.bring_up import bring_up
from server.shelf.actions.edit_figure import record
from server.shelf.models import Figure
from windcrest_core.sheet.edits import apply_edits


def step_back(
    figure_id: str, way: Literal["undo", "redo"], sending: Sending | None = None
) -> Figure:
    """Take back the last change, or do again what was last taken back, once."""
    with transaction.atomic():
        figure = Figure.objects.select_for_update().get(pk=figure_id)
        if not receive(sending):
            return figure
        bring_up(figure)
        stack = figure.undo_stack if way == "undo" else figure.redo_stack
        if not stack:
            raise Problem(409, f"There is nothing to {way}.")
        number = stack[-1]
        revision = figure.revisions.get(number=number)
        if revision.brought:
            raise Problem(
                409,
                "Here this figure was brought to a newer form of its sheet; what was done before that cannot be "
                "taken back. A backup of before has it as it was.",
            )
        operations = revision.back if way == "undo" else revision.forward
        sheet, inverse = apply_edits(figure.sheet, operations)
        label, device = f"{way.capitalize()}: {revision.label}", sending.device if sending else ""
        record(figure, sheet, operations, inverse, label, device)
        if way == "undo":
            figure.undo_stack, figure.redo_stack = stack[:-1], [*figure.redo_stack, number]
        else:
            figure.redo_stack, figure.undo_stack = stack[:-1], [*figure.undo_stack, number]
        figure.save()
    return figure
