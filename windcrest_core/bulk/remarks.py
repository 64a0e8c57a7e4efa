"""Findings of the cores."""

from __future__ import annotations

import math

from windcrest_core.body.masses import STEEL_G_CM3, STEEL_SHARE
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.model import PartBulk
from windcrest_core.bulk.steps import squeezing_min
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix

LARGE_G = 300.0  # of foil in one core, about 23 m of roll [A]


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
                    title=said("bulk.wall.thin", part=part.label, wall_mm=part.wall_mm),
                    reason=said("bulk.wall.thin.why"),
                    numbers=numbers,
                    fixes=[
                        fix(
                            said("bulk.make_the_wall", wall_mm=4.0),
                            (f"part/{part.id}/wall_mm", 4.0),
                        )
                    ],
                )
            )
        elif part.state == "thick":
            found.append(
                Finding(
                    id="bulk.wall.thick",
                    station="bulk",
                    severity="warn",
                    subject=part.id,
                    title=said("bulk.wall.thick", part=part.label, wall_mm=part.wall_mm),
                    reason=said("bulk.wall.thick.why"),
                    numbers=numbers,
                    fixes=[
                        fix(
                            said("bulk.make_the_wall", wall_mm=6.0),
                            (f"part/{part.id}/wall_mm", 6.0),
                        )
                    ],
                )
            )
        elif part.state == "too thick to be solid":
            found.append(
                Finding(
                    id="bulk.solid.thick",
                    station="bulk",
                    severity="warn",
                    subject=part.id,
                    title=said("bulk.solid.thick", part=part.label, thick_mm=2 * part.deepest_mm),
                    reason=said("bulk.solid.thick.why"),
                    numbers=numbers,
                    fixes=[
                        fix(
                            said("bulk.give_it_a_foil_core", wall_mm=4.0),
                            (f"part/{part.id}/core", "foil"),
                            (f"part/{part.id}/wall_mm", 4.0),
                        )
                    ],
                )
            )
    found += [_large(work, part) for part in parts if part.foil_g > LARGE_G]
    found += _cores_that_melt(work)
    found += _heavy_ballast(work)
    return found


def _large(work: Workpiece, part: PartBulk) -> Finding:
    """A core that nobody squeezes of foil."""
    cage = catalogue().cores["cage"].density_g_cm3
    assert cage is not None
    return Finding(
        id="bulk.core.large",
        station="bulk",
        severity="warn",
        subject=part.id,
        title=said("bulk.core.large", part=part.label, foil_mm=part.foil_m * 1000),
        reason=said(
            "bulk.core.large.why",
            squeezing_min=squeezing_min(part.core_cm3),
            core_g=part.core_g,
            cage_g=part.core_cm3 * cage.value,
        ),
        numbers={"core_cm3": part.core_cm3, "foil_g": part.foil_g},
        fixes=[fix(said("bulk.make_it_a_cage"), (f"part/{part.id}/core", "cage"))],
    )


def _heavy_ballast(work: Workpiece) -> list[Finding]:
    """More steel than there is core to put it in."""
    found = []
    for piece in work.figure.pieces:
        part = piece.part
        room = work.shares[part.id].core_mm3 * 1e-3 * STEEL_G_CM3 * STEEL_SHARE
        if part.ballast_g <= max(room, 0.0):
            continue
        most = math.floor(room)
        found.append(
            Finding(
                id="bulk.ballast.large",
                station="bulk",
                severity="stop",
                subject=part.id,
                title=said("bulk.ballast.large", part=part.label, ballast_g=part.ballast_g),
                reason=said("bulk.ballast.large.why"),
                numbers={"ballast_g": part.ballast_g, "most_g": float(most)},
                fixes=[
                    fix(
                        said("bulk.put_in", most_g=most), (f"part/{part.id}/ballast_g", float(most))
                    )
                ],
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
                title=said("bulk.core.melts", part=part.label, kind=kind.label),
                reason=said("bulk.core.melts.why", limit_c=kind.limit_c.value, label_c=label),
                numbers={"limit_c": kind.limit_c.value, "label_c": label},
                fixes=[fix(said("bulk.make_the_core_of_foil"), (f"part/{part.id}/core", "foil"))],
            )
        )
    return found
