"""One firing: bodies of clay in air, and what comes of each; the oven, a chip and a heat gun all ask it.

Temperatures by finite volumes (`heat`), fusion and scorch by `cure`; what went before is added on.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from windcrest_core.bake.cure import CURED, FIRM, SETS_BELOW_C, Array, fusion, scorch
from windcrest_core.bake.heat import (
    STEP_S,
    Film,
    HeatBody,
    Temperatures,
    clay_cells,
    set_depths_mm,
    temperatures,
    unbroken_mm,
)
from windcrest_core.facts import Frozen

STEPS_PER_MIN = 60.0 / STEP_S


class Before(Frozen):
    """What earlier bakes did to a part: fusion, 0 to 1, and scorch."""

    fusion: float = 0.0
    scorch: float = 0.0


RAW = Before()


@dataclass(frozen=True)
class WentIn:
    """By body: its clay's label, °C, how many times as fast as assumed it fuses, and what went before."""

    label_c: Array
    rate: Array
    before: tuple[Before, ...]

    @staticmethod
    def raw(label_c: float, *rates: float) -> WentIn:
        """Bodies of one raw clay, one for each rate."""
        return WentIn(np.full(len(rates), label_c), np.array(rates), (RAW,) * len(rates))


@dataclass(frozen=True)
class Depths:
    """Of one body at every step: from the surface inwards without a gap so deep firm and so deep fused, mm, and the
    mean of its fusion by volume, 0 to 1."""

    firm_mm: Array
    fused_mm: Array
    share: Array


@dataclass(frozen=True)
class Firing:
    """Bodies in one air, °C every 15 s, with a film of `h_w_m2k`. Arrays are (steps, bodies).

    `alike` is a firing of the same bodies in the same air that went in otherwise: its temperatures hold here too.
    """

    bodies: tuple[HeatBody, ...]
    air_c: Array
    h_w_m2k: Film
    went_in: WentIn
    alike: Firing | None = None

    @cached_property
    def temps(self) -> Temperatures:
        if self.alike is not None:
            return self.alike.temps
        return temperatures(self.bodies, self.air_c, self.h_w_m2k)

    @cached_property
    def fusion(self) -> Array:
        """Fusion of the coldest clay, 0 to 1, on top of what it was."""
        start = np.array([before.fusion for before in self.went_in.before])
        core = self.temps.core_c
        return fusion(core, self.went_in.label_c, STEP_S, start, self.went_in.rate)

    @cached_property
    def scorch(self) -> Array:
        """Scorch of the surface, on top of what it was."""
        was = np.array([before.scorch for before in self.went_in.before])
        return np.asarray(was + self._scorched)

    @cached_property
    def _scorched(self) -> Array:
        if self.alike is not None:
            return self.alike._scorched
        return scorch(self.temps.surface_c, STEP_S)

    @cached_property
    def set_mm(self) -> Array:
        """How deep clay has set from the surface inwards, mm."""
        least = self.went_in.label_c - SETS_BELOW_C
        return set_depths_mm(self.bodies, self.air_c, self.h_w_m2k, least)

    @cached_property
    def depths(self) -> list[Depths]:
        """By body, how deep its clay is firm and fused, and how far all of it has come."""
        found = []
        rows = zip(
            clay_cells(self.bodies, self.air_c, self.h_w_m2k),
            self.went_in.label_c,
            self.went_in.rate,
            self.went_in.before,
            strict=True,
        )
        for clay, label_c, rate, before in rows:
            start = np.full(clay.temp_c.shape[1], before.fusion)
            fused = fusion(clay.temp_c, np.full(len(start), label_c), STEP_S, start, rate)
            found.append(
                Depths(
                    firm_mm=unbroken_mm(fused >= FIRM, clay.cell_mm),
                    fused_mm=unbroken_mm(fused >= CURED, clay.cell_mm),
                    share=fused @ clay.share,
                )
            )
        return found

    def cured_min(self) -> Array:
        """By body, when its coldest clay is fused; infinite where it is not in this time."""
        return first_min(self.fusion >= CURED)

    def set_min(self) -> Array:
        """By body, when it has set 2 mm deep or right through; infinite where it does not."""
        return first_min(self.temps.set_c >= self.went_in.label_c - SETS_BELOW_C)


def first_min(holds: np.ndarray[tuple[int, int], np.dtype[np.bool_]]) -> Array:
    """By column, the first minute at which something holds; infinite where it never does.

    >>> first_min(np.array([[False, False], [False, False], [True, False]])).tolist()
    [0.5, inf]
    """
    first = np.argmax(holds, axis=0) / STEPS_PER_MIN
    return np.asarray(np.where(holds.any(axis=0), first, np.inf))
