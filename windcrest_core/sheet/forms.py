"""What a part's shape is filled with: solid clay, cloth that lies on or hangs round others, or a sheet in layers."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id
from windcrest_core.sheet.shapes import Frustum

CoreKind = Literal["foil", "foil_tape", "light", "air_dry", "foam", "cage", "pulled", "wire"]
End = Literal["start", "end"]
OpenEnds = Literal["both", "start", "end", "none"]
MOST_SLEEVES, MOST_SLITS, MOST_LAYERS = 6, 6, 7
Thickness = Annotated[float, Field(ge=0.5, le=6)]
"""Of cloth rolled out of clay, mm."""


class SolidClay(Frozen):
    """Clay with a core under a wall, or clay throughout."""

    kind: Literal["solid"] = "solid"
    core: CoreKind = Field(
        default="foil", description="what is under the clay; wire alone is solid clay"
    )
    wall_mm: float | None = Field(default=None, ge=0.5, le=60)


class Slit(Frozen):
    """A wedge left out of a tube: its middle, 0 in front and 90 at the figure's left, how wide, and from where to
    where along the tube, 0 at its start and 1 at its end."""

    middle_deg: float = Field(default=180.0, ge=-360, le=360)
    wide_deg: float = Field(default=30.0, gt=0, le=180)
    from_share: float = Field(default=0.0, ge=0, le=1)
    to_share: float = Field(default=1.0, ge=0, le=1)


class Hem(Frozen):
    """An end of a tube folded back on itself, so far along the cloth, mm."""

    end: End = "end"
    fold_mm: float = Field(default=8.0, gt=0, le=60)


class Sleeve(Frozen):
    """A tube that is one with another: it follows the bone it is on."""

    id: Id
    bone: Id
    shape: Frustum
    open: OpenEnds = "both"


class LiesClose(Frozen):
    """Cloth, fur or skin of one thickness over whatever it is put on; the part's shape is where it reaches."""

    kind: Literal["close"] = "close"
    thickness_mm: Thickness = 2.0


class Folds(Frozen):
    """A skirt cut as a share of a circle, so that it is wider than it hangs and falls in so many folds; pleated, they are
    pressed flat, each turned under the next."""

    number: int = Field(default=8, ge=3, le=60)
    share: float = Field(default=1.0, ge=0.25, le=2, description="of a whole circle")
    pleated: bool = False


class Points(Frozen):
    """An end of a tube cut into so many points, so deep, mm; one of them is in front."""

    end: End = "end"
    number: int = Field(default=8, ge=2, le=40)
    deep_mm: float = Field(default=10.0, gt=0, le=150)


class Hangs(Frozen):
    """A sheet that keeps to the side of the part's own shape, a cone cut flat, and to its sleeves."""

    kind: Literal["hang"] = "hang"
    thickness_mm: Thickness = 2.0
    open: OpenEnds = "both"
    hem: Hem | None = None
    slits: list[Slit] = Field(default=[], max_length=MOST_SLITS)
    folds: Folds | None = None
    points: Points | None = None
    sleeves: list[Sleeve] = Field(default=[], max_length=MOST_SLEEVES)
    beneath: Literal["air", "foil"] = "air"


class ClayLayer(Frozen):
    of: Literal["clay"] = "clay"
    thickness_mm: float = Field(ge=0.3, le=20)


class FoilLayer(Frozen):
    """A foil of the catalogue laid in, as thick as it is."""

    of: Literal["foil"] = "foil"
    id: Id = "kitchen"


class MeshLayer(Frozen):
    """Woven wire: how thick the wire is and how far apart, middle to middle, mm."""

    of: Literal["mesh"] = "mesh"
    metal: Literal["steel", "aluminium"] = "steel"
    wire_mm: float = Field(default=0.3, ge=0.1, le=1.5)
    pitch_mm: float = Field(default=2.5, ge=0.5, le=20)


class CardLayer(Frozen):
    of: Literal["card"] = "card"
    thickness_mm: float = Field(default=0.3, ge=0.1, le=3)


Layer = Annotated[ClayLayer | FoilLayer | MeshLayer | CardLayer, Field(discriminator="of")]


class Layered(Frozen):
    """A flat piece in layers, from its back to its front; its shape is a sheet."""

    kind: Literal["laid"] = "laid"
    stack: list[Layer] = Field(min_length=1, max_length=MOST_LAYERS)


Form = Annotated[SolidClay | LiesClose | Hangs | Layered, Field(discriminator="kind")]
FormKind = Literal["solid", "close", "hang", "laid"]
WIRE = SolidClay(core="wire")
