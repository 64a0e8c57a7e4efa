"""How each part is joined to what it sits on: raw or cured, with what, and where it is pinned.

Raw to raw is blended; raw to cured wants liquid clay or a key; cured to cured is glued on bare clay,
and pinned where it is heavy or thin. A hole for a pin is its wire + 0.2 mm, at least three diameters
deep.
"""

from __future__ import annotations

import math
from typing import Literal

from windcrest_core.body.figure import Piece
from windcrest_core.body.joined import gap_mm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Wire, catalogue, is_putty
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.stand.pegs import hole_mm, least_depth_mm
from windcrest_core.step_keys import step_key

State = Literal["raw to raw", "raw to cured", "resting", "cured to cured", "put on"]
PIN_FROM_G = 4.0  # a heavier part is pinned [A]
PIN_OF_THICKNESS, MOST_PIN_MM = 0.2, 2.0  # a pin is so thick of its part; enough for any [A]
GLUE_MM, GLUE_G_CM3 = 0.15, 1.15  # film and density of epoxy glue [A]
LIQUID_MM, LIQUID_G_CM3 = 0.2, 1.2  # [A], [L]
REACH_MM = 3.0  # glue and a pin go no further through air [A]
GLUED: tuple[State, ...] = ("cured to cured", "resting", "put on")
LEAST_G = 0.1  # what a brush or a stick takes up [A]


class Pin(Frozen):
    """A pin of wire into both parts."""

    wire: str
    label: str
    wire_mm: float
    hole_mm: float
    depth_mm: float


class Join(Frozen):
    """One part and what it is joined to. `grams` are of what holds it, nought where nothing does; `air_mm`
    is how far apart they are where they do not meet."""

    part: str
    label: str
    onto: str
    onto_label: str
    state: State
    how: Text
    grams: float
    area_cm2: float
    air_mm: float
    pin: Pin | None


def pin_wire(work: Workpiece, thick_mm: float) -> Wire | None:
    """The thinnest of the wires one works with that is thick enough to pin a part so thick."""
    least = min(MOST_PIN_MM, max(0.8, PIN_OF_THICKNESS * thick_mm))
    shelf = catalogue()
    wires = sorted(
        (shelf.wires[key] for key in work.context.stores.wires),
        key=lambda wire: wire.diameter_mm,
    )
    return next((wire for wire in wires if least <= wire.diameter_mm <= 0.6 * thick_mm), None)


def _pin(work: Workpiece, piece: Piece, under: Piece) -> Pin | None:
    """A pin from the wires one works with: the thinnest that is thick enough, as deep as both
    parts allow; none where no wire goes in."""
    wire = pin_wire(work, piece.solid.thickness_mm)
    if wire is None:
        return None
    room = min(piece.solid.greatest_thickness_mm, under.solid.greatest_thickness_mm) * 0.7
    depth = max(least_depth_mm(wire.diameter_mm), min(10.0, room))
    return Pin(
        wire=wire.id,
        label=wire.label,
        wire_mm=wire.diameter_mm,
        hole_mm=hole_mm(wire.diameter_mm),
        depth_mm=math.ceil(depth),
    )


def _state(piece: Piece, under: Piece, placed: dict[str, int]) -> State:
    part = piece.part
    if part.stock is not None:
        return "put on"
    if part.apart:
        return "cured to cured"
    if part.lifts_off:
        return "resting"
    mine = placed.get(step_key(part.id, "join") if part.pressed else step_key(part.id, "cover"))
    theirs = placed.get(step_key(under.part.id, "cover"))
    later = mine is not None and theirs is not None and mine != theirs
    return "raw to cured" if later or part.pressed else "raw to raw"


def joins(work: Workpiece, placed: dict[str, int]) -> list[Join]:
    """Every join of a part to the body, or to what it lies on.

    Parameters
    ----------
    placed : the bake of each step, by its key.
    """
    found = []
    for piece in work.figure.pieces:
        if piece.part.stock is not None and (
            not piece.part.assembled or is_putty(piece.part.stock)
        ):
            continue
        under = work.joined_to(piece)
        if under is None or (under.part.stock is not None and piece.part.stock is None):
            continue
        state = _state(piece, under, placed)
        of_the_body = piece.part.layer == 0 and piece.part.lies_on is None
        if of_the_body and state == "raw to raw":
            continue  # one body, blended as it is covered
        found.append(_join(work, piece, under, state))
    return found


def _join(work: Workpiece, piece: Piece, under: Piece, state: State) -> Join:
    rules = work.context.rules
    area = work.join_mm2(piece, under)
    heavy = work.masses[piece.part.id].total_g >= PIN_FROM_G
    glued = state in GLUED
    apart, _ = gap_mm(piece.solid, under.solid) if glued else (0.0, 0.0)
    meets = apart <= REACH_MM
    pin = _pin(work, piece, under) if glued and heavy and meets else None
    grams = 0.0
    if glued and not meets:
        how = said("order.it_does_not_reach_the", part=under.part.label)
    elif glued:
        grams = max(LEAST_G, area * GLUE_MM / 1000 * GLUE_G_CM3)
        how = (
            said("order.two_part_epoxy_glue_on")
            if rules.glue == "epoxy"
            else said("order.instant_glue_on_bare_roughened")
        )
        if state == "resting":
            how = said("order.bakes_in_its_place_on", how=how)
    elif state == "raw to cured" and rules.bond == "liquid_clay":
        grams = max(LEAST_G, area * LIQUID_MM / 1000 * LIQUID_G_CM3)
        how = said("order.a_thin_film_of_liquid")
    elif state == "raw to cured":
        how = said("order.a_key_scratch_or_drill")
    else:
        how = said("order.pressed_together_and_blended_while")
    return Join(
        part=piece.part.id,
        label=piece.part.label,
        onto=under.part.id,
        onto_label=under.part.label,
        state=state,
        how=how,
        grams=grams,
        area_cm2=area / 100,
        air_mm=0.0 if meets else apart,
        pin=pin,
    )
