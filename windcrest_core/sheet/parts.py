"""A part: one piece of the figure, on a bone."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id
from windcrest_core.sheet.forms import CoreKind, Form, Hangs, LiesClose, SolidClay
from windcrest_core.sheet.insides import Opening
from windcrest_core.sheet.meetings import (
    MOST_HOSTS,
    Blend,
    Dress,
    Glue,
    Hold,
    Meeting,
    Pin,
    Press,
    Rest,
    Sit,
    Thread,
)
from windcrest_core.sheet.shapes import Shape
from windcrest_core.sheet.writing import Label

Seat = Literal["eye", "nose", "mouth", "ear", "muzzle"]
Feature = Literal["eye", "drawn_eye", "mouth", "tooth", "horn", "claw", "hair"]
HARD: tuple[Feature, ...] = ("tooth", "horn", "claw", "eye")
"""Features that are hard before they are pressed in."""
Texture = Literal["smooth", "skin", "hair", "fur", "feathers", "scales", "cloth", "bark", "stone"]


class Part(Frozen):
    """One piece of the figure, on a bone."""

    id: Id
    label: Label
    bone: Id
    shape: Shape
    form: Form = Field(default=SolidClay(), description="what its shape is filled with")
    scale: Literal["figure", "head"] = "figure"
    girth: Literal["trunk", "limb", "head", "own"] = "own"
    side: Literal["left", "right", "mid"] = "mid"
    mirror_of: Id | None = None
    orient: Literal["bone", "world"] = "bone"
    layer: int = Field(default=0, ge=0, le=9)
    meeting: Meeting = Field(default=Blend(), description="how it is put on, and on what")
    rests_on: list[Id] = Field(
        default=[],
        max_length=MOST_HOSTS,
        description="what it only touches: formed against it over a parting, joined to it by nothing",
    )
    ballast_g: float = Field(default=0.0, ge=0, le=5000, description="steel let into its core")
    clay: Id = "rigid"
    stock: Id | None = Field(
        default=None, description="a bought or carved piece of this material, not clay"
    )
    area: Id | None = None
    delicate: bool = False
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
    def core(self) -> CoreKind:
        """What is under its clay; nothing but wire under sheets and cloth, unless that hangs over foil."""
        match self.form:
            case SolidClay(core=core):
                return core
            case Hangs(beneath="foil"):
                return "foil"
        return "wire"

    @property
    def wall_mm(self) -> float | None:
        """The wall asked for, mm; None for that of the House rules."""
        return self.form.wall_mm if isinstance(self.form, SolidClay) else None

    @property
    def cloth(self) -> LiesClose | Hangs | None:
        """How it lies over others or hangs round them, where it does."""
        return self.form if isinstance(self.form, LiesClose | Hangs) else None

    @property
    def lies_on(self) -> Id | None:
        """The part that it is said to lie on, be pressed into or put on; none for one blended in."""
        hosts = self.meeting.hosts
        return hosts[0] if hosts and not isinstance(self.meeting, Blend) else None

    @property
    def pressed(self) -> bool:
        """Whether it is hard before it goes in, or a hand closes round it."""
        return isinstance(self.meeting, Press | Hold)

    @property
    def put_back(self) -> bool:
        """Whether the hands that hold it are baked closed, and it is put into them at the end."""
        return isinstance(self.meeting, Hold) and self.meeting.how != "stays"

    @property
    def apart(self) -> bool:
        """Whether it is made and baked away from the figure."""
        return isinstance(self.meeting, Glue | Pin | Dress | Thread)

    @property
    def lifts_off(self) -> bool:
        """Whether it is baked in its place and parts again to be painted."""
        return isinstance(self.meeting, Rest) and self.stock is None

    @property
    def assembled(self) -> bool:
        """Whether it is put on when all is baked and painted."""
        in_the_oven = isinstance(self.meeting, Pin) and self.meeting.closed == "collar"
        return (self.apart and not in_the_oven) or self.lifts_off or self.put_back

    @property
    def of_the_body(self) -> bool:
        """Whether it is clay of the body itself, one with what it is blended into."""
        blended = isinstance(self.meeting, Blend | Sit) and not self.delicate
        return blended and self.layer == 0 and self.stock is None
