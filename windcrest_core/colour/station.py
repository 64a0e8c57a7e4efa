"""Station 7: a recipe and coats for each colour area, and the primer that asks least of them."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.colour.model import AreaPlan, ColourPlan, Ground, GroundOption, RecipePart
from windcrest_core.colour.paint import (
    BLACK_R,
    WHITE_R,
    Film,
    coats_needed,
    film_of,
    film_of_colour,
    mixed,
)
from windcrest_core.colour.recipes import Recipe, nearest, nearness
from windcrest_core.colour.remarks import colour_findings
from windcrest_core.colour.spectra import reflectance, rgb_of_hex
from windcrest_core.colour.steps import colour_steps
from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.sheet.colour import Area

Array = NDArray[np.float64]
TOUCH_MIN, RECOAT_MIN = (10, 20), (30, 60)
SURFACE = 5.5  # of a part over its volume to the two-thirds; a ball has 4.84 [A]
VARNISH_RECOAT_MIN = (120, 240)
GROUNDS: tuple[Ground, ...] = ("white", "grey", "black", "none")


def ground_reflectance(ground: Ground, clay_hex: str) -> Array | float:
    """What the paint lies on: a primer, or bare clay."""
    match ground:
        case "white":
            return WHITE_R
        case "black":
            return BLACK_R
        case "grey":
            return reflectance((128, 128, 126))
        case "none":
            return reflectance(rgb_of_hex(clay_hex))


def colour_plan(work: Workpiece) -> ColourPlan:
    """Recipe, coats and drying of every colour area."""
    paints = tuple(work.context.stores.paints)
    surfaces = _surfaces(work)
    whole = sum(surfaces.values()) or 1.0
    recipes = {
        area.id: nearest(rgb_of_hex(area.target), paints) for area in work.sheet.colour.areas
    }
    clay_hex = _main_clay(work)
    grounds = [
        GroundOption(
            ground=ground,
            coats=round(
                sum(
                    _coats(area.target, recipes[area.id], ground, clay_hex)
                    * surfaces.get(area.id, 0.0)
                    / whole
                    for area in work.sheet.colour.areas
                ),
                3,
            ),
        )
        for ground in GROUNDS
    ]
    ground = work.sheet.colour.ground
    areas = [
        _area(
            work,
            area,
            recipes[area.id],
            _coats(area.target, recipes[area.id], ground, clay_hex),
            surfaces.get(area.id, 0) / whole,
            surfaces.get(area.id, 0) * SURFACE / 100,
        )
        for area in work.sheet.colour.areas
    ]
    primers = [option for option in grounds if option.ground != "none"]
    advised = min(primers, key=lambda option: option.coats).ground
    return ColourPlan(
        areas=areas,
        ground=ground,
        advised_ground=advised,
        grounds=grounds,
        grounds_why=Why(
            formula=said("colour.sum_over_areas_of_coats"),
            inputs=[
                Input(name=said("colour.share", area=area.label), value=100 * area.share, unit="%")
                for area in areas
            ],
            source=said("colour.kubelka_munk_layer_of_m"),
            assumed=True,
        ),
        findings=colour_findings(work, areas, grounds, advised),
        steps=colour_steps(areas, ground),
    )


def _surfaces(work: Workpiece) -> dict[str, float]:
    """Surface of each area by volume to the two-thirds of its parts: for weighting only [A]."""
    found: dict[str, float] = {}
    for piece in work.figure.pieces:
        if piece.part.area is not None:
            size = float(piece.solid.volume_mm3 ** (2 / 3))
            found[piece.part.area] = found.get(piece.part.area, 0.0) + size
    return found


def _main_clay(work: Workpiece) -> str:
    counts: dict[str, float] = {}
    for piece in work.clay_pieces:
        counts[piece.part.clay] = counts.get(piece.part.clay, 0.0) + piece.solid.volume_mm3
    most = max(counts, key=lambda key: counts[key], default="rigid")
    return catalogue().clays[most].colour


def _film(target: str, recipe: Recipe | None) -> Film:
    if recipe is None:
        return film_of_colour(rgb_of_hex(target))
    shelf = catalogue()
    films = [film_of(shelf.paints[key]) for key, _ in recipe.paints]
    return mixed(films, [float(count) for _, count in recipe.paints])


@lru_cache(maxsize=1024)
def _coats(target: str, recipe: Recipe | None, ground: Ground, clay_hex: str) -> int:
    """Coats of a mix over a ground; kept, since it depends on nothing else."""
    return coats_needed(_film(target, recipe), ground_reflectance(ground, clay_hex))


def _area(
    work: Workpiece,
    area: Area,
    recipe: Recipe | None,
    coats: int,
    share: float,
    surface_cm2: float,
) -> AreaPlan:
    shelf = catalogue()
    film = _film(area.target, recipe)
    drying = [minutes * coats for minutes in RECOAT_MIN]
    return AreaPlan(
        id=area.id,
        label=area.label,
        target=area.target,
        finish=area.finish,
        parts=[part.id for part in work.sheet.parts if part.area == area.id],
        share=share,
        surface_cm2=surface_cm2,
        recipe=[
            RecipePart(
                paint=key,
                label=shelf.paints[key].label,
                colour="#{:02x}{:02x}{:02x}".format(*shelf.paints[key].srgb),
                parts=count,
            )
            for key, count in (recipe.paints if recipe else ())
        ],
        mix=recipe.hex if recipe else None,
        nearness=nearness(recipe.delta_e) if recipe else "no paints",  # type: ignore[arg-type]
        coats=Quantity(
            value=coats,
            unit="count",
            low=max(1, coats - 1),
            high=coats + 1,
            why=Why(
                formula=said("colour.smallest_number_of_m_coats"),
                inputs=[
                    Input(
                        name=said("colour.scattering_of_the_mix"),
                        value=film.scatter_per_mm,
                        unit="per mm",
                    ),
                    Input(name="coat", value=30, unit="µm"),
                ],
                source=said("colour.kubelka_munk_layer_opacity_as"),
                assumed=True,
            ),
        ),
        drying_min=Quantity(
            value=sum(drying) / 2,
            unit="min",
            low=drying[0],
            high=drying[1],
            why=Why(
                formula=said("colour.coats_minutes_to_recoat_acrylic"),
                inputs=[
                    Input(name="coats", value=coats),
                    Input(name=said("colour.recoat_from"), value=RECOAT_MIN[0], unit="min"),
                    Input(name="to", value=RECOAT_MIN[1], unit="min"),
                ],
                source=said("colour.drying_times_assumed_the_bottles"),
                assumed=True,
            ),
        ),
    )
