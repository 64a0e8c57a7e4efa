"""What the sculptor decides of the order: steps moved, and the brush it must be painted with."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints, model_validator

from windcrest_core.context import Id
from windcrest_core.findings import Frozen

StepKey = Annotated[str, StringConstraints(min_length=3, max_length=80)]


class Move(Frozen):
    """A step put before another, or into a bake; `forced` where a reason speaks against it."""

    id: Id
    step: StepKey
    before: StepKey | None = None
    bake: int | None = Field(default=None, ge=1, le=20)
    forced: bool = False

    @model_validator(mode="after")
    def _somewhere(self) -> Move:
        if (self.before is None) == (self.bake is None):
            raise ValueError("either the step it comes before, or the bake it goes into")
        if self.before == self.step:
            raise ValueError("another step than itself")
        return self


class Order(Frozen):
    moves: list[Move] = Field(default=[], max_length=60)
    brush_mm: float = Field(
        default=5.0, ge=1, le=40, description="across the ferrule of the brush it is painted with"
    )
