"""Kubelka–Munk paint with two numbers each: weight (hue) and scattering (hiding)."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.catalogue import Paint, catalogue
from windcrest_core.colour.root import root
from windcrest_core.colour.spectra import (
    RGB,
    distance,
    lab_of,
    luminance,
    reflectance,
)

Array = NDArray[np.float64]
COAT_MM = 0.030
BLACK_R, WHITE_R = 0.01, 0.80
COATS_TO_HIDE = {"O": 1.5, "SO": 2.5, "ST": 4.5, "T": 8.5}
HIDES_AT = 0.98
WHITE = "titanium_white"
NEAR_WHITE = 8.0


@dataclass(frozen=True)
class Film:
    """Absorption ratio κ = K/S by band, scattering S per mm, and mixing weight w."""

    kappa: Array
    scatter_per_mm: float
    weight: float


def layer(k: Array, s: Array | float, x_mm: Array | float, ground: Array | float) -> Array:
    """Reflectance of a layer of `x_mm` over a ground, or of several at once.

    β = √(K(K+2S)); U = tanh(βX)/β; R = [U(S − (S+K)Rg) + Rg]/[U((S+K) − S Rg) + 1].
    Source: Kubelka (1948).

    Examples
    --------
    >>> k, x = np.array([0.01]), 30.0
    >>> round(float(layer(k, 0.05, x, 0.8)[0]), 6)
    0.580115
    """
    beta = np.sqrt(k * (k + 2 * s))
    bx = beta * x_mm
    u = np.where(bx < 1e-5, x_mm * (1 - bx * bx / 3), np.tanh(bx) / np.where(beta > 0, beta, 1.0))
    return np.asarray((u * (s - (s + k) * ground) + ground) / (u * ((s + k) - s * ground) + 1))


def masstone(kappa: Array) -> Array:
    """Reflectance of a layer too thick to see through.

    >>> masstone(kappa_of(np.array([0.25]))).tolist()
    [0.25]
    """
    return np.asarray(1 / (1 + kappa + np.sqrt(kappa * (kappa + 2))))


def kappa_of(r: Array) -> Array:
    """(1 − R)²/2R.

    >>> kappa_of(np.array([0.5])).tolist()
    [0.25]
    """
    return np.asarray((1 - r) ** 2 / (2 * r))


def _scatter(kappa: Array, opacity: str) -> float:
    """S per mm such that Y over black is 0.98 of Y over white at N coats of 30 µm."""
    x = COATS_TO_HIDE[opacity] * COAT_MM

    def short(log_s: float) -> float:
        s = float(np.exp(log_s))
        over = [luminance(layer(kappa * s, s, x, ground)) for ground in (BLACK_R, WHITE_R)]
        return over[0] / over[1] - HIDES_AT

    return math.exp(root(short, -6.0, 9.0))


def _weight(kappa: Array, tint: int) -> float:
    """w such that one part in 1, 2, 4, 8 or 16 of white lands half-way between the two."""
    white = kappa_of(reflectance(catalogue().paints[WHITE].srgb))
    lab_white, lab_mass = lab_of(masstone(white)), lab_of(masstone(kappa))
    whole = distance(lab_white, lab_mass)
    if whole < NEAR_WHITE:
        return float(2.0 ** (tint - 3))
    parts = 2 ** (tint - 1)

    def off(log_w: float) -> float:
        w = float(np.exp(log_w))
        mixed = masstone((w * kappa + parts * white) / (w + parts))
        return distance(lab_of(mixed), lab_white) - whole / 2

    return math.exp(root(off, -9.0, 9.0))


@lru_cache(maxsize=512)
def film_of(paint: Paint) -> Film:
    """A paint's film from what a person can say of it: swatch, opacity class, tinting strength."""
    kappa = kappa_of(reflectance(paint.srgb))
    return Film(kappa, _scatter(kappa, paint.opacity), _weight(kappa, paint.tint))


def mixed(films: list[Film], parts: list[float]) -> Film:
    """κ = Σ c w κ/Σ c w; S = Σ c S/Σ c; weight by parts."""
    c = np.asarray(parts, dtype=float)
    w = c * np.array([film.weight for film in films])
    kappa = (w[:, None] * np.array([film.kappa for film in films])).sum(axis=0) / w.sum()
    scatter = float(c @ [film.scatter_per_mm for film in films] / c.sum())
    return Film(kappa, scatter, float(w.sum() / c.sum()))


def film_of_colour(srgb: RGB, opacity: str = "SO") -> Film:
    """The film of a colour bought or mixed to match, as opaque as said."""
    kappa = kappa_of(reflectance(srgb))
    return Film(kappa, _scatter(kappa, opacity), 1.0)
