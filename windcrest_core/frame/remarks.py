"""Findings of the frame."""

from __future__ import annotations

import math
from functools import cache

from windcrest_core.body.skeleton import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import Wire, catalogue
from windcrest_core.findings import Finding, Fix, fix
from windcrest_core.frame.gauges import Demand, holds, tried, wire_g_per_mm
from windcrest_core.frame.model import RunPlan
from windcrest_core.frame.standing import WANTED_TIP_DEG, Standing, counterweight_g

SLENDER_FREE_MM = 25.0


def frame_findings(
    work: Workpiece,
    runs: list[RunPlan],
    demands: dict[str, Demand],
    balance: Standing,
    ground: dict[str, Array],
) -> list[Finding]:
    return [
        *(finding for run in runs for finding in _weak(work, run, demands[run.id])),
        *(finding for run in runs for finding in _bending(run)),
        *_tipping(work, balance),
        *_pegs(work, runs, ground),
        *_wireless(work),
    ]


def _stronger(work: Workpiece, run: RunPlan, demand: Demand) -> list[Fix]:
    """Ways that hold: strands, an owned wire, the lightest of the catalogue."""
    want, stores = work.context.rules.hold_upright, work.context.stores.wires
    fixes = []
    for label, in_stores in (("from Stores", True), ("to buy", False)):
        easiest = next(
            (
                option
                for strands, wire in _by_ease()
                if (wire.id in stores) == in_stores
                and holds(wire.id, strands, demand, want)
                and (option := tried(wire, strands, demand, want, in_stores)).passes
            ),
            None,
        )
        if easiest is not None:
            several = "" if easiest.strands == 1 else f"{easiest.strands} strands of "
            fixes.append(
                fix(
                    f"Use {several}{easiest.label} ({label})",
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
    return sorted(pairs, key=lambda pair: (pair[0], wire_g_per_mm(pair[1].id)))


def _weak(work: Workpiece, run: RunPlan, demand: Demand) -> list[Finding]:
    chosen, want = run.chosen, work.context.rules.hold_upright
    if not chosen.fails:
        return []
    found, fixes = [], _stronger(work, run, demand)
    weak_up, weak_any = chosen.hold_upright < want, chosen.hold_any_way < 1
    if weak_up or weak_any:
        found.append(
            Finding(
                id="frame.hold.weak",
                station="frame",
                severity="stop" if chosen.hold_upright < 1 or chosen.hold_any_way < 0.5 else "warn",
                subject=run.id,
                title=f"{run.label}: {chosen.label} will bend at the {chosen.weakest_joint}",
                reason="The raw clay beyond the joint bends the wire for good before it is baked: "
                "the limb sags while you work.",
                numbers={
                    "hold_upright": chosen.hold_upright,
                    "wanted_upright": want,
                    "hold_any_way": chosen.hold_any_way,
                    "wanted_any_way": 1.0,
                },
                fixes=fixes,
            )
        )
    if chosen.column is not None and chosen.column < 3:
        found.append(
            Finding(
                id="frame.column.slender",
                station="frame",
                severity="stop" if chosen.column < 1 else "warn",
                subject=run.id,
                title=f"{run.label}: the leg may buckle under the weight above",
                reason="A long thin leg bows sideways before it is crushed; the wire should carry "
                "three times what stands on it.",
                numbers={"column": chosen.column, "wanted": 3.0, "leg_mm": demand.column_mm},
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
                title=f"{run.label}: the wire shows through the clay",
                reason="Under less than its cover the wire prints through, and clay cracks along it.",
                numbers={"bundle_mm": chosen.bundle_mm, "room_mm": run.room_mm},
                fixes=fixes,
            )
        )
    return found


def _bending(run: RunPlan) -> list[Finding]:
    if run.chosen.effort_nmm <= 2500:
        return []
    return [
        Finding(
            id="frame.bend.hard",
            station="frame",
            severity="note",
            subject=run.id,
            title=f"{run.label}: {run.chosen.label} needs a vice or bender",
            reason="Pliers bend up to about 2500 N·mm; above that bends come out uneven. "
            "Wear eye protection when you cut it.",
            numbers={"effort_nmm": run.chosen.effort_nmm},
        )
    ]


def _tipping(work: Workpiece, balance: Standing) -> list[Finding]:
    if balance.tips_at_deg >= WANTED_TIP_DEG:
        return []
    base = work.sheet.base
    slope = math.tan(math.radians(WANTED_TIP_DEG + 0.5))
    short = slope * float(balance.centre[2]) - balance.margin_mm
    grow = math.ceil(2 * short / 5) * 5
    fixes = [
        fix(
            f"Make the base {base.width_mm + grow:.0f} × {base.depth_mm + grow:.0f} mm",
            ("base/width_mm", min(1000.0, base.width_mm + grow)),
            ("base/depth_mm", min(1000.0, base.depth_mm + grow)),
        )
    ]
    toward_y = balance.towards[1]
    if abs(toward_y) > 0.7:
        sign = 1.0 if toward_y > 0 else -1.0
        at = 0.35 * base.depth_mm
        weight = counterweight_g(
            balance.mass_g, sign * float(balance.centre[1]), float(balance.centre[2]),
            base.depth_mm / 2, -at, base.thickness_mm / 2, WANTED_TIP_DEG + 0.3,
        )  # fmt: skip
        if weight < 2000:
            total = base.counterweight_g + math.ceil(weight / 5) * 5
            fixes.append(
                fix(
                    f"Put {total:.0f} g into the base {at:.0f} mm "
                    f"{'behind' if sign > 0 else 'before'} its middle",
                    ("base/counterweight_g", total),
                    ("base/counterweight_back_mm", sign * at),
                )
            )
    return [
        Finding(
            id="frame.stand.tips",
            station="frame",
            severity="stop" if balance.tips_at_deg <= 0 else "warn",
            subject="base",
            title=f"Tips over {balance.towards_words} at {balance.tips_at_deg:.1f}°",
            reason="Its centre of mass is too near the edge of what it stands on; a nudge of the "
            "table is about 10°.",
            numbers={
                "tips_at_deg": balance.tips_at_deg,
                "wanted_deg": WANTED_TIP_DEG,
                "margin_mm": balance.margin_mm,
                "centre_height_mm": float(balance.centre[2]),
            },
            fixes=fixes,
        )
    ]


def _pegs(work: Workpiece, runs: list[RunPlan], ground: dict[str, Array]) -> list[Finding]:
    base = work.sheet.base
    found = []
    outside = [
        joint
        for joint, at in ground.items()
        if abs(at[0]) > base.width_mm / 2 - 5 or abs(at[1]) > base.depth_mm / 2 - 5
    ]
    if outside:
        reach = max(abs(float(c)) for at in ground.values() for c in at)
        size = math.ceil((2 * reach + 20) / 5) * 5
        found.append(
            Finding(
                id="frame.base.small",
                station="frame",
                severity="stop",
                subject="base",
                title="A peg misses the base",
                reason="A peg needs at least 5 mm of base round it or the edge splits out.",
                numbers={"base_mm": base.width_mm, "needed_mm": size},
                fixes=[
                    fix(
                        f"Make the base {max(size, base.width_mm):.0f} × "
                        f"{max(size, base.depth_mm):.0f} mm",
                        ("base/width_mm", max(float(size), base.width_mm)),
                        ("base/depth_mm", max(float(size), base.depth_mm)),
                    )
                ],
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
                    title=f"{run.label}: this foot is off the ground, so its peg is left out",
                    reason="The other foot carries everything in this pose; its wire is judged for it.",
                    numbers={"pegs_in_base": float(len(ground))},
                )
            )
    return found


def _wireless(work: Workpiece) -> list[Finding]:
    """Slender clay that no run goes through."""
    wired = {joint for run in work.sheet.runs for joint in run.path}
    found = []
    for piece in work.clay_pieces:
        part = piece.part
        low, high = piece.solid.bounds
        length = float((high - low).max())
        thin = piece.solid.greatest_thickness_mm
        if (part.bone in wired and part.layer == 0) or part.lies_on is not None:
            continue
        if length < SLENDER_FREE_MM or length < 3 * thin:
            continue
        found.append(
            Finding(
                id="frame.slender.bare",
                station="frame",
                severity="warn",
                subject=part.id,
                title=f"{part.label}: {length:.0f} mm long and {thin:.1f} mm thick without wire",
                reason="It droops while the clay is soft in the oven and snaps once it is cured. "
                "Run wire into it, or bake it apart lying down.",
                numbers={"length_mm": length, "thickness_mm": thin},
                fixes=[fix("Make it apart, baked lying down", (f"part/{part.id}/made_apart", True))]
                if not part.made_apart
                else [],
            )
        )
    return [finding for finding in found if finding.fixes]
