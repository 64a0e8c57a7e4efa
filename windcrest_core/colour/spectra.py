"""Reflectance from a screen colour, and how two colours differ."""

from __future__ import annotations

import math
from functools import cache, lru_cache
from importlib import resources

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
RGB = tuple[int, int, int]
BANDS = 36
FLOOR, CEILING = 0.002, 0.985
XYZ_TO_SRGB = np.array(
    [
        [3.2404542, -1.5371385, -0.4985314],
        [-0.9692660, 1.8760108, 0.0415560],
        [0.0556434, -0.2040259, 1.0572252],
    ]
)  # IEC 61966-2-1, D65
SRGB_TO_XYZ = np.linalg.inv(XYZ_TO_SRGB)


@cache
def _weights() -> Array:
    """(3, 36): reflectance to XYZ with Y = 1 for a perfect white. CIE 1931 2°, D65."""
    path = resources.files("windcrest_core.catalogue") / "data" / "cie1931_d65_10nm.csv"
    rows = [
        [float(cell) for cell in line.split(",")]
        for line in path.read_text(encoding="utf-8").splitlines()[2:]
    ]
    table = np.array(rows)
    weights = table[:, 1:4].T * table[:, 4]
    return np.asarray(weights / weights[1].sum())


@cache
def to_linear_srgb() -> Array:
    """(3, 36): reflectance to linear sRGB; a perfect white is exactly 1, 1, 1."""
    t = XYZ_TO_SRGB @ _weights()
    return np.asarray(t / t.sum(axis=1, keepdims=True))


def linear(srgb: RGB) -> Array:
    """sRGB 0–255 to linear light 0–1.

    >>> linear((255, 0, 118)).round(3).tolist()
    [1.0, 0.0, 0.181]
    """
    v = np.asarray(srgb, dtype=float) / 255
    return np.where(v <= 0.04045, v / 12.92, ((v + 0.055) / 1.055) ** 2.4)


def srgb_of(reflectance: Array) -> RGB:
    """Reflectance to sRGB 0–255, clipped to what a screen shows."""
    v = np.clip(to_linear_srgb() @ reflectance, 0, 1)
    coded = np.where(v <= 0.0031308, 12.92 * v, 1.055 * v ** (1 / 2.4) - 0.055)
    r, g, b = (round(float(c) * 255) for c in coded)
    return r, g, b


@lru_cache(maxsize=2048)
def _reflectance(srgb: RGB) -> tuple[float, ...]:
    t = to_linear_srgb()
    target = np.clip(linear(srgb), FLOOR, CEILING)
    smooth = np.zeros((BANDS, BANDS))
    index = np.arange(BANDS - 1)
    smooth[index, index] += 2
    smooth[index + 1, index + 1] += 2
    smooth[index, index + 1] -= 2
    smooth[index + 1, index] -= 2
    z, pull = np.zeros(BANDS), np.zeros(3)
    for _ in range(60):
        th = np.tanh(z)
        slope = (1 - th * th) / 2
        lean = t.T @ pull
        residual = np.concatenate([smooth @ z + slope * lean, t @ ((th + 1) / 2) - target])
        if np.abs(residual).max() < 1e-9:
            break
        jacobian = np.zeros((BANDS + 3, BANDS + 3))
        jacobian[:BANDS, :BANDS] = smooth + np.diag(-2 * slope * th * lean)
        jacobian[:BANDS, BANDS:] = slope[:, None] * t.T
        jacobian[BANDS:, :BANDS] = t * slope
        step = np.linalg.solve(jacobian, -residual)
        damp = min(1.0, 2.0 / max(1e-9, float(np.abs(step[:BANDS]).max())))
        z, pull = z + damp * step[:BANDS], pull + damp * step[BANDS:]
    return tuple(np.clip((np.tanh(z) + 1) / 2, FLOOR, CEILING))


def reflectance(srgb: RGB) -> Array:
    """The smoothest reflectance, 36 bands 380–730 nm, that looks like a screen colour under D65.

    Minimises Σ(z_{i+1} − z_i)² in atanh space subject to T (tanh z + 1)/2 = linear sRGB.
    Source: least-slope hyperbolic-tangent smoothness, Burns (2020).

    Examples
    --------
    >>> round(float(reflectance((38, 46, 128))[7]), 4)
    0.2164
    """
    return np.array(_reflectance(srgb))


def lab_of(reflectances: Array) -> Array:
    """CIELAB under D65 of (..., 36) reflectances."""
    return _lab(reflectances @ (SRGB_TO_XYZ @ to_linear_srgb()).T)


def lab_of_srgb(srgb: RGB) -> Array:
    return _lab(SRGB_TO_XYZ @ linear(srgb))


def _lab(xyz: Array) -> Array:
    white = SRGB_TO_XYZ @ np.ones(3)
    ratio = xyz / white
    f = np.where(ratio > 216 / 24389, np.cbrt(ratio), (24389 / 27 * ratio + 16) / 116)
    return np.stack(
        [
            116 * f[..., 1] - 16,
            500 * (f[..., 0] - f[..., 1]),
            200 * (f[..., 1] - f[..., 2]),
        ],
        axis=-1,
    )


def delta_e(a: Array, b: Array) -> Array:
    """CIEDE2000 colour difference of (..., 3) CIELAB values.

    Source: Sharma, Wu and Dalal (2005), whose test pairs are the tests.

    >>> round(float(delta_e(np.array([50, 2.6772, -79.7751]), np.array([50, 0, -82.7485]))), 4)
    2.0425
    """
    l1, a1, b1 = np.moveaxis(np.asarray(a, dtype=float), -1, 0)
    l2, a2, b2 = np.moveaxis(np.asarray(b, dtype=float), -1, 0)
    c_mean7 = ((np.hypot(a1, b1) + np.hypot(a2, b2)) / 2) ** 7
    g = 0.5 * (1 - np.sqrt(c_mean7 / (c_mean7 + 25.0**7)))
    ap1, ap2 = (1 + g) * a1, (1 + g) * a2
    c1, c2 = np.hypot(ap1, b1), np.hypot(ap2, b2)
    h1, h2 = np.degrees(np.arctan2(b1, ap1)) % 360, np.degrees(np.arctan2(b2, ap2)) % 360
    gap = h2 - h1
    gap = np.where(gap > 180, gap - 360, np.where(gap < -180, gap + 360, gap))
    grey = c1 * c2 == 0
    gap = np.where(grey, 0.0, gap)
    dl, dc = l2 - l1, c2 - c1
    dh = 2 * np.sqrt(c1 * c2) * np.sin(np.radians(gap / 2))
    l_mean, c_mean = (l1 + l2) / 2, (c1 + c2) / 2
    around = np.where(np.abs(h1 - h2) > 180, h1 + h2 + np.where(h1 + h2 < 360, 360, -360), h1 + h2)
    h_mean = np.where(grey, h1 + h2, around / 2)
    t = (
        1
        - 0.17 * np.cos(np.radians(h_mean - 30))
        + 0.24 * np.cos(np.radians(2 * h_mean))
        + 0.32 * np.cos(np.radians(3 * h_mean + 6))
        - 0.20 * np.cos(np.radians(4 * h_mean - 63))
    )
    c7 = c_mean**7
    turn = 60 * np.exp(-(((h_mean - 275) / 25) ** 2))
    rt = -2 * np.sqrt(c7 / (c7 + 25.0**7)) * np.sin(np.radians(turn))
    sl = 1 + 0.015 * (l_mean - 50) ** 2 / np.sqrt(20 + (l_mean - 50) ** 2)
    sc, sh = 1 + 0.045 * c_mean, 1 + 0.015 * c_mean * t
    gap2 = (dl / sl) ** 2 + (dc / sc) ** 2 + (dh / sh) ** 2 + rt * (dc / sc) * (dh / sh)
    return np.asarray(np.sqrt(gap2))


def rgb_of_hex(text: str) -> RGB:
    return int(text[1:3], 16), int(text[3:5], 16), int(text[5:7], 16)


def hex_of(srgb: RGB) -> str:
    """As written on the web.

    >>> hex_of((255, 128, 0))
    '#ff8000'
    """
    return "#{:02x}{:02x}{:02x}".format(*srgb)


def luminance(reflectance_: Array) -> float:
    """Y, 0 to 1."""
    return float(_weights()[1] @ reflectance_)


def distance(a: Array, b: Array) -> float:
    """Straight distance in CIELAB.

    >>> distance(np.array([50.0, 3, 4]), np.array([50.0, 0, 0]))
    5.0
    """
    return math.dist(a.tolist(), b.tolist())
