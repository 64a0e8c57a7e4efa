"""Measures as people write them."""

from __future__ import annotations

import unittest

from windcrest_core.errors import UnitError
from windcrest_core.units import (
    gauge_diameter_mm,
    inches_text,
    length_mm,
    mass_g,
    temperature_c,
    wire_diameter_mm,
)


class ReadingTest(unittest.TestCase):
    def test_lengths(self) -> None:
        for text, expected in (
            (310, 310.0), ("310", 310.0), ("310 mm", 310.0), ("31 cm", 310.0), ("0.31 m", 310.0),
            ("12 in", 304.8), ('3/16"', 4.7625), ("1 3/4 in", 44.45), ("1 ft", 304.8),
            ("-5 mm", -5.0), ("1e2 mm", 100.0),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertAlmostEqual(length_mm(text), expected)

    def test_temperatures_and_masses(self) -> None:
        self.assertAlmostEqual(temperature_c("275F"), 135.0)
        self.assertAlmostEqual(temperature_c("135 °C"), 135.0)
        self.assertAlmostEqual(temperature_c(275, "F"), 135.0)
        self.assertAlmostEqual(mass_g("1 lb"), 453.59237)

    def test_what_cannot_be_read_is_refused(self) -> None:
        for text in (
            "tall",
            "",
            "nan",
            "inf",
            "1e400",
            "12 stone",
            "3/0 in",
            None,
            True,
            "5 mm mm",
        ):
            with self.subTest(text), self.assertRaises(UnitError):
                length_mm(text)
        for text in ("hot", "-300 C", "20 K"):
            with self.subTest(text), self.assertRaises(UnitError):
                temperature_c(text)

    def test_an_error_says_what_to_write(self) -> None:
        with self.assertRaisesRegex(UnitError, "12 in"):
            length_mm("tall")


class GaugeTest(unittest.TestCase):
    def test_a_bare_twelve_is_three_different_wires(self) -> None:
        # ASTM B258: 0.127 × 92^((36−12)/39); imperial 0.104 in; US steel 0.1055 in
        self.assertAlmostEqual(gauge_diameter_mm(12, "awg"), 2.053, 3)
        self.assertAlmostEqual(gauge_diameter_mm(12, "imperial"), 2.642, 3)
        self.assertAlmostEqual(gauge_diameter_mm(12, "us_steel"), 2.680, 3)

    def test_house_rules_read_a_bare_gauge(self) -> None:
        self.assertAlmostEqual(wire_diameter_mm("12", "imperial"), 2.642, 3)
        self.assertAlmostEqual(wire_diameter_mm("12 AWG", "imperial"), 2.053, 3)
        self.assertAlmostEqual(wire_diameter_mm("2.5 mm"), 2.5)

    def test_a_gauge_that_is_in_no_table(self) -> None:
        with self.assertRaises(UnitError):
            wire_diameter_mm("99 AWG")
        with self.assertRaises(UnitError):
            wire_diameter_mm("12", "mm")

    def test_inches_are_said_as_a_rule_shows_them(self) -> None:
        self.assertEqual(inches_text(4.7625), "3/16 in")
        self.assertEqual(inches_text(304.8), "12 in")
