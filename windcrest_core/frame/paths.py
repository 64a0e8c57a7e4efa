"""Where each run goes through the posed figure, what room it has, and what its wire weighs."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass
from weakref import WeakKeyDictionary

import numpy as np

from windcrest_core.body.axes import along, axis
from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.figure import Piece, clearance_mm
from windcrest_core.body.skeleton import Array, Bone, norm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Text, said
from windcrest_core.frame.ends import ENDS
from windcrest_core.frame.gauges import wire_diameter, wire_g_per_mm
from windcrest_core.frame.statics import Weight
from windcrest_core.joining.contact import contact
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.meetings import Sit
from windcrest_core.sheet.runs import End, Run

TRUNK = {"hips", "waist", "hem", "stem_1", "stem_2", "tier_1"}
SLENDER_MM = 7.0  # thinner than this is a finger, a toe or the like [A]
THROUGH = 0.3  # of a bone's length: wire that came along so much of it is in it
INTO_PART = 0.9  # of the part's length that wire goes into


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
    return height if lowest <= work.ground_mm else -1.0


def _points_beyond(bone: Bone, end: End, next_to: Bone | None) -> list[Array]:
    """Where the wire goes on from an end joint of a path; nowhere if it came through this bone already.

    Parameters
    ----------
    next_to : the bone of the joint beside it on the path.
    """
    kind = ENDS[end]
    if kind.in_base:
        return [np.array([bone.start[0], bone.start[1], 0.0])]
    if next_to is not None and next_to.parent == bone.joint:
        came = next_to.start - bone.start
        if float(came @ bone.frame[:, 2]) > THROUGH * bone.length_mm:
            return []
    return [bone.start + bone.frame[:, 2] * bone.length_mm * kind.reach] if kind.reach else []


def _into_part(work: Workpiece, run: Run) -> list[Array]:
    """From where the part is rooted on the bone, along its middle, mm."""
    assert run.into is not None
    bone = work.figure.bones[run.path[-1]]
    line = axis(work.figure.piece(run.into).solid)
    foot = _nearest_on(bone, line[0])
    if norm(_nearest_on(bone, line[-1]) - line[-1]) < norm(foot - line[0]):
        line = line[::-1]
        foot = _nearest_on(bone, line[0])
    points = [foot, *along(line, 0.0, INTO_PART, max(2, len(line)))]
    return [points[0], *(b for a, b in itertools.pairwise(points) if norm(b - a) > 0.5)]


def _nearest_on(bone: Bone, point: Array) -> Array:
    share = float((point - bone.start) @ bone.frame[:, 2]) / max(bone.length_mm, 1e-9)
    return np.asarray(bone.start + bone.frame[:, 2] * bone.length_mm * min(max(share, 0.0), 1.0))


def ends_here(work: Workpiece, run: Run) -> tuple[End, End]:
    """The run's ends as this pose makes them: a lifted foot has no peg."""
    return _foot_end(work, run.path[0], run.start), _foot_end(work, run.path[-1], run.end)


def run_points(work: Workpiece, run: Run) -> tuple[list[Array], End, End]:
    """The run's path through the posed figure, and its ends as this pose makes them."""
    found = segments(work, run)
    start, end = ends_here(work, run)
    if not found:
        return [work.figure.bones[run.path[0]].start], start, end
    return [found[0].start, *(segment.end for segment in found)], start, end


@dataclass(frozen=True)
class Segment:
    """A straight piece of a run, mm, and the bone it lies in; `part` where it lies in one part."""

    bone: str
    start: Array
    end: Array
    part: str | None = None

    @property
    def length_mm(self) -> float:
        return norm(self.end - self.start)


Named = list[tuple[str, Array]]
_ways: WeakKeyDictionary[Workpiece, dict[str, Named]] = WeakKeyDictionary()


def _named_points(work: Workpiece, run: Run) -> Named:
    """Each point of the run and the joint it is; nameless beyond an end. Followed once a figure."""
    ways = _ways.setdefault(work, {})
    if run.id not in ways:
        ways[run.id] = _followed(work, run)
    return ways[run.id]


def _followed(work: Workpiece, run: Run) -> Named:
    bones = work.figure.bones
    first, last = run.path[0], run.path[-1]
    start, end = ends_here(work, run)

    def beside(n: int) -> Bone | None:
        return bones[run.path[n]] if len(run.path) > 1 else None

    before = [("", point) for point in reversed(_points_beyond(bones[first], start, beside(1)))]
    if run.into is not None:
        after = [("", point) for point in _into_part(work, run)]
        if len(run.path) == 1:
            return [*before, *([(first, bones[first].start)] if before else []), *after]
    else:
        after = [("", point) for point in _points_beyond(bones[last], end, beside(-2))]
    return [*before, *((joint, bones[joint].start) for joint in run.path), *after]


def segments(work: Workpiece, run: Run) -> list[Segment]:
    """The run in straight pieces: from joint to joint, and on into the bones at its ends."""
    bones = work.figure.bones
    points = _named_points(work, run)
    last = max((n for n, (joint, _) in enumerate(points) if joint), default=-1)
    rooted = len(points) if run.into is None else last + 2
    found = []
    for n, ((a, here), (b, there)) in enumerate(itertools.pairwise(points)):
        bone = _bone_between(bones, a, b) if a and b else a or b or run.path[-1]
        found.append(Segment(bone, here, there, run.into if n >= rooted else None))
    return found


def _bone_between(bones: dict[str, Bone], a: str, b: str) -> str:
    """The bone from one joint to the next; from side to side, the one both hang on."""
    if bones[b].parent == a:
        return a
    return bones[a].parent or a


def start_words(work: Workpiece, run: Run, start: End) -> Text:
    """Which end of the run its START is, in words."""
    label = joint_ranges(work.sheet.body)[run.path[0]].label
    return said("frame.at_the", words=ENDS[start].words, label=label)


def point_names(work: Workpiece, run: Run) -> list[Text]:
    """What each point of the run's path is called."""
    ranges = joint_ranges(work.sheet.body)
    part = None if run.into is None else work.sheet.part(run.into).label
    named = [joint for joint, _ in _named_points(work, run)]
    last = max((n for n, joint in enumerate(named) if joint), default=-1)
    return [
        ranges[joint].label
        if joint
        else part
        if part is not None and n > last
        else said("frame.its_end")
        for n, joint in enumerate(named)
    ]


def path_length_mm(points: list[Array]) -> float:
    return float(sum(norm(b - a) for a, b in itertools.pairwise(points)))


def pegs(work: Workpiece) -> dict[str, Array]:
    """Bones whose pegs and rods reach the base in this pose, with where they do, mm."""
    found = {}
    for run in work.sheet.runs:
        for joint, end in zip((run.path[0], run.path[-1]), ends_here(work, run), strict=True):
            if ENDS[end].in_base:
                found[joint] = work.figure.bones[joint].start[:2]
    return found


def feet(work: Workpiece) -> dict[str, Array]:
    """Bones that bear the figure and where, mm: its pegs, or without any what touches the ground; and its seat."""
    down = standing_pieces(work)
    own = [piece for piece in down if not by_itself(work, piece)] or down
    ground = pegs(work) or {piece.part.bone: piece.solid.centre[:2] for piece in own}
    return {**ground, **seated(work)}


def seated(work: Workpiece) -> dict[str, Array]:
    """Bones that sit on something and the middle of where they do, mm."""
    found = {}
    for piece in work.figure.pieces:
        seat = work.joined_to(piece) if isinstance(piece.part.meeting, Sit) else None
        if seat is not None and (meets := contact(piece.solid, seat.solid)).apart_mm == 0:
            found[piece.part.bone] = np.array(meets.middle[:2])
    return found


def by_itself(work: Workpiece, piece: Piece) -> bool:
    """Whether a part stands on the ground beside the figure, or under it, and hangs on nothing."""
    return piece.part.contact and piece.part.apart and piece.solid.lowest_z < work.ground_mm


def standing_pieces(work: Workpiece) -> list[Piece]:
    """The parts that touch the ground."""
    return [
        piece
        for piece in work.figure.pieces
        if piece.part.contact and piece.solid.lowest_z < work.ground_mm
    ]


def wired_pieces(work: Workpiece, joint: str) -> list[Piece]:
    """The clay a run through this bone goes through."""
    return [p for p in work.on_bone.get(joint, []) if p.part.layer == 0 and p.part.stock is None]


def room_mm(work: Workpiece, run: Run) -> float:
    """The thinnest limb on the path, less the cover on both sides."""
    rooms = [] if run.into is None else [_room_in(work.figure.piece(run.into))]
    for joint in run.path if run.into is None else run.path[:-1]:
        pieces = [p for p in wired_pieces(work, joint) if not isinstance(p.solid, SheetSolid)]
        if pieces:
            rooms.append(_room_in(max(pieces, key=lambda p: p.solid.greatest_thickness_mm)))
    return max(0.0, min(rooms, default=1000.0))


def _room_in(piece: Piece) -> float:
    return piece.solid.greatest_thickness_mm - 2 * cover_mm(piece)


def cover_mm(piece: Piece) -> float:
    """Clay wanted over wire [A: 2 mm, 1.2 mm in fingers, toes and what is as slender, a third of what is thinner yet]."""
    thick = piece.solid.greatest_thickness_mm
    slender = piece.part.delicate or thick < SLENDER_MM
    return min(1.2, thick / 3) if slender else 2.0


def head_room_mm(work: Workpiece) -> float:
    """Thickness of the head less its walls, mm: what a loop in it must fit."""
    skull = [p for p in work.on_bone.get("head", []) if p.part.layer == 0 and not p.part.stock]
    return max((p.solid.thickness_mm - 2 * p.wall_mm for p in skull), default=0.0)


def borne_by(work: Workpiece, run: Run) -> set[str]:
    """Joints at the run's ends on which the figure stands: pegs, rods, or feet standing free."""
    ground = feet(work)
    ends = zip((run.path[0], run.path[-1]), ends_here(work, run), strict=True)
    return {j for j, end in ends if j in ground and (ENDS[end].in_base or not ENDS[end].held)}


def column_mm(work: Workpiece, run: Run) -> float:
    """Height from the ground to the hips along the leg of the run; of a stem, the stem's own."""
    bones = work.figure.bones
    lengths = [0.0]
    for joint in sorted(borne_by(work, run)):
        length, at = float(bones[joint].start[2]), joint
        if bones[joint].parent is None:
            length += bones[joint].length_mm
        while (parent := bones[at].parent) is not None and at not in TRUNK:
            length += norm(bones[at].start - bones[parent].start)
            at = parent
            if at in TRUNK:
                break
        lengths.append(length)
    return max(lengths)


def part_weights(work: Workpiece) -> list[Weight]:
    """What hangs on the bones."""
    return [
        Weight(piece.part.bone, mass.total_g, mass.centre)
        for piece in work.figure.pieces
        if (mass := work.masses[piece.part.id]).total_g > 0 and not by_itself(work, piece)
    ]


def beside_weights(work: Workpiece) -> list[Weight]:
    """What stands on the ground by itself: it counts for how all of it stands, no wire carries it."""
    return [
        Weight(piece.part.bone, mass.total_g, mass.centre)
        for piece in work.figure.pieces
        if by_itself(work, piece) and (mass := work.masses[piece.part.id]).total_g > 0
    ]


def run_weights(work: Workpiece, run: Run, wire: str) -> list[Weight]:
    """A run of that wire, shared over the bones it passes."""
    g_per_mm = wire_g_per_mm(wire) * run.strands
    return [
        Weight(segment.bone, g_per_mm * segment.length_mm, (segment.start + segment.end) / 2)
        for segment in segments(work, run)
    ]


def wire_weights(work: Workpiece, wires: dict[str, str]) -> list[Weight]:
    """The wire of every run.

    Parameters
    ----------
    wires : wire of each run, by catalogue id.
    """
    return [row for run in work.sheet.runs for row in run_weights(work, run, wires[run.id])]


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
            if segment.part is not None:
                if work.sheet.part(segment.part).stock is None:
                    found[segment.part] = found.get(segment.part, 0.0) + area * segment.length_mm
            elif pieces := wired_pieces(work, segment.bone):
                main = max(pieces, key=lambda piece: piece.solid.volume_mm3).part.id
                found[main] = found.get(main, 0.0) + area * segment.length_mm
    return found
