"""Sheets in layers: what they weigh, how stiff they are when cured, how far they bear themselves raw.

Source: SCIENCE 3b, Laminates. Moduli and strength of card, cold raw clay and cured clay assumed.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.soft_clay import longest_overhang_mm
from windcrest_core.body.solids import Solid
from windcrest_core.catalogue import catalogue
from windcrest_core.sheet.forms import CardLayer, ClayLayer, FoilLayer, Layer, Layered, MeshLayer
from windcrest_core.sheet.parts import Part

CLAY_MPA, FOIL_MPA, CARD_MPA = 1500.0, 69_000.0, 3_000.0  # Young's moduli; clay and card [A]
CARD_BREAKS_MPA = 20.0  # [A]
MESH_MPA = {"steel": 200_000.0, "aluminium": 69_000.0}
MESH_YIELDS_MPA = {"steel": 250.0, "aluminium": 34.2}  # soft
G_CM3 = {"steel": 7.85, "aluminium": 2.70, "card": 0.70}
CLAY_G_CM3 = 1.75  # that of `longest_overhang_mm`
SAFETY, SAG_MM = 1.5, 1.0
N_PER_MM2 = 9.80665e-5  # of a sheet of 1 g/cm²


@dataclass(frozen=True)
class Inlay:
    """What is laid into clay: the area of it weighs so many g/cm², and it adds so many mm."""

    g_cm2: float
    mm: float


def inlay_of(layer: Layer) -> Inlay:
    """What a layer is beside clay; nothing of clay itself. Mesh is pressed into the clay and adds no thickness."""
    match layer:
        case FoilLayer():
            mm = catalogue().foils[layer.id].thickness_um * 1e-3
            return Inlay(G_CM3["aluminium"] * mm / 10, mm)
        case CardLayer():
            return Inlay(G_CM3["card"] * layer.thickness_mm / 10, layer.thickness_mm)
        case MeshLayer():
            wires_mm = 2 * math.pi / 4 * layer.wire_mm**2 / layer.pitch_mm
            return Inlay(G_CM3[layer.metal] * wires_mm / 10, 0.0)
    return Inlay(0.0, 0.0)


def clay_mm(stack: list[Layer]) -> float:
    """Thickness of all its clay."""
    return sum(layer.thickness_mm for layer in stack if isinstance(layer, ClayLayer))


def thick_mm(stack: list[Layer]) -> float:
    """Thickness of all its layers."""
    return clay_mm(stack) + sum(inlay_of(layer).mm for layer in stack)


def inlays_g_cm2(stack: list[Layer]) -> float:
    """What is beside its clay."""
    return sum(inlay_of(layer).g_cm2 for layer in stack)


def foil_g_cm2(stack: list[Layer]) -> float:
    """What of it is foil."""
    return sum(inlay_of(layer).g_cm2 for layer in stack if isinstance(layer, FoilLayer))


def stiffened(stack: list[Layer]) -> float:
    """EI of a cured stack of clay, foil and card over that of its clay alone (transformed section).

    Examples
    --------
    >>> clay, foil = ClayLayer(thickness_mm=1), FoilLayer(id="kitchen")
    >>> round(stiffened([clay, foil, clay]), 3), round(stiffened([clay, clay, foil]), 2)
    (1.024, 1.82)
    """
    moduli = {"clay": CLAY_MPA, "foil": FOIL_MPA, "card": CARD_MPA}
    at, rows = 0.0, []
    for layer in stack:
        mm = layer.thickness_mm if isinstance(layer, ClayLayer) else inlay_of(layer).mm
        if mm > 0:
            rows.append((moduli[layer.of], mm, at + mm / 2))
        at += mm
    whole = sum(e * mm for e, mm, _ in rows)
    neutral = sum(e * mm * y for e, mm, y in rows) / whole
    ei = sum(e * (mm**3 / 12 + mm * (y - neutral) ** 2) for e, mm, y in rows)
    return float(ei / (CLAY_MPA * clay_mm(stack) ** 3 / 12))


def overhang_mm(stack: list[Layer], g_cm2: float, down: bool = False) -> float:
    """Longest unwired overhang of a hot raw stack, mm.

    Foil in the middle, or on the face that is pressed together, adds nothing; on the stretched face σt²/4 becomes
    σt²/2. Mesh and card bear alone: the less of their own yield with a safety of 1.5 and of 1 mm of sag,
    (8 EI/w)^¼.

    Parameters
    ----------
    g_cm2 : of all of it. down : the face that its last layer is on hangs downwards.

    Examples
    --------
    >>> clay, foil = ClayLayer(thickness_mm=2), FoilLayer(id="kitchen")
    >>> round(overhang_mm([clay, foil], 0.3543), 1), round(overhang_mm([foil, clay], 0.3543), 1)
    (17.5, 12.4)
    """
    clay = clay_mm(stack)
    alone = longest_overhang_mm(clay, True) * math.sqrt(CLAY_G_CM3 * clay / 10 / g_cm2)
    upper = stack[0] if down else stack[-1]
    bears = [alone * (math.sqrt(2) if isinstance(upper, FoilLayer) else 1.0)]
    load = g_cm2 * N_PER_MM2
    for layer in stack:
        match layer:
            case MeshLayer():
                yields = MESH_YIELDS_MPA[layer.metal] * math.pi * layer.wire_mm**3 / 32
                ei = MESH_MPA[layer.metal] * math.pi * layer.wire_mm**4 / 64
                bears.append(_borne_mm(yields / layer.pitch_mm, ei / layer.pitch_mm, load))
            case CardLayer():
                t = layer.thickness_mm
                bears.append(_borne_mm(CARD_BREAKS_MPA * t**2 / 6, CARD_MPA * t**3 / 12, load))
    return float(max(bears))


def _borne_mm(yields: float, ei: float, load: float) -> float:
    """By what yields at a moment of N·mm per mm of width and is EI N·mm² per mm stiff, under N/mm²."""
    return min(math.sqrt(2 * yields / SAFETY / load), float((8 * ei * SAG_MM / load) ** 0.25))


def clay_share(part: Part) -> float:
    """How much of a part's own volume is clay."""
    if not isinstance(part.form, Layered):
        return 1.0
    return clay_mm(part.form.stack) / thick_mm(part.form.stack)


def standing_out(solid: SheetSolid, others: Sequence[Solid]) -> tuple[float, float, float]:
    """How far the end of a flat piece is from all else, how far it reaches out along itself from where it lies on
    something, and how long it is from there, mm.

    Parameters
    ----------
    others : all that it may lie on.
    """
    flat = np.asarray(solid.outline_xz)
    corners = solid.origin + flat @ solid.frame[:, [0, 2]].T
    x, y, z = corners.astype(np.float32).T
    away = np.min([one.world_distance(x, y, z) for one in others], axis=0)
    long = abs(float(flat[int(np.argmax(away)), 1] - flat[int(np.argmin(away)), 1]))
    level = float(np.hypot(solid.frame[0, 2], solid.frame[1, 2]))
    return float(away.max()), long * level, long


def wires_for(out_mm: float, long_mm: float, broad_mm: float, g_cm2: float, wire_nmm: float) -> int:
    """How many wires of a moment hold a flat piece that stands out, with a safety of 1.5: its weight on half its
    reach."""
    newton = g_cm2 * N_PER_MM2 * long_mm * broad_mm
    return math.ceil(SAFETY * newton * out_mm / 2 / wire_nmm)
