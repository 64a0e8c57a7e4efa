"""A figure's plan: sheet, context and progress gathered, planned once, kept while nothing changes."""

from __future__ import annotations

import hashlib
from datetime import date
from functools import lru_cache

from django.contrib.auth.models import User

from server.accounts.models import HouseRules
from server.bench.models import progress_of
from server.shelf.models import Figure
from server.stores.models import StoresDocument
from windcrest_core.body.workpiece import workpiece
from windcrest_core.context import Context, Progress
from windcrest_core.frame.station import refuse_thick_wire
from windcrest_core.plan import Plan, plan
from windcrest_core.sheet import FigureSheet


def context_of(owner: User) -> Context:
    """House rules and stores of a person as they are now."""
    rules, _ = HouseRules.objects.get_or_create(owner=owner)
    stores, _ = StoresDocument.objects.get_or_create(owner=owner)
    return Context(rules=rules.rules, stores=stores.stores)


@lru_cache(maxsize=64)
def _planned(sheet: str, context: str, progress: str, today: date) -> Plan:
    return plan(
        FigureSheet.model_validate_json(sheet),
        Context.model_validate_json(context),
        Progress.model_validate_json(progress),
        today,
    )


def figure_context(figure: Figure) -> Context:
    if figure.pinned is not None:
        return Context.model_validate(figure.pinned)
    return context_of(figure.owner)


def plan_of(figure: Figure, sheet: FigureSheet | None = None) -> Plan:
    """The plan of a figure, or of another sheet in its place."""
    return _planned(
        (sheet or figure.sheet).model_dump_json(),
        figure_context(figure).model_dump_json(),
        progress_of(figure.id).model_dump_json(),
        date.today(),
    )


def etag_of(figure: Figure, station: str) -> str:
    """Changes whenever the plan may."""
    parts = [
        figure.sheet.model_dump_json(),
        figure_context(figure).model_dump_json(),
        progress_of(figure.id).model_dump_json(),
        date.today().isoformat(),
        station,
    ]
    return '"' + hashlib.sha256("\n".join(parts).encode()).hexdigest()[:24] + '"'


def refuse_unbuildable(owner: User, sheet: FigureSheet) -> None:
    """Raise SheetError for a choice that nothing can be built from."""
    if any(run.wire for run in sheet.runs):
        refuse_thick_wire(workpiece(sheet, context_of(owner), Progress()))
