"""How much paint a pass takes: millilitres, drops of each colour, grams, minutes. Source: SCIENCE 7b [L/A]."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import NamedTuple

from windcrest_core.colour.methods import Method
from windcrest_core.colour.sizes import LINE_MIN_PER_CM, LINE_MM
from windcrest_core.sheet.colour import Line

SPARE = 1.2  # times what is needed
DROP_ML = 0.05
LEAST_DROPS = 10
COUNTED = 40  # drops of a paint, beyond which it is measured out [A]
PAINT_G_ML, WATER_G_ML = 1.25, 1.0


class Amount(NamedTuple):
    """What is put on, with what is spare; `paint_ml` of it is paint, the rest water or medium."""

    ml: float
    paint_ml: float
    grams: float
    minutes: float


def amount(method: Method, surface_cm2: float, coats: int) -> Amount:
    """Of a pass over a surface.

    >>> [round(x, 2) for x in amount(Method(75, 1, 1, 1.3, 6), 260, 2)]
    [6.08, 6.08, 7.61, 31.2]
    """
    ml = method.ml_per_100_cm2 * surface_cm2 / 100 * coats * SPARE
    grams = ml * (PAINT_G_ML * method.share + WATER_G_ML * (1 - method.share))
    return Amount(ml, ml * method.share, grams, method.minutes * surface_cm2 / 100 * coats)


def lined(method: Method, line: Line, length_mm: float, coats: int) -> Amount:
    """Of lines so long in all: their minutes go by length, their paint by the surface that they cover.

    >>> [round(x, 3) for x in lined(Method(40, 0.8, 0.05, 1.5, 8), "vein", 200, 1)]
    [0.007, 0.006, 0.009, 8.0]
    """
    cm2 = length_mm * LINE_MM[line] / 100
    found = amount(replace(method, cover=1.0), cm2, coats)
    return found._replace(minutes=LINE_MIN_PER_CM[line] * length_mm / 10 * coats)


def drops(paint_ml: float, parts: Sequence[int]) -> list[int]:
    """Whole drops of each paint of a mix: as many for each part, ten in all at least.

    >>> drops(6.084, [3, 1]), drops(0.0468, [3, 1]), drops(0.0, [1])
    ([93, 31], [9, 3], [10])
    """
    whole = sum(parts)
    a_part = max(math.ceil(paint_ml / DROP_ML / whole - 1e-9), math.ceil(LEAST_DROPS / whole))
    return [count * a_part for count in parts]
