"""Runs, gauges, kept poses, the model and the cut list over HTTP."""

from __future__ import annotations

import csv
import io

from server.shelf.tests.test_character import CharacterCase
from server.testing import person


class RunTest(CharacterCase):
    def test_every_wire_is_tried_on_a_run(self) -> None:
        rows = self.client.get(f"{self.at}/runs/arms/gauges").json()
        catalogue = self.client.get("/api/v1/catalogue").json()
        self.assertEqual({row["wire"] for row in rows}, set(catalogue["wires"]))
        passing = [row for row in rows if row["owned"] and not row["fails"]]
        runs = self.client.get(self.at + "/plan/frame").json()["runs"]
        arms = next(run for run in runs if run["id"] == "arms")
        self.assertEqual(passing[0]["wire"], arms["chosen"]["wire"])

    def test_an_unknown_run_is_told(self) -> None:
        self.assert_problem(self.client.get(f"{self.at}/runs/ghost/gauges"), 422, "run")

    def test_runs_are_split_joined_led_on_and_laid_anew_each_as_one_change(self) -> None:
        before = self.sheet()["runs"]
        for runs in (
            {"kind": "split", "run": "spine", "joint": "waist"},
            {"kind": "join", "run": "spine", "other": "spine_2"},
            {"kind": "route", "run": "arms", "first": "wrist_r", "last": "elbow_l"},
            {"kind": "through", "run": "arms", "joint": "wrist_l"},
            {"kind": "add", "first": "neck", "last": "head"},
        ):
            self.change(label="Runs", runs=runs)
        laid = self.change(label="Runs", runs={"kind": "suggest", "school": "rod", "feet": "loops"})
        self.assertIn("rod", [run["id"] for run in laid["figure"]["sheet"]["runs"]])
        for _ in range(6):
            self.call("POST", f"{self.at}/undo")
        self.assertEqual(self.sheet()["runs"], before)

    def test_a_pose_is_taken_up_whole_and_mirrored_as_one_change(self) -> None:
        figure = self.client.get(self.at).json()
        striding = figure["presets"]["striding"]
        taken = self.change(label="Pose", pose=striding)["figure"]["sheet"]["pose"]
        self.assertEqual(taken, striding)
        mirrored = self.change(label="Mirror", pose="mirror")["figure"]["sheet"]["pose"]
        for joint in figure["joints"]:
            here, other = taken.get(joint["id"]), mirrored.get(joint["other"] or joint["id"])
            if here is None:
                self.assertIsNone(other)
            elif joint["other"]:
                self.assertEqual(other, here)
            else:
                self.assertEqual(other["swing_deg"], here["swing_deg"])
                self.assertEqual(other["spread_deg"], -here["spread_deg"])
                self.assertEqual(other["turn_deg"], -here["turn_deg"])
        self.call("POST", f"{self.at}/undo")
        self.assertEqual(self.sheet()["pose"], striding)
        self.change(422, pose={"tail_9": {"swing_deg": 10}})
        self.change(422, pose={"elbow_r": {"swing_deg": 900}})

    def test_what_no_wire_can_follow_is_refused_and_changes_nothing(self) -> None:
        before = self.sheet()
        for path, value, fault in (
            ("run/arms/path", ["wrist_r", "knee_l"], "run/arms/path"),
            ("run/spine/loop_mm", 90, "run/spine/loop_mm"),
            ("run/arms/into", "chest", "run/arms/into"),
            ("base/counterweight_g", -3, "base/counterweight_g"),
        ):
            self.assert_problem(self.edit((path, value)), 422, fault)
        self.assertEqual(self.sheet(), before)

    def test_house_rules_decide_how_a_new_figure_is_wired(self) -> None:
        rules = {"changes": {"frame_school": "bound", "feet": "loops"}}
        self.assertEqual(self.call("PATCH", "/api/v1/rules", rules).status_code, 200)
        sheet = self.client.get(self.made("biped")).json()["sheet"]
        ends = {run["id"]: (run["start"], run["end"]) for run in sheet["runs"]}
        self.assertEqual(ends["leg_l"], ("bound", "loop"))

    def test_binding_wire_has_to_be_in_the_catalogue(self) -> None:
        answer = self.call("PATCH", "/api/v1/rules", {"changes": {"binding_wire": "string"}})
        self.assert_problem(answer, 422, "binding_wire")


class PoseTest(CharacterCase):
    def test_a_drag_of_one_side_turns_both(self) -> None:
        drag = {"joint": "shoulder_r", "view": "front", "to": [120, 300], "both_sides": True}
        pose = self.change(label="Turn", drag=drag)["figure"]["sheet"]["pose"]
        self.assertEqual(pose["shoulder_r"]["spread_deg"], pose["shoulder_l"]["spread_deg"])
        self.assertEqual(pose["shoulder_r"]["swing_deg"], pose["shoulder_l"]["swing_deg"])

    def test_a_kept_pose_is_offered_on_other_figures_that_can_take_it(self) -> None:
        kept = {"label": "Salute", "joints": {"elbow_r": {"swing_deg": 120}}}
        self.assertEqual(self.edit(("kept_pose/salute", kept)).status_code, 200)
        self.assertEqual(self.client.get(f"{self.at}/kept-poses").json(), {})
        other, ox = self.made("biped"), self.made("stem_cap")
        [offered] = self.client.get(f"{other}/kept-poses").json().values()
        self.assertEqual(offered["label"], "Salute")
        self.assertEqual(self.client.get(f"{ox}/kept-poses").json(), {})

    def test_a_kept_pose_stays_within_its_joints(self) -> None:
        bent = {"label": "x", "joints": {"elbow_r": {"swing_deg": 300}}}
        self.assert_problem(
            self.edit(("kept_pose/x", bent)), 422, "kept_pose/x/joints/elbow_r/swing_deg"
        )


class FileTest(CharacterCase):
    def test_the_figure_in_space_is_a_file_sent_once(self) -> None:
        answer = self.client.get(f"{self.at}/model")
        self.assertEqual(answer["Content-Type"], "model/gltf-binary")
        self.assertEqual(answer.content[:4], b"glTF")
        again = self.client.get(f"{self.at}/model", headers={"If-None-Match": answer["ETag"]})
        self.assertEqual(again.status_code, 304)

    def test_the_cut_list_as_a_table(self) -> None:
        answer = self.client.get(f"{self.at}/prints/cut-list?form=csv")
        self.assertIn(".csv", answer["Content-Disposition"])
        self.assertTrue(answer.content.startswith(b"\xef\xbb\xbf"))
        rows = list(csv.DictReader(io.StringIO(answer.content.decode("utf-8-sig"))))
        runs = self.client.get(self.at + "/plan/frame").json()["runs"]
        self.assertEqual({row["run"] for row in rows if row["run"]}, {run["label"] for run in runs})

    def test_the_portion_card_and_the_walls(self) -> None:
        answer = self.client.get(f"{self.at}/prints/portion-card")
        self.assertEqual(answer.content[:4], b"%PDF")
        self.assertEqual(self.client.get(f"{self.at}/prints/foil-card").content[:4], b"%PDF")
        found = self.client.get(f"{self.at}/walls").json()
        self.assertEqual([row["name"] for row in found["maps"]], ["front", "side"])
        self.assertIn("chest", [row["id"] for row in found["parts"]])

    def test_patterns_and_spacing_strips(self) -> None:
        found = self.client.get(f"{self.at}/patterns").json()
        self.assertIn("thigh_r", [row["part"] for row in found])
        one = self.client.get(f"{self.at}/prints/patterns?part=thigh_r&form=svg")
        self.assertIn(b"<svg", one.content)
        self.assert_problem(self.client.get(f"{self.at}/prints/patterns?part=ghost"), 422, "part")
        strip = self.client.get("/api/v1/spacing-strip?length=4 in&count=9&ring=true")
        self.assertEqual(strip.content[:4], b"%PDF")
        bad = self.client.get("/api/v1/spacing-strip?length=wide&count=9")
        self.assert_problem(bad, 422, "length")

    def test_nobody_else_sees_any_of_it(self) -> None:
        _, stranger = person("stranger")
        for path in ("/model", "/runs/arms/gauges", "/kept-poses", "/walls", "/patterns"):
            self.assertEqual(stranger.get(self.at + path).status_code, 404)
