"""Findings of proportions and of the parts the figure is made of."""

from __future__ import annotations

from windcrest_core.body.joined import hanging_together, loose_parts
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix

SMALLEST_HEAD_MM = 18.0
HEAVY_HEAD = 0.45
BURIED_SHARE = 0.02


def loose_findings(work: Workpiece) -> list[Finding]:
    """One row for all that hangs together and is loose."""
    return [
        Finding(
            id="character.part.loose",
            station="character",
            severity="warn",
            subject=group[0].part.id,
            title=said("character.part.loose", part=group[0].part.label, others=len(group) - 1)
            if len(group) > 1
            else said("character.part.loose_alone", part=group[0].part.label),
            reason=said("character.part.loose.why"),
            numbers={"parts": float(len(group))},
            fixes=[
                fix(
                    said("character.it_is_made_apart"),
                    *((f"part/{p.part.id}/meeting/kind", "glue") for p in group),
                )
            ],
        )
        for group in hanging_together(loose_parts(work.figure))
    ]


def character_findings(work: Workpiece) -> list[Finding]:
    sheet, head = work.sheet, work.figure.head_mm
    found = []
    modelled = [part.id for part in sheet.parts if part.seat is not None]
    if head < SMALLEST_HEAD_MM and modelled:
        better = round(SMALLEST_HEAD_MM * sheet.body.heads_tall / 5 + 0.5) * 5.0
        found.append(
            Finding(
                id="character.head.small",
                station="character",
                severity="warn",
                subject="head",
                title=said("character.head.small", head_mm=head),
                reason=said("character.head.small.why"),
                numbers={"head_mm": head, "least_mm": SMALLEST_HEAD_MM},
                fixes=[
                    fix(
                        said("character.make_the_figure_tall", better_mm=better),
                        ("height_mm", better),
                    ),
                    fix(
                        said("character.leave_the_face_to_paint"),
                        *((f"part/{key}", None) for key in modelled),
                    ),
                ],
            )
        )
    total = sum(mass.total_g for mass in work.masses.values()) or 1.0
    skull = sum(work.masses[p.part.id].total_g for p in work.figure.pieces if p.part.bone == "head")
    if skull / total > HEAVY_HEAD:
        found.append(
            Finding(
                id="character.head.heavy",
                station="character",
                severity="note",
                subject="head",
                title=said("character.head.heavy", skull=skull / total),
                reason=said("character.head.heavy.why"),
                numbers={"head_g": skull, "whole_g": total},
            )
        )
    for piece in work.figure.pieces:
        seen = work.showing(piece)
        if seen < BURIED_SHARE:
            found.append(
                Finding(
                    id="character.part.buried",
                    station="character",
                    severity="warn",
                    subject=piece.part.id,
                    title=said("character.part.buried", part=piece.part.label),
                    reason=said("character.part.buried.why"),
                    numbers={"showing_share": seen},
                    fixes=[fix(said("character.do_without_it"), (f"part/{piece.part.id}", None))],
                )
            )
    return found
