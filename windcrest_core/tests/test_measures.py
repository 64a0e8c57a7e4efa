"""How numbers are shown: what the front end is tested on too, and a sentence in both kinds of units."""

from __future__ import annotations

import json
import unittest
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

from windcrest_core.facts import said
from windcrest_core.measures import INCH_MM, RULED_MM, Units, minutes_words, ruler_text
from windcrest_core.say import Sayer
from windcrest_core.units import length_mm

VECTORS = Path(__file__).resolve().parents[2] / "web" / "src" / "units" / "vectors.json"
METRIC = Units(gauge="mm")
INCHES = Units(length="in", mass="oz", temperature="F", gauge="mm")
WORDS = {
    "thin": "{part:^}: a wall of {wall_mm}; under {3 mm} it cracks, {2-3 mm} is thin, at {135 C}",
    "count": "{runs} {runs:run|runs}, {share:.0%}",
    "list": "{parts} on {bases:; }",
    "within": "so: {what}",
}


class VectorsTest(unittest.TestCase):
    def test_what_the_front_end_is_tested_on_is_what_is_shown(self) -> None:
        rows = json.loads(VECTORS.read_text(encoding="utf-8"))
        self.assertGreater(len(rows), 60)
        for row in rows:
            units = METRIC if row["units"] == "metric" else INCHES
            shown = {
                "length": units.plain_mm,
                "mass": units.mass_g,
                "temperature": units.celsius,
                "difference": units.apart_c,
                "area": units.area_cm2,
                "minutes": minutes_words,
                "metres": lambda m, units=units: units.long_mm(m * 1000),
                "volume": units.volume_cm3,
                "moment": units.moment_nmm,
                "force": units.force_n,
                "wire": units.wire_mm,
            }[row["of"]]
            with self.subTest(row):
                self.assertEqual(shown(row["value"]), row["shown"])


class RulerTest(unittest.TestCase):
    @given(st.floats(0.2, 3000))
    def test_what_is_read_off_is_near_what_is_meant(self, mm: float) -> None:
        """Within half of 1/16 in with a ruler, half of a hundredth or a thousandth with calipers."""
        off = abs(length_mm(ruler_text(mm)) - mm)
        self.assertLessEqual(off, INCH_MM / 32 if mm >= RULED_MM else INCH_MM * 0.0051)


class SayerTest(unittest.TestCase):
    def test_in_either_units(self) -> None:
        thin = said("thin", part="left ear", wall_mm=2.5)
        self.assertEqual(
            Sayer(METRIC, WORDS).say(thin),
            "Left ear: a wall of 2.5 mm; under 3 mm it cracks, 2 to 3 mm is thin, at 135 °C",
        )
        self.assertEqual(
            Sayer(INCHES, WORDS).say(thin),
            "Left ear: a wall of 0.098 in; under 1/8 in it cracks, 0.079 to 0.12 in is thin, at 275 °F",
        )

    def test_counts_lists_and_what_is_said_within(self) -> None:
        say = Sayer(METRIC, WORDS).say
        self.assertEqual(say(said("count", runs=1, share=0.2)), "1 run, 20%")
        self.assertEqual(say(said("count", runs=3, share=1.0)), "3 runs, 100%")
        parts = said("list", parts=["a", "b", "c"], bases=["x", "y"])
        self.assertEqual(say(said("within", what=parts)), "so: a, b and c on x; y")
        self.assertEqual(say("a name"), "a name")

    def test_it_has_no_text_to_decide_by(self) -> None:
        for read in (str, lambda told: f"{told}", lambda told: "wall" in told):
            with self.assertRaises(TypeError):
                read(said("thin"))
