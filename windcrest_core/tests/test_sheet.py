"""The figure sheet: what it refuses, how it is edited, what edits collide."""

from __future__ import annotations

import json
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.errors import ConflictError, SheetError
from windcrest_core.findings import Operation
from windcrest_core.sheet import load_sheet, parse
from windcrest_core.sheet.edits import WHOLE, apply_edits, collide, refuse_collisions
from windcrest_core.sheet.load import MAX_BYTES
from windcrest_core.tests.support import biped, example

NAN, INF = float("nan"), float("inf")


def op(path: str, value: object) -> Operation:
    return Operation(path=path, value=value)


class LoadTest(unittest.TestCase):
    def test_a_sheet_comes_back_as_it_went_out(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            sheet = example(name)
            self.assertEqual(load_sheet(json.loads(sheet.model_dump_json())), sheet)

    def test_impossible_values_are_refused_with_their_path(self) -> None:
        for path, value in (
            (("height_mm",), 0),
            (("height_mm",), -5),
            (("height_mm",), 1e7),
            (("height_mm",), "tall"),
            (("height_mm",), NAN),
            (("height_mm",), INF),
            (("body", "heads_tall"), 0),
            (("body", "heads_tall"), 99),
            (("body", "plan"), "dragonfly"),
            (("name",), ""),
            (("base", "thickness_mm"), -1),
            (("colour", "ground"), "plaid"),
            (("parts", 0, "clay"), "fudge"),
            (("parts", 0, "bone"), "flipper"),
            (("parts", 0, "wall_mm"), NAN),
            (("parts", 0, "lies_on"), "skull"),
            (("parts", 0, "meeting"), {"kind": "lay", "hosts": ["skull"]}),
            (("parts", 0, "meeting"), {"kind": "lay", "hosts": ["cloud"]}),
            (("parts", 0, "meeting"), {"kind": "tie"}),
            (("parts", 0, "rests_on"), ["cloud"]),
            (("runs", 0, "wire"), "string"),
            (("runs", 0, "path"), ["head", "nowhere"]),
            (("surprise",), 1),
            (("pose", "elbow_r"), {"swing_deg": 170}),
            (("pose", "antler"), {"swing_deg": 1}),
        ):
            document = biped().model_dump(mode="json")
            holder = document
            for key in path[:-1]:
                holder = holder[key]  # type: ignore[index]
            holder[path[-1]] = value  # type: ignore[index]
            with self.subTest(path=path, value=value), self.assertRaises(SheetError) as caught:
                load_sheet(document)
            fault = caught.exception.faults[0]
            self.assertTrue(fault.path and fault.allowed)

    def test_a_pose_beyond_the_range_says_the_range(self) -> None:
        document = biped().model_dump(mode="json")
        document["pose"]["elbow_r"]["swing_deg"] = 170
        with self.assertRaisesRegex(SheetError, r"pose/elbow_r/swing_deg: 170.*-5 to 150"):
            load_sheet(document)

    def test_files_that_are_no_sheet(self) -> None:
        for raw in ("not json", "[1, 2", "[" * 10_000 + "]" * 10_000, "x" * (MAX_BYTES + 1)):
            with self.subTest(raw[:12]), self.assertRaises(SheetError):
                load_sheet(parse(raw))
        for data in ([], 3, {"sheet_version": 99}, {"sheet_version": "1"}):
            with self.subTest(data), self.assertRaises(SheetError):
                load_sheet(data)

    def test_brackets_in_text_are_not_depth(self) -> None:
        self.assertEqual(parse('{"a": "' + "[" * 100 + '\\""}'), {"a": "[" * 100 + '"'})

    def test_parts_do_not_lie_on_each_other_in_a_ring(self) -> None:
        document = biped().model_dump(mode="json")
        first, second = document["parts"][:2]
        first["meeting"] = {"kind": "lay", "hosts": [second["id"]]}
        second["meeting"] = {"kind": "press", "hosts": [first["id"]]}
        with self.assertRaisesRegex(SheetError, "put on itself"):
            load_sheet(document)


class EditTest(unittest.TestCase):
    def test_typed_lengths_are_read(self) -> None:
        sheet, _ = apply_edits(
            biped(),
            [
                op("height_mm", "12 in"),
                op("part/chest/wall_mm", "3/16 in"),
                op("base/counterweight_g", "2 oz"),
            ],
        )
        self.assertAlmostEqual(sheet.base.counterweight_g, 56.699, 3)
        self.assertAlmostEqual(sheet.height_mm, 304.8)
        self.assertAlmostEqual(sheet.part("chest").wall_mm or 0, 4.7625)

    def test_all_or_nothing(self) -> None:
        before = biped()
        with self.assertRaises(SheetError):
            apply_edits(before, [op("name", "New"), op("part/chest/wall_mm", -3)])
        self.assertEqual(before.name, "Test")

    def test_unknown_paths_are_refused(self) -> None:
        for path in (
            "nose",
            "part/none/wall_mm",
            "part/chest/colour",
            "run/none",
            "body/tail",
            "part/chest/id",
            "sheet_version",
            "joint/head",
            "base/corner",
        ):
            with self.subTest(path), self.assertRaises(SheetError):
                apply_edits(biped(), [op(path, 1)])

    def test_removing_and_taking_it_back(self) -> None:
        sheet = biped()
        without, inverse = apply_edits(sheet, [op("part/nose", None)])
        self.assertNotIn("nose", [part.id for part in without.parts])
        self.assertIn("nose", without.retired_ids)
        again, _ = apply_edits(without, inverse)
        self.assertEqual(again, sheet)

    def test_ids_of_removed_parts_are_never_used_again(self) -> None:
        sheet = biped()
        nose = sheet.part("nose").model_dump(mode="json")
        without, _ = apply_edits(sheet, [op("part/nose", None)])
        with self.assertRaisesRegex(SheetError, "only once"):
            apply_edits(without, [op("part/nose", nose)])

    def test_a_whole_sheet_can_be_replaced_and_taken_back(self) -> None:
        sheet, other = biped(), example("barnacle_ox")
        new, inverse = apply_edits(sheet, [op(WHOLE, other.model_dump(mode="json"))])
        self.assertEqual(new, other)
        self.assertEqual(apply_edits(new, inverse)[0], sheet)

    @settings(max_examples=25)
    @given(
        st.lists(
            st.one_of(
                st.tuples(st.just("height_mm"), st.floats(50, 500)),
                st.tuples(st.just("part/chest/wall_mm"), st.floats(1, 9)),
                st.tuples(st.just("joint/elbow_r/swing_deg"), st.floats(0, 140)),
                st.tuples(st.just("base/width_mm"), st.floats(50, 300)),
                st.tuples(st.just("body/build"), st.floats(0.7, 1.5)),
            ),
            min_size=1,
            max_size=6,
        )
    )
    def test_the_inverse_takes_every_edit_back(self, edits: list[tuple[str, float]]) -> None:
        sheet = biped()
        new, inverse = apply_edits(sheet, [op(path, value) for path, value in edits])
        self.assertEqual(apply_edits(new, inverse)[0], sheet)


class CollisionTest(unittest.TestCase):
    def test_what_touches_what(self) -> None:
        self.assertTrue(collide("part/nose", "part/nose/wall_mm"))
        self.assertTrue(collide(WHOLE, "name"))
        self.assertFalse(collide("part/nose", "part/nose_r"))
        self.assertFalse(collide("part/nose/wall_mm", "part/nose/clay"))

    def test_disjoint_edits_pass_and_colliding_ones_name_both(self) -> None:
        refuse_collisions([op("height_mm", 300)], [op("name", "A")])
        refuse_collisions([op("height_mm", 300)], [op("height_mm", 300)])
        with self.assertRaises(ConflictError) as caught:
            refuse_collisions([op("height_mm", 300)], [op("height_mm", 400)])
        self.assertEqual(caught.exception.collisions, [("height_mm", 300, 400)])

    def test_of_theirs_the_last_counts(self) -> None:
        theirs = [op("height_mm", 400), op("height_mm", 300)]
        refuse_collisions([op("height_mm", 300)], theirs)
        with self.assertRaises(ConflictError) as caught:
            refuse_collisions([op("height_mm", 400)], theirs)
        self.assertEqual(caught.exception.collisions, [("height_mm", 400, 300)])
