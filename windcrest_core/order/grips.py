"""Whether what is held lies in the hands that hold it, and how an arm would turn, or the thing
move, for them to meet."""

from __future__ import annotations

import numpy as np

from windcrest_core.body.axes import axis, nearest
from windcrest_core.body.figure import Piece, place_of, point_at
from windcrest_core.body.grasp import arm_of, reaching
from windcrest_core.body.skeleton import Array, Bone, norm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.joining.contact import contact
from windcrest_core.sheet.meetings import Hold
from windcrest_core.sheet.shapes import (
    FURTHEST,
    Box,
    Coil,
    Ellipsoid,
    Frustum,
    Place,
    RoundCone,
    Shape,
    Sheet,
)

PLACES = 5  # along a thing where a hand is tried


def grip_findings(work: Workpiece) -> list[Finding]:
    """Hands that do not come to what they hold."""
    found = []
    for piece in work.figure.pieces:
        if not isinstance(piece.part.meeting, Hold):
            continue
        for hand in work.hosts(piece):
            air = contact(piece.solid, hand.solid).apart_mm
            if air > 0:
                found.append(_out_of_hand(work, piece, hand, air))
    return found


def _out_of_hand(work: Workpiece, piece: Piece, hand: Piece, air_mm: float) -> Finding:
    return Finding(
        id="order.hold.air",
        station="order",
        severity="warn",
        subject=hand.part.id,
        title=said("order.hold.air", part=piece.part.label, hand=hand.part.label, air_mm=air_mm),
        reason=said("order.hold.air.why"),
        numbers={"air_mm": air_mm},
        fixes=[*_brought(work, piece, hand), *_moved(work, piece, work.hosts(piece))],
    )


def _brought(work: Workpiece, piece: Piece, hand: Piece) -> list[Fix]:
    """The arm turned so that its hand lies on the middle line of the thing: where it is nearest to the hand, else
    ever nearer to the shoulder."""
    arm = arm_of(work.figure.bones, hand.part)
    if arm is None or piece.part.bone in work.beyond[arm[0]]:
        return []
    line, shoulder = axis(piece.solid), work.figure.bones[arm[0]].start
    first, last = nearest(line, _middle(hand)).point, nearest(line, shoulder).point
    for share in np.linspace(0.0, 1.0, PLACES):
        turns = reaching(work.sheet, hand.part.id, first + share * (last - first))
        if turns is not None:
            edits = [(f"joint/{joint}", angles.model_dump()) for joint, angles in turns.items()]
            return [fix(said("order.bring_the_to_it", hand=hand.part.label), *edits)]
    return []


def _moved(work: Workpiece, piece: Piece, hands: list[Piece]) -> list[Fix]:
    """The thing moved so that its middle line runs through the middle of its hand, or of both its hands."""
    bone, shape = work.figure.bones[piece.part.bone], piece.part.shape
    if len(hands) > 2 or piece.part.seat is not None or piece.part.mirror_of is not None:
        return []
    at = [_middle(hand) for hand in hands]
    by: tuple[Array, Array] | None = None
    if len(at) == 1:
        shift = at[0] - nearest(axis(piece.solid), at[0]).point
        by = (shift, shift)
    elif isinstance(shape, RoundCone | Frustum):
        ends = [_point(work, piece, bone, place) for place in (shape.start, shape.end)]
        by = _through(np.array(ends), *at)
    moved = _shifted(work, piece, bone, by) if by else None
    if moved is None:
        return []
    words = said(
        "order.move_it_into_the",
        part=piece.part.label,
        hands=[hand.part.label for hand in hands],
    )
    return [fix(words, (f"part/{piece.part.id}/shape", moved.model_dump(mode="json")))]


def _through(line: Array, one: Array, other: Array) -> tuple[Array, Array] | None:
    """How both ends of a straight line move, so that it keeps its length and goes through two points, with as much of
    it before and beyond them as the length leaves; None where it is too short, (3,) mm each."""
    apart, length = norm(other - one), norm(line[-1] - line[0])
    if apart < 1.0 or apart >= length:
        return None
    along = (other - one) / apart
    if along @ (line[-1] - line[0]) < 0:
        along, one, other = -along, other, one
    held = nearest(line, (one + other) / 2).along_mm
    held = min(max(held, apart / 2), length - apart / 2)
    start = (one + other) / 2 - held * along
    return start - line[0], start + length * along - line[-1]


def _shifted(work: Workpiece, piece: Piece, bone: Bone, by: tuple[Array, Array]) -> Shape | None:
    """The shape with its ends moved, mm; None where it does not stay within what a shape may say."""
    shape = piece.part.shape

    def put(place: Place, shift: Array) -> Place:
        at = _point(work, piece, bone, place) + shift
        return place_of(bone, at, _unit(work, piece), piece.part.orient == "world")

    moved: dict[str, Place]
    match shape:
        case RoundCone() | Frustum():
            moved = {"start": put(shape.start, by[0]), "end": put(shape.end, by[1])}
        case Coil():
            moved = {"start": put(shape.start, by[0])}
        case Ellipsoid() | Box() | Sheet():
            moved = {"centre": put(shape.centre, by[0])}
    if any(abs(value) > FURTHEST for place in moved.values() for value in place):
        return None
    return shape.model_copy(update=moved)


def _point(work: Workpiece, piece: Piece, bone: Bone, place: Place) -> Array:
    return point_at(bone, place, _unit(work, piece), piece.part.orient == "world")


def _unit(work: Workpiece, piece: Piece) -> float:
    return work.figure.height_mm if piece.part.scale == "figure" else work.figure.head_mm


def _middle(piece: Piece) -> Array:
    low, high = piece.solid.bounds
    return np.asarray((low + high) / 2)
