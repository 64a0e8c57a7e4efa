"""Findings of the clay."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.body.soft_clay import clay_breaks_nmm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.clay.model import ClayTotal
from windcrest_core.findings import Finding, Fix, fix

FRAGILE_N = 1.5


def clay_findings(work: Workpiece, totals: list[ClayTotal]) -> list[Finding]:
    found = []
    stores = work.context.stores
    for total in totals:
        if total.owned:
            continue
        owned = next(iter(stores.clays), None)
        ids = [piece.part.id for piece in work.clay_pieces if piece.part.clay == total.clay]
        found.append(
            Finding(
                id="clay.stores.missing",
                station="clay",
                severity="note",
                subject=ids[0],
                title=f"{total.label} is not in Stores",
                reason="Buy it, or make these parts of a clay you have.",
                numbers={"needed_g": total.with_waste.value, "parts": float(len(ids))},
                fixes=[
                    fix(
                        f"Use {catalogue().clays[owned].label}",
                        *((f"part/{part_id}/clay", owned) for part_id in ids),
                    )
                ]
                if owned
                else [],
            )
        )
    for piece in work.clay_pieces:
        if (weak := _fragile(work, piece)) is not None:
            found.append(weak)
    return found


def _fragile(work: Workpiece, piece: Piece) -> Finding | None:
    """Thin rigid clay that no wire goes through breaks at a touch."""
    part = piece.part
    if part.clay == "flexible" or work.sheet.has_wire(part):
        return None
    thin = piece.solid.thickness_mm
    low, high = piece.solid.bounds
    length = float((high - low).max())
    if length < 3 * thin or part.lies_on is not None:
        return None
    force = clay_breaks_nmm(thin) / length
    if force >= FRAGILE_N:
        return None
    fixes: list[Fix] = [fix("Use flexible clay", (f"part/{part.id}/clay", "flexible"))]
    return Finding(
        id="clay.thin.breaks",
        station="clay",
        severity="warn",
        subject=part.id,
        title=f"{part.label}: breaks at a push of {force:.1f} N",
        reason="A thumb pushes with 1 to 3 N. Thin rigid clay without wire snaps when the figure "
        "is dusted; flexible clay gives.",
        numbers={"breaks_n": force, "thickness_mm": thin, "length_mm": length},
        fixes=fixes,
    )
