"""What a device sends is done once, and collides with what others did, not with its own."""

from __future__ import annotations

from datetime import timedelta

from django.http import HttpResponse
from django.utils import timezone

from server.accounts.models import Receipt
from server.accounts.receipts import KEPT
from server.testing import ApiCase, person


class SentTwice(ApiCase):
    def send(
        self, key: str, *pairs: tuple[str, object], device: str = "tablet", base: int = 1
    ) -> HttpResponse:
        operations = [{"path": path, "value": value} for path, value in pairs]
        body = {"base_revision": base, "label": "Change", "operations": operations}
        return self.again(key, "POST", "/edits", body, device)

    def again(
        self, key: str, method: str, where: str, body: object = None, device: str = "tablet"
    ) -> HttpResponse:
        more = {"HTTP_IDEMPOTENCY_KEY": key, "HTTP_WINDCREST_DEVICE": device}
        return self.call(method, self.at + where, body, **more)

    def parts(self) -> int:
        return len(self.sheet()["parts"])

    def test_a_thing_of_the_library_whose_answer_was_lost_is_there_once(self) -> None:
        item = self.client.get(self.at).json()["library"][0]["id"]
        body = {"base_revision": 1, "label": "Add", "add": {"item": item}}
        first = self.again("a", "POST", "/edits", body).json()
        parts = len(first["figure"]["sheet"]["parts"])
        second = self.again("a", "POST", "/edits", body)
        self.assertEqual(second.status_code, 200)
        self.assertEqual(second.json()["figure"], first["figure"])
        self.assertEqual(self.parts(), parts)
        third = self.again("b", "POST", "/edits", body).json()
        self.assertGreater(len(third["figure"]["sheet"]["parts"]), parts)

    def test_undo_and_redo_are_done_once(self) -> None:
        for key, height in (("a", "310 mm"), ("b", "320 mm")):
            self.send(key, ("height_mm", height))
        for _ in range(2):
            self.again("u", "POST", "/undo")
        self.assertEqual(self.sheet()["height_mm"], 310)
        for _ in range(2):
            self.again("r", "POST", "/redo")
        self.assertEqual(self.sheet()["height_mm"], 320)

    def test_stores_are_undone_once(self) -> None:
        stores = self.client.get("/api/v1/stores").json()["stores"]
        for paints in (["titanium_white"], ["carbon_black"]):
            body = {**stores, "paints": paints}
            self.assertEqual(self.call("PUT", "/api/v1/stores", body).status_code, 200)
        for _ in range(2):
            self.call("POST", "/api/v1/stores/undo", HTTP_IDEMPOTENCY_KEY="u")
        now = self.client.get("/api/v1/stores").json()["stores"]
        self.assertEqual(now["paints"], ["titanium_white"])

    def test_what_was_refused_leaves_no_receipt(self) -> None:
        self.assertEqual(self.send("a", ("height_mm", "9000 mm")).status_code, 422)
        self.assertEqual(self.send("a", ("height_mm", "310 mm")).status_code, 200)
        self.assertEqual(self.sheet()["height_mm"], 310)

    def test_a_figure_whose_answer_was_lost_is_made_once(self) -> None:
        body = {"name": "Twice", "body": "biped", "height_mm": "200 mm"}
        made = [
            self.call("POST", "/api/v1/figures", body, HTTP_IDEMPOTENCY_KEY="new").json()
            for _ in range(2)
        ]
        self.assertEqual(made[0]["figure"]["id"], made[1]["figure"]["id"])
        self.assertEqual(self.user.figures.count(), 2)

    def test_a_note_is_written_once(self) -> None:
        more = {"HTTP_IDEMPOTENCY_KEY": "n"}
        for _ in range(2):
            answer = self.client.post(self.at + "/log", {"text": "Left arm short"}, **more)
            self.assertEqual(answer.status_code, 201)
        self.assertEqual(len(self.client.get(self.at + "/log").json()), 1)

    def test_a_tick_that_comes_late_does_not_tick_again_what_was_taken_back(self) -> None:
        step = self.client.get(self.at + "/plan").json()["order"]["steps"][0]["key"]
        self.again("t", "PUT", f"/steps/{step}", {"done": True})
        self.again("o", "PUT", f"/steps/{step}", {"done": False}, device="other")
        self.again("t", "PUT", f"/steps/{step}", {"done": True})
        self.assertEqual(self.figure.steps_done.count(), 0)

    def test_a_device_does_not_collide_with_itself_but_with_another(self) -> None:
        self.send("a", ("height_mm", 310))
        self.assertEqual(self.send("b", ("height_mm", 320)).status_code, 200)
        refused = self.send("c", ("height_mm", 330), device="phone")
        self.assert_problem(refused, 412)
        body = refused.json()
        self.assertEqual(body["revision"], 3)
        self.assertEqual(body["conflicts"], [{"path": "height_mm", "yours": 330, "theirs": 320}])
        kept = self.send("d", ("height_mm", 330), device="phone", base=3)
        self.assertEqual(kept.status_code, 200)
        self.assertEqual(self.sheet()["height_mm"], 330)

    def test_the_key_of_one_person_is_not_that_of_another(self) -> None:
        self.send("a", ("height_mm", 310))
        _, other = person("other")
        made = other.post(
            "/api/v1/figures",
            {"name": "Other", "body": "biped", "height_mm": "200 mm"},
            "application/json",
        ).json()["figure"]
        body = {"base_revision": 1, "operations": [{"path": "height_mm", "value": 210}]}
        answer = other.post(
            f"/api/v1/figures/{made['id']}/edits",
            body,
            "application/json",
            HTTP_IDEMPOTENCY_KEY="a",
        )
        self.assertEqual(answer.json()["figure"]["sheet"]["height_mm"], 210)

    def test_receipts_go_after_half_a_year_and_long_keys_are_refused(self) -> None:
        self.send("a", ("height_mm", 310))
        Receipt.objects.update(made=timezone.now() - KEPT - timedelta(days=1))
        self.send("b", ("height_mm", 320))
        self.assertEqual(list(Receipt.objects.values_list("key", flat=True)), ["b"])
        self.assert_problem(self.send("k" * 65, ("height_mm", 330)), 422, "Idempotency-Key")


class RulesOfTwoTabs(ApiCase):
    def change(self, value: float, seen: float) -> HttpResponse:
        body = {"changes": {"oven/offset_c": value}, "seen": {"oven/offset_c": seen}}
        return self.call("PATCH", "/api/v1/rules", body)

    def test_a_rule_changed_elsewhere_is_asked_about(self) -> None:
        was = self.client.get("/api/v1/rules").json()["rules"]["oven"]["offset_c"]
        self.assertEqual(self.change(was + 5, was).status_code, 200)
        refused = self.change(was + 8, was)
        self.assert_problem(refused, 412)
        self.assertEqual(
            refused.json()["conflicts"],
            [{"path": "oven/offset_c", "yours": was + 8, "theirs": was + 5}],
        )
        now = self.client.get("/api/v1/rules").json()
        self.assertEqual((now["rules"]["oven"]["offset_c"], now["revision"]), (was + 5, 2))
        self.assertEqual(self.change(was + 8, was + 5).status_code, 200)
        self.assertEqual(self.change(was + 8, was).status_code, 200, "both want the same")
