"""Passes against the reference figures of SCIENCE 7b, and against code that does not share theirs."""

from __future__ import annotations

import itertools
import math
import unittest
from functools import cache
from typing import Any, get_args

import numpy as np
from numpy.typing import NDArray
from scipy.integrate import solve_ivp
from scipy.optimize import minimize_scalar

from windcrest_core.body.outside import outside_mm2
from windcrest_core.body.workpiece import workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.colour.amounts import SPARE, amount, drops
from windcrest_core.colour.covering import (
    Took,
    coats_over,
    even,
    hiding,
    thickness_um,
    undercoat,
    undercoats,
)
from windcrest_core.colour.layers import (
    SHARES,
    Seen,
    film_over,
    glossed,
    ground_seen,
    matted,
    painted,
)
from windcrest_core.colour.methods import METHODS
from windcrest_core.colour.on_what import on, table
from windcrest_core.colour.paint import (
    BLACK_R,
    WHITE_R,
    Film,
    film_of,
    film_of_colour,
    masstone,
    mixed,
)
from windcrest_core.colour.sequence import GROUND, MATT, Planned, in_order, longest, waits
from windcrest_core.colour.sizes import dome, stripes
from windcrest_core.colour.spectra import delta_e, hex_of, lab_of, reflectance, rgb_of_hex, srgb_of
from windcrest_core.colour.starting import start_lists
from windcrest_core.findings import Finding
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.plan import plan
from windcrest_core.sheet.colour import Pass, PassKind
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.tests.support import (
    TODAY,
    biped,
    changed,
    context,
    example,
    planned,
    refused,
    spoken,
)
from windcrest_core.tests.test_vivid import LETTERS as TEN

Array = NDArray[np.float64]
LETTERS = {
    **TEN,
    "M": "quinacridone_magenta",
    "G": "medium_grey",
    "PB": "phthalo_blue",
    "PG": "phthalo_green",
}
GREY = reflectance((128, 128, 126))
OWNED = {key: film_of(catalogue().paints[name]) for key, name in LETTERS.items()}


def film(**parts: int) -> Film:
    """`film(F=3, S=1)`: three parts of flesh to one of sienna."""
    return mixed([OWNED[key] for key in parts], [float(n) for n in parts.values()])


def flat(ground: Array | float) -> Array:
    return np.broadcast_to(np.asarray(ground, dtype=float), (36,))


def hexes(seen: Seen | Array) -> list[str]:
    zones = seen.zones if isinstance(seen, Seen) else seen
    return [hex_of(srgb_of(row)) for row in np.atleast_2d(zones)]


def one(kind: str, **more: Any) -> Pass:
    return Pass.model_validate({"id": "x", "kind": kind, **more})


class LayerTest(unittest.TestCase):
    """A face of F3 S1 over grey, pass by pass."""

    def setUp(self) -> None:
        self.flesh = painted(ground_seen(GREY), one("base"), film(F=3, S=1), 2)

    def test_washed_brushed_up_and_glazed(self) -> None:
        seen = self.flesh
        self.assertEqual(hexes(seen), ["#cb896a"] * 3)
        dark = film(S=1, N=1)
        unwiped = painted(seen, one("wash", wiped="none"), dark, 1)
        self.assertEqual(hexes(unwiped), ["#ae6339", "#c47d59", "#ca8666"])
        seen = painted(seen, one("wash"), dark, 1)
        self.assertEqual(hexes(seen), ["#b1663c", "#c88462", "#cb8869"])
        seen = painted(seen, one("dry_brush"), film(F=6, S=1), 1)
        self.assertEqual(hexes(seen), ["#b1663c", "#c98665", "#cf9173"])
        seen = painted(seen, one("dry_brush", where="raised"), film(F=1), 1)
        self.assertEqual(hexes(seen), ["#b1663c", "#ca8969", "#d5a286"])
        third = seen.zones.copy()
        third[2] += 0.15 * (film_over(film(F=1, W=1), 15.0, third[2]) - third[2])
        self.assertEqual(hexes(third)[2], "#d8a990")
        for share, expected in (
            (0.01, ["#b35932", "#ce7453", "#dd8d72"]),
            (0.05, ["#b43f24", "#cd4927", "#dd542e"]),
        ):
            glazed = painted(Seen(third, third), one("glaze", share=share), film(R=1), 1)
            self.assertEqual(hexes(glazed), expected)

    def test_fades_by_mist_by_film_and_wet_into_wet(self) -> None:
        a, b = film(F=3, S=1), film(T=1)
        for t, mist, even_film, blended in (
            (0.25, "#b58a75", "#938b79", "#908973"),
            (0.5, "#9b8c7e", "#6d8c83", "#6f8b7e"),
            (0.75, "#7a8d87", "#558d8a", "#4f8e8b"),
        ):
            far = {"where": "raised", "reaches": t}
            sprayed = painted(self.flesh, one("fade", **far), b, 4)
            brushed = painted(self.flesh, one("fade", tool="brush", **far), b, 4)
            self.assertEqual((hexes(sprayed)[2], hexes(brushed)[2]), (mist, even_film))
            self.assertEqual(hexes(masstone(mixed([a, b], [1 - t, t]).kappa)), [blended])

    def test_the_whole_is_the_mean_of_light_and_not_of_colour(self) -> None:
        for wiped, moved, apart in (
            ("wiped", (-3.1, 1.0, 2.2), 2.8),
            ("none", (-4.7, 1.7, 3.8), 4.5),
        ):
            after = painted(self.flesh, one("wash", wiped=wiped), film(S=1, N=1), 1)
            a, b = lab_of(SHARES @ self.flesh.zones), lab_of(SHARES @ after.zones)
            np.testing.assert_allclose(b - a, moved, atol=0.06)
            self.assertAlmostEqual(float(delta_e(a, b)), apart, delta=0.06)

    def test_a_layer_is_the_solution_of_its_equation(self) -> None:
        """dR/dx = S − 2(K + S)R + SR², stepped from the ground up."""
        paint = film(F=2, W=1)
        s, band = paint.scatter_per_mm, 20
        k = float(paint.kappa[band]) * s
        walked = solve_ivp(
            lambda _, r: s - 2 * (k + s) * r + s * r * r, (0, 0.03), [0.1], rtol=1e-9, atol=1e-12
        )
        self.assertAlmostEqual(float(film_over(paint, 30.0, flat(0.1))[band]), walked.y[0][-1], 7)

    def test_matt_is_lighter_than_gloss_and_back_again(self) -> None:
        """By ΔL*: K −8.5, U −8.1, N −5.5, R −2.6, F −0.4, W −0.1."""
        for key, moved in (
            ("K", -8.5),
            ("U", -8.1),
            ("N", -5.5),
            ("R", -2.6),
            ("F", -0.4),
            ("W", -0.1),
        ):
            matt = masstone(OWNED[key].kappa)
            gloss = glossed(matt)
            self.assertAlmostEqual(float(lab_of(gloss)[0] - lab_of(matt)[0]), moved, delta=0.06)
            kept = gloss > 0.0021
            np.testing.assert_allclose(matted(gloss)[kept], matt[kept])


class CoveringTest(unittest.TestCase):
    def test_thickness_and_coats(self) -> None:
        rows = (
            (film(Y=1), BLACK_R, 134.13, [7, 5, 4]),
            (film(U=1), WHITE_R, 176.06, [9, 6, 5]),
            (film(F=1), BLACK_R, 52.26, [3, 2, 2]),
            (film(T=1), WHITE_R, 58.30, [3, 2, 2]),
            (film(F=2, W=1), BLACK_R, 59.62, [3, 2, 2]),
        )
        for paint, ground, thick, coats in rows:
            self.assertAlmostEqual(thickness_um(paint, ground), thick, delta=0.02)
            found = [int(coats_over(paint, flat(ground)[None], 1.0, um)[0]) for um in (20, 30, 40)]
            self.assertEqual(found, coats)
            self.assertEqual(found, [math.ceil(thick / um) for um in (20, 30, 40)])
            worse = int(coats_over(paint, flat(ground)[None], 0.8)[0])
            self.assertEqual(worse, math.ceil(thick / 0.8 / 30))

    def test_what_coats_took_is_learnt(self) -> None:
        """Against a minimiser of the squares that the closed form is the least of."""
        flesh, turquoise, yellow = 52.26 / 30, 58.30 / 30, 134.13 / 30
        rows: tuple[tuple[list[tuple[float, int]], float], ...] = (
            ([(2.5, 5)], 0.7454),
            ([(flesh, 5)], 0.6222),
            ([(flesh, 5), (turquoise, 3)], 0.6701),
            ([(flesh, 5), (turquoise, 3), (yellow, 7)], 0.6745),
            ([(flesh, 5)] * 3, 0.4908),
        )
        for notes, q in rows:
            found = hiding(Took(c, n) for c, n in notes)
            self.assertAlmostEqual(found, q, 4)

            def off(log_q: float, notes: list[tuple[float, int]] = notes) -> float:
                return log_q**2 + sum((math.log(c / (n - 0.5)) - log_q) ** 2 for c, n in notes)

            self.assertAlmostEqual(found, math.exp(minimize_scalar(off).x), 5)
        self.assertEqual(hiding([Took(176.06 / 30, 1)]), 2.5)
        self.assertEqual(math.ceil(2.5 / 0.7454), 4)

    def test_undercoats(self) -> None:
        rows = (
            (film(Y=1), flat(BLACK_R), ("W", 1, 3, 5)),
            (film(Y=1), GREY, ("W", 1, 3, 5)),
            (film(U=1), flat(WHITE_R), ("M", 1, 2, 6)),
            (film(U=1), flat(BLACK_R), ("T", 1, 3, 5)),
            (film_of_colour(rgb_of_hex("#e0609a"), "T"), GREY, ("F", 1, 4, 7)),
        )
        for paint, ground, expected in rows:
            self.assertEqual(undercoat(paint, ground, OWNED), expected)
        for paint, ground in (
            (film(F=1), flat(BLACK_R)),
            (film(F=2, W=1), flat(BLACK_R)),
            (film(M=1), GREY),
            (film(W=6, M=1), GREY),
        ):
            self.assertIsNone(undercoat(paint, ground, OWNED))

    def test_undercoats_one_by_one(self) -> None:
        """Every paint and number of coats by itself, a coat at a time."""

        def coats(paint: Film, ground: Array, q: float) -> int:
            goal = lab_of(masstone(paint.kappa))
            shows = [
                n
                for n in range(1, 25)
                if delta_e(lab_of(film_over(paint, 30.0 * n * q, ground)), goal) > 1.0
            ]
            return 1 + max(shows, default=0)

        paint, ground = film(U=1), flat(WHITE_R)
        least = {q: coats(paint, ground, q) for q in (1.0, 0.8)}
        saving = set()
        for key, n in itertools.product(OWNED, (1, 2)):
            under = {q: film_over(OWNED[key], 30.0 * n * q, ground) for q in least}
            if all(n + coats(paint, under[q], q) < least[q] for q in least):
                saving.add((key, n))
        self.assertEqual({row[:2] for row in undercoats(paint, ground, OWNED)}, saving)

    def test_grounds_of_the_reference_figure(self) -> None:
        """70 % blue, 20 % yellow with white under it where that saves a coat, 10 % flesh."""
        blue = film_of_colour((52, 96, 168), "SO")
        yellow = film_of_colour((248, 206, 40), "ST")
        flesh = film_of_colour((232, 186, 152), "SO")
        for ground, expected, without in (
            (flat(WHITE_R), 2.70, 2.70),
            (GREY, 2.30, 2.70),
            (flat(BLACK_R), 3.00, 3.40),
            (reflectance((60, 100, 165)), 1.60, 2.00),
        ):
            plain = [int(coats_over(paint, ground[None])[0]) for paint in (blue, yellow, flesh)]
            way = undercoat(yellow, ground, {"W": OWNED["W"]})
            least = way.all_coats if way else plain[1]
            self.assertAlmostEqual(0.7 * plain[0] + 0.2 * plain[1] + 0.1 * plain[2], without)
            self.assertAlmostEqual(0.7 * plain[0] + 0.2 * least + 0.1 * plain[2], expected)


class AmountTest(unittest.TestCase):
    def test_methods(self) -> None:
        """Millilitres and minutes for 100 cm², µm of dry paint."""
        for how, ml, minutes, dry in (
            ("brush", 0.975, 6, 30),
            ("thinned", 0.780, 5, 16),
            ("airbrush", 0.324, 2, 3.6),
            ("wash", 0.490, 5, 2.8),
            ("dry_brush", 0.169, 4, 15),
            ("sponge", 0.384, 2, 16),
            ("spray", 1.32, 1, 12),
        ):
            method = METHODS[how]  # type: ignore[index]
            self.assertAlmostEqual(method.ml_per_100_cm2, ml, delta=0.0006)
            self.assertAlmostEqual(method.dry_um, dry, delta=0.1)
            self.assertEqual(method.minutes, minutes)

    def test_the_reference_figure(self) -> None:
        """650 cm² on grey, two brushed coats at least: 15.97 ml, 82 minutes."""
        rows = (
            (260, [3, 1], film(F=3, S=1), 6.08, [93, 31]),
            (195, [3, 1], film(U=3, W=1), 4.56, [69, 23]),
            (98, [1], film(N=1), 2.29, [46]),
            (32, [1], film(S=1), 0.75, [15]),
        )
        ml, minutes = 0.0, 0.0
        for cm2, parts, paint, expected, each in rows:
            coats = even(int(coats_over(paint, GREY[None])[0]), brushed=True)
            taken = amount(METHODS["brush"], cm2, coats)
            self.assertEqual(coats, 2)
            self.assertAlmostEqual(taken.ml, expected, delta=0.006)
            self.assertEqual(drops(taken.paint_ml, parts), each)
            ml, minutes = ml + taken.ml, minutes + taken.minutes
        for coats, expected, each in ((1, 0.76, [16]), (2, 1.52, [31])):
            hat = amount(METHODS["brush"], 65, coats)
            self.assertAlmostEqual(hat.ml, expected, delta=0.006)
            self.assertEqual(drops(hat.paint_ml, [1]), each)
            ml, minutes = ml + hat.ml, minutes + hat.minutes
        self.assertAlmostEqual(ml, 15.97, delta=0.01)
        self.assertAlmostEqual(minutes, 82, delta=0.2)
        primer = amount(METHODS["spray"], 650, 2).ml / SPARE
        wash = amount(METHODS["wash"], 650, 1)
        self.assertAlmostEqual(primer, 17.2, delta=0.05)
        self.assertAlmostEqual(wash.ml, 3.82, delta=0.006)
        self.assertAlmostEqual(wash.paint_ml, 0.76, delta=0.006)

    def test_a_little_is_ten_drops(self) -> None:
        lip = amount(METHODS["brush"], 2, 2)
        self.assertEqual(drops(lip.paint_ml, [3, 1]), [9, 3])


class TableTest(unittest.TestCase):
    def test_what_practitioners_say(self) -> None:
        for below, above, verdict in (
            ("acrylic", "wash", "matt"),
            ("ink", "acrylic", "matt"),
            ("varnish_gloss", "acrylic", "scuff"),
            ("metallic", "wash", "gloss"),
            ("cured_clay", "glow", "white"),
            ("glow", "acrylic", "never"),
            ("flexible", "acrylic", "never"),
            ("acrylic", "resin", "dry"),
            ("cured_clay", "solvent_spray", "chip"),
            ("solvent_spray", "ink", "never"),
            ("pva", "resin", "chip"),
        ):
            self.assertEqual(table()[below, above], verdict, (below, above))
            self.assertTrue(spoken(on(below, above).why))  # type: ignore[arg-type]

    def test_paint_alone_never_closes_raw_clay_in(self) -> None:
        """Of all surfaces raw clay goes on itself, on cured clay and on liquid clay without asking."""
        free = {
            below
            for below, above in table()
            if above == "raw_clay" and table()[below, above] == "fine"
        }
        self.assertEqual(free, {"raw_clay", "cured_clay", "liquid_clay"})


FACE = (
    ("flesh.base", "flesh", "base", False, True),
    ("hair.base", "hair", "base", False, True),
    ("buckle.dark", "buckle", "base", False, True),
    ("wings.base", "wings", "base", False, True),
    ("fade", "flesh", "fade", False, True),
    ("varnish", "flesh hair", "seal", False, False),
    ("flesh.wash", "flesh", "wash", False, True),
    ("hair.wash", "hair", "wash", False, True),
    ("dry1", "flesh", "dry_brush", False, True),
    ("dry2", "flesh", "dry_brush", False, True),
    ("hair.dry", "hair", "dry_brush", False, True),
    ("glaze", "flesh", "glaze", False, True),
    ("veins", "flesh", "lines", False, True),
    ("speckle", "flesh hair", "speckle", False, True),
    ("eyes.white", "eyes", "base", False, True),
    ("ring", "eyes", "base", False, True),
    ("iris", "eyes", "base", False, True),
    ("pupil", "eyes", "base", False, True),
    ("glint", "eyes", "base", False, True),
    ("mica", "wings", "powder", True, True),
    ("wings.seal", "wings", "gloss", True, False),
    ("metal", "buckle", "metallic", True, True),
    ("buckle.gloss", "buckle", "gloss", True, False),
    ("nails.gloss", "nails", "gloss", True, False),
    ("eyes.gloss", "eyes", "gloss", True, False),
)


class OrderTest(unittest.TestCase):
    def setUp(self) -> None:
        self.rows = [
            Planned(key, tuple(areas.split()), kind, late=late, colours=colours)  # type: ignore[arg-type]
            for key, areas, kind, late, colours in FACE
        ]
        self.found = waits(self.rows, primed=True, sealed=True, eyes={"eyes": "flesh"})
        self.all = [
            Planned(GROUND, (), "prime"),
            *self.rows[:19],
            Planned(MATT, (), "seal"),
            *self.rows[19:],
        ]

    def test_38_reasons_17_long_and_how_many_orders(self) -> None:
        """27 passes have 12 375 612 orders that hold, counted over sets of what is done."""
        keys = [row.key for row in self.all]
        place = {key: 1 << n for n, key in enumerate(keys)}
        before = [sum(place[other] for other in self.found.before(key)) for key in keys]
        self.assertEqual(sum(len(self.found.before(key)) for key in keys), 38)
        self.assertEqual(longest(self.all, self.found), 17)

        @cache
        def orders(done: int) -> int:
            if done == (1 << len(keys)) - 1:
                return 1
            return sum(
                orders(done | 1 << n)
                for n in range(len(keys))
                if not done >> n & 1 and before[n] & done == before[n]
            )

        self.assertEqual((len(keys), orders(0)), (27, 12375612))

    def test_as_listed_where_nothing_dries(self) -> None:
        self.assertEqual(
            [row.key for row in in_order(self.all, self.found)], [row.key for row in self.all]
        )

    def test_while_one_dries_another_is_painted_and_every_wait_is_kept(self) -> None:
        slow = [
            Planned(row.key, row.areas, row.kind, minutes=10, wait_min=45, late=row.late)
            for row in self.all
        ]
        order = [row.key for row in in_order(slow, self.found)]
        for key in order:
            for other in self.found.before(key):
                self.assertLess(order.index(other), order.index(key))
        self.assertLess(order.index("wings.base"), order.index("fade"))

    def test_a_circle_is_named(self) -> None:
        self.found.add(GROUND, "eyes.gloss", "under")
        with self.assertRaisesRegex(ValueError, "circle: .*eyes.gloss"):
            in_order(self.all, self.found)

    def test_random_figures_have_an_order(self) -> None:
        """Whatever the passes and however they are listed, there is no circle in what the reasons ask."""
        rng = np.random.default_rng(5)
        kinds = (
            "base",
            "wash",
            "dry_brush",
            "seal",
            "speckle",
            "powder",
            "metallic",
            "gloss",
            "lines",
        )
        for _ in range(40):
            areas = []
            for n in range(rng.integers(1, 6)):
                late, rows = False, []
                for k in range(rng.integers(1, 8)):
                    kind = str(rng.choice(kinds))
                    late = late or kind in ("powder", "metallic", "gloss")
                    colours = kind not in ("seal", "gloss")
                    rows.append(
                        Planned(f"a{n}.{k}", (f"a{n}",), kind, late=late, colours=colours)  # type: ignore[arg-type]
                    )
                areas += rows
            found = waits(areas, True, True, {"a0": "a1"})
            every = [Planned(GROUND, (), "prime"), *areas, Planned(MATT, (), "seal")]
            self.assertEqual(len(in_order(every, found)), len(every))


class SizeTest(unittest.TestCase):
    def test_stripes_on_a_limb_that_tapers(self) -> None:
        """18 to 12 mm over 90, stripes of 3: nine of 3.14 mm become six; three end on the way."""
        found = stripes((18, 12), 90, 3)
        self.assertEqual((found.stripes[0], found.stripes[-1]), (9, 6))
        self.assertAlmostEqual(found.wide_mm[0], 3.14, 2)
        np.testing.assert_allclose(found.ends_mm, [26.5, 55.1, 83.8], atol=0.05)
        fine = stripes((18, 12), 90, 3, steps=4000)
        self.assertAlmostEqual(min(fine.wide_mm), 2.79, delta=0.01)
        self.assertAlmostEqual(max(fine.wide_mm), 3.25, delta=0.01)
        self.assertAlmostEqual(math.pi * 12 / 18, 2.09, 2)
        with self.assertRaises(ValueError):
            stripes((18, 0), 90, 3)

    def test_a_dome_is_the_slice_of_a_ball_it_is(self) -> None:
        """Summed in thin discs."""
        a, h = 4.0, 1.5
        radius = (a * a + h * h) / (2 * h)
        z = (np.arange(20000) + 0.5) / 20000 * h
        discs = math.pi * (radius**2 - (radius - h + z) ** 2) * h / 20000
        self.assertAlmostEqual(dome(a, h).volume_mm3, float(discs.sum()), 4)
        self.assertEqual(
            (dome(4, 1.5).layers, dome(10, 5).layers, dome(10, 5, "tinted").layers), (1, 3, 5)
        )


def wearing(*rows: dict[str, Any], **more: Any) -> FigureSheet:
    return changed(biped(), area__skin__passes=list(rows), **more)


def of_colour(sheet: FigureSheet, **rules: Any) -> list[Finding]:
    found = planned(sheet, context(**rules)) if rules else planned(sheet)
    return [row for row in found.findings if row.station == "colour"]


class PlanTest(unittest.TestCase):
    def test_every_starting_list_is_clean(self) -> None:
        """Each on its own gives no warning, but of a colour the paints of Stores do not reach."""
        for row in start_lists("#c98f6b"):
            with self.subTest(row.key):
                sheet = wearing(*(one.model_dump() for one in row.passes))
                wrong = {f.id for f in of_colour(sheet) if f.severity != "note"}
                self.assertLessEqual(wrong, {"colour.mix.off"})
                hidden = [f for f in of_colour(sheet) if f.id == "colour.pass.hidden"]
                self.assertEqual(hidden, [])

    def test_steps_are_in_the_order_of_painting(self) -> None:
        rows = next(row for row in start_lists("#c98f6b") if row.key == "light_down").passes
        sheet = wearing(*(one.model_dump() for one in rows))
        steps = [row for row in planned(sheet).order.steps if row.station == "colour"]
        self.assertEqual(
            [row.key for row in steps],
            [
                "figure.prime.1",
                "skin.coats.1",
                "skin_barrier.pass.1",
                "skin_wash.pass.1",
                "skin_dry1.pass.1",
                "figure.seal.1",
            ],
        )
        self.assertIn("skin.coats.1", [need.key for need in steps[2].needs])

    def test_what_is_not_ticked_is_asked_before_the_seal(self) -> None:
        rows = next(row for row in start_lists("#c98f6b") if row.key == "light_down").passes
        sheet = wearing(*(one.model_dump() for one in rows))
        begun = Progress(steps_done=["figure.prime.1", "skin.coats.1", "skin_wash.pass.1"])
        for progress, asks in ((Progress(), False), (begun, True)):
            steps = plan(sheet, Context(), progress, TODAY).order.steps
            (seal,) = (row for row in steps if row.key == "figure.seal.1")
            self.assertEqual(
                "Not ticked yet: Seal the skin; Dry-brush the skin. Is" in spoken(seal.caution),
                asks,
            )

    def test_metal_comes_after_the_matt_seal_and_gloss_after_dust(self) -> None:
        rows = next(row for row in start_lists("#9a9ca0") if row.key == "metal").passes
        sheet = wearing(*(one.model_dump() for one in rows))
        keys = [row.key for row in planned(sheet).order.steps if row.station == "colour"]
        self.assertEqual(
            keys,
            [
                "figure.prime.1",
                "skin.coats.1",
                "figure.seal.1",
                "skin_metal.pass.1",
                "skin_edges.pass.1",
                "skin_gloss.pass.1",
            ],
        )

    def test_five_coats_instead_of_two_are_remembered(self) -> None:
        """Flesh over black reckoned 2 took 5 three times: from now on 4."""
        sheet = wearing(
            {"id": "base", "kind": "base", "mix": {"light_flesh": 1}}, colour__ground="black"
        )
        before = planned(sheet).colour.areas[0]
        note = {"mix": {"light_flesh": 1}, "over": "#1a1a1a", "coats": 5}
        after = planned(sheet, context({"took": [note] * 3})).colour.areas[0]
        assert before.coats is not None and after.coats is not None
        self.assertEqual((before.coats.value, after.coats.value), (2, 4))
        self.assertAlmostEqual(after.hiding, 0.49, delta=0.01)

    def test_drops_of_one_mix_are_told_over_all_its_passes(self) -> None:
        plan = planned(example("ferrywoman")).colour
        for mixing in plan.mixings:
            rows = [p for a in plan.areas for p in a.passes if p.key in mixing.passes]
            self.assertAlmostEqual(mixing.paint_ml, sum(row.paint_ml for row in rows))
            self.assertGreaterEqual(sum(p.drops for p in mixing.recipe) * 0.05, mixing.paint_ml)

    def test_bad_passes_are_refused_by_name(self) -> None:
        for row, path in (
            ({"id": "base", "kind": "base", "colour": "#1234567"}, "colour"),
            ({"id": "base", "kind": "base", "mix": {"no_such_paint": 1}}, "mix"),
            ({"id": "base", "kind": "base", "spot": "nowhere"}, "spot"),
            ({"id": "base", "kind": "base", "share": 0.0}, "share"),
            ({"id": "base", "kind": "enamel"}, "kind"),
        ):
            with refused(path):
                wearing(row)
        with refused("passes"):
            wearing({"id": "base", "kind": "base"}, {"id": "base", "kind": "wash"})
        spot = {
            "id": "lips",
            "label": "lips",
            "part": "skull",
            "outline": [[0, 0], [1.2, 0], [1, 1]],
        }
        with refused("outline"):
            changed(biped(), area__skin__spots=[spot])

    def test_palettes_of_none_and_one(self) -> None:
        rows = next(row for row in start_lists("#c98f6b") if row.key == "layers").passes
        sheet = wearing(*(one.model_dump() for one in rows))
        for paints in ([], ["titanium_white"]):
            plan = planned(sheet, context({"paints": paints})).colour
            self.assertEqual(len(plan.areas[0].passes), len(rows))
            self.assertTrue(all(row.coats >= 1 for row in plan.areas[0].passes))

    def test_a_place_is_painted_alone(self) -> None:
        spot = {
            "id": "lips",
            "label": "lips",
            "part": "skull",
            "outline": [[0.4, 0.1], [0.6, 0.1], [0.5, 0.2]],
        }
        rows = [
            {"id": "base", "kind": "base"},
            {"id": "lips", "kind": "glaze", "colour": "#c83226", "share": 0.3, "spot": "lips"},
        ]
        sheet = changed(biped(), area__skin__spots=[spot], area__skin__passes=rows)
        [area] = planned(sheet).colour.areas
        self.assertEqual(area.spots[0].seen[0], area.passes[0].looks.day.whole)
        self.assertNotEqual(area.spots[0].seen[1], area.spots[0].seen[0])
        figure = workpiece(sheet, Context(), Progress()).figure
        head_cm2 = outside_mm2(figure)["skull"] / 100
        self.assertAlmostEqual(area.spots[0].share * area.surface_cm2, 0.5 * 0.01 * head_cm2)


class AnyPassesTest(unittest.TestCase):
    def test_whatever_is_painted_has_an_order(self) -> None:
        """Random passes over all areas of a newt whose eyes are an area too: each is a step, or told with another."""
        rng = np.random.default_rng(11)
        kinds = get_args(PassKind)
        newt = example("newt_drummer")
        eyes = {"id": "eyes", "label": "eyes", "target": "#c98a2a"}
        worn = {"part__eye_r__area": "eyes", "part__eye_l__area": "eyes"}
        sheet = changed(newt, area__eyes=eyes, **worn)
        for _ in range(25):
            passes = {
                f"area__{area.id}__passes": [
                    {
                        "id": f"p{n}",
                        "kind": str(rng.choice(kinds)),
                        "where": str(rng.choice(["all", "all", "recess", "raised"])),
                        "medium": str(rng.choice(["varnish_matt", "varnish_gloss"]))
                        if rng.random() < 0.3
                        else None,
                    }
                    for n in range(int(rng.integers(0, 7)))
                ]
                for area in sheet.colour.areas
            }
            plan = planned(changed(sheet, **passes))
            told = [row.at for area in plan.colour.areas for row in area.passes]
            self.assertEqual(len(told), len(set(told)))
            self.assertTrue(all(told))


class PlaceTest(unittest.TestCase):
    def test_lips_and_a_mask_lie_on_the_lines_of_the_face(self) -> None:
        """At the heights of its mouth and eyes, in the middle of a head that looks straight ahead, as the elevation has it."""
        plan = planned(biped())
        lips, mask = plan.colour.places
        lines = {row.id: row.above_chin_mm for row in plan.character.face.lines}  # type: ignore[union-attr]
        [skull] = [row for row in plan.drawing.front.parts if row.id == lips.part]
        us, vs = np.array(skull.outline[0]).reshape(-1, 2).T
        for place, height in ((lips, lines["mouth"]), (mask, lines["eyes"])):
            x, y = np.array(place.outline).T
            self.assertAlmostEqual(float((x.min() + x.max()) / 2), 0.5, 2)
            at = vs.min() + float((y.min() + y.max()) / 2) * (vs.max() - vs.min())
            chin = next(m.height_mm for m in plan.character.landmarks if m.id == "chin")
            self.assertAlmostEqual(at - chin, height, delta=0.6)
        self.assertLess(us.min(), us.max())
        self.assertEqual(planned(example("barnacle_ox")).colour.places, [])


if __name__ == "__main__":
    unittest.main()
