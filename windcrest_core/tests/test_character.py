"""Station 1: face, decisions, ages and scale, the library, pictures measured, paper."""

from __future__ import annotations

import math
import unittest
from itertools import pairwise
from typing import Any

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.figure import figure
from windcrest_core.body.joined import loose_parts, touch
from windcrest_core.body.skeleton import posed
from windcrest_core.body.solids import FRONT, SIDE
from windcrest_core.body.workpiece import workpiece
from windcrest_core.character.ages import stature_mm
from windcrest_core.character.landmarks import landmark_points, spans
from windcrest_core.character.library import ITEMS, add_from_library, offered
from windcrest_core.character.measuring import Pictures, pictures
from windcrest_core.errors import SheetError
from windcrest_core.findings import Operation
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.reshape import copied, worked_out
from windcrest_core.sheet import FigureSheet, load_sheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.tests.support import biped, changed, example, findings_of, planned, spoken
from windcrest_core.tests.sweeps import some, sweep

PX = (2400, 1600)


def with_library(sheet: FigureSheet, item: str, count: int | None = None) -> FigureSheet:
    return apply_edits(sheet, add_from_library(sheet, item, count))[0]


def pictured(sheet: FigureSheet, view: str, kind: str = "length") -> dict[str, Any]:
    """A reference as somebody would mark it in a picture of this very figure, 2 px a mm."""
    plane = FRONT if view == "front" else SIDE
    points = landmark_points(posed(sheet), sheet.body)

    def at(point: Any) -> list[float]:
        u, v = plane @ point
        return [(1200 + 2 * float(u)) / PX[0], (1500 - 2 * float(v)) / PX[1]]

    scale: dict[str, Any] = {
        "kind": "length",
        "a": at([0, 0, 0]),
        "b": at([0, 0, 100]),
        "length_mm": 100,
    }
    if kind == "stature":
        scale = {"kind": "stature", "crown": at([0, 0, sheet.height_mm]), "sole": at([0, 0, 0])}
    return {
        "id": f"p_{view}",
        "label": view,
        "view": view,
        "width_px": PX[0],
        "height_px": PX[1],
        "scale": scale,
        "landmarks": {key: at(point) for key, point in points.items()},
    }


def marked(sheet: FigureSheet, *references: dict[str, Any]) -> FigureSheet:
    return load_sheet({**sheet.model_dump(mode="json"), "references": list(references)})


def measured(sheet: FigureSheet) -> Pictures:
    return pictures(sheet, landmark_points(posed(sheet), sheet.body))


class FacePlanTest(unittest.TestCase):
    def test_the_lines_of_the_art_canon(self) -> None:
        """Head 40 mm: eye line half-way up the head, nose half-way to the chin, mouth a third on."""
        plan = planned(biped(height_mm=300.0, body__heads_tall=7.5)).character
        assert plan.face is not None
        lines = {line.id: line.above_chin_mm for line in plan.face.lines}
        head = lines["crown"]
        self.assertAlmostEqual(lines["eyes"], head / 2)
        self.assertAlmostEqual(lines["nose"], head / 4)
        self.assertAlmostEqual(lines["mouth"], head / 6)
        self.assertAlmostEqual(plan.face.face_mm, 5 * plan.face.eye_mm.value)
        self.assertAlmostEqual(plan.face.eyes_apart_mm, 2 * plan.face.eye_mm.value)

    def test_eyes_follow_the_face_plan_and_stay_in_the_skin(self) -> None:
        low = biped(face__eye_line=0.35, face__eye_breadth=0.3, face__eye_gap=0.6)
        usual, moved = figure(biped(), 6), figure(low, 6)
        before, after = usual.piece("eye_r").solid, moved.piece("eye_r").solid
        bone = usual.bones["head"]
        self.assertAlmostEqual(float(after.centre[2] - before.centre[2]), -0.15 * bone.length_mm, 6)
        self.assertAlmostEqual(after.thickness_mm / before.thickness_mm, 1.5, 6)
        for placed in (usual, moved):
            eye, skull = placed.piece("eye_r").solid, placed.piece("skull").solid
            x, y, z = (np.array([c], dtype=np.float32) for c in eye.centre)
            sunk = -float(skull.world_distance(x, y, z)[0]) + eye.thickness_mm / 2
            self.assertAlmostEqual(sunk / eye.thickness_mm, 0.75, delta=0.12)

    def test_a_bead_that_would_go_through_the_wall_is_found_and_mended(self) -> None:
        sheet = biped(height_mm=400.0, body__heads_tall=4.0, part__skull__wall_mm=3.0)
        found = findings_of(sheet, "character.socket.deep")
        self.assertEqual([f.subject for f in found], ["eye_r"])
        ways = [apply_edits(sheet, way.operations)[0] for way in found[0].fixes]
        for way in ways:
            self.assertEqual(findings_of(way, "character.socket.deep"), [])
        mended = ways[-1]
        face = planned(mended).character.face
        assert face is not None and face.behind_mm is not None
        self.assertAlmostEqual(face.behind_mm, 1.5, delta=0.25)

    def test_eyes_wider_than_the_face(self) -> None:
        sheet = biped(face__eye_breadth=0.4, face__eye_gap=1.0)
        [found] = findings_of(sheet, "character.socket.wide")
        mended = apply_edits(sheet, found.fixes[0].operations)[0]
        self.assertEqual(findings_of(mended, "character.socket.wide"), [])

    def test_the_bead_is_the_nearest_that_is_sold(self) -> None:
        face = planned(biped(height_mm=300.0)).character.face
        assert face is not None
        self.assertIn(face.bead_mm.value, (4.0, 5.0))
        self.assertIsNone(planned(new_sheet("x", "stem_cap", 200)).character.face)


class PartTest(unittest.TestCase):
    def test_a_surface_costs_minutes_and_is_said_in_its_step(self) -> None:
        plain, furred = planned(biped()), planned(biped(part__chest__texture="fur"))
        self.assertFalse([s for s in plain.order.steps if s.kind == "texture"])
        keys = [s.key for s in furred.order.steps]
        (step,) = [s for s in furred.order.steps if s.kind == "texture"]
        self.assertIn("fur on the chest", spoken(step.label))
        smooth, look = f"bake_{step.bake}.smooth.1", f"bake_{step.bake}.look.1"
        self.assertLess(keys.index("chest.cover.1"), keys.index(smooth))
        self.assertLess(keys.index(smooth), keys.index(step.key))
        self.assertLess(keys.index(step.key), keys.index(look))

    def test_what_a_bought_piece_can_take_is_its_own_where_it_is_known(self) -> None:
        sheet = biped(part__eye_r__limit_c=90.0)
        self.assertIn("eye_r", [f.subject for f in findings_of(sheet, "bake.insert.melts")])
        self.assertEqual(findings_of(biped(), "bake.insert.melts"), [])

    def test_a_hidden_part_counts_as_before(self) -> None:
        self.assertEqual(
            planned(biped(part__jaw__hidden=True)).totals.mass.value,
            planned(biped()).totals.mass.value,
        )


class DecideTest(unittest.TestCase):
    def open(self, sheet: FigureSheet) -> set[str]:
        return {topic.id for topic in planned(sheet).character.topics if topic.settled is None}

    def test_a_new_figure_has_open_questions_with_what_they_cost(self) -> None:
        """Told as one note; each stands with its cost under Decide."""
        [found] = findings_of(biped(), "character.decide.open")
        asked = self.open(biped())
        self.assertLessEqual({"hand_r", "mouth", "expression", "lights"}, asked)
        self.assertEqual(found.severity, "note")
        self.assertRegex(spoken(found.title), f"^{len(asked) + 1} questions to settle")
        self.assertRegex(spoken(found.reason), r"^Who is it\?")
        topics = planned(biped()).character.topics
        self.assertTrue(all(len(spoken(row.cost)) > 40 for row in topics))
        for row in topics:
            if row.id in asked:
                self.assertIn(spoken(row.question), spoken(found.reason))

    def test_words_settle_and_so_does_the_figure(self) -> None:
        sheet = biped(decided__lights="none", expression="wary")
        self.assertFalse({"lights", "expression"} & self.open(sheet))
        held = with_library(sheet, "held")
        self.assertNotIn("hand_r", self.open(held))
        self.assertIn("hand_l", self.open(held))
        toothed = with_library(sheet, "tooth_row")
        self.assertNotIn("mouth", self.open(toothed))

    def test_nobody_asks_a_mushroom_for_its_hands(self) -> None:
        asked = self.open(new_sheet("x", "stem_cap", 200))
        self.assertFalse({"hand_r", "mouth", "expression"} & asked)

    def test_an_answer_taken_back_is_open_again(self) -> None:
        sheet = biped(decided__lights="none")
        again, inverse = apply_edits(sheet, [Operation(path="decided/lights", value=None)])
        self.assertIn("lights", self.open(again))
        self.assertEqual(apply_edits(again, inverse)[0], sheet)


class ScaleTest(unittest.TestCase):
    def test_one_to_six_of_a_person_of_1750(self) -> None:
        found = planned(biped(height_mm=1750 / 6, stands_for_mm=1750.0)).character.scale
        assert found is not None
        self.assertAlmostEqual(found.ratio, 6.0)
        self.assertTrue(found.said)
        door = next(row for row in found.things if row.label.startswith("door"))
        self.assertAlmostEqual(door.here_mm, 2000 / 6)

    def test_without_a_word_the_number_of_heads_says_the_age(self) -> None:
        found = planned(biped(body__heads_tall=4.0)).character.scale
        assert found is not None
        self.assertEqual((found.stands_for_mm, found.said), (750.0, False))
        self.assertIsNone(planned(new_sheet("x", "many_limbed", 200)).character.scale)
        self.assertTrue(all(stature_mm(a) <= stature_mm(b) for a, b in pairwise((2, 4, 5.5, 7, 9))))

    def test_a_scale_is_typed(self) -> None:
        typed = worked_out(biped(), [Operation(path="scale", value="1:6 of a 1.75 m person")])
        sheet = apply_edits(biped(), typed)[0]
        self.assertEqual((sheet.stands_for_mm, sheet.height_mm), (1750.0, 291.67))
        smaller = apply_edits(sheet, worked_out(sheet, [Operation(path="scale", value="1/12")]))[0]
        self.assertEqual(smaller.height_mm, 145.83)
        for text, body in (("six", "biped"), ("1:0 of 2 m", "biped"), ("1:6", "many_limbed")):
            with self.assertRaisesRegex(SheetError, "1:6 of 1.75 m"):
                worked_out(new_sheet("x", body, 200), [Operation(path="scale", value=text)])

    def test_ghosts_stand_at_the_scale_of_the_figure(self) -> None:
        plan = planned(biped(height_mm=350.0, stands_for_mm=1750.0)).character
        heights = {ghost.label: ghost.height_mm for ghost in plan.ghosts}
        self.assertAlmostEqual(heights["adult"], 350.0)
        self.assertAlmostEqual(heights["baby"], 150.0)
        for ghost in plan.ghosts:
            top = max(max(ring[1::2]) for ring in ghost.outline)
            self.assertAlmostEqual(top, ghost.height_mm, delta=0.02 * ghost.height_mm)
        self.assertEqual(planned(new_sheet("x", "quadruped", 200)).character.ghosts, [])

    def test_an_age_is_a_change_of_the_build(self) -> None:
        sheet = biped()
        for age in planned(sheet).character.ages:
            aged = apply_edits(sheet, age.operations)[0]
            self.assertGreater(planned(aged).totals.mass.value, 0)


class LibraryTest(unittest.TestCase):
    def test_eyes_come_instead_of_those_the_head_has(self) -> None:
        """Of a stack it is the head of the topmost; the eyes of the others stay."""
        for body, stay in (("biped", 0), ("stacked", 4)):
            with self.subTest(body):
                sheet = new_sheet("Owl", body, 300.0)
                for item in ("eye_bead", "eye_gem", "eye_drawn"):
                    sheet = with_library(sheet, item)
                eyes = [part.id for part in sheet.parts if part.feature in ("eye", "drawn_eye")]
                self.assertEqual(eyes[stay:], ["eye_drawn_r", "eye_drawn_l"])
                self.assertEqual(len(eyes), stay + 2)

    @sweep
    def test_everything_goes_on_every_body_it_is_offered_for(self) -> None:
        cases = [(body, item) for body in BODIES for item in offered(BODIES[body][1])]
        for body, item in some(cases, least=40):
            with self.subTest(body, item=item.id):
                sheet = new_sheet("x", body, 280)
                more = with_library(sheet, item.id)
                placed = figure(more, 6)
                self.assertGreater(len(more.parts), len(sheet.parts) - 3)
                self.assertEqual([p.part.id for p in loose_parts(placed)], [])

    @sweep
    def test_everything_of_the_library_is_clean_by_itself(self) -> None:
        """No finding has it or its join as subject; what is asked to be decided is no fault."""
        cases = [
            (body, item) for body in BODIES for item in offered(new_sheet("x", body, 300).body)
        ]
        for body, item in some(cases, least=len(cases) // 10):
            sheet = new_sheet("x", body, 300)
            more = with_library(sheet, item.id)
            had = {finding.id for finding in planned(sheet).findings}
            new = {part.id for part in more.parts} - {part.id for part in sheet.parts}
            replaces = len(more.parts) <= len(sheet.parts)
            found = [
                finding.id
                for finding in planned(more).findings
                if finding.subject in new
                and not finding.id.startswith("character.decide")
                and not (replaces and finding.id in had)
            ]
            with self.subTest(body, item=item.id):
                self.assertEqual(found, [])

    def test_claws_stand_before_the_toes_and_teeth_in_what_they_are_in(self) -> None:
        feet = with_library(with_library(biped(), "toes"), "claws")
        placed = figure(feet, 6)
        toes = [p for p in placed.pieces if p.part.id.startswith("toe_")]
        claws = [p for p in placed.pieces if p.part.id.startswith("claw_")]
        self.assertTrue(toes and claws)
        ahead = max(float(p.solid.bounds[1][1]) for p in toes)
        self.assertGreater(min(float(p.solid.bounds[1][1]) for p in claws), ahead - 3)
        jaw = with_library(with_library(new_sheet("x", "tailed_biped", 300), "muzzle"), "tooth_row")
        hosts = {p.meeting.hosts[0] for p in jaw.parts if p.feature == "tooth"}
        self.assertNotIn("skull", hosts)
        work = workpiece(jaw, Context(), Progress())
        for p in work.figure.pieces:
            if p.part.feature == "tooth":
                self.assertTrue(touch(p.solid, work.figure.piece(p.part.meeting.hosts[0]).solid))
        self.assertTrue(hosts)

    def test_counts_and_sizes_follow(self) -> None:
        for number in (1, 4, 6):
            hand = with_library(biped(), "hand", number)
            fingers = [p for p in hand.parts if p.id.startswith("finger_")]
            self.assertEqual(len(fingers), 2 * number)
        small = figure(with_library(biped(height_mm=150.0), "horn"), 6).piece("horn_r").solid
        large = figure(with_library(biped(height_mm=300.0), "horn"), 6).piece("horn_r").solid
        self.assertAlmostEqual(large.volume_mm3 / small.volume_mm3, 8, 3)

    def test_twice_is_twice_under_new_ids_and_deleted_ids_stay_away(self) -> None:
        sheet = with_library(with_library(biped(), "horn"), "horn")
        ids = [p.id for p in sheet.parts if p.id.startswith("horn")]
        self.assertEqual(ids, ["horn_r", "horn_l", "horn_2_r", "horn_2_l"])
        gone, _ = apply_edits(
            sheet, [Operation(path="part/horn_2_r"), Operation(path="part/horn_2_l")]
        )
        again = with_library(gone, "horn")
        self.assertIn("horn_3_r", [p.id for p in again.parts])
        self.assertEqual(next(p for p in again.parts if p.id == "horn_3_l").mirror_of, "horn_3_r")

    def test_refusals_name_what_is_allowed(self) -> None:
        for item, count, words in (
            ("halo", None, "item"),
            ("hand", 9, "1 to 6"),
            ("horn", 3, "1 to 1"),
        ):
            with self.assertRaisesRegex(SheetError, words):
                add_from_library(biped(), item, count)
        with self.assertRaisesRegex(SheetError, "limbs"):
            add_from_library(new_sheet("x", "stem_cap", 200), "boot", None)

    def test_eyes_take_the_place_of_eyes(self) -> None:
        sheet = with_library(biped(), "eye_gem")
        self.assertFalse(any(p.id in ("eye_r", "eye_l") for p in sheet.parts))
        self.assertEqual(len(ITEMS), len({item.label for item in ITEMS.values()}))


class ReshapeTest(unittest.TestCase):
    def test_what_a_part_is_said_to_be_says_how_it_is_put_on(self) -> None:
        wanted = {"feature": ("claw", "press"), "stock": ("cotton", "dress")}
        for field, (value, kind) in wanted.items():
            sheet = self.put(biped(), f"part/hand_r/{field}", value)
            self.assertEqual(sheet.part("hand_r").meeting.kind, kind)
            self.assertEqual(sheet.part("hand_l").meeting.kind, kind)  # the other of the pair
        laid = self.put(biped(), "part/nose/feature", "horn")
        self.assertEqual(laid.part("nose").meeting.kind, "lay")  # somebody has said how

    def test_what_is_on_a_part_that_goes_meets_what_it_is_found_to_meet(self) -> None:
        sheet = self.put(biped(), "part/skull", None)
        self.assertEqual(sheet.part("nose").meeting.hosts, [])
        self.assertEqual(sheet.part("nose").meeting.kind, "lay")

    def put(self, sheet: FigureSheet, path: str, value: Any) -> FigureSheet:
        return apply_edits(sheet, worked_out(sheet, [Operation(path=path, value=value)]))[0]

    def test_a_tail_comes_with_its_parts_and_wire_and_goes_with_them(self) -> None:
        for body in BODIES:
            sheet = new_sheet("x", body, 260)
            if sheet.body.tail_length > 0:
                continue
            tailed = self.put(sheet, "body/tail_length", 0.5)
            with self.subTest(body):
                self.assertTrue(any(p.bone == "tail_3" for p in tailed.parts))
                self.assertEqual(loose_parts(figure(tailed, 6)), [])
                back = self.put(tailed, "body/tail_length", 0.0)
                self.assertEqual([p.id for p in back.parts], [p.id for p in sheet.parts])
                self.assertEqual(back.runs, sheet.runs)

    def test_wings_on_anything(self) -> None:
        for body in BODIES:
            sheet = new_sheet("x", body, 260)
            if sheet.body.wing_span > 0 or sheet.body.plan == "tailed_biped":
                continue
            winged = self.put(sheet, "body/wing_span", 0.8)
            with self.subTest(body):
                self.assertGreater(planned(winged).totals.mass.value, 0)
                self.assertTrue(any(p.bone == "wing_l" for p in winged.parts))
                self.assertIn("wings", [run.id for run in winged.runs])

    def test_more_and_fewer_limbs(self) -> None:
        sheet = new_sheet("x", "many_limbed", 200)
        for pairs in (5, 2, 6):
            sheet = self.put(sheet, "body/pairs", pairs)
            feet = {p.bone for p in sheet.parts if p.bone.startswith("foot_")}
            self.assertEqual(len(feet), 2 * pairs)
            self.assertEqual(len([r for r in sheet.runs if r.id.startswith("legs")]), pairs)
        tiers = self.put(new_sheet("x", "stacked", 200), "body/tiers", 4)
        self.assertTrue(any(p.bone == "tier_4" for p in tiers.parts))
        self.assertIn("tier_4", tiers.runs[0].path)

    def test_a_bone_more_is_a_limb_and_wire_more_and_goes_with_them(self) -> None:
        sheet = new_sheet("x", "free", 200)
        root = sheet.body.model_dump()["bones"][0]
        arm = {"id": "arm", "label": "arm", "parent": "root", "direction": [1, 0, 0], "length": 0.4}
        claw = {
            "id": "claw",
            "label": "claw",
            "parent": "arm",
            "direction": [1, 0, 0],
            "length": 0.2,
        }
        armed = self.put(
            self.put(sheet, "body/bones", [root, arm]), "body/bones", [root, arm, claw]
        )
        self.assertEqual([p.id for p in armed.parts], ["body", "arm", "claw"])
        self.assertEqual([r.path for r in armed.runs], [["root"], ["claw", "arm", "root"]])
        self.assertGreater(planned(armed).totals.mass.value, 0)
        self.assertEqual(loose_parts(figure(armed, 6)), [])
        for wrong, words in (
            ([root, {**arm, "parent": "claw"}, claw], "does not hang on this one"),
            ([root, {**arm, "parent": "fin"}], "one of root, arm"),
            ([root, {"id": "arm"}], "label"),
            ("none", "body/bones"),
        ):
            with self.assertRaisesRegex(SheetError, words):
                self.put(armed, "body/bones", wrong)
        bare = self.put(armed, "body/bones", [root])
        self.assertEqual(
            ([p.id for p in bare.parts], [r.id for r in bare.runs]), (["body"], ["to_root"])
        )

    def test_what_is_changed_on_one_of_a_pair_is_changed_on_the_other(self) -> None:
        sheet = self.put(biped(), "part/ear_r/shape/centre", [0.4, 0.1, 0.5])
        left = sheet.part("ear_l").shape
        self.assertEqual(left.centre, (-0.4, 0.1, 0.5))
        self.assertEqual(self.put(sheet, "part/hand_l/wall_mm", 4.0).part("hand_r").wall_mm, 4.0)
        self.assertEqual(
            self.put(sheet, "part/hand_l/label", "paw").part("hand_r").label, "right hand"
        )

    def test_copies(self) -> None:
        sheet = biped()
        twice, _ = apply_edits(sheet, copied(sheet, "nose", "duplicate"))
        self.assertEqual([p.id for p in twice.parts][2:4], ["nose", "nose_2"])
        horn = with_library(sheet, "horn")
        one, _ = apply_edits(horn, [Operation(path="part/horn_l")])
        both, _ = apply_edits(one, copied(one, "horn_r", "mirror"))
        placed = figure(both, 6)
        mirror = next(p for p in both.parts if p.mirror_of == "horn_r")
        np.testing.assert_allclose(
            placed.piece(mirror.id).solid.centre,
            placed.piece("horn_r").solid.centre * np.array([-1, 1, 1]),
            atol=1e-6,
        )
        with self.assertRaisesRegex(SheetError, "no mirror image yet"):
            copied(both, "horn_r", "mirror")

    def test_parts_move_in_their_list_and_back(self) -> None:
        sheet = biped()
        moved, inverse = apply_edits(sheet, [Operation(path="part/nose/at", value=0)])
        self.assertEqual(moved.parts[0].id, "nose")
        self.assertEqual(apply_edits(moved, inverse)[0], sheet)
        for wrong in (-1, 999, 1.5, "up"):
            with self.assertRaisesRegex(SheetError, "whole number"):
                apply_edits(sheet, [Operation(path="part/nose/at", value=wrong)])


class MeasuringTest(unittest.TestCase):
    @settings(max_examples=20)
    @given(
        st.sampled_from(["biped", "tailed_biped", "quadruped", "draped", "capsule", "many_limbed"]),
        st.floats(150, 450),
        st.floats(0.8, 1.2),
        st.floats(0.85, 1.15),
    )
    def test_a_picture_of_a_figure_gives_its_lengths_back(
        self, body: str, height_mm: float, shoulders: float, hips: float
    ) -> None:
        """Marked in front and from the side, every length is the sheet's own within 1 %."""
        sheet = changed(
            new_sheet("x", body, height_mm),
            body__shoulder_breadth=round(shoulders, 3),
            body__hip_breadth=round(hips, 3),
        )
        found = measured(marked(sheet, pictured(sheet, "front"), pictured(sheet, "side")))
        self.assertEqual(len(found.true_lengths), len(spans(sheet.body)))
        for row in found.true_lengths:
            self.assertAlmostEqual(row.true_mm or 0, row.figure_mm, delta=0.01 * row.figure_mm)
        self.assertEqual([p.id for p in found.proposals], [])

    @settings(max_examples=12)
    @given(st.floats(5, 8.5), st.floats(0.85, 1.3), st.floats(0.85, 1.2), st.floats(0.9, 1.3))
    def test_what_is_proposed_makes_the_figure_of_the_picture(
        self, heads: float, shoulders: float, hips: float, arms: float
    ) -> None:
        model = biped(
            height_mm=300.0,
            body__heads_tall=round(heads, 2),
            body__hip_breadth=round(hips, 2),
            body__shoulder_breadth=round(shoulders, 2),
            body__arm_length=round(arms, 2),
        )
        front = pictured(model, "front", "stature")
        side = pictured(model, "side", "stature")
        mine = marked(biped(height_mm=300.0), front, side)
        for proposal in measured(mine).proposals:
            mine = apply_edits(mine, proposal.change.operations)[0]
        for key in ("heads_tall", "shoulder_breadth", "hip_breadth", "arm_length"):
            wanted = getattr(model.body, key)
            self.assertAlmostEqual(getattr(mine.body, key), wanted, delta=0.012 * wanted)

    def test_a_limb_at_an_angle_is_said_to_be_foreshortened(self) -> None:
        sheet = biped(joint__shoulder_r__swing_deg=60.0)
        found = measured(marked(sheet, pictured(sheet, "front")))
        notes = {m.id: m.note for m in found.readings[0].measures if m.note}
        self.assertIn("shoulder_r", notes)
        self.assertIn("foreshortened", spoken(notes["shoulder_r"]))
        residual = next(r for r in found.readings[0].residuals if r.label == "upper arm")
        self.assertGreater(residual.percent, 30)
        both = measured(marked(sheet, pictured(sheet, "front"), pictured(sheet, "side")))
        arm = next(row for row in both.true_lengths if row.id == "shoulder_r")
        self.assertAlmostEqual(arm.true_mm or 0, arm.figure_mm, delta=0.01 * arm.figure_mm)

    def test_heights_are_above_the_sole(self) -> None:
        sheet = new_sheet("x", "biped", 300.0)
        rest = sheet.model_copy(update={"pose": {}})
        found = measured(marked(rest, pictured(rest, "front"))).readings[0]
        heights = {m.id: m for m in found.measures if m.kind == "height"}
        for key in ("height_tip_head", "height_head", "height_knee_r"):
            self.assertAlmostEqual(
                heights[key].seen_mm, heights[key].figure_mm, delta=0.01 * heights[key].figure_mm
            )
        self.assertAlmostEqual(heights["height_tip_head"].of_stature or 0, 1.0, 3)
        self.assertAlmostEqual(heights["height_head"].of_stature or 0, 0.87, 2)

    def test_a_knee_above_its_hip_is_told_and_nothing_is_proposed_from_it(self) -> None:
        sheet = biped()
        front = pictured(sheet, "front")
        front["landmarks"]["knee_r"], front["landmarks"]["hip_r"] = (
            front["landmarks"]["hip_r"],
            front["landmarks"]["knee_r"],
        )
        front["landmarks"]["tip_head"][1] -= 0.05
        found = measured(marked(sheet, front))
        self.assertIn("right knee is above the right hip", spoken(found.readings[0].troubles[0]))
        self.assertEqual(found.proposals, [])
        self.assertTrue(found.readings[0].measures)

    def test_bad_pictures_are_refused_by_name(self) -> None:
        sheet = biped()
        front = pictured(sheet, "front")
        same = {**front, "scale": {**front["scale"], "b": front["scale"]["a"]}}
        with self.assertRaisesRegex(SheetError, "pixels apart"):
            marked(sheet, same)
        with self.assertRaisesRegex(SheetError, "landmarks/fin"):
            marked(sheet, {**front, "landmarks": {"fin": [0.1, 0.1]}})
        upside = {"kind": "stature", "crown": [0.5, 0.9], "sole": [0.5, 0.1]}
        with self.assertRaisesRegex(SheetError, "above the sole"):
            marked(sheet, {**front, "scale": upside})
        with self.assertRaisesRegex(SheetError, "landmarks/head/0.*at most 1"):
            marked(sheet, {**front, "landmarks": {"head": [1.5, 0.2]}})

    def test_every_landmark_has_its_own_name(self) -> None:
        for body, (_, shape) in BODIES.items():
            names = list(landmark_ids(shape).values())
            with self.subTest(body):
                self.assertEqual(len(names), len(set(names)))


class PosedLandmarksTest(unittest.TestCase):
    """Heights in the pose, against where the joints' own turns put them."""

    def heights(self, **pose: dict[str, float]) -> dict[str, float]:
        rest = {
            joint: {"swing_deg": 0.0, "spread_deg": 0.0, "turn_deg": 0.0, **angles}
            for joint, angles in pose.items()
        }
        sheet = load_sheet({**biped(height_mm=300.0).model_dump(mode="json"), "pose": rest})
        marks = planned(sheet).character.posed_landmarks
        return {spoken(mark.label): mark.height_mm for mark in marks}

    def test_at_rest_they_are_those_at_rest_and_pairs_are_told_once(self) -> None:
        sheet = load_sheet({**biped(height_mm=300.0).model_dump(mode="json"), "pose": {}})
        rest = {m.label: m.height_mm for m in planned(sheet).character.landmarks}
        posed = self.heights()
        self.assertEqual(set(posed), set(rest))
        lifted = posed["crown"] - rest["crown"]
        for label, height in rest.items():
            self.assertAlmostEqual(posed[label], height + lifted, delta=0.05, msg=label)
        self.assertLess(abs(lifted), 2.0)

    def test_an_arm_held_out_has_its_wrist_at_the_height_of_its_shoulder(self) -> None:
        rest = self.heights()
        reach = rest["shoulder"] - rest["wrist"]
        for degrees in (90.0, 60.0):
            raised = self.heights(shoulder_r={"swing_deg": degrees})
            self.assertAlmostEqual(raised["left wrist"], rest["wrist"], delta=0.5)
            self.assertNotIn("wrist", raised)
            hanging = reach * math.cos(math.radians(degrees))
            self.assertAlmostEqual(
                raised["right wrist"], raised["shoulder"] - hanging, delta=0.03 * reach
            )


class CaliperTest(unittest.TestCase):
    def test_calipers_never_see_more_than_there_is(self) -> None:
        for row in planned(example("ferrywoman")).character.calipers:
            self.assertLessEqual(max(row.front_mm, row.side_mm), row.true_mm + 1e-9)
