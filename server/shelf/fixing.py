"""Fixes that hold and the least change that settles a figure, looked for in the process beside; what a figure as it is now
does not ask any more is let go."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from datetime import date
from threading import Lock
from typing import Any

from server.beside import Job, beside
from server.problems import Problem
from server.shelf.models import Figure
from server.shelf.planning import given_of, plan_of
from windcrest_core.findings import Station
from windcrest_core.given.load import read_by_plans
from windcrest_core.settle.checked import asked, checked
from windcrest_core.settle.offers import Mended
from windcrest_core.settle.search import Settled, settle
from windcrest_core.settle.trials import Given, Key

MOST_KEPT = 400
SETTLE = "settle"

_jobs: OrderedDict[tuple[str, str, str], Job[Any]] = OrderedDict()
_lock = Lock()


class _Now:
    """A figure as it is now, and what is looked for in it; what was looked for in it before is let go."""

    def __init__(self, figure: Figure) -> None:
        context, progress = given_of(figure)
        self.id, self.sheet = figure.id, figure.sheet
        self.given = Given(context, progress, date.today())
        self.text = "\n".join(
            (self.sheet.model_dump_json(), read_by_plans(context), progress.model_dump_json())
        )
        with _lock:
            for old in [key for key in _jobs if key[0] == self.id and key[2] != self.text]:
                _jobs.pop(old).found.cancel()

    def begun(self, what: str, work: Callable[..., Any], *more: Any) -> Job[Any]:
        """The work that is under way or done, or begun; twice at once is once. Where it came to nothing that is told
        once, and it is begun anew when it is asked again."""
        key = self.id, what, self.text
        with _lock:
            found = _jobs.get(key)
            if found is not None and found.failed:
                del _jobs[key]
                raise Problem(503, "That could not be worked out. Ask again.")
            if found is None:
                if what == SETTLE:  # what only looks waits for it
                    for old in [one for one, job in _jobs.items() if job.found.cancel()]:
                        del _jobs[old]
                found = _jobs[key] = beside.begin(work, self.sheet, self.given, *more)
                while len(_jobs) > MOST_KEPT:
                    _jobs.popitem(last=False)
            return found


def fixes_of(figure: Figure, station: Station) -> tuple[list[Mended], list[Key]]:
    """What may be done about a station's findings that have been looked at, the worst first, and which are waited for."""
    now = _Now(figure)
    keys = asked([row for row in plan_of(figure).findings if row.station == station])
    jobs = [(key, now.begun("\n".join(("fix", *key)), checked, key)) for key in keys]
    done = [job.found.result() for _, job in jobs if job.found.done() and not job.failed]
    return done, [key for key, job in jobs if not job.found.done() or job.failed]


def settled(figure: Figure) -> tuple[float, Settled | None]:
    """How far the search is, and what it has found; asking begins it."""
    job = _Now(figure).begun(SETTLE, settle)
    if not job.found.done():
        return min(0.99, job.share), None
    return 1.0, job.found.result()
