"""Fusion and scorch: what a temperature over time does to clay."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
GAS_R = 8.314462618
CURED = 0.95
FIRM = 0.5  # from here on clay is firm, though not yet at its full strength [A]
SETS_BELOW_C = 45.0  # clay sets so far below its label temperature [A]
SCORCH_LIMIT = {"pale": 1.0, "mid": 3.0, "dark": 10.0}


def _smoothstep(t: Array) -> Array:
    t = np.clip(t, 0, 1)
    return t * t * (3 - 2 * t)


def ceiling(temp_c: Array | float, label_c: Array | float) -> Array:
    """How far clay fuses if it stays at a temperature for ever, 0 to 1: X∞.

    Source: smoothstep from label − 45 °C to label − 5 °C; calibrated and assumed.

    Examples
    --------
    >>> round(float(ceiling(124.59, 135.0)), 3), float(ceiling(90.0, 135.0))
    (0.95, 0.0)
    """
    return _smoothstep((np.asarray(temp_c) - (np.asarray(label_c) - SETS_BELOW_C)) / 40)


def fusion(
    core_c: Array,
    label_c: Array,
    step_s: float,
    start: Array | None = None,
    rate: Array | float = 1.0,
) -> Array:
    """How far the coldest clay has fused, 0 to 1, at every step.

    dX/dt = k max(0, X∞ − X), k = 8.0e−3 s⁻¹ exp(−110e3/R (1/T − 1/T_label)), X∞ = smoothstep from
    label − 45 °C to label − 5 °C. Calibrated and assumed; below the label it is the weakest part of
    the model.

    Parameters
    ----------
    core_c : (steps + 1, bodies) °C.
    label_c : (bodies,) the clay's own label temperature, °C.
    start : (bodies,) fusion carried over from earlier bakes.
    rate : (bodies,) how many times as fast as assumed it fuses, where test chips showed it.

    >>> round(float(fusion(np.full((241, 1), 135.0), np.array([135.0]), 15)[4, 0]), 3)
    0.381
    """
    kelvin = core_c + 273.15
    k = rate * 8.0e-3 * np.exp(-110e3 / GAS_R * (1 / kelvin - 1 / (label_c + 273.15)))
    most = ceiling(core_c, label_c)
    middle = (most[1:] + most[:-1]) / 2
    gain = 1 - np.exp(-(k[1:] + k[:-1]) / 2 * step_s)
    out = np.empty_like(core_c)
    out[0] = 0.0 if start is None else start
    before, kept, towards = out[0], 1 - gain, gain * middle
    for step, after in enumerate(out[1:]):
        np.multiply(kept[step], before, out=after)
        after += towards[step]
        np.maximum(before, after, out=after)
        before = after
    return out


def scorch(surface_c: Array, step_s: float) -> Array:
    """Accumulated scorch at the surface, at every step.

    dS/dt = (1/1800 s) exp(−200e3/R (1/T − 1/423.15)); S = 1 after about 30 min at 150 °C [C].

    >>> round(float(scorch(np.full((121, 1), 150.0), 15)[-1, 0]), 3)
    1.0
    """
    rate = _scorching(surface_c)
    sums = np.zeros_like(surface_c)
    np.cumsum((rate[1:] + rate[:-1]) / 2 * step_s, axis=0, out=sums[1:])
    return sums


def scorch_per_min(surface_c: float) -> float:
    """How fast a surface that stays at a temperature scorches, a minute.

    >>> [round(scorch_per_min(dial), 5) for dial in (120.0, 125.0, 130.0, 135.0)]
    [0.00044, 0.00094, 0.00199, 0.00413]
    """
    return float(_scorching(np.array(surface_c)) * 60)


def _scorching(surface_c: Array) -> Array:
    """A second."""
    rate: Array = np.exp(-200e3 / GAS_R * (1 / (surface_c + 273.15) - 1 / 423.15)) / 1800.0
    return rate
