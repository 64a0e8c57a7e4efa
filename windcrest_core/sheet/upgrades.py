"""Older sheets become current ones, one version at a time."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

CURRENT_VERSION = 1
UPGRADES: dict[int, Callable[[dict[str, Any]], dict[str, Any]]] = {}


def upgraded(data: dict[str, Any], version: int) -> dict[str, Any]:
    """`data` of `version`, brought to the current version; the original is left as it was."""
    for step in range(version, CURRENT_VERSION):
        data = UPGRADES[step](data)
    return data
