"""What a figure has inside besides its core: a way out for the core, and lights with their cell."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id

Side = Literal["under", "top", "back", "front", "right", "left"]
IN_BASE = "base"


class Opening(Frozen):
    """A round way out for a core that is pulled."""

    side: Side = "under"
    across_mm: float = Field(gt=2, le=500)


class Light(Frozen):
    """One or more lights alike in a part, fed by a cable from a cell elsewhere."""

    id: Id
    label: Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
    part: Id
    led: Id = "warm_white"
    count: int = Field(default=1, ge=1, le=6)
    cell: Id = "three_aaa"
    cell_in: Id = Field(default=IN_BASE, description="the part its cell is in, or base")
    cable: Id = "silicone"
