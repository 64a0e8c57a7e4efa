"""A joint in hand over HTTP: what it comes to, about, with nothing stored and nobody else's figure shown."""

from __future__ import annotations

from typing import Any

from server.shelf.models import Revision
from server.shelf.planning import plan_of
from server.testing import ApiCase, person

MOST_BYTES = 8000


class DragTest(ApiCase):
    def drag(self, **body: Any) -> Any:
        return self.call("POST", f"{self.at}/drag", body)

    def test_it_goes_where_the_same_drag_is_kept(self) -> None:
        joint = {"joint": "elbow_r", "view": "front", "to": [160, 240]}
        about = self.drag(number=7, begins=True, drag=joint)
        self.assertEqual(about.status_code, 200, about.content[:300])
        self.assertLess(len(about.content), MOST_BYTES)
        moved = about.json()
        self.assertEqual(moved["number"], 7)
        body = {"base_revision": 1, "label": "Drag", "operations": [], "drag": joint}
        kept = self.call("POST", f"{self.at}/edits", body).json()["plan"]
        bones = {row["joint"]: row for row in kept["drawing"]["front"]["bones"]}
        self.assertIn("wrist_r", {row["joint"] for row in moved["front"]["bones"]})
        for row in moved["front"]["bones"]:
            for end in ("start", "end"):
                for ours, theirs in zip(row[end], bones[row["joint"]][end], strict=True):
                    self.assertAlmostEqual(ours, theirs, delta=0.06)
        self.assertAlmostEqual(moved["tips_at_deg"], kept["frame"]["tips_at"]["value"], delta=0.5)

    def test_nothing_is_stored(self) -> None:
        before = (Revision.objects.count(), self.sheet())
        turn = [{"path": "joint/elbow_r/swing_deg", "value": 40}]
        self.assertEqual(self.drag(begins=True, operations=turn).status_code, 200)
        self.assertEqual((Revision.objects.count(), self.sheet()), before)

    def test_what_begins_anew_goes_by_the_rules_of_now(self) -> None:
        first = self.drag(begins=True).json()["centre"]
        changed = {"changes": {"wall_mm": 12}}
        self.assertEqual(self.call("PATCH", "/api/v1/rules", changed).status_code, 200)
        self.assertEqual(self.drag().json()["centre"], first)
        heavier = self.drag(begins=True).json()["centre"]
        planned = plan_of(self.figure).frame.centre
        self.assertEqual(heavier, [round(x, 1) for x in planned])
        self.assertNotEqual(heavier, first)

    def test_after_an_edit_it_is_the_figure_of_now(self) -> None:
        self.drag(begins=True)
        self.edit(("joint/elbow_r/swing_deg", 50))
        self.assertEqual(self.drag().json()["front"]["parts"], [])

    def test_refusals(self) -> None:
        for body, path in (
            ({"operations": [{"path": "part/chest/wall_mm", "value": 3}]}, "path"),
            (
                {"operations": [{"path": "joint/elbow_r/swing_deg", "value": 999}]},
                "joint/elbow_r/swing_deg",
            ),
            ({"drag": {"joint": "fin", "view": "side", "to": [0, 0]}}, "joint"),
        ):
            with self.subTest(path):
                self.assert_problem(self.drag(**body), 422, path)
        _, other = person("neighbour")
        answer = other.post(f"{self.at}/drag", {}, "application/json")
        self.assertEqual(answer.status_code, 404)
