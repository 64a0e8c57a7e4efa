"""Timers over HTTP: the server keeps their deadlines."""

from __future__ import annotations

from datetime import datetime

from server.bench.models import Timer
from server.testing import ApiCase, person


class TimerTest(ApiCase):
    def start(self, minutes: float = 60, label: str = "Bake 1") -> int:
        answer = self.call("POST", self.at + "/timers", {"label": label, "minutes": minutes})
        self.assertEqual(answer.status_code, 201, answer.content[:200])
        return int(answer.json()["id"])

    def test_a_deadline_is_that_many_minutes_after_the_servers_now(self) -> None:
        self.start(45)
        found = self.client.get(self.at + "/timers").json()
        ends, now = (
            datetime.fromisoformat(text)
            for text in (
                found["timers"][0]["ends"],
                found["now"],
            )
        )
        self.assertAlmostEqual((ends - now).total_seconds() / 60, 45, delta=0.1)

    def test_the_soonest_is_first_and_a_stopped_one_is_gone(self) -> None:
        late, soon = self.start(90, "late"), self.start(5, "soon")
        labels = [t["label"] for t in self.client.get(self.at + "/timers").json()["timers"]]
        self.assertEqual(labels, ["soon", "late"])
        for _ in range(2):
            url = f"{self.at}/timers/{soon}/stop"
            self.assertEqual(self.call("POST", url).status_code, 200)
        left = [t["id"] for t in self.client.get(self.at + "/timers").json()["timers"]]
        self.assertEqual(left, [late])

    def test_what_cannot_be_is_refused_and_starts_nothing(self) -> None:
        for minutes in (0, -5, 1e9):
            body = {"label": "x", "minutes": minutes}
            self.assert_problem(self.call("POST", self.at + "/timers", body), 422)
        self.assert_problem(
            self.call("POST", self.at + "/timers", {"label": "", "minutes": 5}), 422
        )
        self.assertEqual(Timer.objects.count(), 0)

    def test_a_stranger_neither_sees_nor_stops_it(self) -> None:
        timer = self.start()
        _, other = person("other")
        self.assertEqual(other.get(self.at + "/timers").status_code, 404)
        self.assertEqual(other.post(f"{self.at}/timers/{timer}/stop").status_code, 404)

    def test_so_many_run_at_once_and_no_more(self) -> None:
        for _ in range(20):
            self.start()
        self.assert_problem(
            self.call("POST", self.at + "/timers", {"label": "x", "minutes": 5}), 409
        )
