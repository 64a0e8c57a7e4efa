"""What is held, sat on, painted under, glued; meetings that contradict each other."""

from __future__ import annotations

import math
import unittest

from windcrest_core.body.workpiece import workpiece
from windcrest_core.character.library import add_from_library
from windcrest_core.character.poses import preset
from windcrest_core.frame.paths import feet, part_weights
from windcrest_core.frame.pose import taken_up
from windcrest_core.frame.statics import reactions
from windcrest_core.given.load import Context
from windcrest_core.given.progress import BakeDone, Progress
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.strength import G_MM_N
from windcrest_core.tests.meeting_figures import BOTH, HANDS, HEAD, figure_of, part
from windcrest_core.tests.support import biped, changed, context, planned, spoken
from windcrest_core.work.bakes import planned_bake


class HeldTest(unittest.TestCase):
    def figure(self, how: str) -> FigureSheet:
        return figure_of(*HANDS, part("oar", "hold", *BOTH, how={"how": how}))

    def test_what_comes_out_again_goes_back_when_it_is_painted(self) -> None:
        order = planned(self.figure("slides_out")).order
        at = {key: n for n, step in enumerate(order.steps) for key in step.keys}
        bake = {key: step.bake for step in order.steps for key in step.keys}
        chain = ["oar.cover.1", "oar.join.1", "oar.out.1", "figure.seal.1", "oar.back.1"]
        self.assertEqual(sorted(chain, key=at.__getitem__), chain)
        self.assertEqual([bake[key] for key in chain], [1, 2, None, None, None])

    def test_hands_closed_in_the_oven_are_no_glue_that_the_oven_frees(self) -> None:
        """Only what is put back is glued, and then the oven would free it."""
        closed = Progress(steps_done=["oar.join.1"])
        glued = Progress(steps_done=["oar.join.1", "oar.back.1"])
        for progress, found in ((closed, False), (glued, True)):
            bakes = planned(self.figure("slides_out"), None, progress).bake.bakes
            inside = [row for bake in bakes for row in bake.inserts if row.what == "glue"]
            self.assertEqual(bool(inside), found)

    def test_a_stand_in_is_got_and_the_thing_itself_is_in_no_hand_in_the_oven(self) -> None:
        order = planned(self.figure("stand_in")).order
        got = next(step for step in order.steps if step.key == "oar.standin.1")
        self.assertRegex(spoken(got.label), "^(Get a stick|Make a ball of foil) of ")
        closed = next(step for step in order.steps if step.key == "oar.join.1")
        self.assertNotIn("bake.1", [need.key for need in closed.needs if "oar" in need.key])
        self.assertEqual(
            [row.onto for row in order.joins if row.part == "oar"], ["hand_r", "hand_l"]
        )


class PaintedTest(unittest.TestCase):
    def test_paint_under_clay_is_dry_before_the_oven_and_stands_it(self) -> None:
        """House rules: 12 h brushed, 2 h airbrushed; the label's 130 °C are below its 150."""
        sheet = figure_of(
            part("ribs", "lay", HEAD), part("skin", "lay", "ribs", how={"painted": True})
        )
        for by, wait in (("brush", 720.0), ("airbrush", 120.0)):
            plan = planned(sheet, context(painted_by=by))
            painted = next(step for step in plan.order.steps if step.key == "ribs.paint.1")
            self.assertEqual((painted.wait_min, painted.bake), (wait, 2))
            (paint,) = [row for row in plan.bake.bakes[1].inserts if row.what == "paint"]
            self.assertLess(paint.peak_c, paint.limit_c)
            self.assertFalse([row for row in plan.bake.bakes[0].inserts if row.what == "paint"])


class SeatTest(unittest.TestCase):
    def on_a_box(self) -> FigureSheet:
        box = apply_edits(biped(), add_from_library(biped(), "box", None))[0]
        bent = apply_edits(box, taken_up(box, preset(box.body, "sitting")))[0]
        sat = changed(bent, part__pelvis__meeting={"kind": "sit", "hosts": ["box"]})
        (found,) = [f for f in planned(sat).findings if f.id == "order.sit.air"]
        return apply_edits(sat, found.fixes[0].operations)[0]

    def test_pins_go_through_the_seat_into_the_armature_and_the_wall_of_the_box(self) -> None:
        """Half the pelvis deep; in the box, which no wire goes through, nine tenths of its wall, in whole mm."""
        sat = self.on_a_box()
        work = workpiece(sat, Context(), Progress())
        order = planned(sat).order
        (join,) = (row for row in order.joins if row.part == "pelvis")
        assert join.pin is not None
        self.assertEqual(join.pin.host_depth_mm, math.ceil(0.9 * work.figure.piece("box").wall_mm))
        half = work.figure.piece("pelvis").solid.greatest_thickness_mm / 2
        self.assertTrue(0 <= join.pin.depth_mm - half < 1 or math.isclose(join.pin.depth_mm, half))
        keys = [key for step in order.steps for key in step.keys]
        row = ["pelvis.cover.1", "pelvis.pin.1", "figure.seal.1", "box.join.1", "pelvis.join.1"]
        self.assertEqual(sorted(row, key=keys.index), row)

    def test_the_seat_and_the_feet_carry_what_sits(self) -> None:
        """Forces of seat and pegs add up to the weight, and the legs bear less than all of it."""
        sat = self.on_a_box()
        work = workpiece(sat, Context(), Progress())
        ground, weights = feet(work), part_weights(work)
        self.assertEqual(set(ground), {"hips", "ankle_r", "ankle_l"})
        forces = {row.bone: row.force_n for row in reactions(weights, ground)}
        self.assertAlmostEqual(sum(forces.values()), sum(w.mass_g for w in weights) * G_MM_N, 6)
        self.assertGreater(forces["hips"], 0.2 * sum(forces.values()))

    def test_a_box_beside_a_figure_hangs_on_no_bone(self) -> None:
        box = apply_edits(biped(), add_from_library(biped(), "box", None))[0]
        for with_box, alone in zip(
            planned(box).frame.runs, planned(biped()).frame.runs, strict=True
        ):
            more = with_box.chosen.hold_upright / alone.chosen.hold_upright
            self.assertAlmostEqual(more, 1.0, delta=0.01)


class CareTest(unittest.TestCase):
    def test_glue_and_heat_gun_carry_their_cautions(self) -> None:
        for rule, words in (("instant", "never cotton"), ("epoxy", "skin sensitive")):
            order = planned(figure_of(part("lid", "glue", HEAD)), context(glue=rule)).order
            glued = next(step for step in order.steps if step.key == "lid.join.1")
            self.assertIn(words, spoken(glued.caution))
        how = {"hardened": "heat_gun"}
        order = planned(figure_of(part("horn", "press", HEAD, how=how))).order
        set_hard = next(step for step in order.steps if step.key == "horn.cover.1")
        self.assertIn("heat gun", spoken(set_hard.label))
        self.assertIn("moving", spoken(set_hard.caution))


class ConflictTest(unittest.TestCase):
    def test_a_host_that_is_raw_for_one_and_cured_for_another(self) -> None:
        """Pressed into both the head and what lies on it cured: one of them cannot be."""
        sheet = figure_of(
            part("brow", "lay", HEAD, how={"cured": True}), part("horn", "press", HEAD, "brow")
        )
        (found,) = [f for f in planned(sheet).findings if f.id == "order.meeting.conflict"]
        self.assertEqual((found.subject, found.severity), ("horn", "stop"))
        self.assertIn("brow", spoken(found.reason))
        for way in found.fixes:
            done = {f"{row.path.replace('/', '__')}": row.value for row in way.operations}
            left = planned(changed(sheet, **done)).findings
            self.assertEqual([f.id for f in left if f.severity == "stop"], [])

    def test_a_host_that_was_baked_yesterday_takes_nothing_in(self) -> None:
        sheet = figure_of(part("ears", "lay", HEAD, delicate=True))
        raw = [key for step in planned(sheet).order.steps if step.bake == 1 for key in step.keys]
        ran = Progress(bakes=[BakeDone(bake=1, minutes=40, steps=raw)], steps_done=raw)
        horned = changed(sheet, part__horn=part("horn", "press", HEAD))
        (found,) = [
            f for f in planned(horned, None, ran).findings if f.id == "order.meeting.conflict"
        ]
        self.assertIn("has been in the oven", spoken(found.reason))
        fresh = changed(
            horned, part__horn__meeting={"kind": "press", "hosts": [HEAD], "bed": "fresh"}
        )
        after = planned(fresh, None, ran)
        self.assertFalse([f for f in after.findings if f.id == "order.meeting.conflict"])
        self.assertEqual(
            {s.key: s.bake for s in after.order.steps if s.part == "horn"},
            {"horn.cover.1": 2, "horn.join.1": 3},
        )
        before = planned(horned).findings
        self.assertFalse([f for f in before if f.id == "order.meeting.conflict"])

    def test_teeth_that_come_to_a_figure_whose_bakes_are_over(self) -> None:
        """They are not behind it with the jaw: they are hard in the next bake, told and put right together, and
        the bake of their bed is as long as the jaw would take raw."""
        sheet = figure_of(part("ears", "lay", HEAD, delicate=True))
        over = planned(sheet)
        ran = Progress(
            bakes=[BakeDone(bake=n, minutes=60, steps=planned_bake(over, n).steps) for n in (1, 2)]
        )
        teeth = {
            f"part__tooth_{n}": part(f"tooth_{n}", "press", HEAD, feature="tooth")
            for n in range(1, 4)
        }
        later = changed(sheet, **teeth)
        before = planned(later, None, ran)
        (found,) = [f for f in before.findings if f.id == "order.meeting.conflict"]
        self.assertIn("tooth_1, tooth_2 and tooth_3", spoken(found.title))
        bakes = {key: step.bake for step in before.order.steps for key in step.keys}
        self.assertEqual({bakes[f"tooth_{n}.cover.1"] for n in range(1, 4)}, {3})
        after = planned(apply_edits(later, found.fixes[0].operations)[0], None, ran)
        self.assertFalse([f for f in after.findings if f.id == "order.meeting.conflict"])
        raw = next(p.model_min for p in over.bake.bakes[0].parts if p.id == HEAD)
        assert raw is not None
        self.assertEqual(after.bake.bakes[3].advised_min.value, math.ceil(raw))

    def test_the_place_of_an_eye_is_carved_where_the_head_is_hard(self) -> None:
        sheet = figure_of(part("ears", "lay", HEAD, delicate=True))
        raw = [key for step in planned(sheet).order.steps if step.bake == 1 for key in step.keys]
        ran = Progress(bakes=[BakeDone(bake=1, minutes=40, steps=raw)], steps_done=raw)
        eyed = changed(sheet, part__eye=part("eye", "glue", HEAD, stock="acrylic"))
        fresh = {step.key: step for step in planned(eyed).order.steps}
        self.assertEqual(fresh["eye.place.1"].bake, 1)
        late = planned(eyed, None, ran)
        place = next(step for step in late.order.steps if step.key == "eye.place.1")
        self.assertIn("Carve", spoken(place.label))
        self.assertIsNone(place.bake)
        self.assertFalse([f for f in late.findings if f.id == "order.meeting.conflict"])
