"""While a joint is dragged: where its parts are, how the runs hold and how it stands; about right, and at once.

The wire is that of the plan before: it is chosen anew by the plan that follows when the joint is let go.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import shapely

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.figure import Piece
from windcrest_core.body.skeleton import Array, Bone
from windcrest_core.body.solids import Solid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.drawing.elevation import VIEWS, Rings
from windcrest_core.facts import Frozen
from windcrest_core.frame.gauges import strength
from windcrest_core.frame.holds import held_by, joint_hold, share_held
from windcrest_core.frame.loads import crossings, joint_loads
from windcrest_core.frame.model import FramePlan, JointHold
from windcrest_core.frame.paths import (
    beside_weights,
    ends_here,
    feet,
    part_weights,
    pegs,
    run_points,
    wire_weights,
)
from windcrest_core.frame.stance import feet_outlines
from windcrest_core.frame.statics import Loads, reactions
from windcrest_core.posed import reposed
from windcrest_core.sheet.pose import JointAngles
from windcrest_core.sheet.runs import Run
from windcrest_core.stand.balance import stands
from windcrest_core.stand.masses import summed

Pair = tuple[float, float]
# points of an outline while it moves: most, least, and of all together
FINE, COARSE, POINTS = 28, 8, 220


class MovedPart(Frozen):
    """A part's outline as rings of u, v, u, v … mm."""

    id: str
    outline: Rings


class MovedBone(Frozen):
    joint: str
    start: Pair
    end: Pair


class MovedRun(Frozen):
    """The way of a run as u, v, u, v … mm."""

    id: str
    points: list[float]


class MovedView(Frozen):
    """What is elsewhere in an elevation than on the plan, which everything else of is `lift_mm` higher."""

    parts: list[MovedPart]
    bones: list[MovedBone]
    runs: list[MovedRun]


class AboutHold(Frozen):
    """How the wire of a run holds at its weakest joint, upright and any way up."""

    run: str
    upright: float
    any_way: float | None


class Dragged(Frozen):
    """A pose on the way. Its numbers are about right: parts ride on their bones, the wire stays what it was."""

    lift_mm: float
    front: MovedView
    side: MovedView
    hold: float | None
    holds: list[AboutHold]
    tips_at_deg: float
    centre: tuple[float, float, float]


@dataclass(frozen=True, eq=False)
class Held:
    """A figure in hand: as it was planned, and the wire of its runs."""

    work: Workpiece
    wires: dict[str, str]


def held(work: Workpiece, frame: FramePlan) -> Held:
    return Held(work, {run.id: run.chosen.wire for run in frame.runs})


def dragged(hand: Held, pose: dict[str, JointAngles]) -> Dragged:
    """What a pose comes to, about.

    Parameters
    ----------
    pose : of all the joints that are not at rest.
    """
    there = reposed(hand.work, pose)
    work = there.work
    weights = part_weights(work) + wire_weights(work, hand.wires)
    loads = Loads(weights, reactions(weights, feet(work)))
    pegged = list(pegs(work).values())
    stance = stands(
        work.sheet.base,
        [summed([(row.mass_g, row.centre) for row in [*weights, *beside_weights(work)]])],
        [] if pegged else feet_outlines(work),
        pegged,
    )
    want = work.context.rules.hold_upright
    runs = [(run, _joints(hand, work, run, loads)) for run in work.sheet.runs]
    least = min(
        (joint for _, joints in runs for joint in joints),
        key=lambda joint: share_held(joint, want),
        default=None,
    )
    moved = [piece for piece in work.figure.pieces if piece.part.id in there.moved]
    bones = [bone for key, bone in work.figure.bones.items() if key in there.turned]
    ways = {
        run.id: run_points(work, run)[0]
        for run in work.sheet.runs
        if there.turned.intersection(run.path)
    }
    x, y, z = stance.centre.tolist()
    return Dragged(
        lift_mm=round(there.lift_mm, 2),
        front=_view("front", moved, bones, ways),
        side=_view("side", moved, bones, ways),
        hold=None if least is None else round(held_by(least, want), 2),
        holds=[_about(run, joints) for run, joints in runs if joints],
        tips_at_deg=round(stance.tips_at_deg, 1),
        centre=(round(x, 1), round(y, 1), round(z, 1)),
    )


def _joints(hand: Held, work: Workpiece, run: Run, loads: Loads) -> list[JointHold]:
    moment = strength(work.context.stores, hand.wires[run.id]).yield_nmm(run.strands)
    ends = ends_here(work, run)
    crossed = crossings(work, run, ends)
    return [joint_hold(load, moment) for load in joint_loads(work, run, loads, ends, crossed)]


def _about(run: Run, joints: list[JointHold]) -> AboutHold:
    any_way = [joint.hold_any_way for joint in joints if joint.hold_any_way is not None]
    return AboutHold(
        run=run.id,
        upright=round(min(joint.hold_upright for joint in joints), 2),
        any_way=round(min(any_way), 2) if any_way else None,
    )


def _view(
    name: str, pieces: list[Piece], bones: list[Bone], ways: dict[str, list[Array]]
) -> MovedView:
    view = VIEWS[name]

    most = max(COARSE, min(FINE, POINTS // max(1, len(pieces))))

    def pair(point: Array) -> Pair:
        u, v = (view @ point).tolist()
        return round(u, 1), round(v, 1)

    return MovedView(
        parts=[
            MovedPart(
                id=piece.part.id,
                outline=_outline(piece.solid, view, most),
            )
            for piece in pieces
        ],
        bones=[MovedBone(joint=b.joint, start=pair(b.start), end=pair(b.end)) for b in bones],
        runs=[
            MovedRun(id=key, points=[x for point in points for x in pair(point)])
            for key, points in ways.items()
        ],
    )


def _outline(solid: Solid, view: Array, most: int) -> Rings:
    rings = solid.convex_rings(view)
    if len(rings) > 1 or isinstance(solid, SheetSolid):
        shapes = shapely.get_parts(solid.outline(view))
        rings = [shapely.get_coordinates(shape.exterior)[:-1] for shape in shapes]
    return [np.round(r[:: max(1, math.ceil(len(r) / most))], 1).ravel().tolist() for r in rings]
