"""manage.py restore FILE: put a backup in place of what is there."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connections

from server.backups import Damaged, restore
from server.keeping import local_now


class Command(BaseCommand):
    help = "Restore an archive made by backup, once all of it is checked. Stop the server first."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file")

    def handle(self, *args: Any, **options: Any) -> None:
        connections.close_all()
        source = Path(options["file"])
        try:
            held, aside = restore(settings.DATA, source, local_now())
        except Damaged as error:
            raise CommandError(f"{error}. Nothing was changed.", returncode=2) from error
        self.stdout.write(f"Restored {source}: {held.figures} figures, {held.pictures} pictures.")
        if held.manifest is None:
            self.stdout.write(
                "It is older than manifests, so that its pictures could not be checked."
            )
        if aside is not None:
            self.stdout.write(f"What was there before is in {aside}.")
        self.stdout.write("Sign in anew; devices at the bench need new tokens.")
