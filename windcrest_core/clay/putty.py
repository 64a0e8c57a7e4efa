"""Putties, which go beside the clay and set by themselves."""

from __future__ import annotations

import math

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Frozen

FORM_CM3_PER_MIN = 0.25  # of putty that one person forms in a minute [A]
HANDS = 0.7  # of its working time is left once it is mixed [A]


class PuttyUse(Frozen):
    """A part of putty: what to mix, in how many batches so that each is formed while it is soft.

    `half_g` is of each of its two parts in one batch.
    """

    part: str
    label: str
    material: str
    grams: float
    batches: int
    half_g: float
    work_min: float
    work_low_min: float
    work_high_min: float
    cure_h: float


def putty_uses(work: Workpiece) -> list[PuttyUse]:
    """Every part of putty, with batches that are formed within its working time."""
    waste = 1 + work.context.rules.waste_percent / 100
    found = []
    for piece in work.figure.pieces:
        part = piece.part
        material = catalogue().stock_materials.get(part.stock or "")
        if material is None or material.putty is None:
            continue
        putty = material.putty
        volume = work.shares[part.id].skin_mm3 / 1000
        grams = volume * material.density_g_cm3.value * waste
        minutes = volume / FORM_CM3_PER_MIN
        batches = max(1, math.ceil(minutes / (putty.work_min.value * HANDS)))
        found.append(
            PuttyUse(
                part=part.id,
                label=part.label,
                material=material.label,
                grams=grams,
                batches=batches,
                half_g=grams / batches / 2,
                work_min=putty.work_min.value,
                work_low_min=putty.work_min.low,
                work_high_min=putty.work_min.high,
                cure_h=putty.cure_h.value,
            )
        )
    return found
