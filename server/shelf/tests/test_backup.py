"""A backup brought back holds everything, and nothing spoilt is ever brought back; on files of its own."""

from __future__ import annotations

import hashlib
import io
import os
import random
import shutil
import sqlite3
import subprocess
import sys
import tarfile
import tempfile
import unittest
from datetime import datetime, timedelta
from pathlib import Path

from django.conf import settings

from server.backups import DATABASE, Damaged, restore, verify, write_backup
from server.keeping import due, keep_backup, kept

COUNT = "from server.shelf.models import Figure; from server.bench.models import LogEntry; print(Figure.objects.count(), LogEntry.objects.count())"
PINNED = (
    "from server.shelf.models import Figure; p = Figure.objects.exclude(pinned=None).get().pinned; "
    "print(len(p['stores']['paints']), p['rules']['oven']['offset_c'])"
)
ALL = """
import sys, django
from django.core.management import call_command
django.setup()
for line in sys.argv[1:]:
    call_command(*line.split("|"))
"""
NOW = datetime(2026, 11, 28, 12, 0)


def manage(data: Path, *lines: str) -> str:
    """One process that carries out commands, each with its words parted by |."""
    done = subprocess.run(
        [sys.executable, "-c", ALL, *lines],
        env={**os.environ, "WINDCREST_DATA": str(data), "WINDCREST_TESTING": ""},
        cwd=settings.ROOT,
        capture_output=True,
        text=True,
        check=True,
    )
    return done.stdout


def every_byte(folder: Path) -> dict[str, str]:
    return {
        path.relative_to(folder).as_posix(): hashlib.sha256(path.read_bytes()).hexdigest()
        for path in sorted(folder.rglob("*"))
        if path.is_file()
    }


class BackupTest(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(cls.folder.cleanup)
        cls.one = Path(cls.folder.name) / "one"
        cls.archive = Path(cls.folder.name) / "kept.tar.gz"
        manage(cls.one, "migrate|-v0", "demo", f"backup|{cls.archive}")

    def setUp(self) -> None:
        new = tempfile.TemporaryDirectory()
        self.addCleanup(new.cleanup)
        self.new = Path(new.name)

    def data(self) -> Path:
        """The demo's data folder, as it came out of the archive."""
        two = self.new / "two"
        shutil.copytree(self.one, two, ignore=shutil.ignore_patterns("*.key", "backups"))
        return two

    def spoilt(self, data: bytes) -> Path:
        path = self.new / "spoilt.tar.gz"
        path.write_bytes(data)
        return path

    def packed(self, **files: bytes) -> Path:
        """An archive of files by name, dots written as __."""
        path = self.new / f"made-{len(list(self.new.iterdir()))}.tar.gz"
        with tarfile.open(path, "w:gz") as archive:
            for name, data in files.items():
                entry = tarfile.TarInfo(name.replace("__", "."))
                entry.size = len(data)
                archive.addfile(entry, io.BytesIO(data))
        return path

    def test_on_an_empty_machine_all_of_it_is_there_again(self) -> None:
        two = self.new / "two"
        held, aside = restore(two, self.archive, NOW)
        self.assertIsNone(aside)
        self.assertEqual(held.figures, 4)
        self.assertEqual(len(list((two / "pictures" / "log").iterdir())), 4)
        told = manage(two, f"shell|-v0|-c|{COUNT}", f"shell|-v0|-c|{PINNED}").split()
        self.assertEqual(told, ["4", "7", "10", "5.0"], "the festival's own paints and oven")

    def test_what_was_there_is_kept_beside_it(self) -> None:
        two = self.data()
        with sqlite3.connect(two / DATABASE) as database:
            database.execute("delete from bench_logentry")
            database.execute("commit")
            database.execute("pragma journal_mode = delete")
        database.close()
        before = every_byte(two)
        _, aside = restore(two, self.archive, NOW)
        assert aside is not None
        self.assertEqual(aside.name, "before-restore-2026-11-28-120000")
        self.assertEqual(every_byte(aside), before)
        self.assertFalse([path for path in two.iterdir() if path.name.startswith(".restore")])

    def test_one_spoilt_byte_in_fifty_anywhere_is_found(self) -> None:
        """Fifty bytes set to 0xFF, as it was done: once every picture from there on was lost."""
        two = self.data()
        before, whole = every_byte(two), self.archive.read_bytes()
        places = random.Random(3).sample(range(20, len(whole) - 60), 12)
        for at in (*places, len(whole) - 50):
            data = whole[:at] + b"\xff" * 50 + whole[at + 50 :]
            with self.subTest(at):
                with self.assertRaises(Damaged) as caught:
                    restore(two, self.spoilt(data), NOW)
                self.assertNotIn("\n", str(caught.exception))
        for data in (b"junk", whole[: len(whole) // 2], b""):
            with self.assertRaises(Damaged):
                restore(two, self.spoilt(data), NOW)
        self.assertEqual(every_byte(two), before)

    def test_what_is_not_ours_is_refused(self) -> None:
        path = self.new / "other.sqlite3"
        with sqlite3.connect(path) as database:
            database.execute("create table shelf_figure (id text)")
        database.close()
        for archive, said in (
            (self.packed(windcrest__sqlite3=path.read_bytes()), "no accounts_houserules"),
            (self.packed(windcrest__sqlite3=b"SQLite format 3\0 and no more"), "cannot be read"),
            (self.packed(readme=b"hello"), "holds no database"),
        ):
            with self.assertRaisesRegex(Damaged, said):
                restore(self.one, archive, NOW)

    def test_a_manifest_that_says_otherwise_is_believed(self) -> None:
        with tarfile.open(self.archive) as archive:
            files = {
                entry.name: archive.extractfile(entry).read()  # type: ignore[union-attr]
                for entry in archive.getmembers()
            }
        picture = next(name for name in files if name.startswith("pictures/log"))
        for changed, said in (
            ({picture: files[picture] + b"x"}, "not as it was written"),
            ({picture: None}, "is missing"),
            ({"pictures/log/new.png": b"x"}, "not as it was written"),
            ({"manifest.json": b"{}"}, "manifest cannot be read"),
        ):
            rest = {name: data for name, data in {**files, **changed}.items() if data is not None}
            with self.assertRaisesRegex(Damaged, said):
                verify(self.packed(**rest))

    def test_an_archive_from_before_manifests_is_taken(self) -> None:
        with tarfile.open(self.archive) as archive:
            database = archive.extractfile(DATABASE).read()  # type: ignore[union-attr]
        held = verify(self.packed(windcrest__sqlite3=database))
        self.assertIsNone(held.manifest)
        self.assertEqual(held.figures, 4)

    def test_it_can_be_checked_and_says_in_one_line_what_is_wrong(self) -> None:
        self.assertIn("is whole", manage(self.one, f"backup|{self.archive}|--verify"))
        spoilt = self.spoilt(self.archive.read_bytes()[:-40])
        before = every_byte(self.one)
        done = subprocess.run(
            [sys.executable, "manage.py", "restore", str(spoilt)],
            capture_output=True,
            text=True,
            env={**os.environ, "WINDCREST_DATA": str(self.one)},
            cwd=settings.ROOT,
            check=False,
        )
        self.assertEqual(done.returncode, 2)
        self.assertEqual(len(done.stderr.strip().splitlines()), 1, done.stderr)
        self.assertEqual(every_byte(self.one), before)

    def test_only_the_owner_reads_it_and_nobody_signs_in_with_it(self) -> None:
        two = self.data()
        for path in (self.archive, two, two / DATABASE, two / "pictures"):
            self.assertEqual(path.stat().st_mode & 0o077, 0, path)
        with sqlite3.connect(two / DATABASE) as database:
            insert = "insert into django_session values ('a', 'b', '2030-01-01')"
            database.execute(insert)
            database.execute(
                "insert into bench_device (owner_id, name, token_hash, made, recent) "
                "select id, 'scale', 'feedbeef', '2026-01-01', '[]' from auth_user limit 1"
            )
        database.close()
        again = self.new / "again.tar.gz"
        write_backup(two, again, NOW)
        with tarfile.open(again) as archive:
            data = archive.extractfile(DATABASE).read()  # type: ignore[union-attr]
        self.assertNotIn(b"feedbeef", data)
        self.assertIn(b"none:", data)
        held = verify(again)
        assert held.manifest is not None
        self.assertEqual(held.manifest.rows["django_session"], 0)

    def test_data_that_are_in_use_are_not_replaced(self) -> None:
        two = self.data()
        with sqlite3.connect(two / DATABASE) as user:
            user.execute("pragma journal_mode = wal")
            user.execute("select count(*) from shelf_figure").fetchone()
            with self.assertRaisesRegex(Damaged, "stop the server first"):
                restore(two, self.archive, NOW)
        user.close()

    def test_one_a_day_and_ten_are_kept(self) -> None:
        self.assertFalse(due(self.new, NOW))
        two = self.data()
        for day in range(12):
            at = NOW + timedelta(days=day)
            self.assertTrue(due(two, at))
            keep_backup(two, "day", at)
            self.assertFalse(due(two, at + timedelta(hours=23)))
        self.assertEqual(len(kept(two)), 10)
        self.assertEqual(kept(two)[-1].name, "windcrest-2026-11-30-120000-day.tar.gz")

    def test_a_full_database_is_backed_up_before_it_is_migrated(self) -> None:
        two = self.data()
        manage(two, "migrate|bench|0009|-v0")
        program = (
            "import django; django.setup(); "
            "from server.shelf.management.commands.serve import Command; Command()._migrate()"
        )
        done = subprocess.run(
            [sys.executable, "-c", program],
            capture_output=True,
            text=True,
            check=True,
            env={**os.environ, "WINDCREST_DATA": str(two), "WINDCREST_TESTING": ""},
            cwd=settings.ROOT,
        )
        self.assertIn("Backup before the database is changed", done.stdout)
        (path,) = kept(two)
        self.assertEqual(verify(path).figures, 4)
