"""The whole figure on its base and on its bare feet, raw and finished; what would right it."""

from __future__ import annotations

import math
from bisect import bisect_left
from dataclasses import dataclass

import numpy as np
import shapely

from windcrest_core.body.skeleton import Array
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.facts import Frozen, Input, Quantity, Why, said
from windcrest_core.frame.paths import pegs, standing_pieces
from windcrest_core.frame.standing import (
    WANTED_TIP_DEG,
    Standing,
    Way,
    circle,
    rectangle,
    righting_g,
    standing,
    tips_all_round,
)
from windcrest_core.frame.statics import Weight
from windcrest_core.sheet.model import Base

ABOVE = np.array([[1.0, 0, 0], [0, 1.0, 0]])
PEG_EDGE_MM = 5.0  # of base round a peg, or its edge splits out [A]
WIDEST_BASE_MM, BASE_STEP_MM = 1000.0, 5.0
HEAVIEST_G = 5000.0
COUNTERWEIGHT_AT = 0.35  # of the base's breadth and depth from its middle [A]
SPARE_DEG = 0.3  # over what is wanted [A]

Masses = list[tuple[float, Array]]


class Counterweight(Frozen):
    """Weight in the base that rights the figure: how much, and where from its middle."""

    mass_g: float
    right_mm: float
    back_mm: float


@dataclass(frozen=True)
class Stance:
    """How the figure stands: finished, raw (without what is made apart), on its bare feet.

    `outline` is what it stands on, (n, 2) mm; `feet` the outline of each part that touches down.
    """

    cured: Standing
    raw: Standing
    bare_deg: float | None
    free_standing: bool
    figure_centre: Array
    outline: Array
    feet: list[Array]
    ways: list[Way]
    tips_at: Quantity
    least_base: Quantity
    counterweight: Counterweight | None


def base_mass_g(base: Base) -> float:
    area = base.width_mm * base.depth_mm * (1.0 if base.shape == "rectangle" else math.pi / 4)
    return area * base.thickness_mm * 1e-3 * base.density_g_cm3


def base_outline(base: Base) -> Array:
    """(n, 2) points round the base, mm: right and forward of its middle."""
    if base.shape == "rectangle":
        return rectangle(base.width_mm, base.depth_mm)
    return np.asarray(circle(1.0) * np.array([base.width_mm, base.depth_mm]))


def _summed(masses: Masses) -> tuple[float, Array]:
    total = sum(mass for mass, _ in masses)
    if total <= 0:
        return 0.0, np.zeros(3)
    return total, np.sum([mass * at for mass, at in masses], axis=0) / total


def _on(base: Base, figure: Masses) -> Masses:
    """Figure, base and counterweight; heights from under the base."""
    total, centre = _summed(figure)
    up = np.array([0, 0, base.thickness_mm])
    masses = [(total, centre + up), (base_mass_g(base), up / 2)]
    if base.counterweight_g > 0:
        at = np.array(
            [base.counterweight_right_mm, -base.counterweight_back_mm, base.thickness_mm / 2]
        )
        masses.append((base.counterweight_g, at))
    return masses


def _standing_on(base: Base, figure: Masses) -> Standing:
    return standing(*_summed(_on(base, figure)), base_outline(base))


def _feet(work: Workpiece) -> list[Array]:
    """The outline of each part that touches down, from above."""
    outlines = [piece.solid.outline(ABOVE) for piece in standing_pieces(work)]
    return [
        np.round(shapely.get_coordinates(shapely.simplify(shapely.convex_hull(o), 0.5))[:-1], 2)
        for o in outlines
    ]


def stance(work: Workpiece, weights: list[Weight]) -> Stance:
    """How a figure of these weights stands on its base, or on its feet where nothing pegs it."""
    base = work.sheet.base
    figure: Masses = [_summed([(w.mass_g, w.centre) for w in weights])]
    apart = {part.id for part in work.sheet.parts if part.made_apart}
    later: Masses = [
        (-mass.total_g, mass.centre)
        for key, mass in work.masses.items()
        if key in apart and mass.total_g > 0
    ]
    raw: Masses = [*figure, *later]
    total, centre = _summed(figure)
    feet = _feet(work)
    ground = np.concatenate(feet) if feet else np.zeros((0, 2))
    hull = len(ground) >= 3 and shapely.convex_hull(shapely.multipoints(ground)).area > 0
    bare = standing(total, centre, ground) if hull and total > 0 else None
    free = not pegs(work) and bare is not None
    if free and bare is not None:
        outline, cured = ground, bare
        wet = standing(*_summed(raw), ground)
    else:
        outline, cured, wet = (
            base_outline(base),
            _standing_on(base, figure),
            _standing_on(base, raw),
        )
    return Stance(
        cured=cured,
        raw=wet,
        bare_deg=None if bare is None else bare.tips_at_deg,
        free_standing=free,
        figure_centre=centre,
        outline=outline if not free else _hull(outline),
        feet=feet,
        ways=tips_all_round(cured.centre, outline),
        tips_at=_tips_quantity(work, cured, free),
        least_base=_least_base(work, figure, feet),
        counterweight=None if free else _counterweight(base, figure),
    )


def _hull(points: Array) -> Array:
    return np.asarray(
        shapely.get_coordinates(shapely.convex_hull(shapely.multipoints(points)))[:-1]
    )


def sized(base: Base, width_mm: float) -> Base:
    """The same base at another width, as broad for its depth as before."""
    depth = base.depth_mm * width_mm / base.width_mm
    return base.model_copy(update={"width_mm": width_mm, "depth_mm": depth})


def _least_base(work: Workpiece, figure: Masses, feet: list[Array]) -> Quantity:
    """The smallest base of this shape on which it stands to the wanted tilt, pegs and feet on it."""
    base = work.sheet.base
    reach = list(pegs(work).values())
    soles = [point for foot in feet for point in foot]

    def holds_feet(step: int) -> bool:
        tried = sized(base, step * BASE_STEP_MM)
        return fits_pegs(tried, reach) and on_base(tried, soles)

    def stands(step: int) -> bool:
        tried = sized(base, step * BASE_STEP_MM)
        return _standing_on(tried, figure).tips_at_deg >= WANTED_TIP_DEG

    most = round(WIDEST_BASE_MM / BASE_STEP_MM)
    least = bisect_left(range(1, most), True, key=holds_feet) + 1
    if not stands(least):
        least = bisect_left(range(least, most), True, key=stands) + least
    found = least if holds_feet(least) and stands(least) else None
    width = WIDEST_BASE_MM if found is None else found * BASE_STEP_MM
    _, centre = _summed(_on(base, figure))
    return Quantity(
        value=width,
        unit="mm",
        why=Why(
            formula=said(
                "frame.the_least_width_of_a" if found is not None else "frame.no_base_so_wide",
                peg_edge_mm=PEG_EDGE_MM,
                widest_mm=WIDEST_BASE_MM,
            ),
            inputs=[
                Input(
                    name=said("frame.depth_of_that_base"),
                    value=sized(base, width).depth_mm,
                    unit="mm",
                ),
                Input(name="offset", value=float(np.hypot(centre[0], centre[1])), unit="mm"),
                Input(
                    name=said("frame.height_of_centre_of_mass"), value=float(centre[2]), unit="mm"
                ),
                Input(
                    name=said("frame.furthest_peg"),
                    value=max((float(np.hypot(*at)) for at in reach), default=0.0),
                    unit="mm",
                ),
            ],
            source=said("frame.statics_degrees_wanted_assumed"),
        ),
    )


def fits_pegs(base: Base, at: list[Array]) -> bool:
    """Whether every peg has enough of the base round it."""
    return on_base(base, at, PEG_EDGE_MM)


def on_base(base: Base, at: list[Array], edge_mm: float = 0.0) -> bool:
    """Whether every point is on the base and that far from its edge."""
    x, y = base.width_mm / 2 - edge_mm, base.depth_mm / 2 - edge_mm
    if x <= 0 or y <= 0:
        return not at
    if base.shape == "rectangle":
        return all(abs(p[0]) <= x and abs(p[1]) <= y for p in at)
    return all((p[0] / x) ** 2 + (p[1] / y) ** 2 <= 1 for p in at)


def _counterweight(base: Base, figure: Masses) -> Counterweight | None:
    """Weight on the other side of the base's middle from where it tips; None where none is wanted
    or none does."""
    empty = base.model_copy(update={"counterweight_g": 0.0})
    plain = _standing_on(empty, figure)
    if plain.tips_at_deg >= WANTED_TIP_DEG:
        return None
    x, y = plain.towards
    right = -x * COUNTERWEIGHT_AT * base.width_mm
    back = y * COUNTERWEIGHT_AT * base.depth_mm

    at = np.array([right, -back, base.thickness_mm / 2])
    mass = righting_g(
        plain.mass_g, plain.centre, base_outline(base), at, WANTED_TIP_DEG + SPARE_DEG, HEAVIEST_G
    )
    if mass is None:
        return None
    return Counterweight(
        mass_g=min(HEAVIEST_G, math.ceil(mass / 5) * 5),
        right_mm=round(right, 1),
        back_mm=round(back, 1),
    )


def _tips_quantity(work: Workpiece, balance: Standing, free: bool) -> Quantity:
    on = said("frame.on_its_bare_feet") if free else said("frame.on_its_base")
    return Quantity(
        value=balance.tips_at_deg,
        unit="deg",
        why=Why(
            formula=said(
                "frame.tips_at_atan_margin_height", towards_words=balance.towards_words, on=on
            ),
            inputs=[
                Input(name=said("frame.margin_to_the_edge"), value=balance.margin_mm, unit="mm"),
                Input(
                    name=said("frame.height_of_centre_of_mass"),
                    value=float(balance.centre[2]),
                    unit="mm",
                ),
                Input(name="mass", value=balance.mass_g, unit="g"),
                Input(name=said("frame.pegs_in_the_base"), value=len(pegs(work))),
            ],
            source=said("frame.statics_degrees_wanted_assumed"),
        ),
    )
