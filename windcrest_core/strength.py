"""What a gram weighs, and when round wire bends for good. Units mm, N, MPa, N·mm."""

from __future__ import annotations

import math

G_MM_N = 9.80665e-3  # newtons a gram weighs


def yield_moment_nmm(diameter_mm: float, yield_mpa: float, strands: int = 1) -> float:
    """Moment at which a straight round wire starts to bend for good: n σ π d³/32, N·mm.

    Strands twisted together count side by side, no shear between them.
    Source: elastic section modulus of a circle, any strength-of-materials text.

    Examples
    --------
    >>> round(yield_moment_nmm(2.053, 34), 1)
    28.9
    """
    return strands * yield_mpa * math.pi * diameter_mm**3 / 32
