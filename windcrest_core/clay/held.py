"""What raw hands close round, and what the body is formed sitting on: the thing itself, or a stand-in."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.clay.meets import (
    CARE,
    DRILLED_MIN,
    Forming,
    beds,
    clay_hosts,
    first_key,
    hard,
)
from windcrest_core.facts import Text, said
from windcrest_core.given.house_rules import Parting
from windcrest_core.joining.fastening import RULES
from windcrest_core.joining.telling import drill_words
from windcrest_core.sheet.meetings import Hold, Sit
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Need, Step

STICK_OF_THICKNESS = 2.0  # longer than so many thicknesses a thing is a stick
CLOSE_MIN, OUT_MIN, BACK_MIN, STAND_IN_MIN, SEAT_MIN = 6.0, 3.0, 8.0, 5.0, 15.0  # [A]

PARTINGS: dict[Parting, Text] = {
    "foil": said("clay.parting.foil"),
    "starch": said("clay.parting.starch"),
    "talc": said("clay.parting.talc"),
}


def held_steps(forming: Forming, piece: Piece, ready: Step) -> list[Step]:
    """A thing that is held: hands closed round it, and where it is to come out again, out and back at the end.

    Parameters
    ----------
    ready : the step that makes or gets it.
    """
    part, meeting = piece.part, piece.part.meeting
    assert isinstance(meeting, Hold)
    got = (
        hard(part)
        if part.stock is None
        else Need(key=ready.key, reason=said("clay.got_and_cut_before_it"))
    )
    if meeting.how == "stays":
        return [ready, _closed(forming, piece, [got])]
    if meeting.how == "slides_out":
        closed = _closed(forming, piece, [got])
        return [ready, closed, _out(part, closed.key), _back(forming, piece, closed.key, got)]
    stick = _stand_in(piece)
    closed = _closed(
        forming, piece, [Need(key=stick.key, reason=said("clay.got_and_cut_before_it"))]
    )
    return [ready, stick, closed, _out(part, closed.key), _back(forming, piece, closed.key, got)]


def _hands(forming: Forming, piece: Piece) -> list[str]:
    return [host.part.label for host in forming.work.hosts(piece)]


def _closed(forming: Forming, piece: Piece, before: list[Need]) -> Step:
    """Every hand at once, each raw, round what is hard."""
    part, meeting, work = piece.part, piece.part.meeting, forming.work
    assert isinstance(meeting, Hold)
    stand_in = meeting.how == "stand_in"
    hands = _hands(forming, piece)
    return Step(
        key=step_key(part.id, "join") if part.stock is None else first_key(part),
        kind="press",
        station="clay",
        part=part.id,
        minutes=CLOSE_MIN * max(1, len(hands)),
        needs=[*before, *beds(work, piece)],
        into_oven=True,
        label=said("clay.close_round_the_stand_in", hands=hands, part=part.label)
        if stand_in
        else said("clay.close_round_the", hands=hands, part=part.label)
        if meeting.how == "stays"
        else said(
            "clay.close_round_over_a_parting",
            hands=hands,
            part=part.label,
            parting=PARTINGS[work.context.rules.parting],
        ),
    )


def _out(part: Part, closed: str) -> Step:
    stand_in = isinstance(part.meeting, Hold) and part.meeting.how == "stand_in"
    return Step(
        key=step_key(part.id, "out"),
        kind="pull",
        station="finish",
        part=part.id,
        minutes=OUT_MIN,
        needs=[Need(key=closed, reason=said("clay.cured_before_it_slides_out"), between="bake")],
        after_bakes=True,
        label=said("clay.slide_out_the_stand_in", part=part.label)
        if stand_in
        else said("clay.slide_out_the", part=part.label),
        caution=said("clay.lengthwise_only"),
    )


def _back(forming: Forming, piece: Piece, closed: str, got: Need) -> Step:
    part = piece.part
    return Step(
        key=step_key(part.id, "back"),
        kind="assemble",
        station="finish",
        part=part.id,
        minutes=BACK_MIN,
        needs=[
            got,
            Need(key=closed, reason=said("clay.put_on_cured_clay"), between="bake"),
            Need(key=step_key(part.id, "out"), reason=said("clay.out_before_it_is_put_back")),
        ],
        after_bakes=True,
        label=said("clay.put_back_into_the", part=part.label, hands=_hands(forming, piece)),
        caution=CARE[RULES[forming.work.context.rules.glue]],
    )


def _stand_in(piece: Piece) -> Step:
    """A stick, a ball or a box as large as the thing."""
    part = piece.part
    thick, long_mm = piece.solid.thickness_mm, 2 * max(map(float, piece.solid.half_extents[1]))
    return Step(
        key=step_key(part.id, "standin"),
        kind="get",
        station="clay",
        part=part.id,
        minutes=STAND_IN_MIN,
        label=said("clay.get_a_stick", part=part.label, across_mm=thick)
        if long_mm > STICK_OF_THICKNESS * thick
        else said("clay.get_a_ball", part=part.label, across_mm=thick),
    )


def sits_on(forming: Forming, piece: Piece) -> list[Need]:
    """The seat is hard before the body is formed on it; nothing where a stand-in carries it meanwhile."""
    meeting = piece.part.meeting
    if not isinstance(meeting, Sit) or meeting.stand_in:
        return []
    return [
        Need(
            key=first_key(seat.part),
            reason=said("clay.the_seat_is_hard_before"),
            between="bake",
            kind="under",
        )
        for seat in clay_hosts(forming.work, piece)
    ]


def seated_steps(forming: Forming, piece: Piece, form: Step) -> list[Step]:
    """Formed sitting, and seated for good when both are painted."""
    part, meeting = piece.part, piece.part.meeting
    assert isinstance(meeting, Sit)
    seats: list[Text] = [seat.part.label for seat in forming.work.hosts(piece)]
    steps = [form]
    if meeting.stand_in:
        block = Step(
            key=step_key(part.id, "standin"),
            kind="get",
            station="clay",
            part=part.id,
            minutes=STAND_IN_MIN,
            label=said("clay.get_a_block", seats=seats),
        )
        need = Need(key=block.key, reason=said("clay.the_seat_is_hard_before"))
        steps = [block, form.model_copy(update={"needs": [*form.needs, need]})]
    cured = [
        Need(key=first_key(one), reason=said("clay.put_on_cured_clay"), between="bake")
        for one in [part, *(seat.part for seat in clay_hosts(forming.work, piece))]
    ]
    return [*steps, *_seated(forming, piece, seats, cured)]


def _seated(forming: Forming, piece: Piece, seats: list[Text], cured: list[Need]) -> list[Step]:
    """A hole through the seat for its pin, where one goes in; and seated."""
    part, work = piece.part, forming.work
    pin, drilled = forming.fast.seats.get(part.id), []
    if pin is not None:
        drilled = [
            Step(
                key=step_key(part.id, "pin"),
                kind="pin",
                station="finish",
                part=part.id,
                minutes=DRILLED_MIN,
                needs=cured,
                after_bakes=True,
                label=drill_words(pin, part.label, seats[0]),
                caution=said("clay.clamp_it_not_your_hand"),
            )
        ]
    join = Step(
        key=step_key(part.id, "join"),
        kind="assemble",
        station="finish",
        part=part.id,
        minutes=SEAT_MIN,
        needs=[
            *cured,
            *(
                Need(key=step.key, reason=said("clay.drilled_before_it_is_pinned"))
                for step in drilled
            ),
            *(
                Need(key=step_key(seat.part.id, "join"), reason=said("clay.the_seat_stands"))
                for seat in work.hosts(piece)
                if seat.part.assembled
            ),
        ],
        after_bakes=True,
        label=said("clay.seat_it_on_the", seats=seats)
        if drilled
        else said("clay.seat_it_with_glue", seats=seats),
        caution=CARE[RULES[work.context.rules.glue]],
    )
    return [*drilled, join]
