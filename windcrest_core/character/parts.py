"""The parts a new figure starts with, by body plan. Sizes [A], after ordinary adult girths."""

from __future__ import annotations

from collections.abc import Iterator

from windcrest_core.sheet.model import (
    Biped,
    Coil,
    Ellipsoid,
    Part,
    Place,
    Quadruped,
    RoundCone,
    Shape,
    Sheet,
    TailedBiped,
)

SIDES = (("r", "right", 1.0), ("l", "left", -1.0))


def cone(start: Place, end: Place, r1: float, r2: float, depth: float = 1.0) -> RoundCone:
    return RoundCone(start=start, end=end, start_radius=r1, end_radius=r2, depth=depth)


def along(
    r1: float, r2: float, depth: float = 1.0, start: float = 0.0, end: float = 1.0
) -> RoundCone:
    """A round cone down the bone."""
    return cone((0, 0, start), (0, 0, end), r1, r2, depth)


def ball(centre: Place, a: float, b: float, c: float) -> Ellipsoid:
    return Ellipsoid(centre=centre, semi_axes=(a, b, c))


def _mirrored(shape: Shape) -> Shape:
    """The same shape on the left: across changes sign, and so do turns about front and along."""

    def flip(place: Place) -> Place:
        return (-place[0], place[1], place[2])

    match shape:
        case RoundCone():
            return shape.model_copy(update={"start": flip(shape.start), "end": flip(shape.end)})
        case Coil():
            t = shape.turns_deg
            return shape.model_copy(
                update={
                    "start": flip(shape.start),
                    "rise": -shape.rise,
                    "turns_deg": (t[0], -t[1], -t[2]),
                }
            )
        case Sheet():
            t = shape.turns_deg
            return shape.model_copy(
                update={
                    "centre": flip(shape.centre),
                    "outline": [(-u, v) for u, v in shape.outline],
                    "turns_deg": (t[0], -t[1], -t[2]),
                }
            )
        case _:
            t = shape.turns_deg
            return shape.model_copy(
                update={"centre": flip(shape.centre), "turns_deg": (t[0], -t[1], -t[2])}
            )


def pair(part_id: str, label: str, bone: str, shape: Shape, **rest: object) -> Iterator[Part]:
    """The right part and its mirror image; the mirror names the right one.

    Wing bones run outwards, so they are mirror images already and their parts need no turning.
    """
    turned = not bone.startswith("wing")
    for letter, side, sign in SIDES:
        yield Part.model_validate(
            {
                "id": f"{part_id}_{letter}",
                "label": f"{side} {label}",
                "bone": f"{bone}_{letter}" if not bone.startswith("=") else bone[1:],
                "shape": (_mirrored(shape) if turned and sign < 0 else shape).model_dump(),
                "side": side,
                "mirror_of": None if sign > 0 else f"{part_id}_r",
                **rest,
            }
        )


def _mid(part_id: str, label: str, bone: str, shape: Shape, **rest: object) -> Part:
    return Part.model_validate(
        {"id": part_id, "label": label, "bone": bone, "shape": shape.model_dump(), **rest}
    )


SKIN = {"area": "skin"}
HEAD = {"scale": "head", "girth": "head", "area": "skin"}


def _biped() -> Iterator[Part]:
    trunk = {"girth": "trunk", **SKIN}
    limb = {"girth": "limb", **SKIN}
    yield _mid("skull", "head", "head", ball((0, 0.02, 0.52), 0.36, 0.42, 0.47), **HEAD)
    yield _mid("jaw", "jaw", "head", ball((0, 0.16, 0.2), 0.24, 0.26, 0.2), **HEAD)
    yield _mid(
        "nose",
        "nose",
        "head",
        cone((0, 0.42, 0.46), (0, 0.46, 0.32), 0.04, 0.065),
        core="wire",
        delicate=True,
        layer=1,
        lies_on="skull",
        **HEAD,
    )
    yield from pair(
        "ear",
        "ear",
        "=head",
        ball((0.36, -0.02, 0.42), 0.04, 0.09, 0.13),
        core="wire",
        delicate=True,
        layer=1,
        lies_on="skull",
        **HEAD,
    )
    yield from pair(
        "eye",
        "eye",
        "=head",
        ball((0.14, 0.37, 0.5), 0.06, 0.06, 0.06),
        scale="head",
        stock="glass",
        layer=1,
        lies_on="skull",
        core="wire",
        press_in=True,
    )
    yield _mid("neck", "neck", "neck", along(0.036, 0.033, start=-0.4, end=1.2), **limb)
    yield _mid("chest", "chest", "waist", along(0.086, 0.098, 0.7, 0.05, 0.72), **trunk)
    yield _mid("belly", "belly", "hips", along(0.082, 0.08, 0.74, 0.25, 1.0), **trunk)
    yield _mid("pelvis", "pelvis", "hips", ball((0, -0.005, 0.08), 0.092, 0.07, 0.07), **trunk)
    yield from pair(
        "shoulder_cap", "shoulder", "shoulder", ball((-0.006, 0, 0.02), 0.036, 0.036, 0.04), **limb
    )
    yield from pair("upper_arm", "upper arm", "shoulder", along(0.031, 0.025), **limb)
    yield from pair("forearm", "forearm", "elbow", along(0.026, 0.017), **limb)
    yield from pair(
        "hand",
        "hand",
        "wrist",
        ball((0, 0, 0.45), 0.023, 0.014, 0.05),
        core="wire",
        delicate=True,
        **limb,
    )
    yield from pair(
        "thumb",
        "thumb",
        "wrist",
        cone((-0.012, 0.012, 0.15), (-0.014, 0.03, 0.5), 0.0085, 0.007),
        core="wire",
        delicate=True,
        layer=1,
        lies_on=None,
        **limb,
    )
    yield from pair("thigh", "thigh", "hip", along(0.053, 0.037), **limb)
    yield from pair("shank", "shank", "knee", along(0.037, 0.024), **limb)
    yield from pair(
        "foot",
        "foot",
        "ankle",
        cone((0, -0.018, -0.28), (0, -0.02, 1.0), 0.023, 0.02),
        contact=True,
        **limb,
    )


def _toed_leg(limb: dict[str, str]) -> Iterator[Part]:
    yield from pair("thigh", "thigh", "hip", along(0.055, 0.032), **limb)
    yield from pair("shank", "shank", "knee", along(0.031, 0.019), **limb)
    yield from pair("hock", "hock", "ankle", along(0.019, 0.016), **limb)
    yield from pair(
        "foot",
        "foot",
        "ball",
        cone((0, 0, -0.15), (0, -0.005, 0.95), 0.017, 0.014),
        contact=True,
        **limb,
    )


def _tailed_biped(winged: bool) -> Iterator[Part]:
    trunk = {"girth": "trunk", **SKIN}
    limb = {"girth": "limb", **SKIN}
    yield _mid("skull", "head", "head", ball((0, 0.06, 0.45), 0.38, 0.46, 0.40), **HEAD)
    yield from pair(
        "eye",
        "eye",
        "=head",
        ball((0.27, 0.26, 0.68), 0.09, 0.09, 0.09),
        scale="head",
        stock="glass",
        layer=1,
        lies_on="skull",
        core="wire",
        press_in=True,
    )
    yield _mid("neck", "neck", "neck", along(0.062, 0.048, start=-0.15, end=1.15), **limb)
    yield _mid("chest", "chest", "waist", along(0.108, 0.084, 0.9, 0.0, 0.85), **trunk)
    yield _mid("belly", "belly", "hips", along(0.092, 0.11, 0.95, 0.1, 0.95), **trunk)
    yield _mid("tail_root", "tail root", "tail_1", along(0.062, 0.046), **limb)
    yield _mid("tail_mid", "tail", "tail_2", along(0.046, 0.03), **limb)
    yield _mid("tail_tip", "tail tip", "tail_3", along(0.03, 0.008), core="wire", **limb)
    yield from _toed_leg(limb)
    if not winged:
        yield from pair("upper_arm", "upper arm", "shoulder", along(0.032, 0.024), **limb)
        yield from pair("forearm", "forearm", "elbow", along(0.024, 0.017), **limb)
        yield from pair(
            "hand",
            "hand",
            "wrist",
            ball((0, 0, 0.45), 0.026, 0.014, 0.042),
            core="wire",
            delicate=True,
            **limb,
        )


def _quadruped() -> Iterator[Part]:
    trunk = {"girth": "trunk", **SKIN}
    limb = {"girth": "limb", **SKIN}
    yield _mid("skull", "head", "head", along(0.44, 0.30, 0.95, 0.1, 0.5), **HEAD)
    yield _mid("muzzle", "muzzle", "head", along(0.31, 0.24, 0.9, 0.5, 1.0), **HEAD)
    yield from pair(
        "ear",
        "ear",
        "=head",
        cone((0.4, 0.1, 0.1), (0.75, 0.0, 0.12), 0.09, 0.05),
        core="wire",
        delicate=True,
        **HEAD,
    )
    yield from pair(
        "eye",
        "eye",
        "=head",
        ball((0.33, 0.24, 0.38), 0.07, 0.07, 0.07),
        scale="head",
        stock="glass",
        layer=1,
        lies_on="skull",
        core="wire",
        press_in=True,
    )
    yield _mid("neck", "neck", "neck", along(0.135, 0.1, start=-0.25, end=1.1), **trunk)
    yield _mid("chest", "chest", "waist", along(0.17, 0.185, 1.1, 0.0, 0.9), **trunk)
    yield _mid("belly", "belly", "hips", along(0.15, 0.17, 1.1, 0.0, 1.0), **trunk)
    yield _mid("tail_root", "tail root", "tail_1", along(0.026, 0.02), core="wire", **limb)
    yield _mid("tail_mid", "tail", "tail_2", along(0.02, 0.018), core="wire", **limb)
    yield _mid("tail_tip", "tail tuft", "tail_3", along(0.02, 0.034), core="wire", **limb)
    yield from pair("upper_arm", "foreleg", "shoulder", along(0.075, 0.052), **limb)
    yield from pair("forearm", "lower foreleg", "elbow", along(0.05, 0.036), **limb)
    yield from pair(
        "hand", "fore hoof", "wrist", along(0.038, 0.046, 1.0, 0.1, 0.7), contact=True, **limb
    )
    yield from pair("thigh", "hind leg", "hip", along(0.095, 0.06), **limb)
    yield from pair("shank", "lower hind leg", "knee", along(0.055, 0.036), **limb)
    yield from pair(
        "foot", "hind hoof", "ankle", along(0.038, 0.046, 1.0, 0.1, 0.7), contact=True, **limb
    )


def _wings(wing_span: float) -> Iterator[Part]:
    wing = {"core": "wire", "delicate": True, "area": "skin"}
    yield from pair("wing_arm", "wing arm", "wing", along(0.03, 0.02), girth="limb", **wing)
    yield from pair("wing_hand", "wing hand", "wing_tip", along(0.02, 0.008), girth="limb", **wing)
    primaries = [(0.015, 0.0), (0.01, 1.05), (-0.05, 1.12), (-0.1, 0.85), (-0.15, 0.45), (-0.16, 0)]
    secondaries = [(0.015, 0.1), (0.015, 1.0), (-0.16, 1.0), (-0.13, 0.5), (-0.09, 0.1)]
    for part_id, label, bone, outline in (
        ("primaries", "flight feathers", "wing_tip", primaries),
        ("secondaries", "arm feathers", "wing", secondaries),
    ):
        share = {"wing_tip": 0.3, "wing": 0.2}[bone] * wing_span
        flat = Sheet(
            centre=(0, -0.012, 0), outline=[(u, v * share) for u, v in outline], thickness=0.013
        )
        yield from pair(part_id, label, bone, flat, layer=1, lies_on=None, **wing)


def starting_parts(body: Biped | TailedBiped | Quadruped) -> list[Part]:
    """The parts of a new figure of this body plan."""
    match body:
        case Biped():
            parts = list(_biped())
        case TailedBiped():
            parts = list(_tailed_biped(body.wing_span > 0))
        case Quadruped():
            parts = list(_quadruped())
    if body.wing_span > 0:
        parts += _wings(body.wing_span)
    return parts
