"""Cloth as it is cut: the blank of each piece, with what its seam and hem take."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from windcrest_core.body.cloth import CloseSolid, ClothSolid, HangingSolid, TubeSolid
from windcrest_core.body.figure import Piece
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import Solid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.kept import PER_PART

OVERLAP_MM = 4.0  # least for a seam [A]
OVERLAP_T = 1.5  # thicknesses [A]
LOOKS = 10  # along each side of where two boxes meet
SPARE = 1.1  # of a close skin's height, to be trimmed on the body [A]


@dataclass(frozen=True)
class Blank:
    """A rectangle to cut out of a rolled sheet, mm, and how thick that is; trimmed on the body."""

    long_mm: float
    broad_mm: float
    thick_mm: float


def seam_mm(thick_mm: float) -> float:
    """What lies on one another where a sheet meets itself, mm."""
    return max(OVERLAP_MM, OVERLAP_T * thick_mm)


def middle_of(tube: TubeSolid) -> tuple[float, float]:
    """Radii of the middle of its wall at start and end, mm: r − t/(2 cos α)."""
    off = tube.t / 2 / (tube.h / math.hypot(tube.h, tube.r2 - tube.r1))
    return tube.r1 - off, tube.r2 - off


def over_clay(work: Workpiece, piece: Piece) -> list[Piece]:
    """All of clay that cloth lies over and that is there when it is put on; what is delicate comes out through it."""
    solid = piece.solid
    if not isinstance(solid, CloseSolid | HangingSolid):
        return []
    return [
        other
        for other in work.clay_pieces
        if other.solid in solid.under
        and not (other.part.assembled or other.part.delicate)
        and other is not piece
        and _covers(solid, other.solid)
    ]


@lru_cache(maxsize=PER_PART)
def _covers(cloth: ClothSolid, other: Solid) -> bool:
    """Whether anything of another solid is within cloth, where their boxes meet."""
    low, high = (
        pick(a, b)
        for pick, a, b in zip((np.maximum, np.minimum), cloth.bounds, other.bounds, strict=True)
    )
    if np.any(high <= low):
        return False
    x, y, z = (
        (a + (np.arange(LOOKS) + 0.5) / LOOKS * (b - a)).astype(np.float32)
        for a, b in zip(low, high, strict=True)
    )
    grid = x[:, None, None], y[None, :, None], z[None, None, :]
    return bool((np.maximum(cloth.outer(*grid), other.world_distance(*grid)) < 0).any())


def blanks(piece: Piece) -> list[Blank]:
    """The rectangles a piece of cloth is cut from: of each tube the slit-open wall, of a close skin its way round by
    its height."""
    match piece.solid:
        case HangingSolid() as cloth:
            return [_of_tube(tube) for tube in cloth.tubes]
        case CloseSolid() as skin:
            return [_of_skin(skin)]
    return []


def _of_tube(tube: TubeSolid) -> Blank:
    r1, r2 = middle_of(tube)
    slant = math.hypot(tube.h, r1 - r2)
    wide = max(r1, r2) * _oval(tube.depth)
    if abs(r1 - r2) > 1e-6:
        far = slant * max(r1, r2) / abs(r1 - r2)
        angle = wide / far
        high = far - (far - slant) * math.cos(min(angle / 2, math.pi))
        wide = 2 * far * math.sin(min(angle / 2, math.pi / 2))
        slant = max(slant, high)
    return Blank(wide + seam_mm(tube.t), slant + sum(tube.folds), tube.t)


def _oval(depth: float) -> float:
    """Way round an ellipse of half axes 1 and `depth` (Ramanujan)."""
    h = ((1 - depth) / (1 + depth)) ** 2
    return math.pi * (1 + depth) * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h)))


def _of_skin(skin: CloseSolid) -> Blank:
    """As high as it is along its region, and as long as its area then needs."""
    axis = skin.region.frame[:, 2]
    low, high = (float(edge) for edge in _along(skin, axis))
    broad = max(1.0, high - low)
    return Blank(skin.area_mm2 / broad + seam_mm(skin.t), SPARE * broad, skin.t)


def _along(skin: CloseSolid, axis: Array) -> tuple[float, float]:
    """From where to where it reaches along a direction: no further than its region or what it lies over."""

    def reach(solids: tuple[Solid, ...]) -> Array:
        ends = []
        for solid in solids:
            offset, half = solid.half_extents
            middle = solid.origin + solid.frame @ offset
            size = float(np.abs(axis @ solid.frame) @ half)
            ends.append((float(axis @ middle) - size, float(axis @ middle) + size))
        return np.array([min(a for a, _ in ends), max(b for _, b in ends)])

    region, under = reach((skin.region,)), reach(skin.forms)
    return max(region[0], under[0] - skin.t), min(region[1], under[1] + skin.t)
