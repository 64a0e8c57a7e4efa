"""The figure in space as a binary glTF file: one named node for the clay, core and wire of each."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.figure import figure
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.mesh import Mesh, mesh_of, tube
from windcrest_core.body.solids import BoxSolid, Solid
from windcrest_core.catalogue import catalogue
from windcrest_core.given.load import Context
from windcrest_core.plan import Plan
from windcrest_core.prints.gltf import Body, glb
from windcrest_core.sheet.base import Base
from windcrest_core.sheet.model import FigureSheet

SHARP_RAD = 0.7  # an edge sharper than this is drawn as one
ROUND_RAD = math.pi
EDGED = (BoxSolid, FrustumSolid, SheetSolid)
FOIL, WIRE, BOARD = "#a9adb3", "#3f7f72", "#b79f7c"


def _base(base: Base) -> Solid:
    """The base as a board under the figure."""
    half = base.thickness_mm / 2
    if base.shape == "rectangle":
        sizes = (base.width_mm / 2, base.depth_mm / 2, half)
        return BoxSolid(np.array([0, 0, -half]), np.eye(3), sizes)
    radius = base.width_mm / 2
    under = np.array([0, 0, -base.thickness_mm])
    return FrustumSolid(
        under, np.eye(3), radius, radius, base.thickness_mm, base.depth_mm / base.width_mm
    )


def model_glb(plan: Plan, sheet: FigureSheet, context: Context) -> bytes:
    """Binary glTF: metres, y up, facing z, as the format has it.

    Nodes are named ``clay:<part>``, ``core:<part>``, ``wire:<run>`` and ``base:base``; a hidden part is left out.
    """
    bodies: list[Body] = []
    clays = catalogue().clays
    areas = {
        area.id: next((row.looks for row in reversed(area.passes) if row.spot is None), area.bare)
        for area in plan.colour.areas
    }

    def put(name: str, mesh: Mesh, colour: str, edged: bool = False) -> None:
        bodies.append(Body(name, mesh, colour, SHARP_RAD if edged else ROUND_RAD))

    for piece in figure(sheet, context.rules.wall_mm).pieces:
        part = piece.part
        if part.hidden:
            continue
        painted = areas.get(part.area or "")
        colour = painted.day.whole if painted else clays[part.clay].colour
        put(f"clay:{part.id}", mesh_of(piece.solid), colour, isinstance(piece.solid, EDGED))
        if piece.core is not None and part.stock is None:
            put(f"core:{part.id}", mesh_of(piece.core), FOIL, isinstance(piece.core, EDGED))
    for run in plan.frame.runs:
        points = [np.array(point) for point in run.points]
        put(f"wire:{run.id}", tube(points, run.chosen.bundle_mm / 2), WIRE)
    put("base:base", mesh_of(_base(sheet.base)), BOARD, edged=True)
    return glb(bodies)
