"""What figures take from Stores over HTTP: reserved, to buy, and what they cost."""

from __future__ import annotations

from typing import Any

from django.db.models import Sum
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from server.downloads import PDF, download
from server.schemas import Out, ProblemOut
from server.shelf.models import Figure
from server.shelf.planning import figure_context, plan_of
from server.shelf.printing import printing_for
from server.stores.given import context_of
from server.stores.models import Movement, items_of
from windcrest_core.prints.shopping_sheet import shopping_sheet_pdf
from windcrest_core.stock import ledger
from windcrest_core.stock.kinds import sold
from windcrest_core.stock.ledger import learned_waste_percent, unit_price
from windcrest_core.stock.needs import needs_of, settled_kinds
from windcrest_core.stock.shopping import (
    FigureNeeds,
    Reserved,
    ShoppingList,
    reserved,
    shopping_list,
)

router = Router(tags=["stock"])


class CostOut(Out):
    """What a figure is planned to cost and what was really taken for it; `waste_percent` is what
    its clay says of waste, where it says anything."""

    figure_id: str
    name: str
    planned: float
    actual: float
    waste_percent: float | None
    clay_used_g: float
    clay_net_g: float


class CostsOut(Out):
    """`waste_percent` is what all figures whose clay work is done say together."""

    figures: list[CostOut]
    waste_percent: float | None


def _figures(owner_id: int) -> list[Figure]:
    return list(Figure.objects.filter(owner_id=owner_id, deleted=None))


def booked_on(figure: Figure) -> dict[str, float]:
    """What was taken for a figure, by kind and thing, in the unit of its kind."""
    rows = (
        Movement.objects.filter(figure=figure, kind__in=("used", "wasted", "taken_back"))
        .values("lot__item__kind", "lot__item__key")
        .annotate(whole=Sum("change"))
    )
    return {
        f"{row['lot__item__kind']}/{row['lot__item__key']}": max(0.0, -row["whole"]) for row in rows
    }


def figure_needs(figure: Figure) -> FigureNeeds:
    """What a figure needs in all, and what was booked on it."""
    plan, sheet = plan_of(figure), figure.sheet
    return FigureNeeds(
        figure=figure.id,
        name=sheet.name,
        needs=needs_of(plan, sheet, figure_context(figure)),
        booked=booked_on(figure),
        settled=settled_kinds(plan),
    )


@router.get("stock/reserved", response=list[Reserved])
def get_reserved(request: HttpRequest) -> list[Reserved]:
    """What planned figures still take, thing by thing."""
    return reserved([figure_needs(figure) for figure in _figures(request.user.pk or 0)])


@router.get("stock/shopping", response=ShoppingList)
def get_shopping(request: HttpRequest, figures: str = "") -> ShoppingList:
    """What to buy for the figures whose ids are given, parted by commas."""
    owner = request.user.pk or 0
    wanted = set(figures.split(","))
    both = [figure_needs(figure) for figure in _figures(owner)]
    chosen = [needs for needs in both if needs.figure in wanted]
    others = [needs for needs in both if needs.figure not in wanted]
    return shopping_list(chosen, others, items_of(owner), context_of(owner).stores)


@router.get("stock/shopping/sheet", response={200: Any, 422: ProblemOut})
def print_shopping(request: HttpRequest, figures: str = "", paper: str = "") -> HttpResponse:
    """The shopping list for the figures whose ids are given, to take along."""
    owner = request.user.pk or 0
    wanted = set(figures.split(","))
    names = [row.sheet.name for row in _figures(owner) if row.id in wanted]
    body = shopping_sheet_pdf(
        get_shopping(request, figures),
        names,
        timezone.localdate(),
        printing_for(context_of(owner).rules, paper),
    )
    return download(body, PDF, "shopping list")


@router.get("stock/costs", response=CostsOut)
def get_costs(request: HttpRequest) -> CostsOut:
    """What each figure is planned to cost, and what was really taken for it."""
    owner = request.user.pk or 0
    items = {(item.kind, item.key): item for item in items_of(owner)}
    figures = [_cost(figure, items) for figure in _figures(owner)]
    told = [row for row in figures if row.waste_percent is not None]
    used, net = sum(row.clay_used_g for row in told), sum(row.clay_net_g for row in told)
    return CostsOut(figures=figures, waste_percent=learned_waste_percent(used, net))


def _cost(figure: Figure, items: dict[tuple[str, str], ledger.Item]) -> CostOut:
    plan, booked = plan_of(figure), booked_on(figure)
    actual = 0.0
    for at, amount in booked.items():
        kind, key = at.split("/", 1)
        paid = unit_price(items[kind, key].lots)
        actual += amount * (sold(kind, key).unit_price if paid is None else paid)  # type: ignore[arg-type]
    used = sum(amount for at, amount in booked.items() if at.startswith("clay/"))
    net = sum(part.grams for part in plan.clay.parts)
    return CostOut(
        figure_id=figure.id,
        name=plan.name,
        planned=plan.totals.cost.value,
        actual=actual,
        waste_percent=learned_waste_percent(used, net) if "clay" in settled_kinds(plan) else None,
        clay_used_g=used,
        clay_net_g=net,
    )
