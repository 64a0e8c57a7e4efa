"""A figure spoilt, its fixes tried, settled but for one change, taken back, locked and settled again."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from e2e.browser import Journey
from server.shelf.actions.create_figure import create_figure
from server.shelf.actions.edit_figure import edit_figure
from server.shelf.models import Figure
from windcrest_core.findings import Operation

SPOILT = [
    Operation(path="run/spine/wire", value="al_1_0"),
    Operation(path="part/chest/wall_mm", value=10.0),
    Operation(path="part/eye_r/stock", value="acrylic"),
    Operation(path="part/eye_l/stock", value="acrylic"),
]


class SettleJourney(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")
        edit_figure(self.figure.id, 1, SPOILT, "Spoilt", lambda sheet: None, None)

    def wall_mm(self) -> float | None:
        return Figure.objects.get().sheet.part("chest").wall_mm

    def settle(self, page: Page) -> None:
        page.get_by_role("button", name="Settle the figure").click()
        expect(page.get_by_role("dialog").get_by_text("One undo takes it back")).to_be_visible()

    def test_settled_but_for_one_change_and_again_under_a_lock(self) -> None:
        def look() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{self.figure.id}/frame")
            fix = page.get_by_role("button", name=re.compile("^Fix: Use ")).first
            expect(fix).to_be_visible()
            self.settle(page)

        def leave_one_out() -> None:
            page = self.page
            page.get_by_role("checkbox", name="Make the wall 6 mm").uncheck(force=True)
            page.get_by_role("button", name=re.compile("^Make th")).click()
            expect(page.get_by_text("All changes saved")).to_be_visible()
            expect(page.get_by_role("button", name=re.compile("^Fix: "))).to_have_count(0)

        self.drive(look)
        self.assert_open_to_all("the changes")
        self.drive(leave_one_out)
        settled = Figure.objects.get()
        self.assertEqual((settled.revision, self.wall_mm()), (3, 10.0))
        self.assertNotEqual(settled.sheet.runs[0].wire, "al_1_0")

        def take_back_and_lock() -> None:
            page = self.page
            page.get_by_role("button", name="Undo").first.click()
            expect(page.get_by_role("button", name=re.compile("^Fix: Use ")).first).to_be_visible()
            page.get_by_role("button", name=re.compile("^Lock the wire of .*spine")).click()
            opened = page.get_by_role("button", name=re.compile("^Open the lock on the wire"))
            expect(opened.first).to_be_visible()
            self.settle(page)
            expect(page.get_by_text("would change what is locked").first).to_be_visible()
            page.get_by_role("button", name=re.compile("^Make th")).click()
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(take_back_and_lock)
        locked = Figure.objects.get()
        self.assertEqual((locked.sheet.runs[0].wire, self.wall_mm()), ("al_1_0", 6.0))
        self.finish()
