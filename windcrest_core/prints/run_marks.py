"""What paper says of runs: their letters, their bends in a view, what of them a view foreshortens."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.frame.bending import corners
from windcrest_core.frame.cutting import Allowance
from windcrest_core.frame.model import RunPlan
from windcrest_core.measures import Units
from windcrest_core.plan import Plan
from windcrest_core.prints.drawn import Line
from windcrest_core.words import sayer

IN_PLANE = 0.96  # of its true length, or the paper does not show a wire as it is bent [A]
TURNS = 32

Point = tuple[float, float]


def lettered(n: int) -> str:
    """A to Z, then AA.

    Examples
    --------
    >>> lettered(0), lettered(26)
    ('A', 'AA')
    """
    return chr(ord("A") + n) if n < 26 else lettered(n // 26 - 1) + lettered(n % 26)


def run_letters(plan: Plan) -> dict[str, str]:
    """The letter each run has on every sheet, by id."""
    return {run.id: lettered(n) for n, run in enumerate(plan.frame.runs)}


def wire_words(run: RunPlan, units: Units) -> str:
    """What a run is of: metal beside gauge, strands before."""
    strands = f"{run.strands} strands twisted, " if run.strands > 1 else ""
    return f"{strands}{run.chosen.label} ({sayer(units).say(run.gauge)})"


def cut_words(run: RunPlan, units: Units) -> str:
    strands = f"{run.strands} × " if run.strands > 1 else ""
    return f"{strands}{units.whole_mm(run.cut_mm)}"


def allowance_words(allowance: Allowance, units: Units) -> str:
    """What is added to a path at an end, and how much."""
    inside = units.plain_mm(allowance.loop_mm or 0.0)
    name = {
        "head_loop": f"head loop of {inside} with 3 wraps",
        "loop": f"loop of {inside} with 2 wraps",
        "hook": f"hook of {inside}",
        "peg": "peg through the base",
        "rod": "rod through the base, with its nut",
        "pin": "end that is the pin of what is put on",
        "anchor": "end anchored in the core",
        "bound": "end bound on",
        "taped": "end taped on",
        "pushed": "end pushed into the foil",
        "tail": "spare tail",
        "cut": "cut end",
    }[allowance.end]
    return f"{name}: {units.whole_mm(allowance.length_mm)}"


def flat(run: RunPlan, view: Array) -> list[Point]:
    """The path in a view, mm."""
    return [(float(u), float(v)) for u, v in (view @ np.array(point) for point in run.points)]


def bend_points(run: RunPlan, view: Array) -> list[Point]:
    """Where the bends of the card are in a view, in their order."""
    path = flat(run, view)
    return [path[i] for i, _ in corners([np.array(point) for point in run.points])]


def wire_lines(run: RunPlan, view: Array) -> Iterator[Line]:
    """The wire at its true thickness with loops and pegs, mm; `away` where it is foreshortened."""
    path, d = flat(run, view), run.chosen.bundle_mm
    together: list[Point] = [path[0]]
    was: bool | None = None
    for n in range(len(path) - 1):
        true = math.dist(run.points[n], run.points[n + 1])
        away = math.dist(path[n], path[n + 1]) < IN_PLANE * true
        if was is not None and away != was:
            yield Line("wire", tuple(together), wire_mm=d, away=was)
            together = [path[n]]
        together.append(path[n + 1])
        was = away
    if was is not None:
        yield Line("wire", tuple(together), wire_mm=d, away=was)
    for allowance in run.allowances:
        start = allowance.at == "start"
        at, before = (
            (path[0], path[min(1, len(path) - 1)])
            if start
            else (path[-1], path[max(0, len(path) - 2)])
        )
        yield from _end(allowance, at, before, d)


def _end(allowance: Allowance, at: Point, before: Point, d: float) -> Iterator[Line]:
    match allowance.end:
        case "head_loop" | "loop" | "hook":
            radius = ((allowance.loop_mm or 0.0) + d) / 2
            along = (
                math.atan2(at[1] - before[1], at[0] - before[0]) if at != before else math.pi / 2
            )
            whole = TURNS if allowance.end != "hook" else TURNS // 2
            middle = (at[0] + radius * math.cos(along), at[1] + radius * math.sin(along))
            turns = [along + math.pi + 2 * math.pi * n / TURNS for n in range(whole + 1)]
            ring = tuple(
                (middle[0] + radius * math.cos(t), middle[1] + radius * math.sin(t)) for t in turns
            )
            yield Line("wire", ring, wire_mm=d)
        case "peg" | "rod":
            yield Line("wire", (at, (at[0], at[1] - allowance.length_mm)), wire_mm=d)
        case _:
            return
