"""Changes of runs as they are asked for: the core makes the operations."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

from server.shelf.models import Figure
from server.shelf.planning import given_of
from windcrest_core.body.workpiece import workpiece
from windcrest_core.findings import Operation
from windcrest_core.frame import editing
from windcrest_core.sheet.runs import Feet, FrameSchool


class AddRun(BaseModel):
    kind: Literal["add"]
    first: str
    last: str


class RouteRun(BaseModel):
    kind: Literal["route"]
    run: str
    first: str
    last: str


class SplitRun(BaseModel):
    kind: Literal["split"]
    run: str
    joint: str


class ThroughRun(BaseModel):
    kind: Literal["through"]
    run: str
    joint: str


class JoinRuns(BaseModel):
    kind: Literal["join"]
    run: str
    other: str


class SuggestRuns(BaseModel):
    kind: Literal["suggest"]
    school: FrameSchool
    feet: Feet


RunEdit = AddRun | RouteRun | SplitRun | ThroughRun | JoinRuns | SuggestRuns


def rewired(figure: Figure, how: RunEdit) -> list[Operation]:
    sheet = figure.sheet
    match how:
        case AddRun():
            return editing.added(sheet, how.first, how.last)
        case RouteRun():
            return editing.rerouted(sheet, how.run, how.first, how.last)
        case SplitRun():
            return editing.split(sheet, how.run, how.joint)
        case ThroughRun():
            return editing.through(sheet, how.run, how.joint)
        case JoinRuns():
            return editing.joined(sheet, how.run, how.other)
        case SuggestRuns():
            return editing.suggested(workpiece(sheet, *given_of(figure)), how.school, how.feet)
