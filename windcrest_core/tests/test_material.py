"""Bulk, clay, order, bake, colour, finish."""

from __future__ import annotations

import unittest

import numpy as np
from scipy.optimize import brentq
from scipy.special import j0, j1

from windcrest_core.bake.cure import fusion, scorch
from windcrest_core.bake.heat import BALL, LIMB, WALL, HeatBody, cooling_minutes, temperatures
from windcrest_core.bake.oven import air_c
from windcrest_core.body.portions import ball_mm
from windcrest_core.body.soft_clay import longest_overhang_mm
from windcrest_core.catalogue import catalogue
from windcrest_core.colour.covering import coats_over
from windcrest_core.colour.paint import (
    film_of,
    film_of_colour,
    kappa_of,
    layer,
    masstone,
    mixed,
)
from windcrest_core.colour.recipes import nearest, nearness
from windcrest_core.colour.spectra import (
    delta_e,
    hex_of,
    lab_of,
    lab_of_srgb,
    reflectance,
    srgb_of,
)
from windcrest_core.given.oven import Oven
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.tests.support import biped, changed, context, example, planned

STEADY = np.full(241, 135.0)


class BulkTest(unittest.TestCase):
    def test_a_ball_of_ten_cubic_centimetres(self) -> None:
        # hull 10 cm³: 26.73 mm across
        self.assertAlmostEqual(ball_mm(10_000), 26.73, 2)

    def test_foil_of_reference(self) -> None:
        # 262 cm³ firm (0.50 g/cm³) = 131 g = 10.11 m of a 300 mm roll of 16 µm
        foil = catalogue().foils["kitchen"]
        self.assertAlmostEqual(262 * 0.50 / foil.g_per_m, 10.11, 2)
        plan = planned(biped())
        bulk = plan.bulk
        self.assertAlmostEqual(bulk.foil_m.value, bulk.core_cm3.value * 0.5 / foil.g_per_m)

    def test_a_thinner_wall_is_more_foil_and_less_clay(self) -> None:
        thick, thin = planned(biped(), context(wall_mm=6)), planned(biped(), context(wall_mm=3))
        self.assertGreater(thin.totals.foil.value, 1.2 * thick.totals.foil.value)
        self.assertLess(thin.totals.clay.value, 0.85 * thick.totals.clay.value)
        self.assertLess(thin.totals.mass.value, thick.totals.mass.value)
        self.assertLess(thin.bake.bakes[0].advised_min.value, thick.bake.bakes[0].advised_min.value)

    def test_hammered_foil_weighs_more(self) -> None:
        loose = planned(biped(), context(foil_packing="loose")).bulk.foil_g.value
        hard = planned(biped(), context(foil_packing="hammered")).bulk.foil_g.value
        self.assertAlmostEqual(hard / loose, 0.80 / 0.25, delta=0.05)


class ClayTest(unittest.TestCase):
    def test_everything_adds_up(self) -> None:
        for name in ("ferrywoman", "pelican_piper"):
            plan = planned(example(name))
            clay = sum(part.grams for part in plan.clay.parts)
            self.assertAlmostEqual(plan.totals.clay.value, clay * 1.08, 6)
            stock = plan.totals.mass.value - clay - plan.bulk.foil_g.value - plan.frame.wire_g.value
            self.assertGreater(stock, 0)

    def test_waste_is_house_rules(self) -> None:
        none = planned(biped(), context(waste_percent=0)).clay
        self.assertAlmostEqual(none.clay_g.value, sum(part.grams for part in none.parts), 6)

    def test_a_ball_holds_the_grams_of_its_part(self) -> None:
        part = next(p for p in planned(biped()).clay.parts if p.id == "chest")
        volume_cm3 = 3.14159265 / 6 * part.ball_mm**3 / 1000
        self.assertAlmostEqual(volume_cm3 * 1.70, part.grams, 4)


class OrderTest(unittest.TestCase):
    def test_every_step_comes_after_what_it_needs(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            order = planned(example(name)).order
            place = {step.key: i for i, step in enumerate(order.steps)}
            self.assertEqual(len(place), len(order.steps))
            for step in order.steps:
                for need in step.needs:
                    if need.key in place:
                        self.assertLess(place[need.key], place[step.key], step.key)

    def test_the_school_changes_the_bakes(self) -> None:
        sheet = biped()
        schools = {
            school: planned(sheet, context(bake_school=school)).totals.bakes.value
            for school in ("one_bake", "save_progress", "short_sets")
        }
        self.assertEqual(schools["one_bake"], 1)
        self.assertEqual(schools["save_progress"], 2)
        self.assertGreaterEqual(schools["short_sets"], schools["save_progress"])

    def test_horns_are_baked_before_they_are_pressed_in(self) -> None:
        steps = {s.key: s for s in planned(example("barnacle_ox")).order.steps}
        formed, pressed = steps["horn_r.cover.1"], steps["horn_r.join.1"]
        assert formed.bake is not None and pressed.bake is not None
        self.assertLess(formed.bake, pressed.bake)

    def test_what_is_done_is_done(self) -> None:
        plan = planned(biped(), progress=Progress(steps_done=["frame.cut.1"]))
        steps = {s.key: s for s in plan.order.steps}
        self.assertTrue(steps["frame.cut.1"].done)
        self.assertTrue(steps["spine.bend.1"].ready)
        self.assertEqual(plan.order.next_step, "spine.bend.1")

    def test_a_day_of_everything_finishes_it(self) -> None:
        sheet = biped()
        keys = [key for step in planned(sheet).order.steps for key in step.keys]
        plan = planned(sheet, progress=Progress(steps_done=keys))
        self.assertIsNone(plan.order.next_step)


class HeatTest(unittest.TestCase):
    def test_the_table_of_reference(self) -> None:
        # core °C after the minutes, 20 → air constant 135 °C; foil rows with foil ρ 500
        for body, h, minutes, expected in (
            (HeatBody(WALL, 6), 12, (15, 30, 60), (76.6, 106.6, 128.3)),
            (HeatBody(WALL, 6, 3), 12, (15, 30, 60), (72.2, 102.2, 126.1)),
            (HeatBody(WALL, 6), 25, (15, 30, 60), (103.3, 126.9, 134.5)),
            (HeatBody(LIMB, 6), 12, (15, 30, 60), (106.9, 128.6, 134.7)),
            (HeatBody(LIMB, 6, 10), 12, (15, 30, 60), (79.0, 109.2, 129.5)),
            (HeatBody(BALL, 15), 12, (30, 60), (108.4, 129.9)),
            (HeatBody(BALL, 6, 14), 12, (15, 30, 60), (84.3, 114.1, 131.4)),
        ):
            core = temperatures([body], STEADY, h).core_c[:, 0]
            for minute, wanted in zip(minutes, expected, strict=True):
                self.assertAlmostEqual(float(core[minute * 4]), wanted, delta=0.1, msg=str(body))

    def test_against_the_series_of_a_wall(self) -> None:
        # θ = Σ Cn exp(−ζn² Fo), ζ tan ζ = Bi, Cn = 4 sin ζ/(2 ζ + sin 2ζ)
        for h, length in ((12, 6e-3), (25, 3e-3), (14, 12e-3)):
            bi = h * length / 0.25
            roots = [
                brentq(
                    lambda z, b: z * np.sin(z) - b * np.cos(z),
                    n * np.pi,
                    n * np.pi + np.pi / 2,
                    args=(bi,),
                )
                for n in range(12)
            ]
            for minute in (10, 30, 60):
                fo = 0.25 / (1750 * 1300) * minute * 60 / length**2
                theta = sum(
                    4 * np.sin(z) / (2 * z + np.sin(2 * z)) * np.exp(-z * z * fo) for z in roots
                )
                core = temperatures([HeatBody(WALL, length * 1e3)], STEADY, h).core_c
                self.assertAlmostEqual(float(core[minute * 4, 0]), 135 - 115 * theta, delta=0.1)

    def test_against_the_series_of_a_rod(self) -> None:
        # ζ J1(ζ) = Bi J0(ζ), Cn = 2 J1/(ζ (J0² + J1²))
        h, radius = 14.0, 8e-3
        bi = h * radius / 0.25
        grid = np.linspace(1e-3, 40, 4000)
        values = grid * j1(grid) - bi * j0(grid)
        roots = [
            brentq(lambda z: z * j1(z) - bi * j0(z), grid[i], grid[i + 1])
            for i in range(len(grid) - 1)
            if values[i] * values[i + 1] < 0
        ]
        for minute in (10, 30, 60):
            fo = 0.25 / (1750 * 1300) * minute * 60 / radius**2
            theta = sum(
                2 * j1(z) / (z * (j0(z) ** 2 + j1(z) ** 2)) * np.exp(-z * z * fo) for z in roots
            )
            core = temperatures([HeatBody(LIMB, 8)], STEADY, h).core_c
            self.assertAlmostEqual(float(core[minute * 4, 0]), 135 - 115 * theta, delta=0.1)

    def test_minutes_needed_of_reference(self) -> None:
        # preheated / from cold at 135 °C, h 12, 18, 25, by wall
        for wall, expected in (
            (3, (33, 40, 25, 33, 21, 29)),
            (6, (59, 65, 44, 51, 36, 43)),
            (10, (98, 104, 73, 80, 59, 66)),
        ):
            found = []
            for h in (12, 18, 25):
                for start in ("preheated", "cold"):
                    found.append(self._cured_at(HeatBody(WALL, wall), h, start))
            for a, b in zip(found, expected, strict=True):
                self.assertAlmostEqual(a, b, delta=1)
        for radius, minutes in ((6, 34), (12, 63), (19, 103)):
            self.assertAlmostEqual(
                self._cured_at(HeatBody(LIMB, radius), 12, "preheated"), minutes, delta=1
            )

    @staticmethod
    def _cured_at(body: HeatBody, h: float, start: str) -> float:
        air = air_c(Oven(swing_c=0, start=start), 135, 180)  # type: ignore[arg-type]
        core = temperatures([body], air, h).core_c
        x = fusion(core, np.array([135.0]), 15.0)[:, 0]
        return float(np.argmax(x >= 0.95)) / 4

    def test_heat_is_neither_made_nor_lost(self) -> None:
        # the surface never passes the air, the core never the surface, and both end at the air
        t = temperatures([HeatBody(LIMB, 8, 6)], np.full(2000, 135.0), 14)
        self.assertTrue((t.core_c <= t.surface_c + 1e-6).all())
        self.assertTrue((t.surface_c <= 135 + 1e-6).all())
        self.assertAlmostEqual(float(t.core_c[-1, 0]), 135, 3)

    def test_cooling_of_reference(self) -> None:
        self.assertAlmostEqual(cooling_minutes(HeatBody(WALL, 6), 12, 135, 45), 33, delta=0.5)

    def test_more_air_is_quicker(self) -> None:
        air = np.full(241, 135.0)
        slow, fast = (temperatures([HeatBody(BALL, 12)], air, h).core_c[60, 0] for h in (10, 25))
        self.assertGreater(fast, slow)


class CureTest(unittest.TestCase):
    def test_scorch_of_reference(self) -> None:
        # S = 1 after about 242 min at 135, 59 at 145, 30 at 150, 8 at 160
        for celsius, minutes in ((135, 242), (145, 59), (150, 30), (160, 8)):
            trace = np.full((300 * 4 + 1, 1), float(celsius))
            at = float(np.argmax(scorch(trace, 15.0)[:, 0] >= 1)) / 4
            self.assertAlmostEqual(at, minutes, delta=0.02 * minutes + 0.6)

    def test_a_swing_halves_the_time_to_scorch(self) -> None:
        steady = scorch(np.full((481, 1), 135.0), 15.0)[-1, 0]
        swinging = scorch(135 + 12 * np.sin(np.arange(481) / 4)[:, None], 15.0)[-1, 0]
        self.assertTrue(1.5 < swinging / steady < 3)

    def test_too_cool_never_fuses(self) -> None:
        x = fusion(np.full((961, 1), 105.0), np.array([135.0]), 15.0)
        self.assertLess(float(x[-1, 0]), 0.5)
        self.assertEqual(float(fusion(np.full((99, 1), 85.0), np.array([135.0]), 15.0)[-1, 0]), 0)

    def test_fusion_carries_over(self) -> None:
        trace = np.full((61, 1), 125.0)
        label = np.array([135.0])
        once = fusion(trace, label, 15.0)[-1]
        twice = fusion(trace, label, 15.0, once)[-1]
        self.assertGreater(float(twice[0]), float(once[0]))

    def test_overhangs_of_reference(self) -> None:
        self.assertEqual(
            [round(longest_overhang_mm(t, True)) for t in (1, 2, 3, 6)], [9, 12, 15, 22]
        )
        self.assertEqual(
            [round(longest_overhang_mm(d, False)) for d in (3, 6, 10, 15)], [14, 20, 26, 31]
        )


class OvenTest(unittest.TestCase):
    def test_a_hot_oven_is_set_lower(self) -> None:
        bake = planned(biped(), context(oven_offset_c=12)).bake.bakes[0]
        self.assertAlmostEqual(bake.dial_c.value, 123)

    def test_from_cold_and_still_take_longer(self) -> None:
        minutes = {
            (air, start): planned(biped(), context(oven_air=air, oven_start=start))
            .bake.bakes[0]
            .advised_min.value
            for air in ("still", "fan")
            for start in ("preheated", "cold")
        }
        self.assertGreater(minutes[("still", "cold")], minutes[("still", "preheated")])
        self.assertGreater(minutes[("still", "preheated")], minutes[("fan", "preheated")])

    def test_preheated_dips_and_recovers(self) -> None:
        air = air_c(Oven(swing_c=0), 135, 5)
        self.assertAlmostEqual(float(air[0]), 135 - 115 / 4)
        self.assertAlmostEqual(float(air[6]), 135)

    def test_a_cold_oven_climbs_ten_degrees_a_minute(self) -> None:
        air = air_c(Oven(start="cold"), 135, 30)
        self.assertAlmostEqual(float(air[4] - air[0]), 10, delta=0.3)

    def test_the_advice_follows_the_school(self) -> None:
        rule = planned(biped(), context(bake_time="label")).bake.bakes[0]
        self.assertEqual(rule.advised_min.value, np.ceil(rule.rule_min.value))
        half = planned(biped(), context(bake_time="fixed_30")).bake.bakes[0]
        self.assertEqual(half.advised_min.value, 30)

    def test_the_real_minutes_count(self) -> None:
        short = planned(biped(), progress=Progress(bakes=[BakeDone(bake=1, minutes=25)]))
        usual = planned(biped())
        chest = {p.id: p for p in short.bake.bakes[0].parts}["chest"]
        self.assertLess(chest.fusion, 0.9)
        self.assertEqual(short.bake.bakes[0].done_min, 25)
        later = {p.id: p for p in short.bake.bakes[1].parts}["chest"]
        self.assertGreater(later.fusion, chest.fusion)
        self.assertGreater({p.id: p for p in usual.bake.bakes[0].parts}["chest"].fusion, 0.95)


class ColourTest(unittest.TestCase):
    def test_reflectance_of_reference(self) -> None:
        r = reflectance((38, 46, 128))
        for band, expected in ((0, 0.2630), (7, 0.2164), (17, 0.0305), (27, 0.0218), (35, 0.0217)):
            self.assertAlmostEqual(float(r[band]), expected, 4)

    def test_the_round_trip(self) -> None:
        colours = [
            (r, g, b) for r in (20, 110, 230) for g in (30, 128, 240) for b in (10, 150, 220)
        ]
        gaps = [float(delta_e(lab_of(reflectance(c)), lab_of_srgb(c))) for c in colours]
        self.assertLess(float(np.mean(gaps)), 0.2)
        self.assertEqual(srgb_of(reflectance((128, 128, 128))), (128, 128, 128))

    def test_ciede2000_pairs(self) -> None:
        # Sharma, Wu & Dalal (2005), table 1
        for a, b, expected in (
            ((50, 2.6772, -79.7751), (50, 0, -82.7485), 2.0425),
            ((50, 2.5, 0), (50, 0, -2.5), 4.3065),
            ((50, 2.5, 0), (73, 25, -18), 27.1492),
            ((60.2574, -34.0099, 36.2677), (60.4626, -34.1751, 39.4387), 1.2644),
            ((22.7233, 20.0904, -46.6940), (23.0331, 14.9730, -42.5619), 2.0373),
            ((2.0776, 0.0795, -1.1350), (0.9033, -0.0636, -0.5514), 0.9082),
        ):
            self.assertAlmostEqual(float(delta_e(np.array(a), np.array(b))), expected, 4)

    def test_layers_of_reference(self) -> None:
        # K, S, X, Rg → R
        for k, s, x, ground, expected in (
            (0.01, 0.05, 30, 0.8, 0.580115),
            (0.01, 0.05, 30, 0.01, 0.483056),
            (0.1, 0.005, 30, 0.8, 0.025286),
            (0, 0.05, 30, 0.01, 0.601610),
            (0.02, 0, 30, 0.8, 0.240955),
            (5, 0.001, 500, 0.8, 0.000100),
        ):
            self.assertAlmostEqual(float(layer(np.array([k]), s, x, ground)[0]), expected, 6)

    def test_paints_of_reference(self) -> None:
        # S per mm and w from swatch, opacity class and tint
        expected = {
            "titanium_white": (122.69, 1),
            "carbon_black": (2.11, 0.5703),
            "ultramarine": (4.97, 0.1777),
            "hansa_yellow": (42.05, 0.4091),
            "yellow_ochre": (26.54, 0.3582),
            "burnt_sienna": (6.20, 0.2074),
            "cadmium_red_hue": (45.81, 0.1882),
            "quinacridone_magenta": (6.64, 0.2097),
            "phthalo_blue": (2.08, 0.4949),
            "turquoise": (23.87, 0.4986),
            "light_flesh": (102.49, 0.7207),
            "medium_grey": (26.56, 0.4812),
            "raw_umber": (5.76, 0.3794),
            "phthalo_green": (1.62, 0.9327),
        }
        for key, (scatter, weight) in expected.items():
            film = film_of(catalogue().paints[key])
            self.assertAlmostEqual(film.scatter_per_mm / scatter, 1, delta=0.005, msg=key)
            self.assertAlmostEqual(film.weight / weight, 1, delta=0.001, msg=key)

    def test_mixes_of_reference(self) -> None:
        for parts, expected in (
            ({"ultramarine": 1, "hansa_yellow": 3}, "#5d794f"),
            ({"cadmium_red_hue": 1, "titanium_white": 3}, "#f99286"),
            ({"carbon_black": 1, "titanium_white": 10}, "#6e6e72"),
            ({"light_flesh": 3, "burnt_sienna": 1}, "#cb896a"),
        ):
            films = [film_of(catalogue().paints[key]) for key in parts]
            found = mixed(films, [float(n) for n in parts.values()])
            self.assertEqual(hex_of(srgb_of(masstone(found.kappa))), expected)

    def test_recipes_of_reference(self) -> None:
        paints = tuple(catalogue().paints)
        for target, score in (
            ((58, 110, 175), 1.341),
            ((96, 140, 62), 4.650),
            ((110, 80, 130), 1.740),
            ((232, 130, 48), 2.211),
        ):
            found = nearest(target, paints)
            assert found is not None
            self.assertAlmostEqual(found.score, score, 3)
            self.assertLessEqual(sum(n for _, n in found.paints), 12)
        self.assertIsNone(nearest((1, 2, 3), ()))

    def test_primers_of_reference(self) -> None:
        # 70 % (52,96,168) SO, 20 % (248,206,40) ST, 10 % (232,186,152) SO: coats over each ground
        films = [
            film_of_colour((52, 96, 168), "SO"),
            film_of_colour((248, 206, 40), "ST"),
            film_of_colour((232, 186, 152), "SO"),
        ]
        blue = reflectance((60, 100, 165))
        for ground, expected in ((0.80, [3, 2, 2]), (0.01, [3, 5, 3]), (blue, [1, 5, 3])):
            self.assertEqual(
                [int(coats_over(film, np.broadcast_to(ground, (1, 36)))[0]) for film in films],
                expected,
            )

    def test_words_for_nearness(self) -> None:
        self.assertEqual([nearness(g) for g in (1, 5, 12)], ["close", "near", "off"])

    def test_kappa_and_masstone_undo_each_other(self) -> None:
        r = np.linspace(0.02, 0.95, 20)
        np.testing.assert_allclose(masstone(kappa_of(r)), r, atol=1e-12)

    def test_thicker_hides_more(self) -> None:
        film = film_of(catalogue().paints["ultramarine"])
        k, s = film.kappa * film.scatter_per_mm, film.scatter_per_mm
        goal = lab_of(masstone(film.kappa))
        gaps = [float(delta_e(lab_of(layer(k, s, n * 0.03, 0.8)), goal)) for n in (1, 2, 4, 8)]
        self.assertEqual(gaps, sorted(gaps, reverse=True))


class FinishTest(unittest.TestCase):
    def test_pegs_are_drilled_where_the_feet_are(self) -> None:
        plan = planned(biped())
        self.assertEqual(len(plan.frame.pegs), 2)
        right, left = sorted(plan.frame.pegs, key=lambda peg: -peg.right_mm)
        self.assertAlmostEqual(right.right_mm, -left.right_mm, 3)
        self.assertAlmostEqual(right.hole_mm, plan.frame.runs[0].chosen.bundle_mm + 0.2)

    def test_a_base_of_the_least_size_stands(self) -> None:
        sheet = biped()
        least = planned(sheet).finish.least_base.value
        stood = planned(changed(sheet, base__width_mm=least, base__depth_mm=least))
        self.assertGreater(stood.totals.tips_at.value, 9.5)
