"""Whole pieces of work at Bulk and Clay: a wall seen, a core of another kind, paper to cut by."""

from __future__ import annotations

import io
import json
import re

from playwright.sync_api import expect
from pypdf import PdfReader

from e2e.browser import Journey
from server.shelf.actions.create_figure import put_on_shelf
from server.shelf.models import Figure
from server.testing import EXAMPLES
from windcrest_core.sheet import load_sheet


class CoreJourney(Journey):
    def test_a_thin_wall_is_seen_and_mended_and_the_apron_is_printed(self) -> None:
        raw = json.loads((EXAMPLES / "ferrywoman.figure.json").read_text())
        figure = put_on_shelf(self.user, load_sheet(raw), "New figure")

        def work() -> tuple[bytes, bytes]:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bulk")
            page.get_by_text("Show the wall on the elevations").click()
            shown = page.locator("[data-walls=front]")
            expect(shown).to_be_attached()
            page.get_by_role("button", name="chest", exact=True).click()
            page.get_by_label("Wall here").fill("2 mm")
            page.get_by_label("Wall here").press("Enter")
            thin = page.locator("[data-finding='bulk.wall.thin']")
            expect(thin).to_be_visible()
            expect(shown.locator("rect[fill='url(#wall-dots)']").first).to_be_attached()
            thin.get_by_role("button", name=re.compile("^Fix")).click()
            thin.get_by_role("button", name="Do it").click()
            expect(thin).to_have_count(0)
            expect(page.locator("[data-making=chest]")).to_contain_text("squeezes")
            foil = page.locator("[data-total=foil] b")
            before = foil.inner_text()
            page.get_by_label("Core", exact=True).select_option("air_dry")
            expect(foil).not_to_have_text(before)
            page.keyboard.press("4")
            page.get_by_role("tab", name="Patterns").click()
            link = page.get_by_role("link", name="Pattern of the oilskin apron as PDF")
            apron = page.request.get(
                self.live_server_url + (link.get_attribute("href") or "")
            ).body()
            page.get_by_role("tab", name="How much").click()
            link = page.get_by_role("link", name="Portion card (PDF)")
            card = page.request.get(
                self.live_server_url + (link.get_attribute("href") or "")
            ).body()
            return apron, card

        apron, card = self.drive(work)
        self.assertIn("oilskin apron", self._text(apron))
        self.assertIn("head", self._text(card))
        self.assertEqual(Figure.objects.get().sheet.part("chest").core, "air_dry")
        self.finish()

    def _text(self, pdf: bytes) -> str:
        return "".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages)

    def test_a_piece_is_reckoned_and_a_strip_printed(self) -> None:
        def work() -> bytes:
            page = self.page
            page.get_by_role("link", name="Reckoner").click()
            page.get_by_label("across").fill("26.73 mm")
            expect(page.locator("[data-reckoned=sheet]")).to_contain_text("50.0 cm²")
            page.get_by_label("across").fill("wide")
            self.expected_statuses.add(422)
            expect(page.get_by_role("alert")).to_contain_text("a length such as")
            page.get_by_label("across").fill("1 in")
            expect(page.locator("[data-reckoned=ball]")).to_contain_text("25.4 mm")
            page.get_by_label("how many").fill("12")
            link = page.get_by_role("link", name="Print the strip (PDF)")
            return page.request.get(
                self.live_server_url + (link.get_attribute("href") or "")
            ).body()

        self.assertIn("12 over 120.0 mm", self._text(self.drive(work)))
        self.finish()
