"""Heat in clay against the series solutions of slab, rod and ball, and against its own energy.

θ = (T_air − T)/(T_air − T_0) = Σ C e^(−ζ² Fo) f(ζ r/R), Fo = α t/R²; Incropera & DeWitt, transient conduction:

- slab: ζ tan ζ = Bi, C = 4 sin ζ/(2ζ + sin 2ζ), f = cos
- rod: ζ J₁(ζ)/J₀(ζ) = Bi, C = 2 J₁/(ζ (J₀² + J₁²)), f = J₀
- ball: 1 − ζ cot ζ = Bi, C = 4 (sin ζ − ζ cos ζ)/(2ζ − sin 2ζ), f = sin x/x
"""

from __future__ import annotations

import math
import unittest
from collections.abc import Callable

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import brentq
from scipy.special import j0, j1, jn_zeros

from windcrest_core.bake.heat import (
    BALL,
    CLAY_C,
    CLAY_K,
    CLAY_RHO,
    LIMB,
    STEP_S,
    WALL,
    HeatBody,
    HeatShape,
    _faces,
    _marched,
    _modes,
    temperatures,
)

TERMS = 24
START_C, AIR_C = 20.0, 135.0
ALPHA = CLAY_K / (CLAY_RHO * CLAY_C)
EPS = 1e-9


EXPONENT: dict[HeatShape, float] = {"wall": WALL, "limb": LIMB, "ball": BALL}


def roots(shape: HeatShape, biot: float) -> list[float]:
    """The first roots of the shape's own equation."""
    found: list[float] = []
    for n in range(TERMS):
        equation: Callable[[float], float]
        if shape == "wall":
            low, high = n * math.pi, n * math.pi + math.pi / 2
            equation = lambda z: z * math.sin(z) - biot * math.cos(z)  # noqa: E731
        elif shape == "limb":
            edges = [0.0, *jn_zeros(1, TERMS + 1)]
            low, high = edges[n], edges[n + 1]
            equation = lambda z: z * j1(z) - biot * j0(z)  # noqa: E731
        else:
            low, high = n * math.pi, (n + 1) * math.pi
            equation = lambda z: (1 - biot) * math.sin(z) - z * math.cos(z)  # noqa: E731
        found.append(float(brentq(equation, low + EPS, high - EPS)))
    return found


def series_c(shape: HeatShape, biot: float, fourier: float, at: float) -> float:
    """Temperature at a share of the radius, 0 in the middle, °C."""
    left = 0.0
    for z in roots(shape, biot):
        if shape == "wall":
            size, form = 4 * math.sin(z) / (2 * z + math.sin(2 * z)), math.cos(z * at)
        elif shape == "limb":
            size, form = 2 * j1(z) / (z * (j0(z) ** 2 + j1(z) ** 2)), j0(z * at)
        else:
            size = 4 * (math.sin(z) - z * math.cos(z)) / (2 * z - math.sin(2 * z))
            form = math.sin(z * at) / (z * at) if at else 1.0
        left += size * math.exp(-z * z * fourier) * form
    return AIR_C - left * (AIR_C - START_C)


class SeriesTest(unittest.TestCase):
    @given(
        st.sampled_from(["wall", "limb", "ball"]),
        st.floats(0.1, 3.0),
        st.floats(3.0, 20.0),
        st.integers(5, 120),
    )
    @settings(max_examples=120, deadline=None)
    def test_core_and_surface_are_those_of_the_series(
        self, shape: HeatShape, biot: float, radius_mm: float, minutes: int
    ) -> None:
        h = biot * CLAY_K / (radius_mm * 1e-3)
        fourier = ALPHA * minutes * 60 / (radius_mm * 1e-3) ** 2
        steps = round(minutes * 60 / STEP_S)
        found = temperatures([HeatBody(EXPONENT[shape], radius_mm)], np.full(steps + 1, AIR_C), h)
        # Where next to nothing has got in yet the middle of a cell is not its edge.
        near = 0.1 if fourier > 0.2 else 0.35
        self.assertAlmostEqual(
            float(found.core_c[-1, 0]), series_c(shape, biot, fourier, 0.0), delta=near
        )
        self.assertAlmostEqual(
            float(found.surface_c[-1, 0]), series_c(shape, biot, fourier, 1.0), delta=near
        )

    def test_a_slab_by_hand(self) -> None:
        """Bi 1: ζ₁ = 0.8603, C₁ = 1.1191 (the tables); at Fo 1 the middle has θ = 0.5339."""
        self.assertAlmostEqual(roots("wall", 1.0)[0], 0.8603, 4)
        theta = (AIR_C - series_c("wall", 1.0, 1.0, 0.0)) / (AIR_C - START_C)
        self.assertAlmostEqual(theta, 1.1191 * math.exp(-(0.8603**2)), 3)

    def test_roots_of_rod_and_ball_are_those_of_the_tables(self) -> None:
        """Bi 0.1 and 1: rod 0.4417, 1.2558; ball 0.5423, 1.5708."""
        for shape, known in (("limb", (0.4417, 1.2558)), ("ball", (0.5423, 1.5708))):
            for biot, zeta in zip((0.1, 1.0), known, strict=True):
                self.assertAlmostEqual(roots(shape, biot)[0], zeta, 3)  # type: ignore[arg-type]


class EnergyTest(unittest.TestCase):
    @given(
        st.sampled_from(["wall", "limb", "ball"]),
        st.floats(2.0, 20.0),
        st.floats(10.0, 25.0),
        st.floats(90.0, 160.0),
    )
    @settings(max_examples=60, deadline=None)
    def test_what_came_in_is_what_is_there(
        self, shape: HeatShape, radius_mm: float, h: float, top_c: float
    ) -> None:
        """Heat through the surface over two hours against heat stored, for air that rises in a
        quarter of an hour and holds; within 0.1 %."""
        grid = np.arange(481) * STEP_S
        air = START_C + (top_c - START_C) * np.clip(grid / 900, 0, 1)
        body = HeatBody(EXPONENT[shape], radius_mm)
        found = temperatures([body], air, h)
        faces, _ = _faces(body)
        m = EXPONENT[shape]
        into = h * faces[-1] ** m * (air - found.surface_c[:, 0])
        came_in = float(np.trapezoid(into, dx=STEP_S))
        volume = np.diff(faces ** (m + 1)) / (m + 1)
        modes = _modes(body, h)
        states = _marched([modes], air, START_C)[-1, 0]
        cells = modes.clay @ states
        stored = float((CLAY_RHO * CLAY_C * volume * (cells - START_C)).sum())
        self.assertAlmostEqual(came_in / stored, 1.0, delta=0.001)
