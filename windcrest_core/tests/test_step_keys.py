"""Keys of steps are those that people's progress, logs and moves hold."""

from __future__ import annotations

import re
import unittest
from pathlib import Path
from typing import get_args

import windcrest_core
from windcrest_core.step_keys import What, bake_key, mend_key, step_key
from windcrest_core.tests.golden import cases
from windcrest_core.tests.support import example, planned

ROOT = Path(windcrest_core.__file__).parent
#: As they were when the first of them was kept; one more is free, one less loses people's ticks.
KEPT = {
    "bend",
    "bore",
    "card",
    "coats",
    "core",
    "cover",
    "cut",
    "drill",
    "fill",
    "get",
    "gloss",
    "join",
    "mount",
    "photograph",
    "place",
    "prime",
    "pull",
    "putty",
    "sand",
    "seal",
    "test",
    "wash",
    "wire",
}


class StepKeyTest(unittest.TestCase):
    def test_they_are_written_as_ever(self) -> None:
        self.assertEqual(step_key("forearm_r", "cover"), "forearm_r.cover.1")
        self.assertEqual((bake_key(2), mend_key("wing", "mishap", 3)), ("bake.2", "wing.mishap.3"))
        self.assertLessEqual(KEPT, set(get_args(What)))

    def test_every_step_of_every_body_has_one_that_is_made_so(self) -> None:
        for name, sheet in cases():
            keys = set()
            for step in planned(sheet).order.steps:
                made = [step_key(step.part or "", what) for what in get_args(What)]
                whole = re.fullmatch(r"[a-z][a-z0-9_]*\.([a-z]+)\.1|bake\.\d+", step.key)
                with self.subTest(name, step=step.key):
                    assert whole is not None
                    self.assertTrue(step.kind == "bake" or whole[1] in get_args(What))
                    self.assertTrue(step.key in made or step.part is None)
                    self.assertNotIn(step.key, keys)
                    if step.kind == "bake":
                        self.assertEqual(step.key, bake_key(step.bake or 0))
                keys.add(step.key)

    def test_nothing_reads_one_apart(self) -> None:
        """No code but the place they are made in writes one out or looks into one."""
        written = re.compile(
            r'["}]\.?(?:'
            + "|".join(get_args(What))
            + r')\.1"|"bake\.[{"]|(?:step|need)\.key\.(?:split|rsplit|startswith|endswith)\('
        )
        for path in ROOT.rglob("*.py"):
            if "tests" in path.parts or path.name == "step_keys.py":
                continue
            found = written.search(path.read_text(encoding="utf-8"))
            self.assertIsNone(found, f"{path}: {found and found[0]}")

    def test_what_is_done_is_done_still(self) -> None:
        keys = [step.key for step in planned(example("barnacle_ox")).order.steps]
        for old in ("frame.cut.1", "frame.join.1", "bake.1", "figure.prime.1", "base.mount.1"):
            self.assertIn(old, keys)
