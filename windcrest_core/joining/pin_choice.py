"""Which pin joins two hard parts: its wire, its holes in both, and the push it holds."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import takewhile
from typing import Literal

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Wire, catalogue
from windcrest_core.joining import pin_mechanics as pins
from windcrest_core.joining.contact import Contact
from windcrest_core.joining.pin_mechanics import Load
from windcrest_core.sheet.meetings import Glue as Glued
from windcrest_core.sheet.meetings import Pin, Sit
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.runs import Run
from windcrest_core.stand.pegs import hole_mm
from windcrest_core.strength import yield_moment_nmm

MOST_PINS = 2
SHORT_OF_END, SHORT_OF_THROUGH = 0.7, 0.9  # of a part's length, of its host: no drill comes out [A]
DRILLED = 5 / 3  # wood may be drilled to a third of its thickness, clay to a fifth [A]
DRILLABLE = {None, "wood", "pla"}  # materials a pin goes into; beads and gems sit in their sockets
Where = Literal["clay", "wall", "armature"]
Own = Literal["no", "part", "host"]
Towards = Literal["right", "left", "front", "back", "up", "down"]


@dataclass(frozen=True)
class PinHole:
    """So many pins alike into both parts, and the push they hold. `tilt_deg` is how far off upright the holes run out
    of the host, `towards` which side. `into` is what holds the pin in the host: solid clay, its wall over foil, or
    that and the armature behind it. `own` where the pin is the end of a wire the part or its host is built on."""

    wire: str
    label: str
    wire_mm: float
    hole_mm: float
    depth_mm: float
    host_depth_mm: float
    count: int
    tilt_deg: float
    towards: Towards
    into: Where
    holds_n: float
    wanted_n: float
    clay_mm: float
    own: Own = "no"

    @property
    def cut_mm(self) -> float:
        """Wire to cut for all of them; none where an armature has it already."""
        return self.count * (self.depth_mm + self.host_depth_mm) if self.own == "no" else 0.0

    @property
    def too_thick(self) -> bool:
        """Whether there are less than two diameters of clay beside it."""
        return self.wire_mm > pins.thickest_pin_mm(self.clay_mm) + 1e-9


def pinned_by(run: Run, part: Part) -> bool:
    """Whether an end of a run is the pin of a part that is put on."""
    if not isinstance(part.meeting, Pin | Glued):
        return False
    if run.into == part.id:
        return "pin" in (run.start, run.end)
    return (run.end == "pin" and run.path[-1] == part.bone) or (
        run.start == "pin" and run.path[0] == part.bone
    )


def _into(work: Workpiece, host: Piece) -> tuple[Where, float]:
    """What a pin goes into, and how much clay it bears on."""
    if host.core is None:
        return "clay", host.solid.greatest_thickness_mm
    if work.wired(host):
        return "armature", host.solid.greatest_thickness_mm / 2
    return "wall", host.wall_mm


def _deep_in(work: Workpiece, piece: Piece, needed_mm: float) -> float:
    """How deep the hole in the part itself is: along its length, short of its end, or its wall over foil; to its
    armature where it is the body that sits."""
    if isinstance(piece.part.meeting, Sit):
        into, room = _into(work, piece)
        return room if into == "armature" else min(needed_mm, SHORT_OF_THROUGH * room)
    long_mm = 2 * max(float(size) for size in piece.solid.half_extents[1])
    return min(needed_mm, SHORT_OF_END * long_mm if piece.core is None else piece.wall_mm)


def _hole(
    work: Workpiece, piece: Piece, host: Piece, meets: Contact, load: Load, wire: Wire
) -> PinHole:
    d = wire.diameter_mm
    metal = catalogue().wire_metal(wire)
    needed = pins.hole_deep_mm(load.push_n, load.lever_mm, d)
    depth = _deep_in(work, piece, needed)
    into, room = _into(work, host)
    inside = room if into == "armature" else min(needed, SHORT_OF_THROUGH * room)
    bent = yield_moment_nmm(wire.root_mm or d, metal.yield_mpa.value) / max(load.lever_mm, 1e-9)
    sides = [pins.crushing_n(depth, load.lever_mm, d)]
    if into != "armature":
        sides.append(pins.crushing_n(inside, load.lever_mm, d))
    each = min(bent, *sides)
    at_root = max(piece.solid.thickness_mm, meets.face_mm)
    thin = min(
        min(piece.solid.greatest_thickness_mm, at_root)
        * (1.0 if piece.part.stock is None else DRILLED),
        host.solid.greatest_thickness_mm * (1.0 if host.part.stock is None else DRILLED),
    )
    room_for = 1 + int(max(0.0, meets.face_mm - pins.ROUND_D * d) // (pins.APART_D * d))
    count = max(1, min(MOST_PINS, room_for, math.ceil(load.push_n / max(each, 1e-9))))
    tilt, towards = _direction(meets)
    return PinHole(
        wire=wire.id,
        label=wire.label,
        wire_mm=d,
        hole_mm=hole_mm(d),
        depth_mm=math.ceil(depth - 1e-9),
        host_depth_mm=math.ceil(inside - 1e-9),
        count=count,
        tilt_deg=tilt,
        towards=towards,
        into=into,
        holds_n=each * count,
        wanted_n=load.push_n,
        clay_mm=thin,
    )


def _direction(meets: Contact) -> tuple[float, Towards]:
    """How far off upright a hole runs out of the host, and to which side."""
    x, y, z = meets.out
    tilt = math.degrees(math.acos(max(-1.0, min(1.0, z))))
    if tilt < 10:
        return tilt, "up"
    if tilt > 170:
        return tilt, "down"
    if abs(x) >= abs(y):
        return tilt, "right" if x > 0 else "left"
    return tilt, "front" if y > 0 else "back"


def best_pin(
    work: Workpiece, piece: Piece, host: Piece, meets: Contact, load: Load
) -> PinHole | None:
    """The chosen wire, the part's own, or the thinnest one works with that holds the push; else what holds most."""
    shelf = catalogue()
    meeting = piece.part.meeting
    run = next((run for run in work.sheet.runs if pinned_by(run, piece.part)), None)
    if run is not None:
        limb = work.beyond[piece.part.bone]
        own: Own = "part" if all(joint in limb for joint in run.path) else "host"
        chosen = [run.wire] if run.wire else list(work.context.stores.wires)
        holes = list(_pin_holes(work, piece, host, meets, load, chosen))
        best = next((hole for hole in holes if hole.holds_n >= load.push_n), holes[-1])
        return replace(best, own=own, count=1, holds_n=best.holds_n / best.count)
    if isinstance(meeting, Pin) and meeting.wire is not None:
        return _hole(work, piece, host, meets, load, shelf.wires[meeting.wire])
    stored = list(work.context.stores.wires)
    holes = list(_pin_holes(work, piece, host, meets, load, stored))
    fit = [hole for hole in holes if not hole.too_thick]
    good = [hole for hole in fit if hole.holds_n >= load.push_n]
    if good:
        return min(good, key=lambda hole: (hole.count, hole.wire_mm))
    if fit:
        return max(fit, key=lambda hole: hole.holds_n)
    return holes[0] if holes and isinstance(meeting, Pin) else None


def stronger_pin(
    work: Workpiece, piece: Piece, host: Piece, meets: Contact, load: Load
) -> PinHole | None:
    """The thinnest wire that is sold which would hold the push."""
    wires = [key for key, wire in catalogue().wires.items() if wire.root_mm is None]
    fit = takewhile(
        lambda hole: not hole.too_thick, _pin_holes(work, piece, host, meets, load, wires)
    )
    return next((hole for hole in fit if hole.holds_n >= load.push_n), None)


def _pin_holes(
    work: Workpiece, piece: Piece, host: Piece, meets: Contact, load: Load, wires: list[str]
) -> Iterator[PinHole]:
    """A pin of each wire, the thinnest first."""
    shelf = catalogue()
    rows = sorted((shelf.wires[key] for key in wires), key=lambda wire: wire.diameter_mm)
    return (_hole(work, piece, host, meets, load, wire) for wire in rows)
