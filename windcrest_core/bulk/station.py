"""Station 3: the foil core of each part, and the wall of clay over it."""

from __future__ import annotations

import statistics
from functools import lru_cache

from windcrest_core.body.figure import Piece
from windcrest_core.body.laminate import foil_g_cm2, thick_mm
from windcrest_core.body.limits import SOLID_LIMIT_MM, THICK_WALL_MM, THIN_WALL_MM
from windcrest_core.body.masses import (
    STEEL_G_CM3,
    ballast_at,
    ballast_mm3,
    core_density_g_cm3,
)
from windcrest_core.body.portions import ball_mm
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.hollow import hollow_findings, hollows
from windcrest_core.bulk.inside_steps import hollow_steps, light_steps
from windcrest_core.bulk.light_remarks import light_findings
from windcrest_core.bulk.lights import light_plan
from windcrest_core.bulk.model import Ballast, BulkPlan, PartBulk, WallState
from windcrest_core.bulk.pieces import build_order, core_piece
from windcrest_core.bulk.remarks import bulk_findings
from windcrest_core.bulk.steps import bulk_steps
from windcrest_core.catalogue import catalogue
from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.kept import PER_PART
from windcrest_core.sheet.forms import Layered

OUT_OF_RANGE: tuple[WallState, ...] = ("thin", "thick", "too thick to be solid")


def _state(work: Workpiece, piece: Piece) -> tuple[WallState, float]:
    if piece.part.stock is not None:
        return "bought", 0.0
    if piece.core is None:
        deepest = piece.solid.greatest_thickness_mm / 2
        if piece.part.lies_on is not None:
            skin = work.skin_mm(piece, work.figure.piece(piece.part.lies_on))
            deepest = skin / 2 if skin is not None else deepest
        return ("too thick to be solid" if 2 * deepest > SOLID_LIMIT_MM else "solid"), deepest
    if piece.part.cloth is not None:
        return "in range", piece.wall_mm
    if piece.wall_mm < THIN_WALL_MM:
        return "thin", piece.wall_mm
    if piece.wall_mm > THICK_WALL_MM:
        return "thick", piece.wall_mm
    return "in range", piece.wall_mm


@lru_cache(maxsize=PER_PART)
def _why(
    whole_cm3: float,
    wall_mm: float,
    core_cm3: float,
    packed: float,
    roll: str,
    g_per_m: float,
    source: str,
    assumed: bool,
) -> Why:
    """Kept, since most parts stay as they are while one is moved."""
    return Why(
        formula=said("bulk.core_under_the_wall_less"),
        inputs=[
            Input(name=said("bulk.the_part_outside_others"), value=whole_cm3, unit="cm³"),
            Input(name="wall", value=wall_mm, unit="mm"),
            Input(name="core", value=core_cm3, unit="cm³"),
            Input(name=said("bulk.packed_density"), value=packed, unit="g/cm³"),
            Input(name=roll, value=g_per_m, unit="g/m"),
        ],
        source=said("bulk.volume_by_a_grid_of", source=source),
        assumed=assumed,
    )


def bulk_plan(work: Workpiece, wire_mm3: dict[str, float]) -> BulkPlan:
    """Foil of every part.

    Parameters
    ----------
    wire_mm3 : volume of wire inside each part, which takes the place of foil where there is any.
    """
    shelf, rules = catalogue(), work.context.rules
    foil = shelf.foils[work.context.stores.foil]
    packed = work.packed_g_cm3
    order = build_order(work)
    parts = []
    for piece in work.figure.pieces:
        share = work.shares[piece.part.id]
        steel_mm3 = ballast_mm3(piece.part, share.core_mm3)
        core_mm3 = max(0.0, share.core_mm3 - wire_mm3.get(piece.part.id, 0.0) - steel_mm3)
        state, deepest = _state(work, piece)
        part = piece.part
        kind = shelf.cores.get(part.core)
        of_foil = piece.core is None or kind is None or kind.foil
        core_g = core_mm3 * 1e-3 * core_density_g_cm3(part, packed)
        grams = core_g if of_foil else 0.0
        if isinstance(part.form, Layered):
            cm2 = share.skin_mm3 / thick_mm(part.form.stack) / 100
            grams = cm2 * foil_g_cm2(part.form.stack)
        whole_cm3 = (share.skin_mm3 + share.core_mm3) / 1000
        parts.append(
            PartBulk(
                id=piece.part.id,
                label=piece.part.label,
                whole_cm3=whole_cm3,
                core_cm3=core_mm3 / 1000,
                kind=kind.label if kind is not None and piece.core is not None else "",
                core_g=core_g,
                foil_g=grams,
                foil_m=grams / foil.g_per_m,
                piece=core_piece(
                    piece.core,
                    packed,
                    any(part.bone in run.path for run in work.sheet.runs),
                    kind is not None and kind.taped,
                    order[part.id],
                )
                if piece.core is not None and of_foil
                else None,
                ballast=_ballast(work, piece, steel_mm3),
                core_ball_mm=ball_mm(core_mm3),
                wall_mm=piece.wall_mm,
                deepest_mm=deepest,
                state=state,
                out_of_range=state in OUT_OF_RANGE,
                why=_why(
                    whole_cm3,
                    piece.wall_mm,
                    core_mm3 / 1000,
                    packed,
                    foil.label,
                    foil.g_per_m,
                    work.densities.foil.source,
                    work.densities.foil.assumed,
                ),
            )
        )
    core = sum(part.core_cm3 for part in parts)
    foiled = sum(part.core_cm3 for part in parts if part.foil_g > 0)
    grams = foiled * packed
    density = work.densities.foil
    low, high = density.low, density.high
    packing = said("bulk.packed_density_2", foil_packing=rules.foil_packing)
    inputs = [
        Input(name=said("bulk.core_of_foil"), value=foiled, unit="cm³"),
        Input(name=packing, value=packed, unit="g/cm³"),
    ]
    guessed = density.assumed
    ways_out = hollows(work)
    lights = [light_plan(work, light) for light in work.sheet.lights]
    walls = [piece.wall_mm for piece in work.clay_pieces if piece.core is not None]
    return BulkPlan(
        usual_wall_mm=statistics.median_low(walls) if walls else rules.wall_mm,
        parts=parts,
        hollows=ways_out,
        lights=lights,
        packed_g_cm3=packed,
        other_g=sum(part.core_g for part in parts if part.foil_g <= 0)
        + sum(part.ballast.mass_g for part in parts if part.ballast is not None),
        tape_mm=sum(part.piece.tape_mm for part in parts if part.piece is not None),
        core_cm3=Quantity(
            value=core,
            unit="cm3",
            why=Why(
                formula=said("bulk.sum_of_the_parts_each"),
                inputs=[
                    Input(name=said("bulk.wall_of_house_rules"), value=rules.wall_mm, unit="mm")
                ],
                source=said("bulk.signed_distance_grid_within_on"),
            ),
        ),
        foil_g=Quantity(
            value=grams,
            unit="g",
            low=foiled * low,
            high=foiled * high,
            why=Why(
                formula=said("bulk.core_packed_density"),
                inputs=inputs,
                source=density.source,
                assumed=guessed,
            ),
        ),
        foil_m=Quantity(
            value=grams / foil.g_per_m,
            unit="m",
            low=foiled * low / foil.g_per_m,
            high=foiled * high / foil.g_per_m,
            why=Why(
                formula=said("bulk.grams_of_foil_grams_per"),
                inputs=[
                    Input(name="foil", value=grams, unit="g"),
                    Input(name=foil.label, value=foil.g_per_m, unit="g/m"),
                ],
                source=said("reasons", texts=[foil.source, density.source]),
                assumed=guessed,
            ),
        ),
        findings=[
            *bulk_findings(work, parts),
            *hollow_findings(ways_out),
            *light_findings(work, lights),
        ],
        steps=[
            *bulk_steps(work, parts),
            *hollow_steps(work, ways_out),
            *light_steps(work, lights),
        ],
    )


def _ballast(work: Workpiece, piece: Piece, steel_mm3: float) -> Ballast | None:
    if steel_mm3 <= 0:
        return None
    x, y, z = ballast_at(piece, work.shares[piece.part.id].core_centre).tolist()
    return Ballast(mass_g=steel_mm3 * 1e-3 * STEEL_G_CM3, ball_mm=ball_mm(steel_mm3), at=(x, y, z))
