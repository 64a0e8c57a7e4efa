"""Lists never plan: what they need is kept with each figure until something that its plan reads is changed."""

from __future__ import annotations

from typing import Any
from unittest import mock

import numpy as np
import shapely
from django.db import connection
from django.test.utils import CaptureQueriesContext

from server.bench.actions.mark_steps import mark_steps
from server.shelf.actions.create_figure import create_figure
from server.shelf.digests import digests
from server.shelf.models import DigestRecord
from server.shelf.planning import plan_of
from server.testing import ApiCase
from windcrest_core.errors import SheetError
from windcrest_core.given.load import Context
from windcrest_core.plan import plan
from windcrest_core.stock.needs import needs_of
from windcrest_core.work.tasks import work_of


class ListsTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.other = create_figure(self.user, "Other", "quadruped", "200 mm")

    def planning(self, url: str) -> tuple[Any, int]:
        """What an address answers, and how many plans it made for it."""
        with (
            mock.patch("server.shelf.planning._found", return_value=None),
            mock.patch("server.shelf.planning.plan", side_effect=plan) as made,
        ):
            answer = self.client.get(url)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json(), made.call_count

    def cards(self) -> tuple[dict[str, Any], int]:
        rows, made = self.planning("/api/v1/figures")
        return {row["name"]: row for row in rows}, made

    def test_the_second_look_plans_nothing_and_says_the_same(self) -> None:
        first, made = self.cards()
        self.assertEqual(made, 2)
        again, made = self.cards()
        self.assertEqual((again, made), (first, 0))
        self.assertEqual([row["as_of"] for row in again.values()], [None, None])
        for url in ("calendar", "stock/reserved", "stock/costs"):
            with self.subTest(url):
                self.assertEqual(self.planning(f"/api/v1/{url}")[1], 0)
        shopping = f"/api/v1/stock/shopping?figures={self.figure.id}"
        self.assertEqual(self.planning(shopping)[1], 0)

    def test_what_is_kept_is_what_the_plan_says(self) -> None:
        (found, _) = digests(self.user.pk)
        made, sheet = plan_of(self.figure), self.figure.sheet
        self.assertEqual(found.work, work_of(made, self.figure.id))
        self.assertEqual(found.takes.needs, needs_of(made, sheet, Context()))
        self.assertEqual(found.takes.cost, made.totals.cost.value)
        card = found.card
        self.assertEqual(
            (card.stops, card.warns),
            (sum(s.stops for s in made.line), sum(s.warns for s in made.line)),
        )
        (ring,), (whole,) = card.silhouette, made.drawing.front.silhouette
        shapes = [shapely.Polygon(np.reshape(one, (-1, 2))) for one in (ring, whole)]
        self.assertLess(shapes[0].hausdorff_distance(shapes[1]), 1.0)  # of 300 mm
        self.assertLess(len(ring), len(whole) / 2)

    def test_a_change_of_one_figure_is_one_plan(self) -> None:
        self.cards()
        self.edit(("height_mm", 320))
        cards, made = self.cards()
        self.assertEqual((cards["Test"]["height_mm"], made), (320, 1))
        step = plan_of(self.figure).order.steps[0].key
        mark_steps(self.figure, [step], True)
        before, made = cards["Test"]["next_step"], self.cards()
        self.assertEqual(made[1], 1)
        self.assertNotEqual(made[0]["Test"]["next_step"], before)

    def test_neither_a_day_nor_units_nor_bench_hours_are_a_change(self) -> None:
        mark_steps(self.figure, [plan_of(self.figure).order.steps[0].key], True)
        first, _ = self.cards()
        units = {"length_unit": "in", "mass_unit": "oz", "temperature_unit": "F"}
        week = {"bench_week": [{"from_h": 9, "hours": 3}] * 7}
        self.assertEqual(
            self.call("PATCH", "/api/v1/rules", {"changes": {**units, **week}}).status_code, 200
        )
        with mock.patch("server.shelf.planning.date") as day:
            day.today.return_value = plan_of(self.figure).today.replace(year=2031)
            again, made = self.cards()
        self.assertEqual((made, self.beside.begun), (0, []))
        self.assertEqual({row["as_of"] for row in again.values()}, {None})
        self.assertIn(" mm of ", first["Test"]["next_step"])
        self.assertIn(" in of ", again["Test"]["next_step"])

    def test_after_a_change_of_house_rules_lists_say_as_of_when_until_it_is_planned(self) -> None:
        self.cards()
        self.beside.waits = True
        costs, _ = self.planning("/api/v1/stock/costs")
        self.call("PATCH", "/api/v1/rules", {"changes": {"wall_mm": 12}})
        meanwhile, made = self.cards()
        self.assertEqual(made, 0)
        self.assertNotIn(None, [row["as_of"] for row in meanwhile.values()])
        self.assertEqual(self.planning("/api/v1/stock/costs")[0], costs)
        self.assertEqual(self.beside.do(), 2)  # asked for twice, begun once
        after, made = self.cards()
        self.assertEqual((made, [row["as_of"] for row in after.values()]), (0, [None, None]))
        self.assertNotEqual(self.planning("/api/v1/stock/costs")[0], costs)

    def test_what_cannot_be_planned_any_more_is_tried_once(self) -> None:
        self.cards()
        self.beside.waits = True
        self.call("PATCH", "/api/v1/rules", {"changes": {"wall_mm": 12}})
        refused = SheetError.one("run/spine/wire", "al_awg9", "a thinner wire")
        self.cards()
        with mock.patch("windcrest_core.digest.plan", side_effect=refused):
            self.assertEqual(self.beside.do(), 2)
        again, _ = self.cards()
        self.assertNotIn(None, [row["as_of"] for row in again.values()])
        self.assertEqual(self.beside.do(), 0)

    def test_a_finished_figure_is_left_alone(self) -> None:
        mark_steps(self.figure, [step.key for step in plan_of(self.figure).order.steps], True)
        cards, _ = self.cards()
        self.assertEqual(cards["Test"]["station"], "finished")
        self.call("PATCH", "/api/v1/rules", {"changes": {"wall_mm": 12}})
        after, _ = self.cards()
        self.assertIsNone(after["Test"]["as_of"])

    def test_a_figure_taken_off_the_shelf_meanwhile_is_not_kept(self) -> None:
        self.cards()
        self.beside.waits = True
        self.call("PATCH", "/api/v1/rules", {"changes": {"wall_mm": 12}})
        self.cards()
        key = self.other.pk
        self.other.delete()
        self.beside.do()
        self.assertFalse(DigestRecord.objects.filter(pk=key).exists())

    def test_a_longer_shelf_asks_no_more_questions(self) -> None:
        def asked() -> int:
            with CaptureQueriesContext(connection) as found:
                self.client.get("/api/v1/figures")
            return len(found)

        self.cards()
        few = asked()
        for number in range(3):
            create_figure(self.user, f"More {number}", "capsule", "100 mm")
        self.cards()
        self.assertEqual(asked(), few)
