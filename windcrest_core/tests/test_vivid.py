"""Colours no paint reaches: hue is kept before lightness, and what to buy is named."""

from __future__ import annotations

import unittest

import numpy as np

from windcrest_core.catalogue import catalogue
from windcrest_core.colour.gaps import aim_at, at_least, colours_of, gaps
from windcrest_core.colour.paint import film_of, masstone
from windcrest_core.colour.recipes import Recipe, nearest, one_to_buy, with_one_more
from windcrest_core.colour.spectra import rgb_of_hex
from windcrest_core.tests.support import biped, changed, context, planned, spoken

LETTERS = {
    "W": "titanium_white",
    "K": "carbon_black",
    "U": "ultramarine",
    "Y": "hansa_yellow",
    "O": "yellow_ochre",
    "S": "burnt_sienna",
    "R": "cadmium_red_hue",
    "T": "turquoise",
    "F": "light_flesh",
    "N": "raw_umber",
}
OWNED = tuple(LETTERS.values())
# Score and recipe of the search, found by every mix and by a beam alike (SCIENCE 7b, Out of reach).
TARGETS = (
    ("#c2187a", 18.608, "R1"),
    ("#e4407f", 14.077, "R2 W1"),
    ("#ff5fa2", 15.639, "W3 R2"),
    ("#ff4fd8", 27.409, "W7 R2 U1"),
    ("#8e24aa", 21.810, "W3 U3 R2"),
    ("#5b2a86", 11.941, "U1"),
    ("#b57edc", 14.583, "W7 U2 R1"),
    ("#3f2fd0", 11.375, "U5 W1"),
    ("#0047ab", 4.805, "U2 T1"),
    ("#3fa9f5", 7.791, "W5 T2 U1"),
    ("#00b7eb", 8.652, "W7 T4 U1"),
    ("#00c9a7", 7.937, "W4 T4 Y1"),
    ("#00a651", 5.632, "Y1 T1"),
    ("#3fa535", 6.159, "Y5 T3"),
    ("#a4d620", 7.431, "Y8 W2 T1"),
    ("#00563f", 7.386, "U1 Y1"),
    ("#ffc400", 4.582, "Y11 O1"),
    ("#ff7f00", 4.510, "Y6 R1"),
    ("#ff2a1a", 6.369, "R5 Y4"),
    ("#b0102a", 6.430, "R5 S1"),
)


def letters(recipe: Recipe) -> set[str]:
    by_id = {key: letter for letter, key in LETTERS.items()}
    return {f"{by_id[key]}{count}" for key, count in recipe.paints}


def mixed_gap(target: str, **parts: int) -> tuple[float, float]:
    films = [film_of(catalogue().paints[LETTERS[key]]) for key in parts]
    weights = np.array([film.weight for film in films]) * np.array(list(parts.values()))
    kappa = weights @ np.array([film.kappa for film in films]) / weights.sum()
    d, gap = gaps(colours_of(masstone(kappa)[None, :]), aim_at(rgb_of_hex(target)))
    return float(d[0]), float(gap[0])


class VividTest(unittest.TestCase):
    def test_no_gap_is_below_what_lightness_alone_says(self) -> None:
        """Random reflectances against random targets, greys and vivid ones among them."""
        rng = np.random.default_rng(5)
        seen = colours_of(rng.uniform(0.002, 0.95, (4000, 36)) ** rng.uniform(0.3, 6, (4000, 1)))
        for target in [*rng.integers(0, 256, (40, 3)), (128, 128, 128), (255, 0, 255), (0, 0, 0)]:
            aim = aim_at((int(target[0]), int(target[1]), int(target[2])))
            _, found = gaps(seen, aim)
            self.assertTrue(bool(np.all(at_least(seen, aim) <= found + 1e-9)))

    def test_a_grey_is_further_from_magenta_than_a_red(self) -> None:
        """#c2187a: T3 R1 d 14.63, gap 28.06; R1 25.13, 18.59."""
        for (d, gap), wanted in (
            (mixed_gap("#c2187a", T=3, R=1), (14.63, 28.06)),
            (mixed_gap("#c2187a", R=1), (25.13, 18.59)),
        ):
            self.assertAlmostEqual(d, wanted[0], delta=0.05)
            self.assertAlmostEqual(gap, wanted[1], delta=0.05)

    def test_the_twenty_targets(self) -> None:
        for target, score, recipe in TARGETS:
            with self.subTest(target):
                found = nearest(rgb_of_hex(target), OWNED)
                assert found is not None
                self.assertAlmostEqual(found.score, score, delta=0.03)
                self.assertEqual(letters(found), set(recipe.split()))

    def test_one_more_paint_over_all_twenty(self) -> None:
        """Mean score 10.66; with magenta 7.15, and that is the one to buy."""
        targets = [rgb_of_hex(target) for target, _, _ in TARGETS]
        self.assertEqual(one_to_buy(targets, OWNED), "quinacridone_magenta")
        best = [
            min(s, with_one_more(t, OWNED, "quinacridone_magenta")[1])
            for t, (_, s, _) in zip(targets, TARGETS, strict=True)
        ]
        self.assertAlmostEqual(sum(best) / 20, 7.15, delta=0.1)
        d, score = with_one_more(rgb_of_hex("#c2187a"), OWNED, "quinacridone_magenta")
        self.assertAlmostEqual(score, 4.077, delta=0.03)
        self.assertLess(d, 7)

    def test_what_is_nearly_grey_is_never_a_pink(self) -> None:
        """Dusty white of ΔE00 4.1 by white, ochre and grey, where a flesh of 11 scored better."""
        more = (*OWNED, "medium_grey")
        found = nearest((227, 217, 197), more)
        assert found is not None
        self.assertLess(found.delta_e, 4.2)
        mix = {"titanium_white": 10, "yellow_ochre": 1, "medium_grey": 1}
        self.assertEqual(dict(found.paints), mix)

    def test_the_finding_names_it(self) -> None:
        sheet = changed(biped(), area__skin__target="#c2187a")
        given = context({"paints": list(OWNED)})
        [told] = [f for f in planned(sheet, given).findings if f.id == "colour.mix.off"]
        self.assertIn("With quinacridone magenta it would be near", spoken(told.reason))
        none = planned(sheet, context({"paints": list(catalogue().paints)})).findings
        self.assertFalse([f for f in none if f.id == "colour.mix.off"])
