"""A figure painted in passes: begun from a list, seen pass by pass, mended where ink would bleed."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from e2e.browser import Journey
from server.shelf.actions.create_figure import create_figure
from server.shelf.models import Figure


class PassesJourney(Journey):
    def setUp(self) -> None:
        super().setUp()
        self.figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")

    def kinds(self) -> list[str]:
        return [row.kind for row in Figure.objects.get().sheet.colour.areas[0].passes]

    def test_washed_down_inked_and_mended(self) -> None:
        def begin() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{self.figure.id}/colour")
            page.get_by_role("tab", name="Passes").click()
            page.get_by_role("button", name="Begin from a list").click()
            page.get_by_role("menuitem", name=re.compile("^light and washed down")).click()
            expect(page.locator("[data-pass]")).to_have_count(4)
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(begin)
        self.assertEqual(self.kinds(), ["base", "seal", "wash", "dry_brush"])
        self.assert_open_to_all("the passes")

        def look_and_ink() -> None:
            page = self.page
            stops = page.locator("#paint-front-skin stop")
            bare = stops.last.get_attribute("stop-color")
            page.get_by_role("button", name=re.compile("^▸ wash")).click()
            page.get_by_role("button", name="before beside it").click()
            expect(page.get_by_text("BEFORE", exact=True)).to_be_visible()
            before = page.locator("#paint-side-skin stop").last
            expect(before).not_to_have_attribute(
                "stop-color", stops.last.get_attribute("stop-color") or ""
            )
            assert bare is not None
            page.get_by_role("button", name="+ more").click()
            page.get_by_role("menuitem", name="alcohol ink").click()
            expect(page.locator("[data-pass]")).to_have_count(5)
            page.get_by_role("button", name=re.compile("^Fix: Put a coat of matt")).click()
            page.get_by_role("button", name="Do it").click()
            expect(page.locator("[data-pass]")).to_have_count(6)
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(look_and_ink)
        self.assertEqual(self.kinds(), ["base", "seal", "wash", "dry_brush", "seal", "ink"])
        self.finish()

    def test_a_mixture_of_ones_own_is_tried_before_it_is_trusted(self) -> None:
        colour = f"{self.live_server_url}/figures/{self.figure.id}/colour"
        asked = re.compile("try paint in sealer on acrylic paint on a chip first")

        def use() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/stores?tab=work-with")
            page.get_by_role("button", name="Write one down").click()
            expect(page.get_by_role("button", name="Remove paint in sealer")).to_be_visible()
            page.goto(colour)
            page.get_by_role("tab", name="Passes").click()
            page.get_by_role("button", name="+ more").click()
            page.get_by_role("menuitem", name="tint over varnish").click()
            page.get_by_role("button", name=re.compile("^▸ tint over varnish")).click()
            page.get_by_label("With").select_option(label="own: paint in sealer")
            expect(page.get_by_text(asked).first).to_be_visible()

        self.drive(use)
        [_, tint] = Figure.objects.get().sheet.colour.areas[0].passes
        self.assertIsNotNone(tint.mixture)

        def judge() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{self.figure.id}/bake")
            page.get_by_role("tab", name="Chips").click()
            page.get_by_role("button", name="+ paint in sealer").click()
            page.get_by_label("What the chip of paint in sealer did").select_option("good")
            expect(page.get_by_text("All changes saved")).to_be_visible()
            page.goto(colour)
            page.get_by_role("tab", name="Passes").click()
            expect(page.locator("[data-pass]")).to_have_count(2)
            expect(page.get_by_text(asked)).to_have_count(0)

        self.drive(judge)
        self.finish()
