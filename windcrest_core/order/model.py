"""What is said of the order of work."""

from __future__ import annotations

from typing import Literal

from windcrest_core.facts import Frozen, Quantity, Text
from windcrest_core.findings import Finding
from windcrest_core.order.forcing import MoveState
from windcrest_core.order.joins import Join
from windcrest_core.order.meetings import MeetingPlan
from windcrest_core.order.reach import ReachPlan
from windcrest_core.steps import Need, StepKind


class StepPlan(Frozen):
    """A step in its place: `bake` is the bake it goes into, none for work after the last. One that is
    `movable` may be put elsewhere by hand, if its reasons allow. The steps of small things alike are one:
    `parts` has all that it makes, `part` the first of them, `with_it` the keys of the steps done with it."""

    key: str
    with_it: list[str]
    kind: StepKind
    label: Text
    station: str
    part: str | None
    parts: list[str]
    bake: int | None
    minutes: float
    wait_min: float
    needs: list[Need]
    done: bool
    ready: bool
    movable: bool
    caution: Text

    @property
    def keys(self) -> list[str]:
        """Of all the steps that are done at once."""
        return [self.key, *self.with_it]


class BakeGroup(Frozen):
    """A bake: the parts that are raw in it, and what to look over before it makes them final."""

    number: int
    parts: list[str]
    because: Text
    look: list[Text]


State = Literal["none", "raw", "hard", "painted"]


class Scene(Frozen):
    """After something is done, in `bake` or after the last: what there is of the part and of what carries it, and
    whether they are `together`."""

    words: Text
    bake: int | None
    done: bool
    part: State
    onto: State
    together: bool


class JoinScenes(Frozen):
    """The order of a join as pictures, by the ids of its part and of what carries that."""

    part: str
    onto: str
    scenes: list[Scene]


class OrderPlan(Frozen):
    """The steps in order, and what holds it together."""

    steps: list[StepPlan]
    bakes: list[BakeGroup]
    joins: list[Join]
    scenes: list[JoinScenes]
    meetings: list[MeetingPlan]
    hands_min: Quantity
    next_step: str | None
    moves: list[MoveState]
    reach: ReachPlan
    findings: list[Finding]

    def in_one_go(self, key: str) -> list[str]:
        """The steps that are done with one, itself among them; of what is no step of this plan itself alone."""
        return next((step.keys for step in self.steps if key in step.keys), [key])
