"""A core that comes out again: how wide its opening must be, and what clay is left beside it."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Finding, fix
from windcrest_core.given.oven import HANDLE_C
from windcrest_core.sheet.insides import Side

LEAST_BRIDGE_MM = 4.0  # of clay beside an opening [A]
IN_PIECES = 0.5  # of its breadth: foil is picked out in pieces with pliers [A]
LEAST_OPENING_MM = 15.0  # for pliers [A]
CLEAR_MM = 1.0
RIM_POINTS = 25
_AXIS: dict[Side, int] = {"right": 0, "left": 0, "front": 1, "back": 1, "under": 2, "top": 2}


class Hollow(Frozen):
    """How a core comes out. `whole_mm` is the opening it comes out of whole, `least_mm` in pieces;
    `bridge_mm` is the least clay left beside the opening there is, `rim` its edge, mm. It is pulled once it
    is cooler than `pull_below_c`."""

    part: str
    label: str
    side: Side
    across_mm: float
    whole_mm: float
    least_mm: float
    bridge_mm: float
    comes_out: bool
    whole: bool
    rim: list[tuple[float, float, float]]
    pull_below_c: float


def is_hollow(work: Workpiece, piece: Piece) -> bool:
    """Whether its core is to come out."""
    kind = catalogue().cores.get(piece.part.core)
    return piece.core is not None and kind is not None and kind.hollow


def _across_mm(bounds: tuple[np.ndarray, np.ndarray], side: Side) -> tuple[float, float]:
    """Least and greatest breadth as seen from a side, mm."""
    low, high = bounds
    sizes = [float(high[k] - low[k]) for k in range(3) if k != _AXIS[side]]
    return min(sizes), max(sizes)


def _rim(
    bounds: tuple[np.ndarray, np.ndarray], side: Side, radius_mm: float
) -> list[tuple[float, float, float]]:
    """The edge of an opening, in the middle of its side."""
    axis = _AXIS[side]
    low, high = bounds
    points = []
    for turn in np.linspace(0, 2 * math.pi, RIM_POINTS):
        at = (low + high) / 2
        at[axis] = high[axis] if side in ("right", "front", "top") else low[axis]
        first, second = (k for k in range(3) if k != axis)
        at[first] += radius_mm * math.cos(turn)
        at[second] += radius_mm * math.sin(turn)
        points.append((float(at[0]), float(at[1]), float(at[2])))
    return points


def hollow_of(piece: Piece) -> Hollow:
    """The way out of a hollow part's core, which it must have."""
    assert piece.core is not None
    opening = piece.part.opening
    side: Side = opening.side if opening is not None else "under"
    _, core = _across_mm(piece.core.bounds, side)
    narrow, _ = _across_mm(piece.solid.bounds, side)
    least = min(core + CLEAR_MM, max(LEAST_OPENING_MM, IN_PIECES * core))
    across = opening.across_mm if opening is not None else 0.0
    return Hollow(
        part=piece.part.id,
        label=piece.part.label,
        side=side,
        across_mm=across,
        whole_mm=core + CLEAR_MM,
        least_mm=least,
        bridge_mm=(narrow - across) / 2,
        comes_out=across >= least,
        whole=across >= core + CLEAR_MM,
        rim=_rim(piece.solid.bounds, side, across / 2) if across > 0 else [],
        pull_below_c=HANDLE_C,
    )


def hollows(work: Workpiece) -> list[Hollow]:
    """Every part whose core is pulled."""
    return [hollow_of(piece) for piece in work.clay_pieces if is_hollow(work, piece)]


def hollow_findings(found: list[Hollow]) -> list[Finding]:
    """What is wrong with the ways out."""
    told = []
    for row in found:
        best = _advised(row)
        ways = [
            fix(
                said("bulk.open_it", best_mm=best, where=_WORDS[row.side]),
                (
                    f"part/{row.part}/opening",
                    {"side": row.side, "across_mm": math.floor(best * 10) / 10},
                ),
            )
        ]
        keep = fix(said("bulk.leave_the_foil_in"), (f"part/{row.part}/core", "foil"))
        if row.across_mm <= 0:
            told.append(
                Finding(
                    id="bulk.opening.missing",
                    station="bulk",
                    severity="warn",
                    subject=row.part,
                    title=said("bulk.opening.missing", row=row.label),
                    reason=said("bulk.opening.missing.why"),
                    numbers={"least_mm": row.least_mm, "whole_mm": row.whole_mm},
                    fixes=[*ways, keep],
                )
            )
        elif not row.comes_out:
            told.append(
                Finding(
                    id="bulk.opening.narrow",
                    station="bulk",
                    severity="stop",
                    subject=row.part,
                    title=said("bulk.opening.narrow", row=row.label, across_mm=row.across_mm),
                    reason=said("bulk.opening.narrow.why"),
                    numbers={"across_mm": row.across_mm, "least_mm": row.least_mm},
                    fixes=[*ways, keep],
                )
            )
        if row.across_mm > 0 and row.bridge_mm < LEAST_BRIDGE_MM:
            told.append(
                Finding(
                    id="bulk.bridge.thin",
                    station="bulk",
                    severity="warn",
                    subject=row.part,
                    title=said(
                        "bulk.bridge.thin", row=row.label, bridge_mm=max(0.0, row.bridge_mm)
                    ),
                    reason=said("bulk.bridge.thin.why"),
                    numbers={"bridge_mm": row.bridge_mm, "least_mm": LEAST_BRIDGE_MM},
                    fixes=ways if row.across_mm > best + 0.05 else [keep],
                )
            )
    return told


_WORDS: dict[Side, Text] = {
    "under": said("bulk.from_under"),
    "top": said("bulk.from_the_top"),
    "back": said("bulk.at_the_back"),
    "front": said("bulk.in_front"),
    "right": said("bulk.on_the_right"),
    "left": said("bulk.on_the_left"),
}


def _advised(row: Hollow) -> float:
    """As wide as the core comes out of whole, or as the clay beside it allows."""
    breadth = row.across_mm + 2 * row.bridge_mm
    return max(row.least_mm, min(row.whole_mm, breadth - 2 * LEAST_BRIDGE_MM))
