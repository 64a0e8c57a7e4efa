"""A bench scale over HTTP: its token, its readings, what lies on it."""

from __future__ import annotations

import json
import random
from typing import Any

from server.bench.models import Device
from server.testing import ApiCase, person
from standins.scale.balance import Balance


class ScaleTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.device = self.call("POST", "/api/v1/devices", {"name": "kitchen scale"}).json()

    def send(self, body: Any, token: str | None = None) -> Any:
        bearer = f"Bearer {token or self.device['token']}"
        return self.call("POST", "/api/v1/scale/readings", body, HTTP_AUTHORIZATION=bearer)

    def test_readings_of_its_token_come_to_this_persons_scale(self) -> None:
        self.assertEqual(self.client.get("/api/v1/scale").json()["state"], "silent")
        for _ in range(4):
            self.assertEqual(self.send({"grams": 131.2}).status_code, 200)
        found = self.client.get("/api/v1/scale").json()
        self.assertEqual((found["state"], found["grams"]), ("resting", 131.2))
        _, other = person("other")
        self.assertEqual(other.get("/api/v1/scale").json()["state"], "silent")

    def test_it_needs_no_session_and_the_session_is_no_token(self) -> None:
        self.client.logout()
        self.assertEqual(self.send({"grams": 1.0}).status_code, 200)
        self.assert_problem(self.send({"grams": 1.0}, "not a token"), 401)

    def test_one_that_was_shut_out_is_nobody_and_is_forgotten(self) -> None:
        self.send({"grams": 131.2})
        self.call("DELETE", f"/api/v1/devices/{self.device['id']}")
        self.assert_problem(self.send({"grams": 131.2}), 401)
        self.assertEqual(self.client.get("/api/v1/scale").json()["state"], "silent")
        self.assertTrue(self.client.get("/api/v1/devices").json()[0]["revoked"])

    def test_what_is_no_reading_is_refused(self) -> None:
        for body in ('{"grams": NaN}', '{"grams": 1e9}', '{"grams": "heavy"}', "{}", "soft"):
            with self.subTest(body):
                answer = self.send(body)
                self.assertIn(answer.status_code, (400, 422))
                self.assertTrue(json.loads(answer.content)["detail"])
        self.assertEqual(Device.objects.get().recent, [])

    def test_the_token_is_not_kept(self) -> None:
        self.assertNotIn(
            self.device["token"], json.dumps(list(Device.objects.values()), default=str)
        )

    def test_overload_is_told_and_nothing_is_weighed(self) -> None:
        for _ in range(5):
            self.send({"grams": 2000.0, "overload": True})
        self.assertEqual(self.client.get("/api/v1/scale").json()["state"], "overload")


class StandInTest(ApiCase):
    """The stand-in behaves as a cheap scale does."""

    def test_it_settles_is_tared_and_overloads(self) -> None:
        balance = Balance(chance=random.Random(1))
        balance.put(131)
        first, _ = balance.reading(0.25)
        self.assertLess(first, 100)
        shown = [balance.reading(0.25)[0] for _ in range(20)]
        self.assertAlmostEqual(shown[-1], 131, delta=0.3)
        balance.tare()
        balance.put(153.4)
        self.assertAlmostEqual([balance.reading(0.25)[0] for _ in range(20)][-1], 22.4, delta=0.3)
        balance.put(2500)
        self.assertTrue(balance.reading(0.25)[1])
        with self.assertRaises(ValueError):
            balance.put(float("nan"))

    def test_it_drifts_until_it_is_tared(self) -> None:
        balance = Balance(chance=random.Random(2), drift_g_per_min=1.0, noise_g=0.0)
        wander = [abs(balance.reading(60)[0]) for _ in range(30)]
        self.assertGreater(max(wander), 0.5)
        balance.tare()
        self.assertLess(abs(balance.reading(0.01)[0]), 0.3)
