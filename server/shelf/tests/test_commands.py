"""The command line reads and prints JSON, and says on one line each what cannot be."""

from __future__ import annotations

import io
import json
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any
from unittest import mock

from django.conf import settings
from django.core.management import call_command
from django.test import SimpleTestCase

from windcrest_core.sheet import load_sheet

KEPT = Path(settings.ROOT) / "windcrest_core" / "tests" / "kept"
FERRYWOMAN = Path(settings.ROOT) / "examples" / "ferrywoman.figure.json"


def run(*words: str, stdin: str = "") -> tuple[int, str, list[str]]:
    """How it exits, what it prints, and the lines on standard error. SimpleTestCase: no database."""
    out, err = io.StringIO(), io.StringIO()
    piped = io.TextIOWrapper(io.BytesIO(stdin.encode()))
    with mock.patch("sys.stdin", piped):
        try:
            call_command(*words, stdout=out, stderr=err)
        except SystemExit as left:
            return int(left.code or 0), out.getvalue(), err.getvalue().splitlines()
    return 0, out.getvalue(), err.getvalue().splitlines()


class SheetCommandTest(SimpleTestCase):
    def sheet(self, *words: str, stdin: str = "") -> dict[str, Any]:
        left, text, told = run(*words, stdin=stdin)
        self.assertEqual((left, told), (0, []))
        document: dict[str, Any] = json.loads(text)
        load_sheet(document)
        return document

    def test_a_figure_is_begun_added_to_edited_and_planned(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            rules = Path(folder) / "rules.json"
            rules.write_text('{"feet": "loops"}')
            new = self.sheet(
                "new",
                "biped",
                "12 1/2 in",
                "--heads",
                "6.5",
                "--name",
                "Ada",
                "--rules",
                str(rules),
            )
        self.assertEqual(new["name"], "Ada")
        self.assertAlmostEqual(new["height_mm"], 317.5)
        self.assertAlmostEqual(new["body"]["heads_tall"], 6.5)
        added = self.sheet("add", "-", "spikes", "--count", "5", stdin=json.dumps(new))
        more = {part["id"] for part in added["parts"]} - {part["id"] for part in new["parts"]}
        self.assertEqual(len(more), 5)
        edited = self.sheet("edit", "-", str(KEPT / "operations-1.json"), stdin=json.dumps(added))
        self.assertEqual(edited["pose"]["elbow_l"]["swing_deg"], 30)
        left, text, _ = run("plan", "-", "--today", "2026-07-01", stdin=json.dumps(edited))
        plan = json.loads(text)
        self.assertEqual((left, plan["name"], plan["today"]), (0, "Ada", "2026-07-01"))
        self.assertEqual(
            {part["id"]: part["form"].get("wall_mm") for part in edited["parts"]}["chest"], 4
        )

    def test_a_spoilt_figure_has_fixes_that_hold_and_is_settled(self) -> None:
        new = self.sheet("new", "biped", "300mm")
        edits = {"operations": [{"path": "run/spine/wire", "value": "al_1_0"}]}
        with tempfile.TemporaryDirectory() as folder:
            sheet, wanted = Path(folder) / "sheet.json", Path(folder) / "edits.json"
            sheet.write_text(json.dumps(new))
            wanted.write_text(json.dumps(edits))
            sheet.write_text(json.dumps(self.sheet("edit", str(sheet), str(wanted))))
            left, text, _ = run("fixes", str(sheet))
            self.assertEqual(left, 0)
            weak = next(row for row in json.loads(text) if row["id"] == "frame.hold.weak")
            self.assertRegex(weak["offers"][0]["label"], "^Use ")
            settled = Path(folder) / "settled.json"
            settled.write_text(json.dumps(self.sheet("settle", str(sheet))))
            left, text, _ = run("settle", str(sheet), "--changes")
            self.assertEqual(json.loads(text)["stops"][1], 0)
            _, text, _ = run("plan", str(settled))
        severities = {row["severity"] for row in json.loads(text)["findings"]}
        self.assertEqual(severities, {"note"})

    def test_what_cannot_be_is_a_line_each_and_exit_two(self) -> None:
        new = json.dumps(self.sheet("new", "biped", "310mm"))
        newer = json.dumps({"sheet_version": 99, "operations": []})
        wrong = json.dumps({"operations": [{"path": "part/nobody/wall_mm", "value": 4}]})
        with tempfile.TemporaryDirectory() as folder:
            for name, text in (("sheet", new), ("newer", newer), ("wrong", wrong)):
                (Path(folder) / name).write_text(text)
            at = f"{folder}/sheet"
            for words, field in (
                (("new", "octopus", "310mm"), "body"),
                (("new", "biped", "tall"), "height_mm"),
                (("new", "biped", "310mm", "--rules", "nowhere.json"), "nowhere.json"),
                (("add", at, "halo"), "item"),
                (("add", at, "horn", "--count", "900"), "count"),
                (("edit", at, f"{folder}/newer"), "sheet_version"),
                (("edit", at, f"{folder}/wrong"), "part/nobody"),
                (("plan", f"{folder}/wrong"), "name"),
            ):
                with self.subTest(words):
                    left, text, told = run(*words)
                    self.assertEqual((left, text), (2, ""))
                    self.assertTrue(all(line.count(":") for line in told))
                    self.assertIn(field, told[0])


class PlanCommandTest(SimpleTestCase):
    def plan(self, *words: str, stdin: str = "") -> dict[str, Any]:
        left, text, told = run("plan", *words, stdin=stdin)
        self.assertEqual((left, told), (0, []))
        found: dict[str, Any] = json.loads(text)
        return found

    def test_as_it_is_typed_it_plans_a_file_and_as_a_pipe_the_same(self) -> None:
        words = [sys.executable, "manage.py", "plan", str(FERRYWOMAN), "--today", "2026-07-01"]
        done = subprocess.run(words, capture_output=True, text=True, cwd=settings.ROOT, check=False)
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        plan = json.loads(done.stdout)
        self.assertEqual((plan["name"], plan["today"]), ("The ferrywoman", "2026-07-01"))
        piped = self.plan("-", "--today", "2026-07-01", stdin=FERRYWOMAN.read_text())
        self.assertEqual(piped, plan)

    def test_a_bad_sheet_exits_two_with_a_line_per_fault(self) -> None:
        bad = {**json.loads(FERRYWOMAN.read_text()), "height_mm": 0, "surprise": 1}
        left, text, told = run("plan", "-", stdin=json.dumps(bad))
        self.assertEqual((left, text, len(told)), (2, "", 2))
        self.assertEqual(run("plan", "nowhere.json")[0], 2)

    def test_rules_from_a_file(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            rules = Path(folder) / "rules.json"
            rules.write_text('{"wall_mm": 3}')
            thin = self.plan(str(FERRYWOMAN), "--rules", str(rules))
        usual = self.plan(str(FERRYWOMAN))
        self.assertGreater(thin["totals"]["foil"]["value"], usual["totals"]["foil"]["value"])
