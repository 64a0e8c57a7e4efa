"""Station 8: the base, its pegs, and the list to go through before it is called done."""

from __future__ import annotations

import math

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen, Input, Quantity, Text, Why, said
from windcrest_core.findings import Finding, fix
from windcrest_core.sheet.model import Part
from windcrest_core.step_keys import CARD, DRILL, FILL, MOUNT, PHOTOGRAPH, SAND, WASH
from windcrest_core.steps import Need, Step, Undated

HOLE_CLEARANCE_MM = 0.2
HOLE_DEPTHS = 3.0
DRY_MIN = 120.0  # of washed clay in room air [A]


class Peg(Frozen):
    """A hole in the base: where from its middle, how wide and deep, mm."""

    label: Text
    right_mm: float
    forward_mm: float
    hole_mm: float
    depth_mm: float


class CheckItem(Frozen):
    key: str
    label: Text
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
    pegs: list[tuple[Text, float, float, float]],
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
            formula=said("finish.where_the_ankle_of_a"),
            inputs=[
                Input(name="clearance", value=HOLE_CLEARANCE_MM, unit="mm"),
                Input(name="base", value=base.thickness_mm, unit="mm"),
            ],
            source=said("finish.the_pose_and_the_runs"),
            assumed=True,
        ),
        checklist=_checklist(work, bool(pegs)),
        findings=_findings(work, pegs),
        steps=_steps(work, bool(pegs)),
    )


def _checklist(work: Workpiece, pegged: bool) -> list[CheckItem]:
    done = set(work.progress.steps_done)
    rows = [
        (FILL, said("finish.looked_over_cold_what_had")),
        *([(SAND, said("finish.sanded_wet_to_grit_no"))] if _sanded(work) else []),
        (WASH, said("finish.washed_and_dry_before_the")),
        *([(DRILL, said("finish.holes_drilled_pegs_tried_dry"))] if pegged else []),
        (MOUNT, said("finish.glued_to_the_base_on")),
        (PHOTOGRAPH, said("finish.photographed_from_four_sides_for")),
        (
            CARD,
            said("finish.care_card_written_not_for"),
        ),
    ]
    return [CheckItem(key=key, label=label, done=key in done) for key, label in rows]


def _findings(work: Workpiece, pegs: list[tuple[Text, float, float, float]]) -> list[Finding]:
    base = work.sheet.base
    found = []
    if not pegs and work.context.rules.feet == "in_base":
        found.append(
            Finding(
                id="finish.peg.none",
                station="finish",
                severity="warn",
                subject="base",
                title=said("finish.peg.none"),
                reason=said("finish.peg.none.why"),
                fixes=[
                    fix(said("finish.end_in_a_peg", run=run.label), (f"run/{run.id}/end", "peg"))
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
                title=said(
                    "finish.peg.shallow", thickness_mm=base.thickness_mm, thickest_mm=thickest
                ),
                reason=said("finish.peg.shallow.why"),
                numbers={"base_mm": base.thickness_mm, "wanted_mm": float(wanted)},
                fixes=[
                    fix(
                        said("finish.base_thick", wanted_mm=wanted),
                        ("base/thickness_mm", float(wanted)),
                    )
                ],
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
                label=said("finish.look_it_over_cold_all"),
                minutes=15,
            )
        )
        if sanded := _sanded(work):
            steps.append(
                Step(
                    key=SAND,
                    kind="sand",
                    station="finish",
                    label=said("finish.sand_it_wet_to_grit", sanded=sanded),
                    minutes=25,
                    caution=said("finish.wet_by_default_a_respirator"),
                )
            )
        steps.append(
            Step(
                key=WASH,
                kind="wash",
                station="finish",
                label=said("finish.wash_off_dust_and_grease"),
                minutes=5,
                wait_min=DRY_MIN,
                caution=said("finish.alcohol_to_wipe_it_down"),
            )
        )
    if pegged:
        steps.append(
            Step(
                key=DRILL,
                kind="drill",
                station="finish",
                label=said("finish.drill_the_base"),
                minutes=15,
                caution=said("finish.clamp_it_never_towards_the"),
            )
        )
    holes = [Need(key=DRILL, reason=said("finish.holes_before_pegs"))] if pegged else []
    return [
        *steps,
        Step(
            key=MOUNT,
            kind="mount",
            station="finish",
            label=said("finish.mount_it_on_the_base"),
            minutes=15,
            wait_min=60,
            needs=holes,
        ),
        Step(
            key=PHOTOGRAPH,
            kind="photograph",
            station="finish",
            label=said("finish.photograph_it_from_four_sides"),
            minutes=10,
        ),
        Step(
            key=CARD,
            kind="card",
            station="finish",
            label=said("finish.write_its_care_card"),
            minutes=5,
        ),
    ]
