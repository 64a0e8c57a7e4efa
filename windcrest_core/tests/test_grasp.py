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
from windcrest_core.body.solids import RoundConeSolid
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import biped, changed, findings_of, spoken

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


class MovedIntoTheHandTest(unittest.TestCase):
    """The fix of a thing that no hand comes to: its middle line is laid through the hands."""

    def put(self, hosts: list[str], **shape: object) -> FigureSheet:
        oar = {
            "id": "oar",
            "label": "oar",
            "bone": "hips",
            "shape": {"kind": "round_cone", "start_radius": 0.01, "end_radius": 0.01, **shape},
            "meeting": {"kind": "hold", "hosts": hosts},
        }
        sheet = changed(biped(), part__oar=oar)
        found = findings_of(sheet, "order.hold.air")
        self.assertTrue(found)
        moved = [
            row
            for finding in found
            for row in finding.fixes
            if spoken(row.label).startswith("Move the oar into")
        ]
        self.assertTrue(moved)
        after = apply_edits(sheet, moved[0].operations)[0]
        self.assertEqual(findings_of(after, "order.hold.air"), [])
        return after

    def test_its_line_runs_through_both_hands_and_is_as_long_as_it_was(self) -> None:
        after = self.put(["hand_r", "hand_l"], start=[0.4, 0.3, 0], end=[-0.4, 0.5, 3])
        pieces = figure(after, 6.0)
        solid = pieces.piece("oar").solid
        assert isinstance(solid, RoundConeSolid)
        along = solid.frame[:, 2]
        for hand in ("hand_r", "hand_l"):
            low, high = pieces.piece(hand).solid.bounds
            off = (low + high) / 2 - solid.origin
            self.assertLess(float(np.linalg.norm(off - (off @ along) * along)), 1e-6)
            self.assertTrue(0 <= off @ along <= solid.h)
        bone = pieces.bones["hips"]
        was = bone.frame @ np.array(
            [-0.8 * after.height_mm, 0.2 * after.height_mm, 3 * bone.length_mm]
        )
        self.assertAlmostEqual(solid.h, float(np.linalg.norm(was)), 6)

    def test_in_one_hand_it_keeps_its_way(self) -> None:
        after = self.put(["hand_r"], start=[0.6, 0.4, -3], end=[0.6, 0.4, 3])
        solid = figure(after, 6.0).piece("oar").solid
        assert isinstance(solid, RoundConeSolid)
        self.assertLess(float(np.linalg.norm(solid.frame[:, 2] - [0, 0, 1])), 0.02)
        off = middle(after) - solid.origin
        off -= (off @ solid.frame[:, 2]) * solid.frame[:, 2]
        self.assertLess(float(np.linalg.norm(off)), 1e-6)
