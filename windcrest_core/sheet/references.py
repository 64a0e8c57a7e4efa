"""Pictures to measure by."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id
from windcrest_core.sheet.writing import Label

Share = Annotated[float, Field(ge=0, le=1)]
Point = tuple[Share, Share]


class LengthScale(Frozen):
    """Two points of a picture and what lies between them on the figure, mm."""

    kind: Literal["length"] = "length"
    a: Point
    b: Point
    length_mm: float = Field(gt=0, le=10000)


class StatureScale(Frozen):
    """Crown and sole in a picture: between them is the figure's height."""

    kind: Literal["stature"] = "stature"
    crown: Point
    sole: Point


class Reference(Frozen):
    """A picture to measure by. Points are shares of its width from the left, of its height from
    the top; the picture itself is kept beside the sheet under its id."""

    id: Id
    label: Label
    view: Literal["front", "side"] = "front"
    width_px: int = Field(ge=1, le=20000)
    height_px: int = Field(ge=1, le=20000)
    scale: Annotated[LengthScale | StatureScale, Field(discriminator="kind")] | None = None
    landmarks: dict[Id, Point] = Field(default={}, max_length=120)
    shown: bool = True
    faded: float = Field(default=0.35, ge=0.05, le=1)
