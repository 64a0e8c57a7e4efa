"""What the colours ask to be done: ground, passes in their order, seal. What waits for what else is `order`'s."""

from __future__ import annotations

import math
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

from windcrest_core.body.face import face_lines
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.colour.methods import USUAL, medium_of, mixed_in
from windcrest_core.colour.paint import masstone
from windcrest_core.colour.painting import Coat
from windcrest_core.colour.pass_words import DO, TELL, WHERE
from windcrest_core.colour.sequence import (
    GROUND,
    MATT,
    WHY,
    Planned,
    Reason,
    Waits,
    in_order,
    waits,
)
from windcrest_core.colour.sizes import EyeSizes, eye_sizes
from windcrest_core.colour.spectra import luminance
from windcrest_core.facts import Text, said
from windcrest_core.sheet.colour import Area, Pass
from windcrest_core.step_keys import PRIME, SEAL, step_key
from windcrest_core.steps import Need, Step, StepKind

SET_UP_MIN = 5.0  # to mix, to rinse, to wipe [A]
PRIME_MIN, PRIME_WAIT_MIN, SEAL_MIN, SEAL_WAIT_MIN = 15.0, 60.0, 15.0, 180.0
WASH_DRIES_MIN = 8.0  # until a wash can no longer be wiped back [A]
WASHED_CM2 = 100 * WASH_DRIES_MIN / 5.0  # of surface in that time
BY_THE_CHAIN: tuple[Reason, ...] = ("ground", "matt", "last")  # which `order` says for all of them
HEAD = "head"
NAMED = 4
IMPLIED = Pass(id="gloss", kind="gloss")


@dataclass(frozen=True)
class Painted:
    """An area with its passes as they are painted, minutes of each and until each is dry."""

    area: Area
    worn: bool
    coats: Sequence[Coat]
    minutes: Sequence[float]
    drying_min: Sequence[float]
    surface_cm2: float


class Told(NamedTuple):
    """What a step is called, of which kind it is, what is to be known of it."""

    key: str
    kind: StepKind
    label: Text
    caution: Text


@dataclass(frozen=True)
class PaintOrder:
    """Every pass in its order, with the ground and the seal of all among them."""

    rows: list[Planned]
    found: Waits
    stands_for: dict[str, list[str]] = field(default_factory=dict)

    @property
    def keys(self) -> list[str]:
        """Of every pass there is, those told with another among them."""
        return [key for row in self.rows for key in [row.key, *self.stands_for.get(row.key, [])]]

    @property
    def seal_at(self) -> int | None:
        return self.keys.index(MATT) + 1 if MATT in self.keys else None


def pass_key(area: Area, row: Pass) -> str:
    """The key of a pass: the base of an area and its gloss have those they always had."""
    if row.kind == "base" and row == next(one for one in area.passes if one.kind == "base"):
        return step_key(area.id, "coats")
    if row is IMPLIED:
        return step_key(area.id, "gloss")
    return step_key(f"{area.id}_{row.id}", "pass")


def planned_of(work: Workpiece, painted: Sequence[Painted]) -> PaintOrder:
    """The order of painting. The first seals of areas are put on together where they are of one varnish; later ones, and those
    of eyes, would wait for each other in a circle.
    """
    worn = [row for row in painted if row.worn]
    colour = work.sheet.colour
    rows: list[Planned] = []
    stands_for: dict[str, list[str]] = {}
    sealed: dict[str, int] = {}
    eyes = eye_areas(work)
    for one in worn:
        first = next((row.id for row in one.area.passes if row.kind == "seal"), None)
        for n, coat in enumerate(one.coats):
            planned = _planned(one, n, coat)
            if coat.row.id == first and not coat.late and one.area.id not in eyes:
                at = sealed.setdefault(medium_of(coat.row), len(rows))
                if at < len(rows):
                    stands_for.setdefault(rows[at].key, []).append(planned.key)
                    rows[at] = _both(rows[at], planned)
                    continue
            rows.append(planned)
        if _implies_gloss(one.area):
            rows.append(_gloss_of(one))
    primed, matt = colour.ground != "none" and bool(worn), colour.seal != "none" and bool(worn)
    found = waits(rows, primed, matt, eyes)
    ground = [_round(GROUND, worn, PRIME_MIN, PRIME_WAIT_MIN)] if primed else []
    seal = [_round(MATT, worn, SEAL_MIN, SEAL_WAIT_MIN)] if matt else []
    return PaintOrder(in_order([*ground, *rows, *seal], found), found, stands_for)


def _implies_gloss(area: Area) -> bool:
    return area.finish == "gloss" and not any(row.kind == "gloss" for row in area.passes)


def _round(key: str, worn: Sequence[Painted], minutes: float, wait_min: float) -> Planned:
    areas = tuple(one.area.id for one in worn)
    return Planned(key, areas, "seal", colours=False, minutes=minutes, wait_min=wait_min)


def _gloss_of(one: Painted) -> Planned:
    key = pass_key(one.area, IMPLIED)
    return Planned(
        key, (one.area.id,), "gloss", late=True, colours=False, minutes=8.0, wait_min=60.0
    )


def _planned(one: Painted, n: int, coat: Coat) -> Planned:
    light = luminance(masstone(coat.film.kappa)) if coat.film is not None else 0.0
    return Planned(
        key=pass_key(one.area, coat.row),
        areas=(one.area.id,),
        kind=coat.row.kind,
        where=coat.row.where,
        spot=coat.row.spot,
        late=coat.late,
        colours=USUAL[coat.row.kind].colours,
        minutes=SET_UP_MIN + one.minutes[n],
        wait_min=one.drying_min[n],
        light=light,
        mix=f"{mixed_in(medium_of(coat.row))} {coat.recipe.paints}" if coat.recipe else "",
    )


def _both(a: Planned, b: Planned) -> Planned:
    return Planned(
        a.key,
        (*a.areas, *b.areas),
        a.kind,
        late=a.late,
        colours=a.colours,
        minutes=a.minutes + b.minutes - SET_UP_MIN,
        wait_min=max(a.wait_min, b.wait_min),
    )


def eye_areas(work: Workpiece) -> dict[str, str | None]:
    """Areas that are eyes alone, each with the area of what they sit in."""
    parts = {part.id: part for part in work.sheet.parts}
    found: dict[str, str | None] = {}
    for area in work.sheet.colour.areas:
        worn = [part for part in parts.values() if part.area == area.id]
        if worn and all(part.feature in ("eye", "drawn_eye") for part in worn):
            hosts = [parts[p.lies_on].area for p in worn if p.lies_on in parts]
            found[area.id] = next((host for host in hosts if host != area.id), None)
    return found


def eyes_of(work: Workpiece) -> EyeSizes | None:
    """Sizes of what is painted on its eyes; none where it has no head."""
    if HEAD not in work.figure.bones:
        return None
    return eye_sizes(face_lines(work.sheet, work.figure.head_mm).eye_mm)


def colour_steps(work: Workpiece, order: PaintOrder, painted: Sequence[Painted]) -> list[Step]:
    """The steps in the order of painting, each with what it waits for."""
    colour = work.sheet.colour
    of_key = {pass_key(one.area, coat.row): (one, coat) for one in painted for coat in one.coats}
    glossed = {pass_key(one.area, IMPLIED): one for one in painted if _implies_gloss(one.area)}
    eyed, eyes = eye_areas(work), eyes_of(work)
    mixtures = {row.id: row.label for row in work.context.stores.mixtures}
    told = {other: key for key, others in order.stands_for.items() for other in others}
    steps = []
    for row in order.rows:
        others = order.stands_for.get(row.key, [])
        match row.key:
            case key if key == GROUND:
                sprayed = colour.primer == "sprayed"
                caution = said("colour.air_the_room_wear_a" if sprayed else "colour.thin_coats")
                told_as = Told(
                    PRIME, "ground", said("colour.prime_it_2", ground=colour.ground), caution
                )
            case key if key == MATT:
                caution = said("colour.waterborne_varnish_a_solvent_spray")
                told_as = Told(SEAL, "seal", said("colour.seal_all", seal=colour.seal), caution)
            case key if key in glossed:
                label = said("colour.gloss_on", area=glossed[key].area.label)
                told_as = Told(key, "gloss", label, "")
            case key:
                one, coat = of_key[key]
                labels = [one.area.label, *(of_key[other][0].area.label for other in others)]
                told_as = Told(
                    key,
                    "gloss" if coat.late else "coats",
                    _words(one, coat, labels, mixtures),
                    _caution(one, coat, eyes if one.area.id in eyed else None),
                )
        steps.append(
            Step(
                **told_as._asdict(),
                station="colour",
                minutes=row.minutes,
                wait_min=row.wait_min,
                needs=[] if row.key == GROUND else _needs(order, row, told),
                stands_for=others,
            )
        )
    return steps


def asked_before_seal(steps: list[Step], done: Collection[str]) -> list[Step]:
    """The steps of painting, where the seal asks, once painting has begun, for what was planned and is not ticked, lest it be
    forgotten under varnish.

    Parameters
    ----------
    done : keys of the steps that are ticked.
    """
    at = next((n for n, step in enumerate(steps) if step.key == SEAL), None)
    if at is None:
        return steps
    left: list[Text] = [step.label for step in steps[:at] if step.key not in done]
    if not left or len(left) == at:
        return steps
    more = said("order.and_more", after=len(left) - NAMED) if len(left) > NAMED else ""
    caution = said("colour.not_ticked", steps=left[:NAMED], more=more)
    return [*steps[:at], steps[at].model_copy(update={"caution": caution}), *steps[at + 1 :]]


def _needs(order: PaintOrder, row: Planned, told: dict[str, str]) -> list[Need]:
    names = {GROUND: PRIME, MATT: SEAL}
    return [
        Need(key=names.get(before, told.get(before, before)), reason=WHY[reason])
        for before, reason in order.found.of.get(row.key, {}).items()
        if reason not in BY_THE_CHAIN
    ]


def _words(one: Painted, coat: Coat, labels: list[str], mixtures: Mapping[str, str]) -> Text:
    row = coat.row
    mixture = mixtures.get(row.mixture or "")
    if row.kind == "base" and mixture is None:
        return said("colour.paint_coat", area=one.area.label, coats=coat.coats)
    spot = next((spot.label for spot in one.area.spots if spot.id == row.spot), None)
    of: Text = (
        said("colour.spot_of", spot=spot, area=one.area.label)
        if spot
        else said("colour.areas_named", areas=[*labels])
    )
    return said(
        "colour.pass_on",
        kind=DO[row.kind],
        of=of,
        where=WHERE[row.where],
        name=said("colour.named", name=row.name) if row.name else "",
        coats=said("colour.coats_times", coats=coat.coats) if coat.coats > 1 else "",
        mixture=said("colour.of_mixture", mixture=mixture) if mixture else "",
    )


def _caution(one: Painted, coat: Coat, eyes: EyeSizes | None) -> Text:
    """What is to be known before it looks ruined."""
    first = next((row for row in one.area.passes if row.kind == "dots"), None)
    if eyes is not None and first is not None and coat.row.id == first.id:
        return said(
            "colour.tell.eyes",
            iris_mm=eyes.iris_mm,
            pupil_mm=eyes.pupil_mm,
            glint_mm=eyes.glint_mm,
            off_mm=eyes.glint_off_mm,
        )
    if coat.row.kind == "wash" and one.surface_cm2 > WASHED_CM2:
        return said("colour.wash_in_turns", turns=math.ceil(one.surface_cm2 / WASHED_CM2))
    if coat.row.where == "end":
        return said("colour.tell.ends")
    if coat.row.kind in TELL:
        return TELL[coat.row.kind]
    if medium_of(coat.row) == "solvent_spray":
        return said("colour.air_the_room_wear_a")
    return ""
