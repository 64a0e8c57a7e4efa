"""Findings of the lights."""

from __future__ import annotations

import math

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.lights import BASE_SKIN_MM, LEAST_OVER_V, LightPlan
from windcrest_core.catalogue import Cable, Cell, Led, catalogue
from windcrest_core.facts import Said, said
from windcrest_core.findings import Finding, fix
from windcrest_core.sheet.insides import IN_BASE, Light


def light_findings(work: Workpiece, plans: list[LightPlan]) -> list[Finding]:
    """What is wrong with the lights."""
    shelf = catalogue()
    told: list[Finding] = []
    for light, row in zip(work.sheet.lights, plans, strict=True):
        cell, cable = shelf.cells[light.cell], shelf.cables[light.cable]
        if row.resistor_ohm is None:
            told.append(_weak(light, shelf.leds[light.led], cell))
        if not row.fits:
            told.append(_large(light, row, cell))
        if row.tightest is not None and row.tightest.radius_mm < row.least_bend_mm:
            told.append(_tight(light, row, cable))
        if cable.limit_c.value < _hottest(work):
            told.append(_hot(light, cable, _hottest(work)))
    return told


def _hottest(work: Workpiece) -> float:
    labels = [work.clay(piece.part.clay).label_c.value for piece in work.clay_pieces]
    return max(labels, default=0.0)


def _weak(light: Light, led: Led, cell: Cell) -> Finding:
    strong = [
        other.id
        for other in catalogue().cells.values()
        if other.volts - led.forward_v.value >= LEAST_OVER_V
    ]
    return Finding(
        id="bulk.light.weak",
        station="bulk",
        severity="stop",
        subject=light.part,
        title=said("bulk.light.weak", light=light.label, volts=cell.volts),
        reason=said("bulk.light.weak.why", led=led.label, forward_v=led.forward_v.value),
        numbers={"cell_v": cell.volts, "forward_v": led.forward_v.value},
        fixes=[
            fix(
                said("bulk.feed_it_from", cells=catalogue().cells[key].label),
                (f"light/{light.id}/cell", key),
            )
            for key in strong[:2]
        ],
    )


def _large(light: Light, row: LightPlan, cell: Cell) -> Finding:
    ways = []
    if light.cell_in != IN_BASE:
        ways.append(fix(said("bulk.put_the_cell_in_the"), (f"light/{light.id}/cell_in", IN_BASE)))
    else:
        ways.append(
            fix(
                said("bulk.make_the_base_as_thick"),
                ("base/thickness_mm", math.ceil(row.cavity_mm[2] + BASE_SKIN_MM)),
            )
        )
    return Finding(
        id="bulk.cell.large",
        station="bulk",
        severity="warn",
        subject=light.part,
        title=said("bulk.cell.large", light=light.label, cell=cell.label),
        reason=said("bulk.cell.large.why", needed=_size(row.cavity_mm), room=_size(row.room_mm)),
        numbers={"needed_mm": row.cavity_mm[0], "room_mm": row.room_mm[0]},
        fixes=ways,
    )


def _tight(light: Light, row: LightPlan, cable: Cable) -> Finding:
    assert row.tightest is not None
    thin = min(catalogue().cables.values(), key=lambda other: other.across_mm)
    return Finding(
        id="bulk.cable.tight",
        station="bulk",
        severity="warn",
        subject=light.part,
        title=said(
            "bulk.cable.tight",
            light=light.label,
            radius_mm=row.tightest.radius_mm,
            joint=row.tightest.joint.replace("_", " "),
        ),
        reason=said("bulk.cable.tight.why"),
        numbers={
            "radius_mm": row.tightest.radius_mm,
            "least_mm": row.least_bend_mm,
            "angle_deg": row.tightest.angle_deg,
        },
        fixes=[fix(said("bulk.use", thin=thin.label), (f"light/{light.id}/cable", thin.id))]
        if thin.id != cable.id
        else [],
    )


def _hot(light: Light, cable: Cable, label_c: float) -> Finding:
    return Finding(
        id="bulk.cable.melts",
        station="bulk",
        severity="stop",
        subject=light.part,
        title=said("bulk.cable.melts", light=light.label, cable=cable.label),
        reason=said("bulk.cable.melts.why", limit_c=cable.limit_c.value, label_c=label_c),
        numbers={"limit_c": cable.limit_c.value, "label_c": label_c},
        fixes=[
            fix(said("bulk.use_a_silicone_covered_pair"), (f"light/{light.id}/cable", "silicone"))
        ],
    )


def _size(sizes_mm: tuple[float, float, float]) -> Said:
    long_mm, broad_mm, thick_mm = sizes_mm
    return said("bulk.size", long_mm=long_mm, broad_mm=broad_mm, thick_mm=thick_mm)
