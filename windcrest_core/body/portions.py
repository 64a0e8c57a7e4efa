"""A volume of clay or foil as something to roll, cut or lay: ball, snake, sheet, cone, drop, strip."""

from __future__ import annotations

import math


def ball_mm(volume_mm3: float) -> float:
    """Diameter of the ball of a volume, mm: (6 V/π)^(1/3).

    Examples
    --------
    >>> round(ball_mm(10_000), 2)
    26.73
    """
    return float((6 * max(volume_mm3, 0.0) / math.pi) ** (1 / 3))


def ball_mm3(diameter_mm: float) -> float:
    """Volume of a ball, mm³.

    >>> round(ball_mm3(20))
    4189
    """
    return math.pi / 6 * diameter_mm**3


def snake_mm(volume_mm3: float, diameter_mm: float) -> float:
    """Length of the snake of a volume, mm: V ÷ (π d²/4).

    Examples
    --------
    >>> round(snake_mm(10_000, 4), 1)
    795.8
    """
    return volume_mm3 / (math.pi / 4 * diameter_mm**2)


def snake_mm3(diameter_mm: float, length_mm: float) -> float:
    """Volume of a snake, mm³.

    >>> round(snake_mm3(10, 80))
    6283
    """
    return math.pi / 4 * diameter_mm**2 * length_mm


def sheet_cm2(volume_mm3: float, thickness_mm: float) -> float:
    """Area of the sheet of a volume, cm².

    Examples
    --------
    >>> round(sheet_cm2(10_000, 2), 1)
    50.0
    """
    return volume_mm3 / thickness_mm / 100


def cone_mm3(base_mm: float, length_mm: float) -> float:
    """Volume of a cone, mm³.

    >>> round(cone_mm3(10, 30))
    785
    """
    return math.pi / 12 * base_mm**2 * length_mm


def cone_base_mm(volume_mm3: float, length_mm: float) -> float:
    """Diameter at the base of the cone of a volume and length, mm.

    Examples
    --------
    >>> round(cone_base_mm(cone_mm3(12, 30), 30), 6)
    12.0
    """
    return math.sqrt(12 * volume_mm3 / (math.pi * length_mm))


def drop_mm3(across_mm: float, length_mm: float) -> float:
    """Volume of a drop, a half ball under a cone, mm³; not shorter than it is broad.

    >>> round(drop_mm3(10, 20)), round(drop_mm3(10, 5)) == round(ball_mm3(10) / 2)
    (654, True)
    """
    return ball_mm3(across_mm) / 2 + cone_mm3(across_mm, length_mm - across_mm / 2)


def drop_across_mm(volume_mm3: float, ratio: float) -> float:
    """Breadth of the drop of a volume that is `ratio` times as long as broad, mm.

    Examples
    --------
    >>> round(drop_across_mm(drop_mm3(10, 25), 2.5), 6)
    10.0
    """
    return float((volume_mm3 / drop_mm3(1.0, ratio)) ** (1 / 3))
