"""Every fix that is shown tried on random figures, and the figures settled: `python scripts/check_fixes.py [HOW MANY]`."""

from __future__ import annotations

import sys
import time
from collections import Counter
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from windcrest_core.settle.checked import asked, checked
from windcrest_core.settle.search import settle
from windcrest_core.settle.trials import Trials
from windcrest_core.tests.spoiled import GIVEN, spoiled


def main(count: int) -> int:
    told: Counter[str] = Counter()
    slowest = 0.0
    for seed in range(count):
        sheet = spoiled(seed)
        start = Trials(sheet, GIVEN).start
        for key in asked(sheet, GIVEN):
            found = checked(sheet, GIVEN, key)
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
        slowest = max(slowest, time.perf_counter() - begun)
        left = settled.stops[1] + settled.warnings[1]
        told["settled"] += left == 0
        told["not settled, and says why"] += left > 0 and all(
            row.in_the_way for row in settled.left
        )
        told["most plans"] = max(told["most plans"], settled.plans)
        print(seed, dict(told), f"slowest {slowest:.1f} s", flush=True)
    return int(any(told[key] for key in ("refused", "without effect", "bring something as bad")))


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 500))
