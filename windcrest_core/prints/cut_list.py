"""The cut list: on paper, and as a table for a spreadsheet."""

from __future__ import annotations

import csv
import io

from reportlab.platypus import Flowable, Paragraph

from windcrest_core.frame.packing import CoilCuts
from windcrest_core.measures import Units
from windcrest_core.plan import Plan
from windcrest_core.prints.page import Printing, heading_of
from windcrest_core.prints.paper import (
    BIG,
    HEAD,
    LEAD,
    Box,
    card_pdf,
    escaped,
    says,
    table,
    unbroken,
)
from windcrest_core.prints.run_marks import allowance_words, cut_words, run_letters, wire_words
from windcrest_core.stock.spreadsheet import safe_cell
from windcrest_core.words import sayer

COLUMNS = ("order", "coil", "wire", "run", "piece", "length_mm", "left_on_coil_mm", "action")


def cut_list_pdf(plan: Plan, printing: Printing) -> bytes:
    """What is cut from which coil, in order; then each run with its path and what is added to it."""
    units, frame = printing.units, plan.frame
    heading = heading_of(plan, "Cut list", "no drawing to scale", printing)
    if not frame.runs:
        words = "No run is planned yet, so there is no wire to cut."
        return card_pdf(heading, printing, [Paragraph(words, BIG)])
    story: list[Flowable] = [
        says(
            f"{len(frame.runs)} runs, {units.long_mm(frame.wire_m.value * 1000)} of wire in all. "
            "Eye protection when cutting; file or loop the ends.",
            LEAD,
        ),
    ]
    if frame.cuts.coils:
        story += [
            Paragraph("Cut, in this order", HEAD),
            table(
                ["", "from", "cut", "", "then left"],
                list(_cuts(plan, units)),
                [7, 56, 26, 60, 34],
                printing,
            ),
        ]
    for buy in frame.cuts.buy:
        words = unbroken(
            f"<b>To buy:</b> {units.long_mm(buy.metres * 1000)} of {escaped(buy.label)}; "
            f"the longest piece is {units.whole_mm(buy.longest_mm)}."
        )
        story.append(Paragraph(words, LEAD))
    letters = run_letters(plan)
    rows: list[list[object]] = []
    for run in frame.runs:
        extra = [allowance_words(a, units) for a in run.allowances]
        extra += [
            f"{sayer(units).say(p.label)}: {p.count} × {units.whole_mm(p.length_mm)}"
            for p in run.pieces[1:]
        ]
        rows.append(
            [
                letters[run.id],
                says(run.label),
                says(wire_words(run, units)),
                units.whole_mm(run.path_mm),
                says("; ".join(extra)),
                cut_words(run, units),
            ]
        )
    story += [
        Paragraph("The runs", HEAD),
        table(["", "run", "wire", "path", "added", "cut"], rows, [7, 42, 40, 22, 52, 26], printing),
        says(
            "Lengths to cut are rounded up. Bend at no less than one wire diameter inside; "
            "the same bend no more than about five times.",
            LEAD,
        ),
    ]
    return card_pdf(heading, printing, story)


def _cuts(plan: Plan, units: Units) -> list[list[object]]:
    rows: list[list[object]] = []
    for coil in plan.frame.cuts.coils:
        for n, cut in enumerate(coil.cuts):
            last = n == len(coil.cuts) - 1
            rows.append(
                [
                    Box(),
                    says(_from(coil, units)) if n == 0 else "",
                    units.whole_mm(cut.length_mm),
                    says(sayer(units).say(cut.label)),
                    says(_left(coil, units)) if last else "",
                ]
            )
    return rows


def _from(coil: CoilCuts, units: Units) -> str:
    if coil.length_mm is None:
        return f"{coil.label}, its length not kept in Stores"
    return f"{coil.label}, lot “{coil.name}”, {units.stock_mm(coil.length_mm)} there"


def _left(coil: CoilCuts, units: Units) -> str:
    if coil.left_mm is None:
        return "not kept"
    return f"{units.stock_mm(coil.left_mm)}, {'keep' if coil.keep else 'scrap'}"


def cut_list_csv(plan: Plan) -> str:
    """One row a cut, in the order they are made; lengths in mm; then what is to be bought.

    Columns: order, coil, wire, run, piece, length_mm, left_on_coil_mm, action; things by their names.
    """
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(COLUMNS)
    runs = {run.id: run.label for run in plan.frame.runs}
    order = 0
    for coil in plan.frame.cuts.coils:
        left = coil.left_mm
        for cut in coil.cuts:
            order += 1
            at_end = "" if left is None or cut is not coil.cuts[-1] else f"{left:.1f}"
            table.writerow(
                [
                    order,
                    safe_cell(coil.name),
                    safe_cell(coil.label),
                    safe_cell(runs[cut.run]),
                    safe_cell(sayer(Units()).say(cut.label)),
                    f"{cut.length_mm:.1f}",
                    at_end,
                    "cut",
                ]
            )
    for buy in plan.frame.cuts.buy:
        table.writerow(
            [
                "",
                "",
                safe_cell(buy.label),
                "",
                "",
                f"{buy.needed_mm:.1f}",
                "",
                f"buy {buy.metres} m",
            ]
        )
    return out.getvalue()
