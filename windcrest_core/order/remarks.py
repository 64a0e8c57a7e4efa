"""Findings of the order: what is joined how, and what cannot be as it is."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.body.joined import touch
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix
from windcrest_core.order.joins import Join
from windcrest_core.sheet.meetings import Blend, Lay, Thread
from windcrest_core.sheet.parts import HARD


def apart_in_air(joined: list[Join]) -> list[Finding]:
    return [
        Finding(
            id="order.join.air",
            station="order",
            severity="warn",
            subject=join.part,
            title=said("order.join.air", join=join.label, onto_label=join.onto_label),
            reason=said("order.join.air.why"),
            numbers={"air_mm": join.air_mm},
        )
        for join in joined
        if join.air_mm > 0
    ]


def _stands_alone(work: Workpiece, piece: Piece) -> bool:
    """Whether a part stands on the base beside the figure and touches none of it."""
    host = work.joined_to(piece)
    return host is None or not touch(piece.solid, host.solid)


def order_findings(work: Workpiece) -> list[Finding]:
    found = []
    apart = [
        piece.part
        for piece in work.clay_pieces
        if piece.part.assembled
        and not isinstance(piece.part.meeting, Thread)
        and not (piece.part.contact and _stands_alone(work, piece))
    ]
    if apart:
        alone = len(apart) == 1
        found.append(
            Finding(
                id="order.apart.join",
                station="order",
                severity="note",
                subject=apart[0].id,
                title=said("order.apart.join", apart=apart[0].label)
                if alone
                else said("order.apart.join_2", apart=len(apart)),
                reason=said("order.apart.join.why"),
                numbers={"parts": float(len(apart))},
                fixes=[
                    fix(
                        said("order.build_it_on_the_figure")
                        if alone
                        else said("order.build_them_on_the_figure"),
                        *(
                            (f"part/{part.id}/meeting/kind", "lay" if part.lies_on else "blend")
                            for part in apart
                        ),
                    )
                ],
            )
        )
    delicate = [p for p in work.sheet.parts if p.delicate and p.stock is None and not p.assembled]
    if delicate and work.context.rules.bake_school == "one_bake":
        found.append(
            Finding(
                id="order.delicate.raw",
                station="order",
                severity="warn",
                subject=delicate[0].id,
                title=said("order.delicate.raw", delicate=len(delicate)),
                reason=said("order.delicate.raw.why"),
                numbers={"parts": float(len(delicate))},
                fixes=[
                    fix(
                        said("order.make_them_apart"),
                        *((f"part/{part.id}/meeting/kind", "glue") for part in delicate),
                    )
                ],
            )
        )
    for part in work.sheet.parts:
        if part.feature in HARD and part.stock is None and isinstance(part.meeting, Blend | Lay):
            found.append(
                Finding(
                    id="order.pressed.raw",
                    station="order",
                    severity="warn",
                    subject=part.id,
                    title=said("order.pressed.raw", part=part.label),
                    reason=said("order.pressed.raw.why"),
                    fixes=[
                        fix(
                            said("order.bake_it_before_it_is"),
                            (f"part/{part.id}/meeting/kind", "press"),
                        )
                    ],
                )
            )
    return found
