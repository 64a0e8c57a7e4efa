"""Findings of the pegs and the base they go into."""

from __future__ import annotations

import math

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix
from windcrest_core.stand.pegs import PegHole, least_depth_mm


def finish_findings(work: Workpiece, pegs: list[PegHole]) -> list[Finding]:
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
    thickest = max((hole.wire_mm for hole in pegs), default=0.0)
    if pegs and base.thickness_mm < least_depth_mm(thickest):
        wanted = math.ceil(least_depth_mm(thickest))
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
