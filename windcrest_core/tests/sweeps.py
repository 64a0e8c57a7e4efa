"""Sweeps over many cases: a twentieth of them, always the same, in `make test`; all in `make test-slow`."""

from __future__ import annotations

import math
import os
import random
import unittest
from collections.abc import Callable, Iterable
from typing import Any, TypeVar

T = TypeVar("T")
Test = TypeVar("Test", bound=Callable[..., Any] | type)
ALL = os.environ.get("WINDCREST_SLOW") == "1"
SHARE = 20
SEED = 11


def sweep(test: Test) -> Test:
    """Marks a test, or a class of them, that tries more in `make test-slow`."""
    test.sweeps = True  # type: ignore[union-attr]
    return test


def slow(test: Test) -> Test:
    """Marks a test that is tried in `make test-slow` alone."""
    return sweep(unittest.skipUnless(ALL, "in make test-slow")(test))


def some(cases: Iterable[T], least: int = 1) -> list[T]:
    """All of the cases, or a twentieth of them and at least so many, in their order."""
    every = list(cases)
    n = max(least, math.ceil(len(every) / SHARE))
    if ALL or n >= len(every):
        return every
    return [every[i] for i in sorted(random.Random(SEED).sample(range(len(every)), n))]


def examples(n: int, least: int = 5) -> int:
    """How many examples a property is tried on: n, or a twentieth of them and at least so many."""
    return n if ALL else max(least, math.ceil(n / SHARE))
