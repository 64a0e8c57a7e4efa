"""Station 1 in the browser: a drawing measured, taken, and printed; parts and decisions."""

from __future__ import annotations

import io
import re

from playwright.sync_api import Locator, expect
from pypdf import PdfReader

from e2e.browser import Journey
from server.shelf.actions.create_figure import create_figure
from server.shelf.drawn import Drawing
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from windcrest_core.body.figure import figure as placed
from windcrest_core.body.figure import standing_bones
from windcrest_core.body.solids import FRONT
from windcrest_core.character.landmarks import landmark_points
from windcrest_core.drawing.elevation import drawing
from windcrest_core.new_figure import new_sheet

MARKS = ("head", "tip_head", "shoulder_r", "shoulder_l", "hip_r", "hip_l", "knee_r", "ankle_r")


class MeasureJourney(Journey):
    def test_a_drawing_is_measured_taken_and_found_again_on_the_layout_map(self) -> None:
        """The drawing is of a figure of six heads with longer legs; the sheet starts with 7.5."""
        model = new_sheet("model", "biped", 300.0, 6.0)
        body = model.body.model_copy(update={"leg_share": 1.06, "shoulder_breadth": 1.12})
        model = model.model_copy(update={"body": body, "pose": {}})
        picture = Drawing(drawing(placed(model, 6.0)).front)
        points = landmark_points(standing_bones(model), model.body)
        shares = {key: picture.share(*(FRONT @ points[key])) for key in MARKS}
        shares["@crown"], shares["@sole"] = picture.share(0, 300), picture.share(0, 0)
        figure = create_figure(self.user, "The signalman", "biped", "300 mm")

        def put(canvas: Locator, share: tuple[float, float]) -> None:
            box = canvas.bounding_box()
            assert box is not None
            x, y = box["x"] + share[0] * box["width"], box["y"] + share[1] * box["height"]
            self.page.mouse.click(x, y)

        def work() -> bytes:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/character")
            page.get_by_role("tab", name="Pictures").click()
            page.get_by_label("Reference picture").set_input_files(
                {"name": "drawing.png", "mimeType": "image/png", "buffer": picture.png()}
            )
            page.get_by_role("button", name="Put it beside the figure").click()
            page.get_by_role("button", name="Measure", exact=True).click()
            canvas = page.get_by_role("application")
            canvas.wait_for()
            names = {key: label for key, label in self._labels(figure.id).items() if key in MARKS}
            names |= {"@crown": "crown, for the scale", "@sole": "sole, for the scale"}
            for key in ("@crown", "@sole", *MARKS):
                page.get_by_role("button", name=re.compile(f"[○●] {names[key]}$")).click()
                put(canvas, shares[key])
                expect(page.locator(f"[data-mark='{key}']")).to_be_visible()
            page.get_by_role("button", name="Done").click()
            asked = page.get_by_text("What the pictures ask of the figure")
            expect(asked).to_be_visible()
            expect(page.get_by_text("heads tall: 7.50")).to_be_visible()
            page.get_by_role("button", name=re.compile("Take all")).click()
            expect(page.get_by_text("heads tall: 7.50")).not_to_be_visible()
            page.get_by_role("tab", name="Paper").click()
            expect(page.get_by_text(re.compile("pages of A4"))).to_be_visible()
            link = page.get_by_role("link", name="Print the layout map (PDF)")
            return page.request.get(
                self.live_server_url + (link.get_attribute("href") or "")
            ).body()

        reader = PdfReader(io.BytesIO(self.drive(work)))
        text = " ".join(page.extract_text() for page in reader.pages)
        for key, name in (
            ("head", "chin"),
            ("shoulder_r", "shoulder"),
            ("knee_r", "knee"),
            ("hip_r", "hip"),
        ):
            wanted = float(points[key][2])
            found = re.search(rf"{name} (\d+\.\d)", text)
            assert found is not None, name
            self.assertAlmostEqual(float(found[1]), wanted, delta=0.01 * wanted, msg=name)
        after = Figure.objects.get()
        self.assertEqual(len(reader.pages), 1 + self._tiles(after))
        self.finish()

    def _labels(self, figure_id: str) -> dict[str, str]:
        answer = self.page.request.get(f"{self.live_server_url}/api/v1/figures/{figure_id}")
        labels: dict[str, str] = answer.json()["landmarks"]
        return labels

    @staticmethod
    def _tiles(figure: Figure) -> int:
        from windcrest_core.measures import Units
        from windcrest_core.prints.layout_map import layout_map
        from windcrest_core.prints.map_pages import map_tiling

        return map_tiling(layout_map(plan_of(figure), Units()), "A4").pages - 1

    def test_marks_are_set_by_keys_alone(self) -> None:
        figure = create_figure(self.user, "The signalman", "biped", "300 mm")
        drawn = Drawing(drawing(placed(figure.sheet, 6.0)).front)

        def work() -> dict[str, list[float]]:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/character")
            page.get_by_role("tab", name="Build").focus()
            for name in ("Paper", "Pictures"):
                page.keyboard.press("ArrowLeft")
                expect(page.get_by_role("tab", name=name)).to_be_focused()
            page.get_by_label("Reference picture").set_input_files(
                {"name": "drawing.png", "mimeType": "image/png", "buffer": drawn.png()}
            )
            page.get_by_role("button", name="Put it beside the figure").press("Enter")
            page.get_by_role("button", name="Measure", exact=True).press("Enter")
            expect(page.get_by_role("application")).to_be_focused()
            page.keyboard.press("]")
            page.keyboard.press("]")
            page.keyboard.press("ArrowRight")
            page.keyboard.press("Shift+ArrowUp")
            with page.expect_response(re.compile("/edits")):
                page.keyboard.press("Enter")
            page.keyboard.press("Escape")
            expect(page.get_by_role("application")).not_to_be_visible()
            answer = page.request.get(f"{self.live_server_url}/api/v1/figures/{figure.id}")
            marks: dict[str, list[float]] = answer.json()["sheet"]["references"][0]["landmarks"]
            return marks

        [(_, (u, v))] = self.drive(work).items()
        self.assertAlmostEqual(u, 0.5 + 1 / drawn.width_px, 6)
        self.assertAlmostEqual(v, 0.5 - 10 / drawn.height_px, 6)
        self.finish()


class PartsJourney(Journey):
    def test_from_a_bare_body_to_horns_a_tail_and_settled_questions(self) -> None:
        figure = create_figure(self.user, "The goat", "stem_cap", "180 mm")
        figure = create_figure(self.user, "The faun", "biped", "280 mm")

        def work() -> None:
            page = self.page
            page.goto(f"{self.live_server_url}/figures/{figure.id}/character")
            page.get_by_role("button", name="Add tail").click()
            expect(page.locator("[data-part=tail_tip]").first).to_be_visible()
            page.get_by_role("button", name="others beside").click()
            expect(page.locator("[data-ghost=baby]")).to_be_visible()
            self.assertEqual(self.barriers(), [], "Build")
            page.get_by_role("tab", name="Parts").click()
            page.get_by_label("From the library").select_option("horn")
            page.get_by_role("button", name="Add horns").click()
            expect(page.locator("[data-part=horn_l]").first).to_be_visible()
            page.get_by_role("button", name="Larger").click()
            expect(page.get_by_text("a pair with the left horn")).to_be_visible()
            page.get_by_label("Called").fill("ram's horn")
            page.get_by_label("Called").press("Enter")
            expect(page.get_by_role("heading", name="ram's horn")).to_be_visible()
            self.assertEqual(self.barriers(), [], "Parts")
            page.get_by_role("button", name="Delete").click()
            expect(page.locator("[data-part=horn_r]")).to_have_count(0)
            page.get_by_role("button", name="Undo").click()
            expect(page.locator("[data-part=horn_r]").first).to_be_visible()
            page.get_by_role("tab", name="Face").click()
            page.get_by_label("Eye line, typed").fill("40")
            page.get_by_label("Eye line, typed").press("Enter")
            expect(page.get_by_role("table", name="Face grid")).to_contain_text("40 %")
            self.assertEqual(self.barriers(), [], "Face")
            page.get_by_role("tab", name=re.compile("Decide")).click()
            before = page.get_by_role("tab", name=re.compile("Decide")).inner_text()
            page.get_by_role("button", name=re.compile("None: Are there lights")).click()
            expect(page.get_by_role("tab", name=re.compile("Decide"))).not_to_have_text(before)
            self.assertEqual(self.barriers(), [], "Decide")
            page.get_by_role("tab", name="Paper").click()
            expect(page.get_by_role("table", name="Lengths for the calipers")).to_be_visible()
            self.assertEqual(self.barriers(), [], "Paper")
            page.goto(self.live_server_url)
            page.get_by_role("button", name="Line-up").click()
            expect(page.get_by_role("link", name=re.compile("The goat, 180 mm"))).to_be_visible()

        self.drive(work)
        sheet = Figure.objects.get(pk=figure.pk).sheet
        self.assertEqual(sheet.part("horn_r").label, "ram's horn")
        self.assertEqual(sheet.part("horn_l").shape.kind, sheet.part("horn_r").shape.kind)
        self.assertEqual((sheet.face.eye_line, sheet.decided), (0.4, {"lights": "none"}))
        self.finish()
