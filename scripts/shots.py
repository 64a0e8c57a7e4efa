"""Pictures of every main view, made from the demo data, for docs/screenshots."""

from __future__ import annotations

import sys

from bench_server import CHROMIUM, ROOT, demo_server
from playwright.sync_api import Page, sync_playwright

OUT = ROOT / "docs" / "screenshots"
STATIONS = ("character", "frame", "bulk", "clay", "order", "bake", "colour", "finish", "log")
FIGURE_OF = {"bake": "The newt drummer", "frame": "The pelican piper", "colour": "The newt drummer"}


def settle(page: Page) -> None:
    page.wait_for_load_state("networkidle")
    for words in ("Fetching the panel…", "Trying out what would mend it…"):
        for waiting in page.get_by_text(words).all():
            waiting.wait_for(state="detached")
    page.evaluate("document.fonts.ready")


def main(wanted: set[str]) -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    with demo_server() as server, sync_playwright() as driver:
        browser = driver.chromium.launch(**CHROMIUM)
        page = browser.new_page(viewport={"width": 1280, "height": 800})

        def shot(name: str) -> None:
            if not wanted or name in wanted:
                settle(page)
                page.screenshot(path=OUT / f"{name}.png")

        page.goto(server.url)
        page.get_by_role("button", name="Open the demo bench").wait_for()
        page.get_by_role("button", name="Open the demo bench").click()
        page.get_by_role("link", name="The ferrywoman").wait_for()
        shot("shelf")
        ids = {
            name: (page.get_by_role("link", name=name).get_attribute("href") or "").split("/")[2]
            for name in (
                "The ferrywoman",
                "The newt drummer",
                "The pelican piper",
                "The barnacle ox",
            )
        }
        for station in STATIONS:
            if wanted and station not in wanted:
                continue
            name = FIGURE_OF.get(station, "The ferrywoman")
            page.goto(f"{server.url}/figures/{ids[name]}/{station}")
            page.get_by_role("heading", name=name).wait_for()
            if station == "bake":
                page.get_by_role("tab", name="Inside").click()
                page.get_by_role("slider").focus()
                for _ in range(28):
                    page.keyboard.press("ArrowLeft")
                page.locator(".recharts-line").first.wait_for()
            if station == "colour":
                page.get_by_role("tab", name="Passes").click()
                page.get_by_role("button", name="▸ dry-brush").click()
                page.get_by_text("Passes, in the order").scroll_into_view_if_needed()
            if station == "order":
                page.get_by_role("button", name="Board").click()
                page.get_by_role("region", name="Up to bake 2").wait_for()
                page.wait_for_timeout(600)
            if station == "log":
                page.get_by_role("button", name="Look at it again").first.click()
                page.get_by_role("region", name="What is off").wait_for()
                page.wait_for_timeout(600)
            shot(station)
        if not wanted or wanted & {"parts", "measure"}:
            page.goto(f"{server.url}/figures/{ids['The newt drummer']}/character")
            page.get_by_role("tab", name="Parts").click()
            page.get_by_role("row", name="right drumstick").get_by_role("button").first.click()
            page.get_by_text("a pair with").wait_for()
            shot("parts")
            page.goto(f"{server.url}/figures/{ids['The ferrywoman']}/character")
            page.get_by_role("tab", name="Pictures").click()
            page.get_by_role("button", name="Measure", exact=True).first.click()
            page.get_by_role("button", name="● chin").click()
            shot("measure")
        if not wanted or "turn" in wanted:
            page.goto(f"{server.url}/figures/{ids['The ferrywoman']}/frame")
            page.get_by_role("button", name="turn view").click()
            page.get_by_role("button", name="○ clay").click()
            page.locator("canvas[data-engine]").wait_for()
            page.get_by_label("The figure in space").press("ArrowLeft")
            page.wait_for_timeout(1500)
            shot("turn")
        if not wanted or "line-up" in wanted:
            page.goto(server.url)
            page.get_by_role("button", name="Line-up").click()
            page.get_by_role("link", name="The barnacle ox").wait_for()
            shot("line-up")
        for name, path in (
            ("rules", "/rules"),
            ("stores", "/stores"),
            ("calendar", "/calendar"),
            ("bench", f"/bench/{ids['The pelican piper']}"),
        ):
            page.goto(server.url + path)
            page.get_by_role("heading", level=1).wait_for()
            shot(name)
        if not wanted or "new-figure" in wanted:
            page.goto(server.url)
            page.get_by_role("button", name="New figure").click()
            page.get_by_text("four legs").wait_for()
            shot("new-figure")
        browser.close()


if __name__ == "__main__":
    main(set(sys.argv[1:]))
