"""A person's oven."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from windcrest_core.facts import Frozen

HANDLE_C = 45.0  # what comes out of it may be handled below this [A]


Air = Literal["still", "fan", "open", "tented", "closed"]
"""Still, moved by a fan, still about a piece alone, under a tent open below, in a parcel closed all round."""


HotSide = Literal["none", "back", "front", "left", "right", "top"]


class Inside(Frozen):
    """What is inside an oven, mm: its clear breadth, depth and height, and how high the rack stands
    above the lower element or floor."""

    breadth_mm: float = Field(ge=80, le=1500)
    depth_mm: float = Field(ge=80, le=1500)
    height_mm: float = Field(ge=80, le=1500)
    rack_mm: float = Field(default=60.0, ge=0, le=1000)


class Oven(Frozen):
    """This person's oven."""

    air: Air = "still"
    offset_c: float = Field(default=0.0, ge=-60, le=60)
    swing_c: float = Field(default=8.0, ge=0, le=30)
    start: Literal["preheated", "cold"] = "preheated"
    ramp_c_min: float = Field(default=10.0, ge=2, le=40)
    period_min: float = Field(default=6.0, ge=1, le=30)
    inside: Inside | None = None
    draws_kw: float | None = Field(
        default=None, gt=0, le=10, description="on average while it bakes; none is by its size"
    )
    hot: HotSide = Field(default="none", description="where it is hotter than at its thermometer")
