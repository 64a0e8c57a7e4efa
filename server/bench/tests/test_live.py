"""A bake that runs, over HTTP: begun once, fed by a probe, ended, written down."""

from __future__ import annotations

import time
from datetime import timedelta
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone

from server.bench.models import BakeReading, LiveBake, LogEntry
from server.shelf.models import BakeRecord, Figure
from server.shelf.planning import plan_of
from server.testing import ApiCase, person


class LiveBakeTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.token = self.call("POST", "/api/v1/devices", {"name": "probe"}).json()["token"]

    def begin(self, number: int = 1, speed: float = 1.0) -> Any:
        return self.call("POST", f"{self.at}/live/{number}", {"speed": speed})

    def send(self, rows: list[dict[str, float]], token: str | None = None) -> Any:
        bearer = f"Bearer {token or self.token}"
        return self.call(
            "POST", "/api/v1/probe/readings", {"readings": rows}, HTTP_AUTHORIZATION=bearer
        )

    def ago(self, minutes: float) -> None:
        """The bake was begun so long ago."""
        LiveBake.objects.update(started=timezone.now() - timedelta(minutes=minutes))

    def live(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"{self.at}/live").json()["live"]
        return found

    def end(self, way: str = "end", body: dict[str, Any] | None = None) -> Any:
        """End the bake that is in the oven now, or close it."""
        key = self.client.get(f"{self.at}/live").json()["key"]
        return self.call("POST", f"{self.at}/begun/{key}/{way}", body)

    def test_one_bake_at_a_time(self) -> None:
        self.assertIsNone(self.live())
        self.assertEqual(self.begin().status_code, 201)
        self.assert_problem(self.begin(2), 409)
        self.assertEqual(self.live()["number"], 1)
        self.assert_problem(self.call("POST", f"{self.at}/live/9", {}), 422, "number")

    def test_readings_in_any_order_and_twice_are_taken_once(self) -> None:
        self.begin()
        self.ago(10)
        now = time.time()
        rows = [{"at": now - 20 * n, "temp_c": 120 + n} for n in range(12)]
        first = self.send(rows[::-1]).json()
        self.assertEqual((first["taken"], first["known"]), (12, 0))
        again = self.send(rows[:5]).json()
        self.assertEqual((again["taken"], again["known"]), (0, 5))
        live = self.live()
        self.assertAlmostEqual(live["air_c"], 120)
        self.assertAlmostEqual(live["elapsed_min"], 10, delta=0.2)

    def test_the_oven_off_is_written_down_with_its_verdict(self) -> None:
        self.begin()
        self.ago(70)
        key = self.client.get(f"{self.at}/live").json()["key"]
        verdict = self.end().json()["live"]
        self.assertTrue(verdict["done"])
        self.assertAlmostEqual(BakeRecord.objects.get().minutes, 70, delta=0.5)
        self.assertIsNone(self.live())
        self.assertIsNone(LiveBake.objects.get().contents)
        self.begin(2)
        self.assert_problem(self.call("POST", f"{self.at}/begun/{key}/end"), 409)
        self.assertEqual(self.live()["number"], 2)
        text = self.client.get(f"{self.at}/live-trace/1").content.decode()
        self.assertTrue(text.startswith("\ufefftime_s,temp_c"))

    def test_a_bake_forgotten_for_two_days_is_put_right(self) -> None:
        self.begin()
        self.ago(49 * 60)
        found = self.client.get(f"{self.at}/live").json()
        self.assertIsNone(found["live"])
        self.assertAlmostEqual(found["forgotten"]["elapsed_min"], 2940, delta=1)
        self.assert_problem(self.end(), 409)
        self.assert_problem(self.end("close", {}), 422, "reason")
        self.assertEqual(self.end("close", {"minutes": 42}).status_code, 200)
        self.assertEqual(BakeRecord.objects.get().minutes, 42)
        self.assertIsNone(self.client.get(f"{self.at}/live").json()["forgotten"])

    def test_what_is_in_the_oven_is_what_went_in(self) -> None:
        """Begun as bake 2 of two, then all parts in one bake and the left hand deleted: it is followed,
        ended and written down with the hands that went in."""
        two = plan_of(self.figure).order.steps
        went_in = next(step for step in two if step.key == "bake.2").needs
        self.begin(2)
        self.ago(40)
        then = self.live()
        self.call("PATCH", "/api/v1/rules", {"changes": {"bake_school": "one_bake"}})
        self.edit(("part/hand_l", None))
        self.assertEqual([bake.number for bake in plan_of(Figure.objects.get()).bake.bakes], [1])
        now = self.live()
        self.assertEqual(now["parts"], then["parts"])
        self.assertEqual((now["number"], now["slowest"]), (2, then["slowest"]))
        self.assertEqual(self.end().status_code, 200)
        record = BakeRecord.objects.get()
        self.assertEqual(record.steps, [need.key for need in went_in])
        self.assertIn("hand_l.cover.1", record.steps)
        self.assertEqual((record.number, record.live), (1, LiveBake.objects.get()))

    def test_a_second_bake_stays_the_second_though_one_is_wanted(self) -> None:
        """Bake 1 was run; with the school of one bake the plan goes on with what is in bake 2."""
        self.call("PUT", f"{self.at}/steps/bake.1", {"done": True})
        self.begin(2)
        self.call("PATCH", "/api/v1/rules", {"changes": {"bake_school": "one_bake"}})
        self.ago(40)
        self.assertEqual(self.end().status_code, 200)
        plan = plan_of(Figure.objects.get())
        self.assertEqual([bake.done_min for bake in plan.bake.bakes if bake.number == 2], [40])
        placed = {step.key: step.bake for step in plan.order.steps}
        self.assertEqual((placed["chest.cover.1"], placed["hand_r.cover.1"]), (1, 2))

    def test_one_that_a_newer_windcrest_does_not_know_is_put_right(self) -> None:
        self.begin(2)
        LiveBake.objects.update(number=9)
        found = self.client.get(f"{self.at}/live").json()
        self.assertEqual((found["live"], found["forgotten"]["number"]), (None, 9))
        self.assert_problem(self.end(), 409)
        self.assertEqual(self.end("close", {"minutes": 42}).status_code, 200)
        record = BakeRecord.objects.get()
        self.assertEqual((record.number, record.minutes, record.steps), (1, 42, []))

    def test_a_bake_is_written_down_as_another_of_todays_plan(self) -> None:
        self.begin(2)
        self.assertEqual(self.end("close", {"minutes": 66, "number": 1}).status_code, 200)
        record = BakeRecord.objects.get()
        self.assertEqual((record.number, record.minutes), (1, 66))
        self.assertIn("chest.cover.1", record.steps)

    def test_a_bake_begun_by_mistake_is_abandoned_with_a_reason(self) -> None:
        self.begin()
        body = {"reason": "the school of baking was changed"}
        self.assertEqual(self.end("close", body).status_code, 200)
        self.assertFalse(BakeRecord.objects.exists())
        self.assertIn("abandoned: the school", LogEntry.objects.get().text)
        self.begin()

    def test_what_no_probe_can_have_measured_is_refused_whole(self) -> None:
        self.begin()
        now = time.time()
        good = {"at": now, "temp_c": 100}
        for bad, path in (
            ({"at": now + 3600, "temp_c": 100}, "at"),
            ({"at": now, "temp_c": 900}, "temp_c"),
        ):
            self.assert_problem(self.send([good, bad]), 422, path)
        self.assertEqual(BakeReading.objects.count(), 0)
        self.assert_problem(self.send([good], "not a token"), 401)

    def test_readings_before_the_bake_or_without_one_are_not_of_it(self) -> None:
        now = time.time()
        self.assertEqual(self.send([{"at": now, "temp_c": 100}]).json()["outside"], 1)
        self.begin()
        early = self.send([{"at": now - 600, "temp_c": 100}]).json()
        self.assertEqual((early["taken"], early["outside"]), (0, 1))

    def trace(self, text: str, number: int = 1) -> Any:
        file = SimpleUploadedFile("bake.csv", text.encode(), "text/csv")
        return self.client.post(f"{self.at}/live-trace/{number}", {"file": file})

    def test_a_trace_measured_elsewhere_is_taken_with_its_verdict(self) -> None:
        rows = "\n".join(f"{n * 60},{135 if n > 2 else 90}" for n in range(91))
        verdict = self.trace(f"time_s,temp_c\n{rows}\n").json()["live"]
        self.assertTrue(verdict["done"])
        self.assertEqual(verdict["coldest"], "fused")
        self.assertAlmostEqual(BakeRecord.objects.get().minutes, 90, delta=0.2)
        back = self.client.get(f"{self.at}/live-trace/1").content.decode()
        self.assertEqual(len(back.strip().splitlines()), 92)
        self.assertIsNone(self.live())

    def test_a_trace_that_cannot_be_changes_nothing(self) -> None:
        fahrenheit = "time_s,temp_c\n0,270\n60,275\n120,276\n"
        self.assert_problem(self.trace(fahrenheit), 422, "temp_c")
        self.assert_problem(self.trace("time_s,temp_c\n0,20\n0,21\n"), 422, "row 3/time_s")
        self.assert_problem(self.trace("time_s,temp_c\n0,20\n60,130\n", 9), 422, "number")
        self.assertEqual((LiveBake.objects.count(), BakeRecord.objects.count()), (0, 0))

    def test_time_runs_faster_with_a_stand_in(self) -> None:
        self.begin(speed=60)
        self.ago(1)
        self.send([{"at": time.time(), "temp_c": 131}])
        self.assertAlmostEqual(self.live()["elapsed_min"], 60, delta=2)
        self.assertAlmostEqual(BakeReading.objects.get().at_s, 3600, delta=120)

    def test_a_strangers_probe_does_not_reach_it(self) -> None:
        self.begin()
        _, other = person("other")
        answer = other.post("/api/v1/devices", {"name": "x"}, "application/json")
        sent = self.send([{"at": time.time(), "temp_c": 100}], answer.json()["token"]).json()
        self.assertEqual((sent["taken"], sent["outside"]), (0, 1))
