"""What the library gave as solid clay before version 5 of the sheet, and gives as cloth now."""

from __future__ import annotations

import re
from collections.abc import Collection

from windcrest_core.body.cloth import cloth_mm
from windcrest_core.sheet.forms import Form, Hangs, LiesClose, SolidClay
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Frustum

HUNG = re.compile(r"(skirt|coat_body|coat_skirt)(_\d+)?")
LAIN = re.compile(r"(fur|scales)_area(_\d+)?")


def as_cloth(sheet: FigureSheet, steps_done: Collection[str]) -> tuple[FigureSheet, list[str]]:
    """A sheet with its skirts, coats and areas of fur and scales of the library as cloth, and their labels.

    Parameters
    ----------
    steps_done : keys of steps; a part that is begun stays what it was begun as.
    """
    begun = {key.split(".")[0] for key in steps_done}
    thick = cloth_mm(sheet.height_mm)
    parts, labels = [], []
    for part in sheet.parts:
        form = None if part.id in begun else _cloth_for(part, thick)
        if form is not None:
            labels.append(part.label)
            part = part.model_copy(update={"form": form})
        parts.append(part)
    return sheet.model_copy(update={"parts": parts}), labels


def _cloth_for(part: Part, thick_mm: float) -> Form | None:
    plug = isinstance(part.form, SolidClay) and part.form.core == "wire" and part.stock is None
    if not plug or not isinstance(part.shape, Frustum) or not part.meeting.hosts:
        return None
    if HUNG.fullmatch(part.id):
        return Hangs(thickness_mm=thick_mm)
    return LiesClose(thickness_mm=thick_mm) if LAIN.fullmatch(part.id) else None
