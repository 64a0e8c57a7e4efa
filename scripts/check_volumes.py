"""Volumes by grid against meshes on random figures: `python scripts/check_volumes.py [HOW MANY]`."""

from __future__ import annotations

import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from windcrest_core.tests.exact_volumes import Compared, compared, random_figure

WHOLE, PART = 0.005, 0.03


def main(count: int) -> int:
    found: list[Compared] = []
    for seed in range(count):
        row = compared(random_figure(seed))
        found.append(row)
        whole = row.by_grid / row.by_mesh - 1
        print(f"{seed:4d}  whole {whole:+.3%}  {row.worst_part} {row.worst:+.2%}", flush=True)
    wholes = max(abs(row.by_grid / row.by_mesh - 1) for row in found)
    parts = max(abs(row.worst) for row in found)
    bad = sum(abs(row.worst) > PART for row in found)
    print(
        f"of {count}: whole within {wholes:.2%}, parts within {parts:.2%}, {bad} above {PART:.0%}"
    )
    return int(wholes > WHOLE or bad > 0)


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 200))
