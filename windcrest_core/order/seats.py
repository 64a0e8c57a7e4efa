"""Whether what sits touches its seat, and how a box would have to be to carry it."""

from __future__ import annotations

from windcrest_core.body.figure import Piece, place_of
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.joining.contact import contact
from windcrest_core.sheet.meetings import Sit
from windcrest_core.sheet.shapes import Box

SUNK_MM = 1.0  # what sits goes so deep into its seat, soft as it is
WIDER = 1.15  # a seat is so much wider than what sits on it
UPRIGHT = 0.98  # the cosine of how far the bone of a box may lean


def seat_findings(work: Workpiece) -> list[Finding]:
    """Seats that do not carry what is to sit on them: too far, or not under it."""
    found = []
    for piece in work.figure.pieces:
        if not isinstance(piece.part.meeting, Sit):
            continue
        for seat in work.hosts(piece):
            air = contact(piece.solid, seat.solid).apart_mm
            low, high = (float(bound[2]) for bound in piece.solid.bounds)
            top = float(seat.solid.bounds[1][2])
            if air > 0 or top > (low + high) / 2:
                found.append(_not_on_it(work, piece, seat, air))
    return found


def _not_on_it(work: Workpiece, piece: Piece, seat: Piece, air_mm: float) -> Finding:
    return Finding(
        id="order.sit.air",
        station="order",
        severity="warn",
        subject=seat.part.id,
        title=said("order.sit.air", part=piece.part.label, seat=seat.part.label, air_mm=air_mm)
        if air_mm > 0
        else said("order.sit.above", part=piece.part.label, seat=seat.part.label),
        reason=said("order.sit.air.why"),
        numbers={"air_mm": air_mm},
        fixes=_put_under(work, piece, seat),
    )


def _put_under(work: Workpiece, piece: Piece, seat: Piece) -> list[Fix]:
    """A box from the ground up to what sits on it, where its own bone stands upright."""
    bone, height_mm = work.figure.bones[seat.part.bone], work.figure.height_mm
    shape = seat.part.shape
    low, high = piece.solid.bounds
    top = float(low[2]) + SUNK_MM
    straight = abs(float(bone.frame[2, 2])) > UPRIGHT and seat.part.orient == "bone"
    if not isinstance(shape, Box) or not straight or seat.part.scale != "figure":
        return []
    ground = min(
        (p.solid.lowest_z for p in work.figure.pieces if p.part.contact and p is not seat),
        default=0.0,
    )
    if top <= ground + SUNK_MM:
        return []
    middle = (low + high) / 2
    middle[2] = (top + ground) / 2
    wide, deep = (float(WIDER * size / 2 / height_mm) for size in (high - low)[:2])
    put = shape.model_copy(
        update={
            "centre": place_of(bone, middle, height_mm, upright=False),
            "half_sizes": (wide, deep, (top - ground) / 2 / height_mm),
            "turns_deg": (0.0, 0.0, 0.0),
        }
    )
    return [
        fix(
            said("order.put_it_under_the", seat=seat.part.label, part=piece.part.label),
            (f"part/{seat.part.id}/shape", put.model_dump(mode="json")),
        )
    ]
