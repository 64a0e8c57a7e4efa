"""Cores as steps."""

from __future__ import annotations

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.model import PartBulk
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Text, said
from windcrest_core.practice import practised
from windcrest_core.step_keys import JOIN, step_key
from windcrest_core.steps import Need, Step

SQUEEZING_MIN = 0.9  # of a core of 1 cm³; large ones take less for their size [A]
BALL_CM2 = 4.84  # of surface, of a ball of 1 cm³: 6^⅔ π^⅓
CAGE_MIN, CAGE_MIN_PER_CM2 = 15.0, 0.08  # to cut, bend and bind a cage, and to wrap its surface [A]


def bulk_steps(work: Workpiece, parts: list[PartBulk]) -> list[Step]:
    """A core a part; and one step for those of the trunk, which hang together and are rolled as one."""
    cored = [part for part in parts if part.core_cm3 > 0.05]
    trunk = [part for part in cored if _rolled_as_one(work, part)]
    nth: dict[tuple[str, str], int] = {}
    steps = [_core_step(work, trunk, 1)] if len(trunk) > 1 else []
    for part in cored:
        like = (part.kind, f"{part.core_cm3:.2e}")
        nth[like] = nth.get(like, 0) + 1
        steps.append(_core_step(work, [part], nth[like]))
    return steps


def _rolled_as_one(work: Workpiece, part: PartBulk) -> bool:
    of = work.sheet.part(part.id)
    plain = part.ballast is None and catalogue().cores[of.core].foil and of.opening is None
    return of.girth == "trunk" and of.of_the_body and plain


def _core_step(work: Workpiece, parts: list[PartBulk], nth: int) -> Step:
    first = parts[0]
    core_cm3 = sum(part.core_cm3 for part in parts)
    apart = work.sheet.part(first.id).apart
    return Step(
        key=step_key(first.id, "core"),
        kind="core",
        station="bulk",
        label=_core_words(work, first)
        if len(parts) == 1
        else said(
            "bulk.foil_core_rolled_as_one",
            parts=[part.label for part in parts],
            foil_mm=sum(part.foil_m for part in parts) * 1000,
        ),
        part=first.id,
        stands_for=[step_key(part.id, "core") for part in parts[1:]],
        caution=said("bulk.net_scratches")
        if catalogue().cores[work.sheet.part(first.id).core].caged
        else "",
        minutes=_core_min(work, first, core_cm3) * practised(nth),
        needs=[]
        if apart
        else [Need(key=JOIN, reason=said("bulk.wire_before_foil_the_foil"), kind="wire")],
    )


def _core_min(work: Workpiece, part: PartBulk, core_cm3: float) -> float:
    """Foil is squeezed layer by layer; a cage is cut, bent and wrapped round its surface."""
    if catalogue().cores[work.sheet.part(part.id).core].caged:
        return CAGE_MIN + CAGE_MIN_PER_CM2 * BALL_CM2 * float(core_cm3 ** (2 / 3))
    return squeezing_min(core_cm3)


def squeezing_min(core_cm3: float) -> float:
    """Minutes to squeeze a core of foil, layer by layer [A]."""
    return 3 + SQUEEZING_MIN * float(core_cm3**0.6)


def _core_words(work: Workpiece, part: PartBulk) -> Text:
    kind = catalogue().cores[work.sheet.part(part.id).core]
    if kind.caged:
        return said("bulk.cage_of_the", part=part.label, core_g=part.core_g)
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
