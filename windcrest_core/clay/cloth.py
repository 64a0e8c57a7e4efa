"""Cloth as it is cut: the blank of each piece, with what its seam and hem take."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from windcrest_core.body.axes import along, axis
from windcrest_core.body.cloth import CloseSolid, ClothSolid, HangingSolid
from windcrest_core.body.figure import Piece, folded
from windcrest_core.body.folds import Gathered
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import Solid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.clay.gores import from_above
from windcrest_core.clay.tube_patterns import Flat, flats, rough_flats
from windcrest_core.kept import PER_PART
from windcrest_core.names import listed
from windcrest_core.sheet.forms import Hangs

OVERLAP_MM = 4.0  # least for a seam [A]
OVERLAP_T = 1.5  # thicknesses [A]
ARC = 97  # points of an edge of a skirt in folds
LOOKS = 12  # along what may be under cloth
SLEEVES = {
    "shoulder": "upper sleeve",
    "elbow": "lower sleeve",
    "hip": "leg",
    "knee": "lower leg",
}
SPARE = 1.1  # of a close skin's height, to be trimmed on the body [A]


@dataclass(frozen=True)
class Blank:
    """A rectangle to cut out of a rolled sheet, mm, and how thick that is; trimmed on the body. The name of the piece
    it is for is empty where there is one; `joined` is whether it meets itself or another."""

    long_mm: float
    broad_mm: float
    thick_mm: float
    name: str = ""
    joined: bool = True


def seam_mm(thick_mm: float) -> float:
    """What lies on one another where a sheet meets itself, mm."""
    return max(OVERLAP_MM, OVERLAP_T * thick_mm)


def over_clay(work: Workpiece, piece: Piece) -> list[Piece]:
    """All of clay that cloth lies over and that is there when it is put on; what is delicate comes out through it."""
    solid = piece.solid
    if not isinstance(solid, CloseSolid | HangingSolid):
        return []
    return [
        other
        for other in work.clay_pieces
        if solid.lies_over(other.solid)
        and not (other.part.assembled or other.part.delicate)
        and other is not piece
        and _covers(solid, other.solid)
    ]


@lru_cache(maxsize=PER_PART)
def _covers(cloth: ClothSolid, other: Solid) -> bool:
    """Whether anything along the middle of another solid is within cloth."""
    x, y, z = along(axis(other), 0.0, 1.0, LOOKS).astype(np.float32).T
    return bool((cloth.outer(x, y, z) < 0).any())


def blanks(piece: Piece) -> list[Blank]:
    """The rectangles a piece of cloth is cut from: each with a pattern of a hanging sheet in it, the body first; of a
    close skin its way round by its height."""
    match piece.solid:
        case HangingSolid() as cloth:
            return [_round(row, cloth.t) for row in named(piece, cloth, rough_flats(cloth))]
        case CloseSolid() as skin:
            return [_of_skin(skin)]
    return []


def alike(found: list[Blank]) -> list[Blank]:
    """Blanks of one size said once, by all their names."""
    groups: dict[tuple[int, int], list[Blank]] = {}
    for blank in found:
        groups.setdefault((round(blank.long_mm), round(blank.broad_mm)), []).append(blank)
    return [
        replace(group[0], name=listed([blank.name for blank in group]) if group[0].name else "")
        for group in groups.values()
    ]


def cut_flat(piece: Piece, cloth: HangingSolid) -> list[Flat]:
    """Its pieces laid flat, sleeves by the limb they are on, with what is cut out of them."""
    return named(piece, cloth, flats(cloth))


def named(piece: Piece, cloth: HangingSolid, found: list[Flat]) -> list[Flat]:
    """Sleeves by the limb they are on; a skirt in folds as it is cut instead of as it is drawn."""
    form = piece.part.form
    if isinstance(form, Hangs) and (falls := folded(form, cloth.tubes[0])) is not None:
        bodies = len(found) - len(cloth.tubes) + 1
        return [*_in_folds(cloth, falls), *found[bodies:]]
    bones = [sleeve.bone for sleeve in form.sleeves] if isinstance(form, Hangs) else []
    bodies = len(found) - len(bones)
    sleeves = zip(found[bodies:], bones, strict=True)
    return [
        *found[:bodies],
        *(replace(flat, name=_sleeve_name(bone)) for flat, bone in sleeves),
    ]


def _in_folds(cloth: HangingSolid, falls: Gathered) -> list[Flat]:
    """A skirt that is cut wider than it hangs: pieces of half a circle at most, all alike."""
    body = cloth.tubes[0]
    count = max(1, math.ceil(falls.angle_rad / math.pi - 1e-9))
    turn = np.linspace(-falls.angle_rad / count / 2, falls.angle_rad / count / 2, ARC)
    ring = np.column_stack([np.sin(turn), np.cos(turn)])
    fold = max(body.folds)
    inner, outer = ring * falls.inner_mm, ring * (falls.outer_mm + fold)
    foot, top = (inner, outer) if body.r1 <= body.r2 else (outer * [1, -1], inner * [1, -1])
    return [Flat("" if count == 1 else f"piece {n + 1}", foot, top) for n in range(count)]


def _sleeve_name(bone: str) -> str:
    """What a tube on a bone is called."""
    limb, side = (bone[:-2], bone[-1]) if bone[-2:] in ("_r", "_l") else (bone, "")
    sided = {"r": "right ", "l": "left ", "": ""}[side]
    return f"{sided}{SLEEVES.get(limb, f'{limb} piece')}"


def _round(flat: Flat, thick_mm: float) -> Blank:
    """The least rectangle with its foot level, and room for its seam."""
    points = np.concatenate([flat.foot, flat.top])
    way = flat.foot[-1] - flat.foot[0]
    c, s = way / max(float(np.hypot(*way)), 1e-9)
    long, broad = np.ptp(points @ np.array([[c, -s], [s, c]]), axis=0)
    seam = seam_mm(thick_mm)
    room = seam if flat.joined else seam / 2  # to trim, where it meets nothing
    return Blank(float(long) + room, float(broad) + seam / 2, thick_mm, flat.name, flat.joined)


def _of_skin(skin: CloseSolid) -> Blank:
    """As high as it is along its region, and as long as its area then needs; of what goes over a round form from above,
    its square."""
    cap = from_above(skin)
    if cap is not None:
        side = 2 * SPARE * float(cap.along_mm(cap.radius_mm)[-1])
        return Blank(side, side, skin.t)
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
