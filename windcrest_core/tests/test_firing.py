"""One firing, by code that does not share it: cell by cell in small steps, and moments looked for one by one."""

from __future__ import annotations

import math
import unittest

import numpy as np

from windcrest_core.bake.answers import minutes_wanted
from windcrest_core.bake.firing import Before, Firing, WentIn
from windcrest_core.bake.heat import LIMB, STEP_S, WALL, HeatBody

LABEL_C, H = 130.0, 14.0
SIX = HeatBody(WALL, 6.0)


def fired(minutes: float, before: Before = Before(), air_c: float = 135.0) -> Firing:  # noqa: B008
    air = np.full(round(minutes * 60 / STEP_S) + 1, air_c)
    went_in = WentIn(np.array([LABEL_C]), np.array([1.0]), (before,))
    return Firing((SIX,), air, H, went_in)


def slab(minutes: float, air_c: float = 135.0) -> tuple[float, float, float]:
    """Explicit differences in 60 layers of 0.1 mm, 20 ms a step: core °C, fusion there and scorch on top."""
    layers, dx, dt = 60, 1e-4, 0.02
    rho_c, k = 1750.0 * 1300.0, 0.25
    temp = np.full(layers, 20.0)
    fusion = scorch = 0.0
    for _ in range(round(minutes * 60 / dt)):
        flow = k * np.diff(temp) / dx
        film = 1 / (1 / H + dx / 2 / k)
        change = np.empty(layers)
        change[0] = flow[0] + film * (air_c - temp[0])
        change[1:-1] = np.diff(flow)
        change[-1] = -flow[-1]
        temp = temp + change * dt / (rho_c * dx)
        core, surface = temp[-1], temp[0]
        share = min(1.0, max(0.0, (core - (LABEL_C - 45)) / 40))
        most = share * share * (3 - 2 * share)
        rate = 8.0e-3 * math.exp(
            -110e3 / 8.314462618 * (1 / (core + 273.15) - 1 / (LABEL_C + 273.15))
        )
        fusion += rate * max(0.0, most - fusion) * dt
        scorch += math.exp(-200e3 / 8.314462618 * (1 / (surface + 273.15) - 1 / 423.15)) / 1800 * dt
    return float(temp[-1]), fusion, scorch


class DepthTest(unittest.TestCase):
    def test_a_wall_of_six_over_three_by_depth(self) -> None:
        """Mean of its fusion, and how deep it is fused, from 20 to 60 min: SCIENCE 6b, By depth."""
        for h, shares, deepest in (
            (10.0, (0.0, 0.0, 0.0, 0.21, 0.74), (0.0, 0.0)),
            (14.0, (0.0, 0.01, 0.08, 0.69, 0.98), (0.0, 6.0)),
            (18.0, (0.01, 0.09, 0.29, 0.93, 1.0), (0.9, 6.0)),
        ):
            air = np.full(241, 135.0)
            fired = Firing((HeatBody(WALL, 6, 3),), air, h, WentIn.raw(135.0, 1.0))
            (depths,) = fired.depths
            for minute, wanted in zip((20, 25, 30, 45, 60), shares, strict=True):
                self.assertAlmostEqual(float(depths.share[minute * 4]), wanted, delta=0.006)
            for minute, wanted in zip((45, 60), deepest, strict=True):
                self.assertAlmostEqual(float(depths.fused_mm[minute * 4]), wanted, delta=0.31)
            self.assertTrue((depths.fused_mm <= depths.firm_mm).all())
            self.assertTrue((depths.firm_mm <= fired.set_mm[:, 0] + 1e-9).all())

    def test_what_was_cured_before_is_so_through_and_through(self) -> None:
        was = WentIn(np.array([135.0]), np.array([1.0]), (Before(fusion=0.97),))
        (depths,) = Firing((HeatBody(LIMB, 8),), np.full(9, 20.0), 14.0, was).depths
        self.assertEqual((depths.fused_mm[0], depths.share[0]), (8.0, 0.97))


class FiringTest(unittest.TestCase):
    def test_a_wall_of_six_as_small_steps_find_it(self) -> None:
        core, fusion, scorch = slab(25)
        firing = fired(25)
        self.assertAlmostEqual(float(firing.temps.core_c[-1, 0]), core, delta=0.6)
        self.assertAlmostEqual(float(firing.fusion[-1, 0]), fusion, delta=0.02)
        self.assertAlmostEqual(float(firing.scorch[-1, 0]), scorch, delta=0.02 * scorch + 0.002)

    def test_moments_are_the_first_at_which_they_hold(self) -> None:
        firing = fired(90)
        fused = firing.fusion[:, 0].tolist()
        by_hand = next(row for row, value in enumerate(fused) if value >= 0.95) * STEP_S / 60
        self.assertEqual(firing.cured_min()[0], by_hand)
        hot = firing.temps.set_c[:, 0].tolist()
        sets = next(row for row, value in enumerate(hot) if value >= LABEL_C - 45) * STEP_S / 60
        self.assertEqual(firing.set_min()[0], sets)
        self.assertLess(sets, by_hand)
        deep = firing.set_mm[:, 0].tolist()
        self.assertEqual(deep, sorted(deep))
        row = next(row for row, value in enumerate(deep) if value >= 2.0)
        self.assertAlmostEqual(row * STEP_S / 60, sets, delta=1.0)
        self.assertTrue(math.isinf(fired(90, air_c=80.0).cured_min()[0]))

    def test_what_went_before_is_added_on(self) -> None:
        once = fired(20)
        left = Before(fusion=float(once.fusion[-1, 0]), scorch=float(once.scorch[-1, 0]))
        again = fired(20, left)
        self.assertAlmostEqual(float(again.fusion[0, 0]), left.fusion)
        self.assertAlmostEqual(float(again.scorch[-1, 0]), 2 * left.scorch, places=9)
        self.assertLess(fired(90, left).cured_min()[0], fired(90).cured_min()[0])

    def test_one_rule_for_the_minutes(self) -> None:
        self.assertEqual(minutes_wanted("longer", True, 30, 50, 7.2)[0], 8)
        self.assertEqual(minutes_wanted("longer", True, 30, 50, 1.0)[0], 5)
        self.assertEqual(minutes_wanted("longer", True, 30, 50, math.inf)[0], 360)
        self.assertEqual(minutes_wanted("longer", False, 30, 50.2, 7.2)[0], 51)
        self.assertEqual(minutes_wanted("label", False, 30, 50.2, 7.2)[0], 30)
        self.assertEqual(minutes_wanted("longer", False, 30, None, 7.2)[0], 30)
