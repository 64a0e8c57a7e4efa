"""Station 7: each colour area painted in passes, what is mixed for them, the ground that asks least, and their order."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from windcrest_core.body.cloth import HangingSolid
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.catalogue import catalogue
from windcrest_core.colour.amounts import Amount, amount, lined
from windcrest_core.colour.bought import bought, product_of
from windcrest_core.colour.layers import HALFWAY, SHARES
from windcrest_core.colour.methods import (
    base_of,
    drying_of,
    is_film,
    medium_of,
    method_of,
    share_of,
    tool_of,
)
from windcrest_core.colour.mixing import mixings_of, recipe_parts
from windcrest_core.colour.mixtures import counted_as
from windcrest_core.colour.model import (
    AreaPlan,
    ColourPlan,
    EyePlan,
    GroundOption,
    Looks,
    Nearness,
    PassPlan,
    PlacePlan,
    SpotPlan,
    Undercoat,
)
from windcrest_core.colour.painting import (
    GROUND_HEX,
    Coat,
    Given,
    best_under,
    coats_of,
    goes_along,
    in_spots,
    is_hidden,
)
from windcrest_core.colour.pass_words import NAMED
from windcrest_core.colour.places import parts_along, placed_on
from windcrest_core.colour.recipes import nearest, nearness
from windcrest_core.colour.remarks import colour_findings
from windcrest_core.colour.shown import bare_looks, looks_of, marks_of
from windcrest_core.colour.sizes import IRIS, brush_for_mm
from windcrest_core.colour.spectra import hex_of, rgb_of_hex, srgb_of
from windcrest_core.colour.steps import (
    Painted,
    colour_steps,
    eye_areas,
    eyes_of,
    pass_key,
    planned_of,
)
from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.media import SOLD
from windcrest_core.sheet.colour import Area, Ground, Pass, Spot

Array = NDArray[np.float64]
GROUNDS: tuple[Ground, ...] = ("white", "grey", "black", "none")
Dot = tuple[float | None, float]


@dataclass(frozen=True)
class _Done:
    """An area as it is painted on these surfaces."""

    area: Area
    coats: list[Coat]
    parts: list[str]
    surface_cm2: float
    share: float
    outside_mm2: Mapping[str, float]
    inside_mm2: Mapping[str, float]
    along: dict[str, tuple[str, float, float]]


def colour_plan(work: Workpiece, outside_mm2: Mapping[str, float]) -> ColourPlan:
    """Mixes, coats, amounts and order of every colour area.

    Parameters
    ----------
    outside_mm2 : surface of each part that no other covers, by its id.
    """
    colour, given = work.sheet.colour, _given(work)
    surfaces = _surfaces(work, outside_mm2)
    whole = sum(surfaces.values()) or 1.0
    inside_mm2 = {
        piece.part.id: piece.solid.area_mm2
        for piece in work.figure.pieces
        if isinstance(piece.solid, HangingSolid)
    }
    done = [
        _Done(
            area,
            coats_of(area, given),
            [part.id for part in work.sheet.parts if part.area == area.id],
            surfaces.get(area.id, 0.0) / 100,
            surfaces.get(area.id, 0.0) / whole,
            outside_mm2,
            inside_mm2,
            parts_along(work, area) if any(map(goes_along, area.passes)) else {},
        )
        for area in counted_as(colour.areas, work.context.stores.mixtures)
    ]
    painted = [_as_painted(row) for row in done]
    order = planned_of(work, painted)
    at = {key: n for n, key in enumerate(order.keys, start=1)}
    eyed, eyes = eye_areas(work), _eyes(work)
    areas = [_area(row, given, at, eyes if row.area.id in eyed else None) for row in done]
    grounds = [_ground_option(given, ground, done) for ground in GROUNDS]
    primers = [option for option in grounds if option.ground != "none"]
    advised = min(primers, key=lambda option: option.coats).ground
    return ColourPlan(
        areas=areas,
        clay=given.clay_hex,
        ground=colour.ground,
        seal=colour.seal,
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
        mixings=mixings_of(areas),
        bought=bought(colour, areas),
        eyes=eyes,
        places=[PlacePlan(**place._asdict()) for place in placed_on(work)],
        last=len(order.keys),
        seal_at=order.seal_at,
        findings=colour_findings(work, [row.area for row in done], areas, grounds, advised),
        steps=colour_steps(work, order, painted),
    )


def _given(work: Workpiece) -> Given:
    stores = work.context.stores
    return Given(
        work.sheet.colour.ground, _main_clay(work), tuple(stores.paints), tuple(stores.took)
    )


def _surfaces(work: Workpiece, outside_mm2: Mapping[str, float]) -> dict[str, float]:
    """Surface of each area, mm²."""
    found: dict[str, float] = {}
    for piece in work.figure.pieces:
        area = piece.part.area
        if area is not None:
            found[area] = found.get(area, 0.0) + outside_mm2[piece.part.id]
    return found


def _main_clay(work: Workpiece) -> str:
    counts: dict[str, float] = {}
    for piece in work.clay_pieces:
        counts[piece.part.clay] = counts.get(piece.part.clay, 0.0) + piece.solid.volume_mm3
    most = max(counts, key=lambda key: counts[key], default="rigid")
    return catalogue().clays[most].colour


def _on(row: Pass, done: _Done) -> float:
    """Surface that a pass goes over, cm²: all of its area but where it is for the recesses, the raised or one place."""
    if row.spot is not None:
        return next(_spot_share(spot, done) for spot in done.area.spots if spot.id == row.spot) * (
            done.surface_cm2
        )
    zone = {
        "all": 1.0,
        "recess": float(SHARES[0]),
        "raised": float(SHARES[2]),
        "end": HALFWAY,
    }[row.where]
    whole = row.kind in ("wash", "dry_brush") and row.where != "end"
    return done.surface_cm2 * (1.0 if whole else zone)


def _spot_share(spot: Spot, done: _Done) -> float:
    """Of the area's surface: half of what is outside of its part is seen from a side [A]; all that is inside of what is open."""
    if spot.view == "inside":
        cm2 = done.inside_mm2.get(spot.part, 0.0) / 100
        return min(1.0, cm2 / done.surface_cm2) if done.surface_cm2 else 0.0
    x, y = np.array(spot.outline).T
    seen = abs(float(np.dot(x, np.roll(y, 1)) - np.dot(y, np.roll(x, 1)))) / 2
    cm2 = 0.5 * seen * done.outside_mm2.get(spot.part, 0.0) / 100
    return min(1.0, cm2 / done.surface_cm2) if done.surface_cm2 else 0.0


def _amount(coat: Coat, done: _Done) -> Amount:
    if coat.row.kind == "lines" and coat.row.length_mm is not None:
        return lined(method_of(coat.row), coat.row.line, coat.row.length_mm, coat.coats)
    return amount(method_of(coat.row), _on(coat.row, done), coat.coats)


def _drying(coat: Coat) -> tuple[float, float]:
    found = drying_of(coat.row)
    return found.low * coat.coats, found.high * coat.coats


def _as_painted(done: _Done) -> Painted:
    return Painted(
        area=done.area,
        worn=bool(done.parts),
        coats=done.coats,
        minutes=[_amount(coat, done).minutes for coat in done.coats],
        drying_min=[sum(_drying(coat)) / 2 for coat in done.coats],
        surface_cm2=done.surface_cm2,
    )


def _ground_option(given: Given, ground: Ground, done: Sequence[_Done]) -> GroundOption:
    """Coats of everything up to the bases over another ground, those of an area's own ground among them."""
    other = Given(ground, given.clay_hex, given.paints, given.notes)
    coats = 0.0
    for row in done:
        rows = coats_of(row.area, other)
        last = next((n for n, coat in enumerate(rows) if coat.row.kind == "base"), -1)
        coats += row.share * sum(coat.coats for coat in rows[: last + 1])
    return GroundOption(ground=ground, coats=round(coats, 3))


def _dots(area: Area, eyes: EyePlan | None) -> dict[str, Dot]:
    """Across and off the middle of each dot of an area that is eyes, in the order they are set: iris, pupil, glint."""
    if eyes is None:
        return {}
    sizes = ((eyes.iris_mm, 0.0), (eyes.pupil_mm, 0.0), (eyes.glint_mm, eyes.glint_off_mm))
    rows = [row for row in area.passes if row.kind == "dots"]
    return {row.id: size for row, size in zip(rows, sizes, strict=False)}


def _area(done: _Done, given: Given, at: dict[str, int], eyes: EyePlan | None) -> AreaPlan:
    area = done.area
    dots = _dots(area, eyes)
    places = {row.id: at.get(pass_key(area, row), 0) for row in area.passes}
    looks = looks_of(done.coats, given)
    base = base_of(area)
    based = next((coat for coat in done.coats if coat.row is base or coat.row.kind == "base"), None)
    recipe = based.recipe if based else None
    passes = [_pass(done, given, n, looks[n], places, dots) for n in range(len(done.coats))]
    drying = _drying(based) if based else (0.0, 0.0)
    return AreaPlan(
        id=area.id,
        label=area.label,
        target=area.target,
        finish=area.finish,
        parts=done.parts,
        share=done.share,
        surface_cm2=done.surface_cm2,
        recipe=recipe_parts(recipe, _amount(based, done).paint_ml) if based else [],
        mix=recipe.hex if recipe else None,
        nearness=_nearness(area, based, given),
        over=hex_of(srgb_of(based.before.zones[1])) if based else bare_looks(given).day.middle,
        coats=_coats_quantity(based) if based else None,
        drying_min=_drying_quantity(based, drying) if based else None,
        bare=bare_looks(given),
        passes=passes,
        spots=_spots(done, given),
        undercoat=_undercoat(done, based, given),
        hiding=based.hiding if based else 1.0,
        along=done.along,
    )


def _nearness(area: Area, based: Coat | None, given: Given) -> Nearness:
    recipe = based.recipe if based else nearest(rgb_of_hex(area.target), given.paints)
    return nearness(recipe.delta_e) if recipe else "no paints"


def _pass(
    done: _Done, given: Given, n: int, looks: Looks, at: Mapping[str, int], dots: Mapping[str, Dot]
) -> PassPlan:
    coat = done.coats[n]
    row, taken = coat.row, _amount(coat, done)
    product = product_of(row, coat.recipe is not None)
    return PassPlan(
        id=row.id,
        kind=row.kind,
        key=pass_key(done.area, row),
        label=NAMED[row.kind],
        medium=medium_of(row),
        mixture=row.mixture,
        tool=tool_of(row),
        film=is_film(row),
        share=share_of(row),
        coats=coat.coats,
        colour=_colour(coat, done.area),
        recipe=recipe_parts(coat.recipe, taken.paint_ml),
        nearness=nearness(coat.recipe.delta_e) if coat.recipe else None,
        product=product,
        bought=SOLD[product].label if product else None,
        ml=taken.ml,
        paint_ml=taken.paint_ml,
        grams=taken.grams,
        minutes=taken.minutes,
        drying_min=sum(_drying(coat)) / 2,
        at=at[row.id],
        after_seal=coat.late,
        hidden=is_hidden(done.area, given, done.coats, n),
        spot=row.spot,
        across_mm=dots.get(row.id, (None, 0.0))[0],
        off_mm=dots.get(row.id, (None, 0.0))[1],
        marks=marks_of(done.area, row, _on(row, done), at, bool(dots)),
        looks=looks,
    )


def _colour(coat: Coat, area: Area) -> str | None:
    if coat.film is None:
        return None
    return coat.recipe.hex if coat.recipe else (coat.row.colour or area.target)


def _spots(done: _Done, given: Given) -> list[SpotPlan]:
    seen = in_spots(done.area, given, done.coats)
    return [
        SpotPlan(
            id=spot.id,
            label=spot.label,
            part=spot.part,
            view=spot.view,
            share=_spot_share(spot, done),
            seen=[hex_of(srgb_of(SHARES @ row.zones)) for row in seen[spot.id]],
        )
        for spot in done.area.spots
    ]


def _undercoat(done: _Done, based: Coat | None, given: Given) -> Undercoat | None:
    """What would save coats under its base; nothing where something is under it already."""
    if based is None or any(row.kind in ("undercoat", "prime") for row in done.area.passes):
        return None
    best = best_under(done.area, given)
    if best is None:
        return None
    ground = GROUND_HEX.get(best.paint)
    paint = None if ground else catalogue().paints[best.paint]
    return Undercoat(
        paint=paint.id if paint else None,
        label=paint.label if paint else best.paint,
        colour=hex_of(paint.srgb) if paint else GROUND_HEX[best.paint],
        coats=best.coats,
        all_coats=best.all_coats,
        without=best.without,
        saves_min=best.saves_min(done.surface_cm2),
    )


def _eyes(work: Workpiece) -> EyePlan | None:
    found = eyes_of(work)
    if found is None:
        return None
    return EyePlan(
        open_mm=found.iris_mm / IRIS,
        iris_mm=found.iris_mm,
        pupil_mm=found.pupil_mm,
        glint_mm=found.glint_mm,
        glint_off_mm=found.glint_off_mm,
        brush_mm=brush_for_mm(found.glint_mm),
    )


def _coats_quantity(based: Coat) -> Quantity:
    assert based.film is not None
    return Quantity(
        value=based.coats,
        unit="count",
        low=max(1, based.coats - 1),
        high=based.coats + 2,
        why=Why(
            formula=said("colour.smallest_number_of_m_coats"),
            inputs=[
                Input(
                    name=said("colour.scattering_of_the_mix"),
                    value=based.film.scatter_per_mm,
                    unit="per mm",
                ),
                Input(name="coat", value=method_of(based.row).dry_um, unit="µm"),
                Input(name=said("colour.hides_as_learnt"), value=based.hiding, unit="times"),
            ],
            source=said("colour.kubelka_munk_layer_opacity_as"),
            assumed=True,
        ),
    )


def _drying_quantity(based: Coat, drying: tuple[float, float]) -> Quantity:
    found = drying_of(based.row)
    return Quantity(
        value=sum(drying) / 2,
        unit="min",
        low=drying[0],
        high=drying[1],
        why=Why(
            formula=said("colour.coats_minutes_to_recoat_acrylic"),
            inputs=[
                Input(name="coats", value=based.coats),
                Input(name=said("colour.recoat_from"), value=found.low, unit="min"),
                Input(name="to", value=found.high, unit="min"),
            ],
            source=said("colour.drying_times_assumed_the_bottles"),
            assumed=True,
        ),
    )
