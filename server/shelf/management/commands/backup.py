"""manage.py backup FILE: database and pictures in one archive."""

from __future__ import annotations

import sqlite3
import tarfile
import tempfile
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection

DATABASE_NAME = "windcrest.sqlite3"


class Command(BaseCommand):
    help = "Write database and pictures to one .tar.gz archive; safe while the server runs."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file")

    def handle(self, *args: Any, **options: Any) -> None:
        target = Path(options["file"])
        if target.exists():
            raise CommandError(f"{target} is there already; name another file.")
        connection.ensure_connection()
        with tempfile.TemporaryDirectory() as folder:
            copy = Path(folder) / DATABASE_NAME
            with sqlite3.connect(copy) as kept:
                connection.connection.backup(kept)
            kept.close()
            part = target.with_suffix(target.suffix + ".part")
            with tarfile.open(part, "w:gz") as archive:
                archive.add(copy, DATABASE_NAME)
                if Path(settings.MEDIA_ROOT).exists():
                    archive.add(settings.MEDIA_ROOT, "pictures")
            part.rename(target)
        self.stdout.write(f"Wrote {target} ({target.stat().st_size / 1e6:.1f} MB).")
