"""What sticks out or hangs on without wire: slender parts, and joints that no run goes through."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.axes import along, axis
from windcrest_core.body.figure import Piece
from windcrest_core.body.skeleton import Array, norm
from windcrest_core.body.soft_clay import (
    clay_breaks_nmm,
    raw_clay_gives_nmm,
)
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix
from windcrest_core.frame.paths import cover_mm, part_weights, segments, wired_pieces
from windcrest_core.frame.routes import route
from windcrest_core.frame.statics import Loads
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.runs import Run
from windcrest_core.strength import G_MM_N

SAMPLES = 17
SLENDER = 3.0  # times as long as thick [A]
RAW_SAFETY = 1.5  # [A]
LEAST_LOAD_G = 1.0  # less on a joint is not worth a wire [A]


def bare_findings(work: Workpiece) -> list[Finding]:
    slender = [_slender_finding(work, piece, out) for piece, out in _slender(work)]
    return [*slender, *_joints(work)]


def runs_into_bare_parts(work: Workpiece) -> list[Run]:
    """Wire for each slender part that has none and has room for some."""
    found = [_run_into(work, piece) for piece, _ in _slender(work)]
    return [run for run in found if run is not None]


def _apart_from(lines: Array, points: Array) -> Array:
    """(n,) distance of each point from the nearest piece of wire, mm."""
    if not len(lines):
        return np.full(len(points), np.inf)
    start, step = lines[:, 0], lines[:, 1] - lines[:, 0]
    size = np.maximum((step**2).sum(axis=1), 1e-9)
    gap = points[:, None] - start[None]
    share = np.clip((gap * step[None]).sum(axis=2) / size, 0, 1)
    return np.asarray(np.linalg.norm(gap - share[..., None] * step[None], axis=2).min(axis=1))


def _outside(work: Workpiece, piece: Piece, points: Array) -> NDArray[np.bool_]:
    """(n,) which points lie in no other clay that is put on before."""
    free = np.ones(len(points), dtype=bool)
    x, y, z = (np.asarray(points[:, k], dtype=np.float32) for k in range(3))
    for other in work.clay_pieces:
        if other is piece or other.part.layer > piece.part.layer:
            continue
        if other.solid.greatest_thickness_mm < piece.solid.greatest_thickness_mm:
            continue
        low, high = other.solid.bounds
        if (points < low).all(axis=0).any() or (points > high).all(axis=0).any():
            continue
        free &= np.asarray(other.solid.world_distance(x, y, z)) > 0
    return free


def _slender(work: Workpiece) -> list[tuple[Piece, float]]:
    """Slender clay that stands out further than it bears hot, without wire; how far, mm."""
    wire = [(s.start, s.end) for run in work.sheet.runs for s in segments(work, run)]
    lines = np.array(wire) if wire else np.zeros((0, 2, 3))
    long_ones = [piece for piece in work.clay_pieces if _may_stand_out(work, piece)]
    if not long_ones:
        return []
    axes = [along(axis(piece.solid), 0.0, 1.0, SAMPLES) for piece in long_ones]
    apart = _apart_from(lines, np.concatenate(axes)).reshape(len(axes), SAMPLES)
    found = []
    for piece, points, gaps in zip(long_ones, axes, apart, strict=True):
        thick = piece.solid.greatest_thickness_mm
        wired = gaps <= thick / 2 + 1.0
        length = float(np.linalg.norm(np.diff(points, axis=0), axis=1).sum())
        if length < SLENDER * thick or wired.all():
            continue
        free = _outside(work, piece, points)
        out = length * float(free.mean())
        bears = work.bears_mm(piece)
        if out <= bears or np.count_nonzero(wired & free) >= 0.5 * np.count_nonzero(free):
            continue
        found.append((piece, out))
    return found


def _may_stand_out(work: Workpiece, piece: Piece) -> bool:
    """Whether it is long enough to, and neither stands, lies on something nor is made apart."""
    part = piece.part
    if part.apart or part.pressed or part.contact or part.lies_on is not None:
        return False
    thick = piece.solid.greatest_thickness_mm
    low, high = piece.solid.bounds
    bears = work.bears_mm(piece)
    return norm(high - low) > max(bears, SLENDER * thick)


def _run_into(work: Workpiece, piece: Piece) -> Run | None:
    """A run into a part, where there is room for the thinnest wire."""
    part = piece.part
    room = piece.solid.greatest_thickness_mm - 2 * cover_mm(piece)
    if room < min(wire.diameter_mm for wire in catalogue().wires.values()):
        return None
    taken = {*(run.id for run in work.sheet.runs), *work.sheet.retired_ids}
    return Run(
        id=free_id(f"in_{part.id}", taken),
        label=part.label[:73] + ", wire",
        path=[part.bone],
        into=part.id,
        start="anchor",
        end="cut",
    )


def _slender_finding(work: Workpiece, piece: Piece, out: float) -> Finding:
    part, thick = piece.part, piece.solid.greatest_thickness_mm
    fixes = []
    if (run := _run_into(work, piece)) is not None:
        fixes.append(
            fix(said("frame.run_wire_into_it"), (f"run/{run.id}", run.model_dump(mode="json")))
        )
    fixes.append(
        fix(said("frame.make_it_apart_baked_lying"), (f"part/{part.id}/meeting/kind", "glue"))
    )
    return Finding(
        id="frame.slender.bare",
        station="frame",
        severity="warn",
        subject=part.id,
        title=said("frame.slender.bare", part=part.label, out_mm=out, thick_mm=thick),
        reason=said("frame.slender.bare.why"),
        numbers={
            "out_mm": out,
            "thickness_mm": thick,
            "bears_itself_mm": work.bears_mm(piece),
            "snaps_at_n": clay_breaks_nmm(thick) / max(out, 1.0),
        },
        fixes=fixes,
    )


def _joints(work: Workpiece) -> list[Finding]:
    """Bones without any wire whose load is more than raw clay bears at their joint."""
    bones, ranges = work.figure.bones, joint_ranges(work.sheet.body)
    wired = {segment.bone for run in work.sheet.runs for segment in segments(work, run)}
    loads = Loads(part_weights(work), [])
    in_parts = {run.into for run in work.sheet.runs}
    found = []
    for joint, bone in bones.items():
        if joint in wired or bone.parent is None or (bone.parent not in wired):
            continue
        pieces = wired_pieces(work, joint)
        if not pieces or all(p.part.apart or p.part.id in in_parts for p in pieces):
            continue
        mass, moments = loads.on(work.beyond[joint])
        if mass < LEAST_LOAD_G:
            continue
        lever = norm(moments / mass - bone.start)
        moment = mass * G_MM_N * lever
        thick = max(piece.solid.thickness_mm for piece in pieces)
        bears = raw_clay_gives_nmm(thick) / RAW_SAFETY
        if moment <= bears or lever < thick / 2:
            continue
        found.append(_joint_finding(work, joint, ranges[joint].label, mass, moment, bears))
    return found


def _furthest(work: Workpiece, joint: str) -> str:
    """The end of the limb beyond a joint."""
    bones = work.figure.bones
    here = bones[joint].start
    return max(
        sorted(work.beyond[joint]),
        key=lambda key: norm(bones[key].start - here),
    )


def _joint_finding(
    work: Workpiece, joint: str, label: str, mass_g: float, moment_nmm: float, bears_nmm: float
) -> Finding:
    parents = {key: bone.parent for key, bone in work.figure.bones.items()}
    parent = parents[joint]
    assert parent is not None
    taken = {*(run.id for run in work.sheet.runs), *work.sheet.retired_ids}
    run = Run(
        id=free_id(f"to_{joint}", taken),
        label=f"through the {label}",
        path=route(parents, parent, _furthest(work, joint)),
        start="bound",
        end="cut",
    )
    return Finding(
        id="frame.joint.bare",
        station="frame",
        severity="stop",
        subject=joint,
        title=said("frame.joint.bare", label=label, mass_g=mass_g),
        reason=said("frame.joint.bare.why"),
        numbers={"moment_nmm": moment_nmm, "bears_nmm": bears_nmm, "mass_g": mass_g},
        fixes=[
            fix(
                said("frame.run_wire_through_the", label=label),
                (f"run/{run.id}", run.model_dump(mode="json")),
            )
        ],
    )
