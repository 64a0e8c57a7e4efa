"""Mending, the inside of a bake, chips and the heat gun over HTTP; what a measured bake leaves."""

from __future__ import annotations

from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile

from server.bench.actions.mark_steps import mark_steps
from server.shelf.models import BakeRecord, MishapRecord
from server.testing import ApiCase, person


class MendingTest(ApiCase):
    def happened(self, part: str = "forearm_r", kind: str = "broke", **more: Any) -> dict[str, Any]:
        return {"kind": kind, "part": part, **more}

    def labels(self) -> list[str]:
        return [step["label"] for step in self.plan()["order"]["steps"]]

    def plan(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"{self.at}/plan").json()
        return found

    def bake(self, number: int, minutes: float = 70) -> None:
        steps = [step for step in self.plan()["order"]["steps"] if step["bake"] == number]
        mark_steps(self.figure, [step["key"] for step in steps if step["kind"] != "bake"], True)
        self.call("PUT", f"{self.at}/bakes/{number}", {"minutes": minutes})

    def test_what_can_go_wrong_is_named(self) -> None:
        kinds = self.client.get("/api/v1/mishaps").json()
        self.assertEqual(kinds["broke"], {"words": "it broke off", "of": "clay"})
        self.assertEqual(kinds["does_not_fit"]["of"], "bought")
        self.assertEqual(len(kinds), 11)

    def test_ways_are_weighed_and_nothing_is_stored(self) -> None:
        self.bake(1)
        before = self.plan()
        ways = self.call("POST", f"{self.at}/mend/try", self.happened()).json()
        self.assertEqual([way["mishap"]["way"] for way in ways], ["pin_bake", "pin_glue", "remake"])
        self.assertTrue(all(way["hands_min"] > 0 for way in ways))
        self.assertEqual(self.plan(), before)

    def test_a_way_that_is_taken_is_in_the_order_and_taken_back_it_is_not(self) -> None:
        self.bake(1)
        before = self.labels()
        self.assertEqual(
            self.call("POST", f"{self.at}/mend", self.happened(way="pin_bake")).status_code, 201
        )
        mends = [label for label in self.labels() if label.startswith("Mend")]
        self.assertEqual(len(mends), 3)
        (row,) = self.client.get(f"{self.at}/mend").json()
        self.assertEqual((row["words"], row["way"]), ("it broke off", "pin_bake"))
        self.assertEqual(self.call("DELETE", f"{self.at}/mend/{row['id']}").status_code, 200)
        self.assertEqual(self.labels(), before)

    def test_a_mend_can_be_ticked_and_baked(self) -> None:
        self.bake(1)
        self.bake(2)
        self.call("POST", f"{self.at}/mend", self.happened(way="remake"))
        self.bake(3)
        steps = {step["key"]: step for step in self.plan()["order"]["steps"]}
        self.assertTrue(steps["forearm_r.mishap.3"]["done"])
        self.assertTrue(steps["bake.3"]["done"])
        self.assertIn("forearm_r.mishap.3", BakeRecord.objects.get(number=3).steps)

    def test_a_finished_figure_that_broke_is_in_the_calendar_again(self) -> None:
        keys = [step["key"] for step in self.plan()["order"]["steps"]]
        mark_steps(self.figure, keys, True)
        at = "/api/v1/calendar?at=2026-11-23T18:00:00"
        self.assertEqual(self.client.get(at).json()["finishes"], [])
        self.call("POST", f"{self.at}/mend", self.happened(way="pin_glue"))
        (row,) = self.client.get(at).json()["finishes"]
        self.assertEqual(row["name"], "Test")
        self.assertAlmostEqual(row["hands_min"], 22, delta=1)

    def test_what_cannot_be_is_refused_with_what_is_allowed(self) -> None:
        self.assert_problem(
            self.call("POST", f"{self.at}/mend/try", self.happened("wing")), 422, "part"
        )
        asked = self.happened(way="magic")
        self.assert_problem(self.call("POST", f"{self.at}/mend", asked), 422, "way")
        wrong = self.happened(kind="stolen")
        self.assertEqual(self.call("POST", f"{self.at}/mend/try", wrong).status_code, 422)
        self.assertEqual(MishapRecord.objects.count(), 0)

    def test_a_stranger_neither_sees_nor_mends_it(self) -> None:
        self.call("POST", f"{self.at}/mend", self.happened(way="strip"))
        _, other = person("other")
        self.assertEqual(other.get(f"{self.at}/mend").status_code, 404)
        row = MishapRecord.objects.get()
        self.assertEqual(other.delete(f"{self.at}/mend/{row.pk}").status_code, 404)


class BakeContentsTest(ApiCase):
    def bakes(self) -> dict[str, int | None]:
        steps = self.client.get(f"{self.at}/plan").json()["order"]["steps"]
        return {step["key"]: step["bake"] for step in steps}

    def test_what_was_in_a_bake_stays_there_when_the_school_changes(self) -> None:
        before = self.bakes()
        self.call("PUT", f"{self.at}/steps/bake.1", {"done": True})
        record = BakeRecord.objects.get()
        self.assertIn("skull.cover.1", record.steps)
        self.call("PATCH", "/api/v1/rules", {"changes": {"bake_school": "one_bake"}})
        after = self.bakes()
        self.assertEqual(after["hand_r.cover.1"], 2)
        self.assertEqual(after["skull.cover.1"], before["skull.cover.1"])

    def test_a_tick_taken_back_is_a_bake_that_was_not(self) -> None:
        self.call("PUT", f"{self.at}/steps/bake.1", {"done": True})
        self.call("PUT", f"{self.at}/steps/bake.1", {"done": False})
        self.assertEqual(BakeRecord.objects.count(), 0)

    def test_a_measured_bake_is_what_the_plan_goes_by(self) -> None:
        rows = "\n".join(f"{n * 60},112" for n in range(71))
        file = SimpleUploadedFile("bake.csv", f"time_s,temp_c\n{rows}\n".encode(), "text/csv")
        self.client.post(f"{self.at}/live-trace/1", {"file": file})
        plan = self.client.get(f"{self.at}/plan").json()
        first = plan["bake"]["bakes"][0]
        self.assertTrue(first["measured"])
        self.assertEqual(first["steady_air_c"], 112)
        self.assertFalse(any(part["cured"] for part in first["parts"]))
        self.assertIn("bake.core.raw", [finding["id"] for finding in plan["findings"]])
        self.call("PUT", f"{self.at}/bakes/1", {"minutes": 70})
        plan = self.client.get(f"{self.at}/plan").json()
        self.assertFalse(plan["bake"]["bakes"][0]["measured"], "typed over what was measured")


class InsideTest(ApiCase):
    def test_every_part_over_the_bake(self) -> None:
        found = self.client.get(f"{self.at}/bakes/1/inside").json()
        self.assertEqual(found["number"], 1)
        for part in found["parts"]:
            for key in ("surface_c", "core_c", "fusion", "scorch", "set_mm"):
                self.assertEqual(len(part[key]), len(found["minutes"]))
        self.assert_problem(self.client.get(f"{self.at}/bakes/9/inside"), 422, "number")

    def test_the_second_bake_begins_with_what_the_first_left(self) -> None:
        second = self.client.get(f"{self.at}/bakes/2/inside").json()
        chest = next(part for part in second["parts"] if part["id"] == "chest")
        hand = next(part for part in second["parts"] if part["id"] == "hand_r")
        self.assertGreater(chest["fusion"][0], 0.9)
        self.assertEqual(hand["fusion"][0], 0)

    def test_a_heat_gun(self) -> None:
        asked = {"part": "chest", "air_c": 150, "minutes": 3}
        found = self.call("POST", f"{self.at}/heat-gun", asked).json()
        self.assertGreater(found["set_mm"], 0)
        self.assertTrue(any("alcohol" in line for line in found["cautions"]))
        for key, value in (("air_c", 900), ("minutes", 0), ("part", "tail")):
            answer = self.call("POST", f"{self.at}/heat-gun", {**asked, key: value})
            self.assert_problem(answer, 422, key)

    def test_a_chip_opens_its_clay_and_corrects_the_plan(self) -> None:
        (before,) = self.client.get(f"{self.at}/chips").json()
        self.assertEqual((before["opened"], before["rate"]), (False, 1.0))
        stores = self.client.get("/api/v1/stores").json()["stores"]
        minutes = self.client.get(f"{self.at}/plan").json()["bake"]["total_min"]["value"]
        chip = {
            "of": "clay",
            "product": "rigid",
            "label": "chip",
            "thick_mm": 3,
            "minutes": 60,
            "air_c": 135,
        }
        self.call("PUT", "/api/v1/stores", {**stores, "tried": [{**chip, "verdict": "snaps"}]})
        (after,) = self.client.get(f"{self.at}/chips").json()
        self.assertLess(after["rate"], 0.9)
        slower = self.client.get(f"{self.at}/plan").json()["bake"]["total_min"]["value"]
        self.assertGreater(slower, minutes)
        self.call("PUT", "/api/v1/stores", {**stores, "tried": [{**chip, "verdict": "bends"}]})
        (opened,) = self.client.get(f"{self.at}/chips").json()
        self.assertTrue(opened["opened"])

    def test_a_label_of_twenty_degrees_is_refused_by_name(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        label = {"label_c": 20, "maximum_c": 150, "min_per_6mm": 15}
        answer = self.call("PUT", "/api/v1/stores", {**stores, "labels": {"rigid": label}})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("label_c", answer.content.decode())
