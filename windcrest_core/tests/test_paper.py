"""Paper measured: true size, pages that meet, words that do not meet, on every sheet of every figure."""

from __future__ import annotations

import io
import math
import re
import unittest
from xml.etree import ElementTree

import numpy as np
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader
from reportlab.lib.units import mm
from scipy.optimize import minimize

from windcrest_core.body.figure import figure
from windcrest_core.errors import SheetError
from windcrest_core.measures import Units
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.plan import Plan
from windcrest_core.prints.drawn import Line, Map, Word, map_svg
from windcrest_core.prints.drilling import drilling_template
from windcrest_core.prints.face_plan import face_plan_map
from windcrest_core.prints.layout_map import layout_map
from windcrest_core.prints.map_pages import map_pdf, map_tiling
from windcrest_core.prints.page import Heading, Printing, heading_of, sheet_pdf
from windcrest_core.prints.papers import PAPERS
from windcrest_core.prints.placing import Placer, box_of, spread
from windcrest_core.prints.tiles import EDGE_MM, TAB_MM
from windcrest_core.prints.type import REGULAR, fitted, width_mm
from windcrest_core.sheet import FigureSheet
from windcrest_core.tests.paper import POINTS_PER_MM, faults, read, thinnest_mm
from windcrest_core.tests.sheets_printed import every_sheet
from windcrest_core.tests.support import biped, changed, example, planned
from windcrest_core.tests.sweeps import examples, some, sweep

METRIC, INCHES = Units(), Units(length="in", mass="oz", temperature="F")


def figures() -> dict[str, FigureSheet]:
    """Twelve that ask something else of the paper each."""
    return {
        **{
            name: example(name)
            for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")
        },
        "small": new_sheet("Tiny", "biped", 40.0),
        "large": new_sheet("Big", "biped", 900.0),
        "six legs": new_sheet("Six-legged", "many_limbed", 250.0),
        "cyrillic": new_sheet("Паромщица у причала Ωμέγα 漢字", "tailed_biped", 220.0),
        "long name": new_sheet("W" * 80, "winged_biped", 260.0),
        "bust": new_sheet("Bust", "bust", 380.0),
        "draped": new_sheet("Draped", "draped", 500.0),
        "no head": new_sheet("Tree", "stem_cap", 200.0),
    }


def map_of(plan: Plan, units: Units = METRIC, mirrored: bool = False, paper: str = "A4") -> bytes:
    printing = Printing(units=units, paper=paper)
    heading = heading_of(plan, "Layout map", "scale 1:1", printing)
    return map_pdf(layout_map(plan, units, mirrored), heading, printing)


class EverySheetTest(unittest.TestCase):
    @sweep
    def test_words_can_be_read_and_lines_be_seen(self) -> None:
        """No letter below 8 pt, on another, or within 6 mm of the edge; no line below 0.18 mm; type in
        the file; what is measured in inches nowhere in mm but where both stand."""
        cases = [
            (name, sheet, units) for name, sheet in figures().items() for units in (METRIC, INCHES)
        ]
        for name, sheet, units in some(cases, least=3):
            plan = planned(sheet)
            for print_name, printed in every_sheet(sheet, plan, Printing(units=units, revision=7)):
                with self.subTest(name, units=units.length, sheet=print_name):
                    pdf = printed()
                    self.assertEqual(faults(pdf), [])
                    self.assertGreaterEqual(thinnest_mm(pdf), 0.179)

    def test_a_fault_is_found_where_there_is_one(self) -> None:
        heading = Heading(figure="x", sheet="y", about=("z",))

        def wrong(canvas) -> None:  # type: ignore[no-untyped-def]
            for x, y, size, text in (
                (50, 100, 10, "on"),
                (50.3, 100, 10, "me"),
                (100, 100, 6, "small"),
                (2, 150, 10, "edge"),
            ):
                canvas.setFont(REGULAR, size)
                canvas.drawString(x * mm, y * mm, text)
            canvas.setLineWidth(0.1 * mm)
            canvas.line(100, 100, 200, 200)
            canvas.showPage()

        pdf = sheet_pdf(heading, Printing(), wrong)
        found = " ".join(faults(pdf))
        for said in ("on one another", "too near the edge", "of 6.0 pt"):
            self.assertIn(said, found)
        self.assertAlmostEqual(thinnest_mm(pdf), 0.1, 2)

    def test_how_many_pages(self) -> None:
        """One for a bend card and a bake card, two at most for the portions of the demo figures."""
        most = {"bend": 1, "bake": 1, "portion": 2, "cut": 1, "face": 1, "day": 1}
        for name in some(("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"), least=2):
            sheet = example(name)
            for print_name, printed in every_sheet(sheet, planned(sheet), Printing()):
                kind = print_name.split(" ")[0]
                if kind in most:
                    self.assertLessEqual(len(read(printed())), most[kind], (name, print_name))


def forms(pdf: bytes) -> str:
    """The drawing of a map that is cut into pages."""
    page = PdfReader(io.BytesIO(pdf)).pages[1]
    form = page["/Resources"]["/XObject"]  # type: ignore[index]
    return next(iter(form.values())).get_object().get_data().decode("latin-1")


def spans(content: str) -> list[tuple[float, float]]:
    """Breadth and height of each line drawn, mm."""
    found = []
    for line in re.findall(r"[\d.]+ [\d.]+ m (?:[\d.]+ [\d.]+ l ?)+", content):
        points = np.array([float(n) for n in re.findall(r"[\d.]+", line)]).reshape(-1, 2)
        found.append(tuple(float(side) for side in np.ptp(points, axis=0) / POINTS_PER_MM))
    return found  # type: ignore[return-value]


class LayoutMapTest(unittest.TestCase):
    def test_the_pdf_read_back_is_true_to_a_tenth_of_a_millimetre(self) -> None:
        """The outline in the file, in points of 25.4/72 mm, is as tall as the silhouette drawn."""
        plan = planned(biped(height_mm=310.0))
        found = spans(forms(map_of(plan)))
        for view in (plan.drawing.front, plan.drawing.side):
            wanted = np.array([view.bounds[2] - view.bounds[0], view.bounds[3] - view.bounds[1]])
            nearest = min(float(np.abs(np.array(size) - wanted).max()) for size in found)
            self.assertLess(nearest, 0.1)

    def test_pages_meet_at_the_line_that_is_cut(self) -> None:
        """A page beside another shows the drawing further on by just what the other shows of it."""
        plan = planned(biped(height_mm=400.0))
        drawn = layout_map(plan, METRIC)
        for paper in PAPERS:
            tiles = map_tiling(drawn, paper)
            pdf = map_of(plan, paper=paper)
            pages = PdfReader(io.BytesIO(pdf)).pages
            with self.subTest(paper):
                self.assertEqual(len(pages), tiles.pages)
                at = {}
                for page, place in zip(pages[1:], tiles.printed, strict=True):
                    content = page.get_contents()
                    assert content is not None
                    x, y = re.findall(
                        r"1 0 0 1 (-?[\d.]+) (-?[\d.]+) cm", content.get_data().decode("latin-1")
                    )[1]
                    at[place] = (float(x) / POINTS_PER_MM, float(y) / POINTS_PER_MM)
                for (row, column), (x, y) in at.items():
                    if (row, column + 1) in at:
                        self.assertAlmostEqual(x - at[row, column + 1][0], tiles.window_mm[0], 2)
                    if (row + 1, column) in at:
                        self.assertAlmostEqual(at[row + 1, column][1] - y, tiles.window_mm[1], 2)
                left, low = tiles.window_at_mm
                tab = TAB_MM if tiles.columns > 1 else 0.0
                self.assertLessEqual(
                    left + tiles.window_mm[0] + tab + EDGE_MM, tiles.page_mm[0] + 1e-6
                )
                self.assertGreaterEqual(low, EDGE_MM + (TAB_MM if tiles.rows > 1 else 0.0))

    def test_each_page_has_its_letter_and_its_neighbours(self) -> None:
        plan = planned(biped(height_mm=400.0))
        pages = read(map_of(plan))
        names = [page.words for page in pages[1:]]
        self.assertIn("A2 lies on this tab", names[0])
        self.assertIn("B1 lies on this tab", names[0])
        self.assertIn("cut here, lay on the tab of A1", names[1])
        for page in pages:
            self.assertNotIn("overlap", page.words)

    def test_no_page_is_a_sliver_or_empty_and_one_needs_no_plan(self) -> None:
        for height in (40.0, 90.0, 150.0, 238.0, 260.0, 310.0, 470.0):
            plan = planned(biped(height_mm=height))
            drawn = layout_map(plan, METRIC)
            tiles = map_tiling(drawn, "A4")
            wide, tall = tiles.window_mm
            left, top = tiles.origin_mm
            with self.subTest(height):
                self.assertEqual(tiles.pages, 1 if tiles.single else len(tiles.printed) + 1)
                if tiles.columns > 1:
                    last = left + wide * (tiles.columns - 1)
                    self.assertGreaterEqual(drawn.width_mm - last, 29.0)
                    self.assertGreaterEqual(left + wide, 29.0)
                if tiles.rows > 1:
                    self.assertGreaterEqual(top - tall * (tiles.rows - 1), 29.0)
        self.assertTrue(map_tiling(layout_map(planned(biped(height_mm=90.0)), METRIC), "A4").single)

    def test_no_page_has_words_and_pegs_alone(self) -> None:
        """A figure a little taller than the paper once left its pegs and its captions on two pages."""
        plan = planned(new_sheet("x", "tailed_biped", 220.0))
        drawn = layout_map(plan, INCHES)
        tiles = map_tiling(drawn, "Letter")
        self.assertEqual((tiles.rows, tiles.columns), (2, 2))
        left, top = tiles.origin_mm
        (wide, tall), outlines = tiles.window_mm, []
        for line in drawn.lines:
            if line.style == "silhouette":
                outlines.append(shapely.LinearRing(line.points))
        for row, column in tiles.printed:
            x, y = left + column * wide, top - row * tall
            page = shapely.box(x, y - tall, x + wide, y)
            shown = sum(ring.intersection(page).length for ring in outlines)
            self.assertGreater(shown, 60.0, (row, column))

    def test_what_goes_with_a_drawing_has_its_own_page_where_both_do_not_fit(self) -> None:
        drawn = Map(180.0, 255.0, (Line("bar", ((0, 0), (180, 255))),), (), note="words " * 60)
        tiles = map_tiling(drawn, "A4")
        self.assertEqual((tiles.single, tiles.rows, tiles.columns, tiles.pages), (False, 1, 1, 2))
        heading = Heading(figure="x", sheet="y", about=("z",))
        pdf = map_pdf(drawn, heading, Printing())
        self.assertEqual(faults(pdf), [])
        self.assertIn("on the next page", read(pdf)[0].words)

    def test_the_mirror_image_has_every_line_at_the_other_side_and_says_so(self) -> None:
        plan = planned(example("ferrywoman"))
        one, other = layout_map(plan, METRIC), layout_map(plan, METRIC, mirrored=True)
        solid = [[x for x in drawn.lines if x.style != "leader"] for drawn in (one, other)]
        for a, b in zip(*solid, strict=True):
            for (x, y), (u, v) in zip(a.points, b.points, strict=True):
                self.assertTrue(math.isclose(x + u, one.width_mm, abs_tol=1e-9) and y == v)
        said = {word.text: word.x for word in other.words}
        self.assertIn("FRONT MIRRORED", said)
        self.assertLess(said["its left"], said["its right"])
        self.assertIn("MIRRORED", other.note)

    def test_heights_heads_and_every_bend_are_on_it(self) -> None:
        plan = planned(biped(height_mm=300.0))
        drawn = layout_map(plan, METRIC)
        said = [word.text for word in drawn.words]
        for mark in plan.character.posed_landmarks:
            self.assertIn(f"{mark.label} {mark.height_mm:.1f} mm", said)
        for letter, run in zip("ABCD", plan.frame.runs, strict=False):
            self.assertEqual(said.count(f"{letter} START"), 2)
            for n in range(1, len(run.card.bends) + 1):
                self.assertEqual(said.count(f"{letter}{n}"), 2)
            self.assertTrue(
                any(word.text.startswith(f"{letter}  {run.label}") for word in drawn.key.words)
            )  # type: ignore[union-attr]
        self.assertEqual(sum(line.style == "head" for line in drawn.lines), 7)
        svg = map_svg(drawn, "<x> & y", METRIC)
        self.assertEqual(ElementTree.fromstring(svg)[0].text, "<x> & y")
        self.assertIn(f'height="{drawn.height_mm + drawn.key.height_mm + 4 + 11:.2f}mm"', svg)  # type: ignore[union-attr]

    def test_wire_is_as_thick_as_it_is_and_what_comes_forward_is_broken(self) -> None:
        """An arm held straight ahead is short in front: its share seen is the cosine of its way."""
        sheet = changed(biped(height_mm=300.0), joint__shoulder_r__swing_deg=90.0)
        plan = planned(sheet)
        drawn = layout_map(plan, METRIC)
        for run in plan.frame.runs:
            self.assertIn(run.chosen.bundle_mm, {line.wire_mm for line in drawn.lines})
        away = [line for line in drawn.lines if line.style == "wire" and line.away]
        self.assertTrue(away)
        for line in away:
            flat = sum(math.dist(a, b) for a, b in zip(line.points, line.points[1:], strict=False))
            self.assertLess(flat, 110.0)
        key = " ".join(word.text for word in drawn.key.words)  # type: ignore[union-attr]
        self.assertIn("not in this plane, use the bend card", key)

    def test_in_inches_the_scale_is_too(self) -> None:
        plan = planned(biped(height_mm=310.0))
        drawn = layout_map(plan, INCHES)
        numbers = [word for word in drawn.words if word.text.isdigit()]
        apart = np.diff([word.y for word in numbers])
        np.testing.assert_allclose(apart, 25.4)
        self.assertFalse(any(" mm" in word.text for word in drawn.words))

    @sweep
    def test_every_body_has_its_map(self) -> None:
        for body in some(BODIES, least=4):
            with self.subTest(body):
                self.assertTrue(
                    map_of(planned(new_sheet("x", body, 240)), paper="A3").startswith(b"%PDF")
                )

    def test_the_bar_of_a_small_figure_is_whole(self) -> None:
        svg = map_svg(layout_map(planned(biped(height_mm=40.0)), METRIC), "x", METRIC)
        wide = float(re.findall(r'width="([\d.]+)mm"', svg)[0])
        ends = [
            float(x)
            for line in re.findall(r'class="bar" points="([^"]+)"', svg)
            for x in re.findall(r"([\d.]+),", line)
        ]
        self.assertAlmostEqual(max(ends) - min(ends), 100.0)
        self.assertLess(max(ends), wide)


class TemplateTest(unittest.TestCase):
    def sheet(self, **changes: object) -> Plan:
        return planned(
            biped(base__width_mm=120.0, base__depth_mm=90.0, base__shape="rectangle", **changes)
        )

    def test_holes_are_where_the_pegs_are_seen_from_above(self) -> None:
        plan = self.sheet()
        drawn = drilling_template(plan, METRIC)
        outline = drawn.lines[0].points
        middle = np.mean(outline, axis=0)
        holes = [line for line in drawn.lines if line.style == "hole"]
        self.assertEqual(len(holes), len(plan.frame.pegs))
        for line, peg in zip(holes, plan.frame.pegs, strict=True):
            ring = np.array(line.points)
            off = ring.mean(axis=0) - middle
            np.testing.assert_allclose(off, [-peg.right_mm, -peg.forward_mm], atol=1e-6)
            self.assertAlmostEqual(float(np.ptp(ring[:, 0])), peg.hole_mm, 6)
        np.testing.assert_allclose(np.ptp(np.array(outline), axis=0), [120, 90])

    def test_the_table_says_where_and_how_wide_(self) -> None:
        plan = self.sheet()
        printing = Printing()
        heading = heading_of(plan, "Holes in the base", "scale 1:1", printing)
        (page,) = read(map_pdf(drilling_template(plan, METRIC), heading, printing))
        for side in ("FRONT", "BACK", "LEFT", "RIGHT", "the base is 120 mm × 90 mm"):
            self.assertIn(side, page.words)
        for letter, peg in zip("AB", plan.frame.pegs, strict=True):
            self.assertIn(letter, page.words)
            self.assertIn(f"{peg.hole_mm:.1f} mm", page.words)
            self.assertIn(
                f"{abs(peg.right_mm):.1f} mm {'right' if peg.right_mm > 0 else 'left'}", page.words
            )
        right = {word.text: word.x for word in drilling_template(plan, METRIC).words}
        self.assertLess(right["RIGHT"], right["LEFT"])

    def test_a_peg_that_misses_the_base_is_said(self) -> None:
        """Feet 400 mm high, on a base of 30: the rim of the hole is past the edge by its place less 15."""
        plan = planned(biped(height_mm=400.0, base__width_mm=30.0, base__shape="round"))
        note = drilling_template(plan, METRIC).note
        peg = plan.frame.pegs[0]
        beyond = math.hypot(peg.right_mm, peg.forward_mm) + peg.hole_mm / 2 - 15.0
        told = float(re.findall(r"Hole A misses the base by ([\d.]+) mm", note)[0])
        self.assertAlmostEqual(told, beyond, delta=0.15)
        self.assertNotIn("misses", drilling_template(self.sheet(), METRIC).note)


class FacePlanTest(unittest.TestCase):
    def test_it_is_turned_with_a_head_that_lies(self) -> None:
        """Of four legs: the muzzle is at the foot of the paper, the eyes where they are on the head."""
        for body in ("quadruped", "many_limbed"):
            sheet = new_sheet("x", body, 300.0)
            plan = planned(sheet)
            bone = figure(sheet, 6.0).bones["head"]
            eye = figure(sheet, 6.0).piece("eye_r").solid.centre
            along = float((bone.end - eye) @ (bone.end - bone.start)) / bone.length_mm
            face = plan.character.face
            assert face is not None
            line = {row.id: row.above_chin_mm for row in face.lines}
            self.assertAlmostEqual(line["eyes"], along, 3)
            self.assertAlmostEqual(face.eyes_apart_mm, 2 * abs(float(eye[0])), 3)
            drawn, times = face_plan_map(sheet, plan, METRIC)
            self.assertEqual(times, 1)
            crosses = [x for x in drawn.lines if x.style == "hole" and len(x.points) == 2]
            middles = [np.mean(x.points, axis=0) for x in crosses[::2]]
            self.assertAlmostEqual(abs(middles[0][0] - middles[1][0]), face.eyes_apart_mm, 3)
            at = {word.text.split(" ")[0]: word.y for word in drawn.words}
            self.assertGreater(at["crown"], at["chin"])

    def test_it_fits_and_a_small_head_is_drawn_larger(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            sheet = example(name)
            drawn, times = face_plan_map(sheet, planned(sheet), METRIC)
            self.assertTrue(map_tiling(drawn, "A4").single, name)
            self.assertEqual(times, 1)
        tiny = new_sheet("x", "biped", 40.0)
        drawn, times = face_plan_map(tiny, planned(tiny), METRIC)
        self.assertGreaterEqual(times, 10)
        self.assertIn(f"{times} times as large", drawn.note)
        self.assertIn("at true size", [word.text for word in drawn.words])

    def test_no_head_no_face(self) -> None:
        sheet = new_sheet("x", "stem_cap", 200)
        with self.assertRaisesRegex(SheetError, "with a head"):
            face_plan_map(sheet, planned(sheet), METRIC)


class PlacingTest(unittest.TestCase):
    @settings(max_examples=examples(60, least=15))
    @given(st.lists(st.tuples(st.floats(5, 95), st.floats(5, 95)), min_size=1, max_size=30))
    def test_words_keep_clear_of_one_another_and_inside(
        self, points: list[tuple[float, float]]
    ) -> None:
        placer = Placer((0, 0, 100, 100))
        for n, point in enumerate(points):
            self.assertIsNotNone(placer.put(f"B{n}", point))
        boxes = [box_of(word) for word in placer.words]
        for n, (a, b, c, d) in enumerate(boxes):
            self.assertTrue(a >= 0 and b >= 0 and c <= 100 and d <= 100)
            for e, f, g, h in boxes[:n]:
                self.assertTrue(c <= e or g <= a or d <= f or h <= b)

    @settings(max_examples=examples(100, least=25))
    @given(st.lists(st.floats(0, 100), min_size=1, max_size=12), st.floats(0.5, 5))
    def test_a_row_is_spread_as_little_as_can_be(self, at: list[float], gap: float) -> None:
        """Against scipy: the least squares under the same gaps and ends."""

        found = np.array(spread(at, gap, 0.0, 100.0))
        order = np.argsort(np.array(at), kind="stable")
        found, wanted = found[order], np.array(at)[order]
        self.assertTrue(np.all(np.diff(found) >= gap - 1e-6))
        self.assertTrue(found[0] >= -1e-9 and found[-1] <= 100 + 1e-9)
        if len(at) > 1:
            apart = np.diff(np.eye(len(at)), axis=0)
            start = np.linspace(0, 100, len(at))
            best = minimize(
                lambda x: float(((x - wanted) ** 2).sum()),
                start,
                jac=lambda x: 2 * (x - wanted),
                method="SLSQP",
                bounds=[(0, 100)] * len(at),
                constraints=[
                    {"type": "ineq", "fun": lambda x: apart @ x - gap, "jac": lambda x: apart}
                ],
            )
            self.assertLessEqual(float(((found - wanted) ** 2).sum()), best.fun + 1e-3)

    def test_names_are_made_smaller_and_then_cut(self) -> None:
        shown, size = fitted("W" * 80, 100.0, 4.2, bold=True)
        self.assertAlmostEqual(size, 8 * 25.4 / 72)
        self.assertTrue(shown.endswith("…"))
        self.assertLessEqual(width_mm(shown, size, bold=True), 100.0)

    def test_a_word_on_the_line_between_two_pages_is_whole_on_one(self) -> None:
        words = tuple(Word(x, 100.0, "a long name of a joint") for x in (20.0, 170.0, 330.0))
        drawn = Map(400.0, 200.0, (), words)
        heading = Heading(figure="x", sheet="y", about=("z",))
        text = " ".join(page.words for page in read(map_pdf(drawn, heading, Printing())))
        self.assertEqual(text.count("a long name of a joint"), 3)
