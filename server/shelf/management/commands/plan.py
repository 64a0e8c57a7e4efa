"""manage.py plan SHEET.json: the plan of a sheet as JSON. Needs no database."""

from __future__ import annotations

from datetime import date
from typing import Any

from django.core.management.base import CommandParser

from server.shelf.management.sheets import SheetCommand, read, read_rules, read_sheet, takes_rules
from windcrest_core.given.load import Context, load_progress, load_stores
from windcrest_core.given.progress import Progress
from windcrest_core.given.stores import Stores
from windcrest_core.order.reach import look
from windcrest_core.plan import plan
from windcrest_core.words import sayer


class Command(SheetCommand):
    help = "Print the plan of a figure sheet as JSON. '-' reads standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("sheet")
        takes_rules(parser)
        parser.add_argument("--stores")
        parser.add_argument("--progress")
        parser.add_argument(
            "--reach", action="store_true", help="work out what a brush reaches; takes a second"
        )
        parser.add_argument("--today", type=date.fromisoformat, default=None)

    def answer(self, options: dict[str, Any]) -> str:
        stores = load_stores(read(options["stores"])) if options["stores"] else Stores()
        done = load_progress(read(options["progress"])) if options["progress"] else Progress()
        context = Context(rules=read_rules(options["rules"]), stores=stores)
        sheet = read_sheet(options["sheet"])
        if options["reach"]:
            reach = look(sheet, context.rules.wall_mm, lambda share: None)
            context = context.model_copy(update={"reach": reach})
        made = plan(sheet, context, done, options["today"] or date.today())
        return made.model_dump_json(indent=1, context=sayer(context.rules.units))
