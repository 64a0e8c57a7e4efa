"""The figure in space: every part as a solid on its posed bone, and what is under its skin."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

import numpy as np

from windcrest_core.body.bent_solids import CoilSolid, SheetSolid
from windcrest_core.body.cloth import (
    CloseSolid,
    ClothSolid,
    Cut,
    HangingSolid,
    TubeSolid,
    Within,
    Zigzag,
)
from windcrest_core.body.face import seated
from windcrest_core.body.folds import Gathered, gathered, round_as
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.laminate import thick_mm
from windcrest_core.body.skeleton import AS_PLANNED, Array, Bone, cross, norm, posed, turn_matrix
from windcrest_core.body.solids import BoxSolid, EllipsoidSolid, RoundConeSolid, Solid
from windcrest_core.kept import PER_PART_LARGE
from windcrest_core.sheet.bodies import Draped
from windcrest_core.sheet.forms import Hangs, Layered, LiesClose, OpenEnds
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import (
    Box,
    Coil,
    Ellipsoid,
    Frustum,
    Place,
    RoundCone,
    Shape,
    Sheet,
)

COIL_STEP_DEG = 24.0
FLAT = 0.6
HOLDS_MM3 = 400.0  # a core that holds anything [A]
LEAST_CORE_MM3, LEAST_CORE_MM = 2000.0, 12.0  # 1 g of firm foil; less is not worth making [A]
ORIGIN, WORLD = np.zeros(3), np.eye(3)


@dataclass(frozen=True)
class Piece:
    """A part in space; `core` is what lies under its wall, if there is room for any."""

    part: Part
    solid: Solid
    core: Solid | None
    wall_mm: float


@dataclass(frozen=True)
class Figure:
    """The posed figure standing on z = 0."""

    height_mm: float
    head_mm: float
    bones: dict[str, Bone]
    pieces: list[Piece]

    @cached_property
    def _by_id(self) -> dict[str, Piece]:
        return {piece.part.id: piece for piece in self.pieces}

    def piece(self, part_id: str) -> Piece:
        return self._by_id[part_id]


def _girths(sheet: FigureSheet, part: Part) -> tuple[float, float]:
    """How much broader and deeper than the ordinary this part is."""
    body = sheet.body
    match part.girth:
        case "trunk":
            breadth = body.hip_breadth if part.bone == "hips" else body.shoulder_breadth
            return body.build * breadth, body.build
        case "limb":
            return body.limb_thickness, body.limb_thickness
        case "head":
            return body.head_breadth, body.head_depth
        case "own":
            return 1.0, 1.0


def _tall(sheet: FigureSheet, part: Part, bone: Bone, wide: float, deep: float) -> float:
    if part.girth == "head":
        return sheet.body.head_height * bone.grown
    return (wide + deep) / 2 if part.girth == "limb" else 1.0


def _muzzle(shape: Shape, length: float) -> Shape:
    """The end of a muzzle further from its start, or nearer."""
    if not isinstance(shape, RoundCone | Frustum):
        return shape
    (x, y, z), (u, v, w) = shape.start, shape.end
    end = (x + (u - x) * length, y + (v - y) * length, z + (w - z) * length)
    return shape.model_copy(update={"end": end})


def point_at(bone: Bone, place: Place, unit_mm: float, upright: bool) -> Array:
    """A place on a bone, (3,) mm: across and front in units of size, along in lengths of the bone."""
    if upright:
        return np.asarray(bone.end + np.asarray(place) * unit_mm)
    local = np.array([place[0] * unit_mm, place[1] * unit_mm, place[2] * bone.length_mm])
    return np.asarray(bone.start + bone.frame @ local)


def place_of(bone: Bone, point: Array, unit_mm: float, upright: bool) -> Place:
    """Where a point is on a bone, the other way round of how a shape says it.

    Parameters
    ----------
    point : (3,) mm. unit_mm : the figure's height or head. upright : whether the part stands upright in the world.
    """
    if upright:
        x, y, z = ((point - bone.end) / unit_mm).tolist()
    else:
        local = bone.frame.T @ (point - bone.start)
        x, y, z = (local / [unit_mm, unit_mm, bone.length_mm]).tolist()
    return (x, y, z)


def solid_of(sheet: FigureSheet, part: Part, bone: Bone, head_mm: float) -> Solid:
    """The solid of a part on its bone, mm."""
    unit = sheet.height_mm if part.scale == "figure" else head_mm
    wide, deep = _girths(sheet, part)
    upright = part.orient == "world"
    frame = WORLD if upright else bone.frame
    shape = _muzzle(part.shape, sheet.body.muzzle_length) if part.seat == "muzzle" else part.shape

    def at(place: Place) -> Array:
        return point_at(bone, place, unit, upright)

    match shape:
        case RoundCone() | Frustum():
            start = at(shape.start)
            axis = at(shape.end) - start
            length = norm(axis)
            kind = RoundConeSolid if isinstance(shape, RoundCone) else FrustumSolid
            return kind(
                start,
                _frame_along(axis / length if length > 1e-6 else frame[:, 2], frame),
                shape.start_radius * unit * wide,
                shape.end_radius * unit * wide,
                length,
                shape.depth * deep / wide,
            )
        case Ellipsoid():
            a, b, c = shape.semi_axes
            turned = frame @ turn_matrix(shape.turns_deg)
            tall = _tall(sheet, part, bone, wide, deep)
            axes = (a * unit * wide, b * unit * deep, c * unit * tall)
            return EllipsoidSolid(at(shape.centre), turned, axes)
        case Box():
            a, b, c = shape.half_sizes
            turned = frame @ turn_matrix(shape.turns_deg)
            return BoxSolid(at(shape.centre), turned, (a * unit * wide, b * unit * deep, c * unit))
        case Sheet():
            turned = frame @ turn_matrix(shape.turns_deg)
            outline = tuple((u * unit * wide, v * unit) for u, v in shape.outline)
            form = part.form
            layered = thick_mm(form.stack) if isinstance(form, Layered) else None
            thick = shape.thickness * unit if layered is None else layered
            return SheetSolid(at(shape.centre), turned, outline, thick)
        case Coil():
            return CoilSolid(
                at(shape.start), frame @ turn_matrix(shape.turns_deg), _arc(shape, unit)
            )


def _frame_along(along: Array, frame: Array) -> Array:
    """Axes with z `along` and y as near the front of `frame` as that allows."""
    front = frame[:, 1] - (frame[:, 1] @ along) * along
    if norm(front) < 1e-6:
        front = frame[:, 0] - (frame[:, 0] @ along) * along
    front = front / norm(front)
    return np.column_stack([cross(front, along), front, along])


def _arc(shape: Coil, unit: float) -> tuple[RoundConeSolid, ...]:
    steps = max(3, math.ceil(shape.sweep_deg / COIL_STEP_DEG))
    share = np.linspace(0.0, 1.0, steps + 1)
    angle = np.radians(shape.sweep_deg) * share
    radius = shape.bend_radius * unit
    points = np.column_stack(
        [shape.rise * unit * share, radius * (1 - np.cos(angle)), radius * np.sin(angle)]
    )
    radii = (shape.start_radius + (shape.end_radius - shape.start_radius) * share) * unit
    segments = []
    for i in range(steps):
        axis = points[i + 1] - points[i]
        length = norm(axis)
        frame = _frame_along(axis / length, np.eye(3)[:, [1, 0, 2]])
        segments.append(
            RoundConeSolid(points[i], frame, float(radii[i]), float(radii[i + 1]), length)
        )
    return tuple(segments)


@lru_cache(maxsize=PER_PART_LARGE)
def _known(solid: Solid) -> Solid:
    """The same solid as before where it has not moved, with all that was worked out of it."""
    return solid


@lru_cache(maxsize=PER_PART_LARGE)
def _core(solid: Solid, wall_mm: float, asked: bool) -> Solid | None:
    """What is under a wall, where there is enough of it to be worth making; any that something is put into
    or that comes out again is `asked` for."""
    core = solid.shrunk(wall_mm)
    if core is None or core.volume_mm3 < HOLDS_MM3:
        return None
    small = core.volume_mm3 < LEAST_CORE_MM3 or core.greatest_thickness_mm < LEAST_CORE_MM
    return None if small and not asked else core


def clearance_mm(sheet: FigureSheet) -> float:
    """How far off the ground a floating figure is held on its rod, mm."""
    return sheet.body.hem_height * sheet.height_mm if isinstance(sheet.body, Draped) else 0.0


def standing_bones(
    sheet: FigureSheet, built_mm: Mapping[str, float] = AS_PLANNED
) -> dict[str, Bone]:
    """The posed bones, lifted or lowered until what stands on the ground touches it; with what lengths were measured."""
    bones = posed(sheet, built_mm)
    head_mm = sheet.height_mm / sheet.body.heads_tall
    touching = [part for part in sheet.parts if part.contact] or sheet.parts
    lowest = min(
        (solid_of(sheet, part, bones[part.bone], head_mm).lowest_z for part in touching),
        default=0.0,
    )
    lift = np.array([0.0, 0.0, clearance_mm(sheet) - lowest])
    return {joint: replace(bone, start=bone.start + lift) for joint, bone in bones.items()}


def _solids(sheet: FigureSheet, bones: dict[str, Bone], head_mm: float) -> dict[str, Solid]:
    """Every part's solid by its id; those with a seat after what they sit on."""
    found = {p.id: solid_of(sheet, p, bones[p.bone], head_mm) for p in sheet.parts}
    for part in sheet.parts:
        if part.seat is not None:
            host = found[part.lies_on] if part.lies_on is not None else None
            found[part.id] = seated(sheet, part, found[part.id], bones[part.bone], host)
    return found


def tube_of(solid: FrustumSolid, bone: Bone, form: Hangs, ends: OpenEnds, body: bool) -> TubeSolid:
    """The wall of a tube in the place of a solid; the first has the hem and the slits."""
    left = 1.0 if float(solid.frame[:, 0] @ bone.frame[:, 0]) < 0 else -1.0
    hem = form.hem if body else None
    folds = {hem.end: hem.fold_mm} if hem is not None else {}
    cut = form.points if body else None
    points = {cut.end: Zigzag(cut.number, cut.deep_mm)} if cut is not None else {}
    cuts = tuple(
        Cut(
            math.radians(slit.middle_deg),
            math.radians(slit.wide_deg / 2),
            -solid.h if slit.from_share == 0 else slit.from_share * solid.h,
            2 * solid.h if slit.to_share == 1 else slit.to_share * solid.h,
        )
        for slit in (form.slits if body else ())
    )
    return TubeSolid(
        solid.origin,
        solid.frame,
        solid.r1,
        solid.r2,
        solid.h,
        solid.depth,
        t=form.thickness_mm,
        open_ends=(ends in ("both", "start"), ends in ("both", "end")),
        folds=(folds.get("start", 0.0), folds.get("end", 0.0)),
        points=(points.get("start"), points.get("end")),
        cuts=cuts,
        left=left,
    )


def clothed(
    sheet: FigureSheet, bones: dict[str, Bone], solids: dict[str, Solid]
) -> dict[str, Solid]:
    """Every solid, with cloth as what it is over those of the layers below it and over its hosts.

    Parameters
    ----------
    solids : of every part as if it were full, by id, in the order of the sheet.
    """
    cloths = [part for part in sheet.parts if part.cloth is not None]
    if not cloths:
        return solids
    found = dict(solids)
    for part in sorted(cloths, key=lambda part: part.layer):
        found[part.id] = _cloth(sheet, part, bones, found)
    return found


def dressed(sheet: FigureSheet, bones: dict[str, Bone], pieces: list[Piece]) -> list[Piece]:
    """The pieces of a figure with its cloth over them as they are now."""
    if all(piece.part.cloth is None for piece in pieces):
        return pieces
    head_mm = sheet.height_mm / sheet.body.heads_tall
    solids = {
        piece.part.id: piece.solid
        if piece.part.cloth is None
        else solid_of(sheet, piece.part, bones[piece.part.bone], head_mm)
        for piece in pieces
    }
    worn = clothed(sheet, bones, solids)
    found = []
    for piece in pieces:
        solid = worn[piece.part.id]
        core = piece.core if piece.part.cloth is None else solid.shrunk(piece.wall_mm)
        found.append(replace(piece, solid=solid, core=core))
    return found


def _cloth(
    sheet: FigureSheet, part: Part, bones: dict[str, Bone], solids: dict[str, Solid]
) -> Solid:
    form, full = part.cloth, solids[part.id]
    assert form is not None
    hosts = part.meeting.hosts
    below = [
        other.id
        for other in sheet.parts
        if other.id != part.id and (other.layer < part.layer or other.id in hosts)
    ]
    if isinstance(form, LiesClose):
        forms = tuple(_outside(solids[host]) for host in hosts)
        under = tuple(_outside(solids[key]) for key in below if _meet(solids[key], full))
        return CloseSolid(ORIGIN, WORLD, form.thickness_mm, under, forms, full)
    assert isinstance(full, FrustumSolid) and isinstance(part.shape, Frustum)
    tubes = [tube_of(full, bones[part.bone], form, form.open, True)]
    head_mm = sheet.height_mm / sheet.body.heads_tall
    for sleeve in form.sleeves:
        worn = part.model_copy(update={"shape": sleeve.shape, "bone": sleeve.bone})
        solid = solid_of(sheet, worn, bones[sleeve.bone], head_mm)
        assert isinstance(solid, FrustumSolid)
        tubes.append(tube_of(solid, bones[sleeve.bone], form, sleeve.open, False))
    under = tuple(
        _outside(solids[key]) for key in below if any(_meet(solids[key], tube) for tube in tubes)
    )
    falls = folded(form, tubes[0])
    return HangingSolid(
        ORIGIN,
        WORLD,
        form.thickness_mm,
        under,
        tuple(tubes),
        filled=form.beneath == "foil",
        fuller=_fuller(falls, tubes[0]),
        layers=1 if falls is None else falls.layers,
    )


def folded(form: Hangs, body: TubeSolid) -> Gathered | None:
    """How a skirt falls in its folds, from its narrower end; None where it has none."""
    if form.folds is None:
        return None
    waist, hem = _round_middle(body)
    slant = body.h / body.lean
    folds = form.folds
    return gathered(waist, slant, hem, folds.number, folds.share, folds.pleated)


def _round_middle(body: TubeSolid) -> tuple[float, float]:
    """Radii of circles as long as its waist and its hem."""
    waist, hem = sorted(r * round_as(body.depth) for r in body.middle)
    return waist, hem


def _fuller(falls: Gathered | None, body: TubeSolid) -> float:
    """How much more of it there is in folds than without."""
    if falls is None:
        return 1.0
    waist, hem = _round_middle(body)
    return max(1.0, falls.area_mm2 / (math.pi * (waist + hem) * body.h / body.lean))


def filled_out(solid: Solid) -> Solid:
    """Cloth with all within it; anything else as it is."""
    return Within(ORIGIN, WORLD, solid) if isinstance(solid, ClothSolid) else solid


def _outside(solid: Solid) -> Solid:
    """What another lies over of a skin: all within it; a hanging sheet is hollow."""
    return Within(ORIGIN, WORLD, solid) if isinstance(solid, CloseSolid) else solid


def _meet(a: Solid, b: Solid) -> bool:
    """Whether their boxes do."""
    return bool(np.all(a.bounds[0] <= b.bounds[1]) and np.all(b.bounds[0] <= a.bounds[1]))


def figure(
    sheet: FigureSheet,
    wall_mm: float,
    walls_mm: Mapping[str, float] = AS_PLANNED,
    lengths_mm: Mapping[str, float] = AS_PLANNED,
) -> Figure:
    """Place every part of the sheet in space and stand the figure on the ground.

    Parameters
    ----------
    wall_mm : wall of the parts that name none, mm (House rules). walls_mm : walls that were measured, by part.
    lengths_mm : lengths that were, by joint.
    """
    bones = standing_bones(sheet, lengths_mm)
    head_mm = sheet.height_mm / sheet.body.heads_tall
    solids = clothed(sheet, bones, _solids(sheet, bones, head_mm))
    pieces = []
    for part in sheet.parts:
        wall = walls_mm.get(part.id, wall_mm if part.wall_mm is None else part.wall_mm)
        solid = _known(solids[part.id])
        asked = part.ballast_g > 0 or part.core == "pulled" or part.opening is not None
        asked = asked or part.cloth is not None
        cored = part.core != "wire" and part.stock is None
        if part.cloth is not None:
            wall = part.cloth.thickness_mm
        pieces.append(Piece(part, solid, _core(solid, wall, asked) if cored else None, wall))
    return Figure(sheet.height_mm, head_mm, bones, pieces)


def skin_over_mm(piece: Piece, below: Piece) -> float | None:
    """Thickness of clay a part adds over the one it lies on; None where it stands free of it.

    A sheet adds its thickness if it lies flat, a sleeve what it is thicker than the part inside it.
    """
    if isinstance(piece.solid, ClothSolid):
        return piece.solid.t
    if isinstance(piece.solid, SheetSolid):
        away = piece.solid.centre - below.solid.centre
        size = norm(away)
        flat = size < 1e-6 or abs(float(away @ piece.solid.frame[:, 1])) / size > FLAT
        return piece.solid.t if flat else None
    sleeve = (piece.solid.greatest_thickness_mm - below.solid.greatest_thickness_mm) / 2
    return sleeve if sleeve > 0 else None
