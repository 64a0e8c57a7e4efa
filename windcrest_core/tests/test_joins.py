"""Joins: raw or cured by the bakes, what holds them, and pins."""

from __future__ import annotations

import unittest

from windcrest_core.order.joins import Join
from windcrest_core.sheet import FigureSheet
from windcrest_core.stock.needs import needs_of
from windcrest_core.tests.support import biped, context, example, planned, spoken


def joins(sheet: FigureSheet, **rules: object) -> dict[str, Join]:
    return {row.part: row for row in planned(sheet, context(**rules)).order.joins}


class JoinTest(unittest.TestCase):
    def test_schools_change_what_is_raw(self) -> None:
        saved, one = joins(biped()), joins(biped(), bake_school="one_bake")
        self.assertEqual(saved["hand_r"].state, "raw to cured")
        self.assertNotIn("hand_r", one)  # one body with the forearm, blended as it is covered
        clay = [row.state for key, row in one.items() if not key.startswith("eye")]
        self.assertEqual(set(clay), {"raw to raw"})

    def test_a_part_is_cured_to_cured_when_it_is_made_apart(self) -> None:
        row = joins(biped(part__hand_r__meeting__kind="glue"))["hand_r"]
        self.assertEqual(row.state, "cured to cured")
        self.assertIn("epoxy", spoken(row.how))
        other = joins(biped(part__hand_r__meeting__kind="glue"), glue="instant")["hand_r"]
        self.assertIn("instant", spoken(other.how))

    def test_nothing_is_needed_where_raw_meets_raw_or_a_key_holds(self) -> None:
        for row in joins(biped(), bond="key").values():
            self.assertEqual(row.grams, 0.0)
            if row.state == "raw to cured":
                self.assertIn("key", spoken(row.how))

    def test_what_lies_on_something_of_its_own_bake_is_blended(self) -> None:
        """The thumb waits for the body to be cured, and yet is blended into the raw hand."""
        self.assertEqual(joins(biped())["thumb_r"].state, "raw to raw")

    def test_liquid_clay_and_glue_are_on_the_list_of_what_a_figure_takes(self) -> None:
        sheet = biped(part__hand_r__meeting__kind="glue")
        given = context()
        plan = planned(sheet, given)
        needs = {need.kind: need.amount for need in needs_of(plan, sheet, given)}
        for kind, state in (("liquid", "raw to cured"), ("glue", "cured to cured")):
            grams = sum(row.grams for row in plan.order.joins if row.state == state)
            self.assertGreater(grams, 0)
            self.assertAlmostEqual(needs[kind], grams * 1.08, 9)

    def test_a_bead_sits_in_liquid_clay(self) -> None:
        row = joins(biped())["eye_r"]
        self.assertEqual((row.state, row.onto, row.pin), ("raw to cured", "skull", None))
        self.assertGreater(row.grams, 0)

    def test_a_light_part_is_not(self) -> None:
        rows = joins(example("barnacle_ox"))
        self.assertIsNone(rows["shell_1_r"].pin if "shell_1_r" in rows else None)
        self.assertTrue(
            all(row.pin is None for row in rows.values() if row.state != "cured to cured")
        )

    def test_the_body_is_joined_to_nothing(self) -> None:
        self.assertNotIn("pelvis", joins(biped()))
