"""A volume of clay or foil as something to roll: the ball it makes."""

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
