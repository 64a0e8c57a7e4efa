"""Tests of the core. Properties are tried on the same examples every time, however slow the machine."""

from hypothesis import settings

settings.register_profile("bench", deadline=None, derandomize=True, database=None)
settings.load_profile("bench")
