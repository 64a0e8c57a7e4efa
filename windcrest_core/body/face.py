"""Parts that sit where the face plan says: eyes, nose, mouth, ears."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from windcrest_core.body.skeleton import Array, Bone
from windcrest_core.body.solids import Solid
from windcrest_core.sheet.face import Face
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part

EYE_OF_BREADTH = 0.85  # a bead to the opening it fills [A]
BROW = 0.085  # above the eye line, of the head's height [S, art canon]
HEAD_BREADTH_HEADS = 0.72  # of the ordinary head, at its broadest [A]
ORDINARY = Face()


@dataclass(frozen=True)
class FaceLines:
    """Heights on the head as shares of its bone, from below, and breadths in mm."""

    brow: float
    eyes: float
    nose: float
    mouth: float
    face_mm: float
    eye_mm: float
    eyes_apart_mm: float

    @property
    def bead_mm(self) -> float:
        """Diameter of the bead that fills the eye."""
        return EYE_OF_BREADTH * self.eye_mm


def face_lines(sheet: FigureSheet, head_mm: float, face: Face | None = None) -> FaceLines:
    """The lines of the face plan [S, art canon: see `Face`].

    Examples
    --------
    >>> from windcrest_core.new_figure import new_sheet
    >>> lines = face_lines(new_sheet("A", "biped", 300.0), 40.0)
    >>> round(lines.nose, 3), round(lines.mouth, 3), round(lines.eye_mm, 2)
    (0.25, 0.167, 5.76)
    """
    plan = face or sheet.face
    face_mm = HEAD_BREADTH_HEADS * head_mm * sheet.body.head_breadth
    eye_mm = plan.eye_breadth * face_mm
    nose = plan.eye_line * (1 - plan.nose)
    return FaceLines(
        brow=min(1.0, plan.eye_line + BROW),
        eyes=plan.eye_line,
        nose=nose,
        mouth=nose * (1 - plan.mouth),
        face_mm=face_mm,
        eye_mm=eye_mm,
        eyes_apart_mm=eye_mm * (1 + plan.eye_gap),
    )


def _moved(solid: Solid, by: Array, grown: float = 1.0) -> Solid:
    return replace(solid if grown == 1.0 else solid.scaled(grown), origin=solid.origin + by)


def seated(sheet: FigureSheet, part: Part, solid: Solid, bone: Bone, host: Solid | None) -> Solid:
    """The solid of a part with a seat, moved to where the face plan has it.

    Parameters
    ----------
    solid : as its shape says, which is for the ordinary face.
    host : what it lies on; an eye is sunk into its surface.
    """
    head_mm = sheet.height_mm / sheet.body.heads_tall
    lines, before = face_lines(sheet, head_mm), face_lines(sheet, head_mm, ORDINARY)
    along = bone.frame[:, 2] * bone.length_mm
    match part.seat:
        case "eye":
            return _eye(sheet, part, solid, bone, host, lines, before)
        case "nose":
            return _moved(solid, along * (lines.nose - before.nose))
        case "mouth":
            return _moved(solid, along * (lines.mouth - before.mouth))
        case "ear":
            middle = (lines.brow + lines.nose - before.brow - before.nose) / 2
            long = (lines.brow - lines.nose) / (before.brow - before.nose)
            return _moved(solid, along * middle, sheet.face.ear_length * long)
        case "muzzle" | None:
            return solid


def eye_way(bone: Bone, solid: Solid) -> Array:
    """Which way an eye on this bone looks: ahead, or to its side if it sits further out than front."""
    across, front, _ = bone.frame.T
    from_bone = solid.origin - bone.start
    if abs(float(from_bone @ front)) >= abs(float(from_bone @ across)):
        return np.asarray(front)
    return np.asarray(across if from_bone @ across >= 0 else -across)


def _eye(
    sheet: FigureSheet,
    part: Part,
    solid: Solid,
    bone: Bone,
    host: Solid | None,
    lines: FaceLines,
    before: FaceLines,
) -> Solid:
    """Sunk by the socket's depth where the line of sight meets the skin.

    An eye that looks ahead keeps to its breadth and is sunk backwards; one at the side of the head
    keeps to its front and is sunk inwards.
    """
    grown = lines.eye_mm / before.eye_mm
    across, front, along = bone.frame.T
    sign = 1.0 if (solid.origin - bone.start) @ across >= 0 else -1.0
    raised = along * bone.length_mm * (lines.eyes - before.eyes)
    out = eye_way(bone, solid)
    ahead = bool(np.allclose(out, front))
    shift = sign * across * (lines.eyes_apart_mm - before.eyes_apart_mm) / 2
    at = solid.origin + raised + (shift if ahead else 0)
    sized = solid.scaled(grown)
    if host is None:
        return replace(sized, origin=at)
    radius = sized.thickness_mm / 2
    skin = _surface(host, at, out, 2.0 * sheet.height_mm / sheet.body.heads_tall)
    if skin is None:
        return replace(sized, origin=at)
    return replace(sized, origin=skin + out * radius * (1 - 2 * sheet.face.socket_depth))


def _surface(host: Solid, through: Array, out: Array, reach_mm: float) -> Array | None:
    """The outermost point of a solid on the line through a point, or None where it misses."""
    steps = np.linspace(reach_mm, -reach_mm / 2, 240)
    points = (through[None, :] + steps[:, None] * out[None, :]).astype(np.float32)
    inside = host.world_distance(points[:, 0], points[:, 1], points[:, 2])
    hit = np.flatnonzero(inside <= 0)
    if not len(hit) or hit[0] == 0:
        return None
    i = int(hit[0])
    a, b = float(inside[i - 1]), float(inside[i])
    t = steps[i - 1] + (steps[i] - steps[i - 1]) * a / max(a - b, 1e-9)
    return np.asarray(through + t * out)
