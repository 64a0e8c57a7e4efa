"""A glued face pushed sideways at the end of a lever. Units mm, N, MPa."""

from __future__ import annotations

import math

PAINTED_MPA = 0.3  # with any paint between, whatever the glue [A]


def bending_mpa(push_n: float, lever_mm: float, face_mm: float) -> float:
    """Pull at the edge of a round face: 32 V e/(π D³).

    >>> round(bending_mpa(5.0, 40.0, 12.0), 2)
    1.18
    """
    return 32 * push_n * lever_mm / (math.pi * face_mm**3)


def shear_mpa(push_n: float, face_mm: float) -> float:
    """Mean shear over a round face: 4 V/(π D²)."""
    return 4 * push_n / (math.pi * face_mm**2)


def holds_n(allowable_mpa: float, lever_mm: float, face_mm: float) -> float:
    """Push at the lever's end at which either of the two comes to what is allowed.

    >>> round(holds_n(1.179, 40.0, 12.0), 1)
    5.0
    """
    bent = allowable_mpa * math.pi * face_mm**3 / (32 * max(lever_mm, 1e-9))
    sheared = allowable_mpa * math.pi * face_mm**2 / 4
    return min(bent, sheared)


def face_wanted_mm(push_n: float, lever_mm: float, allowable_mpa: float) -> float:
    """The round face that holds a push.

    >>> [round(face_wanted_mm(5.0, 40.0, mpa), 1) for mpa in (2.0, 0.8, 0.3)]
    [10.1, 13.7, 18.9]
    """
    bent = math.cbrt(32 * push_n * lever_mm / (math.pi * allowable_mpa))
    sheared = math.sqrt(4 * push_n / (math.pi * allowable_mpa))
    return max(bent, sheared)
