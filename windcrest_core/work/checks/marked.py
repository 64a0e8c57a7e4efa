"""A photograph of the work with what was marked in it: the document a check begins from."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id
from windcrest_core.refused import faults_of
from windcrest_core.sheet.references import LengthScale, Point, StatureScale
from windcrest_core.versions import Ladder

MARKS = Ladder("marks", "marks_version")

Stage = Literal["wire", "raw", "baked"]
ViewName = Literal["front", "side"]


class CardScale(Frozen):
    """The printed card: its four marks from the first round to the lower left, and how far it stands behind the
    middle of the figure, mm."""

    kind: Literal["card"] = "card"
    corners: tuple[Point, Point, Point, Point]
    behind_mm: float = Field(default=0.0, ge=-500, le=500)


Scale = Annotated[LengthScale | StatureScale | CardScale, Field(discriminator="kind")]


class Marked(Frozen):
    """A photograph from the front or from the right, of wire, raw clay or what is baked. Points are shares of its
    width from the left, of its height from the top; `marks` by landmark, or by the part whose middle it is.
    `missing` are parts of the plan that are not on the work; `mirrored` where the picture is a mirror's."""

    marks_version: Literal[1] = 1
    view: ViewName = "front"
    stage: Stage = "raw"
    width_px: int = Field(ge=16, le=20000)
    height_px: int = Field(ge=16, le=20000)
    scale: Scale | None = None
    marks: dict[Id, Point] = Field(default={}, max_length=120)
    missing: list[Id] = Field(default=[], max_length=240)
    mirrored: bool = False


def load_marks(data: Any) -> Marked:
    """Marks from parsed JSON.

    Raises
    ------
    SheetError : with every fault.
    """
    document = MARKS.upgraded(data)
    try:
        return Marked.model_validate(document)
    except ValidationError as error:
        raise faults_of(error) from error
