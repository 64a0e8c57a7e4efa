"""Station 8: the base, its pegs, and the list to go through before it is called done."""

from __future__ import annotations

import math

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.findings import Finding, Frozen, Input, Quantity, Why, fix
from windcrest_core.sheet.model import Part
from windcrest_core.step_keys import CARD, DRILL, FILL, MOUNT, PHOTOGRAPH, SAND, WASH
from windcrest_core.steps import Need, Step, Undated

HOLE_CLEARANCE_MM = 0.2
HOLE_DEPTHS = 3.0
DRY_MIN = 120.0  # of washed clay in room air [A]


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
        (FILL, "Looked over cold; what had cracked or sunk is filled"),
        *(
            [(SAND, "Sanded wet, 180 to 400 grit; no dry dust in the room")]
            if _sanded(work)
            else []
        ),
        (WASH, "Washed and dry before the first coat"),
        *([(DRILL, "Holes drilled, pegs tried dry")] if pegged else []),
        (MOUNT, "Glued to the base on bare clay or wire, upright from both sides"),
        (PHOTOGRAPH, "Photographed from four sides for the log"),
        (
            CARD,
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
                "peg under a foot that is on the ground, or put a rod up through what it sits on.",
                fixes=[
                    fix(f"End {run.label} in a peg", (f"run/{run.id}/end", "peg"))
                    for run in work.sheet.runs
                    if run.end != "peg" and work.on_the_ground(run.path[-1])
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


def _sanded(work: Workpiece) -> list[str]:
    """Labels of the colour areas, and of parts without one, that House rules have sanded."""
    rule, areas = work.context.rules.sanding, {area.id: area for area in work.sheet.colour.areas}
    if rule == "off":
        return []
    on: dict[str, list[Part]] = {}
    for piece in work.clay_pieces:
        area = areas.get(piece.part.area or "")
        on.setdefault(area.label if area else piece.part.label, []).append(piece.part)
    glossy = {area.label for area in areas.values() if area.finish == "gloss"}
    return [
        label
        for label, parts in on.items()
        if rule == "always" or label in glossy or any(part.texture == "smooth" for part in parts)
    ]


def _steps(work: Workpiece, pegged: bool) -> list[Step]:
    """Before paint and after it; what waits for what is `order`'s."""
    steps = []
    if work.clay_pieces:
        steps.append(
            Step(
                key=FILL,
                kind="fill",
                station="finish",
                label="Look it over cold, all round; fill what has cracked or sunk",
                minutes=15,
            )
        )
        if sanded := _sanded(work):
            steps.append(
                Step(
                    key=SAND,
                    kind="sand",
                    station="finish",
                    label=f"Sand it wet, 180 to 400 grit: {', '.join(sanded)}",
                    minutes=25,
                    caution="Wet by default; a respirator for dry dust.",
                )
            )
        steps.append(
            Step(
                key=WASH,
                kind="wash",
                station="finish",
                label="Wash off dust and grease with a soft brush and soapy water, rinse, let it dry",
                minutes=5,
                wait_min=DRY_MIN,
                caution="Alcohol to wipe it down: no flame near, and dry before any heat.",
            )
        )
    if pegged:
        steps.append(
            Step(
                key=DRILL,
                kind="drill",
                station="finish",
                label="Drill the base",
                minutes=15,
                caution="Clamp it; never towards the holding hand; eye protection.",
            )
        )
    holes = [Need(key=DRILL, reason="holes before pegs")] if pegged else []
    return [
        *steps,
        Step(
            key=MOUNT,
            kind="mount",
            station="finish",
            label="Mount it on the base",
            minutes=15,
            wait_min=60,
            needs=holes,
        ),
        Step(
            key=PHOTOGRAPH,
            kind="photograph",
            station="finish",
            label="Photograph it from four sides",
            minutes=10,
        ),
        Step(
            key=CARD,
            kind="card",
            station="finish",
            label="Write its care card",
            minutes=5,
        ),
    ]
