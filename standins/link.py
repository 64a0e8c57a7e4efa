"""What every stand-in does: it sends to Windcrest with its token, and does what is written to it."""

from __future__ import annotations

import json
import sys
import threading
import urllib.error
import urllib.request
from collections.abc import Callable


class Device(threading.Thread):
    """Sends again and again until it is told to stop; says once what goes wrong, and goes on."""

    every_s = 1.0

    def __init__(self, server: str, token: str) -> None:
        super().__init__(daemon=True)
        self.server, self.token = server.rstrip("/"), token
        self.stop = threading.Event()

    def once(self) -> str | None:
        """Measure and send; what went wrong, in words, or None."""
        raise NotImplementedError

    def run(self) -> None:
        said: str | None = None
        while not self.stop.wait(self.every_s):
            wrong = self.once()
            if wrong and wrong != said:
                print(wrong, file=sys.stderr, flush=True)
            said = wrong

    def post(self, path: str, body: object) -> str | None:
        """Send a body; what went wrong, in words, or None."""
        request = urllib.request.Request(
            f"{self.server}/api/v1/{path}",
            json.dumps(body).encode(),
            {"Content-Type": "application/json", "Authorization": f"Bearer {self.token}"},
        )
        try:
            with urllib.request.urlopen(request, timeout=5):
                return None
        except urllib.error.HTTPError as error:
            return f"refused ({error.code}): is the token right, and not revoked?"
        except OSError as error:
            return f"not reached: {error}"


def work(device: Device, obey: Callable[[str], bool]) -> None:
    """Run until a line ends it, or, with no one to write to it, until it is stopped."""
    device.start()
    try:
        if all(obey(line) for line in sys.stdin):
            device.join()
    except KeyboardInterrupt:
        pass
    device.stop.set()
