"""An oven full of parts, simulated: one air for all of them, long enough to cure the slowest."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.bake.bodies import heat_body
from windcrest_core.bake.chips import fusing_rate
from windcrest_core.bake.cure import CURED, ceiling
from windcrest_core.bake.firing import RAW, STEPS_PER_MIN, Before, Firing, WentIn
from windcrest_core.bake.heat import AIR_H_W_M2K, HeatBody, Temperatures
from windcrest_core.bake.programme import planned_air
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.given.oven import Oven
from windcrest_core.kept import PER_FIGURE
from windcrest_core.sheet.programmes import Stage

Array = NDArray[np.float64]
FIRST_LOOK_MIN, BLOCK_MIN, LONGEST_MIN = 120.0, 60.0, 360.0
PLATEAU_C, PLATEAU_GAIN = 1.0, 0.001  # of air and of fusion over a swing of the thermostat [C]


@dataclass(frozen=True)
class Ovenful:
    """Bodies in an oven at a dial, for so many minutes, each with its label, °C, and how fast its clay fuses.

    `measured_c` is the air every 15 s as far as it was measured, after which the last of it goes on. Where the
    sculptor has `stages` of their own, `dial_c` is the hottest of them.
    """

    bodies: tuple[HeatBody, ...]
    label_c: tuple[float, ...]
    rate: tuple[float, ...]
    oven: Oven
    dial_c: float
    minutes: float
    measured_c: tuple[float, ...] = ()
    stages: tuple[Stage, ...] = ()


@dataclass(frozen=True)
class OvenRun:
    """The simulated oven: one air for all parts, long enough to cure the slowest that can be cured.

    By part, its body and the column of it; `most` is how far each body fuses if the bake goes on for ever,
    by the mean air.
    """

    ovenful: Ovenful
    bodies: dict[str, HeatBody]
    column: dict[str, int]
    most: Array

    @property
    def temps(self) -> Temperatures:
        return _all_raw(self.ovenful).temps


def simulate(
    work: Workpiece,
    pieces: dict[str, Piece],
    dial: float,
    least_min: float,
    measured_c: tuple[float, ...] = (),
    stages: tuple[Stage, ...] = (),
) -> OvenRun:
    """All clay parts at once. The dial stays where it is for as long as the slowest wants that can be cured at
    all, in blocks of an hour up to six.

    Parameters
    ----------
    measured_c : air every 15 s where the bake was measured. stages : of the sculptor's programme, if there is one.
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
    minutes = max(least_min, FIRST_LOOK_MIN)
    clays = tuple(labels.tolist()), tuple(rates.tolist())
    ovenful = Ovenful(bodies, *clays, oven, dial, minutes, measured_c, stages)
    while not measured_c and ovenful.minutes < LONGEST_MIN and _some_to_come(ovenful, most):
        ovenful = replace(ovenful, minutes=min(LONGEST_MIN, ovenful.minutes + BLOCK_MIN))
    return OvenRun(ovenful, of_part, column, most)


def _some_to_come(ovenful: Ovenful, most: Array) -> bool:
    """Whether a body that can be cured is not, and is still getting hotter or fusing.

    Source: by the mean air and not by the plateau alone, which stands just below cured for an hour.
    """
    fired = _all_raw(ovenful)
    period = max(1, round(ovenful.oven.period_min * STEPS_PER_MIN))
    air = float(fired.air_c[-period:].mean())
    hot = np.abs(fired.temps.core_c[-period:].mean(axis=0) - air) < PLATEAU_C
    stands = hot & (fired.fusion[-1] - fired.fusion[-1 - period] < PLATEAU_GAIN)
    return bool(np.any((fired.fusion[-1] < CURED) & (most >= CURED) & ~stands))


def air_in(
    oven: Oven,
    dial: float,
    minutes: float,
    measured_c: tuple[float, ...],
    stages: tuple[Stage, ...] = (),
) -> Array:
    """Air every 15 s: as measured, and the last of it from there on; as planned where it was not."""
    air = planned_air(oven, dial, minutes, stages)
    known = min(len(air), len(measured_c))
    if known:
        air[:known] = measured_c[:known]
        air[known:] = air[known - 1]
    return air


@lru_cache(maxsize=PER_FIGURE)
def _all_raw(ovenful: Ovenful) -> Firing:
    """All of it raw; kept, since posing a figure does not change it."""
    oven = ovenful.oven
    air = air_in(oven, ovenful.dial_c, ovenful.minutes, ovenful.measured_c, ovenful.stages)
    went_in = WentIn(
        np.array(ovenful.label_c), np.array(ovenful.rate), (RAW,) * len(ovenful.bodies)
    )
    return Firing(ovenful.bodies, air, AIR_H_W_M2K[oven.air], went_in)


@lru_cache(maxsize=PER_FIGURE)
def fired_in(ovenful: Ovenful, fused: tuple[float, ...]) -> Firing:
    """These bodies in that oven, fused so far when they went in; kept as the oven is."""
    raw = _all_raw(ovenful)
    went_in = replace(raw.went_in, before=tuple(Before(fusion=each) for each in fused))
    return replace(raw, went_in=went_in, alike=raw)
