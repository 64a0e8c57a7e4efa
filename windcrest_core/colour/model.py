"""What is said of the colours: by area, by pass and by ground."""

from __future__ import annotations

from typing import Literal

from windcrest_core.facts import Frozen, Quantity, Text, Why
from windcrest_core.findings import Finding
from windcrest_core.media import Medium, Product
from windcrest_core.sheet.colour import Ground, PassKind, Seal, Tool, View
from windcrest_core.steps import Undated

Nearness = Literal["close", "near", "off", "no paints"]


class RecipePart(Frozen):
    """`drops` and `ml` are for the pass it is mixed for, with what is spare; `counted` where it is few enough drops to count."""

    paint: str
    label: str
    colour: str
    parts: int
    drops: int
    ml: float
    counted: bool


class Zones(Frozen):
    """What is seen in the recesses, in the middle and on what is raised, and of the whole; `along` at the root of its area,
    half-way and at its tips, where they differ."""

    recess: str
    middle: str
    raised: str
    whole: str
    along: tuple[str, str, str] | None = None


class Looks(Frozen):
    """By daylight, by a warm lamp and in the dark."""

    day: Zones
    lamp: Zones
    dark: Zones
    glossy: bool


class Marks(Frozen):
    """What a pass leaves that is seen one by one: the share of the surface they take, how broad each is, round, along the
    limb or running down; `until` is the place among all passes of the one that hides them, if any does.
    """

    way: Literal["round", "along", "down"]
    share: float
    across_mm: float
    until: int | None


class PassPlan(Frozen):
    """A pass: what is mixed for it, how much, how long, what is seen after it.

    `at` is its place among all passes of the figure, from 1; `key` that of its step. `hidden` where nothing of it is seen
    in the end; of a dot on an eye how far `across` it is, and how far `off` the middle, up and to the left. `after_seal` where it comes after the seal of all. A `film`
    is laid on thin, normal or thick. What nothing is mixed for takes a `product`, `bought` under that name.
    """

    id: str
    kind: PassKind
    key: str
    label: Text
    medium: Medium
    mixture: str | None
    tool: Tool
    film: bool
    share: float
    coats: int
    colour: str | None
    recipe: list[RecipePart]
    nearness: Nearness | None
    product: Product | None
    bought: str | None
    ml: float
    paint_ml: float
    grams: float
    minutes: float
    drying_min: float
    at: int
    after_seal: bool
    hidden: bool
    spot: str | None
    across_mm: float | None
    off_mm: float
    marks: Marks | None
    looks: Looks


class Undercoat(Frozen):
    """A paint of one's own under the colour of an area, or a ground of its own where `paint` is none: coats of it, and of all
    with it instead of without; minutes that it saves, with drying."""

    paint: str | None
    label: str
    colour: str
    coats: int
    all_coats: int
    without: int
    saves_min: float


class SpotPlan(Frozen):
    """A place of an area: the share of the area it takes, and what is seen there after each of the passes at `at`."""

    id: str
    label: str
    part: str
    view: View
    share: float
    seen: list[str]


class AreaPlan(Frozen):
    """A colour area: its surface, the mix, how near it comes, coats of its base and what they are over, drying, and its passes.

    `along` is the bone of each of its parts with where that begins and ends, from 0 at the root of the area to 1 at its tips;
    empty where no pass is other at its tips.
    """

    id: str
    label: str
    target: str
    finish: str
    parts: list[str]
    share: float
    surface_cm2: float
    recipe: list[RecipePart]
    mix: str | None
    nearness: Nearness
    over: str
    coats: Quantity | None
    drying_min: Quantity | None
    bare: Looks
    passes: list[PassPlan]
    spots: list[SpotPlan]
    undercoat: Undercoat | None
    hiding: float
    along: dict[str, tuple[str, float, float]]


class GroundOption(Frozen):
    """A ground and the area-weighted coats it asks for."""

    ground: Ground
    coats: float


class Mixing(Frozen):
    """Passes that one mix does for, in areas and in their order: what to mix for all of them at once."""

    colour: str
    recipe: list[RecipePart]
    paint_ml: float
    passes: list[str]
    areas: list[str]
    medium: Medium


class Bought(Frozen):
    """A product that is bought as it is, of all passes and areas together."""

    product: Product
    label: str
    ml: float
    colours: list[str]
    areas: list[Text]


class EyePlan(Frozen):
    """What is painted on each eye: across, mm; the glint's middle up and to the left of the pupil's, on its rim; the round
    brush whose usual line is as fine as the glint."""

    open_mm: float
    iris_mm: float
    pupil_mm: float
    glint_mm: float
    glint_off_mm: float
    brush_mm: float


class PlacePlan(Frozen):
    """A place that is known on a part, to be made one of its area's: its outline in shares of that part as that view has it."""

    key: str
    label: Text
    part: str
    view: View
    outline: list[tuple[float, float]]


class ColourPlan(Frozen):
    areas: list[AreaPlan]
    clay: str
    ground: Ground
    seal: Seal
    advised_ground: Ground
    grounds: list[GroundOption]
    grounds_why: Why
    mixings: list[Mixing]
    bought: list[Bought]
    eyes: EyePlan | None
    places: list[PlacePlan]
    last: int
    seal_at: int | None
    findings: list[Finding]
    steps: Undated
