"""What is seen of an area after each pass: by day, by a lamp, in the dark, and where it is other at its tips."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from windcrest_core.colour.layers import SHARES, SPOTTED, Seen, ground_seen
from windcrest_core.colour.looks import by_day, by_lamp, hexes, in_the_dark
from windcrest_core.colour.methods import medium_of
from windcrest_core.colour.model import Looks, Marks, Zones
from windcrest_core.colour.paint import masstone
from windcrest_core.colour.painting import Coat, Given, goes_along, ground_reflectance, seen_at
from windcrest_core.colour.sizes import DOT_MM, LINE_MM, SPECKLE_MM, STREAK_MM
from windcrest_core.sheet.colour import Area, Pass, PassKind

Array = NDArray[np.float64]
GLOW_THROUGH = {"varnish_matt": 1.0, "varnish_gloss": 1.0, "resin": 1.0, "wash": 0.6}
MOST_MARKED = 0.6  # of a surface, beyond which marks are a coat
OPAQUE = 0.1  # of its glow that paint over it lets through [A]


HIDE: tuple[PassKind, ...] = (
    "prime",
    "undercoat",
    "base",
    "metallic",
    "shift",
    "glow",
    "fluorescent",
)
"""What covers marks that are under it."""


def marks_of(
    area: Area, row: Pass, surface_cm2: float, at: Mapping[str, int], eyes: bool
) -> Marks | None:
    """What is seen one by one after a pass; none of others, nor of dots on eyes, which have places of their own.

    Parameters
    ----------
    surface_cm2 : of what it goes over. at : places among all passes of the figure, by the passes' ids.
    """
    match row.kind:
        case "speckle":
            way: Literal["round", "along", "down"] = "round"
            across_mm = SPECKLE_MM
        case "dots" if not eyes:
            way, across_mm = "round", DOT_MM
        case "streak":
            way, across_mm = "down", STREAK_MM
        case "lines":
            way, across_mm = "along", LINE_MM[row.line]
        case _:
            return None
    share = SPOTTED[row.kind]
    if row.kind == "lines" and row.length_mm is not None:
        share = row.length_mm * across_mm / 100 / surface_cm2 if surface_cm2 else 0.0
    later = area.passes[area.passes.index(row) + 1 :]
    over = [
        at.get(one.id, 0)
        for one in later
        if one.kind in HIDE and one.where == "all" and one.spot is None
    ]
    share = min(MOST_MARKED, share)
    return (
        Marks(way=way, share=share, across_mm=across_mm, until=min(over, default=None))
        if share > 0
        else None
    )


def _zones(linear: Array) -> Zones:
    """Of (3, 3) linear light: a zone a row."""
    recess, middle, raised, whole = hexes(np.vstack([linear, SHARES @ linear]))
    return Zones(recess=recess, middle=middle, raised=raised, whole=whole)


def _looks(
    seen: Seen, glow: Array | None, charged: Array, ends: tuple[Seen, Seen] | None = None
) -> Looks:
    day = by_day(seen.zones)
    found = Looks(
        day=_zones(day),
        lamp=_zones(by_lamp(day)),
        dark=_zones(in_the_dark(day, glow, charged)),
        glossy=seen.glossy,
    )
    if ends is None:
        return found
    whole = by_day(np.array([SHARES @ end.zones for end in (ends[0], seen, ends[1])]))
    rows = (whole, by_lamp(whole), in_the_dark(whole, glow, charged))
    names = ("day", "lamp", "dark")
    return found.model_copy(
        update={
            name: getattr(found, name).model_copy(update={"along": tuple(hexes(row))})
            for name, row in zip(names, rows, strict=True)
        }
    )


def _ends(coats: Sequence[Coat], given: Given) -> list[tuple[Seen, Seen] | None]:
    """What is seen at the root and at the tips of an area after each pass; none until one is other there."""
    first = next((n for n, coat in enumerate(coats) if goes_along(coat.row)), None)
    if first is None:
        return [None] * len(coats)
    root, tips = seen_at(0.0, given, coats), seen_at(1.0, given, coats)
    return [(root[n], tips[n]) if n >= first else None for n in range(len(coats))]


def bare_looks(given: Given) -> Looks:
    """Of the ground before anything is on it."""
    ground = ground_seen(ground_reflectance(given.ground, given.clay_hex))
    return _looks(ground, None, np.zeros(3))


def looks_of(coats: Sequence[Coat], given: Given) -> list[Looks]:
    """After each pass of an area."""
    glow: Array | None = None
    charged, found = np.zeros(3), []
    for coat, ends in zip(coats, _ends(coats, given), strict=True):
        if coat.row.kind == "glow" and coat.film is not None:
            glow = by_day(masstone(coat.film.kappa))
            charged = 1 - (1 - charged) * 0.75**coat.coats
        elif coat.row.spot is None and coat.row.kind not in ("lift", "mist"):
            charged = charged * GLOW_THROUGH.get(medium_of(coat.row), OPAQUE)
        found.append(_looks(coat.after, glow, charged, ends))
    return found
