"""Each part of the figure as the oven sees it: its half axes and what air touches of it, over foil or solid."""

from __future__ import annotations

import math
from dataclasses import replace

from windcrest_core.bake.heat import AIR_H_W_M2K, WALL, HeatBody
from windcrest_core.bake.real_body import (
    Extent,
    box,
    ellipsoid,
    exponent,
    frustum,
    round_cone,
    tube,
)
from windcrest_core.body.bent_solids import CoilSolid
from windcrest_core.body.cloth import CloseSolid, HangingSolid
from windcrest_core.body.figure import Piece
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.masses import core_density_g_cm3
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid, RoundConeSolid, Solid
from windcrest_core.body.workpiece import Workpiece

ROUND_MM = 0.25
MOST_CORE_MM = 20.0  # of foil under a wall, that heat still finds
MOST_JOINED = 0.6  # of a body's surface, however much of it others cover [A]


def _rounded(mm: float) -> float:
    return max(ROUND_MM, round(mm / ROUND_MM) * ROUND_MM)


def extent_of(solid: Solid) -> Extent:
    """The half axes, volume and surface that heat sees of a solid."""
    match solid:
        case EllipsoidSolid():
            return ellipsoid(*solid.semi_axes)
        case BoxSolid():
            return box(*solid.half_sizes)
        case FrustumSolid():
            return frustum(solid.r1, solid.r2, solid.h, solid.depth)
        case RoundConeSolid():
            return round_cone(solid.r1, solid.r2, solid.h, solid.depth, solid.volume_mm3)
        case CoilSolid():
            return tube(solid.greatest_thickness_mm / 2, solid.volume_mm3)
    _, half = solid.half_extents
    return box(*(max(ROUND_MM, float(size)) for size in half))


def _joined_mm2(work: Workpiece, piece: Piece) -> float:
    """Faces that air does not touch: a section of the thinner at each joint with what it is one body with."""
    carries = [work.joined_to(piece), *work.carried_by.get(piece.part.id, [])]
    return sum(
        math.pi / 4 * min(_section(piece), _section(other), key=lambda pair: pair[0])[1]
        for other in carries
        if other is not None and other.part.of_the_body and piece.part.of_the_body
    )


def _section(piece: Piece) -> tuple[float, float]:
    """Least thickness of a part, mm, and that times its greatest, mm²."""
    least = piece.solid.thickness_mm
    return least, least * piece.solid.greatest_thickness_mm


def heat_body(work: Workpiece, piece: Piece, h: float | None = None) -> HeatBody:
    """A part as heat sees it; what lies flat on a cored part adds to that part's wall.

    Parameters
    ----------
    h : film of air about it, W/m²K; that of the House rules' oven where none is given.
    """
    film = AIR_H_W_M2K[work.context.rules.oven.air] if h is None else h
    rho = core_density_g_cm3(piece.part, work.packed_g_cm3) * 1000
    if isinstance(piece.solid, HangingSolid):
        return _hanging_body(piece, piece.solid, rho)
    under = piece.part.lies_on
    if under is not None and piece.core is None and not piece.part.apart:
        below = work.figure.piece(under)
        skin = work.skin_mm(piece, below)
        if below.core is not None and skin is not None:
            core = min(MOST_CORE_MM, below.core.greatest_thickness_mm / 2)
            return HeatBody(WALL, _rounded(below.wall_mm + skin), _rounded(core), rho)
    if isinstance(piece.solid, CloseSolid):
        return _over_solid(work, piece, piece.solid, film)
    extent = extent_of(piece.solid)
    joined = min(_joined_mm2(work, piece), MOST_JOINED * extent.area_mm2)
    in_air = replace(extent, area_mm2=extent.area_mm2 - joined)
    clay = min(piece.wall_mm, extent.a - ROUND_MM) if piece.core is not None else extent.a
    m = round(exponent(in_air, clay, film), 2)
    if piece.core is None:
        return HeatBody(m, _rounded(extent.a))
    return HeatBody(m, _rounded(clay), _rounded(extent.a - clay), rho)


def _over_solid(work: Workpiece, piece: Piece, skin: CloseSolid, film: float) -> HeatBody:
    """A skin over what has no core: the whole of both, as thick as they are."""
    over = work.figure.piece(piece.part.meeting.hosts[0]).solid
    extent = extent_of(over)
    half = extent.a + skin.t
    m = round(exponent(replace(extent, a=half), half, film), 2)
    return HeatBody(m, _rounded(half))


def _hanging_body(piece: Piece, cloth: HangingSolid, rho: float) -> HeatBody:
    """Air reaches both faces of what is open, one of what is closed or hangs over foil."""
    if piece.core is not None:
        under = min(MOST_CORE_MM, piece.core.greatest_thickness_mm / 2)
        return HeatBody(WALL, _rounded(cloth.greatest_thickness_mm), _rounded(under), rho)
    faces = 2 if cloth.open_below else 1
    return HeatBody(WALL, _rounded(cloth.greatest_thickness_mm / faces))


def rule_thickness_mm(work: Workpiece, piece: Piece) -> float:
    """Thickness a label speaks of: the wall over a core, else right through, mm."""
    if piece.core is not None:
        return piece.wall_mm
    if piece.part.lies_on is not None:
        skin = work.skin_mm(piece, work.figure.piece(piece.part.lies_on))
        if skin is not None:
            return skin
    return piece.solid.greatest_thickness_mm
