"""A part: one piece of the figure, on a bone."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id
from windcrest_core.sheet.insides import Opening
from windcrest_core.sheet.shapes import Shape
from windcrest_core.sheet.writing import Label

Seat = Literal["eye", "nose", "mouth", "ear", "muzzle"]
Feature = Literal["eye", "drawn_eye", "mouth", "tooth", "horn", "claw", "hair"]
Texture = Literal["smooth", "skin", "hair", "fur", "feathers", "scales", "cloth", "bark", "stone"]


class Part(Frozen):
    """One piece of the figure, on a bone."""

    id: Id
    label: Label
    bone: Id
    shape: Shape
    scale: Literal["figure", "head"] = "figure"
    girth: Literal["trunk", "limb", "head", "own"] = "own"
    side: Literal["left", "right", "mid"] = "mid"
    mirror_of: Id | None = None
    orient: Literal["bone", "world"] = "bone"
    layer: int = Field(default=0, ge=0, le=9)
    lies_on: Id | None = None
    core: Literal["foil", "foil_tape", "light", "air_dry", "foam", "pulled", "wire"] = Field(
        default="foil", description="what is under the clay; wire alone is solid clay"
    )
    wall_mm: float | None = Field(default=None, ge=0.5, le=60)
    ballast_g: float = Field(default=0.0, ge=0, le=5000, description="steel let into its core")
    clay: Id = "rigid"
    stock: Id | None = Field(
        default=None, description="a bought or carved piece of this material, not clay"
    )
    area: Id | None = None
    delicate: bool = False
    press_in: bool = Field(default=False, description="hard before it is pressed in")
    made_apart: bool = False
    rests: bool = Field(
        default=False,
        description="baked in its place but not joined: it parts again to be painted",
    )
    contact: bool = Field(default=False, description="stands on the ground")
    seat: Seat | None = Field(default=None, description="its place comes from the face plan")
    feature: Feature | None = Field(default=None, description="what of a body it is")
    texture: Texture = "smooth"
    limit_c: float | None = Field(
        default=None, ge=40, le=400, description="the most it can take, where it is bought"
    )
    hidden: bool = Field(default=False, description="not drawn; it counts as before")
    opening: Opening | None = Field(default=None, description="where its core comes out")

    @property
    def assembled(self) -> bool:
        """Whether it is put on when all is baked and painted."""
        return self.made_apart or (self.rests and self.stock is None)
