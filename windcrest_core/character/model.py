"""What is said of the character: its proportions, its face, what was decided."""

from __future__ import annotations

from windcrest_core.character.ages import Ghost, Scale
from windcrest_core.character.calipers import CaliperRow
from windcrest_core.character.decide import Topic
from windcrest_core.character.face_plan import FacePlan
from windcrest_core.character.measuring import Pictures
from windcrest_core.facts import Frozen, Quantity, Text, Why
from windcrest_core.findings import Finding, Fix


class Landmark(Frozen):
    """A height above the sole of the standing figure, mm, and in heads from the ground."""

    id: str
    label: str
    height_mm: float
    heads: float
    why: Why


class PosedMark(Frozen):
    """Where a landmark is in this pose: mm above the ground. A pair that differs is told by side."""

    id: str
    label: Text
    height_mm: float


class Span(Frozen):
    label: Text
    length_mm: float
    why: Why


class CharacterPlan(Frozen):
    head_mm: Quantity
    landmarks: list[Landmark]
    posed_landmarks: list[PosedMark]
    spans: list[Span]
    calipers: list[CaliperRow]
    face: FacePlan | None
    scale: Scale | None
    ages: list[Fix]
    ghosts: list[Ghost]
    topics: list[Topic]
    pictures: Pictures
    findings: list[Finding]
