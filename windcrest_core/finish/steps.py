"""Looking over, sanding and washing before paint; drilling, mounting and showing after it."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import is_putty
from windcrest_core.facts import said
from windcrest_core.sheet.meetings import Dress, Sit, Thread
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import (
    CARD,
    DRILL,
    FILL,
    MASK,
    MOUNT,
    PHOTOGRAPH,
    PRIME,
    RETOUCH,
    SAND,
    UNMASK,
    WASH,
    step_key,
)
from windcrest_core.steps import Need, Step

MASK_MIN, MASK_EACH_MIN = 3.0, 1.5  # [A]
DRY_MIN = 120.0  # of washed clay in room air [A]


def sanded_areas(work: Workpiece) -> list[str]:
    """Labels of the colour areas, and of parts without one, that House rules have sanded."""
    rule, areas = work.context.rules.sanding, {area.id: area for area in work.sheet.colour.areas}
    if rule == "off":
        return []
    on: dict[str, list[Part]] = {}
    for piece in work.clay_pieces:
        area = areas.get(piece.part.area or "")
        on.setdefault(area.label if area else piece.part.label, []).append(piece.part)
    glossy = {area.label for area in areas.values() if area.finish == "gloss"}
    return [
        label
        for label, parts in on.items()
        if rule == "always" or label in glossy or any(part.texture == "smooth" for part in parts)
    ]


def bare_spots(work: Workpiece) -> list[str]:
    """Labels of the painted parts that are put on at the end, and so stay bare where they meet what carries them; what
    is threaded only inside its bore, where no paint comes."""
    return [
        piece.part.label
        for piece in work.figure.pieces
        if (piece.part.assembled or isinstance(piece.part.meeting, Sit))
        and not isinstance(piece.part.meeting, Dress | Thread)
        and not is_putty(piece.part.stock)
        and piece.part.area is not None
    ]


def _masking(work: Workpiece) -> list[Step]:
    """What is masked before paint, laid open after it, and touched up; nothing where paint is on already."""
    done = set(work.progress.steps_done)
    painted = {PRIME, *(step_key(area.id, "coats") for area in work.sheet.colour.areas)}
    spots = bare_spots(work)
    if not spots or (done & painted and MASK not in done):
        return []
    return [
        Step(
            key=MASK,
            kind="mask",
            station="finish",
            label=said("finish.mask_what_stays_bare", spots=spots),
            minutes=MASK_MIN + MASK_EACH_MIN * len(spots),
        ),
        Step(
            key=UNMASK,
            kind="unmask",
            station="finish",
            label=said("finish.unmask_and_roughen"),
            minutes=MASK_EACH_MIN * len(spots),
        ),
        Step(
            key=RETOUCH,
            kind="touch_up",
            station="finish",
            label=said("finish.touch_up_the_seams"),
            minutes=10,
            wait_min=60,
        ),
    ]


def finish_steps(work: Workpiece, pegged: bool) -> list[Step]:
    """Before paint and after it; what waits for what is `order`'s."""
    steps = []
    if work.clay_pieces:
        steps.append(
            Step(
                key=FILL,
                kind="fill",
                station="finish",
                label=said("finish.look_it_over_cold_all"),
                minutes=15,
            )
        )
        if sanded := sanded_areas(work):
            steps.append(
                Step(
                    key=SAND,
                    kind="sand",
                    station="finish",
                    label=said("finish.sand_it_wet_to_grit", sanded=sanded),
                    minutes=25,
                    caution=said("finish.wet_by_default_a_respirator"),
                )
            )
        steps.append(
            Step(
                key=WASH,
                kind="wash",
                station="finish",
                label=said("finish.wash_off_dust_and_grease"),
                minutes=5,
                wait_min=DRY_MIN,
                caution=said("finish.alcohol_to_wipe_it_down"),
            )
        )
    steps += _masking(work)
    if pegged:
        steps.append(
            Step(
                key=DRILL,
                kind="drill",
                station="finish",
                label=said("finish.drill_the_base"),
                minutes=15,
                caution=said("finish.clamp_it_never_towards_the"),
            )
        )
    holes = [Need(key=DRILL, reason=said("finish.holes_before_pegs"))] if pegged else []
    return [
        *steps,
        Step(
            key=MOUNT,
            kind="mount",
            station="finish",
            label=said("finish.mount_it_on_the_base"),
            minutes=15,
            wait_min=60,
            needs=holes,
        ),
        Step(
            key=PHOTOGRAPH,
            kind="photograph",
            station="finish",
            label=said("finish.photograph_it_from_four_sides"),
            minutes=10,
        ),
        Step(
            key=CARD,
            kind="card",
            station="finish",
            label=said("finish.write_its_care_card"),
            minutes=5,
        ),
    ]
