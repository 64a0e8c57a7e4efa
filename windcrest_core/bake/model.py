"""What is said of a bake, and of each part in it."""

from __future__ import annotations

from windcrest_core.findings import Finding, Frozen, Quantity, Why
from windcrest_core.steps import Undated


class CurePoint(Frozen):
    """Air, surface and core at a minute of the bake, °C, and fusion 0 to 1, of its slowest part."""

    minute: float
    air_c: float
    surface_c: float
    core_c: float
    fusion: float


class PartBake(Frozen):
    """One part in a bake: what the oven does to it by the end."""

    id: str
    label: str
    shape: str
    clay_mm: float
    rule_min: float
    model_min: float | None
    core_c: float
    surface_peak_c: float
    fusion: float
    cured: bool
    scorch: float
    scorch_limit: float
    crack_index: float
    set_depth_all: bool
    raw_in: bool
    why: Why


class InsertBake(Frozen):
    """A bought piece in the oven: the hottest it gets against what it can take, °C."""

    id: str
    label: str
    material: str
    limit_c: float
    peak_c: float


class BakePlan(Frozen):
    number: int
    label_c: Quantity
    dial_c: Quantity
    peak_air_c: float
    maximum_c: float
    start: str
    rule_min: Quantity
    model_min: Quantity | None
    advised_min: Quantity
    done_min: float | None
    cooling_min: float
    slowest: str
    because: str
    curve: list[CurePoint]
    parts: list[PartBake]
    inserts: list[InsertBake]


class BakeStation(Frozen):
    bakes: list[BakePlan]
    total_min: Quantity
    findings: list[Finding]
    steps: Undated
