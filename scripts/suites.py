"""Runs a suite of tests in several processes and says what they cost.

`python scripts/suites.py core|server|e2e [--slow] [--match K] [--workers N]`

Each worker is a process of its own with its own database; test classes are handed out as workers come
free. The twenty slowest tests are printed, and a suite that takes more CPU than its budget fails: a
budget is in seconds of a machine at its usual speed, which short reckonings measure all along: what else
runs on it may slow it halfway.
"""

from __future__ import annotations

import argparse
import fnmatch
import multiprocessing
import os
import queue
import resource
import shutil
import statistics
import sys
import time
import unittest
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
FOLDERS = {
    "core": ["windcrest_core/tests"],
    "server": ["server"],
    "e2e": ["e2e"],
}
BUDGET_CPU_S = {"core": 310.0, "server": 225.0, "e2e": 300.0}
SLOW_BUDGET_CPU_S = {"core": 1000.0, "server": 300.0, "e2e": 600.0}
USUAL_RECKONING_S = 0.075
RECKONS_EVERY_S = 4.0
SLOWEST = 20
LAST_LINES = 40
SILENT_S = 600.0  # longer than any class of tests takes


@dataclass
class Told:
    """What a worker has to tell: seconds by test, what failed and how, how many were left out."""

    times: list[tuple[float, float, str]] = field(default_factory=list)
    failed: list[tuple[str, str]] = field(default_factory=list)
    skipped: int = 0
    cpu_s: float = 0.0
    reckonings_s: list[float] = field(default_factory=list)


class Timed(unittest.TestResult):
    """Notes each test's time as it ends."""

    def __init__(self, told: Told) -> None:
        super().__init__()
        self.told = told

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        super().startTest(test)
        self._began = time.monotonic(), time.process_time()

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        wall, cpu = self._began
        self.told.times.append((time.monotonic() - wall, time.process_time() - cpu, test.id()))
        super().stopTest(test)


def cases(suite: unittest.TestSuite) -> Iterator[unittest.TestCase]:
    for one in suite:
        if isinstance(one, unittest.TestSuite):
            yield from cases(one)
        else:
            yield one


def wanted(test: unittest.TestCase, slow: bool, match: str) -> bool:
    """In `slow` only what grows or runs there alone; `match` is part of a name, or a pattern."""
    method = getattr(test, test._testMethodName, None)
    grows = getattr(method, "sweeps", False) or getattr(type(test), "sweeps", False)
    named = not match or fnmatch.fnmatch(test.id(), match if "*" in match else f"*{match}*")
    return named and (bool(grows) or not slow)


def classes_of(suite: str, slow: bool, match: str) -> dict[str, list[unittest.TestCase]]:
    """The tests to run, by class."""
    found: dict[str, list[unittest.TestCase]] = {}
    for folder in FOLDERS[suite]:
        loader = unittest.TestLoader()
        for test in cases(loader.discover(folder, top_level_dir=str(ROOT))):
            if type(test).__name__ == "_FailedTest" or wanted(test, slow, match):
                name = type(test)
                found.setdefault(f"{name.__module__}.{name.__qualname__}", []).append(test)
    return found


def set_up_django(number: int) -> None:
    data = ROOT / ".make" / "testdata" / str(number)
    shutil.rmtree(data, ignore_errors=True)
    os.environ.update(
        WINDCREST_TESTING="1", WINDCREST_DATA=str(data), DJANGO_SETTINGS_MODULE="server.settings"
    )
    import django

    django.setup()


def work(suite: str, slow: bool, match: str, number: int, todo: Any, done: Any) -> None:
    """One worker: takes a class, runs its tests, tells; until there are none left."""
    sys.path.insert(0, str(ROOT))
    os.chdir(ROOT)
    if suite != "core":
        set_up_django(number)
        from django.test.utils import (
            setup_databases,
            setup_test_environment,
            teardown_databases,
        )

        setup_test_environment()
        databases = setup_databases(verbosity=0, interactive=False)
    classes, reckoned = classes_of(suite, slow, match), 0.0
    while (name := todo.get()) is not None:
        told = Told()
        if time.monotonic() - reckoned > RECKONS_EVERY_S:
            told.reckonings_s.append(reckoning_s())
            reckoned = time.monotonic()
        result = Timed(told)
        unittest.TestSuite(classes[name]).run(result)
        for one, words in [*result.failures, *result.errors]:
            told.failed.append((one.id(), words))
        told.failed += [(one.id(), "was to fail and did not") for one in result.unexpectedSuccesses]
        told.skipped = len(result.skipped)
        done.put(told)
    if suite != "core":
        teardown_databases(databases, verbosity=0)
        if suite == "e2e":
            from e2e.browser import close_browser

            close_browser()
    both = [resource.getrusage(who) for who in (resource.RUSAGE_SELF, resource.RUSAGE_CHILDREN)]
    done.put(Told(cpu_s=sum(one.ru_utime + one.ru_stime for one in both)))


def reckoning_s() -> float:
    """CPU seconds of a fixed piece of work: how fast this machine is just now."""
    began, total = time.process_time(), 0
    for k in range(1_000_000):
        total += k & 7
    return time.process_time() - began


def run(suite: str, slow: bool, match: str, workers: int) -> bool:
    os.environ["WINDCREST_SLOW"] = "1" if slow else "0"
    began = time.monotonic()
    spawn = multiprocessing.get_context("spawn")
    if suite != "core":
        set_up_django(0)
    classes = classes_of(suite, slow, match)
    todo, done = spawn.Queue(), spawn.Queue()
    for name in sorted(classes, key=lambda name: len(classes[name]), reverse=True):
        todo.put(name)
    for _ in range(workers):
        todo.put(None)
    people = [
        spawn.Process(target=work, args=(suite, slow, match, number, todo, done))
        for number in range(1, workers + 1)
    ]
    for person in people:
        person.start()
    told, ended, heard = Told(), 0, time.monotonic()
    while ended < workers:
        try:
            one = done.get(timeout=5)
        except queue.Empty:
            died = any(person.exitcode not in (None, 0) for person in people)
            if died or time.monotonic() - heard > SILENT_S:
                told.failed.append((suite, "a worker died" if died else "nothing more is heard"))
                for person in people:
                    person.kill()
                break
            continue
        heard = time.monotonic()
        ended += one.cpu_s > 0
        told.times += one.times
        told.failed += one.failed
        told.skipped += one.skipped
        told.cpu_s += one.cpu_s
        told.reckonings_s += one.reckonings_s
        for name, words in one.failed:
            print(f"\nFAILED {name}\n{words}", flush=True)
    for person in people:
        person.join(timeout=30)
        if person.is_alive():
            person.kill()
    return say(suite, told, time.monotonic() - began, slow, bool(match))


def say(suite: str, told: Told, wall_s: float, slow: bool, part: bool) -> bool:
    """Print what it cost; False where something failed, nothing was tried or the budget is spent."""
    slowest = sorted(told.times, reverse=True)[:SLOWEST]
    print(f"\n{suite}{', slow' if slow else ''}: the slowest (seconds, of them this process's CPU)")
    for wall, cpu, name in slowest:
        print(f"  {wall:7.2f} {cpu:7.2f}  {name}")
    pace_s = statistics.mean(told.reckonings_s or [USUAL_RECKONING_S])
    usual = told.cpu_s * min(1.0, USUAL_RECKONING_S / pace_s)
    budget = (SLOW_BUDGET_CPU_S if slow else BUDGET_CPU_S)[suite]
    print(
        f"{suite}: {wall_s:.0f} s, {told.cpu_s:.0f} CPU-seconds, {usual:.0f} at this machine's usual "
        f"speed, of {budget:.0f}"
    )
    over = usual > budget and not part
    if over:
        print(f"{suite}: over its budget; make its tests quicker before adding more")
    for name, words in told.failed:
        print(f"{suite}: {name} ended with\n" + "\n".join(words.splitlines()[-LAST_LINES:]))
    broken = len({name for name, _ in told.failed})
    print(f"{suite}: {len(told.times) - broken} passed, {broken} failed, {told.skipped} skipped")
    return not told.failed and not over and bool(told.times)


def main() -> int:
    asked = argparse.ArgumentParser(description="Run a suite of tests.")
    asked.add_argument("suite", choices=sorted(FOLDERS))
    asked.add_argument("--slow", action="store_true", help="all of the sweeps, and nothing else")
    asked.add_argument("--match", default="", help="part of a test's name, or a pattern with *")
    asked.add_argument("--workers", type=int, default=2)
    given = asked.parse_args()
    sys.path.insert(0, str(ROOT))
    return 0 if run(given.suite, given.slow, given.match, given.workers) else 1


if __name__ == "__main__":
    sys.exit(main())
