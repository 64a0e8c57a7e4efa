"""What may be done about one finding of a figure, asked by itself: what a page shows beside it."""

from __future__ import annotations

from collections.abc import Callable

from windcrest_core.errors import SheetError
from windcrest_core.settle.offers import Mended, key_of, mended
from windcrest_core.settle.trials import Given, Key, Trials
from windcrest_core.sheet.model import FigureSheet

MOST_PLANS = 30  # for one finding, with what is in the way of it


def checked(
    sheet: FigureSheet, given: Given, key: Key, tell: Callable[[float], None] = lambda share: None
) -> Mended:
    """The fixes of a finding that hold.

    Raises
    ------
    SheetError : no such finding in the plan of this sheet.
    """
    trials = Trials(sheet, given, MOST_PLANS, tell)
    finding = next((row for row in trials.start.plan.findings if key_of(row) == key), None)
    if finding is None:
        raise SheetError.one("finding", " ".join(key), "a finding of the figure as it is")
    return mended(trials, finding)


def asked(sheet: FigureSheet, given: Given) -> list[Key]:
    """The findings something may be done about, the worst first."""
    rows = Trials(sheet, given, 1).start.plan.findings
    rank = {"stop": 0, "warn": 1, "note": 2}
    found = sorted(rows, key=lambda row: rank[row.severity])
    return [key_of(row) for row in found if row.fixes or row.severity != "note"]
