"""The figure's elevations as paths in mm, for the screen and for paper.

In an elevation u runs to the right on the paper and v up, both from the figure's own middle at the
ground. The front is seen from before it, the side from its right.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import shapely

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.cloth import HangingSolid
from windcrest_core.body.figure import Figure
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import FRONT, SIDE, Solid
from windcrest_core.facts import Frozen
from windcrest_core.kept import PER_PART, PER_PART_LARGE

VIEWS = {"front": FRONT, "side": SIDE}
TOWARDS = {"front": np.array([0.0, 1.0, 0.0]), "side": np.array([1.0, 0.0, 0.0])}
Rings = list[list[float]]


class PartDrawing(Frozen):
    """A part's outline and core as rings of u, v, u, v … mm; `edges` are lines on the side towards the eye: of slits."""

    id: str
    outline: Rings
    core: Rings
    edges: Rings
    centre: tuple[float, float]


class JointDrawing(Frozen):
    """A bone from its joint to its end, mm."""

    joint: str
    start: tuple[float, float]
    end: tuple[float, float]
    members: list[str]


class View(Frozen):
    """An elevation; `parts` from the furthest to the nearest."""

    name: str
    bounds: tuple[float, float, float, float]
    silhouette: Rings
    parts: list[PartDrawing]
    bones: list[JointDrawing]


class Drawing(Frozen):
    head_mm: float
    height_mm: float
    front: View
    side: View


def _rings(shape: shapely.Geometry) -> Rings:
    polygons = [p for p in shapely.get_parts(shape) if p.geom_type == "Polygon"]
    rings = [ring for p in polygons for ring in (p.exterior, *p.interiors)]
    return [np.round(np.asarray(ring.coords)[:-1], 2).ravel().tolist() for ring in rings]


@dataclass(frozen=True)
class _Outline:
    """A solid in a view: silhouette, the same as numbers for a path, middle, and how far towards
    the eye its nearest point and its middle are."""

    shape: shapely.Geometry
    rings: Rings
    centre: tuple[float, float]
    nearest_mm: float
    middle_mm: float


@lru_cache(maxsize=PER_PART)
def _outline(solid: Solid, name: str) -> _Outline:
    """Kept, so that what has not moved is not drawn again."""
    towards = TOWARDS[name]
    middle = float(towards @ solid.centre)
    nearest = middle + float(np.abs(towards @ solid.frame) @ solid.half_extents[1])
    centre = _pair(VIEWS[name] @ solid.centre)
    rings = solid.convex_rings(VIEWS[name])
    if len(rings) == 1 and not isinstance(solid, SheetSolid):
        flat = [np.round(rings[0], 2).ravel().tolist()]
        return _Outline(shapely.polygons(rings[0]), flat, centre, nearest, middle)
    shape = solid.outline(VIEWS[name])
    return _Outline(shape, _rings(shape), centre, nearest, middle)


@lru_cache(maxsize=PER_PART_LARGE)
def _silhouette(solids: tuple[Solid, ...], name: str) -> shapely.Geometry:
    """Union of the outlines, by halves that are kept: what has not moved is not joined again.

    Parameters
    ----------
    solids : limb by limb, since a limb moves together.
    """
    if len(solids) == 1:
        return _outline(solids[0], name).shape
    middle = len(solids) // 2
    return shapely.union(_silhouette(solids[:middle], name), _silhouette(solids[middle:], name))


def whole_silhouette(figure: Figure, name: str) -> Rings:
    """The outline of everything in a view, as rings of u, v, u, v … mm."""
    return _rings(_silhouette(tuple(piece.solid for piece in figure.pieces), name))


def _edges(solid: Solid, name: str) -> Rings:
    if not isinstance(solid, HangingSolid):
        return []
    lines = [line @ VIEWS[name].T for line in solid.slit_edges(TOWARDS[name])]
    return [np.round(line, 2).ravel().tolist() for line in lines]


@lru_cache(maxsize=PER_PART)
def _part(part_id: str, solid: Solid, core: Solid | None, name: str) -> PartDrawing:
    outline = _outline(solid, name)
    return PartDrawing(
        id=part_id,
        outline=outline.rings,
        core=_outline(core, name).rings if core is not None else [],
        edges=_edges(solid, name),
        centre=outline.centre,
    )


def _depths(figure: Figure, name: str) -> dict[str, float]:
    """How far towards the eye each part is drawn, by id.

    A part goes by its nearest point. What lies on another is before it where its middle is, so
    that an eye shows on the head that bulges past it; else it is as far off as its middle.
    """
    outlines = {piece.part.id: _outline(piece.solid, name) for piece in figure.pieces}
    found = {
        piece.part.id: outlines[piece.part.id].nearest_mm + 0.2 * piece.part.layer
        for piece in figure.pieces
    }
    for piece in sorted(figure.pieces, key=lambda piece: piece.part.layer):
        key, host = piece.part.id, piece.part.lies_on
        if host is not None:
            before = outlines[key].middle_mm >= outlines[host].middle_mm
            found[key] = (
                max(found[key], found[host] + 0.1)
                if before
                else min(outlines[key].middle_mm, found[host] - 0.1)
            )
    return found


def _view(figure: Figure, name: str, members: dict[str, list[str]]) -> View:
    view = VIEWS[name]
    depths = _depths(figure, name)
    pieces = sorted(figure.pieces, key=lambda piece: depths[piece.part.id])
    place = {joint: at for at, joint in enumerate(figure.bones)}
    by_limb = sorted(figure.pieces, key=lambda piece: place[piece.part.bone])
    solids = tuple(piece.solid for piece in by_limb)
    whole = _silhouette(solids, name) if solids else shapely.box(0, 0, 1, 1)
    low_u, low_v, high_u, high_v = whole.bounds
    return View(
        name=name,
        bounds=(round(low_u, 2), round(low_v, 2), round(high_u, 2), round(high_v, 2)),
        silhouette=_rings(whole) if solids else [],
        parts=[_part(p.part.id, p.solid, p.core, name) for p in pieces],
        bones=[
            JointDrawing(
                joint=bone.joint,
                start=_pair(view @ bone.start),
                end=_pair(view @ bone.end),
                members=members[bone.joint],
            )
            for bone in figure.bones.values()
        ],
    )


def _pair(point: Array) -> tuple[float, float]:
    return (round(float(point[0]), 2), round(float(point[1]), 2))


def drawing(figure: Figure) -> Drawing:
    """Both elevations of a posed figure."""
    members: dict[str, list[str]] = {joint: [] for joint in figure.bones}
    chains: dict[str, list[str]] = {}
    for joint, bone in figure.bones.items():
        chains[joint] = [joint, *(chains[bone.parent] if bone.parent else [])]
    for piece in figure.pieces:
        for joint in chains[piece.part.bone]:
            members[joint].append(piece.part.id)
    return Drawing(
        head_mm=figure.head_mm,
        height_mm=figure.height_mm,
        front=_view(figure, "front", members),
        side=_view(figure, "side", members),
    )
