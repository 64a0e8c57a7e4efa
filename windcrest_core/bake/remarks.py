"""Findings of the bakes."""

from __future__ import annotations

from windcrest_core.bake.model import BakePlan
from windcrest_core.bake.outcome import CRACK_HIGH
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.findings import Finding, Fix, fix

SWAPS = {
    "acrylic": ("glass", "steel"),
    "polystyrene": ("glass", "steel"),
    "foil_gem": ("glass",),
    "pla": ("steel",),
    "foam_board": ("wood",),
    "card": ("wood",),
    "cotton": ("steel",),
}
SPOILED = {
    "glue": "It lets go when it is hot: take the part off before the bake and glue it again after, or "
    "mend cold, at Mend.",
    "cable": "Take light and cable out of their bore before the bake and draw them in again after.",
    "paint": "It browns and blisters: mend cold, at Mend, or take the paint off and paint again after.",
}
WARN_AIR_C, STOP_AIR_C = 165.0, 175.0


def bake_findings(work: Workpiece, bakes: list[BakePlan]) -> list[Finding]:
    """What is wrong with the bakes; the same thing is said once, of the first bake that has it."""
    found: list[Finding] = []
    for bake in bakes:
        found += [*_raw_inside(bake), *_scorched(bake), *_melting(work, bake), *_peak(bake)]
        found += [*_cracks(work, bake), *_labels(work, bake), *_sagging(bake), *_too_large(bake)]
    first = {(finding.id, finding.subject): finding for finding in reversed(found)}
    return list(reversed(first.values()))


def _raw_inside(bake: BakePlan) -> list[Finding]:
    if bake.sets_only:
        return []
    raw = [part for part in bake.parts if not part.cured]
    if not raw:
        return []
    worst = min(raw, key=lambda part: part.fusion)
    hopeless = [part for part in raw if part.model_min is None]
    return [
        Finding(
            id="bake.core.raw",
            station="bake",
            severity="stop" if worst.fusion < 0.8 else "warn",
            subject=worst.id,
            title=f"Bake {bake.number}: the {worst.label} is {worst.fusion:.0%} fused inside",
            reason="Clay that is not fused through is brittle and crumbles later. House rules choose "
            "the minutes, and the model asks for more: change them there, or bake a chip beside it and "
            "bend it before you trust the shorter bake.",
            numbers={
                "fusion": worst.fusion,
                "core_c": worst.core_c,
                "minutes": bake.done_min or bake.advised_min.value,
                "model_min": worst.model_min or 240.0,
            },
            fixes=[
                fix(
                    "Give the thickest a foil core under 6 mm",
                    *(
                        pair
                        for part in hopeless
                        for pair in (
                            (f"part/{part.id}/wall_mm", 6.0),
                            (f"part/{part.id}/core", "foil"),
                        )
                    ),
                )
            ]
            if hopeless
            else [],
        )
    ]


def _scorched(bake: BakePlan) -> list[Finding]:
    burnt = [part for part in bake.parts if part.scorch > part.scorch_limit]
    if not burnt:
        return []
    worst = max(burnt, key=lambda part: part.scorch / part.scorch_limit)
    return [
        Finding(
            id="bake.scorch.pale",
            station="bake",
            severity="warn",
            subject=worst.id,
            title=f"Bake {bake.number}: the {worst.label} browns",
            reason="Pale and translucent clay yellows first; all bakes together count. Tent it with "
            "foil, steady the oven, or paint over it.",
            numbers={"scorch": worst.scorch, "limit": worst.scorch_limit},
            fixes=[fix("Use a mid-toned clay there", (f"part/{worst.id}/clay", "rigid"))],
        )
    ]


def _melting(work: Workpiece, bake: BakePlan) -> list[Finding]:
    """A core that melts is told of at Bulk, where its kind is chosen."""
    found = []
    for row in bake.inserts:
        if row.peak_c <= row.limit_c or row.harmless or row.what == "core":
            continue
        numbers = {"peak_c": row.peak_c, "limit_c": row.limit_c}
        if row.what == "bought piece":
            found.append(
                Finding(
                    id="bake.insert.melts",
                    station="bake",
                    severity="stop",
                    subject=row.id,
                    title=f"Bake {bake.number}: the {row.label} of {row.material} "
                    "cannot take the oven",
                    reason="It softens, warps or clouds at this temperature. A lower oven is no way "
                    "out: the clay would not fuse.",
                    numbers=numbers,
                    fixes=ways_out(work, row.id, bake.peak_air_c),
                )
            )
            continue
        found.append(
            Finding(
                id="bake.finish.spoiled",
                station="bake",
                severity="stop" if row.what in ("glue", "cable") else "warn",
                subject=f"{row.what}.{row.id}",
                title=f"Bake {bake.number}: {row.label} is on it already and cannot take the oven",
                reason=f"{SPOILED[row.what]} A lower oven is no way out: the clay would not fuse.",
                numbers=numbers,
            )
        )
    return found


def ways_out(work: Workpiece, part_id: str, air_c: float) -> list[Fix]:
    """What can be done with a bought piece that the oven would spoil: another material that takes
    it, put in later, or made of clay and baked first."""
    part = work.sheet.part(part_id)
    shelf = catalogue().stock_materials
    takes = [
        key
        for key in SWAPS.get(part.stock or "", ())
        if shelf[key].limit_c.value > max(air_c, 150.0)
    ]
    swaps = [
        fix(f"Swap it for {shelf[key].label}", (f"part/{part_id}/stock", key), (f"part/{part_id}/limit_c", None))
        for key in takes
    ]  # fmt: skip
    later = fix(
        "Leave its place open and put it in after the last bake",
        (f"part/{part_id}/made_apart", True),
    )
    of_clay = fix(
        "Make it of clay, baked before it is pressed in",
        (f"part/{part_id}/stock", None),
        (f"part/{part_id}/press_in", True),
    )
    electric = part.stock == "led"
    return [*swaps, later, *([] if electric else [of_clay])]


def _peak(bake: BakePlan) -> list[Finding]:
    limit = min(bake.maximum_c, WARN_AIR_C)
    if bake.peak_air_c <= limit:
        return []
    over = bake.done_min is not None
    stop = bake.peak_air_c > min(bake.maximum_c, STOP_AIR_C) and not over
    found = Finding(
        id="bake.peak.over",
        station="bake",
        severity="stop" if stop else "warn",
        subject=bake.slowest,
        title=f"Bake {bake.number}: the air {'swung' if over else 'swings'} past the maker's maximum",
        reason=(
            "It is over: air the room, look for browning, and correct the oven's offset in House rules "
            "before the next bake."
            if over
            else "Overheated polymer clay gives off irritating hydrogen chloride. Steady the oven with a "
            "stone or a tent, or correct its offset in House rules."
        ),
        numbers={"peak_c": bake.peak_air_c, "maximum_c": bake.maximum_c},
    )
    return [found]


def _cracks(work: Workpiece, bake: BakePlan) -> list[Finding]:
    risky = [part for part in bake.parts if part.raw_in and part.crack_risk == "high"]
    if not risky:
        return []
    worst = max(risky, key=lambda part: part.crack_index)
    cold = work.context.rules.oven.start == "cold"
    return [
        Finding(
            id="bake.crack.risk",
            station="bake",
            severity="note" if cold else "warn",
            subject=worst.id,
            title=f"Bake {bake.number}: the {worst.label} may crack as it heats",
            reason="Its surface is hard while the inside is still cold and swells. A thinner wall "
            "or a start from cold makes it gentler.",
            numbers={"crack_index_c": worst.crack_index, "high_c": CRACK_HIGH},
            fixes=[fix("Wall of 4 mm there", (f"part/{worst.id}/wall_mm", 4.0))]
            if worst.clay_mm > 4
            else [],
        )
    ]


def _labels(work: Workpiece, bake: BakePlan) -> list[Finding]:
    clays = {work.sheet.part(part.id).clay for part in bake.parts}
    strict = min((work.clay(key) for key in clays), key=lambda clay: clay.maximum_c.value)
    if bake.label_c.value <= strict.maximum_c.value:
        return []
    ids = [part.id for part in bake.parts if work.sheet.part(part.id).clay == strict.id]
    return [
        Finding(
            id="bake.labels.clash",
            station="bake",
            severity="stop",
            subject=ids[0],
            title=f"Bake {bake.number}: {strict.label} cannot take what the other clay needs",
            reason="Two clays in one bake must share a temperature that both labels allow.",
            numbers={"needed_c": bake.label_c.value, "maximum_c": strict.maximum_c.value},
            fixes=[fix("Make it apart", *((f"part/{key}/made_apart", True) for key in ids))],
        )
    ]


def _sagging(bake: BakePlan) -> list[Finding]:
    """What hangs out further than hot raw clay can hold."""
    return [
        Finding(
            id="bake.overhang.sags",
            station="bake",
            severity="warn",
            subject=row.part,
            title=f"{row.label}: hangs out {row.overhang_mm:.0f} mm without wire",
            reason=f"Clay is softest just before it sets. Hold it up in the oven with {row.words}; "
            "or wire it, or bake it apart lying down.",
            numbers={"overhang_mm": row.overhang_mm, "allowed_mm": row.allowed_mm},
            fixes=[fix("Bake it apart, lying down", (f"part/{row.part}/made_apart", True))],
        )
        for row in bake.supports
    ]


def _too_large(bake: BakePlan) -> list[Finding]:
    if bake.fit.state not in ("in parts", "not at all"):
        return []
    return [
        Finding(
            id="bake.fit.large",
            station="bake",
            severity="stop",
            title=f"Bake {bake.number}: it does not go into the oven",
            reason=f"{bake.fit.words} Its box is "
            f"{' × '.join(f'{size:.0f}' for size in bake.fit.box_mm)} mm.",
            numbers=dict(
                zip(("breadth_mm", "depth_mm", "height_mm"), bake.fit.box_mm, strict=True)
            ),
        )
    ]
