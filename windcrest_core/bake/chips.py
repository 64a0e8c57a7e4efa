"""Test chips: what a chip that was bent shows of how fast a clay fuses, and what is still untried."""

from __future__ import annotations

import math
from functools import lru_cache

import numpy as np

from windcrest_core.bake.cure import CURED
from windcrest_core.bake.firing import Firing, WentIn
from windcrest_core.bake.heat import AIR_H_W_M2K, STEP_S, WALL, HeatBody
from windcrest_core.catalogue import Clay
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.given.stores import Owned, TestChip
from windcrest_core.labels import clay_of

SLOWEST, FASTEST = 0.2, 5.0  # times as fast as assumed; outside this a chip tells of something else
LEAST_FILM, MOST_FILM = 3.0, 60.0  # W/m²K: a closed parcel, a fan that blows on it
TOO_COOL_K = 5.0  # a chip baked so far below its label says nothing of it [A]
BRITTLE = 0.90  # fusion that a chip which snaps is taken to have had at most [A]


class ChipRate(Frozen):
    """How many times as fast as assumed a clay fuses by its chips; 1 where they say nothing.

    `between` is what the chips leave open. `words` say what it rests on.
    """

    clay: str
    label: str
    rate: float
    between: tuple[float, float]
    tried: int
    opened: bool
    words: Text


@lru_cache(maxsize=200)
def _fused(chip: TestChip, label_c: float, rate: float) -> float:
    """Fusion of the coldest of a chip, heated from one face in steady air: on a tile, or over its foil."""
    assert chip.minutes is not None and chip.air_c is not None
    steps = max(1, round(chip.minutes * 60 / STEP_S))
    air = np.full(steps + 1, chip.air_c)
    fired = Firing((_body(chip),), air, film_of(chip), WentIn.raw(label_c, rate))
    return float(fired.fusion[-1, 0])


def _body(chip: TestChip) -> HeatBody:
    return HeatBody(WALL, chip.thick_mm, chip.over_foil_mm or 0.0)


@lru_cache(maxsize=200)
def film_of(chip: TestChip) -> float:
    """The air film over a chip, W/m²K: as a probe at its inner face says, by halving; that of still air where none
    was there, or where no film gives what it said.

    >>> still = TestChip(of="clay", product="rigid", label="x", minutes=30, air_c=135)
    >>> film_of(still), film_of(still.model_copy(update={"wall_c": 20.0}))
    (14.0, 14.0)
    """
    assert chip.minutes is not None and chip.air_c is not None
    usual = AIR_H_W_M2K["still"]
    if chip.wall_c is None:
        return usual
    air = np.full(max(1, round(chip.minutes * 60 / STEP_S)) + 1, chip.air_c)

    def inner_c(h: float) -> float:
        fired = Firing((_body(chip),), air, h, WentIn.raw(chip.air_c or 0.0, 1.0))
        return float(fired.temps.core_c[-1, 0])

    low, high = LEAST_FILM, MOST_FILM
    if not inner_c(low) <= chip.wall_c <= inner_c(high):
        return usual
    for _ in range(24):
        middle = math.sqrt(low * high)
        if inner_c(middle) < chip.wall_c:
            low = middle
        else:
            high = middle
    return math.sqrt(low * high)


def _rate_at(chip: TestChip, label_c: float, wanted: float) -> float:
    """The rate at which a chip comes to `wanted`, by halving; the bound where it never does."""
    low, high = SLOWEST, FASTEST
    for bound in (low, high):
        at_bound = _fused(chip, label_c, bound)
        if (bound == low and at_bound >= wanted) or (bound == high and at_bound < wanted):
            return bound
    for _ in range(24):
        middle = math.sqrt(low * high)
        if _fused(chip, label_c, middle) < wanted:
            low = middle
        else:
            high = middle
    return math.sqrt(low * high)


def chip_rate(owned: Owned, clay_id: str) -> ChipRate:
    """What the chips of a clay say of it.

    A chip that bends was cured: the clay fuses at least as fast as that takes. One that snaps or is
    tacky was not: it fuses at most so fast. Where chips contradict each other the slower stands.
    """
    return _chip_rate(
        clay_of(owned, clay_id),
        tuple(chip for chip in owned.tried if chip.of == "clay" and chip.product == clay_id),
    )


@lru_cache(maxsize=200)
def _chip_rate(clay: Clay, chips: tuple[TestChip, ...]) -> ChipRate:
    label = clay.label_c.value
    least, most = SLOWEST, FASTEST
    baked = [chip for chip in chips if chip.minutes is not None and chip.air_c is not None]
    cool = [chip for chip in baked if (chip.air_c or 0.0) < label - TOO_COOL_K]
    for chip in baked:
        if chip in cool:
            continue
        if chip.verdict == "bends":
            least = max(least, _rate_at(chip, label, CURED))
        elif chip.verdict in ("snaps", "tacky"):
            most = min(most, _rate_at(chip, label, BRITTLE))
    least = min(least, most)
    rate = min(max(1.0, least), most)
    judged = [chip for chip in baked if chip.verdict in ("bends", "snaps", "tacky")]
    if not judged:
        words = said("bake.no_chip_of_it_was")
    elif rate == 1.0:
        words = said("bake.chips_agree_with_the_assumed", judged=len(judged))
    else:
        words = said("bake.by_chips_it_fuses_times", judged=len(judged), rate=rate)
    probed = [chip for chip in judged if chip.wall_c is not None]
    if probed:
        still = AIR_H_W_M2K["still"]
        unread = [chip for chip in probed if film_of(chip) == still]
        words = (
            said("bake.no_oven_gives_what_the_probe", first=words)
            if unread
            else said(
                "bake.with_a_probe_at_the_wall", first=words, times=film_of(probed[-1]) / still
            )
        )
    if cool:
        words = said("bake.a_chip_baked_more_than", first=words, below_k=TOO_COOL_K, label_c=label)
    return ChipRate(
        clay=clay.id,
        label=clay.label,
        rate=rate,
        between=(least, most),
        tried=len(chips),
        opened=any(chip.opens for chip in chips),
        words=words,
    )


def fusing_rate(owned: Owned, clay_id: str) -> float:
    """How many times as fast as assumed a clay fuses."""
    return chip_rate(owned, clay_id).rate
