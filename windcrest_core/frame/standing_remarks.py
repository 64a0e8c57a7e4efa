"""Findings of how the figure stands: tipping, legs that fold raw, pegs and feet off the base."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np

from windcrest_core.body.masses import STEEL_G_CM3, STEEL_SHARE
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Text, said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.frame.gauges import GaugeOption
from windcrest_core.frame.model import RunPlan
from windcrest_core.frame.paths import pegs, standing_pieces
from windcrest_core.frame.runs import rod_run
from windcrest_core.sheet.base import MOST_BASE_MM
from windcrest_core.sheet.ids import free_id
from windcrest_core.sheet.runs import Run
from windcrest_core.stand.balance import Stance
from windcrest_core.stand.base import fits_pegs, on_base, size_for_pegs
from windcrest_core.stand.counterweight import Counterweight, righting_g
from windcrest_core.stand.standing import WANTED_TIP_DEG

FOILED = ("foil", "foil_tape")
LEAST_STEEL_G = 5.0
LIFTED_ALONE_G = 12000.0  # at arm's length, over a shelf [A]
LIGHT_WALL_MM = 4.0  # where weight is what counts
CAGED_CM3 = 150.0  # of core that is worth a cage [A]
SURELY_MORE = 1.05  # steel in a core also takes foil out of it [A]


def standing_findings(
    work: Workpiece,
    runs: list[RunPlan],
    stands: Stance,
    gauges_with: Callable[[Run], list[GaugeOption]],
) -> list[Finding]:
    """What is to be said of how it stands.

    Parameters
    ----------
    gauges_with : every wire tried on one more run, as `gauge_table` has them.
    """
    return [
        *_tipping(work, stands),
        *_raw(work, runs, gauges_with),
        *_pegs(work, runs),
        *_feet(work, stands),
        *_heavy(work, stands),
    ]


def _tipping(work: Workpiece, stands: Stance) -> list[Finding]:
    balance = stands.cured
    if balance.tips_at_deg >= WANTED_TIP_DEG:
        return []
    base = work.sheet.base
    fixes = []
    if stands.free_standing:
        fixes += _feet_in_base(work)
    else:
        width = stands.least_base.value
        depth = math.ceil(base.depth_mm * width / base.width_mm / 5) * 5
        if width > base.width_mm:
            fixes += _larger_base(width, float(depth))
    if (weight := stands.counterweight) is not None:
        fixes.append(
            fix(
                said("frame.put_into_the_base", mass_g=weight.mass_g, where=_where(weight)),
                ("base/counterweight_g", weight.mass_g),
                ("base/counterweight_back_mm", weight.back_mm),
                ("base/counterweight_right_mm", weight.right_mm),
            )
        )
    fixes += _weighed_down(work, stands)
    on = said("frame.on_its_bare_feet_2") if stands.free_standing else ""
    return [
        Finding(
            id="frame.stand.tips",
            station="frame",
            severity="stop" if balance.tips_at_deg <= 0 else "warn",
            subject="base",
            title=said(
                "frame.stand.tips",
                towards_words=balance.towards_words,
                tips_at_deg=balance.tips_at_deg,
                on=on,
            ),
            reason=said("frame.stand.tips.why"),
            numbers={
                "tips_at_deg": balance.tips_at_deg,
                "wanted_deg": WANTED_TIP_DEG,
                "margin_mm": balance.margin_mm,
                "centre_height_mm": float(balance.centre[2]),
            },
            fixes=fixes,
        )
    ]


def _heavy(work: Workpiece, stands: Stance) -> list[Finding]:
    """More than the shelf bears it is to stand on, or than one lifts alone."""
    mass_g, bears_g = stands.cured.mass_g, work.context.rules.shelf_bears_g
    if mass_g <= min(bears_g, LIFTED_ALONE_G):
        return []
    over = mass_g > bears_g
    return [
        Finding(
            id="frame.stand.heavy",
            station="frame",
            severity="warn" if over else "note",
            subject="base",
            title=said("frame.stand.heavy" if over else "frame.stand.heavy_2", mass_g=mass_g),
            reason=said("frame.stand.heavy.why", bears_g=bears_g, alone_g=LIFTED_ALONE_G),
            numbers={"mass_g": mass_g, "shelf_g": bears_g},
            fixes=_caged(work),
        )
    ]


def _caged(work: Workpiece) -> list[Fix]:
    """Cages for its large cores; and thinner walls over them too, but where eyes sit."""
    faced = {part.lies_on for part in work.sheet.parts if part.seat is not None}
    large = [
        piece
        for piece in work.figure.pieces
        if piece.part.core in FOILED and work.shares[piece.part.id].core_mm3 / 1000 > CAGED_CM3
    ]
    if not large:
        return []
    cages = [(f"part/{piece.part.id}/core", "cage") for piece in large]
    walls = [
        (f"part/{piece.part.id}/wall_mm", LIGHT_WALL_MM)
        for piece in large
        if piece.wall_mm > LIGHT_WALL_MM and piece.part.id not in faced
    ]
    labels: list[Text] = [piece.part.label for piece in large]
    return [
        fix(said("frame.cages_instead_of_foil", parts=labels), *cages),
        fix(
            said("frame.cages_under_thinner_clay", parts=labels, wall_mm=LIGHT_WALL_MM),
            *cages,
            *walls,
        ),
    ]


def _weighed_down(work: Workpiece, stands: Stance) -> list[Fix]:
    """Steel in that core which rights it with least, for a heavy head on a light body above all."""
    balance, base = stands.cured, work.sheet.base
    under = 0.0 if stands.free_standing else base.thickness_mm
    ways = []
    for piece in work.figure.pieces:
        part = piece.part
        room_cm3 = work.shares[part.id].core_mm3 / 1000
        room_g = STEEL_SHARE * room_cm3 * STEEL_G_CM3 - part.ballast_g
        if piece.core is None or part.core not in FOILED or room_g < LEAST_STEEL_G:
            continue
        at = piece.core.centre + np.array([0.0, 0.0, under])
        grams = righting_g(balance.mass_g, balance.centre, stands.outline, at, most_g=room_g)
        if grams is not None:
            ways.append((grams, piece))
    if not ways:
        return []
    grams, piece = min(ways, key=lambda way: way[0])
    steel = 5.0 * math.ceil(SURELY_MORE * grams / 5)
    path = f"part/{piece.part.id}/ballast_g"
    words = said("frame.put_steel_into", mass_g=steel, part=piece.part.label)
    return [fix(words, (path, piece.part.ballast_g + steel))]


def _where(weight: Counterweight) -> Text:
    """Which way from the middle of the base a counterweight goes."""
    ways: list[Text] = []
    if abs(weight.back_mm) >= 1:
        off = abs(weight.back_mm)
        ways.append(said("frame.behind" if weight.back_mm > 0 else "frame.before", off_mm=off))
    if abs(weight.right_mm) >= 1:
        off = abs(weight.right_mm)
        ways.append(said("frame.right_of" if weight.right_mm > 0 else "frame.left_of", off_mm=off))
    return said("frame.its_middle", ways=ways) if ways else said("frame.at_its_middle")


def _larger_base(width_mm: float, depth_mm: float) -> list[Fix]:
    """A base of that size, unless it is larger than any base may be."""
    if max(width_mm, depth_mm) > MOST_BASE_MM:
        return []
    return [
        fix(
            said("frame.make_the_base", width_mm=width_mm, depth_mm=depth_mm),
            ("base/width_mm", width_mm),
            ("base/depth_mm", depth_mm),
        )
    ]


def _feet_in_base(work: Workpiece) -> list[Fix]:
    """Pegs where loops stand on the ground, in a base that has room for them."""
    standing = {piece.part.bone for piece in standing_pieces(work)}
    ends = [
        (f"run/{run.id}/{name}", joint)
        for run in work.sheet.runs
        for name, joint in (("start", run.path[0]), ("end", run.path[-1]))
        if joint in standing and getattr(run, name) == "loop"
    ]
    if not ends:
        return []
    base, at = work.sheet.base, [work.figure.bones[joint].start[:2] for _, joint in ends]
    wider: list[tuple[str, float]] = []
    if not fits_pegs(base, at):
        width, depth = size_for_pegs(base, at)
        if max(width, depth) > MOST_BASE_MM:
            return []
        wider = [("base/width_mm", width), ("base/depth_mm", depth)]
    label = said("frame.peg_its_feet_and_widen" if wider else "frame.peg_its_feet_into_the")
    return [fix(label, *((path, "peg") for path, _ in ends), *wider)]


def _raw(
    work: Workpiece, runs: list[RunPlan], gauges_with: Callable[[Run], list[GaugeOption]]
) -> list[Finding]:
    """Legs whose wire folds under the raw figure: it wants a rod."""
    if any("rod" in (run.start, run.end) for run in runs):
        return []
    pegged = [run for run in runs if "peg" in (run.start, run.end)]
    worst = min((run.chosen.hold_upright for run in pegged), default=99.0)
    column = min((run.chosen.column or 99.0 for run in pegged), default=99.0)
    if worst >= 1 and column >= 1:
        return []
    rod = rod_run(work.sheet.body)
    taken = {*(run.id for run in work.sheet.runs), *work.sheet.retired_ids}
    rod = rod.model_copy(update={"id": free_id(rod.id, taken)})
    stem = _stem(work)
    if stem is not None:
        rod = stem.model_copy(
            update={"strands": 1, "wire": None, "start" if stem.start == "peg" else "end": "rod"}
        )
    wires = catalogue().wires
    passing = [o for o in gauges_with(rod) if o.passes and wires[o.wire].bar]
    best = next((option for option in passing if option.owned), next(iter(passing), None))
    bar = (
        said("frame.a_rod")
        if best is None
        else said("frame.a_bar" if best.owned else "frame.a_bar_to_buy", bar=best.label)
    )
    rod = rod.model_copy(update={"wire": best.wire if best else None})
    label = (
        said("frame.make_it_through_the_base", bar=bar)
        if stem is not None
        else said("frame.put_through_the_base_into", bar=bar)
    )
    what = "legs" if any(joint.endswith(("_r", "_l")) for joint in pegs(work)) else "wire"
    return [
        Finding(
            id="frame.raw.falls",
            station="frame",
            severity="stop",
            subject="base",
            title=said("frame.raw.falls", what=what),
            reason=said("frame.raw.falls.why", what=what)
            if what == "legs"
            else said("frame.raw.falls.why_2"),
            numbers={"hold_upright": worst, "column": column},
            fixes=[fix(label, (f"run/{rod.id}", rod.model_dump(mode="json")))],
        )
    ]


def _stem(work: Workpiece) -> Run | None:
    """The run that stands in the base at the root of a body whose root is on the ground."""
    bones = work.figure.bones
    roots = {key for key, bone in bones.items() if bone.parent is None and bone.start[2] < 1.0}
    return next(
        (
            run
            for run in work.sheet.runs
            if (run.path[0] in roots and run.start == "peg")
            or (run.path[-1] in roots and run.end == "peg")
        ),
        None,
    )


def _pegs(work: Workpiece, runs: list[RunPlan]) -> list[Finding]:
    base = work.sheet.base
    found = []
    at = list(pegs(work).values())
    if not fits_pegs(base, at):
        width, depth = size_for_pegs(base, at)
        found.append(
            Finding(
                id="frame.base.small",
                station="frame",
                severity="stop",
                subject="base",
                title=said("frame.base.small"),
                reason=said("frame.base.small.why"),
                numbers={"base_mm": base.width_mm, "needed_mm": width},
                fixes=_larger_base(width, depth),
            )
        )
    for planned, run in zip(runs, work.sheet.runs, strict=True):
        lifted = (run.start, run.end).count("peg") - (planned.start, planned.end).count("peg")
        if lifted > 0:
            found.append(
                Finding(
                    id="frame.peg.air",
                    station="frame",
                    severity="note",
                    subject=run.id,
                    title=said("frame.peg.air", run=run.label),
                    reason=said("frame.peg.air.why"),
                    numbers={"pegs_in_base": float(len(at))},
                )
            )
    return found


def _feet(work: Workpiece, stands: Stance) -> list[Finding]:
    """Feet that reach over the edge of the base."""
    base = work.sheet.base
    points = [point for foot in stands.feet for point in foot]
    if not points or on_base(base, points):
        return []
    x = max(abs(float(p[0])) for p in points)
    y = max(abs(float(p[1])) for p in points)
    if base.shape == "round":
        x = y = max(math.hypot(float(p[0]), float(p[1])) for p in points)
    standing = [piece.part.label for piece in standing_pieces(work)] or ["It"]
    width = max(base.width_mm, math.ceil(2 * x / 5 + 0.2) * 5)
    depth = max(base.depth_mm, math.ceil(2 * y / 5 + 0.2) * 5)
    return [
        Finding(
            id="frame.feet.over",
            station="frame",
            severity="warn",
            subject="base",
            title=said("frame.feet.over")
            if len(standing) > 1
            else said("frame.feet.over_2", standing=standing[0]),
            reason=said("frame.feet.over.why"),
            numbers={"needed_mm": float(width), "base_mm": base.width_mm},
            fixes=_larger_base(float(width), float(depth)),
        )
    ]
