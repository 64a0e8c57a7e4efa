"""Colour areas and the ground under them."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Hex, Id
from windcrest_core.sheet.writing import Label


class Area(Frozen):
    """A colour area: the colour wanted, and its finish."""

    id: Id
    label: Label
    target: Hex
    finish: Literal["matte", "satin", "gloss"] = "matte"


class Colour(Frozen):
    ground: Literal["white", "grey", "black", "none"] = "white"
    areas: list[Area] = Field(default=[], max_length=40)
