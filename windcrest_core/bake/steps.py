"""A bake as a step."""

from __future__ import annotations

from windcrest_core.bake.model import BakePlan
from windcrest_core.facts import said
from windcrest_core.step_keys import bake_key
from windcrest_core.steps import Step


def bake_step(bake: BakePlan) -> Step:
    minutes = bake.minutes
    return Step(
        key=bake_key(bake.number),
        kind="bake",
        station="bake",
        label=said(
            "bake.bake_by_your_stages",
            number=bake.number,
            stages=[
                said("bake.stage", dial_c=row.dial_c, hold_min=row.hold_min)
                for row in bake.stages_run
            ],
            minutes_min=minutes,
        )
        if bake.stages_run
        else said("bake.bake_then_cool", number=bake.number, minutes_min=minutes)
        if minutes
        else said("bake.bake_nothing_in_it_is", number=bake.number),
        minutes=10,
        wait_min=minutes + bake.cooling_min,
        caution=said("bake.thermometer_beside_the_piece_air"),
    )
