"""The worked examples in the docstrings run."""

from __future__ import annotations

import doctest
import importlib
import pkgutil
import unittest

import windcrest_core


def load_tests(
    loader: unittest.TestLoader, tests: unittest.TestSuite, pattern: str | None
) -> unittest.TestSuite:
    for module in pkgutil.walk_packages(windcrest_core.__path__, "windcrest_core."):
        if ".tests" not in module.name:
            tests.addTests(doctest.DocTestSuite(importlib.import_module(module.name)))
    return tests
