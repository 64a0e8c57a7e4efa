"""What the colours ask to be done: ground, coats, seal, gloss. What waits for what is `order`'s."""

from __future__ import annotations

from windcrest_core.colour.model import AreaPlan, Ground
from windcrest_core.facts import said
from windcrest_core.step_keys import PRIME, SEAL, step_key
from windcrest_core.steps import Step


def colour_steps(areas: list[AreaPlan], ground: Ground) -> list[Step]:
    worn = [area for area in areas if area.parts]
    if not worn:
        return []
    steps = []
    if ground != "none":
        steps.append(
            Step(
                key=PRIME,
                kind="ground",
                station="colour",
                label=said("colour.prime_it_2", ground=ground),
                minutes=15,
                wait_min=60,
                caution=said("colour.air_the_room_wear_a"),
            )
        )
    for area in worn:
        coats = int(area.coats.value) if area.coats else 1
        steps.append(
            Step(
                key=step_key(area.id, "coats"),
                kind="coats",
                station="colour",
                label=said(
                    "colour.paint_coat",
                    area=area.label,
                    coats=coats,
                ),
                minutes=12 * coats + 30 * area.share * coats,
                wait_min=45.0 * coats,
            )
        )
    steps.append(
        Step(
            key=SEAL,
            kind="seal",
            station="colour",
            label=said("colour.seal_it_matte"),
            minutes=15,
            wait_min=180,
            caution=said("colour.waterborne_varnish_a_solvent_spray"),
        )
    )
    steps += [
        Step(
            key=step_key(area.id, "gloss"),
            kind="gloss",
            station="colour",
            label=said("colour.gloss_on", area=area.label),
            minutes=8,
            wait_min=60,
        )
        for area in worn
        if area.finish == "gloss"
    ]
    return steps
