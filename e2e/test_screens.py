"""Every page at every size, with its scrollbars: one area scrolls, none sideways, nothing is 0 px."""

from __future__ import annotations

import json
from itertools import pairwise
from typing import Any

from e2e.browser import Journey
from server.shelf.actions.create_figure import put_on_shelf
from server.shelf.models import Figure
from server.testing import EXAMPLES
from windcrest_core.sheet import load_sheet

NAME = "The ferrywoman who waits for the last of the guests of the harbour festival, oar"
SIZES = ((1280, 800), (1024, 768), (768, 1024), (390, 844))
LOW = ((844, 390), (640, 400))  # a phone on its side; 1280 × 800 at twice the size
STATIONS = ("character", "frame", "bulk", "clay", "order", "bake", "colour", "finish", "log")
PAGES = ("/", "/calendar", "/stores", "/rules", "/reckoner", "/account", "/away")
SCROLLING = """async () => {
  // A chart follows its place a frame or two later.
  for (let frame = 0; frame < 90; frame++) {
    const found = look();
    if (!found.sideways.length) return found;
    await new Promise(requestAnimationFrame);
  }
  return look();
  function look() {
  const down = [], sideways = [];
  for (const e of document.querySelectorAll("*")) {
    const s = getComputedStyle(e);
    if (!e.clientHeight || !e.clientWidth) continue;
    const name = e.getAttribute("aria-label") ?? e.tagName;
    const scrolls = (how) => how === "auto" || how === "scroll";
    if (scrolls(s.overflowY) && e.scrollHeight > e.clientHeight + 1) down.push(name);
    if (scrolls(s.overflowX) && e.scrollWidth > e.clientWidth + 1 && !("wide" in e.dataset))
      sideways.push(name);
  }
  if (document.documentElement.scrollWidth > innerWidth) sideways.push("the page");
  return { down, sideways };
  }
}"""
HEADINGS = """() => [...document.querySelectorAll("h1, h2, h3, h4")]
  .filter((e) => e.checkVisibility()).map((e) => [Number(e.tagName[1]), e.textContent])"""
SMALL = """() => [...document.querySelectorAll(
    "button, summary, select, input, textarea, a[href], [role=tab], [role=button]")]
  .filter((e) => e.checkVisibility() && !(e.matches("input") && e.closest("label")))
  .map((e) => [e.getAttribute("aria-label") ?? e.textContent, e.getBoundingClientRect()])
  .filter(([, box]) => box.width > 1 && (box.height < 32 || box.width < 24))
  .map(([name, box]) => `${name} ${Math.round(box.width)} x ${Math.round(box.height)}`)"""


class ScreensJourney(Journey):
    def setUp(self) -> None:
        super().setUp()
        sheet = load_sheet(
            json.loads((EXAMPLES / "ferrywoman.figure.json").read_text(encoding="utf-8"))
        )
        named = sheet.model_copy(update={"name": NAME})
        self.figure: Figure = put_on_shelf(self.user, named, "New figure")

    def pages(self) -> list[str]:
        at = f"/figures/{self.figure.id}/"
        return [*PAGES, *(at + station for station in STATIONS), f"/bench/{self.figure.id}"]

    def open_at(self, path: str) -> None:
        self.page.goto(self.live_server_url + path)
        self.page.locator("h1").first.wait_for()

    def test_one_area_scrolls_none_sideways_and_headings_go_down_by_one(self) -> None:
        headings: dict[str, list[tuple[int, str]]] = {}

        def look() -> dict[tuple[str, int, int], Any]:
            found = {}
            for path in self.pages():
                self.open_at(path)
                headings[path] = self.page.evaluate(HEADINGS)
                for width, height in (*SIZES, *LOW):
                    self.page.set_viewport_size({"width": width, "height": height})
                    found[(path, width, height)] = self.page.evaluate(SCROLLING)
            return found

        for (path, width, height), scrolls in self.drive(look).items():
            with self.subTest(path, width=width, height=height):
                most = 0 if height < 560 else 1
                self.assertLessEqual(len(scrolls["down"]), most, scrolls["down"])
                self.assertEqual(scrolls["sideways"], [])
        for path, rows in headings.items():
            with self.subTest(path, what="headings"):
                self.assertEqual([level for level, _ in rows].count(1), 1)
                for (above, _), (below, words) in pairwise(rows):
                    self.assertLessEqual(below, above + 1, words)
        self.finish()

    def test_the_words_of_a_step_can_be_read_at_the_bench(self) -> None:
        def look() -> list[Any]:
            self.open_at(f"/bench/{self.figure.id}")
            boxes = []
            for width, height in ((390, 844), *LOW):
                self.page.set_viewport_size({"width": width, "height": height})
                boxes.append((width, height, self.page.locator("[data-bench-step]").bounding_box()))
            return boxes

        for width, height, box in self.drive(look):
            with self.subTest(width=width, height=height):
                self.assertGreater(box["height"], 24)
                self.assertLessEqual(box["x"] + box["width"], width)
                self.assertLess(box["y"], height * 0.6)
        self.finish()

    def test_what_is_touched_is_large_enough(self) -> None:
        def look() -> dict[str, list[str]]:
            touch = self.open.browser.new_context(
                viewport={"width": 390, "height": 844},
                has_touch=True,
                is_mobile=True,
                storage_state=self.context.storage_state(),
            )
            self.page, found = touch.new_page(), {}
            for path in (self.pages()[8], f"/bench/{self.figure.id}", "/stores"):
                self.open_at(path)
                found[path] = self.page.evaluate(SMALL)
            touch.close()
            return found

        for path, small in self.drive(look).items():
            with self.subTest(path):
                self.assertEqual(small, [])

    def test_a_swipe_that_begins_on_a_slider_scrolls_and_changes_nothing(self) -> None:
        def swipe() -> tuple[str | None, str | None]:
            touch = self.open.browser.new_context(
                viewport={"width": 390, "height": 844},
                has_touch=True,
                is_mobile=True,
                storage_state=self.context.storage_state(),
            )
            self.page = touch.new_page()
            self.open_at(f"/figures/{self.figure.id}/character")
            slider = self.page.get_by_role("slider", name="Heads tall")
            slider.scroll_into_view_if_needed()
            before, box = slider.get_attribute("aria-valuenow"), slider.bounding_box()
            assert box is not None
            x, y = box["x"] + 40, box["y"] + box["height"] / 2
            finger = touch.new_cdp_session(self.page)

            def touched(kind: str, *at: float) -> None:
                points = [{"x": at[0], "y": at[1]}] if at else []
                finger.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

            touched("touchStart", x, y)
            for step in range(1, 11):
                touched("touchMove", x, y - 15 * step)
            touched("touchEnd")
            self.page.wait_for_function(
                "top => document.querySelector('[role=slider]').getBoundingClientRect().y < top",
                arg=box["y"] - 50,
            )
            after = slider.get_attribute("aria-valuenow")
            touch.close()
            return before, after

        before, after = self.drive(swipe)
        self.assertEqual(before, after)
        self.assertEqual(Figure.objects.get().revision, 1)
