"""A real browser on the real pages. Playwright's loop lives in a thread of its own, so that the
test thread may use the ORM."""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from typing import Any, TypeVar

from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from playwright.sync_api import Browser, BrowserContext, Page, Playwright, expect, sync_playwright

from server.testing import PASSWORD, session_of, sign_up

T = TypeVar("T")
AXE = Path(settings.ROOT) / "web" / "node_modules" / "axe-core" / "axe.min.js"
PATIENCE_MS = 60_000
PAGE_CHARS = 1500
expect.set_options(timeout=PATIENCE_MS)
ARGS = [
    "--no-sandbox",
    "--disable-gpu-rasterization",
    "--disable-background-networking",
    "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1 , EXCLUDE localhost",
    "--no-proxy-server",
]


@dataclass
class _Open:
    """The one browser of this process, and the thread that Playwright's loop lives in."""

    worker: ThreadPoolExecutor
    driver: Playwright
    browser: Browser


_opened: list[_Open] = []


def open_browser() -> _Open:
    if not _opened:
        worker = ThreadPoolExecutor(max_workers=1)

        def start() -> _Open:
            driver = sync_playwright().start()
            browser = driver.chromium.launch(
                executable_path="/usr/bin/chromium",
                args=ARGS,
                ignore_default_args=["--hide-scrollbars"],  # people see them
            )
            return _Open(worker, driver, browser)

        _opened.append(worker.submit(start).result())
    return _opened[0]


def close_browser() -> None:
    while _opened:
        one = _opened.pop()

        def stop(one: _Open = one) -> None:
            one.browser.close()
            one.driver.stop()

        one.worker.submit(stop).result()
        one.worker.shutdown()


class Journey(StaticLiveServerTestCase):
    """A signed-in person at 1280 × 800; ends with no error on the console and none from axe."""

    width = 1280
    page: Page
    context: BrowserContext

    def setUp(self) -> None:
        self.user = sign_up("maker", PASSWORD)
        self.complaints: list[str] = []
        self.expected_statuses: set[int] = set()
        self.open = open_browser()
        session = session_of(self.user)

        def open_page() -> None:
            self.context = self.open.browser.new_context(
                viewport={"width": self.width, "height": 800}, bypass_csp=False
            )
            self.context.add_cookies(
                [{"name": "sessionid", "value": session, "url": self.live_server_url}]
            )
            self.page = self.context.new_page()
            self.page.set_default_timeout(PATIENCE_MS)
            self.page.on("pageerror", lambda error: self.complaints.append(str(error)))
            self.page.on("console", self._listen)
            self.page.goto(self.live_server_url)
            self.page.get_by_role("heading", name="Shelf").wait_for()

        self.drive(open_page)

    def _listen(self, message: Any) -> None:
        refused = any(f"status of {status}" in message.text for status in self.expected_statuses)
        if message.type == "error" and not refused:
            self.complaints.append(message.text)

    def tearDown(self) -> None:
        self.drive(self.context.close)

    def drive(self, piece: Callable[[], T]) -> T:
        """Run a piece of work in the browser's thread; where it fails, say what the page read."""

        def told() -> T:
            try:
                return piece()
            except Exception as error:
                page = getattr(self, "page", None)
                if page and not page.is_closed():
                    words = " | ".join(page.inner_text("body").split("\n"))
                    error.add_note(f"{self.page.url} read: {words[:PAGE_CHARS]}")
                raise

        return self.open.worker.submit(told).result()

    def finish(self) -> None:
        """No complaint on the console, nothing that keeps anybody out."""
        self.assert_open_to_all()
        self.assertEqual(self.complaints, [])

    def assert_open_to_all(self, where: str = "") -> None:
        """Nothing on the page as it is now that axe finds fault with."""

        self.assertEqual(self.drive(self.barriers), [], where)

    def barriers(self) -> list[tuple[str, str, str]]:
        """What axe finds fault with, asked in the browser's own thread once nothing fades any more: a
        colour half-way to another is nobody's choice."""
        self.page.evaluate(
            """() => Promise.race([
              Promise.all(document.getAnimations()
                .filter((one) => one.playState === "running"
                  && one.effect.getComputedTiming().endTime !== Infinity)
                .map((one) => one.finished.catch(() => null))),
              // One that its element's going cuts off never ends.
              new Promise((done) => setTimeout(done, 3000)),
            ])"""
        )
        self.page.evaluate(AXE.read_text(encoding="utf-8"))
        found: dict[str, Any] = self.page.evaluate(
            "axe.run(document, {runOnly: ['wcag2a', 'wcag2aa']})"
        )
        return [
            (v["id"], v["nodes"][0]["html"][:200], v["nodes"][0].get("failureSummary", "")[:300])
            for v in found["violations"]
        ]
