"""The face on its grid at true size, front and side, and beads to hold against it."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.figure import Figure, figure
from windcrest_core.body.skeleton import Array
from windcrest_core.body.solids import Solid
from windcrest_core.character.face_plan import BEADS_MM, FACED, FacePlan, is_eye, lies
from windcrest_core.errors import SheetError
from windcrest_core.measures import Units
from windcrest_core.plan import Plan
from windcrest_core.prints.drawn import Line, Map, Word, raised
from windcrest_core.prints.placing import spread
from windcrest_core.prints.type import LEAST_MM, READ_MM, width_mm
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.words import sayer

LEGIBLE_MM, ENLARGED_MM = (
    32.0,
    60.0,
)  # a head smaller than the first is drawn as large as the second
GAP_MM, EDGE_MM, RULE_MM = 8.0, 1.0, 7.0
NAMES_APART_MM = LEAST_MM * 1.15
WHOLE_HEAD_MM = 6.0  # wall the head is drawn with; its outline does not depend on it
Rings = list[list[tuple[float, float]]]


def face_plan_map(sheet: FigureSheet, plan: Plan, units: Units) -> tuple[Map, int]:
    """The head grid, square to the head, and how many times enlarged it is.

    A head too small to read is drawn larger, and once more below it at true size.

    Raises
    ------
    SheetError : the body has no head with a face.
    """
    face = plan.character.face
    if face is None:
        raise SheetError.one("body", sheet.body.plan, "a body with a head, for a face plan")
    head = _Head(sheet, plan)
    times = 1 if head.tall >= LEGIBLE_MM else math.ceil(ENLARGED_MM / head.tall)
    drawn = _grid(head, face, units, times)
    if times > 1:
        small = _outlines(head)
        above = raised(drawn, small.height_mm + GAP_MM)
        drawn = replace(
            above,
            width_mm=max(above.width_mm, small.width_mm),
            lines=(*above.lines, *small.lines),
            words=(*above.words, *small.words),
        )
    beads = _beads()
    above = raised(drawn, beads.height_mm + GAP_MM)
    size = units.mark_mm
    return (
        replace(
            above,
            width_mm=max(above.width_mm, beads.width_mm),
            lines=(*above.lines, *beads.lines),
            words=(*above.words, *beads.words),
            note=(
                f"Head {size(face.head_mm)}, face {size(face.face_mm)} broad, an eye {size(face.eye_mm.value)}, eyes "
                f"{size(face.eyes_apart_mm)} apart from middle to middle; beads of {face.bead_mm.value:g} mm (assumed "
                "to fill the eye). Heights are above the chin, along the head."
                + (f" The head is drawn {times} times as large." if times > 1 else "")
            ),
        ),
        times,
    )


class _Head:
    """The head and what is on it, upright, seen square to its own bone: mm from its chin."""

    def __init__(self, sheet: FigureSheet, plan: Plan) -> None:
        placed: Figure = figure(sheet.model_copy(update={"pose": {}}), WHOLE_HEAD_MM)
        bone = placed.bones[FACED]
        across, ahead, along = bone.frame.T
        chin = bone.start
        if lies(sheet):
            along, chin = -along, bone.end
        pieces = [
            piece for piece in placed.pieces if piece.part.bone == FACED and not piece.part.apart
        ]
        self.bone_mm = bone.length_mm
        self.views = []
        for view in (np.array([-across, along]), np.array([ahead, along])):
            rings = [ring for piece in pieces for ring in _rings(piece.solid, view, view @ chin)]
            points = [point for ring in rings for point in ring] or [
                (0.0, 0.0),
                (0.0, bone.length_mm),
            ]
            self.views.append((rings, _bounds(points)))
        front = np.array([-across, along])
        self.eyes = [
            tuple(float(c) for c in front @ (piece.solid.centre - chin))
            for piece in pieces
            if is_eye(piece)
        ]
        self.low = min(0.0, *(bounds[1] for _, bounds in self.views))
        self.high = max(bone.length_mm, *(bounds[3] for _, bounds in self.views))

    @property
    def tall(self) -> float:
        return self.high - self.low


def _rings(solid: Solid, view: Array, start: Array) -> Rings:
    rings = solid.convex_rings(view)
    if len(rings) != 1 or isinstance(solid, SheetSolid):
        shape = solid.outline(view)
        parts = getattr(shape, "geoms", [shape])
        rings = [
            np.asarray(part.exterior.coords)[:-1] for part in parts if part.geom_type == "Polygon"
        ]
    return [[(float(u - start[0]), float(v - start[1])) for u, v in ring] for ring in rings]


def _bounds(points: list[tuple[float, float]]) -> tuple[float, float, float, float]:
    us, vs = zip(*points, strict=True)
    return min(us), min(vs), max(us), max(vs)


def _grid(head: _Head, face: FacePlan, units: Units, times: int) -> Map:
    names = [
        f"{sayer(units).say(row.label).split(',')[0]} {units.mark_mm(row.above_chin_mm)}"
        for row in face.lines
    ]
    column = EDGE_MM + max(width_mm(name, LEAST_MM) for name in names)
    foot = EDGE_MM + READ_MM + 2
    high = max(head.tall * times, NAMES_APART_MM * len(names))
    x_front = column + RULE_MM - head.views[0][1][0] * times
    x_side = x_front + head.views[0][1][2] * times + GAP_MM - head.views[1][1][0] * times
    right = x_side + head.views[1][1][2] * times + 2

    def up(v: float) -> float:
        return foot + (v - head.low) * times

    lines: list[Line] = []
    words = []
    for (rings, bounds), x, name in zip(
        head.views, (x_front, x_side), ("FRONT", "SIDE"), strict=True
    ):
        lines += [
            Line("clay", tuple((x + u * times, up(v)) for u, v in ring), closed=True)
            for ring in rings
        ]
        words.append(
            Word(
                x + (bounds[0] + bounds[2]) / 2 * times,
                EDGE_MM + 0.5,
                name,
                READ_MM,
                "middle",
                True,
            )
        )
    places = spread(
        [up(row.above_chin_mm) for row in face.lines], NAMES_APART_MM, foot, foot + high
    )
    for row, name, y in zip(face.lines, names, places, strict=True):
        at = up(row.above_chin_mm)
        lines.append(Line("landmark", ((column + 0.8, y), (column + RULE_MM - 2, at), (right, at))))
        words.append(Word(column, y - 0.35 * LEAST_MM, name, anchor="end"))
    breadth = face.face_mm
    lines += [
        Line("head", ((x_front + x * times, up(0.0)), (x_front + x * times, up(head.bone_mm))))
        for x in (-breadth / 2 + n * breadth / 5 for n in range(6))
    ]
    lines += _eyes(head, face, x_front, up, times)
    return Map(right + EDGE_MM, foot + high + 2, tuple(lines), tuple(words))


def _eyes(
    head: _Head, face: FacePlan, x: float, up: Callable[[float], float], times: int
) -> Iterator[Line]:
    """Crosses in the middle of the eyes there are; else a bead where the lines put it."""
    if head.eyes:
        for u, v in head.eyes:
            at = (x + u * times, up(v))
            yield Line("hole", ((at[0] - 2, at[1]), (at[0] + 2, at[1])))
            yield Line("hole", ((at[0], at[1] - 2), (at[0], at[1] + 2)))
        return
    for sign in (-1, 1):
        middle = (x + sign * face.eyes_apart_mm / 2 * times, up(_eye_line(face)))
        yield _circle(*middle, face.bead_mm.value / 2 * times)


def _eye_line(face: FacePlan) -> float:
    return next(row.above_chin_mm for row in face.lines if row.id == "eyes")


def _circle(x: float, y: float, radius: float) -> Line:
    turns = [2 * math.pi * n / 48 for n in range(48)]
    points = tuple((x + radius * math.cos(a), y + radius * math.sin(a)) for a in turns)
    return Line("hole", points, closed=True)


def _outlines(head: _Head) -> Map:
    """Both views at true size, without words on them."""
    lines: list[Line] = []
    x = EDGE_MM
    for rings, bounds in head.views:
        lines += [
            Line("clay", tuple((x + u - bounds[0], 1 + v - head.low) for u, v in ring), closed=True)
            for ring in rings
        ]
        x += bounds[2] - bounds[0] + GAP_MM
    words = (Word(x, head.tall / 2, "at true size"),)
    return Map(x + width_mm("at true size", LEAST_MM), head.tall + 2, tuple(lines), words)


def _beads() -> Map:
    """Circles of the sizes beads are sold in."""
    lines, words = [], []
    high = max(BEADS_MM)
    x = EDGE_MM + width_mm("beads, mm", LEAST_MM) + 4
    words.append(Word(EDGE_MM, 5.5, "beads, mm"))
    for size in BEADS_MM:
        room = max(size, width_mm(f"{size:g}", LEAST_MM)) + 2.5
        lines.append(_circle(x + room / 2, 10 + high / 2, size / 2))
        words.append(Word(x + room / 2, 5.5, f"{size:g}", anchor="middle"))
        x += room
    return Map(x, 10 + high + 1, tuple(lines), tuple(words))
