"""What is said of the cores: part by part and in all."""

from __future__ import annotations

from typing import Literal

from windcrest_core.bulk.hollow import Hollow
from windcrest_core.bulk.lights import LightPlan
from windcrest_core.bulk.pieces import CorePiece
from windcrest_core.facts import Frozen, Quantity, Why
from windcrest_core.findings import Finding
from windcrest_core.steps import Undated

WallState = Literal["in range", "thin", "thick", "solid", "too thick to be solid", "bought"]


class Ballast(Frozen):
    """Steel in a core: its mass, the ball it would be, and where its middle is, mm: right, forward
    and up from the ground."""

    mass_g: float
    ball_mm: float
    at: tuple[float, float, float]


class PartBulk(Frozen):
    """Core of one part. `foil_g` and `foil_m`, off the roll, are nought where it is not of foil;
    `deepest_mm` is the most clay anywhere; `out_of_range` where that is too little or too much."""

    id: str
    label: str
    whole_cm3: float
    core_cm3: float
    kind: str
    core_g: float
    foil_g: float
    foil_m: float
    piece: CorePiece | None
    ballast: Ballast | None
    core_ball_mm: float
    wall_mm: float
    deepest_mm: float
    state: WallState
    out_of_range: bool
    why: Why


class BulkPlan(Frozen):
    """`usual_wall_mm` is that of most parts with a core, of none what House rules say."""

    usual_wall_mm: float
    parts: list[PartBulk]
    hollows: list[Hollow]
    lights: list[LightPlan]
    foil_g: Quantity
    foil_m: Quantity
    other_g: float
    tape_mm: float
    core_cm3: Quantity
    packed_g_cm3: float
    findings: list[Finding]
    steps: Undated
