"""Fixes and settling over HTTP: looked for beside the page, of the figure as it is now."""

from __future__ import annotations

from typing import Any
from unittest import mock

from server.problems import Problem
from server.shelf import fixing
from server.shelf.models import Figure
from server.testing import ApiCase, Here, person
from windcrest_core.errors import SheetError


def broken(*given: object) -> None:
    raise SheetError.one("memory", "none", "some")


class FixingTest(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.here = Here()
        patched = mock.patch("server.shelf.fixing.beside", self.here)
        patched.start()
        self.addCleanup(patched.stop)
        fixing._jobs.clear()
        self.edit(("run/spine/wire", "al_1_0"))

    def asked(self, what: str) -> dict[str, Any]:
        answer: dict[str, Any] = self.client.get(f"{self.at}/{what}").json()
        return answer

    def test_fixes_come_as_they_are_found_with_what_they_move(self) -> None:
        self.here.waits = True
        first = self.asked("fixes/frame")
        self.assertEqual((first["revision"], first["findings"]), (2, []))
        self.assertIn({"id": "frame.hold.weak", "subject": "spine"}, first["waiting"])
        self.here.do()
        found = self.asked("fixes/frame")
        self.assertEqual((found["waiting"], found["revision"]), ([], 2))
        weak = next(row for row in found["findings"] if row["id"] == "frame.hold.weak")
        self.assertRegex(weak["offers"][0]["label"], "^Use ")
        self.assertIn("mass_g", weak["offers"][0]["moved"])
        self.assertEqual(self.asked("fixes/colour")["findings"], [])

    def test_settled_it_is_one_change_and_one_undo(self) -> None:
        found = self.asked("settled")["found"]
        self.assertEqual((found["stops"][1], found["warnings"][1]), (0, 0))
        pairs = [(op["path"], op["value"]) for row in found["changes"] for op in row["operations"]]
        answer = self.edit(*pairs, base=2).json()
        self.assertEqual({row["severity"] for row in answer["plan"]["findings"]}, {"note"})
        undone = self.call("POST", f"{self.at}/undo").json()
        self.assertTrue(any(row["severity"] == "stop" for row in undone["plan"]["findings"]))

    def test_asked_twice_at_once_it_is_looked_for_once(self) -> None:
        self.here.waits = True
        for _ in range(3):
            self.assertIsNone(self.asked("settled")["found"])
        self.assertEqual(self.here.do(), 1)
        self.assertIsNotNone(self.asked("settled")["found"])

    def test_what_only_looks_waits_for_the_settling(self) -> None:
        self.here.waits = True
        self.asked("fixes/frame")
        self.asked("settled")
        self.assertEqual([key[1] for key in fixing._jobs], ["settle"])

    def test_edited_while_it_runs_it_begins_anew(self) -> None:
        self.here.waits = True
        self.asked("settled")
        self.edit(("lock/run/spine", True), base=2)
        self.here.waits = False
        answer = self.asked("settled")
        self.assertEqual(answer["revision"], 3)
        ways = [row["in_the_way"] or "" for row in answer["found"]["left"]]
        self.assertTrue(any("locked" in way for way in ways), ways)
        self.assertEqual(len(fixing._jobs), 1)

    def test_what_comes_to_nothing_is_told_once_and_begun_anew(self) -> None:
        figure = Figure.objects.get()
        job = fixing._Now(figure).begun("broken", broken)
        self.assertTrue(job.failed)
        with self.assertRaises(Problem):
            fixing._Now(figure).begun("broken", broken)
        self.assertIsNot(fixing._Now(figure).begun("broken", broken), job)

    def test_a_stranger_does_not_ask(self) -> None:
        _, other = person("other")
        for what in ("settled", "fixes/frame"):
            self.assertEqual(other.get(f"{self.at}/{what}").status_code, 404)


class BesideTest(ApiCase):
    def test_it_is_done_in_the_process_beside(self) -> None:
        self.edit(("run/spine/wire", "al_1_0"))
        self.client.get(f"{self.at}/settled")
        for job in list(fixing._jobs.values()):
            job.found.result(timeout=120)
        self.assertEqual(self.client.get(f"{self.at}/settled").json()["found"]["stops"][1], 0)
