"""manage.py plan SHEET.json: the plan of a sheet as JSON. Needs no database."""

from __future__ import annotations

import sys
from datetime import date
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from windcrest_core.context import Context, Progress, load_progress, load_rules, load_stores
from windcrest_core.errors import Fault, SheetError
from windcrest_core.order.reach import look
from windcrest_core.plan import plan
from windcrest_core.sheet import load_sheet, parse


def _read(name: str) -> Any:
    try:
        raw = sys.stdin.buffer.read() if name == "-" else Path(name).read_bytes()
    except OSError as error:
        raise SheetError.one(name, error.strerror, "a file that can be read") from error
    return parse(raw)


class Command(BaseCommand):
    help = "Print the plan of a figure sheet as JSON. '-' reads standard input."
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("sheet")
        for name in ("rules", "stores", "progress"):
            parser.add_argument(f"--{name}")
        parser.add_argument(
            "--reach", action="store_true", help="work out what a brush reaches; takes a second"
        )
        parser.add_argument("--today", type=date.fromisoformat, default=None)

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            context, progress = self._context(options)
            sheet = load_sheet(_read(options["sheet"]))
            if options["reach"]:
                found_reach = look(sheet, context.rules.wall_mm, lambda share: None)
                context = context.model_copy(update={"reach": found_reach})
            found = plan(
                sheet,
                context,
                progress,
                options["today"] or date.today(),
            )
        except SheetError as error:
            for fault in error.faults:
                self.stderr.write(_line(fault))
            sys.exit(2)
        self.stdout.write(found.model_dump_json(indent=1))

    @staticmethod
    def _context(options: dict[str, Any]) -> tuple[Context, Progress]:
        context = Context()
        if options["rules"]:
            context = context.model_copy(update={"rules": load_rules(_read(options["rules"]))})
        if options["stores"]:
            context = context.model_copy(update={"stores": load_stores(_read(options["stores"]))})
        done = load_progress(_read(options["progress"])) if options["progress"] else Progress()
        return context, done


def _line(fault: Fault) -> str:
    return " ".join(str(fault).split())
