"""An area painted pass by pass: the paint of each, its coats, what is seen after it."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from windcrest_core.catalogue import catalogue
from windcrest_core.colour.covering import (
    COAT_UM,
    Took,
    Under,
    coats_over,
    even,
    hiding,
    thickness_um,
    undercoat,
)
from windcrest_core.colour.layers import Seen, ground_seen, painted
from windcrest_core.colour.methods import USUAL, goes_late, method_of, tool_of
from windcrest_core.colour.on_what import Surface
from windcrest_core.colour.paint import (
    BLACK_R,
    WHITE_R,
    Film,
    film_of,
    film_of_colour,
    masstone,
    mixed,
)
from windcrest_core.colour.recipes import Recipe, nearest
from windcrest_core.colour.sequence import MARKS
from windcrest_core.colour.spectra import (
    delta_e,
    hex_of,
    lab_of,
    lab_of_srgb,
    reflectance,
    rgb_of_hex,
    srgb_of,
)
from windcrest_core.given.stores import CoatNote
from windcrest_core.sheet.colour import Area, Ground, Pass, PassKind

Array = NDArray[np.float64]
GREY_RGB = (128, 128, 126)
MOST_COATS = 12
SAME = 1.0  # ΔE00 that is not seen
GROUND_HEX = {"white": "#f4f4f0", "grey": "#80807e", "black": "#1c1c1e"}
"""Primers as they are bought; brushed on once they are the ground of an area alone."""
NEVER_HIDDEN: tuple[PassKind, ...] = (*MARKS, "streak", "seal", "lift", "mist", "gloss", "resin")


@dataclass(frozen=True)
class Given:
    """What painting an area rests on: the ground under all, the clay where there is none, the paints there are, what coats
    have taken."""

    ground: Ground
    clay_hex: str
    paints: tuple[str, ...]
    notes: tuple[CoatNote, ...] = ()


class Coat(NamedTuple):
    """A pass as it is painted: its film and mix, coats, how well its paint hides; what it lies on and what is seen after
    it. `late` where the seal of all comes before it."""

    row: Pass
    film: Film | None
    recipe: Recipe | None
    coats: int
    hiding: float
    late: bool
    before: Seen
    after: Seen


def ground_reflectance(ground: Ground, clay_hex: str) -> Array | float:
    """What the paint lies on: a primer, or bare clay."""
    match ground:
        case "white":
            return WHITE_R
        case "black":
            return BLACK_R
        case "grey":
            return reflectance(GREY_RGB)
        case "none":
            return reflectance(rgb_of_hex(clay_hex))


def surface_of(ground: Ground, sprayed: bool) -> Surface:
    """What the first pass lies on."""
    if ground == "none":
        return "cured_clay"
    return "spray_primer" if sprayed else "acrylic"


def recipe_of(area: Area, row: Pass, paints: tuple[str, ...]) -> Recipe | None:
    """What is mixed for a pass: the parts that are said, else the nearest to its colour of the paints there are."""
    target = rgb_of_hex(row.colour or area.target)
    if row.mix:
        return _said(tuple(row.mix.items()), target)
    return nearest(target, paints)


@lru_cache(maxsize=512)
def _said(mix: tuple[tuple[str, int], ...], target: tuple[int, int, int]) -> Recipe:
    shelf = catalogue()
    film = mixed([film_of(shelf.paints[key]) for key, _ in mix], [float(n) for _, n in mix])
    seen = masstone(film.kappa)
    gap = float(delta_e(lab_of(seen), lab_of_srgb(target)))
    return Recipe(mix, hex_of(srgb_of(seen)), gap, gap)


@lru_cache(maxsize=1024)
def film_for(target: str, recipe: Recipe | None) -> Film:
    """Of a mix; of a bought paint of that colour where there is none."""
    if recipe is None:
        return film_of_colour(rgb_of_hex(target))
    shelf = catalogue()
    films = [film_of(shelf.paints[key]) for key, _ in recipe.paints]
    return mixed(films, [float(count) for _, count in recipe.paints])


@lru_cache(maxsize=64)
def primer_film(colour: str) -> Film:
    """Of a primer, bought as it is: opaque."""
    return film_of_colour(rgb_of_hex(colour), "O")


def hiding_of(recipe: Recipe | None, notes: Sequence[CoatNote]) -> float:
    """How well a mix hides by what coats have taken: the mean of its paints' by part, of their logarithms."""
    if recipe is None or not notes:
        return 1.0
    whole = sum(count for _, count in recipe.paints)
    logs = (count * math.log(_paint_hiding(key, _written(notes))) for key, count in recipe.paints)
    return math.exp(sum(logs) / whole)


@lru_cache(maxsize=256)
def _paint_hiding(paint: str, notes: tuple[str, ...]) -> float:
    """Of the notes, written out, of mixes that are mostly of that paint."""
    rows = []
    for note in map(CoatNote.model_validate_json, notes):
        if max(note.mix, key=lambda key: (note.mix[key], key)) != paint:
            continue
        film = film_for(note.over, Recipe(tuple(note.mix.items()), note.over, 0.0, 0.0))
        over = reflectance(rgb_of_hex(note.over))
        rows.append(Took(max(thickness_um(film, over) / COAT_UM, 0.5), note.coats))
    return hiding(rows)


def coats_of(area: Area, given: Given) -> list[Coat]:
    """Every pass of an area in its order. What lies on a pass that the seal of all would spoil comes after that seal too."""
    return list(
        _coats(
            area.model_dump_json(),
            given.ground,
            given.clay_hex,
            given.paints,
            _written(given.notes),
        )
    )


def _written(notes: Sequence[CoatNote]) -> tuple[str, ...]:
    return tuple(note.model_dump_json() for note in notes)


@lru_cache(maxsize=512)
def _coats(
    written: str, ground: Ground, clay_hex: str, paints: tuple[str, ...], notes: tuple[str, ...]
) -> tuple[Coat, ...]:
    area = Area.model_validate_json(written)
    took = [CoatNote.model_validate_json(note) for note in notes]
    seen = ground_seen(ground_reflectance(ground, clay_hex))
    inside = inside_of(area)
    by_spot: dict[str, Seen] = dict.fromkeys(inside, seen)
    found, late = [], False
    for row in area.passes:
        late = late or goes_late(row)
        before = by_spot.get(row.spot, seen) if row.spot else seen
        coat = _coat(area, row, before, paints, took, late)
        found.append(coat)
        if row.spot:
            by_spot[row.spot] = coat.after
        else:
            seen = coat.after
            by_spot = {
                key: spot if key in inside else painted(spot, row, _hiding(coat), coat.coats)
                for key, spot in by_spot.items()
            }
    return tuple(found)


def inside_of(area: Area) -> set[str]:
    """Places that no pass over the area reaches, but their own."""
    return {spot.id for spot in area.spots if spot.view == "inside"}


def _hiding(coat: Coat) -> Film | None:
    """Its film, as well as it hides by what coats have taken."""
    if coat.film is None:
        return None
    return Film(coat.film.kappa, coat.film.scatter_per_mm * coat.hiding, coat.film.weight)


def goes_along(row: Pass) -> bool:
    """Whether it is other at the tips of its area than at its root."""
    return row.where == "end" or (row.kind == "fade" and row.where == "all")


def seen_at(along: float, given: Given, coats: Sequence[Coat]) -> list[Seen]:
    """What is seen of an area after each pass so far along it, from 0 at its root to 1 at its tips."""
    now = ground_seen(ground_reflectance(given.ground, given.clay_hex))
    found = []
    for coat in coats:
        if coat.row.spot is None:
            now = painted(now, coat.row, _hiding(coat), coat.coats, along)
        found.append(now)
    return found


def _coat(
    area: Area, row: Pass, before: Seen, paints: tuple[str, ...], took: list[CoatNote], late: bool
) -> Coat:
    usual = USUAL[row.kind]
    if not usual.colours:
        coats = row.coats or usual.coats or 1
        return Coat(row, None, None, coats, 1.0, late, before, painted(before, row, None, coats))
    recipe = recipe_of(area, row, paints) if _mixes(row) else None
    target = row.colour or area.target
    film = (
        primer_film(target) if row.kind == "prime" and recipe is None else film_for(target, recipe)
    )
    q = hiding_of(recipe, took)
    coats = row.coats or usual.coats or reckoned(row, film, before, q)
    hides = Film(film.kappa, film.scatter_per_mm * q, film.weight)
    return Coat(row, film, recipe, coats, q, late, before, painted(before, row, hides, coats))


def _mixes(row: Pass) -> bool:
    """Whether it is of paint that mixes: primers, metals, mica, glow and inks are bought as they are."""
    return bool(row.mix) or row.kind not in (
        "prime",
        "metallic",
        "powder",
        "glow",
        "shift",
        "ink",
        "fluorescent",
    )


def reckoned(row: Pass, film: Film, before: Seen, q: float) -> int:
    """Coats of a pass until nothing shines through in its middle; two brushed ones at least, for evenness."""
    over = before.zones[1][None]
    coats = int(coats_over(film, over, q, method_of(row).dry_um)[0])
    return even(min(coats, MOST_COATS), tool_of(row) == "brush")


def best_under(area: Area, given: Given) -> Under | None:
    """The undercoat that asks for fewest coats in all under the base of an area, of the paints there are or as a ground of its
    own where that is better still; none where it has no base, or none saves one.
    """
    base = next((coat for coat in coats_of(area, given) if coat.row.kind == "base"), None)
    if base is None or base.film is None:
        return None
    target = base.row.colour or area.target
    under = tuple(base.before.zones[1].tolist())
    return _best_under(target, base.recipe, under, given.paints)


@lru_cache(maxsize=512)
def _best_under(
    target: str, recipe: Recipe | None, under: tuple[float, ...], paints: tuple[str, ...]
) -> Under | None:
    owned = {key: film_of(catalogue().paints[key]) for key in paints}
    grounds = {key: primer_film(colour) for key, colour in GROUND_HEX.items()}
    film, over = film_for(target, recipe), np.array(under)
    painted, primed = undercoat(film, over, owned), undercoat(film, over, grounds, (1,))
    if painted is None or primed is None:
        return painted or primed
    return primed if primed.all_coats < painted.all_coats else painted


def is_hidden(area: Area, given: Given, coats: Sequence[Coat], at: int) -> bool:
    """Whether nothing of a pass is seen in the end: leaving it out changes no zone visibly."""
    row = coats[at].row
    if row.kind in NEVER_HIDDEN or row.spot or len(coats) == 1:
        return False
    without = area.model_copy(update={"passes": [p for p in _fixed(area, coats) if p.id != row.id]})
    left = coats_of(without, given)
    apart = delta_e(lab_of(_end(coats, given).zones), lab_of(_end(left, given).zones))
    return float(np.max(apart)) < SAME


def _fixed(area: Area, coats: Sequence[Coat]) -> list[Pass]:
    """The passes with the coats they have now, so that one less is all that differs."""
    return [
        row.model_copy(update={"coats": coat.coats})
        for row, coat in zip(area.passes, coats, strict=True)
    ]


def _end(coats: Sequence[Coat], given: Given) -> Seen:
    """What is seen of the area itself once all is painted."""
    bare = ground_seen(ground_reflectance(given.ground, given.clay_hex))
    return next((coat.after for coat in reversed(coats) if coat.row.spot is None), bare)


def in_spots(area: Area, given: Given, coats: Sequence[Coat]) -> Mapping[str, list[Seen]]:
    """What is seen of each place after each pass of its area."""
    found: dict[str, list[Seen]] = {spot.id: [] for spot in area.spots}
    inside = inside_of(area)
    start = ground_seen(ground_reflectance(given.ground, given.clay_hex))
    now = dict.fromkeys(found, start)
    for coat in coats:
        for key in found:
            if coat.row.spot == key or (coat.row.spot is None and key not in inside):
                now[key] = painted(now[key], coat.row, _hiding(coat), coat.coats)
            found[key].append(now[key])
    return found
