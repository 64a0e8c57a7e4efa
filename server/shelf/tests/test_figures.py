"""Figures over HTTP: making, editing, merging, undoing, files, prints."""

from __future__ import annotations

import io
import json
from datetime import date

from pypdf import PdfReader

from server.shelf.models import Figure
from server.testing import EXAMPLES, ApiCase


class NewFigureTest(ApiCase):
    def new(self, **body: object) -> object:
        return self.call(
            "POST", "/api/v1/figures", {"name": "N", "body": "biped", "height_mm": "12 in", **body}
        )

    def test_a_full_plan_at_once(self) -> None:
        answer = self.new(heads_tall=6)
        self.assertEqual(answer.status_code, 201)
        plan = answer.json()["plan"]
        self.assertAlmostEqual(plan["totals"]["height"]["value"], 304.8)
        self.assertAlmostEqual(plan["character"]["head_mm"]["value"], 50.8)
        for station in ("character", "frame", "bulk", "clay", "order", "bake", "colour", "finish"):
            self.assertTrue(plan[station])

    def test_impossible_figures_are_refused(self) -> None:
        for path, value in (
            ("height_mm", 0),
            ("height_mm", -30),
            ("height_mm", "10 km"),
            ("height_mm", "tall"),
            ("height_mm", "NaN"),
            ("height_mm", "10000 m"),
            ("name", " "),
            ("body", "amoeba"),
            ("heads_tall", 0),
            ("heads_tall", 99),
        ):
            with self.subTest(path, value=value):
                self.assert_problem(self.new(**{path: value}), 422, path)
        self.assertEqual(Figure.objects.count(), 1)


class EditTest(ApiCase):
    def test_an_edit_is_a_revision_and_undo_is_one_too(self) -> None:
        answer = self.edit(("part/chest/wall_mm", "3/16 in"))
        self.assertEqual(answer.json()["figure"]["revision"], 2)
        self.assertTrue(answer.json()["figure"]["can_undo"])
        undone = self.call("POST", self.at + "/undo").json()["figure"]
        self.assertEqual(undone["revision"], 3)
        self.assertEqual(
            [p["form"]["wall_mm"] for p in undone["sheet"]["parts"] if p["id"] == "chest"], [None]
        )
        redone = self.call("POST", self.at + "/redo").json()["figure"]
        self.assertAlmostEqual(
            next(p["form"]["wall_mm"] for p in redone["sheet"]["parts"] if p["id"] == "chest"),
            4.7625,
        )
        self.assertFalse(redone["can_redo"])
        self.assert_problem(self.call("POST", self.at + "/redo"), 409)

    def test_a_new_edit_ends_what_could_be_redone(self) -> None:
        self.edit(("name", "A"))
        self.call("POST", self.at + "/undo")
        self.edit(("name", "B"), base=3)
        self.assert_problem(self.call("POST", self.at + "/redo"), 409)
        self.call("POST", self.at + "/undo")
        self.assertEqual(self.sheet()["name"], "Test")

    def test_disjoint_edits_of_two_devices_merge(self) -> None:
        self.edit(("height_mm", 250))
        self.assertEqual(self.edit(("name", "From the tablet"), base=1).status_code, 200)
        sheet = self.sheet()
        self.assertEqual((sheet["height_mm"], sheet["name"]), (250, "From the tablet"))

    def test_colliding_edits_are_refused_with_both_values(self) -> None:
        self.edit(("height_mm", 250))
        answer = self.edit(("height_mm", 280), base=1)
        self.assert_problem(answer, 412)
        self.assertEqual(
            answer.json()["conflicts"], [{"path": "height_mm", "yours": 280, "theirs": 250}]
        )
        self.assertEqual(self.sheet()["height_mm"], 250)

    def test_bad_edits_change_nothing(self) -> None:
        before = self.sheet()
        for path, value in (
            ("height_mm", 0),
            ("height_mm", "tall"),
            ("height_mm", None),
            ("body/heads_tall", 99),
            ("joint/elbow_r/swing_deg", 170),
            ("part/chest/wall_mm", -1),
            ("part/chest/clay", "fudge"),
            ("run/spine/wire", "string"),
            ("run/arms/wire", "hs_4_0"),
            ("figure_id", "abc"),
        ):
            with self.subTest(path, value=value):
                pairs = [("body/limb_thickness", 0.5), (path, value)]
                self.assert_problem(self.edit(*pairs), 422)
        self.assert_problem(self.edit(("name", "X"), base=99), 422)
        self.assertEqual(self.sheet(), before)

    def test_infinity_in_the_body(self) -> None:
        raw = '{"base_revision": 1, "operations": [{"path": "height_mm", "value": 1e400}]}'
        self.assert_problem(self.call("POST", self.at + "/edits", raw), 422)

    def test_a_preview_stores_nothing_and_says_what_would_move(self) -> None:
        body = {
            "base_revision": 1,
            "number": 7,
            "operations": [
                {"path": "base/width_mm", "value": 60},
                {"path": "base/depth_mm", "value": 60},
            ],
        }
        answer = self.call("POST", self.at + "/preview", body).json()
        self.assertEqual(answer["number"], 7)
        self.assertIn("frame.stand.tips", [f["id"] for f in answer["new"]])
        self.assertEqual(self.sheet()["base"]["width_mm"], 125)

    def test_a_drag_is_one_revision(self) -> None:
        body = {
            "base_revision": 1,
            "drag": {"joint": "shoulder_r", "view": "front", "to": [-150, 245]},
        }
        answer = self.call("POST", self.at + "/edits", body).json()
        self.assertEqual(answer["figure"]["revision"], 2)
        self.assertGreater(answer["figure"]["sheet"]["pose"]["shoulder_r"]["spread_deg"], 60)


class PlanTest(ApiCase):
    def test_an_unchanged_plan_is_not_sent_twice(self) -> None:
        first = self.client.get(self.at + "/plan/clay")
        again = self.client.get(self.at + "/plan/clay", headers={"If-None-Match": first["ETag"]})
        self.assertEqual(again.status_code, 304)
        self.edit(("height_mm", 200))
        changed = self.client.get(self.at + "/plan/clay", headers={"If-None-Match": first["ETag"]})
        self.assertEqual(changed.status_code, 200)
        self.assert_problem(self.client.get(self.at + "/plan/moon"), 422, "station")
        self.assert_problem(self.client.get("/api/v1/stock/movements?skip=x"), 422, "skip")

    def test_a_finished_figure_keeps_its_rules(self) -> None:
        from server.stores.given import context_of

        self.figure.pinned = context_of(self.user).model_dump(mode="json")
        self.figure.save()
        before = self.client.get(self.at + "/plan").json()
        self.call("PATCH", "/api/v1/rules", {"changes": {"wall_mm": 3}})
        self.assertEqual(self.client.get(self.at + "/plan").json(), before)

    def test_taking_off_the_shelf_and_back(self) -> None:
        self.call("DELETE", self.at)
        self.assert_problem(self.client.get(self.at), 404)
        self.assertEqual(self.client.get("/api/v1/figures").json(), [])
        self.call("POST", self.at + "/restore")
        self.assertEqual(len(self.client.get("/api/v1/figures").json()), 1)


class FileTest(ApiCase):
    def test_out_and_in_again(self) -> None:
        raw = self.client.get(self.at + "/export").content
        clash = self.call("POST", "/api/v1/figures/import", raw)
        self.assert_problem(clash, 409, "figure_id")
        copy = self.call("POST", "/api/v1/figures/import?as_copy=true", raw)
        self.assertEqual(copy.status_code, 201)
        made = copy.json()["figure"]["sheet"]
        self.assertNotEqual(made["figure_id"], self.figure.id)
        self.assertEqual({**made, "figure_id": None}, {**json.loads(raw), "figure_id": None})

    def test_replacing_and_undoing_it(self) -> None:
        sheet = {
            **json.loads((EXAMPLES / "barnacle_ox.figure.json").read_text()),
            "figure_id": None,
        }
        answer = self.call("PUT", self.at + "/sheet?base_revision=1", sheet)
        self.assertEqual(answer.json()["plan"]["name"], "The barnacle ox")
        self.call("POST", self.at + "/undo")
        self.assertEqual(self.sheet()["name"], "Test")

    def test_another_figures_file_is_refused(self) -> None:
        sheet = {**self.sheet(), "figure_id": "0123456789abcdef"}
        self.assert_problem(
            self.call("PUT", self.at + "/sheet?base_revision=1", sheet), 422, "figure_id"
        )

    def test_bad_files_change_nothing(self) -> None:
        good = self.sheet()
        for raw, status in (
            ("this is not json", 422),
            ("[" * 10_000 + "]" * 10_000, 422),
            ("{" + " " * 2_100_000 + "}", 422),
            (b" " * 50_000_000, 413),
            (json.dumps({**good, "figure_id": None, "surprise": 1}), 422),
            (json.dumps({**good, "figure_id": None, "sheet_version": 99}), 422),
            (json.dumps({**good, "figure_id": None, "height_mm": 0}), 422),
            (json.dumps({"name": "Only a name"}), 422),
        ):
            with self.subTest(str(raw[:30])):
                answer = self.call("POST", "/api/v1/figures/import", raw)
                self.assertEqual(answer.status_code, status)
                self.assertEqual(answer["Content-Type"], "application/problem+json")
        self.assertEqual(Figure.objects.count(), 1)

    def test_unknown_keys_are_named(self) -> None:
        sheet = {**self.sheet(), "figure_id": None, "surprise": 1}
        self.assert_problem(self.call("POST", "/api/v1/figures/import", sheet), 422, "surprise")


class PrintTest(ApiCase):
    def text(self, path: str) -> str:
        answer = self.client.get(self.at + path)
        self.assertEqual(answer.status_code, 200)
        return "\n".join(
            page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages
        )

    def test_the_cut_list_says_what_the_plan_says(self) -> None:
        text = self.text("/prints/cut-list")
        for run in self.client.get(self.at + "/plan/frame").json()["runs"]:
            self.assertIn(f"{run['cut_mm']:.0f} mm", text)
        self.assertIn("100 mm", text)

    def test_in_inches(self) -> None:
        self.call(
            "PATCH", "/api/v1/rules", {"changes": {"length_unit": "in", "temperature_unit": "F"}}
        )
        self.assertIn(" in", self.text("/prints/cut-list"))
        self.assertIn("275 °F", self.text("/prints/bake-card/1"))

    def test_the_bake_card(self) -> None:
        bake = self.client.get(self.at + "/plan/bake").json()["bakes"][0]
        text = self.text("/prints/bake-card/1")
        self.assertIn(f"{bake['advised_min']['value']:.0f} min", text)
        self.assertIn("label stands above", text)
        self.assert_problem(self.client.get(self.at + "/prints/bake-card/9"), 422, "number")


class DateTest(ApiCase):
    def test_the_plan_is_of_today(self) -> None:
        self.assertEqual(
            self.client.get(self.at + "/plan").json()["today"], date.today().isoformat()
        )
