"""Cores as steps."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.model import PartBulk
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Text, said
from windcrest_core.step_keys import JOIN, step_key
from windcrest_core.steps import Need, Step

SQUEEZING_MIN = 0.9  # of a core of 1 cm³; large ones take less for their size [A]


def bulk_steps(work: Workpiece, parts: list[PartBulk]) -> list[Step]:
    apart = {piece.part.id for piece in work.figure.pieces if piece.part.apart}
    return [
        Step(
            key=step_key(part.id, "core"),
            kind="core",
            station="bulk",
            label=_core_words(work, part),
            part=part.id,
            minutes=3 + SQUEEZING_MIN * part.core_cm3**0.6,
            needs=[]
            if part.id in apart
            else [
                Need(
                    key=JOIN,
                    reason=said("bulk.wire_before_foil_the_foil"),
                    kind="wire",
                )
            ],
        )
        for part in parts
        if part.core_cm3 > 0.05
    ]


def _core_words(work: Workpiece, part: PartBulk) -> Text:
    kind = catalogue().cores[work.sheet.part(part.id).core]
    if not kind.foil:
        dry = said("bulk.bone_dry_before_it_is") if kind.dries else ""
        return said(
            "bulk.core_of_the", part=part.label, kind=kind.label, core_g=part.core_g, dry=dry
        )
    steel = said("bulk.of_steel_in_it", mass_g=part.ballast.mass_g) if part.ballast else ""
    tape = (
        said("bulk.then_of_tape", tape_mm=part.piece.tape_mm) if part.piece and kind.taped else ""
    )
    return said(
        "bulk.foil_core_of_the_of",
        part=part.label,
        foil_mm=part.foil_m * 1000,
        steel=steel,
        tape=tape,
    )
