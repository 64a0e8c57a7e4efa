"""Findings of the bakes."""

from __future__ import annotations

import math

from windcrest_core.bake.bands import Reached
from windcrest_core.bake.cure import CURED
from windcrest_core.bake.model import BakePlan, PartBake
from windcrest_core.bake.outcome import CRACK_HIGH
from windcrest_core.bake.ovenful import LONGEST_MIN
from windcrest_core.bake.supports import fit as goes_in
from windcrest_core.body.figure import LEAST_CORE_MM
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Text, said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.sheet.forms import SolidClay
from windcrest_core.sheet.meetings import Hold

SWAPS = {
    "acrylic": ("glass", "steel"),
    "polystyrene": ("glass", "steel"),
    "foil_gem": ("glass",),
    "pla": ("steel",),
    "foam_board": ("wood",),
    "card": ("wood",),
    "cotton": ("steel",),
    "felt": ("card", "steel_mesh"),
    "craft_foam": ("card", "steel_mesh"),
    "clear_sheet": ("glass", "steel_mesh"),
}
SPOILED = {
    "glue": said("bake.it_lets_go_when_it"),
    "cable": said("bake.take_light_and_cable_out"),
    "paint": said("bake.it_browns_and_blisters_mend"),
}
CORED_WALL_MM, THIN_MM = 6.0, 4.0
WARN_AIR_C, STOP_AIR_C = 165.0, 175.0


def bake_findings(work: Workpiece, bakes: list[BakePlan]) -> list[Finding]:
    """What is wrong with the bakes; the same thing is said once, of the first bake that has it."""
    found: list[Finding] = []
    for bake in bakes:
        found += [*_not_fused(work, bake, bakes), *_scorched(bake), *_melting(work, bake)]
        found += [*_peak(bake), *_cracks(work, bake), *_labels(work, bake), *_sagging(bake)]
        found += [*_too_large(work, bake), *_programme(work, bake)]
    found += _idle_programmes(work, bakes)
    # notes of what is soft by the model are said once, of the first bake, not of each
    first = {
        (row.id, "" if row.id == "bake.core.raw" and row.severity == "note" else row.subject): row
        for row in reversed(found)
    }
    return list(reversed(first.values()))


def _idle_programmes(work: Workpiece, bakes: list[BakePlan]) -> list[Finding]:
    """Programmes that no bake is run by: of a part that is gone or no clay, or of a bake that has another."""
    used = {bake.programme for bake in bakes}
    labels = {part.id: part.label for part in work.sheet.parts}
    return [
        Finding(
            id="bake.programme.idle",
            station="bake",
            severity="note",
            subject=row.id,
            title=said("bake.programme.idle", part=labels.get(row.cures, row.cures)),
            reason=said("bake.programme.idle.why"),
            fixes=[fix(said("bake.forget_the_programme"), (f"programme/{row.id}", None))],
        )
        for row in work.sheet.programmes
        if row.id not in used
    ]


OFF_K = 0.5  # of a label is on it


def _programme(work: Workpiece, bake: BakePlan) -> list[Finding]:
    """A programme of the sculptor's that is not at the label."""
    if bake.programme is None:
        return []
    air_c = bake.dial_c.value + work.context.rules.oven.offset_c
    off = air_c - bake.label_c.value
    if abs(off) <= OFF_K:
        return []
    return [
        Finding(
            id="bake.programme.off",
            station="bake",
            severity="warn",
            subject=bake.programme,
            title=said(
                "bake.programme.off",
                number=bake.number,
                air_c=air_c,
                way="over" if off > 0 else "under",
                label_c=bake.label_c.value,
            ),
            reason=said("bake.programme.off.why"),
            numbers={"air_c": air_c, "label_c": bake.label_c.value},
            fixes=_as_advised(bake),
        )
    ]


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
    # whoever bakes by the label is told what the model says, and no more: the label stands above it
    by_label = work.context.rules.bake_time == "label" and bake.done_min is None
    stop = never or missed(worst) or (worst.grade == "raw" and not by_label)
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
            title=said(
                "bake.core.raw",
                number=bake.number,
                worst=worst.label,
                grade_words=_grade_words(worst, never),
            ),
            reason=_strength_words(bake, raw_here, minutes[worst.id], never, missed(worst)),
            numbers=numbers,
            fixes=[
                fix(
                    said("bake.give_it_a_foil_core", wall_mm=6.0),
                    (f"part/{worst.id}/wall_mm", CORED_WALL_MM),
                    (f"part/{worst.id}/core", "foil"),
                )
            ]
            if cored
            else _as_advised(bake),
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
            title=said(
                "bake.core.raw",
                number=bake.number,
                worst=worst.label,
                grade_words=_grade_words(worst, never=False),
            ),
            reason=said("bake.core.raw.why"),
            numbers={"fusion": worst.fusion, "minutes": bake.minutes, "core_c": worst.core_c},
        )
    ]


def _grade_words(part: PartBake, never: bool) -> Text:
    if never:
        return said("bake.never_fuses_through_at_this")
    return said(f"bake.grade.{part.grade}")


def _strength_words(
    bake: BakePlan, part: PartBake, minutes: float, never: bool, missed: bool
) -> Text:
    if never:
        return said("bake.clay_needs_nearly_the_temperature", most=part.most)
    when: Text = _when(bake) if part.id == bake.slowest else ""
    if part.grade == "raw":
        return said("bake.it_crumbles_later", when=when)
    if missed:
        return said(
            "bake.its_label_asks_for_at", rule_min=part.rule_min, minutes_min=minutes, when=when
        )
    full = (
        said("bake.model_minutes", model_min=part.model_min)
        if part.model_min is not None
        else said("bake.more_than_six_hours")
    )
    band = bake.grades.fused if part.id == bake.slowest else None
    within = said("bake.within", band=_band(band)) if band is not None else ""
    return said("bake.the_labels_minutes_are_given", when=when, full=full, within=within)


def _when(bake: BakePlan) -> Text:
    """When it is firm and when fused, with the band of each."""
    reached = [
        said("bake.at", word=word, min_min=reached.min, band=_band(reached))
        for word, reached in (("firm", bake.grades.firm), ("fused", bake.grades.fused))
        if reached is not None
    ]
    return said("bake.inside_it_is", reached=list(reached)) if reached else ""


def _band(reached: Reached) -> Text:
    if reached.high_min is None:
        return said("bake.to_over", low=reached.low_min, over=LONGEST_MIN)
    return said("bake.to", low=reached.low_min, high=reached.high_min)


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
            title=said("bake.scorch.pale", number=bake.number, worst=worst.label),
            reason=said("bake.scorch.pale.why"),
            numbers={"scorch": worst.scorch, "limit": worst.scorch_limit},
            fixes=[fix(said("bake.use_a_mid_toned_clay"), (f"part/{worst.id}/clay", "rigid"))],
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
                    title=said(
                        "bake.insert.melts",
                        number=bake.number,
                        row=row.label,
                        material=row.material,
                    ),
                    reason=said("bake.insert.melts.why"),
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
                title=said("bake.finish.spoiled", number=bake.number, row=row.label),
                reason=said("bake.finish.spoiled.why", spoiled=SPOILED[row.what]),
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
        fix(
            said("bake.swap_it_for", shelf=shelf[key].label),
            (f"part/{part_id}/stock", key),
            (f"part/{part_id}/limit_c", None),
        )
        for key in takes
    ]
    later = fix(
        said("bake.leave_its_place_open_and"),
        (f"part/{part_id}/meeting/kind", "glue"),
    )
    of_clay = fix(
        said("bake.make_it_of_clay_baked"),
        (f"part/{part_id}/stock", None),
        (f"part/{part_id}/meeting/kind", "press"),
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
        title=said("bake.peak.over", number=bake.number, over="swung" if over else "swings"),
        reason=(said("bake.peak.over.why") if over else said("bake.peak.over.why_2")),
        numbers={"peak_c": bake.peak_air_c, "maximum_c": bake.maximum_c},
        fixes=_as_advised(bake) if bake.dial_c.value > bake.dials.high_c else [],
    )
    return [found]


def _as_advised(bake: BakePlan) -> list[Fix]:
    """The sculptor's programme taken away."""
    if bake.programme is None:
        return []
    return [fix(said("bake.as_it_is_advised"), (f"programme/{bake.programme}", None))]


def _under_a_wall(work: Workpiece, key: str) -> bool:
    """Whether a part has a wall that can be made thinner; cloth over foil has none."""
    piece = work.figure.piece(key)
    return piece.core is not None and piece.part.cloth is None


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
            title=said("bake.crack.risk", number=bake.number, worst=worst.label),
            reason=said("bake.crack.risk.why"),
            numbers={"crack_index_c": worst.crack_index, "high_c": CRACK_HIGH},
            fixes=_thinner(work, risky),
        )
    ]


def _thinner(work: Workpiece, parts: list[PartBake]) -> list[Fix]:
    """Less wall over all the cores it is about: with one thinner the next would be the worst."""
    thick = [row for row in parts if _under_a_wall(work, row.id) and row.clay_mm > THIN_MM]
    solid = [row for row in parts if _takes_a_core(work, row.id)]
    if not thick and not solid:
        return []
    walls = [(f"part/{row.id}/wall_mm", THIN_MM) for row in [*thick, *solid]]
    cores = [(f"part/{row.id}/core", "foil") for row in solid]
    return [fix(said("bake.wall_of_there", wall_mm=THIN_MM), *cores, *walls)]


def _takes_a_core(work: Workpiece, key: str) -> bool:
    """Whether a solid part has room for foil under such a wall."""
    piece = work.figure.piece(key)
    room = piece.solid.greatest_thickness_mm - 2 * THIN_MM
    return piece.core is None and isinstance(piece.part.form, SolidClay) and room >= LEAST_CORE_MM


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
            title=said("bake.labels.clash", number=bake.number, strict=strict.label),
            reason=said("bake.labels.clash.why"),
            numbers={"needed_c": bake.label_c.value, "maximum_c": strict.maximum_c.value},
            fixes=[
                fix(
                    said("bake.make_it_apart"),
                    *((f"part/{key}/meeting/kind", "glue") for key in ids),
                )
            ],
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
            title=said("bake.overhang.sags", row=row.label, overhang_mm=row.overhang_mm),
            reason=said("bake.overhang.sags.why", words=row.words),
            numbers={"overhang_mm": row.overhang_mm, "allowed_mm": row.allowed_mm},
            fixes=[
                fix(
                    said("bake.bake_it_apart_lying_down"), (f"part/{row.part}/meeting/kind", "glue")
                )
            ],
        )
        for row in bake.supports
    ]


def _too_large(work: Workpiece, bake: BakePlan) -> list[Finding]:
    if bake.fit.state not in ("in parts", "not at all"):
        return []
    return [
        Finding(
            id="bake.fit.large",
            station="bake",
            severity="stop",
            title=said("bake.fit.large", number=bake.number),
            reason=said(
                "bake.fit.large.why",
                words=bake.fit.words,
                broad_mm=bake.fit.box_mm[0],
                deep_mm=bake.fit.box_mm[1],
                high_mm=bake.fit.box_mm[2],
            ),
            numbers=dict(
                zip(("breadth_mm", "depth_mm", "height_mm"), bake.fit.box_mm, strict=True)
            ),
            fixes=_stand_ins(work, bake),
        )
    ]


def _stand_ins(work: Workpiece, bake: BakePlan) -> list[Fix]:
    """Short stand-ins for what is held, where it goes in with those."""
    held = {
        part.id: part.label
        for part in work.sheet.parts
        if isinstance(part.meeting, Hold) and part.meeting.how != "stand_in"
    }
    inside = {part.id for part in bake.parts} | {row.id for row in bake.inserts}
    if not held or goes_in(work, inside - set(held)).state not in ("upright", "lying"):
        return []
    edits = [(f"part/{key}/meeting/how", "stand_in") for key in held]
    return [fix(said("bake.hold_stand_ins", parts=list(held.values())), *edits)]
