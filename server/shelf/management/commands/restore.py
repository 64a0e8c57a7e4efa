"""manage.py restore FILE: put a backup in place of what is there."""

from __future__ import annotations

import shutil
import sqlite3
import tarfile
import tempfile
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection

from server.shelf.management.commands.backup import DATABASE_NAME


class Command(BaseCommand):
    help = "Restore an archive made by backup. Stop the server first."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file")

    def handle(self, *args: Any, **options: Any) -> None:
        source = Path(options["file"])
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            try:
                with tarfile.open(source) as archive:
                    archive.extractall(folder, filter="data")
                self._check(folder / DATABASE_NAME)
            except (OSError, tarfile.TarError, sqlite3.Error) as error:
                raise CommandError(f"{source} is not a backup of Windcrest: {error}") from error
            connection.ensure_connection()
            with sqlite3.connect(folder / DATABASE_NAME) as kept:
                kept.backup(connection.connection)
            kept.close()
            pictures = Path(settings.MEDIA_ROOT)
            shutil.rmtree(pictures, ignore_errors=True)
            if (folder / "pictures").exists():
                shutil.copytree(folder / "pictures", pictures)
        call_command("migrate", verbosity=0)
        self.stdout.write(f"Restored {source}.")

    @staticmethod
    def _check(database: Path) -> None:
        if not database.exists():
            raise OSError("it holds no database")
        with sqlite3.connect(database) as opened:
            names = {row[0] for row in opened.execute("select name from sqlite_master")}
            if "shelf_figure" not in names:
                raise sqlite3.DatabaseError("its database holds no figures")
        opened.close()
