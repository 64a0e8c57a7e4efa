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
from windcrest_core.given.load import Context, read_by_plans
from windcrest_core.given.progress import Progress
from windcrest_core.settle.checked import checked
from windcrest_core.settle.offers import Mended, key_of
from windcrest_core.settle.search import Settled, settle
from windcrest_core.settle.trials import Given

MOST_KEPT = 400
SETTLE = "settle"
RANK = {"stop": 0, "warn": 1, "note": 2}

_jobs: OrderedDict[tuple[str, str, str], Job[Any]] = OrderedDict()
_lock = Lock()


def _as_it_is(figure: Figure, context: Context, progress: Progress) -> str:
    return "\n".join(
        (figure.sheet.model_dump_json(), read_by_plans(context), progress.model_dump_json())
    )


def _begun(figure: Figure, what: str, work: Callable[..., Any], *more: Any) -> Job[Any]:
    """The work on a figure as it is now that is under way or done, or begun; twice at once is once. Where it came to
    nothing that is told once, and begun anew when it is asked again.
    """
    context, progress = given_of(figure)
    now = _as_it_is(figure, context, progress)
    with _lock:
        for old in [key for key in _jobs if key[0] == figure.id and key[2] != now]:
            _jobs.pop(old).found.cancel()
        found = _jobs.get((figure.id, what, now))
        if found is None:
            if what == SETTLE:  # what only looks waits for it
                for old in [key for key, job in _jobs.items() if job.found.cancel()]:
                    del _jobs[old]
            given = Given(context, progress, date.today())
            found = _jobs[figure.id, what, now] = beside.begin(work, figure.sheet, given, *more)
            while len(_jobs) > MOST_KEPT:
                _jobs.popitem(last=False)
        elif found.failed:
            del _jobs[figure.id, what, now]
            raise Problem(503, "That could not be worked out. Ask again.")
        return found


def fixes_of(figure: Figure, station: Station) -> tuple[float, list[Mended]]:
    """How many of a station's findings have been looked at, as a share, and what may be done about those; the worst are
    looked at first."""
    findings = sorted(
        (row for row in plan_of(figure).findings if row.station == station),
        key=lambda row: RANK[row.severity],
    )
    keys = [key_of(row) for row in findings if row.fixes or row.severity != "note"]
    jobs = [_begun(figure, "\n".join(("fix", *key)), checked, key) for key in keys]
    done = [job for job in jobs if job.found.done() and not job.failed]
    return (len(done) / len(jobs) if jobs else 1.0), [job.found.result() for job in done]


def settled(figure: Figure) -> tuple[float, Settled | None]:
    """How far the search is, and what it has found; asking begins it."""
    job = _begun(figure, SETTLE, settle)
    if not job.found.done():
        return min(0.99, job.share), None
    return 1.0, job.found.result()
