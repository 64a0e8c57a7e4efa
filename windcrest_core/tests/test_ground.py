"""Which way it tips, and the holes of its base on paper."""

from __future__ import annotations

import io
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from windcrest_core.frame.standing import circle, rectangle, standing, tips_all_round
from windcrest_core.prints import drilling_template, map_pdf
from windcrest_core.tests.support import biped, example, planned

inside = st.floats(-35, 35)


class AllRoundTest(unittest.TestCase):
    @given(inside, inside, st.floats(20, 300))
    def test_no_way_tips_sooner_than_the_nearest_edge(self, x: float, y: float, z: float) -> None:
        for ground in (rectangle(100, 80), circle(90.0)):
            centre = np.array([x, y, z])
            whole = standing(500, centre, ground).tips_at_deg
            ways = tips_all_round(centre, ground)
            self.assertEqual(len({way.words for way in ways}), 8)
            self.assertTrue(all(way.tips_at_deg >= whole - 1e-6 for way in ways) or whole < 0)

    def test_on_a_rectangle_the_weakest_way_is_the_nearest_edge(self) -> None:
        """SCIENCE 2: centre at y 28, 139.9 high over 40 mm of depth: 4.90° forward."""
        y, z = 500 * 30 / 536, (500 * 150 + 36 * 4.5) / 536
        ways = {
            w.words: w.tips_at_deg for w in tips_all_round(np.array([0, y, z]), rectangle(100, 80))
        }
        self.assertAlmostEqual(ways["forward"], 4.90, 2)
        self.assertEqual(min(ways, key=lambda words: ways[words]), "forward")
        self.assertAlmostEqual(ways["to its right"], ways["to its left"])

    def test_the_plan_names_the_way_it_tips(self) -> None:
        for name in ("ferrywoman", "pelican_piper"):
            frame = planned(example(name)).frame
            least = min(way.tips_at_deg for way in frame.ground.ways)
            self.assertLess(abs(least - frame.tips_at.value), 6.0)


class TemplateTest(unittest.TestCase):
    def test_holes_are_where_the_pegs_are_seen_from_above(self) -> None:
        plan = planned(biped(base__width_mm=120.0, base__depth_mm=90.0, base__shape="rectangle"))
        drawn = drilling_template(plan)
        outline = drawn.lines[0].points
        middle = np.mean(outline, axis=0)
        holes = [line for line in drawn.lines if line.style == "wire"]
        self.assertEqual(len(holes), len(plan.finish.pegs))
        for line, peg in zip(holes, plan.finish.pegs, strict=True):
            ring = np.array(line.points)
            off = ring.mean(axis=0) - middle
            np.testing.assert_allclose(off, [-peg.right_mm, -peg.forward_mm], atol=1e-6)
            self.assertAlmostEqual(float(np.ptp(ring[:, 0])), peg.hole_mm, 6)
        spans = np.ptp(np.array(outline), axis=0)
        np.testing.assert_allclose(spans, [120, 90])
        text = PdfReader(io.BytesIO(map_pdf(drawn, "A4"))).pages[1].extract_text()
        self.assertIn("FRONT", text)
        self.assertIn(f"{plan.finish.pegs[0].hole_mm:.1f} mm wide", text)
