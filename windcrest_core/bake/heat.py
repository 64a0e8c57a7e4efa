"""Heat in clay: finite volumes in a wall, a limb or a ball, marched exactly in time.

ρ c ∂T/∂t = r^−m ∂(r^m k ∂T/∂r)/∂r with m = 0 wall, 1 limb, 2 ball and all between (see `real_body`); outside
−k ∂T/∂r = h (T − air); inside symmetric, over a foil core or insulated. Clay ρ 1750 kg/m³, c 1300 J/kgK, k 0.25 W/mK;
foil core c 900, k 1.0, ρ its packed density [L/A].
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from windcrest_core.given.oven import Air

Array = NDArray[np.float64]
CELLS = 24
STEP_S = 15.0
CLAY_RHO, CLAY_C, CLAY_K = 1750.0, 1300.0, 0.25
FOIL_C, FOIL_K = 900.0, 1.0
SET_DEPTH_MM = 2.0  # set so far in, clay keeps its shape [A]
AIR_H_W_M2K: dict[Air, float] = {
    "still": 14.0,
    "fan": 25.0,
    "open": 18.0,
    "tented": 8.0,
    "closed": 4.0,
}  # radiation and convection, as a constant that takes the same minutes: SCIENCE 6b [C]

WALL, LIMB, BALL = 0.0, 1.0, 2.0
HeatShape = Literal["wall", "limb", "ball"]
Film = float | tuple[float, ...]  # W/m²K, of all bodies or of each


@dataclass(frozen=True)
class HeatBody:
    """A part as heat sees it: `clay_mm` of clay over `core_mm` of foil (nought: none).

    Its faces are as r^m. For a wall `core_mm` is the foil behind it; for a limb or ball it is the core's radius, and
    with no core `clay_mm` is the radius of the solid.
    """

    m: float
    clay_mm: float
    core_mm: float = 0.0
    foil_rho: float = 500.0

    @property
    def shape(self) -> HeatShape:
        """What it is nearest to."""
        return "wall" if self.m < 0.5 else "limb" if self.m < 1.5 else "ball"


@dataclass(frozen=True)
class Temperatures:
    """Temperatures over time, °C, each (steps + 1, bodies), and the time of each row, s.

    `set_c` is `SET_DEPTH_MM` below the surface, or at the core of what is thinner.
    """

    time_s: Array
    air_c: Array
    surface_c: Array
    core_c: Array
    set_c: Array


@dataclass(frozen=True)
class _Modes:
    """A body as decaying modes: rate, drive, and how modes add up to core, to surface, to
    `SET_DEPTH_MM` below it (or right through), and to every cell of clay."""

    rate: Array
    drive: Array
    core: Array
    surface: Array
    set: Array
    clay: Array
    depth_mm: Array
    skin: float
    ones: Array


def _faces(body: HeatBody) -> tuple[Array, int]:
    """Cell faces from the inside out, m, and the number of core cells."""
    clay, core = body.clay_mm * 1e-3, body.core_mm * 1e-3
    if core <= 0:
        return np.linspace(0.0, clay, CELLS + 1), 0
    inner = min(CELLS // 3, max(3, round(CELLS * core / (core + clay) / 2)))
    return np.concatenate(
        [np.linspace(0.0, core, inner + 1), np.linspace(core, core + clay, CELLS - inner + 1)[1:]]
    ), inner


@lru_cache(maxsize=4096)
def _modes(body: HeatBody, h: float) -> _Modes:
    m = body.m
    faces, inner = _faces(body)
    volume = np.diff(faces ** (m + 1)) / (m + 1)
    area = faces**m
    is_core = np.arange(CELLS) < inner
    k = np.where(is_core, FOIL_K, CLAY_K)
    heat = volume * np.where(is_core, body.foil_rho * FOIL_C, CLAY_RHO * CLAY_C)
    half = np.diff(faces) / 2 / k
    between = area[1:-1] / (half[:-1] + half[1:])
    outer = area[-1] / (half[-1] + 1 / h)
    ends = np.concatenate([[0.0], between, [0.0]])
    stiff = np.diag(ends[:-1] + ends[1:]) - np.diag(between, 1) - np.diag(between, -1)
    stiff[-1, -1] += outer
    root = np.sqrt(heat)
    rate, vectors = np.linalg.eigh(stiff / root[:, None] / root[None, :])
    to_cells = vectors / root[:, None]
    if inner:
        weight = half[inner - 1] / (half[inner - 1] + half[inner])
        core = to_cells[inner] * weight + to_cells[inner - 1] * (1 - weight)
    else:
        core = 1.125 * to_cells[0] - 0.125 * to_cells[1]
    skin = (1 / h) / (half[-1] + 1 / h)
    middles = (faces[1:] + faces[:-1]) / 2
    depth_mm = (faces[-1] - middles[inner:]) * 1e3
    deep = int(np.argmin(np.abs(depth_mm - min(SET_DEPTH_MM, body.clay_mm))))
    return _Modes(
        rate=rate,
        drive=vectors[-1] / root[-1] * outer,
        core=core,
        surface=to_cells[-1],
        set=to_cells[inner + deep] if body.clay_mm > SET_DEPTH_MM else core,
        clay=to_cells[inner:],
        depth_mm=depth_mm,
        skin=skin,
        ones=root @ vectors,
    )


def temperatures(
    bodies: Sequence[HeatBody], air_c: Array, h: Film, start_c: float = 20.0
) -> Temperatures:
    """Surface and core of every body in an air that is linear between steps of 15 s.

    Parameters
    ----------
    air_c : (steps + 1,) air, °C, every `STEP_S`.
    h : heat transfer coefficient, W/m²K, of all bodies or of each.
    start_c : temperature of the bodies at the start, °C.

    Examples
    --------
    >>> air = np.full(121, 135.0)
    >>> t = temperatures([HeatBody(WALL, 6)], air, 12)
    >>> round(float(t.core_c[60, 0]), 1)
    76.6
    """
    modes = _modes_of(bodies, h)
    states = _marched(modes, air_c, start_c)
    seen = np.array([[m.core, m.surface, m.set] for m in modes]).transpose(0, 2, 1)
    core, last, deep = np.moveaxis(states.transpose(1, 0, 2) @ seen, (0, 1, 2), (2, 1, 0))
    skin = np.array([m.skin for m in modes])
    return Temperatures(
        time_s=np.arange(len(air_c), dtype=np.float64) * STEP_S,
        air_c=air_c,
        surface_c=last + (air_c[:, None] - last) * (1 - skin),
        core_c=core,
        set_c=deep,
    )


def _modes_of(bodies: Sequence[HeatBody], h: Film) -> list[_Modes]:
    films = h if isinstance(h, tuple) else (h,) * len(bodies)
    return [_modes(body, film) for body, film in zip(bodies, films, strict=True)]


def _marched(modes: list[_Modes], air_c: Array, start_c: float) -> Array:
    """The modes of every body at every step: (steps + 1, bodies, modes)."""
    rate = np.array([m.rate for m in modes])
    drive = np.array([m.drive for m in modes])
    decay = np.exp(-rate * STEP_S)
    phi1 = (1 - decay) / rate
    phi2 = (STEP_S - phi1) / rate
    held, ramp = drive * phi1, drive * phi2 / STEP_S
    states = np.empty((len(air_c), rate.size))
    states[0] = np.array([m.ones for m in modes]).ravel() * start_c
    pushed = np.stack([held.ravel(), ramp.ravel()])
    np.matmul(np.stack([air_c[:-1], np.diff(air_c)], axis=1), pushed, out=states[1:])
    before, left, fading = states[0], np.empty(rate.size), decay.ravel()
    for after in states[1:]:
        np.multiply(fading, before, out=left)
        after += left
        before = after
    return states.reshape(len(air_c), *rate.shape)


@dataclass(frozen=True)
class Clay:
    """The clay of one body cell by cell from the inside out: temperatures, °C (steps + 1, cells), each cell's share of
    the volume, and its thickness, mm."""

    temp_c: Array
    share: Array
    cell_mm: float


def clay_cells(
    bodies: Sequence[HeatBody], air_c: Array, h: Film, start_c: float = 20.0
) -> list[Clay]:
    """Every cell of the clay of every body, in an air that is linear between steps of 15 s."""
    found = []
    for body, modes in zip(bodies, _modes_of(bodies, h), strict=True):
        states = _marched([modes], air_c, start_c)
        faces, inner = _faces(body)
        volume = np.diff(faces[inner:] ** (body.m + 1))
        cells = modes.clay.shape[0]
        temps = states[:, 0] @ modes.clay.T
        found.append(Clay(temps, volume / volume.sum(), body.clay_mm / cells))
    return found


def unbroken_mm(reached: NDArray[np.bool_], cell_mm: float) -> Array:
    """How deep something holds from the surface inwards without a gap, mm (steps,).

    Parameters
    ----------
    reached : (steps, cells), cells from the inside out.
    """
    return np.asarray(np.logical_and.accumulate(reached[:, ::-1], axis=1).sum(axis=1) * cell_mm)


def set_depths_mm(
    bodies: Sequence[HeatBody], air_c: Array, h: Film, sets_c: Array, start_c: float = 20.0
) -> Array:
    """How deep each body has set by each step: (steps + 1, bodies) mm from its surface.

    Clay is set where it has been as hot as `sets_c` (bodies,) of its clay; the depth counts from the
    surface inwards without a gap.

    >>> air = np.full(361, 135.0)
    >>> set_depths_mm([HeatBody(WALL, 6)], air, 12, np.array([90.0]))[[70, 77, 90], 0].tolist()
    [0.0, 2.0, 6.0]
    """
    found = np.zeros((len(air_c), len(bodies)))
    for column, clay in enumerate(clay_cells(bodies, air_c, h, start_c)):
        hottest = np.maximum.accumulate(clay.temp_c, axis=0)
        found[:, column] = unbroken_mm(hottest >= sets_c[column], clay.cell_mm)
    return found


@lru_cache(maxsize=512)
def cooling_minutes(body: HeatBody, h: float, start_c: float, until_c: float) -> float:
    """Minutes in air of 20 °C until the core of an evenly hot body is below `until_c`, at most 240.

    Examples
    --------
    >>> round(cooling_minutes(HeatBody(WALL, 6), 12, 135, 45))
    33
    """
    modes = _modes(body, h)
    time_s = np.arange(0.0, 240 * 60 + 1, STEP_S)
    left = np.exp(-np.outer(time_s, modes.rate)) @ (modes.core * modes.ones)
    below = left * (start_c - 20.0) + 20.0 < until_c
    return float(time_s[int(np.argmax(below))]) / 60 if below.any() else 240.0
