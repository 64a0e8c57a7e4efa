"""Surface that no other part covers, against closed forms and against many more points."""

from __future__ import annotations

import math
import unittest
from types import SimpleNamespace
from typing import Any, cast
from unittest.mock import patch

import numpy as np

from windcrest_core.body import outside
from windcrest_core.body.figure import Figure
from windcrest_core.body.outside import outside_mm2
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid, Solid
from windcrest_core.body.workpiece import workpiece
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.tests.support import example


def of(**solids: Solid) -> dict[str, float]:
    pieces = [
        SimpleNamespace(part=SimpleNamespace(id=key), solid=one) for key, one in solids.items()
    ]
    return outside_mm2(cast(Figure, cast(Any, SimpleNamespace(pieces=pieces))))


def ball(x: float, radius: float) -> EllipsoidSolid:
    return EllipsoidSolid(np.array([x, 0.0, 0.0]), np.eye(3), (radius, radius, radius))


class OutsideTest(unittest.TestCase):
    def test_alone_all_of_it(self) -> None:
        """4πr² of a ball, the six faces of a box."""
        found = of(ball=ball(0, 10), box=BoxSolid(np.array([99.0, 0, 0]), np.eye(3), (5, 4, 3)))
        self.assertAlmostEqual(found["ball"] / (400 * math.pi), 1.0, delta=0.025)
        self.assertAlmostEqual(found["box"], 8 * (20 + 15 + 12))

    def test_where_two_balls_meet_each_loses_its_cap(self) -> None:
        """2πr h of two of radius 10, 14 apart: caps 3 high."""
        found = of(a=ball(0, 10), b=ball(14, 10))
        for area in found.values():
            self.assertAlmostEqual(area / (400 * math.pi - 60 * math.pi), 1.0, delta=0.04)

    def test_what_is_within_another_is_not_painted(self) -> None:
        found = of(small=ball(2, 3), large=ball(0, 10))
        self.assertEqual(found["small"], 0.0)

    def test_a_figure_by_rough_points_and_by_fine_ones(self) -> None:
        """Within four per cent in all; no part off by more than 2 cm²."""
        figure = workpiece(example("ferrywoman"), Context(), Progress()).figure
        rough = outside_mm2(figure)
        outside._of_shape.cache_clear()
        outside._of_all.cache_clear()
        with patch.object(outside, "POINTS", 6000), patch.object(outside, "SIDES", 60):
            fine = outside_mm2(figure)
        outside._of_shape.cache_clear()
        outside._of_all.cache_clear()
        self.assertAlmostEqual(sum(rough.values()) / sum(fine.values()), 1.0, delta=0.04)
        for key, area in fine.items():
            self.assertAlmostEqual(rough[key], area, delta=max(200.0, 0.12 * area), msg=key)


if __name__ == "__main__":
    unittest.main()
