"""Bring figures whose sheet is of an older version to the one of today, and keep the plans of those finished."""

from __future__ import annotations

import gzip

from django.db import transaction

from server.shelf.models import Figure, Revision
from server.shelf.planning import kept_plan_of
from server.shelf.progress import progress_of
from server.speaking import speaker_of
from windcrest_core.character.library.cloth_now import as_cloth
from windcrest_core.names import listed
from windcrest_core.sheet.upgrades import SHEET

CLOTH_SINCE = 5  # version of the sheet


def bring_up(figure: Figure) -> bool:
    """Write the sheet of a figure, locked by the caller, as it is read today; the revision that says so is the end of
    undo. Whether there was anything to do."""
    if SHEET.version_of(figure.sheet_json) == SHEET.current:
        return False
    sheet, cloth = figure.sheet, list[str]()
    if SHEET.version_of(figure.sheet_json) < CLOTH_SINCE and figure.pinned is None:
        sheet, cloth = as_cloth(sheet, progress_of(figure.id).steps_done)
    figure.sheet_json = sheet.model_dump(mode="json")
    figure.revision += 1
    label = f"Brought to version {SHEET.current} of the figure sheet"
    if cloth:
        label += f"; rolled out as cloth now: {listed(cloth)}"
    Revision.objects.create(
        figure=figure,
        number=figure.revision,
        label=label[:200],
        brought=True,
    )
    figure.undo_stack, figure.redo_stack = [figure.revision], []
    figure.save()
    return True


def bring_all_up() -> int:
    """How many figures had a sheet of an older version."""
    brought = 0
    for key in Figure.objects.values_list("pk", flat=True):
        with transaction.atomic():
            brought += bring_up(Figure.objects.select_for_update().get(pk=key))
    return brought


def keep_finished_plans() -> int:
    """How many figures that were finished before their plan was kept have it now."""
    kept = 0
    for figure in Figure.objects.filter(pinned__isnull=False, pinned_plan=None):
        plan = gzip.compress(kept_plan_of(figure).text(speaker_of(figure.owner_id)).encode())
        with transaction.atomic():
            kept += Figure.objects.filter(pk=figure.pk, pinned_plan=None).update(pinned_plan=plan)
    return kept
