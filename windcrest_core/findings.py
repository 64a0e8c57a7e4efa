"""What is wrong with a plan, why it matters, and the patch that mends it."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict

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


class Frozen(BaseModel):
    """Base of every document of the core: nothing unknown, nothing infinite, never changed."""

    model_config = ConfigDict(
        extra="forbid",
        allow_inf_nan=False,
        frozen=True,
        json_schema_serialization_defaults_required=True,
    )


class Operation(Frozen):
    """Set the value at an id-addressed path of the sheet; a null value of `part/<id>` removes it."""

    path: str
    value: Any = None


class Fix(Frozen):
    """A patch of the sheet that mends a finding, in words and as operations."""

    label: str
    operations: list[Operation]


class Finding(Frozen):
    """Something a sculptor should know before going on.

    `id` is stable and listed in docs/findings.md; `numbers` carry their unit in the key.
    """

    id: str
    station: Station
    severity: Severity
    subject: str = ""
    title: str
    reason: str
    numbers: dict[str, float] = {}
    fixes: list[Fix] = []


class Input(Frozen):
    """A number that went into an answer."""

    name: str
    value: float
    unit: str = ""


class Why(Frozen):
    """How a number came about: the formula in words and signs, what went in, and the source."""

    formula: str
    inputs: list[Input] = []
    source: str
    assumed: bool = False


class Quantity(Frozen):
    """An answer: a value in its inner unit, its range where it is an estimate, and its reason."""

    value: float
    unit: Literal["mm", "g", "C", "N", "Nmm", "min", "deg", "cm3", "m", "ratio", "count", "cost"]
    low: float | None = None
    high: float | None = None
    why: Why


def fix(label: str, *pairs: tuple[str, Any]) -> Fix:
    """A fix from (path, value) pairs."""
    return Fix(label=label, operations=[Operation(path=p, value=v) for p, v in pairs])
