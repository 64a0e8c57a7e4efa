"""How a figure stands on its base and on its bare feet, raw and finished; what would right it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import shapely

from windcrest_core.body.skeleton import Array
from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.sheet.base import Base
from windcrest_core.stand.base import base_outline
from windcrest_core.stand.base_size import least_base
from windcrest_core.stand.counterweight import Counterweight, counterweight
from windcrest_core.stand.masses import Masses, standing_on, summed
from windcrest_core.stand.standing import Standing, Way, standing, tips_all_round


@dataclass(frozen=True)
class Stance:
    """How the figure stands: finished, raw (without what is made apart), on its bare feet.

    `outline` is what it stands on, (n, 2) mm; `feet` the outline of each part that touches down.
    """

    cured: Standing
    raw: Standing
    bare_deg: float | None
    free_standing: bool
    figure_centre: Array
    outline: Array
    feet: list[Array]
    ways: list[Way]
    tips_at: Quantity
    least_base: Quantity
    counterweight: Counterweight | None


def on_bare_feet(figure: Masses, feet: list[Array]) -> Standing | None:
    """How masses stand on the outlines of their feet alone; None where those span no ground."""
    total, centre = summed(figure)
    ground = np.concatenate(feet) if feet else np.zeros((0, 2))
    hull = len(ground) >= 3 and shapely.convex_hull(shapely.multipoints(ground)).area > 0
    return standing(total, centre, ground) if hull and total > 0 else None


def stands(base: Base, figure: Masses, feet: list[Array], pegs: list[Array]) -> Standing:
    """How masses stand: on their base, or on their feet where nothing pegs them and those span some ground."""
    bare = None if pegs else on_bare_feet(figure, feet)
    return standing_on(base, figure) if bare is None else bare


def stance(base: Base, cured: Masses, raw: Masses, feet: list[Array], pegs: list[Array]) -> Stance:
    """How masses stand on a base, or on their feet where nothing pegs them.

    Parameters
    ----------
    cured, raw : grams and their centres, mm above what the base carries. feet : the outline of each part that
        touches down, (n, 2) mm. pegs : where each is, (2,) mm from the middle of the base.
    """
    bare = on_bare_feet(cured, feet)
    free = not pegs and bare is not None
    finished = stands(base, cured, feet, pegs)
    if free:
        outline = np.concatenate(feet)
        wet = standing(*summed(raw), outline)
    else:
        outline, wet = base_outline(base), standing_on(base, raw)
    return Stance(
        cured=finished,
        raw=wet,
        bare_deg=None if bare is None else bare.tips_at_deg,
        free_standing=free,
        figure_centre=summed(cured)[1],
        outline=outline if not free else _hull(outline),
        feet=feet,
        ways=tips_all_round(finished.centre, outline),
        tips_at=_tips_quantity(finished, free, len(pegs)),
        least_base=least_base(base, cured, feet, pegs),
        counterweight=None if free else counterweight(base, cured),
    )


def _hull(points: Array) -> Array:
    return np.asarray(
        shapely.get_coordinates(shapely.convex_hull(shapely.multipoints(points)))[:-1]
    )


def _tips_quantity(balance: Standing, free: bool, pegs: int) -> Quantity:
    on = said("stand.on_its_bare_feet") if free else said("stand.on_its_base")
    return Quantity(
        value=balance.tips_at_deg,
        unit="deg",
        why=Why(
            formula=said(
                "stand.tips_at_atan_margin_height", towards_words=balance.towards_words, on=on
            ),
            inputs=[
                Input(name=said("stand.margin_to_the_edge"), value=balance.margin_mm, unit="mm"),
                Input(
                    name=said("stand.height_of_centre_of_mass"),
                    value=float(balance.centre[2]),
                    unit="mm",
                ),
                Input(name="mass", value=balance.mass_g, unit="g"),
                Input(name=said("stand.pegs_in_the_base"), value=pegs),
            ],
            source=said("stand.statics_degrees_wanted_assumed"),
        ),
    )
