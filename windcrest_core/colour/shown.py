"""What is seen of an area after each pass: by day, by a lamp, in the dark, and where it is other at its tips."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from windcrest_core.colour.layers import SHARES, Seen, ground_seen
from windcrest_core.colour.looks import by_day, by_lamp, hexes, in_the_dark
from windcrest_core.colour.methods import medium_of
from windcrest_core.colour.model import Looks, Zones
from windcrest_core.colour.paint import masstone
from windcrest_core.colour.painting import Coat, Given, goes_along, ground_reflectance, seen_at

Array = NDArray[np.float64]
GLOW_THROUGH = {"varnish_matt": 1.0, "varnish_gloss": 1.0, "resin": 1.0, "wash": 0.6}
OPAQUE = 0.1  # of its glow that paint over it lets through [A]


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
