"""What is said of the frame, of each run and of each joint."""

from __future__ import annotations

from windcrest_core.findings import Finding, Frozen, Quantity
from windcrest_core.frame.bending import BendCard
from windcrest_core.frame.cutting import Allowance
from windcrest_core.frame.gauges import GaugeOption
from windcrest_core.frame.standing import Way
from windcrest_core.sheet.model import End


class JointHold(Frozen):
    """Load on one joint of a run and how the chosen wire holds it."""

    joint: str
    label: str
    mass_g: float
    upright_nmm: float
    any_way_nmm: float | None
    hold_upright: float
    hold_any_way: float | None


class RunPlan(Frozen):
    """A run with its wire: path in mm (world), gauge, loads, cut.

    `push_n` is the least push at an end of the run that bends it for good, N.
    """

    id: str
    label: str
    points: list[tuple[float, float, float]]
    path_mm: float
    start: End
    end: End
    strands: int
    locked: bool
    chosen: GaugeOption
    gauge: str
    options: list[GaugeOption]
    joints: list[JointHold]
    push_n: float | None
    room_mm: float
    allowances: list[Allowance]
    card: BendCard
    cut_mm: float
    mass_g: float


class Ground(Frozen):
    """What it stands on from above, mm: right and forward of the middle; and which way it tips."""

    outline: list[tuple[float, float]]
    ways: list[Way]


class FramePlan(Frozen):
    runs: list[RunPlan]
    wire_m: Quantity
    wire_g: Quantity
    hold: Quantity | None
    tips_at: Quantity
    tips_towards: str
    tips_without_base: float | None
    centre: tuple[float, float, float]
    margin_mm: float
    pegs: list[tuple[float, float]]
    ground: Ground
    findings: list[Finding]
