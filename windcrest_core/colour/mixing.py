"""What is mixed: parts, drops and millilitres of each paint, and passes that one mix does for."""

from __future__ import annotations

from collections.abc import Sequence

from windcrest_core.catalogue import catalogue
from windcrest_core.colour.amounts import COUNTED, DROP_ML, drops
from windcrest_core.colour.methods import mixed_in
from windcrest_core.colour.model import AreaPlan, Mixing, PassPlan, RecipePart
from windcrest_core.colour.recipes import Recipe
from windcrest_core.colour.spectra import hex_of
from windcrest_core.media import Medium


def recipe_parts(recipe: Recipe | None, paint_ml: float) -> list[RecipePart]:
    """Of so much paint; nothing where nothing is mixed."""
    if recipe is None:
        return []
    shelf = catalogue()
    each = drops(paint_ml, [count for _, count in recipe.paints])
    return [
        RecipePart(
            paint=key,
            label=shelf.paints[key].label,
            colour=hex_of(shelf.paints[key].srgb),
            parts=count,
            drops=n,
            ml=n * DROP_ML,
            counted=max(each) <= COUNTED,
        )
        for (key, count), n in zip(recipe.paints, each, strict=True)
    ]


def mixings_of(areas: Sequence[AreaPlan]) -> list[Mixing]:
    """Passes of the same parts of the same paints, mixed at once: thinned for a wash or stirred into a mixture of one's own it
    is the same paint, what is made to bend or of oil is another.
    """
    found: dict[tuple[Medium, tuple[tuple[str, int], ...]], list[tuple[AreaPlan, PassPlan]]] = {}
    for area in areas:
        for row in area.passes:
            if row.recipe and area.parts:
                key = tuple((part.paint, part.parts) for part in row.recipe)
                medium = "acrylic" if row.mixture else mixed_in(row.medium)
                found.setdefault((medium, key), []).append((area, row))
    mixings = []
    for (medium, key), rows in found.items():
        ml = sum(row.paint_ml for _, row in rows)
        colour = next((row.colour for _, row in rows if row.colour), "#808080")
        mixings.append(
            Mixing(
                colour=colour,
                recipe=recipe_parts(Recipe(key, colour, 0.0, 0.0), ml),
                paint_ml=ml,
                passes=[row.key for _, row in sorted(rows, key=lambda one: one[1].at)],
                areas=list(dict.fromkeys(area.label for area, _ in rows)),
                medium=medium,
            )
        )
    return sorted(mixings, key=lambda mixing: -mixing.paint_ml)
