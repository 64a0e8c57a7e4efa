"""Real bodies in the oven: against finite elements and volumes, and against a box worked out cell by cell here."""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from windcrest_core.bake.bodies import extent_of, heat_body
from windcrest_core.bake.cure import CURED
from windcrest_core.bake.firing import Firing, WentIn
from windcrest_core.bake.heat import BALL, LIMB, WALL, HeatBody
from windcrest_core.bake.real_body import (
    Extent,
    box,
    ellipsoid,
    exponent,
    frustum,
    round_cone,
    tube,
)
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import RoundConeSolid
from windcrest_core.body.workpiece import workpiece
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.tests.support import biped

H, AIR_C = 14.0, 135.0


def minutes(body: HeatBody, h: float = H) -> float:
    """In steady air, until its coldest clay is fused."""
    air = np.full(6 * 240 + 1, AIR_C)
    return float(Firing((body,), air, h, WentIn.raw(135.0, 1.0)).cured_min()[0])


def of(extent: Extent, wall: float | None) -> HeatBody:
    clay = extent.a if wall is None else wall
    return HeatBody(exponent(extent, clay, H), clay, extent.a - clay)


REFERENCES = [
    (ellipsoid(33.66, 61.2, 61.2), 6.0, 2.059, 66.3, 65.3),
    (ellipsoid(56.1, 102, 102), 6.0, 2.017, 87.8, 87.2),
    (ellipsoid(78.54, 142.8, 142.8), 6.0, 1.982, 110.5, 110.5),
    (ellipsoid(61.2, 61.2, 100.32), 6.0, 2.583, 80.0, 79.8),
    (ellipsoid(8, 20, 20), None, 1.766, 42.2, 42.8),
    (box(30, 45, 90), 6.0, 1.578, 71.7, 69.5),
    (box(10, 25, 37.5), None, 1.264, 69.9, 67.1),
    (frustum(16, 16, 48), 6.0, 2.597, 43.3, 44.2),
    (frustum(30, 30, 12), None, 1.159, 45.9, 45.6),
    (frustum(22.5, 18, 66.5), 6.0, 2.772, 48.5, 49.5),
]
"""Half axes, wall over foil, E, minutes by the rule and by finite elements or volumes: SCIENCE 6b."""


def box_minutes(a: float, b: float, c: float, cell: float, h: float) -> float:
    """An eighth of a solid box of these half sizes, mm, in cubes of `cell`, marched in small explicit steps; fusion of
    its coldest cube by the same kinetics written out anew."""
    rho, heat, k, dx = 1750.0, 1300.0, 0.25, cell * 1e-3
    shape = (round(a / cell), round(b / cell), round(c / cell))
    step = 0.9 * rho * heat * dx**2 / (6 * k)
    through = dx**2 / (dx / (2 * k) + 1 / h)
    temp = np.full(shape, 20.0)
    fused, time = 0.0, 0.0
    while fused < CURED:
        flow = np.zeros(shape)
        for axis in range(3):
            between = k * dx * np.diff(temp, axis=axis)
            low = [(0, 0)] * 3
            low[axis] = (0, 1)
            high = [(0, 0)] * 3
            high[axis] = (1, 0)
            flow += np.pad(between, low) - np.pad(between, high)
            outer = [slice(None)] * 3
            outer[axis] = slice(-1, None)
            flow[tuple(outer)] += through * (AIR_C - temp[tuple(outer)])
        temp += flow * step / (rho * heat * dx**3)
        time += step
        coldest = float(temp[0, 0, 0])
        t = min(1.0, max(0.0, (coldest - 90.0) / 40.0))
        ever = t * t * (3 - 2 * t)
        speed = 8.0e-3 * math.exp(-110e3 / 8.314462618 * (1 / (coldest + 273.15) - 1 / 408.15))
        fused = max(fused, ever - (ever - fused) * math.exp(-speed * step))
    return time / 60


class ReferenceTest(unittest.TestCase):
    def test_the_index_and_the_minutes(self) -> None:
        for extent, wall, index, by_rule, finite in REFERENCES:
            with self.subTest(extent):
                body = of(extent, wall)
                self.assertAlmostEqual(body.m + 1, index, 3)
                self.assertAlmostEqual(minutes(body), by_rule, delta=0.35)
                self.assertTrue(-0.05 < minutes(body) / finite - 1 < 0.10)

    def test_a_box_worked_out_in_cubes(self) -> None:
        """Solid boxes, one of them none of the references: never short by more than a twentieth, nor long by a tenth."""
        self.assertAlmostEqual(box_minutes(10.0, 25.0, 37.5, 2.5, H), 67.1, delta=0.3)
        for half, h in (((10.0, 25.0, 37.5), 14.0), ((7.5, 12.5, 30.0), 25.0)):
            extent = box(*half)
            body = HeatBody(exponent(extent, extent.a, h), extent.a)
            self.assertTrue(-0.05 < minutes(body, h) / box_minutes(*half, 2.5, h) - 1 < 0.10)

    def test_the_chest_of_a_biped_in_free_air(self) -> None:
        """52 minutes by the rule, 53 by finite volumes."""
        work = workpiece(biped(), Context(), Progress())
        chest = work.figure.piece("chest")
        self.assertAlmostEqual(minutes(of(extent_of(chest.solid), 6.0)), 52, delta=0.5)


class LimitTest(unittest.TestCase):
    @given(st.floats(3, 60), st.floats(1, 20), st.sampled_from([4.0, 8.0, 14.0, 25.0]))
    def test_a_ball_an_endless_bar_and_a_slab(self, a: float, wall: float, h: float) -> None:
        self.assertAlmostEqual(exponent(ellipsoid(a, a, a), wall, h), BALL, 9)
        self.assertAlmostEqual(exponent(frustum(a, a, 4000 * a), wall, h), LIMB, 2)
        self.assertAlmostEqual(exponent(box(a, 2000 * a, 2000 * a), wall, h), WALL, 2)

    @given(st.tuples(*[st.floats(3, 60)] * 3), st.floats(1.5, 4))
    def test_a_body_so_many_times_as_large_in_air_that_many_times_as_thin(
        self, half: tuple[float, ...], times: float
    ) -> None:
        larger = [times * of for of in half]
        for make in (ellipsoid, box):
            one = exponent(make(*half), 3.0, 14.0)
            self.assertAlmostEqual(one, exponent(make(*larger), 3.0 * times, 14.0 / times), 9)

    def test_surfaces_and_volumes(self) -> None:
        """Of a round cone that is a ball and a bar by hand; of a tube as long as its volume."""
        ball = round_cone(5, 5, 0, 1.0, 4 / 3 * math.pi * 125)
        self.assertAlmostEqual(ball.area_mm2, 4 * math.pi * 25, 6)
        solid = RoundConeSolid(np.zeros(3), np.eye(3), 6.0, 4.0, 30.0, 1.0)
        cone = extent_of(solid)
        self.assertAlmostEqual(cone.area_mm2, _area_of_revolution(6.0, 4.0, 30.0), delta=2.0)
        self.assertEqual((cone.a, cone.b, cone.long), (6.0, 6.0, 20.0))
        bent = tube(3.0, math.pi * 9 * 80)
        self.assertAlmostEqual(bent.long, 40)
        self.assertAlmostEqual(frustum(9, 9, 40).area_mm2, 2 * math.pi * 9 * 49)


def _area_of_revolution(r1: float, r2: float, height: float) -> float:
    """Of the hull of two balls, by summing rings of its outline."""
    s = (r1 - r2) / height
    z: Array = np.linspace(-r1, height + r2, 200001)
    low, high = r1 * s, height + r2 * s
    p1, p2 = r1 * math.sqrt(1 - s * s), r2 * math.sqrt(1 - s * s)
    r = np.where(
        z < low,
        np.sqrt(np.maximum(0, r1**2 - z**2)),
        np.where(
            z > high,
            np.sqrt(np.maximum(0, r2**2 - (z - height) ** 2)),
            p1 + (p2 - p1) * (z - low) / (high - low),
        ),
    )
    return float((np.pi * (r[1:] + r[:-1]) * np.hypot(np.diff(r), np.diff(z))).sum())


class JoinedTest(unittest.TestCase):
    def test_faces_that_are_joined_take_no_heat_from_the_air(self) -> None:
        """A body of a figure takes longer than alone, and no longer than a wall as thick."""
        work = workpiece(biped(), Context(), Progress())
        for key in ("chest", "belly", "thigh_r", "skull"):
            piece = work.figure.piece(key)
            joined, alone = heat_body(work, piece), of(extent_of(piece.solid), piece.wall_mm)
            wall = HeatBody(WALL, joined.clay_mm, joined.core_mm)
            self.assertLess(minutes(alone), minutes(joined), key)
            self.assertLessEqual(minutes(joined), minutes(wall), key)
