"""A base: what it weighs, its outline, and whether pegs and feet are on it."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.sheet.base import Base
from windcrest_core.stand.standing import circle, rectangle

LONGEST = 2.0  # times as long as broad, of a base that is proposed [A]
PEG_EDGE_MM = 5.0  # of base round a peg, or its edge splits out [A]


def base_mass_g(base: Base) -> float:
    """Breadth × depth × thickness × density, g; of a round one π/4 of it.

    >>> round(base_mass_g(Base(shape="rectangle", width_mm=100, depth_mm=80, thickness_mm=10)))
    48
    """
    area = base.width_mm * base.depth_mm * (1.0 if base.shape == "rectangle" else math.pi / 4)
    return area * base.thickness_mm * 1e-3 * base.density_g_cm3


def base_outline(base: Base) -> Array:
    """(n, 2) points round the base, mm: right and forward of its middle."""
    if base.shape == "rectangle":
        return rectangle(base.width_mm, base.depth_mm)
    return np.asarray(circle(1.0) * np.array([base.width_mm, base.depth_mm]))


def sized(base: Base, width_mm: float) -> Base:
    """The same base at another width, as broad for its depth as before; one that was long and narrow no longer for
    that.

    >>> sized(Base(width_mm=100, depth_mm=50), 140).depth_mm
    70.0
    >>> sized(Base(width_mm=35, depth_mm=155), 140).depth_mm
    280.0
    """
    depth = width_mm * min(LONGEST, max(1 / LONGEST, base.depth_mm / base.width_mm))
    return base.model_copy(update={"width_mm": width_mm, "depth_mm": depth})


def fits_pegs(base: Base, at: list[Array]) -> bool:
    """Whether every peg has enough of the base round it."""
    return on_base(base, at, PEG_EDGE_MM)


def on_base(base: Base, at: list[Array], edge_mm: float = 0.0) -> bool:
    """Whether every point is on the base and that far from its edge.

    >>> on_base(Base(width_mm=100, depth_mm=100), [np.array([30.0, 40.0])], PEG_EDGE_MM)
    False
    """
    x, y = base.width_mm / 2 - edge_mm, base.depth_mm / 2 - edge_mm
    if x <= 0 or y <= 0:
        return not at
    if base.shape == "rectangle":
        return all(abs(p[0]) <= x and abs(p[1]) <= y for p in at)
    return all((p[0] / x) ** 2 + (p[1] / y) ** 2 <= 1 for p in at)


def size_for_pegs(base: Base, at: list[Array]) -> tuple[float, float]:
    """The least breadth and depth of this base, or more, that leave wood all round every peg, mm.

    >>> size_for_pegs(Base(width_mm=80, depth_mm=80), [np.array([30.0, 40.0])])
    (115.0, 115.0)
    """
    x = max(abs(float(p[0])) for p in at)
    y = max(abs(float(p[1])) for p in at)
    if base.shape == "round":
        x = y = max(math.hypot(float(p[0]), float(p[1])) for p in at)
    wide, deep = (math.ceil((2 * reach + 2 * PEG_EDGE_MM) / 5) * 5 + 5.0 for reach in (x, y))
    return max(wide, base.width_mm), max(deep, base.depth_mm)
