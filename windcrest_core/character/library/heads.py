"""What grows on a head or is worn on it. Sizes [A], in heads or by the head's own skin."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from windcrest_core.body.limits import SOLID_LIMIT_MM
from windcrest_core.character.library.fit import AHEAD, RIGHT, UP, Fit
from windcrest_core.sheet.forms import WIRE, Hangs, Points, SolidClay
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Ellipsoid, Frustum

SUNK_MM = 4.0  # of an eye in the wall it sits in, so that clay stays behind it [A]
CARD_MM = 0.5
SMALL = {"form": WIRE, "delicate": True}


def horn(fit: Fit, count: int) -> Iterator[Part]:
    """A pair that rises outwards and curves in."""
    head, at = fit.head_mm, fit.skin(fit.head, 0.8 * UP + 0.6 * RIGHT)
    shape = fit.coil(
        fit.head,
        at - 0.06 * head * UP,
        0.7 * RIGHT + 0.7 * UP,
        UP - RIGHT,
        0.55 * head,
        75,
        0.10 * head,
        0.03 * head,
    )
    yield from fit.pair(
        "horn",
        "horn",
        fit.head,
        shape,
        form=SolidClay(core=fit.core_of(0.2 * head)),
        feature="horn",
        **fit.on(fit.head, "press"),
    )


def antler(fit: Fit, count: int) -> Iterator[Part]:
    """A pair of beams with `count` tines each."""
    head, root = fit.head_mm, fit.skin(fit.head, 0.9 * UP + 0.4 * RIGHT)
    tip = root + head * (0.75 * RIGHT + 0.95 * UP)
    beam = fit.cone(fit.head, root - 0.05 * head * UP, tip, 0.06 * head, 0.03 * head)
    hard = fit.on(fit.head, "press")
    yield from fit.pair("antler", "antler", fit.head, beam, form=WIRE, feature="horn", **hard)
    for n in range(1, count + 1):
        at = root + (tip - root) * n / (count + 1)
        if not fit.shows(at + head * (0.30 * AHEAD + 0.28 * UP)):
            continue
        tine = fit.cone(
            fit.head, at, at + head * (0.30 * AHEAD + 0.28 * UP), 0.04 * head, 0.02 * head
        )
        on_the_beam = {"layer": 1, "meeting": {"kind": "lay", "hosts": ["antler_r"]}}
        yield from fit.pair(f"tine_{n}", f"tine {n}", fit.head, tine, form=WIRE, **on_the_beam)


def ear(fit: Fit, count: int) -> Iterator[Part]:
    """A pair that stands up beside the crown, clear of horns."""
    head, at = fit.head_mm, fit.skin(fit.head, 0.45 * UP + 0.9 * RIGHT)
    shape = fit.cone(
        fit.head,
        at - 0.05 * head * RIGHT,
        at + head * (0.26 * RIGHT + 0.30 * UP),
        0.13 * head,
        0.045 * head,
        0.5,
    )
    yield from fit.pair("ear_up", "ear", fit.head, shape, **SMALL, **fit.on(fit.head))


def antenna(fit: Fit, count: int) -> Iterator[Part]:
    """A pair of thin stalks that curve forward."""
    head, at = fit.head_mm, fit.skin(fit.head, 0.9 * UP + 0.25 * RIGHT + 0.2 * AHEAD)
    shape = fit.coil(
        fit.head,
        at - 0.05 * head * UP,
        UP + 0.25 * RIGHT,
        AHEAD + 0.4 * RIGHT,
        0.8 * head,
        65,
        0.03 * head,
        0.018 * head,
    )
    yield from fit.pair("antenna", "antenna", fit.head, shape, **SMALL, **fit.on(fit.head, "press"))


def crest(fit: Fit, count: int) -> Iterator[Part]:
    """A jagged flat crest along the middle of the crown."""
    head = fit.head_mm
    at = fit.skin(fit.head, UP) - 0.12 * head * UP
    outline = [
        (-0.4, -0.1),
        (-0.42, 0.28),
        (-0.2, 0.22),
        (-0.12, 0.5),
        (0.06, 0.3),
        (0.2, 0.42),
        (0.34, 0.12),
        (0.36, -0.1),
    ]
    shape = fit.flat(
        fit.head, at, AHEAD, UP, [(u * head, v * head) for u, v in outline], 0.06 * head
    )
    yield fit.part("crest", "crest", fit.head, shape, **SMALL, **fit.on(fit.head))


def hair_mass(fit: Fit, count: int) -> Iterator[Part]:
    """One cap of hair over the crown and the nape."""
    host = fit.main(fit.head)
    head = fit.head_mm
    wide, deep = fit.girth_at(fit.head, 0.55)
    centre = fit.middle(fit.head) + head * (0.10 * UP - 0.09 * AHEAD)
    tall = (
        0.46 * head
        if host is None
        else 0.5 * float(host.solid.bounds[1][2] - host.solid.bounds[0][2])
    )
    shape = fit.ball(fit.head, centre, wide * 1.1, deep * 1.06, tall)
    yield fit.part(
        "hair",
        "hair",
        fit.head,
        shape,
        texture="hair",
        feature="hair",
        form=SolidClay(wall_mm=4.0),
        **fit.on(fit.head),
    )


def strands(fit: Fit, count: int) -> Iterator[Part]:
    """`count` strands from ear to ear round the back."""
    head = fit.head_mm
    for n in range(count):
        side = 0.0 if count == 1 else -1 + 2 * n / (count - 1)
        way = math.radians(62 * side)
        out = -AHEAD * math.cos(way) + RIGHT * math.sin(way)
        root = fit.skin(fit.head, 0.5 * UP + out) - 0.05 * head * out
        if not fit.shows(root + head * (0.22 * out - 0.85 * UP)):
            continue
        shape = fit.cone(
            fit.head, root, root + head * (0.22 * out - 0.85 * UP), 0.075 * head, 0.03 * head
        )
        yield fit.part(
            f"strand_{n + 1}",
            f"strand of hair {n + 1}",
            fit.head,
            shape,
            form=WIRE,
            texture="hair",
            feature="hair",
            **fit.on(fit.head),
        )


def beard(fit: Fit, count: int) -> Iterator[Part]:
    """A wedge under the chin."""
    head = fit.head_mm
    chin = fit.skin(fit.head, AHEAD - 0.9 * UP)
    shape = fit.cone(
        fit.head,
        chin - 0.04 * head * AHEAD,
        chin + head * (0.06 * AHEAD - 0.42 * UP),
        0.16 * head,
        0.06 * head,
        min(0.6, (SOLID_LIMIT_MM - 3) / (0.32 * head)),
    )
    yield fit.part(
        "beard",
        "beard",
        fit.head,
        shape,
        form=WIRE,
        texture="hair",
        feature="hair",
        **fit.on(fit.head),
    )


def hat(fit: Fit, count: int) -> Iterator[Part]:
    """A brim and a crown."""
    head = fit.head_mm
    top = fit.skin(fit.head, UP)
    wide, _ = fit.girth_at(fit.head, 0.55)
    low = top - 0.28 * head * UP
    rim = fit.ball(fit.head, low, 1.65 * wide, 1.7 * wide, 0.05 * head)
    yield fit.part(
        "hat_brim", "hat brim", fit.head, rim, texture="cloth", **SMALL, **fit.on(fit.head)
    )
    crown = fit.cone(
        fit.head, low + 0.08 * head * UP, low + 0.3 * head * UP, 1.02 * wide, 0.8 * wide
    )
    yield fit.part(
        "hat_crown",
        "hat crown",
        fit.head,
        crown,
        form=SolidClay(wall_mm=4.0),
        texture="cloth",
        **fit.on(fit.head),
    )


def crown(fit: Fit, count: int) -> Iterator[Part]:
    """A ring of card round the head, cut into `count` points."""
    head = fit.head_mm
    low = fit.skin(fit.head, UP) - 0.3 * head * UP
    across, deep = (
        float(np.linalg.norm(fit.skin(fit.head, way, low) - low)) + CARD_MM
        for way in (RIGHT, AHEAD)
    )
    shape = Frustum(
        start=fit.place(fit.head, low),
        end=fit.place(fit.head, low + 0.45 * head * UP),
        start_radius=fit.size(across),
        end_radius=fit.size(1.15 * across),
        depth=max(0.1, min(3.0, deep / across)),
    )
    form = Hangs(thickness_mm=CARD_MM, points=Points(number=count, deep_mm=round(0.2 * head, 1)))
    yield fit.part(
        "crown", "crown", fit.head, shape, form=form, stock="card", **fit.on(fit.head, "glue")
    )


def muzzle(fit: Fit, count: int) -> Iterator[Part]:
    """A muzzle that the muzzle slider lengthens."""
    head = fit.head_mm
    low = fit.middle(fit.head) - 0.18 * head * UP
    root = fit.skin(fit.head, AHEAD, low) - 0.14 * head * AHEAD
    shape = fit.cone(
        fit.head, root, root + 0.5 * head * AHEAD - 0.06 * head * UP, 0.21 * head, 0.15 * head
    )
    yield fit.part(
        "muzzle",
        "muzzle",
        fit.head,
        shape,
        form=SolidClay(wall_mm=4.0),
        seat="muzzle",
        feature="mouth",
    )


def tooth_row(fit: Fit, count: int) -> Iterator[Part]:
    """`count` teeth in an arc, each half sunk: round the muzzle where there is one, else the front of the head."""
    head = fit.head_mm
    low = fit.middle(fit.head) - 0.3 * head * UP
    muzzle = fit.of_feature(fit.head, "mouth")
    if muzzle is not None:
        low = muzzle.solid.centre - 0.25 * muzzle.solid.greatest_thickness_mm * UP
    size = min(0.045, 0.3 / count) * head
    for n in range(count):
        angle = math.radians(-48 + 96 * (n + 0.5) / count)
        out = AHEAD * math.cos(angle) + RIGHT * math.sin(angle)
        at = fit.skin(fit.head, out, low)
        shape = fit.cone(fit.head, at - 0.4 * size * out, at - 1.6 * size * UP, size, 0.45 * size)
        yield fit.part(
            f"tooth_{n + 1}",
            f"tooth {n + 1}",
            fit.head,
            shape,
            feature="tooth",
            **SMALL,
            **fit.on_at(fit.head, at, "press"),
        )


def _in_place_of(fit: Fit, kind: str, stock: str | None) -> Iterator[Part]:
    """Other eyes where the ones that go were, as large; a cut stone is flatter towards the front."""
    ids = {
        old.id: f"eye_{kind}{'' if n < 2 else f'_{n // 2 + 1}'}_{'rl'[n % 2]}"
        for n, old in enumerate(fit.eyes)
    }
    for old in fit.eyes:
        shape = old.shape
        if kind == "gem" and isinstance(shape, Ellipsoid):
            a, b, c = shape.semi_axes
            shape = shape.model_copy(update={"semi_axes": (a, 0.6 * b, c)})
        yield old.model_copy(
            update={
                "id": ids[old.id],
                "label": f"{old.label.removesuffix(' eye')} {kind} eye",
                "shape": shape,
                "stock": stock,
                "area": fit.area if stock is None else old.area,
                "form": WIRE,
                "mirror_of": ids.get(old.mirror_of or ""),
                "limit_c": None,
            }
        )


def eyes(kind: str, stock: str | None) -> object:
    """Eyes of one kind: of glass, a ball of clay, a cut stone, or drawn on."""

    def build(fit: Fit, count: int) -> Iterator[Part]:
        head = fit.head_mm
        if kind != "drawn" and fit.eyes:
            yield from _in_place_of(fit, kind, stock)
            return
        radius = 0.061 * head
        at = fit.skin(fit.head, AHEAD, fit.middle(fit.head) + 0.144 * head * RIGHT)
        at = at + max(0.0, radius - SUNK_MM) * AHEAD
        flat = 0.12 if kind == "drawn" else 0.6 if kind == "gem" else 1.0
        front = np.argmax(np.abs(fit.bone(fit.head).frame.T @ AHEAD))
        axes = [radius, radius, radius]
        axes[int(front)] *= flat
        shape = fit.ball(fit.head, at, axes[0], axes[1], axes[2])
        has_face = fit.head == "head"
        yield from fit.pair(
            f"eye_{kind}",
            f"{kind} eye",
            fit.head,
            shape,
            form=WIRE,
            stock=stock,
            delicate=True,
            feature="drawn_eye" if kind == "drawn" else "eye",
            seat="eye" if has_face and kind != "drawn" else None,
            **fit.on(fit.head, "press" if stock is not None or kind == "ball" else "lay"),
        )

    return build
