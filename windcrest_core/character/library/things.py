"""Things that are held, or stand beside the figure. Sizes [A]."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from windcrest_core.character.library.fit import AHEAD, RIGHT, UP, Fit
from windcrest_core.sheet.forms import WIRE
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Box

APART = {"meeting": {"kind": "glue"}}


def held(fit: Fit, count: int) -> Iterator[Part]:
    """A staff upright in the right hand."""
    height = fit.sheet.height_mm
    hand = fit.middle("wrist_r")
    radius = 0.011 * height
    beside = 0.03 * height * AHEAD
    shape = fit.cone(
        "wrist_r",
        hand + beside - 0.3 * height * UP,
        hand + beside + 0.3 * height * UP,
        radius,
        radius,
    )
    yield fit.part(
        "held", "held staff", "wrist_r", shape, form=WIRE, stock="wood", layer=1, **APART
    )


def _root(fit: Fit) -> str:
    return next(bone.joint for bone in fit.figure.bones.values() if bone.parent is None)


def _beside(fit: Fit) -> np.ndarray:
    low = max(float(piece.solid.bounds[1][0]) for piece in fit.figure.pieces)
    return np.asarray(RIGHT * low)


def box(fit: Fit, count: int) -> Iterator[Part]:
    """A box on the ground at its right."""
    half, root = 0.06 * fit.sheet.height_mm, _root(fit)
    at = _beside(fit) + 1.3 * half * RIGHT + half * UP
    size = fit.size(half)
    shape = Box(centre=fit.place(root, at), half_sizes=(size, size, size))
    yield fit.part("box", "box", root, shape, contact=True, **APART)


def rock(fit: Fit, count: int) -> Iterator[Part]:
    """A rock on the ground at its right."""
    size, root = 0.09 * fit.sheet.height_mm, _root(fit)
    at = _beside(fit) + 1.1 * size * RIGHT + 0.55 * size * UP
    shape = fit.ball(root, at, size, 0.8 * size, 0.55 * size)
    yield fit.part("rock", "rock", root, shape, contact=True, texture="stone", **APART)
