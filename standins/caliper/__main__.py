"""A caliper as a program: with its button it sends what it spans to Windcrest, once.

    python -m standins.caliper --server http://127.0.0.1:8000 --token TOKEN

Then write what it spans and press Enter: `34.2`, `34.2 mm` or `1.35 in`; `unit in` and `unit mm` change what a bare
number is; `quit` ends it.
"""

from __future__ import annotations

import argparse
import contextlib
import math
import os
import random
import sys

from standins.link import Device

INCH_MM = 25.4
PLAY_MM = 0.02  # of a cheap one, either way
MOST_MM = 300.0


class Jaws(Device):
    """A caliper of 300 mm that reads to a hundredth."""

    def __init__(
        self, server: str, token: str, unit: str = "mm", chance: random.Random | None = None
    ) -> None:
        super().__init__(server, token)
        self.unit = unit
        self.chance = chance or random.Random()

    def reads(self, mm: float) -> float:
        """What its display says of a length, mm."""
        return round(mm + self.chance.uniform(-PLAY_MM, PLAY_MM), 2)

    def press(self, mm: float) -> str | None:
        return self.post("caliper/readings", {"mm": self.reads(mm)})


def spanned_mm(line: str, unit: str) -> float:
    """A length as it is written.

    Raises
    ------
    ValueError : no number, or more than the jaws open.

    >>> spanned_mm("34.2", "mm"), spanned_mm("1.5 in", "mm"), spanned_mm("1.5", "in")
    (34.2, 38.1, 38.1)
    """
    text = line.strip().lower()
    for ending in ("mm", "in"):
        if text.endswith(ending):
            text, unit = text.removesuffix(ending), ending
            break
    mm = round(float(text) * (INCH_MM if unit == "in" else 1.0), 4)
    if not math.isfinite(mm) or not 0 < mm <= MOST_MM:
        raise ValueError(line)
    return mm


def obey(jaws: Jaws, line: str) -> bool:
    """Do what a line says; False when it is to end."""
    word = line.strip().lower()
    if word in ("quit", "exit"):
        return False
    if word in ("unit mm", "unit in"):
        jaws.unit = word[-2:]
    elif word:
        try:
            wrong = jaws.press(spanned_mm(word, jaws.unit))
        except ValueError:
            wrong = (
                f"write a length up to {MOST_MM:.0f} mm (34.2, 1.35 in), unit in, unit mm or quit"
            )
        if wrong:
            print(wrong, file=sys.stderr, flush=True)
    return True


def main() -> None:
    ways = argparse.ArgumentParser(prog="caliper", description="A caliper that stands in for one.")
    ways.add_argument("--server", default="http://127.0.0.1:8000")
    ways.add_argument("--token", default=os.environ.get("CALIPER_TOKEN"), help="or CALIPER_TOKEN")
    ways.add_argument("--unit", choices=["mm", "in"], default="mm", help="of a bare number")
    given = ways.parse_args()
    if not given.token:
        ways.error("give the --token that Stores showed for this caliper")
    jaws = Jaws(given.server, given.token, given.unit)
    with contextlib.suppress(KeyboardInterrupt):
        all(obey(jaws, line) for line in sys.stdin)


if __name__ == "__main__":
    main()
