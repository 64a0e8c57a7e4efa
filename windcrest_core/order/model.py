"""What is said of the order of work."""

from __future__ import annotations

from windcrest_core.facts import Frozen, Quantity, Text
from windcrest_core.findings import Finding
from windcrest_core.order.forcing import MoveState
from windcrest_core.order.joins import Join
from windcrest_core.order.meetings import MeetingPlan
from windcrest_core.order.reach import ReachPlan
from windcrest_core.steps import Need, StepKind


class StepPlan(Frozen):
    """A step in its place: `bake` is the bake it goes into, none for work after the last. One that is
    `movable` may be put elsewhere by hand, if its reasons allow."""

    key: str
    kind: StepKind
    label: Text
    station: str
    part: str | None
    bake: int | None
    minutes: float
    wait_min: float
    needs: list[Need]
    done: bool
    ready: bool
    movable: bool
    caution: Text


class BakeGroup(Frozen):
    """A bake: the parts that are raw in it, and what to look over before it makes them final."""

    number: int
    parts: list[str]
    because: Text
    look: list[Text]


class OrderPlan(Frozen):
    steps: list[StepPlan]
    bakes: list[BakeGroup]
    joins: list[Join]
    meetings: list[MeetingPlan]
    hands_min: Quantity
    next_step: str | None
    moves: list[MoveState]
    reach: ReachPlan
    findings: list[Finding]
