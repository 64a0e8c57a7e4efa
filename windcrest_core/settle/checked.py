"""What may be done about one finding of a figure, asked by itself: what a page shows beside it."""

from __future__ import annotations

from collections.abc import Callable

from windcrest_core.errors import SheetError
from windcrest_core.findings import Finding
from windcrest_core.settle.offers import Mended, key_of, mended
from windcrest_core.settle.trials import RANK, Given, Key, Trials
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


def asked(findings: list[Finding]) -> list[Key]:
    """Those that something may be done about, the worst first."""
    worst_first = sorted(findings, key=lambda row: -RANK[row.severity])
    return [key_of(row) for row in worst_first if row.fixes or row.severity != "note"]
