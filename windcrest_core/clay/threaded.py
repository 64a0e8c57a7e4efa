"""Segments with a bore, baked apart and strung on the open end of a wire, one after another."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from windcrest_core.body.axes import axis, nearest
from windcrest_core.body.figure import Piece
from windcrest_core.body.skeleton import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.clay.meets import Forming, Segment, Through, clay_hosts, first_key, hard
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.meetings import Thread
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.runs import End, Run
from windcrest_core.step_keys import TRY_ON, step_key
from windcrest_core.steps import Need, Step

OPEN_ENDS: tuple[End, ...] = ("cut", "tail", "peg", "rod", "pin")
INTO_THE_BASE: tuple[End, ...] = ("peg", "rod")
SIDES: tuple[tuple[Literal["start", "end"], Literal[1, -1]], ...] = (("end", 1), ("start", -1))
LEAST_LONG_MM = 3.0  # of a segment that one can still hold and paint [A]
LEAST_BESIDE_MM = 1.5  # of clay round a bore: less cracks as it comes off the mandrel [A]
THREAD_MIN, CLOSE_MIN = 3.0, 5.0  # a segment strung; the end of a wire closed [A]


def run_of(work: Workpiece, piece: Piece) -> Run | None:
    """The run a segment is strung on: the one it names, else one that goes along its bone."""
    meeting = piece.part.meeting
    if not isinstance(meeting, Thread):
        return None
    runs = work.sheet.runs
    if meeting.run is not None:
        return next((run for run in runs if run.id == meeting.run), None)
    return next((run for run in runs if piece.part.bone in run.path), None)


@dataclass(frozen=True)
class Strung:
    """What is strung on one end of a run, at its `side`, the nearest to the trunk first; `in_the_way` is what is built
    on the wire further out, which they would have to come over."""

    run: Run
    side: Literal["start", "end"]
    segments: list[Segment]
    in_the_way: list[Piece]

    @property
    def end(self) -> End:
        return self.run.start if self.side == "start" else self.run.end

    @property
    def thing(self) -> str:
        """What closing this end is done to, in step keys."""
        return self.run.id if self.side == "end" else f"{self.run.id}_start"


def strings(work: Workpiece, through: Mapping[str, Through]) -> list[Strung]:
    """Every end of a run that segments are strung on.

    Parameters
    ----------
    through : the wire of each run, by its id.
    """
    found = []
    for run in work.sheet.runs:
        pieces = [piece for piece in work.clay_pieces if run_of(work, piece) == run]
        if not pieces:
            continue
        wire = _Wire.of(work, run)
        built = [
            piece
            for piece in work.clay_pieces
            if piece.part.layer == 0 and piece.part.bone in run.path and not piece.part.apart
        ]
        for side, way in SIDES:
            at = {p.part.id: way * wire.along(p.solid.centre) for p in [*pieces, *built]}
            end = [p for p in pieces if at[p.part.id] > 0 or (at[p.part.id] == 0 and way > 0)]
            if end:
                end.sort(key=lambda piece: at[piece.part.id])
                inmost = at[end[0].part.id]
                beyond = [p for p in built if at[p.part.id] > inmost]
                under = [p for p in built if 0 <= at[p.part.id] <= inmost]
                before = max(under, key=lambda p: at[p.part.id], default=None)
                segments = _segments(wire, way, before, end, through[run.id].gaps_mm)
                found.append(Strung(run, side, segments, beyond))
    return found


@dataclass(frozen=True)
class _Wire:
    """A run's path: points (n, 3) mm, how far along it its trunk is, and each of its joints from there, mm."""

    line: Array
    trunk_mm: float
    joints: dict[str, float]

    @staticmethod
    def of(work: Workpiece, run: Run) -> _Wire:
        bones = work.figure.bones
        path = run.path
        starts = [bones[joint].start for joint in path]
        before, after = _tip(work, path), _tip(work, path[::-1])
        line = np.array([*before, *starts, *after])
        reached = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(line, axis=0), axis=1))])
        at = dict(zip(path, reached[len(before) :].tolist(), strict=False))
        most = max(len(work.beyond[joint]) for joint in path)
        trunk = float(np.mean([at[j] for j in path if len(work.beyond[j]) == most]))
        joints = {joint: mm - trunk for joint, mm in at.items()}
        return _Wire(line, trunk, joints)

    def along(self, at: Array) -> float:
        """How far from the trunk the nearest point of the wire is, mm, less than nought towards its start."""
        return nearest(self.line, at).along_mm - self.trunk_mm

    def covered(self, piece: Piece, way: int) -> tuple[float, float]:
        """From where to where a piece is on it, outwards, mm."""
        ends = axis(piece.solid)
        one, other = way * self.along(ends[0]), way * self.along(ends[-1])
        return min(one, other), max(one, other)


def _tip(work: Workpiece, path: list[str]) -> list[Array]:
    """Where the wire goes on from the first joint of a path: along its bone, unless the path does."""
    bones = work.figure.bones
    along = len(path) > 1 and bones[path[1]].parent == path[0]
    return [] if along else [bones[path[0]].end]


def wires_in(work: Workpiece, piece: Piece) -> list[Run]:
    """Other runs than the one a segment is strung on that are in it: of limbs that hang on it."""
    own, bones = run_of(work, piece), work.figure.bones
    return [
        run
        for run in work.sheet.runs
        if own is not None
        and run is not own
        and any(bones[joint].parent == piece.part.bone for joint in run.path)
        and not set(run.path) & set(own.path)
    ]


def loose_runs(work: Workpiece) -> set[str]:
    """The runs that are in what comes off its wire, by id."""
    return {run.id for piece in work.clay_pieces for run in wires_in(work, piece)}


def _segments(
    wire: _Wire, way: int, before: Piece | None, pieces: list[Piece], gaps_mm: Mapping[str, float]
) -> list[Segment]:
    """Each cut where it meets the next: at the joint between them, with what is to stay free there halved."""
    row = [*([before] if before else []), *pieces]
    spans = [list(wire.covered(piece, way)) for piece in row]
    free: list[tuple[float, str | None]] = [(0.0, None)] * len(row)
    for n in range(1, len(row)):
        middles = [way * wire.along(piece.solid.centre) for piece in row[n - 1 : n + 1]]
        between = [j for j, at in wire.joints.items() if middles[0] < way * at < middles[1]]
        joint = next((j for j in between if j in gaps_mm), between[0] if between else None)
        gap_mm = gaps_mm.get(joint, 0.0) if joint else 0.0
        cut = way * wire.joints[joint] if joint else (spans[n - 1][1] + spans[n][0]) / 2
        spans[n - 1][1] = min(spans[n - 1][1], cut - gap_mm / 2)
        spans[n][0] = max(spans[n][0], cut + gap_mm / 2)
        free[n] = (gap_mm, joint if gap_mm else None)
    at = len(row) - len(pieces)
    return [
        Segment(piece, last - first, *left)
        for piece, (first, last), left in zip(pieces, spans[at:], free[at:], strict=True)
    ]


def thread_findings(
    work: Workpiece, through: Mapping[str, Through], strung_on: list[Strung]
) -> list[Finding]:
    """Segments that no wire goes through, what is in their way on it, bores that leave too little clay, and joints that
    leave too little of a segment."""
    return [
        *(_blocked(strung) for strung in strung_on if strung.in_the_way),
        *(_closed(strung) for strung in strung_on if strung.end not in OPEN_ENDS),
        *(
            _short(work, strung.run, segment)
            for strung in strung_on
            for segment in strung.segments
            if segment.long_mm < LEAST_LONG_MM
        ),
        *(
            _loose(piece.part)
            for piece in work.clay_pieces
            if isinstance(piece.part.meeting, Thread) and run_of(work, piece) is None
        ),
        *_thin_bores(work, through),
    ]


def _loose(part: Part) -> Finding:
    return Finding(
        id="clay.thread.loose",
        station="clay",
        severity="warn",
        subject=part.id,
        title=said("clay.thread.loose", part=part.label),
        reason=said("clay.thread.loose.why"),
        fixes=[fix(said("clay.pin_it_instead"), (f"part/{part.id}/meeting/kind", "pin"))],
    )


def _thin_bores(work: Workpiece, through: Mapping[str, Through]) -> list[Finding]:
    """The thinnest segment of each run whose bore leaves too little, told with the others that do."""
    found = []
    for run in work.sheet.runs:
        bore_mm = through[run.id].bore_mm
        beside = {
            piece.part.id: (piece.solid.thickness_mm - bore_mm) / 2
            for piece in work.clay_pieces
            if run_of(work, piece) == run
        }
        thin = {key: mm for key, mm in beside.items() if mm < LEAST_BESIDE_MM}
        if not thin:
            continue
        least = min(thin.values())
        found.append(
            Finding(
                id="clay.thread.bore",
                station="clay",
                severity="warn",
                subject=min(thin, key=thin.__getitem__),
                title=said(
                    "clay.thread.bore",
                    parts=[work.sheet.part(key).label for key in thin],
                    beside_mm=max(0.0, least),
                ),
                reason=said("clay.thread.bore.why", bore_mm=bore_mm, least_mm=LEAST_BESIDE_MM),
                numbers={"beside_mm": least, "least_mm": LEAST_BESIDE_MM},
            )
        )
    return found


def _short(work: Workpiece, run: Run, segment: Segment) -> Finding:
    part = segment.piece.part
    return Finding(
        id="clay.thread.short",
        station="clay",
        severity="warn",
        subject=part.id,
        title=said("clay.thread.short", part=part.label, long_mm=max(0.0, segment.long_mm)),
        reason=said("clay.thread.short.why", least_mm=LEAST_LONG_MM),
        numbers={"long_mm": segment.long_mm, "least_mm": LEAST_LONG_MM},
        fixes=[
            fix(
                said("clay.let_stay", joint=joint_ranges(work.sheet.body)[joint].label),
                (f"run/{run.id}/poseable", {j: at for j, at in run.poseable.items() if j != joint}),
            )
            for joint in run.poseable
        ],
    )


def _closed(strung: Strung) -> Finding:
    first = strung.segments[0].piece.part
    return Finding(
        id="clay.thread.closed",
        station="clay",
        severity="stop",
        subject=first.id,
        title=said("clay.thread.closed", part=first.label, run=strung.run.label),
        reason=said("clay.thread.closed.why"),
        fixes=[
            fix(said("clay.leave_that_end_open"), (f"run/{strung.run.id}/{strung.side}", "cut"))
        ],
    )


def _blocked(strung: Strung) -> Finding:
    parts = [piece.part for piece in strung.in_the_way]
    labels, first = [part.label for part in parts], strung.segments[0].piece.part
    return Finding(
        id="clay.thread.blocked",
        station="clay",
        severity="stop",
        subject=first.id,
        title=said("clay.thread.blocked", part=first.label, parts=labels),
        reason=said("clay.thread.blocked.why", parts=labels),
        fixes=[
            fix(
                said("clay.thread_it_too", parts=labels),
                *((f"part/{part.id}/meeting/kind", "thread") for part in parts),
            )
        ],
    )


def thread_steps(forming: Forming, all_strung: list[Strung]) -> list[Step]:
    """Tried on their wires when they are baked; strung when all is painted, each after the one before it, the end of the
    wire closed last, unless it goes into the base."""
    steps = [_tried(all_strung)] if all_strung else []
    for strung in all_strung:
        row: list[Step] = []
        for segment in strung.segments:
            row.append(_threaded(forming, strung.run, segment, row[-1:]))
        steps += row
        if strung.end not in INTO_THE_BASE:
            steps.append(_close(strung, row[-1]))
    return steps


def _close(strung: Strung, last: Step) -> Step:
    return Step(
        key=step_key(strung.thing, "close"),
        kind="assemble",
        station="finish",
        minutes=CLOSE_MIN,
        needs=[Need(key=last.key, reason=said("clay.strung_in_their_order"))],
        after_bakes=True,
        label=said("clay.close_the_end_of", run=strung.run.label),
    )


def _tried(all_strung: list[Strung]) -> Step:
    parts = [segment.piece.part for strung in all_strung for segment in strung.segments]
    runs = list(dict.fromkeys(strung.run.label for strung in all_strung))
    return Step(
        key=TRY_ON,
        kind="fill",
        station="clay",
        minutes=THREAD_MIN * len(parts),
        needs=[hard(part) for part in parts],
        after_bakes=True,
        label=said("clay.try_them_on", parts=[part.label for part in parts], runs=runs),
        caution=said("clay.no_dry_dust"),
    )


def _threaded(forming: Forming, run: Run, segment: Segment, before: list[Step]) -> Step:
    work, part = forming.work, segment.piece.part
    reason = said("clay.put_on_cured_clay")
    joints = joint_ranges(work.sheet.body)
    return Step(
        key=step_key(part.id, "join"),
        kind="assemble",
        station="finish",
        part=part.id,
        minutes=THREAD_MIN,
        needs=[
            hard(part),
            *(
                Need(key=first_key(host.part), reason=reason, between="bake")
                for host in clay_hosts(work, segment.piece)
                if not isinstance(host.part.meeting, Thread)
            ),
            *(Need(key=one.key, reason=said("clay.strung_in_their_order")) for one in before),
        ],
        after_bakes=True,
        label=said("clay.thread_on_the", part=part.label, run=run.label)
        if segment.joint is None
        else said(
            "clay.thread_and_leave_free",
            part=part.label,
            run=run.label,
            free_mm=segment.free_mm,
            joint=joints[segment.joint].label,
        ),
    )
