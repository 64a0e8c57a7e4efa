"""The body plans: what kind of creature it is, and the numbers that vary within a kind.

Lengths are fractions of the figure's height, girths and breadths ratios of the ordinary.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id

Direction = tuple[
    Annotated[float, Field(ge=-1, le=1)],
    Annotated[float, Field(ge=-1, le=1)],
    Annotated[float, Field(ge=-1, le=1)],
]


class Build(Frozen):
    """What every body plan has: how many heads tall, its girths, and the limbs added to it."""

    heads_tall: float = Field(default=7.5, ge=1.5, le=10)
    build: float = Field(default=1.0, ge=0.6, le=1.8)
    shoulder_breadth: float = Field(default=1.0, ge=0.6, le=1.6)
    hip_breadth: float = Field(default=1.0, ge=0.6, le=1.6)
    limb_thickness: float = Field(default=1.0, ge=0.5, le=2.0)
    head_breadth: float = Field(default=1.0, ge=0.6, le=1.6)
    head_depth: float = Field(default=1.0, ge=0.6, le=1.6)
    head_height: float = Field(default=1.0, ge=0.6, le=1.6)
    muzzle_length: float = Field(default=1.0, ge=0.2, le=3.0)
    wing_span: float = Field(
        default=0.0, ge=0, le=2.5, description="of the height; nought means no wings"
    )
    tail_length: float = Field(
        default=0.0, ge=0, le=1.5, description="of the height; nought means no tail"
    )


class Upright(Build):
    """Trunk, legs and arms against those of the canon."""

    leg_share: float = Field(default=1.0, ge=0.6, le=1.3)
    trunk_length: float = Field(default=1.0, ge=0.7, le=1.12)
    arm_length: float = Field(default=1.0, ge=0.5, le=1.6)


class Biped(Upright):
    plan: Literal["biped"] = "biped"


class TailedBiped(Build):
    """On its toes, with a tail; the trunk may pitch forward."""

    plan: Literal["tailed_biped"] = "tailed_biped"
    tail_length: float = Field(default=0.5, ge=0.05, le=1.5)
    neck_length: float = Field(default=0.10, ge=0.02, le=0.6)
    trunk_pitch_deg: float = Field(default=15.0, ge=0, le=80)


class Quadruped(Build):
    plan: Literal["quadruped"] = "quadruped"
    tail_length: float = Field(default=0.5, ge=0.05, le=1.5)
    neck_length: float = Field(default=0.2, ge=0.02, le=0.8)
    trunk_length: float = Field(default=0.72, ge=0.4, le=2.0)


class ManyLimbed(Build):
    """Low, with two to six pairs of legs out to the sides."""

    plan: Literal["many_limbed"] = "many_limbed"
    heads_tall: float = Field(default=3.2, ge=1.5, le=10)
    pairs: int = Field(default=3, ge=2, le=6)
    neck_length: float = Field(default=0.12, ge=0.02, le=0.8)
    trunk_length: float = Field(default=1.0, ge=0.4, le=3.0)


class Capsule(Build):
    """Head and trunk in one, with stubs for arms and legs."""

    plan: Literal["capsule"] = "capsule"
    heads_tall: float = Field(default=2.0, ge=1.5, le=10)
    leg_length: float = Field(default=0.12, ge=0.03, le=0.4)
    arm_length: float = Field(default=0.2, ge=0.05, le=0.6)


class Bust(Build):
    """Head, neck and shoulders on a foot."""

    plan: Literal["bust"] = "bust"
    heads_tall: float = Field(default=2.2, ge=1.7, le=3.5)


class Draped(Upright):
    """Legs under a robe; with the hem off the ground it floats on a rod."""

    plan: Literal["draped"] = "draped"
    heads_tall: float = Field(default=6.5, ge=1.5, le=10)
    hem_height: float = Field(default=0.0, ge=0, le=0.3)


class StemCap(Build):
    """A stem with a cap over it, its face on the stem."""

    plan: Literal["stem_cap"] = "stem_cap"
    heads_tall: float = Field(default=2.5, ge=1.5, le=10)
    cap_height: float = Field(default=0.34, ge=0.15, le=0.6)
    cap_breadth: float = Field(default=1.0, ge=0.5, le=1.8)


class Stacked(Build):
    """Figures one on another on one rod."""

    plan: Literal["stacked"] = "stacked"
    heads_tall: float = Field(default=5.0, ge=1.5, le=10)
    tiers: int = Field(default=3, ge=2, le=4)
    taper: float = Field(default=0.85, ge=0.6, le=1.2, description="each tier of the one below")


class FreeBone(Frozen):
    """A bone of a free body: from where on its parent, which way, how long."""

    id: Id
    label: Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
    parent: Id | None = None
    at: float = Field(default=1.0, ge=0, le=1, description="share of the parent's length")
    direction: Direction = (0.0, 0.0, 1.0)
    length: float = Field(default=0.2, gt=0.01, le=3)

    @model_validator(mode="after")
    def _has_a_direction(self) -> FreeBone:
        if max(abs(c) for c in self.direction) < 0.01:
            raise ValueError("a direction that is not nought")
        return self


class Free(Build):
    """A body of one's own: its bones are the sculptor's."""

    plan: Literal["free"] = "free"
    heads_tall: float = Field(default=3.0, ge=1.5, le=10)
    bones: tuple[FreeBone, ...] = Field(
        default=(FreeBone(id="root", label="root", length=1.0),), min_length=1, max_length=40
    )


Body = Annotated[
    Biped
    | TailedBiped
    | Quadruped
    | ManyLimbed
    | Capsule
    | Bust
    | Draped
    | StemCap
    | Stacked
    | Free,
    Field(discriminator="plan"),
]
Plan = Literal[
    "biped",
    "tailed_biped",
    "quadruped",
    "many_limbed",
    "capsule",
    "bust",
    "draped",
    "stem_cap",
    "stacked",
    "free",
]
