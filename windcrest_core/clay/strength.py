"""How hard cured clay is to break. Units mm, N, MPa."""

from __future__ import annotations

import math

CURED_STRENGTH_MPA = 20.0


def clay_tip_force_n(
    diameter_mm: float, length_mm: float, strength_mpa: float = CURED_STRENGTH_MPA
) -> float:
    """Force at the tip that breaks a cured clay rod, N: σ π d³/(32 L).

    Parameters
    ----------
    strength_mpa : bending strength, 20 MPa literature-typical.

    Source: elastic section modulus of a circle, any strength-of-materials text.

    Examples
    --------
    >>> round(clay_tip_force_n(3, 12), 1)
    4.4
    """
    return strength_mpa * math.pi * diameter_mm**3 / 32 / length_mm
