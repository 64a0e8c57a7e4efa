"""A bake as the sculptor wants it: stages of a dial and minutes, instead of what is advised."""

from __future__ import annotations

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id

MOST_STAGES = 8


class Stage(Frozen):
    """The dial and how long it is held from when the air has arrived; heated no faster than `ramp_c_min`, none as fast
    as the oven does."""

    dial_c: float = Field(ge=30, le=250)
    minutes: float = Field(gt=0, le=1440)
    ramp_c_min: float | None = Field(default=None, ge=0.5, le=40)


class Programme(Frozen):
    """For the bake that first cures the part `cures`."""

    id: Id
    cures: Id
    stages: list[Stage] = Field(min_length=1, max_length=MOST_STAGES)
