"""How long a station's panel takes to be painted, what a page asks for, and what the process beside takes."""

from __future__ import annotations

import statistics
from pathlib import Path

from playwright.sync_api import Page

STATIONS = ("Frame", "Bulk", "Clay", "Order", "Bake", "Colour", "Finish", "Character")
PAINTED = """(name) => new Promise((done) => {
  const link = [...document.querySelectorAll('nav[aria-label] button, nav[aria-label] a')]
    .find((at) => at.textContent.trim().startsWith(name));
  const start = performance.now();
  link.click();
  const look = () => {
    const panel = document.querySelector('aside');
    if (panel && panel.querySelector('h2').textContent === name && panel.querySelector('[data-findings]')
        && panel.innerText.length > 200)
      requestAnimationFrame(() => setTimeout(() => done(performance.now() - start), 0));
    else requestAnimationFrame(look);
  };
  requestAnimationFrame(look); })"""


def panels_ms(page: Page, url: str) -> tuple[str, float]:
    """The station whose panel takes longest from the click until it is painted, and its median, ms."""
    figures = page.request.get(f"{url}/api/v1/figures").json()
    figure = next(row["id"] for row in figures if row["name"] == "The ferrywoman")
    page.goto(f"{url}/figures/{figure}/character")
    page.locator("aside h2").first.wait_for()
    page.wait_for_timeout(5000)
    taken: dict[str, list[float]] = {name: [] for name in STATIONS}
    for _ in range(5):
        for name in STATIONS:
            taken[name].append(float(page.evaluate(PAINTED, name)))
            page.wait_for_timeout(300)
    medians = {name: statistics.median(row) for name, row in taken.items()}
    return max(medians.items(), key=lambda row: row[1])


def plan_kb(page: Page, url: str) -> float:
    """The plan of the ferrywoman as it is sent, kB."""
    figures = page.request.get(f"{url}/api/v1/figures").json()
    figure = next(row["id"] for row in figures if row["name"] == "The ferrywoman")
    answer = page.request.get(f"{url}/api/v1/figures/{figure}/plan")
    return int(answer.headers["content-length"]) / 1000


def worker_mb(page: Page, url: str, pid: int) -> float:
    """What the process beside takes once a changed rule has had it plan every unfinished figure, MB."""
    cookies = {row["name"]: row["value"] for row in page.context.cookies()}
    answer = page.request.patch(
        f"{url}/api/v1/rules",
        data={"changes": {"wall_mm": 5.5}},
        headers={"X-CSRFToken": cookies["csrftoken"]},
    )
    assert answer.ok, answer.text()
    found = 0.0
    for _ in range(120):
        cards = page.request.get(f"{url}/api/v1/figures").json()
        found = max(found, *(_resident_mb(child) for child in _children(pid)), 0.0)
        if not any(card["as_of"] for card in cards):
            break
        page.wait_for_timeout(250)
    return found


def _children(pid: int) -> list[int]:
    tasks = Path(f"/proc/{pid}/task").glob("*/children")
    return [int(child) for task in tasks for child in task.read_text(encoding="utf-8").split()]


def _resident_mb(pid: int) -> float:
    status = Path(f"/proc/{pid}/status").read_text(encoding="utf-8")
    return (
        next(int(row.split()[1]) for row in status.splitlines() if row.startswith("VmRSS")) / 1024
    )
