"""What clay bears by itself: raw and hot before it sets, and cured."""

from __future__ import annotations

import math

CLAY_BREAKS_MPA = 20.0  # cured polymer clay in bending [L]
RAW_YIELD_MPA = 0.004  # raw clay, hot [A]


def longest_overhang_mm(thickness_mm: float, sheet: bool) -> float:
    """Longest unwired overhang of hot raw clay, mm, with a safety of 1.5.

    Self-weight stress: sheet 2 ρ g L²/t, rod 2.36 ρ g L²/d; raw yield 4 kPa when hot [A].

    Examples
    --------
    >>> [round(longest_overhang_mm(t, True)) for t in (1, 2, 3, 6)]
    [9, 12, 15, 22]
    >>> [round(longest_overhang_mm(d, False)) for d in (3, 6, 10, 15)]
    [14, 20, 26, 31]
    """
    factor = 2.0 if sheet else 2.36
    stress = 4000 / 1.5
    return 1000 * math.sqrt(stress * thickness_mm * 1e-3 / (factor * 1750 * 9.80665))


def raw_clay_gives_nmm(thickness_mm: float) -> float:
    """Moment under which a round of raw hot clay gives way, N·mm: σ d³/6, yield 4 kPa [A].

    >>> round(raw_clay_gives_nmm(20), 2)
    5.33
    """
    return RAW_YIELD_MPA * thickness_mm**3 / 6


def clay_breaks_nmm(outside_mm: float, core_mm: float = 0.0) -> float:
    """Moment that breaks a round of cured clay over a core, N·mm: σ π (D⁴ − d⁴)/(32 D).

    Examples
    --------
    >>> round(clay_breaks_nmm(3) / 12, 1)  # force at the tip of a finger 3 mm by 12 mm, N
    4.4
    """
    if outside_mm <= 0:
        return 0.0
    return CLAY_BREAKS_MPA * math.pi * (outside_mm**4 - core_mm**4) / (32 * outside_mm)
