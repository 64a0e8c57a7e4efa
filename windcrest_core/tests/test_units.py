"""Measures as people write them."""

from __future__ import annotations

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from windcrest_core.errors import UnitError
from windcrest_core.units import (
    gauge_diameter_mm,
    inches_text,
    length_mm,
    mass_g,
    temperature_c,
    volume_ml,
    wire_diameter_mm,
)

LENGTHS: tuple[tuple[object, float], ...] = (
    (310, 310.0),
    ("310", 310.0),
    ("310 mm", 310.0),
    ("31 cm", 310.0),
    ("0.31 m", 310.0),
    ("12 in", 304.8),
    ('3/16"', 4.7625),
    ("1 3/4 in", 44.45),
    ("1 ft", 304.8),
    ("1e2 mm", 100.0),
    ("5' 3\"", 1600.2),
    ("5'3\"", 1600.2),
    ("5' 3", 1600.2),
    ("5 ft 3 in", 1600.2),
    ("5ft. 3in.", 1600.2),
    ("5 feet 3 1/2 inches", 1612.9),
    ("12½ in", 317.5),
    ("½ inch", 12.7),
    ('¼"', 6.35),
    ("¼”", 6.35),
    ('1-1/2"', 38.1),
    ("1–1/2 in", 38.1),
    ("12,5 cm", 125.0),
    ("1,250 mm", 1250.0),
    ("1,250.5 mm", 1250.5),
    ("12,50 mm", 12.5),
    ("0,125 in", 3.175),
    ("1250,5 mm", 1250.5),
    ("6′", 1828.8),
    ("6’", 1828.8),
    ("31 centimeters", 310.0),
    ("31 centimetres", 310.0),
    ("0.31 metres", 310.0),
    ("0.31 meter", 310.0),
    ("3″", 76.2),
    ("3''", 76.2),
    ("12 IN", 304.8),
    ("310\u00a0mm", 310.0),
    ("1 m 20 cm", 1200.0),
    (".5 in", 12.7),
    ("12.", 12.0),
)
TEMPERATURES: tuple[tuple[object, float], ...] = (
    ("275F", 135.0),
    ("135 °C", 135.0),
    ("135℃", 135.0),
    ("275 ℉", 135.0),
    ("275 Fahrenheit", 135.0),
    ("275 degrees F", 135.0),
    ("275 deg F", 135.0),
    ("135 Celsius", 135.0),
    ("135 degrees centigrade", 135.0),
    ("gas mark 1", 135.0),
    ("Gas 4", 176.667),
    ("mark ½", 121.111),
    ("gas mark 1/4", 107.222),
    (135, 135.0),
    ("-10 C", -10.0),
    ("−10 °C", -10.0),
)
MASSES: tuple[tuple[object, float], ...] = (
    ("1 lb", 453.59237),
    ("2 oz.", 56.699),
    ("2 pounds", 907.185),
    ("1 lb 4 oz", 566.990),
    ("2 lbs", 907.185),
    ("0,5 kg", 500.0),
    ("1,000 g", 1000.0),
    ("454 grams", 454.0),
    ("½ lb", 226.796),
    ("2 kilos", 2000.0),
)
# d = 0.127 mm × 92^((36 − n)/39), with n −1 for 00 and −2 for 000; imperial and US steel from their tables, in inches.
WIRES: tuple[tuple[object, float], ...] = (
    ("AWG 18", 1.0237),
    ("18 AWG", 1.0237),
    ("18-gauge", 1.0237),
    ("18 gauge", 1.0237),
    ("#12", 2.0525),
    ("12 ga.", 2.0525),
    ("12ga", 2.0525),
    ("No. 12", 2.0525),
    ("2", 2.0),
    ("1.5", 1.5),
    ("6", 6.0),
    ("12", 2.0525),
    ("0", 8.2515),
    ("000", 10.4049),
    ("00 AWG", 9.2658),
    ("2/0 AWG", 9.2658),
    ("2 AWG", 6.5437),
    ("2 mm", 2.0),
    ("1/16 in", 1.5875),
    ("SWG 18", 0.048 * 25.4),
    ("18 SWG", 0.048 * 25.4),
    ("00 swg", 0.348 * 25.4),
    ("us steel 12", 0.1055 * 25.4),
)
NO_LENGTH: tuple[object, ...] = (
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
    10**400,
    -(10**400),
    "1" * 400,
    "-5 mm",
    -5,
    "5² mm",
    "3 in 5 ft",
    "5 in 3",
    "1.250,5 mm",
    "1,2,3 mm",
    "5 - 3 mm",
    "12 in 4",
    "--5 mm",
    "mm",
    "5 mm, 6 mm",
    "/4 in",
)


class ReadingTest(unittest.TestCase):
    def test_everything_is_read_as_people_write_it(self) -> None:
        for read, table in (
            (length_mm, LENGTHS),
            (temperature_c, TEMPERATURES),
            (mass_g, MASSES),
            (wire_diameter_mm, WIRES),
        ):
            for text, expected in table:
                with self.subTest(read.__name__, text=text):
                    self.assertAlmostEqual(read(text), expected, 3)

    def test_a_bare_number_is_in_the_persons_unit(self) -> None:
        self.assertAlmostEqual(length_mm("12", "in"), 304.8)
        self.assertAlmostEqual(length_mm("12½", "in"), 317.5)
        self.assertAlmostEqual(mass_g("2", "oz"), 56.699, 3)
        self.assertAlmostEqual(temperature_c(275, "F"), 135.0)

    def test_a_place_may_lie_below_nought(self) -> None:
        self.assertAlmostEqual(length_mm("-5 mm", signed=True), -5.0)
        self.assertAlmostEqual(length_mm("-1' 6\"", signed=True), -457.2)

    def test_what_cannot_be_read_is_refused(self) -> None:
        for text in NO_LENGTH:
            with self.subTest(str(text)[:20]), self.assertRaises(UnitError):
                length_mm(text)
        for text in ("hot", "-300 C", "20 K", "gas mark 12", "gas mark", "5 C 3 C"):
            with self.subTest(text), self.assertRaises(UnitError):
                temperature_c(text)
        for text in ("-5 g", "2 oz 1 lb", "heavy", -1, "5 mm"):
            with self.subTest(text), self.assertRaises(UnitError):
                mass_g(text)

    def test_bare_degrees_ask_which(self) -> None:
        for text in ("275°", "275 degrees", "275 deg"):
            with self.assertRaisesRegex(UnitError, "275 °C or 275 °F"):
                temperature_c(text)

    def test_an_error_says_what_to_write(self) -> None:
        with self.assertRaisesRegex(UnitError, "12 in"):
            length_mm("tall")

    @given(st.text(alphabet="0123456789 .,/-'\"½inmftclbgozawg°#", max_size=24))
    def test_nothing_but_a_measure_or_a_fault_comes_of_any_text(self, text: str) -> None:
        for read in (length_mm, mass_g, temperature_c, volume_ml, wire_diameter_mm):
            try:
                self.assertTrue(math.isfinite(read(text)))
            except UnitError as error:
                self.assertTrue(error.allowed)


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
