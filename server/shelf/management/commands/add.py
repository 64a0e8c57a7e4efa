"""manage.py add SHEET.json ITEM: the sheet with something of the library on it. Needs no database."""

from __future__ import annotations

from typing import Any

from django.core.management.base import CommandParser

from server.shelf.management.sheets import SheetCommand, read_sheet, sheet_text
from windcrest_core.character.library import add_from_library
from windcrest_core.sheet.edits import apply_edits


class Command(SheetCommand):
    help = "Print the figure sheet with something of the library added. '-' reads standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("sheet")
        parser.add_argument("item")
        parser.add_argument("--count", type=int, default=None, help="fingers, teeth, strands …")

    def answer(self, options: dict[str, Any]) -> str:
        sheet = read_sheet(options["sheet"])
        added = add_from_library(sheet, options["item"], options["count"])
        return sheet_text(apply_edits(sheet, added)[0])
