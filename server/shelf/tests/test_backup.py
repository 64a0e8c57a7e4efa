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


ALL = """
import sys, django
from django.core.management import call_command
django.setup()
for line in sys.argv[1:]:
    call_command(*line.split("|"))
"""


class BackupTest(unittest.TestCase):
    def test_there_and_back(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            archive = Path(folder) / "kept.tar.gz"
            one, two = Path(folder) / "one", Path(folder) / "two"
            again = self.manage(one, "migrate|-v0", "demo", f"backup|{archive}", "demo")
            self.assertIn("already", again)
            self.manage(two, "migrate|-v0", f"restore|{archive}")
            pictures = [p.name for p in (two / "pictures" / "log").iterdir()]
            self.assertEqual(len(pictures), 3)
            junk = Path(folder) / "junk.tar.gz"
            junk.write_bytes(b"junk")
            for wrong in (f"restore|{junk}", f"backup|{archive}"):
                with self.assertRaises(subprocess.CalledProcessError):
                    self.manage(two, wrong)
            told = self.manage(two, f"shell|-v0|-c|{COUNT}", f"shell|-v0|-c|{PINNED}").split()
            self.assertEqual(told, ["4", "6", "10", "5.0"], "the festival's own paints and oven")

    @staticmethod
    def manage(data: Path, *lines: str) -> str:
        """One process that carries out commands, each with its words parted by |."""
        done = subprocess.run(
            [sys.executable, "-c", ALL, *lines],
            env={**os.environ, "WINDCREST_DATA": str(data), "WINDCREST_TESTING": ""},
            cwd=settings.ROOT, capture_output=True, text=True, check=True,
        )  # fmt: skip
        return done.stdout
