"""Sizes of what is painted small: eyes, lines, stripes that stay equal on a limb that tapers, domes of resin.

Source: SCIENCE 7b [S/A].
"""

from __future__ import annotations

import itertools
import math
from typing import Literal, NamedTuple

from windcrest_core.facts import Frozen
from windcrest_core.sheet.colour import Line

IRIS, PUPIL, GLINT = 0.55, 0.35, 0.15  # of the open eye, of the iris, of the iris
DIAGONAL = math.sqrt(0.5)
LINE_MIN_PER_CM: dict[Line, float] = {"hair": 0.15, "vein": 0.4, "lash": 0.5, "stripe": 0.6}  # [A]
LINE_MM: dict[Line, float] = {"hair": 0.3, "vein": 0.5, "lash": 0.3, "stripe": 3.0}  # broad [A]
SPECKLE_MM, STREAK_MM, DOT_MM = 0.9, 1.2, 1.5  # across [A]
RESIN_SPARE = 1.1
DROP_MM3 = 50.0
CLEAR_LAYER_MM, TINTED_LAYER_MM = 2.0, 1.0


class EyeSizes(NamedTuple):
    """Across, mm; where the glint's middle lies off the pupil's, to the left and up as seen, on the pupil's rim."""

    iris_mm: float
    pupil_mm: float
    glint_mm: float
    glint_off_mm: float


def eye_sizes(open_mm: float) -> EyeSizes:
    """Of an eye that is open so wide.

    >>> [round(x, 2) for x in eye_sizes(8.0)]
    [4.4, 1.54, 0.66, 0.54]
    """
    iris = IRIS * open_mm
    pupil = PUPIL * iris
    return EyeSizes(iris, pupil, GLINT * iris, pupil / 2 * DIAGONAL)


def finest_line_mm(brush_mm: float) -> float:
    """The finest line of a round brush.

    >>> round(finest_line_mm(1.0), 2), round(usual_line_mm(1.0), 2)
    (0.2, 0.4)
    """
    return 0.1 + 0.1 * brush_mm


def usual_line_mm(brush_mm: float) -> float:
    return 0.15 + 0.25 * brush_mm


def brush_for_mm(detail_mm: float) -> float:
    """The broadest brush whose usual line is no broader than the smallest detail; 0.5 at least."""
    return max(0.5, (detail_mm - 0.15) / 0.25)


MOST_STRIPES = 60


def least_stripe_mm(across_mm: tuple[float, float]) -> float:
    """Of which 60 go round, more than anyone paints.

    >>> round(least_stripe_mm((18, 12)), 2)
    0.47
    """
    return math.pi * max(across_mm) / (2 * MOST_STRIPES)


class Stripes(Frozen):
    """Round a limb at each of `at_mm` along it: how many `stripes`, how broad; `ends_mm` is where one of them stops."""

    at_mm: list[float]
    stripes: list[int]
    wide_mm: list[float]
    ends_mm: list[float]


def stripes(
    across_mm: tuple[float, float], length_mm: float, stripe_mm: float, steps: int = 10
) -> Stripes:
    """Stripes along a limb that stay about as broad as the gaps between them.

    n(x) = round(π d(x)/2b), each π d/2n wide; one stops where π d/2b = n − ½.

    Raises
    ------
    ValueError : a breadth, length or stripe that is not above nought.
    """
    if min(*across_mm, length_mm, stripe_mm) <= 0:
        raise ValueError("breadths, length and stripe above 0")
    first, last = across_mm

    def across(x: float) -> float:
        return first + (last - first) * x / length_mm

    def fit(x: float) -> float:
        return math.pi * across(x) / (2 * stripe_mm)

    at = [length_mm * k / steps for k in range(steps + 1)]
    count = [max(1, round(fit(x))) for x in at]
    wide = [math.pi * across(x) / (2 * n) for x, n in zip(at, count, strict=True)]
    low, high = sorted((count[0], count[-1]))
    ends = sorted(
        (2 * stripe_mm * (n - 0.5) / math.pi - first) / (last - first) * length_mm
        for n in range(low + 1, high + 1)
        if first != last
    )
    return Stripes(at_mm=at, stripes=count, wide_mm=wide, ends_mm=ends)


class Ring(NamedTuple):
    """So far from the root of a limb, once round it, and its stripes there: as broad as the gaps between them."""

    at_mm: float
    round_mm: float
    stripes: int
    wide_mm: float


def rings(across_mm: tuple[float, float], length_mm: float, stripe_mm: float) -> list[Ring]:
    """At the root, at the end, and half-way along wherever as many stripes go round.

    >>> [(round(ring.at_mm, 1), ring.stripes) for ring in rings((18, 12), 90, 3)]
    [(0.0, 9), (13.2, 9), (40.8, 8), (69.5, 7), (86.9, 6), (90, 6)]

    Raises
    ------
    ValueError : a breadth, length or stripe that is not above nought.
    """
    found = stripes(across_mm, length_mm, stripe_mm, steps=1)
    edges = [0.0, *found.ends_mm, length_mm]
    middles = [(a + b) / 2 for a, b in itertools.pairwise(edges)]
    first, last = across_mm
    step = (last > first) - (last < first)
    counts = [found.stripes[0] + step * n for n in range(len(middles))]
    rows = []
    for at, count in zip([0.0, *middles, length_mm], [counts[0], *counts, counts[-1]], strict=True):
        once = math.pi * (first + (last - first) * at / length_mm)
        rows.append(Ring(at, once, count, once / (2 * count)))
    return rows


class Dome(NamedTuple):
    """Resin over a circle: mm³, the same with a tenth more to mix, drops, and the layers it is cured in."""

    volume_mm3: float
    with_spare_mm3: float
    drops: float
    layers: int


def dome(half_mm: float, high_mm: float, kind: Literal["clear", "tinted"] = "clear") -> Dome:
    """A dome or a bowl, π h (3a² + h²)/6.

    >>> [round(x, 2) for x in dome(4, 1.5)], [round(x, 2) for x in dome(10, 5)]
    ([39.47, 43.41, 0.79, 1], [850.85, 935.93, 17.02, 3])
    """
    volume = math.pi * high_mm * (3 * half_mm**2 + high_mm**2) / 6
    thick = CLEAR_LAYER_MM if kind == "clear" else TINTED_LAYER_MM
    spared = volume * RESIN_SPARE
    return Dome(volume, spared, volume / DROP_MM3, math.ceil(high_mm / thick))


class Small(Frozen):
    """What a round brush draws, minutes for a centimetre of each kind of line, and a dome of resin."""

    finest_mm: float
    usual_mm: float
    minutes_per_cm: dict[Line, float]
    resin_ml: float
    resin_drops: float
    layers: int


def small(brush_mm: float, dome_across_mm: float, dome_high_mm: float, tinted: bool) -> Small:
    """Of a brush, and of a dome so broad and high."""
    found = dome(dome_across_mm / 2, dome_high_mm, "tinted" if tinted else "clear")
    return Small(
        finest_mm=finest_line_mm(brush_mm),
        usual_mm=usual_line_mm(brush_mm),
        minutes_per_cm=LINE_MIN_PER_CM,
        resin_ml=found.with_spare_mm3 / 1000,
        resin_drops=found.drops,
        layers=found.layers,
    )
