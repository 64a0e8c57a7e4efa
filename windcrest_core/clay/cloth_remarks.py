"""What is wrong with cloth: a plug where it should be a sheet, what comes through it with no slit, foil that is lost."""

from __future__ import annotations

import math

import numpy as np

from windcrest_core.body.bent_solids import SheetSolid
from windcrest_core.body.cloth import HangingSolid, cloth_mm
from windcrest_core.body.figure import Piece, folded, skin_over_mm
from windcrest_core.body.folds import LEAST_PITCH
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.laminate import (
    clay_mm,
    inlays_g_cm2,
    overhang_mm,
    standing_out,
    wires_for,
)
from windcrest_core.body.slits import slits_for
from windcrest_core.body.soft_clay import FLEXIBLE_STRAIN, RIGID_STRAIN, least_radius_mm
from windcrest_core.body.solids import Solid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import said
from windcrest_core.findings import Finding, fix
from windcrest_core.sheet.forms import MOST_SLITS, ClayLayer, Hangs, Layer, MeshLayer, SolidClay
from windcrest_core.sheet.meetings import Glue, Pin
from windcrest_core.strength import yield_moment_nmm

PLEATED = 3  # sheets on one another in a pleat
CLOSES_MM = 0.5  # that glue closes [A]
DEPTHS = 200  # looked at beneath each corner
PLUG = 3.0  # times what a sheet would take
STEEP = 0.35  # of its length, that it stands out: about 20° off straight down [A]
STAY_MM, STAY_MPA = 1.0, 250.0  # annealed steel laid in
MESHES = ((0.3, 2.5), (0.5, 6.0), (0.8, 6.0))  # wire and pitch of woven steel, the lightest first
NARROW = 1.5  # times its thickness: a narrower tube has no room for its wall


def cloth_findings(work: Workpiece) -> list[Finding]:
    found = []
    for piece in work.clay_pieces:
        for finding in (
            _plug(work, piece),
            _foil_lost(piece),
            _narrow(piece),
            _stands_out(work, piece),
            _folds(piece),
            _flat_on_round(work, piece),
        ):
            if finding is not None:
                found.append(finding)
        found += _through(work, piece)
    return found


def _plug(work: Workpiece, piece: Piece) -> Finding | None:
    """Cloth round the body that is counted as clay all through."""
    part, solid = piece.part, piece.solid
    ready = part.texture == "cloth" and part.meeting.hosts and not part.apart
    if not ready or not isinstance(solid, FrustumSolid) or not isinstance(part.form, SolidClay):
        return None
    thick = cloth_mm(work.figure.height_mm)
    side_mm2 = math.pi * (solid.r1 + solid.r2) * math.hypot(solid.h, solid.r1 - solid.r2)
    density = work.densities.clay(part.clay).value
    sheet_g = side_mm2 * (1 + solid.depth) / 2 * thick * 1e-3 * density
    plug_g = work.masses[part.id].skin_g
    if plug_g < PLUG * sheet_g:
        return None
    return Finding(
        id="clay.cloth.plug",
        station="clay",
        severity="note",
        subject=part.id,
        title=said("clay.cloth.plug", part=part.label, plug_g=plug_g),
        reason=said("clay.cloth.plug.why", thick_mm=thick, sheet_g=sheet_g),
        numbers={"plug_g": plug_g, "sheet_g": sheet_g},
        fixes=[
            fix(
                said("clay.let_it_hang", thick_mm=thick),
                (f"part/{part.id}/form", {"kind": "hang", "thickness_mm": thick}),
            )
        ],
    )


def _foil_lost(piece: Piece) -> Finding | None:
    """A sheet too thin for the core that is asked for."""
    part, solid = piece.part, piece.solid
    asked = isinstance(part.form, SolidClay) and part.form.core in ("foil", "foil_tape")
    if not asked or not isinstance(solid, SheetSolid) or piece.core is not None:
        return None
    half = max(0.3, round((solid.t - 0.016) / 2, 2))
    clay = {"of": "clay", "thickness_mm": half}
    return Finding(
        id="clay.sheet.foil",
        station="clay",
        severity="note",
        subject=part.id,
        title=said("clay.sheet.foil", part=part.label, thick_mm=solid.t),
        reason=said("clay.sheet.foil.why"),
        numbers={"thick_mm": solid.t},
        fixes=[
            fix(
                said("clay.lay_foil_between", half_mm=half),
                (f"part/{part.id}/form", {"kind": "laid", "stack": [clay, {"of": "foil"}, clay]}),
            ),
            fix(said("clay.leave_the_foil_out"), (f"part/{part.id}/core", "wire")),
        ],
    )


def _narrow(piece: Piece) -> Finding | None:
    """Cloth thicker than there is room for."""
    if not isinstance(piece.solid, HangingSolid):
        return None
    least = min(min(tube.r1, tube.r2) * min(1.0, tube.depth) for tube in piece.solid.tubes)
    if least >= NARROW * piece.solid.t:
        return None
    thin = max(0.5, math.floor(10 * least / NARROW) / 10)
    return Finding(
        id="clay.cloth.narrow",
        station="clay",
        severity="stop",
        subject=piece.part.id,
        title=said("clay.cloth.narrow", part=piece.part.label, thick_mm=piece.solid.t),
        reason=said("clay.cloth.narrow.why", least_mm=2 * least),
        numbers={"thick_mm": piece.solid.t, "least_mm": 2 * least},
        fixes=[
            fix(
                said("clay.roll_it_thinner", thin_mm=thin),
                (f"part/{piece.part.id}/form/thickness_mm", thin),
            )
        ]
        if thin < piece.solid.t
        else [],
    )


def _through(work: Workpiece, piece: Piece) -> list[Finding]:
    """A tail, a wing, an arm that goes through the side of what hangs, where nothing is left open."""
    form = piece.part.form
    needed = slits_for(work.figure, piece)
    if not needed or not isinstance(form, Hangs):
        return []
    slits = [row.model_dump(mode="json") for row in (*form.slits, *needed.values())]
    others = [work.figure.piece(key).part.label for key in needed]
    first = next(iter(needed.values()))
    return [
        Finding(
            id="clay.cloth.through",
            station="clay",
            severity="warn",
            subject=piece.part.id,
            title=said("clay.cloth.through", part=piece.part.label, others=others),
            reason=said("clay.cloth.through.why"),
            numbers={"middle_deg": first.middle_deg, "wide_deg": first.wide_deg},
            fixes=[
                fix(
                    said("clay.slit_it_for", others=others),
                    (f"part/{piece.part.id}/form/slits", slits),
                )
            ]
            if len(slits) <= MOST_SLITS
            else [],
        )
    ]


def _stands_out(work: Workpiece, piece: Piece) -> Finding | None:
    """A cape in the wind: flat, further out than it bears itself while it is raw, with nothing in it."""
    part, solid = piece.part, piece.solid
    flat = part.texture == "cloth" and part.lies_on is not None
    if not flat or not isinstance(solid, SheetSolid) or part.apart or work.sheet.has_wire(part):
        return None
    others = [other.solid for other in work.figure.pieces if other is not piece]
    away, out, long = standing_out(solid, others)
    bears = work.bears_mm(piece)
    if min(away, out) < STEEP * long or math.sqrt(out * long) <= bears:
        return None
    flat_mm = np.asarray(solid.outline_xz)
    broad = float(np.ptp(flat_mm[:, 0]))
    mass = work.masses[part.id]
    g_cm2 = mass.total_g / (solid.area_mm2 / 100)
    holds = yield_moment_nmm(STAY_MM, STAY_MPA)
    wires = max(2, wires_for(out, long, broad, g_cm2, holds))
    half = max(0.3, round(solid.t / 2, 2))
    clay = {"of": "clay", "thickness_mm": half}
    fixes = []
    for wire_mm, pitch_mm in MESHES:
        mesh = MeshLayer(wire_mm=wire_mm, pitch_mm=pitch_mm)
        one = ClayLayer(thickness_mm=half)
        sheets: list[Layer] = [one, mesh, one]
        density = work.densities.clay(part.clay).value
        if overhang_mm(sheets, clay_mm(sheets) / 10 * density + inlays_g_cm2(sheets)) > math.sqrt(
            out * long
        ):
            stack = [clay, mesh.model_dump(mode="json"), clay]
            fixes.append(
                fix(
                    said("clay.lay_mesh_between", wire_mm=wire_mm, pitch_mm=pitch_mm),
                    (f"part/{part.id}/form", {"kind": "laid", "stack": stack}),
                )
            )
            break
    return Finding(
        id="clay.cloth.out",
        station="clay",
        severity="note",
        subject=part.id,
        title=said("clay.cloth.out", part=part.label, out_mm=out),
        reason=said("clay.cloth.out.why", bears_mm=bears, wires=wires, stay_mm=STAY_MM),
        numbers={"out_mm": out, "bears_mm": bears, "wires": float(wires)},
        fixes=fixes,
    )


def _flat_on_round(work: Workpiece, piece: Piece) -> Finding | None:
    """A sheet that is baked flat and glued on what is rounder than it then bends."""
    part, solid = piece.part, piece.solid
    if not isinstance(part.meeting, Glue | Pin) or not isinstance(solid, SheetSolid):
        return None
    if part.lies_on is None or part.stock is not None:
        return None
    host = work.figure.piece(part.lies_on)
    if skin_over_mm(piece, host) is None:
        return None
    gap, radius = stands_off(solid, host.solid)
    flexible = work.clay(part.clay).flexible
    bends_to = least_radius_mm(solid.t, FLEXIBLE_STRAIN)
    if gap <= CLOSES_MM or radius >= least_radius_mm(
        solid.t, FLEXIBLE_STRAIN if flexible else RIGID_STRAIN
    ):
        return None
    fixes = [
        fix(
            said("clay.bake_it_where_it_goes", host=host.part.label),
            (f"part/{part.id}/meeting", {"kind": "rest", "hosts": part.meeting.hosts}),
        )
    ]
    if not flexible and radius >= bends_to:
        fixes.append(fix(said("clay.use_flexible_clay"), (f"part/{part.id}/clay", "flexible")))
    return Finding(
        id="clay.sheet.round",
        station="clay",
        severity="warn",
        subject=part.id,
        title=said("clay.sheet.round", part=part.label, host=host.part.label),
        reason=said(
            "clay.sheet.round.why",
            gap_mm=gap,
            radius_mm=radius,
            thick_mm=solid.t,
            rigid_mm=least_radius_mm(solid.t, RIGID_STRAIN),
            flexible_mm=bends_to,
        ),
        numbers={"gap_mm": gap, "radius_mm": radius},
        fixes=fixes,
    )


def stands_off(sheet: SheetSolid, host: Solid) -> tuple[float, float]:
    """How far the edge of a flat sheet is off a host it lies on, straight down, mm, and the radius that bends it there
    by: (w² + g²)/2g half its width w away; nought where it reaches over the host's edge and stands free.
    """
    flat = np.asarray(sheet.outline_xz)
    corners = np.column_stack([flat[:, 0], 0 * flat[:, 0], flat[:, 1]])
    places = sheet.origin + np.concatenate([[corners.mean(axis=0)], corners]) @ sheet.frame.T
    normal = sheet.frame[:, 1]
    down = -normal if float((sheet.centre - host.centre) @ normal) > 0 else normal
    deep = np.linspace(0.0, host.greatest_thickness_mm, DEPTHS)
    x, y, z = (places[:, None] + deep[None, :, None] * down).reshape(-1, 3).astype(np.float32).T
    within = (host.world_distance(x, y, z) <= 0).reshape(len(places), DEPTHS)
    if not within.any(axis=1).all():
        return 0.0, math.inf
    under = deep[within.argmax(axis=1)]
    gaps = under[1:] - under[0]
    widest = int(np.argmax(gaps))
    gap = float(gaps[widest])
    wide = float(np.linalg.norm(places[1 + widest] - places[0]))
    return gap, (wide**2 + gap**2) / (2 * gap) if gap > 0 else math.inf


def _folds(piece: Piece) -> Finding | None:
    """Folds closer than clay goes, or none at all where some are asked for."""
    form, solid, part = piece.part.form, piece.solid, piece.part
    if not isinstance(form, Hangs) or form.folds is None or not isinstance(solid, HangingSolid):
        return None
    body = solid.tubes[0]
    falls = folded(form, body)
    if falls is None:
        waist, hem = sorted(body.middle)
        share = math.ceil(10 * (1.3 * hem - waist) / (body.h / body.lean)) / 10
        fixes = [
            fix(
                said("clay.cut_a_full_circle", share=share),
                (f"part/{part.id}/form/folds/share", share),
            )
        ]
        return Finding(
            id="clay.cloth.flat",
            station="clay",
            severity="note",
            subject=part.id,
            title=said("clay.cloth.flat", part=part.label),
            reason=said("clay.cloth.flat.why"),
            numbers={"share": form.folds.share},
            fixes=fixes if form.folds.share < share <= 2 else [],
        )
    if falls.layers > PLEATED:
        waist, hem = sorted(body.middle)
        share = math.floor(20 * (PLEATED * hem - waist) * body.lean / body.h) / 20
        return Finding(
            id="clay.cloth.pleats",
            station="clay",
            severity="warn",
            subject=part.id,
            title=said("clay.cloth.pleats", part=part.label),
            reason=said(
                "clay.cloth.pleats.why", layers=falls.layers, thick_mm=falls.layers * solid.t
            ),
            numbers={"layers": float(falls.layers), "under_mm": falls.depth_mm},
            fixes=[
                fix(
                    said("clay.cut_a_full_circle", share=share),
                    (f"part/{part.id}/form/folds/share", share),
                )
            ]
            if 0.25 <= share < form.folds.share
            else [],
        )
    least = LEAST_PITCH * solid.t
    if falls.pitch_mm >= least:
        return None
    number = int(falls.pitch_mm * form.folds.number / least)
    return Finding(
        id="clay.cloth.folds",
        station="clay",
        severity="warn",
        subject=part.id,
        title=said("clay.cloth.folds", part=part.label, thick_mm=solid.t),
        reason=said("clay.cloth.folds.why", least_mm=least),
        numbers={"pitch_mm": falls.pitch_mm, "least_mm": least},
        fixes=[
            fix(
                said("clay.fewer_folds", number=number),
                (f"part/{part.id}/form/folds/number", number),
            )
        ]
        if number >= 3
        else [],
    )
