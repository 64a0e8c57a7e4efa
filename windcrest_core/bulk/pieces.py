"""Each core as a thing to make: a ball or a sleeve, what it takes off the roll, how to check it."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from windcrest_core.body.mesh import mesh_of
from windcrest_core.body.solids import Solid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.kept import PER_PART

CRUMPLED_G_CM3 = 0.06  # foil crumpled loosely in the hand [A]
TAPE_MM = 24.0
TAPE_OVERLAP = 1.2  # of the core's surface [A]
SLEEVE = 1.6  # times as long as thick: laid round the wire and not put on it


class CorePiece(Frozen):
    """A core to make. `girths_mm` are round its thickest place after each squeeze, the last as it
    is to be; each squeeze halves its volume. `order` counts from the middle of the body outwards."""

    shape: Text
    length_mm: float
    across_mm: float
    girths_mm: list[float]
    tape_cm2: float
    tape_mm: float
    order: int


def squeezes(girth_mm: float, packed_g_cm3: float, sleeve: bool) -> list[float]:
    """Girth after each squeeze, mm, from loosely crumpled to packed, when it is `girth_mm`.

    A ball draws in every way, a sleeve only round: its girth goes with the square root of its
    volume.

    Examples
    --------
    >>> [round(g) for g in squeezes(94, 0.48, False)]
    [149, 118, 94]
    """
    power = 1 / 2 if sleeve else 1 / 3
    times = max(1, math.ceil(math.log2(packed_g_cm3 / CRUMPLED_G_CM3)))
    return [girth_mm * 2 ** ((times - 1 - n) * power) for n in range(times)]


def girth_mm(breadth_mm: float, depth_mm: float) -> float:
    """Round an ellipse, mm (Ramanujan's approximation, exact for a circle).

    Examples
    --------
    >>> round(girth_mm(30, 30), 2), round(girth_mm(40, 20), 1)
    (94.25, 96.9)
    """
    a, b = breadth_mm / 2, depth_mm / 2
    return math.pi * (3 * (a + b) - math.sqrt((3 * a + b) * (a + 3 * b)))


@lru_cache(maxsize=PER_PART)
def surface_mm2(solid: Solid) -> float:
    """Area of a solid's surface, of its triangles."""
    points, faces = mesh_of(solid)
    a, b, c = (points[faces[:, k]] for k in range(3))
    return float(np.linalg.norm(np.cross(b - a, c - a), axis=1).sum() / 2)


def build_order(work: Workpiece) -> dict[str, int]:
    """Cored parts from the middle of the body outwards, and what lies under before what lies over."""
    depth: dict[str, int] = {}
    for joint, bone in work.figure.bones.items():
        depth[joint] = 0 if bone.parent is None else depth[bone.parent] + 1
    cored = [piece for piece in work.figure.pieces if piece.core is not None]
    cored.sort(key=lambda piece: (piece.part.layer, depth[piece.part.bone]))
    return {piece.part.id: n + 1 for n, piece in enumerate(cored)}


def core_piece(core: Solid, packed_g_cm3: float, wired: bool, taped: bool, order: int) -> CorePiece:
    """What a core is made as.

    Parameters
    ----------
    wired : a run goes along its bone, so it is wound round that.
    """
    _, half = core.half_extents
    length, across = 2 * float(half.max()), core.greatest_thickness_mm
    long = length > SLEEVE * across
    sleeve = wired and long and float(half[2]) >= float(half.max())
    small, middle = sorted(2 * float(h) for h in half)[:2]
    area = surface_mm2(core) * TAPE_OVERLAP / 100 if taped else 0.0
    return CorePiece(
        shape=said("bulk.sleeve_round_the_wire") if sleeve else "pad" if long else "ball",
        length_mm=length,
        across_mm=across,
        girths_mm=squeezes(girth_mm(middle, small), packed_g_cm3, sleeve),
        tape_cm2=area,
        tape_mm=area * 100 / TAPE_MM,
        order=order,
    )
