"""What lists need of a plan: kept with its figure, so that no list plans.

It says nothing of the day and nothing in anybody's units: what is said stays codes and values.
"""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import Literal

import numpy as np
import shapely

from windcrest_core.facts import Frozen, Text
from windcrest_core.findings import Station
from windcrest_core.given.load import Context
from windcrest_core.given.progress import Progress
from windcrest_core.plan import Plan, plan
from windcrest_core.sheet.model import FigureSheet
from windcrest_core.stock.kinds import StockKind
from windcrest_core.stock.needs import Need, needs_of, settled_kinds
from windcrest_core.work.calendar import Work
from windcrest_core.work.tasks import work_of

CARD_PX = 400.0  # a card is drawn smaller than this


class CardFacts(Frozen):
    """A figure on the shelf, with its own silhouette from where it is broadest, mm."""

    name: str
    height_mm: float
    body: str
    station: Station | Literal["finished"]
    next_step: Text | None
    stops: int
    warns: int
    notes: int
    silhouette: list[list[float]]
    bounds: tuple[float, float, float, float]


class Takes(Frozen):
    """What a figure takes of Stores in all, the kinds it takes no more of, what it is planned to cost, and its
    clay without waste."""

    needs: list[Need]
    settled: list[StockKind]
    cost: float
    clay_net_g: float


class Digest(Frozen):
    """A plan in small: its card, the steps that are left with their minutes, what it takes of Stores."""

    card: CardFacts
    work: Work
    takes: Takes


def digest_of(figure: str, plan: Plan, sheet: FigureSheet, context: Context) -> Digest:
    """What lists need of the plan of a figure, which is known by its id."""
    return Digest(
        card=_card(plan, sheet),
        work=work_of(plan, figure, context.rules.oven),
        takes=Takes(
            needs=needs_of(plan, sheet, context),
            settled=settled_kinds(plan),
            cost=plan.totals.cost.value,
            clay_net_g=sum(part.grams for part in plan.clay.parts),
        ),
    )


def _card(plan: Plan, sheet: FigureSheet) -> CardFacts:
    step = next((s for s in plan.order.steps if s.key == plan.order.next_step), None)
    front, side = plan.drawing.front, plan.drawing.side
    broad = side.bounds[2] - side.bounds[0] > front.bounds[2] - front.bounds[0]
    view = side if broad else front
    return CardFacts(
        name=plan.name,
        height_mm=plan.totals.height.value,
        body=sheet.body.plan,
        station=next((s.station for s in plan.line if s.state == "now"), "finished"),
        next_step=step.label if step else None,
        stops=sum(s.stops for s in plan.line),
        warns=sum(s.warns for s in plan.line),
        notes=sum(s.notes for s in plan.line),
        silhouette=[_coarse(ring, plan.totals.height.value) for ring in view.silhouette],
        bounds=view.bounds,
    )


def _coarse(ring: list[float], height_mm: float) -> list[float]:
    """A ring as it is seen on a card."""
    line = shapely.linearrings(np.reshape(ring, (-1, 2)))
    points = shapely.get_coordinates(shapely.simplify(line, height_mm / CARD_PX))[:-1]
    return np.round(points, 1).ravel().tolist()  # type: ignore[no-any-return]


def replanned(
    figure: str,
    sheet: FigureSheet,
    context: Context,
    progress: Progress,
    today: date,
    tell: Callable[[float], None],
) -> Digest:
    """Plan a figure for its digest alone, in a process beside; `tell` takes the share that is done."""
    made = digest_of(figure, plan(sheet, context, progress, today), sheet, context)
    tell(1.0)
    return made
