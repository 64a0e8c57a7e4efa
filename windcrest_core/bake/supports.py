"""What must be held up in the oven and how, and whether the figure goes in at all."""

from __future__ import annotations

from collections.abc import Container, Iterable

import numpy as np

from windcrest_core.bake.model import Fit, Support, SupportKind
from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.figure import Piece
from windcrest_core.body.solids import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Text, said
from windcrest_core.given.oven import HotSide

NEST_MM = 25.0  # a foil nest carries what hangs out no further [A]
CARD_MM = 90.0  # a card on edge stands by itself up to here [A]
LEVEL = 0.6  # of a sheet's own direction pointing up: it lies rather than stands [A]
LEAF_MM = 2.0  # thinner and standing free, a fan moves it: at most 2 Pa [A]
TRAY_MM = 2.0  # what comes so near the tray stands on it [A]
ROOM_MM = 15.0  # beside the figure, so that air goes round it [A]
ELEMENT_MM = 40.0  # nearer to an element it scorches on that side [A]
WORDS: dict[SupportKind, Text] = {
    "card on edge": said("bake.a_strip_of_card_on"),
    "foil nest": said("bake.a_nest_of_loose_foil"),
    "wire stand": said("bake.a_stand_of_stiff_wire"),
    "hung": said("bake.a_card_on_either_side"),
    "lying down": said("bake.lay_it_down_on_a"),
}


def _ends(piece: Piece, under: Piece | None) -> tuple[Array, Array]:
    """Root and tip: the ends of its longest own axis, the tip further from what it is joined to."""
    offset, half = piece.solid.half_extents
    axis = np.zeros(3)
    axis[int(np.argmax(half))] = float(half.max())
    middle = piece.solid.origin + piece.solid.frame @ offset
    a, b = middle + piece.solid.frame @ axis, middle - piece.solid.frame @ axis
    if under is None:
        return (a, b) if a[2] > b[2] else (b, a)
    near = np.linalg.norm(a - under.solid.centre) < np.linalg.norm(b - under.solid.centre)
    return (a, b) if near else (b, a)


def _kind(piece: Piece, tip: Array, root: Array, out_mm: float) -> SupportKind:
    if isinstance(piece.solid, SheetSolid):
        flat = abs(float(piece.solid.frame[2, 1])) > LEVEL
        if not flat and tip[2] < root[2]:
            return "hung"
    if out_mm <= NEST_MM:
        return "foil nest"
    return "card on edge" if tip[2] <= CARD_MM else "wire stand"


def overhang_mm(work: Workpiece, piece: Piece) -> float | None:
    """How far a part hangs out with nothing in it that holds it; None where something does."""
    part = piece.part
    if part.apart or part.pressed or part.lies_on is not None or work.sheet.has_wire(part):
        return None
    low, high = piece.solid.bounds
    if part.contact or float(low[2]) < TRAY_MM:
        return None
    spans = sorted(float(size) for size in high - low)
    return spans[1] if isinstance(piece.solid, SheetSolid) else spans[2]


def supports(work: Workpiece, raw: Container[str]) -> list[Support]:
    """What of a bake's raw parts hangs out further than hot raw clay holds, and how to hold it."""
    found = []
    fan = work.context.rules.oven.air == "fan"
    for piece in work.clay_pieces:
        if piece.part.id not in raw:
            continue
        out = overhang_mm(work, piece)
        if out is None:
            continue
        thick = piece.solid.greatest_thickness_mm
        allowed = work.bears_mm(piece)
        if out <= allowed:
            continue
        root, tip = _ends(piece, work.joined_to(piece))
        kind = _kind(piece, tip, root, out)
        blown = fan and thick < LEAF_MM
        screen = said("bake.a_screen_of_foil_between") if blown else ""
        found.append(
            Support(
                part=piece.part.id,
                label=piece.part.label,
                kind=kind,
                words=said("bake.held", by=WORDS[kind], screen=screen),
                root=_point(root),
                tip=_point(tip),
                overhang_mm=out,
                allowed_mm=allowed,
            )
        )
    return found


def _point(at: Array) -> tuple[float, float, float]:
    x, y, z = at.round(2).tolist()
    return (x, y, z)


def _box(pieces: Iterable[Piece]) -> tuple[float, float, float]:
    bounds = [piece.solid.bounds for piece in pieces]
    low = np.min([low for low, _ in bounds], axis=0)
    high = np.max([high for _, high in bounds], axis=0)
    b, d, h = (high - low).tolist()
    return (b, d, h)


def _goes_in(box: tuple[float, float, float], room: tuple[float, float, float]) -> bool:
    """Standing on its third side, turned about as it must be."""
    b, d, h = box
    return h <= room[2] and ((b <= room[0] and d <= room[1]) or (d <= room[0] and b <= room[1]))


def fit(work: Workpiece, inside: Container[str]) -> Fit:
    """Whether what is baked goes into the oven, standing or lying, and how near to its elements."""
    pieces = [p for p in work.figure.pieces if p.part.id in inside]
    joined = [p for p in pieces if not p.part.apart] or pieces
    box = _box(joined)
    oven = work.context.rules.oven.inside
    if oven is None:
        return Fit(
            state="not measured",
            words=said("bake.measure_the_inside_of_your"),
            box_mm=box,
            above_mm=None,
            below_mm=None,
        )
    high = oven.height_mm - oven.rack_mm
    room = (oven.breadth_mm - 2 * ROOM_MM, oven.depth_mm - 2 * ROOM_MM, high - ROOM_MM)
    b, d, h = box
    lying = [(b, h, d), (d, h, b)]
    if _goes_in(box, room):
        return _fits("upright", said("bake.it_goes_in_standing"), box, high - h, oven.rack_mm)
    for turned in lying:
        if _goes_in(turned, room):
            words = said("bake.it_goes_in_lying_only")
            return _fits("lying", words, box, high - turned[2], oven.rack_mm)
    alone = all(
        any(_goes_in(turn, room) for turn in ((x, y, z), (x, z, y), (y, z, x)))
        for x, y, z in (_box([piece]) for piece in joined)
    )
    if alone:
        words = said("bake.it_goes_in_only_in")
        return Fit(state="in parts", words=words, box_mm=box, above_mm=None, below_mm=None)
    return Fit(
        state="not at all",
        words=said("bake.not_even_its_largest_part"),
        box_mm=box,
        above_mm=None,
        below_mm=None,
    )


def _fits(
    state: str, words: Text, box: tuple[float, float, float], above: float, below: float
) -> Fit:
    near = min(above, below)
    shield = said("bake.only_from_an_element_shield", near_mm=near) if near < ELEMENT_MM else ""
    return Fit.model_validate(
        {
            "state": state,
            "words": said("bake.fits", words=words, shield=shield),
            "box_mm": box,
            "above_mm": above,
            "below_mm": below,
        }
    )


def turned(work: Workpiece, raw: list[Piece], slowest: Piece) -> Text:
    """Which way round it goes in where one side of the oven is hotter; nothing where none is.

    Parameters
    ----------
    raw : the pieces that are raw in it. slowest : the one that takes longest.
    """
    side = work.context.rules.oven.hot
    if side == "none":
        return ""
    tender = [
        piece.part.label
        for piece in raw
        if piece is not slowest
        and (
            piece.solid.thickness_mm < THIN_MM or catalogue().clays[piece.part.clay].shade == "pale"
        )
    ][:MOST_NAMED]
    if side == "top":
        return said("bake.hot_at_the_top", tender=tender) if tender else said("bake.hot_at_top")
    where = HOT_SIDES[side]
    if not tender:
        return said("bake.turn_the_thickest", part=slowest.part.label, side=where)
    return said("bake.turn_it_so", part=slowest.part.label, side=where, tender=tender)


THIN_MM, MOST_NAMED = 6.0, 4  # browned first where it is hotter [A]; so many are named
HOT_SIDES: dict[HotSide, Text] = {
    "back": said("bake.side.back"),
    "front": said("bake.side.front"),
    "left": said("bake.side.left"),
    "right": said("bake.side.right"),
}
