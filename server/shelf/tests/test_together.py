"""Several devices at once: nothing is lost, nothing is done twice."""

from __future__ import annotations

import json
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from django.db import connections, transaction
from django.test import Client, SimpleTestCase, TransactionTestCase

from server.accounts.models import HouseRules
from server.api import api
from server.bench.models import LiveBake, LogEntry
from server.shelf.actions.create_figure import create_figure
from server.shelf.models import Figure
from server.stores.actions.book import add_lot
from server.stores.models import Lot
from server.testing import person
from server.writes import WRITING, OutsideError
from windcrest_core.given.house_rules import Rules


class TogetherTest(TransactionTestCase):
    def setUp(self) -> None:
        self.user, _ = person("maker")
        self.figure = create_figure(self.user, "Test", "biped", "300 mm")
        self.at = f"/api/v1/figures/{self.figure.id}"

    def at_once(self, calls: list[tuple[str, str, Any]]) -> list[int]:
        """Each call from a device of its own; their status codes."""

        def one(call: tuple[str, str, Any]) -> int:
            method, url, body = call
            client = Client()
            client.force_login(self.user, backend="django.contrib.auth.backends.ModelBackend")
            try:
                answer = client.generic(method, url, json.dumps(body), "application/json")
                return answer.status_code
            finally:
                connections.close_all()

        with ThreadPoolExecutor(max_workers=4) as devices:
            return list(devices.map(one, calls))

    def edit(self, path: str, value: Any) -> tuple[str, str, Any]:
        operations = [{"path": path, "value": value}]
        return ("POST", self.at + "/edits", {"base_revision": 1, "operations": operations})

    def test_edits_of_different_things_are_all_kept(self) -> None:
        edits = [
            self.edit("name", "The lamplighter"),
            self.edit("part/chest/wall_mm", 4),
            self.edit("joint/elbow_l/swing_deg", 30),
            self.edit("base/width_mm", 140),
            self.edit("story", "Lights the quay."),
            self.edit("body/build", 1.2),
        ]
        self.assertEqual(self.at_once(edits), [200] * len(edits))
        figure = Figure.objects.get()
        sheet = figure.sheet
        self.assertEqual(figure.revision, 1 + len(edits))
        self.assertEqual(
            (sheet.name, sheet.part("chest").wall_mm, sheet.pose["elbow_l"].swing_deg),
            ("The lamplighter", 4, 30),
        )
        self.assertEqual(
            (sheet.base.width_mm, sheet.story, sheet.body.build), (140, "Lights the quay.", 1.2)
        )

    def test_of_edits_of_the_same_thing_one_is_kept_and_the_others_are_told(self) -> None:
        answers = self.at_once([self.edit("height_mm", 250 + n) for n in range(4)])
        self.assertEqual(sorted(answers), [200, 412, 412, 412])
        self.assertEqual(Figure.objects.get().revision, 2)
        self.assertIn(Figure.objects.get().sheet.height_mm, (250, 251, 252, 253))

    def test_house_rules_of_two_devices_are_both_kept(self) -> None:
        changes = [{"wall_mm": 4}, {"waste_percent": 12}, {"oven/offset_c": 7}, {"hold_upright": 3}]
        calls = [("PATCH", "/api/v1/rules", {"changes": change}) for change in changes]
        self.assertEqual(self.at_once(calls), [200] * 4)
        rules = HouseRules.objects.get().rules
        self.assertEqual(
            (rules.wall_mm, rules.waste_percent, rules.oven.offset_c, rules.hold_upright),
            (4, 12, 7, 3),
        )

    def test_a_tick_from_two_devices_is_one_tick(self) -> None:
        calls = [("PUT", self.at + "/steps/frame.cut.1", {"done": True})] * 3
        self.assertEqual(self.at_once(calls), [200] * 3)
        self.assertEqual(self.figure.steps_done.count(), 1)

    def test_stores_changed_elsewhere_are_not_overwritten(self) -> None:
        client = Client()
        client.force_login(self.user, backend="django.contrib.auth.backends.ModelBackend")
        seen = client.get("/api/v1/stores").json()
        for wires, status in ((["st_1_6"], 200), (["al_awg9"], 412)):
            body = json.dumps({**seen["stores"], "wires": wires})
            url = f"/api/v1/stores?base_revision={seen['revision']}"
            answer = client.put(url, body, "application/json")
            self.assertEqual(answer.status_code, status)
        self.assertEqual(client.get("/api/v1/stores").json()["stores"]["wires"], ["st_1_6"])

    def test_each_field_of_a_lot_that_somebody_set_is_set(self) -> None:
        lot = add_lot(self.user.pk, "clay", "rigid", "", "500 g", Rules())
        for turn in range(6):
            day = f"2027-01-{turn + 1:02d}"
            changes = [{"price": turn + 1.5}, {"opened_on": day}, {"best_before": day}]
            calls = [("PATCH", f"/api/v1/stock/lots/{lot.pk}", change) for change in changes]
            self.assertEqual(self.at_once(calls), [200] * 3)
            kept = Lot.objects.get()
            self.assertEqual(
                (kept.price, str(kept.opened_on), str(kept.best_before)), (turn + 1.5, day, day)
            )

    def test_of_two_lots_named_alike_one_is_refused_with_words(self) -> None:
        for turn in range(3):
            lots = [
                add_lot(self.user.pk, "clay", "rigid", "", "50 g", Rules(), lot_label=f"{turn} {n}")
                for n in range(2)
            ]
            name = {"label": f"the same {turn}"}
            calls = [("PATCH", f"/api/v1/stock/lots/{lot.pk}", name) for lot in lots]
            self.assertEqual(sorted(self.at_once(calls)), [200, 422])

    def test_of_two_bakes_begun_at_once_one_runs(self) -> None:
        for _ in range(3):
            calls = [("POST", f"{self.at}/live/1", {"speed": 1.0})] * 2
            self.assertEqual(sorted(self.at_once(calls)), [201, 409])
            with transaction.atomic():
                LiveBake.objects.all().delete()

    def test_an_entry_taken_out_while_another_is_written_keeps_both(self) -> None:
        with transaction.atomic():
            entry = LogEntry.objects.create(figure=self.figure, text="first")
        at = f"{self.at}/log/{entry.pk}"
        answers = self.at_once([("DELETE", at, None), ("POST", f"{at}/restore", None)])
        self.assertEqual(answers, [200, 200])
        self.assertEqual(LogEntry.objects.get().text, "first")


class WritesTest(SimpleTestCase):
    """No change over HTTP but in a transaction."""

    def test_every_change_says_how_it_is_written(self) -> None:
        ways: dict[str, int] = {}
        for _, router in api._routers:
            for path in router.path_operations.values():
                for operation in path.operations:
                    if set(operation.methods) & WRITING:
                        way = operation.view_func.writes  # type: ignore[attr-defined]
                        ways[way] = ways.get(way, 0) + 1
        self.assertEqual(set(ways), {"in one", "by itself", "nothing"})
        self.assertGreater(ways["in one"], 25)


class OutsideTest(TransactionTestCase):
    def test_a_row_of_ours_is_not_written_outside(self) -> None:
        user, _ = person("maker")
        figure = create_figure(user, "Test", "biped", "300 mm")
        with self.assertRaises(OutsideError):
            Figure.objects.filter(pk=figure.pk).update(deleted=None)
        with transaction.atomic():
            Figure.objects.filter(pk=figure.pk).update(deleted=None)
