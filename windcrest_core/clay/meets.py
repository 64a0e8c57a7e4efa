"""What the meeting of a part asks of the order of work: the table of docs/meetings.md, as needs of steps.

F is the step that forms a part, J the one that joins it before a bake, A the one after the last, D the drilling for
a pin: here `cover`, `join`, `join` and `pin` of a part's step keys.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.clay.cloth import over_clay
from windcrest_core.facts import Text, said
from windcrest_core.joining.fastening import Fastened
from windcrest_core.joining.telling import drill_words
from windcrest_core.sheet.meetings import (
    Blend,
    Dress,
    Hold,
    Lay,
    Meeting,
    Pin,
    Press,
    Rest,
    Sit,
)
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Between, Need, Step

CARE: dict[str, Text] = {
    "instant": said("clay.instant_glue_care"),
    "epoxy_quick": said("clay.epoxy_care"),
    "epoxy_slow": said("clay.epoxy_care"),
    "hot_melt": said("clay.hot_glue_care"),
}
DRILLED_MIN, COLLAR_MIN = 12.0, 12.0  # both sides of one pin; a raw collar closed over a joint [A]


def first_key(part: Part) -> str:
    """The step that first puts a part into the oven's reach."""
    return step_key(part.id, "cover")


def clay_hosts(work: Workpiece, piece: Piece) -> list[Piece]:
    return [host for host in work.hosts(piece) if host.part.stock is None]


def _waits_for_the_body(work: Workpiece) -> Between:
    return "any" if work.context.rules.bake_school == "one_bake" else "bake"


class Through(NamedTuple):
    """A run as what is strung on it has it: the bore that goes over its wire, and by joint how much of it stays free
    where it is to be bent later, mm."""

    bore_mm: float
    gaps_mm: Mapping[str, float]


@dataclass(frozen=True)
class Segment:
    """A piece of a string: how long it is along the wire, and how much of that is left free before it, where a joint
    is to be bent later, mm."""

    piece: Piece
    long_mm: float
    free_mm: float
    joint: str | None


@dataclass(frozen=True)
class Forming:
    """What the steps of clay follow from: the figure, what holds what is put on it, its runs by id, and the segments
    that are strung on them by the ids of their parts."""

    work: Workpiece
    fast: Fastened
    through: Mapping[str, Through]
    segments: Mapping[str, Segment]

    @cached_property
    def after_the_body(self) -> list[Need]:
        """The body is there, and by two schools cured, before what handling it would smear."""
        between = _waits_for_the_body(self.work)
        reason = said("clay.body_cured_before_what_handling")
        return [
            Need(key=first_key(piece.part), reason=reason, between=between, kind="smear")
            for piece in self.work.clay_pieces
            if piece.part.of_the_body
        ]


def blended_with(work: Workpiece, piece: Piece) -> list[str]:
    """The steps it is one clay with: of the hosts it is blended into, or of the body's own on its bone."""
    part = piece.part
    if isinstance(part.meeting, Sit):
        body = work.found_hosts.get(part.id)
        return [step_key(body, "cover")] if body is not None else []
    if not isinstance(part.meeting, Blend) or part.stock is not None:
        return []
    if part.delicate and _waits_for_the_body(work) == "bake":
        return []
    return [first_key(host.part) for host in clay_hosts(work, piece)]


def on_its_hosts(forming: Forming, piece: Piece) -> list[Need]:
    """What is formed where it stays waits for what is under it."""
    work, part, meeting = forming.work, piece.part, piece.part.meeting
    needs = []
    if isinstance(meeting, Lay | Rest):
        hosts = clay_hosts(work, piece)
        short = work.context.rules.bake_school == "short_sets"
        over_cured = _over_cured(meeting, hosts)
        needs = [
            Need(
                key=first_key(host.part),
                reason=said("clay.under_before_over_it_lies"),
                between="bake" if short or host in over_cured else "any",
                kind="under",
            )
            for host in hosts
        ]
        needs += [
            Need(
                key=step_key(host.part.id, "pull"),
                reason=said("clay.its_core_out_before_it"),
                kind="own",
            )
            for host in over_cured
            if host.part.core == "pulled"
        ]
        needs += [
            Need(
                key=first_key(other.part),
                reason=said("clay.under_before_over_it_lies"),
                between="bake" if meeting.cured or short else "any",
                kind="under",
            )
            for other in over_clay(work, piece)
            if other not in hosts
        ]
    needs += [
        Need(
            key=step_key(key, "cover"),
            reason=said("clay.it_touches_this_over_a"),
            between="bake",
            kind="touch",
        )
        for key in part.rests_on
        if work.sheet.part(key).stock is None
    ]
    return [*needs, *forming.after_the_body] if part.delicate else needs


def _over_cured(meeting: Lay | Rest, hosts: list[Piece]) -> list[Piece]:
    """Those of its hosts that are cured when a part is formed on them."""
    if isinstance(meeting, Rest) or meeting.painted:
        return hosts if isinstance(meeting, Lay) or meeting.cured else []
    return hosts[:1] if meeting.cured else []


def hard(part: Part) -> Need:
    """It is cured, or at least set by a heat gun, before it is put anywhere."""
    if part.pressed:
        by_gun = isinstance(part.meeting, Press) and part.meeting.hardened == "heat_gun"
        return Need(
            key=first_key(part),
            reason=said("clay.hard_before_it_is_pressed"),
            between="any" if by_gun else "bake",
            kind="hard",
        )
    return Need(
        key=first_key(part),
        reason=said("clay.made_apart_before_assembly"),
        between="bake",
        kind="apart",
    )


def beds(work: Workpiece, piece: Piece) -> list[Need]:
    """What is pressed in or held waits for its hosts: still raw, or cured where it gets a bed of its own on them."""
    meeting = piece.part.meeting
    fresh = isinstance(meeting, Press) and meeting.bed == "fresh"
    return [
        Need(
            key=first_key(host.part),
            reason=said("clay.cured_before_a_fresh_bed")
            if fresh
            else said("clay.a_raw_bed_to_press"),
            between="bake" if fresh else "none",
            kind="under" if fresh else "bed",
        )
        for host in clay_hosts(work, piece)
    ]


def with_beds(work: Workpiece, steps: list[Step]) -> list[Step]:
    """The steps, where a host whose raw clay is pressed into waits for what is to be hard by then."""
    waits: dict[str, list[Need]] = {}
    for piece in work.clay_pieces:
        if not _hard_by_its_bed(piece.part.meeting):
            continue
        hardened = hard(piece.part).model_copy(update={"kind": "bed"})
        for host in clay_hosts(work, piece):
            waits.setdefault(first_key(host.part), []).append(hardened)
    return [
        step.model_copy(update={"needs": [*step.needs, *waits[step.key]]})
        if step.key in waits
        else step
        for step in steps
    ]


def _hard_by_its_bed(meeting: Meeting) -> bool:
    """Whether a part comes from the oven into the raw clay of its hosts."""
    match meeting:
        case Press(bed="host", hardened="oven") | Hold(how="stays" | "slides_out"):
            return True
    return False


def put_on(forming: Forming, piece: Piece, before: list[Need], minutes: float) -> list[Step]:
    """Put on when all is baked and painted, over a drilled pin where it has one; or pinned and closed with a
    raw collar that goes into the oven."""
    work, part, meeting = forming.work, piece.part, piece.part.meeting
    cured = [
        Need(key=first_key(host.part), reason=said("clay.put_on_cured_clay"), between="bake")
        for host in clay_hosts(work, piece)
    ]
    collar = isinstance(meeting, Pin) and meeting.closed == "collar"
    host, drilled = work.joined_to(piece), []
    held = forming.fast.held.get(part.id)
    if host is not None and held is not None and held.pin is not None:
        drilled = [
            Step(
                key=step_key(part.id, "pin"),
                kind="pin",
                station="clay" if collar else "finish",
                part=part.id,
                minutes=DRILLED_MIN,
                needs=[*before, *cured],
                after_bakes=not collar,
                label=drill_words(held.pin, part.label, host.part.label),
                caution=said("clay.clamp_it_not_your_hand"),
            )
        ]
        before = [Need(key=drilled[0].key, reason=said("clay.drilled_before_it_is_pinned"))]
    put = Step(
        key=step_key(part.id, "join"),
        kind="press" if collar else "assemble",
        station="clay" if collar else "finish",
        part=part.id,
        minutes=minutes + (COLLAR_MIN if collar else 0),
        needs=[*before, *([] if drilled else cured)],
        into_oven=collar,
        after_bakes=not collar,
        label=_put_words(part, pinned=bool(drilled), on_the_base=host is None and part.contact),
        caution=CARE.get(held.glue.id, "") if held is not None and not collar else "",
    )
    return [*drilled, put]


def _put_words(part: Part, pinned: bool, on_the_base: bool) -> Text:
    match part.meeting:
        case _ if on_the_base:
            return said("clay.glue_on_the_base", part=part.label)
        case Pin(closed="collar"):
            return said("clay.pin_it_and_close_a_collar", part=part.label)
        case _ if pinned:
            return said("clay.pin_and_glue_on_the", part=part.label)
        case Dress(by="knot"):
            return said("clay.tie_on_the", part=part.label)
        case Dress():
            return said("clay.dress_it_with_the", part=part.label)
        case Rest():
            return said("clay.put_back_and_glue_the", part=part.label)
    return said("clay.glue_on_the", part=part.label)
