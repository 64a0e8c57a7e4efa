"""The whole figure on its base and on its bare feet."""

from __future__ import annotations

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.findings import Input, Quantity, Why
from windcrest_core.frame.paths import LIFTED
from windcrest_core.frame.standing import Standing, circle, rectangle, standing
from windcrest_core.frame.statics import Weight
from windcrest_core.sheet.model import Base


def balance_on_base(work: Workpiece, weights: list[Weight]) -> Standing:
    """The figure on its base, or on its feet where there is no peg to hold it."""
    base = work.sheet.base
    volume_cm3 = (
        base.thickness_mm
        * 1e-3
        * (
            base.width_mm * base.depth_mm
            if base.shape == "rectangle"
            else np.pi / 4 * base.width_mm * base.depth_mm
        )
    )
    base_g = volume_cm3 * base.density_g_cm3
    up = np.array([0, 0, base.thickness_mm])
    masses = [(w.mass_g, w.centre + up) for w in weights]
    masses.append((base_g, up / 2))
    if base.counterweight_g > 0:
        masses.append(
            (
                base.counterweight_g,
                np.array([0, -base.counterweight_back_mm, base.thickness_mm / 2]),
            )
        )
    total = sum(mass for mass, _ in masses)
    centre = np.sum([mass * at for mass, at in masses], axis=0) / total
    return standing(float(total), centre, base_outline(base))


def base_outline(base: Base) -> Array:
    """(n, 2) points round the base, mm: right and forward of its middle."""
    if base.shape == "rectangle":
        return rectangle(base.width_mm, base.depth_mm)
    return np.asarray(circle(1.0) * np.array([base.width_mm, base.depth_mm]))


def tips_on_bare_feet(work: Workpiece, weights: list[Weight]) -> float | None:
    """Tilt at which it goes over on its bare feet, degrees; None where nothing touches down."""
    points = []
    for piece in work.figure.pieces:
        if piece.part.contact and piece.solid.lowest_z < LIFTED * work.figure.height_mm:
            low, high = piece.solid.bounds
            points += [[x, y] for x in (low[0], high[0]) for y in (low[1], high[1])]
    total = sum(w.mass_g for w in weights)
    if len(points) < 4 or total <= 0:
        return None
    centre = np.sum([w.mass_g * w.centre for w in weights], axis=0) / total
    return standing(total, centre, np.array(points)).tips_at_deg


def tips_quantity(work: Workpiece, balance: Standing, ground: dict[str, Array]) -> Quantity:
    return Quantity(
        value=balance.tips_at_deg,
        unit="deg",
        why=Why(
            formula="tips at atan(margin ÷ height of the centre of mass), "
            f"{balance.towards_words}, on its base",
            inputs=[
                Input(name="margin to the edge", value=balance.margin_mm, unit="mm"),
                Input(name="height of centre of mass", value=float(balance.centre[2]), unit="mm"),
                Input(name="mass with base", value=balance.mass_g, unit="g"),
                Input(name="pegs in the base", value=len(ground)),
            ],
            source="statics; 10 degrees wanted, assumed",
        ),
    )
