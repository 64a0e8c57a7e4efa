"""An oven with a probe as a program: it sends the air beside the piece to Windcrest.

    python -m standins.oven --server http://127.0.0.1:8000 --token TOKEN --dial 130 --offset 15 --speed 60

Then write `door` to open it for a minute, `dial 120` to turn it, or `quit`. As real probes do it
sends some readings twice, some late and loses some.
"""

from __future__ import annotations

import argparse
import os
import random
import sys
import time

from standins.link import Device, work
from standins.oven.cavity import Cavity

DOOR_S = 60.0


class Probe(Device):
    """Heats the oven and sends what it measures: some twice, some late, some never."""

    def __init__(self, cavity: Cavity, server: str, token: str, speed: float) -> None:
        super().__init__(server, token)
        self.cavity, self.speed = cavity, speed
        self.door_left_s = 0.0
        self.waiting: list[dict[str, float]] = []
        self.chance = random.Random(7)

    def open_door(self) -> None:
        self.door_left_s = DOOR_S

    def heat(self, seconds: float) -> None:
        """Let time pass, the first of it with the door open where it is."""
        opened = min(self.door_left_s, seconds)
        self.cavity.door = opened > 0
        self.cavity.wait(opened)
        self.door_left_s -= opened
        self.cavity.door = False
        self.cavity.wait(seconds - opened)

    def once(self) -> str | None:
        self.heat(self.every_s * self.speed)
        self.waiting.append({"at": time.time(), "temp_c": self.cavity.reading()})
        if self.chance.random() < 0.1:
            return None
        rows = [row for row in self.waiting[-400:] if self.chance.random() > 0.02]
        self.chance.shuffle(rows)
        wrong = self.post("probe/readings", {"readings": rows}) if rows else None
        if wrong is None:
            self.waiting = rows[:1] if self.chance.random() < 0.1 else []
        return wrong


def obey(probe: Probe, line: str) -> bool:
    """Do what a line says; False when it is to end."""
    word, _, rest = line.strip().lower().partition(" ")
    if word in ("quit", "exit"):
        return False
    if word == "door":
        probe.open_door()
    elif word == "dial":
        try:
            probe.cavity.dial_c = float(rest)
        except ValueError:
            print("write for example: dial 130", file=sys.stderr, flush=True)
    elif word:
        print("write door, dial 130 or quit", file=sys.stderr, flush=True)
    return True


def main() -> None:
    ways = argparse.ArgumentParser(prog="oven", description="An oven that stands in for one.")
    ways.add_argument("--server", default="http://127.0.0.1:8000")
    ways.add_argument("--token", default=os.environ.get("OVEN_TOKEN"), help="or OVEN_TOKEN")
    ways.add_argument("--dial", type=float, default=130.0, help="what it is set to, °C")
    ways.add_argument("--offset", type=float, default=0.0, help="how far its air is off, °C")
    ways.add_argument("--swing", type=float, default=8.0, help="of its thermostat, °C")
    ways.add_argument("--preheated", action="store_true")
    ways.add_argument("--speed", type=float, default=1.0, help="1 to 120 times as fast")
    given = ways.parse_args()
    if not given.token:
        ways.error("give the --token that Stores, Weigh showed")
    cavity = Cavity(dial_c=given.dial, offset_c=given.offset, swing_c=given.swing)
    if given.preheated:
        cavity.air_c = given.dial + given.offset
    speed = min(120.0, max(1.0, given.speed))
    probe = Probe(cavity, given.server, given.token, speed)
    work(probe, lambda line: obey(probe, line))


if __name__ == "__main__":
    main()
