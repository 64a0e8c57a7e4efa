"""The pictures of a join: what is raw, hard and painted, apart and together, after each thing that is done."""

from __future__ import annotations

import unittest

from windcrest_core.tests.meeting_figures import HEAD, figure_of, part
from windcrest_core.tests.support import example, planned, spoken
from windcrest_core.tests.test_meetings import REFERENCES

FORMED = "formed none raw apart"
WANTED = {
    ("teeth into gums, then lips", "teeth", "gums"): [
        "formed raw none apart",
        "bake 1 hard none apart",
        "formed hard raw apart",
        "pressed in hard raw together",
        "bake 2 hard hard together",
    ],
    ("horns in a raw bed on the cured head", "horns", HEAD): [
        FORMED,
        "formed raw raw apart",
        "bake 1 hard hard apart",
        "pressed in hard hard together",
        "bake 2 hard hard together",
        "painted hard painted together",
    ],
    ("a star that slides out of a hand", "star", "hand_r"): [
        "formed raw none apart",
        "bake 1 hard none apart",
        "formed hard raw apart",
        "hand closed hard raw together",
        "bake 2 hard hard together",
        "slid out hard hard apart",
        "put back hard hard together",
    ],
    ("a hat formed on the cured head", "hat", HEAD): [
        FORMED,
        "bake 1 none hard apart",
        "formed raw hard together",
        "bake 2 hard hard together",
        "painted hard painted apart",
        "put back hard painted together",
    ],
    ("clay membranes over painted ribs", "membrane", "ribs"): [
        FORMED,
        "bake 2 none hard apart",
        "painted none painted apart",
        "formed raw painted together",
        "bake 3 hard painted together",
    ],
    ("glass eyes", "eye", HEAD): [
        "got hard none apart",
        "formed hard raw apart",
        "pressed in hard raw together",
        "bake 1 hard hard together",
        "painted hard painted together",
    ],
}


class ScenesTest(unittest.TestCase):
    def test_of_the_references(self) -> None:
        """By hand, from the table of meetings."""
        for (name, key, onto), wanted in WANTED.items():
            with self.subTest(name):
                found = planned(REFERENCES[name][0]).order.scenes
                (join,) = (row for row in found if (row.part, row.onto) == (key, onto))
                told = [
                    f"{spoken(one.words)} {one.part} {one.onto} {'together' if one.together else 'apart'}"
                    for one in join.scenes
                ]
                self.assertEqual(told, wanted)

    def test_every_join_ends_together_and_nothing_raw(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            order = planned(example(name)).order
            self.assertEqual(
                [(row.part, row.onto) for row in order.joins],
                [(row.part, row.onto) for row in order.scenes],
            )
            for row in order.scenes:
                last = row.scenes[-1]
                self.assertTrue(last.together, row.part)
                self.assertNotIn("raw", (last.part, last.onto))
                self.assertNotIn("none", (last.part, last.onto))

    def test_what_is_set_by_a_heat_gun_is_hard_at_once(self) -> None:
        sheet = figure_of(part("horn", "press", HEAD, how={"hardened": "heat_gun"}))
        (join,) = (row for row in planned(sheet).order.scenes if row.part == "horn")
        self.assertEqual([one.part for one in join.scenes[:2]], ["none", "hard"])
