"""Each part of the figure as the oven sees it: a wall, a limb or a ball, over foil or solid."""

from __future__ import annotations

import math

from windcrest_core.bake.heat import HeatBody, HeatShape
from windcrest_core.body.bent_solids import CoilSolid
from windcrest_core.body.figure import Piece
from windcrest_core.body.masses import core_density_g_cm3
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid, RoundConeSolid, Solid
from windcrest_core.body.workpiece import Workpiece

ROUND_MM = 0.25


def _rounded(mm: float) -> float:
    return max(ROUND_MM, round(mm / ROUND_MM) * ROUND_MM)


def _radius(solid: Solid) -> tuple[HeatShape, float]:
    """Nearest of wall, limb and ball, and half its thickness where it is thickest, mm."""
    match solid:
        case RoundConeSolid():
            radius = max(solid.r1, solid.r2) * math.sqrt(solid.depth)
            return ("limb" if solid.h > radius else "ball"), radius
        case CoilSolid():
            return "limb", solid.greatest_thickness_mm / 2
        case EllipsoidSolid():
            a, b, c = sorted(solid.semi_axes)
        case BoxSolid():
            a, b, c = sorted(solid.half_sizes)
        case _:
            return "wall", solid.greatest_thickness_mm / 2
    if c < 1.6 * a:
        return "ball", (a * b * c) ** (1 / 3)
    if b < 1.6 * a:
        return "limb", math.sqrt(a * b)
    return "wall", a


def heat_body(work: Workpiece, piece: Piece) -> HeatBody:
    """A part as heat sees it; what lies flat on a cored part adds to that part's wall."""
    shape, radius = _radius(piece.solid)
    rho = core_density_g_cm3(piece.part, work.packed_g_cm3) * 1000
    under = piece.part.lies_on
    if under is not None and piece.core is None and not piece.part.apart:
        below = work.figure.piece(under)
        skin = work.skin_mm(piece, below)
        if below.core is not None and skin is not None:
            core = min(20.0, below.core.greatest_thickness_mm / 2)
            return HeatBody("wall", _rounded(below.wall_mm + skin), _rounded(core), rho)
    if piece.core is None:
        return HeatBody(shape, _rounded(radius))
    clay = min(piece.wall_mm, radius - ROUND_MM)
    return HeatBody(shape, _rounded(clay), _rounded(radius - clay), rho)


def rule_thickness_mm(work: Workpiece, piece: Piece) -> float:
    """Thickness a label speaks of: the wall over a core, else right through, mm."""
    if piece.core is not None:
        return piece.wall_mm
    if piece.part.lies_on is not None:
        skin = work.skin_mm(piece, work.figure.piece(piece.part.lies_on))
        if skin is not None:
            return skin
    return piece.solid.greatest_thickness_mm
