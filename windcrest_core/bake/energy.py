"""What an oven draws while it bakes, by its size: some for its walls, some for what is in them."""

from __future__ import annotations

from windcrest_core.given.oven import Oven

UNMEASURED_L = 25.0  # a tabletop oven [A]
WALLS_KW, LITRE_KW = 0.35, 0.012  # on average, with its thermostat on and off at 130 °C [A]
FAN_KW = 0.03  # [A]


def drawn_kw(oven: Oven) -> float:
    """On average while it bakes; as the sculptor measured it, else by its litres.

    >>> round(drawn_kw(Oven()), 3), drawn_kw(Oven(draws_kw=0.9))
    (0.65, 0.9)
    """
    if oven.draws_kw is not None:
        return oven.draws_kw
    inside = oven.inside
    litres = (
        UNMEASURED_L
        if inside is None
        else inside.breadth_mm * inside.depth_mm * inside.height_mm / 1e6
    )
    return WALLS_KW + LITRE_KW * litres + (FAN_KW if oven.air == "fan" else 0.0)
