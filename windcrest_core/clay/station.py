"""Station 4: how much of which clay, and the ball to start each piece from."""

from __future__ import annotations

import math
from functools import lru_cache

from windcrest_core.body.figure import Piece
from windcrest_core.body.portions import ball_mm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Clay, catalogue
from windcrest_core.clay.strength import clay_tip_force_n
from windcrest_core.findings import Finding, Fix, Frozen, Input, Quantity, Why, fix
from windcrest_core.steps import Need, Step, Undated

FRAGILE_N = 1.5


class PartClay(Frozen):
    """Raw clay of one part; `equal_to` names the other of a pair."""

    id: str
    label: str
    clay: str
    grams: float
    ball_mm: float
    equal_to: str | None
    why: Why


class Pack(Frozen):
    grams: float
    count: int


class ClayTotal(Frozen):
    clay: str
    label: str
    colour: str
    owned: bool
    net_g: float
    with_waste: Quantity
    packs: list[Pack]
    cost: float


class ClayPlan(Frozen):
    parts: list[PartClay]
    totals: list[ClayTotal]
    clay_g: Quantity
    packs: int
    cost: float
    findings: list[Finding]
    steps: Undated


def packs_for(grams: float, sizes: list[float]) -> list[Pack]:
    """Packs that cover `grams` with the least left over, fewest packs second.

    Examples
    --------
    >>> [(p.grams, p.count) for p in packs_for(500, [57, 454])]
    [(454.0, 1), (57.0, 1)]
    """
    if grams <= 0:
        return []
    small, *_, large = sorted(sizes) if len(sizes) > 1 else (sizes[0], sizes[0])
    best: tuple[float, int, int, int] | None = None
    for many in range(math.ceil(grams / large) + 1):
        few = max(0, math.ceil((grams - many * large) / small)) if small != large else 0
        if many * large + few * small < grams:
            continue
        choice = (many * large + few * small, many + few, many, few)
        best = choice if best is None else min(best, choice)
    assert best is not None
    return [
        Pack(grams=size, count=count)
        for size, count in ((large, best[2]), (small, best[3]))
        if count
    ]


@lru_cache(maxsize=400)
def _why(skin_mm3: float, wire_mm3: float, density: float, source: str) -> Why:
    """Kept, since most parts stay as they are while one is moved."""
    return Why(
        formula="(the part outside others − core − wire) × density; ball = (6 × volume ÷ π)^⅓",
        inputs=[
            Input(name="outside others, core off", value=skin_mm3 / 1000, unit="cm³"),
            Input(name="wire in it", value=wire_mm3 / 1000, unit="cm³"),
            Input(name="clay", value=max(0.0, skin_mm3 - wire_mm3) / 1000, unit="cm³"),
            Input(name="density", value=density, unit="g/cm³"),
        ],
        source=f"volume by a grid of signed distance; density {source}",
    )


def clay_plan(work: Workpiece, wire_mm3: dict[str, float]) -> ClayPlan:
    """Clay of every part and of the whole figure.

    Parameters
    ----------
    wire_mm3 : volume of wire inside each part; it takes clay's place where there is no core.
    """
    shelf, rules = catalogue(), work.context.rules
    parts = []
    for piece in work.clay_pieces:
        part, share = piece.part, work.shares[piece.part.id]
        wire = wire_mm3.get(part.id, 0.0) if share.core_mm3 <= 0 else 0.0
        volume = max(0.0, share.skin_mm3 - wire)
        density = shelf.clays[part.clay].density_g_cm3
        parts.append(
            PartClay(
                id=part.id,
                label=part.label,
                clay=part.clay,
                grams=volume * 1e-3 * density.value,
                ball_mm=ball_mm(volume),
                equal_to=part.mirror_of,
                why=_why(share.skin_mm3, wire, density.value, density.source),
            )
        )
    totals = [
        _total(work, shelf.clays[key], [part for part in parts if part.clay == key])
        for key in dict.fromkeys(part.clay for part in parts)
    ]
    waste = 1 + rules.waste_percent / 100
    net = sum(part.grams for part in parts)
    return ClayPlan(
        parts=parts,
        totals=totals,
        clay_g=Quantity(
            value=net * waste,
            unit="g",
            low=sum(total.with_waste.low or 0 for total in totals),
            high=sum(total.with_waste.high or 0 for total in totals),
            why=Why(
                formula="(whole − core − wire − bought pieces) × density × (1 + waste)",
                inputs=[
                    *(Input(name=total.label, value=total.net_g, unit="g") for total in totals),
                    Input(name="waste", value=rules.waste_percent, unit="%"),
                ],
                source="densities literature-typical; weighing a ball calibrates",
            ),
        ),
        packs=sum(pack.count for total in totals for pack in total.packs),
        cost=sum(total.cost for total in totals),
        findings=_findings(work, totals),
        steps=_steps(work),
    )


def _total(work: Workpiece, clay: Clay, parts: list[PartClay]) -> ClayTotal:
    net = sum(part.grams for part in parts)
    density = clay.density_g_cm3
    waste = 1 + work.context.rules.waste_percent / 100
    needed = net * waste
    packs = packs_for(needed, clay.pack_g)
    return ClayTotal(
        clay=clay.id,
        label=clay.label,
        colour=clay.colour,
        owned=clay.id in work.context.stores.clays,
        net_g=net,
        with_waste=Quantity(
            value=needed,
            unit="g",
            low=needed * density.low / density.value,
            high=needed * density.high / density.value,
            why=Why(
                formula="sum of its parts × (1 + waste)",
                inputs=[
                    Input(name="net", value=net, unit="g"),
                    Input(name="density", value=density.value, unit="g/cm³"),
                    Input(name="waste", value=work.context.rules.waste_percent, unit="%"),
                ],
                source=density.source,
            ),
        ),
        packs=packs,
        cost=sum(pack.grams * pack.count for pack in packs) * clay.price_per_g,
    )


def _findings(work: Workpiece, totals: list[ClayTotal]) -> list[Finding]:
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
    wired = {joint for run in work.sheet.runs for joint in run.path}
    if part.clay == "flexible" or (part.bone in wired and part.layer == 0):
        return None
    thin = piece.solid.thickness_mm
    low, high = piece.solid.bounds
    length = float((high - low).max())
    if length < 3 * thin or part.lies_on is not None:
        return None
    force = clay_tip_force_n(thin, length)
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


def _steps(work: Workpiece) -> list[Step]:
    """Covering and forming; what lies on what, what must be hard first, what must not be smeared."""
    save = work.context.rules.bake_school != "one_bake"
    short = work.context.rules.bake_school == "short_sets"
    cored = {key for key, share in work.shares.items() if share.core_mm3 > 50}
    body = [
        p.part.id
        for p in work.clay_pieces
        if not (p.part.delicate or p.part.made_apart or p.part.press_in)
        and p.part.layer == 0
        and p.part.lies_on is None
    ]
    return [
        step
        for piece in work.figure.pieces
        for step in _part_steps(piece, piece.part.id in cored, body, save, short)
    ]


def _part_steps(piece: Piece, cored: bool, body: list[str], save: bool, short: bool) -> list[Step]:
    part = piece.part
    stock = part.stock is not None
    if stock and part.lies_on is None:
        return []
    needs = []
    if cored:
        needs.append(Need(key=f"{part.id}.core.1", reason="support before load: foil before clay"))
    elif not (part.made_apart or part.lies_on or stock):
        needs.append(Need(key="frame.join.1", reason="support before load: wire before clay"))
    if part.lies_on is not None and not part.made_apart:
        needs.append(
            Need(
                key=_first_key(part.lies_on),
                reason="under before over: it lies on this",
                cured=short and not stock,
            )
        )
    if part.delicate and not part.made_apart and not stock:
        needs += [
            Need(
                key=_first_key(other),
                reason="body cured before what handling would smear",
                cured=save,
            )
            for other in body
        ]
    size = max(1.0, piece.solid.volume_mm3 / 1000)
    minutes = 6 + 2.5 * size**0.6 + (12 if part.delicate else 0)
    if stock:
        return [
            Step(key=f"{part.id}.cover.1", station="clay", part=part.id, minutes=3, needs=needs,
                 into_oven=True, label=f"Press in the {part.label}")
        ]  # fmt: skip
    if not (part.made_apart or part.press_in):
        return [
            Step(key=f"{part.id}.cover.1", station="clay", part=part.id, minutes=minutes,
                 needs=needs, into_oven=True, label=f"Cover and form the {part.label}")
        ]  # fmt: skip
    own = [need for need in needs if need.key.endswith(".core.1")]
    rest = [need for need in needs if not need.key.endswith(".core.1")]
    hard = Need(
        key=f"{part.id}.cover.1",
        reason="hard before it is pressed in" if part.press_in else "made apart before assembly",
        cured=True,
    )
    return [
        Step(key=f"{part.id}.cover.1", station="clay", part=part.id, minutes=minutes, needs=own,
             into_oven=True, label=f"Form the {part.label} apart"),
        Step(key=f"{part.id}.join.1", station="clay" if part.press_in else "finish", part=part.id, minutes=10,
             needs=[hard, *rest], into_oven=part.press_in, after_bakes=not part.press_in,
             label=f"{'Press in' if part.press_in else 'Assemble'} the {part.label}"),
    ]  # fmt: skip


def _first_key(part_id: str) -> str:
    return f"{part_id}.cover.1"
