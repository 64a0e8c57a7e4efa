"""Strength of wire: closed formulas. Units mm, N, N·mm, MPa, g."""

from __future__ import annotations

import math

from windcrest_core.facts import Text, said


def bending_effort_nmm(diameter_mm: float, yield_mpa: float, strands: int = 1) -> float:
    """Moment that bends the wire fully: n σ d³/6, N·mm (plastic section modulus of a circle).

    >>> bending_effort_nmm(2.0, 90)
    120.0
    """
    return strands * yield_mpa * diameter_mm**3 / 6


def buckling_n(diameter_mm: float, modulus_gpa: float, length_mm: float, strands: int = 1) -> float:
    """Euler load of a column fixed below and free above: n π² E I/(2L)², N.

    Examples
    --------
    >>> round(buckling_n(2.0525, 69, 150), 2)
    6.59
    """
    inertia = math.pi * diameter_mm**4 / 64
    return strands * math.pi**2 * modulus_gpa * 1e3 * inertia / (2 * length_mm) ** 2


def twist_factor(diameter_mm: float, pitch_mm: float) -> float:
    """Length of strand per length of twisted pair: sqrt(1 + (π d/p)²).

    Examples
    --------
    >>> round(twist_factor(1, 8), 3), round(twist_factor(1, 10), 3)
    (1.074, 1.048)
    """
    return math.sqrt(1 + (math.pi * diameter_mm / pitch_mm) ** 2)


def bundle_mm(diameter_mm: float, strands: int) -> float:
    """Outside diameter of the twisted strands, mm: d, 2 d, 2.15 d.

    >>> bundle_mm(1.5, 2)
    3.0
    """
    return diameter_mm * {1: 1.0, 2: 2.0, 3: 2.155}[strands]


BENDS_AT_OWN_RADIUS = 5.0  # the same bend, inside radius one diameter [A]


def bends_it_lives(diameter_mm: float, gap_mm: float, angle_deg: float) -> float:
    """How often a wire may be bent to `angle_deg` in a gap before it breaks.

    The strain of its outside is d/2 over the radius of its middle, gap ÷ angle; life goes with the
    inverse square of the strain [L, low-cycle fatigue], five bends at an inside radius of 1 d [A].

    Examples
    --------
    >>> round(bends_it_lives(2.0, 3.0, math.degrees(1.0)))
    5
    """
    radius = gap_mm / math.radians(angle_deg)
    strain = diameter_mm / 2 / max(radius, diameter_mm / 2)
    return BENDS_AT_OWN_RADIUS * (1 / 3 / strain) ** 2


def poseable_gap_mm(thickness_mm: float, diameter_mm: float, angle_deg: float) -> float:
    """Wire to leave free of clay so that a limb bends to `angle_deg` without its clay meeting, mm.

    The inside faces meet when the wire's radius is half the limb: gap = angle × D/2, and not less
    than three diameters of wire.

    >>> round(poseable_gap_mm(20, 2, 90), 1)
    15.7
    >>> poseable_gap_mm(4, 2, 90)
    6
    """
    return max(math.radians(angle_deg) * thickness_mm / 2, 3 * diameter_mm)


THUMB_N = (1.0, 3.0)  # what a thumb pushes with [A]


def tip_force_n(moment_nmm: float, length_mm: float) -> float:
    """Push at the tip that the root's moment resists, N.

    >>> tip_force_n(60, 40)
    1.5
    """
    return moment_nmm / length_mm


def tool_for(effort_nmm: float) -> Text:
    """What bends a wire of this effort [A]."""
    if effort_nmm <= 250:
        return "fingers"
    if effort_nmm <= 800:
        return said("frame.two_hands")
    if effort_nmm <= 2500:
        return "pliers"
    return said("frame.vice_or_bender")
