"""What is said of the colours: by area and by ground."""

from __future__ import annotations

from typing import Literal

from windcrest_core.facts import Frozen, Quantity, Why
from windcrest_core.findings import Finding
from windcrest_core.steps import Undated

Ground = Literal["white", "grey", "black", "none"]


class RecipePart(Frozen):
    paint: str
    label: str
    colour: str
    parts: int


class AreaPlan(Frozen):
    """A colour area: its surface, the mix, how near it comes, coats over the chosen ground, drying."""

    id: str
    label: str
    target: str
    finish: str
    parts: list[str]
    share: float
    surface_cm2: float
    recipe: list[RecipePart]
    mix: str | None
    nearness: Literal["close", "near", "off", "no paints"]
    coats: Quantity | None
    drying_min: Quantity | None


class GroundOption(Frozen):
    """A ground and the area-weighted coats it asks for."""

    ground: Ground
    coats: float


class ColourPlan(Frozen):
    areas: list[AreaPlan]
    ground: Ground
    advised_ground: Ground
    grounds: list[GroundOption]
    grounds_why: Why
    findings: list[Finding]
    steps: Undated
