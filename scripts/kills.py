"""kill -9 while people work: what was acknowledged must be there afterwards. By hand: `python scripts/kills.py`.

Four people at once edit a joint, book foil, put photographs with a note into the log and send readings of a
probe, while the server is killed and started again. Each writes down what was answered with 2xx; what was
under way when the server went may be there or not.
"""

from __future__ import annotations

import argparse
import io
import json
import random
import signal
import sqlite3
import sys
import tempfile
import threading
import time
import urllib.error
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from http.client import HTTPException
from pathlib import Path
from typing import Any

from bench_server import Person, free_port, started
from PIL import Image

LONGEST_S = 1800.0
BOUNDARY = "between-the-parts"


class Crowd:
    """Everybody at work, and what each was told is done."""

    def __init__(self, url: str, folder: Path) -> None:
        self.url, self.folder = url, folder
        self.over = threading.Event()
        person = Person(url)
        self.figure = person.ask("GET", "/api/v1/figures")[0]["id"]
        self.at = f"/api/v1/figures/{self.figure}"
        items = person.ask("GET", "/api/v1/stock")["items"]
        foil = next(row for row in items if row["kind"] == "foil")
        self.item, self.lot = foil["id"], foil["lots"][0]["id"]
        self.token = person.ask("POST", "/api/v1/devices", {"name": "probe"})["token"]
        person.ask("POST", f"{self.at}/live/1", {"speed": 1})
        self.edits: list[tuple[int, float]] = []
        self.bookings: list[str] = []
        self.notes: list[str] = []
        self.readings: list[float] = []
        self.tried = self.broken = 0
        jobs = (self._edit, self._book, self._photograph, self._read)
        self.pool = ThreadPoolExecutor(len(jobs))
        people = [Person(url) for _ in jobs]
        self.working = [
            self.pool.submit(self._go_on, job, one) for job, one in zip(jobs, people, strict=True)
        ]

    def _go_on(self, job: Callable[[Person, int], None], person: Person) -> None:
        number = 0
        while not self.over.is_set():
            number += 1
            self.tried += 1
            try:
                job(person, number)
            except urllib.error.HTTPError as error:
                raise RuntimeError(
                    f"{job.__name__}: {error.code} {error.read()[:300]!r}"
                ) from error
            except (OSError, HTTPException, ValueError):
                self.broken += 1
                time.sleep(0.05)

    def _edit(self, person: Person, number: int) -> None:
        degrees = number % 40 / 2
        base = person.ask("GET", self.at)["revision"]
        body = {
            "base_revision": base,
            "operations": [{"path": "joint/neck/swing_deg", "value": degrees}],
        }
        done = person.ask("POST", f"{self.at}/edits", body)["figure"]
        self.edits.append((done["revision"], degrees))

    def _book(self, person: Person, number: int) -> None:
        key = f"kill-{number}"
        body = {"kind": "bought", "amount": "0.1 m", "lot": self.lot, "client_key": key}
        person.ask("POST", f"/api/v1/stock/items/{self.item}/movements", body)
        self.bookings.append(key)

    def _photograph(self, person: Person, number: int) -> None:
        note = f"photograph {number}"
        held = io.BytesIO()
        colour = (number % 256, number * 7 % 256, 90)
        Image.new("RGB", (640, 480), colour).save(held, "JPEG")
        head = (
            f'--{BOUNDARY}\r\nContent-Disposition: form-data; name="text"\r\n\r\n{note}\r\n'
            f'--{BOUNDARY}\r\nContent-Disposition: form-data; name="picture"; filename="p.jpg"\r\n'
            "Content-Type: image/jpeg\r\n\r\n"
        )
        body = head.encode() + held.getvalue() + f"\r\n--{BOUNDARY}--\r\n".encode()
        kind = {"Content-Type": f"multipart/form-data; boundary={BOUNDARY}"}
        person.ask("POST", f"{self.at}/log", body, **kind)
        self.notes.append(note)

    def _read(self, person: Person, number: int) -> None:
        now = round(time.time(), 3)
        rows = {"readings": [{"at": now, "temp_c": 130 + number % 7}]}
        bearer = {"Authorization": f"Bearer {self.token}"}
        if person.ask("POST", "/api/v1/probe/readings", rows, **bearer)["taken"]:
            self.readings.append(now)
        time.sleep(0.02)

    def missing(self) -> list[str]:
        """What was acknowledged up to now and is not there."""
        told = list(self.edits), list(self.bookings), list(self.notes), list(self.readings)
        with sqlite3.connect(self.folder / "windcrest.sqlite3", timeout=30) as store:
            found = _lost(store, self.figure, self.folder / "pictures", *told)
        store.close()
        return found


def _lost(
    store: sqlite3.Connection,
    figure: str,
    pictures: Path,
    edits: list[tuple[int, float]],
    bookings: list[str],
    notes: list[str],
    readings: list[float],
) -> list[str]:
    def column(query: str, *given: Any) -> set[Any]:
        return {row[0] for row in store.execute(query, given)}

    found = [f"integrity: {row}" for row in column("PRAGMA integrity_check") - {"ok"}]
    found += [f"foreign key: {row}" for row in store.execute("PRAGMA foreign_key_check")]
    numbers = column("SELECT number FROM shelf_revision WHERE figure_id = ?", figure)
    found += [f"edit {number}" for number, _ in edits if number not in numbers]
    revision, sheet = store.execute(
        "SELECT revision, sheet_json FROM shelf_figure WHERE id = ?", (figure,)
    ).fetchone()
    last, degrees = edits[-1] if edits else (0, 0.0)
    if revision == last and json.loads(sheet)["pose"]["neck"]["swing_deg"] != degrees:
        found.append(f"the neck of edit {last}")
    booked = column("SELECT client_key FROM stores_movement WHERE client_key LIKE 'kill-%'")
    found += [f"booking {key}" for key in bookings if key not in booked]
    log = dict(store.execute("SELECT text, picture FROM bench_logentry WHERE deleted IS NULL"))
    for note in notes:
        try:
            with Image.open(pictures / log[note]) as picture:
                picture.load()
        except (KeyError, OSError) as error:
            found.append(f"{note}: {error!r}")
    started_at, key = store.execute(
        "SELECT (julianday(started) - 2440587.5) * 86400.0, id FROM bench_livebake WHERE ended IS NULL"
    ).fetchone()
    kept = sorted(column("SELECT at_s FROM bench_bakereading WHERE bake_id = ?", key))
    lost = len(readings) - sum(any(abs(at - started_at - k) < 0.1 for k in kept) for at in readings)
    return found + ([f"{lost} readings"] if lost else [])


def main() -> None:
    words = argparse.ArgumentParser(description=__doc__)
    words.add_argument("--times", type=int, default=100)
    words.add_argument("--seed", type=int, default=1)
    given = words.parse_args()
    chance, port, began = random.Random(given.seed), free_port(), time.monotonic()
    with tempfile.TemporaryDirectory() as kept:
        folder = Path(kept)
        server = started(folder, port)
        crowd = Crowd(f"http://127.0.0.1:{port}", folder)
        killed, missing = 0, list[str]()
        while killed < given.times and time.monotonic() - began < LONGEST_S and not missing:
            time.sleep(chance.uniform(0.5, 4.0))
            server.send_signal(signal.SIGKILL)
            server.wait()
            killed += 1
            missing = crowd.missing()
            server = started(folder, port)
        crowd.over.set()
        for work in crowd.working:
            work.result(60)
        missing += crowd.missing()
        server.kill()
        server.wait()
    print(
        f"{killed} kills in {time.monotonic() - began:.0f} s; acknowledged: {len(crowd.edits)} edits, "
        f"{len(crowd.bookings)} bookings, {len(crowd.notes)} photographs, {len(crowd.readings)} readings; "
        f"{crowd.broken} of {crowd.tried} requests broken off; lost: {missing or 'nothing'}"
    )
    sys.exit(1 if missing or killed < given.times else 0)


if __name__ == "__main__":
    main()
