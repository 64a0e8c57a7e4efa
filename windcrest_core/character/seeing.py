"""A reference picture in mm: its scale, its landmarks, and what in it cannot be."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from windcrest_core.body.skeleton import Array
from windcrest_core.character.landmarks import crown_of
from windcrest_core.facts import Text, said
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.landmarks import landmark_ids
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.sheet.references import Point, Reference

ORDER = (("crown", "chin"), ("chin", "hip"), ("hip", "knee"), ("knee", "ankle"))


@dataclass(frozen=True)
class Seen:
    """A picture's landmarks in mm: right on the paper, and up."""

    reference: Reference
    per_px_mm: float
    points: dict[str, Array]

    def length(self, a: str, b: str) -> float | None:
        if a not in self.points or b not in self.points:
            return None
        return float(np.linalg.norm(self.points[a] - self.points[b]))


def per_px_mm(sheet: FigureSheet, reference: Reference) -> float | None:
    """Millimetres of the figure that one pixel is, or None without a scale.

    Examples
    --------
    >>> from windcrest_core.new_figure import new_sheet
    >>> from windcrest_core.sheet.references import LengthScale
    >>> scale = LengthScale(a=(0.5, 0.0), b=(0.5, 1.0), length_mm=200.0)
    >>> picture = Reference(id="p", label="p", width_px=100, height_px=400, scale=scale)
    >>> per_px_mm(new_sheet("A", "biped", 300.0), picture)
    0.5
    """
    scale = reference.scale
    if scale is None:
        return None
    a, b = (scale.a, scale.b) if scale.kind == "length" else (scale.crown, scale.sole)
    mm = scale.length_mm if scale.kind == "length" else sheet.height_mm
    apart = math.hypot((a[0] - b[0]) * reference.width_px, (a[1] - b[1]) * reference.height_px)
    return mm / apart


def seen_in(sheet: FigureSheet, reference: Reference) -> Seen | None:
    scale = per_px_mm(sheet, reference)
    if scale is None:
        return None

    def mm(point: Point) -> Array:
        return np.array(
            [point[0] * reference.width_px * scale, -point[1] * reference.height_px * scale]
        )

    return Seen(reference, scale, {key: mm(at) for key, at in reference.landmarks.items()})


def out_of_order(body: Body, reference: Reference) -> list[Text]:
    """What cannot be so in a standing picture: a knee above its hip, a chin above the crown."""
    marks = landmark_ids(body)
    names = {"crown": crown_of(body) or "", "chin": "head"}
    found: list[Text] = []
    for upper, lower in ORDER:
        for side in ("r", "l"):
            a = names.get(upper, f"{upper}_{side}")
            b = names.get(lower, f"{lower}_{side}")
            if a not in reference.landmarks or b not in reference.landmarks:
                continue
            if reference.landmarks[a][1] >= reference.landmarks[b][1]:
                words = said("character.the_is_above_the_in", marks=marks[b], marks2=marks[a])
                if words not in found:
                    found.append(words)
    return found
