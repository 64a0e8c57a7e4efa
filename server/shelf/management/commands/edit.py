"""manage.py edit SHEET.json OPERATIONS.json: the sheet with the operations of a file. Needs no database."""

from __future__ import annotations

from typing import Any

from django.core.management.base import CommandParser

from server.shelf.management.sheets import SheetCommand, read, read_sheet, sheet_text
from windcrest_core.sheet.edits import apply_edits, load_operations


class Command(SheetCommand):
    help = "Print the figure sheet with the operations of a file carried out, all of them or none. '-' reads standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("sheet")
        parser.add_argument(
            "operations", help='{"sheet_version": 3, "operations": [{"path": …, "value": …}, …]}'
        )

    def answer(self, options: dict[str, Any]) -> str:
        sheet = read_sheet(options["sheet"])
        return sheet_text(apply_edits(sheet, load_operations(read(options["operations"])))[0])
