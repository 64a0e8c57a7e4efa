"""manage.py fixes SHEET.json: what may be done about each finding, each shown by a whole plan to hold. Needs no database."""

from __future__ import annotations

import json
from typing import Any

from django.core.management.base import CommandParser

from server.shelf.management.sheets import (
    SheetCommand,
    given_from,
    read_sheet,
    takes_given,
)
from windcrest_core.plan import plan
from windcrest_core.settle.checked import asked, checked
from windcrest_core.words import sayer


class Command(SheetCommand):
    help = "Print the fixes of a figure sheet that hold, by finding, as JSON. '-' reads standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("sheet")
        takes_given(parser)

    def answer(self, options: dict[str, Any]) -> str:
        given, sheet = given_from(options), read_sheet(options["sheet"])
        speaker = sayer(given.context.rules.units)
        made = plan(sheet, given.context, given.progress, given.today)
        found = [checked(sheet, given, key) for key in asked(made.findings)]
        rows = [row.model_dump(mode="json", context=speaker) for row in found]
        return json.dumps(rows, indent=1, ensure_ascii=False)
