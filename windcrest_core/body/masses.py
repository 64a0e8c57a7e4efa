"""What every part weighs, raw, and where its middle is. Wire is added by the frame."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from windcrest_core.body.figure import Figure, Piece
from windcrest_core.body.laminate import clay_share, inlays_g_cm2, thick_mm
from windcrest_core.body.portions import ball_mm
from windcrest_core.body.skeleton import AS_PLANNED, Array
from windcrest_core.body.volumes import Share
from windcrest_core.catalogue import catalogue
from windcrest_core.densities import Densities
from windcrest_core.sheet.forms import Layered
from windcrest_core.sheet.parts import Part

STEEL_G_CM3 = 7.85  # [L]
STEEL_SHARE = 0.6  # of a core that may be steel [A]


def ballast_mm3(part: Part, core_mm3: float) -> float:
    """Room that a part's ballast takes in its core, mm³; never more than there is."""
    return min(core_mm3, part.ballast_g / STEEL_G_CM3 * 1000)


def ballast_at(piece: Piece, core_centre: Array) -> Array:
    """Where ballast lies, as a ball at the lowest place under the middle of the core, mm."""
    assert piece.core is not None
    radius = ball_mm(piece.part.ballast_g / STEEL_G_CM3 * 1000) / 2
    low = float(piece.core.lowest_z) + radius
    return np.array([core_centre[0], core_centre[1], min(low, float(core_centre[2]))])


@dataclass(frozen=True)
class PartMass:
    """Grams of clay or stock (`skin_g`) and of core with its ballast (`core_g`), and the centre of both, mm."""

    skin_g: float
    core_g: float
    centre: Array

    @property
    def total_g(self) -> float:
        return self.skin_g + self.core_g


def skin_density_g_cm3(part: Part, densities: Densities) -> float:
    """Density of what the part is made of, g/cm³."""
    if part.stock is not None:
        return catalogue().stock_materials[part.stock].density_g_cm3.value
    return densities.clay(part.clay).value


def core_density_g_cm3(part: Part, packed_g_cm3: float) -> float:
    """Density of what is under the part's clay, g/cm³; foil as it is packed."""
    kind = catalogue().cores.get(part.core)
    if kind is None or kind.density_g_cm3 is None:
        return packed_g_cm3
    return kind.density_g_cm3.value


def masses(
    figure: Figure,
    shares: dict[str, Share],
    densities: Densities,
    built_g: Mapping[str, float] = AS_PLANNED,
    cores_g: Mapping[str, float] = AS_PLANNED,
) -> dict[str, PartMass]:
    """Mass of every part, g; of one that was weighed, as it was.

    Parameters
    ----------
    built_g : what parts weighed with their core, by id. cores_g : what cores weighed before they were covered, without
        ballast.
    """
    packed_g_cm3 = densities.foil.value
    found = {}
    for piece in figure.pieces:
        share = shares[piece.part.id]
        clay_mm3 = share.skin_mm3 * clay_share(piece.part)
        skin_g = clay_mm3 * 1e-3 * skin_density_g_cm3(piece.part, densities)
        steel_mm3 = ballast_mm3(piece.part, share.core_mm3)
        steel_g = steel_mm3 * 1e-3 * STEEL_G_CM3
        around_mm3 = share.core_mm3 - steel_mm3
        core_g = around_mm3 * 1e-3 * core_density_g_cm3(piece.part, packed_g_cm3)
        if isinstance(piece.part.form, Layered):
            stack = piece.part.form.stack
            core_g = share.skin_mm3 / thick_mm(stack) / 100 * inlays_g_cm2(stack)
        if around_mm3 > 0:
            core_g = cores_g.get(piece.part.id, core_g)
        total = skin_g + core_g + steel_g
        under = share.core_centre if share.core_mm3 > 0 else share.skin_centre
        moments = share.skin_centre * skin_g + under * core_g
        if steel_g > 0:
            moments = moments + ballast_at(piece, share.core_centre) * steel_g
        centre = moments / total if total > 0 else piece.solid.centre
        under_g, whole_g = core_g + steel_g, built_g.get(piece.part.id, total)
        if piece.part.id in cores_g and whole_g > under_g:
            skin_g = whole_g - under_g
        elif total > 0:
            skin_g, under_g = skin_g * whole_g / total, under_g * whole_g / total
        found[piece.part.id] = PartMass(skin_g, under_g, centre)
    return found


def centre_of(parts: list[PartMass]) -> tuple[float, Array]:
    """Total mass, g, and centre of mass, mm."""
    total = sum(part.total_g for part in parts)
    if total <= 0:
        return 0.0, np.zeros(3)
    return total, np.sum([part.centre * part.total_g for part in parts], axis=0) / total
