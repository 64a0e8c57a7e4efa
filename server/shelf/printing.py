"""How a person's sheets are printed: measures and paper."""

from __future__ import annotations

from server.shelf.models import Figure
from server.stores.given import context_of
from windcrest_core.errors import SheetError
from windcrest_core.given.house_rules import Rules
from windcrest_core.prints.page import Printing
from windcrest_core.prints.papers import PAPERS


def printing_for(rules: Rules, paper: str = "", revision: int | None = None) -> Printing:
    """In somebody's own measures, on the paper named or on what goes with them.

    Raises
    ------
    SheetError : no such paper.
    """
    if paper and paper not in PAPERS:
        raise SheetError.one("paper", paper, "one of " + ", ".join(PAPERS))
    return Printing(units=rules.units, paper=paper or None, revision=revision)


def figure_printing(figure: Figure, paper: str = "") -> Printing:
    return printing_for(context_of(figure.owner_id).rules, paper, figure.revision)
