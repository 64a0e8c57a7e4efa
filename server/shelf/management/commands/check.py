"""manage.py check SHEET.json MARKS.json: what a photograph with marks shows of the work, as JSON. Needs no database.

Without files it is what the framework checks of itself.
"""

from __future__ import annotations

import sys
from datetime import date
from typing import Any

from django.core.management.base import CommandParser
from django.core.management.commands.check import Command as SystemCheck

from server.shelf.management.sheets import SPEAKER, read, read_rules, read_sheet, takes_rules
from windcrest_core.body.workpiece import workpiece
from windcrest_core.errors import SheetError
from windcrest_core.given.load import Context, load_progress
from windcrest_core.given.progress import Progress
from windcrest_core.plan import plan
from windcrest_core.words import sayer
from windcrest_core.work.checks.check import check
from windcrest_core.work.checks.marked import load_marks


class Command(SystemCheck):
    help = (
        "Print what a photograph with marks shows of a figure against its sheet: SHEET.json MARKS.json. Without files, "
        "check the installation."
    )

    def add_arguments(self, parser: CommandParser) -> None:
        super().add_arguments(parser)
        takes_rules(parser)
        parser.add_argument("--progress")

    def handle(self, *named: str, **options: Any) -> None:
        if len(named) != 2 or not all(name == "-" or name.endswith(".json") for name in named):
            super().handle(*named, **options)
            return
        try:
            self.stdout.write(self._answer(*named, **options))
        except SheetError as error:
            for fault in error.faults:
                self.stderr.write(" ".join(fault.told(SPEAKER.say(fault.allowed)).split()))
            sys.exit(2)

    def _answer(self, sheet_name: str, marks_name: str, **options: Any) -> str:
        done = load_progress(read(options["progress"])) if options["progress"] else Progress()
        context = Context(rules=read_rules(options["rules"]))
        sheet, marks = read_sheet(sheet_name), load_marks(read(marks_name))
        made = plan(sheet, context, done, date.today())
        found = check(workpiece(sheet, context, done), made, marks)
        return found.model_dump_json(
            indent=1, exclude={"laid", "to_mark"}, context=sayer(context.rules.units)
        )
