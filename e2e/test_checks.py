"""The work held against its plan in the browser: a photograph of a wire, its card found, an elbow that is off."""

from __future__ import annotations

import json

from playwright.sync_api import expect

from e2e.browser import Journey
from server.bench.models import LogEntry
from server.shelf.actions.create_figure import put_on_shelf
from server.shelf.models import Figure
from server.testing import EXAMPLES
from windcrest_core.sheet import load_sheet

MARKS = json.loads((EXAMPLES / "ferrywoman-wire.marks.json").read_text())
POINTS = {"shoulder_r": "right shoulder", "elbow_r": "right elbow", "wrist_r": "right wrist"}


class CheckJourney(Journey):
    width = 820

    def test_a_wrong_elbow_is_found_on_a_tablet_and_the_plan_follows(self) -> None:
        sheet = load_sheet(json.loads((EXAMPLES / "ferrywoman.figure.json").read_text()))
        figure = put_on_shelf(self.user, sheet, "New figure")

        def tap(share: list[float]) -> None:
            box = self.page.get_by_role("application").bounding_box()
            assert box is not None
            self.assertAlmostEqual(box["width"] / box["height"], 0.75, 2)
            self.page.mouse.click(
                box["x"] + share[0] * box["width"], box["y"] + share[1] * box["height"]
            )

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/log")
            page.get_by_label("Photograph to hold against the plan").set_input_files(
                EXAMPLES / "ferrywoman-wire.jpg"
            )
            dialog = page.get_by_role("dialog", name="Held against the plan")
            dialog.get_by_label("Seen").select_option("side")
            dialog.get_by_label("Measured by").select_option("card")
            expect(page.locator("[data-plan] polyline").first).to_be_attached()
            behind = dialog.get_by_label("It stands behind the middle by")
            behind.fill("60 mm")
            behind.press("Enter")
            for key, label in POINTS.items():
                dialog.get_by_label("What to mark").select_option(label)
                tap(MARKS["marks"][key])
                expect(page.locator(f"[data-mark={key}]")).to_be_attached()
            off = dialog.get_by_role("region", name="What is off")
            expect(off).to_contain_text("too far closed")
            expect(off).to_contain_text("Open the right elbow by")
            self.assertEqual(self.barriers(), [])
            off.get_by_role("button", name="Or let the plan follow the work").click()
            expect(dialog.get_by_text("All that is marked is as planned")).to_be_visible()
            dialog.get_by_role("button", name="Keep it in the log").click()
            expect(page.get_by_text("nothing off that matters")).to_be_visible()
            expect(page.get_by_role("button", name="Undo")).to_be_enabled()

        self.drive(work)
        entry = LogEntry.objects.get()
        self.assertEqual((entry.found, entry.marks["stage"]), ([], "wire"))
        swing = Figure.objects.get().sheet.pose["elbow_r"].swing_deg
        self.assertAlmostEqual(swing, 99, delta=3)
        self.finish()
