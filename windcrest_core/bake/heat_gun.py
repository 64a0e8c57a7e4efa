"""A heat gun, or a short set bake: what depth of clay sets, and what else gets hot."""

from __future__ import annotations

from typing import Literal

import numpy as np

from windcrest_core.bake.bodies import heat_body
from windcrest_core.bake.chips import fusing_rate
from windcrest_core.bake.cure import SCORCH_LIMIT
from windcrest_core.bake.firing import Firing, WentIn
from windcrest_core.bake.heat import STEP_S, WALL, HeatBody, temperatures
from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.figure import Piece
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.refused import beyond

GUN_H_W_M2K = 60.0  # a stream of hot air at a hand's breadth [A]
SPREAD_MM = 40.0  # the stream is so broad where it meets the figure [A]
LEAST_C, MOST_C = 60.0, 250.0
MOST_MIN = 15.0
HANDLE_C = 60.0


class Warmed(Frozen):
    """Something near that gets hot too: the most it comes to against what it takes, °C."""

    id: str
    label: str
    peak_c: float
    limit_c: float | None
    harmed: bool


class GunSet(Frozen):
    """What a heat gun does to a part in some minutes. `back_c` is the other side of a thin sheet."""

    part: str
    label: str
    air_c: float
    minutes: float
    set_mm: float
    clay_mm: float
    through: bool
    surface_c: float
    core_c: float
    back_c: float | None
    fusion: float
    scorch: float
    scorch_limit: float
    warmed: list[Warmed]
    cautions: list[Text]


def gun_set(
    work: Workpiece,
    part_id: str,
    air_c: float,
    minutes: float,
    side: Literal["one", "both"] = "one",
) -> GunSet:
    """A part held in the stream of a heat gun.

    Parameters
    ----------
    air_c : of the stream where it meets the clay. side : one face of a thin sheet, or both in turn.

    Raises
    ------
    SheetError : a part that is not of clay, or a temperature or time that no such work takes.
    """
    pieces = {piece.part.id: piece for piece in work.clay_pieces}
    if part_id not in pieces:
        raise SheetError.one("part", part_id, "a part of clay of this figure")
    if not LEAST_C <= air_c <= MOST_C:
        raise beyond("air_c", air_c, least=LEAST_C, most=MOST_C, unit="°C")
    if not 0 < minutes <= MOST_MIN:
        raise SheetError.one("minutes", minutes, f"more than 0, at most {MOST_MIN:.0f} minutes")
    piece = pieces[part_id]
    clay = work.clay(piece.part.clay)
    body = heat_body(work, piece, GUN_H_W_M2K)
    sheet = isinstance(piece.solid, SheetSolid)
    if sheet:
        thick = piece.solid.greatest_thickness_mm
        body = HeatBody(WALL, thick if side == "one" else thick / 2)
    air = np.full(max(1, round(minutes * 60 / STEP_S)) + 1, air_c)
    went_in = WentIn.raw(clay.label_c.value, fusing_rate(work.context.stores, clay.id))
    fired = Firing((body,), air, GUN_H_W_M2K, went_in)
    core, deep = float(fired.temps.core_c[-1, 0]), float(fired.set_mm[-1, 0])
    peak = float(fired.temps.surface_c.max())
    warmed = _warmed(work, piece, air, peak)
    return GunSet(
        part=part_id,
        label=piece.part.label,
        air_c=air_c,
        minutes=minutes,
        set_mm=deep,
        clay_mm=body.clay_mm,
        through=deep >= body.clay_mm - 1e-6,
        surface_c=peak,
        core_c=core,
        back_c=core if sheet and side == "one" else None,
        fusion=float(fired.fusion[-1, 0]),
        scorch=float(fired.scorch[-1, 0]),
        scorch_limit=SCORCH_LIMIT[clay.shade],
        warmed=warmed,
        cautions=_cautions(work, piece, peak, clay.maximum_c.value, warmed),
    )


def _warmed(
    work: Workpiece, piece: Piece, air: np.ndarray[tuple[int], np.dtype[np.float64]], peak: float
) -> list[Warmed]:
    """What stands in the stream beside the part, as hot as the stream at most."""
    low, high = piece.solid.bounds
    found = []
    for other in work.figure.pieces:
        if other.part.id == piece.part.id:
            continue
        start, end = other.solid.bounds
        away = float(np.linalg.norm(np.maximum(0.0, np.maximum(start - high, low - end))))
        if away > SPREAD_MM:
            continue
        # A stream spreads and mixes: what it has above the room halves over half its breadth.
        there = 20.0 + (air - 20.0) * 0.5 ** (away / (SPREAD_MM / 2))
        limit: float | None = None
        if other.part.stock is not None:
            stock = catalogue().stock_materials[other.part.stock]
            limit = other.part.limit_c if other.part.limit_c is not None else stock.limit_c.value
            hottest = float(there.max())
        else:
            hottest = float(
                temperatures(
                    [heat_body(work, other, GUN_H_W_M2K)], there, GUN_H_W_M2K
                ).surface_c.max()
            )
        if hottest >= HANDLE_C:
            harmed = limit is not None and hottest > limit
            found.append(
                Warmed(
                    id=other.part.id,
                    label=other.part.label,
                    peak_c=hottest,
                    limit_c=limit,
                    harmed=harmed,
                )
            )
    return sorted(found, key=lambda row: (not row.harmed, -row.peak_c))


def _cautions(
    work: Workpiece, piece: Piece, peak: float, maximum_c: float, warmed: list[Warmed]
) -> list[Text]:
    told: list[Text] = []
    if peak > maximum_c:
        told.append(said("bake.its_surface_comes_to_above", peak_c=peak, maximum_c=maximum_c))
    near = {row.id for row in warmed} | {piece.part.id}
    if any(light.part in near for light in work.sheet.lights):
        told.append(said("bake.there_is_a_cable_or"))
    harmed = [row.label for row in warmed if row.harmed]
    if harmed:
        told.append(said("bake.shield_these_with_damp_card", harmed=harmed))
    told.append(said("bake.never_near_alcohol_solvents_or"))
    return told
