"""manage.py new BODY HEIGHT: the sheet of a new figure as JSON. Needs no database."""

from __future__ import annotations

from datetime import date
from typing import Any

from django.core.management.base import CommandParser

from server.shelf.management.sheets import SheetCommand, read_rules, sheet_text, takes_rules
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.given.load import Context
from windcrest_core.new_figure import BODIES
from windcrest_core.starts import started
from windcrest_core.units import length_mm


class Command(SheetCommand):
    help = "Print the sheet of a new figure as JSON. BODY is one of " + ", ".join(BODIES)

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("body")
        parser.add_argument("height", help="with its unit: 310mm, '12 1/2 in'")
        parser.add_argument("--heads", type=float, default=None, help="how many heads tall")
        parser.add_argument("--name", default="New figure")
        takes_rules(parser)

    def answer(self, options: dict[str, Any]) -> str:
        try:
            height_mm = length_mm(options["height"])
        except UnitError as error:
            raise SheetError.one("height_mm", options["height"], error.allowed) from error
        context = Context(rules=read_rules(options["rules"]))
        name, body, heads = options["name"], options["body"], options["heads"]
        return sheet_text(started(name, body, height_mm, heads, context, date.today()))
