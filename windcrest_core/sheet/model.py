"""The figure sheet: everything the sculptor decides, and nothing that follows from it.

Lengths of parts are fractions of the figure's height (`scale="figure"`) or of one head
(`scale="head"`), so that a figure scales as one; walls and bases are in mm.
"""

from __future__ import annotations

from functools import cache
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from windcrest_core.facts import Frozen
from windcrest_core.ids import Hex, Id
from windcrest_core.sheet.bodies import Body
from windcrest_core.sheet.insides import Light, Opening
from windcrest_core.sheet.ordering import Order

Label = Annotated[str, StringConstraints(min_length=1, max_length=80, strip_whitespace=True)]
Words = Annotated[str, StringConstraints(max_length=4000)]
Fraction = Annotated[float, Field(gt=0, le=3)]
Place = tuple[
    Annotated[float, Field(ge=-5, le=5)],
    Annotated[float, Field(ge=-5, le=5)],
    Annotated[float, Field(ge=-5, le=5)],
]
Turns = tuple[
    Annotated[float, Field(ge=-360, le=360)],
    Annotated[float, Field(ge=-360, le=360)],
    Annotated[float, Field(ge=-360, le=360)],
]


class Face(Frozen):
    """Where the face sits on the head: shares of the head's height, and of its parts.

    The ordinary face is that of the art canon: eye line half-way, five eye-breadths across, the
    nose half-way from eyes to chin, the mouth a third of the way from nose to chin, the ears
    between brow and nose.
    """

    eye_line: float = Field(default=0.5, ge=0.15, le=0.9, description="of the head, from below")
    eye_breadth: float = Field(default=0.2, ge=0.06, le=0.45, description="of the head's breadth")
    eye_gap: float = Field(default=1.0, ge=0.2, le=4, description="in eye-breadths")
    nose: float = Field(default=0.5, ge=0.1, le=0.9, description="of the way from eyes to chin")
    mouth: float = Field(default=1 / 3, ge=0.1, le=0.9, description="of the way from nose to chin")
    ear_length: float = Field(default=1.0, ge=0.3, le=4, description="of brow to nose")
    socket_depth: float = Field(default=0.75, ge=0, le=1, description="of the eye, under the skin")


class JointAngles(Frozen):
    """Angles from the rest position: forward, outward, about the bone. Degrees."""

    swing_deg: float = Field(default=0.0, ge=-360, le=360)
    spread_deg: float = Field(default=0.0, ge=-360, le=360)
    turn_deg: float = Field(default=0.0, ge=-360, le=360)


class RoundCone(Frozen):
    """The hull of two balls; `depth` is its front-to-back thickness over its breadth."""

    kind: Literal["round_cone"] = "round_cone"
    start: Place
    end: Place
    start_radius: Fraction
    end_radius: Fraction
    depth: float = Field(default=1.0, gt=0.05, le=4)


class Ellipsoid(Frozen):
    kind: Literal["ellipsoid"] = "ellipsoid"
    centre: Place
    semi_axes: tuple[Fraction, Fraction, Fraction]
    turns_deg: Turns = (0, 0, 0)


class Box(Frozen):
    kind: Literal["box"] = "box"
    centre: Place
    half_sizes: tuple[Fraction, Fraction, Fraction]
    turns_deg: Turns = (0, 0, 0)


class Sheet(Frozen):
    """A flat piece: an outline across and along, and its thickness."""

    kind: Literal["sheet"] = "sheet"
    centre: Place
    outline: list[
        tuple[Annotated[float, Field(ge=-5, le=5)], Annotated[float, Field(ge=-5, le=5)]]
    ] = Field(min_length=3, max_length=40)
    thickness: Fraction
    turns_deg: Turns = (0, 0, 0)


class Coil(Frozen):
    """A tapering tube bent round an arc; it starts along the bone and bends towards its front."""

    kind: Literal["coil"] = "coil"
    start: Place
    bend_radius: Fraction
    sweep_deg: float = Field(gt=1, le=1080)
    rise: float = Field(default=0.0, ge=-3, le=3)
    start_radius: Fraction
    end_radius: Fraction
    turns_deg: Turns = (0, 0, 0)


class Frustum(Frozen):
    """A cone cut flat at both ends; `depth` is its front-to-back thickness over its breadth."""

    kind: Literal["frustum"] = "frustum"
    start: Place
    end: Place
    start_radius: Fraction
    end_radius: Fraction
    depth: float = Field(default=1.0, gt=0.05, le=4)


Shape = Annotated[RoundCone | Ellipsoid | Box | Sheet | Coil | Frustum, Field(discriminator="kind")]
Seat = Literal["eye", "nose", "mouth", "ear", "muzzle"]
Texture = Literal["smooth", "skin", "hair", "fur", "feathers", "scales", "cloth", "bark", "stone"]


class Part(Frozen):
    """One piece of the figure, on a bone."""

    id: Id
    label: Label
    bone: Id
    shape: Shape
    scale: Literal["figure", "head"] = "figure"
    girth: Literal["trunk", "limb", "head", "own"] = "own"
    side: Literal["left", "right", "mid"] = "mid"
    mirror_of: Id | None = None
    orient: Literal["bone", "world"] = "bone"
    layer: int = Field(default=0, ge=0, le=9)
    lies_on: Id | None = None
    core: Literal["foil", "foil_tape", "light", "air_dry", "foam", "pulled", "wire"] = Field(
        default="foil", description="what is under the clay; wire alone is solid clay"
    )
    wall_mm: float | None = Field(default=None, ge=0.5, le=60)
    ballast_g: float = Field(default=0.0, ge=0, le=5000, description="steel let into its core")
    clay: Id = "rigid"
    stock: Id | None = Field(
        default=None, description="a bought or carved piece of this material, not clay"
    )
    area: Id | None = None
    delicate: bool = False
    press_in: bool = Field(default=False, description="hard before it is pressed in")
    made_apart: bool = False
    rests: bool = Field(
        default=False,
        description="baked in its place but not joined: it parts again to be painted",
    )
    contact: bool = Field(default=False, description="stands on the ground")
    seat: Seat | None = Field(default=None, description="its place comes from the face plan")
    texture: Texture = "smooth"
    limit_c: float | None = Field(
        default=None, ge=40, le=400, description="the most it can take, where it is bought"
    )
    hidden: bool = Field(default=False, description="not drawn; it counts as before")
    opening: Opening | None = Field(default=None, description="where its core comes out")

    @property
    def assembled(self) -> bool:
        """Whether it is put on when all is baked and painted."""
        return self.made_apart or (self.rests and self.stock is None)


End = Literal[
    "head_loop", "loop", "hook", "peg", "rod", "anchor", "bound", "taped", "pushed", "tail", "cut"
]
FrameSchool = Literal["one_run", "bound", "taped", "rod"]
Feet = Literal["in_base", "loops"]


class Run(Frozen):
    """One length of wire through joints; `wire` locks the gauge, else the plan chooses."""

    id: Id
    label: Label
    path: list[Id] = Field(min_length=1, max_length=40)
    into: Id | None = Field(
        default=None, description="the part it goes on into from its last joint"
    )
    start: End = "cut"
    end: End = "cut"
    strands: Literal[1, 2, 3] = 1
    twist_pitch_d: float = Field(
        default=8.0, ge=4, le=40, description="of the twist, in diameters of the wire"
    )
    wire: Id | None = None
    grip: Id | None = Field(
        default=None, description="fine wire wound round it for the clay to hold on to"
    )
    grip_pitch_mm: float = Field(default=5.0, ge=0.5, le=50)
    loop_mm: float | None = Field(
        default=None, gt=0, le=200, description="across its loop, instead of what the head suggests"
    )
    second_pins: int = Field(default=0, ge=0, le=2, description="more pins beside each peg")
    poseable: dict[Id, Annotated[float, Field(ge=1, le=170)]] = Field(
        default={}, description="joints to be bent later, and how far, degrees"
    )


MOST_BASE_MM = 1000.0


class Base(Frozen):
    shape: Literal["round", "rectangle"] = "round"
    width_mm: float = Field(default=120.0, ge=10, le=MOST_BASE_MM)
    depth_mm: float = Field(default=120.0, ge=10, le=MOST_BASE_MM)
    thickness_mm: float = Field(default=18.0, ge=1, le=100)
    density_g_cm3: float = Field(default=0.6, gt=0, le=12)
    counterweight_g: float = Field(default=0.0, ge=0, le=5000)
    counterweight_back_mm: float = Field(default=0.0, ge=-500, le=500)
    counterweight_right_mm: float = Field(default=0.0, ge=-500, le=500)


class Area(Frozen):
    """A colour area: the colour wanted, and its finish."""

    id: Id
    label: Label
    target: Hex
    finish: Literal["matte", "satin", "gloss"] = "matte"


class Colour(Frozen):
    ground: Literal["white", "grey", "black", "none"] = "white"
    areas: list[Area] = Field(default=[], max_length=40)


Share = Annotated[float, Field(ge=0, le=1)]
Point = tuple[Share, Share]


class LengthScale(Frozen):
    """Two points of a picture and what lies between them on the figure, mm."""

    kind: Literal["length"] = "length"
    a: Point
    b: Point
    length_mm: float = Field(gt=0, le=10000)


class StatureScale(Frozen):
    """Crown and sole in a picture: between them is the figure's height."""

    kind: Literal["stature"] = "stature"
    crown: Point
    sole: Point


class Reference(Frozen):
    """A picture to measure by. Points are shares of its width from the left, of its height from
    the top; the picture itself is kept beside the sheet under its id."""

    id: Id
    label: Label
    view: Literal["front", "side"] = "front"
    width_px: int = Field(ge=1, le=20000)
    height_px: int = Field(ge=1, le=20000)
    scale: Annotated[LengthScale | StatureScale, Field(discriminator="kind")] | None = None
    landmarks: dict[Id, Point] = Field(default={}, max_length=120)
    shown: bool = True
    faded: float = Field(default=0.35, ge=0.05, le=1)


class KeptPose(Frozen):
    """A pose kept under a name: the angles of each joint that is not at rest."""

    label: Label
    joints: dict[Id, JointAngles] = {}


class FigureSheet(Frozen):
    sheet_version: Literal[1] = 1
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
    parts: list[Part] = Field(default=[], max_length=120)
    runs: list[Run] = Field(default=[], max_length=60)
    base: Base = Base()
    colour: Colour = Colour()
    references: list[Reference] = Field(default=[], max_length=12)
    lights: list[Light] = Field(default=[], max_length=12)
    order: Order = Order()
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
