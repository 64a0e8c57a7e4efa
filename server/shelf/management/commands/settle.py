"""manage.py settle SHEET.json: the sheet with the least change that leaves no stop and no warning. Needs no database."""

from __future__ import annotations

from typing import Any

from django.core.management.base import CommandParser

from server.shelf.management.sheets import (
    SheetCommand,
    given_from,
    read_sheet,
    sheet_text,
    takes_given,
)
from windcrest_core.reshape import worked_out
from windcrest_core.settle.search import settle
from windcrest_core.sheet.edits import apply_edits
from windcrest_core.words import sayer


class Command(SheetCommand):
    help = "Print a figure sheet settled; with --changes what was changed, why, and what is left."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("sheet")
        parser.add_argument("--changes", action="store_true")
        takes_given(parser)

    def answer(self, options: dict[str, Any]) -> str:
        given, sheet = given_from(options), read_sheet(options["sheet"])
        found = settle(sheet, given)
        if options["changes"]:
            return found.model_dump_json(indent=1, context=sayer(given.context.rules.units))
        for change in found.changes:
            sheet, _ = apply_edits(sheet, worked_out(sheet, change.operations))
        return sheet_text(sheet)
