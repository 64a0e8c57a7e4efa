"""Colour areas, the passes that are painted over them, and the ground and seal of the whole."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from windcrest_core.facts import Frozen
from windcrest_core.ids import Hex, Id
from windcrest_core.media import Medium
from windcrest_core.sheet.writing import Label

PassId = Annotated[str, StringConstraints(pattern=r"^[a-z][a-z0-9]{0,19}$")]

PassKind = Literal[
    "prime",
    "undercoat",
    "base",
    "fade",
    "wash",
    "tint",
    "glaze",
    "dry_brush",
    "sponge",
    "speckle",
    "mist",
    "lift",
    "streak",
    "dots",
    "lines",
    "metallic",
    "powder",
    "ink",
    "glow",
    "shift",
    "fluorescent",
    "seal",
    "gloss",
    "resin",
]
Tool = Literal["brush", "thinned", "airbrush", "sponge", "spray", "swab", "dotting"]
Where = Literal["all", "recess", "raised", "end"]
Wiped = Literal["none", "wiped", "sponged"]
Thick = Literal["thin", "normal", "thick"]
Line = Literal["hair", "vein", "lash", "stripe"]
View = Literal["front", "side", "inside"]
Ground = Literal["white", "grey", "black", "none"]
Seal = Literal["matte", "satin", "gloss", "none"]
MOST_PASSES, MOST_SPOTS, MOST_COATS = 24, 12, 20


class Pass(Frozen):
    """One thing done to a colour area with a brush, a sponge or a spray; what is left open is as that kind usually is.

    `colour` is the area's own where none is said. `mix` are parts of paints instead of the nearest mix to it. `share` is
    the paint's part of what is brushed on, the rest water or medium; `thick` how it is laid on. `mixture` is one of one's own, by its id in Stores: it
    says medium and share. `reaches` is how far a fade goes at its far end; what is done at the `end` grows from nothing at
    the root of the area to all at its tips. Lines are drawn of a `line` kind, so many mm of it in all where that is known.
    `spot` is the place within the area that it is done to alone; `name` what comes of it: veins, an iris.
    """

    id: PassId
    kind: PassKind
    name: Annotated[str, StringConstraints(max_length=40, strip_whitespace=True)] = ""
    colour: Hex | None = None
    mix: dict[Id, Annotated[int, Field(ge=1, le=12)]] = Field(default={}, max_length=4)
    medium: Medium | None = None
    tool: Tool | None = None
    share: float | None = Field(default=None, gt=0, le=1)
    mixture: Id | None = None
    thick: Thick = "normal"
    where: Where = "all"
    wiped: Wiped = "wiped"
    reaches: float = Field(default=1.0, ge=0.05, le=1)
    line: Line = "vein"
    length_mm: float | None = Field(default=None, gt=0, le=100_000)
    coats: int | None = Field(default=None, ge=1, le=MOST_COATS)
    dry: Literal["air", "dryer"] = "air"
    spot: Id | None = None


BASE = Pass(id="base", kind="base")


class Spot(Frozen):
    """A place within an area: an outline on one part as an elevation shows it, in shares of that part's breadth and height from
    its lower left as seen; or the inside of what is open, where the outline is of all of it."""

    id: Id
    label: Label
    part: Id
    view: View = "front"
    outline: list[tuple[float, float]] = Field(min_length=3, max_length=60)


class Area(Frozen):
    """A colour area: the colour wanted, the passes that make it, and its finish."""

    id: Id
    label: Label
    target: Hex
    finish: Literal["matte", "satin", "gloss"] = "matte"
    passes: list[Pass] = Field(default=[BASE], max_length=MOST_PASSES)
    spots: list[Spot] = Field(default=[], max_length=MOST_SPOTS)


class Colour(Frozen):
    """`primer` is how its ground goes on, `seal` the varnish over all of it once it is painted."""

    ground: Ground = "white"
    primer: Literal["brushed", "sprayed"] = "brushed"
    seal: Seal = "matte"
    areas: list[Area] = Field(default=[], max_length=40)
