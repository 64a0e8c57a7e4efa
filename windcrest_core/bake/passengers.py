"""What goes into the oven with the clay and may not take it: bought pieces, cores, tape, and what was
painted, glued or wired before a bake that is still to come."""

from __future__ import annotations

from collections.abc import Container, Iterable

import numpy as np

from windcrest_core.bake.model import Passenger
from windcrest_core.bake.outcome import Array
from windcrest_core.bake.ovenful import OvenRun
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue, is_putty
from windcrest_core.facts import Text, said
from windcrest_core.media import LATER_BAKE_C, NOT_AT_ALL_C, Medium
from windcrest_core.sheet.meetings import Lay
from windcrest_core.step_keys import mend_key, step_key

TAPE_C = 80.0  # adhesive of plain masking tape [L]
PAINT_C = LATER_BAKE_C["acrylic"]
DRY: dict[Medium, Text] = {
    "acrylic": said("bake.dry_acrylic_paint"),
    "flexible": said("bake.dry_flexible_paint"),
}
GLUE_C = {"epoxy": 120.0, "instant": 80.0}  # [L]; by product, its label stands above this
LED_C = 100.0  # [L]


def passengers(
    work: Workpiece,
    inside: list[str],
    stock: list[str],
    painted: list[str],
    sim: OvenRun,
    last: int,
    over: bool,
) -> list[Passenger]:
    """Everything that is in or on the figure at a bake beside its clay.

    Parameters
    ----------
    inside : ids of the parts of clay in it. stock : those of the bought pieces. painted : those of the colour areas
        painted between bakes before it. last : its last step.
    over : the bake was run; what was painted or glued since was not in it.
    """
    found = [_stock(work, key, sim, last) for key in stock]
    found += _cores(work, inside, sim, last)
    found += _painted_under(work, inside, sim, last)
    done = [] if over else _areas_done(work)
    found += _painted(work, inside, {*painted, *done}, sim, last)
    if not over:
        found += _glued(work, inside, sim, last)
        found += _wired(work, sim, last)
    return found


def _hottest(trace: Array, last: int) -> float:
    return float(trace[: last + 1].max())


def _stock(work: Workpiece, part_id: str, sim: OvenRun, last: int) -> Passenger:
    """A bought piece is as hot as the surface it lies in, or as the air where it stands free."""
    part = work.sheet.part(part_id)
    material = catalogue().stock_materials[part.stock or ""]
    host = part.lies_on
    trace = sim.temps.surface_c[:, sim.column[host]] if host in sim.column else sim.temps.air_c
    return Passenger(
        what="bought piece",
        id=part.id,
        label=part.label,
        material=material.label,
        limit_c=part.limit_c if part.limit_c is not None else material.limit_c.value,
        peak_c=_hottest(trace, last),
    )


def _cores(work: Workpiece, inside: list[str], sim: OvenRun, last: int) -> list[Passenger]:
    """Cores that cannot take any heat, and the tape round foil: as hot as the clay over them inside."""
    found = []
    for key in inside:
        piece = work.figure.piece(key)
        if piece.core is None:
            continue
        kind = catalogue().cores[piece.part.core]
        peak = _hottest(sim.temps.core_c[:, sim.column[key]], last)
        if kind.limit_c is not None:
            found.append(
                Passenger(
                    what="core",
                    id=key,
                    label=said("bake.core_of_the", part=piece.part.label),
                    material=kind.label,
                    limit_c=kind.limit_c.value,
                    peak_c=peak,
                )
            )
        elif kind.taped:
            found.append(
                Passenger(
                    what="tape",
                    id=key,
                    label=said("bake.tape_round_the_core_of", part=piece.part.label),
                    material=said("bake.masking_tape"),
                    limit_c=TAPE_C,
                    peak_c=peak,
                    harmless=said("bake.its_adhesive_lets_go_which"),
                )
            )
    return found


def _surface(inside: Iterable[str], sim: OvenRun, last: int) -> float:
    columns = [sim.column[key] for key in inside if key in sim.column]
    return float(np.max(sim.temps.surface_c[: last + 1, columns])) if columns else 0.0


def _areas_done(work: Workpiece) -> list[str]:
    """Colour areas whose coats are ticked."""
    return [
        area.id
        for area in work.sheet.colour.areas
        if step_key(area.id, "coats") in work.progress.steps_done
    ]


def _painted(
    work: Workpiece, inside: list[str], areas: Container[str], sim: OvenRun, last: int
) -> list[Passenger]:
    found = []
    for area in work.sheet.colour.areas:
        on = [p.id for p in work.sheet.parts if p.area == area.id and p.id in inside]
        if on and area.id in areas:
            medium = next((row.medium for row in area.passes if row.kind == "base"), None)
            found.append(
                Passenger(
                    what="paint",
                    id=on[0],
                    label=said("bake.paint", area=area.label),
                    material=DRY.get(medium or "acrylic", said("bake.dry_paint")),
                    limit_c=LATER_BAKE_C.get(medium or "acrylic", NOT_AT_ALL_C),
                    peak_c=_surface(on, sim, last),
                )
            )
    return found


def _painted_under(work: Workpiece, inside: list[str], sim: OvenRun, last: int) -> list[Passenger]:
    """Paint that clay was laid over."""
    found = {}
    for part in work.sheet.parts:
        if part.id in inside and isinstance(part.meeting, Lay) and part.meeting.painted:
            for key in part.meeting.hosts:
                found[key] = Passenger(
                    what="paint",
                    id=key,
                    label=said("bake.paint", area=work.sheet.part(key).label),
                    material=said("bake.dry_acrylic_paint"),
                    limit_c=PAINT_C,
                    peak_c=_surface([key], sim, last),
                )
    return list(found.values())


def _glued(work: Workpiece, inside: list[str], sim: OvenRun, last: int) -> list[Passenger]:
    glue = work.context.rules.glue
    found = []
    for part in work.sheet.parts:
        put_on = step_key(part.id, "back" if part.put_back else "join")
        joined = put_on in work.progress.steps_done
        if joined and part.assembled and not is_putty(part.stock):
            hosts = [part.id] if part.id in inside else inside
            found.append(
                Passenger(
                    what="glue",
                    id=part.id,
                    label=said("bake.glue_under_the", part=part.label),
                    material=said("bake.glue", glue=glue),
                    limit_c=GLUE_C[glue],
                    peak_c=_surface(hosts, sim, last),
                )
            )
    for mishap in work.progress.mishaps:
        glued = mend_key(mishap.part, mishap.id, 2) in work.progress.steps_done
        mended = next((p for p in work.sheet.parts if p.id == mishap.part), None)
        if mishap.way == "pin_glue" and glued and mended is not None:
            found.append(
                Passenger(
                    what="glue",
                    id=mended.id,
                    label=said("bake.glue_in_the_mended", mended=mended.label),
                    material=said("bake.glue", glue=glue),
                    limit_c=GLUE_C[glue],
                    peak_c=_surface([mended.id], sim, last),
                )
            )
    return found


def _wired(work: Workpiece, sim: OvenRun, last: int) -> list[Passenger]:
    done = set(work.progress.steps_done)
    air = _hottest(sim.temps.air_c, last)
    found = []
    for light in work.sheet.lights:
        if step_key(f"light_{light.id}", "wire") not in done:
            continue
        cable = catalogue().cables[light.cable]
        limit = min(LED_C, cable.limit_c.value)
        found.append(
            Passenger(
                what="cable",
                id=light.part,
                label=said("bake.light_and_cable", light=light.label),
                material=cable.label,
                limit_c=limit,
                peak_c=air,
            )
        )
    return found
