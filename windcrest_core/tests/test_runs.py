"""Where the wire goes, what it weighs where, what bends it, and what the plan says of it."""

from __future__ import annotations

import itertools
import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.workpiece import Workpiece, workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.frame.gauges import lightest, tried, wire_g_per_mm
from windcrest_core.frame.mechanics import tool_for
from windcrest_core.frame.paths import (
    part_weights,
    run_points,
    segments,
    wire_in_parts,
    wire_weights,
)
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.given.stores import Stores
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.stand.counterweight import righting_g
from windcrest_core.stand.standing import Standing, circle, rectangle, standing
from windcrest_core.strength import yield_moment_nmm
from windcrest_core.tests.support import (
    asked,
    biped,
    changed,
    context,
    cutting,
    example,
    loaded,
    planned,
    spoken,
)

NAMES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")


def work_of(sheet: FigureSheet) -> Workpiece:
    return workpiece(sheet, Context(), Progress())


class SegmentTest(unittest.TestCase):
    def test_each_piece_of_wire_lies_in_the_bone_between_its_joints(self) -> None:
        work = work_of(biped())
        arms = next(run for run in work.sheet.runs if run.id == "arms")
        self.assertEqual(
            [segment.bone for segment in segments(work, arms)],
            ["wrist_r", "elbow_r", "shoulder_r", "waist", "shoulder_l", "elbow_l", "wrist_l"],
        )

    def test_pieces_follow_one_another_to_the_whole_path(self) -> None:
        for name in NAMES:
            work = work_of(example(name))
            for run in work.sheet.runs:
                pieces = segments(work, run)
                points, _, _ = run_points(work, run)
                with self.subTest(name, run=run.id):
                    for a, b in itertools.pairwise(pieces):
                        np.testing.assert_allclose(a.end, b.start)
                    whole = sum(np.linalg.norm(b - a) for a, b in itertools.pairwise(points))
                    self.assertAlmostEqual(sum(p.length_mm for p in pieces), float(whole))

    def test_the_two_arms_have_the_same_wire_in_them(self) -> None:
        found = wire_in_parts(
            work_of(biped()), {"spine": "al_awg9", "leg_l": "al_awg9", "arms": "al_awg12"}
        )
        for part in ("hand", "forearm", "upper_arm"):
            self.assertAlmostEqual(found[f"{part}_r"], found[f"{part}_l"], 6)

    def test_wire_inside_is_the_wire_of_the_path(self) -> None:
        work = work_of(biped())
        wires = {"spine": "al_awg9", "leg_l": "al_awg9", "arms": "al_awg12"}
        area = {
            key: math.pi / 4 * catalogue().wires[wire].diameter_mm ** 2
            for key, wire in wires.items()
        }
        whole = sum(
            area[run.id] * segment.length_mm
            for run in work.sheet.runs
            for segment in segments(work, run)
        )
        self.assertAlmostEqual(sum(wire_in_parts(work, wires).values()), whole, delta=0.02 * whole)

    def test_weights_of_the_wire_are_its_length_times_its_mass(self) -> None:
        work = work_of(example("pelican_piper"))
        wires = {run.id: "st_1_6" for run in work.sheet.runs}
        grams = sum(weight.mass_g for weight in wire_weights(work, wires))
        length = sum(
            s.length_mm * run.strands for run in work.sheet.runs for s in segments(work, run)
        )
        self.assertAlmostEqual(grams, length * wire_g_per_mm("st_1_6"), 6)

    def test_a_hand_run_weighs_nothing_on_the_other_side(self) -> None:
        work = work_of(biped())
        weights = list(wire_weights(work, {"spine": "st_1_6", "leg_l": "st_1_6", "arms": "st_1_6"}))
        left = [w for w in weights if w.bone.endswith("_l") and w.bone[0] in "sew"]
        self.assertTrue(all(w.centre[0] < 0 for w in left))


class RunPlanTest(unittest.TestCase):
    def test_every_body_has_runs_that_reach_the_ground_and_the_head(self) -> None:
        for body in BODIES:
            frame = planned(new_sheet("x", body, 280)).frame
            ends = [end for run in frame.runs for end in (run.start, run.end)]
            with self.subTest(body):
                self.assertIn("peg", ends)
                if "neck" in joint_ranges(BODIES[body][1]):
                    self.assertIn("head_loop", ends)
                self.assertEqual(len(frame.pegs), ends.count("peg"))

    def test_options_are_all_owned_wires_from_the_lightest(self) -> None:
        given_stores = context({"wires": ["al_awg9", "al_awg16", "st_1_6"]})
        for run in planned(biped(), given_stores).frame.runs:
            self.assertEqual({o.wire for o in run.options}, {"al_awg9", "al_awg16", "st_1_6"})
            grams = [option.g_per_m for option in run.options]
            self.assertEqual(grams, sorted(grams))

    def test_a_lock_that_is_not_owned_is_tried_too_and_said(self) -> None:
        plan = planned(biped(run__arms__wire="st_2_5"), context({"wires": ["al_awg12"]}))
        arms = next(run for run in plan.frame.runs if run.id == "arms")
        self.assertTrue(arms.locked)
        self.assertFalse(arms.chosen.owned)
        self.assertEqual(arms.chosen.wire, "st_2_5")

    def test_two_strands_hold_twice_as_much(self) -> None:
        one = planned(biped(run__arms__wire="al_awg14")).frame
        two = planned(biped(run__arms__wire="al_awg14", run__arms__strands=2)).frame
        single, double = (next(r for r in f.runs if r.id == "arms") for f in (one, two))
        self.assertAlmostEqual(
            double.chosen.hold_upright / single.chosen.hold_upright, 2, delta=0.15
        )
        self.assertGreater(double.cut_mm, single.cut_mm)
        self.assertGreater(double.mass_g, 2 * single.mass_g)

    def test_the_push_that_folds_an_arm(self) -> None:
        # My ÷ distance from the shoulder to the end of the wire in the hand
        sheet = biped(run__arms__wire="al_awg12")
        arms = next(run for run in planned(sheet).frame.runs if run.id == "arms")
        wire = catalogue().wires["al_awg12"]
        moment = yield_moment_nmm(wire.diameter_mm, catalogue().wire_metal(wire).yield_mpa.value)
        shoulder = work_of(sheet).figure.bones["shoulder_r"].start
        reach = float(np.linalg.norm(np.array(arms.points[0]) - shoulder))
        assert arms.chosen.push_n is not None
        self.assertAlmostEqual(arms.chosen.push_n, moment / reach, 6)

    def test_a_leg_on_its_peg_has_no_free_end(self) -> None:
        leg = next(run for run in planned(biped()).frame.runs if run.id == "leg_l")
        self.assertEqual((leg.start, leg.end), ("anchor", "peg"))
        self.assertIsNone(leg.chosen.push_n)

    def test_the_weakest_joint_is_found_by_the_rules_own_factor(self) -> None:
        for wanted in (1.5, 2.0, 4.0):
            frame = planned(example("ferrywoman"), context(hold_upright=wanted)).frame
            assert frame.hold is not None
            worst = min(
                min(j.hold_upright / wanted, j.hold_any_way or 99)
                for run in frame.runs
                for j in run.joints
            )
            shown = frame.hold.value / (
                wanted if "(upright)" in spoken(frame.hold.why.formula) else 1
            )
            self.assertAlmostEqual(shown, worst)

    def test_a_heavier_thing_in_the_hand_loads_the_shoulder(self) -> None:
        def shoulder(sheet: FigureSheet) -> float:
            runs = planned(sheet).frame.runs
            joints = next(run for run in runs if run.id == "arms").joints
            return next(joint for joint in joints if joint.joint == "shoulder_r").mass_g

        light = example("ferrywoman")
        without = changed(light, part__oar_blade=None)
        self.assertGreater(shoulder(light), shoulder(without))

    def test_an_arm_held_out_needs_more_than_one_hanging_down(self) -> None:
        down = planned(biped(joint__shoulder_r__spread_deg=5)).frame
        out = planned(biped(joint__shoulder_r__spread_deg=90, joint__elbow_r__swing_deg=0)).frame
        moment = [
            next(j for run in frame.runs for j in run.joints if j.joint == "shoulder_r").upright_nmm
            for frame in (down, out)
        ]
        self.assertGreater(moment[1], 3 * moment[0])


class ChoiceTest(unittest.TestCase):
    DEMAND = asked(loaded(12.0, 20.0, "right shoulder", 40.0))

    @settings(max_examples=40)
    @given(st.floats(0.1, 100), st.floats(0.1, 100), st.floats(1.5, 20))
    def test_the_chosen_wire_is_never_heavier_than_another_that_passes(
        self, upright: float, any_way: float, room: float
    ) -> None:
        demand = asked(loaded(upright, any_way), room_mm=room)
        options = [tried(Stores(), wire, demand, 2.0) for wire in catalogue().wires.values()]
        chosen, passing = lightest(options), [option for option in options if option.passes]
        if passing:
            self.assertTrue(chosen.passes)
            self.assertEqual(chosen.g_per_m, min(option.g_per_m for option in passing))
        else:
            self.assertTrue(chosen.fails)

    def test_every_fault_names_its_number_and_what_is_wanted(self) -> None:
        thin = tried(Stores(), catalogue().wires["al_awg16"], self.DEMAND, 2.0)
        self.assertRegex(
            spoken(thin.fails[0].words), r"holds [\d.]+ × upright at the right shoulder, 2 wanted"
        )
        thick = tried(Stores(), catalogue().wires["hs_4_0"], asked(room_mm=3), 2.0)
        self.assertIn("room", {fail.code for fail in thick.fails})
        self.assertIn("effort", {fail.code for fail in thick.fails})

    def test_what_bends_it(self) -> None:
        self.assertEqual(
            [spoken(tool_for(effort)) for effort in (250, 251, 800, 801, 2500, 2501)],
            ["fingers", "two hands", "two hands", "pliers", "pliers", "vice or bender"],
        )


class CutTest(unittest.TestCase):
    def test_allowances_by_hand(self) -> None:
        # peg 18 + 5; anchor max(25, 10 × 3); tail 20; nothing at a plain cut
        for end, d, length in (
            ("peg", 2.0, 23),
            ("anchor", 3.0, 30),
            ("anchor", 1.0, 25),
            ("tail", 2.0, 20),
        ):
            allowance = cutting(ends=(end, "cut")).allowance("start", d)  # type: ignore[arg-type]
            assert allowance is not None
            self.assertAlmostEqual(allowance.length_mm, length)
        self.assertIsNone(cutting().allowance("end", 2))

    def test_a_loop_fits_in_the_head_and_has_three_wraps(self) -> None:
        # loop of half the room, π × 15, and three wraps of π × 2 d
        loop = cutting(ends=("cut", "head_loop")).allowance("end", 2.0)
        assert loop is not None
        self.assertEqual((loop.at, loop.end, loop.loop_mm), ("end", "head_loop", 15.0))
        self.assertAlmostEqual(loop.length_mm, math.pi * 15 + 3 * math.pi * 4)

    @settings(max_examples=40)
    @given(st.floats(10, 900), st.sampled_from([1, 2, 3]), st.floats(0.8, 5))
    def test_a_cut_is_never_short_and_never_5_mm_too_long(
        self, path: float, strands: int, d: float
    ) -> None:
        straight = path * (math.sqrt(1 + (math.pi / 8) ** 2) if strands > 1 else 1)
        cut = cutting(path, strands=strands).cut_mm(d)
        self.assertGreaterEqual(cut, straight - 1e-6)
        self.assertLess(cut, straight + 5)
        self.assertAlmostEqual(cut % 5, 0)

    def test_the_plan_adds_up(self) -> None:
        frame = planned(example("newt_drummer")).frame
        for run in frame.runs:
            least = run.path_mm + sum(a.length_mm for a in run.allowances)
            self.assertTrue(least <= run.cut_mm < least + 5.01, run.id)
        pieces = [piece for run in frame.runs for piece in run.pieces]
        metres = sum(piece.length_mm * piece.count for piece in pieces) / 1000
        self.assertAlmostEqual(frame.wire_m.value, metres)


class TippingTest(unittest.TestCase):
    def at(self, x: float, y: float, z: float = 100) -> Standing:
        return standing(500, np.array([x, y, z]), rectangle(100, 60))

    def test_it_goes_over_the_nearest_edge(self) -> None:
        self.assertEqual(spoken(self.at(0, 20).towards_words), "forward")
        self.assertEqual(spoken(self.at(0, -20).towards_words), "backward")
        self.assertEqual(spoken(self.at(45, 0).towards_words), "to its right")
        self.assertEqual(spoken(self.at(-45, 0).towards_words), "to its left")

    @settings(max_examples=40)
    @given(st.floats(-45, 45), st.floats(-25, 25), st.floats(0, 360))
    def test_turning_figure_and_base_together_changes_nothing(
        self, x: float, y: float, turn: float
    ) -> None:
        c, s = math.cos(math.radians(turn)), math.sin(math.radians(turn))
        spin = np.array([[c, -s], [s, c]])
        corners = rectangle(100, 60) @ spin.T
        centre = np.array([*(spin @ np.array([x, y])), 100.0])
        turned = standing(500, centre, corners)
        self.assertAlmostEqual(turned.tips_at_deg, self.at(x, y).tips_at_deg, 6)

    @settings(max_examples=40)
    @given(st.floats(0, 35), st.floats(60, 200), st.floats(100, 900))
    def test_the_counterweight_is_just_enough(self, y: float, z: float, mass: float) -> None:
        edge, at_y, at_z = 40.0, -30.0, 9.0
        ground, at = rectangle(400, 2 * edge), np.array([0, at_y, at_z])
        weight = righting_g(mass, np.array([0, y, z]), ground, at)
        if weight is None:
            return
        total = mass + weight
        centre = np.array(
            [0, (mass * y + weight * at_y) / total, (mass * z + weight * at_z) / total]
        )
        found = standing(total, centre, ground)
        self.assertGreaterEqual(found.tips_at_deg, 10 - 1e-6)
        if weight > 0 and centre[1] >= 0:
            self.assertAlmostEqual(found.tips_at_deg, 10, 5)

    def test_a_wider_disc_stands_better_and_a_taller_centre_worse(self) -> None:
        centre = np.array([5.0, 5.0, 120.0])
        angles = [standing(500, centre, circle(d)).tips_at_deg for d in (60, 100, 140)]
        self.assertEqual(angles, sorted(angles))
        low = standing(500, np.array([5.0, 5.0, 60.0]), circle(100)).tips_at_deg
        self.assertGreater(low, angles[1])

    def test_weights_of_the_parts_are_all_of_the_figure(self) -> None:
        work = work_of(example("barnacle_ox"))
        total = sum(mass.total_g for mass in work.masses.values())
        self.assertAlmostEqual(sum(w.mass_g for w in part_weights(work)), total, 6)
