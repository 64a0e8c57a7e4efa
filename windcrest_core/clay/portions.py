"""Each piece of clay as it is best begun, with the measure to cut it by."""

from __future__ import annotations

import math
from typing import Literal

from windcrest_core.body.bent_solids import CoilSolid, SheetSolid
from windcrest_core.body.cloth import ClothSolid
from windcrest_core.body.figure import Piece, skin_over_mm
from windcrest_core.body.frustum import FrustumSolid
from windcrest_core.body.laminate import clay_mm
from windcrest_core.body.portions import (
    ball_mm,
    cone_base_mm,
    drop_across_mm,
    sheet_cm2,
    snake_mm,
)
from windcrest_core.body.solids import BoxSolid, RoundConeSolid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen
from windcrest_core.sheet.forms import ClayLayer, Layered

Form = Literal["ball", "snake", "cone", "drop", "sheet", "strip", "strands"]
LONG = 2.5  # times as long as thick: a snake and not a ball [A]
POINTED = 0.55  # end radius over start radius: a cone [A]
FLAT = 0.3  # times as thick as broad: a sheet [A]
STRIP = 4.0  # times as long as broad [A]
STRAND_MM = 2.0  # of hair or fur laid as coils [A]
NEAR = 0.1  # of a thickness that is not worth another sheet [A]
OVERLAP = 1.1  # of a sheet laid round a core, for the seam [A]


class Portion(Frozen):
    """What to begin a piece from. Only what the form has is given; `setting` is the sheet machine's,
    `layers` how many sheets of it are laid on one another."""

    form: Form
    count: int = 1
    across_mm: float | None = None
    length_mm: float | None = None
    thickness_mm: float | None = None
    area_cm2: float | None = None
    setting: int | None = None
    layers: int | None = None


def cloth_setting(thickness_mm: float, settings_mm: list[float]) -> tuple[int, int]:
    """The same for cloth: one sheet where a setting comes within a tenth of it."""
    off, setting = min((abs(mm - thickness_mm), k + 1) for k, mm in enumerate(settings_mm))
    if off <= NEAR * thickness_mm:
        return setting, 1
    return sheet_setting(thickness_mm, settings_mm)


def sheet_setting(thickness_mm: float, settings_mm: list[float]) -> tuple[int, int]:
    """Setting, counted from 1, and how many sheets of it make a thickness most nearly.

    Examples
    --------
    >>> sheet_setting(1.5, [3.2, 2.4, 1.6, 0.8]), sheet_setting(6, [3.2, 2.4, 1.6, 0.8])
    ((3, 1), (1, 2))
    """
    thickest = max(settings_mm)
    least = max(1, math.ceil(thickness_mm / (1.1 * thickest)))
    choices = [
        (abs(n * mm - thickness_mm), n, k + 1)
        for n in (least, least + 1)
        for k, mm in enumerate(settings_mm)
    ]
    _, layers, setting = min(choices)
    return setting, layers


def _flat(volume_mm3: float, thickness_mm: float, settings_mm: list[float], long: bool) -> Portion:
    setting, layers = sheet_setting(thickness_mm, settings_mm)
    return Portion(
        form="strip" if long else "sheet",
        thickness_mm=thickness_mm,
        area_cm2=sheet_cm2(volume_mm3, thickness_mm),
        setting=setting,
        layers=layers,
    )


def portion_of(work: Workpiece, piece: Piece, volume_mm3: float) -> Portion:
    """The form to begin a part's clay in.

    A wall over a core is a sheet as thick as the wall; hair and fur are strands; else what the
    part's own shape is nearest to.
    """
    settings = work.context.rules.sheet_settings_mm
    solid, part = piece.solid, piece.part
    if volume_mm3 <= 0:
        return Portion(form="ball", across_mm=0.0)
    if isinstance(solid, ClothSolid):
        setting, layers = cloth_setting(solid.t, settings)
        found = _flat(volume_mm3, solid.t, settings, False)
        area_cm2 = (found.area_cm2 or 0.0) * OVERLAP
        return found.model_copy(update={"area_cm2": area_cm2, "setting": setting, "layers": layers})
    if piece.core is not None:
        found = _flat(volume_mm3, piece.wall_mm, settings, False)
        return found.model_copy(update={"area_cm2": (found.area_cm2 or 0.0) * OVERLAP})
    _, half = solid.half_extents
    small, middle, large = sorted(2 * float(h) for h in half)
    length = large
    if part.texture in ("hair", "fur"):
        count = max(1, round(snake_mm(volume_mm3, STRAND_MM) / length))
        each = snake_mm(volume_mm3 / count, STRAND_MM)
        return Portion(form="strands", count=count, across_mm=STRAND_MM, length_mm=each)
    if isinstance(part.form, Layered):
        sheets = [layer for layer in part.form.stack if isinstance(layer, ClayLayer)]
        return _flat(volume_mm3, clay_mm(part.form.stack) / len(sheets), settings, False)
    if isinstance(solid, SheetSolid):
        return _flat(volume_mm3, solid.t, settings, large > STRIP * middle)
    if (
        part.lies_on is not None
        and isinstance(solid, RoundConeSolid | FrustumSolid)
        and solid.h > max(solid.r1, solid.r2)
        and skin_over_mm(piece, work.figure.piece(part.lies_on)) is not None
    ):
        round_mm2 = math.pi * (solid.r1 + solid.r2) * solid.h
        return _flat(volume_mm3, volume_mm3 / round_mm2, settings, True)
    if isinstance(solid, BoxSolid) or small < FLAT * middle:
        return _flat(volume_mm3, small, settings, large > STRIP * middle)
    thick = solid.greatest_thickness_mm
    if length < LONG * thick:
        pointed = isinstance(solid, RoundConeSolid | FrustumSolid) and (
            min(solid.r1, solid.r2) < POINTED * max(solid.r1, solid.r2)
        )
        if pointed:
            ratio = max(1.0, length / thick)
            across = drop_across_mm(volume_mm3, ratio)
            return Portion(form="drop", across_mm=across, length_mm=across * ratio)
        return Portion(form="ball", across_mm=ball_mm(volume_mm3))
    if isinstance(solid, RoundConeSolid | FrustumSolid | CoilSolid):
        first, last = (
            (solid.r1, solid.r2)
            if not isinstance(solid, CoilSolid)
            else (solid.segments[0].r1, solid.segments[-1].r2)
        )
        if min(first, last) < POINTED * max(first, last):
            run = sum(s.h for s in solid.segments) if isinstance(solid, CoilSolid) else length
            return Portion(form="cone", across_mm=cone_base_mm(volume_mm3, run), length_mm=run)
    across = math.sqrt(volume_mm3 / length / (math.pi / 4))
    return Portion(form="snake", across_mm=across, length_mm=length)


class Reckoned(Frozen):
    """A volume of clay in every form; lengths in mm."""

    volume_cm3: float
    grams: float
    ball_mm: float
    snake_mm: float
    sheet_cm2: float
    sheet_setting: int
    sheet_layers: int
    cone_base_mm: float
    pack_pieces: float


class Measures(Frozen):
    """What the forms are reckoned with: snake and strand thickness, sheet, cone and pack."""

    snake_across_mm: float
    sheet_thickness_mm: float
    cone_length_mm: float
    pack_g: float


def reckoned(
    volume_mm3: float, density_g_cm3: float, with_: Measures, settings_mm: list[float]
) -> Reckoned:
    """One volume as ball, snake, sheet and cone, in grams, and how many of it are in a pack."""
    grams = volume_mm3 / 1000 * density_g_cm3
    setting, layers = sheet_setting(with_.sheet_thickness_mm, settings_mm)
    return Reckoned(
        volume_cm3=volume_mm3 / 1000,
        grams=grams,
        ball_mm=ball_mm(volume_mm3),
        snake_mm=snake_mm(volume_mm3, with_.snake_across_mm),
        sheet_cm2=sheet_cm2(volume_mm3, with_.sheet_thickness_mm),
        sheet_setting=setting,
        sheet_layers=layers,
        cone_base_mm=cone_base_mm(volume_mm3, with_.cone_length_mm),
        pack_pieces=with_.pack_g / grams if grams > 0 else 0.0,
    )
