"""A change tried as a whole plan: what it mends, what it brings, and what else moves."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import date

from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen
from windcrest_core.findings import Finding, Operation, Severity
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.plan import Plan, plan
from windcrest_core.reshape import worked_out
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet

Key = tuple[str, str]
"""Of a finding: its id and its subject."""
RANK: dict[Severity, int] = {"note": 1, "warn": 2, "stop": 3}
HOUR_PRICE = 12.0  # of an hour at the bench, beside what is bought [A]
STEEL_PRICE = 0.005  # of a gram of it let into core or base [A]
SHELF_PRICE = 0.02  # of a cm² of base, which stands in the way [A]


class Moved(Frozen):
    """What a change adds, less than nought where it saves."""

    mass_g: float
    clay_g: float
    hands_min: float
    oven_min: float
    bakes: int
    cost: float
    tips_deg: float


@dataclass(frozen=True)
class Given:
    """What a plan is made of beside its sheet."""

    context: Context
    progress: Progress
    today: date


@dataclass(frozen=True)
class Trial:
    """A sheet and its plan; what is worse than a note in it, and how bad, by finding."""

    sheet: FigureSheet
    plan: Plan
    ranks: dict[Key, int] = field(init=False)

    def __post_init__(self) -> None:
        ranks: dict[Key, int] = {}
        for found in self.plan.findings:
            key = found.id, found.subject
            ranks[key] = max(ranks.get(key, 0), RANK[found.severity])
        object.__setattr__(self, "ranks", ranks)

    @property
    def bad(self) -> dict[Key, int]:
        """Stops and warnings."""
        return {key: rank for key, rank in self.ranks.items() if rank > RANK["note"]}

    @property
    def stops(self) -> int:
        return self._count("stop")

    @property
    def warnings(self) -> int:
        return self._count("warn")

    @property
    def notes(self) -> int:
        return self._count("note")

    def _count(self, severity: Severity) -> int:
        """How many there are; one that is said instead of several counts as those."""
        rows = {(f.id, f.subject): f for f in self.plan.findings if f.severity == severity}
        return sum(int(row.numbers.get("instead_of", 1)) for row in rows.values())

    @property
    def price(self) -> float:
        """What is bought, the hours at the bench, the room its base takes on a shelf, and steel to be carried about."""
        totals, base = self.plan.totals, self.sheet.base
        shelf_cm2 = base.width_mm * base.depth_mm / 100
        steel_g = base.counterweight_g + sum(part.ballast_g for part in self.sheet.parts)
        work = totals.hands.value / 60 * HOUR_PRICE
        return totals.cost.value + work + shelf_cm2 * SHELF_PRICE + steel_g * STEEL_PRICE

    def finding(self, key: Key) -> Finding:
        return next(row for row in self.plan.findings if (row.id, row.subject) == key)

    def moved_from(self, before: Trial) -> Moved:
        a, b = before.plan, self.plan
        return Moved(
            mass_g=b.totals.mass.value - a.totals.mass.value,
            clay_g=b.totals.clay.value - a.totals.clay.value,
            hands_min=b.totals.hands.value - a.totals.hands.value,
            oven_min=b.bake.total_min.value - a.bake.total_min.value,
            bakes=len(b.bake.bakes) - len(a.bake.bakes),
            cost=b.totals.cost.value - a.totals.cost.value,
            tips_deg=b.totals.tips_at.value - a.totals.tips_at.value,
        )

    def worse_than(self, before: Trial) -> list[Key]:
        """Stops and warnings that were not there before, or not as bad."""
        return [key for key, rank in self.bad.items() if rank > before.ranks.get(key, 0)]


class Trials:
    """Plans of one sheet after changes, each made once; `most` of them, then nothing more is tried.

    Parameters
    ----------
    tell : called with how many have been made of how many at most.
    """

    def __init__(
        self,
        sheet: FigureSheet,
        given: Given,
        most: int = 100,
        tell: Callable[[float], None] = lambda share: None,
    ) -> None:
        self.given, self.most, self._tell = given, most, tell
        self.made = 0
        self._known: dict[str, Trial | None] = {}
        start = self._of(sheet)
        if start is None:
            raise SheetError.one("sheet", sheet.name, "a sheet that can be planned")
        self.start = start

    @property
    def spent(self) -> bool:
        return self.made >= self.most

    def after(self, before: Trial, operations: list[Operation]) -> Trial | None:
        """The same sheet with a change; None where that is refused, or no more is to be tried."""
        try:
            changed, _ = apply_edits(before.sheet, worked_out(before.sheet, operations))
        except SheetError:
            return None
        return self._of(changed)

    def _of(self, sheet: FigureSheet) -> Trial | None:
        key = sheet.model_dump_json()
        if key not in self._known:
            if self.spent:
                return None
            self.made += 1
            self._tell(self.made / self.most)
            given = self.given
            try:
                made = plan(sheet, given.context, given.progress, given.today)
                self._known[key] = Trial(sheet, made)
            except SheetError:
                self._known[key] = None
        return self._known[key]
