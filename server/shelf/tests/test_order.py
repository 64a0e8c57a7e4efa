"""Moves of steps and the reach of the brush over HTTP."""

from __future__ import annotations

from typing import Any

from server.shelf import reaching
from server.shelf.models import Figure
from server.testing import ApiCase, person


class MovesTest(ApiCase):
    def weigh(self, **target: Any) -> Any:
        return self.call("POST", f"{self.at}/order/try", target)

    def keys(self) -> list[tuple[str, int | None]]:
        plan = self.client.get(f"{self.at}/plan").json()
        return [(step["key"], step["bake"]) for step in plan["order"]["steps"]]

    def test_a_wrong_order_is_explained_forced_and_undone(self) -> None:
        before = self.keys()
        answer = self.weigh(step="hand_r.cover.1", bake=1).json()
        self.assertEqual(answer["allowed"], "forced")
        self.assertIn("smear", answer["against"][0])
        self.assertEqual(self.keys(), before, "nothing is stored")
        body = {"base_revision": 1, "operations": answer["operations"], "label": answer["label"]}
        self.assertEqual(self.call("POST", f"{self.at}/edits", body).status_code, 200)
        self.assertIn(("hand_r.cover.1", 1), self.keys())
        self.call("POST", f"{self.at}/undo")
        self.assertEqual(self.keys(), before)

    def test_a_circle_is_refused_and_nothing_is_lost(self) -> None:
        there = {"id": "a", "step": "pelvis.cover.1", "before": "skull.cover.1"}
        back = {"id": "b", "step": "skull.cover.1", "before": "pelvis.cover.1", "forced": True}
        self.edit(("move/a", there))
        before = self.keys()
        self.assert_problem(self.edit(("move/b", back), base=2), 422, "move/b")
        self.assertEqual(self.keys(), before)
        self.assertEqual(len(self.sheet()["order"]["moves"]), 1)
        answer = self.weigh(step="skull.cover.1", before="pelvis.cover.1")
        self.assert_problem(answer, 422)

    def test_a_step_is_offered_the_places_of_its_kind(self) -> None:
        keys = dict(self.keys())
        last = max(bake for bake in keys.values() if bake)
        found = self.client.get(f"{self.at}/steps/skull.cover.1/places").json()
        self.assertEqual(
            found["bakes"], [n for n in range(1, last + 1) if n != keys["skull.cover.1"]]
        )
        self.assertEqual(found["own_bake"], last + 1)
        self.assertIn("pelvis.cover.1", found["before"])
        self.assertTrue(all(keys[key] is not None for key in found["before"]))
        after = next(key for key, bake in keys.items() if bake is None)
        late = self.client.get(f"{self.at}/steps/{after}/places").json()
        self.assertEqual((late["bakes"], late["own_bake"]), ([], None))
        self.assertTrue(late["before"])
        self.assertTrue(all(keys[key] is None for key in late["before"]))
        for step in ("ghost.1", "bake.1"):
            answer = self.client.get(f"{self.at}/steps/{step}/places")
            self.assert_problem(answer, 422, "step")

    def test_what_is_no_move_is_refused(self) -> None:
        self.assert_problem(self.weigh(step="skull.cover.1"), 422, "before")
        self.assert_problem(self.weigh(step="nothing.1", bake=1), 422, "step")
        both = self.weigh(step="skull.cover.1", before="neck.cover.1", bake=1)
        self.assert_problem(both, 422, "before")


class ReachTest(ApiCase):
    def looked(self) -> float:
        """Ask, and wait for the look that is under way."""
        self.client.get(f"{self.at}/reach")
        for looking in list(reaching._looks.values()):
            looking.found.result(timeout=60)
        share: float = self.client.get(f"{self.at}/reach").json()["share"]
        return share

    def reach(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"{self.at}/plan").json()["order"]["reach"]
        return found

    def test_it_is_worked_out_beside_and_then_in_the_plan(self) -> None:
        self.assertFalse(self.reach()["looked"])
        self.assertEqual(self.looked(), 1.0)
        reach = self.reach()
        self.assertTrue(reach["fresh"])
        self.assertGreater(len(reach["patches"]), 10)

    def test_a_change_of_shape_makes_it_old_and_one_of_name_does_not(self) -> None:
        self.looked()
        self.edit(("name", "Another"))
        self.assertTrue(self.reach()["fresh"])
        self.edit(("joint/neck/swing_deg", 15), base=2)
        self.assertFalse(self.reach()["fresh"])
        self.assertTrue(self.reach()["looked"])
        self.assertEqual(self.looked(), 1.0)
        self.assertTrue(self.reach()["fresh"])

    def test_a_finished_figure_keeps_what_was_found(self) -> None:
        self.looked()
        figure = Figure.objects.get(pk=self.figure.id)
        self.assertEqual(figure.reach["brush_mm"], 5.0)

    def test_a_stranger_does_not_ask(self) -> None:
        _, other = person("other")
        self.assertEqual(other.get(f"{self.at}/reach").status_code, 404)
