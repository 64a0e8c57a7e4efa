"""A step of the work, and why it must wait for another. Stations declare; `order` schedules."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from windcrest_core.findings import Frozen, Station


class Need(Frozen):
    """This step waits for `key`, because of `reason`; `cured` if a bake must lie between."""

    key: str
    reason: str
    cured: bool = False


class Step(Frozen):
    """One thing to do. `key` is made of part, kind and ordinal, so it is the same in every plan.

    `wait_min` runs while nobody works: cooling, drying. `oven` steps are what a bake waits for.
    """

    key: str
    station: Station
    label: str
    part: str | None = None
    minutes: float
    wait_min: float = 0.0
    needs: list[Need] = []
    into_oven: bool = False
    after_bakes: bool = False
    caution: str = ""


Undated = Annotated[list[Step], Field(exclude=True)]
"""Steps a station declares; left out of the document, where `order` gives them their places."""
