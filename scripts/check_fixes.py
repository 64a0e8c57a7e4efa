"""Every fix that is shown tried on random figures, and the figures settled: `python scripts/check_fixes.py [HOW MANY]`."""

from __future__ import annotations

import sys
import time
from collections import Counter
from dataclasses import dataclass
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from windcrest_core.settle.checked import asked, checked
from windcrest_core.settle.search import settle
from windcrest_core.settle.trials import Trials
from windcrest_core.tests.spoiled import GIVEN, spoiled

BROKEN = ("refused", "without effect", "bring something as bad")


@dataclass(frozen=True)
class Swept:
    """What came of one figure; seconds for its settling and for the fixes of a station of its, on average."""

    told: Counter[str]
    settle_s: float
    station_s: float
    plans: int


def swept(seed: int) -> Swept:
    """The fixes of a figure done again by themselves, and the figure settled."""
    sheet, told = spoiled(seed), Counter[str]()
    start = Trials(sheet, GIVEN).start
    begun = time.perf_counter()
    keys = asked(start.plan.findings)
    rows = [(key, checked(sheet, GIVEN, key)) for key in keys]
    looked_s = time.perf_counter() - begun
    stations = {start.finding(key).station for key in keys}
    for key, found in rows:
        told["findings"] += 1
        told["without a fix"] += not found.offers and key in start.bad
        for offer in found.offers:
            told["fixes"] += 1
            after = Trials(sheet, GIVEN).after(start, offer.operations)
            if after is None:
                told["refused"] += 1
                continue
            told["without effect"] += key in after.ranks
            told["bring something as bad"] += bool(after.worse_than(start))
    begun = time.perf_counter()
    settled = settle(sheet, GIVEN)
    settle_s = time.perf_counter() - begun
    left = settled.stops[1] + settled.warnings[1]
    told["settled"] += left == 0
    told["not settled, and says why"] += left > 0 and all(row.in_the_way for row in settled.left)
    return Swept(told, settle_s, looked_s / max(len(stations), 1), settled.plans)


def main(count: int) -> int:
    told, slowest, plans = Counter[str](), 0.0, 0
    for seed in range(count):
        found = swept(seed)
        told += found.told
        slowest, plans = max(slowest, found.settle_s), max(plans, found.plans)
        print(seed, dict(told), f"slowest {slowest:.1f} s, most plans {plans}", flush=True)
    return int(any(told[key] for key in BROKEN))


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 500))
