"""Own labels, short sets, chips, supports, fit, what happens inside, a heat gun, a measured bake."""

from __future__ import annotations

import math
import unittest
from typing import Any

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.bake.chips import FASTEST, chip_rate, film_of
from windcrest_core.bake.cure import CURED
from windcrest_core.bake.firing import Firing, WentIn
from windcrest_core.bake.heat import BALL, WALL, HeatBody, set_depths_mm, temperatures
from windcrest_core.bake.heat_gun import gun_set
from windcrest_core.bake.inside import inside
from windcrest_core.bake.outcome import crack_risk
from windcrest_core.body.workpiece import Workpiece, workpiece
from windcrest_core.errors import SheetError
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context, load_owned
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import BakeDone, Mishap, Progress
from windcrest_core.given.stores import Owned, TestChip
from windcrest_core.labels import clay_of
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import biped, changed, context, example, planned, spoken

LOW = {"label_c": 110, "maximum_c": 125, "min_per_6mm": 30}


def work(
    sheet: FigureSheet, given_: Context | None = None, done: Progress | None = None
) -> Workpiece:
    return workpiece(sheet, given_ or Context(), done or Progress())


class OwnLabelTest(unittest.TestCase):
    def test_the_label_of_the_own_pack_stands_above_the_catalogue(self) -> None:
        given_ = context(stores={"labels": {"rigid": {**LOW, "label_c": 120}}})
        bake, usual = planned(biped(), given_).bake.bakes[0], planned(biped()).bake.bakes[0]
        self.assertEqual((bake.label_c.value, bake.maximum_c), (120, 125))
        self.assertEqual(bake.rule_min.value, 2 * usual.rule_min.value)
        self.assertIn("own pack", bake.label_c.why.source)

    def test_clays_whose_labels_do_not_agree_are_split_over_bakes(self) -> None:
        """Hot at 135 °C first; what takes 125 °C at most goes on when that is cured, at its own."""
        given_ = context(stores={"labels": {"translucent": LOW}})
        plan = planned(biped(part__nose__clay="translucent"), given_)
        raw = {b.number: {p.id for p in b.parts if p.raw_in} for b in plan.bake.bakes}
        cool = next(number for number, parts in raw.items() if "nose" in parts)
        self.assertEqual(raw[cool], {"nose"})
        self.assertEqual(cool, len(raw))
        last = plan.bake.bakes[-1]
        self.assertEqual((last.label_c.value, last.maximum_c), (110, 125))
        self.assertFalse([f for f in plan.findings if f.id == "bake.labels.clash"])
        reasons = [n.reason for s in plan.order.steps if s.key == "nose.cover.1" for n in s.needs]
        self.assertTrue(any("takes 125 °C" in spoken(reason) for reason in reasons))

    def test_labels_that_agree_share_a_bake_at_the_higher(self) -> None:
        near = {"label_c": 125, "maximum_c": 150, "min_per_6mm": 15}
        given_ = context(stores={"labels": {"translucent": near}})
        plan = planned(biped(part__nose__clay="translucent"), given_)
        self.assertEqual([b.label_c.value for b in plan.bake.bakes], [135, 135])

    def test_impossible_labels_are_refused_by_name(self) -> None:
        for wrong, path in (
            ({**LOW, "label_c": 20}, "labels/rigid/label_c"),
            ({**LOW, "maximum_c": 100}, "labels/rigid"),
            ({**LOW, "min_per_6mm": 0}, "labels/rigid/min_per_6mm"),
        ):
            with self.subTest(wrong), self.assertRaises(SheetError) as caught:
                load_owned({"labels": {"rigid": wrong}})
            self.assertEqual(caught.exception.faults[0].path, path)
        with self.assertRaises(SheetError):
            load_owned({"labels": {"chalk": LOW}})
        self.assertEqual(clay_of(Owned(), "rigid").label_c.value, 135)


class ShortSetsTest(unittest.TestCase):
    def test_short_bakes_set_and_the_last_cures_everything(self) -> None:
        bakes = planned(biped(), context(bake_school="short_sets")).bake.bakes
        *short, last = bakes
        self.assertTrue(short)
        self.assertTrue(all(bake.sets_only for bake in short))
        self.assertFalse(last.sets_only)
        self.assertTrue(all(part.cured for part in last.parts))
        full = planned(biped()).bake.bakes[0]
        self.assertLess(short[0].advised_min.value, 0.7 * full.advised_min.value)
        self.assertFalse(all(part.cured for part in short[0].parts))

    def test_nothing_is_said_to_be_raw_where_it_was_only_to_set(self) -> None:
        plan = planned(biped(), context(bake_school="short_sets"))
        self.assertFalse([f for f in plan.findings if f.id == "bake.core.raw"])

    def test_a_set_of_two_millimetres(self) -> None:
        """SCIENCE 6: after 5 min at 135 °C a 6 mm wall is at 41 °C inside; only its skin is set."""
        air = np.full(21, 135.0)
        wall, sheet = HeatBody(WALL, 6.0), HeatBody(WALL, 1.0)
        self.assertAlmostEqual(float(temperatures([wall], air, 14).core_c[-1, 0]), 41, delta=4)
        deep = set_depths_mm([wall, sheet], air, 14, np.array([90.0, 90.0]))
        self.assertEqual(float(deep[-1, 0]), 0.0)
        longer = set_depths_mm([wall, sheet], np.full(81, 135.0), 14, np.array([90.0, 90.0]))
        self.assertEqual(float(longer[-1, 1]), 1.0)
        self.assertTrue(1.0 < float(longer[-1, 0]) <= 6.0)

    @given(st.floats(60, 160), st.floats(1, 9), st.floats(WALL, BALL))
    @settings(max_examples=40, deadline=None)
    def test_set_only_grows_and_never_past_the_clay(
        self, air_c: float, mm: float, m: float
    ) -> None:
        deep = set_depths_mm([HeatBody(m, mm)], np.full(61, air_c), 14, np.array([90.0]))[:, 0]
        self.assertTrue((np.diff(deep) >= 0).all())
        self.assertLessEqual(float(deep[-1]), mm + 1e-9)


def chip(verdict: str, minutes: float = 30, air_c: float = 135, mm: float = 3) -> TestChip:
    return TestChip.model_validate(
        {
            "of": "clay",
            "product": "rigid",
            "label": "a chip",
            "verdict": verdict,
            "minutes": minutes,
            "air_c": air_c,
            "thick_mm": mm,
        }
    )


class ChipsTest(unittest.TestCase):
    def rate(self, *chips: TestChip) -> float:
        return chip_rate(Owned(tried=list(chips)), "rigid").rate

    def test_without_chips_the_assumed_figures_stand(self) -> None:
        found = chip_rate(Owned(), "rigid")
        self.assertEqual((found.rate, found.opened, found.tried), (1.0, False, 0))
        self.assertEqual(self.rate(chip("riding"), chip("colour shift")), 1.0)

    def test_a_chip_that_bends_sooner_shows_a_faster_clay(self) -> None:
        self.assertEqual(self.rate(chip("bends", 60)), 1.0)
        self.assertGreater(self.rate(chip("bends", 15)), 1.2)

    def test_a_chip_of_a_wall_over_foil_that_bends_sooner_than_its_wall_is_reckoned_to(
        self,
    ) -> None:
        """6 over 3 of foil, fused at 57 min at the assumed rate, out at 53: at the rate found the coldest of it is at
        0.95 then, by the oven's own sums. On the bare tile it is colder inside and tells otherwise."""
        made = chip("bends", 53, mm=6).model_copy(update={"over_foil_mm": 3.0})
        rate = self.rate(made)
        self.assertTrue(1.2 < rate < FASTEST)
        air = np.full(53 * 4 + 1, 135.0)
        fired = Firing((HeatBody(WALL, 6, 3),), air, 14.0, WentIn.raw(135.0, rate))
        self.assertAlmostEqual(float(fired.fusion[-1, 0]), CURED, 3)
        self.assertGreater(abs(rate - self.rate(chip("bends", 53, mm=6))), 0.3)

    def test_a_chip_that_snaps_later_shows_a_slower_one_and_longer_bakes(self) -> None:
        slow = self.rate(chip("snaps", 60))
        self.assertLess(slow, 0.9)
        given_ = context(stores={"tried": [chip("snaps", 60).model_dump()]})
        longer, usual = planned(biped(), given_).bake.bakes[0], planned(biped()).bake.bakes[0]
        self.assertGreater(longer.advised_min.value, usual.advised_min.value + 5)

    def test_a_probe_at_the_wall_tells_the_oven_from_the_clay(self) -> None:
        """A chip of 0.5 mm on a tile is of one heat: T = air − (air − 20) exp(−h t / (ρ c w)). Whatever h is planted
        comes back; one that bends in a brisk oven does not make the clay quick."""
        for film in (6.0, 14.5, 22.0):
            minutes, air = 1.5, 135.0
            wall_c = air - (air - 20) * math.exp(-film * minutes * 60 / (1750 * 1300 * 0.0005))
            thin = chip("bends", minutes, mm=0.5).model_copy(update={"wall_c": wall_c})
            self.assertAlmostEqual(film_of(thin) / film, 1, delta=0.03)
        plain = chip("bends", 22, mm=6).model_copy(update={"over_foil_mm": 3.0})
        brisk = plain.model_copy(update={"wall_c": 128.0})
        self.assertGreater(film_of(brisk), 20)
        self.assertLess(self.rate(brisk), self.rate(plain))
        words = spoken(chip_rate(Owned(tried=[brisk]), "rigid").words)
        self.assertIn("times as fast as still air", words)
        absurd = plain.model_copy(update={"wall_c": 134.9, "minutes": 5.0})
        self.assertIn("no oven gives", spoken(chip_rate(Owned(tried=[absurd]), "rigid").words))

    def test_where_chips_contradict_each_other_the_slower_stands(self) -> None:
        self.assertEqual(
            self.rate(chip("bends", 15), chip("snaps", 60)), self.rate(chip("snaps", 60))
        )

    def test_a_chip_far_below_its_label_teaches_nothing_of_the_minutes(self) -> None:
        found = chip_rate(Owned(tried=[chip("snaps", 60, air_c=110)]), "rigid")
        self.assertEqual(found.rate, 1.0)
        self.assertIn("below its label", spoken(found.words))

    def test_a_good_chip_opens_a_clay_for_use(self) -> None:
        self.assertTrue(chip_rate(Owned(tried=[chip("bends", 60)]), "rigid").opened)
        self.assertFalse(chip_rate(Owned(tried=[chip("snaps", 60)]), "rigid").opened)
        with self.assertRaises(SheetError):
            load_owned({"tried": [{"of": "clay", "product": "chalk", "label": "x"}]})


class HoldTest(unittest.TestCase):
    def test_wings_without_wire_are_held_up_where_their_tips_are(self) -> None:
        plan = planned(example("pelican_piper"))
        rows = [row for bake in plan.bake.bakes for row in bake.supports]
        self.assertIn("primaries_r", [row.part for row in rows])
        pieces = {p.part.id: p for p in work(example("pelican_piper")).figure.pieces}
        for row in rows:
            low, high = pieces[row.part].solid.bounds
            self.assertTrue((np.array(row.tip) >= low - 1).all(), row.part)
            self.assertTrue((np.array(row.tip) <= high + 1).all(), row.part)
            self.assertGreater(row.overhang_mm, row.allowed_mm)

    def test_a_fan_wants_a_screen_before_what_is_as_thin_as_a_leaf(self) -> None:
        leaf = changed(example("pelican_piper"), part__primaries_r__shape__thickness=0.0045)
        for air, told in (("fan", True), ("still", False)):
            bakes = planned(leaf, context(oven_air=air)).bake.bakes
            words = " ".join(spoken(row.words) for bake in bakes for row in bake.supports)
            self.assertEqual("screen of foil" in words, told)

    def fitted(self, height_mm: float, breadth_mm: float = 400, depth_mm: float = 340) -> Any:
        size = {
            "breadth_mm": breadth_mm,
            "depth_mm": depth_mm,
            "height_mm": height_mm,
            "rack_mm": 45,
        }
        rules = Rules(oven=Oven.model_validate({"inside": size}))
        return planned(biped(), Context(rules=rules)).bake.bakes[0].fit

    def test_standing_lying_in_parts_or_not_at_all(self) -> None:
        self.assertEqual(self.fitted(420).state, "upright")
        self.assertEqual(self.fitted(300).state, "lying")
        self.assertEqual(self.fitted(200, 200, 180).state, "in parts")
        self.assertEqual(self.fitted(90, 90, 90).state, "not at all")
        self.assertEqual(planned(biped()).bake.bakes[0].fit.state, "not measured")

    def test_near_an_element_it_is_shielded(self) -> None:
        near, far = self.fitted(370), self.fitted(600)
        self.assertIn("shield", spoken(near.words))
        self.assertIn("45 mm", f"{far.below_mm:.0f} mm")
        self.assertNotIn("shield", spoken(far.words))
        self.assertAlmostEqual(near.above_mm, 370 - 45 - near.box_mm[2], 6)


class InsideTest(unittest.TestCase):
    sheet = biped()
    plan = planned(sheet)
    found = inside(work(sheet), plan.bake.bakes[0], {})

    def test_it_ends_as_the_plan_says(self) -> None:
        bake = self.plan.bake.bakes[0]
        off = self.found.minutes.index(self.found.off_min)
        self.assertAlmostEqual(self.found.off_min, bake.advised_min.value, delta=0.3)
        for part, planned_part in zip(self.found.parts, bake.parts, strict=True):
            self.assertAlmostEqual(part.fusion[off], planned_part.fusion, delta=0.01)
            self.assertAlmostEqual(part.core_c[off], planned_part.core_c, delta=0.3)
            self.assertAlmostEqual(part.scorch[off], planned_part.scorch, delta=0.01)

    def test_it_may_be_handled_at_its_end(self) -> None:
        slowest = self.plan.bake.bakes[0].slowest
        part = next(row for row in self.found.parts if row.id == slowest)
        self.assertLessEqual(part.core_c[-1], 46.0)
        self.assertGreater(part.core_c[self.found.minutes.index(self.found.off_min)], 100)

    def test_fusion_scorch_and_set_only_grow(self) -> None:
        for part in self.found.parts:
            for row in (part.fusion, part.scorch, part.set_mm):
                self.assertEqual(row, sorted(row))
            self.assertLessEqual(part.set_mm[-1], part.clay_mm + 1e-6)

    def test_air_under_clay_wants_a_vent(self) -> None:
        vents = {part.id: part.vent for part in self.found.parts}
        self.assertTrue(vents["chest"])
        solid = [piece.part.id for piece in work(self.sheet).clay_pieces if piece.core is None]
        self.assertFalse(any(vents[key] for key in solid if key in vents))

    def test_crack_risk_by_its_limits(self) -> None:
        grades = [crack_risk(c) for c in (0, 9.9, 10, 25, 25.1)]
        self.assertEqual(grades, ["low", "low", "moderate", "moderate", "high"])

    def test_heating_too_fast_and_under_cured_are_two_findings(self) -> None:
        """An index below the limit is no crack, however little it is fused."""
        for rules in (context(bake_time="fixed_30"), context(oven_air="fan"), context(wall_mm=12)):
            for finding in planned(biped(part__chest__wall_mm=20), rules).findings:
                if finding.id == "bake.crack.risk":
                    self.assertGreater(finding.numbers["crack_index_c"], finding.numbers["high_c"])

    def test_a_measured_bake_is_what_the_plan_goes_by_from_then_on(self) -> None:
        """Air 25 °C too cool for an hour: raw inside, though by the minutes it would be cured."""
        air = [110.0] * 281
        cool = Progress(bakes=[BakeDone(bake=1, minutes=70, air_c=air)])
        timed = Progress(bakes=[BakeDone(bake=1, minutes=70)])
        measured, by_time = planned(self.sheet, progress=cool), planned(self.sheet, progress=timed)
        first = measured.bake.bakes[0]
        self.assertTrue(first.measured)
        self.assertFalse(by_time.bake.bakes[0].measured)
        self.assertFalse(any(part.cured for part in first.parts))
        self.assertTrue(all(part.cured for part in by_time.bake.bakes[0].parts))
        self.assertEqual(first.steady_air_c, 110)
        self.assertTrue([f for f in measured.findings if f.id == "bake.core.raw"])
        again = measured.bake.bakes[1]
        self.assertGreater(again.advised_min.value, by_time.bake.bakes[1].advised_min.value)
        shown = inside(work(self.sheet, None, cool), first, {})
        self.assertEqual(shown.air_c[0], 110)


class HeatGunTest(unittest.TestCase):
    def test_a_skin_sets_and_more_with_more_time(self) -> None:
        depths = [
            gun_set(work(biped()), "chest", 160, minutes).set_mm for minutes in (0.5, 2, 5, 12)
        ]
        self.assertEqual(depths, sorted(depths))
        self.assertLess(depths[0], 1.0)
        self.assertGreater(depths[-1], 3.0)
        self.assertLess(gun_set(work(biped()), "chest", 160, 2).fusion, 0.5)

    def test_it_knows_what_chips_of_the_clay_showed(self) -> None:
        """Fusion is 1 − exp(−rate ∫): at rate r what is left raw is the r-th power of it."""
        slow = context(stores={"tried": [chip("snaps", 60).model_dump()]})
        rate = chip_rate(slow.stores, "rigid").rate
        plain, known = (
            gun_set(work(biped(), given_), "nose", 150, 12).fusion for given_ in (None, slow)
        )
        self.assertGreater(plain, 0.3)
        self.assertAlmostEqual(1 - known, (1 - plain) ** rate, places=4)

    def test_both_faces_of_a_thin_sheet(self) -> None:
        sheet = example("ferrywoman")
        one = gun_set(work(sheet), "apron", 150, 1.5, "one")
        both = gun_set(work(sheet), "apron", 150, 1.5, "both")
        assert one.back_c is not None
        self.assertLess(one.back_c, one.surface_c)
        self.assertIsNone(both.back_c)
        self.assertEqual(one.clay_mm, 2 * both.clay_mm)
        self.assertGreater(both.fusion, one.fusion)

    def test_what_stands_beside_it_is_named_and_what_it_harms_first(self) -> None:
        sheet = changed(biped(), part__eye_r__stock="acrylic")
        found = gun_set(work(sheet), "skull", 200, 6)
        self.assertEqual(found.warmed[0].id, "eye_r")
        self.assertTrue(found.warmed[0].harmed)
        self.assertTrue(any("Shield" in spoken(line) for line in found.cautions))
        self.assertNotIn("foot_r", [row.id for row in found.warmed])
        self.assertTrue(any("alcohol" in spoken(line) for line in found.cautions))
        self.assertTrue(any("maker's" in spoken(line) for line in found.cautions))

    def test_what_no_heat_gun_does_is_refused(self) -> None:
        for part, air, minutes, path in (
            ("tail", 150, 2, "part"),
            ("chest", 900, 2, "air_c"),
            ("chest", 150, 0, "minutes"),
            ("chest", 150, 90, "minutes"),
        ):
            with self.subTest(path), self.assertRaises(SheetError) as caught:
                gun_set(work(biped()), part, air, minutes)
            self.assertEqual(caught.exception.faults[0].path, path)


class PassengersTest(unittest.TestCase):
    def rows(
        self, sheet: FigureSheet, done: Progress | None = None, bake: int = 0
    ) -> dict[str, Any]:
        found = planned(sheet, progress=done).bake.bakes[bake].inserts
        return {f"{row.what} {row.id}": row for row in found}

    def test_a_bought_piece_is_as_hot_as_what_it_lies_in(self) -> None:
        sheet = changed(biped(), part__eye_r__stock="acrylic")
        eye = self.rows(sheet)["bought piece eye_r"]
        skull = next(p for p in planned(sheet).bake.bakes[0].parts if p.id == "skull")
        self.assertAlmostEqual(eye.peak_c, skull.surface_peak_c, 6)
        self.assertEqual(eye.limit_c, 90)

    def test_every_way_out_of_an_acrylic_eye_settles_it(self) -> None:
        sheet = changed(biped(), part__eye_r__stock="acrylic")
        told = next(f for f in planned(sheet).findings if f.id == "bake.insert.melts")
        labels = [spoken(remedy.label) for remedy in told.fixes]
        self.assertEqual(len(labels), 4)
        self.assertIn("Swap it for glass", labels)
        self.assertTrue(any("of clay" in label for label in labels))
        for remedy in told.fixes:
            after = planned(apply_edits(sheet, remedy.operations)[0])
            left = [f.subject for f in after.findings if f.id == "bake.insert.melts"]
            self.assertNotIn("eye_r", left, remedy.label)

    def test_tape_under_clay_is_named_as_harmless_and_foam_is_not(self) -> None:
        taped = self.rows(biped(part__chest__core="foil_tape"))["tape chest"]
        self.assertGreater(taped.peak_c, taped.limit_c)
        self.assertIn("no longer matters", spoken(taped.harmless))
        foam = self.rows(biped(part__chest__core="foam"))["core chest"]
        self.assertEqual((foam.harmless, foam.limit_c), ("", 75))

    def test_what_was_glued_or_painted_is_not_baked_again_unsaid(self) -> None:
        """A figure that is finished but for a mend that wants the oven."""
        sheet = biped(part__hand_r__meeting__kind="glue")
        steps = planned(sheet).order.steps
        every = [step.key for step in steps]
        bakes = [BakeDone(bake=n, minutes=70) for n in (1, 2)]
        finished = Progress(steps_done=every, bakes=bakes)
        self.assertFalse(
            [f for f in planned(sheet, progress=finished).findings if f.id == "bake.finish.spoiled"]
        )
        for way, told in (("pin_bake", True), ("pin_glue", False)):
            broke = Mishap(id="m1", kind="broke", part="forearm_l", way=way, after_bake=2)
            plan = planned(sheet, progress=finished.model_copy(update={"mishaps": [broke]}))
            found = [f for f in plan.findings if f.id == "bake.finish.spoiled"]
            self.assertEqual(bool(found), told, way)
            if told:
                self.assertIn("glue.hand_r", [f.subject for f in found])
                self.assertTrue(all("no way out" in spoken(f.reason) for f in found))
