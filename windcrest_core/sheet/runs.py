"""A run: one length of wire through joints."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id
from windcrest_core.sheet.writing import Label

End = Literal[
    "head_loop",
    "loop",
    "hook",
    "peg",
    "rod",
    "pin",
    "anchor",
    "bound",
    "taped",
    "pushed",
    "tail",
    "cut",
]
FrameSchool = Literal["one_run", "bound", "taped", "rod"]
Feet = Literal["in_base", "loops"]


class Run(Frozen):
    """One length of wire through joints; `wire` locks the gauge, else the plan chooses."""

    id: Id
    label: Label
    path: list[Id] = Field(min_length=1, max_length=40)
    into: Id | None = Field(
        default=None, description="the part it goes on into from its last joint"
    )
    start: End = "cut"
    end: End = "cut"
    strands: Literal[1, 2, 3] = 1
    twist_pitch_d: float = Field(
        default=8.0, ge=4, le=40, description="of the twist, in diameters of the wire"
    )
    wire: Id | None = None
    grip: Id | None = Field(
        default=None, description="fine wire wound round it for the clay to hold on to"
    )
    grip_pitch_mm: float = Field(default=5.0, ge=0.5, le=50)
    loop_mm: float | None = Field(
        default=None, gt=0, le=200, description="across its loop, instead of what the head suggests"
    )
    second_pins: int = Field(default=0, ge=0, le=2, description="more pins beside each peg")
    poseable: dict[Id, Annotated[float, Field(ge=1, le=170)]] = Field(
        default={}, description="joints to be bent later, and how far, degrees"
    )
