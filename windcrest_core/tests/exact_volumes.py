"""Volumes of a figure by meshes, exactly cut from one another: what the grid is checked against."""

from __future__ import annotations

import random
from dataclasses import dataclass

import numpy as np
from manifold3d import Manifold, Mesh, OpType

from windcrest_core.body.bent_solids import CoilSolid
from windcrest_core.body.cloth import CloseSolid, ClothSolid, HangingSolid, TubeSolid
from windcrest_core.body.figure import Figure, figure
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.mesh import mesh_of
from windcrest_core.body.solids import Solid
from windcrest_core.body.volumes import Share, _outermost_first, shares
from windcrest_core.character.library import add_from_library
from windcrest_core.findings import Operation
from windcrest_core.new_figure import BODIES, new_sheet
from windcrest_core.sheet import FigureSheet
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.joints import joint_ranges

FINE_SIDES = 72
LEAST_MM3 = 30.0  # of a part, below which its share of the whole is nothing


def _manifold(solid: Solid, sides: int) -> Manifold:
    """A solid as a closed body; grown to its exact volume, since flat sides cut inside it."""
    if isinstance(solid, CoilSolid):
        return Manifold.batch_boolean([_manifold(s, sides) for s in solid.segments], OpType.Add)
    points, faces = mesh_of(solid, sides)
    made = Manifold(Mesh(points.astype(np.float32), faces.astype(np.uint32)))
    grown = (solid.volume_mm3 / made.volume()) ** (1 / 3)
    middle = points.mean(axis=0)
    points = middle + (points - middle) * grown
    return Manifold(Mesh(points.astype(np.float32), faces.astype(np.uint32)))


def _frustum(tube: TubeSolid, sides: int) -> Manifold:
    """All of a tube as if it were full, less its slits."""
    plain = FrustumSolid(tube.origin, tube.frame, tube.r1, tube.r2, tube.h, tube.depth)
    full = _manifold(plain, 4 * sides)
    for cut in tube.cuts:
        low, high = max(-1.0, cut.low), min(tube.h + 1.0, cut.high)
        far = 4 * max(tube.r1, tube.r2)
        turn = np.linspace(cut.middle - cut.half, cut.middle + cut.half, 9)
        corners = np.column_stack([tube.left * far * np.sin(turn), far * tube.depth * np.cos(turn)])
        flat = np.vstack([[0.0, 0.0], corners])
        points = np.vstack([np.column_stack([flat, np.full(len(flat), z)]) for z in (low, high)])
        full = full - Manifold.hull_points(tube.origin + points @ tube.frame.T)
    return full


def _hollow(tube: TubeSolid, sides: int) -> Manifold:
    """What is open in a tube without hems, its wall as thick all round."""
    off = tube.t / tube.lean
    turn = np.linspace(0, 2 * np.pi, 4 * sides, endpoint=False)
    rings = [
        np.column_stack(
            [
                (r - off) * np.cos(turn),
                (r * tube.depth - off) * np.sin(turn),
                np.full(len(turn), z),
            ]
        )
        for r, z in ((tube.r1, 0.0), (tube.r2, tube.h))
    ]
    return Manifold.hull_points(tube.origin + np.vstack(rings) @ tube.frame.T)


def _grown(form: Solid, by_mm: float, sides: int) -> Manifold:
    """A rounded convex form with its surface moved outwards along its normals."""
    points, faces = mesh_of(form, sides)
    a, b, c = (points[faces[:, n]] for n in range(3))
    normal = np.zeros_like(points)
    for n in range(3):
        np.add.at(normal, faces[:, n], np.cross(b - a, c - a))
    normal /= np.linalg.norm(normal, axis=1)[:, None]
    moved = points + by_mm * normal
    return Manifold(Mesh(moved.astype(np.float32), faces.astype(np.uint32)))


def _cloth(cloth: ClothSolid, sides: int) -> Manifold:
    """The clay of cloth: all within it, less what is open and what is under it."""
    if isinstance(cloth, HangingSolid):
        full = Manifold.batch_boolean([_frustum(t, sides) for t in cloth.tubes], OpType.Add)
        open_ = [_hollow(tube, sides) for tube in cloth.tubes]
        full = full - Manifold.batch_boolean(open_, OpType.Add)
    else:
        assert isinstance(cloth, CloseSolid)
        over = [_grown(form, cloth.t, sides) for form in cloth.forms]
        full = Manifold.batch_boolean(over, OpType.Add) ^ _manifold(cloth.region, sides)
    under = [_manifold(solid, sides) for solid in cloth.under]
    return full - Manifold.batch_boolean(under, OpType.Add) if under else full


@dataclass(frozen=True)
class Compared:
    """The whole by grid and by mesh, mm³, and the part that differs most, as a share of it."""

    by_grid: float
    by_mesh: float
    worst_part: str
    worst: float


def random_figure(seed: int) -> FigureSheet:
    """Any body at any height in any pose its joints allow, with any wall."""
    chance = random.Random(seed)
    sheet = new_sheet("Random", chance.choice(sorted(BODIES)), chance.uniform(150, 450))
    ranges = joint_ranges(sheet.body)
    turned = chance.sample(sorted(ranges), min(6, len(ranges)))
    operations = [
        Operation(path=f"joint/{joint}/swing_deg", value=chance.uniform(*ranges[joint].swing_deg))
        for joint in turned
    ]
    walls = [part for part in sheet.parts if part.stock is None and part.core != "wire"]
    operations += [
        Operation(path=f"part/{part.id}/wall_mm", value=round(chance.uniform(3, 9), 1))
        for part in chance.sample(walls, len(walls) // 2)
    ]
    return apply_edits(sheet, operations)[0]


def dressed_figure(seed: int) -> FigureSheet:
    """Any upright body in cloth of the library, as thick as may be, in any pose of its arms and head."""
    chance = random.Random(seed)
    body = chance.choice(("biped", "tailed_biped", "winged_biped"))
    sheet = new_sheet("Dressed", body, chance.uniform(150, 450))
    for item in chance.choice(
        (("skirt",), ("coat",), ("fur",), ("skirt", "fur"), ("scales", "skirt"))
    ):
        sheet = apply_edits(sheet, add_from_library(sheet, item, None))[0]
    ranges = joint_ranges(sheet.body)
    arms = [key for key in ("shoulder_r", "shoulder_l", "elbow_r", "elbow_l") if key in ranges]
    operations = [
        Operation(path=f"joint/{key}/swing_deg", value=chance.uniform(*ranges[key].swing_deg))
        for key in arms
    ]
    operations += [
        Operation(
            path=f"part/{part.id}/form/thickness_mm", value=round(chance.uniform(1.0, 4.0), 1)
        )
        for part in sheet.parts
        if part.cloth is not None
    ]
    return apply_edits(sheet, operations)[0]


def compared(sheet: FigureSheet, sides: int = FINE_SIDES) -> Compared:
    """Clay and core of every part by both ways; parts of almost nothing are left out."""
    placed = figure(sheet, 6.0)
    grid = shares(placed)
    exact = _by_mesh(placed, sides)
    off = {
        part_id: (_whole(grid[part_id]) - volume) / volume
        for part_id, volume in exact.items()
        if volume > LEAST_MM3
    }
    worst = max(off, key=lambda key: abs(off[key]))
    return Compared(
        sum(_whole(share) for share in grid.values()), sum(exact.values()), worst, off[worst]
    )


def _whole(share: Share) -> float:
    return share.skin_mm3 + share.core_mm3


def _by_mesh(placed: Figure, sides: int) -> dict[str, float]:
    """Skin and core of each part: its core outside earlier cores, its skin outside what lies over
    it and outside every core."""
    pieces = sorted(placed.pieces, key=_outermost_first)
    cores = {p.part.id: _manifold(p.core, sides) for p in placed.pieces if p.core is not None}
    all_cores = Manifold.batch_boolean(list(cores.values()), OpType.Add) if cores else None
    found: dict[str, float] = {}
    before = Manifold()
    for part_id, core in cores.items():
        found[part_id] = (core - before).volume()
        before = before + core
    over = Manifold()
    for piece in pieces:
        cloth = isinstance(piece.solid, ClothSolid)
        whole = _cloth(piece.solid, sides) if cloth else _manifold(piece.solid, sides)
        skin = whole - over
        if piece.part.stock is None and all_cores is not None:
            skin = skin - all_cores
        found[piece.part.id] = found.get(piece.part.id, 0.0) + skin.volume()
        over = over + whole
    return found
