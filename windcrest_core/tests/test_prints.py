"""Cards on paper: what is printed is what was planned, in the person's units."""

from __future__ import annotations

import io
import math
import re
import unittest
from datetime import datetime

import numpy as np
from pypdf import PdfReader
from scipy.spatial.transform import Rotation

from windcrest_core.errors import SheetError
from windcrest_core.frame.bending import corners
from windcrest_core.frame.model import RunPlan
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.stores import Owned
from windcrest_core.measures import Units, ruler_text
from windcrest_core.new_figure import new_sheet
from windcrest_core.plan import Plan
from windcrest_core.prints.bake_card import bake_card_pdf
from windcrest_core.prints.bend_card import bend_card_pdf
from windcrest_core.prints.cut_list import cut_list_pdf
from windcrest_core.prints.day_sheet import day_sheet_pdf
from windcrest_core.prints.foil_card import foil_card_pdf
from windcrest_core.prints.page import Printing
from windcrest_core.prints.shopping_sheet import shopping_sheet_pdf
from windcrest_core.stock.needs import needs_of
from windcrest_core.stock.shopping import FigureNeeds, shopping_list
from windcrest_core.tests.paper import POINTS_PER_MM, read
from windcrest_core.tests.support import biped, changed, context, example, planned, spoken
from windcrest_core.units import inches_text
from windcrest_core.work.calendar import calendar
from windcrest_core.work.tasks import work_of

METRIC = Printing(revision=7)
INCHES = Printing(units=Units(length="in", mass="oz", temperature="F"), revision=7)
EXAMPLES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")


def words(pdf: bytes) -> str:
    return " ".join(page.words for page in read(pdf))


def drawn(pdf: bytes) -> str:
    """The drawing operators of the first page."""
    contents = PdfReader(io.BytesIO(pdf)).pages[0].get_contents()
    assert contents is not None
    return contents.get_data().decode("latin-1")


class PageTest(unittest.TestCase):
    def test_the_bar_is_100_mm_or_four_inches(self) -> None:
        plan = planned(example("ferrywoman"))
        for pdf, long in (
            (cut_list_pdf(plan, METRIC), 100.0),
            (bake_card_pdf(plan, 1, INCHES), 101.6),
        ):
            lines = re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", drawn(pdf))
            level = [float(c) - float(a) for a, b, c, d in lines if b == d]
            bar = min(level, key=lambda length: abs(length - long * POINTS_PER_MM))
            self.assertAlmostEqual(bar / POINTS_PER_MM, long, 2)

    def test_paper_goes_with_the_units(self) -> None:
        plan = planned(example("ferrywoman"))
        for printing, wide, tall in ((METRIC, 210.0, 297.0), (INCHES, 215.9, 279.4)):
            (page,) = read(cut_list_pdf(plan, printing))
            self.assertAlmostEqual(page.width_mm, wide, 1)
            self.assertAlmostEqual(page.height_mm, tall, 1)

    def test_black_and_white(self) -> None:
        plan = planned(example("ferrywoman"))
        for pdf in (cut_list_pdf(plan, METRIC), bake_card_pdf(plan, 1, METRIC)):
            for r, g, b in re.findall(r"([\d.]+) ([\d.]+) ([\d.]+) (?:rg|RG)\b", drawn(pdf)):
                self.assertTrue(r == g == b, f"{r} {g} {b}")

    def test_every_page_says_whose_which_and_of_how_many(self) -> None:
        plan = planned(example("barnacle_ox"))
        pages = read(cut_list_pdf(planned(biped(name="N" * 80)), METRIC))
        self.assertIn("N" * 70, pages[0].words)
        for printing, high in ((METRIC, "190 mm"), (INCHES, "7 1/2 in")):
            pages = read(foil_card_pdf(plan, printing))
            for number, page in enumerate(pages, start=1):
                for said in (
                    "The barnacle ox",
                    "Foil card",
                    f"page {number} of {len(pages)}",
                    "1 Jul 2026",
                    "revision 7",
                    f"figure {high} high",
                    "no drawing to scale",
                    "Print at 100 %",
                ):
                    self.assertIn(said, page.words)

    def test_letters_no_type_has_are_said_once(self) -> None:
        plan = planned(biped(name="Паромщица Ωμέγα 漢字"))
        pages = read(cut_list_pdf(plan, METRIC))
        self.assertIn("Паромщица Ωμέγα ??", pages[0].words)
        self.assertIn("? stands for 2 letters", pages[0].words)
        self.assertNotIn("stands for", words(cut_list_pdf(planned(biped(name="Łódź")), METRIC)))

    def test_names_with_signs_in_them(self) -> None:
        plan = planned(biped(name="<b>Salt & Co</b>", run__spine__label="<i>rope & hook"))
        text = words(cut_list_pdf(plan, METRIC))
        self.assertIn("<b>Salt & Co</b>", text)
        self.assertIn("<i>rope & hook", text)


class CutListTest(unittest.TestCase):
    def test_every_run_with_its_wire_its_allowances_and_its_cut(self) -> None:
        for name in ("ferrywoman", "pelican_piper", "barnacle_ox"):
            plan = planned(example(name))
            text = words(cut_list_pdf(plan, METRIC))
            for run in plan.frame.runs:
                with self.subTest(name, run=run.id):
                    self.assertIn(f"{run.cut_mm:.0f} mm", text)
                    for allowance in run.allowances:
                        self.assertIn(f"{allowance.length_mm:.0f} mm", text)
            self.assertIn("Eye protection", text)

    def test_strands_are_cut_one_by_one(self) -> None:
        plan = planned(changed(example("ferrywoman"), run__spine__strands=2))
        run = next(run for run in plan.frame.runs if run.id == "spine")
        self.assertIn(f"2 × {run.cut_mm:.0f} mm", words(cut_list_pdf(plan, METRIC)))

    def test_in_inches_all_of_it(self) -> None:
        plan = planned(example("ferrywoman"))
        text = words(cut_list_pdf(plan, INCHES))
        for run in plan.frame.runs:
            self.assertIn(inches_text(run.cut_mm, 16), text)
            for allowance in run.allowances:
                self.assertIn(inches_text(allowance.length_mm, 16), text)
        self.assertIn(f"{plan.frame.wire_m.value / 0.3048:.1f} ft of wire", text)

    def test_a_lot_has_its_name_and_a_coil_is_in_feet(self) -> None:
        coil = {"id": "lot_1", "name": "the long coil", "wire": "st_1_6", "length_mm": 5200}
        plan = planned(example("ferrywoman"), context({"wires": ["st_1_6"], "coils": [coil]}))
        self.assertIn("lot “the long coil”, 17.1 ft there", words(cut_list_pdf(plan, INCHES)))
        self.assertNotIn("lot_1", words(cut_list_pdf(plan, METRIC)))


class BakeCardTest(unittest.TestCase):
    def card(self, plan: Plan, number: int = 1, printing: Printing = METRIC) -> str:
        (page,) = read(bake_card_pdf(plan, number, printing))
        return page.words

    def test_dial_minutes_parts_and_cautions(self) -> None:
        plan = planned(example("newt_drummer"), context(oven_offset_c=5))
        for bake in plan.bake.bakes:
            text = self.card(plan, bake.number)
            self.assertIn(
                f"Dial {bake.dial_c.value:.0f} °C, {bake.advised_min.value:.0f} min", text
            )
            for part in bake.parts:
                if part.raw_in:
                    self.assertIn(part.label, text)
            self.assertIn("If it smokes: switch off, open windows, leave.", text)
            self.assertIn("maker's label stands above this card", text)
            self.assertIn(f"{bake.cooling_min:.0f} min before handling", text)
            self.assertIn("out at ____ : ____", text)
            self.assertIn("air, read", text)

    def test_stages_of_the_sculptors_own_are_ticked_one_by_one(self) -> None:
        stages = [{"dial_c": 120, "minutes": 20}, {"dial_c": 135, "minutes": 50}] * 4
        for number in (2, 8):
            own = {"id": "p", "cures": "chest", "stages": stages[:number]}
            plan = planned(changed(example("barnacle_ox"), programme__p=own))
            bake = next(row.number for row in plan.bake.bakes if row.programme == "p")
            text = self.card(plan, bake)
            self.assertIn("Dial up to 135 °C", text)
            self.assertIn(f"Stage {number}: dial 135 °C", text)
            fahrenheit = self.card(plan, bake, INCHES)
            self.assertIn(f"Stage {number}: dial 275 °F", fahrenheit)

    def test_one_page_however_many_parts(self) -> None:
        plan = planned(example("barnacle_ox"))
        self.assertGreater(len(plan.bake.bakes[1].parts), 30)
        self.assertIn("that are through sooner:", self.card(plan, 2))

    def test_the_rack_is_where_house_rules_have_it(self) -> None:
        inside = {"breadth_mm": 400, "depth_mm": 350, "height_mm": 400, "rack_mm": 55}
        plan = planned(example("barnacle_ox"), context(oven_inside=inside))
        self.assertIn("Rack 55 mm above the lower element", self.card(plan))
        self.assertIn(f"Rack {inches_text(55, 16)} above", self.card(plan, printing=INCHES))

    def test_in_fahrenheit(self) -> None:
        text = self.card(planned(example("ferrywoman")), printing=INCHES)
        self.assertIn("Dial 275 °F", text)
        self.assertNotIn("°C", text)

    def test_cold_and_preheated_are_told_apart(self) -> None:
        cold = planned(example("ferrywoman"), context(oven_start="cold"))
        self.assertIn("from cold", self.card(cold))
        self.assertIn("preheated", self.card(planned(example("ferrywoman"))))

    def test_what_never_cures_is_said(self) -> None:
        thick = changed(
            example("ferrywoman"), part__chest__core="wire", part__belly__core="wire", height_mm=900
        )
        self.assertIn("not within six hours", self.card(planned(thick)))


ROW = re.compile(
    r"(\d+) ([\d.]+) mm ([\d.]+) mm (no turn|([\d.]+)° (clockwise|anticlockwise)) ([\d.]+)°"
)
SPANS = re.compile(
    r"ends: (\d+) mm straight across; seen in front (\d+) mm across and (\d+) mm up; "
    r"seen from its right (\d+) mm across and (\d+) mm up"
)


def followed(page: str, run: RunPlan) -> np.ndarray:
    """The path of a wire bent by the words of its card: each row with the wire held as it says.

    The wire lies along x with what is done behind it; it is turned, and what is beyond the mark goes
    up. Marks are the middles of bends round the rod, so that a corner is further by its setback.
    """
    rows = ROW.findall(page)
    feeds = [float(row[2]) for row in rows]
    angles = [float(row[6]) for row in rows]
    half = np.radians(angles) / 2
    back = run.card.radius_mm * (np.tan(half) - half)
    legs, behind = [], 0.0
    for feed, more in zip(feeds, back, strict=True):
        legs.append(feed + behind + more)
        behind = more
    legs.append(run.card.tail_mm + behind)
    done = Rotation.identity()
    at = np.zeros(3)
    path = [at]
    for n, leg in enumerate(legs):
        at = at + done.apply([leg, 0.0, 0.0])
        path.append(at)
        if n < len(rows):
            turned = float(rows[n][4] or 0) * (1 if rows[n][5] == "clockwise" else -1)
            # Turning the wire one way is turning what is up the other way about it.
            done = done * Rotation.from_euler("x", -turned, degrees=True)
            done = done * Rotation.from_euler("y", -angles[n], degrees=True)
    return np.array(path)


class BendCardTest(unittest.TestCase):
    def test_followed_to_the_letter_it_is_the_run(self) -> None:
        for name in EXAMPLES:
            plan = planned(example(name))
            for run in plan.frame.runs:
                (page,) = read(bend_card_pdf(plan, run.id, METRIC))
                points = [np.array(p) for p in run.points]
                wanted = np.array([points[0], *(points[i] for i, _ in corners(points)), points[-1]])
                with self.subTest(name, run=run.id):
                    self.assertEqual(len(ROW.findall(page.words)), len(run.card.bends))
                    made = followed(page.words, run)
                    middle, other = wanted.mean(axis=0), made.mean(axis=0)
                    turn, _ = Rotation.align_vectors(wanted - middle, made - other)
                    off = np.linalg.norm(turn.apply(made - other) + middle - wanted, axis=1)
                    self.assertLess(off.max(), 2.0)
                    spans = SPANS.search(page.words)
                    assert spans is not None
                    through = float(np.linalg.norm(made[-1] - made[0]))
                    self.assertAlmostEqual(float(spans[1]), through, delta=2.5)
                    front = math.hypot(float(spans[2]), float(spans[3]))
                    deep = float(spans[4])
                    self.assertAlmostEqual(math.hypot(front, deep), float(spans[1]), delta=1.5)

    def test_marks_on_the_strip_are_where_they_are_measured(self) -> None:
        """A number stands over its mark: from START it is as far along the strip, row by row."""
        plan = planned(example("ferrywoman"))
        run = next(run for run in plan.frame.runs if run.id == "leg_l")
        pdf = bend_card_pdf(plan, run.id, METRIC)
        ticks = [
            (float(x) / POINTS_PER_MM, float(y) / POINTS_PER_MM)
            for x, y, u, v in re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", drawn(pdf))
            if x == u and 5 < (float(v) - float(y)) / POINTS_PER_MM < 7.5
        ]
        row = METRIC.page_mm[0] - 30 - 6
        for bend in run.card.bends:
            wanted = 15 + 3 + bend.mark_mm % row
            self.assertTrue(any(abs(x - wanted) < 0.1 for x, _ in ticks), bend.mark_mm)

    def test_a_run_without_a_bend_says_so(self) -> None:
        plan = planned(new_sheet("x", "stem_cap", 200))
        self.assertIn("no bend", words(bend_card_pdf(plan, "spine", METRIC)))

    def test_a_wire_too_long_to_draw_is_measured(self) -> None:
        plan = planned(biped(height_mm=900.0))
        (page,) = read(bend_card_pdf(plan, "spine", METRIC))
        self.assertIn("too long to be drawn", page.words)
        self.assertIn("not to scale", page.words)

    def test_in_inches_and_of_a_run_there_is(self) -> None:
        plan = planned(example("ferrywoman"))
        text = words(bend_card_pdf(plan, "arms", INCHES))
        for bend in next(run for run in plan.frame.runs if run.id == "arms").card.bends:
            self.assertIn(ruler_text(bend.mark_mm), text)
        self.assertNotIn(" mm ", text.replace("1.63 mm", "").replace("100 mm", ""))
        with self.assertRaisesRegex(SheetError, "one of"):
            bend_card_pdf(plan, "whiskers", METRIC)


class BenchSheetsTest(unittest.TestCase):
    def test_the_foil_card_has_each_core_with_its_roll_and_girths(self) -> None:
        plan = planned(example("ferrywoman"))
        text = words(foil_card_pdf(plan, METRIC))
        for part in plan.bulk.parts:
            if part.piece is not None and part.foil_m > 0:
                girths = " → ".join(f"{girth:.0f} mm" for girth in part.piece.girths_mm)
                self.assertIn(girths, text, part.id)
        whole = sum(part.foil_m for part in plan.bulk.parts)
        self.assertIn(f"{whole:.2f} m off the roll", text)
        self.assertNotIn(" mm ", words(foil_card_pdf(plan, INCHES)).replace("100 mm", ""))

    def test_the_day_has_what_fits_and_no_more(self) -> None:
        plan = planned(example("ferrywoman"))
        found = calendar([work_of(plan, "f")], Rules(), datetime(2026, 7, 1, 20, 0))
        first = [row for row in found.sittings if row.start.day == 1]
        (page,) = read(day_sheet_pdf(found, {"f": plan}, plan.today, METRIC))
        for row in first:
            self.assertIn(spoken(row.label), page.words)
        self.assertIn("today, 1 Jul 2026", page.words)
        self.assertLessEqual(sum(row.minutes for row in first), 61)
        later = next(
            row for row in found.sittings if row.start.day == 2 and row.key != first[-1].key
        )
        self.assertNotIn(spoken(later.label), page.words)

    def test_a_day_with_nothing_left_says_so(self) -> None:
        found = calendar([], Rules(), datetime(2026, 7, 1, 20, 0))
        plan = planned(example("ferrywoman"))
        self.assertIn(
            "Nothing is left to do", words(day_sheet_pdf(found, {"f": plan}, plan.today, METRIC))
        )

    def test_the_shopping_list_is_in_packs_and_adds_up(self) -> None:
        sheet = example("ferrywoman")
        plan = planned(sheet)
        needs = FigureNeeds(figure="f", name=plan.name, needs=needs_of(plan, sheet, context()))
        found = shopping_list([needs], [], [], Owned())
        text = words(shopping_sheet_pdf(found, [plan.name], plan.today, METRIC))
        for line in found.lines:
            self.assertIn(spoken(line.label).split(",")[0], text)
        self.assertIn(f"£{sum(line.cost for line in found.lines):.2f} in whole packs", text)
        ounces = words(shopping_sheet_pdf(found, [plan.name], plan.today, INCHES))
        self.assertNotIn(" g ", ounces)
