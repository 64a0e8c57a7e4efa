"""Where each run goes through the posed figure, what room it has, and what its wire weighs."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

import numpy as np

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.figure import Piece, clearance_mm
from windcrest_core.body.skeleton import Array, Bone
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.frame.gauges import wire_diameter, wire_g_per_mm
from windcrest_core.frame.statics import Weight
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import End, Run

TRUNK = {"hips", "waist", "hem", "stem_1", "stem_2", "tier_1"}
LIFTED = 0.03
REACH_IN_BONE: dict[End, float] = {
    "head_loop": 0.45,
    "loop": 0.5,
    "cut": 0.9,
    "tail": 0.9,
    "peg": 0.0,
    "anchor": 0.0,
}


def _foot_end(work: Workpiece, joint: str, end: End) -> End:
    """A peg whose foot is off the ground is a loop in the foot; a floating figure's is its rod."""
    if clearance_mm(work.sheet) > 0:
        return end
    if end != "peg" or work.figure.bones[joint].start[2] <= _lift_limit(work, joint):
        return end
    return "loop"


def _lift_limit(work: Workpiece, joint: str) -> float:
    pieces = work.on_bone.get(joint, [])
    lowest = min((piece.solid.lowest_z for piece in pieces), default=0.0)
    height = float(work.figure.bones[joint].start[2])
    return height if lowest <= LIFTED * work.figure.height_mm else -1.0


def _point_beyond(bone: Bone, end: End) -> Array | None:
    """Where the wire goes on from the last joint of a path."""
    if end == "peg":
        return np.array([bone.start[0], bone.start[1], 0.0])
    reach = REACH_IN_BONE[end]
    return bone.start + bone.frame[:, 2] * bone.length_mm * reach if reach else None


def run_points(work: Workpiece, run: Run) -> tuple[list[Array], End, End]:
    """The run's path through the posed figure, and its ends as this pose makes them."""
    found = segments(work, run)
    points = [found[0].start, *(segment.end for segment in found)]
    return points, _foot_end(work, run.path[0], run.start), _foot_end(work, run.path[-1], run.end)


@dataclass(frozen=True)
class Segment:
    """A straight piece of a run, mm, and the bone it lies in."""

    bone: str
    start: Array
    end: Array

    @property
    def length_mm(self) -> float:
        return float(np.linalg.norm(self.end - self.start))


def segments(work: Workpiece, run: Run) -> list[Segment]:
    """The run in straight pieces: from joint to joint, and on into the bones at its ends."""
    bones = work.figure.bones
    first, last = run.path[0], run.path[-1]
    before = _point_beyond(bones[first], _foot_end(work, first, run.start))
    after = _point_beyond(bones[last], _foot_end(work, last, run.end))
    return [
        *([Segment(first, before, bones[first].start)] if before is not None else []),
        *(
            Segment(_bone_between(bones, a, b), bones[a].start, bones[b].start)
            for a, b in itertools.pairwise(run.path)
        ),
        *([Segment(last, bones[last].start, after)] if after is not None else []),
    ]


def _bone_between(bones: dict[str, Bone], a: str, b: str) -> str:
    """The bone from one joint to the next; from side to side, the one both hang on."""
    if bones[b].parent == a:
        return a
    return bones[a].parent or a


END_WORDS: dict[End, str] = {
    "head_loop": "the head loop",
    "loop": "the loop",
    "peg": "the peg into the base",
    "anchor": "the end that is anchored in the core",
    "tail": "the spare tail",
    "cut": "the cut end",
}


def start_words(work: Workpiece, run: Run, start: End) -> str:
    """Which end of the run its START is, in words."""
    label = joint_ranges(work.sheet.body)[run.path[0]].label
    return f"{END_WORDS[start]} at the {label}"


def point_names(work: Workpiece, run: Run) -> list[str]:
    """What each point of the run's path is called."""
    ranges = joint_ranges(work.sheet.body)
    bones = work.figure.bones
    first, last = run.path[0], run.path[-1]
    before = _point_beyond(bones[first], _foot_end(work, first, run.start)) is not None
    after = _point_beyond(bones[last], _foot_end(work, last, run.end)) is not None
    joints = [ranges[joint].label for joint in run.path]
    return [*(["its end"] if before else []), *joints, *(["its end"] if after else [])]


def path_length_mm(points: list[Array]) -> float:
    return float(sum(np.linalg.norm(b - a) for a, b in itertools.pairwise(points)))


def feet(work: Workpiece) -> dict[str, Array]:
    """Bones whose pegs reach the ground in this pose, with where they do, mm."""
    found = {}
    for run in work.sheet.runs:
        for joint, end in ((run.path[0], run.start), (run.path[-1], run.end)):
            if end == "peg" and _foot_end(work, joint, end) == "peg":
                found[joint] = work.figure.bones[joint].start[:2]
    return found


def wired_pieces(work: Workpiece, joint: str) -> list[Piece]:
    """The clay a run through this bone goes through."""
    return [p for p in work.on_bone.get(joint, []) if p.part.layer == 0 and p.part.stock is None]


def room_mm(work: Workpiece, run: Run) -> float:
    """The thinnest limb on the path, less the cover on both sides [A: 2 mm, 1.2 mm if delicate]."""
    rooms = []
    for joint in run.path:
        pieces = [p for p in wired_pieces(work, joint) if not isinstance(p.solid, SheetSolid)]
        if pieces:
            thickest = max(pieces, key=lambda p: p.solid.greatest_thickness_mm)
            cover = 1.2 if thickest.part.delicate else 2.0
            rooms.append(thickest.solid.greatest_thickness_mm - 2 * cover)
    return max(0.0, min(rooms, default=1000.0))


def column_mm(work: Workpiece, run: Run) -> float:
    """Height from the ground to the hips along the leg of the run; of a stem, the stem's own."""
    bones = work.figure.bones
    ground = feet(work)
    lengths = [0.0]
    for joint in (run.path[0], run.path[-1]):
        if joint not in ground:
            continue
        length, at = float(bones[joint].start[2]), joint
        if bones[joint].parent is None:
            length += bones[joint].length_mm
        while (parent := bones[at].parent) is not None and at not in TRUNK:
            length += float(np.linalg.norm(bones[at].start - bones[parent].start))
            at = parent
            if at in TRUNK:
                break
        lengths.append(length)
    return max(lengths)


def part_weights(work: Workpiece) -> list[Weight]:
    return [
        Weight(piece.part.bone, mass.total_g, mass.centre)
        for piece in work.figure.pieces
        if (mass := work.masses[piece.part.id]).total_g > 0
    ]


def wire_weights(work: Workpiece, wires: dict[str, str]) -> list[Weight]:
    """The wire of every run, shared over the bones it passes.

    Parameters
    ----------
    wires : wire of each run, by catalogue id.
    """
    return [
        Weight(
            segment.bone,
            wire_g_per_mm(wires[run.id]) * run.strands * segment.length_mm,
            (segment.start + segment.end) / 2,
        )
        for run in work.sheet.runs
        for segment in segments(work, run)
    ]


def wire_in_parts(work: Workpiece, wires: dict[str, str]) -> dict[str, float]:
    """Volume of wire inside the main part of each bone it passes, mm³.

    Parameters
    ----------
    wires : wire of each run, by catalogue id.
    """
    found: dict[str, float] = {}
    for run in work.sheet.runs:
        area = math.pi / 4 * wire_diameter(wires[run.id]) ** 2 * run.strands
        for segment in segments(work, run):
            pieces = wired_pieces(work, segment.bone)
            if pieces:
                main = max(pieces, key=lambda piece: piece.solid.volume_mm3).part.id
                found[main] = found.get(main, 0.0) + area * segment.length_mm
    return found
