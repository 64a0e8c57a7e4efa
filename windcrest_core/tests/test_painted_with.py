"""What passes are painted with and where: own mixtures, lines by length, tips, insides, what is bought as it is."""

from __future__ import annotations

import math
import unittest
from typing import Any

import numpy as np

from windcrest_core.body.cloth import HangingSolid
from windcrest_core.body.workpiece import workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.colour.covering import Under, undercoats
from windcrest_core.colour.model import AreaPlan, ColourPlan
from windcrest_core.colour.paint import BLACK_R, film_of, layer
from windcrest_core.colour.sizes import rings
from windcrest_core.colour.spectra import delta_e, lab_of, lab_of_srgb, reflectance, rgb_of_hex
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.measures import Units
from windcrest_core.prints.stripe_guide import EDGE_MM, stripe_guide
from windcrest_core.sheet import FigureSheet, load_sheet
from windcrest_core.stock.kinds import sold
from windcrest_core.stock.needs import needs_of
from windcrest_core.tests.support import biped, changed, context, example, planned, spoken
from windcrest_core.tests.test_versions import kept

TINTED = {"id": "tinted", "label": "umber in sealer", "medium": "varnish_matt", "share": 0.1}


def passes(*rows: dict[str, Any], **more: Any) -> FigureSheet:
    every = [{"id": "base", "kind": "base"}, *rows]
    return changed(biped(), area__skin__passes=every, **more)


def colours(sheet: FigureSheet, **stores: Any) -> ColourPlan:
    return planned(sheet, context(stores) if stores else Context()).colour


def skin(sheet: FigureSheet, **stores: Any) -> AreaPlan:
    return next(area for area in colours(sheet, **stores).areas if area.id == "skin")


class MixtureTest(unittest.TestCase):
    def test_it_goes_on_as_what_it_counts_as(self) -> None:
        """Tinted sealer lies on acrylic as varnish does, takes its hours to dry, a tenth of it is paint."""
        sheet = passes({"id": "tint", "kind": "tint", "mixture": "tinted"})
        told = skin(sheet, mixtures=[TINTED]).passes[1]
        self.assertEqual((told.medium, told.mixture, told.share), ("varnish_matt", "tinted", 0.1))
        self.assertEqual(told.drying_min, (120 + 240) / 2)
        self.assertAlmostEqual(told.paint_ml, told.ml / 10)
        plan = colours(sheet, mixtures=[TINTED])
        self.assertEqual({row.medium for row in plan.mixings}, {"acrylic"})
        bought = {row.product: row.ml for row in plan.bought}
        bare = {row.product: row.ml for row in colours(passes()).bought}
        self.assertAlmostEqual(bought["varnish_matt"] - bare["varnish_matt"], told.ml * 0.9)
        label = next(
            step.label
            for step in planned(sheet, context({"mixtures": [TINTED]})).order.steps
            if step.key == "skin_tint.pass.1"
        )
        self.assertEqual(spoken(label), "Tint the skin, with umber in sealer")

    def test_what_lies_over_it_is_held_against_what_it_counts_as(self) -> None:
        """Glue rewets: nothing of water goes over a mixture that counts as glue, and its chip does not change that."""
        glue = {"id": "glue", "label": "glue and paint", "medium": "pva", "share": 0.5}
        good = {"of": "mixture", "product": "glue", "label": "glue and paint", "verdict": "good"}
        sheet = passes(
            {"id": "gl", "kind": "glaze", "mixture": "glue"}, {"id": "wash", "kind": "wash"}
        )
        for tried, own in (([], 1), ([good], 0)):
            found = planned(sheet, context({"mixtures": [glue], "tried": tried})).findings
            ids = [row.id for row in found if row.subject == "skin_gl"]
            self.assertEqual(ids.count("colour.mixture.untried"), own)
            self.assertEqual(
                [row.subject for row in found if row.id == "colour.on.never"], ["skin_wash"]
            )


class BarrierTest(unittest.TestCase):
    def test_what_sparkles_is_kept_under_gloss(self) -> None:
        """Matt varnish between mica and a wash takes its sparkle: gloss goes between, and nothing else is said then."""
        sheet = passes(
            {"id": "mica", "kind": "powder"},
            {"id": "wash", "kind": "wash"},
            {"id": "over", "kind": "gloss"},
        )
        (found,) = (row for row in planned(sheet).findings if row.id == "colour.on.barrier")
        after = changed(
            sheet, **{o.path.replace("/", "__"): o.value for o in found.fixes[0].operations}
        )
        row = after.colour.areas[0].passes[2]
        self.assertEqual((row.kind, row.medium), ("seal", "varnish_gloss"))
        ids = [row.id for row in planned(after).findings if row.station == "colour"]
        self.assertFalse({"colour.on.barrier", "colour.matt.kills"} & set(ids))

    def test_powder_on_a_gloss_seal_of_all_wants_that_seal_matte(self) -> None:
        """Nothing of one area comes between the seal of all and what is painted after it."""
        mica = ({"id": "mica", "kind": "powder"}, {"id": "over", "kind": "gloss"})
        sheet = passes(*mica, colour__seal="gloss")
        (found,) = (row for row in planned(sheet).findings if row.id == "colour.on.barrier")
        self.assertEqual(
            [(o.path, o.value) for way in found.fixes for o in way.operations],
            [("colour/seal", "matte")],
        )
        left = planned(changed(sheet, colour__seal="matte")).findings
        self.assertNotIn("colour.on.barrier", [row.id for row in left])


class BoughtTest(unittest.TestCase):
    def test_amounts_of_the_reference(self) -> None:
        """650 cm²: two sprayed passes of primer 17.2 ml, a brushed seal 6.08; the plan's own surface in proportion."""
        plan = colours(changed(biped(), colour__primer="sprayed"))
        cm2 = sum(area.surface_cm2 for area in plan.areas)
        found = {row.product: row for row in plan.bought}
        self.assertAlmostEqual(found["spray_primer"].ml * 650 / cm2, 17.16, 2)
        self.assertAlmostEqual(found["varnish_matt"].ml * 650 / cm2, 6.08, 2)

    def test_metal_of_two_colours_is_one_product_and_a_lift_takes_none(self) -> None:
        plan = colours(
            passes(
                {"id": "silver", "kind": "metallic", "colour": "#9a9ca0"},
                {"id": "gold", "kind": "metallic", "colour": "#c8a030"},
                {"id": "wash", "kind": "wash"},
                {"id": "lift", "kind": "lift"},
            )
        )
        (metal,) = (row for row in plan.bought if row.product == "metallic")
        self.assertEqual(metal.colours, ["#9a9ca0", "#c8a030"])
        rows = next(area for area in plan.areas if area.id == "skin").passes
        self.assertAlmostEqual(metal.ml, rows[1].ml + rows[2].ml)
        self.assertEqual(
            {row.product for row in plan.bought}, {"primer", "varnish_matt", "metallic"}
        )

    def test_flexible_paint_is_not_mixed_with_acrylic_of_the_same_parts(self) -> None:
        sheet = passes({"id": "again", "kind": "base", "medium": "flexible"})
        plan = planned(sheet)
        self.assertEqual(sorted(row.medium for row in plan.colour.mixings), ["acrylic", "flexible"])
        rows = plan.colour.areas[0].passes
        needs = {need.item: need.amount for need in needs_of(plan, sheet, Context())}
        acrylic = sum(amount for item, amount in needs.items() if item in catalogue().paints)
        self.assertAlmostEqual(acrylic, rows[0].paint_ml)
        self.assertAlmostEqual(needs["flexible"], rows[1].paint_ml)
        self.assertEqual(sold("paint", "flexible").packs[0].size, 20.0)


class LineTest(unittest.TestCase):
    def test_minutes_go_by_length(self) -> None:
        """18 cm of veins at .4 min a cm are 7.2; their paint is a film of 40 µm half a millimetre broad, half as much again
        left in the brush, a fifth to spare."""
        lines = {"id": "veins", "kind": "lines", "line": "vein", "length_mm": 180}
        told = skin(passes(lines)).passes[1]
        self.assertAlmostEqual(told.minutes, 7.2)
        self.assertAlmostEqual(told.ml, 0.004 * 0.05 * 18 * 1.5 * 1.2)
        hairs = skin(passes({**lines, "line": "hair", "coats": 2})).passes[1]
        self.assertAlmostEqual(hairs.minutes, 2 * 0.15 * 18)


class ThickTest(unittest.TestCase):
    def test_thin_coats_are_more_coats(self) -> None:
        """Yellow on black hides in 7, 5 or 4 coats of 20, 30 or 40 µm, turquoise on white in 3, 2 or 2."""
        for paint, ground, wanted in (
            ("hansa_yellow", "black", [7, 5, 4]),
            ("turquoise", "white", [3, 2, 2]),
        ):
            coats, ml = [], []
            for thick in ("thin", "normal", "thick"):
                base = {"id": "base", "kind": "base", "mix": {paint: 1}, "thick": thick}
                sheet = changed(biped(), area__skin__passes=[base], colour__ground=ground)
                told = skin(sheet).passes[0]
                coats.append(told.coats)
                ml.append(told.ml / told.coats)
            self.assertEqual(coats, wanted)
            self.assertAlmostEqual(ml[2] / ml[0], 2.0)

    def test_a_place_that_is_off_its_part_is_left_out_or_its_part_given(self) -> None:
        lining = {
            "id": "in",
            "label": "inside",
            "part": "chest",
            "view": "inside",
            "outline": [[0, 0], [1, 0], [1, 1]],
        }
        red = {"id": "red", "kind": "glaze", "colour": "#a02020", "spot": "in"}
        solid = passes(red, area__skin__spots=[lining])
        other = changed(solid, part__chest__area=None)
        seen = changed(other, area__skin__spots=[{**lining, "view": "front"}])
        leave, give = "Leave out inside and what is painted there", "Give chest the colour skin"
        for sheet, wanted in ((solid, [leave]), (other, [leave]), (seen, [give, leave])):
            (found,) = (row for row in planned(sheet).findings if row.id == "colour.place.off")
            labels = [spoken(way.label) for way in found.fixes]
            self.assertEqual(labels, wanted)
            left = changed(
                sheet, **{o.path.replace("/", "__"): o.value for o in found.fixes[-1].operations}
            )
            self.assertEqual([row.id for row in left.colour.areas[0].passes], ["base"])
            self.assertNotIn("colour.place.off", [row.id for row in planned(left).findings])


class MarksTest(unittest.TestCase):
    def test_they_take_their_share_until_something_hides_them(self) -> None:
        """18 cm of veins half a millimetre broad are 0.9 cm²; speckles 8 in a hundred; a coat over all of it hides both."""
        rows = (
            {"id": "sp", "kind": "speckle", "colour": "#e8d9a8"},
            {"id": "ve", "kind": "lines", "length_mm": 180},
            {"id": "wash", "kind": "wash"},
            {"id": "over", "kind": "base", "colour": "#203020"},
        )
        area = skin(passes(*rows))
        told = {row.id: row for row in area.passes}
        speckles, veins = told["sp"].marks, told["ve"].marks
        assert speckles is not None and veins is not None
        self.assertEqual((speckles.way, speckles.share), ("round", 0.08))
        self.assertAlmostEqual(veins.share * area.surface_cm2, 0.9)
        self.assertEqual({speckles.until, veins.until}, {told["over"].at})
        self.assertIsNone(told["wash"].marks)
        left = skin(passes(*rows[:3])).passes[1].marks
        assert left is not None
        self.assertIsNone(left.until)

    def test_dots_on_eyes_have_places_of_their_own(self) -> None:
        newt = example("newt_drummer")
        eyes = {
            "id": "eyes",
            "label": "eyes",
            "target": "#c98a2a",
            "passes": [{"id": "base", "kind": "base"}, {"id": "iris", "kind": "dots"}],
        }
        worn = {"part__eye_r__area": "eyes", "part__eye_l__area": "eyes"}
        plan = planned(changed(newt, area__eyes=eyes, **worn)).colour
        iris = next(area for area in plan.areas if area.id == "eyes").passes[1]
        self.assertIsNone(iris.marks)
        dots = skin(passes({"id": "warts", "kind": "dots"})).passes[1].marks
        self.assertEqual(dots and dots.across_mm, 1.5)


class EndTest(unittest.TestCase):
    def test_a_fade_reaches_nothing_at_the_root_and_all_at_the_tips(self) -> None:
        """At its tips an airbrushed fade is 15 µm of its paint over the base, layer by layer; at its root the base alone."""
        fade = {"id": "fade", "kind": "fade", "colour": "#2a6f6f", "mix": {"turquoise": 1}}
        area = skin(passes(fade))
        base, faded = area.passes
        along = faded.looks.day.along
        assert along is not None
        self.assertIsNone(base.looks.day.along)
        self.assertEqual(along[0], base.looks.day.whole)
        self.assertEqual(along[1], faded.looks.day.whole)
        film = film_of(catalogue().paints["turquoise"])
        under = reflectance(rgb_of_hex(base.looks.day.whole))
        over = layer(film.kappa * film.scatter_per_mm, film.scatter_per_mm, 0.015, under)
        apart = delta_e(lab_of(over), lab_of_srgb(rgb_of_hex(along[2])))
        self.assertLess(float(apart), 1.0)

    def test_bones_are_told_from_the_root_on(self) -> None:
        """The whole body wears the skin: fingers and toes are further out than the trunk, both sides alike."""
        sheet = passes({"id": "dark", "kind": "glaze", "colour": "#402010", "where": "end"})
        along = skin(sheet).along
        self.assertEqual(min(row[1] for row in along.values()), 0.0)
        self.assertEqual(max(row[2] for row in along.values()), 1.0)
        hand, forearm, chest = (along[key] for key in ("hand_r", "forearm_r", "chest"))
        self.assertLess(chest[1], forearm[1])
        self.assertAlmostEqual(forearm[2], hand[1], delta=0.02)
        self.assertEqual(along["hand_l"][1:], hand[1:])
        self.assertEqual(skin(passes()).along, {})

    def test_it_takes_half_the_paint(self) -> None:
        row = {"id": "more", "kind": "sponge", "colour": "#402010"}
        whole, end = (skin(passes({**row, "where": where})).passes[1] for where in ("all", "end"))
        self.assertAlmostEqual(end.ml, whole.ml / 2)


class InsideTest(unittest.TestCase):
    def test_the_inside_of_a_coat_is_painted_by_its_own_passes_alone(self) -> None:
        lined = load_sheet(kept("figure-sheet-7"))
        area = next(row for row in planned(lined).colour.areas if row.id == "oilskin")
        (spot,) = area.spots
        self.assertEqual([row.id for row in area.passes], ["base", "lining", "tint"])
        self.assertEqual(spot.seen[0], area.bare.day.whole)
        self.assertNotEqual(spot.seen[1], spot.seen[0])
        self.assertEqual(spot.seen[2], spot.seen[1])
        piece = workpiece(lined, Context(), Progress()).figure.piece(spot.part)
        assert isinstance(piece.solid, HangingSolid)
        self.assertAlmostEqual(spot.share * area.surface_cm2, piece.solid.area_mm2 / 100)
        self.assertAlmostEqual(
            area.passes[1].ml,
            piece.solid.area_mm2 / 100 * 0.0075 * 1.3 * 1.2 * area.passes[1].coats,
        )


class UndercoatTest(unittest.TestCase):
    def test_fewest_coats_are_fewest_minutes(self) -> None:
        """Yellow over black on 80 cm²: of every undercoat in minutes, six for 100 cm² and 45 to dry a coat, five for another
        paint, the least is the first."""
        owned = {key: film_of(row) for key, row in catalogue().paints.items()}
        found = undercoats(owned["hansa_yellow"], np.full(36, BLACK_R), owned)
        self.assertGreater(len(found), 2)

        def minutes(row: Under) -> float:
            return row.all_coats * (6 * 0.8 + 45) + 5

        self.assertEqual(min(map(minutes, found)), minutes(found[0]))
        without = found[0].without * (6 * 0.8 + 45)
        self.assertAlmostEqual(found[0].saves_min(80.0), without - minutes(found[0]))

    def test_a_ground_of_its_own_where_no_paint_does_as_well(self) -> None:
        """Yellow alone over black: its white primer is said, put in it is gone, and no pass is hidden."""
        sheet = changed(biped(), area__skin__target="#fad01e", colour__ground="black")
        given = context({"paints": ["hansa_yellow"]})
        (finding,) = (
            row for row in planned(sheet, given).findings if row.id == "colour.ground.own"
        )
        (way,) = finding.fixes
        after = changed(sheet, **{o.path.replace("/", "__"): o.value for o in way.operations})
        plan = planned(after, given)
        self.assertEqual([row.kind for row in plan.colour.areas[0].passes], ["prime", "base"])
        told = sum(row.coats for row in plan.colour.areas[0].passes)
        self.assertEqual(float(told), finding.numbers["coats_then"])
        ids = {row.id for row in plan.findings}
        self.assertFalse(
            ids & {"colour.ground.own", "colour.undercoat.saves", "colour.pass.hidden"}
        )


class GuideTest(unittest.TestCase):
    def test_rings_are_as_long_as_once_round_and_filled_by_half(self) -> None:
        for across in ((18.0, 12.0), (12.0, 18.0), (15.0, 15.0)):
            for ring in rings(across, 90.0, 3.0):
                wide = across[0] + (across[1] - across[0]) * ring.at_mm / 90
                self.assertAlmostEqual(ring.round_mm, math.pi * wide)
                self.assertAlmostEqual(2 * ring.stripes * ring.wide_mm, ring.round_mm)
                self.assertLess(abs(ring.wide_mm - 3.0), 0.3)
        found = rings((18.0, 12.0), 90.0, 3.0)
        drawn = stripe_guide(found, Units())
        longest = max(
            x for line in drawn.lines for x, _ in line.points if line.style == "silhouette"
        )
        self.assertAlmostEqual(longest, EDGE_MM + math.pi * 18)
        diagonals = [line for line in drawn.lines if len(line.points) == 2]
        self.assertEqual(len(diagonals), sum(ring.stripes for ring in found))
