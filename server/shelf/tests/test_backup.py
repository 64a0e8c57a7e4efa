"""A backup brought back holds everything; run as a person would, on files of its own."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from django.conf import settings

COUNT = "from server.shelf.models import Figure; from server.bench.models import LogEntry; print(Figure.objects.count(), LogEntry.objects.count())"
PINNED = (
    "from server.shelf.models import Figure; p = Figure.objects.exclude(pinned=None).get().pinned; "
    "print(len(p['stores']['paints']), p['rules']['oven']['offset_c'])"
)


class BackupTest(unittest.TestCase):
    def test_there_and_back(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            archive = Path(folder) / "kept.tar.gz"
            one, two = Path(folder) / "one", Path(folder) / "two"
            self.manage(one, "migrate", "-v0")
            self.manage(one, "demo")
            self.manage(one, "backup", str(archive))
            self.manage(two, "migrate", "-v0")
            self.manage(two, "restore", str(archive))
            counted = self.manage(two, "shell", "-v0", "-c", COUNT).split()
            self.assertEqual(counted, ["4", "6"])
            ox = self.manage(two, "shell", "-v0", "-c", PINNED).split()
            self.assertEqual(ox, ["10", "5.0"], "the festival's own paints and oven")
            pictures = [p.name for p in (two / "pictures" / "log").iterdir()]
            self.assertEqual(len(pictures), 3)
            self.assertIn("already", self.manage(one, "demo"))
            junk = Path(folder) / "junk.tar.gz"
            junk.write_bytes(b"junk")
            for wrong in (("restore", str(junk)), ("backup", str(archive))):
                with self.assertRaises(subprocess.CalledProcessError):
                    self.manage(two, *wrong)
            self.assertEqual(self.manage(two, "shell", "-v0", "-c", COUNT).split(), ["4", "6"])

    @staticmethod
    def manage(data: Path, *args: str) -> str:
        done = subprocess.run(
            [sys.executable, "manage.py", *args],
            env={**os.environ, "WINDCREST_DATA": str(data), "WINDCREST_TESTING": ""},
            cwd=settings.ROOT, capture_output=True, text=True, check=True,
        )  # fmt: skip
        return done.stdout
