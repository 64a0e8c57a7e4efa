"""The strip: what a figure comes to as a whole."""

from __future__ import annotations

from windcrest_core.bake.energy import drawn_kw
from windcrest_core.bake.model import BakeStation
from windcrest_core.body.workpiece import Workpiece
from windcrest_core.bulk.model import BulkPlan
from windcrest_core.catalogue import BOUGHT_PIECE_PRICE, catalogue, is_putty
from windcrest_core.clay.model import ClayPlan
from windcrest_core.facts import Frozen, Input, Quantity, Why, said
from windcrest_core.frame.model import FramePlan
from windcrest_core.order.model import OrderPlan


class Totals(Frozen):
    """The strip: what the whole figure comes to."""

    height: Quantity
    mass: Quantity
    wire: Quantity
    foil: Quantity
    clay: Quantity
    packs: int
    tips_at: Quantity
    bakes: Quantity
    hands: Quantity
    cost: Quantity


def totals(
    work: Workpiece,
    frame: FramePlan,
    bulk: BulkPlan,
    clay: ClayPlan,
    order: OrderPlan,
    bake: BakeStation,
) -> Totals:
    shelf = catalogue()
    foil = shelf.foils[work.context.stores.foil]
    stock_g = sum(work.masses[p.part.id].skin_g for p in work.figure.pieces if p.part.stock)
    net_clay = sum(part.grams for part in clay.parts)
    wire_cost = sum(
        shelf.wires[piece.wire].price_per_m * piece.length_mm * piece.count / 1000
        for run in frame.runs
        for piece in run.pieces
    )
    foil_cost = bulk.foil_m.value * foil.price_per_m
    bought = [p for p in work.figure.pieces if p.part.stock and not is_putty(p.part.stock)]
    bought_cost = BOUGHT_PIECE_PRICE * len(bought)
    mass = net_clay + bulk.foil_g.value + bulk.other_g + frame.wire_g.value + stock_g
    kwh = sum(b.minutes for b in bake.bakes) / 60 * drawn_kw(work.context.rules.oven)
    current_cost = kwh * work.context.rules.kwh_price
    clay_share = net_clay / clay.clay_g.value if clay.clay_g.value else 0.0
    return Totals(
        height=Quantity(
            value=work.sheet.height_mm,
            unit="mm",
            why=Why(
                formula=said("totals.as_chosen_at_character_standing"),
                source=said("totals.the_sheet"),
            ),
        ),
        mass=Quantity(
            value=mass,
            unit="g",
            low=(clay.clay_g.low or 0) * clay_share
            + (bulk.foil_g.low or 0)
            + bulk.other_g
            + frame.wire_g.value
            + stock_g,
            high=(clay.clay_g.high or 0) * clay_share
            + (bulk.foil_g.high or 0)
            + bulk.other_g
            + frame.wire_g.value
            + stock_g,
            why=Why(
                formula=said("totals.clay_on_it_foil_wire"),
                inputs=[
                    Input(name=said("totals.clay_without_waste"), value=net_clay, unit="g"),
                    Input(name="foil", value=bulk.foil_g.value, unit="g"),
                    *(
                        [
                            Input(
                                name=said("totals.other_cores_and_weights"),
                                value=bulk.other_g,
                                unit="g",
                            )
                        ]
                        if bulk.other_g
                        else []
                    ),
                    Input(name="wire", value=frame.wire_g.value, unit="g"),
                    Input(name=said("totals.bought_pieces"), value=stock_g, unit="g"),
                ],
                source=said("totals.volumes_densities_range_from_clay"),
                assumed=True,
            ),
        ),
        wire=frame.wire_m,
        foil=bulk.foil_m,
        clay=clay.clay_g,
        packs=clay.packs,
        tips_at=frame.tips_at,
        bakes=Quantity(
            value=len(bake.bakes),
            unit="count",
            why=Why(
                formula=said("totals.as_few_as_the_reasons"),
                inputs=[
                    Input(
                        name=said("totals.bake", number=b.number),
                        value=b.advised_min.value,
                        unit="min",
                    )
                    for b in bake.bakes
                ],
                source=said(
                    "totals.house_rules",
                    bake_school=work.context.rules.bake_school.replace("_", " "),
                ),
            ),
        ),
        hands=order.hands_min,
        cost=Quantity(
            value=clay.cost + wire_cost + foil_cost + bought_cost + current_cost,
            unit="cost",
            why=Why(
                formula=said("totals.packs_of_clay_cut_wire"),
                inputs=[
                    Input(name=said("totals.clay_whole_packs"), value=clay.cost, unit="£"),
                    Input(name="wire", value=wire_cost, unit="£"),
                    Input(name="foil", value=foil_cost, unit="£"),
                    Input(name=said("totals.bought_pieces"), value=bought_cost, unit="£"),
                    Input(name=said("totals.current", kwh=kwh), value=current_cost, unit="£"),
                ],
                source=said("totals.prices_assumed"),
                assumed=True,
            ),
        ),
    )
