"""The numbers of the demo figures and of a new figure of every body are as they were kept.

Where a change means to move them: `python scripts/golden.py` says which and by how much, and keeps the new ones.
"""

from __future__ import annotations

import unittest

from windcrest_core.tests.golden import cases, numbers, read, unlike
from windcrest_core.tests.support import planned
from windcrest_core.tests.sweeps import some, sweep

SHOWN = 12


@sweep
class GoldenTest(unittest.TestCase):
    def test_no_number_of_a_plan_has_moved(self) -> None:
        kept = read()
        every = dict(cases())
        self.assertEqual(kept.keys(), every.keys())
        for name in some(every, least=8):
            told = unlike(kept[name], numbers(planned(every[name])))
            with self.subTest(name):
                self.assertEqual(told[:SHOWN], [], f"{len(told)} numbers moved")

    def test_a_number_that_moves_is_told(self) -> None:
        before = {"/clay/grams": 100.0, "/old": 1.0}
        after = {"/clay/grams": 100.1, "/new": 2.0}
        told = ["/old: is gone, was 1", "/new: is new, 2", "/clay/grams: 100.1, was 100"]
        self.assertEqual(unlike(before, after), told)
        self.assertEqual(unlike(before, before), [])
