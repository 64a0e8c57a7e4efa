"""A figure's plan: sheet, context and progress gathered, planned once, kept while nothing changes."""

from __future__ import annotations

import hashlib
from collections import OrderedDict
from datetime import date
from functools import cached_property
from threading import Lock

from django.conf import settings

from server.shelf.models import Figure
from server.shelf.progress import progress_of
from server.speaking import speaker_of
from server.stores.given import context_of
from windcrest_core.body.workpiece import workpiece
from windcrest_core.drag import Held, held
from windcrest_core.given.load import Context, load_context, read_by_plans
from windcrest_core.given.progress import Progress
from windcrest_core.given.reach import Reach
from windcrest_core.plan import Plan, plan
from windcrest_core.say import Sayer
from windcrest_core.sheet import FigureSheet

Given = tuple[Context, Progress]


class Kept:
    """A plan, and the same as JSON in the units asked for last."""

    def __init__(self, made: Plan, sheet: FigureSheet, given: Given) -> None:
        self.plan = made
        self._made_of = sheet, given
        self._text: tuple[Sayer, str] | None = None

    def text(self, speaker: Sayer) -> str:
        if self._text is None or self._text[0] is not speaker:
            self._text = (speaker, self.plan.model_dump_json(context=speaker))
        return self._text[1]

    def on(self, day: date) -> Kept:
        return Kept(self.plan.model_copy(update={"today": day}), *self._made_of)

    @cached_property
    def held(self) -> Held:
        """The figure in hand, to be dragged."""
        sheet, given = self._made_of
        return held(workpiece(sheet, *given), self.plan.frame)


_Key = tuple[str, str, str]
_kept: OrderedDict[_Key, Kept] = OrderedDict()
_lock = Lock()
# One plan at a time: more at once take as long together and keep all others waiting.
_planning = Lock()


def _found(key: _Key, today: date) -> Kept | None:
    """The plan that is kept, which is the same on another day but for its date."""
    with _lock:
        if (found := _kept.get(key)) is not None:
            _kept.move_to_end(key)
            if found.plan.today != today:
                found = _kept[key] = found.on(today)
        return found


def _planned(sheet: FigureSheet, context: Context, progress: Progress, today: date) -> Kept:
    key = (
        sheet.model_dump_json(),
        read_by_plans(context),
        progress.model_dump_json(),
    )
    if (found := _found(key, today)) is not None:
        return found
    with _planning:
        if (found := _found(key, today)) is not None:
            return found
        made = plan(sheet, context, progress, today)
        kept = Kept(made, sheet, (context, progress))
        with _lock:
            _kept[key] = kept
            while len(_kept) > settings.PLANS_KEPT:
                _kept.popitem(last=False)
    return kept


def figure_context(figure: Figure) -> Context:
    context = (
        load_context(figure.pinned) if figure.pinned is not None else context_of(figure.owner_id)
    )
    if figure.reach is None:
        return context
    return context.model_copy(update={"reach": Reach.model_validate(figure.reach)})


def given_of(figure: Figure) -> Given:
    """What a figure's plan takes as given, besides its sheet."""
    return figure_context(figure), progress_of(figure.id)


def kept_plan_of(
    figure: Figure, sheet: FigureSheet | None = None, given: Given | None = None
) -> Kept:
    """The plan of a figure, or of another sheet in its place, with its JSON."""
    context, progress = given or given_of(figure)
    return _planned(sheet or figure.sheet, context, progress, date.today())


def plan_of(figure: Figure, sheet: FigureSheet | None = None, given: Given | None = None) -> Plan:
    return kept_plan_of(figure, sheet, given).plan


def etag_of(figure: Figure, station: str) -> str:
    """Changes whenever the plan may."""
    parts = [
        figure.sheet.model_dump_json(),
        figure_context(figure).model_dump_json(),
        progress_of(figure.id).model_dump_json(),
        date.today().isoformat(),
        speaker_of(figure.owner_id).units.model_dump_json(),
        station,
    ]
    return 'W/"' + hashlib.sha256("\n".join(parts).encode()).hexdigest()[:24] + '"'


def refuse_unbuildable(sheet: FigureSheet, given: Given) -> None:
    """Raise SheetError for a choice that nothing can be built from; the plan is kept."""
    _planned(sheet, *given, date.today())
