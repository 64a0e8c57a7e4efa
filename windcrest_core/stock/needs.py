"""What a figure takes from Stores, thing by thing, out of its plan."""

from __future__ import annotations

from collections.abc import Iterable

from windcrest_core.body.figure import figure
from windcrest_core.catalogue import catalogue, is_putty
from windcrest_core.facts import Frozen, Text, said
from windcrest_core.findings import Station
from windcrest_core.given.load import Context
from windcrest_core.order.joins import GLUED
from windcrest_core.plan import Plan
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.stock.kinds import KINDS, StockKind, Unit, item_key

SOFT_GLUE = "soft glue for cloth"
LIQUID = ("liquid_polymer_clay", "liquid polymer clay")
TAPE = ("masking_tape", "masking tape")


class Need(Frozen):
    """An amount of a thing that a figure needs in all."""

    kind: StockKind
    item: str
    label: Text
    amount: float

    @property
    def unit(self) -> Unit:
        return KINDS[self.kind].unit


def needs_of(plan: Plan, sheet: FigureSheet, context: Context) -> list[Need]:
    """Everything a figure needs, each thing once; amounts in the unit of their kind.

    Wire as cut, foil off the roll, clay with its waste, paint by area and coats with all else it is painted with, bought pieces and
    the base by count.
    """
    return _together(
        [
            *_wire(plan),
            *_soft(plan, context),
            *_bought(sheet, context),
            *_paint(plan),
        ]
    )


def _together(needs: Iterable[Need]) -> list[Need]:
    found: dict[tuple[StockKind, str], Need] = {}
    for need in needs:
        before = found.get((need.kind, need.item))
        amount = need.amount + (before.amount if before else 0.0)
        found[need.kind, need.item] = need.model_copy(update={"amount": amount})
    return [need for need in found.values() if need.amount > 0]


def _wire(plan: Plan) -> list[Need]:
    shelf = catalogue()
    return [
        Need(
            kind="wire",
            item=piece.wire,
            label=shelf.wires[piece.wire].label,
            amount=piece.length_mm * piece.count,
        )
        for run in plan.frame.runs
        for piece in run.pieces
    ] + [
        Need(kind="wire", item=join.pin.wire, label=join.pin.label, amount=join.pin.cut_mm)
        for join in plan.order.joins
        if join.pin is not None and join.pin.cut_mm > 0
    ]


def _soft(plan: Plan, context: Context) -> list[Need]:
    foil = catalogue().foils[context.stores.foil]
    needs = [
        Need(kind="foil", item=foil.id, label=foil.label, amount=plan.bulk.foil_m.value * 1000),
        Need(kind="tape", item=TAPE[0], label=TAPE[1], amount=plan.bulk.tape_mm),
    ]
    waste = 1 + context.rules.waste_percent / 100
    for join in plan.order.joins:
        if join.state == "raw to cured":
            amount = join.grams * waste
            needs.append(Need(kind="liquid", item=LIQUID[0], label=LIQUID[1], amount=amount))
        elif join.state in GLUED and join.grams > 0:
            glue = catalogue().glues.get(join.glue or "")
            label = glue.label if glue else SOFT_GLUE
            amount = join.grams * waste
            needs.append(Need(kind="glue", item=item_key(label), label=label, amount=amount))
    for use in plan.clay.putty:
        key = item_key(use.material)
        needs.append(Need(kind="liquid", item=key, label=use.material, amount=use.grams))
    return needs + [
        Need(kind="clay", item=total.clay, label=total.label, amount=total.with_waste.value)
        for total in plan.clay.totals
    ]


def _bought(sheet: FigureSheet, context: Context) -> list[Need]:
    """Bought pieces by material and size, and the base."""
    shelf = catalogue()
    needs = []
    for piece in figure(sheet, context.rules.wall_mm).pieces:
        if piece.part.stock is None or is_putty(piece.part.stock):
            continue
        _, half = piece.solid.half_extents
        sizes = sorted((2 * float(h) for h in half), reverse=True)
        material = shelf.stock_materials[piece.part.stock].label
        even = sizes[0] < 1.2 * sizes[-1]
        size = f"{sizes[0]:.0f} mm" if even else f"{sizes[0]:.0f} × {sizes[1]:.0f} mm"
        label = said(
            "stock.piece_across" if even else "stock.piece_long",
            material=material,
            long_mm=sizes[0],
            broad_mm=sizes[1],
        )
        needs.append(
            Need(kind="insert", item=item_key(f"{material}, {size}"), label=label, amount=1)
        )
    base = sheet.base
    wide, deep, thick = base.width_mm, base.depth_mm, base.thickness_mm
    size = f"{wide:g} mm" if base.shape == "round" else f"{wide:g} × {deep:g} mm"
    label = said(
        "stock.round_base" if base.shape == "round" else "stock.base",
        shape=base.shape,
        wide_mm=wide,
        deep_mm=deep,
        thick_mm=thick,
    )
    key = item_key(f"Base, {base.shape}, {size}, {thick:g} mm thick")
    return [*needs, Need(kind="base", item=key, label=label, amount=1)]


def _paint(plan: Plan) -> list[Need]:
    shelf = catalogue()
    needs = []
    for mixing in plan.colour.mixings:
        if mixing.medium != "acrylic":
            continue
        whole = sum(part.parts for part in mixing.recipe)
        needs += [
            Need(
                kind="paint",
                item=part.paint,
                label=shelf.paints[part.paint].label,
                amount=mixing.paint_ml * part.parts / whole,
            )
            for part in mixing.recipe
        ]
    return needs + [
        Need(kind="paint", item=row.product, label=row.label, amount=row.ml)
        for row in plan.colour.bought
    ]


STATION_OF: dict[StockKind, Station] = {
    "wire": "frame",
    "foil": "bulk",
    "tape": "bulk",
    "clay": "clay",
    "liquid": "clay",
    "glue": "finish",
    "insert": "finish",
    "base": "finish",
    "paint": "colour",
}


def settled_kinds(plan: Plan) -> list[StockKind]:
    """Kinds of which a figure takes no more: all steps of their station are done."""
    return [
        kind
        for kind, station in STATION_OF.items()
        if (steps := [step for step in plan.order.steps if step.station == station])
        and all(step.done for step in steps)
    ]
