"""Findings of the bakes."""

from __future__ import annotations

import math

from windcrest_core.bake.bands import Reached
from windcrest_core.bake.cure import CURED
from windcrest_core.bake.model import BakePlan, PartBake
from windcrest_core.bake.outcome import CRACK_HIGH
from windcrest_core.body.figure import LEAST_CORE_MM
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
CORED_WALL_MM = 6.0
WARN_AIR_C, STOP_AIR_C = 165.0, 175.0


def bake_findings(work: Workpiece, bakes: list[BakePlan]) -> list[Finding]:
    """What is wrong with the bakes; the same thing is said once, of the first bake that has it."""
    found: list[Finding] = []
    for bake in bakes:
        found += [*_not_fused(work, bake, bakes), *_scorched(bake), *_melting(work, bake)]
        found += [*_peak(bake), *_cracks(work, bake), *_labels(work, bake), *_sagging(bake)]
        found += _too_large(bake)
    first = {(finding.id, finding.subject): finding for finding in reversed(found)}
    return list(reversed(first.values()))


def _not_fused(work: Workpiece, bake: BakePlan, bakes: list[BakePlan]) -> list[Finding]:
    """Of the parts that are raw in a bake, the worst of those that all bakes together leave short of full
    strength: a stop where one is soft inside or the label's minutes were not given, else a note."""
    at_last: dict[str, PartBake] = {}
    minutes: dict[str, float] = {}
    for one in bakes:
        for part in one.parts:
            at_last[part.id] = part
            minutes[part.id] = minutes.get(part.id, 0.0) + one.minutes
    here = {part.id: part for part in bake.parts}
    raw = [at_last[part.id] for part in bake.parts if part.raw_in]
    short = [part for part in raw if part.grade != "fused"]
    if not short:
        return _left_soft(bake)

    def missed(part: PartBake) -> bool:
        return minutes[part.id] < math.floor(part.rule_min)

    def order(part: PartBake) -> tuple[bool, bool, bool, float]:
        return part.most >= CURED, part.grade != "raw", not missed(part), part.fusion

    worst = min(short, key=order)
    # What it came to in all, and the minutes that one bake from raw would take.
    raw_here = worst.model_copy(update={"model_min": here[worst.id].model_min})
    never = worst.most < CURED
    stop = never or worst.grade == "raw" or missed(worst)
    numbers = {
        "fusion": worst.fusion,
        "minutes": minutes[worst.id],
        "rule_min": worst.rule_min,
        "core_c": worst.core_c,
    }
    if worst.model_min is not None:
        numbers["model_min"] = worst.model_min
    if never:
        numbers["most"] = worst.most
    piece = work.figure.piece(worst.id)
    solid = never is False and worst.model_min is None and piece.core is None
    cored = solid and piece.solid.thickness_mm >= 2 * CORED_WALL_MM + LEAST_CORE_MM
    return [
        Finding(
            id="bake.core.raw",
            station="bake",
            severity="stop" if stop else "note",
            subject=worst.id,
            title=f"Bake {bake.number}: the {worst.label} {_grade_words(worst, never)}",
            reason=_strength_words(bake, raw_here, minutes[worst.id], never, missed(worst)),
            numbers=numbers,
            fixes=[
                fix(
                    "Give it a foil core under 6 mm",
                    (f"part/{worst.id}/wall_mm", CORED_WALL_MM),
                    (f"part/{worst.id}/core", "foil"),
                )
            ]
            if cored
            else [],
        )
    ]


def _left_soft(bake: BakePlan) -> list[Finding]:
    """What a bake that was run left short of its strength, and a later one finishes."""
    soft = [part for part in bake.parts if part.raw_in and part.grade != "fused"]
    if bake.done_min is None or bake.sets_only or not soft:
        return []
    worst = min(soft, key=lambda part: part.fusion)
    return [
        Finding(
            id="bake.core.raw",
            station="bake",
            severity="note",
            subject=worst.id,
            title=f"Bake {bake.number}: the {worst.label} {_grade_words(worst, never=False)}",
            reason="Handle it gently until then: the next bake is long enough to finish it.",
            numbers={"fusion": worst.fusion, "minutes": bake.minutes, "core_c": worst.core_c},
        )
    ]


def _grade_words(part: PartBake, never: bool) -> str:
    if never:
        return "never fuses through at this temperature"
    return {
        "raw": "is still soft inside",
        "set": "is set right through, not yet firm inside",
        "firm": "is firm, not yet at its full strength inside",
        "fused": "is fused through",
    }[part.grade]


def _strength_words(
    bake: BakePlan, part: PartBake, minutes: float, never: bool, missed: bool
) -> str:
    if never:
        return (
            f"Clay needs nearly the temperature of its label; here it comes to {part.most:.0%} of its "
            "strength however long it stays. Set the dial to the label, or use a clay whose label is lower."
        )
    when = _when(bake) if part.id == bake.slowest else ""
    if part.grade == "raw":
        return f"It crumbles later, and sags when it is handled warm. {when}Leave it in longer.".strip()
    if missed:
        return (
            f"Its label asks for {part.rule_min:.0f} min at this thickness, it gets {minutes:.0f}. {when}"
            "House rules choose the minutes: change them there, or bake a chip beside it and bend it."
        )
    full = f"{part.model_min:.0f} min" if part.model_min is not None else "more than six hours"
    band = bake.grades.fused if part.id == bake.slowest else None
    within = f" ({_band(band)})" if band is not None else ""
    return (
        f"The label's minutes are given, and most people are content with that. {when}For full strength leave "
        f"it in to {full}{within}; that costs nothing but time."
    )


def _when(bake: BakePlan) -> str:
    """When it is firm and when fused, with the band of each."""
    said = [
        f"{word} at {reached.min:.0f} min ({_band(reached)})"
        for word, reached in (("firm", bake.grades.firm), ("fused", bake.grades.fused))
        if reached is not None
    ]
    return f"Inside it is {', '.join(said)}. " if said else ""


def _band(reached: Reached) -> str:
    high = f"{reached.high_min:.0f}" if reached.high_min is not None else "over 360"
    return f"{reached.low_min:.0f} to {high}"


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
            if work.figure.piece(worst.id).core is not None and worst.clay_mm > 4
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
