"""How the figure stands and is held: against sums of our own, and what rights it when followed."""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.catalogue import catalogue
from windcrest_core.frame.gauges import gauge_table, tried
from windcrest_core.frame.mechanics import (
    bends_it_lives,
    poseable_gap_mm,
    tip_force_n,
)
from windcrest_core.frame.statics import Loads, Weight, reactions
from windcrest_core.given.stores import Stores
from windcrest_core.sheet.base import Base
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.stand.base import base_mass_g, fits_pegs
from windcrest_core.strength import G_MM_N, yield_moment_nmm
from windcrest_core.tests.support import (
    asked,
    biped,
    changed,
    context,
    example,
    loaded,
    planned,
    spoken,
)


def random_tree(seed: int, size: int) -> tuple[dict[str, str | None], list[Weight], np.ndarray]:
    """Parents, a weight or two on every bone, and where each bone's joint is."""
    rng = np.random.default_rng(seed)
    parents: dict[str, str | None] = {"b0": None}
    for n in range(1, size):
        parents[f"b{n}"] = f"b{rng.integers(0, n)}"
    weights = [
        Weight(bone, float(rng.uniform(0.5, 80)), rng.uniform(-120, 120, 3))
        for bone in parents
        for _ in range(int(rng.integers(1, 3)))
    ]
    return parents, weights, rng.uniform(-100, 100, (size, 3))


class TreeTest(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.integers(0, 10_000), st.integers(2, 14), st.integers(1, 4))
    def test_joint_moments_are_those_of_an_independent_sum(
        self, seed: int, size: int, feet: int
    ) -> None:
        parents, weights, joints = random_tree(seed, size)
        rng = np.random.default_rng(seed + 1)
        ground = {f"b{n}": rng.uniform(-60, 60, 2) for n in range(min(feet, size))}
        loads = Loads(weights, reactions(weights, ground))
        total_n = sum(w.mass_g for w in weights) * G_MM_N

        def below(bone: str) -> list[str]:
            return [bone, *(k for child, p in parents.items() if p == bone for k in below(child))]

        for n, bone in enumerate(parents):
            beyond = set(below(bone))
            x, y = joints[n][:2]
            mx = my = 0.0
            for weight in weights:
                if weight.bone in beyond:
                    mx += weight.mass_g * G_MM_N * (weight.centre[0] - x)
                    my += weight.mass_g * G_MM_N * (weight.centre[1] - y)
            for support in loads.supports:
                if support.bone in beyond:
                    mx -= support.force_n * (support.at[0] - x) + support.clamp_nmm[0]
                    my -= support.force_n * (support.at[1] - y) + support.clamp_nmm[1]
            found = loads.moment_nmm(beyond, joints[n])
            scale = max(total_n * 250, 1e-9)
            self.assertLess(float(np.hypot(found[0] - mx, found[1] - my)), 1e-9 * scale)
        whole = loads.moment_nmm(set(parents), joints[0])
        self.assertLess(float(np.abs(whole).max()), 1e-9 * total_n * 250)


class RightingTest(unittest.TestCase):
    def test_the_pelican_tips_as_an_independent_sum_says(self) -> None:
        sheet = example("pelican_piper")
        frame = planned(sheet).frame
        x, y, z = frame.centre
        assert sheet.base.shape == "round" and sheet.base.width_mm == sheet.base.depth_mm
        margin = sheet.base.width_mm / 2 - math.hypot(x, y)
        self.assertAlmostEqual(frame.tips_at.value, math.degrees(math.atan(margin / z)), 1)
        self.assertLess(frame.tips_at.value, 10)

    def test_the_centre_with_its_base_is_that_of_its_masses(self) -> None:
        sheet = changed(biped(), base__counterweight_g=80, base__counterweight_right_mm=20)
        frame = planned(sheet).frame
        figure = np.array(frame.centre_figure)
        figure_g = frame.tips_at.why.inputs[2].value - base_mass_g(sheet.base) - 80
        t = sheet.base.thickness_mm
        masses = [figure_g, base_mass_g(sheet.base), 80.0]
        places = [figure + np.array([0, 0, t]), [0, 0, t / 2], [20, 0, t / 2]]
        centre = np.average(places, axis=0, weights=masses)
        np.testing.assert_allclose(frame.centre, centre, atol=1e-6)

    def test_the_least_base_is_enough_and_the_next_smaller_is_not(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            sheet = example(name)
            width = planned(sheet).frame.least_base.value
            ratio = sheet.base.depth_mm / sheet.base.width_mm

            def at(size: float, sheet: FigureSheet = sheet, ratio: float = ratio) -> bool:
                base = {"base__width_mm": size, "base__depth_mm": size * ratio}
                frame = planned(changed(sheet, **base)).frame
                off = {"frame.base.small", "frame.feet.over"}
                small = any(f.id in off for f in frame.findings)
                return frame.tips_at.value >= 10 and not small

            with self.subTest(name):
                self.assertTrue(at(width))
                self.assertFalse(at(width - 5.5))

    def test_the_counterweight_put_in_rights_it_whichever_way_it_leans(self) -> None:
        for pose in (
            {"joint__hips__swing_deg": 30},
            {"joint__hips__swing_deg": -30},
            {"joint__hips__spread_deg": 25},
        ):
            sheet = changed(biped(base__width_mm=50, base__depth_mm=50), **pose)
            frame = planned(sheet).frame
            if frame.counterweight is None:
                self.fail(f"{pose} wants a counterweight; it tips at {frame.tips_at.value}")
            weight = frame.counterweight
            right = changed(
                sheet,
                base__counterweight_g=weight.mass_g,
                base__counterweight_back_mm=weight.back_mm,
                base__counterweight_right_mm=weight.right_mm,
            )
            self.assertGreaterEqual(planned(right).frame.tips_at.value, 10)

    def test_raw_it_lacks_what_is_made_apart(self) -> None:
        sheet = biped(part__skull__meeting__kind="glue")
        frame = planned(sheet).frame
        self.assertGreater(frame.tips_raw, frame.tips_at.value)

    @settings(max_examples=40, deadline=None)
    @given(st.floats(-60, 60), st.floats(-60, 60))
    def test_a_peg_fits_where_there_is_base_round_it(self, x: float, y: float) -> None:
        base = Base(shape="round", width_mm=100, depth_mm=100)
        self.assertEqual(fits_pegs(base, [np.array([x, y])]), math.hypot(x, y) <= 45 + 1e-9)


class PelicanTest(unittest.TestCase):
    """The hard case: followed it stands, not followed it goes over as predicted."""

    def test_a_rod_holds_it_raw(self) -> None:
        sheet = example("pelican_piper")
        before = planned(sheet)
        [falls] = [f for f in before.findings if f.id == "frame.raw.falls"]
        rodded, _ = apply_edits(sheet, falls.fixes[0].operations)
        after = planned(rodded).frame
        self.assertIn("rod", [hole.kind for hole in after.pegs])
        legs = [r for r in after.runs if r.id == "leg_l"]
        was = [r for r in before.frame.runs if r.id == "leg_l"]
        self.assertGreater(legs[0].chosen.hold_upright, 1.4 * was[0].chosen.hold_upright)
        self.assertNotIn("frame.raw.falls", [f.id for f in after.findings])

    def test_how_to_hold_it_is_said_with_its_number(self) -> None:
        ways = {way.how: way for way in planned(example("pelican_piper")).frame.holding}
        self.assertEqual(set(ways), {"rod", "clamp"})
        self.assertRegex(spoken(ways["rod"].reason), r"holds 0\.\d × at the left hock")
        self.assertEqual(planned(example("barnacle_ox")).frame.holding[0].how, "stands")


class GaugeTableTest(unittest.TestCase):
    def test_the_oar_arm_fails_on_soft_wire_and_holds_on_a_chosen_one(self) -> None:
        sheet = changed(example("ferrywoman"), run__arms__wire="al_awg18")
        weak = planned(sheet)
        [finding] = [f for f in weak.findings if (f.id, f.subject) == ("frame.hold.weak", "arms")]
        strong, _ = apply_edits(sheet, finding.fixes[0].operations)
        held = next(r for r in planned(strong).frame.runs if r.id == "arms")
        self.assertGreaterEqual(held.chosen.hold_upright, 2)
        self.assertGreaterEqual(held.chosen.hold_any_way, 1)

    def test_every_wire_is_tried_and_the_numbers_are_those_of_the_formulas(self) -> None:
        demand = asked(loaded(10.0, 12.0, root=0.6, cured_nmm=900.0), lever_mm=90.0, strands=2)
        table = gauge_table(Stores(), demand, 2.0)
        ranks = [(not row.passes, row.g_per_m) for row in table]
        self.assertEqual(ranks, sorted(ranks))
        rows = {row.wire: row for row in table}
        self.assertEqual(set(rows), set(catalogue().wires))
        row = rows["al_awg12"]
        my = yield_moment_nmm(catalogue().wires["al_awg12"].diameter_mm, 34, 2)
        self.assertAlmostEqual(row.hold_upright, 0.6 * my / 10)
        self.assertAlmostEqual(row.hold_any_way, 0.6 * my / 12)
        self.assertAlmostEqual(row.hold_cured, 900 / 12)
        self.assertAlmostEqual(row.push_n or 0, tip_force_n(my, 90))
        # 100 mm × 1.074 up to 110 mm, two strands, £0.40 a metre
        self.assertAlmostEqual(row.cost, 2 * 0.110 * 0.40)
        self.assertAlmostEqual(row.mass_g, row.g_per_m * 0.110)

    def test_a_threaded_rod_is_as_strong_as_its_root(self) -> None:
        # M4, root d − 1.2269 p = 4 − 1.2269 × 0.7 = 3.141 mm, 240 MPa
        row = tried(Stores(), catalogue().wires["rod_m4"], asked(loaded(100, 100)), 2.0)
        self.assertAlmostEqual(row.hold_upright, 240 * math.pi * 3.1412**3 / 32 / 100, 2)
        self.assertEqual(row.bundle_mm, 4.0)

    def test_a_straight_rod_needs_no_bending(self) -> None:
        stiff = catalogue().wires["hs_4_0"]
        self.assertTrue(tried(Stores(), stiff, asked(bent=True), 2.0).fails)
        straight = tried(Stores(), stiff, asked(bent=False), 2.0)
        self.assertEqual((straight.fails, spoken(straight.tool)), ([], "no bend"))

    def test_cured_clay_holds_what_wire_alone_does_not(self) -> None:
        run = next(r for r in planned(biped()).frame.runs if r.id == "arms")
        for joint in run.joints:
            self.assertGreaterEqual(joint.hold_cured, joint.hold_any_way or 0)
        free = biped(run__arms__poseable={"elbow_r": 60})
        elbow = next(j for r in planned(free).frame.runs for j in r.joints if j.joint == "elbow_r")
        self.assertAlmostEqual(elbow.hold_cured, min(elbow.hold_upright, elbow.hold_any_way or 99))


class PoseableTest(unittest.TestCase):
    def test_bends_fall_with_the_square_of_the_strain(self) -> None:
        # inside radius one diameter: strain 1/3, five bends; a gap four times as long: 16 times
        close = bends_it_lives(2.0, 3.0, math.degrees(1.0))
        self.assertAlmostEqual(close, 5.0)
        self.assertAlmostEqual(bends_it_lives(2.0, 12.0, math.degrees(1.0)) / close, 16.0)

    def test_the_gap_lets_the_limb_fold_without_its_clay_meeting(self) -> None:
        # 90° on a limb 20 mm thick: π/2 × 10
        self.assertAlmostEqual(poseable_gap_mm(20, 2, 90), math.pi / 2 * 10)
        self.assertAlmostEqual(poseable_gap_mm(1, 2, 5), 6.0)

    def test_it_is_said_of_the_run(self) -> None:
        run = next(
            r
            for r in planned(biped(run__arms__poseable={"elbow_r": 60})).frame.runs
            if r.id == "arms"
        )
        [joint] = run.poseable
        self.assertGreater(joint.gap_mm, 3 * run.chosen.diameter_mm)
        self.assertGreater(joint.bends, 5)
        self.assertTrue(joint.covered_by)


class CentreOfRulesTest(unittest.TestCase):
    def test_a_rod_under_the_trunk_takes_the_moment_it_clamps(self) -> None:
        rod = {"id": "rod", "label": "rod", "path": ["hips"], "start": "anchor", "end": "rod"}
        sheet = changed(
            biped(run__spine__end="loop", run__leg_l__end="loop"),
            run__rod=rod,
            joint__hips__swing_deg=25,
        )
        frame = planned(sheet, context()).frame
        run = next(r for r in frame.runs if r.id == "rod")
        [joint] = run.joints
        offset = frame.centre_figure[:2] - np.array(
            [frame.pegs[0].right_mm, frame.pegs[0].forward_mm]
        )
        figure_n = joint.mass_g * G_MM_N
        self.assertAlmostEqual(joint.upright_nmm / (figure_n * float(np.hypot(*offset))), 1, 6)
