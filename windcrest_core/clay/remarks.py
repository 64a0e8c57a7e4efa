"""Findings of the clay."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.body.soft_clay import FLEXIBLE_STRAIN, clay_breaks_nmm, strain_of_a_knock
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue, is_putty
from windcrest_core.clay.cloth_remarks import cloth_findings
from windcrest_core.clay.model import ClayTotal
from windcrest_core.facts import said
from windcrest_core.findings import Finding, Fix, fix

FRAGILE_N = 1.5
GIRTHS = ("thickness", "start_radius", "end_radius")
"""Fields of a shape that say how thick it is."""
SURELY_THICKER, MOST_THICKER = 1.05, 4.0


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
                title=said("clay.stores.missing", total=total.label),
                reason=said("clay.stores.missing.why"),
                numbers={"needed_g": total.with_waste.value, "parts": float(len(ids))},
                fixes=[
                    fix(
                        said("clay.use", clays=catalogue().clays[owned].label),
                        *((f"part/{part_id}/clay", owned) for part_id in ids),
                    )
                ]
                if owned
                else [],
            )
        )
    for piece in work.clay_pieces:
        if (under := _on_putty(work, piece)) is not None:
            found.append(under)
        if (weak := _fragile(work, piece)) is not None:
            found.append(weak)
    return found + cloth_findings(work)


def _on_putty(work: Workpiece, piece: Piece) -> Finding | None:
    """Clay that lies on putty would have to be baked with it."""
    part = piece.part
    if part.lies_on is None or not is_putty(work.sheet.part(part.lies_on).stock):
        return None
    below = work.sheet.part(part.lies_on)
    limit = catalogue().stock_materials[below.stock or ""].limit_c.value
    label = work.clay(part.clay).label_c.value
    if limit >= label:
        return None
    return Finding(
        id="clay.putty.baked",
        station="clay",
        severity="stop",
        subject=part.id,
        title=said("clay.putty.baked", part=part.label),
        reason=said("clay.putty.baked.why", limit_c=limit, label_c=label),
        numbers={"limit_c": limit, "label_c": label},
        fixes=[
            fix(said("clay.make_the_of_clay", below=below.label), (f"part/{below.id}/stock", None)),
            fix(
                said("clay.make_the_of_putty", part=part.label),
                (f"part/{part.id}/stock", below.stock),
            ),
        ],
    )


def _thick_enough(piece: Piece, thin_mm: float, force_n: float) -> list[Fix]:
    """As thick as bears a push: what breaks it goes with the cube of its thickness."""
    times = SURELY_THICKER * (FRAGILE_N / max(force_n, 0.01)) ** (1 / 3)
    if not 1 < times <= MOST_THICKER:
        return []
    shape = piece.part.shape.model_dump()
    rows = [
        (f"part/{piece.part.id}/shape/{key}", shape[key] * times) for key in GIRTHS if key in shape
    ]
    return [fix(said("clay.make_it_so_thick", thick_mm=thin_mm * times), *rows)] if rows else []


def _fragile(work: Workpiece, piece: Piece) -> Finding | None:
    """Thin clay that no wire goes through breaks at a touch; flexible clay gives, until it tears."""
    part = piece.part
    if work.sheet.has_wire(part):
        return None
    soft = work.clay(part.clay).flexible
    thin = piece.solid.thickness_mm
    low, high = piece.solid.bounds
    length = float((high - low).max())
    if length < 3 * thin or part.lies_on is not None:
        return None
    force = clay_breaks_nmm(thin) / length
    tears = strain_of_a_knock(thin, length, FRAGILE_N) > FLEXIBLE_STRAIN
    if not tears if soft else force >= FRAGILE_N:
        return None
    flexible = fix(said("clay.use_flexible_clay"), (f"part/{part.id}/clay", "flexible"))
    fixes: list[Fix] = [] if tears or soft else [flexible]
    fixes += _thick_enough(piece, thin, force)
    return Finding(
        id="clay.thin.breaks",
        station="clay",
        severity="warn",
        subject=part.id,
        title=said("clay.thin.tears", part=part.label, force_n=FRAGILE_N)
        if soft
        else said("clay.thin.breaks", part=part.label, force_n=force),
        reason=said("clay.thin.breaks.both") if tears else said("clay.thin.breaks.why"),
        numbers={"breaks_n": force, "thickness_mm": thin, "length_mm": length},
        fixes=fixes,
    )
