"""A bench scale as a program: it sends what lies on its pan to Windcrest, four times a second.

    python -m standins.scale --server http://127.0.0.1:8000 --token TOKEN

Then write what is put on the pan: a number of grams, `tare`, or `quit`. With no one to write to it
goes on until it is stopped.
"""

from __future__ import annotations

import argparse
import json
import os
import sys
import threading
import urllib.error
import urllib.request

from standins.scale.balance import Balance

EVERY_S = 0.25


def send(server: str, token: str, grams: float, overload: bool) -> str | None:
    """Send one reading; what went wrong, in words, or None."""
    body = json.dumps({"grams": round(grams, 3), "overload": overload}).encode()
    request = urllib.request.Request(
        f"{server}/api/v1/scale/readings",
        body,
        {"Content-Type": "application/json", "Authorization": f"Bearer {token}"},
    )
    try:
        with urllib.request.urlopen(request, timeout=5):
            return None
    except urllib.error.HTTPError as error:
        return f"refused ({error.code}): is the token right, and not revoked?"
    except OSError as error:
        return f"not reached: {error}"


class Sender(threading.Thread):
    """Sends readings until it is told to stop; says once what goes wrong, and goes on trying."""

    def __init__(self, balance: Balance, server: str, token: str) -> None:
        super().__init__(daemon=True)
        self.balance, self.server, self.token = balance, server, token
        self.stop = threading.Event()

    def run(self) -> None:
        said: str | None = None
        while not self.stop.wait(EVERY_S):
            wrong = send(self.server, self.token, *self.balance.reading(EVERY_S))
            if wrong and wrong != said:
                print(wrong, file=sys.stderr, flush=True)
            said = wrong


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
    sender = Sender(balance, given.server.rstrip("/"), given.token)
    sender.start()
    try:
        if all(obey(balance, line) for line in sys.stdin):
            sender.join()
    except KeyboardInterrupt:
        pass
    sender.stop.set()


if __name__ == "__main__":
    main()
