"""Flat outlines of clay that is laid as a sheet, at true size: what lies on a form, unrolled.

A cylinder and a cone unroll exactly; what is oval is unrolled strip by strip. What is curved both
ways is cut into gores, and how much their edges have to give is said.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Any, Literal

import numpy as np

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.cloth import CloseSolid, HangingSolid
from windcrest_core.body.figure import Piece
from windcrest_core.body.folds import round_as
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import EllipsoidSolid, RoundConeSolid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.clay.cloth import cut_flat, seam_mm
from windcrest_core.clay.gores import GORES, THINS, Cap, cap_of, disc, draped, gore, gores_for
from windcrest_core.clay.portions import FLAT, cloth_setting, sheet_setting
from windcrest_core.clay.unrolling import ROUND, developed, sector
from windcrest_core.facts import Frozen
from windcrest_core.sheet.parts import Part

THICK = 0.6  # times its radius: thicker, it is a lump and no sheet [A]
SHORT = 0.4  # times its radius: shorter, it is a cap and no sleeve [A]
GLUED_MM = 6.0  # of card or felt lie on one another at a seam [A]
LEAST_MM = 3.0  # of breadth, to be worth a pattern

Kind = Literal["sheet", "sleeve", "cloth", "gores", "disc"]
Points = list[tuple[float, float]]


class Pattern(Frozen):
    """Outline of one piece, mm, its lower left at nought; `seam` is the line its other edge comes
    to where it overlaps. `stretch_percent` is what edges of gores give when they are pressed to, or the edge of a disc;
    `square_mm` is the side of a square that may be draped there instead, in a fold of `fold_mm` a corner. `bought` is
    what sheet it is cut from where that is not clay, without a setting, `scores` where that is scored to bend, and
    `grams` what it weighs then."""

    part: str
    label: str
    side: Literal["left", "right", "mid"]
    kind: Kind
    count: int
    outline: Points
    seam: Points
    holes: list[Points] = []
    scores: list[Points] = []
    thickness_mm: float
    overlap_mm: float
    stretch_percent: float = 0.0
    square_mm: float = 0.0
    fold_mm: float = 0.0
    setting: int
    layers: int
    bought: str = ""
    grams: float | None = None

    @property
    def size_mm(self) -> tuple[float, float]:
        xs, ys = zip(*self.outline, strict=True)
        return max(xs), max(ys)


def _sleeve(r1: float, r2: float, height: float, depth: float) -> tuple[Array, Array]:
    if abs(depth - 1) < 1e-6:
        return sector(r1, r2, height)
    turns = np.linspace(0, 2 * math.pi, 4 * ROUND + 1)
    ring = np.column_stack([np.cos(turns), depth * np.sin(turns), 0 * turns])
    return developed(ring * r1, ring * r2 + np.array([0, 0, height]))


def _placed(
    foot: Array, top: Array, overlap: float, inner: Sequence[Array] = ()
) -> tuple[Points, Points, list[Points]]:
    """Outline with the overlap added past the last ruling, where the first edge comes to, and lines in it.

    It is turned until the ends of its foot are level.
    """
    chord = foot[-1] - foot[0]
    c, s = chord / max(float(np.linalg.norm(chord)), 1e-9)
    level = np.array([[c, -s], [s, c]])
    foot, top = foot @ level, top @ level
    if overlap <= 0:
        whole = np.concatenate([foot, top[::-1]])
        low = whole.min(axis=0)
        return _points(whole - low), [], [_points(line @ level - low) for line in inner]
    last_foot, last_top = foot[-1] - foot[-2], top[-1] - top[-2]
    mean = (np.linalg.norm(last_foot) + np.linalg.norm(last_top)) / 2
    more = overlap / max(float(mean), 1e-9)
    foot_end, top_end = foot[-1] + last_foot * more, top[-1] + last_top * more
    # it lies under what the piece begins with, and is as high as that is there
    from_start = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(foot, axis=0), axis=1))])
    high = float(np.interp(overlap, from_start, np.linalg.norm(top - foot, axis=1)))
    up = top_end - foot_end
    top_end = foot_end + up * high / max(float(np.linalg.norm(up)), 1e-9)
    outline = np.concatenate([foot, [foot_end], [top_end], top[::-1]])
    low = outline.min(axis=0)
    seam = np.array([foot[-1], top[-1]])
    return (
        _points(outline - low),
        _points(seam - low),
        [_points(line @ level - low) for line in inner],
    )


def _points(rows: Array) -> Points:
    return [(round(float(x), 3), round(float(y), 3)) for x, y in rows]


def _thickness_mm(work: Workpiece, piece: Piece) -> float:
    """The wall over a core; else the clay of the part laid round its form."""
    solid = piece.solid
    if piece.core is not None:
        return piece.wall_mm
    assert isinstance(solid, RoundConeSolid | FrustumSolid)
    area = math.pi * (solid.r1 + solid.r2) * math.hypot(solid.h, solid.r1 - solid.r2)
    return work.shares[piece.part.id].skin_mm3 / area


def _made(
    part: Part, kind: Kind, outline: Points, thick_mm: float, rolled: tuple[int, int], **more: Any
) -> Pattern:
    setting, layers = rolled
    return Pattern(
        **{"label": part.label, "count": 1, "seam": [], "overlap_mm": 0.0, **more},
        part=part.id,
        side=part.side,
        kind=kind,
        outline=outline,
        thickness_mm=thick_mm,
        setting=setting,
        layers=layers,
    )


def _pattern_of(work: Workpiece, piece: Piece) -> Pattern | None:
    part, solid = piece.part, piece.solid

    def made(kind: Kind, outline: Points, thick: float, **more: Any) -> Pattern:
        rolled = sheet_setting(thick, work.context.rules.sheet_settings_mm)
        return _made(part, kind, outline, thick, rolled, **more)

    match solid:
        case SheetSolid():
            flat = np.asarray(solid.outline_xz)
            return made("sheet", _points(flat - flat.min(axis=0)), solid.t)
        case EllipsoidSolid():
            a, b, c = sorted(solid.semi_axes)
            if a < FLAT * b:
                turns = np.linspace(0, 2 * math.pi, ROUND, endpoint=False)
                ring = np.column_stack([b * np.cos(turns), c * np.sin(turns)]) + np.array([b, c])
                return made("disc", _points(ring), 2 * a)
            if piece.core is None:
                return None
            x, y, z = (s - piece.wall_mm / 2 for s in solid.semi_axes)
            lens, stretch = gore(Cap((x, y, z)))
            outline = _points(lens - lens.min(axis=0))
            return made("gores", outline, piece.wall_mm, count=GORES, stretch_percent=stretch)
        case RoundConeSolid() | FrustumSolid():
            if piece.core is None and part.lies_on is None:
                return None
            if solid.h < SHORT * max(solid.r1, solid.r2):
                return None
            thick = _thickness_mm(work, piece)
            r1, r2 = solid.r1 - thick / 2, solid.r2 - thick / 2
            if min(r1, r2) < 0.5 or not 0 < thick < THICK * max(solid.r1, solid.r2):
                return None
            overlap = seam_mm(thick)
            outline, seam, _ = _placed(*_sleeve(r1, r2, solid.h, solid.depth), overlap)
            return made("sleeve", outline, thick, seam=seam, overlap_mm=overlap)
    return None


def _of_cloth(work: Workpiece, piece: Piece, cloth: HangingSolid) -> list[Pattern]:
    """The pieces a hanging sheet is cut from, in the order they are put on: sleeves first."""
    part = piece.part
    rolled = cloth_setting(cloth.t, work.context.rules.sheet_settings_mm)
    overlap = seam_mm(cloth.t)
    cut = cut_flat(piece, cloth)
    bodies = len(cut) - len(cloth.tubes) + 1  # sleeves come after them
    found = []
    for flat in [*cut[bodies:], *cut[:bodies]]:
        over = overlap if flat.joined else 0.0
        outline, seam, holes = _placed(flat.foot, flat.top, over, flat.holes)
        label = f"{part.label}, {flat.name}" if flat.name else part.label
        more = {"label": label, "seam": seam, "holes": holes, "overlap_mm": over}
        found.append(_made(part, "cloth", outline, cloth.t, rolled, **more))
    return found


def _of_skin(work: Workpiece, piece: Piece, skin: CloseSolid) -> list[Pattern]:
    """A close skin over one form, laid flat: over what is straight its middle, as high as its clay then comes to; over
    what is round both ways a disc or gores. Over several it is trimmed on the body."""
    part, form = piece.part, skin.forms[0]
    rolled = cloth_setting(skin.t, work.context.rules.sheet_settings_mm)
    cap = cap_of(skin)
    if cap is not None:
        return [_of_cap(part, skin, cap, rolled)]
    if len(skin.forms) > 1 or not isinstance(form, RoundConeSolid | FrustumSolid) or form.h < 1e-6:
        return []
    corners = skin.region.origin + skin.region.frame @ skin.region.half_extents[0]
    reach = float(np.abs(form.frame[:, 2] @ skin.region.frame) @ skin.region.half_extents[1])
    middle = float((corners - form.origin) @ form.frame[:, 2])
    low, high = max(0.0, middle - reach), min(form.h, middle + reach)
    r1, r2 = (form.r1 + (form.r2 - form.r1) * z / form.h + skin.t / 2 for z in (low, high))
    if high - low < LEAST_MM:
        return []
    deep = (form.r1 + form.r2) / 2
    depth = (deep * form.depth + skin.t / 2) / (deep + skin.t / 2)
    overlap = seam_mm(skin.t)
    slant = skin.area_mm2 / (math.pi * (r1 + r2) * round_as(depth))
    tall = math.sqrt(max(1.0, slant**2 - (r1 - r2) ** 2))
    outline, seam, _ = _placed(*_sleeve(r1, r2, tall, depth), overlap)
    return [_made(part, "cloth", outline, skin.t, rolled, seam=seam, overlap_mm=overlap)]


def _of_cap(part: Part, skin: CloseSolid, cap: Cap, rolled: tuple[int, int]) -> Pattern:
    """A disc where that is pressed on; else gores, with the square that may be draped instead."""
    pressed = disc(cap)
    if pressed is not None and pressed[1] <= THINS:
        ring, percent = pressed
        flat = _points(ring - ring.min(axis=0))
        return _made(part, "disc", flat, skin.t, rolled, stretch_percent=percent)
    count = gores_for(cap)
    lens, percent = gore(cap, count)
    square = draped(cap)
    more = {"square_mm": square.side_mm, "fold_mm": square.fold_mm} if square is not None else {}
    flat = _points(lens - lens.min(axis=0))
    return _made(part, "gores", flat, skin.t, rolled, count=count, stretch_percent=percent, **more)


def _patterns_of(work: Workpiece, piece: Piece) -> list[Pattern]:
    if isinstance(piece.solid, HangingSolid):
        return _of_cloth(work, piece, piece.solid)
    if isinstance(piece.solid, CloseSolid):
        return _of_skin(work, piece, piece.solid)
    found = _pattern_of(work, piece)
    return [] if found is None else [found]


def _is_bought_sheet(piece: Piece) -> bool:
    return piece.part.stock is not None and isinstance(piece.solid, SheetSolid | HangingSolid)


def _bought(work: Workpiece, piece: Piece) -> list[Pattern]:
    """Card, foam, felt, clear sheet, mesh: what to cut out of it, and what that weighs."""
    part, solid = piece.part, piece.solid
    assert part.stock is not None
    bought = catalogue().stock_materials[part.stock].label
    grams = work.masses[part.id].total_g
    if isinstance(solid, SheetSolid):
        corners = np.asarray(solid.outline_xz)
        outline = _points(corners - corners.min(axis=0))
        return [_made(part, "sheet", outline, solid.t, (0, 1), bought=bought, grams=grams)]
    assert isinstance(solid, HangingSolid)
    pieces = cut_flat(piece, solid)
    whole = sum(flat.area_mm2 for flat in pieces)
    overlap = max(GLUED_MM, seam_mm(solid.t))
    found = []
    for flat in pieces:
        over = overlap if flat.joined else 0.0
        outline, seam, inner = _placed(flat.foot, flat.top, over, [*flat.holes, *flat.valleys])
        row = _made(
            part,
            "cloth",
            outline,
            solid.t,
            (0, 1),
            label=f"{part.label}, {flat.name}" if flat.name else part.label,
            seam=seam,
            holes=inner[: len(flat.holes)],
            scores=inner[len(flat.holes) :],
            overlap_mm=over,
            bought=bought,
            grams=grams * flat.area_mm2 / whole,
        )
        found.append(row)
    return found


def patterns(work: Workpiece) -> list[Pattern]:
    """A flat outline of every part whose clay is laid as a sheet, and of what is cut out of bought sheet."""
    found = [row for piece in work.clay_pieces for row in _patterns_of(work, piece)]
    found += [
        row
        for piece in work.figure.pieces
        if _is_bought_sheet(piece)
        for row in _bought(work, piece)
    ]
    return [row for row in found if min(row.size_mm) >= LEAST_MM]
