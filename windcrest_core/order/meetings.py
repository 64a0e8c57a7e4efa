"""What follows from how each part is put on: which bakes, what must stay bare, what comes of doing it otherwise."""

from __future__ import annotations

from dataclasses import dataclass

from windcrest_core.body.axes import axis
from windcrest_core.body.figure import Piece
from windcrest_core.body.skeleton import Array, norm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import is_putty
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.joining.contact import contact
from windcrest_core.joining.fastening import Fastened
from windcrest_core.order.joins import Join, joins
from windcrest_core.sheet.meetings import (
    Blend,
    Dress,
    Glue,
    Hold,
    Lay,
    MeetingKind,
    Pin,
    Press,
    Rest,
    Sit,
    Thread,
)
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import step_key

Point = tuple[float, float, float]
BARE_MM = 2.0  # round a hole for a pin, for the glue that comes out [A]


class Where(Frozen):
    """Where a part meets one that carries it: the middle of that, mm, and the way from there to its own middle, of
    length 1; of what is threaded its own middle and the way of its bore."""

    at: Point
    way: Point


class MeetingPlan(Frozen):
    """How a part is put on: on which parts, `found` where its meeting names none; in which bake it is formed and in
    which joined, none for what is after the last; and where it meets them, nowhere for one clay."""

    part: str
    kind: MeetingKind
    hosts: list[str]
    found: bool
    formed: int | None
    joined: int | None
    where: list[Where]
    follows: list[Text]


@dataclass(frozen=True)
class PutOn:
    """How each part is put on, and what is glued, pinned or blended at each join."""

    meetings: list[MeetingPlan]
    joins: list[Join]


def put_on(work: Workpiece, placed: dict[str, int], fast: Fastened) -> PutOn:
    """Every part's meeting and every join.

    Parameters
    ----------
    placed : the bake of each step, by its key.
    """
    rows = [_meeting(work, piece, placed, fast) for piece in work.figure.pieces]
    return PutOn(rows, joins(work, placed, fast))


def _meeting(work: Workpiece, piece: Piece, placed: dict[str, int], fast: Fastened) -> MeetingPlan:
    part, hosts = piece.part, work.hosts(piece)
    formed = placed.get(step_key(part.id, "cover"))
    joined = placed.get(step_key(part.id, "join"))
    bought = part.stock is not None
    return MeetingPlan(
        part=part.id,
        kind=part.meeting.kind,
        hosts=[host.part.id for host in hosts],
        found=not part.meeting.hosts,
        formed=None if part.assembled and bought else formed,
        joined=(joined or formed) if not part.assembled or part.put_back else None,
        where=_where(piece, hosts, fast),
        follows=_follows(part, hosts, formed, joined, _over_cured(hosts, formed, placed)),
    )


def _where(piece: Piece, hosts: list[Piece], fast: Fastened) -> list[Where]:
    meets = fast.meets.get(piece.part.id)
    if meets is None:
        return []
    if isinstance(piece.part.meeting, Thread):
        line = axis(piece.solid)
        way = (line[-1] - line[0]) / max(norm(line[-1] - line[0]), 1e-9)
        return [Where(at=_point(line.mean(axis=0)), way=_point(way))]
    more = hosts[1:] if isinstance(piece.part.meeting, Hold) else []
    rows = [meets, *(contact(piece.solid, host.solid) for host in more)]
    return [Where(at=row.middle, way=row.out) for row in rows]


def _point(of: Array) -> Point:
    x, y, z = of.tolist()
    return (x, y, z)


def _over_cured(hosts: list[Piece], formed: int | None, placed: dict[str, int]) -> bool:
    """Whether what a part is formed on has been in an earlier bake."""
    at = [placed.get(step_key(host.part.id, "cover")) for host in hosts]
    return formed is not None and any(bake is not None and bake < formed for bake in at)


def _follows(
    part: Part, on: list[Piece], formed: int | None, joined: int | None, over_cured: bool
) -> list[Text]:
    if is_putty(part.stock):
        return [said("order.follows.putty")]
    labels = [host.part.label for host in on]
    hosts: Text = (
        said("order.follows.hosts", labels=labels) if on else said("order.follows.nothing")
    )
    first, then = formed or 0, joined or formed or 0
    bought = part.stock is not None
    match part.meeting:
        case Blend() if bought:
            return [said("order.follows.built_in", bake=first)]
        case Blend() if not on:
            return [said("order.follows.body", bake=first)]
        case Blend() | Lay() if over_cured:
            return [said("order.follows.over_cured", hosts=hosts, bake=first)]
        case Blend():
            return [said("order.follows.blend", hosts=hosts, bake=first)]
        case Lay():
            return [said("order.follows.lay", hosts=hosts, bake=first)]
        case Press() if bought:
            return [said("order.follows.press_bought", hosts=hosts, bake=first)]
        case Press(bed="fresh"):
            return [
                said("order.follows.press_fresh", hosts=hosts, bake=then),
                said("order.follows.root_bare"),
            ]
        case Press(hardened="heat_gun"):
            return [
                said("order.follows.press_gun", hosts=hosts, bake=then),
                said("order.follows.root_bare"),
            ]
        case Press():
            return [
                said("order.follows.press", hosts=hosts, first=first, bake=then),
                said("order.follows.root_bare"),
                said("order.follows.press_otherwise"),
            ]
        case Pin(closed="collar"):
            return [said("order.follows.collar", hosts=hosts, bake=then)]
        case Pin():
            return [
                said("order.follows.pin", hosts=hosts, made=_made(bought, first)),
                said("order.follows.pin_bare", bare_mm=BARE_MM),
                said("order.follows.pin_otherwise"),
            ]
        case Hold(how="stand_in"):
            return [
                said("order.follows.stand_in", hosts=hosts, bake=then),
                said("order.follows.grip_bare"),
            ]
        case Hold(how="slides_out"):
            return [
                said("order.follows.slides_out", hosts=hosts, bake=then),
                said("order.follows.grip_bare"),
                said("order.follows.hold_otherwise"),
            ]
        case Hold():
            return [
                said("order.follows.hold", hosts=hosts, bake=then),
                said("order.follows.hold_otherwise"),
            ]
        case Thread():
            return [
                said("order.follows.thread", made=_made(bought, first)),
                said("order.follows.bore_bare"),
                said("order.follows.thread_otherwise"),
            ]
        case Sit():
            return [
                said("order.follows.sit_stand_in", hosts=hosts, bake=first)
                if part.meeting.stand_in
                else said("order.follows.sit", hosts=hosts, bake=first),
                said("order.follows.glue_bare"),
                said("order.follows.sit_otherwise"),
            ]
        case Dress():
            return [
                said("order.follows.dress", hosts=hosts),
                said("order.follows.dress_otherwise"),
            ]
        case Rest():
            return [
                said("order.follows.rest", hosts=hosts, bake=first),
                said("order.follows.glue_bare"),
                said("order.follows.rest_otherwise"),
            ]
        case Glue():
            return [
                said("order.follows.glue", hosts=hosts, made=_made(bought, first)),
                said("order.follows.glue_bare"),
                said("order.follows.glue_otherwise"),
            ]


def _made(bought: bool, bake: int) -> Text:
    return said("order.follows.got") if bought else said("order.follows.baked_apart", bake=bake)
