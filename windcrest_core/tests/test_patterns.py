"""Flat patterns and spacing strips: exact where they can be, and what gives said where not."""

from __future__ import annotations

import math
import re
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.cloth import CloseSolid
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid
from windcrest_core.body.workpiece import workpiece
from windcrest_core.clay.gores import Cap, cap_of, disc, draped, gore, gores_for
from windcrest_core.clay.patterns import Pattern, patterns
from windcrest_core.clay.unrolling import developed, sector
from windcrest_core.errors import SheetError
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.measures import Units
from windcrest_core.prints.drawn import map_svg
from windcrest_core.prints.pattern_sheet import pattern_pages, pieces_of
from windcrest_core.prints.spacing_strip import spaced, spacing_strip
from windcrest_core.sheet import FigureSheet
from windcrest_core.tests.support import biped, example

RADII = st.floats(2, 80)


def length_of(points: np.ndarray) -> float:
    return float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum())


def area_of(outline: list[tuple[float, float]]) -> float:
    x, y = np.array(outline).T
    return abs(float(x @ np.roll(y, -1) - y @ np.roll(x, -1))) / 2


def of(sheet: FigureSheet) -> dict[str, Pattern]:
    return {row.part: row for row in patterns(workpiece(sheet, Context(), Progress()))}


class UnrolledTest(unittest.TestCase):
    @settings(max_examples=60)
    @given(RADII, RADII, st.floats(5, 200))
    def test_a_cone_unrolls_exactly(self, r1: float, r2: float, h: float) -> None:
        foot, top = sector(r1, r2, h)
        # arcs as long as the girths, by 97 points of them: chords are short by (Δ/2)²/6
        self.assertAlmostEqual(length_of(foot) / (2 * math.pi * r1), 1, 3)
        self.assertAlmostEqual(length_of(top) / (2 * math.pi * r2), 1, 3)
        slant = math.hypot(h, r1 - r2)
        for a, b in zip(foot, top, strict=True):
            self.assertAlmostEqual(float(np.linalg.norm(b - a)) / slant, 1, 9)
        area = area_of([tuple(p) for p in np.concatenate([foot, top[::-1]])])
        self.assertAlmostEqual(area / (math.pi * (r1 + r2) * slant), 1, 2)

    def test_a_cylinder_is_a_rectangle(self) -> None:
        foot, top = sector(12, 12, 50)
        self.assertAlmostEqual(float(foot[-1, 0]), 2 * math.pi * 12)
        np.testing.assert_allclose(top - foot, np.tile([0, 50], (len(foot), 1)), atol=1e-9)

    @settings(max_examples=30)
    @given(RADII, RADII, st.floats(5, 120), st.floats(0.5, 1.8))
    def test_laid_flat_triangle_by_triangle_every_edge_keeps_its_length(
        self, r1: float, r2: float, h: float, depth: float
    ) -> None:
        turns = np.linspace(0, 2 * math.pi, 49)
        ring = np.column_stack([np.cos(turns), depth * np.sin(turns), 0 * turns])
        foot, top = ring * r1, ring * r2 + np.array([0, 0, h])
        flat_foot, flat_top = developed(foot, top)
        for space, flat in ((foot, flat_foot), (top, flat_top)):
            np.testing.assert_allclose(
                np.linalg.norm(np.diff(space, axis=0), axis=1),
                np.linalg.norm(np.diff(flat, axis=0), axis=1),
                rtol=1e-6,
            )

    def test_gores_of_a_ball(self) -> None:
        lens, stretch = gore(Cap((20.0, 20.0, 20.0)), 6)
        # its middle is half a girth, its breadth a sixth of one
        self.assertAlmostEqual(float(np.ptp(lens[:, 1])) / (math.pi * 20), 1, 3)
        self.assertAlmostEqual(float(np.ptp(lens[:, 0])) / (2 * math.pi * 20 / 6), 1, 3)
        # ∫ √(1 + (π/6)² sin²φ) dφ over a half turn, less π: 6.4 % by Simpson's rule
        phi = np.linspace(-math.pi / 2, math.pi / 2, 2001)
        rise = np.sqrt(1 + (math.pi / 6 * np.sin(phi)) ** 2)
        mean = float((rise[1:] + rise[:-1]).mean() / 2)
        self.assertAlmostEqual(stretch, 100 * (mean - 1), 1)

    def test_more_gores_give_less(self) -> None:
        gives = [gore(Cap((20.0, 20.0, 25.0)), n)[1] for n in (4, 6, 8, 12)]
        self.assertEqual(gives, sorted(gives, reverse=True))

    def test_gores_of_caps(self) -> None:
        """The table of SCIENCE 3b, for caps from their widest up."""
        for tall, gives in (
            (20.0, (14.0, 6.5, 3.8, 1.7)),
            (14.0, (17.5, 8.2, 4.7, 2.1)),
            (30.0, (9.9, 4.6, 2.7, 1.2)),
        ):
            cap = Cap((20.0, 20.0, tall), 0.0)
            found = [gore(cap, n)[1] for n in (4, 6, 8, 12)]
            np.testing.assert_allclose(found, gives, atol=0.06)
        self.assertEqual(
            [gores_for(Cap((20.0, 20.0, t), 0.0)) for t in (14.0, 20.0, 30.0)], [8, 8, 6]
        )

    def test_a_disc_pressed_on_a_ball(self) -> None:
        """1 − sin x/x of its edge: 4.1 % at half a radius, 15.9 at one, 36.3 at a quarter turn; ρ across."""
        for x, percent in ((0.5, 4.1), (1.0, 15.9), (math.pi / 2, 36.3)):
            found = disc(Cap((20.0, 20.0, 20.0), math.cos(x)))
            assert found is not None
            self.assertAlmostEqual(found[1], percent, 1)
            self.assertAlmostEqual(float(np.ptp(found[0][:, 0])), 2 * 20 * x, 1)

    def test_a_square_draped_on_a_ball(self) -> None:
        """70 on a ball of 20: 94.25 too long at mid-edge, four folds of 23.6."""
        for low in (math.cos(35 / 20), -1 + 1e-9):
            square = draped(Cap((20.0, 20.0, 20.0), low))
            assert square is not None
            fold = 2 * math.pi * (square.side_mm / 2 - 20) / 4
            self.assertAlmostEqual(square.fold_mm, fold, 6)
        small = draped(Cap((20.0, 20.0, 20.0), math.cos(0.5)))
        assert small is not None
        self.assertAlmostEqual(4 * small.fold_mm, 2 * math.pi * (10 - 20 * math.sin(0.5)), 2)
        self.assertIsNone(draped(Cap((20.0, 20.0, 20.0), -0.5, 0.5)))

    def test_what_a_skin_covers_of_a_ball(self) -> None:
        """A box over the top of a ball lying on its side: its cap is about the axis the box goes along, as high as that."""
        ball = EllipsoidSolid(np.zeros(3), np.eye(3), (19.0, 24.0, 29.0))
        for low_x, low in ((0.0, 0.0), (10.0, 0.5)):
            middle = np.array([low_x + 50.0, 0.0, 0.0])
            box = BoxSolid(middle, np.eye(3), (50.0, 60.0, 60.0))
            cap = cap_of(CloseSolid(np.zeros(3), np.eye(3), 2.0, (ball,), (ball,), box))
            assert cap is not None
            self.assertEqual(
                (sorted(cap.semi_axes[:2]), cap.semi_axes[2], cap.high), ([25, 30], 20, 1)
            )
            self.assertAlmostEqual(cap.low, low, delta=0.03)
        band = BoxSolid(np.zeros(3), np.eye(3), (60.0, 60.0, 9.0))
        cap = cap_of(CloseSolid(np.zeros(3), np.eye(3), 2.0, (ball,), (ball,), band))
        assert cap is not None
        self.assertEqual(cap.semi_axes[2], 30)
        self.assertAlmostEqual(cap.high, 0.3, delta=0.03)
        self.assertAlmostEqual(cap.low, -0.3, delta=0.03)


class PatternTest(unittest.TestCase):
    def test_an_apron_is_its_own_outline_and_a_brim_its_disc(self) -> None:
        sheet = example("ferrywoman")
        found = of(sheet)
        apron = sheet.part("apron").shape
        outline = np.array(apron.outline) * sheet.height_mm  # type: ignore[union-attr]
        wide, high = found["apron"].size_mm
        # the trunk's girth broadens what is worn on it
        self.assertGreaterEqual(wide, float(np.ptp(outline[:, 0])) - 0.01)
        self.assertAlmostEqual(high, float(np.ptp(outline[:, 1])), 2)
        self.assertEqual(found["hat_brim"].kind, "disc")

    def test_a_limb_is_a_sleeve_with_an_overlap_past_its_seam(self) -> None:
        thigh = of(biped())["thigh_r"]
        self.assertEqual(thigh.kind, "sleeve")
        self.assertEqual(thigh.thickness_mm, 6.0)
        self.assertGreaterEqual(thigh.overlap_mm, 9.0)
        self.assertEqual(len(thigh.seam), 2)
        self.assertLess(max(x for x, _ in thigh.seam), thigh.size_mm[0])

    def test_a_thicker_wall_is_a_smaller_sleeve_at_its_middle(self) -> None:
        thin, thick = of(biped(part__thigh_r__wall_mm=3.0)), of(biped(part__thigh_r__wall_mm=6.0))
        girth = [row["thigh_r"].size_mm[0] - row["thigh_r"].overlap_mm for row in (thin, thick)]
        self.assertGreater(girth[0], girth[1])

    def test_what_is_curved_both_ways_says_what_it_gives(self) -> None:
        head = of(biped())["skull"]
        self.assertEqual((head.kind, head.count), ("gores", 6))
        self.assertTrue(3 < head.stretch_percent < 15)

    def test_paper_has_them_at_true_size(self) -> None:
        found = [of(example("ferrywoman"))[key] for key in ("apron", "thigh_r")]
        (drawn,) = pattern_pages(found, Units(), "")
        svg = map_svg(drawn, "x", Units())
        rings = re.findall(r'<polygon class="silhouette" points="([^"]+)"', svg)
        sizes = []
        for ring in rings:
            points = np.array([[float(v) for v in pair.split(",")] for pair in ring.split()])
            sizes.append(np.ptp(points, axis=0))
        for row in found:
            self.assertTrue(
                any(np.abs(size - np.array(row.size_mm)).max() < 0.03 for size in sizes), row.part
            )

    def test_a_pair_is_cut_from_one_piece_and_notches_meet(self) -> None:
        """Rolled up, the seam line lies on the first edge: its notches are as far from the foot."""
        found = list(of(biped()).values())
        pieces = {pattern.part: piece for piece in pieces_of(found) for pattern in piece.patterns}
        self.assertIs(pieces["thigh_r"], pieces["thigh_l"])
        self.assertEqual((pieces["thigh_r"].count, pieces["thigh_r"].turned_over), (2, 1))
        self.assertEqual(pieces["skull"].turned_over, 0)
        (drawn,) = pattern_pages([of(biped())["thigh_r"]], Units(), "")
        notches = [np.mean(line.points, axis=0) for line in drawn.lines if line.style == "bar"]
        outline = np.array(next(x.points for x in drawn.lines if x.style == "silhouette"))
        shade = np.array(next(x.points for x in drawn.lines if x.style == "shade"))
        first = [np.linalg.norm(at - outline[0]) for at in notches[:2]]
        seam = [np.linalg.norm(at - shade[0]) for at in notches[2:]]
        np.testing.assert_allclose(first, seam, atol=0.02)

    def test_what_fits_a_page_is_whole_on_one(self) -> None:
        found = list(of(example("barnacle_ox")).values())
        pages = pattern_pages(found, Units(), "A4")
        outlines = sum(line.style == "silhouette" for page in pages for line in page.lines)
        self.assertEqual(outlines, len(pieces_of(found)))
        self.assertTrue(all(page.width_mm <= 197 and page.height_mm <= 250 for page in pages))

    def test_without_a_sheet_it_says_so(self) -> None:
        (page,) = pattern_pages([], Units(), "A4")
        self.assertIn("no pattern to cut", page.note)


class SpacingTest(unittest.TestCase):
    @settings(max_examples=40)
    @given(st.floats(10, 900), st.integers(2, 60), st.booleans())
    def test_they_are_even(self, length: float, count: int, ring: bool) -> None:
        at = spaced(length, count, ring)
        gaps = np.diff([*at, length] if ring else at)
        np.testing.assert_allclose(gaps, gaps[0], rtol=1e-9)
        self.assertEqual(at[0], 0.0)
        self.assertAlmostEqual(at[-1], length - (gaps[0] if ring else 0), 6)

    def test_the_strip_has_a_mark_for_each_at_its_place(self) -> None:
        drawn = spacing_strip(120.0, 5, 6.0, False, Units())
        marks = [line.points[0][0] for line in drawn.lines if line.style == "bar"]
        np.testing.assert_allclose(np.diff(marks), 30.0)

    def test_a_ring_has_a_tab_past_its_end(self) -> None:
        (tab,) = [x for x in spacing_strip(120.0, 5, 0, True, Units()).lines if x.style == "shade"]
        ends = [x for x, _ in tab.points]
        self.assertEqual((max(ends) - min(ends), min(ends)), (8.0, 121.0))

    def test_what_cannot_be_is_refused(self) -> None:
        for length, count, width, path in (
            (0.5, 4, 0, "length"),
            (100, 1, 0, "count"),
            (100, 11, 10.5, "width"),
            (100, 5, -1, "width"),
        ):
            with self.subTest(path), self.assertRaises(SheetError) as caught:
                spacing_strip(length, count, width, False, Units())
            self.assertEqual(caught.exception.faults[0].path, path)


class BoughtTest(unittest.TestCase):
    def test_a_pair_of_wings_of_clear_sheet_with_what_they_weigh(self) -> None:
        """An outline of 0.1 × 0.2 heights at 300 mm, 0.6 mm of polystyrene at 1.05: 1 800 mm² × 0.6 × 1.05 = 1.134 g."""
        wing = {
            "id": "clear_wing",
            "label": "clear wing",
            "bone": "waist",
            "layer": 1,
            "stock": "polystyrene",
            "form": {"kind": "solid", "core": "wire"},
            "meeting": {"kind": "glue", "hosts": ["chest"]},
            "shape": {
                "kind": "sheet",
                "centre": [0.3, -0.2, 0.5],
                "outline": [[0, 0], [0.1, 0], [0.1, 0.2], [0, 0.2]],
                "thickness": 0.002,
            },
        }
        sheet = biped(height_mm=300.0, part__clear_wing=wing)
        found = patterns(workpiece(sheet, Context(), Progress()))
        row = next(row for row in found if row.part == "clear_wing")
        self.assertEqual((row.bought, row.setting, row.seam), ("polystyrene", 0, []))
        self.assertAlmostEqual(row.grams or 0.0, 1800 * 0.6e-3 * 1.05, 2)
        self.assertEqual([round(mm, 1) for mm in row.size_mm], [30.0, 60.0])
