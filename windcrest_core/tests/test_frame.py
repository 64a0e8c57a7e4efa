"""Mechanics of wire, statics, standing, gauges, pose and cutting."""

from __future__ import annotations

import json
import math
import unittest
from pathlib import Path

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.figure import figure
from windcrest_core.body.solids import FRONT, SIDE, RoundConeSolid
from windcrest_core.catalogue import catalogue
from windcrest_core.errors import SheetError
from windcrest_core.frame.gauges import lightest, tried
from windcrest_core.frame.mechanics import (
    bending_effort_nmm,
    buckling_n,
    tip_force_n,
    tool_for,
    twist_factor,
)
from windcrest_core.frame.pose import drag
from windcrest_core.frame.statics import Loads, Weight, reactions
from windcrest_core.given.stores import Stores
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.runs import End
from windcrest_core.stand.counterweight import righting_g
from windcrest_core.stand.standing import circle, rectangle, standing
from windcrest_core.strength import G_MM_N, yield_moment_nmm
from windcrest_core.tests.support import (
    asked,
    biped,
    changed,
    context,
    cutting,
    example,
    loaded,
    planned,
    refused,
    spoken,
)
from windcrest_core.units import awg_diameter_mm

AWG12, AWG14 = awg_diameter_mm(12), awg_diameter_mm(14)
VECTORS = Path(__file__).resolve().parents[2] / "web" / "src" / "elevation" / "vectors.json"


class WireTest(unittest.TestCase):
    def test_two_fourteens_make_one_twelve(self) -> None:
        # σ π d³/32 with σ 34 MPa: 28.86 N·mm; two strands of 14 AWG (d 1.628 rounded): 28.80 N·mm
        self.assertAlmostEqual(yield_moment_nmm(AWG12, 34), 28.86, 2)
        self.assertAlmostEqual(yield_moment_nmm(1.628, 34, 2), 28.80, delta=0.01)
        self.assertAlmostEqual(yield_moment_nmm(AWG14, 34, 2), 28.80, delta=0.02)

    def test_a_level_arm_on_twelve_gauge(self) -> None:
        # cone frustum 90 mm, 18 → 12 mm, 1.70 g/cm³: V = π h/12 (D² + Dd + d²) = 16.116 cm³,
        # 27.40 g, centroid 39.08 mm from the root: 10.50 N·mm; 28.86/10.50 = 2.75
        h, big, small = 90.0, 18.0, 12.0
        volume = math.pi * h / 12 * (big**2 + big * small + small**2)
        centroid = (
            h / 4 * (big**2 + 2 * big * small + 3 * small**2) / (big**2 + big * small + small**2)
        )
        mass = volume * 1.70e-3
        self.assertAlmostEqual(mass, 27.40, 2)
        moment = mass * G_MM_N * centroid
        self.assertAlmostEqual(moment, 10.50, 2)
        load = loaded(moment, moment, "right shoulder", mass)
        wire = catalogue().wires["al_awg12"]
        option = tried(Stores(), wire, asked(load, room_mm=10), 2.0)
        self.assertAlmostEqual(option.hold_upright, 2.75, 2)
        self.assertTrue(option.passes)

    def test_a_column_of_twelve_gauge(self) -> None:
        self.assertAlmostEqual(buckling_n(AWG12, 69, 150), 6.59, 2)
        self.assertAlmostEqual(buckling_n(AWG12, 69, 300), 6.59 / 4, 2)

    def test_twist_lengthens(self) -> None:
        self.assertAlmostEqual(twist_factor(1, 8), 1.074, 3)
        self.assertAlmostEqual(twist_factor(1, 10), 1.048, 3)

    def test_what_bends_it(self) -> None:
        self.assertEqual(
            [spoken(tool_for(e)) for e in (250, 251, 801, 2501)],
            ["fingers", "two hands", "pliers", "vice or bender"],
        )
        self.assertAlmostEqual(bending_effort_nmm(2, 60), 80.0)
        self.assertAlmostEqual(tip_force_n(28.86, 90), 0.3207, 4)

    @given(st.floats(0.5, 5), st.floats(1.01, 2))
    def test_strength_goes_with_the_cube(self, d: float, k: float) -> None:
        self.assertAlmostEqual(yield_moment_nmm(k * d, 50) / yield_moment_nmm(d, 50), k**3, 6)


class StaticsTest(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.integers(1, 4), st.integers(1, 12), st.integers(0, 10_000))
    def test_forces_and_moments_balance(self, feet: int, masses: int, seed: int) -> None:
        rng = np.random.default_rng(seed)
        weights = [
            Weight(f"b{i}", float(rng.uniform(1, 200)), rng.uniform(-80, 80, 3))
            for i in range(masses)
        ]
        ground = {f"foot{i}": rng.uniform(-40, 40, 2) for i in range(feet)}
        supports = reactions(weights, ground)
        total = sum(w.mass_g for w in weights) * G_MM_N
        self.assertAlmostEqual(sum(s.force_n for s in supports) / total, 1, 9)
        self.assertTrue(all(s.force_n >= -1e-9 for s in supports))
        everything = {w.bone for w in weights} | set(ground)
        left = Loads(weights, supports).moment_nmm(everything, rng.uniform(-50, 50, 3))
        self.assertLess(float(np.abs(left).max()), 1e-9 * total * 200)

    def test_the_two_sides_of_a_joint_agree(self) -> None:
        weights = [
            Weight("arm", 30, np.array([50.0, 0, 100])),
            Weight("leg", 90, np.array([0, 5.0, 40])),
        ]
        supports = reactions(weights, {"leg": np.array([0.0, 0.0])})
        at = np.array([10.0, 0, 80])
        one = Loads(weights, supports).moment_nmm({"arm"}, at)
        other = Loads(weights, supports).moment_nmm({"leg"}, at)
        np.testing.assert_allclose(one, -other, atol=1e-12)

    def test_a_straight_leg_under_its_load_does_not_bend(self) -> None:
        weights = [Weight("body", 500, np.array([0.0, 0, 150]))]
        supports = reactions(weights, {"leg": np.array([0.0, 0.0])})
        self.assertAlmostEqual(
            float(
                np.linalg.norm(Loads(weights, supports).moment_nmm({"leg"}, np.array([0, 0, 80.0])))
            ),
            0,
        )


class StandingTest(unittest.TestCase):
    def test_the_figure_of_reference(self) -> None:
        # 500 g at y 30, z 150 with a board 100 × 80 × 9 mm of 36 g: margin 12.01, height 140.2 → 4.90°
        y, z = 500 * 30 / 536, (500 * 150 + 36 * 4.5) / 536
        found = standing(536, np.array([0, y, z]), rectangle(100, 80))
        self.assertAlmostEqual(found.tips_at_deg, 4.90, 2)
        self.assertEqual(spoken(found.towards_words), "forward")
        extra = righting_g(536, np.array([0, y, z]), rectangle(100, 80), np.array([0, -30.0, 9]))
        assert extra is not None
        self.assertAlmostEqual(extra, 99.6, 1)

    def test_the_counterweight_does_what_it_says(self) -> None:
        y, z = 500 * 30 / 536, (500 * 150 + 36 * 4.5) / 536
        extra = righting_g(536, np.array([0, y, z]), rectangle(100, 80), np.array([0, -30.0, 9]))
        assert extra is not None
        total = 536 + extra
        centre = np.array([0, (536 * y - 30 * extra) / total, (536 * z + 9 * extra) / total])
        self.assertAlmostEqual(standing(total, centre, rectangle(100, 80)).tips_at_deg, 10, 6)

    def test_outside_its_base_it_has_fallen_already(self) -> None:
        found = standing(100, np.array([70.0, 0, 50]), rectangle(100, 80))
        self.assertAlmostEqual(found.margin_mm, -20)
        self.assertLess(found.tips_at_deg, 0)
        self.assertEqual(spoken(found.towards_words), "to its right")

    def test_a_disc_tips_alike_all_round(self) -> None:
        found = standing(100, np.array([0.0, 0, 50]), circle(100))
        self.assertAlmostEqual(found.margin_mm, 50, delta=0.06)

    def test_a_larger_base_stands_better(self) -> None:
        small, large = (
            biped(base__width_mm=100, base__depth_mm=100),
            biped(base__width_mm=160, base__depth_mm=160),
        )
        self.assertLess(planned(small).totals.tips_at.value, planned(large).totals.tips_at.value)


class GaugeTest(unittest.TestCase):
    def test_the_lightest_that_passes_is_taken(self) -> None:
        for run in planned(biped()).frame.runs:
            passing = [option for option in run.options if option.passes]
            if passing:
                self.assertEqual(run.chosen.g_per_m, min(o.g_per_m for o in passing))

    def test_where_none_passes_every_fault_is_said(self) -> None:
        demand = asked(loaded(5000, 5000), room_mm=2.0, column_mm=300, column_n=50)
        options = [
            tried(Stores(), catalogue().wires[key], demand, 2.0) for key in ("al_awg16", "al_awg9")
        ]
        thick = options[1]
        self.assertEqual(len(thick.fails), 4)
        self.assertIn("right elbow", spoken(thick.fails[0].words))
        self.assertEqual(lightest(options).wire, "al_awg16")  # at least it fits

    def test_a_stricter_rule_lets_no_more_wires_pass(self) -> None:
        sheet = example("ferrywoman")
        easy = planned(sheet, context(hold_upright=1.0)).frame.runs
        strict = planned(sheet, context(hold_upright=4.0)).frame.runs
        for a, b in zip(easy, strict, strict=True):
            passing = {o.wire for o in b.options if o.passes}
            self.assertLessEqual(passing, {o.wire for o in a.options if o.passes})
        self.assertLess(
            sum(o.passes for r in strict for o in r.options),
            sum(o.passes for r in easy for o in r.options),
        )

    def test_a_locked_wire_thicker_than_its_limb_is_refused(self) -> None:
        sheet = biped(body__limb_thickness=0.5, run__arms__strands=3, run__arms__wire="hs_4_0")
        with refused(r"run/arms/wire: 'hs_4_0'.*at most"):
            planned(sheet)

    def test_more_oar_is_less_hold(self) -> None:
        sheet = example("ferrywoman")
        light = next(r for r in planned(sheet).frame.runs if r.id == "arms")
        heavy = changed(sheet, part__oar_shaft__stock="steel")
        loaded = next(r for r in planned(heavy).frame.runs if r.id == "arms")
        self.assertGreater(
            max(j.any_way_nmm or 0 for j in loaded.joints),
            3 * max(j.any_way_nmm or 0 for j in light.joints),
        )


class CuttingTest(unittest.TestCase):
    def test_allowances(self) -> None:
        # peg 18 + 5; anchor max(25, 10 d); loop of half of 30 mm and 3 wraps of π 2 d; tail
        ends: list[End] = ["peg", "anchor", "head_loop", "tail"]
        rows = [cutting(ends=(end, "cut")).allowance("start", 2.0) for end in ends]
        lengths = [row.length_mm if row else 0 for row in rows]
        for found, expected in zip(lengths, (23, 25, math.pi * 15 + 12 * math.pi, 20), strict=True):
            self.assertAlmostEqual(found, expected)
        thick = cutting(ends=("anchor", "cut")).allowance("start", 4.0)
        self.assertEqual(thick.length_mm if thick else 0, 40)
        self.assertIsNone(cutting().allowance("start", 2.0))

    def test_cuts_are_rounded_up_to_five(self) -> None:
        self.assertEqual(cutting(101).cut_mm(2), 105)
        self.assertEqual(cutting(100).cut_mm(2), 100)
        self.assertEqual(cutting(100, strands=2).cut_mm(2), 110)  # × 1.074 up to 5 mm
        self.assertEqual(cutting(100, strands=2, twist_pitch_d=10).cut_mm(2), 105)  # × 1.048

    def test_the_path_is_as_long_as_its_bones(self) -> None:
        sheet = biped()
        run = next(r for r in planned(sheet).frame.runs if r.id == "leg_l")
        bones = figure(sheet, 6).bones
        legs = bones["hip_l"].length_mm + bones["knee_l"].length_mm
        across = float(np.linalg.norm(bones["hip_l"].start - bones["hips"].start))
        self.assertAlmostEqual(run.path_mm, across + legs + bones["ankle_l"].start[2], 6)

    def test_a_lifted_foot_has_no_peg(self) -> None:
        sheet = biped(joint__hip_l__swing_deg=60, joint__knee_l__swing_deg=-60)
        plan = planned(sheet)
        self.assertEqual(len(plan.frame.pegs), 1)
        self.assertEqual(next(r for r in plan.frame.runs if r.id == "leg_l").end, "loop")


class DragTest(unittest.TestCase):
    def test_the_end_of_the_bone_follows_the_pointer(self) -> None:
        sheet = biped()
        for joint, view, by in (
            ("shoulder_r", "front", 50),
            ("elbow_l", "side", 40),
            ("neck", "front", -15),
            ("hip_r", "side", 30),
        ):
            plane = FRONT if view == "front" else SIDE
            before = figure(sheet, 6).bones[joint]
            start, end = plane @ before.start, plane @ before.end
            angle = math.radians(by)
            turn = np.array(
                [[math.cos(angle), -math.sin(angle)], [math.sin(angle), math.cos(angle)]]
            )
            target = start + turn @ (end - start)
            after = apply_edits(sheet, drag(sheet, joint, view, (target[0], target[1])))[0]
            bones = figure(after, 6).bones
            moved = plane @ (bones[joint].end - bones[joint].start)
            with self.subTest(joint):
                np.testing.assert_allclose(moved, turn @ (end - start), atol=0.35)

    def test_a_target_out_of_range_is_met_as_nearly_as_it_goes(self) -> None:
        sheet = biped()
        knee = figure(sheet, 6).bones["knee_r"]
        ahead = SIDE @ (knee.start + np.array([0, 200.0, 0]))
        edits = {o.path: o.value for o in drag(sheet, "knee_r", "side", (ahead[0], ahead[1]))}
        self.assertEqual(edits["joint/knee_r/swing_deg"], 5)

    def test_unknown_joint_or_view(self) -> None:
        for joint, view in (("tentacle", "front"), ("neck", "top")):
            with self.subTest(joint), self.assertRaises(SheetError):
                drag(biped(), joint, view, (0, 0))

    def test_the_front_end_turns_as_the_core_does(self) -> None:
        """The vectors that the front end's kinematics are tested against."""
        sheet = biped()
        rows = []
        for joint, by in (("shoulder_r", 35.0), ("shoulder_l", -60.0), ("hip_r", 20.0)):
            bone = figure(sheet, 6).bones[joint]
            pivot, end = FRONT @ bone.start, FRONT @ bone.end
            a = math.radians(by)
            turned = pivot + np.array([[math.cos(a), -math.sin(a)], [math.sin(a), math.cos(a)]]) @ (
                end - pivot
            )
            rows.append(
                {
                    "pivot": [round(float(v), 6) for v in pivot],
                    "from": [round(float(v), 6) for v in end],
                    "to": [round(float(v), 6) for v in turned],
                    "degrees": by,
                }
            )
        kept = json.loads(VECTORS.read_text(encoding="utf-8"))
        self.assertEqual(kept, rows)


class LoadTest(unittest.TestCase):
    def test_the_arm_carries_what_is_on_it(self) -> None:
        plan = planned(biped())
        arm = next(r for r in plan.frame.runs if r.id == "arms")
        shoulder = next(j for j in arm.joints if j.joint == "shoulder_r")
        parts = {p.id: p.grams for p in plan.clay.parts}
        clay = sum(
            parts[f"{n}_r"] for n in ("shoulder_cap", "upper_arm", "forearm", "hand", "thumb")
        )
        self.assertTrue(clay < shoulder.mass_g < clay * 1.35)

    def test_a_cone_held_level_weighs_what_the_formula_says(self) -> None:
        cone = RoundConeSolid(np.zeros(3), np.eye(3), 9, 6, 90)
        frustum = math.pi * 90 / 3 * (81 + 54 + 36)
        self.assertGreater(cone.volume_mm3, frustum)
