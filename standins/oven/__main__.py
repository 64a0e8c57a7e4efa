"""An oven with a probe as a program: it sends the air beside the piece to Windcrest.

    python -m standins.oven --server http://127.0.0.1:8000 --token TOKEN --dial 130 --offset 15 --speed 60

Then write `door` to open it for a minute, `dial 120` to turn it, or `quit`. As real probes do it
sends some readings twice, some late and loses some.
"""

from __future__ import annotations

import argparse
import json
import os
import random
import sys
import threading
import time
import urllib.error
import urllib.request

from standins.oven.cavity import Cavity

EVERY_S = 1.0
DOOR_S = 60.0


class Probe(threading.Thread):
    """Heats the oven and sends what it measures until it is told to stop."""

    def __init__(self, cavity: Cavity, server: str, token: str, speed: float) -> None:
        super().__init__(daemon=True)
        self.cavity, self.server, self.token, self.speed = cavity, server, token, speed
        self.stop = threading.Event()
        self.door_left_s = 0.0
        self.waiting: list[dict[str, float]] = []
        self.chance = random.Random(7)

    def open_door(self) -> None:
        self.door_left_s = DOOR_S

    def run(self) -> None:
        said: str | None = None
        while not self.stop.wait(EVERY_S):
            passed = EVERY_S * self.speed
            self.cavity.door = self.door_left_s > 0
            if self.door_left_s > 0:
                opened = min(self.door_left_s, passed)
                self.cavity.wait(opened)
                self.door_left_s -= opened
                self.cavity.door = False
                passed -= opened
            self.cavity.wait(passed)
            self.waiting.append({"at": time.time(), "temp_c": self.cavity.reading()})
            wrong = self.send()
            if wrong and wrong != said:
                print(wrong, file=sys.stderr, flush=True)
            said = wrong

    def send(self) -> str | None:
        """Send what waits, sometimes late and out of order, sometimes twice."""
        if self.chance.random() < 0.1:
            return None
        rows = [row for row in self.waiting if self.chance.random() > 0.02]
        self.chance.shuffle(rows)
        if not rows:
            return None
        wrong = self._post(rows)
        if wrong is None:
            self.waiting = rows[:1] if self.chance.random() < 0.1 else []
        return wrong

    def _post(self, rows: list[dict[str, float]]) -> str | None:
        request = urllib.request.Request(
            f"{self.server}/api/v1/probe/readings",
            json.dumps({"readings": rows[-400:]}).encode(),
            {"Content-Type": "application/json", "Authorization": f"Bearer {self.token}"},
        )
        try:
            with urllib.request.urlopen(request, timeout=5):
                return None
        except urllib.error.HTTPError as error:
            return f"refused ({error.code}): is the token right, and not revoked?"
        except OSError as error:
            return f"not reached, and kept for later: {error}"


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
    probe = Probe(cavity, given.server.rstrip("/"), given.token, speed)
    probe.start()
    try:
        if all(obey(probe, line) for line in sys.stdin):
            probe.join()
    except KeyboardInterrupt:
        pass
    probe.stop.set()


if __name__ == "__main__":
    main()
