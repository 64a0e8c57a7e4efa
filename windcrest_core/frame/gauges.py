"""Which wire for a run: the lightest in Stores that holds, fits and can be bent."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache
from typing import Literal

from windcrest_core.catalogue import Wire, catalogue
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.frame.bend_test import Yield, wire_yield
from windcrest_core.frame.cutting import Cutting
from windcrest_core.frame.mechanics import (
    bending_effort_nmm,
    buckling_n,
    bundle_mm,
    tip_force_n,
    tool_for,
)
from windcrest_core.given.stores import Stores
from windcrest_core.strength import yield_moment_nmm

HOLD_ANY_WAY = 1.0
COLUMN_SAFETY = 3.0
PLIERS_NMM = 2500.0
FREELY = 99.0


@dataclass(frozen=True)
class JointLoad:
    """What a run has to hold at a joint, N·mm; `any_way_nmm` is None where the trunk is stiff.

    `root` is the share of the wire's strength that its fastening passes on here; `cured_nmm` the
    moment that breaks the cured clay round the joint, nought where it is left free to bend.
    """

    joint: str
    label: Text
    mass_g: float
    upright_nmm: float
    any_way_nmm: float | None
    root: float
    cured_nmm: float

    @property
    def worst_nmm(self) -> float:
        return max(self.upright_nmm, self.any_way_nmm or 0.0)


@dataclass(frozen=True)
class Crossing:
    """A joint that a run goes through, whatever hangs on it: `root` and `cured_nmm` as of a `JointLoad`."""

    joint: str
    label: Text
    root: float
    cured_nmm: float


@dataclass(frozen=True)
class Demand:
    """Everything a run asks of its wire: loads, room, and how it is cut and bent.

    `lever_mm` is from the furthest joint of its free end to the tip; `grip_mm` the thickness that
    fine wire round it adds; `crossed` the joints it goes through, `stands_on` those at its ends that the figure stands on.
    """

    joints: list[JointLoad]
    column_mm: float
    column_n: float
    room_mm: float
    grip_mm: float
    lever_mm: float | None
    bent: bool
    cutting: Cutting
    crossed: tuple[Crossing, ...] = ()
    stands_on: frozenset[str] = frozenset()

    @property
    def strands(self) -> int:
        return self.cutting.run.strands

    def needed_nmm(self, want_upright: float) -> float:
        """Yield moment that holds at every joint, N·mm."""
        return max(
            (
                max(load.upright_nmm * want_upright, (load.any_way_nmm or 0.0) * HOLD_ANY_WAY)
                / load.root
                for load in self.joints
            ),
            default=0.0,
        )


FailCode = Literal["upright", "any_way", "column", "room", "effort"]


class GaugeFail(Frozen):
    """Why a wire does not do: what decides is the code."""

    code: FailCode
    words: Text


class GaugeOption(Frozen):
    """One wire tried on a run. Factors above 99 are shown as 99: it holds freely."""

    wire: str
    label: str
    diameter_mm: float
    strands: int
    owned: bool
    tested: bool
    hold_upright: float
    hold_any_way: float
    hold_cured: float
    weakest_joint: Text
    push_n: float | None
    column: float | None
    bundle_mm: float
    effort_nmm: float
    tool: Text
    g_per_m: float
    mass_g: float
    cost: float
    fails: list[GaugeFail]

    @property
    def passes(self) -> bool:
        return not self.fails


@dataclass(frozen=True)
class Strength:
    """What a wire is made of, as one strand; `bends_mm` is where it bends: the root of a thread."""

    diameter_mm: float
    bends_mm: float
    sigma: Yield
    modulus_gpa: float
    g_per_m: float

    def yield_nmm(self, strands: int) -> float:
        return yield_moment_nmm(self.bends_mm, self.sigma.value, strands)


@cache
def _made_of(wire_id: str) -> tuple[float, float, float, float]:
    """Diameter, where it bends, mm; modulus, GPa; mass, g/m."""
    shelf = catalogue()
    wire = shelf.wires[wire_id]
    metal = shelf.wire_metal(wire)
    d = wire.diameter_mm
    root = wire.root_mm or d
    g_per_m = math.pi / 4 * ((d + root) / 2) ** 2 * metal.density_g_cm3.value
    return d, root, metal.modulus_gpa.value, g_per_m


def strength(stores: Stores, wire_id: str) -> Strength:
    """Of a wire as this person's bend tests have it."""
    if not any(coil.wire == wire_id and coil.bend_test for coil in stores.coils):
        return _untested(wire_id)
    d, root, modulus_gpa, g_per_m = _made_of(wire_id)
    return Strength(d, root, wire_yield(stores, catalogue().wires[wire_id]), modulus_gpa, g_per_m)


@cache
def _untested(wire_id: str) -> Strength:
    d, root, modulus_gpa, g_per_m = _made_of(wire_id)
    typical = wire_yield(Stores(), catalogue().wires[wire_id])
    return Strength(d, root, typical, modulus_gpa, g_per_m)


def wire_g_per_mm(wire_id: str) -> float:
    return _made_of(wire_id)[3] / 1000


def wire_diameter(wire_id: str) -> float:
    return _made_of(wire_id)[0]


def hold_factor(moment_nmm: float, load_nmm: float) -> float:
    """How many times over a yield moment carries a load; 99 at most: it holds freely.

    >>> hold_factor(90, 30)
    3.0
    """
    return min(FREELY, moment_nmm / max(load_nmm, 1e-6))


def tried(stores: Stores, wire: Wire, demand: Demand, want_upright: float) -> GaugeOption:
    """How `wire` does on a run that asks `demand`.

    Source: hold factor n My/M, times what the root passes on; wanted ≥ `want_upright` upright and
    ≥ 1 any way up; Euler load ≥ 3 × the weight above; bundle ≤ limb − 2 × cover; pliers' effort at
    most [A].
    """
    s, strands = strength(stores, wire.id), demand.strands
    my = s.yield_nmm(strands)
    upright = anyway = cured = FREELY
    weakest = demand.joints[0].label if demand.joints else ""
    worst = FREELY
    for load in demand.joints:
        here = my * load.root
        up = hold_factor(here, load.upright_nmm)
        free = FREELY if load.any_way_nmm is None else hold_factor(here, load.any_way_nmm)
        upright, anyway = min(upright, up), min(anyway, free)
        cured = min(cured, hold_factor(max(here, load.cured_nmm), load.worst_nmm))
        if (ratio := min(up / want_upright, free / HOLD_ANY_WAY)) < worst:
            worst, weakest = ratio, load.label
    column = None
    if demand.column_n > 0:
        load_n = buckling_n(s.bends_mm, s.modulus_gpa, demand.column_mm, strands)
        column = min(FREELY, load_n / demand.column_n)
    bundle = bundle_mm(s.diameter_mm, strands) + demand.grip_mm
    effort = bending_effort_nmm(s.bends_mm, s.sigma.value, strands)
    cut = demand.cutting.cut_mm(s.diameter_mm) * strands
    fails: list[GaugeFail] = []

    def fail(code: FailCode, words: Text) -> None:
        fails.append(GaugeFail(code=code, words=words))

    if upright < want_upright:
        fail(
            "upright",
            said(
                "frame.holds_upright_at_the_wanted",
                upright=upright,
                weakest=weakest,
                want_upright=want_upright,
            ),
        )
    if anyway < HOLD_ANY_WAY:
        fail("any_way", said("frame.holds_any_way_up_at", anyway=anyway, weakest=weakest))
    if column is not None and column < COLUMN_SAFETY:
        fail("column", said("frame.as_a_column_carries_the", column=column))
    if bundle > demand.room_mm:
        fail("room", said("frame.thick_of_room_in_the", bundle_mm=bundle, room_mm=demand.room_mm))
    if demand.bent and effort > PLIERS_NMM:
        fail("effort", said("frame.takes_to_bend_a_vice", effort_nmm=effort))
    return GaugeOption(
        wire=wire.id,
        label=wire.label,
        diameter_mm=s.diameter_mm,
        strands=strands,
        owned=wire.id in stores.wires,
        tested=s.sigma.tested,
        hold_upright=upright,
        hold_any_way=anyway,
        hold_cured=cured,
        weakest_joint=weakest,
        push_n=None if demand.lever_mm is None else tip_force_n(my, demand.lever_mm),
        column=column,
        bundle_mm=bundle,
        effort_nmm=effort,
        tool=tool_for(effort) if demand.bent else said("frame.no_bend"),
        g_per_m=s.g_per_m * strands,
        mass_g=s.g_per_m * cut / 1000,
        cost=wire.price_per_m * cut / 1000,
        fails=fails,
    )


def gauge_table(stores: Stores, demand: Demand, want_upright: float) -> list[GaugeOption]:
    """Every wire of Stores and the catalogue on a run: those that pass, then those that do not,
    each from the lightest."""
    options = [tried(stores, wire, demand, want_upright) for wire in catalogue().wires.values()]
    return sorted(options, key=lambda option: (not option.passes, option.g_per_m, option.wire))


def lightest(options: list[GaugeOption]) -> GaugeOption:
    """The lightest that passes; failing that, the one that fits and holds best."""
    passing = [option for option in options if option.passes]
    if passing:
        return min(passing, key=lambda option: option.g_per_m)
    return min(
        options,
        key=lambda o: (
            any(fail.code in ("room", "effort") for fail in o.fails),
            -min(o.hold_upright, o.hold_any_way, o.column or FREELY),
        ),
    )
