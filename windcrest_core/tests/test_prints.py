"""Paper: what is printed is what was planned, at true size."""

from __future__ import annotations

import io
import re
import unittest

from pypdf import PdfReader

from windcrest_core.plan import Plan
from windcrest_core.prints import bake_card_pdf, cut_list_pdf
from windcrest_core.tests.support import changed, context, example, planned
from windcrest_core.units import inches_text

POINTS_PER_MM = 72 / 25.4


def pages(pdf: bytes) -> list[str]:
    return [page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages]


def drawn(pdf: bytes) -> str:
    """The drawing operators of the first page."""
    contents = PdfReader(io.BytesIO(pdf)).pages[0].get_contents()
    assert contents is not None
    return contents.get_data().decode("latin-1")


class TrueSizeTest(unittest.TestCase):
    def test_the_bar_is_100_mm_on_every_print(self) -> None:
        plan = planned(example("ferrywoman"))
        for pdf in (cut_list_pdf(plan), bake_card_pdf(plan, 1)):
            lines = re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l", drawn(pdf))
            level = [float(c) - float(a) for a, b, c, d in lines if b == d]
            bar = min(level, key=lambda length: abs(length - 100 * POINTS_PER_MM))
            self.assertAlmostEqual(bar / POINTS_PER_MM, 100, 2)

    def test_a4(self) -> None:
        box = PdfReader(io.BytesIO(cut_list_pdf(planned(example("ferrywoman"))))).pages[0].mediabox
        self.assertAlmostEqual(float(box.width) / POINTS_PER_MM, 210, 0)
        self.assertAlmostEqual(float(box.height) / POINTS_PER_MM, 297, 0)

    def test_black_and_white(self) -> None:
        for pdf in (
            cut_list_pdf(planned(example("ferrywoman"))),
            bake_card_pdf(planned(example("ferrywoman")), 1),
        ):
            for r, g, b in re.findall(r"([\d.]+) ([\d.]+) ([\d.]+) (?:rg|RG)\b", drawn(pdf)):
                self.assertTrue(r == g == b, f"{r} {g} {b}")


class CutListTest(unittest.TestCase):
    def test_every_run_with_its_wire_its_allowances_and_its_cut(self) -> None:
        for name in ("ferrywoman", "pelican_piper", "barnacle_ox"):
            plan = planned(example(name))
            text = " ".join(" ".join(pages(cut_list_pdf(plan))).split())
            for run in plan.frame.runs:
                with self.subTest(name, run=run.id):
                    self.assertIn(f"{run.cut_mm:.0f} mm", text)
                    for allowance in run.allowances:
                        self.assertIn(f"{allowance.length_mm:.0f} mm", text)
            self.assertIn("Eye protection", text)

    def test_strands_are_cut_one_by_one(self) -> None:
        plan = planned(changed(example("ferrywoman"), run__spine__strands=2))
        run = next(run for run in plan.frame.runs if run.id == "spine")
        self.assertIn(f"2 × {run.cut_mm:.0f} mm", " ".join(pages(cut_list_pdf(plan))))

    def test_in_inches_all_of_it(self) -> None:
        plan = planned(example("ferrywoman"))
        text = " ".join(pages(cut_list_pdf(plan, ("in", "F"))))
        for run in plan.frame.runs:
            self.assertIn(inches_text(run.cut_mm), text)
        self.assertIn(f"{plan.frame.wire_m.value / 0.3048:.1f} ft of wire", text)


class BakeCardTest(unittest.TestCase):
    def card(self, plan: Plan, number: int = 1, units: tuple[str, str] = ("mm", "C")) -> str:
        return " ".join(" ".join(pages(bake_card_pdf(plan, number, units))).split())

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

    def test_in_fahrenheit(self) -> None:
        text = self.card(planned(example("ferrywoman")), units=("in", "F"))
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
