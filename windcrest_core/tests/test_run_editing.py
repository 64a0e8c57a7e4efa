"""Runs by school, and edited: every body has wire that can be bent whatever the school."""

from __future__ import annotations

import itertools
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.plans import rest_bones
from windcrest_core.body.workpiece import Workpiece, workpiece
from windcrest_core.errors import SheetError
from windcrest_core.findings import Operation
from windcrest_core.frame import editing
from windcrest_core.frame.routes import neighbours, route
from windcrest_core.frame.runs import starting_runs
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.reshape import worked_out
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.forms import WIRE
from windcrest_core.sheet.runs import Feet, FrameSchool
from windcrest_core.tests.support import biped, changed, planned, refused, spoken
from windcrest_core.tests.sweeps import some, sweep

SCHOOLS: tuple[FrameSchool, ...] = ("one_run", "bound", "taped", "rod")
FEET: tuple[Feet, ...] = ("in_base", "loops")
EAR = {
    "id": "long_ear",
    "label": "long ear",
    "bone": "head",
    "form": WIRE,
    "layer": 1,
    "scale": "head",
    "shape": {
        "kind": "round_cone",
        "start": [0.2, 0, 0.9],
        "end": [0.5, 0, 2.4],
        "start_radius": 0.12,
        "end_radius": 0.08,
        "depth": 1.0,
    },
}


def work_of(sheet: FigureSheet) -> Workpiece:
    return workpiece(sheet, Context(), Progress())


def edited(sheet: FigureSheet, operations: list[Operation]) -> FigureSheet:
    return apply_edits(sheet, operations)[0]


class SchoolTest(unittest.TestCase):
    @sweep
    def test_every_body_can_be_wired_by_every_school(self) -> None:
        for body, school, feet in some(itertools.product(BODIES, SCHOOLS, FEET), least=8):
            rules = Rules(frame_school=school, feet=feet)
            sheet = new_sheet("x", body, 280, rules=rules)
            frame = planned(sheet).frame
            with self.subTest(body, school=school, feet=feet):
                ids = [run.id for run in sheet.runs]
                self.assertEqual(len(ids), len(set(ids)))
                bare = [f.subject for f in frame.findings if f.id == "frame.joint.bare"]
                self.assertEqual(bare, [])

    def test_no_school_leaves_out_a_joint_that_another_wires(self) -> None:
        for body in BODIES:
            shape = BODIES[body][1]
            whole = {joint for run in starting_runs(shape) for joint in run.path}
            for school in SCHOOLS[1:]:
                found = {j for run in starting_runs(shape, school) for j in run.path}
                self.assertLessEqual(whole, found, (body, school))

    def test_limbs_by_themselves_are_fastened_by_the_school(self) -> None:
        shape = BODIES["biped"][1]
        bound = {run.id: run for run in starting_runs(shape, "bound")}
        self.assertEqual({"spine", "leg_r", "leg_l", "arms_r", "arms_l"}, set(bound))
        self.assertEqual(bound["leg_r"].start, "bound")
        self.assertEqual(bound["leg_r"].path, ["hips", "hip_r", "knee_r", "ankle_r"])
        self.assertEqual(bound["arms_l"].path[0], "neck")
        taped = {run.id: run for run in starting_runs(shape, "taped")}
        self.assertEqual(taped["arms_r"].start, "taped")

    def test_a_rod_carries_the_trunk_and_frees_the_feet(self) -> None:
        runs = {run.id: run for run in starting_runs(BODIES["biped"][1], "rod")}
        self.assertEqual((runs["rod"].path, runs["rod"].end), (["hips"], "rod"))
        self.assertEqual(runs["leg_l"].end, "loop")
        frame = planned(new_sheet("x", "biped", 280, rules=Rules(frame_school="rod"))).frame
        self.assertEqual([hole.kind for hole in frame.pegs], ["rod"])
        self.assertEqual(next(r for r in frame.runs if r.id == "rod").card.bends, [])

    def test_tape_passes_on_less_than_binding(self) -> None:
        # the same wire and load at the shoulder: 0.6 of the yield moment
        holds = []
        for school in ("bound", "taped"):
            sheet = new_sheet("x", "biped", 280, rules=Rules(frame_school=school))
            sheet = changed(sheet, run__arms_r__wire="st_1_6")
            run = next(r for r in planned(sheet).frame.runs if r.id == "arms_r")
            holds.append(next(j for j in run.joints if j.joint == "shoulder_r"))
        self.assertEqual([joint.root for joint in holds], [1.0, 0.6])
        self.assertAlmostEqual(holds[1].hold_upright / holds[0].hold_upright, 0.6, 1)

    def test_a_figure_on_loops_stands_on_its_feet(self) -> None:
        frame = planned(new_sheet("x", "biped", 280, rules=Rules(feet="loops"))).frame
        self.assertTrue(frame.free_standing)
        assert frame.tips_without_base is not None
        self.assertAlmostEqual(frame.tips_at.value, frame.tips_without_base)
        self.assertEqual(frame.holding[-1].how, "clamp")

    def test_laid_anew_by_another_school_and_back(self) -> None:
        sheet = biped()
        bound = edited(sheet, editing.suggested(work_of(sheet), "bound", "in_base"))
        back = edited(bound, editing.suggested(work_of(bound), "one_run", "in_base"))
        self.assertEqual([r.path for r in back.runs], [r.path for r in sheet.runs])
        self.assertNotIn("arms", {run.id for run in back.runs})  # ids are never reused

    def test_what_stands_out_gets_wire_too(self) -> None:
        sheet = biped(part__long_ear=EAR)
        laid = edited(sheet, editing.suggested(work_of(sheet), "taped", "in_base"))
        self.assertEqual([r.id for r in laid.runs if r.into == "long_ear"], ["in_long_ear"])


class RouteTest(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(sorted(BODIES)), st.integers(0, 99), st.integers(0, 99))
    def test_each_step_goes_to_a_neighbour_and_no_joint_is_gone_twice(
        self, body: str, a: int, b: int
    ) -> None:
        parents = {bone.joint: bone.parent for bone in rest_bones(BODIES[body][1])}
        joints = list(parents)
        first, last = joints[a % len(joints)], joints[b % len(joints)]
        path = route(parents, first, last)
        self.assertEqual((path[0], path[-1]), (first, last))
        self.assertEqual(len(path), len(set(path)))
        for here, there in itertools.pairwise(path):
            self.assertIn(there, neighbours(parents, here))


class EditTest(unittest.TestCase):
    def test_split_and_joined_again_is_the_same_way(self) -> None:
        sheet = biped()
        spine = sheet.runs[0]
        for joint in spine.path[1:-1]:
            parted = edited(sheet, editing.split(sheet, "spine", joint))
            self.assertEqual([r.id for r in parted.runs][:2], ["spine", "spine_2"])
            self.assertEqual(parted.runs[1].start, "bound")
            again = edited(parted, editing.joined(parted, "spine", "spine_2"))
            self.assertEqual(again.runs[0].path, spine.path)
            self.assertEqual((again.runs[0].start, again.runs[0].end), (spine.start, spine.end))

    def test_undo_gives_the_runs_back(self) -> None:
        sheet = biped()
        parted, inverse = apply_edits(sheet, editing.split(sheet, "spine", "waist"))
        self.assertEqual(apply_edits(parted, inverse)[0].runs, sheet.runs)

    def test_a_run_is_led_on_and_ended_earlier(self) -> None:
        sheet = changed(biped(), run__arms__path=["elbow_r", "shoulder_r", "shoulder_l"])
        longer = edited(sheet, editing.through(sheet, "arms", "wrist_r"))
        self.assertEqual(next(r for r in longer.runs if r.id == "arms").path[0], "wrist_r")
        shorter = edited(longer, editing.rerouted(longer, "arms", "wrist_r", "shoulder_r"))
        self.assertEqual(
            next(r for r in shorter.runs if r.id == "arms").path,
            ["wrist_r", "elbow_r", "shoulder_r"],
        )

    def test_what_cannot_be_is_refused_by_name(self) -> None:
        sheet = biped()
        for call in (
            lambda: editing.split(sheet, "spine", "head"),
            lambda: editing.split(sheet, "ghost", "waist"),
            lambda: editing.joined(sheet, "spine", "spine"),
            lambda: editing.added(sheet, "neck", "tentacle"),
            lambda: editing.through(sheet, "spine", "waist"),
        ):
            with self.assertRaises(SheetError) as caught:
                call()
            self.assertTrue(caught.exception.faults[0].allowed)

    def test_an_added_run_is_planned(self) -> None:
        sheet = biped(run__arms=None)
        more = edited(sheet, editing.added(sheet, "neck", "wrist_r"))
        run = next(r for r in planned(more).frame.runs if r.id == "to_wrist_r")
        self.assertEqual([j.joint for j in run.joints], ["shoulder_r", "elbow_r", "wrist_r"])


class IntoPartTest(unittest.TestCase):
    def test_the_finding_runs_wire_into_the_part_and_is_settled(self) -> None:
        sheet = biped(part__long_ear=EAR)
        found = [f for f in planned(sheet).findings if f.id == "frame.slender.bare"]
        self.assertEqual([f.subject for f in found], ["long_ear"])
        self.assertEqual(spoken(found[0].fixes[0].label), "Run wire into it")
        wired = edited(sheet, found[0].fixes[0].operations)
        plan = planned(wired)
        self.assertFalse([f for f in plan.findings if f.id == "frame.slender.bare"])
        run = plan.frame.runs[-1]
        [joint] = run.joints
        self.assertEqual(spoken(joint.label), "root of the long ear")
        ear = next(p for p in plan.clay.parts if p.id == "long_ear")
        self.assertAlmostEqual(joint.mass_g, ear.grams, delta=0.1 * ear.grams)

    def test_the_run_goes_with_its_part(self) -> None:
        sheet = biped(part__long_ear=EAR)
        run = {"id": "ear", "label": "ear", "path": ["head"], "into": "long_ear", "start": "anchor"}
        wired = changed(sheet, run__ear=run)
        gone = edited(wired, worked_out(wired, [Operation(path="part/long_ear", value=None)]))
        self.assertNotIn("ear", {r.id for r in gone.runs})
        spine = {"path": wired.runs[0].path[::-1], "start": "peg", "end": "cut", "into": "long_ear"}
        through = changed(sheet, **{f"run__spine__{k}": v for k, v in spine.items()})
        kept = edited(through, worked_out(through, [Operation(path="part/long_ear", value=None)]))
        self.assertIsNone(next(r for r in kept.runs if r.id == "spine").into)

    def test_only_a_part_of_its_last_joint(self) -> None:
        with self.assertRaisesRegex(SheetError, r"run/arms/into.*a part on its last joint"):
            biped(run__arms__into="chest")


class BadRunTest(unittest.TestCase):
    def refused(self, pattern: str, **changes: object) -> None:
        with refused(pattern):
            planned(biped(**changes))

    def test_a_run_without_length(self) -> None:
        self.refused(
            r"run/arms/path.*a second joint",
            run__arms__path=["hips"],
            run__arms__start="anchor",
            run__arms__end="bound",
        )

    def test_a_joint_that_is_not_there_or_not_next(self) -> None:
        self.refused(r"run/arms/path: 'wing_r'", run__arms__path=["wrist_r", "wing_r"])
        self.refused(
            r"run/arms/path: 'knee_l'.*next to wrist_r", run__arms__path=["wrist_r", "knee_l"]
        )
        self.refused(
            r"run/arms/path: 'wrist_r'.*each joint once",
            run__arms__path=["wrist_r", "elbow_r", "wrist_r"],
        )

    def test_a_loop_wider_than_the_head(self) -> None:
        self.refused(r"run/spine/loop_mm: 90.*the head less the clay", run__spine__loop_mm=90.0)

    def test_wire_thicker_than_the_limb(self) -> None:
        self.refused(
            r"run/arms/wire.*at most",
            run__arms__wire="rod_m6",
            run__arms__strands=3,
            body__limb_thickness=0.5,
        )

    def test_a_mass_below_nought(self) -> None:
        self.refused(r"base/counterweight_g: -5", base__counterweight_g=-5)

    def test_a_joint_to_be_bent_that_is_not_on_the_way(self) -> None:
        self.refused(r"run/arms/poseable/knee_r", run__arms__poseable={"knee_r": 30})
