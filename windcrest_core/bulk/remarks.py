"""Findings of the cores."""

from __future__ import annotations

import math

from windcrest_core.body.masses import STEEL_G_CM3
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.model import PartBulk
from windcrest_core.catalogue import catalogue
from windcrest_core.findings import Finding, fix

VENT_CM3 = 20.0
FILLED = 0.6  # of a core that may be steel [A]


def bulk_findings(work: Workpiece, parts: list[PartBulk]) -> list[Finding]:
    found = []
    for part in parts:
        numbers = {"wall_mm": part.wall_mm, "deepest_mm": part.deepest_mm}
        if part.state == "thin":
            found.append(
                Finding(
                    id="bulk.wall.thin",
                    station="bulk",
                    severity="warn",
                    subject=part.id,
                    title=f"{part.label}: a wall of {part.wall_mm:g} mm shows the foil's dents",
                    reason="Under 3 mm the clay follows every fold of the foil and cracks along it.",
                    numbers=numbers,
                    fixes=[fix("Make the wall 4 mm", (f"part/{part.id}/wall_mm", 4.0))],
                )
            )
        elif part.state == "thick":
            found.append(
                Finding(
                    id="bulk.wall.thick",
                    station="bulk",
                    severity="warn",
                    subject=part.id,
                    title=f"{part.label}: a wall of {part.wall_mm:g} mm is more clay than it needs",
                    reason="Thick clay is heavy, bakes slowly and cracks as it heats.",
                    numbers=numbers,
                    fixes=[fix("Make the wall 6 mm", (f"part/{part.id}/wall_mm", 6.0))],
                )
            )
        elif part.state == "too thick to be solid":
            found.append(
                Finding(
                    id="bulk.solid.thick",
                    station="bulk",
                    severity="warn",
                    subject=part.id,
                    title=f"{part.label}: {2 * part.deepest_mm:.0f} mm of solid clay",
                    reason="So thick a piece of solid clay takes over an hour to fuse through, and its weight "
                    "bends the wire.",
                    numbers=numbers,
                    fixes=[
                        fix(
                            "Give it a foil core under 4 mm",
                            (f"part/{part.id}/core", "foil"),
                            (f"part/{part.id}/wall_mm", 4.0),
                        )
                    ],
                )
            )
    found += _cores_that_melt(work)
    found += _heavy_ballast(work)
    largest = max(parts, key=lambda part: part.core_cm3, default=None)
    if largest is not None and largest.core_cm3 > VENT_CM3:
        found.append(
            Finding(
                id="bulk.core.vent",
                station="bulk",
                severity="note",
                subject=largest.id,
                title="Prick a vent into the core before each bake",
                reason="Air sealed in the foil pushes with about 40 kPa at 135 °C and lifts the clay; "
                "a needle hole underneath lets it out.",
                numbers={"core_cm3": largest.core_cm3},
            )
        )
    return found


def _heavy_ballast(work: Workpiece) -> list[Finding]:
    """More steel than there is core to put it in."""
    found = []
    for piece in work.figure.pieces:
        part = piece.part
        room = work.shares[part.id].core_mm3 * 1e-3 * STEEL_G_CM3 * FILLED
        if part.ballast_g <= max(room, 0.0):
            continue
        most = math.floor(room)
        found.append(
            Finding(
                id="bulk.ballast.large",
                station="bulk",
                severity="stop",
                subject=part.id,
                title=f"{part.label}: {part.ballast_g:.0f} g of steel do not go into its core",
                reason="A core that is nearly all steel has no foil left to hold it: it knocks about "
                "and breaks through the wall. Put it elsewhere, or weight into the base.",
                numbers={"ballast_g": part.ballast_g, "most_g": float(most)},
                fixes=[fix(f"Put {most} g in", (f"part/{part.id}/ballast_g", float(most)))],
            )
        )
    return found


def _cores_that_melt(work: Workpiece) -> list[Finding]:
    """Foam and the like under clay that goes into the oven."""
    shelf = catalogue()
    found = []
    for piece in work.clay_pieces:
        part = piece.part
        kind = shelf.cores.get(part.core)
        label = work.clay(part.clay).label_c.value
        if (
            piece.core is None
            or kind is None
            or kind.limit_c is None
            or kind.limit_c.value >= label
        ):
            continue
        found.append(
            Finding(
                id="bulk.core.melts",
                station="bulk",
                severity="stop",
                subject=part.id,
                title=f"{part.label}: {kind.label} inside melts before the clay is baked",
                reason=f"It takes {kind.limit_c.value:.0f} °C and the clay wants {label:.0f}: it "
                "shrinks away, smells and may burst the wall. Foil takes its place.",
                numbers={"limit_c": kind.limit_c.value, "label_c": label},
                fixes=[fix("Make the core of foil", (f"part/{part.id}/core", "foil"))],
            )
        )
    return found
