"""Shapes of parts. Lengths are fractions of the figure's height or of one head, angles in degrees."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen

Fraction = Annotated[float, Field(gt=0, le=3)]
FURTHEST = 5.0
Coordinate = Annotated[float, Field(ge=-FURTHEST, le=FURTHEST)]
Place = tuple[Coordinate, Coordinate, Coordinate]
Turns = tuple[
    Annotated[float, Field(ge=-360, le=360)],
    Annotated[float, Field(ge=-360, le=360)],
    Annotated[float, Field(ge=-360, le=360)],
]


class RoundCone(Frozen):
    """The hull of two balls; `depth` is its front-to-back thickness over its breadth."""

    kind: Literal["round_cone"] = "round_cone"
    start: Place
    end: Place
    start_radius: Fraction
    end_radius: Fraction
    depth: float = Field(default=1.0, gt=0.05, le=4)


class Ellipsoid(Frozen):
    kind: Literal["ellipsoid"] = "ellipsoid"
    centre: Place
    semi_axes: tuple[Fraction, Fraction, Fraction]
    turns_deg: Turns = (0, 0, 0)


class Box(Frozen):
    kind: Literal["box"] = "box"
    centre: Place
    half_sizes: tuple[Fraction, Fraction, Fraction]
    turns_deg: Turns = (0, 0, 0)


class Sheet(Frozen):
    """A flat piece: an outline across and along, and its thickness."""

    kind: Literal["sheet"] = "sheet"
    centre: Place
    outline: list[tuple[Coordinate, Coordinate]] = Field(min_length=3, max_length=40)
    thickness: Fraction
    turns_deg: Turns = (0, 0, 0)


class Coil(Frozen):
    """A tapering tube bent round an arc; it starts along the bone and bends towards its front."""

    kind: Literal["coil"] = "coil"
    start: Place
    bend_radius: Fraction
    sweep_deg: float = Field(gt=1, le=1080)
    rise: float = Field(default=0.0, ge=-3, le=3)
    start_radius: Fraction
    end_radius: Fraction
    turns_deg: Turns = (0, 0, 0)


class Frustum(Frozen):
    """A cone cut flat at both ends; `depth` is its front-to-back thickness over its breadth."""

    kind: Literal["frustum"] = "frustum"
    start: Place
    end: Place
    start_radius: Fraction
    end_radius: Fraction
    depth: float = Field(default=1.0, gt=0.05, le=4)


Shape = Annotated[RoundCone | Ellipsoid | Box | Sheet | Coil | Frustum, Field(discriminator="kind")]
