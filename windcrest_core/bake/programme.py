"""The air of a programme of stages, and which dials suit what is in the oven.

Source: SCIENCE 6b, Programme: holds count from when the air has arrived; it rises no faster than the stage says nor
than the oven can, falls by at most 3 °C a minute with the door shut [A], and stays at the last dial from there on.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from windcrest_core.bake.cure import Array
from windcrest_core.bake.heat import STEP_S
from windcrest_core.bake.oven import DIP_S, ELEMENT_C, ROOM_C, air_c, swing_of
from windcrest_core.given.oven import Oven
from windcrest_core.sheet.programmes import Stage

FALLS_C_MIN = 3.0
CURES_BELOW_C = 10.41  # clay this far below its label still comes to 0.95: X∞ = 0.95 at t = 0.8646
SURE_C = 2.0  # of a dial that a thermometer would have to decide [A]


class Leg(NamedTuple):
    """A stage as it runs, min: it is begun, its air arrives, it ends."""

    stage: Stage
    begins: float
    arrives: float
    ends: float


class Air(NamedTuple):
    """The air every 15 s, °C, and when each stage runs."""

    air_c: Array
    legs: list[Leg]


def programme_air(oven: Oven, stages: Sequence[Stage], minutes: float) -> Air:
    """The air of a programme, and on at its last dial for so many minutes in all.

    Examples
    --------
    >>> steady = Oven(swing_c=0, start="cold", ramp_c_min=40)
    >>> air, legs = programme_air(steady, [Stage(dial_c=120, minutes=10, ramp_c_min=10)], 30)
    >>> [round(leg.arrives, 1) for leg in legs], float(air[-1])
    ([10.0], 120.0)
    """
    now = ROOM_C if oven.start == "cold" else stages[0].dial_c + oven.offset_c
    level, legs = [now], list[Leg]()
    for stage in stages:
        target, begins = stage.dial_c + oven.offset_c, len(level) - 1
        while abs(target - now) > 1e-9:
            now = _towards(oven, stage, now, target)
            level.append(now)
        arrives = len(level) - 1
        level += [target] * max(1, round(stage.minutes * 60 / STEP_S))
        legs.append(Leg(stage, *(n * STEP_S / 60 for n in (begins, arrives, len(level) - 1))))
    steps = max(len(level), math.ceil(minutes * 60 / STEP_S) + 1)
    air = np.array(level + [now] * (steps - len(level)))
    time_s: Array = np.arange(steps, dtype=np.float64) * STEP_S
    if oven.start == "preheated":
        dip = (air[0] - ROOM_C) / 4
        air = air - dip * np.clip(1 - time_s / DIP_S, 0, 1)
    return Air(air + _swing(oven, legs, time_s), legs)


def planned_air(oven: Oven, dial_c: float, minutes: float, stages: tuple[Stage, ...] = ()) -> Array:
    """The air every 15 s for so many minutes: of a programme, or at one dial where there is none."""
    if not stages:
        return air_c(oven, dial_c, minutes)
    return programme_air(oven, stages, minutes).air_c[: math.ceil(minutes * 60 / STEP_S) + 1]


def _towards(oven: Oven, stage: Stage, now: float, target: float) -> float:
    """The air a step later: a first order towards the element, as steep at room heat as this oven heats."""
    step = STEP_S / 60
    if target < now:
        return max(target, now - min(FALLS_C_MIN, stage.ramp_c_min or FALLS_C_MIN) * step)
    own = oven.ramp_c_min * (ELEMENT_C - now) / (ELEMENT_C - ROOM_C)
    return min(target, now + min(own, stage.ramp_c_min or own) * step)


def _swing(oven: Oven, legs: list[Leg], time_s: Array) -> Array:
    """The thermostat about each hold, from when its air has arrived."""
    found = np.zeros(len(time_s))
    for n, leg in enumerate(legs):
        until = legs[n + 1].begins * 60 if n + 1 < len(legs) else math.inf
        first = max(leg.arrives * 60, DIP_S if n == 0 and oven.start == "preheated" else 0.0)
        held = (time_s > first) & (time_s <= until)
        found[held] = swing_of(oven, time_s[held] - first)
    return found


class Dials(NamedTuple):
    """The dials that cure all that is in and harm none of it, °C; `low_c` above `high_c` where there is none. `ever_c`
    is the least at which its clays ever cure."""

    ever_c: float
    low_c: float
    high_c: float


def dials_for(oven: Oven, labels_c: Sequence[float], limits_c: Sequence[float]) -> Dials:
    """Which dials suit.

    Parameters
    ----------
    labels_c : of the clays that are to cure. limits_c : what each thing in the oven can take at its surface.

    >>> dials_for(Oven(swing_c=8, offset_c=5), [135.0], [150.0])
    Dials(ever_c=119.59, low_c=121.59, high_c=137.0)
    """
    ever = max(labels_c) - CURES_BELOW_C - oven.offset_c
    return Dials(ever, ever + SURE_C, min(limits_c) - oven.swing_c - oven.offset_c)
