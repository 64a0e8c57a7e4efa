"""Runs that no wire can follow are refused, with what would do."""

from __future__ import annotations

import itertools

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.errors import Fault, SheetError
from windcrest_core.facts import said
from windcrest_core.frame.bend_test import refuse_impossible_tests
from windcrest_core.frame.gauges import wire_diameter
from windcrest_core.frame.mechanics import bundle_mm
from windcrest_core.frame.paths import head_room_mm, path_length_mm, room_mm, run_points
from windcrest_core.frame.routes import neighbours
from windcrest_core.sheet.runs import Run

LEAST_RUN_MM = 1.0


def refuse_impossible_runs(work: Workpiece) -> None:
    """Every run must have a length, go from joint to neighbouring joint, and fit where it goes.

    Raises
    ------
    SheetError : naming the run, its value and what would do; or a bend test that no wire can have.
    """
    refuse_impossible_tests(work.context.stores)
    parents = {key: bone.parent for key, bone in work.figure.bones.items()}
    faults = [fault for run in work.sheet.runs for fault in _faults(work, run, parents)]
    if faults:
        raise SheetError(faults)


def _faults(work: Workpiece, run: Run, parents: dict[str, str | None]) -> list[Fault]:
    at = f"run/{run.id}"
    for a, b in itertools.pairwise(run.path):
        if b not in neighbours(parents, a):
            near = ", ".join(neighbours(parents, a))
            return [Fault(f"{at}/path", b, f"next to {a}: one of {near}")]
    points, _, _ = run_points(work, run)
    if path_length_mm(points) < LEAST_RUN_MM:
        return [
            Fault(
                f"{at}/path",
                " ".join(run.path),
                "a run with a length: a second joint, or an end that goes on into the limb",
            )
        ]
    faults = []
    room = head_room_mm(work)
    if run.loop_mm is not None and "head_loop" in (run.start, run.end) and run.loop_mm > room:
        faults.append(
            Fault(f"{at}/loop_mm", run.loop_mm, said("frame.loop_in_the_head", most_mm=room))
        )
    if run.wire is None:
        return faults
    room = room_mm(work, run)
    wire = catalogue().wires[run.wire]
    grip = 0.0 if run.grip is None else 2 * wire_diameter(run.grip)
    thick = bundle_mm(wire.diameter_mm, run.strands) + grip
    if thick > room:
        faults.append(
            Fault(
                f"{at}/wire",
                run.wire,
                said(
                    "frame.too_thick_here",
                    most_mm=room,
                    strands=run.strands,
                    wire=wire.label,
                    thick_mm=thick,
                ),
            )
        )
    return faults
