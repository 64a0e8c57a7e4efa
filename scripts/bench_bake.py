"""Measurements of Order and Bake: ordering, reach, a live page, probes that never stop."""

from __future__ import annotations

import math
import sqlite3
import statistics
import threading
import time
from collections.abc import Callable
from datetime import date
from pathlib import Path

import numpy as np
from bench_server import Person
from playwright.sync_api import Page

from windcrest_core.body.workpiece import workpiece
from windcrest_core.character.landmarks import landmark_points
from windcrest_core.findings import Operation
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.order.forcing import rearranged
from windcrest_core.order.reach import look
from windcrest_core.order.stages import Laid, stages
from windcrest_core.plan import plan
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.ordering import Move
from windcrest_core.sheet.references import StatureScale
from windcrest_core.steps import Need, Step
from windcrest_core.work.checks.camera import Camera
from windcrest_core.work.checks.check import check
from windcrest_core.work.checks.marked import Marked
from windcrest_core.work.pooling import Waiting, pool

READINGS = 20_000
PROBES, A_SECOND, SECONDS = 5, 10, 60


def two_hundred() -> list[Step]:
    """A plan of 200 steps, each waiting for up to six before it."""
    return [
        Step(
            key=f"step{n}",
            kind="form",
            station="clay",
            label=f"step {n}",
            minutes=5,
            into_oven=True,
            needs=[
                Need(
                    key=f"step{n - back}",
                    reason="a reason",
                    between="bake" if back == 34 else "any",
                    kind="under",
                )
                for back in (1, 2, 5, 13, 21, 34)
                if n >= back
            ],
        )
        for n in range(200)
    ]


def ordering_ms(median_ms: Callable[..., float]) -> float:
    """200 steps laid into bakes, with ten of them moved by hand."""
    steps = two_hundred()
    moves = [
        Move(id=f"m{n}", step=f"step{20 * n + 9}", before=f"step{20 * n + 7}", forced=True)
        for n in range(10)
    ]

    def work(_: int) -> None:
        out = rearranged(steps, [], moves, Laid())
        stages(out.making, Laid(out.least))

    return median_ms(work, 9)


def pooling_ms(median_ms: Callable[..., float]) -> float:
    """Forty pieces into as few loads of the oven as there may be."""
    pieces = [
        Waiting(
            id=str(n),
            ready_h=float(7 * n % 12),
            least_c=(115.0, 120.0, 128.0, 130.0)[n % 4],
            most_c=(115.0, 120.0, 128.0, 130.0)[n % 4] + (4.0, 10.0, 15.0)[n % 3],
            minutes=(30.0, 45.0, 60.0, 90.0)[n // 4 % 4],
            tray=(0.2, 0.3, 0.5)[n // 3 % 3],
            scorch_left=(0.2, 1.0, 3.0)[n // 9 % 3],
        )
        for n in range(40)
    ]
    return median_ms(lambda _: pool(pieces), 9)


def check_ms(median_ms: Callable[..., float], sheet: FigureSheet) -> float:
    """A photograph with 40 marks held against its plan."""
    context, progress = Context(), Progress()
    made = plan(sheet, context, progress, date.today())
    work = workpiece(sheet, context, progress)
    eye = Camera(1200.0, (450.0, 600.0), ((1, 0, 0), (0, -1, 0), (0, 0, -1)), (0, 150, 600), True)
    points = landmark_points(work.figure.bones, sheet.body)
    every = {**{p.part.id: p.solid.centre for p in work.figure.pieces}, **points}
    chosen = [*points, *(key for key in every if key not in points)][:40]
    seen = eye.seen(np.array([[-every[key][0], every[key][2], every[key][1]] for key in chosen]))
    scale = StatureScale(crown=(0.5, 0.1), sole=(0.5, 0.9))
    share = np.clip(seen / np.array([900, 1200]), 0, 1).tolist()
    marks = {key: (x, y) for key, (x, y) in zip(chosen, share, strict=True)}
    marked = Marked(width_px=900, height_px=1200, scale=scale, marks=marks)
    return median_ms(lambda _: check(work, made, marked), 9)


def reach_ms(median_ms: Callable[..., float], sheet: FigureSheet) -> float:
    """What a brush reaches of a 60-part figure, all of it painted, ten parts put on at the end."""
    painted = [
        {"path": f"part/{part.id}/area", "value": sheet.colour.areas[0].id} for part in sheet.parts
    ]
    late = [{"path": f"part/button_{n}/meeting/kind", "value": "glue"} for n in range(10)]
    whole, _ = apply_edits(sheet, [Operation.model_validate(row) for row in [*painted, *late]])
    return median_ms(lambda _: look(whole, 6.0, lambda share: None), 5)


def _figure(person: Person) -> str:
    found: str = next(
        row["id"] for row in person.ask("GET", "/api/v1/figures") if "pelican" in row["name"]
    )
    return found


def live_page_ms(page: Page, url: str, database: Path) -> float:
    """From the click on Bake until a running bake with 20,000 readings is drawn, ms."""
    person = Person(url)
    figure = _figure(person)
    person.ask("POST", f"/api/v1/figures/{figure}/live/1", {"speed": 1})
    with sqlite3.connect(database) as store:
        (bake,) = store.execute("SELECT id FROM bench_livebake WHERE ended IS NULL").fetchone()
        began = time.strftime("%Y-%m-%d %H:%M:%S", time.gmtime(time.time() - 3600))
        store.execute("UPDATE bench_livebake SET started = ? WHERE id = ?", (began, bake))
        rows = [(bake, 3600 * n / READINGS, 135 + 6 * math.sin(n / 60)) for n in range(READINGS)]
        store.executemany(
            "INSERT INTO bench_bakereading (bake_id, at_s, temp_c) VALUES (?, ?, ?)", rows
        )
    store.close()
    taken = []
    for _ in range(7):
        page.goto(f"{url}/figures/{figure}/clay")
        page.get_by_role("heading", name="Clay", exact=True).wait_for()
        page.evaluate(
            """() => { window.opened = new Promise((done) => {
              const look = () => document.querySelector('[data-live] [data-measured]')
                ? done(performance.now() - window.asked) : requestAnimationFrame(look);
              window.asked = performance.now(); look(); });
              [...document.querySelectorAll('nav[aria-label=Stations] button')]
                .find((b) => b.textContent.includes('Bake')).click(); }"""
        )
        taken.append(float(page.evaluate("() => window.opened")))
    _end(person, figure)
    return statistics.median(taken)


def _end(person: Person, figure: str) -> None:
    key = person.ask("GET", f"/api/v1/figures/{figure}/live")["key"]
    person.ask("POST", f"/api/v1/figures/{figure}/begun/{key}/end")


def probes(url: str, database: Path) -> tuple[int, float]:
    """A minute of ten readings a second from five probes, a request a second from each: how many
    were lost, and the median answer of the live page meanwhile, ms."""
    person = Person(url)
    figure = _figure(person)
    person.ask("POST", f"/api/v1/figures/{figure}/live/2", {"speed": 1})
    tokens = [
        person.ask("POST", "/api/v1/devices", {"name": f"probe {n}"})["token"]
        for n in range(PROBES)
    ]
    begun = time.time() + 0.2

    def send(number: int) -> None:
        sender = Person(url)
        for second in range(SECONDS):
            time.sleep(max(0.0, begun + second + 1 - time.time()))
            rows = [
                {"at": begun + second + n / A_SECOND, "temp_c": 130 + number}
                for n in range(A_SECOND)
            ]
            sender.ask(
                "POST",
                "/api/v1/probe/readings",
                {"readings": rows},
                Authorization=f"Bearer {tokens[number]}",
            )

    threads = [threading.Thread(target=send, args=(n,)) for n in range(PROBES)]
    for thread in threads:
        thread.start()
    waits = []
    while any(thread.is_alive() for thread in threads):
        asked = time.perf_counter()
        person.ask("GET", f"/api/v1/figures/{figure}/live")
        waits.append((time.perf_counter() - asked) * 1000)
        time.sleep(0.2)
    for thread in threads:
        thread.join()
    with sqlite3.connect(database) as store:
        (kept,) = store.execute(
            "SELECT count(*) FROM bench_bakereading JOIN bench_livebake ON bake_id = "
            "bench_livebake.id WHERE ended IS NULL"
        ).fetchone()
    store.close()
    _end(person, figure)
    return PROBES * SECONDS * A_SECOND - kept, statistics.median(waits)
