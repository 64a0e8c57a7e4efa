"""The bones at rest as they came out: lengths that were measured on the work in place of the planned ones."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import cast

import numpy as np

from windcrest_core.body.plans import rest_bones
from windcrest_core.body.plans.bones import RestBone, Vector
from windcrest_core.sheet.model import FigureSheet

ACROSS = "across_"


def as_built(sheet: FigureSheet, built_mm: Mapping[str, float]) -> tuple[RestBone, ...]:
    """The bones at rest, as fractions of the height, where some lengths were measured.

    What hangs on a bone goes along with it by where along the bone it hangs: with the end wholly, half-way up by
    half. Right and left of a breadth part evenly.

    Parameters
    ----------
    built_mm : measured lengths, mm, by the joint a bone starts at, or by `across_` and the joint whose right and left
        it lies between.
    """
    rests = rest_bones(sheet.body)
    if not built_mm:
        return rests
    planned = {rest.joint: rest for rest in rests}
    found = []
    for rest in rests:
        offset = np.asarray(rest.offset)
        breadth = built_mm.get(f"{ACROSS}{rest.joint[:-2]}")
        if breadth is not None and rest.joint[-2:] in ("_r", "_l"):
            offset[0] = np.copysign(breadth / sheet.height_mm / 2, offset[0])
        parent = planned[rest.parent] if rest.parent else None
        if parent is not None and parent.joint in built_mm and parent.length > 0:
            way = np.asarray(parent.direction)
            share = min(1.0, max(0.0, float(way @ np.asarray(rest.offset)) / parent.length))
            offset += way * share * (built_mm[parent.joint] / sheet.height_mm - parent.length)
        length = built_mm.get(rest.joint, rest.length * sheet.height_mm) / sheet.height_mm
        found.append(replace(rest, offset=cast(Vector, tuple(offset.tolist())), length=length))
    return tuple(found)
