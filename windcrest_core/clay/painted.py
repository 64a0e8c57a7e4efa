"""What is cured and painted before more clay comes over it: ribs under a membrane, the inside of a mouth."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.clay.meets import clay_hosts
from windcrest_core.facts import said
from windcrest_core.given.house_rules import DRY_BEFORE_OVEN_MIN
from windcrest_core.sheet.meetings import Lay
from windcrest_core.sheet.parts import Part
from windcrest_core.step_keys import step_key
from windcrest_core.steps import Need, Step

COAT_MIN, COAT_MIN_PER_CM3 = 10.0, 0.5  # two thin coats [A]


def painted_under(work: Workpiece) -> dict[str, list[Piece]]:
    """The parts that are painted before others come over them, by id, each with those others."""
    found: dict[str, list[Piece]] = {}
    for piece in work.clay_pieces:
        meeting = piece.part.meeting
        if isinstance(meeting, Lay) and meeting.painted:
            for host in clay_hosts(work, piece):
                found.setdefault(host.part.id, []).append(piece)
    return found


def paint_steps(work: Workpiece) -> list[Step]:
    """One for each of them, dry before the oven."""
    rule = work.context.rules.painted_by
    return [
        Step(
            key=step_key(key, "paint"),
            kind="coats",
            station="colour",
            part=key,
            minutes=COAT_MIN + COAT_MIN_PER_CM3 * work.figure.piece(key).solid.volume_mm3 / 1000,
            wait_min=DRY_BEFORE_OVEN_MIN[rule],
            needs=[
                Need(
                    key=step_key(key, "cover"),
                    reason=said("clay.cured_before_it_is_painted"),
                    between="bake",
                )
            ],
            label=said(
                "clay.paint_before_it_is_covered",
                part=work.sheet.part(key).label,
                over=[piece.part.label for piece in over],
            ),
            caution=said("clay.paint_that_stands_the_oven"),
        )
        for key, over in painted_under(work).items()
    ]


def over_paint(work: Workpiece, piece: Piece) -> list[Need]:
    """What comes over paint waits until that is dry."""
    part: Part = piece.part
    if not isinstance(part.meeting, Lay) or not part.meeting.painted:
        return []
    return [
        Need(
            key=step_key(host.part.id, "paint"),
            reason=said("clay.painted_and_dry_before_it"),
            kind="under",
        )
        for host in clay_hosts(work, piece)
    ]
