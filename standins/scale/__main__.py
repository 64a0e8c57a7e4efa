"""A bench scale as a program: it sends what lies on its pan to Windcrest, four times a second.

    python -m standins.scale --server http://127.0.0.1:8000 --token TOKEN

Then write what is put on the pan: a number of grams, `tare`, or `quit`. With no one to write to it
goes on until it is stopped.
"""

from __future__ import annotations

import argparse
import os
import sys

from standins.link import Device, work
from standins.scale.balance import Balance


class Sender(Device):
    """Sends what lies on the pan."""

    every_s = 0.25

    def __init__(self, balance: Balance, server: str, token: str) -> None:
        super().__init__(server, token)
        self.balance = balance

    def once(self) -> str | None:
        grams, overload = self.balance.reading(self.every_s)
        return self.post("scale/readings", {"grams": round(grams, 3), "overload": overload})


def obey(balance: Balance, line: str) -> bool:
    """Do what a line says; False when it is to end."""
    word = line.strip().lower()
    if word in ("quit", "exit"):
        return False
    if word == "tare":
        balance.tare()
    elif word:
        try:
            balance.put(float(word.removesuffix("g")))
        except ValueError:
            print("write grams (131), tare or quit", file=sys.stderr, flush=True)
    return True


def main() -> None:
    ways = argparse.ArgumentParser(
        prog="scale", description="A bench scale that stands in for one."
    )
    ways.add_argument("--server", default="http://127.0.0.1:8000")
    ways.add_argument("--token", default=os.environ.get("SCALE_TOKEN"), help="or SCALE_TOKEN")
    ways.add_argument("--grams", type=float, default=0.0, help="what lies on it at first")
    ways.add_argument("--limit", type=float, default=2000.0, help="its overload, g")
    given = ways.parse_args()
    if not given.token:
        ways.error("give the --token that Stores showed for this scale")
    balance = Balance(limit_g=given.limit, on_pan_g=given.grams)
    work(Sender(balance, given.server, given.token), lambda line: obey(balance, line))


if __name__ == "__main__":
    main()
