"""Whatever comes in is either a sheet or a fault with its path; nothing else gets out."""

from __future__ import annotations

import json
import unittest
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from windcrest_core.errors import SheetError
from windcrest_core.findings import Operation
from windcrest_core.given.load import load_progress, load_rules, load_stores
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.sheet import FigureSheet, load_sheet, parse
from windcrest_core.sheet.edits import apply_edits, collide
from windcrest_core.sheet.upgrades import CURRENT_VERSION
from windcrest_core.tests.support import biped, example
from windcrest_core.tests.sweeps import examples, sweep

SHEET = biped()
PLAIN = SHEET.model_dump(mode="json")
ANYTHING: st.SearchStrategy[Any] = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=12),
    lambda inner: (
        st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3)
    ),
    max_leaves=6,
)
PATHS = st.sampled_from(
    [
        "name",
        "height_mm",
        "body/build",
        "body/plan",
        "base/width_mm",
        "colour/ground",
        "pose",
        "joint/elbow_l/swing_deg",
        "joint/nowhere/swing_deg",
        "part/chest/wall_mm",
        "part/chest",
        "part/chest/shape/start_radius",
        "part/ghost",
        "run/spine/wire",
        "run/spine/path",
        "area/skin/target",
        "area/skin",
        "parts",
        "sheet_version",
        "figure_id",
        "",
        "/",
        "part",
        "part//",
        "part/chest/id",
        "sheet",
    ]
)
SLOW = settings(max_examples=examples(150, 30), suppress_health_check=[HealthCheck.too_slow])


def faults(error: SheetError) -> list[str]:
    return [fault.path for fault in error.faults]


@sweep
class AnythingTest(unittest.TestCase):
    @SLOW
    @given(ANYTHING)
    def test_any_json_is_a_sheet_or_faults(self, data: Any) -> None:
        try:
            self.assertIsInstance(load_sheet(data), FigureSheet)
        except SheetError as error:
            self.assertTrue(error.faults and all(f.allowed for f in error.faults))

    @SLOW
    @given(st.sampled_from(sorted(PLAIN)), ANYTHING)
    def test_any_value_in_any_place(self, key: str, value: Any) -> None:
        try:
            load_sheet({**PLAIN, key: value})
        except SheetError as error:
            self.assertTrue(error.faults)

    @SLOW
    @given(st.binary(max_size=60))
    def test_any_bytes(self, raw: bytes) -> None:
        try:
            parse(raw)
        except SheetError as error:
            self.assertEqual(faults(error), ["(file)"])

    @SLOW
    @given(PATHS, ANYTHING)
    def test_any_operation_is_done_whole_or_not_at_all(self, path: str, value: Any) -> None:
        before = SHEET.model_dump_json()
        try:
            after, inverse = apply_edits(SHEET, [Operation(path=path, value=value)])
        except SheetError as error:
            self.assertTrue(error.faults)
        else:
            back, _ = apply_edits(after, inverse)
            kept = {"retired_ids", "pose"}
            self.assertEqual(
                back.model_dump(mode="json", exclude=kept),
                SHEET.model_dump(mode="json", exclude=kept),
            )
        self.assertEqual(SHEET.model_dump_json(), before)

    @SLOW
    @given(ANYTHING)
    def test_rules_stores_and_progress_too(self, data: Any) -> None:
        for load in (load_rules, load_stores, load_progress):
            try:
                load(data)
            except SheetError as error:
                self.assertTrue(error.faults)


class NamedFaultTest(unittest.TestCase):
    """Each bad thing of the brief, with the path it is told at."""

    CASES: tuple[tuple[dict[str, Any], str], ...] = (
        ({"height_mm": 0}, "height_mm"),
        ({"height_mm": -310}, "height_mm"),
        ({"height_mm": 10_000_000}, "height_mm"),
        ({"height_mm": float("nan")}, "height_mm"),
        ({"height_mm": float("inf")}, "height_mm"),
        ({"height_mm": "tall"}, "height_mm"),
        ({"height_mm": None}, "height_mm"),
        ({"name": ""}, "name"),
        ({"name": "x" * 81}, "name"),
        ({"body": {"plan": "biped", "heads_tall": 0}}, "body/heads_tall"),
        ({"body": {"plan": "biped", "heads_tall": 99}}, "body/heads_tall"),
        ({"body": {"plan": "centipede"}}, "body"),
        ({"sheet_version": CURRENT_VERSION + 1}, "sheet_version"),
        ({"sheet_version": "1"}, "sheet_version"),
        ({"surprise": 1}, "surprise"),
        ({"pose": {"elbow_l": {"swing_deg": 200}}}, "pose/elbow_l/swing_deg"),
        ({"pose": {"third_arm": {"swing_deg": 1}}}, "pose/third_arm"),
        ({"colour": {"ground": "plaid"}}, "colour/ground"),
        ({"base": {"width_mm": 3}}, "base/width_mm"),
    )

    def test_path_value_and_what_is_allowed(self) -> None:
        for change, path in self.CASES:
            with (
                self.subTest(path, value=str(change)[:50]),
                self.assertRaises(SheetError) as caught,
            ):
                load_sheet({**PLAIN, **change})
            self.assertIn(path, faults(caught.exception))

    def test_what_is_missing_is_said_to_be_missing(self) -> None:
        with self.assertRaises(SheetError) as caught:
            load_sheet({"name": "Only a name"})
        told = {fault.path: str(fault) for fault in caught.exception.faults}
        self.assertIn("it has to be there", told["height_mm"])
        self.assertNotIn("(an object)", told["height_mm"])

    def test_parts_name_what_is_in_the_catalogue_and_on_the_figure(self) -> None:
        for key, value, path in (
            ("clay", "mud", "part/chest/clay"),
            ("stock", "unobtainium", "part/chest/stock"),
            ("bone", "fin", "part/chest/bone"),
            ("meeting", {"kind": "lay", "hosts": ["cloud"]}, "part/chest/meeting/hosts"),
            ("meeting", {"kind": "lay", "hosts": ["chest"]}, "part/chest/meeting/hosts"),
            ("area", "gold", "part/chest/area"),
        ):
            parts = [{**row, key: value} if row["id"] == "chest" else row for row in PLAIN["parts"]]
            with self.subTest(path), self.assertRaises(SheetError) as caught:
                load_sheet({**PLAIN, "parts": parts})
            self.assertIn(path, faults(caught.exception))

    def test_too_large_and_too_deep(self) -> None:
        for raw in (
            b"[" * 10_000 + b"]" * 10_000,
            b"{" + b" " * 2_000_001 + b"}",
            b"\xff\xfe",
            b"",
            b"nope",
        ):
            with self.assertRaises(SheetError):
                parse(raw)
        self.assertEqual(parse(b'{"a": "[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[["}')["a"][0], "[")

    def test_a_body_that_is_not_there_names_those_that_are(self) -> None:
        with self.assertRaises(SheetError) as caught:
            new_sheet("x", "centaur", 300)
        for body in BODIES:
            self.assertIn(body, str(caught.exception))
        for name, height, heads, path in (
            ("", 300, None, "name"),
            ("x", 0, None, "height_mm"),
            ("x", 300, 99, "heads_tall"),
            ("x", float("nan"), None, "height_mm"),
        ):
            with self.subTest(path), self.assertRaises(SheetError) as caught:
                new_sheet(name, "biped", height, heads)
            self.assertIn(path, faults(caught.exception))


class CollisionTest(unittest.TestCase):
    PATHS = ("name", "part/a", "part/a/wall_mm", "part/ab", "base/width_mm", "sheet")

    def test_touching_is_mutual(self) -> None:
        for a in self.PATHS:
            self.assertTrue(collide(a, a))
            for b in self.PATHS:
                self.assertEqual(collide(a, b), collide(b, a))

    def test_a_part_holds_its_fields_and_not_its_namesakes(self) -> None:
        self.assertTrue(collide("part/a", "part/a/wall_mm"))
        self.assertFalse(collide("part/a", "part/ab"))
        self.assertFalse(collide("part/a/wall_mm", "part/a/clay"))

    def test_the_whole_sheet_touches_everything(self) -> None:
        self.assertTrue(all(collide("sheet", path) for path in self.PATHS))


class RoundTripTest(unittest.TestCase):
    def test_examples_are_written_as_they_are_read(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            sheet = example(name)
            self.assertEqual(load_sheet(json.loads(sheet.model_dump_json())), sheet)

    def test_the_examples_are_what_their_script_draws_up(self) -> None:
        from examples import build

        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            self.assertEqual(getattr(build, name)(), example(name), name)
