"""Whole pieces of work in the browser."""

from __future__ import annotations

import io
import json
import re
import tempfile
from pathlib import Path

from playwright.sync_api import expect
from pypdf import PdfReader

from e2e.browser import Journey
from server.shelf.actions.create_figure import create_figure, put_on_shelf
from server.shelf.models import Figure
from server.testing import EXAMPLES
from windcrest_core.sheet import load_sheet
from windcrest_core.tests.sweeps import slow


class NewFigureJourney(Journey):
    def test_from_a_name_to_a_printed_cut_list(self) -> None:
        def work() -> bytes:
            page = self.page
            page.keyboard.press("n")
            page.get_by_label("Height", exact=True).fill("tall")
            page.get_by_label("Name", exact=True).fill("The lamplighter")
            self.expected_statuses.add(422)
            page.get_by_role("button", name="Plan it").click()
            expect(page.get_by_role("alert")).to_contain_text("12 in")
            expect(page.get_by_label("Height", exact=True)).to_have_value("tall")
            page.get_by_label("Height", exact=True).fill("12 in")
            page.get_by_label("Heads tall").fill("6")
            page.get_by_role("button", name="Plan it").click()
            page.get_by_role("heading", name="The lamplighter").wait_for()
            expect(page.locator("[data-answer='One head']")).to_have_text("50.8 mm")
            for key, name in enumerate(
                ("Character", "Frame", "Bulk", "Clay", "Order", "Bake", "Colour", "Finish"), start=1
            ):
                page.keyboard.press(str(key))
                expect(page.get_by_role("heading", name=name, exact=True)).to_be_visible()
                expect(page.get_by_text("Why").first).to_be_visible()
                if name in ("Colour", "Finish"):  # journeys of their own look at the others
                    self.assertEqual(self.barriers(), [], name)
            page.keyboard.press("2")
            page.get_by_role("tab", name="Pose").click()
            with page.expect_response(re.compile("/edits")):
                page.get_by_role("button", name="leaning").click()
            expect(page.get_by_role("button", name="Undo")).to_be_enabled()
            page.get_by_role("tab", name="Cutting").click()
            link = page.get_by_role("link", name="Print the cut list")
            answer = page.request.get(self.live_server_url + (link.get_attribute("href") or ""))
            return answer.body()

        text = PdfReader(io.BytesIO(self.drive(work))).pages[0].extract_text()
        figure = Figure.objects.get()
        from server.shelf.planning import plan_of

        for run in plan_of(figure).frame.runs:
            self.assertIn(f"{run.cut_mm:.0f} mm", text)
        self.finish()


class WallJourney(Journey):
    def test_a_thinner_wall_moves_the_strip_and_undo_brings_it_back(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bulk")
            foil = page.locator("[data-total=foil]")
            before = foil.locator("b").inner_text()
            page.get_by_label("Wall over all foil").fill("1/8 in")
            page.get_by_label("Wall over all foil").press("Enter")
            expect(foil).to_contain_text("+")
            expect(page.locator("[data-total=clay]")).to_contain_text("−")
            expect(page.locator("[data-total=mass]")).to_contain_text("−")
            expect(page.locator("[data-total=oven]")).to_contain_text("−")
            expect(foil.locator("b")).not_to_have_text(before)
            page.get_by_role("heading", name="Bulk").click()
            page.keyboard.press("z")
            expect(foil.locator("b")).to_have_text(before)
            page.keyboard.press("Control+Shift+z")
            expect(foil.locator("b")).not_to_have_text(before)
            page.keyboard.press("Control+z")
            expect(foil.locator("b")).to_have_text(before)
            expect(page.get_by_text("All changes saved")).to_be_visible()

        self.drive(work)
        self.assertEqual(Figure.objects.get().revision, 5)
        self.finish()


class DragJourney(Journey):
    def test_an_arm_is_dragged_and_the_hold_factor_follows(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")

        def work() -> tuple[str, str]:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/frame")
            hold = page.locator("[data-hold=arms]")
            before = hold.inner_text()
            handle = page.locator("circle[data-view=front][data-joint=shoulder_r]")
            box = handle.bounding_box()
            assert box is not None
            x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
            page.mouse.move(x, y)
            page.mouse.down()
            with page.expect_response(re.compile("/preview")):
                page.mouse.move(x - 60, y - 40, steps=8)
            expect(hold).not_to_have_text(before)
            with page.expect_response(re.compile("/edits")):
                page.mouse.up()
            expect(page.get_by_role("button", name="Undo")).to_be_enabled()
            return before, hold.inner_text()

        before, after = self.drive(work)
        self.assertNotEqual(before, after)
        pose = Figure.objects.get().sheet.pose["shoulder_r"]
        self.assertGreater(pose.spread_deg, 30)
        self.finish()


class FindingJourney(Journey):
    def test_a_finding_is_fixed_and_undone(self) -> None:
        raw = json.loads((EXAMPLES / "pelican_piper.figure.json").read_text())
        figure = put_on_shelf(self.user, load_sheet(raw), "New figure")

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/frame")
            tips = page.locator("[data-finding='frame.stand.tips']")
            tips.get_by_role("button", name=re.compile("Make the base")).click()
            expect(tips.get_by_role("group")).to_contain_text("Settles: Tips over")
            tips.get_by_role("button", name="Do it").click()
            expect(tips).to_have_count(0)
            page.get_by_role("button", name="Undo").click()
            expect(tips).to_be_visible()
            page.get_by_role("button", name="Redo").click()
            expect(tips).to_have_count(0)

        self.drive(work)
        self.assertGreater(Figure.objects.get().sheet.base.width_mm, 100)
        self.finish()


class ImportJourney(Journey):
    def test_a_bad_file_is_told_and_changes_nothing(self) -> None:
        good = json.loads((EXAMPLES / "barnacle_ox.figure.json").read_text())
        with tempfile.TemporaryDirectory() as folder:
            bad, fine = Path(folder) / "bad.json", Path(folder) / "ox.json"
            bad.write_text(json.dumps({**good, "height_mm": -5, "wings": 3}))
            fine.write_text(json.dumps(good))

            def work() -> None:
                page = self.page
                self.expected_statuses.add(422)
                page.get_by_label("Import a figure sheet").set_input_files(bad)
                alert = page.get_by_role("alert")
                expect(alert).to_contain_text("nothing has changed")
                expect(alert).to_contain_text("height_mm")
                expect(alert).to_contain_text("wings")
                page.get_by_label("Import a figure sheet").set_input_files(fine)
                page.get_by_role("heading", name="The barnacle ox").wait_for()

            self.drive(work)
        self.assertEqual(Figure.objects.count(), 1)
        self.finish()


class LogJourney(Journey):
    width = 768

    def test_a_note_a_step_and_a_real_bake_on_a_tablet(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/log")
            page.get_by_label("Note or caption").fill("Left arm is 2 mm short")
            page.get_by_role("button", name="Put in the log").click()
            expect(page.get_by_text("Left arm is 2 mm short")).to_be_visible()
            page.goto(f"{self.live_server_url}/figures/{figure.id}/order")
            page.get_by_text("Cut 3 runs of wire").first.wait_for()
            page.get_by_label("Done: Cut 3 runs of wire").check()
            expect(page.get_by_label("Done: Cut 3 runs of wire")).to_be_checked()
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bake")
            page.get_by_label("Minutes it really took").fill("45")
            page.get_by_label("Minutes it really took").press("Enter")
            expect(page.get_by_role("button", name="Bake 1 (done)")).to_be_visible()
            page.locator(".recharts-line").first.wait_for()

        self.drive(work)
        self.assertEqual(figure.bakes.get().minutes, 45)
        self.finish()


class EveryPageJourney(Journey):
    @slow
    def test_every_page_by_day_and_by_night_is_open_to_all(self) -> None:
        raw = json.loads((EXAMPLES / "newt_drummer.figure.json").read_text())
        figure = put_on_shelf(self.user, load_sheet(raw), "New figure")
        stations = [
            "character",
            "frame",
            "bulk",
            "clay",
            "order",
            "bake",
            "colour",
            "finish",
            "log",
        ]
        pages = ["/", "/stores", "/rules", "/reckoner", "/account"]
        pages += [f"/figures/{figure.id}/{station}" for station in stations]
        for scheme in ("Night", "Day"):
            self.drive(lambda label=scheme: self.page.get_by_role("button", name=label).click())
            for path in pages:

                def visit(to: str = path) -> None:
                    self.page.goto(self.live_server_url + to)
                    self.page.get_by_role("heading", level=1).wait_for()
                    if to.endswith("bake"):
                        self.page.locator(".recharts-line").first.wait_for()

                self.drive(visit)
                self.assert_open_to_all(f"{scheme} pressed, {path}")
        self.assertEqual(self.complaints, [])


class HouseRulesJourney(Journey):
    def test_a_rule_changes_the_figure_and_is_undone(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")

        def work() -> None:
            page = self.page
            page.get_by_role("link", name="House rules").click()
            page.get_by_label("Lengths").select_option("in")
            expect(page.locator("header")).to_contain_text("in · g · °C")
            page.get_by_label("Wall over foil").fill("thick")
            page.get_by_label("Wall over foil").press("Enter")
            expect(page.get_by_role("alert").first).to_contain_text("a length such as")
            expect(page.get_by_label("Wall over foil")).to_have_value("thick")
            page.get_by_label("Wall over foil").fill("1/8")
            page.get_by_label("Wall over foil").press("Enter")
            expect(page.get_by_label("Wall over foil")).to_have_value("1/8 in")
            page.goto(f"{self.live_server_url}/figures/{figure.id}/bulk")
            expect(page.get_by_label("Wall over all foil")).to_have_value("1/8 in")
            page.get_by_role("link", name="House rules").click()
            page.get_by_role("button", name="Undo").click()
            expect(page.get_by_label("Wall over foil")).to_have_value("0.24 in")

        self.expected_statuses.add(422)
        self.drive(work)
        self.finish()


class TwoDevicesJourney(Journey):
    def test_the_tablet_and_the_desk_change_different_things(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")
        from server.shelf.actions.edit_figure import edit_figure
        from windcrest_core.findings import Operation

        def open_bulk() -> None:
            self.page.goto(f"{self.live_server_url}/figures/{figure.id}/character")
            self.page.get_by_label("Figure height").wait_for()

        def elsewhere(path: str, value: object, base: int) -> None:
            edit_figure(
                figure.id, base, [Operation(path=path, value=value)], "tablet", lambda _: None
            )

        def type_height(text: str) -> None:
            self.page.get_by_label("Figure height").fill(text)
            self.page.get_by_label("Figure height").press("Enter")

        self.drive(open_bulk)
        elsewhere("name", "The lamplighter's wife", 1)

        def disjoint() -> None:
            type_height("250 mm")
            expect(self.page.get_by_role("heading", level=1)).to_have_text("The lamplighter's wife")

        self.drive(disjoint)
        elsewhere("height_mm", 222, 3)
        self.expected_statuses.add(412)

        def colliding() -> None:
            type_height("280 mm")
            question = self.page.get_by_text("another tab set this to 222 mm, you to 280 mm")
            expect(question).to_be_visible()
            expect(self.page.get_by_label("Figure height")).to_have_value("280 mm")
            self.page.get_by_role("button", name="Take theirs").click()
            expect(self.page.get_by_label("Figure height")).to_have_value("222 mm")
            expect(self.page.get_by_text("All changes saved")).to_be_visible()

        self.drive(colliding)
        sheet = Figure.objects.get().sheet
        self.assertEqual((sheet.height_mm, sheet.name), (222, "The lamplighter's wife"))
        self.finish()
