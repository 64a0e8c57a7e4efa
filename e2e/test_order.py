"""A wrong order forced and undone, a wing that snaps, an eye that melts, and a bake looked into."""

from __future__ import annotations

import json
import re

from playwright.sync_api import expect

from e2e.browser import Journey
from server.bench.actions.mark_steps import mark_steps
from server.shelf.actions.create_figure import create_figure
from server.shelf.actions.edit_figure import edit_figure
from server.shelf.actions.import_sheet import put_on_shelf
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from server.testing import EXAMPLES
from windcrest_core.findings import Operation
from windcrest_core.sheet import load_sheet


def bakes_of(figure: Figure) -> dict[str, int | None]:
    fresh = Figure.objects.get(pk=figure.pk)
    return {step.key: step.bake for step in plan_of(fresh).order.steps}


class WrongOrderJourney(Journey):
    def test_a_step_is_forced_where_a_reason_speaks_against_it_and_taken_back(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")
        before = bakes_of(figure)

        def force() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/order")
            page.get_by_role("button", name="Board").click()
            hand = page.locator("[data-step='hand_r.cover.1']")
            first = page.get_by_role("region", name="Up to bake 1")
            hand.hover()
            page.mouse.down()
            to = first.bounding_box()
            assert to is not None
            page.mouse.move(to["x"] + 100, to["y"] + 20, steps=8)
            page.locator("[data-over] >> nth=0").wait_for()
            page.mouse.up()
            asked = page.get_by_role("alertdialog")
            expect(asked).to_contain_text("body cured before what handling would smear")
            expect(asked).to_contain_text("fingers smear")
            asked.get_by_role("button", name="Force it").click()
            expect(first.locator("[data-step='hand_r.cover.1']")).to_be_visible()

        self.drive(force)
        self.assertEqual(bakes_of(figure)["hand_r.cover.1"], 1)
        self.assert_open_to_all("the board")

        def take_back() -> None:
            page = self.page
            page.get_by_role("button", name="Close the board").click()
            expect(
                page.locator("[data-finding]").get_by_text("against its reasons")
            ).to_be_visible()
            page.get_by_role("button", name="Undo", exact=True).click()
            expect(page.locator("[data-finding]").get_by_text("against its reasons")).to_be_hidden()

        self.drive(take_back)
        self.assertEqual(bakes_of(figure), before)

        def by_keyboard() -> None:
            page = self.page
            page.get_by_role("button", name="Move: Cover and form the head").focus()
            page.keyboard.press("Enter")
            where = page.get_by_label("Where to: Cover and form the head")
            where.select_option(label="into bake 2")
            asked = page.get_by_role("alertdialog")
            expect(asked).to_contain_text("instead of 2")
            asked.get_by_role("button", name="Leave it where it is").click()

        self.drive(by_keyboard)
        self.assertEqual(bakes_of(figure), before)
        self.finish()

    def test_what_must_be_painted_first_is_worked_out_while_one_looks_on(self) -> None:
        raw = json.loads((EXAMPLES / "barnacle_ox.figure.json").read_text())
        figure = put_on_shelf(self.user, load_sheet(raw), "New figure")

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/order")
            page.get_by_role("tab", name="Reach").click()
            first = page.locator("[data-first='pack_strap']").first
            expect(first).to_contain_text(re.compile(r"pack strap: before step \d+"))
            page.get_by_role("tab", name="Joins").click()
            page.get_by_role("region", name="Cured to cured").wait_for()

        self.drive(work)
        self.assertIsNotNone(Figure.objects.get(pk=figure.pk).reach)
        self.finish()


class RescueJourney(Journey):
    def test_a_snapped_wing_is_mended(self) -> None:
        raw = json.loads((EXAMPLES / "pelican_piper.figure.json").read_text())
        figure = put_on_shelf(self.user, load_sheet(raw), "New figure")
        mark_steps(figure, [s.key for s in plan_of(figure).order.steps if s.bake], True)

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/order")
            page.get_by_role("tab", name="Mend").click()
            page.get_by_label("What part").select_option(label="right wing arm")
            page.get_by_label("What happened").select_option(label="it broke off")
            page.get_by_role("button", name="Show ways to repair it").click()
            baked = page.locator("[data-way='pin_bake']")
            expect(baked).to_contain_text("1 bake more")
            expect(baked).to_contain_text("Scorch in the end")
            expect(page.locator("[data-way='pin_glue']")).to_contain_text("no bake more")
            baked.get_by_role("button", name="Take this way").click()
            expect(page.get_by_text("right wing arm: it broke off")).to_be_visible()
            page.get_by_role("tab", name="Steps").click()
            expect(page.get_by_role("heading", name="Up to bake 3")).to_be_visible()
            expect(page.get_by_text("Mend: Drill both sides").first).to_be_visible()

        self.drive(work)
        self.assertEqual(figure.mishaps.get().way, "pin_bake")
        self.finish()


class BakeJourney(Journey):
    def test_an_acrylic_eye_is_told_of_and_a_way_out_is_taken(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")
        acrylic = [Operation(path="part/eye_r/stock", value="acrylic")]
        edit_figure(figure.id, 1, acrylic, "An acrylic eye", lambda sheet: None)

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bake")
            told = page.locator("[data-finding]").get_by_text("of acrylic cannot take the oven")
            expect(told).to_be_visible()
            page.get_by_role("button", name="Fix: Leave its place open").click()
            page.get_by_role("button", name="Do it").click()
            expect(told).to_be_hidden()

        self.drive(work)
        after = Figure.objects.get(pk=figure.pk).sheet
        self.assertTrue(after.part("eye_r").apart)
        self.finish()

    def test_a_bake_is_looked_into_and_a_chip_rides_along(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")

        def look_inside() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bake")
            page.get_by_role("tab", name="Inside").click()
            chest = page.locator("path[data-part=chest]").first
            expect(chest.locator("title")).to_have_text("chest: fused")
            page.get_by_role("slider").focus()
            page.keyboard.press("Home")
            expect(chest.locator("title")).to_have_text("chest: soft inside")
            page.get_by_label("Colour the parts by").select_option(label="scorch")
            expect(chest.locator("title")).to_contain_text("scorch it can take")

        self.drive(look_inside)
        self.assert_open_to_all("inside")

        def try_a_chip() -> None:
            page = self.page
            page.get_by_role("tab", name="Chips").click()
            page.get_by_role("button", name="Bake a test piece with it").first.click()
            verdict = page.get_by_label(re.compile("What the chip of rigid"))
            verdict.select_option(label="bends: cured")
            expect(page.get_by_text("Tried and open for use")).to_be_visible()
            page.get_by_role("tab", name="Heat gun").click()
            page.get_by_role("button", name="What it does").click()
            expect(page.get_by_role("region", name="What the heat gun does")).to_contain_text(
                "deep"
            )
            page.get_by_role("tab", name="Hold and fit").click()
            page.get_by_role("region", name="What to hold up").wait_for()

        self.drive(try_a_chip)
        self.finish()
