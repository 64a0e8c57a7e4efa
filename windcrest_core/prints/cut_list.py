"""The cut list on paper."""

from __future__ import annotations

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer, Table

from windcrest_core.plan import Plan
from windcrest_core.prints.paper import (
    CELL,
    GRID,
    LEAD,
    TITLE,
    escaped,
    length_words,
    long_words,
    pdf,
)


def cut_list_pdf(plan: Plan, units: tuple[str, str] = ("mm", "C")) -> bytes:
    """The cut list: each run, its wire, its path and allowances, and what to cut."""
    unit = units[0]
    story: list[Flowable] = [
        Paragraph(f"{escaped(plan.name)}: cut list", TITLE),
        Paragraph(
            f"{len(plan.frame.runs)} runs, {long_words(plan.frame.wire_m.value, unit)} of wire in all. "
            "Eye protection when cutting; file or loop the ends.",
            LEAD,
        ),
    ]
    rows: list[list[object]] = [["", "Run", "Wire", "Path", "Allowances", "Cut"]]
    for run in plan.frame.runs:
        strands = "" if run.strands == 1 else f"{run.strands} × "
        extra = "<br/>".join(
            f"{escaped(a.label)}: {length_words(a.length_mm, unit)}" for a in run.allowances
        )
        rows.append(
            [
                "[  ]",
                Paragraph(escaped(run.label), CELL),
                Paragraph(escaped(f"{strands}{run.chosen.label} ({run.gauge})"), CELL),
                length_words(run.path_mm, unit),
                Paragraph(extra, CELL),
                Paragraph(f"<b>{strands}{length_words(run.cut_mm, unit)}</b>", CELL),
            ]
        )
    story.append(
        Table(
            rows,
            colWidths=[8 * mm, 36 * mm, 38 * mm, 22 * mm, 40 * mm, 28 * mm],
            style=GRID,
            hAlign="LEFT",
        )
    )
    story.append(Spacer(1, 6 * mm))
    story.append(
        Paragraph("Cut lengths are rounded up to the next 5 mm. Bend at no less than one wire diameter "
                  "inside; the same bend no more than about five times.", LEAD)
    )  # fmt: skip
    return pdf(f"{plan.name}: cut list", story)
