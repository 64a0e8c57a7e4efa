"""What a bend test says of a coil: its yield, from a weight hung on a length of it.

The wire is a cantilever of a metal that is elastic up to its yield and gives way at it. Moment and
curvature of a round section go together through the half-height c of its elastic core:
κ = σ/(E c), M = σ [r⁴ asin(c/r)/(2c) − ½ √(r² − c²) (r² − 2c²) + ⁴⁄₃ (r² − c²)^(3/2)].
Source: elementary plastic bending, any strength-of-materials text.
"""

from __future__ import annotations

import math
from functools import cache, lru_cache

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.catalogue import Wire, catalogue
from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.given.stores import BendTest, Stores, WireCoil
from windcrest_core.strength import G_MM_N

STATIONS = 101
ROUNDS = 60
READING = 0.1  # a test by eye, either way [A]
BEYOND = 3.0  # times outside a metal's range: a reading gone wrong [A]
_c = np.concatenate([np.geomspace(1e-3, 1.0, 400)])[::-1]  # c/r, from all elastic to nearly none


class Yield(Frozen):
    """Stress at which a wire bends for good, MPa, with its range and where it is from."""

    value: float
    low: float
    high: float
    source: Text
    tested: bool


def _moment_over_cubed(c: Array) -> Array:
    """M/(σ r³) with an elastic core of half-height c r."""
    outside = np.sqrt(np.maximum(0.0, 1 - c * c))
    core = np.arcsin(c) / (2 * c) - outside * (1 - 2 * c * c) / 2
    return np.asarray(core + 4 / 3 * outside**3)


_M = _moment_over_cubed(_c)


def droop_mm(
    diameter_mm: float,
    yield_mpa: float,
    modulus_gpa: float,
    density_g_cm3: float,
    length_mm: float,
    mass_g: float,
) -> float:
    """How far the end of a level wire hangs down under a weight, mm; infinite where it folds.

    Examples
    --------
    >>> F, E, I = 10 * 9.80665e-3, 69e3, 3.14159265 * 2.0**4 / 64
    >>> bool(abs(droop_mm(2.0, 1000, 69, 0, 100, 10) / (F * 100**3 / (3 * E * I)) - 1) < 1e-3)
    True
    """
    r = diameter_mm / 2
    end_n = mass_g * G_MM_N
    own = math.pi * r * r * density_g_cm3 * 1e-3 * G_MM_N
    s = np.linspace(0.0, length_mm, STATIONS)
    step = s[1]
    unit = yield_mpa * r**3
    yielding = unit * math.pi / 4
    x, y = s.copy(), np.zeros_like(s)
    for _ in range(ROUNDS):
        beyond = np.concatenate([np.cumsum(_trapezium(x, step)[::-1])[::-1], [0.0]])
        moment = end_n * (x[-1] - x) + own * (beyond - x * (length_mm - s))
        if moment[0] >= unit * _M[-1]:
            return math.inf
        core = np.interp(moment / unit, _M, _c)
        bent = np.where(
            moment <= yielding,
            moment / (modulus_gpa * 1e3 * math.pi * r**4 / 4),
            yield_mpa / (modulus_gpa * 1e3 * core * r),
        )
        angle = np.concatenate([[0.0], np.cumsum(_trapezium(bent, step))])
        angle = np.minimum(angle, math.pi / 2)
        x_new = np.concatenate([[0.0], np.cumsum(_trapezium(np.cos(angle), step))])
        y_new = np.concatenate([[0.0], np.cumsum(_trapezium(np.sin(angle), step))])
        moved = float(np.abs(x_new - x).max() + np.abs(y_new - y).max())
        x, y = (x + x_new) / 2, y_new
        if moved < 1e-4:
            break
    return float(y[-1])


def _trapezium(values: Array, step: float) -> Array:
    return np.asarray((values[1:] + values[:-1]) / 2 * step)


@lru_cache(maxsize=200)
def tested_yield_mpa(
    diameter_mm: float, modulus_gpa: float, density_g_cm3: float, test: BendTest
) -> float:
    """The yield that explains a bend test, MPa.

    Raises
    ------
    SheetError : a droop that a wire which only springs would have, or less.

    Examples
    --------
    >>> test = BendTest(length_mm=100, mass_g=28.5)
    >>> round(tested_yield_mpa(2.0525, 69, 2.70, test), 1)
    33.4
    """
    own_g = math.pi / 4 * diameter_mm**2 * test.length_mm * density_g_cm3 * 1e-3
    root_nmm = (test.mass_g + own_g / 2) * G_MM_N * test.length_mm
    at_root = root_nmm / (math.pi * diameter_mm**3 / 32)
    if test.droop_mm is None:
        return at_root

    def droop(sigma: float) -> float:
        return droop_mm(diameter_mm, sigma, modulus_gpa, density_g_cm3, test.length_mm, test.mass_g)

    springs = droop(10 * at_root)
    if test.droop_mm <= springs * 1.02:
        raise SheetError.one(
            "bend_test/droop_mm",
            test.droop_mm,
            said("frame.more_droop", least_mm=springs * 1.02, springs_mm=springs),
        )
    low, high = at_root * math.pi * 3 / 32, at_root
    for _ in range(40):
        middle = (low + high) / 2
        if droop(middle) > test.droop_mm:
            low = middle
        else:
            high = middle
    return (low + high) / 2


def _of_coil(wire: Wire, coil: WireCoil) -> float:
    metal = catalogue().wire_metal(wire)
    test = coil.bend_test
    assert test is not None
    try:
        found = tested_yield_mpa(
            wire.root_mm or wire.diameter_mm,
            metal.modulus_gpa.value,
            metal.density_g_cm3.value,
            test,
        )
    except SheetError as error:
        fault = error.faults[0]
        raise SheetError.one(f"coils/{coil.id}/{fault.path}", fault.value, fault.allowed) from error
    least, most = metal.yield_mpa.low / BEYOND, metal.yield_mpa.high * BEYOND
    if not least <= found <= most:
        raise SheetError.one(
            f"coils/{coil.id}/bend_test/mass_g",
            test.mass_g,
            f"a weight that bends {wire.label} at {least:.0f} to {most:.0f} MPa; these readings "
            f"would be {found:.0f}: measure the length, the weight and the droop again",
        )
    return found


@cache
def _typical(metal: str) -> Yield:
    found = catalogue().metals[metal].yield_mpa
    return Yield(
        value=found.value, low=found.low, high=found.high, source=found.source, tested=False
    )


def wire_yield(stores: Stores, wire: Wire) -> Yield:
    """The yield to count with: the least of this wire's tested coils, else the metal's typical.

    Raises
    ------
    SheetError : a bend test that no wire can have.
    """
    tests = [
        _of_coil(wire, coil)
        for coil in stores.coils
        if coil.wire == wire.id and coil.bend_test is not None
    ]
    if not tests:
        return _typical(wire.metal)
    least = min(tests)
    coils = "coil" if len(tests) == 1 else said("frame.weakest_of_coils", tests=len(tests))
    return Yield(
        value=least,
        low=least * (1 - READING),
        high=least * (1 + READING),
        source=said("frame.bend_test_of_this_read", coils=coils, reading=READING),
        tested=True,
    )


def refuse_impossible_tests(stores: Stores) -> None:
    """Every bend test must be one that its wire can have.

    Raises
    ------
    SheetError : naming the coil, the reading and what is allowed.
    """
    for key in sorted({coil.wire for coil in stores.coils}):
        wire_yield(stores, catalogue().wires[key])
