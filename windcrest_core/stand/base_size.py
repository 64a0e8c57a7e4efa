"""The smallest base on which a figure stands as safely as wanted."""

from __future__ import annotations

from bisect import bisect_left

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.sheet.base import Base
from windcrest_core.stand.base import PEG_EDGE_MM, fits_pegs, on_base, sized
from windcrest_core.stand.masses import Masses, standing_on, summed, with_base
from windcrest_core.stand.standing import WANTED_TIP_DEG

WIDEST_BASE_MM, BASE_STEP_MM = 1000.0, 5.0


def least_base(base: Base, figure: Masses, feet: list[Array], pegs: list[Array]) -> Quantity:
    """The smallest base of this shape on which it stands to the wanted tilt, pegs and feet on it."""
    soles = [point for foot in feet for point in foot]

    def holds_feet(step: int) -> bool:
        tried = sized(base, step * BASE_STEP_MM)
        return fits_pegs(tried, pegs) and on_base(tried, soles)

    def stands(step: int) -> bool:
        tried = sized(base, step * BASE_STEP_MM)
        return standing_on(tried, figure).tips_at_deg >= WANTED_TIP_DEG

    most = round(WIDEST_BASE_MM / BASE_STEP_MM)
    least = bisect_left(range(1, most), True, key=holds_feet) + 1
    if not stands(least):
        least = bisect_left(range(least, most), True, key=stands) + least
    found = least if holds_feet(least) and stands(least) else None
    width = WIDEST_BASE_MM if found is None else found * BASE_STEP_MM
    _, centre = summed(with_base(base, figure))
    return Quantity(
        value=width,
        unit="mm",
        why=Why(
            formula=said(
                "stand.the_least_width_of_a" if found is not None else "stand.no_base_so_wide",
                peg_edge_mm=PEG_EDGE_MM,
                widest_mm=WIDEST_BASE_MM,
            ),
            inputs=[
                Input(
                    name=said("stand.depth_of_that_base"),
                    value=sized(base, width).depth_mm,
                    unit="mm",
                ),
                Input(name="offset", value=float(np.hypot(centre[0], centre[1])), unit="mm"),
                Input(
                    name=said("stand.height_of_centre_of_mass"), value=float(centre[2]), unit="mm"
                ),
                Input(
                    name=said("stand.furthest_peg"),
                    value=max((float(np.hypot(*at)) for at in pegs), default=0.0),
                    unit="mm",
                ),
            ],
            source=said("stand.statics_degrees_wanted_assumed"),
        ),
    )
