"""The cut list: on paper, and as a table for a spreadsheet."""

from __future__ import annotations

import csv
import io

from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Paragraph, Spacer, Table

from windcrest_core.frame.packing import CoilCuts
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

COLUMNS = ("order", "coil", "wire", "run", "piece", "length_mm", "left_on_coil_mm", "action")


def cut_list_pdf(plan: Plan, units: tuple[str, str] = ("mm", "C")) -> bytes:
    """Each run with its wire, path and allowances; then what is cut from which coil, in order."""
    unit = units[0]
    frame = plan.frame
    story: list[Flowable] = [
        Paragraph(f"{escaped(plan.name)}: cut list", TITLE),
        Paragraph(
            f"{len(frame.runs)} runs, {long_words(frame.wire_m.value, unit)} of wire in all. "
            "Eye protection when cutting; file or loop the ends.",
            LEAD,
        ),
    ]
    rows: list[list[object]] = [["", "Run", "Wire", "Path", "Allowances", "Cut"]]
    for run in frame.runs:
        strands = "" if run.strands == 1 else f"{run.strands} × "
        extra = [f"{escaped(a.label)}: {length_words(a.length_mm, unit)}" for a in run.allowances]
        extra += [
            f"{escaped(p.label)}: {p.count} × {length_words(p.length_mm, unit)}"
            for p in run.pieces[1:]
        ]
        rows.append(
            [
                "[  ]",
                Paragraph(escaped(run.label), CELL),
                Paragraph(escaped(f"{strands}{run.chosen.label} ({run.gauge})"), CELL),
                length_words(run.path_mm, unit),
                Paragraph("<br/>".join(extra), CELL),
                Paragraph(f"<b>{strands}{length_words(run.cut_mm, unit)}</b>", CELL),
            ]
        )
    widths = [8 * mm, 36 * mm, 38 * mm, 22 * mm, 40 * mm, 28 * mm]
    story.append(Table(rows, colWidths=widths, style=GRID, hAlign="LEFT"))
    story.append(Spacer(1, 6 * mm))
    rows = [["", "From", "Cut, in this order", "Then left"]]
    for coil in frame.cuts.coils:
        cuts = [f"{length_words(cut.length_mm, unit)}: {escaped(cut.label)}" for cut in coil.cuts]
        rows.append(["[  ]", Paragraph(escaped(_from(coil, unit)), CELL),
                     Paragraph("<br/>".join(cuts), CELL), Paragraph(_left(coil, unit), CELL)])  # fmt: skip
    if frame.cuts.coils:
        widths = [8 * mm, 52 * mm, 76 * mm, 36 * mm]
        story.append(Table(rows, colWidths=widths, style=GRID, hAlign="LEFT"))
        story.append(Spacer(1, 6 * mm))
    for buy in frame.cuts.buy:
        story.append(
            Paragraph(
                f"To buy: {buy.metres} m of {escaped(buy.label)}, the longest piece "
                f"{length_words(buy.longest_mm, unit)}.",
                LEAD,
            )
        )
    story.append(
        Paragraph("Cut lengths are rounded up to the next 5 mm. Bend at no less than one wire diameter "
                  "inside; the same bend no more than about five times.", LEAD)
    )  # fmt: skip
    return pdf(f"{plan.name}: cut list", story)


def _from(coil: CoilCuts, unit: str) -> str:
    if coil.length_mm is None:
        return f"{coil.label}, its length not kept in Stores"
    return f"{coil.label}, {coil.coil}: {length_words(coil.length_mm, unit)}"


def _left(coil: CoilCuts, unit: str) -> str:
    if coil.left_mm is None:
        return "not kept"
    return f"{length_words(coil.left_mm, unit)}, {'keep' if coil.keep else 'scrap'}"


def cut_list_csv(plan: Plan) -> bytes:
    """One row a cut, in the order they are made; lengths in mm; then what is to be bought.

    Columns: order, coil, wire, run, piece, length_mm, left_on_coil_mm, action.
    """
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(COLUMNS)
    order = 0
    for coil in plan.frame.cuts.coils:
        left = coil.left_mm
        for cut in coil.cuts:
            order += 1
            at_end = "" if left is None or cut is not coil.cuts[-1] else f"{left:.1f}"
            table.writerow(
                [order, coil.coil or "", coil.wire, cut.run, _safe(cut.label),
                 f"{cut.length_mm:.1f}", at_end, "cut"]
            )  # fmt: skip
    for buy in plan.frame.cuts.buy:
        table.writerow(
            ["", "", buy.wire, "", _safe(buy.label), f"{buy.needed_mm:.1f}", "",
             f"buy {buy.metres} m"]
        )  # fmt: skip
    return out.getvalue().encode("utf-8")


def _safe(text: str) -> str:
    """A spreadsheet must not take a name for a formula."""
    return f"'{text}" if text[:1] in "=+-@\t\r" else text
