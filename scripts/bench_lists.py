"""How long lists take: a shelf, a calendar, a shopping list of many figures."""

from __future__ import annotations

import sqlite3
import statistics
import time
import uuid
from pathlib import Path

from playwright.sync_api import Page

FEW, MANY, BOUGHT_FOR = 50, 500, 60


def _more(database: Path, to: int) -> None:
    """More figures like those there are, with what lists need of their likes where that is known."""
    with sqlite3.connect(database) as store:
        there = store.execute("SELECT count(*) FROM shelf_figure").fetchone()[0]
        like = (
            store.execute(
                "SELECT f.owner_id, f.sheet_json, f.id FROM shelf_figure f "
                "LEFT JOIN shelf_digestrecord d ON d.figure_id = f.id "
                "WHERE f.pinned IS NULL AND f.revision = 1 ORDER BY d.figure_id IS NULL, f.created"
            ).fetchall()
            or store.execute(
                "SELECT owner_id, sheet_json, id FROM shelf_figure ORDER BY created"
            ).fetchall()
        )
        for n in range(there, to):
            owner, sheet, other = like[n % len(like)]
            key = uuid.uuid4().hex
            store.execute(
                "INSERT INTO shelf_figure (id, owner_id, sheet_json, revision, undo_stack, "
                "redo_stack, created, changed) VALUES (?, ?, ?, 1, '[]', '[]', ?, ?)",
                (key, owner, sheet, *["2026-07-01 10:00:00"] * 2),
            )
            store.execute(
                "INSERT INTO shelf_digestrecord (figure_id, own, given, card, work, takes, made) "
                "SELECT ?, own, given, card, replace(work, figure_id, ?), takes, made "
                "FROM shelf_digestrecord WHERE figure_id = ?",
                (key, key, other),
            )
    store.close()


def _median_ms(page: Page, address: str, times: int = 7) -> float:
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        answer = page.request.get(address)
        assert answer.ok, answer.text()
        taken.append(1000 * (time.perf_counter() - start))
    return statistics.median(taken)


def lists_ms(page: Page, url: str, database: Path) -> dict[str, float]:
    """The second visit to a shelf of 50 and of 500, a calendar of 50, and a shopping list for 60, ms."""
    shelf = f"{url}/api/v1/figures"
    _more(database, FEW)
    assert page.request.get(shelf, timeout=120_000).ok
    found = {
        "shelf of 50, second visit": _median_ms(page, shelf),
        "calendar of 50": _median_ms(page, f"{url}/api/v1/calendar"),
    }
    _more(database, MANY)
    ids = ",".join(row["id"] for row in page.request.get(shelf).json()[:BOUGHT_FOR])
    found["shopping for 60 of 500"] = _median_ms(page, f"{url}/api/v1/stock/shopping?figures={ids}")
    found["shelf of 500"] = _median_ms(page, shelf)
    return found
