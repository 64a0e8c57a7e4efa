"""Say which numbers of the kept plans have moved, and keep the new ones with --keep."""

from __future__ import annotations

import argparse
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from windcrest_core.tests.golden import KEPT, cases, numbers, read, unlike, write
from windcrest_core.tests.support import planned


def main() -> None:
    words = argparse.ArgumentParser(description=__doc__)
    words.add_argument("--keep", action="store_true")
    given = words.parse_args()
    now = {name: numbers(planned(sheet)) for name, sheet in cases()}
    kept = read() if KEPT.exists() else {}
    for name, found in now.items():
        told = unlike(kept.get(name, {}), found)
        if kept and told:
            print(f"{name}: {len(told)} moved", *(f"\n  {line}" for line in told[:40]))
    if given.keep:
        write(now)
    print(f"{sum(len(found) for found in now.values())} numbers of {len(now)} plans")


if __name__ == "__main__":
    main()
