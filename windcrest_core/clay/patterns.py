"""Flat outlines of clay that is laid as a sheet, at true size: what lies on a form, unrolled.

A cylinder and a cone unroll exactly; what is oval is unrolled strip by strip. What is curved both
ways is cut into gores, and how much their edges have to give is said.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal

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
from windcrest_core.clay.portions import FLAT, cloth_setting, sheet_setting
from windcrest_core.clay.unrolling import ROUND, developed, sector
from windcrest_core.facts import Frozen

GORES = 6
THICK = 0.6  # times its radius: thicker, it is a lump and no sheet [A]
SHORT = 0.4  # times its radius: shorter, it is a cap and no sleeve [A]
LEAST_MM = 3.0  # of breadth, to be worth a pattern

Kind = Literal["sheet", "sleeve", "cloth", "gores", "disc"]
Points = list[tuple[float, float]]


class Pattern(Frozen):
    """Outline of one piece, mm, its lower left at nought; `seam` is the line its other edge comes
    to where it overlaps. `stretch_percent` is what edges of gores give when they are pressed to; `bought` is what sheet it is
    cut from where that is not clay, without a setting, and then what it weighs."""

    part: str
    label: str
    side: Literal["left", "right", "mid"]
    kind: Kind
    count: int
    outline: Points
    seam: Points
    holes: list[Points] = []
    thickness_mm: float
    overlap_mm: float
    stretch_percent: float
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


def gore(semi_axes: tuple[float, float, float], count: int = GORES) -> tuple[Array, float]:
    """One gore of an ellipsoid as a lens, (n, 2) mm, and what its edges give, per cent.

    Its middle is a meridian, laid straight; at each place it is as broad as its share of the girth.
    """
    a, b, c = semi_axes
    r = (a + b) / 2
    angle = np.linspace(-math.pi / 2, math.pi / 2, ROUND + 1)
    along = np.concatenate(
        [[0.0], np.cumsum(np.hypot(np.diff(r * np.cos(angle)), np.diff(c * np.sin(angle))))]
    )
    half = math.pi * r * np.cos(angle) / count
    edge = float(np.hypot(np.diff(along), np.diff(half)).sum())
    right = np.column_stack([half, along])
    left = np.column_stack([-half, along])[::-1]
    return np.concatenate([right, left[1:-1]]), 100 * (edge / along[-1] - 1)


def _placed(
    foot: Array, top: Array, overlap: float, holes: Sequence[Array] = ()
) -> tuple[Points, Points, list[Points]]:
    """Outline with the overlap added past the last ruling, where the first edge comes to, and the holes in it.

    It is turned until the ends of its foot are level.
    """
    chord = foot[-1] - foot[0]
    c, s = chord / max(float(np.linalg.norm(chord)), 1e-9)
    level = np.array([[c, -s], [s, c]])
    foot, top = foot @ level, top @ level
    last_foot, last_top = foot[-1] - foot[-2], top[-1] - top[-2]
    mean = (np.linalg.norm(last_foot) + np.linalg.norm(last_top)) / 2
    more = overlap / max(float(mean), 1e-9)
    foot_end, top_end = foot[-1] + last_foot * more, top[-1] + last_top * more
    outline = np.concatenate([foot, [foot_end], [top_end], top[::-1]])
    low = outline.min(axis=0)
    seam = np.array([foot[-1], top[-1]])
    return (
        _points(outline - low),
        _points(seam - low),
        [_points(hole @ level - low) for hole in holes],
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


def _pattern_of(work: Workpiece, piece: Piece) -> Pattern | None:
    part, solid = piece.part, piece.solid
    settings = work.context.rules.sheet_settings_mm

    def made(
        kind: Kind,
        outline: Points,
        thick: float,
        seam: Points | None = None,
        overlap: float = 0.0,
        count: int = 1,
        stretch: float = 0.0,
    ) -> Pattern:
        setting, layers = sheet_setting(thick, settings)
        return Pattern(
            part=part.id,
            label=part.label,
            side=part.side,
            kind=kind,
            count=count,
            outline=outline,
            seam=seam or [],
            thickness_mm=thick,
            overlap_mm=overlap,
            stretch_percent=stretch,
            setting=setting,
            layers=layers,
        )

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
            lens, stretch = gore((x, y, z))
            return made(
                "gores",
                _points(lens - lens.min(axis=0)),
                piece.wall_mm,
                count=GORES,
                stretch=stretch,
            )
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
            return made("sleeve", outline, thick, seam, overlap)
    return None


def _of_cloth(work: Workpiece, piece: Piece, cloth: HangingSolid) -> list[Pattern]:
    """The pieces a hanging sheet is cut from, in the order they are put on: sleeves first."""
    part = piece.part
    setting, layers = cloth_setting(cloth.t, work.context.rules.sheet_settings_mm)
    overlap = seam_mm(cloth.t)
    cut = cut_flat(piece, cloth)
    bodies = len(cut) - len(cloth.tubes) + 1  # sleeves come after them
    found = []
    for flat in [*cut[bodies:], *cut[:bodies]]:
        outline, seam, holes = _placed(flat.foot, flat.top, overlap, flat.holes)
        found.append(
            Pattern(
                part=part.id,
                label=f"{part.label}, {flat.name}" if flat.name else part.label,
                side=part.side,
                kind="cloth",
                count=1,
                outline=outline,
                seam=seam,
                holes=holes,
                thickness_mm=cloth.t,
                overlap_mm=overlap,
                stretch_percent=0.0,
                setting=setting,
                layers=layers,
            )
        )
    return found


def _of_skin(work: Workpiece, piece: Piece, skin: CloseSolid) -> list[Pattern]:
    """A close skin over one straight form, laid flat: its middle, as high as its clay then comes to. Over anything
    else it is trimmed on the body."""
    part, form = piece.part, skin.forms[0]
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
    setting, layers = cloth_setting(skin.t, work.context.rules.sheet_settings_mm)
    return [
        Pattern(
            part=part.id,
            label=part.label,
            side=part.side,
            kind="cloth",
            count=1,
            outline=outline,
            seam=seam,
            thickness_mm=skin.t,
            overlap_mm=overlap,
            stretch_percent=0.0,
            setting=setting,
            layers=layers,
        )
    ]


def _patterns_of(work: Workpiece, piece: Piece) -> list[Pattern]:
    if isinstance(piece.solid, HangingSolid):
        return _of_cloth(work, piece, piece.solid)
    if isinstance(piece.solid, CloseSolid):
        return _of_skin(work, piece, piece.solid)
    found = _pattern_of(work, piece)
    return [] if found is None else [found]


def _is_bought_sheet(piece: Piece) -> bool:
    return piece.part.stock is not None and isinstance(piece.solid, SheetSolid)


def _bought(work: Workpiece, piece: Piece) -> Pattern:
    """Card, foam, clear sheet: what to cut out of it, and what that weighs."""
    part, solid = piece.part, piece.solid
    assert isinstance(solid, SheetSolid) and part.stock is not None
    flat = np.asarray(solid.outline_xz)
    return Pattern(
        part=part.id,
        label=part.label,
        side=part.side,
        kind="sheet",
        count=1,
        outline=_points(flat - flat.min(axis=0)),
        seam=[],
        thickness_mm=solid.t,
        overlap_mm=0.0,
        stretch_percent=0.0,
        setting=0,
        layers=1,
        bought=catalogue().stock_materials[part.stock].label,
        grams=work.masses[part.id].total_g,
    )


def patterns(work: Workpiece) -> list[Pattern]:
    """A flat outline of every part whose clay is laid as a sheet, and of what is cut out of bought sheet."""
    found = [row for piece in work.clay_pieces for row in _patterns_of(work, piece)]
    found += [_bought(work, piece) for piece in work.figure.pieces if _is_bought_sheet(piece)]
    return [row for row in found if min(row.size_mm) >= LEAST_MM]
