"""What is under the clay: kinds of core, each as a thing to make, and the wall over them."""

from __future__ import annotations

import itertools
import math
import unittest

import numpy as np

from windcrest_core.body.solids import EllipsoidSolid, RoundConeSolid
from windcrest_core.body.workpiece import Workpiece, workpiece
from windcrest_core.bulk.pieces import girth_mm, squeezes, surface_mm2
from windcrest_core.bulk.walls import walls
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.sheet import FigureSheet
from windcrest_core.tests.support import biped, changed, context, example, planned, spoken


def work_of(sheet: FigureSheet) -> Workpiece:
    return workpiece(sheet, Context(), Progress())


class PieceTest(unittest.TestCase):
    def test_girths_end_at_the_core_and_each_squeeze_halves_it(self) -> None:
        ball = squeezes(100.0, 0.5, sleeve=False)
        self.assertAlmostEqual(ball[-1], 100.0)
        for a, b in itertools.pairwise(ball):
            self.assertAlmostEqual((b / a) ** 3, 0.5)
        sleeve = squeezes(100.0, 0.5, sleeve=True)
        for a, b in itertools.pairwise(sleeve):
            self.assertAlmostEqual((b / a) ** 2, 0.5)
        # 0.06 g/cm³ crumpled to 0.50: log₂ 8.33, up to 4
        self.assertEqual(len(ball), 4)

    def test_round_an_ellipse(self) -> None:
        self.assertAlmostEqual(girth_mm(20, 20), 20 * math.pi)
        # axes 40 and 20 mm: 96.884 by the complete elliptic integral
        self.assertAlmostEqual(girth_mm(40, 20), 96.884, 2)

    def test_the_surface_of_a_ball_and_of_a_round_rod(self) -> None:
        ball = EllipsoidSolid(np.zeros(3), np.eye(3), (20.0, 20.0, 20.0))
        self.assertAlmostEqual(surface_mm2(ball) / (4 * math.pi * 400), 1, delta=0.04)
        rod = RoundConeSolid(np.zeros(3), np.eye(3), 5, 5, 60)
        self.assertAlmostEqual(surface_mm2(rod) / (2 * math.pi * 5 * 70), 1, delta=0.04)

    def test_they_are_made_from_the_middle_outwards_and_wound_round_the_wire(self) -> None:
        rows = {row.id: row.piece for row in planned(biped()).bulk.parts if row.piece}
        self.assertEqual(sorted(p.order for p in rows.values()), list(range(1, len(rows) + 1)))
        self.assertLess(rows["belly"].order, rows["thigh_r"].order)
        self.assertNotIn("shank_r", rows)  # 10 mm of foil under its wall: solid
        self.assertEqual(spoken(rows["thigh_r"].shape), "sleeve round the wire")
        self.assertEqual(rows["skull"].shape, "ball")


class KindTest(unittest.TestCase):
    def test_a_lighter_core_is_lighter_and_takes_no_foil(self) -> None:
        foil, light = planned(biped()), planned(biped(part__chest__core="air_dry"))
        chest = next(row for row in light.bulk.parts if row.id == "chest")
        self.assertAlmostEqual(chest.core_g, chest.core_cm3 * 0.30)
        self.assertEqual((chest.foil_g, chest.foil_m, chest.piece), (0.0, 0.0, None))
        self.assertLess(light.bulk.foil_g.value, foil.bulk.foil_g.value)
        saved = foil.totals.mass.value - light.totals.mass.value
        # less also by the wire that a lighter trunk asks for
        self.assertGreaterEqual(saved, chest.core_cm3 * (0.50 - 0.30) - 0.5)
        self.assertIn(
            "bone dry",
            next(spoken(step.label) for step in light.order.steps if step.key == "chest.core.1"),
        )

    def test_masses_add_up_whatever_is_inside(self) -> None:
        for core in ("foil", "foil_tape", "light", "air_dry", "pulled", "wire"):
            plan = planned(biped(part__chest__core=core, part__skull__core=core))
            clay = sum(part.grams for part in plan.clay.parts)
            core_g = sum(row.core_g for row in plan.bulk.parts)
            stock = sum(i.value for i in plan.totals.mass.why.inputs if "bought" in spoken(i.name))
            whole = clay + core_g + plan.frame.wire_g.value + stock
            self.assertAlmostEqual(plan.totals.mass.value / whole, 1, 3, core)

    def test_tape_is_counted_where_foil_is_taped(self) -> None:
        plan = planned(biped(part__chest__core="foil_tape"))
        chest = next(row for row in plan.bulk.parts if row.id == "chest")
        assert chest.piece is not None
        self.assertAlmostEqual(plan.bulk.tape_mm, chest.piece.tape_mm)
        self.assertAlmostEqual(chest.piece.tape_mm * 24, chest.piece.tape_cm2 * 100)
        self.assertGreater(chest.piece.tape_mm, 200)

    def test_looser_foil_takes_fewer_squeezes(self) -> None:
        def squeezed(packing: str) -> int:
            rows = planned(biped(), context(foil_packing=packing)).bulk.parts
            chest = next(row.piece for row in rows if row.id == "chest")
            assert chest is not None
            return len(chest.girths_mm)

        self.assertLess(squeezed("loose"), squeezed("hammered"))


class BallastTest(unittest.TestCase):
    def test_steel_low_in_the_legs_steadies_the_figure(self) -> None:
        low = {"part__shank_r__ballast_g": 12, "part__shank_l__ballast_g": 12}
        bare, heavy = planned(biped()), planned(biped(**low))
        self.assertLess(heavy.frame.centre_figure[2], bare.frame.centre_figure[2])
        self.assertGreater(heavy.frame.tips_at.value, bare.frame.tips_at.value)

    def test_it_takes_the_place_of_foil_and_counts_in_the_whole(self) -> None:
        bare, heavy = planned(biped()), planned(biped(part__belly__ballast_g=60))
        row = next(r for r in heavy.bulk.parts if r.id == "belly")
        was = next(r for r in bare.bulk.parts if r.id == "belly")
        assert row.ballast is not None
        self.assertAlmostEqual(row.ballast.mass_g, 60)
        # 60 g ÷ 7.85 g/cm³ = 7.643 cm³, a ball 24.44 mm across
        self.assertAlmostEqual(row.ballast.ball_mm, 24.44, 2)
        self.assertAlmostEqual(was.core_cm3 - row.core_cm3, 60 / 7.85, delta=0.1)
        more = heavy.totals.mass.value - bare.totals.mass.value
        self.assertAlmostEqual(more, 60 - 60 / 7.85 * 0.5, delta=2.0)

    def test_it_lies_within_its_core(self) -> None:
        sheet = biped(part__belly__ballast_g=60)
        work = work_of(sheet)
        row = next(r for r in planned(sheet).bulk.parts if r.id == "belly")
        assert row.ballast is not None
        core = work.figure.piece("belly").core
        assert core is not None
        x, y, z = (np.array([v], dtype=np.float32) for v in row.ballast.at)
        self.assertLess(float(core.world_distance(x, y, z)[0]), 0)


class WallMapTest(unittest.TestCase):
    def test_a_wall_as_it_is_asked_for_is_seen_so(self) -> None:
        for wall in (4.0, 6.0, 8.0):
            sheet = changed(
                biped(), **{f"part__{key}__wall_mm": wall for key in ("chest", "thigh_r")}
            )
            seen = {part.id: part for part in walls(work_of(sheet)).parts}
            for key in ("chest", "thigh_r"):
                self.assertAlmostEqual(seen[key].middling_mm, wall, delta=0.4, msg=(key, wall))

    def test_thin_thick_and_solid_are_told_apart(self) -> None:
        def letters(**changes: object) -> str:
            return "".join("".join(m.rows) for m in walls(work_of(biped(**changes))).maps)

        self.assertGreater(letters(part__chest__wall_mm=2.0).count("t"), 100)
        usual = letters()
        self.assertLess(usual.count("t"), 0.01 * len(usual.replace(".", "")))
        self.assertGreater(letters(part__chest__wall_mm=12.0).count("T"), 100)
        solid = letters(part__chest__core="wire", part__belly__core="wire")
        self.assertGreater(solid.count("S"), 100)

    def test_the_map_covers_the_figure(self) -> None:
        for name in ("ferrywoman", "barnacle_ox"):
            sheet = example(name)
            plan = planned(sheet)
            for found, view in zip(
                walls(work_of(sheet)).maps, (plan.drawing.front, plan.drawing.side), strict=True
            ):
                cells = sum(len(row) - row.count(".") for row in found.rows)
                x0, y0, x1, y1 = view.bounds
                first = min(len(row) - len(row.lstrip(".")) for row in found.rows)
                top = next(n for n, row in enumerate(found.rows) if row.strip("."))
                left_mm = found.left_mm + first * found.cell_mm
                self.assertLess(abs(left_mm - x0), 2 * found.cell_mm)
                self.assertLess(abs(found.top_mm - top * found.cell_mm - y1), 2 * found.cell_mm)
                self.assertEqual(len({len(row) for row in found.rows}), 1)
                self.assertLess(cells * found.cell_mm**2, 1.2 * (x1 - x0) * (y1 - y0))

    def test_what_is_hidden_is_not_on_it(self) -> None:
        shown = walls(work_of(example("ferrywoman"))).maps[0].rows
        sheet = changed(example("ferrywoman"), part__oar_blade__hidden=True)
        hidden = walls(work_of(sheet)).maps[0].rows
        self.assertLess("".join(hidden).count("b"), "".join(shown).count("b"))
