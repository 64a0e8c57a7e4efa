"""Whether what is held lies in the hands that hold it, and how an arm would turn to come to it."""

from __future__ import annotations

import numpy as np

from windcrest_core.body.axes import axis
from windcrest_core.body.figure import Piece
from windcrest_core.body.grasp import arm_of, reaching
from windcrest_core.body.skeleton import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.joining.contact import contact
from windcrest_core.sheet.meetings import Hold

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
        fixes=_brought(work, piece, hand),
    )


def _brought(work: Workpiece, piece: Piece, hand: Piece) -> list[Fix]:
    """The arm turned so that its hand lies on the middle line of the thing: where it is nearest to the hand, else
    ever nearer to the shoulder."""
    arm = arm_of(work.figure.bones, hand.part)
    if arm is None or piece.part.bone in work.beyond[arm[0]]:
        return []
    line, shoulder = axis(piece.solid), work.figure.bones[arm[0]].start
    low, high = hand.solid.bounds
    first, last = _nearest(line, (low + high) / 2), _nearest(line, shoulder)
    for share in np.linspace(0.0, 1.0, PLACES):
        turns = reaching(work.sheet, hand.part.id, first + share * (last - first))
        if turns is not None:
            edits = [(f"joint/{joint}", angles.model_dump()) for joint, angles in turns.items()]
            return [fix(said("order.bring_the_to_it", hand=hand.part.label), *edits)]
    return []


def _nearest(line: Array, to: Array) -> Array:
    """The point of a line of straight pieces that is nearest to another, (3,) mm."""
    starts, ways = line[:-1], np.diff(line, axis=0)
    lengths = np.maximum(np.einsum("ij,ij->i", ways, ways), 1e-12)
    shares = np.clip(np.einsum("ij,ij->i", to - starts, ways) / lengths, 0.0, 1.0)
    points = starts + shares[:, None] * ways
    return np.asarray(points[np.argmin(np.linalg.norm(points - to, axis=1))])
