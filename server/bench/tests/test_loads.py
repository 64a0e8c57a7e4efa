"""Loads that figures share, over HTTP: offered, taken, let go, printed, run with one timing."""

from __future__ import annotations

import time
from datetime import timedelta
from typing import Any

from django.utils import timezone

from server.bench.models import BakeReading, LiveBake, OvenLoad
from server.shelf.actions.create_figure import create_figure
from server.shelf.actions.delete_figure import delete_figure
from server.shelf.models import BakeRecord, Figure
from server.shelf.planning import plan_of
from server.testing import ApiCase, person
from windcrest_core.tests.paper import read

AT = "at=2026-11-23T18:00:00"


class LoadsTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.other = create_figure(self.user, "Other", "biped", "200 mm")
        self.both = [{"figure": key, "key": "bake.1"} for key in (self.figure.id, self.other.id)]

    def take(self, bakes: Any = None) -> Any:
        return self.call("POST", "/api/v1/loads", {"bakes": bakes or self.both})

    def loads(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"/api/v1/loads?{AT}").json()
        return found

    def taken(self) -> Any:
        return self.loads()["taken"][0]

    def begin(self) -> Any:
        return self.call("POST", f"/api/v1/loads/{self.taken()['key']}/begin", {})

    def off(self, figure: Figure) -> Any:
        at = f"/api/v1/figures/{figure.id}"
        key = self.client.get(f"{at}/live").json()["key"]
        return self.call("POST", f"{at}/begun/{key}/end")

    def test_offered_taken_kept_in_the_calendar_and_let_go(self) -> None:
        [offer] = self.loads()["offered"]
        self.assertEqual({row["figure"] for row in offer["bakes"]}, {self.figure.id, self.other.id})
        self.assertGreaterEqual(offer["saved"], 1)
        self.assertEqual(self.take().status_code, 201)
        self.assertEqual(self.loads()["offered"], [])
        self.assertEqual(self.taken()["load"]["start"], offer["start"])
        rows = [
            row
            for row in self.client.get(f"/api/v1/calendar?{AT}").json()["sittings"]
            if row["key"] == "bake.1"
        ]
        self.assertEqual({row["start"] for row in rows}, {offer["start"]})
        self.assert_problem(self.take(), 409)
        key = self.taken()["key"]
        self.assertEqual(self.call("DELETE", f"/api/v1/loads/{key}").status_code, 200)
        self.assertEqual(self.loads()["offered"], [offer])
        self.assert_problem(self.call("DELETE", f"/api/v1/loads/{key}"), 404)

    def test_what_cannot_share_is_refused_with_its_field(self) -> None:
        stranger, _ = person("stranger")
        theirs = create_figure(stranger, "Theirs", "biped", "200 mm")
        mine = self.both[0]
        for wrong, field in (
            ({"figure": theirs.id, "key": "bake.1"}, "bakes[1].figure"),
            ({"figure": self.other.id, "key": "bake.9"}, "bakes[1].key"),
        ):
            self.assert_problem(self.take([mine, wrong]), 422, field)
        self.assert_problem(self.take([mine, mine]), 409)
        self.assertEqual(self.take([mine]).status_code, 422)
        delete_figure(self.other, True)
        self.assert_problem(self.take(), 422, "bakes[1].figure")
        self.assertFalse(OvenLoad.objects.exists())

    def test_one_live_bake_is_written_to_every_figure(self) -> None:
        token = self.call("POST", "/api/v1/devices", {"name": "probe"}).json()["token"]
        self.take()
        self.assertEqual(self.begin().status_code, 201)
        loads = self.loads()
        self.assertEqual((loads["taken"], loads["offered"]), ([], []))
        self.assertEqual([row["name"] for row in loads["now"]], ["Test", "Other"])
        self.assert_problem(self.call("POST", f"{self.at}/live/1", {}), 409)
        self.assert_problem(self.take(), 409)
        LiveBake.objects.update(started=timezone.now() - timedelta(minutes=75))
        now = time.time()
        readings = [{"at": now - 60 * n, "temp_c": 136.0} for n in range(75)]
        self.call(
            "POST",
            "/api/v1/probe/readings",
            {"readings": readings},
            HTTP_AUTHORIZATION=f"Bearer {token}",
        )
        self.assertEqual(BakeReading.objects.count(), 150)
        live = self.client.get(f"{self.at}/live").json()
        self.assertEqual(live["dial_c"], 135)
        self.assertEqual([row["name"] for row in live["in_with_it"]], ["Other"])
        self.assertAlmostEqual(live["in_with_it"][0]["live"]["air_c"], 136, delta=0.1)
        out = self.off(self.other).json()
        self.assertEqual([row["figure"] for row in out["in_with_it"]], [self.figure.id])
        for figure in (self.figure, self.other):
            record = BakeRecord.objects.get(figure=figure)
            self.assertAlmostEqual(record.minutes, 75, delta=0.5)
            self.assertEqual(record.dial_c, 135)
            plan = plan_of(Figure.objects.get(pk=figure.id))
            self.assertTrue(plan.bake.bakes[0].measured)
            self.assertTrue(next(s for s in plan.order.steps if s.key == "bake.1").done)
        self.assertFalse(LiveBake.objects.filter(ended=None).exists())

    def test_a_figure_put_away_meanwhile_loses_nothing_and_keeps_nobody(self) -> None:
        self.take()
        delete_figure(self.other, True)
        [trouble] = self.taken()["load"]["trouble"]
        self.assertIn("Nothing else is left", trouble)
        delete_figure(self.other, False)
        self.begin()
        LiveBake.objects.update(started=timezone.now() - timedelta(minutes=70))
        delete_figure(self.other, True)
        self.assertEqual(self.off(self.figure).status_code, 200)
        for figure in (self.figure, self.other):
            self.assertAlmostEqual(BakeRecord.objects.get(figure=figure).minutes, 70, delta=0.5)

    def test_a_figure_gone_for_good_does_not_keep_the_others(self) -> None:
        self.take()
        self.begin()
        LiveBake.objects.update(started=timezone.now() - timedelta(minutes=70))
        self.other.delete()
        self.assertEqual(self.client.get(f"{self.at}/live").json()["in_with_it"], [])
        self.assertEqual(self.off(self.figure).status_code, 200)
        self.assertEqual(BakeRecord.objects.get().figure_id, self.figure.id)

    def test_a_bake_that_was_done_is_not_in_it(self) -> None:
        self.take()
        self.call("PUT", f"/api/v1/figures/{self.other.id}/steps/bake.1", {"done": True})
        self.assertEqual(len(self.taken()["load"]["bakes"]), 1)
        self.begin()
        self.assertEqual([bake.figure_id for bake in LiveBake.objects.all()], [self.figure.id])

    def test_one_card_for_all_of_it(self) -> None:
        self.take()
        answer = self.client.get(f"/api/v1/loads/{self.taken()['key']}/card")
        text = " ".join(page.words for page in read(answer.content))
        self.assertIn("Test", text)
        self.assertIn("Other", text)
        key = self.taken()["key"]
        self.client.force_login(person("stranger")[0])
        self.assertEqual(self.client.get(f"/api/v1/loads/{key}/card").status_code, 404)
        self.assert_problem(self.call("POST", f"/api/v1/loads/{key}/begin", {}), 404)
