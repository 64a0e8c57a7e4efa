"""Every change is a revision; undo and redo walk through them; a finished figure keeps its rules."""

from __future__ import annotations

import json
import random
from typing import Any

from server.bench.actions.mark_steps import mark_steps
from server.shelf.models import Figure, Revision
from server.testing import EXAMPLES, ApiCase, person


class HistoryTest(ApiCase):
    def test_a_long_walk_back_and_forth_ends_where_it_began(self) -> None:
        rng, seen = random.Random(4), [self.sheet()]
        values = {"height_mm": (200, 400), "base/width_mm": (90, 200), "part/chest/wall_mm": (3, 8)}
        for n in range(12):
            path, (low, high) = rng.choice(list(values.items()))
            self.assertEqual(self.edit((path, rng.randint(low, high)), base=n + 1).status_code, 200)
            seen.append(self.sheet())
        for was in reversed(seen[:-1]):
            self.call("POST", self.at + "/undo")
            self.assertEqual(self.sheet(), was)
        self.assert_problem(self.call("POST", self.at + "/undo"), 409)
        for will in seen[1:]:
            self.call("POST", self.at + "/redo")
            self.assertEqual(self.sheet(), will)
        self.assert_problem(self.call("POST", self.at + "/redo"), 409)
        self.assertEqual(Revision.objects.filter(figure=self.figure).count(), 1 + 3 * 12)

    def test_removing_a_colour_area_and_undressing_its_parts_is_one_step_back(self) -> None:
        before = self.sheet()
        wearing = [part["id"] for part in before["parts"] if part["area"] == "skin"]
        pairs = [(f"part/{key}/area", None) for key in wearing] + [("area/skin", None)]
        self.assertEqual(self.edit(*pairs).status_code, 200)
        self.assertEqual(self.sheet()["colour"]["areas"], [])
        self.call("POST", self.at + "/undo")
        self.assertEqual(self.sheet(), before)

    def test_an_area_still_worn_cannot_go(self) -> None:
        self.assert_problem(self.edit(("area/skin", None)), 422)
        self.assertEqual(len(self.sheet()["colour"]["areas"]), 1)

    def test_revisions_say_what_they_were(self) -> None:
        body = {
            "base_revision": 1,
            "label": "Figure height",
            "operations": [{"path": "height_mm", "value": "12 in"}],
        }
        figure = self.call("POST", self.at + "/edits", body).json()["figure"]
        self.assertEqual((figure["undo_label"], figure["can_undo"]), ("Figure height", True))
        self.assertAlmostEqual(figure["sheet"]["height_mm"], 304.8)

    def test_a_revision_from_the_future_is_refused(self) -> None:
        self.assert_problem(self.edit(("name", "x"), base=7), 422)
        self.assert_problem(self.edit(("name", "x"), base=0), 422)


class FinishedTest(ApiCase):
    def tick(self, key: str, done: bool) -> None:
        answer = self.call("PUT", f"{self.at}/steps/{key}", {"done": done})
        self.assertEqual(answer.status_code, 200)

    def foil(self) -> float:
        totals: dict[str, Any] = self.client.get(self.at + "/plan").json()["totals"]
        return float(totals["foil"]["value"])

    def wall(self, mm: float) -> None:
        self.call("PATCH", "/api/v1/rules", {"changes": {"wall_mm": mm}})

    def test_with_its_last_step_a_figure_keeps_the_rules_it_was_made_by(self) -> None:
        steps = self.client.get(self.at + "/plan/order").json()["steps"]
        mark_steps(self.figure, [step["key"] for step in steps[:-1]], True)
        self.assertIsNone(Figure.objects.get().pinned)
        self.tick(steps[-1]["key"], True)
        made = self.foil()
        self.wall(3)
        self.assertEqual(self.foil(), made)
        self.tick(steps[-1]["key"], False)
        self.assertGreater(self.foil(), made)

    def test_what_a_step_was_when_it_was_done_is_kept(self) -> None:
        self.tick("frame.cut.1", True)
        kept = self.figure.steps_done.get()
        self.assertEqual(kept.snapshot["label"], "Cut 3 runs of wire")


class FilesOfOthersTest(ApiCase):
    def test_a_sheet_from_a_friend_becomes_a_figure_of_ones_own(self) -> None:
        raw = self.client.get(self.at + "/export").content
        _, friend = person("friend")
        answer = friend.post("/api/v1/figures/import", raw, "application/json")
        self.assertEqual(answer.status_code, 201)
        self.assertNotEqual(answer.json()["figure"]["id"], self.figure.id)

    def test_a_figure_taken_off_the_shelf_can_be_brought_in_again(self) -> None:
        raw = self.client.get(self.at + "/export").content
        self.call("DELETE", self.at)
        self.assertEqual(self.call("POST", "/api/v1/figures/import", raw).status_code, 201)

    def test_every_example_is_taken_in_and_planned(self) -> None:
        for path in sorted(EXAMPLES.glob("*.figure.json")):
            answer = self.call("POST", "/api/v1/figures/import", path.read_text())
            with self.subTest(path.name):
                self.assertEqual(answer.status_code, 201)
                wanted = json.loads(path.read_text())
                self.assertEqual(answer.json()["plan"]["name"], wanted["name"])

    def test_the_file_has_the_name_of_the_figure(self) -> None:
        self.edit(("name", 'Ada "the oar" / Ōtani'))
        header = self.client.get(self.at + "/export")["Content-Disposition"]
        self.assertEqual(
            header, "attachment; filename*=utf-8''ada--the-oar----%C5%8Dtani.figure.json"
        )
        self.edit(("name", "The ferrywoman"), base=2)
        header = self.client.get(self.at + "/prints/cut-list")["Content-Disposition"]
        self.assertEqual(header, 'inline; filename="the-ferrywoman-cut-list.pdf"')


class NewFigureTest(ApiCase):
    def test_any_unit_and_any_body(self) -> None:
        bodies = [row["id"] for row in self.client.get("/api/v1/bodies").json()]
        self.assertEqual(len(bodies), 12)
        heights = (("12 in", 304.8), ("30 cm", 300), ("0.3 m", 300), (310, 310)) * 3
        for body, (height, mm) in zip(bodies, heights, strict=True):
            made = {"name": "x", "body": body, "height_mm": height}
            answer = self.call("POST", "/api/v1/figures", made)
            with self.subTest(body):
                self.assertEqual(answer.status_code, 201)
                self.assertAlmostEqual(answer.json()["figure"]["sheet"]["height_mm"], mm)
                self.assertGreater(answer.json()["plan"]["totals"]["clay"]["value"], 0)

    def test_what_is_wrong_is_named_and_nothing_is_made(self) -> None:
        good = {"name": "x", "body": "biped", "height_mm": "300 mm"}
        for change, path in (
            ({"height_mm": "0"}, "height_mm"),
            ({"height_mm": "-3 in"}, "height_mm"),
            ({"height_mm": "10 km"}, "height_mm"),
            ({"height_mm": "tall"}, "height_mm"),
            ({"height_mm": "NaN"}, "height_mm"),
            ({"heads_tall": 0}, "heads_tall"),
            ({"heads_tall": 99}, "heads_tall"),
            ({"body": "centaur"}, "body"),
            ({"name": "  "}, "name"),
            ({"name": "x" * 200}, "name"),
        ):
            with self.subTest(str(change)):
                self.assert_problem(
                    self.call("POST", "/api/v1/figures", {**good, **change}), 422, path
                )
        self.assertEqual(Figure.objects.count(), 1)

    def test_the_shelf_tells_each_figure_at_a_glance(self) -> None:
        card = self.client.get("/api/v1/figures").json()[0]
        self.assertEqual((card["name"], card["height_mm"]), ("Test", 300))
        self.assertEqual(card["next_step"], "Cut 3 runs of wire")
        self.assertGreater(len(card["silhouette"][0]), 40)
        findings = self.client.get(self.at + "/plan").json()["findings"]
        self.assertEqual(card["stops"] + card["warns"] + card["notes"], len(findings))
