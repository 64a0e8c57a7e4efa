"""A bench scale's readings: whether what lies on it has come to rest, and what it weighs."""

from __future__ import annotations

import statistics
from typing import Literal

from windcrest_core.facts import Frozen

WINDOW_S = 1.5  # over which it must rest [A]
LEAST_READINGS = 4
REST_G, REST_SHARE = 0.3, 0.002  # the most the readings may lie apart, g, or of the weight [A]
SILENT_S = 6.0


class Reading(Frozen):
    """One reading: when, s, and grams; `overload` where the pan holds more than the scale can."""

    at_s: float
    grams: float
    overload: bool = False


class OnScale(Frozen):
    """What the scale says now. `grams` is given once it rests, with how far the readings lie
    apart."""

    state: Literal["resting", "settling", "overload", "silent"]
    grams: float | None = None
    apart_g: float | None = None


def on_scale(readings: list[Reading], now_s: float) -> OnScale:
    """What lies on a scale, by its latest readings in any order.

    Examples
    --------
    >>> rows = [Reading(at_s=t / 4, grams=131 + 0.1 * (t % 2)) for t in range(9)]
    >>> on_scale(rows, 2.0).state, round(on_scale(rows, 2.0).grams or 0, 2)
    ('resting', 131.0)
    """
    ordered = sorted(readings, key=lambda row: row.at_s)
    if not ordered or now_s - ordered[-1].at_s > SILENT_S:
        return OnScale(state="silent")
    latest = ordered[-1]
    if latest.overload:
        return OnScale(state="overload")
    recent = [row for row in ordered if latest.at_s - row.at_s <= WINDOW_S]
    grams = [row.grams for row in recent]
    apart = max(grams) - min(grams)
    if (
        len(recent) < LEAST_READINGS
        or any(row.overload for row in recent)
        or apart > max(REST_G, REST_SHARE * abs(latest.grams))
    ):
        return OnScale(state="settling", apart_g=apart)
    return OnScale(state="resting", grams=statistics.median(grams), apart_g=apart)
