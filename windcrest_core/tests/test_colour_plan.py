"""Mixes, coats and grounds of whole figures, and what holds for any paint."""

from __future__ import annotations

import unittest
from unittest.mock import patch

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray
from scipy.optimize import brentq

from windcrest_core.catalogue import catalogue
from windcrest_core.colour.covering import coats_over
from windcrest_core.colour.model import ColourPlan
from windcrest_core.colour.paint import (
    BLACK_R,
    WHITE_R,
    Film,
    film_of,
    film_of_colour,
    layer,
    masstone,
    mixed,
)
from windcrest_core.colour.recipes import nearest, nearness
from windcrest_core.colour.spectra import delta_e, lab_of, reflectance, rgb_of_hex
from windcrest_core.given.stores import Stores
from windcrest_core.tests.support import biped, changed, context, example, planned

CHANNEL = st.integers(5, 250)
COLOURS = st.tuples(CHANNEL, CHANNEL, CHANNEL)
PAINTS = sorted(catalogue().paints)


def painted(**changes: object) -> ColourPlan:
    return planned(changed(example("ferrywoman"), **changes)).colour


def coats_on(film: Film, ground: NDArray[np.float64] | float) -> int:
    return int(coats_over(film, np.broadcast_to(ground, (1, 36)))[0])


class RecipeTest(unittest.TestCase):
    def test_only_owned_paints_in_whole_parts_of_twelve_at_most(self) -> None:
        for area in painted().areas:
            with self.subTest(area.label):
                self.assertTrue({row.paint for row in area.recipe} <= set(Stores().paints))
                self.assertLessEqual(sum(row.parts for row in area.recipe), 12)
                self.assertTrue(1 <= len(area.recipe) <= 4)

    @settings(max_examples=12)
    @given(COLOURS)
    def test_more_paints_never_come_further_off(self, target: tuple[int, int, int]) -> None:
        few = nearest(target, ("titanium_white", "carbon_black", "ultramarine"))
        many = nearest(target, (*few_and_more(), "yellow_ochre"))
        assert few is not None and many is not None
        self.assertLessEqual(many.score, few.score + 1e-9)

    def test_a_paint_mixes_itself_with_itself(self) -> None:
        paint = catalogue().paints["yellow_ochre"]
        found = nearest(paint.srgb, ("yellow_ochre", "carbon_black"))
        assert found is not None
        self.assertEqual([key for key, _ in found.paints], ["yellow_ochre"])
        self.assertLess(found.delta_e, 0.7)

    def test_without_paints_nothing_is_mixed(self) -> None:
        self.assertIsNone(nearest((120, 80, 40), ()))
        plan = planned(biped(), context({"paints": []})).colour
        self.assertEqual({area.nearness for area in plan.areas}, {"no paints"})
        self.assertTrue(all(area.mix is None for area in plan.areas))

    def test_words_get_worse_with_distance(self) -> None:
        order = ["close", "near", "off"]
        said = [order.index(nearness(distance)) for distance in (0, 1, 3, 5, 8, 20, 60)]
        self.assertEqual(said, sorted(said))
        self.assertEqual((said[0], said[-1]), (0, 2))


def few_and_more() -> tuple[str, ...]:
    return ("titanium_white", "carbon_black", "ultramarine", "hansa_yellow")


class PaintTest(unittest.TestCase):
    @settings(max_examples=25)
    @given(st.sampled_from(PAINTS), st.sampled_from(PAINTS), st.integers(1, 9))
    def test_parts_are_shares_and_not_amounts(self, a: str, b: str, k: int) -> None:
        films = [film_of(catalogue().paints[key]) for key in (a, b)]
        once, more = mixed(films, [1.0, 3.0]), mixed(films, [1.0 * k, 3.0 * k])
        np.testing.assert_allclose(once.kappa, more.kappa)
        self.assertAlmostEqual(once.scatter_per_mm, more.scatter_per_mm)

    @settings(max_examples=25)
    @given(st.sampled_from(PAINTS), st.floats(0.01, 0.98), st.floats(0.001, 0.2))
    def test_a_layer_lies_between_its_ground_and_its_masstone(
        self, key: str, ground: float, x_mm: float
    ) -> None:
        film = film_of(catalogue().paints[key])
        over = layer(film.kappa * film.scatter_per_mm, film.scatter_per_mm, x_mm, ground)
        deep = masstone(film.kappa)
        low, high = np.minimum(deep, ground), np.maximum(deep, ground)
        self.assertTrue(np.all(over >= low - 1e-6) and np.all(over <= high + 1e-6))

    def test_films_are_those_of_another_root_finder(self) -> None:
        for key in PAINTS:
            with self.subTest(key):
                paint = catalogue().paints[key]
                own = film_of.__wrapped__(paint)
                with patch("windcrest_core.colour.paint.root", brentq):
                    other = film_of.__wrapped__(paint)
                self.assertAlmostEqual(own.scatter_per_mm / other.scatter_per_mm, 1, 9)
                self.assertAlmostEqual(own.weight / other.weight, 1, 9)

    def test_a_layer_of_nothing_is_its_ground(self) -> None:
        film = film_of(catalogue().paints["ultramarine"])
        over = layer(film.kappa * film.scatter_per_mm, film.scatter_per_mm, 0.0, 0.4)
        np.testing.assert_allclose(over, 0.4)

    def test_opaque_paint_covers_sooner(self) -> None:
        def coats(opacity: str) -> int:
            paint = catalogue().paints["turquoise"].model_copy(update={"opacity": opacity})
            return coats_on(film_of(paint), BLACK_R)

        counts = [coats(opacity) for opacity in ("O", "SO", "ST", "T")]
        self.assertEqual(counts, sorted(counts))
        self.assertGreater(counts[-1], counts[0])

    def test_the_ground_of_its_own_colour_needs_one_coat(self) -> None:
        film = film_of_colour((60, 100, 165))
        self.assertEqual(coats_on(film, reflectance((60, 100, 165))), 1)
        self.assertGreater(coats_on(film, WHITE_R), 1)

    @settings(max_examples=25)
    @given(COLOURS, COLOURS)
    def test_distance_is_a_distance(self, a: tuple[int, int, int], b: tuple[int, int, int]) -> None:
        first, second = (lab_of(reflectance(colour)) for colour in (a, b))
        self.assertAlmostEqual(float(delta_e(first, first)), 0)
        self.assertAlmostEqual(float(delta_e(first, second)), float(delta_e(second, first)), 6)
        self.assertGreaterEqual(float(delta_e(first, second)), 0)


class GroundTest(unittest.TestCase):
    def test_the_advised_ground_is_the_one_with_the_fewest_coats(self) -> None:
        for name in ("ferrywoman", "newt_drummer", "barnacle_ox"):
            colour = planned(example(name)).colour
            primers = {row.ground: row.coats for row in colour.grounds if row.ground != "none"}
            self.assertEqual(primers[colour.advised_ground], min(primers.values()), name)

    def test_coats_over_all_are_weighted_by_surface(self) -> None:
        colour = painted(colour__ground="black")
        over_all = sum(
            (area.coats.value if area.coats else 0) * area.share for area in colour.areas
        )
        black = next(row.coats for row in colour.grounds if row.ground == "black")
        self.assertAlmostEqual(black, over_all, 3)
        self.assertAlmostEqual(sum(area.share for area in colour.areas), 1)

    def test_yellow_over_black_takes_more_coats_than_over_white(self) -> None:
        yellow = {"area__oilskin__target": "#fad01e"}
        coats = {
            ground: next(
                area.coats.value
                for area in painted(colour__ground=ground, **yellow).areas
                if area.id == "oilskin" and area.coats
            )
            for ground in ("white", "black")
        }
        self.assertGreater(coats["black"], coats["white"])

    def test_drying_counts_every_coat(self) -> None:
        for area in painted(colour__ground="black").areas:
            assert area.coats is not None and area.drying_min is not None
            self.assertAlmostEqual(area.drying_min.value, 45 * area.coats.value)


class StepTest(unittest.TestCase):
    def test_gloss_is_last(self) -> None:
        plan = planned(example("newt_drummer"))
        place = {step.key: at for at, step in enumerate(plan.order.steps)}
        self.assertGreater(place["drum.gloss.1"], place["figure.seal.1"])

    def test_an_area_no_part_wears_is_not_painted(self) -> None:
        spare = {"id": "spare", "label": "spare", "target": "#112233", "finish": "gloss"}
        keys = [
            s.key for s in planned(changed(example("ferrywoman"), area__spare=spare)).order.steps
        ]
        self.assertFalse([key for key in keys if key.startswith("spare.")])

    def test_no_ground_is_no_priming(self) -> None:
        bare = planned(changed(example("ferrywoman"), colour__ground="none"))
        self.assertNotIn("figure.prime.1", [step.key for step in bare.order.steps])

    def test_colours_as_written(self) -> None:
        self.assertEqual(rgb_of_hex("#26467f"), (38, 70, 127))
