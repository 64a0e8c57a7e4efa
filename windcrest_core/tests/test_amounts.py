"""Amounts worked out by hand: each from its own numbers, not from the code that gives them."""

from __future__ import annotations

import math
import unittest

from windcrest_core.body.workpiece import workpiece
from windcrest_core.given.load import Context
from windcrest_core.given.progress import MishapKind, Progress
from windcrest_core.order.ways import ways
from windcrest_core.tests.support import biped, context, planned

RIGID_G_CM3 = 1.70
LIMB = {
    "id": "limb",
    "label": "limb",
    "bone": "waist",
    "made_apart": True,
    "shape": {"kind": "ellipsoid", "centre": [0, -0.08, 0.5], "semi_axes": [0.03] * 3},
}


class MendingAmountsTest(unittest.TestCase):
    """A ball 18 mm across: its half axes are 0.03 of 300 mm."""

    def setUp(self) -> None:
        self.sheet = biped(part__limb=LIMB)
        self.work = workpiece(self.sheet, Context(), Progress())
        solid = self.work.figure.piece("limb").solid
        self.across = 2 * 0.03 * 300
        self.assertAlmostEqual(solid.thickness_mm, self.across, places=3)

    def grams(self, kind: MishapKind, key: str) -> float:
        """Fresh clay that a way on takes."""
        return next(way.clay_g for way in ways(self.work, kind, "limb", True) if way.id == key)

    def test_clay_in_a_seam_is_a_ring_three_deep_and_two_broad(self) -> None:
        ring = math.pi / 4 * (self.across**2 - (self.across - 6) ** 2)
        grams = ring * 2.0 / 1000 * RIGID_G_CM3
        self.assertAlmostEqual(grams, 0.481, places=3)
        self.assertAlmostEqual(self.grams("broke", "pin_bake"), grams, places=3)
        self.assertAlmostEqual(self.grams("cracked", "fill_bake"), 0.3 * grams, places=3)

    def test_a_new_skin_is_a_millimetre_over_all_of_it(self) -> None:
        """Of a ball π d² is 4.84 × the two thirds power of its volume; five is reckoned."""
        volume = math.pi / 6 * self.across**3
        grams = 5.0 * volume ** (2 / 3) * 1.0 / 1000 * RIGID_G_CM3
        found = self.grams("over_baked", "new_skin")
        self.assertAlmostEqual(found, grams, delta=0.01 * grams)
        self.assertAlmostEqual(
            found, math.pi * self.across**2 / 1000 * RIGID_G_CM3, delta=0.05 * found
        )


class PlanAmountsTest(unittest.TestCase):
    def test_hours_lie_between_six_and_eighteen_tenths(self) -> None:
        hands = planned(biped()).order.hands_min
        minutes = sum(step.minutes for step in planned(biped()).order.steps)
        self.assertAlmostEqual(hands.value, minutes)
        self.assertAlmostEqual(hands.low or 0, 0.6 * minutes)
        self.assertAlmostEqual(hands.high or 0, 1.8 * minutes)

    def test_fur_takes_eight_tenths_more_than_smooth(self) -> None:
        def minutes(texture: str) -> float:
            steps = planned(biped(part__skull__texture=texture)).order.steps
            return next(step.minutes for step in steps if step.key == "skull.cover.1")

        self.assertAlmostEqual(minutes("fur") / minutes("smooth"), 1.8, places=6)
        self.assertAlmostEqual(minutes("bark") / minutes("smooth"), 1.3, places=6)

    def test_a_pin_is_three_wires_deep_or_ten_or_what_there_is(self) -> None:
        """The ball is 18 mm across: 0.7 of that leaves ten; three of a wire of 1.6 are less."""
        joins = {join.part: join for join in planned(biped(part__limb=LIMB)).order.joins}
        pin = joins["limb"].pin
        assert pin is not None
        self.assertEqual(pin.depth_mm, max(math.ceil(3 * pin.wire_mm), 10))
        self.assertAlmostEqual(pin.hole_mm, pin.wire_mm + 0.2)

    def test_a_weighed_foil_is_no_longer_assumed(self) -> None:
        """A ball 40 mm across that weighs 22.4 g has 22.4 ÷ 33.51 cm³ = 0.668 g/cm³."""
        weighed = {"weighings": [{"of": "foil", "id": "firm", "mass_g": 22.4, "across_mm": 40}]}
        usual, known = planned(biped()), planned(biped(), context(weighed))
        self.assertTrue(usual.bulk.foil_g.why.assumed)
        self.assertFalse(known.bulk.foil_g.why.assumed)
        cores = sum(part.core_cm3 for part in known.bulk.parts if part.core_cm3)
        self.assertAlmostEqual(
            known.bulk.foil_g.value, cores * 22.4 / (math.pi / 6 * 64), delta=0.5
        )
