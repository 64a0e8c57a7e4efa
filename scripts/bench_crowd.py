"""Measurements of several people at once."""

from __future__ import annotations

import statistics
import threading
import time
from concurrent.futures import ThreadPoolExecutor

from bench_server import Person

PEOPLE, SECONDS = 6, 15.0


def me_while_dragging_ms(url: str) -> float:
    """How long somebody who opens the sign-in page waits (`/me`, median) while six others drag a joint
    without a pause."""
    people = [Person(url) for _ in range(PEOPLE)]
    rows = people[0].ask("GET", "/api/v1/figures")
    over = threading.Event()

    def drag(person: Person, number: int) -> None:
        figure = rows[number % len(rows)]
        revision = person.ask("GET", f"/api/v1/figures/{figure['id']}")["revision"]
        turn = 0
        while not over.is_set():
            turn += 1
            degrees = (number + 0.37 * turn) % 20
            person.ask(
                "POST",
                f"/api/v1/figures/{figure['id']}/preview",
                {
                    "base_revision": revision,
                    "operations": [{"path": "joint/neck/swing_deg", "value": degrees}],
                },
            )

    guest = Person(url, demo=False)
    waits = []
    with ThreadPoolExecutor(PEOPLE) as pool:
        drags = [pool.submit(drag, person, number) for number, person in enumerate(people)]
        until = time.monotonic() + SECONDS
        while time.monotonic() < until:
            asked = time.perf_counter()
            guest.ask("GET", "/api/v1/me")
            waits.append((time.perf_counter() - asked) * 1000)
            time.sleep(0.05)
        over.set()
        for dragged in drags:
            dragged.result()
    return statistics.median(waits)
