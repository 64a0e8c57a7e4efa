"""Runs added, split, joined and led another way, as operations."""

from __future__ import annotations

from dataclasses import replace

from windcrest_core.body.plans import rest_bones
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.errors import SheetError
from windcrest_core.facts import said
from windcrest_core.findings import Fix, Operation, fix
from windcrest_core.frame.bare import runs_into_bare_parts
from windcrest_core.frame.routes import Parents, neighbours, route
from windcrest_core.frame.runs import starting_runs
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.runs import Feet, FrameSchool, Run


def _parents(sheet: FigureSheet) -> Parents:
    return {bone.joint: bone.parent for bone in rest_bones(sheet.body)}


def _put(run: Run, at: int | None = None) -> Operation:
    value = run.model_dump(mode="json")
    return Operation(path=f"run/{run.id}", value=value if at is None else {"at": at, **value})


def _taken(sheet: FigureSheet) -> set[str]:
    return {*(run.id for run in sheet.runs), *sheet.retired_ids}


def _run(sheet: FigureSheet, run_id: str, field: str = "run") -> Run:
    found = next((run for run in sheet.runs if run.id == run_id), None)
    if found is None:
        ids = ", ".join(run.id for run in sheet.runs)
        raise SheetError.one(field, run_id, f"the id of a run of this figure: {ids}")
    return found


def _joint(sheet: FigureSheet, joint: str, field: str) -> str:
    joints = joint_ranges(sheet.body)
    if joint not in joints:
        raise SheetError.one(field, joint, "one of " + ", ".join(joints))
    return joint


def added(sheet: FigureSheet, first: str, last: str) -> list[Operation]:
    """A run from one joint to another, the way the bones go.

    Raises
    ------
    SheetError : a joint that is not there.
    """
    _joint(sheet, first, "first")
    _joint(sheet, last, "last")
    ranges = joint_ranges(sheet.body)
    label = ranges[first].label
    if first != last:
        label = f"{label} to {ranges[last].label}"
    run = Run(
        id=free_id(f"to_{last}", _taken(sheet)),
        label=label[:80],
        path=route(_parents(sheet), first, last),
        start="anchor" if first != last else "cut",
        end="cut",
    )
    return [_put(run)]


def rerouted(sheet: FigureSheet, run_id: str, first: str, last: str) -> list[Operation]:
    """A run led from one joint to another instead; its ends and wire stay.

    Raises
    ------
    SheetError : no such run; a joint that is not there.
    """
    run = _run(sheet, run_id)
    path = route(_parents(sheet), _joint(sheet, first, "first"), _joint(sheet, last, "last"))
    kept = {joint: angle for joint, angle in run.poseable.items() if joint in path}
    into = run.into if run.path[-1] == last else None
    return [_put(run.model_copy(update={"path": path, "poseable": kept, "into": into}))]


def through(sheet: FigureSheet, run_id: str, joint: str) -> list[Operation]:
    """A run led through a joint more: on from the end that is nearer to it.

    Raises
    ------
    SheetError : no such run or joint; a joint it goes through already.
    """
    run = _run(sheet, run_id)
    parents = _parents(sheet)
    if _joint(sheet, joint, "joint") in run.path:
        raise SheetError.one("joint", joint, "a joint the run does not go through yet")
    before, after = route(parents, joint, run.path[0]), route(parents, run.path[-1], joint)
    path = [*before, *run.path[1:]] if len(before) < len(after) else [*run.path, *after[1:]]
    doubled = next((key for key in path if path.count(key) > 1), None)
    if doubled is not None:
        raise SheetError.one(
            "joint", joint, f"a joint beyond an end: {doubled} would be gone twice"
        )
    return [_put(run.model_copy(update={"path": path, "into": None}))]


def split(sheet: FigureSheet, run_id: str, joint: str) -> list[Operation]:
    """A run cut in two at a joint of its middle; the second half is bound on to the first.

    Raises
    ------
    SheetError : no such run; a joint that is not within it.
    """
    run = _run(sheet, run_id)
    within = run.path[1:-1]
    if joint not in within:
        raise SheetError.one(
            "joint", joint, "one of " + (", ".join(within) or "none: it has no joint in its middle")
        )
    at = run.path.index(joint)
    first, second = run.path[: at + 1], run.path[at:]
    half = run.model_copy(
        update={
            "path": first,
            "end": "anchor",
            "into": None,
            "poseable": {k: v for k, v in run.poseable.items() if k in first},
        }
    )
    other = run.model_copy(
        update={
            "id": free_id(run.id, _taken(sheet)),
            "label": f"{run.label[:66]}, second half",
            "path": second,
            "start": "bound",
            "poseable": {k: v for k, v in run.poseable.items() if k in second and k not in first},
        }
    )
    return [_put(half), _put(other, sheet.runs.index(run) + 1)]


def split_at_middle(sheet: FigureSheet, run: Run) -> list[Fix]:
    """A fix that splits a run at its middle joint, where it has one."""
    if len(run.path) < 3:
        return []
    joint = run.path[len(run.path) // 2]
    label = joint_ranges(sheet.body)[joint].label
    operations = split(sheet, run.id, joint)
    return [
        fix(said("frame.split_it_at", label=label), *((row.path, row.value) for row in operations))
    ]


def joined(sheet: FigureSheet, run_id: str, other_id: str) -> list[Operation]:
    """Two runs that meet made into one; the first keeps its wire.

    Raises
    ------
    SheetError : no such run; runs whose ends are not at one joint or next to each other.
    """
    one, other = _run(sheet, run_id), _run(sheet, other_id, "other")
    parents = _parents(sheet)
    for a, a_ends in ((one.path, (one.start, one.end)), (one.path[::-1], (one.end, one.start))):
        for b, b_ends in (
            (other.path, (other.start, other.end)),
            (other.path[::-1], (other.end, other.start)),
        ):
            b_rest = b[1:] if a[-1] == b[0] else b
            meets = a[-1] == b[0] or b[0] in neighbours(parents, a[-1])
            if one.id == other.id or not meets or set(a) & set(b_rest):
                continue
            into = other.into if b is other.path or not b_rest else None
            run = one.model_copy(
                update={
                    "path": [*a, *b_rest],
                    "start": a_ends[0],
                    "end": b_ends[1],
                    "into": into,
                    "poseable": {**one.poseable, **other.poseable},
                }
            )
            return [Operation(path=f"run/{other.id}", value=None), _put(run)]
    raise SheetError.one(
        "other", other_id, f"a run with an end at {one.path[0]} or {one.path[-1]}, or next to one"
    )


def suggested(work: Workpiece, school: FrameSchool, feet: Feet) -> list[Operation]:
    """The runs of this body by a school, in place of those there are; and wire into every part
    that stands out too far without."""
    sheet = work.sheet
    new = starting_runs(sheet.body, school, feet)
    ids = {run.id for run in sheet.runs}
    taken = set(_taken(sheet))
    put = []
    for run in new:
        key = run.id if run.id in ids else free_id(run.id, taken)
        taken.add(key)
        put.append(run.model_copy(update={"id": key}))
    kept = {run.id for run in put}
    laid = [
        *(Operation(path=f"run/{key}", value=None) for key in sorted(ids - kept)),
        *(_put(run) for run in put),
    ]
    wired, _ = apply_edits(sheet, laid)
    return [*laid, *(_put(run) for run in runs_into_bare_parts(replace(work, sheet=wired)))]
