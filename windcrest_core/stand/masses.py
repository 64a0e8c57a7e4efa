"""Masses of a figure with the base it is on, and how they stand."""

from __future__ import annotations

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.sheet.base import Base
from windcrest_core.stand.base import base_mass_g, base_outline
from windcrest_core.stand.standing import Standing, standing

Masses = list[tuple[float, Array]]


def summed(masses: Masses) -> tuple[float, Array]:
    """Grams and centre, mm, of them all."""
    total = sum(mass for mass, _ in masses)
    if total <= 0:
        return 0.0, np.zeros(3)
    return total, np.sum([mass * at for mass, at in masses], axis=0) / total


def with_base(base: Base, figure: Masses) -> Masses:
    """Figure, base and counterweight; heights from under the base."""
    total, centre = summed(figure)
    up = np.array([0, 0, base.thickness_mm])
    masses = [(total, centre + up), (base_mass_g(base), up / 2)]
    if base.counterweight_g > 0:
        at = np.array(
            [base.counterweight_right_mm, -base.counterweight_back_mm, base.thickness_mm / 2]
        )
        masses.append((base.counterweight_g, at))
    return masses


def standing_on(base: Base, figure: Masses) -> Standing:
    """How masses stand with their base, on its outline."""
    return standing(*summed(with_base(base, figure)), base_outline(base))
