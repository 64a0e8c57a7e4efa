"""How paint goes on: how wet, how thin, how much of it covers and how much is lost; and what each kind of pass usually is."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NamedTuple

from windcrest_core.media import Medium
from windcrest_core.sheet.colour import Area, Pass, PassKind, Thick, Tool

SOLIDS = 0.40  # of acrylic paint, by volume [L]
PRIMER_SOLIDS = 0.20  # of a sprayed primer [L/A]
HOW = Literal[
    "brush",
    "thinned",
    "airbrush",
    "wash",
    "dry_brush",
    "sponge",
    "spray",
    "dust",
    "lines",
    "dots",
    "spatter",
]


@dataclass(frozen=True)
class Method:
    """One coat: wet film µm, the paint's share of it, the share of the surface it covers, how many times what lands is
    used up, minutes for 100 cm².

    >>> round(METHODS["thinned"].dry_um, 1), round(METHODS["thinned"].ml_per_100_cm2, 3)
    (16.1, 0.78)
    """

    wet_um: float
    share: float
    cover: float
    loss: float
    minutes: float
    solids: float = SOLIDS

    @property
    def dry_um(self) -> float:
        """Dry film of undiluted paint."""
        return self.wet_um * self.share * self.solids

    @property
    def ml_per_100_cm2(self) -> float:
        return self.wet_um / 100 * self.cover * self.loss


METHODS: dict[HOW, Method] = {
    "brush": Method(75, 1, 1, 1.3, 6),
    "thinned": Method(60, 0.67, 1, 1.3, 5),
    "airbrush": Method(18, 0.5, 1, 1.8, 2),
    "wash": Method(35, 0.2, 1, 1.4, 5),
    "dry_brush": Method(37.5, 1, 0.15, 3, 4),
    "sponge": Method(40, 1, 0.6, 1.6, 2),
    "spray": Method(60, 1, 1, 2.2, 1, PRIMER_SOLIDS),
    "dust": Method(5, 1, 0.45, 1.5, 4),
    "lines": Method(40, 0.8, 0.05, 1.5, 8),
    "dots": Method(100, 1, 0.06, 1.3, 4),
    "spatter": Method(20, 0.6, 0.08, 2.5, 1),
}  # [L/A], SCIENCE 7b; dust of powder, lines, dots and spatter are assumed
LAID: dict[Thick, float] = {"thin": 2 / 3, "normal": 1.0, "thick": 4 / 3}
"""Of a usual coat: 20, 30 and 40 µm of brushed paint [L/A]."""
SEAL_WET_UM = 60.0  # of a brushed varnish


@dataclass(frozen=True)
class Usual:
    """What a pass of a kind is where nothing else is said. It lies `late` where the seal of all would spoil it; it does
    not `colour` where it has none of its own."""

    medium: Medium
    tool: Tool
    how: HOW
    share: float
    coats: int | None
    late: bool = False
    colours: bool = True


USUAL: dict[PassKind, Usual] = {
    "prime": Usual("acrylic", "brush", "brush", 1.0, None),
    "undercoat": Usual("acrylic", "brush", "brush", 1.0, 1),
    "base": Usual("acrylic", "brush", "brush", 1.0, None),
    "fade": Usual("acrylic", "airbrush", "airbrush", 0.5, 4),
    "wash": Usual("wash", "brush", "wash", 0.2, 1),
    "tint": Usual("acrylic", "brush", "brush", 0.05, 1),
    "glaze": Usual("acrylic", "brush", "brush", 0.02, 1),
    "dry_brush": Usual("acrylic", "brush", "dry_brush", 1.0, 1),
    "sponge": Usual("acrylic", "sponge", "sponge", 1.0, 1),
    "speckle": Usual("acrylic", "brush", "spatter", 0.6, 1),
    "mist": Usual("wash", "spray", "wash", 0.2, 1, colours=False),
    "lift": Usual("wash", "swab", "wash", 0.2, 1, colours=False),
    "streak": Usual("wash", "brush", "lines", 0.3, 1),
    "dots": Usual("acrylic", "dotting", "dots", 1.0, 1),
    "lines": Usual("acrylic", "brush", "lines", 0.8, 1),
    "metallic": Usual("metallic", "brush", "brush", 1.0, 2, late=True),
    "powder": Usual("powder", "brush", "dust", 1.0, 1, late=True),
    "ink": Usual("ink", "brush", "wash", 0.5, 1),
    "glow": Usual("glow", "brush", "brush", 1.0, 4, late=True),
    "shift": Usual("metallic", "brush", "brush", 1.0, 2, late=True),
    "fluorescent": Usual("acrylic", "brush", "brush", 1.0, 3),
    "seal": Usual("varnish_matt", "brush", "brush", 1.0, 1, colours=False),
    "gloss": Usual("varnish_gloss", "brush", "brush", 1.0, 1, late=True, colours=False),
    "resin": Usual("resin", "brush", "brush", 1.0, 1, late=True, colours=False),
}
BY_KIND: tuple[HOW, ...] = ("wash", "dry_brush", "dust", "lines", "dots", "spatter")
"""What goes on so whatever it is done with."""
OF_TOOL: dict[Tool, HOW] = {
    "brush": "brush",
    "thinned": "thinned",
    "airbrush": "airbrush",
    "sponge": "sponge",
    "spray": "spray",
    "swab": "wash",
    "dotting": "brush",
}


def medium_of(row: Pass) -> Medium:
    return row.medium or USUAL[row.kind].medium


def mixed_in(medium: Medium) -> Medium:
    """What paints of it are mixed with each other: a wash is acrylic, thinned."""
    return "acrylic" if medium == "wash" else medium


def tool_of(row: Pass) -> Tool:
    return row.tool or USUAL[row.kind].tool


def share_of(row: Pass) -> float:
    """The paint's part of what is brushed on; that of the tool where it is another than usual."""
    if row.share is not None:
        return row.share
    usual = USUAL[row.kind]
    plain = usual.how == "brush" and row.tool is not None and row.tool != usual.tool
    return METHODS[OF_TOOL[row.tool]].share if plain and row.tool else usual.share


def method_of(row: Pass) -> Method:
    """How a pass goes on, its own share of paint in it."""
    usual = USUAL[row.kind]
    how = usual.how if row.tool is None or usual.how in BY_KIND else OF_TOOL[row.tool]
    of = METHODS[how]
    wet = SEAL_WET_UM if not usual.colours and how == "brush" else of.wet_um
    return Method(wet * LAID[row.thick], share_of(row), of.cover, of.loss, of.minutes, of.solids)


def is_film(row: Pass) -> bool:
    """Whether it covers what it goes over, so that it matters how thick it is laid on."""
    return USUAL[row.kind].how == "brush" and row.kind not in ("metallic", "glow", "shift")


def goes_late(row: Pass) -> bool:
    """Whether the seal of all would spoil it, so that it comes after that."""
    return USUAL[row.kind].late


def base_of(area: Area) -> Pass | None:
    """The pass that gives an area its colour; none where its clay is left bare."""
    return next((row for row in area.passes if row.kind == "base"), None)


class Drying(NamedTuple):
    """Minutes until the next coat, least and most; by whether a hair dryer may help: it moves only water."""

    low: float
    high: float
    blown: bool


DRYER = 0.25  # of the time, under a hair dryer [A]
DRYING: dict[Medium, Drying] = {
    "acrylic": Drying(30, 60, True),
    "wash": Drying(60, 120, True),
    "ink": Drying(15, 30, False),
    "oil_wash": Drying(1440, 4320, False),
    "powder": Drying(0, 0, False),
    "metallic": Drying(30, 60, True),
    "glow": Drying(60, 120, True),
    "varnish_matt": Drying(120, 240, True),
    "varnish_gloss": Drying(120, 240, True),
    "solvent_spray": Drying(60, 1440, False),
    "resin": Drying(1, 3, False),
    "flexible": Drying(60, 120, True),
    "liquid_clay": Drying(0, 0, False),
    "pva": Drying(60, 120, True),
}  # [A], section 7; the bottle's label stands above them
AIRBRUSHED = Drying(10, 20, True)


def drying_of(row: Pass) -> Drying:
    """Of one coat of a pass, to recoat."""
    medium = medium_of(row)
    found = AIRBRUSHED if medium == "acrylic" and tool_of(row) == "airbrush" else DRYING[medium]
    if row.dry == "dryer" and found.blown:
        return Drying(found.low * DRYER, found.high * DRYER, True)
    return found
