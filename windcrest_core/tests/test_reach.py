"""What a brush reaches: on solids whose answer is known, and on the figures of the demo."""

from __future__ import annotations

import unittest

import numpy as np

from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.reach import Reached, reached, surface_of
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid, RoundConeSolid, Solid
from windcrest_core.findings import Finding
from windcrest_core.given.load import Context
from windcrest_core.given.reach import Reach
from windcrest_core.order.reach import fingerprint, look
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Box
from windcrest_core.tests.support import biped, changed, example, planned, spoken

EYE = np.eye(3)


def at(x: float, y: float, z: float) -> np.ndarray[tuple[int], np.dtype[np.float64]]:
    return np.array([x, y, z], dtype=np.float64)


def block(x: float, y: float, z: float, *half: float) -> Solid:
    return BoxSolid(at(x, y, z), EYE, (half[0], half[1], half[2]))


def figure_of(**solids: Solid) -> Figure:
    shape = Box(centre=(0, 0, 0), half_sizes=(0.1, 0.1, 0.1))
    pieces = [
        Piece(Part(id=key, label=key, bone="head", shape=shape), solid, None, 6.0)
        for key, solid in solids.items()
    ]
    return Figure(100.0, 20.0, {}, pieces)


def seen_by(figure: Figure, *painted: str, late: list[str] | None = None, mm: float = 6) -> Reached:
    return reached(figure, list(painted), late or [], mm, lambda share: None)


class SurfaceTest(unittest.TestCase):
    def test_points_lie_on_the_surface_and_look_outwards(self) -> None:
        ball = EllipsoidSolid(at(5, 6, 7), EYE, (20.0, 20.0, 20.0))
        found = surface_of(ball)
        away = found.points - at(5, 6, 7)
        self.assertGreater(len(found.points), 30)
        np.testing.assert_allclose(np.linalg.norm(away, axis=1), 20, atol=0.6)
        leaning = np.sum(found.outward * away, axis=1) / np.linalg.norm(away, axis=1)
        self.assertGreater(float(leaning.min()), 0.98)
        self.assertLess(float(np.abs(away.mean(axis=0)).max()), 2.0)  # on all sides alike

    def test_a_thin_sheet_has_points_on_both_faces(self) -> None:
        found = surface_of(block(0, 0, 50, 30, 0.75, 40))
        self.assertGreater(int((found.outward[:, 1] > 0.9).sum()), 10)
        self.assertGreater(int((found.outward[:, 1] < -0.9).sum()), 10)

    def test_a_long_rod(self) -> None:
        rod = RoundConeSolid(at(0, 0, 0), EYE, 3.0, 3.0, 120.0)
        self.assertGreater(len(surface_of(rod).points), 20)


class BrushTest(unittest.TestCase):
    def test_a_ball_by_itself_is_reached_all_over(self) -> None:
        access = seen_by(figure_of(a=EllipsoidSolid(at(0, 0, 40), EYE, (20, 20, 20))), "a").before
        self.assertTrue(access["a"].seen.all())
        self.assertTrue(access["a"].reached.all())

    def test_between_two_walls_a_broad_brush_does_not_go_and_a_thin_one_does(self) -> None:
        """Walls 24 mm deep, 8 mm apart: a brush of 20 mm stays outside, one of 2 mm goes in."""
        walls = figure_of(a=block(-9, 0, 40, 5, 12, 40), b=block(9, 0, 40, 5, 12, 40))
        broad, thin = seen_by(walls, "a", mm=20), seen_by(walls, "a", mm=2)
        missed = broad.before["a"].seen & ~broad.before["a"].reached
        self.assertGreater(int(missed.sum()), 3)
        self.assertEqual(broad.in_the_way["a"], "b")
        lost = thin.before["a"].seen & ~thin.before["a"].reached
        self.assertLess(int(lost.sum()), int(missed.sum()) / 2)

    def test_a_broader_brush_never_reaches_more(self) -> None:
        walls = figure_of(a=block(-9, 0, 40, 5, 12, 40), b=block(9, 0, 40, 5, 12, 40))
        counts = [
            int(seen_by(walls, "a", mm=mm).before["a"].reached.sum()) for mm in (1, 4, 8, 16, 32)
        ]
        self.assertEqual(counts, sorted(counts, reverse=True))

    def test_what_is_inside_another_is_not_seen(self) -> None:
        inside = figure_of(a=block(0, 0, 40, 5, 5, 5), b=block(0, 0, 40, 30, 30, 30))
        self.assertFalse(seen_by(inside, "a").before["a"].seen.any())

    def test_a_part_put_on_takes_away_what_it_covers_and_no_more(self) -> None:
        """A slab on a wall: a lid over one face closes that face alone."""
        lidded = figure_of(a=block(0, 0, 40, 30, 5, 40), lid=block(0, 14, 40, 30, 5, 40))
        found = seen_by(lidded, "a", late=["lid"], mm=20)
        before, after = found.before["a"], found.after[0].access["a"]
        self.assertTrue(before.reached.all())
        lost = before.reached & after.seen & ~after.reached
        outward = surface_of(lidded.piece("a").solid).outward
        self.assertGreater(int(lost.sum()), 3)
        self.assertTrue((outward[lost][:, 1] > 0.5).all())
        self.assertFalse((after.reached & ~before.reached).any())

    def test_progress_is_told_and_ends_at_one(self) -> None:
        told: list[float] = []
        reached(figure_of(a=block(0, 0, 40, 9, 9, 9)), ["a"], [], 5, told.append)
        self.assertEqual(told, sorted(told))
        self.assertEqual(told[-1], 1.0)


class PaintedFirstTest(unittest.TestCase):
    ox = example("barnacle_ox")
    found = look(ox, 6.0, lambda share: None)

    def test_the_pack_strap_is_painted_before_its_panniers_go_on(self) -> None:
        plan = planned(self.ox, Context(reach=self.found))
        self.assertTrue(plan.order.reach.fresh)
        join = next(step for step in plan.order.steps if step.key == "pannier_r.join.1")
        reasons = [spoken(need.reason) for need in join.needs if need.key == "leather.coats.1"]
        self.assertEqual(reasons, ["painted before it is out of reach: the pack strap"])
        keys = [step.key for step in plan.order.steps]
        self.assertLess(keys.index("leather.coats.1"), keys.index("pannier_r.join.1"))

    def test_the_same_figure_has_the_same_fingerprint_and_a_posed_one_another(self) -> None:
        self.assertEqual(self.found.fingerprint, fingerprint(self.ox, 6.0))
        for change in (
            {"joint__neck__swing_deg": 20},
            {"order__brush_mm": 9.0},
            {"part__hump__meeting__kind": "glue"},
        ):
            self.assertNotEqual(
                self.found.fingerprint, fingerprint(changed(self.ox, **change), 6.0)
            )
        again = changed(self.ox, name="Another name", base__width_mm=222.0)
        self.assertEqual(self.found.fingerprint, fingerprint(again, 6.0))

    def test_what_was_found_of_an_earlier_pose_goes_on_until_it_is_looked_at_again(self) -> None:
        posed = changed(self.ox, joint__neck__swing_deg=20)
        plan = planned(posed, Context(reach=self.found))
        self.assertFalse(plan.order.reach.fresh)
        self.assertTrue(any(patch.before for patch in plan.order.reach.patches))

    def test_parts_that_are_gone_are_left_out(self) -> None:
        fewer = changed(self.ox, part__pannier_r=None, part__pack_strap=None)
        plan = planned(fewer, Context(reach=self.found))
        named = {key for patch in plan.order.reach.patches for key in [patch.part, *patch.before]}
        self.assertFalse(named & {"pannier_r", "pack_strap"})

    def test_not_looked_at_is_said(self) -> None:
        reach = planned(biped()).order.reach
        self.assertEqual((reach.looked, reach.patches), (False, []))
        empty = Reach(fingerprint="x", brush_mm=5, patches=[])
        self.assertFalse(planned(biped(), Context(reach=empty)).order.reach.fresh)


class MissedTest(unittest.TestCase):
    def spoken(self, sheet: FigureSheet) -> list[Finding]:
        found = look(sheet, 6.0, lambda share: None)
        findings = planned(sheet, Context(reach=found)).order.findings
        return [finding for finding in findings if finding.id == "order.reach.brush"]

    def test_what_a_broad_brush_misses_is_said_with_ways_to_get_there(self) -> None:
        sheet = changed(example("ferrywoman"), order__brush_mm=15.0)
        found = self.spoken(sheet)
        self.assertIn("pelvis", [finding.subject for finding in found])
        pelvis = next(finding for finding in found if finding.subject == "pelvis")
        self.assertIn("oilskin apron is in the way", spoken(pelvis.reason))
        lifted = next(remedy for remedy in pelvis.fixes if "rest" in spoken(remedy.label))
        after = self.spoken(apply_edits(sheet, lifted.operations)[0])
        self.assertNotIn("pelvis", [finding.subject for finding in after])

    def test_a_fine_brush_misses_nothing_worth_saying(self) -> None:
        self.assertEqual(self.spoken(changed(example("ferrywoman"), order__brush_mm=1.5)), [])
