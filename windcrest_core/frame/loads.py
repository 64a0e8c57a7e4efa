"""What each joint of a run has to hold, and what helps it there."""

from __future__ import annotations

import numpy as np

from windcrest_core.body.axes import axis
from windcrest_core.body.figure import Piece
from windcrest_core.body.skeleton import Array, norm
from windcrest_core.body.soft_clay import clay_breaks_nmm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.frame.ends import ENDS
from windcrest_core.frame.gauges import Crossing, JointLoad
from windcrest_core.frame.paths import TRUNK, run_points, wired_pieces
from windcrest_core.frame.statics import Loads
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.runs import End, Run
from windcrest_core.strength import G_MM_N


def crossed_joints(work: Workpiece, run: Run, ends: tuple[End, End]) -> list[str]:
    """Joints of the path that wire goes through: with wire on both sides of them."""
    bones = work.figure.bones
    found = []
    for n, joint in enumerate(run.path):
        if bones[joint].parent is None:
            continue
        beside = [run.path[k] for k in (n - 1, n + 1) if 0 <= k < len(run.path)]
        on_own_bone = any(bones[other].parent == joint for other in beside)
        towards_body = any(bones[other].parent != joint for other in beside)
        outer = [end for end, at in zip(ends, (0, len(run.path) - 1), strict=True) if at == n]
        for end in outer:
            on_own_bone = on_own_bone or ENDS[end].reach > 0 or ENDS[end].in_base
        if run.into is not None and n == len(run.path) - 1:
            on_own_bone = on_own_bone or n > 0
        if (on_own_bone and towards_body) or (
            on_own_bone and any(ENDS[end].in_base for end in outer) and not beside
        ):
            found.append(joint)
    return found


def clay_round_nmm(work: Workpiece, joint: str) -> float:
    """Moment that breaks the cured clay round a joint, N·mm."""
    return max((_breaks_nmm(piece) for piece in wired_pieces(work, joint)), default=0.0)


def _breaks_nmm(piece: Piece) -> float:
    outside = piece.solid.thickness_mm
    core = max(0.0, outside - 2 * piece.wall_mm) if piece.core is not None else 0.0
    return clay_breaks_nmm(outside, core)


def crossings(work: Workpiece, run: Run, ends: tuple[End, End]) -> tuple[Crossing, ...]:
    """The joints a run goes through."""
    ranges = joint_ranges(work.sheet.body)
    crossed = crossed_joints(work, run, ends)
    roots: dict[str, float] = {}
    if crossed:
        for joint, end in ((crossed[0], ends[0]), (crossed[-1], ends[1])):
            roots[joint] = roots.get(joint, 1.0) * ENDS[end].root
    return tuple(
        Crossing(
            joint,
            ranges[joint].label,
            roots.get(joint, 1.0),
            0.0 if joint in run.poseable else clay_round_nmm(work, joint),
        )
        for joint in crossed
    )


def joint_loads(
    work: Workpiece, run: Run, loads: Loads, ends: tuple[End, End], crossed: tuple[Crossing, ...]
) -> list[JointLoad]:
    """Loads of a run at the joints it crosses, and at the root of a part it goes into."""
    bones = work.figure.bones
    held_up = {support.bone for support in loads.supports}
    joints = []
    for row in crossed:
        joint = row.joint
        beyond = work.beyond[joint]
        mass, moments = loads.on(beyond)
        if mass <= 0 and not beyond & held_up:
            continue
        at = bones[joint].start
        upright = norm(loads.moment_nmm(beyond, at))
        any_way = None
        if joint not in TRUNK and not beyond & held_up and mass > 0:
            any_way = mass * G_MM_N * norm(moments / mass - at)
        joints.append(
            JointLoad(
                joint,
                row.label,
                mass,
                upright,
                any_way,
                row.root,
                row.cured_nmm,
            )
        )
    joints += _load_on_rod(work, run, loads, ends)
    if run.into is not None:
        joints.append(_load_of_part(work, run, 1.0 if crossed else ENDS[ends[0]].root))
    return joints


def _load_on_rod(work: Workpiece, run: Run, loads: Loads, ends: tuple[End, End]) -> list[JointLoad]:
    """A rod or stem under the whole figure takes what moment its support clamps."""
    bones = work.figure.bones
    found = []
    for joint, end in zip((run.path[0], run.path[-1]), ends, strict=True):
        if not ENDS[end].in_base or bones[joint].parent is not None:
            continue
        label = joint_ranges(work.sheet.body)[joint].label
        found += [
            JointLoad(
                joint,
                said("frame.rod_under_the", label=label),
                support.force_n / G_MM_N,
                norm(support.clamp_nmm),
                None,
                1.0,
                0.0,
            )
            for support in loads.supports
            if support.bone == joint
        ]
    return found[:1]


def carried_with(work: Workpiece, part_id: str) -> list[str]:
    """A part and all that lies on it."""
    found = [part_id]
    for key in found:
        found += [p.id for p in work.sheet.parts if p.lies_on == key and p.id not in found]
    return found


def _load_of_part(work: Workpiece, run: Run, root: float) -> JointLoad:
    """A part hangs on the wire at its root, in the worst way up."""
    assert run.into is not None
    points, _, _ = run_points(work, run)
    piece = work.figure.piece(run.into)
    line = axis(piece.solid)
    at = min((line[0], line[-1]), key=lambda end: _nearest(points, end))
    masses = [work.masses[key] for key in carried_with(work, run.into)]
    mass = sum(m.total_g for m in masses)
    if mass <= 0:
        return JointLoad(
            run.into, said("frame.root_of_the", part=piece.part.label), 0.0, 0.0, 0.0, root, 0.0
        )
    centre = np.sum([m.total_g * m.centre for m in masses], axis=0) / mass
    arm = centre - at
    return JointLoad(
        run.into,
        said("frame.root_of_the", part=piece.part.label),
        mass,
        mass * G_MM_N * float(np.hypot(arm[0], arm[1])),
        mass * G_MM_N * norm(arm),
        root,
        _breaks_nmm(piece),
    )


def _nearest(points: list[Array], end: Array) -> float:
    """How far the root end of a part is from where its wire leaves the bone, mm."""
    return norm(points[0] - end)
