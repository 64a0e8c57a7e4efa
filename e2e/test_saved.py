"""A page that never lies: answers lost, the server away, another tab, signed out; nothing is dropped."""

from __future__ import annotations

import io
import re
import tempfile

from django.test import override_settings
from PIL import Image
from playwright.sync_api import Page, Route, expect

from e2e.browser import Journey
from server.bench.models import LogEntry
from server.shelf.actions.create_figure import create_figure
from server.shelf.models import Figure, StepDone
from server.testing import PASSWORD

WRITES = re.compile(r"/(edits|steps/.*|log)$")


def away(route: Route) -> None:
    """No server there, for whatever is to be kept. To be set before the page is opened: one that is
    open learns of it a moment later, and what it sends at once still arrives."""
    if route.request.method == "GET":
        route.continue_()
    else:
        route.abort("connectionrefused")


def back(page: Page) -> None:
    """The server is there again; who is quick presses the button before the page tries by itself."""
    page.unroute(WRITES)
    page.evaluate(
        """() => [...document.querySelectorAll("button")]
          .find((button) => button.textContent === "Try again")?.click()"""
    )


class SavedJourney(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")
        # The browser itself writes of what did not arrive.
        self.page.on("dialog", lambda dialog: dialog.accept())

    def at(self, page: Page, where: str) -> None:
        page.goto(f"{self.live_server_url}/figures/{self.figure.id}/{where}")

    def finish(self) -> None:
        self.complaints = [
            line for line in self.complaints if not re.search("ERR_|status of 401", line)
        ]
        super().finish()

    def test_a_lost_answer_is_not_done_twice(self) -> None:
        lost: list[str] = []

        def lose(route: Route) -> None:
            if lost:
                route.continue_()
            else:
                lost.append(route.request.headers["idempotency-key"])
                route.fetch()
                route.abort("connectionreset")

        def work() -> int:
            page = self.page
            page.route("**/edits", lose)
            self.at(page, "character")
            page.get_by_role("tab", name="Parts", exact=True).click()
            with page.expect_response(re.compile("/edits")) as again:
                page.get_by_role("button", name=re.compile("^Add ")).click()
            self.assertEqual(again.value.request.headers["idempotency-key"], lost[0])
            expect(page.get_by_text("All changes saved")).to_be_visible()
            return len(again.value.json()["figure"]["sheet"]["parts"])

        before = len(self.figure.sheet.parts)
        parts = self.drive(work)
        kept = Figure.objects.get()
        self.assertEqual((kept.revision, len(kept.sheet.parts)), (2, parts))
        self.assertGreater(parts, before)
        self.finish()

    def test_the_server_goes_away_and_comes_back(self) -> None:
        def work() -> None:
            page = self.page
            page.route(WRITES, away)
            self.at(page, "character")
            page.get_by_label("Figure height").fill("347 mm")
            expect(page.get_by_text("Being typed, not saved yet")).to_be_visible()
            page.get_by_label("Figure height").press("Enter")
            expect(page.get_by_text("1 not saved")).to_be_visible()
            expect(page.get_by_label("Figure height")).to_have_value("347 mm")
            page.get_by_role("link", name="Shelf").click()
            expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
            expect(page.get_by_text("1 not saved")).to_be_visible()
            page.reload()
            expect(page.get_by_text("1 not saved")).to_be_visible()
            page.get_by_role("button", name="Which?").click()
            expect(page.get_by_text("Figure height", exact=True)).to_be_visible()
            page.keyboard.press("Escape")
            back(page)
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(work)
        self.assertEqual(Figure.objects.get().sheet.height_mm, 347)
        self.finish()

    def test_ticks_and_notes_at_the_bench_without_a_server(self) -> None:
        def work() -> None:
            page = self.page
            page.route(WRITES, away)
            page.goto(f"{self.live_server_url}/bench/{self.figure.id}")
            step = page.locator("[data-bench-step]")
            expect(page.get_by_text("All changes saved")).to_be_visible()
            first = step.inner_text()
            page.keyboard.press("Space")
            expect(step).not_to_have_text(first)
            expect(page.get_by_text("1 not saved")).to_be_visible()
            page.get_by_label("Note", exact=True).fill("Softer than the last coil")
            page.get_by_label("Note", exact=True).press("Enter")
            expect(page.get_by_text("2 not saved")).to_be_visible()
            page.get_by_label("Note", exact=True).fill("And shorter")
            page.reload()
            expect(page.get_by_text("2 not saved")).to_be_visible()
            expect(step).not_to_have_text(first)
            expect(page.get_by_label("Note", exact=True)).to_have_value("And shorter")
            back(page)
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(work)
        self.assertEqual(StepDone.objects.count(), 1)
        self.assertEqual(LogEntry.objects.get().text, "Softer than the last coil")
        self.finish()

    def test_a_photograph_outlives_the_server_the_page_and_the_draft(self) -> None:
        picture = io.BytesIO()
        Image.new("RGB", (60, 40), "tan").save(picture, "PNG")

        def work() -> None:
            page = self.page
            page.route(WRITES, away)
            self.at(page, "log")
            page.get_by_label("Note or caption").fill("From the left")
            page.locator("input[type=file][aria-label=Photograph]").set_input_files(
                {"name": "left.png", "mimeType": "image/png", "buffer": picture.getvalue()}
            )
            page.reload()
            expect(page.get_by_label("Note or caption")).to_have_value("From the left")
            expect(page.get_by_text("left.png")).to_be_visible()
            page.get_by_role("button", name="Put in the log").click()
            expect(page.get_by_label("Note or caption")).to_have_value("")
            expect(page.get_by_text("Not saved yet")).to_be_visible()
            page.reload()
            expect(page.get_by_text("1 not saved")).to_be_visible()
            expect(page.get_by_text("Photograph: left.png")).to_be_visible()
            back(page)
            expect(page.get_by_role("img", name="From the left")).to_be_visible()

        with tempfile.TemporaryDirectory() as folder, override_settings(MEDIA_ROOT=folder):
            self.drive(work)
            entry = LogEntry.objects.get()
            self.assertEqual(entry.text, "From the left")
            with entry.picture.open("rb") as kept:
                self.assertEqual(Image.open(kept).size, (60, 40))
        self.finish()

    def test_two_tabs_on_one_field(self) -> None:
        def work() -> None:
            one, two = self.page, self.context.new_page()
            for page in (one, two):
                self.at(page, "character")
                one.get_by_label("Figure height").fill("351 mm")
            one.get_by_label("Figure height").press("Enter")
            expect(one.get_by_text("All changes saved")).to_be_visible()
            self.expected_statuses.add(412)
            two.get_by_label("Figure height").fill("347 mm")
            two.get_by_label("Figure height").press("Enter")
            question = two.get_by_text("another tab set this to 351 mm, you to 347 mm")
            expect(question).to_be_visible()
            expect(two.get_by_text("1 not saved")).to_be_visible()
            two.get_by_role("button", name="Keep mine").click()
            expect(two.get_by_text("All changes saved")).to_be_visible()
            expect(two.get_by_label("Figure height")).to_have_value("347 mm")
            one.get_by_label("Figure height").fill("360 mm")
            one.get_by_label("Figure height").press("Enter")
            one.get_by_role("button", name="Take theirs").click()
            expect(one.get_by_label("Figure height")).to_have_value("347 mm")
            expect(one.get_by_text("All changes saved")).to_be_visible()
            two.close()

        self.drive(work)
        self.assertEqual(Figure.objects.get().sheet.height_mm, 347)
        self.finish()

    def test_signed_out_in_the_middle_of_it(self) -> None:
        def work() -> None:
            page = self.page
            self.at(page, "character")
            page.get_by_label("Figure height").fill("347 mm")
            self.context.clear_cookies(name="sessionid")
            page.get_by_label("Figure height").press("Enter")
            dialog = page.get_by_role("alertdialog", name="You were signed out")
            dialog.get_by_label("Password").fill(PASSWORD)
            dialog.get_by_role("button", name="Sign in", exact=True).click()
            expect(dialog).to_be_hidden()
            expect(page.get_by_text("All changes saved")).to_be_visible()
            expect(page.get_by_label("Figure height")).to_have_value("347 mm")

        self.drive(work)
        self.assertEqual(Figure.objects.get().sheet.height_mm, 347)
        self.finish()
