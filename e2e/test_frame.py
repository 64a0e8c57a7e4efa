"""Whole pieces of work at Frame: a wire chosen, a figure set standing, a coil tested, it is turned."""

from __future__ import annotations

import io
import json
import re

import numpy as np
from PIL import Image
from playwright.sync_api import expect
from pypdf import PdfReader

from e2e.browser import Journey
from server.shelf.actions.create_figure import create_figure, put_on_shelf
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from server.stores.models import StoresDocument
from server.testing import EXAMPLES
from windcrest_core.frame.bending import apart_mm, bent_back
from windcrest_core.sheet import load_sheet


class FrameJourney(Journey):
    def example(self, name: str) -> Figure:
        raw = json.loads((EXAMPLES / f"{name}.figure.json").read_text())
        return put_on_shelf(self.user, load_sheet(raw), "New figure")


class GaugeJourney(FrameJourney):
    def test_the_oar_arm_goes_from_failing_to_holding_and_its_card_is_printed(self) -> None:
        figure = self.example("ferrywoman")

        def work() -> bytes:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/frame")
            arms = page.locator("[data-run-box=arms]")
            expect(arms).to_contain_text("14 AWG soft aluminium")
            expect(arms).to_contain_text("typical, not measured")
            weak = page.locator("[data-finding='frame.hold.weak']").filter(has_text="hand,")
            expect(weak).to_be_visible()
            arms.get_by_role("button", name=re.compile("Every wire tried")).click()
            table = page.get_by_role("table", name=re.compile("Every wire on"))
            passing = table.get_by_role("row").filter(has_text="the lightest in Stores that passes")
            expect(passing).to_have_count(1)
            with page.expect_response(re.compile("/edits")):
                passing.get_by_role("button", name=re.compile("^Lock ")).click()
            page.keyboard.press("Escape")
            expect(weak).to_have_count(0)
            expect(arms).to_contain_text("as chosen")
            link = arms.get_by_role("link", name=re.compile("bend card"))
            answer = page.request.get(self.live_server_url + (link.get_attribute("href") or ""))
            return answer.body()

        text = PdfReader(io.BytesIO(self.drive(work))).pages[0].extract_text()
        run = next(r for r in plan_of(Figure.objects.get()).frame.runs if r.id == "arms")
        self.assertGreaterEqual(run.chosen.hold_upright, 2)
        printed = [float(number) for number in re.findall(r"(\d+\.\d)", text)]
        for bend in run.card.bends:
            self.assertTrue(any(abs(n - bend.mark_mm) < 0.06 for n in printed), bend)
            self.assertTrue(any(abs(n - bend.angle_deg) < 0.06 for n in printed), bend)
        self.assertLess(apart_mm(run.card, [np.array(p) for p in run.points]), 0.5)
        self.assertEqual(len(bent_back(run.card)), len(run.card.bends) + 2)
        self.finish()


class StandingJourney(FrameJourney):
    def test_the_pelican_tips_as_predicted_and_stands_after_its_findings(self) -> None:
        figure = self.example("pelican_piper")
        self.assertLess(plan_of(figure).frame.tips_at.value, 10)

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/frame")
            page.get_by_role("tab", name="Standing").click()
            expect(page.locator("[data-holding=rod]")).to_contain_text("rod")
            expect(page.get_by_role("table", name="Raw, finished")).to_contain_text(
                "falls by itself"
            )
            for finding, fix in (
                ("frame.raw.falls", re.compile("Put a .* rod")),
                ("frame.stand.tips", re.compile("Put .* g into the base")),
            ):
                row = page.locator(f"[data-finding='{finding}']")
                row.get_by_role("button", name=fix).click()
                row.get_by_role("button", name="Do it").click()
                expect(row).to_have_count(0)
            expect(page.locator("[data-holding=rod]")).to_have_count(0)
            stops = page.locator("[data-finding]").filter(has_text="STOP")
            while stops.count():
                left = stops.count()
                stops.first.get_by_role("button", name=re.compile("^Fix")).first.click()
                stops.first.get_by_role("button", name="Do it").click()
                expect(stops).not_to_have_count(left)

        self.drive(work)
        frame = plan_of(Figure.objects.get()).frame
        self.assertGreaterEqual(frame.tips_at.value, 10)
        self.assertFalse([f for f in frame.findings if f.severity == "stop"])
        self.finish()


class TurnJourney(FrameJourney):
    def test_it_is_turned_by_keys_with_the_same_part_selected(self) -> None:
        figure = self.example("barnacle_ox")

        def work() -> tuple[bytes, bytes]:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/clay")
            page.get_by_role("heading", name="Clay", exact=True).wait_for()
            page.keyboard.press("t")
            turntable = page.get_by_label(re.compile("The figure in space"))
            turntable.locator("canvas").wait_for()
            expect(page.get_by_text("Setting the figure")).to_have_count(0)
            page.wait_for_function(
                """() => {
                  const canvas = document.querySelector('canvas[data-engine]');
                  const gl = canvas?.getContext('webgl2');
                  if (!gl) return false;
                  const at = new Uint8Array(4 * canvas.width * canvas.height);
                  gl.readPixels(0, 0, canvas.width, canvas.height, gl.RGBA, gl.UNSIGNED_BYTE, at);
                  return at.some((value) => value > 0);
                }"""
            )
            before = turntable.screenshot()
            turntable.focus()
            page.keyboard.press("ArrowRight")
            page.keyboard.press("ArrowRight")
            page.get_by_role("button", name="○ wire").click()
            after = turntable.screenshot()
            box = turntable.bounding_box()
            assert box is not None
            page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
            page.keyboard.press("t")
            expect(page.get_by_role("img", name=re.compile("Front and side"))).to_be_visible()
            expect(page.locator("path[data-part][stroke-width='3']").first).to_be_visible()
            return before, after

        before, after = (Image.open(io.BytesIO(shot)) for shot in self.drive(work))
        self.assertNotEqual(before.tobytes(), after.tobytes())
        self.finish()


class CoilJourney(FrameJourney):
    def test_a_coil_is_put_in_stores_and_its_bend_test_counts_at_frame(self) -> None:
        figure = create_figure(self.user, "The lamplighter", "biped", "300 mm")

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/stores")
            page.get_by_role("button", name="Write down what was bought").click()
            page.get_by_label("What was bought", exact=True).select_option("wire")
            page.get_by_label("as its label says: 14 gauge, 2 mm").fill("1.6 mm")
            page.get_by_label("how much").fill("5 m")
            add = page.get_by_role("button", name="Add 1.6 mm annealed steel")
            add.click()
            expect(add).to_have_count(0)
            page.get_by_role("button", name="1.6 mm annealed steel").click()
            page.get_by_text("Bend test", exact=True).click()
            page.get_by_label("weight").fill("1")
            page.get_by_label("droop").fill("0.1")
            self.expected_statuses.add(422)
            page.get_by_role("button", name="Count with it").click()
            expect(page.get_by_role("alert")).to_contain_text("these readings would be")
            page.get_by_label("weight").fill("110")
            page.get_by_label("droop").fill("")
            page.get_by_role("button", name="Count with it").click()
            expect(page.locator("[data-lot]")).to_contain_text("measured")
            page.goto(f"{self.live_server_url}/figures/{figure.id}/frame")
            spine = page.locator("[data-run-box=spine]")
            spine.get_by_label("Wire", exact=True).select_option("st_1_6")
            expect(spine).to_contain_text("by the bend test of this coil")
            page.get_by_role("tab", name="Cutting").click()
            expect(page.locator("[data-coil^=lot_]")).to_contain_text("left")

        self.drive(work)
        [coil] = StoresDocument.objects.get().stores.coils
        assert coil.bend_test is not None
        self.assertEqual(coil.bend_test.mass_g, 110)
        self.finish()
