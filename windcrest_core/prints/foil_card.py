"""The foil card: what to tear off the roll for each core, and the girths to squeeze it down to."""

from __future__ import annotations

from reportlab.platypus import Flowable, Paragraph

from windcrest_core.bulk.model import PartBulk
from windcrest_core.measures import Units
from windcrest_core.plan import Plan
from windcrest_core.prints.page import Printing, heading_of
from windcrest_core.prints.paper import BIG, HEAD, LEAD, Box, card_pdf, says, table
from windcrest_core.words import sayer


def foil_card_pdf(plan: Plan, printing: Printing) -> bytes:
    """The cores in the order they are made, from the middle of the body outwards."""
    units, bulk = printing.units, plan.bulk
    heading = heading_of(plan, "Foil card", "no drawing to scale", printing)
    cores = [part for part in bulk.parts if part.core_cm3 > 0]
    foil = sorted(
        (part for part in cores if part.foil_m > 0 and part.piece is not None),
        key=lambda part: part.piece.order if part.piece else 0,
    )
    other = [part for part in cores if part not in foil]
    if not cores:
        words = "No part of this figure has a core, so there is nothing to bulk out."
        return card_pdf(heading, printing, [Paragraph(words, BIG)])
    story: list[Flowable] = []
    if foil:
        tape = f"; {units.long_mm(bulk.tape_mm)} of tape" if bulk.tape_mm else ""
        story += [
            says(
                f"{units.long_mm(bulk.foil_m.value * 1000)} off the roll in all, {units.mass_g(bulk.foil_g.value)}{tape}. "
                "Tear, crumple loosely, and squeeze until a strip of paper round its thickest place is each girth in "
                "turn: the last is when it is as firm as planned. Press dents flat: air under clay lifts it in the oven.",
                LEAD,
            ),
            table(
                [
                    "",
                    "core of",
                    "off the roll",
                    "make",
                    "finished",
                    "girth after each squeeze",
                    "tape",
                ],
                [_foil(part, units) for part in foil],
                [7, 40, 22, 26, 34, 42, 20],
                printing,
            ),
        ]
    if other:
        story += [
            Paragraph("Not of foil", HEAD),
            table(
                ["", "core of", "of", "weighs"],
                [
                    [Box(), says(part.label), says(part.kind), units.mass_g(part.core_g)]
                    for part in other
                ],
                [7, 70, 60, 40],
                printing,
            ),
        ]
    loaded = [part for part in cores if part.ballast is not None]
    for part in loaded:
        assert part.ballast is not None
        story.append(
            says(
                f"In the core of the {part.label}: {units.mass_g(part.ballast.mass_g)} of steel, as a ball of "
                f"{units.whole_mm(part.ballast.ball_mm)}, to weigh it down.",
                LEAD,
            )
        )
    return card_pdf(heading, printing, story)


def _foil(part: PartBulk, units: Units) -> list[object]:
    piece = part.piece
    assert piece is not None
    girths = " → ".join(units.rough_mm(girth) for girth in piece.girths_mm)
    return [
        Box(),
        says(part.label),
        says(units.roll_mm(part.foil_m * 1000)),
        says(sayer(units).say(piece.shape)),
        says(f"{units.rough_mm(piece.length_mm)} × {units.rough_mm(piece.across_mm)}"),
        says(girths),
        units.whole_mm(piece.tape_mm) if piece.tape_mm >= 1 else "none",
    ]
