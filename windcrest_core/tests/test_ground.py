"""Which way it tips, and the holes of its base on paper."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from windcrest_core.stand.standing import circle, rectangle, standing, tips_all_round
from windcrest_core.tests.support import example, planned, spoken

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
            spoken(w.words): w.tips_at_deg
            for w in tips_all_round(np.array([0, y, z]), rectangle(100, 80))
        }
        self.assertAlmostEqual(ways["forward"], 4.90, 2)
        self.assertEqual(min(ways, key=lambda words: ways[words]), "forward")
        self.assertAlmostEqual(ways["to its right"], ways["to its left"])

    def test_the_plan_names_the_way_it_tips(self) -> None:
        for name in ("ferrywoman", "pelican_piper"):
            frame = planned(example(name)).frame
            least = min(way.tips_at_deg for way in frame.ground.ways)
            self.assertLess(abs(least - frame.tips_at.value), 6.0)
