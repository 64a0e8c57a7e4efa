"""Edges of hanging cloth: points, pleats, collars, slits as they are seen, and what is cut out of bought sheet."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import numpy as np
import shapely

from windcrest_core.body.cloth import Cut, HangingSolid, TubeSolid, Zigzag
from windcrest_core.body.folds import gathered
from windcrest_core.body.mesh import mesh_of
from windcrest_core.body.solids import FRONT
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.character.library import add_from_library
from windcrest_core.clay.patterns import patterns
from windcrest_core.clay.tube_patterns import flats
from windcrest_core.measures import Units
from windcrest_core.new_figure import new_sheet
from windcrest_core.prints.drawn import map_svg
from windcrest_core.prints.pattern_sheet import pattern_pages
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import Operation, findings_of, planned, spoken
from windcrest_core.tests.test_cloth import AXES, FINE, ZERO, hanging, work_of

RING = TubeSolid(ZERO, AXES, 20.0, 20.0, 20.0, 1.0, t=1.0, points=(None, Zigzag(8, 8.0)))
CLAY_MM3 = 2 * math.pi * 19.5 * (20 - 4)  # round its middle, half of the points is air
PERSON = new_sheet("The lamplighter", "biped", 260.0)


def crowned(points: int = 8) -> tuple[FigureSheet, Workpiece]:
    sheet, _ = apply_edits(PERSON, add_from_library(PERSON, "crown", points))
    return sheet, work_of(sheet)


class PointsTest(unittest.TestCase):
    def test_its_clay_on_a_lattice_and_as_triangles(self) -> None:
        self.assertAlmostEqual(hanging(RING).measured(FINE)[0] / CLAY_MM3, 1.0, delta=0.01)
        points, faces = mesh_of(RING, 60)
        a, b, c = (points[faces[:, n]] for n in range(3))
        held = float((a * np.cross(b, c)).sum()) / 6
        self.assertAlmostEqual(held / CLAY_MM3, 1.0, delta=0.005)

    def test_its_pattern_is_a_strip_with_teeth(self) -> None:
        """2π 19.5 long; tips at 20 mm, valleys at 12, eight of each; its area round the middle."""
        [flat] = flats(hanging(RING))
        self.assertAlmostEqual(float(np.ptp(flat.foot[:, 0])), 2 * math.pi * 19.5, 6)
        self.assertAlmostEqual(float(flat.top[:, 1].max()), 20.0, 6)
        self.assertAlmostEqual(float(flat.top[:, 1].min()), 12.0, 6)
        self.assertAlmostEqual(flat.area_mm2, CLAY_MM3, 3)
        self.assertEqual(len(flat.valleys), 8)
        for foot, top in flat.valleys:
            self.assertAlmostEqual(float(np.linalg.norm(top - foot)), 12.0, 6)

    def test_its_outline_has_a_tip_in_front(self) -> None:
        """20 mm high in its middle; at the valley 45° round, front and back alike, its inner face shows over the outer:
        19 sin a = 20 sin 45° at a = 48.1°, 12 + 8 × 3.1/45."""
        seen = hanging(replace(RING, points=(None, Zigzag(4, 8.0)))).outline(FRONT)

        def high(x: float) -> float:
            cut = seen.intersection(shapely.LineString([(x, -1), (x, 30)]))
            return float(cut.bounds[3])

        self.assertAlmostEqual(high(0.0), 20.0, 2)
        inner = math.degrees(math.asin(20 * math.sin(math.pi / 4) / 19))
        over = 12 + 8 * (inner - 45) / 45
        self.assertAlmostEqual(high(20 * math.sin(math.pi / 4)), over, delta=0.05)


class CrownTest(unittest.TestCase):
    def test_it_is_cut_scored_and_weighed(self) -> None:
        sheet, work = crowned()
        [row] = [row for row in patterns(work) if row.part == "crown"]
        self.assertEqual((row.bought, row.setting, len(row.scores)), ("card", 0, 8))
        solid = work.figure.piece("crown").solid
        assert isinstance(solid, HangingSolid) and row.grams is not None
        [flat] = flats(solid)
        self.assertAlmostEqual(row.grams / (flat.area_mm2 * 0.5 * 0.7e-3), 1.0, delta=0.03)
        plan = planned(sheet)
        steps = {step.key: step for step in plan.order.steps if step.part == "crown"}
        self.assertRegex(
            spoken(steps["crown.get.1"].label), "^Cut the crown out of card 0.5 mm thick"
        )
        self.assertIn("Cut on a mat", spoken(steps["crown.get.1"].caution))
        self.assertNotIn("crown.place.1", steps)

    def test_on_paper_the_scores_are_broken_lines(self) -> None:
        _, work = crowned(5)
        rows = [row for row in patterns(work) if row.part == "crown"]
        [page] = pattern_pages(rows, Units(), "")
        svg = map_svg(page, "crown", Units())
        # one of the five valleys is behind, at the seam
        self.assertEqual(sum(line.style == "core" for line in page.lines), 4)
        self.assertIn("score it along the broken lines", svg)


class PleatsTest(unittest.TestCase):
    def test_three_sheets_in_a_pleat(self) -> None:
        """A full circle from 15 that hangs at 30: (408.4 − 188.5)/16 turned under, less than a pitch of 23.6."""
        pleats = gathered(15.0, 50.0, 30.0, 8, 1.0, True)
        assert pleats is not None
        self.assertAlmostEqual(pleats.depth_mm, 13.74, 2)
        self.assertAlmostEqual(8 * (2 * pleats.depth_mm + pleats.pitch_mm), pleats.hem_mm, 9)
        self.assertEqual(pleats.layers, 3)
        wide = gathered(15.0, 50.0, 30.0, 8, 2.0, True)
        assert wide is not None
        self.assertEqual(wide.layers, 5)

    def test_it_bakes_as_thick_as_it_lies(self) -> None:
        [form] = add_from_library(PERSON, "skirt", None)
        sheet, _ = apply_edits(PERSON, [form])
        folds = {"number": 10, "share": 0.7, "pleated": True}
        sheet, _ = apply_edits(sheet, [Operation(path="part/skirt/form/folds", value=folds)])
        solid = work_of(sheet).figure.piece("skirt").solid
        assert isinstance(solid, HangingSolid)
        self.assertEqual(solid.greatest_thickness_mm, 3 * solid.t)
        [step] = [s for s in planned(sheet).order.steps if s.part == "skirt" and s.kind == "form"]
        self.assertRegex(
            spoken(step.label), r"lay it in 10 pleats, \d+ mm apart at the hem, each turned"
        )


class CollarTest(unittest.TestCase):
    def test_its_pattern(self) -> None:
        """Neck r 15, 10 high, leaning out 20°: radii 43.86 and 53.86, 123.13°, edges 94.25 and 115.74."""
        lean = math.radians(20)
        off = 0.5 / math.cos(lean)
        wide = 15 + 10 * math.sin(lean)
        tube = TubeSolid(ZERO, AXES, 15 + off, wide + off, 10 * math.cos(lean), 1.0, t=1.0)
        [flat] = flats(hanging(tube))
        for edge, radius, long in ((flat.foot, 43.86, 94.25), (flat.top, 53.86, 115.74)):
            np.testing.assert_allclose(np.hypot(*edge.T), radius, atol=0.01)
            steps = np.linalg.norm(np.diff(edge, axis=0), axis=1).sum()
            self.assertAlmostEqual(float(steps), long, delta=0.02)
        a, b = flat.top[0], flat.top[-1]
        between = math.degrees(math.acos(float(a @ b) / float(np.hypot(*a) * np.hypot(*b))))
        self.assertAlmostEqual(between, 123.13, delta=0.01)

    def test_one_open_in_front_has_no_seam(self) -> None:
        """And says so; a back and two fronts have theirs at the sides only."""
        sheet, _ = apply_edits(PERSON, add_from_library(PERSON, "collar", None))
        sheet, _ = apply_edits(sheet, add_from_library(sheet, "coat", None))
        rows = {row.label: row for row in patterns(work_of(sheet))}
        self.assertEqual((rows["collar"].seam, rows["collar"].overlap_mm), ([], 0.0))
        fronts = [rows[f"coat skirt, {side}"] for side in ("left front", "back", "right front")]
        self.assertEqual([len(row.seam) for row in fronts], [2, 2, 0])
        [label] = [
            spoken(s.label)
            for s in planned(sheet).order.steps
            if s.part == "collar" and s.kind == "form"
        ]
        self.assertIn("put it round the neck and trim it there: it stays open", label)


class SlitsSeenTest(unittest.TestCase):
    def test_they_are_drawn_on_the_side_that_faces_the_eye(self) -> None:
        """Two edges of one that goes all along; a third line across the end of one that does not."""
        front = Cut(0.0, math.radians(10), -1.0, 21.0)
        behind = Cut(math.pi, math.radians(10), 5.0, 21.0)
        tube = replace(RING, points=(None, None), cuts=(front, behind))
        ahead, back = np.array([0.0, 1.0, 0.0]), np.array([0.0, -1.0, 0.0])
        self.assertEqual([len(tube.slit_edges(way)) for way in (ahead, back)], [2, 3])
        xs = sorted(float(line[0, 0]) for line in tube.slit_edges(ahead))
        np.testing.assert_allclose(xs, [-20 * math.sin(0.17453), 20 * math.sin(0.17453)], atol=0.01)

    def test_a_coat_shows_its_opening_in_front_only(self) -> None:
        sheet, _ = apply_edits(PERSON, add_from_library(PERSON, "coat", None))
        drawn = planned(sheet).drawing
        front, side = ({p.id: p.edges for p in view.parts} for view in (drawn.front, drawn.side))
        self.assertEqual(len(front["coat_skirt"]), 2)
        self.assertEqual(side["chest"], [])
        self.assertEqual(findings_of(sheet, "clay.cloth.through"), [])


if __name__ == "__main__":
    unittest.main()
