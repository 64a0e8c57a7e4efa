"""Foil and clay of whole figures: what is counted, portioned, packed, paid, and what breaks."""

from __future__ import annotations

import itertools
import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.soft_clay import clay_breaks_nmm
from windcrest_core.catalogue import catalogue
from windcrest_core.densities import FOIL_PACKED_G_CM3
from windcrest_core.facts import Why
from windcrest_core.packs import PackSold, cheapest
from windcrest_core.tests.support import (
    biped,
    changed,
    context,
    example,
    findings_of,
    planned,
    spoken,
)

NAMES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")


def given_in(why: Why, name: str) -> float:
    return next(row.value for row in why.inputs if spoken(row.name) == name)


class FoilTest(unittest.TestCase):
    def test_every_row_can_be_worked_out_from_its_reason(self) -> None:
        for name in NAMES:
            bulk = planned(example(name)).bulk
            for part in bulk.parts:
                grams = given_in(part.why, "core") * given_in(part.why, "packed density")
                with self.subTest(name, part=part.id):
                    self.assertAlmostEqual(part.foil_g, grams, 6)
                    self.assertAlmostEqual(
                        part.foil_m * 12.96, part.foil_g, delta=0.001 * grams + 1e-9
                    )

    def test_totals_are_the_sum_of_the_parts(self) -> None:
        bulk = planned(example("ferrywoman")).bulk
        self.assertAlmostEqual(bulk.foil_g.value, sum(part.foil_g for part in bulk.parts), 6)
        self.assertAlmostEqual(bulk.foil_m.value, sum(part.foil_m for part in bulk.parts), 6)
        self.assertAlmostEqual(bulk.core_cm3.value, sum(part.core_cm3 for part in bulk.parts), 6)

    def test_a_heavier_foil_needs_fewer_metres_for_the_same_grams(self) -> None:
        kitchen = planned(biped(), context({"foil": "kitchen"})).bulk
        others = [key for key in catalogue().foils if key != "kitchen"]
        heavy = planned(biped(), context({"foil": others[0]})).bulk
        self.assertAlmostEqual(kitchen.foil_g.value, heavy.foil_g.value)
        self.assertNotAlmostEqual(kitchen.foil_m.value, heavy.foil_m.value)

    def test_grams_follow_the_packing(self) -> None:
        grams = {
            packing: planned(biped(), context(foil_packing=packing)).bulk.foil_g.value
            for packing in FOIL_PACKED_G_CM3
        }
        self.assertAlmostEqual(grams["firm"] / grams["loose"], 2.0, 2)
        self.assertAlmostEqual(grams["hammered"] / grams["firm"], 1.6, 2)

    def test_wire_takes_the_place_of_foil(self) -> None:
        thin = planned(biped(run__spine__wire="al_awg16")).bulk
        thick = planned(biped(run__spine__wire="al_awg9")).bulk
        self.assertLess(thick.core_cm3.value, thin.core_cm3.value)

    def test_states_of_the_wall(self) -> None:
        def state(**changes: object) -> str:
            rows = planned(changed(biped(), **changes)).bulk.parts
            return next(row.state for row in rows if row.id == "chest")

        self.assertEqual(state(), "in range")
        self.assertEqual(state(part__chest__wall_mm=2.5), "thin")
        self.assertEqual(state(part__chest__wall_mm=3), "in range")
        self.assertEqual(state(part__chest__wall_mm=10), "thick")
        self.assertEqual(state(part__chest__core="wire"), "too thick to be solid")


class ClayTest(unittest.TestCase):
    def test_every_row_can_be_worked_out_from_its_reason(self) -> None:
        for name in NAMES:
            for part in planned(example(name)).clay.parts:
                volume = given_in(part.why, "clay")
                with self.subTest(name, part=part.id):
                    self.assertAlmostEqual(part.grams, volume * given_in(part.why, "density"), 6)
                    self.assertAlmostEqual(math.pi / 6 * part.ball_mm**3 / 1000, volume, 6)

    def test_pairs_are_equal(self) -> None:
        parts = {part.id: part for part in planned(biped()).clay.parts}
        pairs = [part for part in parts.values() if part.equal_to]
        self.assertGreater(len(pairs), 6)
        for part in pairs:
            other = parts[part.equal_to or ""]
            self.assertAlmostEqual(part.grams, other.grams, delta=0.03 * other.grams + 0.01)

    def test_each_clay_has_its_own_packs(self) -> None:
        clay = planned(biped(part__nose__clay="flexible")).clay
        self.assertEqual([total.clay for total in clay.totals], ["rigid", "flexible"])
        for total in clay.totals:
            enough = sum(pack.size * pack.count for pack in total.packs)
            self.assertGreaterEqual(enough, total.with_waste.value)
        self.assertEqual(clay.packs, sum(p.count for t in clay.totals for p in t.packs))

    def test_a_lighter_clay_is_lighter_and_its_range_is_its_own(self) -> None:
        heavy = planned(biped()).clay.totals[0].with_waste
        parts = {f"part__{p.id}__clay": "very_light" for p in biped().parts if p.stock is None}
        light = planned(changed(biped(), **parts)).clay.totals[0].with_waste
        self.assertLess(light.value, 0.6 * heavy.value)
        assert light.low is not None and light.high is not None
        self.assertTrue(light.low < light.value < light.high)

    @settings(max_examples=60)
    @given(
        st.floats(1, 2500),
        st.lists(
            st.tuples(st.sampled_from([57.0, 227.0, 400.0, 454.0, 1000.0]), st.integers(1, 30)),
            min_size=1,
            max_size=3,
            unique_by=lambda pack: pack[0],
        ),
    )
    def test_no_choice_of_packs_costs_less(
        self, grams: float, sold: list[tuple[float, int]]
    ) -> None:
        """Against every choice there is, one price after another."""
        found = cheapest(grams, [PackSold(size=size, price=price) for size, price in sold])
        self.assertGreaterEqual(sum(pack.size * pack.count for pack in found), grams - 1e-6)
        counts = [range(math.ceil(grams / size) + 1) for size, _ in sold]
        best = min(
            sum(n * price for n, (_, price) in zip(pick, sold, strict=True))
            for pick in itertools.product(*counts)
            if sum(n * size for n, (size, _) in zip(pick, sold, strict=True)) >= grams
        )
        self.assertAlmostEqual(sum(pack.cost for pack in found), best, 6)

    def test_a_pack_of_just_the_size_is_bought(self) -> None:
        """227 g were 4 × 57 when only the smallest and the largest were tried."""
        packs = catalogue().clays["rigid_white"].packs
        self.assertEqual([(p.size, p.count) for p in cheapest(227, packs)], [(227, 1)])
        self.assertEqual([(p.size, p.count) for p in cheapest(280, packs)], [(227, 1), (57, 1)])

    def test_the_cost_is_packs_wire_and_foil(self) -> None:
        totals = planned(example("ferrywoman")).totals
        self.assertAlmostEqual(
            totals.cost.value, sum(row.value for row in totals.cost.why.inputs), 6
        )
        self.assertTrue(totals.cost.why.assumed)


class BreakingTest(unittest.TestCase):
    def test_the_finger_of_reference(self) -> None:
        # σ π d³/(32 L) = 20 × π × 27 / (32 × 12) = 4.418 N
        self.assertAlmostEqual(clay_breaks_nmm(3) / 12, 4.418, 3)

    @settings(max_examples=40)
    @given(st.floats(1, 10), st.floats(10, 100), st.floats(1.1, 3))
    def test_thickness_counts_cubed_and_length_once(
        self, d: float, length: float, k: float
    ) -> None:
        force = clay_breaks_nmm(d) / length
        self.assertAlmostEqual(clay_breaks_nmm(k * d) / length / force, k**3, 6)
        self.assertAlmostEqual(force / (clay_breaks_nmm(d) / (k * length)), k, 6)

    def test_flexible_clay_does_not_snap(self) -> None:
        sheet = example("pelican_piper")
        told = {f.subject for f in findings_of(sheet, "clay.thin.breaks")}
        self.assertIn("primaries_l", told)
        soft = changed(sheet, part__primaries_l__clay="flexible")
        left = {f.subject for f in findings_of(soft, "clay.thin.breaks")}
        self.assertEqual(told - left, {"primaries_l"})
