"""An oven full of parts, simulated: one air for all of them, long enough to cure the slowest."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.bake.bodies import heat_body
from windcrest_core.bake.cure import fusion, scorch
from windcrest_core.bake.heat import AIR_H_W_M2K, STEP_S, HeatBody, Temperatures, temperatures
from windcrest_core.bake.oven import air_c
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.context import Oven

Array = NDArray[np.float64]
LONGEST_MIN = 240.0
FIRST_LOOK_MIN = 120.0
Ovenful = tuple[tuple[HeatBody, ...], Oven, float, float]
FusedIn = tuple[tuple[float, ...], tuple[float, ...]]


@dataclass(frozen=True)
class OvenRun:
    """The simulated oven: one air for all parts, long enough to cure the slowest."""

    temps: Temperatures
    bodies: dict[str, HeatBody]
    column: dict[str, int]
    label_c: Array
    scorch: Array
    ovenful: Ovenful


def simulate(work: Workpiece, pieces: dict[str, Piece], dial: float, least_min: float) -> OvenRun:
    """All clay parts at once, in as much air as the slowest wants, up to four hours."""
    oven = work.context.rules.oven
    of_part = {key: heat_body(work, piece) for key, piece in pieces.items()}
    unique: dict[HeatBody, int] = {}
    column = {key: unique.setdefault(body, len(unique)) for key, body in of_part.items()}
    bodies = tuple(unique)
    minutes = max(least_min, FIRST_LOOK_MIN)
    while True:
        ovenful = (bodies, oven, dial, minutes)
        temps = in_the_oven(ovenful)
        if minutes >= LONGEST_MIN or float(temps.core_c[-1].min()) > dial + oven.offset_c - 12:
            break
        minutes = min(LONGEST_MIN, minutes + 60)
    labels = np.zeros(len(unique))
    for key, index in column.items():
        clay = catalogue().clays[pieces[key].part.clay]
        labels[index] = max(labels[index], clay.label_c.value)
    return OvenRun(temps, of_part, column, labels, scorched_in(ovenful), ovenful)


@lru_cache(maxsize=24)
def in_the_oven(ovenful: Ovenful) -> Temperatures:
    """What the oven does to these bodies; kept, since posing a figure does not change them."""
    bodies, oven, dial, minutes = ovenful
    return temperatures(list(bodies), air_c(oven, dial, minutes), AIR_H_W_M2K[oven.air])


@lru_cache(maxsize=24)
def scorched_in(ovenful: Ovenful) -> Array:
    """Scorch of these bodies in that oven, at every step."""
    return scorch(in_the_oven(ovenful).surface_c, STEP_S)


@lru_cache(maxsize=24)
def fused_in(ovenful: Ovenful, label_c: tuple[float, ...], start: tuple[float, ...]) -> Array:
    """Fusion of these bodies in that oven, on top of what they were when they went in."""
    return fusion(in_the_oven(ovenful).core_c, np.array(label_c), STEP_S, np.array(start))
