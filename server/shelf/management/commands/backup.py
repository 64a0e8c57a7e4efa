"""manage.py backup FILE: database and pictures in one archive; --verify checks one."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser

from server.backups import Damaged, verify, write_backup
from server.keeping import due, keep_backup, local_now, told


class Command(BaseCommand):
    help = "Write database and pictures to one .tar.gz archive; safe while the server runs."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file", nargs="?", help="the archive to write, or to check")
        parser.add_argument("--verify", action="store_true", help="check FILE and change nothing")
        parser.add_argument(
            "--day", action="store_true", help="into data/backups, if a day has gone since the last"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            if options["day"]:
                if due(settings.DATA, local_now()):
                    path = keep_backup(settings.DATA, "day", local_now())
                    self.stdout.write(f"Backup of the day: {told(path)}.")
                return
            if options["file"] is None:
                raise CommandError("Name the archive to write.", returncode=2)
            target = Path(options["file"])
            if options["verify"]:
                held = verify(target)
                made = (
                    f"made {held.manifest.made:%Y-%m-%d %H:%M}"
                    if held.manifest
                    else "older than manifests"
                )
                self.stdout.write(f"{told(target, held)} is whole, {made}.")
                return
            held = write_backup(settings.DATA, target, local_now())
            self.stdout.write(f"Wrote {told(target, held)}.")
        except Damaged as error:
            raise CommandError(str(error), returncode=2) from error
