"""What the colours ask to be done: ground, coats, seal, gloss. What waits for what is `order`'s."""

from __future__ import annotations

from windcrest_core.colour.model import AreaPlan, Ground
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
                label=f"Prime it {ground}",
                minutes=15,
                wait_min=60,
                caution="Air the room; wear a respirator with sprays, and no flame near.",
            )
        )
    for area in worn:
        coats = int(area.coats.value) if area.coats else 1
        steps.append(
            Step(
                key=step_key(area.id, "coats"),
                kind="coats",
                station="colour",
                label=f"Paint {area.label}: {coats} coat{'s' if coats > 1 else ''}",
                minutes=12 * coats + 30 * area.share * coats,
                wait_min=45.0 * coats,
            )
        )
    steps.append(
        Step(
            key=SEAL,
            kind="seal",
            station="colour",
            label="Seal it matte",
            minutes=15,
            wait_min=180,
            caution="Waterborne varnish; a solvent spray only if it passed on a chip.",
        )
    )
    steps += [
        Step(
            key=step_key(area.id, "gloss"),
            kind="gloss",
            station="colour",
            label=f"Gloss on {area.label}",
            minutes=8,
            wait_min=60,
        )
        for area in worn
        if area.finish == "gloss"
    ]
    return steps
