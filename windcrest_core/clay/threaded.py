"""Segments with a bore, baked apart and strung on the open end of a wire, one after another."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from windcrest_core.body.axes import nearest
from windcrest_core.body.figure import Piece
from windcrest_core.body.skeleton import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.clay.meets import clay_hosts, first_key, hard
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix
from windcrest_core.sheet.meetings import Thread
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.runs import Run
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Need, Step

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
    """What is strung on one open end of a run, the nearest to the trunk first; `thing` is what closing that end is of,
    `in_the_way` what is built on the wire further out, which they would have to come over."""

    run: Run
    thing: str
    pieces: list[Piece]
    in_the_way: list[Piece]


def strings(work: Workpiece) -> list[Strung]:
    """Every end of a run that segments are strung on."""
    found = []
    for run in work.sheet.runs:
        pieces = [piece for piece in work.clay_pieces if run_of(work, piece) == run]
        if not pieces:
            continue
        line, trunk = _line(work, run)
        built = [
            piece
            for piece in work.clay_pieces
            if piece.part.layer == 0 and piece.part.bone in run.path and not piece.part.apart
        ]
        at = {p.part.id: nearest(line, p.solid.centre).along_mm - trunk for p in [*pieces, *built]}
        for thing, way in ((run.id, 1), (f"{run.id}_start", -1)):
            end = [piece for piece in pieces if (at[piece.part.id] >= 0) == (way > 0)]
            if end:
                end.sort(key=lambda piece: abs(at[piece.part.id]))
                inmost = abs(at[end[0].part.id])
                beyond = [p for p in built if way * at[p.part.id] > inmost]
                found.append(Strung(run, thing, end, beyond))
    return found


def _line(work: Workpiece, run: Run) -> tuple[Array, float]:
    """The points of a run's path, (n, 3) mm, and how far along it the trunk is."""
    bones = work.figure.bones
    first, last = bones[run.path[0]], bones[run.path[-1]]
    line = np.array([first.end, *(bones[joint].start for joint in run.path), last.end])
    reached = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(line, axis=0), axis=1))])
    carries = [len(work.beyond[joint]) for joint in run.path]
    inmost = [reached[n + 1] for n, size in enumerate(carries) if size == max(carries)]
    return line, float(np.mean(inmost))


def thread_findings(work: Workpiece, bores: Mapping[str, float]) -> list[Finding]:
    """Segments that no wire goes through, what is in their way on it, and bores that leave too little clay."""
    return [
        *(_blocked(strung) for strung in strings(work) if strung.in_the_way),
        *(
            _loose(piece.part)
            for piece in work.clay_pieces
            if isinstance(piece.part.meeting, Thread) and run_of(work, piece) is None
        ),
        *_thin_bores(work, bores),
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


def _thin_bores(work: Workpiece, bores: Mapping[str, float]) -> list[Finding]:
    """The thinnest segment of each run whose bore leaves too little, told with the others that do."""
    found = []
    for run in work.sheet.runs:
        bore_mm = bores[run.id]
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


def _blocked(strung: Strung) -> Finding:
    parts = [piece.part for piece in strung.in_the_way]
    labels = [part.label for part in parts]
    return Finding(
        id="clay.thread.blocked",
        station="clay",
        severity="stop",
        subject=strung.pieces[0].part.id,
        title=said("clay.thread.blocked", part=strung.pieces[0].part.label, parts=labels),
        reason=said("clay.thread.blocked.why", parts=labels),
        fixes=[
            fix(
                said("clay.thread_it_too", parts=labels),
                *((f"part/{part.id}/meeting/kind", "thread") for part in parts),
            )
        ],
    )


def thread_steps(work: Workpiece) -> list[Step]:
    """Strung when all is painted, each after the one before it, the end of the wire closed last."""
    steps = []
    for strung_on in strings(work):
        run, before = strung_on.run, None
        for piece in strung_on.pieces:
            part = piece.part
            needs = [hard(part)]
            needs += [
                Need(
                    key=first_key(host.part), reason=said("clay.put_on_cured_clay"), between="bake"
                )
                for host in clay_hosts(work, piece)
                if not isinstance(host.part.meeting, Thread)
            ]
            strung = Step(
                key=step_key(part.id, "join"),
                kind="assemble",
                station="finish",
                part=part.id,
                minutes=THREAD_MIN,
                needs=[*needs, *([before] if before else [])],
                after_bakes=True,
                label=said("clay.thread_on_the", part=part.label, run=run.label),
            )
            before = Need(key=strung.key, reason=said("clay.strung_in_their_order"))
            steps.append(strung)
        if before is not None:
            steps.append(
                Step(
                    key=step_key(strung_on.thing, "close"),
                    kind="assemble",
                    station="finish",
                    minutes=CLOSE_MIN,
                    needs=[before],
                    after_bakes=True,
                    label=said("clay.close_the_end_of", run=run.label),
                )
            )
    return steps
