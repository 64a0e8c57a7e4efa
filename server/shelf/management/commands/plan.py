"""manage.py plan SHEET.json: the plan of a sheet as JSON. Needs no database."""

from __future__ import annotations

from typing import Any

from django.core.management.base import CommandParser

from server.shelf.management.sheets import SheetCommand, given_from, read_sheet, takes_given
from windcrest_core.order.reach import look
from windcrest_core.plan import plan
from windcrest_core.words import sayer


class Command(SheetCommand):
    help = "Print the plan of a figure sheet as JSON. '-' reads standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("sheet")
        takes_given(parser)
        parser.add_argument(
            "--reach", action="store_true", help="work out what a brush reaches; takes a second"
        )

    def answer(self, options: dict[str, Any]) -> str:
        given = given_from(options)
        context = given.context
        sheet = read_sheet(options["sheet"])
        if options["reach"]:
            reach = look(sheet, context.rules.wall_mm, lambda share: None)
            context = context.model_copy(update={"reach": reach})
        made = plan(sheet, context, given.progress, given.today)
        return made.model_dump_json(indent=1, context=sayer(context.rules.units))
