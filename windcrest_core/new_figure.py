"""A new figure: a name, a body plan and a height, and it already has a full plan."""

from __future__ import annotations

from pydantic import ValidationError

from windcrest_core.catalogue import known
from windcrest_core.character.poses import preset
from windcrest_core.character.starting import starting_parts
from windcrest_core.frame.runs import starting_runs
from windcrest_core.given.house_rules import Rules
from windcrest_core.refused import faults_of
from windcrest_core.sheet.base import Base
from windcrest_core.sheet.bodies import (
    Biped,
    Body,
    Bust,
    Capsule,
    Draped,
    Free,
    ManyLimbed,
    Plan,
    Quadruped,
    Stacked,
    StemCap,
    TailedBiped,
)
from windcrest_core.sheet.colour import Area, Colour
from windcrest_core.sheet.model import FigureSheet

BODIES: dict[str, tuple[str, Body]] = {
    "biped": ("two legs, upright", Biped()),
    "tailed_biped": (
        "two legs, on its toes, with a tail",
        TailedBiped(heads_tall=4.2, trunk_pitch_deg=12),
    ),
    "winged_biped": (
        "two legs with wings",
        TailedBiped(
            heads_tall=5.5, neck_length=0.28, tail_length=0.22, trunk_pitch_deg=42, wing_span=0.8
        ),
    ),
    "quadruped": ("four legs", Quadruped(heads_tall=5.2)),
    "many_limbed": ("many legs, low", ManyLimbed()),
    "capsule": ("head and trunk in one, stub limbs", Capsule()),
    "bust": ("bust: head and shoulders", Bust()),
    "draped": ("robed, standing on its hem", Draped()),
    "floating": ("robed, floating on a rod", Draped(hem_height=0.16)),
    "stem_cap": ("stem and cap", StemCap()),
    "stacked": ("figures one on another", Stacked()),
    "free": ("free: one solid to start from", Free()),
}
BASE_SHARE: dict[Plan, float] = {
    "biped": 0.42,
    "tailed_biped": 0.6,
    "quadruped": 1.1,
    "many_limbed": 2.0,
    "bust": 0.6,
}  # of the height [A]
OTHER_BASES = 0.5


def new_sheet(
    name: str,
    body: str,
    height_mm: float,
    heads_tall: float | None = None,
    rules: Rules | None = None,
) -> FigureSheet:
    """The sheet of a new figure.

    Parameters
    ----------
    body : a key of `BODIES`.
    height_mm : finished height without the base, mm.
    rules : whose school of frame its runs follow.

    Raises
    ------
    SheetError : no such body, or a height, a number of heads or a name the sheet cannot have.
    """
    known(BODIES, body, "body")
    shape, given = BODIES[body][1], rules or Rules()
    try:
        if heads_tall is not None:
            shape = type(shape).model_validate({**shape.model_dump(), "heads_tall": heads_tall})
        broad = BASE_SHARE.get(shape.plan, OTHER_BASES)
        size = round(min(1000.0, max(60.0, broad * height_mm)) / 5) * 5
        return FigureSheet(
            name=name,
            height_mm=height_mm,
            body=shape,
            pose=preset(shape, "standing"),
            parts=starting_parts(shape),
            runs=starting_runs(shape, given.frame_school, given.feet),
            base=Base(width_mm=size, depth_mm=size),
            colour=Colour(areas=[Area(id="skin", label="skin", target="#c98f6b")]),
        )
    except ValidationError as error:
        raise faults_of(error) from error
