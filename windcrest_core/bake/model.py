"""What is said of a bake, and of each part in it."""

from __future__ import annotations

from typing import Literal

from windcrest_core.bake.bands import Grades
from windcrest_core.facts import Frozen, Quantity, Text, Why
from windcrest_core.findings import Finding
from windcrest_core.sheet.programmes import Stage
from windcrest_core.steps import Undated

CrackRisk = Literal["low", "moderate", "high"]
Grade = Literal["raw", "set", "firm", "fused"]


class CurePoint(Frozen):
    """Air, surface and core at a minute of the bake, °C, and fusion 0 to 1, of its slowest part."""

    minute: float
    air_c: float
    surface_c: float
    core_c: float
    fusion: float


class PartBake(Frozen):
    """One part in a bake: what the oven does to it by the end. `model_min` is None where it does not fuse
    within six hours, or never: `most` is how far it would ever come at this temperature. `grade` is of its
    coldest clay."""

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
    grade: Grade
    most: float
    scorch: float
    scorch_limit: float
    crack_index: float
    crack_risk: CrackRisk
    set_min: float | None
    raw_in: bool
    why: Why


class Passenger(Frozen):
    """What is in the oven beside clay: the hottest it gets against what it can take, °C. `id` is of
    the part it is in or on; `harmless` says why it does not matter that it is too hot."""

    what: Literal["bought piece", "core", "tape", "cable", "glue", "paint"]
    id: str
    label: Text
    material: Text
    limit_c: float
    peak_c: float
    harmless: Text = ""


SupportKind = Literal["card on edge", "foil nest", "wire stand", "hung", "lying down"]
Point3 = tuple[float, float, float]


class Support(Frozen):
    """What holds up a part until it has set, from its root to its tip, mm in the figure's space."""

    part: str
    label: str
    kind: SupportKind
    words: Text
    root: Point3
    tip: Point3
    overhang_mm: float
    allowed_mm: float


class Fit(Frozen):
    """Whether what is baked goes into the oven; `box_mm` is its breadth, depth and height, the rest
    the distance to what is above it and below."""

    state: Literal["upright", "lying", "in parts", "not at all", "not measured"]
    words: Text
    box_mm: Point3
    above_mm: float | None
    below_mm: float | None


class StagePlan(Frozen):
    """A stage of a programme as it runs, min from when it goes in: its heating begins, its air arrives, it ends."""

    dial_c: float
    hold_min: float
    ramp_c_min: float | None
    begins_min: float
    arrives_min: float
    ends_min: float


class DialRange(Frozen):
    """The dials that cure all that is in the oven and harm none of it, °C: none where `low_c` is above `high_c`, by
    what `capped_by`. Below `ever_c` its clays never cure, however long."""

    ever_c: float
    low_c: float
    high_c: float
    capped_by: Text


class BakePlan(Frozen):
    """`sets_only` where it is a short bake that another one cures; `measured` where its air was; `programme` the id
    of the sculptor's own, with its stages."""

    number: int
    label_c: Quantity
    grades: Grades
    dial_c: Quantity
    peak_air_c: float
    steady_air_c: float
    maximum_c: float
    start: str
    rule_min: Quantity
    model_min: Quantity | None
    advised_min: Quantity
    done_min: float | None
    cooling_min: float
    slowest: str
    because: Text
    sets_only: bool
    measured: bool
    curve: list[CurePoint]
    parts: list[PartBake]
    inserts: list[Passenger]
    supports: list[Support]
    fit: Fit
    turned: Text
    programme: str | None
    stages_run: list[StagePlan]
    dials: DialRange

    @property
    def stages(self) -> tuple[Stage, ...]:
        """As the sculptor chose them; none where the bake is as advised."""
        return tuple(
            Stage(dial_c=row.dial_c, minutes=row.hold_min, ramp_c_min=row.ramp_c_min)
            for row in self.stages_run
        )

    @property
    def minutes(self) -> float:
        """As it was, or as it is advised."""
        return self.advised_min.value if self.done_min is None else self.done_min


class BakeStation(Frozen):
    bakes: list[BakePlan]
    total_min: Quantity
    findings: list[Finding]
    steps: Undated
