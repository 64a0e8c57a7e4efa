"""A bake that is in the oven, as it was put in: it does not follow what is changed of the figure since."""

from __future__ import annotations

from typing import Any, NamedTuple, TypeVar

from server.bench.models import LiveBake
from server.shelf.models import Figure
from server.shelf.planning import figure_context, given_of, kept_plan_of
from windcrest_core.bake.trace import Trace
from windcrest_core.body.workpiece import Workpiece, workpiece
from windcrest_core.given.load import Context, load_context, load_progress
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import Progress
from windcrest_core.sheet import FigureSheet, load_sheet
from windcrest_core.work.bakes import PlannedBake, planned_bake
from windcrest_core.work.live import Live, follow


def contents_of(figure: Figure) -> dict[str, Any]:
    """What is put in the oven, to be kept with the bake until it is over."""
    context, progress = given_of(figure)
    return {
        "sheet": figure.sheet.model_dump(mode="json"),
        "context": context.model_dump(mode="json"),
        "progress": progress.model_dump(mode="json"),
    }


class _Given(NamedTuple):
    sheet: FigureSheet
    context: Context
    progress: Progress


_K, _V = TypeVar("_K"), TypeVar("_V")
MOST_KEPT = 8  # of a load of many figures
_read: dict[str, _Given] = {}  # the bakes looked at last, by key: what they hold never changes


def _given(bake: LiveBake) -> _Given:
    found = _read.get(bake.key)
    if found is None:
        kept = bake.contents
        found = _Given(
            load_sheet(kept["sheet"]),
            load_context(kept["context"]),
            load_progress(kept["progress"]),
        )
        _one_more(_read, bake.key, found)
    return found


def planned_then(bake: LiveBake) -> PlannedBake:
    """A bake as it was planned when it was begun.

    Raises
    ------
    SheetError : begun before Windcrest was renewed, and planned otherwise since.
    """
    given = _given(bake)
    plan = kept_plan_of(bake.figure, given.sheet, (given.context, given.progress)).plan
    return planned_bake(plan, bake.number)


def followed(bake: LiveBake, trace: Trace, elapsed_s: float) -> Live:
    """Where it stands, in the oven as it is known today."""
    given = _given(bake)
    oven = figure_context(bake.figure).rules.oven
    then = planned_then(bake)
    work = _work(bake, given, oven)
    return follow(work, then.bake, then.before, trace, elapsed_s, bake.dial_c)


_worked: dict[
    tuple[str, str], Workpiece
] = {}  # of the bakes followed last: nothing of them changes but the oven


def _work(bake: LiveBake, given: _Given, oven: Oven) -> Workpiece:
    key = (bake.key, oven.model_dump_json())
    found = _worked.get(key)
    if found is None:
        rules = given.context.rules.model_copy(update={"oven": oven})
        context = given.context.model_copy(update={"rules": rules})
        found = workpiece(given.sheet, context, given.progress)
        _one_more(_worked, key, found)
    return found


def _one_more(kept: dict[_K, _V], key: _K, value: _V) -> None:
    """Keep it, and let go of what was kept first."""
    while len(kept) >= MOST_KEPT:
        kept.pop(next(iter(kept)), None)
    kept[key] = value
