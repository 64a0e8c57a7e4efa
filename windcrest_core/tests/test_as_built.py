"""The work measured without a photograph: calipers, a wall by a needle, a weight, how far it has come."""

from __future__ import annotations

import unittest
from typing import Any

import numpy as np

from windcrest_core.body.masses import centre_of
from windcrest_core.body.workpiece import workpiece
from windcrest_core.given.progress import Built, Progress
from windcrest_core.plan import Plan
from windcrest_core.tests.support import context, example, planned, refused, spoken
from windcrest_core.work.checks.calipers import measured, to_measure
from windcrest_core.work.checks.check import stage_of
from windcrest_core.work.checks.marked import Stage

FERRY = example("ferrywoman")
GIVEN = context()
WORK = workpiece(FERRY, GIVEN, Progress())
PLAN = planned(FERRY, GIVEN)


class CaliperTest(unittest.TestCase):
    def test_the_five_that_would_hurt_most(self) -> None:
        """On the wire what carries most, on clay the face first; both sides of a limb at once."""
        wire, raw = to_measure(WORK, "wire"), to_measure(WORK, "raw")
        self.assertEqual([r.of[0] for r in wire][:2], ["hip_r", "head"])
        self.assertEqual(raw[0].of, ["head"])
        self.assertEqual((len(wire), len(raw)), (5, 5))
        self.assertEqual(wire[0].of, ["hip_r", "hip_l"])
        self.assertAlmostEqual(raw[0].mm[0], 50.38, 2)
        self.assertEqual(raw[0].inches, ['1 31/32"'])

    def read(self, plan: Plan = PLAN, stage: Stage = "wire", **mm: float) -> Any:
        return measured(WORK, plan, stage, mm)

    def test_within_three_percent_wire_is_left_alone(self) -> None:
        """A thigh of 71.65 mm: 2.1 mm more is left, 2.3 is not; on clay 1.5 is not."""
        self.assertFalse(self.read(hip_r=73.75).told[0].matters)
        self.assertTrue(self.read(hip_r=73.95).told[0].matters)
        self.assertTrue(self.read(stage="raw", hip_r=73.15).told[0].matters)
        strict = workpiece(FERRY, context(wire_percent=1.0), Progress())
        self.assertTrue(measured(strict, PLAN, "wire", {"hip_r": 73.0}).told[0].matters)

    def test_left_and_right_side_by_side(self) -> None:
        found = {r.difference.id: r for r in self.read(hip_r=76.0, hip_l=70.0).told}
        self.assertEqual(set(found), {"hip_r", "hip_l", "pair_hip"})
        self.assertAlmostEqual(found["pair_hip"].difference.off, 6.0)
        self.assertEqual(
            spoken(found["hip_r"].todo[0]),
            "Straighten the bend at the right knee and bend it again 4.3 mm nearer to the right hip.",
        )

    def test_a_reading_that_cannot_be_is_asked_about(self) -> None:
        """Ten times off, inches taken for mm, a centimetre for a millimetre; and what is near nothing."""
        for mm, meant in ((503.8, 50.38), (1.983, 50.37), (5.04, 50.4), (400.0, None)):
            found = self.read(stage="raw", head=mm)
            self.assertEqual(found.told, [])
            [slip] = found.slips
            self.assertAlmostEqual(slip.wanted_mm, 50.38, 2)
            if meant is None:
                self.assertIsNone(slip.meant_mm)
            else:
                self.assertAlmostEqual(slip.meant_mm, meant, 1)

    def test_no_such_length(self) -> None:
        with refused("read/tusk"):
            self.read(tusk=12.0)
        with refused("read/head"):
            self.read(head=0.1)


class StageTest(unittest.TestCase):
    def test_how_far_it_has_come(self) -> None:
        self.assertEqual(stage_of(PLAN), "wire")
        covered = next(step.key for step in PLAN.order.steps if step.kind == "form")
        raw = planned(FERRY, GIVEN, Progress(steps_done=[covered]))
        self.assertEqual(stage_of(raw), "raw")
        baked = planned(FERRY, GIVEN, Progress(steps_done=["bake.1"]))
        self.assertEqual(stage_of(baked), "baked")


class AsBuiltTest(unittest.TestCase):
    def test_a_wall_by_a_needle_and_a_weight_are_planned_with(self) -> None:
        """A chest of 9 mm in place of 6: about half as much clay again over its core (the shell of its half axes);
        a head of 200 g moves the centre by its surplus over the whole."""

        def built(*rows: tuple[str, str, float]) -> Progress:
            return Progress(built=[Built(part=p, kind=k, value=v) for p, k, v in rows])  # type: ignore[arg-type]

        plain, thick = WORK, workpiece(FERRY, GIVEN, built(("chest", "wall_mm", 9.0)))
        self.assertEqual(thick.figure.piece("chest").wall_mm, 9.0)
        ratio = thick.shares["chest"].skin_mm3 / plain.shares["chest"].skin_mm3
        self.assertTrue(1.2 < ratio < 1.6, ratio)
        was, at = plain.masses["skull"].total_g, plain.masses["skull"].centre
        heavy = workpiece(FERRY, GIVEN, built(("skull", "mass_g", 200.0)))
        self.assertAlmostEqual(heavy.masses["skull"].total_g, 200.0, 6)
        total, centre = centre_of([*plain.masses.values()])
        more, moved = centre_of([*heavy.masses.values()])
        self.assertAlmostEqual(more - total, 200.0 - was, 6)
        by_hand_ = (centre * total + at * (200.0 - was)) / more
        self.assertLess(float(np.abs(moved - by_hand_).max()), 1e-6)
        slow = planned(FERRY, GIVEN, built(("chest", "wall_mm", 9.0)))
        minutes = {p.id: p.model_min for p in PLAN.bake.bakes[0].parts}
        later = {p.id: p.model_min for p in slow.bake.bakes[0].parts}
        assert later["chest"] is not None and minutes["chest"] is not None
        self.assertGreater(later["chest"], 1.2 * minutes["chest"])
        self.assertEqual(planned(FERRY, GIVEN, built(("gone", "wall_mm", 9.0))).clay, PLAN.clay)
