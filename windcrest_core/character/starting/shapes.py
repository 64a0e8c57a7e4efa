"""Shapes and parts in few words: what starting figures and the library of parts are written in."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from windcrest_core.body.mirror import mirrored_shape
from windcrest_core.sheet.forms import WIRE
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.shapes import Ellipsoid, Frustum, Place, RoundCone, Shape

SIDES = (("r", "right", 1.0), ("l", "left", -1.0))
SKIN: dict[str, Any] = {"area": "skin"}
HEAD: dict[str, Any] = {"scale": "head", "girth": "head", "area": "skin"}
TRUNK: dict[str, Any] = {"girth": "trunk", "area": "skin"}
LIMB: dict[str, Any] = {"girth": "limb", "area": "skin"}


def cone(start: Place, end: Place, r1: float, r2: float, depth: float = 1.0) -> RoundCone:
    return RoundCone(start=start, end=end, start_radius=r1, end_radius=r2, depth=depth)


def along(
    r1: float, r2: float, depth: float = 1.0, start: float = 0.0, end: float = 1.0
) -> RoundCone:
    """A round cone down the bone."""
    return cone((0, 0, start), (0, 0, end), r1, r2, depth)


def flat_cone(
    r1: float, r2: float, depth: float = 1.0, start: float = 0.0, end: float = 1.0
) -> Frustum:
    """A cone down the bone, cut flat at both ends."""
    return Frustum(
        start=(0, 0, start), end=(0, 0, end), start_radius=r1, end_radius=r2, depth=depth
    )


def ball(centre: Place, a: float, b: float, c: float) -> Ellipsoid:
    return Ellipsoid(centre=centre, semi_axes=(a, b, c))


def pair(
    part_id: str, label: str, bone: str, shape: Shape, outward: bool = False, **rest: Any
) -> Iterator[Part]:
    """The right part and its mirror image; the mirror names the right one.

    Parameters
    ----------
    bone : without its side; with a ``=`` before it, one bone that carries both.
    outward : the bones run outwards, so they are mirror images already.
    """
    turned = not (outward or bone.startswith("wing"))
    for letter, side, sign in SIDES:
        yield Part.model_validate(
            {
                "id": f"{part_id}_{letter}",
                "label": f"{side} {label}",
                "bone": f"{bone}_{letter}" if not bone.startswith("=") else bone[1:],
                "shape": (mirrored_shape(shape) if turned and sign < 0 else shape).model_dump(),
                "side": side,
                "mirror_of": None if sign > 0 else f"{part_id}_r",
                **rest,
            }
        )


def eyes(
    shape: Shape, bone: str, host: str, part_id: str = "eye", label: str = "eye", **rest: Any
) -> Iterator[Part]:
    """A pair of glass eyes on one bone, pressed into what they sit on."""
    yield from pair(
        part_id,
        label,
        f"={bone}",
        shape,
        stock="glass",
        layer=1,
        meeting={"kind": "press", "hosts": [host]},
        form=WIRE,
        feature="eye",
        **rest,
    )


def laid_on(host: str) -> dict[str, Any]:
    """The meeting of what is laid on a part."""
    return {"kind": "lay", "hosts": [host]}


def mid(part_id: str, label: str, bone: str, shape: Shape, **rest: Any) -> Part:
    return Part.model_validate(
        {"id": part_id, "label": label, "bone": bone, "shape": shape.model_dump(), **rest}
    )
