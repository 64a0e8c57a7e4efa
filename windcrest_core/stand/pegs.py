"""Holes for pegs and pins: where, how wide and how deep."""

from __future__ import annotations

from typing import Literal

from windcrest_core.facts import Frozen, Text

HOLE_CLEARANCE_MM = 0.2  # for glue round it [A]
HOLE_DEPTHS = 3.0  # in diameters, so that it cannot rock [A]


class PegHole(Frozen):
    """A hole in the base, mm right and forward of its middle, for a wire or bundle of `wire_mm`."""

    run: str
    label: Text
    right_mm: float
    forward_mm: float
    wire_mm: float
    hole_mm: float
    depth_mm: float
    kind: Literal["peg", "rod", "pin"]


def hole_mm(wire_mm: float) -> float:
    """The drill for a wire or a twisted bundle.

    >>> hole_mm(2.0)
    2.2
    """
    return wire_mm + HOLE_CLEARANCE_MM


def least_depth_mm(wire_mm: float) -> float:
    """How deep a hole is to be at least.

    >>> least_depth_mm(2.0)
    6.0
    """
    return HOLE_DEPTHS * wire_mm
