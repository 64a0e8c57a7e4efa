"""Cloth: a skirt out of the library, hung, slit and folded, down to the pattern that is cut by."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from e2e.browser import Journey
from server.shelf.actions.create_figure import create_figure
from server.shelf.models import Figure
from windcrest_core.sheet.forms import Hangs


class ClothJourney(Journey):
    def test_a_skirt_is_hung_slit_and_folded_and_its_pattern_printed(self) -> None:
        figure = create_figure(self.user, "The fairy", "biped", "260 mm")
        at = f"{self.live_server_url}/figures/{figure.id}"

        def hang() -> None:
            page = self.page
            page.goto(f"{at}/character")
            page.get_by_role("tab", name="Parts").click()
            page.get_by_label("From the library").select_option("skirt")
            page.get_by_role("button", name="Add skirt").click()
            expect(page.get_by_label("It is", exact=True)).to_have_value("hang")
            page.get_by_label("Thick", exact=True).fill("2 mm")
            page.get_by_label("Thick", exact=True).press("Enter")
            page.get_by_role("button", name="Slit it behind").click()
            page.get_by_label("Falls").select_option("1")
            expect(page.get_by_label("In how many folds")).to_have_value("8")
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(hang)
        self.assert_open_to_all("the form of a part")
        form = Figure.objects.get().sheet.part("skirt").form
        assert isinstance(form, Hangs) and form.folds is not None
        self.assertEqual((form.thickness_mm, len(form.slits), form.folds.share), (2.0, 1, 1.0))

        def cut() -> None:
            page = self.page
            page.goto(f"{at}/order")
            step = page.get_by_text(re.compile("For the skirt cut .* push it into 8 folds"))
            expect(step).to_be_visible()
            page.goto(f"{at}/clay")
            page.get_by_role("tab", name="Patterns").click()
            expect(page.locator("[data-pattern=skirt]").first).to_contain_text(
                "cloth, 2.00 mm thick"
            )
            link = page.get_by_role("link", name=re.compile("Pattern of the skirt.* as PDF")).first
            printed = page.request.get(self.live_server_url + (link.get_attribute("href") or ""))
            assert printed.ok and printed.body().startswith(b"%PDF")

        self.drive(cut)
        self.finish()
