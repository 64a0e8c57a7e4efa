"""Colours of clay: blocks mixed by weight, or drops of ink in translucent clay; and what chips say.

The mix is that of paint (κ of the swatches by weight times each block's strength), and rougher:
pigment in clay is ground otherwise, and a baked chip darkens a little. Strengths are assumed until
a chip was baked beside it.
"""

from __future__ import annotations

import math
from collections import defaultdict
from dataclasses import replace
from typing import Literal

from windcrest_core.catalogue import Clay, Ink, Paint, catalogue
from windcrest_core.colour.paint import Film, film_of, kappa_of, masstone, mixed
from windcrest_core.colour.recipes import nearest_of, nearness
from windcrest_core.colour.spectra import (
    delta_e,
    distance,
    hex_of,
    lab_of,
    lab_of_srgb,
    reflectance,
    rgb_of_hex,
    srgb_of,
)
from windcrest_core.errors import SheetError
from windcrest_core.facts import Frozen
from windcrest_core.given.stores import ClayChip, Owned
from windcrest_core.refused import beyond

TINT: Literal[3] = 3  # of any block, until a chip says otherwise [A]
VERDICT = {"too pale": 0.8, "too strong": 1.25}  # of its strength, where no colour was read [A]
MOST_FACTOR = math.log(6)
DROP_IN_G = 10.0  # an ink's swatch is of one drop in so much clay [A]
DROPS_PER_10_G = (0.5, 1, 1.5, 2, 3, 4, 5, 6)
MARGIN_PERCENT = 10.0
CHIP_G = 4.0  # a test chip, 3 mm thick [A]
INKED_CHIP_G = 20.0  # so that half a drop in 10 g is a whole one


class MixPart(Frozen):
    """A block of a mix, or drops of an ink: of a clay `grams`, of an ink `drops`."""

    id: str
    label: str
    colour: str
    parts: int
    grams: float
    drops: int = 0


class ClayMix(Frozen):
    """A mix for a batch with its margin, and for a chip to try first.

    `calibrated` is how many chips speak of its blocks; `nearer_with` are blocks one does not have
    with which it would come nearer.
    """

    parts: list[MixPart]
    chip: list[MixPart]
    mix: str
    nearness: Literal["close", "near", "off"]
    batch_g: float
    calibrated: int
    nearer_with: list[str] = []


class ClayMixes(Frozen):
    """Both ways to a colour: of blocks, and of translucent clay with ink; none where nothing fits."""

    target: str
    blocks: ClayMix | None
    inked: ClayMix | None


def _paint_of(clay: Clay) -> Paint:
    return Paint(id=clay.id, label=clay.label, srgb=rgb_of_hex(clay.colour), opacity="O", tint=TINT)


def _strongest(chip: ClayChip) -> str:
    """The block of a chip that colours it most, beside its palest: the one to correct."""
    shelf = catalogue()
    labs = {key: lab_of_srgb(rgb_of_hex(shelf.clays[key].colour)) for key in chip.grams}
    palest = max(labs, key=lambda key: (float(labs[key][0]), key))
    pull = {
        key: grams * film_of(_paint_of(shelf.clays[key])).weight * distance(labs[key], labs[palest])
        for key, grams in chip.grams.items()
    }
    return max(pull, key=lambda key: (pull[key], key))


def _factor(chip: ClayChip) -> float | None:
    """How much stronger than assumed the chip's strongest block is; None where it says nothing."""
    if len(chip.grams) < 2 or chip.drops:
        return None
    if chip.seen is None:
        return VERDICT.get(chip.verdict)
    shelf, strong = catalogue(), _strongest(chip)
    films = {key: film_of(_paint_of(shelf.clays[key])) for key in chip.grams}
    seen = lab_of_srgb(rgb_of_hex(chip.seen))

    def off(log_factor: float) -> float:
        tried = {
            **films,
            strong: replace(films[strong], weight=films[strong].weight * math.exp(log_factor)),
        }
        mix = mixed([tried[key] for key in chip.grams], list(chip.grams.values()))
        return distance(lab_of(masstone(mix.kappa)), seen)

    from scipy.optimize import minimize_scalar

    best = minimize_scalar(off, bounds=(-MOST_FACTOR, MOST_FACTOR), method="bounded")
    return math.exp(float(best.x))


def strengths(owned: Owned) -> dict[str, tuple[float, int]]:
    """Strength of each block against what is assumed, and by how many chips; the chips' geometric
    mean."""
    logs: dict[str, list[float]] = defaultdict(list)
    for chip in owned.chips:
        if (factor := _factor(chip)) is not None:
            logs[_strongest(chip)].append(math.log(factor))
    return {key: (math.exp(sum(rows) / len(rows)), len(rows)) for key, rows in logs.items()}


def _films(clays: list[Clay], owned: Owned) -> list[Film]:
    known = strengths(owned)
    films = []
    for clay in clays:
        film = film_of(_paint_of(clay))
        films.append(replace(film, weight=film.weight * known.get(clay.id, (1.0, 0))[0]))
    return films


def _of_blocks(target: str, batch_g: float, owned: Owned) -> ClayMix | None:
    shelf = catalogue()
    clays = [shelf.clays[key] for key in owned.clays if shelf.clays[key].family == "rigid"]
    if not clays:
        return None
    recipe = nearest_of(rgb_of_hex(target), tuple(clay.id for clay in clays), _films(clays, owned))
    whole = sum(count for _, count in recipe.paints)
    known = strengths(owned)

    def parts(grams: float) -> list[MixPart]:
        return [
            MixPart(
                id=key,
                label=shelf.clays[key].label,
                colour=shelf.clays[key].colour,
                parts=count,
                grams=round(grams * count / whole, 1),
            )
            for key, count in recipe.paints
        ]

    return ClayMix(
        parts=parts(batch_g),
        chip=parts(CHIP_G),
        mix=recipe.hex,
        nearness=nearness(recipe.delta_e),
        batch_g=batch_g,
        calibrated=sum(known.get(key, (1.0, 0))[1] for key, _ in recipe.paints),
        nearer_with=_nearer_with(target, owned, recipe.delta_e),
    )


def _nearer_with(target: str, owned: Owned, gap: float) -> list[str]:
    """Blocks to buy with which the colour comes clearly nearer; none where it is close already."""
    if nearness(gap) == "close":
        return []
    rigid = [clay for clay in catalogue().clays.values() if clay.family == "rigid"]
    best = nearest_of(rgb_of_hex(target), tuple(clay.id for clay in rigid), _films(rigid, owned))
    if nearness(best.delta_e) == nearness(gap):
        return []
    return [catalogue().clays[key].label for key, _ in best.paints if key not in owned.clays]


def _inked(target: str, batch_g: float) -> ClayMix:
    """Translucent clay with up to two inks, in half or whole drops in 10 g.

    Absorption adds up with the drops: κ = κ_clay + Σ n (κ_ink − κ_clay), n drops in 10 g.
    """
    shelf = catalogue()
    clay = next(row for row in shelf.clays.values() if row.family == "translucent")
    bare = kappa_of(reflectance(rgb_of_hex(clay.colour)))
    goal = lab_of_srgb(rgb_of_hex(target))
    extra = {ink.id: kappa_of(reflectance(ink.srgb)) - bare for ink in shelf.inks.values()}
    counts: list[dict[str, float]] = [{}]
    for first, ink in enumerate(shelf.inks):
        counts += [{ink: n} for n in DROPS_PER_10_G]
        for other in list(shelf.inks)[first + 1 :]:
            counts += [{ink: n, other: m} for n in DROPS_PER_10_G[:5] for m in DROPS_PER_10_G[:5]]

    def gap(drops: dict[str, float]) -> float:
        kappa = bare + sum(n * extra[key] for key, n in drops.items())
        return float(delta_e(lab_of(masstone(kappa.clip(1e-6))), goal)) + 0.5 * len(drops)

    best = min(counts, key=gap)
    kappa = (bare + sum(n * extra[key] for key, n in best.items())).clip(1e-6)

    def parts(grams: float) -> list[MixPart]:
        def drop(ink: Ink, n: float) -> MixPart:
            return MixPart(
                id=ink.id,
                label=ink.label,
                colour=hex_of(ink.srgb),
                parts=0,
                grams=0.0,
                drops=max(1, round(n * grams / DROP_IN_G)),
            )

        clay_part = MixPart(
            id=clay.id, label=clay.label, colour=clay.colour, parts=0, grams=round(grams, 1)
        )
        return [clay_part, *(drop(shelf.inks[key], n) for key, n in best.items())]

    seen = float(delta_e(lab_of(masstone(kappa)), goal))
    return ClayMix(
        parts=parts(batch_g),
        chip=parts(INKED_CHIP_G),
        mix=hex_of(srgb_of(masstone(kappa))),
        nearness=nearness(seen),
        batch_g=batch_g,
        calibrated=0,
    )


def clay_mixes(
    target: str, batch_g: float, owned: Owned, margin_percent: float = MARGIN_PERCENT
) -> ClayMixes:
    """A colour of clay from the owned blocks, and from translucent clay with ink.

    Parameters
    ----------
    batch_g : what is needed; `margin_percent` more is mixed, since no second batch is quite like
        the first.

    Raises
    ------
    SheetError : no batch, or no margin, that can be.
    """
    if not math.isfinite(batch_g) or not 0 < batch_g <= 5000:
        raise beyond("batch", batch_g, above=0, most=5000, unit="g")
    if not 0 <= margin_percent <= 100:
        raise SheetError.one("margin_percent", margin_percent, "from 0 to 100 %")
    whole = batch_g * (1 + margin_percent / 100)
    return ClayMixes(
        target=target, blocks=_of_blocks(target, whole, owned), inked=_inked(target, whole)
    )
