"""The shopping list: what is to be bought, packs rounded up, for one figure or for several."""

from __future__ import annotations

from datetime import date

from reportlab.platypus import Flowable, Paragraph

from windcrest_core.measures import Units
from windcrest_core.prints.page import Heading, Printing, dated
from windcrest_core.prints.paper import BIG, HEAD, LEAD, Box, card_pdf, says, table
from windcrest_core.stock.kinds import Unit
from windcrest_core.stock.shopping import ShoppingList, ToBuy
from windcrest_core.words import sayer


def amount_words(amount: float, unit: Unit, units: Units) -> str:
    """An amount in the unit its kind is counted in."""
    match unit:
        case "mm":
            return units.stock_mm(amount)
        case "g":
            return units.mass_g(amount)
        case "ml":
            return f"{amount:.1f} ml"
        case "count":
            return f"{amount:g}"


def shopping_sheet_pdf(
    found: ShoppingList, names: list[str], today: date, printing: Printing
) -> bytes:
    """What to buy, with what it is for and the assumed or paid price; what there is enough of."""
    units = printing.units
    heading = Heading(
        figure=names[0] if len(names) == 1 else "The bench",
        sheet="Shopping list",
        about=(", ".join(names) if len(names) > 1 else "one figure", dated(today)),
    )
    story: list[Flowable] = []
    if found.lines:
        assumed = any(line.price_assumed for line in found.lines)
        story += [
            says(
                f"About £{found.cost:.2f} in whole packs"
                + ("; prices marked * are assumed." if assumed else ", at what you paid before."),
                LEAD,
            ),
            table(
                ["", "thing", "to use", "there", "buy", "cost", "for"],
                [_buy(line, units) for line in found.lines],
                [7, 58, 24, 24, 34, 20, 34],
                printing,
            ),
        ]
    else:
        story.append(says("Nothing is to be bought: there is enough of everything.", BIG))
    rest = [
        ("There is enough of", found.enough),
        ("Worked with, but no lot of it is written down", found.unwritten),
    ]
    for title, lines in rest:
        if lines:
            story += [
                Paragraph(title, HEAD),
                table(
                    ["", "thing", "to use", "there"],
                    [
                        [
                            Box(),
                            says(printing.say(line.label)),
                            amount_words(line.needed, line.unit, units),
                            amount_words(line.left, line.unit, units) if line.left else "not kept",
                        ]
                        for line in lines
                    ],
                    [7, 100, 38, 38],
                    printing,
                ),
            ]
    return card_pdf(heading, printing, story)


def _pack(size: float, unit: Unit, units: Units) -> str:
    return units.pack_g(size) if unit == "g" else amount_words(size, unit, units)


def _buy(line: ToBuy, units: Units) -> list[object]:
    packs = " + ".join(
        f"{pack.count * pack.size:g}"
        if line.unit == "count"
        else f"{pack.count} × {_pack(pack.size, line.unit, units)}"
        for pack in line.packs
    )
    return [
        Box(),
        says(sayer(units).say(line.label)),
        amount_words(line.needed, line.unit, units),
        amount_words(line.left, line.unit, units) if line.left else "none",
        says(packs),
        f"£{line.cost:.2f}{'*' if line.price_assumed else ''}",
        says(", ".join(line.figures)),
    ]
