"""What a figure wears and carries. Sizes [A], by the girth of what they lie on."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import numpy as np

from windcrest_core.body.cloth import cloth_mm
from windcrest_core.body.figure import figure
from windcrest_core.body.mirror import mirrored_form
from windcrest_core.body.slits import slits_for
from windcrest_core.character.library.fit import AHEAD, RIGHT, UP, Fit
from windcrest_core.sheet.forms import MOST_SLITS, WIRE, Hangs, Sleeve, Slit
from windcrest_core.sheet.parts import Part

THIN = 0.009  # of the height: cloth
WALL_MM = 6.0  # no core matters to what comes through cloth
NECK = "neck"
CLOTH = {"form": WIRE, "texture": "cloth"}


def _hanging(
    fit: Fit, slits: list[Slit] | None = None, sleeves: list[Sleeve] | None = None
) -> dict[str, Any]:
    """Cloth that hangs round the body, put on when that is cured."""
    form = Hangs(
        thickness_mm=cloth_mm(fit.sheet.height_mm), slits=slits or [], sleeves=sleeves or []
    )
    return {"form": form, "texture": "cloth", **fit.on(fit.hips, cured=True)}


def _let_out(fit: Fit, parts: list[Part]) -> Iterator[Part]:
    """The same with slits for what would come through them: a tail, wings."""
    new = {part.id for part in parts}
    others = [part for part in fit.sheet.parts if part.id not in new]
    sheet = fit.sheet.model_copy(update={"pose": {}, "parts": [*others, *parts]})
    worn = figure(sheet, WALL_MM)
    for part in parts:
        form = part.form
        slits = slits_for(worn, worn.piece(part.id))
        if isinstance(form, Hangs) and slits:
            form = form.model_copy(update={"slits": [*form.slits, *slits.values()][:MOST_SLITS]})
        yield part.model_copy(update={"form": form})


def coat(fit: Fit, count: int) -> Iterator[Part]:
    """A body with sleeves along the arms as they hang, and a flared skirt, both open in front."""
    off = 0.6 * THIN * fit.sheet.height_mm + cloth_mm(fit.sheet.height_mm)
    opening = Slit(middle_deg=0.0, wide_deg=20.0)
    right = [
        Sleeve(id=f"{bone}_sleeve_r", bone=f"{bone}_r", shape=fit.cuff(f"{bone}_r", 0.02, end, off))
        for bone, end in (("shoulder", 1.0), ("elbow", 0.9))
        if fit.has(f"{bone}_r")
    ]
    left = mirrored_form(fit.sheet.body, Hangs(sleeves=right))
    assert isinstance(left, Hangs)
    sleeves = [*right, *left.sleeves]
    body = fit.cuff(fit.trunk, -0.05, 0.85, off)
    worn = {**_hanging(fit, [opening], sleeves), **fit.on(fit.trunk, cured=True)}
    upper = fit.part("coat_body", "coat", fit.trunk, body, **worn)
    tail = fit.cuff(fit.hips, 1.0, -1.0, off, flare=1.3)
    lower = fit.part("coat_skirt", "coat skirt", fit.hips, tail, **_hanging(fit, [opening]))
    yield from _let_out(fit, [upper, lower])


def collar(fit: Fit, count: int) -> Iterator[Part]:
    """Round the neck, leaning out, open in front."""
    thick = cloth_mm(fit.sheet.height_mm)
    shape = fit.cuff(NECK, 0.2, 0.95, 1.2 * thick, flare=1.35)
    worn = {**_hanging(fit, [Slit(middle_deg=0.0, wide_deg=50.0)]), **fit.on(NECK, cured=True)}
    yield fit.part("collar", "collar", NECK, shape, **worn)


def skirt(fit: Fit, count: int) -> Iterator[Part]:
    """From the waist to above the knee."""
    shape = fit.cuff(fit.hips, 0.6, -1.4, cloth_mm(fit.sheet.height_mm), flare=1.6)
    yield from _let_out(fit, [fit.part("skirt", "skirt", fit.hips, shape, **_hanging(fit))])


def cape(fit: Fit, count: int) -> Iterator[Part]:
    """A sheet from the shoulders down the back."""
    height = fit.sheet.height_mm
    bone = fit.bone(fit.trunk)
    wide, _ = fit.girth_at(fit.trunk, 0.7)
    top = fit.skin(fit.trunk, -AHEAD, bone.start + bone.frame[:, 2] * bone.length_mm * 0.8)
    long = 0.8 * float(top[2])
    outline = [(-wide, 0), (wide, 0), (1.5 * wide, -long), (0, -1.05 * long), (-1.5 * wide, -long)]
    shape = fit.flat(fit.trunk, top, RIGHT, UP + 0.15 * AHEAD, outline, THIN * height)
    yield fit.part("cape", "cape", fit.trunk, shape, delicate=True, **CLOTH, **fit.on(fit.trunk))


def apron(fit: Fit, count: int) -> Iterator[Part]:
    """A sheet from the waist down the front."""
    height = fit.sheet.height_mm
    wide, _ = fit.girth_at(fit.hips, 0.5)
    at = fit.skin(fit.hips, AHEAD)
    long = 0.25 * height
    outline = [
        (-0.7 * wide, 0.3 * long),
        (0.7 * wide, 0.3 * long),
        (0.95 * wide, -0.7 * long),
        (-0.95 * wide, -0.7 * long),
    ]
    shape = fit.flat(fit.hips, at, RIGHT, UP, outline, THIN * height)
    yield fit.part("apron", "apron", fit.hips, shape, delicate=True, **CLOTH, **fit.on(fit.hips))


def belt(fit: Fit, count: int) -> Iterator[Part]:
    """A band round the hips."""
    shape = fit.cuff(fit.hips, 0.42, 0.58, 0.8 * THIN * fit.sheet.height_mm)
    yield fit.part("belt", "belt", fit.hips, shape, form=WIRE, **fit.on(fit.hips))


def strap(fit: Fit, count: int) -> Iterator[Part]:
    """From one shoulder to the other hip."""
    bone = fit.bone(fit.trunk)
    wide, deep = fit.girth_at(fit.trunk, 0.5)
    low = bone.start - 0.7 * wide * RIGHT + 0.9 * deep * AHEAD
    high = (
        bone.start
        + bone.frame[:, 2] * 0.85 * bone.length_mm
        + 0.7 * wide * RIGHT
        + 0.7 * deep * AHEAD
    )
    r = 0.012 * fit.sheet.height_mm
    shape = fit.cone(fit.trunk, low, high, r, r, 0.6)
    yield fit.part("strap", "strap", fit.trunk, shape, form=WIRE, **fit.on(fit.trunk))


def bag(fit: Fit, count: int) -> Iterator[Part]:
    """At the right hip."""
    height = fit.sheet.height_mm
    at = fit.skin(fit.hips, RIGHT) + 0.02 * height * RIGHT
    shape = fit.ball(fit.hips, at, 0.03 * height, 0.05 * height, 0.055 * height)
    yield fit.part("bag", "bag", fit.hips, shape, **fit.on(fit.hips))


def glove(fit: Fit, count: int) -> Iterator[Part]:
    """A cuff and a hand a little larger than the hand."""
    height = fit.sheet.height_mm
    shape = fit.cuff("elbow_r", 0.72, 1.0, 0.8 * THIN * height)
    yield from fit.pair("glove_cuff", "glove cuff", "elbow_r", shape, **CLOTH, **fit.on("elbow_r"))
    host = fit.main("wrist_r")
    wide, deep = fit.girth_at("wrist_r", 0.4)
    centre = host.solid.centre if host else fit.middle("wrist_r")
    thin = 0.5 * THIN * height
    hand = fit.ball(
        "wrist_r", centre, wide + thin, deep + thin, 0.45 * fit.bone("wrist_r").length_mm
    )
    yield from fit.pair("glove", "glove", "wrist_r", hand, **CLOTH, **fit.on("wrist_r"))


def boot(fit: Fit, count: int) -> Iterator[Part]:
    """A shaft and a foot."""
    height = fit.sheet.height_mm
    shape = fit.cuff("knee_r", 0.35, 1.0, THIN * height)
    yield from fit.pair("boot_shaft", "boot shaft", "knee_r", shape, form=WIRE, **fit.on("knee_r"))
    last = "ball_r" if fit.has("ball_r") else "ankle_r"
    bone = fit.bone(last)
    wide, _ = fit.girth_at(last, 0.5)
    sole = np.array([bone.start[0], bone.start[1], 1.15 * wide])
    way = bone.frame[:, 2] * np.array([1, 1, 0])
    foot = fit.cone(
        last,
        sole - 0.1 * way * bone.length_mm,
        sole + 1.05 * way * bone.length_mm,
        1.15 * wide,
        1.1 * wide,
    )
    yield from fit.pair("boot", "boot", last, foot, form=WIRE, contact=True, **fit.on(last))
