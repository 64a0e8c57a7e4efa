"""The reach of a brush worked out in the process beside, one figure at a time, and kept with it."""

from __future__ import annotations

from collections import OrderedDict
from threading import Lock

from django.db import transaction

from server.beside import Job, beside
from server.shelf.models import Figure
from server.shelf.planning import figure_context
from windcrest_core.given.reach import Reach
from windcrest_core.order.reach import fingerprint, look
from windcrest_core.sheet import FigureSheet

MOST_KEPT = 24


_looks: OrderedDict[str, Job[Reach]] = OrderedDict()
_lock = Lock()


def _begun(key: str, sheet: FigureSheet, wall_mm: float) -> Job[Reach]:
    """The look at a figure that is under way or done, or a new one."""
    with _lock:
        found = _looks.get(key)
        if found is None or found.failed:
            found = _looks[key] = beside.begin(look, sheet, wall_mm)
            while len(_looks) > MOST_KEPT:
                _looks.popitem(last=False)
        return found


def share_looked(figure: Figure) -> float:
    """How much of a figure's reach is worked out, 0 to 1; begins it where it is not, and keeps what
    was found with the figure once it is."""
    wall_mm = figure_context(figure).rules.wall_mm
    key = fingerprint(figure.sheet, wall_mm)
    if figure.reach is not None and figure.reach.get("fingerprint") == key:
        return 1.0
    looking = _begun(key, figure.sheet, wall_mm)
    if not looking.found.done():
        return min(0.99, looking.share)
    found = looking.found.result().model_dump(mode="json")
    with transaction.atomic():
        Figure.objects.filter(pk=figure.pk).update(reach=found)
    figure.reach = found
    return 1.0
