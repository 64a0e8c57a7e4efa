"""The face on its grid in mm: lines, eyes, the bead that fills them, and the wall behind."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Literal

import numpy as np

from windcrest_core.body.face import BROW, EYE_OF_BREADTH, FaceLines, eye_way, face_lines
from windcrest_core.body.figure import Piece
from windcrest_core.body.limits import THICK_WALL_MM
from windcrest_core.body.skeleton import Bone
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen, Input, Quantity, Text, Why, said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.sheet.model import FigureSheet

BEADS_MM = (1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 7.0, 8.0, 10.0, 12.0, 14.0, 16.0, 18.0, 20.0)
LEAST_BEHIND_MM = 1.5
EDGE = 0.96
FACED = "head"
LYING = ("quadruped", "many_limbed")  # bodies whose head lies along its bone, crown first


LineId = Literal["crown", "brow", "eyes", "nose", "mouth", "chin"]


class FaceLine(Frozen):
    """A line of the grid: mm above the chin, and as a share of the head."""

    id: LineId
    label: Text
    above_chin_mm: float
    share: float


class FacePlan(Frozen):
    """What is marked on the head before clay is moved; `bead_mm` is the nearest size sold."""

    head_mm: float
    face_mm: float
    lines: list[FaceLine]
    eye_mm: Quantity
    eyes_apart_mm: float
    bead_mm: Quantity
    behind_mm: float | None
    findings: list[Finding]


def face_plan(work: Workpiece) -> FacePlan | None:
    """The face of a body that has a head with one, or None."""
    bone = work.figure.bones.get(FACED)
    if bone is None:
        return None
    sheet, head_mm = work.sheet, work.figure.head_mm
    lines = face_lines(sheet, head_mm)
    eyes = [piece for piece in work.figure.pieces if is_eye(piece)] if lies(sheet) else []
    if eyes:
        lines = _as_they_are(sheet, lines, bone, eyes)
    bead = min(BEADS_MM, key=lambda size: abs(size - lines.bead_mm))
    canon = said("character.art_canon_the_face_five")
    behind = {
        piece.part.id: left
        for piece in work.figure.pieces
        if piece.part.seat == "eye" and (left := _behind_mm(work, piece)) is not None
    }
    return FacePlan(
        head_mm=head_mm,
        face_mm=lines.face_mm,
        lines=[
            FaceLine(id=key, label=label, above_chin_mm=share * bone.length_mm, share=share)
            for key, label, share in _named(lines)
        ],
        eye_mm=Quantity(
            value=lines.eye_mm,
            unit="mm",
            why=Why(
                formula=said("character.the_eyes_as_they_are")
                if eyes
                else said("character.breadth_of_the_face_share"),
                inputs=[
                    Input(
                        name=said("character.breadth_of_the_face"), value=lines.face_mm, unit="mm"
                    ),
                    Input(name=said("character.share_of_an_eye"), value=sheet.face.eye_breadth),
                ],
                source=canon,
            ),
        ),
        eyes_apart_mm=lines.eyes_apart_mm,
        bead_mm=Quantity(
            value=bead,
            unit="mm",
            why=Why(
                formula=said("character.the_eye_to_the_nearest"),
                inputs=[
                    Input(name="eye", value=lines.eye_mm, unit="mm"),
                    Input(
                        name=said("character.bead_that_would_fill_it"),
                        value=lines.bead_mm,
                        unit="mm",
                    ),
                ],
                source=said("character.a_bead_shows_less_than"),
                assumed=True,
            ),
        ),
        behind_mm=min(behind.values(), default=None),
        findings=[*_deep(work, behind), *_wide(work)],
    )


def _named(lines: FaceLines) -> list[tuple[LineId, Text, float]]:
    return [
        ("crown", "crown", 1.0),
        ("brow", said("character.brow_top_of_the_ears"), lines.brow),
        ("eyes", said("character.eye_line"), lines.eyes),
        ("nose", said("character.base_of_the_nose_foot"), lines.nose),
        ("mouth", "mouth", lines.mouth),
        ("chin", "chin", 0.0),
    ]


def lies(sheet: FigureSheet) -> bool:
    """Whether the head lies along its bone, from the crown to the chin, and does not stand on it."""
    return sheet.body.plan in LYING


def is_eye(piece: Piece) -> bool:
    """An eye of the head, placed by the face plan or by its body."""
    return piece.part.bone == FACED and piece.part.feature == "eye"


def _as_they_are(sheet: FigureSheet, lines: FaceLines, bone: Bone, eyes: list[Piece]) -> FaceLines:
    """The lines of a head that lies, by where its eyes are; nose and mouth by their shares below."""
    at = [bone.frame.T @ (eye.solid.centre - bone.start) for eye in eyes]
    share = 1.0 - float(np.mean([along for _, _, along in at])) / bone.length_mm
    nose = share * (1 - sheet.face.nose)
    across = [abs(float(x)) for x, _, _ in at]
    return replace(
        lines,
        brow=min(1.0, share + BROW),
        eyes=share,
        nose=nose,
        mouth=nose * (1 - sheet.face.mouth),
        eye_mm=eyes[0].solid.thickness_mm / EYE_OF_BREADTH,
        eyes_apart_mm=2 * float(np.mean(across)),
    )


def _behind_mm(work: Workpiece, eye: Piece, out_mm: float = 0.0) -> float | None:
    """Clay left between an eye, `out_mm` further out, and the core of the head it sits in, mm."""
    if eye.part.lies_on is None:
        return None
    core = work.figure.piece(eye.part.lies_on).core
    if core is None:
        return None
    radius = eye.solid.thickness_mm / 2
    at = eye.solid.centre + eye_way(work.figure.bones[eye.part.bone], eye.solid) * out_mm
    x, y, z = (np.array([c], dtype=np.float32) for c in at)
    return float(core.world_distance(x, y, z)[0]) - radius


def _shallower(work: Workpiece, eye: Piece) -> float | None:
    """Depth of the socket, as a share of the eye, that leaves clay enough; None if none does."""
    depth = work.sheet.face.socket_depth
    for share in np.arange(math.floor(depth * 100) / 100, -0.001, -0.01):
        left = _behind_mm(work, eye, (depth - float(share)) * eye.solid.thickness_mm)
        if left is not None and left >= LEAST_BEHIND_MM + 0.05:
            return round(float(share), 2)
    return None


def _deep(work: Workpiece, behind: dict[str, float]) -> list[Finding]:
    found = []
    for part_id, left in behind.items():
        eye = work.figure.piece(part_id)
        if left >= LEAST_BEHIND_MM or eye.part.side == "left":
            continue
        found.append(
            Finding(
                id="character.socket.deep",
                station="character",
                severity="warn",
                subject=part_id,
                title=said("character.socket.deep", part=eye.part.label, left_mm=left)
                if left >= 0.05
                else said("character.socket.deep_2", part=eye.part.label, left_mm=-left)
                if left <= -0.05
                else said("character.socket.deep_3", part=eye.part.label),
                reason=said("character.socket.deep.why"),
                numbers={"behind_mm": left, "least_mm": LEAST_BEHIND_MM},
                fixes=_ways_out(work, eye, left),
            )
        )
    return found


def _ways_out(work: Workpiece, eye: Piece, left: float) -> list[Fix]:
    """A thicker wall under the eye, or the eye less deep."""
    host = work.figure.piece(eye.part.lies_on or "")
    wall = math.ceil(2 * (host.wall_mm + LEAST_BEHIND_MM + 0.1 - left)) / 2
    depth = _shallower(work, eye)
    return [
        *(
            [
                fix(
                    said("character.make_the_wall_of_the", part=host.part.label, wall_mm=wall),
                    (f"part/{host.part.id}/wall_mm", wall),
                )
            ]
            if wall <= THICK_WALL_MM
            else []
        ),
        *(
            [
                fix(
                    said("character.sink_the_eyes_by_only", depth=depth),
                    ("face/socket_depth", depth),
                )
            ]
            if depth is not None
            else []
        ),
    ]


def _wide(work: Workpiece) -> list[Finding]:
    """Eyes so broad or far apart that their outer rims are off the face."""
    sheet = work.sheet
    eyes = [p for p in work.figure.pieces if p.part.seat == "eye"]
    if not eyes:
        return []
    lines = face_lines(sheet, work.figure.head_mm)
    outer = lines.eyes_apart_mm + lines.eye_mm
    if outer <= EDGE * lines.face_mm:
        return []
    fits = round(EDGE / (2 + sheet.face.eye_gap) - 0.0005, 3)
    return [
        Finding(
            id="character.socket.wide",
            station="character",
            severity="warn",
            subject=eyes[0].part.id,
            title=said("character.socket.wide", outer_mm=outer, face_mm=lines.face_mm),
            reason=said("character.socket.wide.why"),
            numbers={"outer_mm": outer, "face_mm": lines.face_mm},
            fixes=[fix(said("character.make_an_eye_of_the", fits=fits), ("face/eye_breadth", fits))]
            if fits >= 0.06
            else [],
        )
    ]
