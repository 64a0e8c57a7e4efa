"""What the clay asks to be done: what lies on what, what must be hard first, what must not be smeared."""

from __future__ import annotations

import math

import networkx as nx

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue, is_putty
from windcrest_core.clay.putty import FORM_CM3_PER_MIN
from windcrest_core.sheet.model import Texture
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
            reason="body cured before what handling would smear",
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
            reason="hard before it is pressed in",
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
    graph: nx.DiGraph[str] = nx.DiGraph()
    graph.add_nodes_from(step.key for step in steps)
    graph.add_edges_from((need.key, step.key) for step in steps for need in step.needs)
    found = []
    for step in steps:
        cool = clay_of.get(step.key)
        needs = []
        if cool is not None:
            later = nx.descendants(graph, step.key)
            needs = [
                Need(
                    key=key,
                    reason=f"{cool.label} takes {cool.maximum_c.value:.0f} °C: the hotter clay is "
                    "baked before it goes on",
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
        like = (part.clay, part.stock, part.texture, part.delicate, part.press_in, part.made_apart,
                part.shape.kind, f"{piece.solid.volume_mm3:.2e}")  # fmt: skip
        found[part.id] = seen[like] = seen.get(like, 0) + 1
    return found


def _bought_steps(work: Workpiece, piece: Piece, body: list[Need]) -> list[Step]:
    """A bought or carved piece: pressed into clay, fixed in its place before the clay round it, or got now
    and put on when all is painted."""
    part = piece.part
    material = catalogue().stock_materials[part.stock or ""].label
    if part.lies_on is not None and not part.made_apart:
        under = Need(
            key=_first_key(part.lies_on), reason="under before over: it lies on this", kind="under"
        )
        return [
            Step(key=_first_key(part.id), kind="press", station="clay", part=part.id, minutes=3,
                 needs=[under], into_oven=True, label=f"Press in the {part.label}")
        ]  # fmt: skip
    get = Step(
        key=step_key(part.id, "get"),
        kind="get",
        station="finish" if part.made_apart else "clay",
        part=part.id,
        minutes=5 + 5 * min(1.0, piece.solid.volume_mm3 / 1000),
        label=f"Get the {part.label} of {material}, cut and clean it, try it for size",
        caution="Saw and sand away from the hand; eye protection, a mask for the dust.",
    )
    got = Need(key=get.key, reason="got and cut before it is put in")
    if part.made_apart:
        host = work.joined_to(piece)
        cured = (
            [Need(key=_first_key(host.part.id), reason="put on cured clay", cured=True)]
            if host is not None and host.part.stock is None
            else []
        )
        put = Step(
            key=step_key(part.id, "join"), kind="assemble", station="finish", part=part.id, minutes=10,
            needs=[got, *cured], after_bakes=True, label=f"Put on the {part.label}",
        )  # fmt: skip
        if part.lies_on is None:
            return [get, put]
        under = Need(
            key=_first_key(part.lies_on), reason="clay before the place in it", kind="under"
        )
        place = Step(
            key=step_key(part.id, "place"), kind="press", station="clay", part=part.id, minutes=3,
            needs=[got, under], into_oven=True,
            label=f"Press the place for the {part.label}, and take it out again before the bake",
        )  # fmt: skip
        return [get, place, put]
    held = any(p.part.delicate for p in work.on_bone.get(part.bone, []) if p.part.stock is None)
    wire = Need(key=JOIN, reason="wire before what it holds", kind="wire")
    fix = Step(
        key=_first_key(part.id), kind="press", station="clay", part=part.id, minutes=8,
        needs=[got, wire, *(body if held else [])], into_oven=True,
        label=f"Fix the {part.label} in its place: the clay closes round it",
    )  # fmt: skip
    return [get, fix]


def _closes_round(work: Workpiece, piece: Piece) -> list[Need]:
    """What a part on the same bone is formed round."""
    return [
        Need(
            key=_first_key(other.part.id),
            reason=f"it closes round the {other.part.label}",
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
                reason="support before load: foil before clay",
                kind="foil",
            )
        )
    elif not (part.made_apart or part.lies_on):
        needs.append(Need(key=JOIN, reason="support before load: wire before clay", kind="wire"))
    if part.lies_on is not None and not part.made_apart:
        needs.append(
            Need(
                key=_first_key(part.lies_on),
                reason="under before over: it lies on this",
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
    surface = "" if part.texture == "smooth" else f", surface: {part.texture}"
    if not (part.assembled or part.press_in):
        return [
            Step(key=_first_key(part.id), kind="form", station="clay", part=part.id, minutes=minutes,
                 needs=needs, into_oven=True, label=f"Cover and form the {part.label}{surface}"
                 if cored or part.lies_on is None else f"Form the {part.label}{surface}")
        ]  # fmt: skip
    if part.rests:
        return _resting(piece, needs, minutes, surface)
    core = step_key(part.id, "core")
    own = [need for need in needs if need.key == core]
    rest = [need for need in needs if need.key != core]
    hard = Need(
        key=_first_key(part.id),
        reason="hard before it is pressed in" if part.press_in else "made apart before assembly",
        cured=True,
        kind="hard" if part.press_in else "apart",
    )
    form = Step(
        key=_first_key(part.id), kind="form", station="clay", part=part.id, minutes=minutes,
        needs=own, into_oven=True, label=f"Form the {part.label} apart{surface}",
    )  # fmt: skip
    if part.press_in and part.lies_on is None and (host := work.joined_to(piece)) is not None:
        bed = Need(key=_first_key(host.part.id), reason="a raw bed to press it into", kind="under")
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
        label=f"{'Press in' if part.press_in else 'Assemble'} the {part.label}",
    )
    return [form, join]


def _resting(piece: Piece, needs: list[Need], minutes: float, surface: str) -> list[Step]:
    """Formed and baked in its place, but parted from it, to be painted and put on at the end."""
    part = piece.part
    parts_again = Need(
        key=_first_key(part.id), reason="made apart before assembly", cured=True, kind="apart"
    )
    return [
        Step(key=_first_key(part.id), kind="form", station="clay", part=part.id, minutes=minutes + 3,
             needs=needs, into_oven=True, label=f"Form the {part.label} in its place over a parting of "
             f"thin foil or starch: it is not joined{surface}"),
        Step(key=step_key(part.id, "join"), kind="assemble", station="finish", part=part.id, minutes=10,
             needs=[parts_again], after_bakes=True, label=f"Assemble the {part.label}"),
    ]  # fmt: skip


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
        needs=[Need(key=_first_key(part.lies_on), reason="on cured clay, roughened", cured=True)]
        if part.lies_on is not None
        else [],
        label=f"Mix {material.label} and form the {part.label} within "
        f"{material.putty.work_min.value:.0f} min",
        caution="Gloves and air; it makes skin sensitive. Wet fingers, not more product.",
    )


def _first_key(part_id: str) -> str:
    return step_key(part_id, "cover")
