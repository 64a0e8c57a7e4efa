"""Every sentence of the core by its code, and who says them in a person's units."""

from __future__ import annotations

from functools import cache

from windcrest_core.bake.words import WORDS as BAKE
from windcrest_core.bulk.words import WORDS as BULK
from windcrest_core.character.words import WORDS as CHARACTER
from windcrest_core.clay.words import WORDS as CLAY
from windcrest_core.colour.words import WORDS as COLOUR
from windcrest_core.finish.words import WORDS as FINISH
from windcrest_core.frame.words import WORDS as FRAME
from windcrest_core.joining.words import WORDS as JOINING
from windcrest_core.measures import Units
from windcrest_core.order.words import WORDS as ORDER
from windcrest_core.say import Sayer
from windcrest_core.settle.words import WORDS as SETTLE
from windcrest_core.stand.words import WORDS as STAND
from windcrest_core.stock.words import WORDS as STOCK
from windcrest_core.totals_words import WORDS as TOTALS
from windcrest_core.work.words import WORDS as WORK

COMMON = {
    "listed": "{texts}",
    "reasons": "{texts:; }",
}
WORDS: dict[str, str] = {
    **COMMON,
    **CHARACTER,
    **FRAME,
    **STAND,
    **JOINING,
    **BULK,
    **CLAY,
    **ORDER,
    **BAKE,
    **COLOUR,
    **FINISH,
    **TOTALS,
    **WORK,
    **STOCK,
    **SETTLE,
}


@cache
def sayer(units: Units) -> Sayer:
    """Who speaks in these units."""
    return Sayer(units, WORDS)
