"""Segments strung on the open end of a wire."""

from __future__ import annotations

import math
import re
import unittest

from windcrest_core.body.figure import figure
from windcrest_core.sheet import FigureSheet
from windcrest_core.tests.support import (
    biped,
    changed,
    findings_of,
    planned,
    refused,
    spoken,
)


class ThreadTest(unittest.TestCase):
    LIMBS = ("upper_arm", "forearm", "hand")

    def threaded(self, *sides: str) -> FigureSheet:
        kinds = {
            f"part__{key}_{side}__meeting__kind": "thread" for key in self.LIMBS for side in sides
        }
        return changed(biped(), **kinds)

    def test_each_end_of_a_wire_is_strung_from_the_trunk_outwards_and_closed_last(self) -> None:
        keys = [key for step in planned(self.threaded("r", "l")).order.steps for key in step.keys]
        for side, end in (("r", "arms_start"), ("l", "arms")):
            wanted = [*(f"{key}_{side}.join.1" for key in self.LIMBS), f"{end}.close.1"]
            self.assertEqual(sorted(wanted, key=keys.index), wanted)
        self.assertLess(keys.index("figure.seal.1"), keys.index("upper_arm_r.join.1"))

    def test_a_bore_is_as_wide_as_its_wire_and_a_little_air(self) -> None:
        """A drill of two tenths more, as for any hole."""
        plan = planned(self.threaded("r"))
        run = next(run for run in plan.frame.runs if run.id == "arms")
        form = next(step for step in plan.order.steps if step.key == "forearm_r.cover.1")
        bore_mm = run.chosen.bundle_mm + 0.2
        self.assertIn(f"a mandrel of {bore_mm:.1f} mm", spoken(form.label))

    def test_segments_are_as_long_as_their_bones_less_what_stays_free(self) -> None:
        """At the elbow the wire is free for the turn of half the limb's thickness by 60°, rounded up, half of it each
        way; elsewhere a segment meets the next at the joint."""
        sheet = changed(self.threaded("r"), run__arms__poseable={"elbow_r": 60})
        plan = planned(sheet)
        said = {step.key: spoken(step.label) for step in plan.order.steps}
        bones = figure(sheet, 6.0).bones
        (bent,) = (row for run in plan.frame.runs for row in run.poseable)
        upper = math.dist(bones["shoulder_r"].start, bones["elbow_r"].start)
        fore = math.dist(bones["elbow_r"].start, bones["wrist_r"].start)
        for key, wanted in (("upper_arm_r", upper), ("forearm_r", fore)):
            told = re.search(r"apart, ([\d.]+) mm long", said[f"{key}.cover.1"])
            assert told is not None
            self.assertAlmostEqual(float(told[1]), wanted - bent.gap_mm / 2, delta=0.1)
        self.assertIn(f"leave {bent.gap_mm:.0f} mm of wire free", said["forearm_r.join.1"])
        self.assertIn("right elbow, which stays poseable", said["forearm_r.join.1"])
        self.assertNotIn("free", said["hand_r.join.1"])
        self.assertEqual(findings_of(sheet, "frame.poseable.covered"), [])

    def test_segments_are_tried_on_their_wire_before_they_are_sanded_and_painted(self) -> None:
        keys = [step.key for step in planned(self.threaded("r")).order.steps]
        row = ["frame.test.1", "figure.sand.1", "figure.prime.1", "upper_arm_r.join.1"]
        self.assertEqual(sorted(row, key=keys.index), row)
        self.assertLess(keys.index("bake.1"), keys.index(row[0]))

    def test_a_run_that_is_not_there_is_refused(self) -> None:
        with refused("the id of a run"):
            changed(biped(), part__hand_r__meeting={"kind": "thread", "run": "rope"})
