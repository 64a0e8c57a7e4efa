"""What figures take from Stores over HTTP: reserved, to buy, and what they cost."""

from __future__ import annotations

from collections import defaultdict
from typing import Any

from django.db.models import Sum
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from server.downloads import PDF, download
from server.schemas import Out, ProblemOut
from server.shelf.digests import Digested, digests
from server.shelf.printing import printing_for
from server.stores.given import context_of
from server.stores.models import Movement, items_of
from windcrest_core.prints.shopping_sheet import shopping_sheet_pdf
from windcrest_core.stock import ledger
from windcrest_core.stock.kinds import sold
from windcrest_core.stock.ledger import learned_waste_percent, unit_price
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


def booked_on(owner_id: int) -> dict[str, dict[str, float]]:
    """What was taken for each figure, by kind and thing, in the unit of its kind."""
    rows = (
        Movement.objects.filter(
            figure__owner_id=owner_id, kind__in=("used", "wasted", "taken_back")
        )
        .values("figure_id", "lot__item__kind", "lot__item__key")
        .annotate(whole=Sum("change"))
    )
    found: dict[str, dict[str, float]] = defaultdict(dict)
    for row in rows:
        thing = f"{row['lot__item__kind']}/{row['lot__item__key']}"
        found[row["figure_id"]][thing] = max(0.0, -row["whole"])
    return found


def figure_needs(owner_id: int, ids: list[str] | None = None) -> list[FigureNeeds]:
    """What each figure of a person needs in all, and what was booked on it."""
    booked = booked_on(owner_id)
    return [
        FigureNeeds(
            figure=row.id,
            name=row.card.name,
            needs=takes.needs,
            booked=booked.get(row.id, {}),
            settled=takes.settled,
        )
        for row in digests(owner_id, ids)
        for takes in [row.takes]
    ]


@router.get("stock/reserved", response=list[Reserved])
def get_reserved(request: HttpRequest) -> list[Reserved]:
    """What planned figures still take, thing by thing."""
    return reserved(figure_needs(request.user.pk or 0))


@router.get("stock/shopping", response=ShoppingList)
def get_shopping(request: HttpRequest, figures: str = "") -> ShoppingList:
    """What to buy for the figures whose ids are given, parted by commas."""
    owner = request.user.pk or 0
    wanted = set(figures.split(","))
    both = figure_needs(owner)
    chosen = [needs for needs in both if needs.figure in wanted]
    others = [needs for needs in both if needs.figure not in wanted]
    return shopping_list(chosen, others, items_of(owner), context_of(owner).stores)


@router.get("stock/shopping/sheet", response={200: Any, 422: ProblemOut})
def print_shopping(request: HttpRequest, figures: str = "", paper: str = "") -> HttpResponse:
    """The shopping list for the figures whose ids are given, to take along."""
    owner = request.user.pk or 0
    wanted = set(figures.split(","))
    names = [row.card.name for row in digests(owner, wanted)]
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
    booked = booked_on(owner)
    figures = [_cost(row, items, booked.get(row.id, {})) for row in digests(owner)]
    told = [row for row in figures if row.waste_percent is not None]
    used, net = sum(row.clay_used_g for row in told), sum(row.clay_net_g for row in told)
    return CostsOut(figures=figures, waste_percent=learned_waste_percent(used, net))


def _cost(
    figure: Digested, items: dict[tuple[str, str], ledger.Item], booked: dict[str, float]
) -> CostOut:
    takes, actual = figure.takes, 0.0
    for at, amount in booked.items():
        kind, key = at.split("/", 1)
        paid = unit_price(items[kind, key].lots)
        actual += amount * (sold(kind, key).unit_price if paid is None else paid)  # type: ignore[arg-type]
    used = sum(amount for at, amount in booked.items() if at.startswith("clay/"))
    net, settled = takes.clay_net_g, "clay" in takes.settled
    return CostOut(
        figure_id=figure.id,
        name=figure.card.name,
        planned=takes.cost,
        actual=actual,
        waste_percent=learned_waste_percent(used, net) if settled else None,
        clay_used_g=used,
        clay_net_g=net,
    )
