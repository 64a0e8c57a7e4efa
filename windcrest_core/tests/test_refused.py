"""What is refused is said in words and in a person's units."""

from __future__ import annotations

from unittest import TestCase

from windcrest_core.errors import Fault, Limits, SheetError
from windcrest_core.findings import Operation
from windcrest_core.given.load import load_rules
from windcrest_core.new_figure import new_sheet
from windcrest_core.refused import limit_words
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.units import length_mm


class RefusedTest(TestCase):
    def fault(self, path: str, value: object) -> Fault:
        sheet = new_sheet("Test", "biped", 300.0)
        with self.assertRaises(SheetError) as caught:
            apply_edits(sheet, [Operation(path=path, value=value)])
        return caught.exception.faults[0]

    def test_a_number_beyond_its_limits_says_them(self) -> None:
        fault = self.fault("height_mm", 9000)
        assert fault.limits is not None
        self.assertEqual((fault.path, fault.code, fault.limits.unit), ("height_mm", "limit", "mm"))
        self.assertEqual(fault.allowed, "at most 2000 mm")
        self.assertEqual(limit_words(fault.limits, "in"), "at most 78.74 in")

    def test_a_limit_that_is_said_can_be_typed(self) -> None:
        """1 mm is 0.03937 in: 0.039 would be refused, 0.04 is not; of 20 mm 0.788 would."""
        for least, most in ((1.0, 20.0), (0.5, 2000.0), (6.0, 300.0), (25.4, 50.8)):
            low, high = limit_words(Limits(least=least, most=most, unit="mm"), "in").split(" to ")
            self.assertGreaterEqual(length_mm(f"{low} in"), least - 1e-9)
            self.assertLessEqual(length_mm(high), most + 1e-9)
            self.assertLess(length_mm(f"{low} in") - least, 0.26)
            self.assertLess(most - length_mm(high), 0.26)

    def test_an_empty_name_and_a_word_for_a_number(self) -> None:
        self.assertEqual(self.fault("name", "").code, "empty")
        self.assertEqual(self.fault("body/build", "stout").allowed, "a number")
        self.assertEqual(self.fault("name", "x" * 81).allowed, "at most 80 letters")

    def test_no_word_of_the_validator_is_left(self) -> None:
        for path, value in (
            ("height_mm", None),
            ("name", 5),
            ("base/shape", "oval"),
            ("face/eye_line", 7),
            ("body/heads_tall", 0.1),
            ("base/width_mm", True),
            ("pose", []),
            ("story", None),
        ):
            try:
                fault = self.fault(path, value)
            except AssertionError:  # some of them can be
                continue
            self.assertNotRegex(fault.allowed, "[Ii]nput|should|valid", path)

    def test_differences_of_temperature_have_no_zero_to_shift(self) -> None:
        with self.assertRaises(SheetError) as caught:
            load_rules({"oven": {"swing_c": 500}})
        (fault,) = caught.exception.faults
        assert fault.limits is not None and fault.limits.most is not None
        most = fault.limits.most
        self.assertEqual(fault.allowed, f"at most {most:g} °C")
        shown = limit_words(fault.limits, temperature="F")
        self.assertEqual(shown, f"at most {most * 9 / 5:g} °F")

    def test_every_unit(self) -> None:
        self.assertEqual(limit_words(Limits(least=0.5, unit="g"), mass="oz"), "at least 0.018 oz")
        self.assertEqual(limit_words(Limits(above=1, below=4)), "more than 1 and less than 4")
        self.assertEqual(limit_words(Limits(least=-5, most=150, unit="°")), "-5 to 150°")
