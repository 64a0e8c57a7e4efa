"""Findings of the frame: its wire, its coils, and through others how it stands and what is bare."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace
from functools import cache

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Wire, catalogue
from windcrest_core.facts import said
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.frame.bare import bare_findings
from windcrest_core.frame.beside import PoseableJoint
from windcrest_core.frame.editing import split_at_middle
from windcrest_core.frame.gauges import (
    COLUMN_SAFETY,
    PLIERS_NMM,
    Demand,
    GaugeOption,
    strength,
    tried,
    wire_g_per_mm,
)
from windcrest_core.frame.model import RunPlan
from windcrest_core.frame.packing import CutPlan
from windcrest_core.frame.standing_remarks import standing_findings
from windcrest_core.sheet.runs import Run
from windcrest_core.stand.balance import Stance

HELD = ("frame.hold.weak", "frame.column.slender")
SURELY_SMALLER = 0.95  # of the height that would just be held [A]
SHARPEST_DEG = 150.0  # of any bend of a run


def frame_findings(
    work: Workpiece,
    runs: list[RunPlan],
    demands: dict[str, Demand],
    stands: Stance,
    cuts: CutPlan,
    gauges_with: Callable[[Run], list[GaugeOption]],
    demand_with: Callable[[Run], Demand],
) -> list[Finding]:
    """All that is to be said.

    Parameters
    ----------
    gauges_with : every wire tried on one more run, as `gauge_table` has them. demand_with : what a run asks,
        its own wire's weight counted.
    """
    weak = {run.id: _weak(work, run, demands[run.id], demand_with) for run in runs}
    beyond = [run for run in runs if _is_beyond_wire(weak[run.id])]
    if len(beyond) > 1:
        told = [row for run in beyond for row in weak[run.id] if row.id in HELD]
        for run in beyond:
            weak[run.id] = [row for row in weak[run.id] if row.id not in HELD]
        weak[beyond[0].id].append(_too_large(work, beyond, demands, told))
    stand = standing_findings(work, runs, stands, gauges_with)
    if len(beyond) > 1:  # how it stands while it is raw is no question then
        stand = [row for row in stand if row.id != "frame.raw.falls"]
    return [
        *(finding for rows in weak.values() for finding in rows),
        *(finding for run in runs for finding in _bending(run, demands[run.id])),
        *(finding for run in runs for finding in _poseable(work, run)),
        *stand,
        *_coils(work, cuts),
        *bare_findings(work),
    ]


def _with_strands(demand: Demand, strands: int) -> Demand:
    run = demand.cutting.run.model_copy(update={"strands": strands})
    return replace(demand, cutting=replace(demand.cutting, run=run))


def _stronger(
    work: Workpiece, run: RunPlan, demand: Demand, demand_with: Callable[[Run], Demand]
) -> list[Fix]:
    """Ways that hold: strands, an owned wire, the lightest of the catalogue."""
    want, stores = work.context.rules.hold_upright, work.context.stores
    needed = demand.needed_nmm(want)
    most = 1 if "rod" in (run.start, run.end) else 3
    now = next(row for row in work.sheet.runs if row.id == run.id)

    def loaded(strands: int, wire: Wire) -> Demand:
        return demand_with(now.model_copy(update={"strands": strands, "wire": wire.id}))

    asked = {strands: _with_strands(demand, strands) for strands in (1, 2, 3)}
    fixes = []
    for label, in_stores in ((said("frame.from_stores"), True), (said("frame.to_buy"), False)):
        easiest = next(
            (
                option
                for strands, wire in _by_ease()
                if strands <= most
                and (wire.id in stores.wires) == in_stores
                and strength(stores, wire.id).yield_nmm(strands) >= needed
                and (option := tried(stores, wire, asked[strands], want)).passes
                and tried(stores, wire, loaded(strands, wire), want).passes
            ),
            None,
        )
        if easiest is not None:
            several = (
                "" if easiest.strands == 1 else said("frame.strands_of", strands=easiest.strands)
            )
            fixes.append(
                fix(
                    said("frame.use", several=several, easiest=easiest.label, label=label),
                    (f"run/{run.id}/strands", easiest.strands),
                    (f"run/{run.id}/wire", easiest.wire),
                )
            )
    return fixes


@cache
def _by_ease() -> list[tuple[int, Wire]]:
    """Every wire by how many strands have to be twisted, then by weight."""
    wires = catalogue().wires.values()
    pairs = [(strands, wire) for strands in (1, 2, 3) for wire in wires]
    return sorted(pairs, key=lambda pair: (pair[0], wire_g_per_mm(pair[1].id), pair[1].id))


def _weak(
    work: Workpiece, run: RunPlan, demand: Demand, demand_with: Callable[[Run], Demand]
) -> list[Finding]:
    chosen, want = run.chosen, work.context.rules.hold_upright
    if not chosen.fails:
        return []
    found, fixes = [], _stronger(work, run, demand, demand_with)
    weak_up, weak_any = chosen.hold_upright < want, chosen.hold_any_way < 1
    if weak_up or weak_any:
        found.append(
            Finding(
                id="frame.hold.weak",
                station="frame",
                severity="stop" if chosen.hold_upright < 1 or chosen.hold_any_way < 0.5 else "warn",
                subject=run.id,
                title=said(
                    "frame.hold.weak",
                    run=run.label,
                    chosen=chosen.label,
                    weakest_joint=chosen.weakest_joint,
                ),
                reason=said("frame.hold.weak.why"),
                numbers={
                    "hold_upright": chosen.hold_upright,
                    "wanted_upright": want,
                    "hold_any_way": chosen.hold_any_way,
                    "wanted_any_way": 1.0,
                },
                fixes=fixes,
            )
        )
    if chosen.column is not None and chosen.column < COLUMN_SAFETY:
        found.append(
            Finding(
                id="frame.column.slender",
                station="frame",
                severity="stop" if chosen.column < 1 else "warn",
                subject=run.id,
                title=said("frame.column.slender", run=run.label),
                reason=said("frame.column.slender.why"),
                numbers={
                    "column": chosen.column,
                    "wanted": COLUMN_SAFETY,
                    "leg_mm": demand.column_mm,
                },
                fixes=fixes,
            )
        )
    if chosen.bundle_mm > run.room_mm:
        found.append(
            Finding(
                id="frame.fit.tight",
                station="frame",
                severity="warn",
                subject=run.id,
                title=said("frame.fit.tight", run=run.label),
                reason=said("frame.fit.tight.why"),
                numbers={"bundle_mm": chosen.bundle_mm, "room_mm": run.room_mm},
                fixes=fixes,
            )
        )
    return found


def _is_beyond_wire(found: list[Finding]) -> bool:
    """Whether a run does not hold, and no wire there is would."""
    return any(row.id in HELD and not row.fixes for row in found)


def _too_large(
    work: Workpiece, runs: list[RunPlan], demands: dict[str, Demand], told: list[Finding]
) -> Finding:
    """Several runs that nothing holds, said once instead of so many times: the figure is too large for wire. What bears
    on wire goes with the fourth power of the height, its weight by the third and the lever with it."""
    height = work.sheet.height_mm
    share = min(_best_share(work, demands[run.id]) for run in runs)
    better = 5 * math.floor(SURELY_SMALLER * height * share**0.25 / 5)
    mass = sum(mass.total_g for mass in work.masses.values())
    return Finding(
        id="frame.size.large",
        station="frame",
        severity="stop" if any(row.severity == "stop" for row in told) else "warn",
        subject="figure",
        title=said("frame.size.large", height_mm=height),
        reason=said(
            "frame.size.large.why", runs=[run.label for run in runs], mass_g=mass, better_mm=better
        ),
        numbers={
            "height_mm": height,
            "mass_g": mass,
            "holds_share": share,
            "instead_of": float(len(told)),
        },
        fixes=[fix(said("frame.make_it_so_tall", better_mm=better), ("height_mm", better))],
    )


def _best_share(work: Workpiece, demand: Demand) -> float:
    """How much of what a run asks the best wire that goes in holds, 0 to 1."""
    want, stores = work.context.rules.hold_upright, work.context.stores
    most = 1 if "rod" in (demand.cutting.run.start, demand.cutting.run.end) else 3
    shares = [0.01]
    for strands, wire in _by_ease():
        if strands > most:
            continue
        option = tried(stores, wire, _with_strands(demand, strands), want)
        if all(row.code not in ("room", "effort") for row in option.fails):
            column = 1.0 if option.column is None else option.column / COLUMN_SAFETY
            shares.append(min(option.hold_upright / want, option.hold_any_way, column, 1.0))
    return max(shares)


def _bending(run: RunPlan, demand: Demand) -> list[Finding]:
    if run.chosen.effort_nmm <= PLIERS_NMM or not demand.bent:
        return _folded(run)
    return [
        *_folded(run),
        Finding(
            id="frame.bend.hard",
            station="frame",
            severity="note",
            subject=run.id,
            title=said("frame.bend.hard", run=run.label, chosen=run.chosen.label),
            reason=said("frame.bend.hard.why"),
            numbers={"effort_nmm": run.chosen.effort_nmm},
        ),
    ]


def _folded(run: RunPlan) -> list[Finding]:
    """A bend that turns the wire back along itself."""
    sharpest = max(run.card.bends, key=lambda bend: bend.angle_deg, default=None)
    if sharpest is None or sharpest.angle_deg <= SHARPEST_DEG:
        return []
    return [
        Finding(
            id="frame.bend.back",
            station="frame",
            severity="warn",
            subject=run.id,
            title=said("frame.bend.back", run=run.label, at=sharpest.at),
            reason=said("frame.bend.back.why"),
            numbers={"angle_deg": sharpest.angle_deg, "most_deg": SHARPEST_DEG},
        )
    ]


def _poseable(work: Workpiece, run: RunPlan) -> list[Finding]:
    found = []
    for joint in run.poseable:
        tears = joint.angle_deg > joint.most_deg
        if not joint.covered_by:
            found += [_tears(run, joint)] if tears else []
            continue
        flexible = next(key for key, clay in catalogue().clays.items() if clay.flexible)
        found.append(
            Finding(
                id="frame.poseable.covered",
                station="frame",
                severity="warn",
                subject=run.id,
                title=said("frame.poseable.covered", run=run.label, joint=joint.label),
                reason=said("frame.poseable.covered.why", gap_mm=joint.gap_mm),
                numbers={
                    "gap_mm": joint.gap_mm,
                    "angle_deg": joint.angle_deg,
                    "bends": joint.bends,
                },
                fixes=[]
                if tears
                else [
                    fix(
                        said("frame.flexible_clay_over_this_joint"),
                        *((f"part/{key}/clay", flexible) for key in joint.covered_by),
                    )
                ],
            )
        )
    return found


def _tears(run: RunPlan, joint: PoseableJoint) -> Finding:
    """Flexible clay that is bent further than it takes."""
    less = float(int(joint.most_deg))
    return Finding(
        id="frame.poseable.tears",
        station="frame",
        severity="warn",
        subject=run.id,
        title=said("frame.poseable.tears", run=run.label, joint=joint.label),
        reason=said(
            "frame.poseable.tears.why",
            angle_deg=joint.angle_deg,
            most_deg=joint.most_deg,
        ),
        numbers={"angle_deg": joint.angle_deg, "most_deg": joint.most_deg},
        fixes=[
            fix(
                said("frame.bend_it_less", most_deg=less),
                (f"run/{run.id}/poseable/{joint.joint}", less),
            )
        ]
        if less >= 1
        else [],
    )


def _coils(work: Workpiece, cuts: CutPlan) -> list[Finding]:
    """Runs longer than any coil that is owned, and wire there is too little of."""
    found = []
    for buy in cuts.buy:
        coils = [c.length_mm for c in work.context.stores.coils if c.wire == buy.wire]
        if not coils:
            continue
        short = buy.longest_mm > max(coils) and buy.needed_mm <= sum(coils)
        lacking = next((run for run in work.sheet.runs if run.id == buy.longest), None)
        found.append(
            Finding(
                id="frame.coil.short",
                station="frame",
                severity="warn" if short else "note",
                subject=lacking.id if lacking is not None else "",
                title=said("frame.coil.short", buy=buy.label, needed_m=buy.needed_mm / 1000),
                reason=said(
                    "frame.coil.short.why",
                    longest_mm=buy.longest_mm,
                    coils_mm=max(coils),
                    metres_m=buy.metres,
                ),
                numbers={
                    "longest_mm": buy.longest_mm,
                    "longest_coil_mm": max(coils),
                    "needed_mm": buy.needed_mm,
                },
                fixes=split_at_middle(work.sheet, lacking) if lacking is not None else [],
            )
        )
    return found
