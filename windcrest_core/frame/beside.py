"""What goes with a run: second pins, fine wire for grip and binding, holes, gaps to bend in."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.soft_clay import BEND_OVER, FLEXIBLE_STRAIN, most_bend_deg
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Frozen, said
from windcrest_core.frame.cutting import (
    CutPiece,
    anchor_mm,
    binding_mm,
    rounded_up_mm,
    wrapped_mm,
)
from windcrest_core.frame.ends import ENDS
from windcrest_core.frame.gauges import GaugeOption, wire_diameter
from windcrest_core.frame.mechanics import bends_it_lives, poseable_gap_mm
from windcrest_core.frame.paths import ends_here, path_length_mm, run_points, wired_pieces
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.meetings import Thread
from windcrest_core.sheet.runs import End, Run
from windcrest_core.stand.pegs import PegHole, hole_mm

PIN_CLEAR_MM = 3.0  # of base between two holes [A]


class PoseableJoint(Frozen):
    """A joint to be bent later: wire left free of clay, and how often it will stand it. Rigid clay over it cracks;
    flexible clay over it takes `most_deg`."""

    joint: str
    label: str
    angle_deg: float
    gap_mm: float
    bends: float
    covered_by: list[str]
    most_deg: float


def beside(work: Workpiece, run: Run, chosen: GaugeOption, ends: tuple[End, End]) -> list[CutPiece]:
    """Small pieces to cut for a run: pins, grip, binding."""
    d, rules = chosen.diameter_mm, work.context.rules
    found = []
    pegs = sum(1 for end in ends if end == "peg")
    if run.second_pins and pegs:
        found.append(
            CutPiece(
                run=run.id,
                label=said("frame.second_pin", run=run.label),
                wire=chosen.wire,
                length_mm=rounded_up_mm(work.sheet.base.thickness_mm + 5 + anchor_mm(d)),
                count=run.second_pins * pegs,
            )
        )
    if run.grip is not None:
        points, _, _ = run_points(work, run)
        fine = wire_diameter(run.grip)
        around = chosen.bundle_mm - 2 * fine
        length = wrapped_mm(path_length_mm(points), around, fine, run.grip_pitch_mm)
        found.append(
            CutPiece(
                run=run.id,
                label=said("frame.grip_round", run=run.label),
                wire=run.grip,
                length_mm=rounded_up_mm(length),
                count=1,
            )
        )
    bound = sum(1 for end in ends if end == "bound")
    if bound:
        found.append(
            CutPiece(
                run=run.id,
                label=said("frame.binding_of", run=run.label),
                wire=rules.binding_wire,
                length_mm=rounded_up_mm(binding_mm(chosen.bundle_mm, chosen.bundle_mm)),
                count=bound,
            )
        )
    return found


def peg_holes(work: Workpiece, chosen: dict[str, GaugeOption]) -> list[PegHole]:
    """Where pegs, rods and second pins go into the base."""
    holes = []
    deep_mm = work.sheet.base.thickness_mm
    for run in work.sheet.runs:
        option = chosen[run.id]
        for joint, end in zip((run.path[0], run.path[-1]), ends_here(work, run), strict=True):
            if not ENDS[end].in_base:
                continue
            at = work.figure.bones[joint].start
            holes.append(
                PegHole(
                    run=run.id,
                    label=run.label,
                    right_mm=float(at[0]),
                    forward_mm=float(at[1]),
                    wire_mm=option.bundle_mm,
                    hole_mm=hole_mm(option.bundle_mm),
                    depth_mm=deep_mm,
                    kind="rod" if end == "rod" else "peg",
                )
            )
            apart = option.bundle_mm + PIN_CLEAR_MM
            for n in range(run.second_pins if end == "peg" else 0):
                way = 1 if n == 0 else -1
                holes.append(
                    PegHole(
                        run=run.id,
                        label=said("frame.second_pin", run=run.label),
                        right_mm=float(at[0]),
                        forward_mm=float(at[1]) + way * apart,
                        wire_mm=option.diameter_mm,
                        hole_mm=hole_mm(option.diameter_mm),
                        depth_mm=deep_mm,
                        kind="pin",
                    )
                )
    return holes


def poseable_joints(work: Workpiece, run: Run, diameter_mm: float) -> list[PoseableJoint]:
    """Gaps of a run that is to be bent later, and the bends its wire will stand there."""
    ranges = joint_ranges(work.sheet.body)
    found = []
    for joint, angle in run.poseable.items():
        pieces = wired_pieces(work, joint)
        thick = max((piece.solid.thickness_mm for piece in pieces), default=0.0)
        gap = poseable_gap_mm(thick, diameter_mm, angle)
        at = work.figure.bones[joint].start
        x, y, z = (np.array([c], dtype=np.float32) for c in at)
        over = [
            piece
            for piece in work.clay_pieces
            if not isinstance(piece.part.meeting, Thread)  # cut to leave it free
            and float(piece.solid.world_distance(x, y, z)[0]) < 0
        ]
        rigid = [piece.part.id for piece in over if not catalogue().clays[piece.part.clay].flexible]
        most = most_bend_deg(1.0, BEND_OVER, FLEXIBLE_STRAIN) if over else 180.0
        found.append(
            PoseableJoint(
                joint=joint,
                label=ranges[joint].label,
                angle_deg=angle,
                gap_mm=math.ceil(gap),
                bends=bends_it_lives(diameter_mm, math.ceil(gap), angle),
                covered_by=rigid,
                most_deg=min(180.0, most),
            )
        )
    return found
