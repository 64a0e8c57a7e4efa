"""What the clay asks to be done: what lies on what, what must be hard first, what must not be smeared."""

from __future__ import annotations

import math

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue, is_putty
from windcrest_core.clay.putty import FORM_CM3_PER_MIN
from windcrest_core.facts import Text, said
from windcrest_core.precedence import reachable, waiting_for
from windcrest_core.sheet.parts import Texture
from windcrest_core.step_keys import JOIN, step_key
from windcrest_core.steps import Need, Step

SURFACE_WORK: dict[Texture, float] = {
    "smooth": 1.0,
    "skin": 1.15,
    "cloth": 1.2,
    "bark": 1.3,
    "stone": 1.2,
    "scales": 1.8,
    "hair": 1.6,
    "fur": 1.8,
    "feathers": 1.8,
}  # of the minutes a smooth surface takes [A]

SMALLER = 0.4  # how minutes fall with volume below 1 cm³ [A]
PRACTICE, LEAST_SHARE = 0.85, 0.4  # of the minutes at each doubling; of the first's [A]


def clay_steps(work: Workpiece) -> list[Step]:
    """Covering and forming; what lies on what, what must be hard first, what must not be smeared."""
    save = work.context.rules.bake_school != "one_bake"
    short = work.context.rules.bake_school == "short_sets"
    cored = {key for key, share in work.shares.items() if share.core_mm3 > 50}
    body = [
        Need(
            key=_first_key(p.part.id),
            reason=said("clay.body_cured_before_what_handling"),
            cured=save,
            kind="smear",
        )
        for p in work.clay_pieces
        if not (p.part.delicate or p.part.made_apart or p.part.press_in)
        and p.part.layer == 0
        and p.part.lies_on is None
    ]
    alike = _nth_alike(work)
    steps = [
        step
        for piece in work.figure.pieces
        for step in _part_steps(
            work, piece, piece.part.id in cored, body, short, alike[piece.part.id]
        )
    ]
    return _labels_apart(work, _beds(work, steps))


def _beds(work: Workpiece, steps: list[Step]) -> list[Step]:
    """What is pressed in is hard by then, and what it is pressed into is still raw, with the body on that
    bone that is blended into it."""
    hard: dict[str, list[Need]] = {}
    for piece in work.clay_pieces:
        host = work.joined_to(piece) if piece.part.press_in else None
        if host is None or host.part.stock is not None or piece.part.assembled:
            continue
        need = Need(
            key=_first_key(piece.part.id),
            reason=said("clay.hard_before_it_is_pressed"),
            cured=True,
            kind="bed",
        )
        for part in (host.part, *(p.part for p in work.on_bone.get(host.part.bone, []))):
            blended = part is host.part or (
                part.layer == 0
                and part.stock is None
                and part.lies_on is None
                and not (part.delicate or part.assembled or part.press_in)
            )
            rows = hard.setdefault(_first_key(part.id), [])
            if blended and need not in rows:
                rows.append(need)
    return [
        step.model_copy(update={"needs": [*step.needs, *hard[step.key]]})
        if step.key in hard
        else step
        for step in steps
    ]


def _labels_apart(work: Workpiece, steps: list[Step]) -> list[Step]:
    """Clay that cannot take the bake of another goes on when that one is cured; where the other
    waits for it in turn they have to share a bake, and the bake says so."""
    clay_of = {_first_key(piece.part.id): work.clay(piece.part.clay) for piece in work.clay_pieces}
    hottest = max((clay.label_c.value for clay in clay_of.values()), default=0.0)
    if all(clay.maximum_c.value >= hottest for clay in clay_of.values()):
        return steps
    after = waiting_for(steps)
    found = []
    for step in steps:
        cool = clay_of.get(step.key)
        needs = []
        if cool is not None:
            later = reachable(after, [step.key])
            needs = [
                Need(
                    key=key,
                    reason=said(
                        "clay.takes_the_hotter_clay_is",
                        cool=cool.label,
                        maximum_c=cool.maximum_c.value,
                    ),
                    cured=True,
                    kind="label",
                )
                for key, hot in clay_of.items()
                if hot.label_c.value > cool.maximum_c.value and key not in later
            ]
        found.append(step.model_copy(update={"needs": [*step.needs, *needs]}) if needs else step)
    return found


def minutes_of(first_min: float, volume_mm3: float, nth: int) -> float:
    """Minutes of the nth of so many alike, the first from 1: small things take less, and by the tenth the
    hand knows them.

    Source: Wright's rule, each doubling 85 % of the minutes, 40 % at the least; figures assumed.
    """
    small = min(1.0, (volume_mm3 / 1000) ** SMALLER)
    return float(first_min * small * max(LEAST_SHARE, nth ** math.log2(PRACTICE)))


def _nth_alike(work: Workpiece) -> dict[str, int]:
    """Which of those alike each part is: of one material, texture and size, however they are turned."""
    seen: dict[object, int] = {}
    found = {}
    for piece in work.figure.pieces:
        part = piece.part
        like = (
            part.clay,
            part.stock,
            part.texture,
            part.delicate,
            part.press_in,
            part.made_apart,
            part.shape.kind,
            f"{piece.solid.volume_mm3:.2e}",
        )
        found[part.id] = seen[like] = seen.get(like, 0) + 1
    return found


def _bought_steps(work: Workpiece, piece: Piece, body: list[Need]) -> list[Step]:
    """A bought or carved piece: pressed into clay, fixed in its place before the clay round it, or got now
    and put on when all is painted."""
    part = piece.part
    material = catalogue().stock_materials[part.stock or ""].label
    if part.lies_on is not None and not part.made_apart:
        under = Need(
            key=_first_key(part.lies_on),
            reason=said("clay.under_before_over_it_lies"),
            kind="under",
        )
        return [
            Step(
                key=_first_key(part.id),
                kind="press",
                station="clay",
                part=part.id,
                minutes=3,
                needs=[under],
                into_oven=True,
                label=said("clay.press_in_the", part=part.label),
            )
        ]
    get = Step(
        key=step_key(part.id, "get"),
        kind="get",
        station="finish" if part.made_apart else "clay",
        part=part.id,
        minutes=5 + 5 * min(1.0, piece.solid.volume_mm3 / 1000),
        label=said("clay.get_the_of_cut_and", part=part.label, material=material),
        caution=said("clay.saw_and_sand_away_from"),
    )
    got = Need(key=get.key, reason=said("clay.got_and_cut_before_it"))
    if part.made_apart:
        host = work.joined_to(piece)
        cured = (
            [Need(key=_first_key(host.part.id), reason=said("clay.put_on_cured_clay"), cured=True)]
            if host is not None and host.part.stock is None
            else []
        )
        put = Step(
            key=step_key(part.id, "join"),
            kind="assemble",
            station="finish",
            part=part.id,
            minutes=10,
            needs=[got, *cured],
            after_bakes=True,
            label=said("clay.put_on_the", part=part.label),
        )
        if part.lies_on is None:
            return [get, put]
        under = Need(
            key=_first_key(part.lies_on), reason=said("clay.clay_before_the_place_in"), kind="under"
        )
        place = Step(
            key=step_key(part.id, "place"),
            kind="press",
            station="clay",
            part=part.id,
            minutes=3,
            needs=[got, under],
            into_oven=True,
            label=said("clay.press_the_place_for_the", part=part.label),
        )
        return [get, place, put]
    held = any(p.part.delicate for p in work.on_bone.get(part.bone, []) if p.part.stock is None)
    wire = Need(key=JOIN, reason=said("clay.wire_before_what_it_holds"), kind="wire")
    fix = Step(
        key=_first_key(part.id),
        kind="press",
        station="clay",
        part=part.id,
        minutes=8,
        needs=[got, wire, *(body if held else [])],
        into_oven=True,
        label=said("clay.fix_the_in_its_place", part=part.label),
    )
    return [get, fix]


def _closes_round(work: Workpiece, piece: Piece) -> list[Need]:
    """What a part on the same bone is formed round."""
    return [
        Need(
            key=_first_key(other.part.id),
            reason=said("clay.it_closes_round_the", part=other.part.label),
            kind="under",
        )
        for other in work.on_bone.get(piece.part.bone, [])
        if other.part.stock is not None
        and not is_putty(other.part.stock)
        and other.part.lies_on is None
        and not other.part.made_apart
        and piece.part.delicate
    ]


def _part_steps(
    work: Workpiece, piece: Piece, cored: bool, body: list[Need], short: bool, nth: int
) -> list[Step]:
    part = piece.part
    if is_putty(part.stock):
        return [_putty_step(piece)]
    if part.stock is not None:
        return _bought_steps(work, piece, body)
    needs = []
    if cored:
        needs.append(
            Need(
                key=step_key(part.id, "core"),
                reason=said("clay.support_before_load_foil_before"),
                kind="foil",
            )
        )
    elif not (part.made_apart or part.lies_on):
        needs.append(
            Need(key=JOIN, reason=said("clay.support_before_load_wire_before"), kind="wire")
        )
    if part.lies_on is not None and not part.made_apart:
        needs.append(
            Need(
                key=_first_key(part.lies_on),
                reason=said("clay.under_before_over_it_lies"),
                cured=short and not part.press_in,
                kind="under",
            )
        )
    if part.delicate and not (part.made_apart or part.press_in):
        needs += body
    if not part.made_apart:
        needs += _closes_round(work, piece)
    volume = piece.solid.volume_mm3
    size = max(1.0, volume / 1000)
    first = (6 + 2.5 * size**0.6 + (12 if part.delicate else 0)) * SURFACE_WORK[part.texture]
    minutes = minutes_of(first, volume, nth)
    surface = "" if part.texture == "smooth" else said("clay.surface", texture=part.texture)
    if not (part.assembled or part.press_in):
        return [
            Step(
                key=_first_key(part.id),
                kind="form",
                station="clay",
                part=part.id,
                minutes=minutes,
                needs=needs,
                into_oven=True,
                label=said("clay.cover_and_form_the", part=part.label, surface=surface)
                if cored or part.lies_on is None
                else said("clay.form_the", part=part.label, surface=surface),
            )
        ]
    if part.rests:
        return _resting(piece, needs, minutes, surface)
    core = step_key(part.id, "core")
    own = [need for need in needs if need.key == core]
    rest = [need for need in needs if need.key != core]
    hard = Need(
        key=_first_key(part.id),
        reason=said("clay.hard_before_it_is_pressed")
        if part.press_in
        else said("clay.made_apart_before_assembly"),
        cured=True,
        kind="hard" if part.press_in else "apart",
    )
    form = Step(
        key=_first_key(part.id),
        kind="form",
        station="clay",
        part=part.id,
        minutes=minutes,
        needs=own,
        into_oven=True,
        label=said("clay.form_the_apart", part=part.label, surface=surface),
    )
    if part.press_in and part.lies_on is None and (host := work.joined_to(piece)) is not None:
        bed = Need(
            key=_first_key(host.part.id), reason=said("clay.a_raw_bed_to_press"), kind="under"
        )
        rest = [*rest, bed]
    join = Step(
        key=step_key(part.id, "join"),
        kind="press" if part.press_in else "assemble",
        station="clay" if part.press_in else "finish",
        part=part.id,
        minutes=minutes_of(10, volume, nth),
        needs=[hard, *rest],
        into_oven=part.press_in,
        after_bakes=not part.press_in,
        label=said(
            "clay.the", press_in="Press in" if part.press_in else "Assemble", part=part.label
        ),
    )
    return [form, join]


def _resting(piece: Piece, needs: list[Need], minutes: float, surface: Text) -> list[Step]:
    """Formed and baked in its place, but parted from it, to be painted and put on at the end."""
    part = piece.part
    parts_again = Need(
        key=_first_key(part.id),
        reason=said("clay.made_apart_before_assembly"),
        cured=True,
        kind="apart",
    )
    return [
        Step(
            key=_first_key(part.id),
            kind="form",
            station="clay",
            part=part.id,
            minutes=minutes + 3,
            needs=needs,
            into_oven=True,
            label=said("clay.form_the_in_its_place", part=part.label, surface=surface),
        ),
        Step(
            key=step_key(part.id, "join"),
            kind="assemble",
            station="finish",
            part=part.id,
            minutes=10,
            needs=[parts_again],
            after_bakes=True,
            label=said("clay.assemble_the", part=part.label),
        ),
    ]


def _putty_step(piece: Piece) -> Step:
    """Putty goes on when all is baked: most of it cannot take the oven."""
    part = piece.part
    material = catalogue().stock_materials[part.stock or ""]
    assert material.putty is not None
    minutes = 10 + piece.solid.volume_mm3 / 1000 / FORM_CM3_PER_MIN
    return Step(
        key=step_key(part.id, "putty"),
        kind="putty",
        station="finish",
        part=part.id,
        minutes=minutes,
        wait_min=material.putty.cure_h.value * 60,
        after_bakes=True,
        needs=[
            Need(
                key=_first_key(part.lies_on),
                reason=said("clay.on_cured_clay_roughened"),
                cured=True,
            )
        ]
        if part.lies_on is not None
        else [],
        label=said(
            "clay.mix_and_form_the_within",
            material=material.label,
            part=part.label,
            work_min=material.putty.work_min.value,
        ),
        caution=said("clay.gloves_and_air_it_makes"),
    )


def _first_key(part_id: str) -> str:
    return step_key(part_id, "cover")
