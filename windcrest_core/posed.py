"""A figure in another pose, its parts riding on their bones: what a drag needs of it, without measuring anew.

A part keeps its volume and mass, and what two parts share of a volume is taken to stay as it was: numbers
from here are about right while something moves.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from windcrest_core.body.figure import Figure, Piece, clearance_mm, dressed
from windcrest_core.body.masses import PartMass
from windcrest_core.body.skeleton import Array, Bone, moved_bones
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.sheet.pose import JointAngles

STILL = 1e-6  # mm
STRAIGHT = np.eye(3)


@dataclass(frozen=True)
class Ride:
    """How a bone moves: what was at `p` is at `turn @ p + shift`, mm."""

    turn: Array
    shift: Array

    def at(self, point: Array) -> Array:
        return np.asarray(self.turn @ point + self.shift)


@dataclass(frozen=True)
class Reposed:
    """A workpiece in another pose: the bones that turned or went elsewhere, and the parts that ride on them, by
    id; all the others are `lift_mm` higher."""

    work: Workpiece
    turned: frozenset[str]
    moved: frozenset[str]
    lift_mm: float


def reposed(base: Workpiece, pose: dict[str, JointAngles]) -> Reposed:
    """The same figure, standing, with its joints at other angles.

    Parameters
    ----------
    pose : of all the joints that are not at rest.
    """
    sheet = base.sheet.model_copy(update={"pose": pose})
    was = base.figure.bones
    turned = moved_bones(was, base.sheet.pose, sheet)
    rides = {key: _ride(was[key], bone) for key, bone in turned.items()}
    moved = {
        piece.part.id: rides[piece.part.bone]
        if piece.part.orient == "bone"
        else Ride(STRAIGHT, turned[piece.part.bone].end - was[piece.part.bone].end)
        for piece in base.figure.pieces
        if piece.part.bone in turned
    }
    pieces = [_ridden(piece, moved.get(piece.part.id)) for piece in base.figure.pieces]
    touching = [piece for piece in pieces if piece.part.contact] or pieces
    lift = clearance_mm(sheet) - min((p.solid.lowest_z for p in touching), default=0.0)
    bones = {**was, **turned}
    masses = {**base.masses, **{key: _weighed(base.masses[key], moved[key]) for key in moved}}
    if abs(lift) < STILL:
        lift = 0.0
    else:
        up = Ride(STRAIGHT, np.array([0.0, 0.0, lift]))
        bones = {key: replace(bone, start=up.at(bone.start)) for key, bone in bones.items()}
        pieces = [_ridden(piece, up) for piece in pieces]
        masses = {key: _weighed(mass, up) for key, mass in masses.items()}
    pieces = dressed(sheet, bones, pieces)
    figure = Figure(base.figure.height_mm, base.figure.head_mm, bones, pieces)
    work = replace(base, sheet=sheet, figure=figure, masses=masses)
    return Reposed(work, frozenset(turned), frozenset(moved), lift)


def _ride(was: Bone, now: Bone) -> Ride:
    turn = now.frame @ was.frame.T
    return Ride(turn, now.start - turn @ was.start)


def _ridden(piece: Piece, ride: Ride | None) -> Piece:
    if ride is None or piece.part.cloth is not None:
        return piece
    solid = piece.solid
    there = replace(solid, origin=ride.at(solid.origin), frame=ride.turn @ solid.frame)
    return replace(piece, solid=there)


def _weighed(mass: PartMass, ride: Ride) -> PartMass:
    return PartMass(mass.skin_g, mass.core_g, ride.at(mass.centre))
