"""Coats until nothing shines through, what they really took, and what saves some of them.

Source: SCIENCE 7b; the hiding factor q of a paint is learnt from what its coats took.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from windcrest_core.colour.layers import film_over
from windcrest_core.colour.paint import Film, layer, masstone
from windcrest_core.colour.spectra import delta_e, lab_of

Array = NDArray[np.float64]
COAT_UM = 30.0
SEEN = 1.0  # ΔE00 to the masstone that is no longer seen
MOST = 24
LEAST_Q, MOST_Q = 0.4, 2.5
UNSURE_Q = 0.8  # what saves a coat must save it for a paint that hides so much worse, too
UNDER = (1, 2)
COAT_MIN, DRY_MIN, OTHER_PAINT_MIN = 6.0, 45.0, 5.0  # for 100 cm², to dry, to take another [A]
EVEN = 2  # brushed coats at least, for evenness [A]


def coats_over(
    film: Film, grounds: Array, q: float = 1.0, coat_um: float = COAT_UM
) -> NDArray[np.int64]:
    """Smallest number of coats from which on all more of them look like the paint laid thick, over each of (n, 36) grounds.

    `q` scales K and S alike. Where `MOST` are not enough, one more than that is said.
    """
    goal = lab_of(masstone(film.kappa))
    thick = np.arange(1, MOST + 1)[:, None, None] * coat_um * q / 1000
    k = film.kappa * film.scatter_per_mm
    apart = delta_e(lab_of(layer(k, film.scatter_per_mm, thick, grounds[None])), goal)
    shows = apart > SEEN
    last = MOST - np.argmax(shows[::-1], axis=0)
    return np.where(shows.any(axis=0), last + 1, 1).astype(np.int64)


def thickness_um(film: Film, ground: Array | float) -> float:
    """The last thickness of dry film at which the ground is still just seen: q and coats divide it, exactly."""
    goal, over = (
        lab_of(masstone(film.kappa)),
        np.broadcast_to(np.asarray(ground, dtype=float), (36,)),
    )

    def apart(um: Array) -> Array:
        return delta_e(lab_of(film_over(film, um, over)), goal) - SEEN

    grid = np.geomspace(0.25, MOST * COAT_UM * 4, 600)
    shows = np.flatnonzero(apart(grid) > 0)
    if not len(shows):
        return 0.0
    if shows[-1] == len(grid) - 1:
        return float(grid[-1])
    low, high = grid[shows[-1]], grid[shows[-1] + 1]
    for _ in range(50):
        middle = (low + high) / 2
        low, high = (middle, high) if apart(np.array([middle]))[0] > 0 else (low, middle)
    return float((low + high) / 2)


class Took(NamedTuple):
    """`reckoned` coats, not rounded, and how many it took."""

    reckoned: float
    coats: int


def hiding(notes: Iterable[Took]) -> float:
    """How many times as well as reckoned a paint hides; one more note of 1 pulls towards what was reckoned.

    ln q = Σ ln(c/(n − ½))/(m + 1), within 0.4 and 2.5.

    >>> round(hiding([Took(2.5, 5)]), 4), hiding([])
    (0.7454, 1.0)
    """
    rows = list(notes)
    total = sum(math.log(max(row.reckoned, 0.05) / (row.coats - 0.5)) for row in rows)
    return min(MOST_Q, max(LEAST_Q, math.exp(total / (len(rows) + 1))))


class Under(NamedTuple):
    """A paint under another: coats of it, and of all with it; what all were without."""

    paint: str
    coats: int
    all_coats: int
    without: int

    def saves_min(self, surface_cm2: float) -> float:
        """Minutes it saves on so much surface, with drying.

        >>> Under("white", 1, 3, 5).saves_min(50.0)
        91.0
        """
        coat = COAT_MIN * surface_cm2 / 100 + DRY_MIN
        return (self.without - self.all_coats) * coat - OTHER_PAINT_MIN


def undercoat(
    film: Film, ground: Array, owned: Mapping[str, Film], coats: Sequence[int] = UNDER
) -> Under | None:
    """The owned paint that asks for fewest coats in all under another, one or two of it; none where it saves no coat both as
    reckoned and with paints that hide a fifth worse. It is the one of fewest minutes, too: every coat takes as long.

    Parameters
    ----------
    ground : (36,). coats : of it that are tried.
    """
    return next(iter(undercoats(film, ground, owned, coats)), None)


def undercoats(
    film: Film, ground: Array, owned: Mapping[str, Film], coats: Sequence[int] = UNDER
) -> list[Under]:
    """Every undercoat that saves a coat, as the paints are reckoned and as they would be a fifth worse, the surest first."""
    if not owned:
        return []
    found = {q: _with_each(film, ground, owned, q, coats) for q in (1.0, UNSURE_Q)}
    without = {q: int(coats_over(film, ground[None], q)[0]) for q in found}
    rows = [
        (
            found[1.0][key],
            found[UNSURE_Q][key],
            Under(key[0], key[1], found[1.0][key], without[1.0]),
        )
        for key in found[1.0]
        if all(found[q][key] < without[q] for q in found)
    ]
    return [row for _, _, row in sorted(rows, key=lambda row: (row[0], row[1], row[2].coats))]


def _with_each(
    film: Film, ground: Array, owned: Mapping[str, Film], q: float, tried: Sequence[int]
) -> dict[tuple[str, int], int]:
    """Coats in all with so many of each paint under it."""
    keys = [(name, coats) for name in owned for coats in tried]
    kappa = np.array([owned[name].kappa for name, _ in keys])
    scatter = np.array([owned[name].scatter_per_mm for name, _ in keys])[:, None]
    thick = np.array([coats * COAT_UM * q / 1000 for _, coats in keys])[:, None]
    under = layer(kappa * scatter, scatter, thick, ground)
    over = coats_over(film, under, q)
    return {key: key[1] + int(n) for key, n in zip(keys, over, strict=True)}


def even(coats: int, brushed: bool) -> int:
    """At least two where a brush leaves its strokes."""
    return max(coats, EVEN) if brushed else coats
