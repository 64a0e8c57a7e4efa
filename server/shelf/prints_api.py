"""Paper of a figure over HTTP."""

from __future__ import annotations

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from server.downloads import download
from server.schemas import ProblemOut
from server.shelf.api import own_figure
from server.shelf.models import Figure
from server.shelf.planning import context_of, figure_context, given_of, plan_of
from windcrest_core.body.workpiece import workpiece
from windcrest_core.clay.patterns import Pattern, patterns
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.prints import (
    PAPERS,
    Tiling,
    bake_card_pdf,
    bend_card_pdf,
    caliper_card_pdf,
    cut_list_csv,
    cut_list_pdf,
    drilling_template,
    face_card_pdf,
    layout_map,
    map_pdf,
    map_svg,
    pattern_sheet,
    portion_card_pdf,
    spacing_strip,
    tiling,
)
from windcrest_core.prints.maps import Map
from windcrest_core.units import length_mm

router = Router(tags=["prints"])
ERRORS = {404: ProblemOut, 422: ProblemOut}
AT = "figures/{figure_id}/prints/"
PDF = "application/pdf"


def plan_units(figure: Figure) -> tuple[str, str]:
    """Length and temperature unit of the owner."""
    rules = figure_context(figure).rules
    return rules.length_unit, rules.temperature_unit


def _paper(name: str) -> str:
    """The name of a paper there is.

    Raises
    ------
    SheetError : no such paper.
    """
    if name not in PAPERS:
        raise SheetError.one("paper", name, "one of " + ", ".join(PAPERS))
    return name


@router.get(AT + "cut-list", response={200: Any, **ERRORS})
def print_cut_list(
    request: HttpRequest, figure_id: str, form: Literal["pdf", "csv"] = "pdf"
) -> HttpResponse:
    figure = own_figure(request, figure_id)
    if form == "csv":
        return download(cut_list_csv(plan_of(figure)), "text/csv", f"{figure.sheet.name} cut list")
    body = cut_list_pdf(plan_of(figure), plan_units(figure))
    return download(body, PDF, f"{figure.sheet.name} cut list")


@router.get(AT + "bake-card/{number}", response={200: Any, **ERRORS})
def print_bake_card(request: HttpRequest, figure_id: str, number: int) -> HttpResponse:
    figure = own_figure(request, figure_id)
    plan = plan_of(figure)
    if not 1 <= number <= len(plan.bake.bakes):
        raise SheetError.one(
            "number", number, f"1 to {len(plan.bake.bakes)}, the bakes of this plan"
        )
    body = bake_card_pdf(plan, number, plan_units(figure))
    return download(body, PDF, f"{figure.sheet.name} bake {number}")


@router.get(AT + "bend-card/{run}", response={200: Any, **ERRORS})
def print_bend_card(request: HttpRequest, figure_id: str, run: str) -> HttpResponse:
    figure = own_figure(request, figure_id)
    body = bend_card_pdf(plan_of(figure), run)
    return download(body, PDF, f"{figure.sheet.name} bend card {run}")


@router.get(AT + "drilling-template", response={200: Any, **ERRORS})
def print_drilling_template(
    request: HttpRequest, figure_id: str, paper: str = "A4"
) -> HttpResponse:
    """The base at true size with its holes."""
    figure = own_figure(request, figure_id)
    body = map_pdf(drilling_template(plan_of(figure)), _paper(paper))
    return download(body, PDF, f"{figure.sheet.name} holes in the base")


@router.get(AT + "portion-card", response={200: Any, **ERRORS})
def print_portion_card(request: HttpRequest, figure_id: str) -> HttpResponse:
    figure = own_figure(request, figure_id)
    body = portion_card_pdf(plan_of(figure), plan_units(figure))
    return download(body, PDF, f"{figure.sheet.name} portion card")


def _drawn(drawn: Map, paper: str, form: Literal["pdf", "svg"], name: str) -> HttpResponse:
    """A drawing at true size, as pages or as one SVG."""
    if form == "svg":
        return download(map_svg(drawn).encode(), "image/svg+xml", name)
    return download(map_pdf(drawn, _paper(paper)), PDF, name)


@router.get("figures/{figure_id}/patterns", response={200: list[Pattern], **ERRORS})
def get_patterns(request: HttpRequest, figure_id: str) -> list[Pattern]:
    """Flat outlines of all that is laid as a sheet."""
    figure = own_figure(request, figure_id)
    return patterns(workpiece(figure.sheet, *given_of(figure)))


@router.get(AT + "patterns", response={200: Any, **ERRORS})
def print_patterns(
    request: HttpRequest,
    figure_id: str,
    part: str = "",
    paper: str = "A4",
    form: Literal["pdf", "svg"] = "pdf",
) -> HttpResponse:
    """Flat patterns at true size: of the parts named, with commas between, or of all."""
    figure = own_figure(request, figure_id)
    found = patterns(workpiece(figure.sheet, *given_of(figure)))
    wanted = [key for key in part.split(",") if key]
    ids = [row.part for row in found]
    for key in wanted:
        if key not in ids:
            raise SheetError.one("part", key, "one of " + (", ".join(ids) or "none"))
    chosen = [row for row in found if not wanted or row.part in wanted]
    if not chosen:
        raise SheetError.one("part", part, "a figure with a part laid as a sheet")
    name = f"{figure.sheet.name}: patterns"
    return _drawn(pattern_sheet(name, chosen), paper, form, name)


@router.get("spacing-strip", response={200: Any, 422: ProblemOut})
def print_spacing_strip(
    request: HttpRequest,
    length: str,
    count: int,
    width: str = "0 mm",
    ring: bool = False,
    paper: str = "A4",
    form: Literal["pdf", "svg"] = "pdf",
) -> HttpResponse:
    """A strip with even marks along a length or round a ring, at true size."""
    unit = context_of(request.user.pk or 0).rules.length_unit
    sizes = []
    for key, text in (("length", length), ("width", width)):
        try:
            sizes.append(length_mm(text, unit))
        except UnitError as error:
            raise SheetError.one(key, text, error.allowed) from error
    return _drawn(spacing_strip(sizes[0], count, sizes[1], ring), paper, form, "spacing strip")


@router.get(AT + "caliper-card", response={200: Any, **ERRORS})
def print_caliper_card(request: HttpRequest, figure_id: str) -> HttpResponse:
    figure = own_figure(request, figure_id)
    return download(caliper_card_pdf(plan_of(figure)), PDF, f"{figure.sheet.name} caliper card")


@router.get(AT + "face-plan", response={200: Any, **ERRORS})
def print_face_plan(request: HttpRequest, figure_id: str) -> HttpResponse:
    figure = own_figure(request, figure_id)
    body = face_card_pdf(figure.sheet, plan_of(figure))
    return download(body, PDF, f"{figure.sheet.name} face plan")


@router.get(AT + "layout-map/pages", response={200: list[Tiling], **ERRORS})
def layout_map_pages(request: HttpRequest, figure_id: str) -> list[Tiling]:
    """How many pages the layout map takes on each paper."""
    drawn = layout_map(plan_of(own_figure(request, figure_id)))
    return [tiling(paper, drawn.width_mm, drawn.height_mm) for paper in PAPERS]


@router.get(AT + "layout-map", response={200: Any, **ERRORS})
def print_layout_map(
    request: HttpRequest,
    figure_id: str,
    paper: str = "A4",
    mirrored: bool = False,
    form: Literal["pdf", "svg"] = "pdf",
) -> HttpResponse:
    """The layout map at true size: a PDF cut into pages, or one SVG."""
    figure = own_figure(request, figure_id)
    _paper(paper)
    drawn = layout_map(plan_of(figure), mirrored)
    return _drawn(drawn, paper, form, f"{figure.sheet.name} layout map")
