"""Station 7: a recipe and coats for each colour area, and the primer that asks least of them."""

from __future__ import annotations

from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
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
from windcrest_core.colour.spectra import reflectance, rgb_of_hex
from windcrest_core.findings import Finding, Frozen, Input, Quantity, Why, fix
from windcrest_core.sheet.model import Area
from windcrest_core.steps import Need, Step, Undated

Array = NDArray[np.float64]
Ground = Literal["white", "grey", "black", "none"]
TOUCH_MIN, RECOAT_MIN = (10, 20), (30, 60)
VARNISH_RECOAT_MIN = (120, 240)
WORTH_CHANGING = 0.75
GROUNDS: tuple[Ground, ...] = ("white", "grey", "black", "none")


class RecipePart(Frozen):
    paint: str
    label: str
    colour: str
    parts: int


class AreaPlan(Frozen):
    """A colour area: the mix, how near it comes, coats over the chosen ground, drying."""

    id: str
    label: str
    target: str
    finish: str
    parts: list[str]
    share: float
    recipe: list[RecipePart]
    mix: str | None
    nearness: Literal["close", "near", "off", "no paints"]
    coats: Quantity | None
    drying_min: Quantity | None


class GroundOption(Frozen):
    """A ground and the area-weighted coats it asks for."""

    ground: Ground
    coats: float


class ColourPlan(Frozen):
    areas: list[AreaPlan]
    ground: Ground
    advised_ground: Ground
    grounds: list[GroundOption]
    grounds_why: Why
    findings: list[Finding]
    steps: Undated


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
            formula="sum over areas of coats over that ground × share of the surface",
            inputs=[
                Input(name=f"{area.label}, share", value=100 * area.share, unit="%")
                for area in areas
            ],
            source="Kubelka-Munk layer of 30 µm a coat; surface by volume to the two-thirds, assumed",
            assumed=True,
        ),
        findings=_findings(work, areas, grounds, advised),
        steps=_steps(areas, ground),
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
                formula="smallest number of 30 µm coats within ΔE 1 of the paint laid thick, over the ground",
                inputs=[
                    Input(name="scattering of the mix", value=film.scatter_per_mm, unit="per mm"),
                    Input(name="coat", value=30, unit="µm"),
                ],
                source="Kubelka-Munk layer; opacity as said of each paint, assumed",
                assumed=True,
            ),
        ),
        drying_min=Quantity(
            value=sum(drying) / 2,
            unit="min",
            low=drying[0],
            high=drying[1],
            why=Why(
                formula="coats × minutes to recoat, acrylic by brush",
                inputs=[
                    Input(name="coats", value=coats),
                    Input(name="recoat from", value=RECOAT_MIN[0], unit="min"),
                    Input(name="to", value=RECOAT_MIN[1], unit="min"),
                ],
                source="drying times assumed; the bottle's label stands above them",
                assumed=True,
            ),
        ),
    )


def _findings(
    work: Workpiece, areas: list[AreaPlan], grounds: list[GroundOption], advised: Ground
) -> list[Finding]:
    found = []
    for area in areas:
        if area.nearness in ("off", "no paints"):
            found.append(
                Finding(
                    id="colour.mix.off",
                    station="colour",
                    severity="warn",
                    subject=area.id,
                    title=f"{area.label}: no mix of the owned paints comes near",
                    reason="The nearest mix is visibly another colour. Add a paint to Stores, or take "
                    "the colour that the mix gives.",
                    numbers={"owned_paints": float(len(work.context.stores.paints))},
                    fixes=[fix("Take the mix's colour", (f"area/{area.id}/target", area.mix))]
                    if area.mix
                    else [],
                )
            )
        if not area.parts:
            found.append(
                Finding(
                    id="colour.area.unused",
                    station="colour",
                    severity="note",
                    subject=area.id,
                    title=f"{area.label}: no part wears this colour",
                    reason="Give it to a part, or take it off the list.",
                    fixes=[fix("Remove it", (f"area/{area.id}", None))],
                )
            )
    bare = [p.part for p in work.clay_pieces if p.part.area is None]
    if bare and areas:
        found.append(
            Finding(
                id="colour.part.bare",
                station="colour",
                severity="note",
                subject=bare[0].id,
                title=f"{len(bare)} parts have no colour",
                reason="They stay the colour of their clay, and no paint is reckoned for them.",
                numbers={"parts": float(len(bare))},
                fixes=[
                    fix(
                        f"Give them {areas[0].label}",
                        *((f"part/{part.id}/area", areas[0].id) for part in bare),
                    )
                ],
            )
        )
    coats = {option.ground: option.coats for option in grounds}
    now = coats[work.sheet.colour.ground]
    if areas and now - coats[advised] >= WORTH_CHANGING:
        found.append(
            Finding(
                id="colour.ground.costly",
                station="colour",
                severity="note",
                subject="ground",
                title=f"A {advised} ground would save coats",
                reason="The ground shows through thin paint; on the right one the colours cover sooner.",
                numbers={"coats_now": now, "coats_then": coats[advised]},
                fixes=[fix(f"Prime it {advised}", ("colour/ground", advised))],
            )
        )
    return found


def _steps(areas: list[AreaPlan], ground: Ground) -> list[Step]:
    worn = [area for area in areas if area.parts]
    if not worn:
        return []
    steps = []
    first: list[Need] = []
    if ground != "none":
        steps.append(
            Step(
                key="figure.prime.1",
                station="colour",
                label=f"Prime it {ground}",
                minutes=15,
                wait_min=60,
                caution="Air the room; wear a respirator with sprays, and no flame near.",
            )
        )
        first = [Need(key="figure.prime.1", reason="ground before colour")]
    for area in worn:
        coats = int(area.coats.value) if area.coats else 1
        steps.append(
            Step(
                key=f"{area.id}.coats.1",
                station="colour",
                label=f"Paint {area.label}: {coats} coat{'s' if coats > 1 else ''}",
                minutes=12 * coats + 30 * area.share * coats,
                wait_min=45.0 * coats,
                needs=first,
            )
        )
    gloss = [area for area in worn if area.finish == "gloss"]
    steps.append(
        Step(
            key="figure.seal.1",
            station="colour",
            label="Seal it matte",
            minutes=15,
            wait_min=180,
            needs=[Need(key=f"{a.id}.coats.1", reason="colour before its seal") for a in worn],
            caution="Waterborne varnish; a solvent spray only if it passed on a chip.",
        )
    )
    steps += [
        Step(
            key=f"{area.id}.gloss.1",
            station="colour",
            label=f"Gloss on {area.label}",
            minutes=8,
            wait_min=60,
            needs=[Need(key="figure.seal.1", reason="gloss last, after the overall matte")],
        )
        for area in gloss
    ]
    return steps
