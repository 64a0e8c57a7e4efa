"""A darker and a lighter colour of the same hue, to shade and to light another with."""

from __future__ import annotations

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from windcrest_core.colour.gaps import FROM_RGB, TO_LAB, oklab_of
from windcrest_core.colour.looks import hexes
from windcrest_core.colour.spectra import linear, rgb_of_hex

Array = NDArray[np.float64]
Tone = Literal["deep", "shade", "light", "lightest"]
DARKER: dict[str, tuple[float, float]] = {"deep": (0.64, 0.80), "shade": (0.80, 0.95)}
LIGHTER: dict[str, tuple[float, float]] = {"light": (0.30, 0.85), "lightest": (0.60, 0.55)}


def linear_of(oklab: Array) -> Array:
    """OKLab back to linear sRGB.

    >>> linear_of(oklab_of(np.array([0.2, 0.5, 0.7]))).round(9).tolist()
    [0.2, 0.5, 0.7]
    """
    cones = np.linalg.solve(TO_LAB, oklab) ** 3
    return np.asarray(np.linalg.solve(FROM_RGB, cones))


PALE = 0.85  # of OKLab lightness, above which hardly anything is lighter


def is_pale(colour: str) -> bool:
    """Whether it is better built up to than lightened.

    >>> is_pale("#e6dfcf"), is_pale("#c98f6b")
    (True, False)
    """
    return float(oklab_of(linear(rgb_of_hex(colour)))[0]) > PALE


def toned(colour: str, tone: Tone) -> str:
    """A tone of a colour, its hue kept.

    shade L × .80, C × .95; deep .64, .80; light L + .30 (1 − L), C × .85; lightest .60, .55 [A].

    >>> toned("#808080", "shade"), toned("#808080", "lightest")
    ('#5d5d5d', '#cacaca')
    """
    light, *chroma = oklab_of(linear(rgb_of_hex(colour)))
    if tone in DARKER:
        to, of = DARKER[tone]
        light = light * to
    else:
        to, of = LIGHTER[tone]
        light = light + to * (1 - light)
    return hexes(linear_of(np.array([light, chroma[0] * of, chroma[1] * of]))[None])[0]
