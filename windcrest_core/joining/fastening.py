"""What holds a part that is put on hard: glue by the two materials, and a pin where that does not do."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import GlueKind, Surface, catalogue
from windcrest_core.joining.contact import Contact, contact
from windcrest_core.joining.glue_mechanics import holds_n
from windcrest_core.joining.pin_choice import DRILLABLE, PinHole, best_pin, stronger_pin
from windcrest_core.joining.pin_mechanics import Load, crushing_n
from windcrest_core.sheet.meetings import Agent, Blend, Dress, Pin, Sit, Thread
from windcrest_core.sheet.meetings import Glue as Glued
from windcrest_core.strength import G_MM_N

PUSH_N = 5.0  # at the far end, a knock while it is dusted [A]
WEIGHTS = 3.0  # of its own weight, carried about by it [A]
SURELY = 0.5  # of what a glue may hold: its strength is known within half of it [A]
RULES: dict[Literal["epoxy", "instant"], Agent] = {"epoxy": "epoxy_slow", "instant": "instant"}
SURFACES: dict[str, Surface] = {
    "steel": "metal",
    "glass": "glass",
    "foil_gem": "glass",
    "acrylic": "glass",
    "led": "glass",
    "foam_board": "foam",
    "polystyrene": "foam",
    "craft_foam": "foam",
    "clear_sheet": "glass",
    "steel_mesh": "metal",
}
POROUS = {"wood", "card", "cotton", "foam_board", "felt"}


@dataclass(frozen=True)
class Fastening:
    """Glue of a face and, where it is wanted, a pin. `glue_holds_n` is the push the glue alone holds, `socket_n`
    what its own shaft does where it goes into the host as a pin would."""

    contact: Contact
    load: Load
    glue: GlueKind
    suits: bool
    glue_holds_n: float
    socket_n: float
    pin: PinHole | None

    @property
    def weak(self) -> bool:
        """Whether neither glue nor pin holds the push."""
        held = self.pin.holds_n if self.pin else 0.0
        return max(held, self.without_pin_n) < self.load.push_n

    @property
    def without_pin_n(self) -> float:
        """What it surely holds with no pin."""
        return max(SURELY * self.glue_holds_n, self.socket_n)


def fastening(work: Workpiece, piece: Piece, host: Piece) -> Fastening:
    """How a part that is put on hard is held on a host; what else it is glued to holds its share."""
    meets = contact(piece.solid, host.solid)
    load = _load(work, piece, meets)
    glue = _glue(work, piece)
    allowed = _allowed_mpa(glue, piece, host)
    glued_n = holds_n(allowed, load.lever_mm, meets.face_mm) if allowed else 0.0
    glued_n += sum(_also_holds_n(work, piece, other, glue) for other in work.hosts(piece)[1:])
    near = meets.apart_mm == 0.0
    without = Fastening(
        contact=meets,
        load=load,
        glue=glue,
        suits=allowed is not None,
        glue_holds_n=glued_n,
        socket_n=_socket_n(piece, host, meets, load),
        pin=None,
    )
    must = isinstance(piece.part.meeting, Pin)
    if piece.part.stock not in DRILLABLE and not must:
        return without
    if not near or not (must or (isinstance(piece.part.meeting, Glued) and without.weak)):
        return without
    pin = best_pin(work, piece, host, meets, load)
    better = pin is not None and pin.holds_n > without.without_pin_n
    return replace(without, pin=pin) if must or better else without


def _also_holds_n(work: Workpiece, piece: Piece, host: Piece, glue: GlueKind) -> float:
    """What the glue on another of its hosts adds; nothing where they do not meet."""
    meets = contact(piece.solid, host.solid)
    allowed = _allowed_mpa(glue, piece, host)
    if meets.apart_mm > 0 or allowed is None:
        return 0.0
    return holds_n(allowed, _load(work, piece, meets).lever_mm, meets.face_mm)


def _socket_n(piece: Piece, host: Piece, meets: Contact, load: Load) -> float:
    """A slender part that goes into its host at least as deep as it is thick sits in it like a pin."""
    thick = piece.solid.thickness_mm
    deep = meets.sunk_mm if host.core is None else min(meets.sunk_mm, host.wall_mm)
    return crushing_n(deep, load.lever_mm, thick) if deep >= thick else 0.0


@dataclass(frozen=True)
class Fastened:
    """What holds every part that is put on hard, by id; the faces of all that is more than one clay with its host;
    the thinnest wire that is sold which would hold, where what holds is weak; and the pins through seats."""

    held: dict[str, Fastening]
    meets: dict[str, Contact]
    stronger: dict[str, PinHole]
    seats: dict[str, PinHole]


def fastened(work: Workpiece) -> Fastened:
    """Every part's, worked out once."""
    found = Fastened({}, {}, {}, {})
    for piece in work.figure.pieces:
        part, host = piece.part, work.joined_to(piece)
        if host is None or (isinstance(part.meeting, Blend) and part.stock is None):
            continue
        if not (part.apart or part.lifts_off) or isinstance(part.meeting, Dress | Thread):
            found.meets[part.id] = contact(piece.solid, host.solid)
            if isinstance(part.meeting, Sit) and (pin := _seat_pin(work, piece, host)) is not None:
                found.seats[part.id] = pin
            continue
        held = fastening(work, piece, host)
        found.held[part.id], found.meets[part.id] = held, held.contact
        if held.weak and held.contact.apart_mm == 0 and part.stock in DRILLABLE:
            best = stronger_pin(work, piece, host, held.contact, held.load)
            if best is not None:
                found.stronger[part.id] = best
    return found


def _seat_pin(work: Workpiece, piece: Piece, seat: Piece) -> PinHole | None:
    """What keeps a figure from sliding off its seat, which with the feet carries it; none where they do not meet, or no
    drill goes in."""
    meets = contact(piece.solid, seat.solid)
    if meets.apart_mm > 0 or seat.part.stock not in DRILLABLE:
        return None
    return best_pin(work, piece, seat, meets, _load(work, piece, meets))


def load_on(work: Workpiece, piece: Piece, host: Piece) -> Load:
    """What the joint of a part that is put on has to bear."""
    return _load(work, piece, contact(piece.solid, host.solid))


def _load(work: Workpiece, piece: Piece, meets: Contact) -> Load:
    """The worse of a knock at the far end and a multiple of its weight at its middle."""
    mass = work.masses[piece.part.id]
    knock = Load(PUSH_N, meets.reach_mm)
    lever = math.dist(meets.middle, mass.centre.tolist())
    weight = Load(WEIGHTS * mass.total_g * G_MM_N, max(lever, 1.0))
    return max(knock, weight, key=lambda load: load.moment_nmm)


def _glue(work: Workpiece, piece: Piece) -> GlueKind:
    meeting = piece.part.meeting
    own = meeting.agent if isinstance(meeting, Glued | Pin) else None
    return catalogue().glues[own or RULES[work.context.rules.glue]]


def _allowed_mpa(glue: GlueKind, piece: Piece, host: Piece) -> float | None:
    """What a glue holds between the two materials; none where it does not."""
    stocks = [piece.part.stock, host.part.stock]
    if glue.porous and not any(stock in POROUS for stock in stocks):
        return None
    found = [glue.mpa[SURFACES.get(stock or "", "clay")] for stock in stocks]
    return None if None in found else min(value for value in found if value is not None)
