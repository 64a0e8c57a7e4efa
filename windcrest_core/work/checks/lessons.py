"""What weighing a part teaches of foil and clay: as good as a ball of the same volume."""

from __future__ import annotations

from windcrest_core.body.figure import Piece
from windcrest_core.body.masses import ballast_mm3
from windcrest_core.body.portions import ball_mm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Property
from windcrest_core.densities import refuse_impossible_weighings, typical_of, weighed
from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen
from windcrest_core.given.progress import Built
from windcrest_core.given.stores import Owned, Weighing

LEAST_BALL_MM = 12.0  # less says nothing: half a millimetre is an eighth of it [A]


class Lesson(Frozen):
    """A weighed part as a weighing for Stores, with the density counted with before and after it; `after` none where
    nothing weighs that, so that what was measured is asked about. `counted` is what Stores have already."""

    part: str
    weighing: Weighing
    before: Property
    after: Property | None
    counted: bool


def lessons(work: Workpiece) -> list[Lesson]:
    """What the weights that were kept teach: a core of foil its packing, a solid part its clay."""
    pieces = {piece.part.id: piece for piece in work.clay_pieces}
    found = []
    for row in work.progress.built:
        piece = pieces.get(row.part)
        weighing = None if piece is None else _weighing(work, piece, row)
        if weighing is not None:
            found.append(_lesson(work.context.stores, row.part, weighing))
    return found


def _weighing(work: Workpiece, piece: Piece, row: Built) -> Weighing | None:
    share, part = work.shares[piece.part.id], piece.part
    if row.kind == "core_g" and part.core in ("foil", "foil_tape"):
        of, key = "foil", str(work.context.rules.foil_packing)
        volume = share.core_mm3 - ballast_mm3(part, share.core_mm3)
    elif row.kind == "mass_g" and share.core_mm3 == 0 and not work.wired(piece):
        of, key, volume = "clay", part.clay, share.skin_mm3
    else:
        return None
    across = ball_mm(volume)
    if across < LEAST_BALL_MM:
        return None
    name = f"{part.label}, {work.sheet.name}"[:200]
    return Weighing.model_validate(
        {"of": of, "id": key, "mass_g": row.value, "across_mm": round(across, 2), "name": name}
    )


def _lesson(stores: Owned, part: str, weighing: Weighing) -> Lesson:
    others = [row for row in stores.weighings if row != weighing]
    without = stores.model_copy(update={"weighings": others})
    with_it = stores.model_copy(update={"weighings": [*others, weighing]})
    try:
        refuse_impossible_weighings(stores.model_copy(update={"weighings": [weighing]}))
        after = weighed(with_it, weighing.of, weighing.id)
    except SheetError:
        after = None
    return Lesson(
        part=part,
        weighing=weighing,
        before=weighed(without, weighing.of, weighing.id) or typical_of(weighing),
        after=after,
        counted=len(others) < len(stores.weighings),
    )
