"""Will it stand: a centre of mass over what touches the ground."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import shapely

from windcrest_core.body.skeleton import Array
from windcrest_core.facts import Frozen, Text, said

WANTED_TIP_DEG = 10.0


@dataclass(frozen=True)
class Standing:
    """`margin_mm` is negative where the centre of mass is outside what it stands on."""

    mass_g: float
    centre: Array
    margin_mm: float
    tips_at_deg: float
    towards: tuple[float, float]

    @property
    def towards_words(self) -> Text:
        x, y = self.towards
        words: list[Text] = []
        if abs(y) > 0.38:
            words.append("forward" if y > 0 else "backward")
        if abs(x) > 0.38:
            words.append(said("stand.to_its_right") if x > 0 else said("stand.to_its_left"))
        return said("listed", texts=words) if words else said("stand.straight_over")


WAYS: tuple[Text, ...] = (
    "forward",
    said("stand.forward_and_to_its_right"),
    said("stand.to_its_right"),
    said("stand.back_and_to_its_right"),
    "backward",
    said("stand.back_and_to_its_left"),
    said("stand.to_its_left"),
    said("stand.forward_and_to_its_left"),
)


class Way(Frozen):
    """A direction to be pushed in, and the tilt at which it goes over that way, degrees."""

    words: Text
    tips_at_deg: float


def tips_at_deg(margin_mm: float, centre_height_mm: float) -> float:
    """Tilt at which a figure goes over: atan(margin / height of centre of mass), degrees.

    >>> round(tips_at_deg(30, 120), 1)
    14.0
    """
    return math.degrees(math.atan2(margin_mm, centre_height_mm))


def tips_all_round(centre: Array, ground: Array) -> list[Way]:
    """How far it may be tilted in each of eight directions.

    Tilted in a direction it turns about the furthest line of what it stands on: its margin is the
    support of the ground that way, less the centre of mass.

    Examples
    --------
    >>> ways = tips_all_round(np.array([0, 30.0, 150]), rectangle(100, 80))
    >>> [round(way.tips_at_deg, 1) for way in ways[:5:2]]
    [3.8, 18.4, 25.0]
    """
    found = []
    for n, words in enumerate(WAYS):
        angle = math.pi / 4 * n
        way = np.array([math.sin(angle), math.cos(angle)])
        margin = float((ground @ way).max() - centre[:2] @ way)
        found.append(Way(words=words, tips_at_deg=tips_at_deg(margin, max(float(centre[2]), 1e-6))))
    return found


def rectangle(width_mm: float, depth_mm: float) -> Array:
    """Its corners about its middle, (4, 2) mm.

    >>> rectangle(100, 80).tolist()[0]
    [50.0, 40.0]
    """
    x, y = width_mm / 2, depth_mm / 2
    return np.array([[x, y], [-x, y], [-x, -y], [x, -y]])


def circle(diameter_mm: float) -> Array:
    angles = np.linspace(0, 2 * math.pi, 72, endpoint=False)
    return diameter_mm / 2 * np.column_stack([np.cos(angles), np.sin(angles)])


def standing(mass_g: float, centre: Array, ground: Array) -> Standing:
    """How a mass stands on the hull of ground points.

    Parameters
    ----------
    centre : (3,) mm, z above the ground.
    ground : (n, 2) points that touch the ground, mm.

    >>> stands = standing(500, np.array([0, 10.0, 120]), rectangle(100, 80))
    >>> stands.margin_mm, round(stands.tips_at_deg, 1), stands.towards
    (30.0, 14.0, (0.0, 1.0))
    """
    hull = shapely.convex_hull(shapely.multipoints(ground))
    point = shapely.points(centre[:2])
    edge = shapely.boundary(hull) if hull.geom_type == "Polygon" else hull
    nearest = shapely.get_coordinates(shapely.shortest_line(point, edge))
    gap = nearest[1] - nearest[0]
    inside = hull.geom_type == "Polygon" and bool(shapely.contains(hull, point))
    margin = float(np.hypot(*gap)) * (1 if inside else -1)
    direction = gap if inside else -gap
    size = float(np.hypot(*direction)) or 1.0
    return Standing(
        mass_g,
        centre,
        margin,
        tips_at_deg(margin, max(float(centre[2]), 1e-6)),
        (float(direction[0] / size), float(direction[1] / size)),
    )
