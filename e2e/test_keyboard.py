"""By keys alone: from sign-in to a printed map; focus is never lost, and what happens is told."""

from __future__ import annotations

import json
import re

from playwright.sync_api import expect

from e2e.browser import Journey
from server.shelf.actions.create_figure import put_on_shelf
from server.shelf.models import Figure
from server.testing import EXAMPLES, PASSWORD
from windcrest_core.sheet import load_sheet

FOCUS = "() => document.activeElement.tagName"


class KeyboardJourney(Journey):
    def test_from_sign_in_to_a_printed_map(self) -> None:
        def work() -> bytes:
            page, keys = self.page, self.page.keyboard
            self.context.clear_cookies()
            self.expected_statuses |= {401, 422}  # signed out; "12 i" on the way to inches
            page.goto(self.live_server_url)
            page.get_by_label("Name").wait_for()
            keys.press("Tab")
            keys.type("maker")
            keys.press("Tab")
            keys.type(PASSWORD)
            keys.press("Enter")
            page.get_by_role("heading", name="Shelf").wait_for()
            keys.press("Tab")
            expect(page.get_by_role("button", name="Skip to the page")).to_be_in_viewport()
            keys.press("Enter")
            self.assertEqual(page.evaluate(FOCUS), "MAIN")
            keys.press("n")
            dialog = page.get_by_role("dialog", name="New figure")
            dialog.wait_for()
            while page.evaluate("document.activeElement.value") != "300 mm":
                keys.press("Tab")
            keys.type("12 in")
            keys.press("Tab")
            keys.press("Tab")
            keys.type("The lamplighter")
            keys.press("Enter")
            page.get_by_role("heading", name="The lamplighter", level=1).wait_for()
            keys.press("Shift+?")
            page.get_by_role("dialog", name="Keys").wait_for()
            keys.press("2")  # behind a dialog no key acts
            keys.press("Escape")
            expect(page.get_by_role("dialog", name="Keys")).to_be_hidden()
            self.assertTrue(page.url.endswith("/character"))
            with self.context.expect_page() as printed:
                keys.press("p")
            self.assertIn("/prints/layout-map", printed.value.url)
            answer = page.request.get(printed.value.url)
            printed.value.close()
            return answer.body()

        self.assertTrue(self.drive(work).startswith(b"%PDF"))
        self.assertAlmostEqual(Figure.objects.get().sheet.height_mm, 304.8)
        self.finish()

    def test_a_fix_by_keys_is_told_and_keeps_the_focus(self) -> None:
        raw = json.loads((EXAMPLES / "ferrywoman.figure.json").read_text(encoding="utf-8"))
        figure = put_on_shelf(self.user, load_sheet(raw), "New figure")

        def work() -> None:
            page, keys = self.page, self.page.keyboard
            page.goto(f"{self.live_server_url}/figures/{figure.id}/frame")
            fix = page.get_by_role("button", name=re.compile("^Fix: ")).first
            fix.focus()
            keys.press("Enter")
            do_it = page.get_by_role("button", name="Do it")
            expect(do_it).to_be_focused()
            expect(page.locator("[data-announced]")).to_contain_text(re.compile("settles|brings"))
            with page.expect_response(re.compile("/edits")):
                keys.press("Enter")
            expect(page.get_by_text("All changes saved")).to_be_visible()
            self.assertNotEqual(page.evaluate(FOCUS), "BODY")
            expect(page.locator("[data-announced]")).to_contain_text(re.compile(r"\d"))
            wire = page.get_by_label("Wire", exact=True).first
            wire.focus()
            with page.expect_response(re.compile("/undo")):
                keys.press("Control+z")
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(work)
        self.finish()
