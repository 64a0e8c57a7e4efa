"""What goes through the side of hanging cloth, and the slit that lets it out."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.axes import along, axis
from windcrest_core.body.cloth import HangingSolid, TubeSolid
from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import Solid
from windcrest_core.sheet.forms import Slit

LOOKS = 40  # places along what may come through
ROOM_DEG = 6.0  # on either side of it [A]
DRAPED_OVER = ("hip", "knee", "ankle", "ball")  # legs: cloth falls over them however they bend


def slits_for(figure: Figure, worn: Piece) -> dict[str, Slit]:
    """The slits that a hanging part lacks, by the part each lets out: what begins within it and ends outside. One
    that is let out by another's has none."""
    cloth = worn.solid
    if not isinstance(cloth, HangingSolid):
        return {}
    may = [other for other in figure.pieces if _may_come_out(worn, cloth, other)]
    if not may:
        return {}
    ends = np.array([_from_its_root(figure, other)[-1] for other in may], dtype=np.float32)
    out = cloth.outer(*ends.T) > 0
    found: dict[str, Slit] = {}
    for other, ends_outside in zip(may, out, strict=True):
        if not ends_outside:
            continue
        slit = slit_for(cloth, cloth.tubes[0], other.solid, _from_its_root(figure, other))
        if slit is not None and not any(_within(slit, row) for row in found.values()):
            found[other.part.id] = slit
    return found


def _may_come_out(worn: Piece, cloth: HangingSolid, other: Piece) -> bool:
    """Whether a part is under cloth, and neither a leg it falls over nor the trunk."""
    part = other.part
    draped = part.bone.split("_")[0] in DRAPED_OVER or part.girth == "trunk"
    if draped or part.id in worn.part.meeting.hosts:
        return False
    return cloth.lies_over(other.solid)


def _from_its_root(figure: Figure, piece: Piece) -> Array:
    """Places along a part, (n, 3) mm, from the end that is nearer to where its bone begins."""
    points = along(axis(piece.solid), 0.0, 1.0, LOOKS).astype(np.float32)
    root = figure.bones[piece.part.bone].start
    back = np.linalg.norm(points[-1] - root) < np.linalg.norm(points[0] - root)
    return np.asarray(points[::-1] if back else points)


def _within(a: Slit, b: Slit) -> bool:
    """Whether one is let out where another is already."""
    off = abs((a.middle_deg - b.middle_deg + 180.0) % 360.0 - 180.0)
    return off < b.wide_deg / 2


def slit_for(cloth: HangingSolid, body: TubeSolid, other: Solid, points: Array) -> Slit | None:
    """The slit that lets a solid out of a tube, from where it crosses to the nearer end; None where it does not go
    through, or goes where something is left open.

    Parameters
    ----------
    points : (n, 3) along it, from its root, mm.
    """
    x, y, z = points.T
    inside = body.hollow(x, y, z) < 0
    outside = cloth.outer(x, y, z) > 0
    own = (points - body.origin) @ body.frame
    beside = (own[:, 2] > 0) & (own[:, 2] < body.h)
    begins, ends = inside[: LOOKS // 2].any(), bool(outside[-1])
    if not begins or not ends or not (outside & beside).any():
        return None
    last = np.nonzero(inside)[0][-1]
    crossing = min(np.nonzero(outside & beside)[0], key=lambda k: abs(k - last))
    at = float(own[crossing, 2])
    angle = math.atan2(body.left * own[crossing, 0], own[crossing, 1] / body.depth)
    open_there = any(
        cut.low < at < cut.high
        and abs((angle - cut.middle + math.pi) % (2 * math.pi) - math.pi) < cut.half
        for cut in body.cuts
    )
    if open_there:
        return None
    radius = max(1.0, float(np.hypot(own[crossing, 0], own[crossing, 1])))
    half = math.degrees(math.asin(min(1.0, other.greatest_thickness_mm / 2 / radius))) + ROOM_DEG
    share = at / body.h
    up = other.greatest_thickness_mm / 2 / body.h
    low, high = (max(0.0, share - up), 1.0) if share > 0.5 else (0.0, min(1.0, share + up))
    if body.open_ends[1] and not body.open_ends[0]:
        low, high = max(0.0, share - up), 1.0
    return Slit(
        middle_deg=round(math.degrees(angle), 0),
        wide_deg=round(min(180.0, 2 * half), 0),
        from_share=round(low, 2),
        to_share=round(high, 2),
    )
