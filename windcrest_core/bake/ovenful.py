"""An oven full of parts, simulated: one air for all of them, long enough to cure the slowest."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.bake.bodies import heat_body
from windcrest_core.bake.chips import fusing_rate
from windcrest_core.bake.cure import CURED, ceiling, scorch
from windcrest_core.bake.firing import Before, Firing, WentIn
from windcrest_core.bake.heat import AIR_H_W_M2K, STEP_S, HeatBody, Temperatures, temperatures
from windcrest_core.bake.oven import air_c
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.given.oven import Oven

Array = NDArray[np.float64]
FIRST_LOOK_MIN, BLOCK_MIN, LONGEST_MIN = 120.0, 60.0, 360.0
PLATEAU_C, PLATEAU_GAIN = 1.0, 0.001  # of air and of fusion over a swing of the thermostat [C]


@dataclass(frozen=True)
class Ovenful:
    """Bodies in an oven at a dial, for so many minutes; `measured_c` is the air every 15 s as far as
    it was measured, after which the last of it goes on."""

    bodies: tuple[HeatBody, ...]
    oven: Oven
    dial_c: float
    minutes: float
    measured_c: tuple[float, ...] = ()


@dataclass(frozen=True)
class FusedIn:
    """By body: its label, °C, what it was fused when it went in, and how fast its clay fuses."""

    label_c: tuple[float, ...]
    start: tuple[float, ...]
    rate: tuple[float, ...]


@dataclass(frozen=True)
class OvenRun:
    """The simulated oven: one air for all parts, long enough to cure the slowest that can be cured.

    `most` is how far each body fuses if the bake goes on for ever, by the mean air.
    """

    temps: Temperatures
    bodies: dict[str, HeatBody]
    column: dict[str, int]
    label_c: Array
    rate: Array
    most: Array
    scorch: Array
    ovenful: Ovenful


def simulate(
    work: Workpiece,
    pieces: dict[str, Piece],
    dial: float,
    least_min: float,
    measured_c: tuple[float, ...] = (),
) -> OvenRun:
    """All clay parts at once. The dial stays where it is for as long as the slowest wants that can be cured at
    all, in blocks of an hour up to six.

    Parameters
    ----------
    measured_c : air every 15 s where the bake was measured.
    """
    oven = work.context.rules.oven
    of_part = {key: heat_body(work, piece) for key, piece in pieces.items()}
    unique: dict[HeatBody, int] = {}
    column = {key: unique.setdefault(body, len(unique)) for key, body in of_part.items()}
    bodies = tuple(unique)
    labels = np.zeros(len(unique))
    rates = np.full(len(unique), np.inf)
    for key, index in column.items():
        clay = work.clay(pieces[key].part.clay)
        labels[index] = max(labels[index], clay.label_c.value)
        rates[index] = min(rates[index], fusing_rate(work.context.stores, clay.id))
    most = ceiling(dial + oven.offset_c, labels)
    raw = FusedIn(tuple(labels.tolist()), (0.0,) * len(bodies), tuple(rates.tolist()))
    minutes = max(least_min, FIRST_LOOK_MIN)
    ovenful = Ovenful(bodies, oven, dial, minutes, measured_c)
    while not measured_c and ovenful.minutes < LONGEST_MIN and _some_to_come(ovenful, raw, most):
        longer = min(LONGEST_MIN, ovenful.minutes + BLOCK_MIN)
        ovenful = Ovenful(bodies, oven, dial, longer, measured_c)
    temps = in_the_oven(ovenful)
    return OvenRun(temps, of_part, column, labels, rates, most, scorched_in(ovenful), ovenful)


def _some_to_come(ovenful: Ovenful, raw: FusedIn, most: Array) -> bool:
    """Whether a body that can be cured is not, and is still getting hotter or fusing.

    Source: by the mean air and not by the plateau alone, which stands just below cured for an hour.
    """
    temps, fused = in_the_oven(ovenful), fired_in(ovenful, raw).fusion
    period = max(1, round(ovenful.oven.period_min * 60 / STEP_S))
    air = float(temps.air_c[-period:].mean())
    hot = np.abs(temps.core_c[-period:].mean(axis=0) - air) < PLATEAU_C
    stands = hot & (fused[-1] - fused[-1 - period] < PLATEAU_GAIN)
    return bool(np.any((fused[-1] < CURED) & (most >= CURED) & ~stands))


@lru_cache(maxsize=24)
def in_the_oven(ovenful: Ovenful) -> Temperatures:
    """What the oven does to these bodies; kept, since posing a figure does not change them."""
    oven = ovenful.oven
    air = air_in(oven, ovenful.dial_c, ovenful.minutes, ovenful.measured_c)
    return temperatures(list(ovenful.bodies), air, AIR_H_W_M2K[oven.air])


def air_in(oven: Oven, dial: float, minutes: float, measured_c: tuple[float, ...]) -> Array:
    """Air every 15 s: as measured, and the last of it from there on; as planned where it was not."""
    air = air_c(oven, dial, minutes)
    known = min(len(air), len(measured_c))
    if known:
        air[:known] = measured_c[:known]
        air[known:] = air[known - 1]
    return air


@lru_cache(maxsize=24)
def scorched_in(ovenful: Ovenful) -> Array:
    """Scorch of these bodies in that oven, at every step."""
    return scorch(in_the_oven(ovenful).surface_c, STEP_S)


@lru_cache(maxsize=24)
def fired_in(ovenful: Ovenful, how: FusedIn) -> Firing:
    """These bodies in that oven, on top of what they were when they went in; kept as the oven is."""
    temps = in_the_oven(ovenful)
    before = tuple(Before(fusion=fusion) for fusion in how.start)
    went_in = WentIn(np.array(how.label_c), np.array(how.rate), before)
    h = AIR_H_W_M2K[ovenful.oven.air]
    return Firing(ovenful.bodies, temps.air_c, h, went_in, temps)
