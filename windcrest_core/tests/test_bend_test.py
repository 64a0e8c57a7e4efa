"""A bend test sets a coil's yield: closed cases, there and back, and what is refused."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.catalogue import catalogue
from windcrest_core.catalogue.wire_words import read_wire
from windcrest_core.errors import SheetError
from windcrest_core.frame.bend_test import droop_mm, tested_yield_mpa, wire_yield
from windcrest_core.frame.mechanics import bending_effort_nmm
from windcrest_core.given.load import load_stores
from windcrest_core.given.stores import BendTest, Stores
from windcrest_core.strength import G_MM_N, yield_moment_nmm
from windcrest_core.tests.support import biped, context, planned, refused, spoken

ALUMINIUM = (69.0, 2.70)


def coil_with(test: dict[str, float], wire: str = "al_awg12") -> dict[str, object]:
    return {
        "wires": [wire],
        "coils": [{"id": "mine", "wire": wire, "length_mm": 3000, "bend_test": test}],
    }


class DroopTest(unittest.TestCase):
    def test_what_only_springs_follows_the_closed_formula(self) -> None:
        # F L³/(3 E I), small: 5 g on 80 mm of 2 mm aluminium, no weight of its own
        inertia = math.pi * 2.0**4 / 64
        expected = 5 * G_MM_N * 80**3 / (3 * 69e3 * inertia)
        self.assertAlmostEqual(droop_mm(2.0, 1e4, 69, 0.0, 80, 5) / expected, 1, 3)

    def test_its_own_weight_droops_it_as_the_closed_formula_says(self) -> None:
        # w L⁴/(8 E I)
        inertia, area = math.pi / 64, math.pi / 4
        own = area * 7.85e-3 * G_MM_N
        expected = own * 200**4 / (8 * 205e3 * inertia)
        found = droop_mm(1.0, 1e4, 205, 7.85, 200, 1e-9)
        self.assertAlmostEqual(found / expected, 1, 2)

    def test_it_folds_at_the_fully_plastic_moment(self) -> None:
        # σ d³/6 at the root: just under it droops, just over it folds
        limit_g = bending_effort_nmm(2.0, 34) / (G_MM_N * 100)
        self.assertTrue(math.isfinite(droop_mm(2.0, 34, 69, 0.0, 100, 0.97 * limit_g)))
        self.assertTrue(math.isinf(droop_mm(2.0, 34, 69, 0.0, 100, 1.2 * limit_g)))

    @settings(max_examples=20, deadline=None)
    @given(st.floats(1.0, 4.0), st.floats(25.0, 90.0), st.floats(1.15, 1.5))
    def test_droop_read_back_gives_the_yield(self, d: float, sigma: float, over: float) -> None:
        length = 50 * d
        mass = over * yield_moment_nmm(d, sigma) / (G_MM_N * length)
        droop = droop_mm(d, sigma, *ALUMINIUM, length, mass)
        if not math.isfinite(droop) or droop > 0.6 * length:
            return
        springs = droop_mm(d, 10 * sigma, *ALUMINIUM, length, mass)
        if droop < 1.05 * springs:
            return
        test = BendTest(length_mm=length, mass_g=mass, droop_mm=droop)
        self.assertAlmostEqual(tested_yield_mpa(d, *ALUMINIUM, test) / sigma, 1, 2)

    def test_a_softer_wire_droops_more(self) -> None:
        droops = [droop_mm(2.0, sigma, *ALUMINIUM, 100, 30) for sigma in (60, 40, 34, 32)]
        self.assertEqual(droops, sorted(droops))


class YieldTest(unittest.TestCase):
    def test_the_least_weight_that_bends_it(self) -> None:
        # 12 AWG, 100 mm: root (28.5 + 0.89/2) g × 100 mm = 28.39 N·mm over π d³/32 = 0.8489
        test = BendTest(length_mm=100, mass_g=28.5)
        self.assertAlmostEqual(tested_yield_mpa(2.0525, *ALUMINIUM, test), 33.4, 1)

    def test_the_weakest_of_several_coils_counts(self) -> None:
        coils = [
            {
                "id": f"c{mass}",
                "wire": "al_awg12",
                "length_mm": 900,
                "bend_test": {"length_mm": 100, "mass_g": mass},
            }
            for mass in (30, 40)
        ]
        stores = Stores.model_validate({"wires": ["al_awg12"], "coils": coils})
        found = wire_yield(stores, catalogue().wires["al_awg12"])
        alone = Stores.model_validate({"wires": ["al_awg12"], "coils": coils[:1]})
        self.assertEqual(found.value, wire_yield(alone, catalogue().wires["al_awg12"]).value)
        self.assertTrue(found.tested)
        self.assertIn("weakest of 2", spoken(found.source))

    def test_hold_goes_with_the_measured_yield(self) -> None:
        sheet = biped(run__arms__wire="al_awg12")
        typical = planned(sheet, context({"wires": ["al_awg12"]})).frame
        measured = planned(sheet, context(coil_with({"length_mm": 100, "mass_g": 57.0}))).frame
        a, b = (next(r for r in f.runs if r.id == "arms") for f in (typical, measured))
        self.assertFalse(a.sigma.tested)
        self.assertTrue(b.sigma.tested and b.chosen.tested)
        self.assertAlmostEqual(b.chosen.hold_any_way / a.chosen.hold_any_way, b.sigma.value / 34, 2)
        self.assertIn("bend test", spoken(b.sigma.source))

    def test_impossible_readings_are_refused_with_what_would_do(self) -> None:
        with refused(r"coils/mine/bend_test/droop_mm.*hang more"):
            planned(biped(), context(coil_with({"length_mm": 100, "mass_g": 5, "droop_mm": 0.2})))
        with self.assertRaisesRegex(SheetError, r"coils/mine/bend_test/mass_g"):
            planned(biped(), context(coil_with({"length_mm": 900, "mass_g": 5000})))
        with self.assertRaisesRegex(SheetError, r"coils/mine/bend_test/mass_g.*8 to 180 MPa"):
            planned(biped(), context(coil_with({"length_mm": 100, "mass_g": 5, "droop_mm": 0.5})))
        with self.assertRaisesRegex(SheetError, r"coils/0/bend_test/mass_g.*more than 0 g"):
            load_stores(coil_with({"length_mm": 100, "mass_g": -4}))

    def test_a_coil_has_to_be_of_an_owned_wire(self) -> None:
        with self.assertRaisesRegex(SheetError, r"coils/a/wire: 'st_2_5'"):
            load_stores(
                {"wires": ["al_awg12"], "coils": [{"id": "a", "wire": "st_2_5", "length_mm": 10}]}
            )


class WordsTest(unittest.TestCase):
    def test_a_bare_gauge_is_asked_back_with_its_strength(self) -> None:
        found = read_wire("12", "awg")
        self.assertTrue(found.asks)
        self.assertEqual([r.taken for r in found.readings], [True, False, False])
        # AWG 2.053, imperial 2.642, US steel 2.68 mm: about 2.2 in strength
        self.assertAlmostEqual(found.readings[2].strength, (2.68 / 2.0525) ** 3, 1)
        self.assertIn("al_awg12", found.readings[0].wires)

    def test_a_named_gauge_or_a_length_is_not(self) -> None:
        for text, d in (("12 AWG", 2.0525), ("2 mm", 2.0), ("3/32 in", 2.381)):
            found = read_wire(text, "imperial")
            self.assertFalse(found.asks, text)
            self.assertAlmostEqual(found.readings[0].diameter_mm, d, 2)

    def test_who_counts_in_mm_is_asked_which_table(self) -> None:
        found = read_wire("14 gauge", "mm")
        self.assertTrue(found.asks)
        self.assertFalse(any(reading.taken for reading in found.readings))

    def test_nonsense_is_refused(self) -> None:
        for text in ("thick", "99 gauge", ""):
            with self.subTest(text), self.assertRaises(SheetError):
                read_wire(text, "awg")
