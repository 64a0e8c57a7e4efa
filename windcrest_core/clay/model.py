"""What is said of the clay: by part, by kind, in packs."""

from __future__ import annotations

from windcrest_core.clay.portions import Portion
from windcrest_core.clay.putty import PuttyUse
from windcrest_core.facts import Frozen, Quantity, Why
from windcrest_core.findings import Finding
from windcrest_core.packs import Packs
from windcrest_core.steps import Undated


class PartClay(Frozen):
    """Raw clay of one part; `equal_to` names the other of a pair; `texture_min` is what its texture takes."""

    id: str
    label: str
    clay: str
    grams: float
    ball_mm: float
    portion: Portion
    equal_to: str | None
    texture_min: float
    why: Why


class ClayTotal(Frozen):
    clay: str
    label: str
    colour: str
    owned: bool
    net_g: float
    with_waste: Quantity
    packs: list[Packs]
    cost: float


class StageClay(Frozen):
    """Clay that is opened for one bake, g without waste."""

    bake: int
    clay: str
    label: str
    grams: float


class ClayPlan(Frozen):
    """`stages` is the clay by the bake it goes into; it is known once all steps are."""

    parts: list[PartClay]
    totals: list[ClayTotal]
    stages: list[StageClay]
    putty: list[PuttyUse]
    clay_g: Quantity
    packs: int
    cost: float
    findings: list[Finding]
    steps: Undated
