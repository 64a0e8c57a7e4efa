"""What goes on what: one table of surfaces and what is put over them, which every order of painting is held against.

Source: SCIENCE 7b, what practitioners report and labels say; assumed where they differ. The maker's label stands above it.
"""

from __future__ import annotations

from functools import cache
from typing import Literal, NamedTuple

from windcrest_core.catalogue import read_data
from windcrest_core.facts import Text, said
from windcrest_core.media import Medium
from windcrest_core.sheet.colour import Wiped

Surface = Literal[
    "raw_clay",
    "cured_clay",
    "spray_primer",
    "acrylic",
    "wash",
    "ink",
    "oil_wash",
    "powder",
    "metallic",
    "glow",
    "varnish_matt",
    "varnish_gloss",
    "solvent_spray",
    "resin",
    "flexible",
    "liquid_clay",
    "pva",
]
Above = Literal[
    "raw_clay",
    "spray_primer",
    "acrylic",
    "wash",
    "ink",
    "oil_wash",
    "powder",
    "metallic",
    "glow",
    "varnish",
    "solvent_spray",
    "resin",
    "flexible",
    "liquid_clay",
    "pva",
]
Verdict = Literal["fine", "dry", "matt", "gloss", "white", "scuff", "chip", "never"]
_LETTERS: dict[str, Verdict] = {
    ".": "fine",
    "w": "dry",
    "M": "matt",
    "G": "gloss",
    "W": "white",
    "S": "scuff",
    "t": "chip",
    "x": "never",
}


@cache
def table() -> dict[tuple[str, str], Verdict]:
    """The verdict of each surface and what is put on it.

    >>> table()["acrylic", "ink"], table()["ink", "acrylic"], len(table())
    ('matt', 'matt', 255)
    """
    data = read_data("on_what.json")
    return {
        (below, above): _LETTERS[letter]
        for below, row in data["below"].items()
        for above, letter in zip(data["above"], row.split(), strict=True)
    }


def above_of(medium: Medium) -> Above:
    """What a medium counts as where it is put on: varnish is one thing, matt or gloss."""
    match medium:
        case "varnish_matt" | "varnish_gloss":
            return "varnish"
        case _:
            return medium


class Laid(NamedTuple):
    """How one may go on the other, and why not otherwise."""

    verdict: Verdict
    why: Text


def on(below: Surface, medium: Medium | Literal["spray_primer"], wiped: Wiped = "none") -> Laid:
    """How a medium goes on a surface. A wash that is not wiped back stains nothing that it would not stain anyway."""
    above: Above = "spray_primer" if medium == "spray_primer" else above_of(medium)
    verdict = table()[below, above]
    if above == "wash" and wiped == "none" and verdict == "matt":
        verdict = "dry"
    return Laid(verdict, _why(below, above, verdict))


def _why(below: Surface, above: Above, verdict: Verdict) -> Text:
    """In words; the first of the reasons that is about these two."""
    match (below, above):
        case (_, "raw_clay"):
            return said("colour.on.peels")
        case ("raw_clay", _):
            return said("colour.on.beads")
        case (_, "solvent_spray") | ("solvent_spray", _):
            return said("colour.on.solvent")
        case ("glow", _):
            return said("colour.on.hides_glow")
        case (_, "glow"):
            return said("colour.on.wants_white")
        case ("flexible", _):
            return said("colour.on.cracks")
        case ("oil_wash", _):
            return said("colour.on.repels")
        case ("powder", _):
            return said("colour.on.smears")
        case (_, "powder"):
            return said("colour.on.slick")
        case ("ink", _):
            return said("colour.on.bleeds")
        case (_, "ink"):
            return said("colour.on.softens")
        case ("metallic", _) if verdict == "gloss":
            return said("colour.on.dulls")
        case ("varnish_gloss" | "resin", _):
            return said("colour.on.sheds")
        case (_, "wash" | "oil_wash"):
            return said("colour.on.stains")
        case ("pva", _) | (_, "pva"):
            return said("colour.on.rewets")
        case (_, "resin"):
            return said("colour.on.clouds")
        case _:
            return said("colour.on.damp")
