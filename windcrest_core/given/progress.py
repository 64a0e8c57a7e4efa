"""What has really happened to a figure: steps done, bakes run, and what went wrong."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id


class BakeDone(Frozen):
    """A bake that was run: its ordinal in the plan and the minutes it really took.

    `steps` are the keys of what went in raw, which stays in that bake however the plan changes;
    `air_c` is the air beside the piece every 15 s, where it was measured; `dial_c` the dial of the load it was in with
    others, where it was.
    """

    bake: int = Field(ge=1, le=50)
    minutes: float = Field(gt=0, le=1440)
    steps: list[str] = Field(default=[], max_length=500)
    dial_c: float | None = Field(default=None, ge=20, le=300)
    air_c: list[Annotated[float, Field(ge=-20, le=300)]] = Field(default=[], max_length=6000)


MishapKind = Literal[
    "forgot_wire",
    "too_large",
    "broke",
    "cracked",
    "too_soft",
    "over_baked",
    "dropped",
    "changed_mind",
    "soft_to_work",
    "wrong_piece",
    "does_not_fit",
]


class Mishap(Frozen):
    """Something that went wrong with a part after so many bakes of it, and the way on that was
    chosen; `after_bake` is nought while the part was raw."""

    id: Id
    kind: MishapKind
    part: Id
    way: Id
    after_bake: int = Field(default=0, ge=0, le=50)


BuiltKind = Literal["wall_mm", "mass_g", "core_g", "length_mm"]
LIMITS: dict[BuiltKind, tuple[float, float]] = {
    "wall_mm": (0.5, 60.0),
    "mass_g": (0.05, 20_000.0),
    "core_g": (0.05, 20_000.0),
    "length_mm": (1.0, 2000.0),
}


class Built(Frozen):
    """What was measured of a part as it was made: its wall by a needle, mm, its clay and core on the scale, g, or its
    core alone before it was covered; or a length by calipers, mm, in which case `part` is the length's id."""

    part: Id
    kind: BuiltKind
    value: float = Field(gt=0, le=20_000)


class Progress(Frozen):
    """What has really happened: steps done, bakes run, what went wrong, what was measured of parts as they were made."""

    progress_version: Literal[1] = 1
    steps_done: list[str] = []
    bakes: list[BakeDone] = []
    mishaps: list[Mishap] = Field(default=[], max_length=60)
    built: list[Built] = Field(default=[], max_length=480)

    def built_of(self, kind: BuiltKind) -> dict[str, float]:
        """What was measured of one kind, by part."""
        return {row.part: row.value for row in self.built if row.kind == kind}
