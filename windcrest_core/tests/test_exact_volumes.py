"""Volumes by grid against meshes, and that nothing is lost between clay, core, wire and inserts.

Two hundred random figures are checked by scripts/check_volumes.py; here a few, coarser.
"""

from __future__ import annotations

import unittest

from windcrest_core.body.masses import skin_density_g_cm3
from windcrest_core.body.workpiece import workpiece
from windcrest_core.densities import densities_of
from windcrest_core.frame.paths import wire_in_parts
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.tests.exact_volumes import compared, random_figure
from windcrest_core.tests.support import example, planned

NAMES = ("ferrywoman", "newt_drummer", "pelican_piper", "barnacle_ox")


class MeshTest(unittest.TestCase):
    def test_random_figures_are_as_large_as_their_meshes(self) -> None:
        for seed in (1, 5, 7):
            found = compared(random_figure(seed), sides=32)
            with self.subTest(seed, part=found.worst_part):
                self.assertAlmostEqual(found.by_grid / found.by_mesh, 1, delta=0.005)
                self.assertLess(abs(found.worst), 0.03)


class BalanceTest(unittest.TestCase):
    def test_clay_core_wire_and_inserts_are_the_whole(self) -> None:
        """To 0.1 %: every gram of the total is in one list, and the lists share no volume."""
        for name in NAMES:
            sheet = example(name)
            plan, work = planned(sheet), workpiece(sheet, Context(), Progress())
            densities = densities_of(Context())
            clay = sum(part.grams for part in plan.clay.parts)
            core = sum(part.core_g for part in plan.bulk.parts)
            steel = sum(part.ballast.mass_g for part in plan.bulk.parts if part.ballast)
            inserts = sum(
                work.shares[part.id].skin_mm3 / 1000 * skin_density_g_cm3(part, densities)
                for part in sheet.parts
                if part.stock is not None
            )
            whole = clay + core + steel + inserts + plan.frame.wire_g.value
            with self.subTest(name):
                self.assertAlmostEqual(whole / plan.totals.mass.value, 1, delta=0.001)

    def test_volumes_of_the_lists_are_the_volume_of_the_figure(self) -> None:
        for name in NAMES:
            sheet = example(name)
            plan, work = planned(sheet), workpiece(sheet, Context(), Progress())
            wire = wire_in_parts(work, {run.id: run.chosen.wire for run in plan.frame.runs})
            densities = densities_of(Context())
            clay = sum(p.grams / densities.clay(p.clay).value for p in plan.clay.parts)
            core = sum(part.core_cm3 for part in plan.bulk.parts)
            stock = sum(work.shares[part.id].skin_mm3 / 1000 for part in sheet.parts if part.stock)
            inside = (
                sum(volume for part_id, volume in wire.items() if not sheet.part(part_id).stock)
                / 1000
            )
            whole = sum(s.skin_mm3 + s.core_mm3 for s in work.shares.values()) / 1000
            with self.subTest(name):
                self.assertAlmostEqual((clay + core + stock + inside) / whole, 1, delta=0.001)
