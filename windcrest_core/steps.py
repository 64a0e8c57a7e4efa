"""A step of the work, and why it must wait for another. Stations declare; `order` schedules."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen, Text
from windcrest_core.findings import Station

NeedKind = Literal[
    "own",
    "wire",
    "foil",
    "under",
    "smear",
    "hard",
    "bed",
    "touch",
    "film",
    "apart",
    "label",
    "clean",
    "ground",
    "seal",
    "gloss",
    "bare",
    "mount",
    "reach",
    "placed",
    "area",
]

StepKind = Literal[
    "cut",
    "bend",
    "bind",
    "core",
    "get",
    "condition",
    "form",
    "smooth",
    "texture",
    "look",
    "press",
    "pin",
    "bore",
    "bake",
    "pull",
    "putty",
    "mend",
    "fill",
    "sand",
    "wash",
    "mask",
    "ground",
    "coats",
    "seal",
    "gloss",
    "unmask",
    "wire",
    "test",
    "assemble",
    "touch_up",
    "drill",
    "mount",
    "photograph",
    "card",
]


Between = Literal["any", "bake", "none"]
"""What lies between a step and the one it waits for: whatever comes, a bake, or no bake: that one is still raw."""


class Need(Frozen):
    """This step waits for `key`, because of `reason`, with what has to lie `between`.

    `kind` says what comes of doing it the other way round; with `own` it cannot be done.
    """

    key: str
    reason: Text
    between: Between = "any"
    kind: NeedKind = "own"

    @property
    def cured(self) -> bool:
        """Whether what is waited for is cured by then."""
        return self.between == "bake"

    @property
    def raw(self) -> bool:
        """Whether what is waited for is still raw then."""
        return self.between == "none"


class Step(Frozen):
    """One thing to do. `key` is made of part, kind and ordinal, so it is the same in every plan.

    `wait_min` runs while nobody works: cooling, drying. A bake waits for what
    goes `into_oven`; `one_with` are steps that share its bake, in whichever order: raw clay blended with theirs. It `stands_for` the steps of these
    keys and its own, done at once, as long as none of them is ticked; it is moot once one of `moot_with` is done.
    """

    key: str
    kind: StepKind
    station: Station
    label: Text
    part: str | None = None
    minutes: float
    wait_min: float = 0.0
    needs: list[Need] = []
    one_with: list[str] = []
    stands_for: list[str] = []
    moot_with: list[str] = []
    into_oven: bool = False
    after_bakes: bool = False
    caution: Text = ""


Undated = Annotated[list[Step], Field(exclude=True)]
"""Steps a station declares; left out of the document, where `order` gives them their places."""
