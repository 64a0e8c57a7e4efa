"""What each station answers, on whole figures and at their edges."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.bake.bodies import heat_body, rule_thickness_mm
from windcrest_core.body.figure import skin_over_mm
from windcrest_core.body.workpiece import workpiece
from windcrest_core.character.poses import PRESETS
from windcrest_core.colour.spectra import rgb_of_hex
from windcrest_core.errors import SheetError
from windcrest_core.findings import STATIONS
from windcrest_core.given.load import Context, load_progress, load_rules
from windcrest_core.given.progress import Progress
from windcrest_core.measures import Units
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.tests.support import biped, changed, context, example, planned
from windcrest_core.tests.sweeps import some, sweep
from windcrest_core.units import nearest_gauge
from windcrest_core.words import sayer

NAMES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")


class EveryFigureTest(unittest.TestCase):
    """Invariants that hold for any figure a person can make."""

    def test_every_body_has_a_full_plan_at_once(self) -> None:
        for body in BODIES:
            plan = planned(new_sheet("x", body, 280))
            for station in STATIONS:
                self.assertIsNotNone(getattr(plan, station))
            self.assertGreater(plan.totals.clay.value, 50)
            self.assertGreaterEqual(plan.totals.bakes.value, 1)
            self.assertTrue(plan.drawing.front.silhouette and plan.drawing.side.silhouette)

    @sweep
    def test_every_preset_is_within_the_ranges(self) -> None:
        cases = [
            (body, shape, name, pose)
            for body, (_, shape) in BODIES.items()
            for name, pose in PRESETS[shape.plan].items()
        ]
        for body, shape, name, pose in some(cases, least=4):
            sheet = new_sheet("x", body, 280)
            known = joint_ranges(shape)
            changes = {
                f"joint__{joint}__{angle}": value
                for joint, angles in pose.items()
                if joint in known
                for angle, value in zip(
                    ("swing_deg", "spread_deg", "turn_deg"), angles, strict=True
                )
            }
            with self.subTest(body, pose=name):
                self.assertGreater(planned(changed(sheet, **changes)).totals.mass.value, 0)

    def test_estimates_lie_in_their_range(self) -> None:
        for name in NAMES:
            totals = planned(example(name)).totals
            for q in (totals.mass, totals.foil, totals.clay, totals.hands):
                assert q.low is not None and q.high is not None
                self.assertTrue(q.low < q.value < q.high, name)

    @settings(max_examples=12)
    @given(st.sampled_from(sorted(BODIES)), st.floats(120, 600), st.floats(2.5, 9), st.floats(2, 9))
    def test_no_figure_breaks_the_plan(
        self, body: str, height: float, heads: float, wall: float
    ) -> None:
        plan = planned(new_sheet("x", body, height, heads), context(wall_mm=wall))
        numbers = [
            q.value
            for q in (plan.totals.mass, plan.totals.wire, plan.totals.foil, plan.totals.tips_at)
        ]
        self.assertTrue(np.isfinite(numbers).all())
        self.assertTrue(all(part.grams >= 0 for part in plan.clay.parts))
        self.assertTrue(all(0 <= p.fusion <= 1 for b in plan.bake.bakes for p in b.parts))

    def test_twice_as_tall_weighs_more_and_needs_more_wire(self) -> None:
        small, tall = planned(new_sheet("x", "biped", 200)), planned(new_sheet("x", "biped", 400))
        self.assertGreater(tall.totals.mass.value, 4 * small.totals.mass.value)
        self.assertGreater(tall.totals.wire.value, 1.6 * small.totals.wire.value)


class CharacterTest(unittest.TestCase):
    def test_published_ratios_are_not_called_assumed_and_made_up_ones_are(self) -> None:
        for heads, assumed in ((7.5, False), (6.0, True)):
            character = planned(biped(body__heads_tall=heads)).character
            for row in (*character.landmarks, *character.spans):
                self.assertEqual(row.why.assumed, assumed, row.label)
        newt = planned(example("newt_drummer")).character
        self.assertTrue(all(row.why.assumed for row in newt.landmarks))

    def test_landmarks_in_mm_and_heads(self) -> None:
        marks = {m.id: m for m in planned(biped(height_mm=310)).character.landmarks}
        self.assertAlmostEqual(marks["knee"].height_mm, 0.285 * 310)
        self.assertAlmostEqual(marks["crown"].heads, 7.5)
        heights = [m.height_mm for m in planned(biped()).character.landmarks]
        self.assertEqual(heights, sorted(heights, reverse=True))

    def test_a_twelve_inch_figure_of_six_heads(self) -> None:
        plan = planned(new_sheet("x", "biped", 304.8, 6.0))
        self.assertAlmostEqual(plan.character.head_mm.value, 50.8)

    def test_a_broader_build_is_heavier_and_no_taller(self) -> None:
        slim, broad = planned(biped(body__build=0.8)), planned(biped(body__build=1.4))
        self.assertGreater(broad.totals.mass.value, 1.2 * slim.totals.mass.value)
        self.assertAlmostEqual(broad.drawing.front.bounds[3], slim.drawing.front.bounds[3], delta=3)

    def test_breadths_move_the_elevation(self) -> None:
        narrow = planned(biped(body__shoulder_breadth=0.8)).drawing.front.bounds
        broad = planned(biped(body__shoulder_breadth=1.3)).drawing.front.bounds
        self.assertGreater(broad[2] - broad[0], narrow[2] - narrow[0] + 15)


class DrawingTest(unittest.TestCase):
    def test_the_front_is_seen_from_before_it(self) -> None:
        view = planned(biped()).drawing.front
        right = next(b for b in view.bones if b.joint == "shoulder_r")
        self.assertLess(right.start[0], 0)  # its right hand is on our left
        side = planned(biped()).drawing.side
        foot = next(b for b in side.bones if b.joint == "ankle_r")
        self.assertGreater(foot.end[0], foot.start[0])

    def test_what_moves_with_a_joint(self) -> None:
        view = planned(biped()).drawing.front
        members = next(b.members for b in view.bones if b.joint == "elbow_r")
        self.assertEqual(set(members), {"forearm_r", "hand_r", "thumb_r"})

    def test_nearer_parts_are_drawn_later(self) -> None:
        parts = [p.id for p in planned(biped()).drawing.front.parts]
        self.assertLess(parts.index("skull"), parts.index("nose"))

    def test_the_silhouette_holds_every_part(self) -> None:
        view = planned(example("pelican_piper")).drawing.side
        us = [u for ring in view.silhouette for u in ring[::2]]
        for part in view.parts:
            for ring in part.outline:
                self.assertGreaterEqual(min(ring[::2]), min(us) - 0.02)
                self.assertLessEqual(max(ring[::2]), max(us) + 0.02)


class HeatBodyTest(unittest.TestCase):
    def setUp(self) -> None:
        self.work = workpiece(example("ferrywoman"), Context(), Progress())

    def test_a_limb_a_head_and_an_apron(self) -> None:
        limb = heat_body(self.work, self.work.figure.piece("thigh_r"))
        head = heat_body(self.work, self.work.figure.piece("skull"))
        apron = heat_body(self.work, self.work.figure.piece("apron"))
        self.assertEqual((limb.shape, limb.clay_mm), ("limb", 6))
        self.assertEqual((head.shape, head.clay_mm), ("limb", 6))  # a neck on it
        self.assertEqual(apron.shape, "wall")
        self.assertGreater(apron.clay_mm, 6)  # it lies on the belly's wall

    def test_a_fin_stands_free_and_an_apron_lies_flat(self) -> None:
        newt = workpiece(example("newt_drummer"), Context(), Progress())
        crest, skull = newt.figure.piece("crest"), newt.figure.piece("skull")
        self.assertIsNone(skin_over_mm(crest, skull))
        apron, belly = self.work.figure.piece("apron"), self.work.figure.piece("belly")
        self.assertAlmostEqual(skin_over_mm(apron, belly) or 0, 0.011 * 310)

    def test_the_label_speaks_of_the_wall_or_right_through(self) -> None:
        self.assertEqual(rule_thickness_mm(self.work, self.work.figure.piece("thigh_r")), 6)
        nose = self.work.figure.piece("nose")
        self.assertAlmostEqual(
            rule_thickness_mm(self.work, nose), nose.solid.greatest_thickness_mm, delta=4
        )


class ContextTest(unittest.TestCase):
    def test_impossible_rules_and_progress(self) -> None:
        for data in (
            {"wall_mm": 0},
            {"wall_mm": float("nan")},
            {"oven": {"air": "storm"}},
            {"extra": 1},
            {"rules_version": 2},
            {"oven": {"offset_c": 1e400}},
        ):
            with self.subTest(data), self.assertRaises(SheetError):
                load_rules(data)
        for data in (
            {"bakes": [{"bake": 0, "minutes": 5}]},
            {"bakes": [{"bake": 1, "minutes": -5}]},
        ):
            with self.subTest(data), self.assertRaises(SheetError):
                load_progress(data)

    def test_gauges_in_the_persons_words(self) -> None:
        self.assertEqual(Units().wire_mm(1.628), "14 AWG, 1.63 mm")
        self.assertEqual(nearest_gauge(1.628, "us_steel"), "about 16 US steel")
        run = planned(biped()).frame.runs[0]
        self.assertIn("imperial", sayer(Units(gauge="imperial")).say(run.gauge))

    def test_colours_read_as_written(self) -> None:
        self.assertEqual(rgb_of_hex("#c9962f"), (201, 150, 47))
