"""Hands with fingers, feet with toes, and what runs down a back. Sizes [A]."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from windcrest_core.character.library.fit import AHEAD, RIGHT, UP, Fit
from windcrest_core.sheet.forms import WIRE, LiesClose
from windcrest_core.sheet.parts import Part

SMALL = {"form": WIRE, "delicate": True}


def hand(fit: Fit, count: int) -> Iterator[Part]:
    """A palm with fingers side by side, and a thumb before them."""
    bone = fit.bone("wrist_r")
    _, front, along = bone.frame.T
    long = bone.length_mm
    half = 0.21 * long
    palm = fit.ball("wrist_r", bone.start + 0.26 * long * along, 0.13 * long, half, 0.3 * long)
    yield from fit.pair("palm", "palm", "wrist_r", palm, form=WIRE)
    radius = min(0.3 * half, 0.85 * half / count)
    for n in range(count):
        off = 0.0 if count == 1 else half * 0.78 * (-1 + 2 * n / (count - 1))
        start = bone.start + 0.42 * long * along + off * front
        end = start + (0.48 - 0.1 * abs(off / half)) * long * along + 0.25 * off * front
        shape = fit.cone("wrist_r", start, end, radius, 0.8 * radius)
        yield from fit.pair(f"finger_{n + 1}", f"finger {n + 1}", "wrist_r", shape, **SMALL)
    root = bone.start + 0.2 * long * along + 0.6 * half * front
    thumb = fit.cone(
        "wrist_r",
        root,
        root + 0.28 * long * along + 0.9 * half * front,
        radius * 1.1,
        0.85 * radius,
    )
    yield from fit.pair("thumb_new", "thumb", "wrist_r", thumb, **SMALL)


def _foot(fit: Fit, count: int, name: str, tip: float) -> Iterator[Part]:
    last = "ball_r" if fit.has("ball_r") else "ankle_r"
    bone = fit.bone(last)
    wide, _ = fit.girth_at(last, 0.6)
    ahead = bone.frame[:, 2]
    radius = min(0.45 * wide, 1.1 * wide / count)
    for n in range(count):
        angle = 0.0 if count == 1 else math.radians(38 * (-1 + 2 * n / (count - 1)))
        way = ahead * math.cos(angle) + RIGHT * math.sin(angle)
        root = 0.75 if name == "toe" else 0.98  # claws stand before the toes
        start = np.array([*(bone.start + root * bone.length_mm * ahead)[:2], radius])
        start = start + 0.55 * wide * math.sin(angle) * RIGHT
        shape = fit.cone(last, start, start + 2.2 * wide * way, radius, tip * radius)
        yield from fit.pair(
            f"{name}_{n + 1}",
            f"{name} {n + 1}",
            last,
            shape,
            contact=True,
            **(fit.on_at(last, start, "press") if name == "claw" else {}),
            feature="claw" if name == "claw" else None,
            **SMALL,
        )


def toes(fit: Fit, count: int) -> Iterator[Part]:
    """`count` toes, fanned."""
    yield from _foot(fit, count, "toe", 0.85)


def claws(fit: Fit, count: int) -> Iterator[Part]:
    """`count` pointed toes, fanned."""
    yield from _foot(fit, count, "claw", 0.3)


def spikes(fit: Fit, count: int) -> Iterator[Part]:
    """A row down the middle of the back, largest in its middle."""
    bone = fit.bone(fit.trunk)
    along = bone.frame[:, 2]
    out = -AHEAD if abs(along[2]) > 0.6 else UP
    for n in range(count):
        share = 0.1 + 0.75 * (n + 0.5) / count
        size = (0.03 + 0.03 * math.sin(math.pi * (n + 0.5) / count)) * fit.sheet.height_mm
        at = fit.skin(fit.trunk, out, bone.start + along * bone.length_mm * share)
        shape = fit.cone(
            fit.trunk, at - 0.25 * size * out, at + size * out, 0.35 * size, 0.08 * size
        )
        yield fit.part(
            f"spike_{n + 1}", f"spike {n + 1}", fit.trunk, shape, **SMALL, **fit.on(fit.trunk)
        )


def fins(fit: Fit, count: int) -> Iterator[Part]:
    """One on the back and a pair at the sides."""
    bone = fit.bone(fit.trunk)
    along, height = bone.frame[:, 2], fit.sheet.height_mm
    out = -AHEAD if abs(along[2]) > 0.6 else UP
    middle = bone.start + along * bone.length_mm * 0.4
    size = 0.12 * height
    outline = [
        (-0.6 * size, -0.15 * size),
        (-0.3 * size, 0.8 * size),
        (0.15 * size, 0.5 * size),
        (0.6 * size, -0.15 * size),
    ]
    back = fit.flat(
        fit.trunk, fit.skin(fit.trunk, out, middle), along, out, outline, 0.012 * height
    )
    yield fit.part("fin_back", "back fin", fit.trunk, back, **SMALL, **fit.on(fit.trunk))
    side = fit.flat(
        fit.trunk, fit.skin(fit.trunk, RIGHT, middle), along, RIGHT, outline, 0.012 * height
    )
    yield from fit.pair("fin", "side fin", fit.trunk, side, **SMALL, **fit.on(fit.trunk))


def covering(texture: str, label: str) -> object:
    """A skin over the trunk's main part, with a surface to be worked into it."""

    def build(fit: Fit, count: int) -> Iterator[Part]:
        thick = min(6.0, max(0.8, round(0.008 * fit.sheet.height_mm, 1)))
        shape = fit.cuff(fit.trunk, 0.1, 0.85, 2 * thick)
        yield fit.part(
            f"{texture}_area",
            label,
            fit.trunk,
            shape,
            form=LiesClose(thickness_mm=thick),
            texture=texture,
            **fit.on(fit.trunk),
        )

    return build
