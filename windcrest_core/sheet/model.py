"""The figure sheet: everything the sculptor decides, and nothing that follows from it.

Lengths of parts are fractions of the figure's height (`scale="figure"`) or of one head
(`scale="head"`), so that a figure scales as one; walls and bases are in mm.
"""

from __future__ import annotations

from functools import cache
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id
from windcrest_core.kept import MOST_PARTS
from windcrest_core.sheet.base import Base
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.colour import Colour
from windcrest_core.sheet.face import Face
from windcrest_core.sheet.insides import Light
from windcrest_core.sheet.ordering import Order
from windcrest_core.sheet.parts import Part
from windcrest_core.sheet.pose import JointAngles, KeptPose
from windcrest_core.sheet.programmes import Programme
from windcrest_core.sheet.references import Reference
from windcrest_core.sheet.runs import Run
from windcrest_core.sheet.writing import Label, Words

Lock = Annotated[str, StringConstraints(pattern=r"^[a-z0-9_]+(/[A-Za-z0-9_]+)*$", max_length=120)]


class FigureSheet(Frozen):
    sheet_version: Literal[7] = 7
    figure_id: Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{8,32}$")] | None = None
    name: Label
    story: Words = ""
    mood: Words = ""
    expression: Words = ""
    decided: dict[Id, Words] = Field(default={}, max_length=60)
    height_mm: float = Field(gt=20, le=2000)
    stands_for_mm: float | None = Field(
        default=None, gt=0, le=100_000, description="the real height it is a model of"
    )
    body: Body
    face: Face = Face()
    pose: dict[Id, JointAngles] = {}
    kept_poses: dict[Id, KeptPose] = Field(default={}, max_length=40)
    parts: list[Part] = Field(default=[], max_length=MOST_PARTS)
    runs: list[Run] = Field(default=[], max_length=60)
    base: Base = Base()
    colour: Colour = Colour()
    references: list[Reference] = Field(default=[], max_length=12)
    lights: list[Light] = Field(default=[], max_length=12)
    order: Order = Order()
    programmes: list[Programme] = Field(default=[], max_length=20)
    locks: list[Lock] = Field(
        default=[], max_length=60, description="paths of choices that no fix is to change"
    )
    retired_ids: list[Id] = []

    def has_wire(self, part: Part) -> bool:
        """Whether a run goes into a part, or along the bone of one that lies next to the wire."""
        return any(
            run.into == part.id or (part.layer == 0 and part.bone in run.path) for run in self.runs
        )

    def part(self, part_id: str) -> Part:
        return next(part for part in self.parts if part.id == part_id)


@cache
def number_ranges(model: type[Frozen]) -> dict[str, tuple[float, float]]:
    """What each number of a document may be, least and most, by its key.

    Examples
    --------
    >>> number_ranges(Face)["eye_line"]
    (0.15, 0.9)
    """
    rows = model.model_json_schema()["properties"]
    return {
        key: (float(row["minimum"]), float(row["maximum"]))
        for key, row in rows.items()
        if "minimum" in row and "maximum" in row
    }
