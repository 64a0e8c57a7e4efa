"""What the commands share that read figure sheets and print JSON: no database, exit 0, or 2 with a line per fault."""

from __future__ import annotations

import json
import sys
from datetime import date
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from windcrest_core.errors import SheetError
from windcrest_core.given.house_rules import Rules
from windcrest_core.given.load import Context, load_progress, load_rules, load_stores
from windcrest_core.given.progress import Progress
from windcrest_core.given.stores import Stores
from windcrest_core.measures import Units
from windcrest_core.settle.trials import Given
from windcrest_core.sheet import FigureSheet, load_sheet, parse
from windcrest_core.words import sayer


def read(name: str) -> Any:
    """Parsed JSON of a file, or of standard input where it is called '-'."""
    try:
        raw = sys.stdin.buffer.read() if name == "-" else Path(name).read_bytes()
    except OSError as error:
        raise SheetError.one(name, error.strerror, "a file that can be read") from error
    return parse(raw)


def read_sheet(name: str) -> FigureSheet:
    return load_sheet(read(name))


def read_rules(name: str | None) -> Rules:
    return load_rules(read(name)) if name else Rules()


def sheet_text(sheet: FigureSheet) -> str:
    return json.dumps(sheet.model_dump(mode="json"), indent=1, ensure_ascii=False)


SPEAKER = sayer(Units())


class SheetCommand(BaseCommand):
    """Prints what `answer` gives."""

    requires_system_checks: list[str] = []

    def answer(self, options: dict[str, Any]) -> str:
        raise NotImplementedError

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            found = self.answer(options)
        except SheetError as error:
            for fault in error.faults:
                self.stderr.write(" ".join(fault.told(SPEAKER.say(fault.allowed)).split()))
            sys.exit(2)
        self.stdout.write(found)


def takes_rules(parser: CommandParser) -> None:
    parser.add_argument(
        "--rules", metavar="RULES.json", help="House rules; those of a new bench without"
    )


def takes_given(parser: CommandParser) -> None:
    """What a plan is made of beside its sheet."""
    takes_rules(parser)
    parser.add_argument("--stores")
    parser.add_argument("--progress")
    parser.add_argument("--today", type=date.fromisoformat, default=None)


def given_from(options: dict[str, Any]) -> Given:
    stores = load_stores(read(options["stores"])) if options["stores"] else Stores()
    done = load_progress(read(options["progress"])) if options["progress"] else Progress()
    context = Context(rules=read_rules(options["rules"]), stores=stores)
    return Given(context, done, options["today"] or date.today())
