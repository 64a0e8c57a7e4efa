"""What goes beside the clay: liquid clay where raw meets cured, and putties that set by themselves."""

from __future__ import annotations

import math

from windcrest_core.body.figure import Piece, skin_over_mm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.findings import Frozen
from windcrest_core.steps import Step

LIQUID_G_CM3 = 1.2  # [L]
FILM_MM = 0.2  # of liquid clay between raw and cured [A]
LEAST_G = 0.1  # a join: what stays on the brush [A]
FORM_CM3_PER_MIN = 0.25  # of putty that one person forms in a minute [A]
HANDS = 0.7  # of its working time is left once it is mixed [A]


class LiquidUse(Frozen):
    """A join of raw clay on cured: how large it is, and liquid clay for it."""

    part: str
    label: str
    onto: str
    area_cm2: float
    grams: float


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


def _under(work: Workpiece, piece: Piece) -> Piece | None:
    """What a part is joined to: what it lies on, else the body on its bone or the one before."""
    part = piece.part
    if part.lies_on is not None:
        return work.figure.piece(part.lies_on)
    joint: str | None = part.bone
    while joint is not None:
        body = [p for p in work.on_bone.get(joint, []) if p.part.layer == 0 and p is not piece]
        if body:
            return body[0]
        joint = work.figure.bones[joint].parent
    return None


def liquid_uses(work: Workpiece, steps: list[Step]) -> list[LiquidUse]:
    """Liquid clay of every join of raw clay on cured.

    Parameters
    ----------
    steps : those of the clay; a part that waits for cured clay is joined to it raw.

    A skin meets what is under it over its whole area, anything else over its own cross-section.
    """
    found = []
    for piece in work.clay_pieces:
        own = [step for step in steps if step.key == f"{piece.part.id}.cover.1"]
        if not any(need.cured for step in own for need in step.needs):
            continue
        under = _under(work, piece)
        if under is None:
            continue
        skin = skin_over_mm(piece, under) if piece.part.lies_on is not None else None
        volume = work.shares[piece.part.id].skin_mm3
        across = piece.solid.thickness_mm
        area = volume / skin if skin else math.pi / 4 * across**2
        found.append(
            LiquidUse(
                part=piece.part.id,
                label=piece.part.label,
                onto=under.part.label,
                area_cm2=area / 100,
                grams=max(LEAST_G, area * FILM_MM / 1000 * LIQUID_G_CM3),
            )
        )
    return found


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
