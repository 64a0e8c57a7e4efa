"""What is wrong with a plan, why it matters, and the patch that mends it."""

from __future__ import annotations

from typing import Any, Literal

from windcrest_core.facts import Frozen, Text

Station = Literal["character", "frame", "bulk", "clay", "order", "bake", "colour", "finish"]
STATIONS: tuple[Station, ...] = (
    "character",
    "frame",
    "bulk",
    "clay",
    "order",
    "bake",
    "colour",
    "finish",
)
Severity = Literal["stop", "warn", "note"]


class Operation(Frozen):
    """Set the value at an id-addressed path of the sheet; a null value of `part/<id>` removes it."""

    path: str
    value: Any = None


class Fix(Frozen):
    """A patch of the sheet that mends a finding, in words and as operations."""

    label: Text
    operations: list[Operation]


class Finding(Frozen):
    """Something a sculptor should know before going on.

    `id` is stable and listed in docs/findings.md; `numbers` carry their unit in the key.
    """

    id: str
    station: Station
    severity: Severity
    subject: str = ""
    title: Text
    reason: Text
    numbers: dict[str, float] = {}
    fixes: list[Fix] = []


def fix(label: Text, *pairs: tuple[str, Any]) -> Fix:
    """A fix from (path, value) pairs."""
    return Fix(label=label, operations=[Operation(path=p, value=v) for p, v in pairs])
