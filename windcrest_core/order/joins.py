"""How each part is joined to what it sits on: raw or cured, with what, and where it is pinned.

Raw to raw is blended; raw to cured wants liquid clay or a key; cured to cured is glued on bare clay,
and pinned where that does not hold a knock at the far end (see `joining`).
"""

from __future__ import annotations

import math
from typing import Literal

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Wire, catalogue, is_putty
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.joining.fastening import RULES, Fastened, Fastening
from windcrest_core.joining.pin_choice import Own, PinHole, Towards, Where
from windcrest_core.joining.telling import drill_words
from windcrest_core.sheet.meetings import Dress, Hold, Pin, Sit, Thread
from windcrest_core.step_keys import step_key

State = Literal["raw to raw", "raw to cured", "resting", "cured to cured", "put on"]
PIN_OF_THICKNESS, MOST_PIN_MM = 0.2, 2.0  # a pin is so thick of its part; enough for any [A]
GLUE_MM, GLUE_G_CM3 = 0.15, 1.15  # film and density of epoxy glue [A]
LIQUID_MM, LIQUID_G_CM3 = 0.2, 1.2  # [A], [L]
GLUED: tuple[State, ...] = ("cured to cured", "resting", "put on")
LEAST_G = 0.1  # what a brush or a stick takes up [A]


class PinPlan(Frozen):
    """So many pins alike of wire into both parts: holes `hole_mm` across, so deep in the part and in its host, which
    run out of the host `tilt_deg` off upright. They hold a push of `holds_n` of the `wanted_n`."""

    wire: str
    label: str
    count: int
    wire_mm: float
    hole_mm: float
    depth_mm: float
    host_depth_mm: float
    tilt_deg: float
    towards: Towards
    into: Where
    drill: Text
    holds_n: float
    wanted_n: float
    cut_mm: float
    own: Own


class Join(Frozen):
    """One part and what it is joined to. `grams` are of what holds it, nought where nothing does, `glue` which glue
    that is; `holds_n` what the glue alone holds at the far end; `air_mm` is how far apart they are where they do not
    meet."""

    part: str
    label: str
    title: Text
    onto: str
    onto_label: str
    state: State
    how: Text
    grams: float
    glue: str | None
    holds_n: float | None
    area_cm2: float
    air_mm: float
    pin: PinPlan | None


def pin_wire(work: Workpiece, thick_mm: float) -> Wire | None:
    """The thinnest of the wires one works with that is thick enough to pin a part so thick."""
    least = min(MOST_PIN_MM, max(0.8, PIN_OF_THICKNESS * thick_mm))
    shelf = catalogue()
    wires = sorted(
        (shelf.wires[key] for key in work.context.stores.wires),
        key=lambda wire: wire.diameter_mm,
    )
    return next((wire for wire in wires if least <= wire.diameter_mm <= 0.6 * thick_mm), None)


def _pin(hole: PinHole, part: Text, host: Text) -> PinPlan:
    return PinPlan(
        wire=hole.wire,
        label=hole.label,
        count=hole.count,
        wire_mm=hole.wire_mm,
        hole_mm=hole.hole_mm,
        depth_mm=hole.depth_mm,
        host_depth_mm=hole.host_depth_mm,
        tilt_deg=hole.tilt_deg,
        towards=hole.towards,
        into=hole.into,
        drill=drill_words(hole, part, host),
        holds_n=hole.holds_n,
        wanted_n=hole.wanted_n,
        cut_mm=hole.cut_mm,
        own=hole.own,
    )


def _state(piece: Piece, under: Piece, placed: dict[str, int]) -> State:
    part = piece.part
    if isinstance(part.meeting, Pin) and part.meeting.closed == "collar":
        return "raw to cured"
    if part.put_back or (part.stock is not None and part.assembled):
        return "put on"
    if part.apart or isinstance(part.meeting, Sit):
        return "cured to cured"
    if part.lifts_off:
        return "resting"
    mine = placed.get(step_key(part.id, "join") if part.pressed else step_key(part.id, "cover"))
    theirs = placed.get(step_key(under.part.id, "cover"))
    later = mine is not None and theirs is not None and mine != theirs
    return "raw to cured" if later or part.pressed else "raw to raw"


def joins(work: Workpiece, placed: dict[str, int], fast: Fastened) -> list[Join]:
    """Every join of a part to the body, or to what it lies on.

    Parameters
    ----------
    placed : the bake of each step, by its key.
    """
    found = []
    for piece in work.figure.pieces:
        part = piece.part
        if is_putty(part.stock) or (
            part.stock and not (part.assembled or part.pressed or part.apart)
        ):
            continue
        under = work.joined_to(piece)
        if under is None or (under.part.stock is not None and piece.part.stock is None):
            continue
        state = _state(piece, under, placed)
        of_the_body = piece.part.layer == 0 and piece.part.lies_on is None
        if of_the_body and state == "raw to raw":
            continue  # one body, blended as it is covered
        hands = work.hosts(piece) if isinstance(part.meeting, Hold) else [under]
        found += [_join(work, piece, hand, state, fast) for hand in hands]
    return found


def _join(work: Workpiece, piece: Piece, under: Piece, state: State, fast: Fastened) -> Join:
    area = work.join_mm2(piece, under)
    meeting = piece.part.meeting
    by_hand = isinstance(meeting, Dress)
    hard = (state in GLUED and not by_hand) or isinstance(meeting, Pin)
    held = fast.held.get(piece.part.id) if hard else None
    apart = held.contact.apart_mm if held else 0.0
    pin = held.pin if held else fast.seats.get(piece.part.id)
    how: Text
    if by_hand:
        knot = isinstance(meeting, Dress) and meeting.by == "knot"
        grams = 0.0 if knot else LEAST_G
        how = said("order.tied_with_a_knot") if knot else said("order.held_with_soft_glue")
    elif isinstance(meeting, Hold):
        grams = LEAST_G if meeting.how != "stays" else 0.0
        how = said("order.held_and_glued") if grams else said("order.held_in_the_closed_hand")
    elif isinstance(meeting, Thread):
        grams, how = LEAST_G, said("order.threaded_on_the_wire")
    elif isinstance(meeting, Sit):
        grams = LEAST_G
        how = said("order.seated_on_a_pin") if pin else said("order.seated_with_glue")
    elif held is not None and state in GLUED:
        how, grams = _glued(held, under, state)
        area = math.pi / 4 * held.contact.face_mm**2
    elif isinstance(meeting, Pin):
        grams = max(LEAST_G, area * LIQUID_MM / 1000 * LIQUID_G_CM3)
        how = said("order.pinned_and_closed_with_a")
    elif state == "raw to cured" and work.context.rules.bond == "liquid_clay":
        grams = max(LEAST_G, area * LIQUID_MM / 1000 * LIQUID_G_CM3)
        how = said("order.a_thin_film_of_liquid")
    elif state == "raw to cured":
        grams, how = 0.0, said("order.a_key_scratch_or_drill")
    else:
        grams, how = 0.0, said("order.pressed_together_and_blended_while")
    return Join(
        part=piece.part.id,
        label=piece.part.label,
        title=said("order.joined_on", part=piece.part.label, host=under.part.label),
        onto=under.part.id,
        onto_label=under.part.label,
        state=state,
        how=how,
        grams=grams,
        glue=_glue_id(work, held, state) if grams > 0 else None,
        holds_n=held.glue_holds_n if held and apart == 0 else None,
        area_cm2=area / 100,
        air_mm=apart,
        pin=_pin(pin, piece.part.label, under.part.label) if pin else None,
    )


def _glue_id(work: Workpiece, held: Fastening | None, state: State) -> str | None:
    """The glue of a join that has any."""
    if state not in GLUED:
        return None
    return held.glue.id if held else RULES[work.context.rules.glue]


def _glued(held: Fastening, under: Piece, state: State) -> tuple[Text, float]:
    """In words, and the grams of glue."""
    if held.contact.apart_mm > 0:
        return said("order.it_does_not_reach_the", part=under.part.label), 0.0
    face_mm2 = math.pi / 4 * held.contact.face_mm**2
    grams = max(LEAST_G, face_mm2 * held.glue.film_mm / 1000 * held.glue.density_g_cm3)
    how: Text = said(
        "order.glued_with_on_bare",
        glue=held.glue.label,
        hold_min=held.glue.hold_min,
        full_min=held.glue.full_min,
        limit_c=held.glue.limit_c,
    )
    return (said("order.bakes_in_its_place_on", how=how) if state == "resting" else how), grams
