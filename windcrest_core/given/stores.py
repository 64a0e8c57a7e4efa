"""What the person works with, and what weighing, mixing and baking have shown of it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator

from windcrest_core.facts import Frozen
from windcrest_core.ids import Hex, Id
from windcrest_core.media import Medium


class BendTest(Frozen):
    """A length of wire held level at one end with a weight hung on the other.

    `droop_mm` is how far the end hangs below level with the weight on it; without it `mass_g` is
    the least weight that left the wire bent.
    """

    length_mm: float = Field(gt=5, le=1000)
    mass_g: float = Field(gt=0, le=5000)
    droop_mm: float | None = Field(default=None, gt=0, le=500)


class WireCoil(Frozen):
    """A coil or an offcut of wire: what is left of it, and what a bend test of it showed; `name` is
    what its owner calls it."""

    id: Id
    name: str = Field(default="", max_length=200)
    wire: Id
    length_mm: float = Field(gt=0, le=1_000_000)
    bend_test: BendTest | None = None


class Weighing(Frozen):
    """A ball of known size on the scale: of a clay, or of foil squeezed as House rules say.

    `id` is the clay's, or the packing's. A part of a figure counts as the ball of its volume, and `name` says which.
    """

    of: Literal["clay", "foil"]
    id: Id
    mass_g: float = Field(gt=0, le=20_000)
    across_mm: float = Field(ge=5, le=500)
    name: str = Field(default="", max_length=200)


class ClayChip(Frozen):
    """A mix of clay that was tried: grams of each block, drops of each ink, what came of it.

    `seen` is the colour the baked chip really had, where somebody read it.
    """

    label: Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
    target: Hex
    grams: dict[Id, Annotated[float, Field(gt=0, le=5000)]] = Field(min_length=1, max_length=4)
    drops: dict[Id, Annotated[int, Field(ge=1, le=500)]] = Field(default={}, max_length=3)
    verdict: Literal["not baked yet", "good", "too pale", "too strong", "another hue"] = (
        "not baked yet"
    )
    seen: Hex | None = None


class ClayLabel(Frozen):
    """What the maker's label says of a clay: its temperature and the most it takes, °C, and the
    minutes at that temperature for every 6 mm."""

    label_c: float = Field(ge=80, le=180)
    maximum_c: float = Field(ge=80, le=200)
    min_per_6mm: float = Field(ge=2, le=120)

    @model_validator(mode="after")
    def _in_order(self) -> ClayLabel:
        if self.maximum_c < self.label_c:
            raise ValueError("a maximum at or above the label's own temperature")
        return self


class TestChip(Frozen):
    """A chip of something new that rode along in a bake, and what it did.

    `product` is its catalogue id where it has one; of a medium which one: flexible paint, glow, resin; of a mixture its own. `bends` is cured through; `snaps` and `tacky` are
    not. `minutes` in the oven, taken out sooner than the piece or with it, and `air_c` are of the bake it was in; it
    lay on a tile, or was `over_foil_mm` of foil as the piece's wall is. `wall_c` is what a probe at its inner face said
    when it was taken out: it tells how fast that oven heats, so that the bend tells of the clay alone.
    """

    of: Literal["clay", "ink", "paint", "varnish", "spray", "medium", "mixture"]
    product: Id
    label: Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
    thick_mm: float = Field(default=3.0, ge=0.5, le=30)
    over_foil_mm: float | None = Field(default=None, gt=0, le=40)
    minutes: float | None = Field(default=None, gt=0, le=1440)
    air_c: float | None = Field(default=None, ge=40, le=200)
    wall_c: float | None = Field(default=None, ge=15, le=200)
    verdict: Literal["riding", "bends", "good", "snaps", "tacky", "colour shift"] = "riding"

    @property
    def opens(self) -> bool:
        """Whether it shows that the product may be used."""
        return self.verdict in ("bends", "good")


class CoatNote(Frozen):
    """How many brushed coats of a mix it took until nothing of what is `over` shone through any more."""

    mix: dict[Id, Annotated[int, Field(ge=1, le=12)]] = Field(min_length=1, max_length=4)
    over: Hex
    coats: int = Field(ge=1, le=20)


class Mixture(Frozen):
    """A product of one's own: paint in sealer, glue in paint. It goes on as its `medium` does until a chip says otherwise;
    `share` is the paint's part of it."""

    id: Id
    label: Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
    medium: Medium
    share: float = Field(default=0.5, gt=0, le=1)


class Owned(Frozen):
    """What the person works with, by catalogue id, and what weighing has shown of it."""

    stores_version: Literal[1] = 1
    wires: list[Id] = Field(
        default=["al_awg16", "al_awg14", "al_awg12", "al_awg9", "st_1_6"], min_length=1
    )
    clays: list[Id] = ["rigid", "rigid_white"]
    foil: Id = "kitchen"
    paints: list[Id] = [
        "titanium_white",
        "carbon_black",
        "ultramarine",
        "hansa_yellow",
        "yellow_ochre",
        "burnt_sienna",
        "cadmium_red_hue",
    ]
    weighings: list[Weighing] = Field(default=[], max_length=100)
    chips: list[ClayChip] = Field(default=[], max_length=200)
    labels: dict[Id, ClayLabel] = Field(
        default={}, max_length=60, description="what the label of an own clay says, by its id"
    )
    tried: list[TestChip] = Field(default=[], max_length=200)
    took: list[CoatNote] = Field(
        default=[], max_length=200, description="coats that mixes took, over what"
    )
    mixtures: list[Mixture] = Field(
        default=[], max_length=60, description="products mixed by oneself, to paint and seal with"
    )


class Stores(Owned):
    """The same with the coils there are. A wire without a coil is there in any length."""

    coils: list[WireCoil] = Field(default=[], max_length=200)
