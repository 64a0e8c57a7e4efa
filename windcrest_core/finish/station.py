"""Station 8: the base, its pegs, and the list to go through before it is called done."""

from __future__ import annotations

import math

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.findings import Finding, Frozen, Input, Quantity, Why, fix
from windcrest_core.steps import Need, Step, Undated

HOLE_CLEARANCE_MM = 0.2
HOLE_DEPTHS = 3.0


class Peg(Frozen):
    """A hole in the base: where from its middle, how wide and deep, mm."""

    label: str
    right_mm: float
    forward_mm: float
    hole_mm: float
    depth_mm: float


class CheckItem(Frozen):
    key: str
    label: str
    done: bool


class FinishPlan(Frozen):
    least_base: Quantity
    pegs: list[Peg]
    pegs_why: Why
    checklist: list[CheckItem]
    findings: list[Finding]
    steps: Undated


def finish_plan(
    work: Workpiece,
    pegs: list[tuple[str, float, float, float]],
    least_base: Quantity,
) -> FinishPlan:
    """The base and what is left to do.

    Parameters
    ----------
    pegs : (run, right, forward, bundle diameter), mm, of every peg that reaches the base.
    least_base : width of the smallest base that stands, mm.
    """
    base = work.sheet.base
    holes = [
        Peg(
            label=label,
            right_mm=x,
            forward_mm=y,
            hole_mm=d + HOLE_CLEARANCE_MM,
            depth_mm=base.thickness_mm,
        )
        for label, x, y, d in pegs
    ]
    return FinishPlan(
        least_base=least_base,
        pegs=holes,
        pegs_why=Why(
            formula="where the ankle of a standing foot is above the base, from its middle; hole = "
            "wire or twisted bundle + clearance, through the base",
            inputs=[
                Input(name="clearance", value=HOLE_CLEARANCE_MM, unit="mm"),
                Input(name="base", value=base.thickness_mm, unit="mm"),
            ],
            source="the pose and the run's wire; clearance and three diameters of depth assumed",
            assumed=True,
        ),
        checklist=_checklist(work, bool(pegs)),
        findings=_findings(work, pegs),
        steps=_steps(work, bool(pegs)),
    )


def _checklist(work: Workpiece, pegged: bool) -> list[CheckItem]:
    done = set(work.progress.steps_done)
    rows = [
        ("figure.sand.1", "Sanded wet, 180 to 400 grit; no dry dust in the room"),
        *([("base.drill.1", "Holes drilled, pegs tried dry")] if pegged else []),
        ("base.mount.1", "Glued to the base on bare clay or wire, upright from both sides"),
        ("figure.photograph.1", "Photographed from four sides for the log"),
        (
            "figure.card.1",
            "Care card written: not for food; small parts are not for small children",
        ),
    ]
    return [CheckItem(key=key, label=label, done=key in done) for key, label in rows]


def _findings(work: Workpiece, pegs: list[tuple[str, float, float, float]]) -> list[Finding]:
    base = work.sheet.base
    found = []
    if not pegs and work.context.rules.feet == "in_base":
        found.append(
            Finding(
                id="finish.peg.none",
                station="finish",
                severity="warn",
                subject="base",
                title="No peg goes into the base",
                reason="Glue alone lets go when the figure is picked up by an arm. Let a run end in a "
                "peg under a foot that is on the ground.",
                fixes=[
                    fix(f"End {run.label} in a peg", (f"run/{run.id}/end", "peg"))
                    for run in work.sheet.runs
                    if run.path[-1].startswith(("ankle", "ball", "wrist")) and run.end != "peg"
                ][:1],
            )
        )
    thickest = max((d for *_, d in pegs), default=0.0)
    if pegs and base.thickness_mm < HOLE_DEPTHS * thickest:
        wanted = math.ceil(HOLE_DEPTHS * thickest)
        found.append(
            Finding(
                id="finish.peg.shallow",
                station="finish",
                severity="warn",
                subject="base",
                title=f"A base of {base.thickness_mm:g} mm holds a peg of {thickest:.1f} mm poorly",
                reason="A hole wants at least three diameters of depth or the peg rocks in it.",
                numbers={"base_mm": base.thickness_mm, "wanted_mm": float(wanted)},
                fixes=[fix(f"Base {wanted} mm thick", ("base/thickness_mm", float(wanted)))],
            )
        )
    return found


def _steps(work: Workpiece, pegged: bool) -> list[Step]:
    sand = Step(
        key="figure.sand.1",
        station="finish",
        label="Sand it wet",
        minutes=25,
        caution="Wet by default; a respirator for dry dust.",
    )
    drill = Step(key="base.drill.1", station="finish", label="Drill the base", minutes=15)
    mount = Step(
        key="base.mount.1",
        station="finish",
        label="Mount it on the base",
        minutes=15,
        wait_min=60,
        needs=[
            Need(key="figure.sand.1", reason="sanded while it can be held", kind="sand"),
            *([Need(key="base.drill.1", reason="holes before pegs")] if pegged else []),
        ],
    )
    return [sand, *([drill] if pegged else []), mount]
