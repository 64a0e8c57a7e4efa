"""When a part is firm and when it is fused, and how far that may lie off.

The least known are the film of air about a part, ± 25 %, and how fast clay fuses, half to four times as
fast unless chips have shown it; the band is the root of the squares of both.
"""

from __future__ import annotations

import math
from functools import lru_cache

from windcrest_core.bake.cure import CURED, FIRM
from windcrest_core.bake.firing import Firing, WentIn, first_min
from windcrest_core.bake.heat import AIR_H_W_M2K, HeatBody
from windcrest_core.bake.ovenful import LONGEST_MIN
from windcrest_core.bake.programme import planned_air
from windcrest_core.facts import Frozen
from windcrest_core.given.oven import Oven
from windcrest_core.sheet.programmes import Stage

FILM = 0.25
SLOWEST_RATE, FASTEST_RATE = 0.5, 4.0
ROOM = 2.5  # of the minutes looked at first, so that the slowest variant is within them


class Reached(Frozen):
    """When a grade is reached, min, and the band it lies in; `high_min` is None past six hours."""

    min: float
    low_min: float
    high_min: float | None


class Grades(Frozen):
    """When the coldest clay of a part is firm and when it is fused; None where it never is, or not within
    six hours."""

    firm: Reached | None
    fused: Reached | None


@lru_cache(maxsize=256)
def grades(
    body: HeatBody,
    oven: Oven,
    dial_c: float,
    label_c: float,
    rate: float,
    stages: tuple[Stage, ...] = (),
    between: tuple[float, float] = (0.0, math.inf),
) -> Grades:
    """Of a raw part alone in this oven.

    Parameters
    ----------
    rate : how many times as fast as assumed its clay fuses, where chips showed it. stages : of the sculptor's
        programme, if there is one. between : what chips leave open of the rate.

    Source: SCIENCE 6b, By depth; bands assumed.
    """
    h = AIR_H_W_M2K[oven.air]
    films = (h, h * (1 - FILM), h * (1 + FILM), h, h)
    slow = max(rate * SLOWEST_RATE, between[0])
    fast = min(rate * FASTEST_RATE, between[1])
    went_in = WentIn.raw(label_c, rate, rate, rate, slow, fast)
    minutes = 120.0
    while True:
        air = planned_air(oven, dial_c, minutes, stages)
        fused = Firing((body,) * len(films), air, films, went_in).fusion
        if minutes >= LONGEST_MIN or (fused[-1] >= CURED).all():
            break
        minutes = min(LONGEST_MIN, minutes * ROOM)
    firm, through = (_reached(first_min(fused >= level).tolist()) for level in (FIRM, CURED))
    return Grades(firm=firm, fused=through)


def _reached(minutes: list[float]) -> Reached | None:
    middle, thin_film, thick_film, slow, fast = minutes
    if not math.isfinite(middle):
        return None
    later = math.hypot(thin_film - middle, slow - middle)
    return Reached(
        min=middle,
        low_min=middle - math.hypot(middle - thick_film, middle - fast),
        high_min=middle + later if math.isfinite(later) else None,
    )
