"""Bakes of whole figures: what each part comes to, against the oven simulated by itself."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.bake.bodies import heat_body, rule_thickness_mm
from windcrest_core.bake.cure import CURED, fusion, scorch
from windcrest_core.bake.firing import Firing, WentIn
from windcrest_core.bake.heat import AIR_H_W_M2K, STEP_S, WALL, HeatBody, temperatures
from windcrest_core.bake.model import BakePlan, PartBake
from windcrest_core.bake.oven import air_c
from windcrest_core.body.workpiece import workpiece
from windcrest_core.given.load import Context
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.tests.support import (
    biped,
    changed,
    context,
    example,
    findings_of,
    planned,
    spoken,
)


def part(bake: BakePlan, part_id: str) -> PartBake:
    return next(row for row in bake.parts if row.id == part_id)


def baked(*minutes: float) -> Progress:
    return Progress(bakes=[BakeDone(bake=n, minutes=m) for n, m in enumerate(minutes, start=1)])


class AgainstTheOvenTest(unittest.TestCase):
    """The station's numbers are those of one part alone in the same oven."""

    def test_a_chest_at_the_end_of_the_first_bake(self) -> None:
        sheet, given_rules = biped(), context(oven_air="still", oven_swing_c=6)
        bake = planned(sheet, given_rules).bake.bakes[0]
        work = workpiece(sheet, given_rules, Progress())
        body = heat_body(work, work.figure.piece("chest"))
        air = air_c(given_rules.rules.oven, bake.dial_c.value, 120)
        alone = temperatures([body], air, AIR_H_W_M2K["still"])
        last = round(bake.advised_min.value * 60 / STEP_S)
        chest = part(bake, "chest")
        self.assertAlmostEqual(chest.core_c, float(alone.core_c[last, 0]), 6)
        self.assertAlmostEqual(chest.surface_peak_c, float(alone.surface_c[: last + 1].max()), 6)
        fused = fusion(alone.core_c, np.array([135.0]), STEP_S)
        self.assertAlmostEqual(chest.fusion, float(fused[last, 0]), 6)
        self.assertAlmostEqual(chest.scorch, float(scorch(alone.surface_c, STEP_S)[last, 0]), 6)

    def test_the_advice_is_the_first_moment_all_are_cured(self) -> None:
        bake = planned(biped()).bake.bakes[0]
        assert bake.model_min is not None
        slowest = max(row.model_min or 0 for row in bake.parts if row.raw_in)
        self.assertEqual(bake.model_min.value, slowest)
        self.assertTrue(all(row.fusion >= CURED for row in bake.parts))
        shorter = planned(biped(), progress=baked(bake.model_min.value - 2)).bake.bakes[0]
        self.assertTrue(any(row.fusion < CURED for row in shorter.parts))

    def test_the_label_rule_can_be_worked_out_from_its_reason(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "barnacle_ox"):
            for bake in planned(example(name)).bake.bakes:
                per_6_mm, thickness = (row.value for row in bake.rule_min.why.inputs)
                self.assertAlmostEqual(bake.rule_min.value, per_6_mm * thickness / 6)

    def test_the_curve_ends_where_the_table_does(self) -> None:
        bake = planned(biped()).bake.bakes[0]
        slow, last = part(bake, bake.slowest), bake.curve[-1]
        self.assertAlmostEqual(last.minute, bake.advised_min.value, 2)
        self.assertAlmostEqual(last.core_c, slow.core_c, delta=0.06)
        self.assertAlmostEqual(last.fusion, slow.fusion, delta=0.001)
        minutes = [point.minute for point in bake.curve]
        self.assertEqual(minutes, sorted(minutes))
        self.assertTrue(all(p.core_c <= p.surface_c + 0.5 for p in bake.curve[:20]))


class CarriedOverTest(unittest.TestCase):
    def test_cure_and_scorch_carry_over_and_temperature_starts_again(self) -> None:
        first, second = planned(biped(), progress=baked(30, 30)).bake.bakes
        before, after = part(first, "chest"), part(second, "chest")
        self.assertTrue(before.raw_in and not after.raw_in)
        self.assertGreater(after.fusion, before.fusion)
        self.assertAlmostEqual(after.scorch, 2 * before.scorch, delta=0.01 * before.scorch)
        self.assertLess(second.curve[0].core_c, 25)

    def test_a_raw_hand_is_raw_though_its_cured_twin_is_in_the_oven_too(self) -> None:
        sheet = biped(part__hand_l__meeting__kind="glue")
        first, second = planned(sheet, progress=baked(60, 1)).bake.bakes
        self.assertGreater(part(first, "hand_l").fusion, 0.9)
        self.assertLess(part(second, "hand_r").fusion, 0.05)
        self.assertEqual(part(second, "hand_l").fusion, part(first, "hand_l").fusion)

    def test_a_part_is_in_no_bake_before_its_own(self) -> None:
        first, second = planned(biped()).bake.bakes
        self.assertNotIn("hand_r", [row.id for row in first.parts])
        self.assertTrue(part(second, "hand_r").raw_in)
        self.assertIn("chest", [row.id for row in second.parts])

    @settings(max_examples=8)
    @given(st.floats(5, 90), st.floats(1, 60))
    def test_longer_never_cures_less_nor_scorches_less(self, minutes: float, more: float) -> None:
        short = planned(biped(), progress=baked(minutes)).bake.bakes[0]
        long = planned(biped(), progress=baked(minutes + more)).bake.bakes[0]
        for row in short.parts:
            later = part(long, row.id)
            self.assertGreaterEqual(later.fusion, row.fusion)
            self.assertGreaterEqual(later.scorch, row.scorch)


class HeatBodyTest(unittest.TestCase):
    def body(self, part_id: str, **changes: object) -> HeatBody:
        sheet = changed(example("ferrywoman"), **changes)
        work = workpiece(sheet, Context(), Progress())
        return heat_body(work, work.figure.piece(part_id))

    def test_arms_are_limbs_noses_are_balls_sheets_are_walls(self) -> None:
        """A head that a neck and a hat carry heat into is none."""
        self.assertEqual(self.body("forearm_r").shape, "limb")
        self.assertEqual(self.body("nose").shape, "ball")
        self.assertEqual(self.body("skull").shape, "limb")
        self.assertEqual(self.body("apron").shape, "wall")

    def test_a_wall_over_foil_has_the_foil_inside(self) -> None:
        chest = self.body("chest")
        self.assertEqual(chest.clay_mm, 6)
        self.assertGreater(chest.core_mm, 5)
        self.assertEqual(self.body("chest", part__chest__wall_mm=3).clay_mm, 3)
        self.assertEqual(self.body("chest", part__chest__core="wire").core_mm, 0)

    def test_what_lies_flat_on_a_wall_thickens_it(self) -> None:
        apron = self.body("apron")
        self.assertGreater(apron.clay_mm, 6)
        work = workpiece(example("ferrywoman"), Context(), Progress())
        self.assertLess(rule_thickness_mm(work, work.figure.piece("apron")), apron.clay_mm)

    def test_thicker_clay_takes_longer(self) -> None:
        minutes = [planned(biped(part__chest__wall_mm=wall)).bake.bakes[0] for wall in (3, 6, 9)]
        models = [part(bake, "chest").model_min or 0 for bake in minutes]
        self.assertEqual(models, sorted(models))
        self.assertGreater(models[2], 1.5 * models[0])


class InsertTest(unittest.TestCase):
    def eyes_of(self, stock: str) -> list[str]:
        sheet = biped(part__eye_r__stock=stock)
        return [f.subject for f in findings_of(sheet, "bake.insert.melts")]

    def test_what_melts_in_the_clay_is_told(self) -> None:
        self.assertEqual(self.eyes_of("acrylic"), ["eye_r"])
        self.assertEqual(self.eyes_of("glass"), [])
        self.assertEqual(self.eyes_of("steel"), [])

    def test_an_insert_is_as_hot_as_the_surface_it_lies_in(self) -> None:
        bake = planned(biped()).bake.bakes[0]
        eye = next(row for row in bake.inserts if row.id == "eye_r")
        self.assertAlmostEqual(eye.peak_c, part(bake, "skull").surface_peak_c, 6)
        self.assertLess(eye.peak_c, bake.peak_air_c)

    def test_what_is_put_in_later_never_sees_the_oven(self) -> None:
        sheet = biped(part__eye_r__meeting__kind="glue")
        for bake in planned(sheet).bake.bakes:
            self.assertNotIn("eye_r", [row.id for row in bake.inserts])


class OvenRuleTest(unittest.TestCase):
    def test_offset_moves_the_dial_and_not_the_air(self) -> None:
        true = planned(biped(), context(oven_offset_c=0)).bake.bakes[0]
        hot = planned(biped(), context(oven_offset_c=10)).bake.bakes[0]
        self.assertAlmostEqual(true.dial_c.value - hot.dial_c.value, 10)
        self.assertAlmostEqual(true.peak_air_c, hot.peak_air_c, 6)
        self.assertEqual(true.advised_min.value, hot.advised_min.value)

    def test_a_wild_thermostat_is_told_before_it_hurts(self) -> None:
        steady = context(oven_swing_c=4)
        self.assertEqual(findings_of(biped(), "bake.peak.over", steady), [])
        wild = findings_of(biped(), "bake.peak.over", context(oven_swing_c=28))
        self.assertEqual(wild[0].severity, "stop")
        self.assertGreater(wild[0].numbers["peak_c"], wild[0].numbers["maximum_c"])

    def test_the_air_stays_within_its_swing(self) -> None:
        for start in ("preheated", "cold"):
            air = air_c(Oven(start=start, swing_c=7), 135, 120)
            with self.subTest(start):
                self.assertLessEqual(float(air.max()), 142.001)
                self.assertGreaterEqual(float(air[240:].min()), 127.999)

    def test_every_bake_says_when_it_may_be_touched(self) -> None:
        for bake in planned(example("ferrywoman")).bake.bakes:
            self.assertTrue(5 < bake.cooling_min < 120)


class HotSideTest(unittest.TestCase):
    def told(self, hot: str, **rules: object) -> list[str]:
        bakes = planned(biped(), context(oven_hot=hot, **rules)).bake.bakes
        return [spoken(bake.turned) for bake in bakes]

    def test_the_slowest_is_turned_to_it_and_what_browns_away(self) -> None:
        first, second = self.told("back")
        self.assertIn("takes longest, to the hot back of the oven", first)
        self.assertIn("thumb", second)
        self.assertTrue(all("lower shelf" in words for words in self.told("top")))
        self.assertEqual(self.told("none"), ["", ""])

    def test_a_closed_parcel_takes_more_than_two_hours_and_a_half_for_a_wall_of_six(self) -> None:
        """SCIENCE 6b: 4 W/m²K all round, 6 mm over 3 of foil."""
        closed = AIR_H_W_M2K["closed"]
        air = np.full(6 * 240 + 1, 135.0)
        six = Firing((HeatBody(WALL, 6, 3),), air, closed, WentIn.raw(135.0, 1.0))
        self.assertGreater(float(six.cured_min()[0]), 150)
        still, parcel = (
            sum(b.advised_min.value for b in planned(biped(), context(oven_air=air)).bake.bakes)
            for air in ("still", "closed")
        )
        self.assertGreater(parcel, 2 * still)
