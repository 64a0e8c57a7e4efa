"""What the sculptor decides of the order: steps moved, and the brush it must be painted with."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints, model_validator

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id

StepKey = Annotated[str, StringConstraints(min_length=3, max_length=80)]


class Move(Frozen):
    """A step put before another, or into a bake; `forced` where a reason speaks against it.

    The bake is the one that first cures the part `cures`, or so many bakes `later`: a bake's number may
    change with the plan. `bake` is such a number, as older sheets have it.
    """

    id: Id
    step: StepKey
    before: StepKey | None = None
    cures: Id | None = None
    later: int = Field(default=0, ge=0, le=20)
    bake: int | None = Field(default=None, ge=1, le=20)
    forced: bool = False

    @model_validator(mode="after")
    def _somewhere(self) -> Move:
        if [self.before, self.cures, self.bake].count(None) != 2:
            raise ValueError("one of: the step it comes before, the part its bake first cures")
        if self.later and self.cures is None:
            raise ValueError("later than the bake of a part: name the part")
        if self.before == self.step:
            raise ValueError("another step than itself")
        return self


class Order(Frozen):
    moves: list[Move] = Field(default=[], max_length=60)
    brush_mm: float = Field(
        default=5.0, ge=1, le=40, description="across the ferrule of the brush it is painted with"
    )
