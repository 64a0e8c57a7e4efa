"""The core keeps its own rules: documented in step with its signatures, units in its names."""

from __future__ import annotations

import ast
import importlib
import inspect
import os
import pkgutil
import re
import subprocess
import sys
import unittest
from collections.abc import Iterator
from pathlib import Path
from types import FunctionType, ModuleType

import windcrest_core
from windcrest_core import errors
from windcrest_core.tests.sweeps import ALL, sweep

ROOT = Path(windcrest_core.__file__).parent
UNITS = re.compile(
    r"_(mm|mm2|mm3|cm2|cm3|m|g|kg|n|nmm|mpa|gpa|c|deg|rad|s|min|h|w_m2k|g_cm3|g_per_m|g_per_mm"
    r"|per_mm|c_per_min|percent|pa|um|rgb|hex|r|e)$"
)
QUANTITIES = (
    "diameter",
    "length",
    "thickness",
    "temperature",
    "moment",
    "volume",
    "mass_",
    "angle",
)


def modules() -> Iterator[ModuleType]:
    for found in pkgutil.walk_packages(windcrest_core.__path__, "windcrest_core."):
        if ".tests" not in found.name:
            yield importlib.import_module(found.name)


def public_functions() -> Iterator[tuple[str, FunctionType]]:
    for module in modules():
        for name, value in vars(module).items():
            inner = inspect.unwrap(value) if callable(value) else value
            own = inspect.isfunction(inner) and inner.__module__ == module.__name__
            if own and not name.startswith("_"):
                yield f"{module.__name__}.{name}", inner


def section(doc: str, title: str) -> list[str]:
    """The lines of a numpydoc section."""
    lines = inspect.cleandoc(doc).splitlines()
    for at, line in enumerate(lines[:-1]):
        if line == title and set(lines[at + 1]) == {"-"}:
            rest = lines[at + 2 :]
            end = next(
                (i for i in range(len(rest) - 1) if rest[i + 1] and set(rest[i + 1]) == {"-"}),
                len(rest),
            )
            return rest[:end]
    return []


class DocstringTest(unittest.TestCase):
    def test_every_module_says_what_it_is(self) -> None:
        for module in modules():
            with self.subTest(module.__name__):
                source = Path(module.__file__ or "").read_text(encoding="utf-8")
                if source.strip():
                    self.assertTrue(module.__doc__, "no docstring")

    def test_what_is_documented_is_an_argument(self) -> None:
        seen = 0
        for name, function in public_functions():
            arguments = set(inspect.signature(function).parameters)
            for line in section(function.__doc__ or "", "Parameters"):
                for documented in re.findall(r"(?:^|\. )(\w+) : ", line):
                    seen += 1
                    with self.subTest(name, argument=documented):
                        self.assertIn(documented, arguments)
        self.assertGreater(seen, 25)

    def test_what_is_said_to_be_raised_exists(self) -> None:
        seen = 0
        for name, function in public_functions():
            for line in section(function.__doc__ or "", "Raises"):
                if match := re.match(r"([\w.]+) : ", line):
                    seen += 1
                    known = match[1]
                    with self.subTest(name, raises=known):
                        self.assertTrue(
                            hasattr(errors, known) or known in ("ValueError", "graphlib.CycleError")
                        )
        self.assertGreater(seen, 10)

    def test_most_public_functions_say_what_they_do(self) -> None:
        silent = [name for name, function in public_functions() if not function.__doc__]
        everything = list(public_functions())
        self.assertLess(len(silent), 0.25 * len(everything), silent)


class NameTest(unittest.TestCase):
    def test_arguments_that_are_quantities_carry_their_unit(self) -> None:
        for name, function in public_functions():
            for argument in inspect.signature(function).parameters.values():
                bare = argument.name
                if argument.annotation != "float" or not bare.startswith(QUANTITIES):
                    continue
                with self.subTest(name, argument=bare):
                    self.assertRegex(bare, UNITS)


EXAMPLES = ["barnacle_ox", "ferrywoman", "newt_drummer", "pelican_piper"]
PLANS_OF = """
import sys
from windcrest_core.tests.support import example, planned
for name in sys.argv[1:]:
    print(planned(example(name)).model_dump_json())
"""


class PurityTest(unittest.TestCase):
    """The core opens no socket and reads no clock, so that the same in gives the same out."""

    @sweep
    def test_another_process_with_another_hash_seed_gives_the_same_plans(self) -> None:
        figures = EXAMPLES if ALL else EXAMPLES[1:2]
        processes = [
            subprocess.Popen(
                [sys.executable, "-c", PLANS_OF, *figures],
                env={**os.environ, "PYTHONHASHSEED": str(seed)},
                cwd=ROOT.parent,
                stdout=subprocess.PIPE,
            )
            for seed in ((1, 2, 3) if ALL else (1, 2))
        ]
        plans = [process.communicate()[0] for process in processes]
        self.assertEqual(plans[0].count(b"\n"), len(figures))
        self.assertEqual(len(set(plans)), 1, "the plans differ between processes")

    FORBIDDEN = ("socket", "urllib", "requests", "subprocess", "random", "time", "django", "ninja")

    def test_no_module_imports_the_world(self) -> None:
        for path in ROOT.rglob("*.py"):
            if "tests" in path.parts:
                continue
            tree = ast.parse(path.read_text(encoding="utf-8"))
            names = {
                alias.name.split(".")[0]
                for node in ast.walk(tree)
                if isinstance(node, ast.Import)
                for alias in node.names
            } | {
                (node.module or "").split(".")[0]
                for node in ast.walk(tree)
                if isinstance(node, ast.ImportFrom)
            }
            with self.subTest(path.name):
                self.assertFalse(names & set(self.FORBIDDEN))

    def test_nothing_is_swallowed(self) -> None:
        for path in ROOT.rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.ExceptHandler):
                    with self.subTest(path.name, line=node.lineno):
                        self.assertIsNotNone(node.type, "a bare except")
