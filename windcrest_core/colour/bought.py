"""What is painted with and bought as it is, over all passes: primers, varnish, metal, mica, ink and the like."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import NamedTuple

from windcrest_core.colour.amounts import SPARE, amount
from windcrest_core.colour.methods import METHODS, SEAL_WET_UM, Method, medium_of
from windcrest_core.colour.model import AreaPlan, Bought
from windcrest_core.facts import Text, said
from windcrest_core.media import SOLD, Product
from windcrest_core.sheet.colour import Colour, Pass, PassKind, Seal

OF_KIND: Mapping[PassKind, Product] = {
    "prime": "primer",
    "shift": "colour_shift",
    "fluorescent": "fluorescent",
    "mist": "alcohol",
}
SEALED: Mapping[Seal, Product] = {
    "matte": "varnish_matt",
    "satin": "varnish_satin",
    "gloss": "varnish_gloss",
}
PRIMED_TWICE = 2  # passes of a spray can


class _Use(NamedTuple):
    product: Product
    ml: float
    colour: str | None
    of: Text


def bought(colour: Colour, areas: Iterable[AreaPlan]) -> list[Bought]:
    """Each product once, with what is spare, the colours it is wanted in and the areas it is for; what most is wanted of first."""
    worn = [area for area in areas if area.parts]
    found: dict[Product, list[_Use]] = {}
    for use in [*_over_all(colour, worn), *(use for area in worn for use in _of_area(area))]:
        found.setdefault(use.product, []).append(use)
    rows = [
        Bought(
            product=product,
            label=SOLD[product].label,
            ml=sum(use.ml for use in uses),
            colours=list(dict.fromkeys(use.colour for use in uses if use.colour)),
            areas=list(dict.fromkeys(use.of for use in uses)),
        )
        for product, uses in found.items()
    ]
    return sorted(rows, key=lambda row: -row.ml)


def _over_all(colour: Colour, worn: list[AreaPlan]) -> Iterable[_Use]:
    """Its ground and the seal of all."""
    cm2 = sum(area.surface_cm2 for area in worn)
    every = said("colour.all_of_it")
    if not cm2:
        return
    if colour.ground != "none":
        yield _ground(colour, cm2, every)
    if colour.seal != "none":
        yield _Use(SEALED[colour.seal], amount(_varnish(), cm2, 1).ml, None, every)


def _ground(colour: Colour, cm2: float, every: Text) -> _Use:
    """Brushed on once; or sprayed twice, of which nothing is mixed to spare."""
    if colour.primer == "sprayed":
        ml = amount(METHODS["spray"], cm2, PRIMED_TWICE).ml / SPARE
        return _Use("spray_primer", ml, colour.ground, every)
    return _Use("primer", amount(METHODS["brush"], cm2, 1).ml, colour.ground, every)


def _varnish() -> Method:
    of = METHODS["brush"]
    return Method(SEAL_WET_UM, of.share, of.cover, of.loss, of.minutes)


def _of_area(area: AreaPlan) -> Iterable[_Use]:
    """Of its passes, those that nothing is mixed for; paint that is flexible is no other paint's tube."""
    for row in area.passes:
        if row.product is not None:
            stirred = row.mixture is not None and bool(row.recipe)
            ml = row.ml - row.paint_ml if stirred else row.paint_ml if row.colour else row.ml
            yield _Use(row.product, ml, row.colour, area.label)
    if area.finish == "gloss" and not any(row.kind == "gloss" for row in area.passes):
        yield _Use("varnish_gloss", amount(_varnish(), area.surface_cm2, 1).ml, None, area.label)


def product_of(row: Pass, mixed: bool) -> Product | None:
    """What a pass takes that is bought as it is; none where its paint is mixed, or nothing is put on. Of a mixture of one's own
    it is what the paint is stirred into.
    """
    medium = medium_of(row)
    if row.kind == "lift":
        return None
    if row.mixture is None and row.kind in OF_KIND and not mixed:
        return OF_KIND[row.kind]
    return None if medium in ("acrylic", "wash") else medium
