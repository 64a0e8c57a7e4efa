"""Amounts worked out by hand: each from its own numbers, not from the code that gives them."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import numpy as np

from windcrest_core.bake.cure import scorch
from windcrest_core.body.soft_clay import clay_breaks_nmm, longest_overhang_mm, raw_clay_gives_nmm
from windcrest_core.body.volumes import at_most
from windcrest_core.body.workpiece import workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.clay.portions import sheet_setting
from windcrest_core.frame.gauges import tried
from windcrest_core.frame.loads import clay_round_nmm
from windcrest_core.frame.mechanics import poseable_gap_mm
from windcrest_core.given.load import Context
from windcrest_core.given.progress import MishapKind, Progress
from windcrest_core.given.stores import Stores
from windcrest_core.order.ways import ways
from windcrest_core.sheet.base import Base
from windcrest_core.stand.base import base_mass_g
from windcrest_core.stock.needs import needs_of
from windcrest_core.tests.support import asked, biped, context, example, planned, spoken

RIGID_G_CM3 = 1.70
LIMB = {
    "id": "limb",
    "label": "limb",
    "bone": "waist",
    "meeting": {"kind": "glue"},
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
            plan = planned(biped(part__skull__texture=texture))
            formed = next(s.minutes for s in plan.order.steps if s.key == "skull.cover.1")
            return formed + next(p.texture_min for p in plan.clay.parts if p.id == "skull")

        self.assertAlmostEqual(minutes("fur") / minutes("smooth"), 1.8, places=6)
        self.assertAlmostEqual(minutes("bark") / minutes("smooth"), 1.3, places=6)

    def test_a_texture_of_over_twenty_minutes_begins_with_a_patch(self) -> None:
        for parts, patch in ((["skull"], False), (["skull", "chest", "belly"], True)):
            furred = biped(**{f"part__{key}__texture": "fur" for key in parts})
            plan = planned(furred)
            (step,) = [s for s in plan.order.steps if s.kind == "texture"]
            alone = sum(p.texture_min for p in plan.clay.parts)
            self.assertEqual("scrap" in spoken(step.label), patch)
            self.assertAlmostEqual(step.minutes, alone + (5 if patch else 0))
            self.assertEqual(alone > 20, patch)

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


class WireAmountsTest(unittest.TestCase):
    def test_a_threaded_rod_weighs_its_middle_diameter(self) -> None:
        """4 mm over a root of 3.141: π/4 × 3.5705² mm² of steel of 7.85 g/cm³ is 78.6 g/m."""
        rod = tried(Stores(), catalogue().wires["rod_m4"], asked(), 2.0)
        self.assertAlmostEqual(rod.g_per_m, math.pi / 4 * 3.5705**2 * 7.85, places=2)
        self.assertAlmostEqual(rod.g_per_m, 78.60, places=2)

    def test_three_times_the_weight_is_carried_or_it_fails(self) -> None:
        """Euler, fixed below and free above: 12 AWG, 150 long, carries 6.59 N; 2.15 N is under a third."""
        wire = catalogue().wires["al_awg12"]
        for load_n, fails in ((2.15, False), (2.25, True)):
            found = tried(Stores(), wire, replace(asked(), column_mm=150.0, column_n=load_n), 2.0)
            self.assertAlmostEqual(found.column or 0, 6.59 / load_n, places=2)
            self.assertEqual("column" in {fail.code for fail in found.fails}, fails)

    def test_cured_clay_round_a_core_breaks_as_a_ring_with_two_walls(self) -> None:
        """A thigh under 4 mm of clay: strength × π (D⁴ − d⁴) ÷ 32 D, d = D − 8."""
        work = workpiece(biped(part__thigh_r__wall_mm=4.0), Context(), Progress())
        across = work.figure.piece("thigh_r").solid.thickness_mm
        inside = across - 8.0
        ring = math.pi * (across**4 - inside**4) / (32 * across)
        whole = math.pi * across**3 / 32
        hip = clay_round_nmm(work, "hip_r")
        self.assertAlmostEqual(hip / clay_breaks_nmm(across, 0.0), ring / whole, places=6)


class PartAmountsTest(unittest.TestCase):
    def test_lights_side_by_side_each_draw_their_own(self) -> None:
        """Three red ones on 4.5 V: side by side, 2.5 V over 270 Ω, 9.26 mA each; 1000 mAh last 36 h."""
        lamp = {
            "id": "lamp",
            "label": "lamp",
            "part": "skull",
            "led": "red",
            "cell": "three_aaa",
            "count": 3,
        }
        (light,) = planned(biped(light__lamp=lamp)).bulk.lights
        self.assertEqual((light.wired, light.resistor_ohm), ("side by side", 270.0))
        self.assertAlmostEqual(light.current_ma, 2500 / 270)
        self.assertAlmostEqual(light.lasts_h or 0, 1000 / (3 * 2500 / 270))
        self.assertAlmostEqual(light.lasts_h or 0, 36.0)

    def test_minutes_of_a_core_grow_slower_than_it(self) -> None:
        """Three minutes, and 0.9 for a cubic centimetre to the power 0.6."""
        plan = planned(biped())
        minutes = {step.part: step.minutes for step in plan.order.steps if step.kind == "core"}
        self.assertNotIn("belly", minutes)  # it is rolled with the chest and the pelvis
        trunk = sum(p.core_cm3 for p in plan.bulk.parts if p.id in ("chest", "belly", "pelvis"))
        self.assertAlmostEqual(minutes["chest"], 3 + 0.9 * trunk**0.6)
        alone = [("skull", 1.0), ("thigh_r", 1.0), ("thigh_l", 0.85)]
        cores = {part.id: part.core_cm3 for part in plan.bulk.parts}
        for key, share in alone:
            self.assertAlmostEqual(minutes[key or ""], share * (3 + 0.9 * cores[key] ** 0.6))
        chest = next(part for part in plan.bulk.parts if part.id == "chest")
        self.assertGreater(chest.core_cm3, 20)

    def test_paint_of_a_coat_is_a_film_of_three_fortieths_of_a_millimetre(self) -> None:
        """100 cm² under two coats: 100 × 0.0075 cm × 2 = 1.5 ml, three tenths left in brush and palette, a fifth to spare; by
        parts of the mix. One of primer likewise, and of varnish 60 µm instead of 75."""
        sheet = example("ferrywoman")
        plan = planned(sheet)
        wanted: dict[str, float] = {}
        for area in plan.colour.areas:
            if area.coats is None:
                continue
            whole = sum(row.parts for row in area.recipe)
            for row in area.recipe:
                ml = area.surface_cm2 * 0.0075 * area.coats.value * 1.3 * 1.2 * row.parts / whole
                wanted[row.paint] = wanted.get(row.paint, 0.0) + ml
        whole_cm2 = sum(area.surface_cm2 for area in plan.colour.areas)
        wanted["primer"] = whole_cm2 * 0.0075 * 1.3 * 1.2
        wanted["varnish_matt"] = whole_cm2 * 0.0060 * 1.3 * 1.2
        found: dict[str, float] = {}
        for need in needs_of(plan, sheet, Context()):
            if need.kind == "paint":
                found[need.item] = found.get(need.item, 0.0) + need.amount
        self.assertEqual(found.keys(), wanted.keys())
        self.assertGreater(sum(found.values()), 5)
        for paint, ml in wanted.items():
            self.assertAlmostEqual(found[paint], ml, places=6)

    def test_weight_ranges_from_the_lightest_of_all_to_the_heaviest(self) -> None:
        """Clay of 1.6 to 1.9 for 1.7 g/cm³, foil as it may be packed; wire and beads do not range."""
        plan = planned(biped())
        clay = sum(part.grams for part in plan.clay.parts)
        foil, mass = plan.bulk.foil_g, plan.totals.mass
        rest = mass.value - clay - foil.value
        self.assertAlmostEqual(mass.low or 0, clay * 1.6 / 1.7 + (foil.low or 0) + rest, places=3)
        self.assertAlmostEqual(mass.high or 0, clay * 1.9 / 1.7 + (foil.high or 0) + rest, places=3)

    def test_a_round_base_weighs_a_disc_and_no_square(self) -> None:
        """120 across and 18 thick of 0.6 g/cm³: π/4 × 12² × 1.8 × 0.6 = 122.1 g; a square 155.5."""
        disc = Base(shape="round", width_mm=120, depth_mm=120, thickness_mm=18)
        self.assertAlmostEqual(base_mass_g(disc), 122.15, places=2)
        square = disc.model_copy(update={"shape": "rectangle"})
        self.assertAlmostEqual(base_mass_g(square), 155.52, places=2)


class FormulaAmountsTest(unittest.TestCase):
    """Each formula once by hand, away from the examples it is written with."""

    def test_half_an_hour_at_150_is_one_scorch_and_at_160_it_is_3_7(self) -> None:
        """exp(200000 ÷ 8.3145 × (1 ÷ 423.15 − 1 ÷ 433.15)) = 3.715."""
        steady = np.full((181, 1), 150.0)
        self.assertAlmostEqual(float(scorch(steady, 10.0)[-1, 0]), 1.0, places=9)
        hotter = float(scorch(steady + 10.0, 10.0)[-1, 0])
        self.assertAlmostEqual(
            hotter, math.exp(200e3 / 8.314462618 * (1 / 423.15 - 1 / 433.15)), places=3
        )
        self.assertAlmostEqual(hotter, 3.715, places=3)

    def test_raw_clay_gives_and_hangs_out_by_its_section(self) -> None:
        """4 kPa on 10 mm round: 0.004 × 1000 ÷ 6; a sheet 2 mm thick: √(2667 × 0.002 ÷ (2 × 1750 g))."""
        self.assertAlmostEqual(raw_clay_gives_nmm(10), 2 / 3)
        self.assertAlmostEqual(longest_overhang_mm(2, True), 12.4654, places=3)
        self.assertAlmostEqual(clay_breaks_nmm(0.5), 20 * math.pi * 0.5**3 / 32)

    def test_a_joint_bends_in_half_its_limb_or_three_of_its_wire(self) -> None:
        self.assertAlmostEqual(poseable_gap_mm(10, 1.5, 90), math.pi / 2 * 5)
        self.assertAlmostEqual(poseable_gap_mm(10, 2.0, 20), 6.0)

    def test_sheets_are_laid_up_to_the_nearest_thickness(self) -> None:
        """6.2 mm of settings 2 and 1.55: three of the first are 6.0, four of the second 6.2."""
        self.assertEqual(sheet_setting(6.2, [2.0, 1.55]), (2, 4))

    def test_a_long_grid_is_made_coarser_by_quarters_along_its_length(self) -> None:
        """160 → 120 → 90 → 67 cells, until 67 × 10 × 10 are no more than 8,000."""
        self.assertEqual(list(at_most(np.array([160, 10, 10]), 8000)), [67, 10, 10])
