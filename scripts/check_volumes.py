"""Volumes by grid against meshes on random figures: `python scripts/check_volumes.py [HOW MANY] [dressed]`."""

from __future__ import annotations

import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent))

from windcrest_core.tests.exact_volumes import Compared, compared, dressed_figure, random_figure

WHOLE, PART = 0.005, 0.03


def main(count: int, dressed: bool) -> int:
    made = dressed_figure if dressed else random_figure
    found: list[Compared] = []
    for seed in range(count):
        row = compared(made(seed))
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
    numbers = [int(word) for word in sys.argv[1:] if word.isdigit()]
    sys.exit(main(numbers[0] if numbers else 200, "dressed" in sys.argv))
