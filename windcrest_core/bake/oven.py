"""The oven's air: preheated or from cold, with its offset and the swing of its thermostat."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from windcrest_core.bake.heat import STEP_S
from windcrest_core.given.oven import Oven

Array = NDArray[np.float64]
ROOM_C = 20.0
ELEMENT_C = 300.0
DIP_S = 90.0


def air_c(oven: Oven, dial_c: float, minutes: float) -> Array:
    """Air in the oven every 15 s, °C.

    Preheated: the door takes a quarter of the rise, which recovers over 90 s. Cold: first order
    towards 300 °C, as steep at 20 °C as this oven heats (10 °C/min unless House rules say), until
    the thermostat cuts in. Then a triangle swing about the set temperature, 6 min long unless House
    rules say otherwise [A].

    Parameters
    ----------
    dial_c : what the dial is set to, °C; the air is `oven.offset_c` away from it.
    minutes : length of the trace, min.

    >>> air_c(Oven(offset_c=0, swing_c=0), 120, 3).tolist()[:8:2]
    [95.0, 103.33333333333333, 111.66666666666667, 120.0]
    """
    time: Array = np.arange(math.ceil(minutes * 60 / STEP_S) + 1, dtype=np.float64) * STEP_S
    target = dial_c + oven.offset_c
    if oven.start == "preheated":
        dip = (target - ROOM_C) / 4
        rising = target - dip * np.clip(1 - time / DIP_S, 0, 1)
        reached = DIP_S
    else:
        tau = (ELEMENT_C - ROOM_C) / oven.ramp_c_min * 60
        warm = ELEMENT_C - (ELEMENT_C - ROOM_C) * np.exp(-time / tau)
        reached = tau * math.log((ELEMENT_C - ROOM_C) / (ELEMENT_C - target))
        rising = np.minimum(warm, target)
    return np.asarray(np.where(time > reached, rising + swing_of(oven, time - reached), rising))


def swing_of(oven: Oven, since_s: Array) -> Array:
    """How far the thermostat lets the air swing, °C, so long after it has arrived: a triangle."""
    phase = (since_s / (oven.period_min * 60)) % 1.0
    triangle: Array = np.where(
        phase < 0.25, 4 * phase, np.where(phase < 0.75, 2 - 4 * phase, 4 * phase - 4)
    )
    return np.asarray(oven.swing_c * triangle)
