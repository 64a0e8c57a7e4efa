"""The figure's elevations as paths in mm, for the screen and for paper.

In an elevation u runs to the right on the paper and v up, both from the figure's own middle at the
ground. The front is seen from before it, the side from its right.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import shapely

from windcrest_core.body.figure import Figure
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import FRONT, SIDE, SheetSolid, Solid
from windcrest_core.findings import Frozen

VIEWS = {"front": FRONT, "side": SIDE}
TOWARDS = {"front": np.array([0.0, 1.0, 0.0]), "side": np.array([1.0, 0.0, 0.0])}
Rings = list[list[float]]


class PartDrawing(Frozen):
    """A part's outline and core as rings of u, v, u, v … mm; `depth` grows towards the eye."""

    id: str
    outline: Rings
    core: Rings
    depth: float
    centre: tuple[float, float]


class JointDrawing(Frozen):
    """A bone from its joint to its end, mm."""

    joint: str
    start: tuple[float, float]
    end: tuple[float, float]
    members: list[str]


class View(Frozen):
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
    """A solid in a view: silhouette, the same as numbers for a path, nearest point, middle."""

    shape: shapely.Geometry
    rings: Rings
    depth: float
    centre: tuple[float, float]


@lru_cache(maxsize=1000)
def _outline(solid: Solid, name: str) -> _Outline:
    """Kept, so that what has not moved is not drawn again."""
    towards = TOWARDS[name]
    depth = float(towards @ solid.centre) + float(
        np.abs(towards @ solid.frame) @ solid.half_extents[1]
    )
    centre = _pair(VIEWS[name] @ solid.centre)
    rings = solid.convex_rings(VIEWS[name])
    if len(rings) == 1 and not isinstance(solid, SheetSolid):
        flat = [np.round(rings[0], 2).ravel().tolist()]
        return _Outline(shapely.polygons(rings[0]), flat, depth, centre)
    shape = solid.outline(VIEWS[name])
    return _Outline(shape, _rings(shape), depth, centre)


@lru_cache(maxsize=600)
def _silhouette(solids: tuple[Solid, ...], name: str) -> shapely.Geometry:
    """Union of the outlines, by halves that are kept: what has not moved is not joined again."""
    if len(solids) == 1:
        return _outline(solids[0], name).shape
    middle = len(solids) // 2
    return shapely.union(_silhouette(solids[:middle], name), _silhouette(solids[middle:], name))


@lru_cache(maxsize=1000)
def _part(part_id: str, layer: int, solid: Solid, core: Solid | None, name: str) -> PartDrawing:
    outline = _outline(solid, name)
    return PartDrawing(
        id=part_id,
        outline=outline.rings,
        core=_outline(core, name).rings if core is not None else [],
        depth=round(outline.depth + 0.2 * layer, 3),
        centre=outline.centre,
    )


def _view(figure: Figure, name: str, members: dict[str, list[str]]) -> View:
    view = VIEWS[name]
    parts = [_part(p.part.id, p.part.layer, p.solid, p.core, name) for p in figure.pieces]
    solids = tuple(piece.solid for piece in figure.pieces)
    whole = _silhouette(solids, name) if solids else shapely.box(0, 0, 1, 1)
    low_u, low_v, high_u, high_v = whole.bounds
    return View(
        name=name,
        bounds=(round(low_u, 2), round(low_v, 2), round(high_u, 2), round(high_v, 2)),
        silhouette=_rings(whole) if solids else [],
        parts=sorted(parts, key=lambda part: part.depth),
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
