"""What the clay asks to be done: what lies on what, what must be hard first, what must not be smeared."""

from __future__ import annotations

import networkx as nx

from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue, is_putty
from windcrest_core.clay.putty import FORM_CM3_PER_MIN
from windcrest_core.sheet.model import Texture
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
    steps = [
        step
        for piece in work.figure.pieces
        for step in _part_steps(piece, piece.part.id in cored, body, short)
    ]
    return _labels_apart(work, steps)


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


def _part_steps(piece: Piece, cored: bool, body: list[Need], short: bool) -> list[Step]:
    part = piece.part
    if is_putty(part.stock):
        return [_putty_step(piece)]
    stock = part.stock is not None
    if stock and part.lies_on is None:
        return []
    needs = []
    if cored:
        needs.append(
            Need(
                key=f"{part.id}.core.1", reason="support before load: foil before clay", kind="foil"
            )
        )
    elif not (part.made_apart or part.lies_on or stock):
        needs.append(
            Need(key="frame.join.1", reason="support before load: wire before clay", kind="wire")
        )
    if part.lies_on is not None and not part.made_apart:
        needs.append(
            Need(
                key=_first_key(part.lies_on),
                reason="under before over: it lies on this",
                cured=short and not stock,
                kind="under",
            )
        )
    if part.delicate and not part.made_apart and not stock:
        needs += body
    size = max(1.0, piece.solid.volume_mm3 / 1000)
    minutes = (6 + 2.5 * size**0.6 + (12 if part.delicate else 0)) * SURFACE_WORK[part.texture]
    surface = "" if part.texture == "smooth" else f", surface: {part.texture}"
    if stock:
        return [
            Step(key=f"{part.id}.cover.1", station="clay", part=part.id, minutes=3, needs=needs,
                 into_oven=True, label=f"Press in the {part.label}")
        ]  # fmt: skip
    if not (part.assembled or part.press_in):
        return [
            Step(key=f"{part.id}.cover.1", station="clay", part=part.id, minutes=minutes,
                 needs=needs, into_oven=True, label=f"Cover and form the {part.label}{surface}")
        ]  # fmt: skip
    if part.rests:
        return _resting(piece, needs, minutes, surface)
    own = [need for need in needs if need.key.endswith(".core.1")]
    rest = [need for need in needs if not need.key.endswith(".core.1")]
    hard = Need(
        key=f"{part.id}.cover.1",
        reason="hard before it is pressed in" if part.press_in else "made apart before assembly",
        cured=True,
        kind="hard" if part.press_in else "apart",
    )
    return [
        Step(key=f"{part.id}.cover.1", station="clay", part=part.id, minutes=minutes, needs=own,
             into_oven=True, label=f"Form the {part.label} apart{surface}"),
        Step(key=f"{part.id}.join.1", station="clay" if part.press_in else "finish", part=part.id, minutes=10,
             needs=[hard, *rest], into_oven=part.press_in, after_bakes=not part.press_in,
             label=f"{'Press in' if part.press_in else 'Assemble'} the {part.label}"),
    ]  # fmt: skip


def _resting(piece: Piece, needs: list[Need], minutes: float, surface: str) -> list[Step]:
    """Formed and baked in its place, but parted from it, to be painted and put on at the end."""
    part = piece.part
    parts_again = Need(
        key=_first_key(part.id), reason="made apart before assembly", cured=True, kind="apart"
    )
    return [
        Step(key=_first_key(part.id), station="clay", part=part.id, minutes=minutes + 3, needs=needs,
             into_oven=True, label=f"Form the {part.label} in its place over a parting of thin foil or "
             f"starch: it is not joined{surface}"),
        Step(key=f"{part.id}.join.1", station="finish", part=part.id, minutes=10, needs=[parts_again],
             after_bakes=True, label=f"Assemble the {part.label}"),
    ]  # fmt: skip


def _putty_step(piece: Piece) -> Step:
    """Putty goes on when all is baked: most of it cannot take the oven."""
    part = piece.part
    material = catalogue().stock_materials[part.stock or ""]
    assert material.putty is not None
    minutes = 10 + piece.solid.volume_mm3 / 1000 / FORM_CM3_PER_MIN
    return Step(
        key=f"{part.id}.putty.1",
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
    return f"{part_id}.cover.1"
