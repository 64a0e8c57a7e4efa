"""What is said of the frame, of each run and of each joint."""

from __future__ import annotations

from windcrest_core.facts import Frozen, Quantity, Text
from windcrest_core.findings import Finding
from windcrest_core.frame.bend_test import Yield
from windcrest_core.frame.bending import BendCard
from windcrest_core.frame.beside import PoseableJoint
from windcrest_core.frame.cutting import Allowance, CutPiece
from windcrest_core.frame.gauges import GaugeOption
from windcrest_core.frame.packing import CutPlan
from windcrest_core.sheet.runs import End
from windcrest_core.stand.counterweight import Counterweight
from windcrest_core.stand.holding import Holding
from windcrest_core.stand.pegs import PegHole
from windcrest_core.stand.standing import Way


class JointHold(Frozen):
    """Load on one joint of a run and how the chosen wire holds it, raw and with its clay cured."""

    joint: str
    label: Text
    mass_g: float
    upright_nmm: float
    any_way_nmm: float | None
    root: float
    hold_upright: float
    hold_any_way: float | None
    hold_cured: float


class RunPlan(Frozen):
    """A run with its wire: path in mm (world), gauge, loads, and all that is cut for it.

    `cut_mm` is one strand; `mass_g` counts the pieces that go with the run.
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
    gauge: Text
    sigma: Yield
    options: list[GaugeOption]
    joints: list[JointHold]
    room_mm: float
    allowances: list[Allowance]
    pieces: list[CutPiece]
    poseable: list[PoseableJoint]
    card: BendCard
    cut_mm: float
    mass_g: float


class Wanted(Frozen):
    """Hold factors a run is to reach: upright as House rules say, any way up and as a column."""

    upright: float
    any_way: float
    column: float


class Ground(Frozen):
    """What it stands on from above, mm: right and forward of the middle; and which way it tips."""

    outline: list[tuple[float, float]]
    feet: list[list[tuple[float, float]]]
    ways: list[Way]


class FramePlan(Frozen):
    """`centre` is that of all that stands, from under the base; `centre_figure` of the figure
    alone, from the ground it stands on. `tips_raw` leaves out what is made apart; `thumb_n` is what a thumb
    pushes with while clay is pressed on, N."""

    runs: list[RunPlan]
    wire_m: Quantity
    wire_g: Quantity
    hold: Quantity | None
    wanted: Wanted
    thumb_n: tuple[float, float]
    cuts: CutPlan
    tips_at: Quantity
    tips_towards: Text
    tips_raw: float
    tips_without_base: float | None
    free_standing: bool
    centre: tuple[float, float, float]
    centre_figure: tuple[float, float, float]
    margin_mm: float
    ground: Ground
    least_base: Quantity
    counterweight: Counterweight | None
    holding: list[Holding]
    pegs: list[PegHole]
    findings: list[Finding]
