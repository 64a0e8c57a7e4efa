"""An arm that turns so that its hand comes to a point."""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.figure import figure
from windcrest_core.body.grasp import elbow_at, reaching
from windcrest_core.body.skeleton import Array
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import biped, changed

HAND = "hand_r"


def middle(sheet: FigureSheet) -> Array:
    low, high = figure(sheet, 6.0).piece(HAND).solid.bounds
    return np.asarray((low + high) / 2)


def posed(swing: float, spread: float, bend: float) -> FigureSheet:
    return changed(
        biped(),
        joint__shoulder_r__swing_deg=swing,
        joint__shoulder_r__spread_deg=spread,
        joint__elbow_r__swing_deg=bend,
    )


class ElbowTest(unittest.TestCase):
    @given(
        st.tuples(*[st.floats(-80, 80)] * 3),
        st.floats(20, 60),
        st.floats(20, 60),
        st.tuples(*[st.floats(-80, 80)] * 3),
    )
    @settings(max_examples=100, deadline=None)
    def test_both_bones_keep_their_lengths(
        self, hand: tuple[float, ...], upper: float, lower: float, near: tuple[float, ...]
    ) -> None:
        """Measured, not reckoned: from shoulder to elbow, and from there to the hand where it is in reach."""
        to = np.array(hand)
        elbow = elbow_at(np.zeros(3), to, upper, lower, np.array(near))
        self.assertAlmostEqual(float(np.linalg.norm(elbow)), upper, 4)
        far = float(np.linalg.norm(to))
        if abs(upper - lower) + 0.01 < far < upper + lower - 0.01:
            self.assertAlmostEqual(float(np.linalg.norm(to - elbow)), lower, 4)


class ReachingTest(unittest.TestCase):
    @given(st.floats(0, 80), st.floats(0, 50), st.floats(5, 110))
    @settings(max_examples=25, deadline=None)
    def test_it_comes_to_where_some_pose_has_the_hand(
        self, swing: float, spread: float, bend: float
    ) -> None:
        """The place is taken from a pose that there is; the hand of the answer is measured on its solid."""
        to = middle(posed(swing, spread, bend))
        turns = reaching(biped(), HAND, to)
        if turns is None:  # it would come there with the joints turned past their range
            return
        edits = {
            f"joint__{joint}__{angle}": value
            for joint, angles in turns.items()
            for angle, value in angles.model_dump().items()
        }
        self.assertLess(float(np.linalg.norm(middle(changed(biped(), **edits)) - to)), 1.2)

    def test_most_of_what_it_can_reach_it_does(self) -> None:
        """Of a grid of poses within the joints' ranges, nine of ten."""
        poses = [(a, b, c) for a in (0, 30, 60) for b in (0, 20, 40) for c in (15, 60, 100)]
        found = [reaching(biped(), HAND, middle(posed(*pose))) is not None for pose in poses]
        self.assertGreaterEqual(sum(found), math.floor(0.9 * len(found)))

    def test_what_is_further_off_than_the_arm_is_long_is_out_of_reach(self) -> None:
        self.assertIsNone(reaching(biped(), HAND, np.array([400.0, 0.0, 150.0])))

    def test_a_part_of_the_trunk_is_no_hand(self) -> None:
        self.assertIsNone(reaching(biped(), "chest", np.array([0.0, 40.0, 200.0])))


if __name__ == "__main__":
    unittest.main()
