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


FLEXIBLE_STRAIN, RIGID_STRAIN = 0.40, 0.015  # cured clay takes, 0.3–0.6 and 0.01–0.02 [L/A]
WARM_STRAIN = 0.05  # rigid clay warmed through [A]
BEND_OVER = 2.0  # times its thickness, that clay bends over at a joint [A]
FLEXIBLE_MPA = 35.0  # Young's modulus, 20–50 [A]


def least_radius_mm(thickness_mm: float, strain: float) -> float:
    """Inside radius that cured clay bends to, mm: t/2 (1/ε − 1).

    Examples
    --------
    >>> [least_radius_mm(t, FLEXIBLE_STRAIN) for t in (1, 2, 3, 4, 6, 8)]
    [0.75, 1.5, 2.25, 3.0, 4.5, 6.0]
    >>> [round(least_radius_mm(t, RIGID_STRAIN), 1) for t in (1, 2, 3, 4)]
    [32.8, 65.7, 98.5, 131.3]
    """
    return thickness_mm / 2 * (1 / strain - 1)


def most_bend_deg(thickness_mm: float, over_mm: float, strain: float) -> float:
    """Angle that cured clay bends by over a length, degrees: 2 ε ℓ/t.

    A tail 6 thick over 60 mm: 17.2° rigid, 57.3° warm (0.05).

    Examples
    --------
    >>> round(most_bend_deg(6, 60, RIGID_STRAIN), 1), round(most_bend_deg(6, 60, 0.05), 1)
    (17.2, 57.3)
    """
    return math.degrees(2 * strain * over_mm / thickness_mm)


def crack_mm(thickness_mm: float, angle_deg: float, over_mm: float, strain: float) -> float:
    """How far cured clay cracks open in all when it is bent so, mm: θ t/2 − ε ℓ; nought where it gives.

    Examples
    --------
    >>> [round(crack_mm(6, angle, 60, RIGID_STRAIN), 2) for angle in (17.1, 45, 90)]
    [0.0, 1.46, 3.81]
    """
    return max(0.0, math.radians(angle_deg) * thickness_mm / 2 - strain * over_mm)


def strain_of_a_knock(thickness_mm: float, length_mm: float, force_n: float) -> float:
    """Strain at the root of a round of cured flexible clay that is pushed across at its tip.

    Slight, ε = d/2 × F L/EI; where it gives way far it lies along the push, and its root bends no further than
    √(2F/EI) (elastica).
    """
    ei = FLEXIBLE_MPA * math.pi / 64 * thickness_mm**4
    return thickness_mm / 2 * min(force_n * length_mm / ei, math.sqrt(2 * force_n / ei))
