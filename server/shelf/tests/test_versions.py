"""Figures of an older version of the sheet are brought to that of today, and nothing of theirs is lost."""

from __future__ import annotations

import gzip
import json
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import replace
from typing import Any
from unittest import mock

from django.db import transaction

from server.bench.actions.mark_steps import mark_steps
from server.shelf.actions.bring_up import bring_all_up, keep_finished_plans
from server.shelf.models import Figure
from server.shelf.planning import plan_of
from server.testing import ApiCase
from windcrest_core.sheet.upgrades import SHEET


def _renamed(data: dict[str, Any]) -> dict[str, Any]:
    """As if what is called `story` today had been called `tale` once."""
    return {**{key: data[key] for key in data if key != "tale"}, "story": data["tale"]}


@contextmanager
def older() -> Iterator[None]:
    """As if there had been a version before the first."""
    ladder = replace(SHEET, first=SHEET.first - 1, upgrades=(_renamed, *SHEET.upgrades))
    with (
        mock.patch("windcrest_core.sheet.load.SHEET", ladder),
        mock.patch("server.shelf.actions.bring_up.SHEET", ladder),
    ):
        yield


class BroughtTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.edit(("name", "The lamplighter"))
        figure = Figure.objects.get()
        tale = {"tale": "Lights the quay.", "sheet_version": SHEET.first - 1}
        figure.sheet_json = {k: v for k, v in figure.sheet_json.items() if k != "story"} | tale
        figure.save()

    def test_the_revision_says_so_and_undo_stops_there(self) -> None:
        with older():
            self.assertEqual(self.sheet()["story"], "Lights the quay.")
            self.assertEqual(bring_all_up(), 1)
            self.assertEqual(bring_all_up(), 0)
            figure = Figure.objects.get()
            self.assertEqual((figure.revision, figure.sheet_json["story"]), (3, "Lights the quay."))
            self.assertIn("Brought to version", figure.revisions.get(number=3).label)
            self.assertEqual(self.edit(("name", "Another"), base=3).status_code, 200)
            self.assertEqual(self.call("POST", f"{self.at}/undo").status_code, 200)
            self.assertEqual(self.sheet()["name"], "The lamplighter")
            self.assert_problem(self.call("POST", f"{self.at}/undo"), 409)
        told = self.call("POST", f"{self.at}/undo").json()["detail"]
        self.assertIn("newer form of its sheet", told)
        self.assertEqual(self.sheet()["name"], "The lamplighter")

    def test_one_that_nobody_brought_up_is_brought_by_the_first_change(self) -> None:
        with older():
            self.assertEqual(self.edit(("name", "Another"), base=2).status_code, 200)
        figure = Figure.objects.get()
        self.assertEqual(
            [row.brought for row in figure.revisions.all()], [False, False, True, False]
        )
        self.assertEqual(figure.sheet.story, "Lights the quay.")

    def test_a_page_from_before_is_asked_to_reload(self) -> None:
        with older():
            bring_all_up()
        answer = self.edit(("name", "Another"), base=2)
        self.assert_problem(answer, 412)
        self.assertIn("Reload", answer.json()["detail"])
        self.assertEqual(self.sheet()["name"], "The lamplighter")


class FinishedTest(ApiCase):
    def test_a_finished_figure_keeps_its_plan_of_then(self) -> None:
        self.assert_problem(self.client.get(f"{self.at}/finished-plan"), 404)
        steps = [step.key for step in plan_of(self.figure).order.steps]
        mark_steps(self.figure, steps, True)
        before = Figure.objects.get().pinned_plan
        then = self.client.get(f"{self.at}/finished-plan")
        self.assertIn("test.plan.json", then["Content-Disposition"])
        minutes = json.loads(then.content)["bake"]["total_min"]["value"]
        self.assertEqual(minutes, plan_of(Figure.objects.get()).bake.total_min.value)
        with self.subTest("one that was finished before plans were kept"):
            with transaction.atomic():
                Figure.objects.update(pinned_plan=None)
            self.assertEqual((keep_finished_plans(), keep_finished_plans()), (1, 0))
            self.assertEqual(
                gzip.decompress(Figure.objects.get().pinned_plan), gzip.decompress(before)
            )
        with self.subTest("a tick taken back"):
            mark_steps(Figure.objects.get(), [steps[-1]], False)
            self.assert_problem(self.client.get(f"{self.at}/finished-plan"), 404)


class ClothTest(ApiCase):
    def test_what_the_library_gave_as_plugs_is_cloth_unless_it_is_begun(self) -> None:
        """Said in the revision; a skirt that is begun stays what it is."""
        for item in ("skirt", "fur"):
            body = {"base_revision": 1 if item == "skirt" else 2, "add": {"item": item}}
            self.assertEqual(self.call("POST", f"{self.at}/edits", body).status_code, 200)
        figure = Figure.objects.get()
        old = figure.sheet_json
        for part in old["parts"]:
            if part["id"] in ("skirt", "fur_area"):
                part["form"] = {"kind": "solid", "core": "wire", "wall_mm": None}
            solid = part.pop("form")
            part["core"], part["wall_mm"] = solid["core"], solid["wall_mm"]
        old["sheet_version"] = 4
        for begun, wanted in ((False, "hang"), (True, "solid")):
            with self.subTest(begun=begun), transaction.atomic():
                figure = Figure.objects.get()
                figure.sheet_json = json.loads(json.dumps(old))
                figure.save()
                if begun:
                    figure.steps_done.create(key="skirt.cover.1")
                self.assertEqual(bring_all_up(), 1)
                forms = {part["id"]: part["form"]["kind"] for part in self.sheet()["parts"]}
                self.assertEqual((forms["skirt"], forms["fur_area"]), (wanted, "close"))
                label = Figure.objects.get().revisions.order_by("number").last().label  # type: ignore[union-attr]
                self.assertEqual("skirt" in label, not begun)
                self.assertIn("fur", label)
