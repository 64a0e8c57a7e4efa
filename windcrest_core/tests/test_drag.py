"""A pose on its way: where things are is exact, what hangs on them about right, and the answer is small."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np

from windcrest_core.body.figure import figure
from windcrest_core.body.workpiece import workpiece
from windcrest_core.drag import Held, dragged, held
from windcrest_core.errors import SheetError
from windcrest_core.findings import Operation
from windcrest_core.frame.pose import turned
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.measures import Units
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.posed import reposed
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.pose import JointAngles
from windcrest_core.tests.support import EXAMPLES, example, planned
from windcrest_core.tests.sweeps import some, sweep
from windcrest_core.words import sayer

FIGURES = [
    path.name.removesuffix(".figure.json") for path in sorted(EXAMPLES.glob("*.figure.json"))
]
MOST_BYTES = 8000


def in_hand(sheet: FigureSheet) -> Held:
    return held(workpiece(sheet, Context(), Progress()), planned(sheet).frame)


def at(sheet: FigureSheet, joint: str, **by: float) -> dict[str, JointAngles]:
    """The pose with one joint turned further, as far as it goes."""
    now, goes = sheet.pose.get(joint, JointAngles()), joint_ranges(sheet.body)[joint]
    angles = {
        key: min(max(getattr(now, key) + degrees, getattr(goes, key)[0]), getattr(goes, key)[1])
        for key, degrees in by.items()
    }
    return {**sheet.pose, joint: now.model_copy(update=angles)}


class ReposedTest(unittest.TestCase):
    @sweep
    def test_every_joint_of_every_body_puts_all_where_the_figure_itself_is(self) -> None:
        for body in some(list(BODIES), least=3):
            sheet = new_sheet("x", body, 280.0)
            base = workpiece(sheet, Context(), Progress())
            for joint in joint_ranges(sheet.body):
                pose = at(sheet, joint, swing_deg=17, spread_deg=9, turn_deg=12)
                with self.subTest(body, joint=joint):
                    there = reposed(base, pose).work
                    fresh = figure(there.sheet, Context().rules.wall_mm)
                    for ours, theirs in zip(there.figure.pieces, fresh.pieces, strict=True):
                        if theirs.part.seat is None:  # those are sunk anew in what they lie on
                            away = np.abs(ours.solid.origin - theirs.solid.origin).max()
                            self.assertLess(away, 1e-6, theirs.part.id)
                            turn = np.abs(ours.solid.frame - theirs.solid.frame).max()
                            self.assertLess(turn, 1e-6, theirs.part.id)
                    for key, bone in fresh.bones.items():
                        self.assertLess(
                            np.abs(bone.start - there.figure.bones[key].start).max(), 1e-6
                        )

    def test_what_rides_along_keeps_its_mass_and_its_place_on_the_bone(self) -> None:
        base = workpiece(example("ferrywoman"), Context(), Progress())
        moved = reposed(base, at(base.sheet, "shoulder_r", swing_deg=30))
        self.assertIn("hand_r", moved.moved)
        self.assertNotIn("hand_l", moved.moved)
        for key in moved.moved:
            if base.figure.piece(key).part.orient == "world":
                continue  # the oar stays upright
            before, after = base.masses[key], moved.work.masses[key]
            self.assertEqual(before.total_g, after.total_g)
            bone = base.figure.piece(key).part.bone
            was, now = base.figure.bones[bone], moved.work.figure.bones[bone]
            there = now.frame.T @ (after.centre - now.start)
            np.testing.assert_allclose(there, was.frame.T @ (before.centre - was.start), atol=1e-9)

    def test_the_same_pose_moves_nothing(self) -> None:
        base = workpiece(example("barnacle_ox"), Context(), Progress())
        still = reposed(base, base.sheet.pose)
        self.assertEqual(
            (still.moved, still.turned, still.lift_mm), (frozenset(), frozenset(), 0.0)
        )


class DraggedTest(unittest.TestCase):
    def test_its_numbers_are_about_those_of_the_plan(self) -> None:
        """The wire stays that of the plan before, so it is locked to compare by."""
        for name in FIGURES:
            sheet = example(name)
            wires = {run.id: run.chosen.wire for run in planned(sheet).frame.runs}
            runs = [run.model_copy(update={"wire": wires[run.id]}) for run in sheet.runs]
            sheet = sheet.model_copy(update={"runs": runs})
            hand = in_hand(sheet)
            for joint in ("shoulder_r", "hip_l", "neck"):
                if joint not in joint_ranges(sheet.body):
                    continue
                pose = at(sheet, joint, swing_deg=20, spread_deg=8)
                about = dragged(hand, pose)
                frame = planned(sheet.model_copy(update={"pose": pose})).frame
                with self.subTest(name, joint=joint):
                    self.assertAlmostEqual(about.tips_at_deg, frame.tips_at.value, delta=0.5)
                    np.testing.assert_allclose(about.centre, frame.centre, atol=0.6)
                    assert frame.hold is not None and about.hold is not None
                    self.assertAlmostEqual(about.hold / frame.hold.value, 1, delta=0.35)
                    for row in about.holds:
                        run = next(run for run in frame.runs if run.id == row.run)
                        ratio = row.upright / min(joint.hold_upright for joint in run.joints)
                        self.assertAlmostEqual(ratio, 1, delta=0.35)

    def test_a_still_pose_is_the_plan_itself(self) -> None:
        sheet = example("pelican_piper")
        about, frame = dragged(in_hand(sheet), sheet.pose), planned(sheet).frame
        assert frame.hold is not None
        self.assertEqual(about.hold, round(frame.hold.value, 2))
        self.assertEqual(about.tips_at_deg, round(frame.tips_at.value, 1))
        self.assertEqual((about.front.parts, about.side.bones, about.front.runs), ([], [], []))

    def test_only_what_is_elsewhere_is_sent_and_little_of_it(self) -> None:
        for name in FIGURES:
            sheet = example(name)
            hand = in_hand(sheet)
            for joint in ("shoulder_r", "elbow_r", "hip_r", "wing_1_r"):
                if joint not in joint_ranges(sheet.body):
                    continue
                about = dragged(hand, at(sheet, joint, swing_deg=15))
                with self.subTest(name, joint=joint):
                    beyond = {
                        p.part.id
                        for p in hand.work.figure.pieces
                        if p.part.bone in hand.work.beyond[joint]
                    }
                    self.assertEqual({part.id for part in about.front.parts}, beyond)
                    text = about.model_dump_json(context=sayer(Units()))
                    self.assertLess(len(text), MOST_BYTES)

    def test_a_lifted_foot_raises_all_the_rest(self) -> None:
        """Both legs straightened lift a body off its bent ones: what stands still goes up by as much."""
        sheet = new_sheet("x", "biped", 300.0).model_copy(update={"pose": {}})
        bent = {key: JointAngles(swing_deg=70) for key in ("hip_r", "hip_l")}
        low = sheet.model_copy(update={"pose": bent})
        about = dragged(in_hand(low), {})
        was, now = (
            figure(one, Context().rules.wall_mm).bones["hips"].start[2] for one in (low, sheet)
        )
        self.assertAlmostEqual(about.lift_mm, now - was, places=1)
        self.assertGreater(about.lift_mm, 5)

    def test_a_wire_bent_tested_softer_holds_less_here_too(self) -> None:
        hand = in_hand(example("ferrywoman"))
        double = replace(hand, wires=dict.fromkeys(hand.wires, "al_awg9"))
        thin = replace(hand, wires=dict.fromkeys(hand.wires, "al_awg16"))
        pose = at(hand.work.sheet, "elbow_r", swing_deg=10)
        strong, weak = (dragged(one, pose).hold for one in (double, thin))
        assert strong is not None and weak is not None
        self.assertGreater(strong, 3 * weak)


class TurnedTest(unittest.TestCase):
    def test_angles_that_no_joint_takes_are_refused(self) -> None:
        sheet = example("ferrywoman")
        for path, value, words in (
            ("joint/elbow_r/swing_deg", 900, "degrees"),
            ("joint/elbow_r/swing_deg", "30", "degrees"),
            ("joint/elbow_r/swing_deg", True, "degrees"),
            ("joint/elbow_r/bend", 3, "swing_deg"),
            ("joint/third_elbow/swing_deg", 3, "joint/<id"),
            ("part/chest/wall_mm", 3, "joint/<id"),
            ("joint/elbow_r", None, "swing_deg"),
        ):
            with self.subTest(path, value=value), self.assertRaisesRegex(SheetError, words):
                turned(sheet, [Operation(path=path, value=value)])
        pose = turned(sheet, [Operation(path="joint/elbow_r/swing_deg", value=31)])
        self.assertEqual(pose["elbow_r"].swing_deg, 31)
