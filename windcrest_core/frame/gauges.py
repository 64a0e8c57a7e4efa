"""Which wire for a run: the lightest in Stores that holds, fits and can be bent."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache

from windcrest_core.catalogue import Wire, catalogue
from windcrest_core.findings import Frozen
from windcrest_core.frame.mechanics import (
    bending_effort_nmm,
    buckling_n,
    bundle_mm,
    tool_for,
    yield_moment_nmm,
)

HOLD_ANY_WAY = 1.0
COLUMN_SAFETY = 3.0
PLIERS_NMM = 2500.0
FREELY = 99.0


@dataclass(frozen=True)
class JointLoad:
    """What a run has to hold at a joint, N·mm; `any_way_nmm` is None where the trunk is stiff."""

    joint: str
    label: str
    mass_g: float
    upright_nmm: float
    any_way_nmm: float | None


@dataclass(frozen=True)
class Demand:
    """Everything a run asks of its wire."""

    joints: list[JointLoad]
    column_mm: float
    column_n: float
    room_mm: float


class GaugeOption(Frozen):
    """One wire tried on a run. Factors above 99 are shown as 99: it holds freely."""

    wire: str
    label: str
    diameter_mm: float
    strands: int
    owned: bool
    hold_upright: float
    hold_any_way: float
    weakest_joint: str
    column: float | None
    bundle_mm: float
    effort_nmm: float
    tool: str
    g_per_m: float
    fails: list[str]

    @property
    def passes(self) -> bool:
        return not self.fails


@dataclass(frozen=True)
class _Strength:
    diameter_mm: float
    yield_mpa: float
    modulus_gpa: float
    g_per_m: float


@cache
def _strength(wire_id: str) -> _Strength:
    shelf = catalogue()
    wire = shelf.wires[wire_id]
    metal = shelf.wire_metal(wire)
    d = wire.diameter_mm
    return _Strength(
        d,
        metal.yield_mpa.value,
        metal.modulus_gpa.value,
        math.pi / 4 * d * d * metal.density_g_cm3.value,
    )


def holds(wire_id: str, strands: int, demand: Demand, want_upright: float) -> bool:
    """Whether a wire is strong enough at every joint; the rest is not looked at."""
    s = _strength(wire_id)
    my = yield_moment_nmm(s.diameter_mm, s.yield_mpa, strands)
    return all(
        my >= load.upright_nmm * want_upright and my >= (load.any_way_nmm or 0.0) * HOLD_ANY_WAY
        for load in demand.joints
    )


def wire_g_per_mm(wire_id: str) -> float:
    return _strength(wire_id).g_per_m / 1000


def wire_diameter(wire_id: str) -> float:
    return _strength(wire_id).diameter_mm


def hold_factor(moment_nmm: float, load_nmm: float) -> float:
    """How many times over a yield moment carries a load; 99 at most: it holds freely."""
    return min(FREELY, moment_nmm / max(load_nmm, 1e-6))


def tried(
    wire: Wire, strands: int, demand: Demand, want_upright: float, owned: bool
) -> GaugeOption:
    """How `wire` does on a run that asks `demand`.

    Source: hold factor n My/M; wanted ≥ `want_upright` upright and ≥ 1 any way up; Euler load
    ≥ 3 × the weight above; bundle ≤ limb − 2 × cover; pliers' effort at most [A].
    """
    s = _strength(wire.id)
    my = yield_moment_nmm(s.diameter_mm, s.yield_mpa, strands)
    upright = anyway = FREELY
    weakest = demand.joints[0].label if demand.joints else ""
    worst = FREELY
    for load in demand.joints:
        up = hold_factor(my, load.upright_nmm)
        free = FREELY if load.any_way_nmm is None else hold_factor(my, load.any_way_nmm)
        upright, anyway = min(upright, up), min(anyway, free)
        if (ratio := min(up / want_upright, free / HOLD_ANY_WAY)) < worst:
            worst, weakest = ratio, load.label
    column = None
    if demand.column_n > 0:
        load_n = buckling_n(s.diameter_mm, s.modulus_gpa, demand.column_mm, strands)
        column = min(FREELY, load_n / demand.column_n)
    bundle = bundle_mm(s.diameter_mm, strands)
    effort = bending_effort_nmm(s.diameter_mm, s.yield_mpa, strands)
    fails = []
    if upright < want_upright:
        fails.append(f"holds {upright:.2g} × upright at the {weakest}, {want_upright:g} wanted")
    if anyway < HOLD_ANY_WAY:
        fails.append(f"holds {anyway:.2g} × any way up at the {weakest}, 1 wanted")
    if column is not None and column < COLUMN_SAFETY:
        fails.append(f"as a column carries {column:.2g} × the weight, 3 wanted")
    if bundle > demand.room_mm:
        fails.append(f"{bundle:.1f} mm thick, {demand.room_mm:.1f} mm of room in the limb")
    if effort > PLIERS_NMM:
        fails.append(f"takes {effort:.0f} N·mm to bend: a vice or bender")
    return GaugeOption(
        wire=wire.id,
        label=wire.label,
        diameter_mm=s.diameter_mm,
        strands=strands,
        owned=owned,
        hold_upright=upright,
        hold_any_way=anyway,
        weakest_joint=weakest,
        column=column,
        bundle_mm=bundle,
        effort_nmm=effort,
        tool=tool_for(effort),
        g_per_m=s.g_per_m * strands,
        fails=fails,
    )


def lightest(options: list[GaugeOption]) -> GaugeOption:
    """The lightest that passes; failing that, the one that fits and holds best."""
    passing = [option for option in options if option.passes]
    if passing:
        return min(passing, key=lambda option: option.g_per_m)
    return min(
        options,
        key=lambda o: (
            any("room" in why or "vice" in why for why in o.fails),
            -min(o.hold_upright, o.hold_any_way, o.column or FREELY),
        ),
    )
