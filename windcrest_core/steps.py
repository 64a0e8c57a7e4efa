"""A step of the work, and why it must wait for another. Stations declare; `order` schedules."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen, Text
from windcrest_core.findings import Station

NeedKind = Literal[
    "own",
    "wire",
    "foil",
    "under",
    "smear",
    "hard",
    "bed",
    "apart",
    "label",
    "clean",
    "ground",
    "seal",
    "gloss",
    "bare",
    "mount",
    "reach",
    "placed",
]

StepKind = Literal[
    "cut",
    "bend",
    "bind",
    "core",
    "get",
    "form",
    "press",
    "bore",
    "bake",
    "pull",
    "putty",
    "mend",
    "fill",
    "sand",
    "wash",
    "ground",
    "coats",
    "seal",
    "gloss",
    "wire",
    "test",
    "assemble",
    "drill",
    "mount",
    "photograph",
    "card",
]


class Need(Frozen):
    """This step waits for `key`, because of `reason`; `cured` if a bake must lie between.

    `kind` says what comes of doing it the other way round; with `own` it cannot be done.
    """

    key: str
    reason: Text
    cured: bool = False
    kind: NeedKind = "own"


class Step(Frozen):
    """One thing to do. `key` is made of part, kind and ordinal, so it is the same in every plan.

    `wait_min` runs while nobody works: cooling, drying. `oven` steps are what a bake waits for.
    """

    key: str
    kind: StepKind
    station: Station
    label: Text
    part: str | None = None
    minutes: float
    wait_min: float = 0.0
    needs: list[Need] = []
    into_oven: bool = False
    after_bakes: bool = False
    caution: Text = ""


Undated = Annotated[list[Step], Field(exclude=True)]
"""Steps a station declares; left out of the document, where `order` gives them their places."""
