"""The work held against its plan, over HTTP and on the command line: photographs, the log, calipers."""

from __future__ import annotations

import io
import json
import tempfile
from pathlib import Path
from typing import Any

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from PIL import Image

from server.bench.models import LogEntry
from server.testing import ApiCase
from windcrest_core.tests.photographs import camera, drawn
from windcrest_core.work.checks.card import corners_mm

MARKED = {
    "view": "front",
    "stage": "raw",
    "width_px": 1000,
    "height_px": 1400,
    "scale": {"kind": "stature", "crown": [0.5, 0.1], "sole": [0.5, 0.9]},
    "marks": {"tip_head": [0.5, 0.1], "head": [0.5, 0.3]},
}


def jpeg(picture: Any) -> SimpleUploadedFile:
    out = io.BytesIO()
    Image.fromarray(picture).save(out, "JPEG", quality=90)
    return SimpleUploadedFile("wire.jpg", out.getvalue(), "image/jpeg")


class CheckTest(ApiCase):
    def check(self, **more: Any) -> Any:
        return self.call("POST", f"{self.at}/check", {**MARKED, **more})

    def test_what_a_photograph_shows_with_the_plan_over_it(self) -> None:
        found = self.check().json()
        [told] = found["told"]
        self.assertTrue(told["matters"])
        self.assertRegex(
            told["difference"]["words"], r"^chin to crown [\d.]+ mm ± [\d.]+ mm too long$"
        )
        self.assertTrue(told["todo"][0].startswith("Its wall does not allow that"))
        self.assertGreater(len(found["laid"]), 10)
        low, high = found["axis"]
        self.assertAlmostEqual(low[1], 0.9, 2)
        self.assertAlmostEqual(high[1], 0.1, 2)
        self.call("PATCH", "/api/v1/rules", {"changes": {"length_unit": "in"}})
        self.assertIn(" in ± ", self.check().json()["told"][0]["difference"]["words"])
        self.assertEqual(LogEntry.objects.count(), 0)

    def test_what_cannot_be_is_refused_by_its_field(self) -> None:
        self.assert_problem(self.check(scale=None), 422, "scale")
        self.assert_problem(self.check(marks={"trunk": [0.1, 0.1]}), 422, "marks/trunk")
        at = {"kind": "stature", "crown": [0.5, 0.5], "sole": [0.5, 0.501]}
        self.assert_problem(self.check(scale=at), 422, "scale")

    def test_the_card_is_found_in_a_picture_that_is_sent(self) -> None:
        rng = np.random.default_rng(2)
        eye = camera(1200, 1600, 0.8, 8, 5, 1, 700)
        answer = self.client.post(
            f"{self.at}/check/corners", {"picture": jpeg(drawn(eye, (1200, 1600), rng))}
        )
        found = answer.json()
        true = eye.seen(np.column_stack([corners_mm(), np.zeros(4)])) / np.array([1200, 1600])
        self.assertLess(
            float(
                np.abs(np.array([[row["x"], row["y"]] for row in found["corners"]]) - true).max()
            ),
            0.001,
        )
        grey = np.full((300, 200), 150, dtype=np.uint8)
        none = self.client.post(f"{self.at}/check/corners", {"picture": jpeg(grey)}).json()
        self.assertEqual((none["width_px"], none["corners"]), (200, []))
        heic = SimpleUploadedFile("a.heic", b"ftypheic" * 9, "image/heic")
        self.assert_problem(
            self.client.post(f"{self.at}/check/corners", {"picture": heic}), 422, "picture"
        )

    def test_it_is_kept_in_the_log_with_what_was_found(self) -> None:
        picture = jpeg(np.full((300, 200), 150, dtype=np.uint8))
        self.client.post(
            f"{self.at}/log", {"text": "the head", "picture": picture, "marks": json.dumps(MARKED)}
        )
        [entry] = self.client.get(f"{self.at}/log").json()
        self.assertEqual(entry["marks"]["marks"]["head"], [0.5, 0.3])
        [words] = entry["found"]
        self.assertIn("chin to crown", words)
        self.call("PATCH", "/api/v1/rules", {"changes": {"length_unit": "in"}})
        self.assertIn(" in ± ", self.client.get(f"{self.at}/log").json()[0]["found"][0])
        fine = {**MARKED, "marks": {}}
        self.call("PUT", f"{self.at}/log/{entry['id']}/marks", fine)
        self.assertEqual(self.client.get(f"{self.at}/log").json()[0]["found"], [])
        self.assert_problem(
            self.client.post(f"{self.at}/log", {"text": "x", "marks": '{"width_px": 3}'}),
            422,
            "width_px",
        )
        self.client.post(f"{self.at}/log", {"text": "only a note"})
        note = self.client.get(f"{self.at}/log").json()[0]
        self.assert_problem(self.call("PUT", f"{self.at}/log/{note['id']}/marks", fine), 409)

    def test_calipers_by_hand_and_by_a_caliper(self) -> None:
        asked = self.client.get(f"{self.at}/calipers").json()
        self.assertEqual(asked["stage"], "wire")
        first = asked["rows"][0]
        read = {first["of"][0]: first["mm"][0] * 1.08}
        found = self.call("POST", f"{self.at}/calipers", {"stage": "wire", "read_mm": read}).json()
        self.assertTrue(found["told"][0]["matters"])
        slip = self.call(
            "POST",
            f"{self.at}/calipers",
            {"stage": "raw", "read_mm": {first["of"][0]: first["mm"][0] / 25.4}},
        ).json()["slips"][0]
        self.assertAlmostEqual(slip["meant_mm"], first["mm"][0], 1)
        self.assertIsNone(self.client.get("/api/v1/caliper").json()["mm"])
        token = self.call("POST", "/api/v1/devices", {"name": "caliper"}).json()["token"]
        sent = self.call(
            "POST", "/api/v1/caliper/readings", {"mm": 34.2}, HTTP_AUTHORIZATION=f"Bearer {token}"
        )
        self.assertEqual(sent.status_code, 200)
        self.assertEqual(self.client.get("/api/v1/caliper").json()["mm"], 34.2)
        self.assertEqual(
            self.call(
                "POST", "/api/v1/caliper/readings", {"mm": 1}, HTTP_AUTHORIZATION="Bearer no"
            ).status_code,
            401,
        )

    def test_the_same_on_the_command_line(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            sheet, marks = Path(folder) / "a.json", Path(folder) / "b.json"
            sheet.write_text(json.dumps(self.sheet()))
            marks.write_text(json.dumps(MARKED))
            out = io.StringIO()
            call_command("check", str(sheet), str(marks), stdout=out)
            self.assertIn(
                "chin to crown", json.loads(out.getvalue())["told"][0]["difference"]["words"]
            )
            marks.write_text("{}")
            wrong = io.StringIO()
            with self.assertRaises(SystemExit):
                call_command("check", str(sheet), str(marks), stderr=wrong)
            self.assertIn("width_px", wrong.getvalue())

    def test_the_card_on_paper(self) -> None:
        answer = self.client.get(f"{self.at}/check/card")
        self.assertTrue(answer.content.startswith(b"%PDF"))

    def test_as_built_the_plan_goes_by_what_was_measured_until_it_is_taken_back(self) -> None:
        def plan() -> Any:
            return self.client.get(f"{self.at}/plan").json()

        def put(**body: Any) -> Any:
            return self.call("PUT", f"{self.at}/built", body)

        before = plan()
        minutes = {row["id"]: row["model_min"] for row in before["bake"]["bakes"][0]["parts"]}
        self.assertEqual(put(part="chest", kind="wall_mm", value=9).status_code, 200)
        self.assertEqual(put(part="skull", kind="mass_g", value=300).status_code, 200)
        after = plan()
        now = {row["id"]: row["model_min"] for row in after["bake"]["bakes"][0]["parts"]}
        self.assertGreater(now["chest"], 1.2 * minutes["chest"])
        self.assertNotEqual(after["frame"]["centre"], before["frame"]["centre"])
        rows = {row["part"]: row for row in self.client.get(f"{self.at}/built").json()}
        self.assertEqual((rows["chest"]["value"], rows["chest"]["planned"]), (9, 6))
        self.assertLess(rows["skull"]["planned"], 300)
        self.assert_problem(put(part="trunk", kind="wall_mm", value=9), 422, "part")
        self.assert_problem(put(part="chest", kind="wall_mm", value=900), 422, "value")
        for part, kind in (("chest", "wall_mm"), ("skull", "mass_g")):
            put(part=part, kind=kind, value=None)
        again = plan()
        self.assertEqual(again["bake"], before["bake"])
        self.assertEqual(again["frame"], before["frame"])

    def test_a_length_by_calipers_is_planned_with_and_a_core_teaches(self) -> None:
        def put(**body: Any) -> Any:
            return self.call("PUT", f"{self.at}/built", body)

        def lengths() -> dict[str, float]:
            rows = self.client.get(f"{self.at}/calipers").json()
            return {
                key: mm
                for row in [*rows["rows"], *rows["others"]]
                for key, mm in zip(row["of"], row["mm"], strict=True)
            }

        before = lengths()
        asked = self.client.get(f"{self.at}/calipers").json()
        known = {row["id"] for row in asked["landmarks"]}
        for row in asked["rows"]:
            self.assertTrue(known >= {mark for ends in row["ends"] for mark in ends})
        self.assertEqual(put(part="elbow_r", kind="length_mm", value=60).status_code, 200)
        self.assertEqual(lengths(), {**before, "elbow_r": 60})
        [row] = self.client.get(f"{self.at}/built").json()
        self.assertEqual((row["label"], row["value"]), ("right forearm", 60))
        self.assertAlmostEqual(row["planned"], before["elbow_r"], 1)
        self.assert_problem(put(part="across_wrist", kind="length_mm", value=60), 422, "part")
        self.assert_problem(put(part="elbow_r", kind="length_mm", value=3000), 422, "value")
        put(part="elbow_r", kind="length_mm", value=None)
        self.assertEqual(lengths(), before)

        self.assertEqual(self.client.get(f"{self.at}/lessons").json(), [])
        put(part="chest", kind="core_g", value=60)
        [lesson] = self.client.get(f"{self.at}/lessons").json()
        self.assertEqual(lesson["weighing"]["mass_g"], 60)
        stores = self.client.get("/api/v1/stores").json()["stores"]
        stores["weighings"] = [lesson["weighing"]]
        self.assertEqual(self.call("PUT", "/api/v1/stores", stores).status_code, 200)
        self.assertTrue(self.client.get(f"{self.at}/lessons").json()[0]["counted"])
        self.edit(("part/chest/meeting", {"kind": "lay", "hosts": ["belly"]}))
        self.edit(("part/chest/form/kind", "close"))
        self.assert_problem(put(part="chest", kind="wall_mm", value=3), 422, "part")
