"""Clay as it is begun: there and back between forms, portions of parts, the reckoner, the card."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from windcrest_core.body.bent_solids import CoilSolid
from windcrest_core.body.figure import Piece
from windcrest_core.body.portions import (
    ball_mm,
    ball_mm3,
    cone_base_mm,
    cone_mm3,
    drop_across_mm,
    drop_mm3,
    sheet_cm2,
    snake_mm,
    snake_mm3,
)
from windcrest_core.body.solids import RoundConeSolid
from windcrest_core.body.workpiece import workpiece
from windcrest_core.clay.portions import Portion, sheet_setting
from windcrest_core.clay.reckoner import Asked, reckon
from windcrest_core.errors import SheetError
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.prints.page import Printing
from windcrest_core.prints.portion_card import portion_card_pdf, rows_of
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.forms import WIRE
from windcrest_core.tests.paper import read
from windcrest_core.tests.support import biped, context, example, planned

SETTINGS = Rules().sheet_settings_mm


def volume_of(portion: Portion) -> float:
    """Volume of a portion by its own measures, mm³."""
    across, length = portion.across_mm or 0.0, portion.length_mm or 0.0
    match portion.form:
        case "ball":
            return ball_mm3(across)
        case "cone":
            return cone_mm3(across, length)
        case "drop":
            return drop_mm3(across, length)
        case "snake" | "strands":
            return portion.count * snake_mm3(across, length)
        case _:
            return (portion.area_cm2 or 0.0) * 100 * (portion.thickness_mm or 0.0)


class FormTest(unittest.TestCase):
    def test_the_ball_of_reference(self) -> None:
        # 10 cm³: a ball 26.73 mm across = a snake of 4 mm × 795.8 mm = a 2 mm sheet of 50.0 cm²
        self.assertAlmostEqual(ball_mm(10_000), 26.73, 2)
        self.assertAlmostEqual(snake_mm(10_000, 4), 795.8, 1)
        self.assertAlmostEqual(sheet_cm2(10_000, 2), 50.0, 6)

    @settings(max_examples=50)
    @given(st.floats(1, 1e6), st.floats(1, 60), st.floats(1.0, 6.0))
    def test_there_and_back(self, volume: float, d: float, ratio: float) -> None:
        for back in (
            ball_mm3(ball_mm(volume)),
            snake_mm3(d, snake_mm(volume, d)),
            cone_mm3(cone_base_mm(volume, d), d),
            drop_mm3(drop_across_mm(volume, ratio), drop_across_mm(volume, ratio) * ratio),
        ):
            self.assertAlmostEqual(back / volume, 1, 9)

    def test_a_drop_as_long_as_broad_is_between_a_ball_and_a_half_of_one(self) -> None:
        # half ball π/12 d³ and cone π/24 d³
        self.assertAlmostEqual(drop_mm3(10, 10), (math.pi / 12 + math.pi / 24) * 1000)

    def test_the_machine_rolls_what_is_nearest_and_stacks_what_is_thicker(self) -> None:
        self.assertEqual(sheet_setting(3.2, SETTINGS), (1, 1))
        self.assertEqual(sheet_setting(0.4, SETTINGS), (9, 1))
        setting, layers = sheet_setting(6.0, SETTINGS)
        self.assertAlmostEqual(SETTINGS[setting - 1] * layers, 6.0, delta=0.36)

    @settings(max_examples=50)
    @given(st.floats(0.3, 25))
    def test_a_stack_is_never_off_by_more_than_half_a_step_a_sheet(self, thick: float) -> None:
        setting, layers = sheet_setting(thick, SETTINGS)
        off = abs(SETTINGS[setting - 1] * layers - thick)
        self.assertLessEqual(off, max(0.2, 0.1 * thick + 0.01))


class PortionTest(unittest.TestCase):
    def test_each_portion_is_the_clay_of_its_part(self) -> None:
        from windcrest_core.catalogue import catalogue

        for name in ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox"):
            plan = planned(example(name))
            cored = {row.id for row in plan.bulk.parts if row.core_cm3 > 0}
            for part in plan.clay.parts:
                density = catalogue().clays[part.clay].density_g_cm3.value
                share = volume_of(part.portion) / max(1e-9, part.grams / density * 1000)
                # a sheet round a core has a tenth more for its seam
                expected = 1.1 if part.id in cored and part.portion.form == "sheet" else 1.0
                with self.subTest(name, part=part.id):
                    self.assertAlmostEqual(share / expected, 1, 6)

    def test_a_wall_is_a_sheet_hair_is_strands_a_horn_is_a_cone(self) -> None:
        forms = {p.id: p.portion for p in planned(example("barnacle_ox")).clay.parts}
        self.assertEqual((forms["chest"].form, forms["chest"].thickness_mm), ("sheet", 6.0))
        self.assertEqual(forms["horn_r"].form, "cone")
        hairy = planned(biped(part__nose__texture="hair")).clay.parts
        nose = next(p.portion for p in hairy if p.id == "nose")
        self.assertEqual((nose.form, nose.across_mm), ("strands", 2.0))

    def test_pairs_are_equal(self) -> None:
        parts = {p.id: p.portion for p in planned(biped()).clay.parts}
        right, left = parts["hand_r"], parts["hand_l"]
        self.assertEqual(right.form, left.form)
        self.assertAlmostEqual(volume_of(right) / volume_of(left), 1, 2)

    def test_another_machine_gives_other_settings(self) -> None:
        thick = planned(biped(), context(sheet_settings_mm=[6.0, 3.0])).clay.parts
        chest = next(p.portion for p in thick if p.id == "chest")
        self.assertEqual((chest.setting, chest.layers), (1, 1))

    def test_the_card_has_every_part_once_in_the_order_of_the_bakes(self) -> None:
        plan = planned(example("ferrywoman"))
        rows = rows_of(plan)
        printed = [part.id for row in rows for part in row.parts]
        made = [part.id for part in plan.clay.parts if part.grams >= 0.05]
        self.assertEqual(sorted(printed), sorted(made))
        bakes = [row.bake or 99 for row in rows]
        self.assertEqual(bakes, sorted(bakes))
        for row in rows:
            if row.bake is not None:
                raw = {part.id for part in plan.bake.bakes[row.bake - 1].parts if part.raw_in}
                self.assertLessEqual({part.id for part in row.parts}, raw)
        pages = read(portion_card_pdf(plan, Printing()))
        words = " ".join(page.words for page in pages)
        for row in rows:
            self.assertIn(f"{row.one.grams:.1f} g" if row.one.grams < 100 else " g", words)
        self.assertIn(f"{plan.clay.totals[0].with_waste.value:.0f} g", words)
        self.assertLessEqual(len(pages), 2)


class ReckonerTest(unittest.TestCase):
    def test_one_piece_in_every_form(self) -> None:
        found = reckon(
            Asked(form="snake", measures={"across": "4", "length": "795.8 mm"}), Context()
        )
        self.assertAlmostEqual(found.ball_mm, 26.73, 2)
        self.assertAlmostEqual(found.grams, 17.0, 1)
        self.assertAlmostEqual(found.pack_pieces, 57 / 17.0, 2)

    def test_inches_and_ounces_by_house_rules(self) -> None:
        rules = Context(rules=Rules(length_unit="in", mass_unit="oz"))
        ball = reckon(Asked(form="ball", measures={"across": "1"}, snake_across="1/4"), rules)
        self.assertAlmostEqual(ball.ball_mm, 25.4)
        weight = reckon(Asked(form="weight", measures={"weight": "2"}), rules)
        self.assertAlmostEqual(weight.grams, 56.7, 1)

    def test_what_cannot_be_is_refused_by_field(self) -> None:
        for asked, path in (
            (Asked(form="cube"), "form"),
            (Asked(form="ball"), "measures/across"),
            (Asked(form="ball", measures={"across": "-3 mm"}), "measures/across"),
            (
                Asked(form="ball", measures={"across": "3 mm"}, sheet_thickness="0"),
                "sheet_thickness",
            ),
            (Asked(form="ball", measures={"across": "3 mm"}, pack="-5 g"), "pack"),
            (Asked(form="drop", measures={"across": "9 mm", "length": "4 mm"}), "measures/length"),
            (Asked(form="ball", measures={"across": "3 mm"}, clay="cheese"), "clay"),
        ):
            with self.subTest(path), self.assertRaises(SheetError) as caught:
                reckon(asked, Context())
            self.assertEqual(caught.exception.faults[0].path, path)


class OfAPartTest(unittest.TestCase):
    """How a part's clay is begun, from its own shape."""

    def portion(self, sheet: FigureSheet, part: str) -> tuple[Portion, Piece]:
        plan = planned(sheet)
        work = workpiece(sheet, Context(), Progress())
        found = next(row for row in plan.clay.parts if row.id == part)
        return found.portion, work.figure.piece(part)

    def test_a_drop_is_as_slender_as_its_part(self) -> None:
        drop, piece = self.portion(example("barnacle_ox"), "shell_1_r")
        long = 2 * float(max(piece.solid.half_extents[1]))
        self.assertEqual(drop.form, "drop")
        ratio = long / piece.solid.greatest_thickness_mm
        self.assertGreater(ratio, 1.0)
        self.assertAlmostEqual((drop.length_mm or 0) / (drop.across_mm or 1), ratio, places=6)

    def test_a_horn_is_rolled_as_a_cone_as_long_as_it_winds(self) -> None:
        cone, piece = self.portion(example("barnacle_ox"), "horn_r")
        assert isinstance(piece.solid, CoilSolid)
        winds = sum(segment.h for segment in piece.solid.segments)
        self.assertEqual(cone.form, "cone")
        self.assertAlmostEqual(cone.length_mm or 0, winds, places=6)
        self.assertGreater(winds, 2 * float(max(piece.solid.half_extents[1])))

    def test_a_cuff_is_a_strip_as_broad_as_it_is_long_and_once_round(self) -> None:
        """Round a forearm: π (r₁ + r₂) h of surface, whatever clay there is to it."""
        arm = biped().part("forearm_r").model_dump(mode="json")
        shape = {
            key: value * 1.3 if "radius" in key else value for key, value in arm["shape"].items()
        }
        cuff = {
            **arm,
            "id": "cuff",
            "label": "cuff",
            "shape": shape,
            "meeting": {"kind": "lay", "hosts": ["forearm_r"]},
            "layer": 1,
            "form": WIRE,
        }
        strip, piece = self.portion(biped(part__cuff=cuff), "cuff")
        assert isinstance(piece.solid, RoundConeSolid)
        self.assertEqual(strip.form, "strip")
        round_cm2 = math.pi * (piece.solid.r1 + piece.solid.r2) * piece.solid.h / 100
        self.assertAlmostEqual(strip.area_cm2 or 0, round_cm2, places=6)
