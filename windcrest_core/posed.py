"""A figure in another pose, its parts riding on their bones: what a drag needs of it, without measuring anew.

A part keeps its volume and mass, and what two parts share of a volume is taken to stay as it was: numbers
from here are about right while something moves.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from windcrest_core.body.figure import Figure, Piece, clearance_mm
from windcrest_core.body.masses import PartMass
from windcrest_core.body.skeleton import Array, Bone, posed
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.sheet.pose import JointAngles

STILL = 1e-6  # mm, and of a unit vector


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
    was, free = base.figure.bones, posed(sheet)
    root = next(joint for joint, bone in was.items() if bone.parent is None)
    level = was[root].start - free[root].start
    level_bones = {key: replace(bone, start=bone.start + level) for key, bone in free.items()}
    rides = {key: _ride(was[key], bone) for key, bone in level_bones.items()}
    turned = {key for key, bone in level_bones.items() if _moves(was[key], bone)}
    upright = {key: bone.end - was[key].end for key, bone in level_bones.items()}

    def ride_of(piece: Piece) -> Ride:
        bone = piece.part.bone
        return rides[bone] if piece.part.orient == "bone" else Ride(np.eye(3), upright[bone])

    moved = {p.part.id: ride_of(p) for p in base.figure.pieces if p.part.bone in turned}
    pieces = [_ridden(piece, moved.get(piece.part.id)) for piece in base.figure.pieces]
    touching = [piece for piece in pieces if piece.part.contact] or pieces
    lowest = min((piece.solid.lowest_z for piece in touching), default=0.0)
    lift = clearance_mm(sheet) - lowest
    up = np.array([0.0, 0.0, lift])
    lifted = abs(lift) > STILL
    figure = Figure(
        base.figure.height_mm,
        base.figure.head_mm,
        {key: replace(bone, start=bone.start + up) for key, bone in level_bones.items()},
        [_ridden(piece, Ride(np.eye(3), up)) for piece in pieces] if lifted else pieces,
    )
    masses = {key: _weighed(mass, moved.get(key), up) for key, mass in base.masses.items()}
    work = replace(base, sheet=sheet, figure=figure, masses=masses)
    return Reposed(work, frozenset(turned), frozenset(moved), lift if lifted else 0.0)


def _ride(was: Bone, now: Bone) -> Ride:
    turn = now.frame @ was.frame.T
    return Ride(turn, now.start - turn @ was.start)


def _moves(was: Bone, now: Bone) -> bool:
    return bool(
        np.abs(now.start - was.start).max() > STILL or np.abs(now.frame - was.frame).max() > STILL
    )


def _ridden(piece: Piece, ride: Ride | None) -> Piece:
    if ride is None:
        return piece
    solid = piece.solid
    there = replace(solid, origin=ride.at(solid.origin), frame=ride.turn @ solid.frame)
    return replace(piece, solid=there)


def _weighed(mass: PartMass, ride: Ride | None, up: Array) -> PartMass:
    centre = mass.centre if ride is None else ride.at(mass.centre)
    return PartMass(mass.skin_g, mass.core_g, centre + up)
