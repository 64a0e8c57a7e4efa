"""A surface as it is seen by daylight, by a warm lamp and in the dark."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from windcrest_core.colour.spectra import hex_of, to_linear_srgb

Array = NDArray[np.float64]
LAMP = np.array(
    [1.0, 0.78, 0.50]
)  # what a warm lamp leaves of linear light once the eye has half got used to it [A]
DARK = 0.03  # of daylight, on what does not glow [A]


def hexes(linear_rgb: Array) -> list[str]:
    """(n, 3) linear sRGB as written on the web."""
    v = np.clip(linear_rgb, 0, 1)
    coded = np.where(v <= 0.0031308, 12.92 * v, 1.055 * v ** (1 / 2.4) - 0.055)
    return [hex_of((int(r), int(g), int(b))) for r, g, b in np.rint(coded * 255)]


def by_day(zones: Array) -> Array:
    """(…, 36) reflectances to linear light."""
    return np.asarray(zones @ to_linear_srgb().T)


def by_lamp(day: Array) -> Array:
    return np.asarray(day * LAMP)


def in_the_dark(day: Array, glow: Array | None, charged: Array) -> Array:
    """Nearly nothing, but what glows.

    Parameters
    ----------
    glow : linear light of the glow paint's own colour; none where there is none. charged : of (…) zones, how much of it is on
        them and bare, 0 to 1.
    """
    dim = day * DARK
    return np.asarray(dim if glow is None else dim + charged[..., None] * glow)
