"""Paper of a figure over HTTP: PDF, and where something is drawn or tabled SVG and CSV."""

from __future__ import annotations

from typing import Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router

from server.downloads import PDF, csv_file, download
from server.schemas import ProblemOut
from server.shelf.models import Figure
from server.shelf.owned import own_figure
from server.shelf.planning import given_of, plan_of
from server.shelf.printing import figure_printing, printing_for
from server.stores.given import context_of
from server.stores.limbs import limb_of
from windcrest_core.body.workpiece import workpiece
from windcrest_core.clay.patterns import Pattern, patterns
from windcrest_core.colour.sizes import rings
from windcrest_core.errors import SheetError, UnitError
from windcrest_core.prints.bake_card import bake_card_pdf
from windcrest_core.prints.bend_card import bend_card_pdf
from windcrest_core.prints.caliper_card import caliper_card_pdf
from windcrest_core.prints.cut_list import cut_list_csv, cut_list_pdf
from windcrest_core.prints.drawn import map_svg
from windcrest_core.prints.drilling import drilling_template
from windcrest_core.prints.face_plan import face_plan_map
from windcrest_core.prints.foil_card import foil_card_pdf
from windcrest_core.prints.layout_map import layout_map
from windcrest_core.prints.map_pages import map_pdf, map_tiling, maps_pdf
from windcrest_core.prints.page import Heading, heading_of
from windcrest_core.prints.paint_card import paint_card_pdf
from windcrest_core.prints.papers import PAPERS
from windcrest_core.prints.pattern_sheet import pattern_pages
from windcrest_core.prints.portion_card import portion_card_pdf
from windcrest_core.prints.spacing_strip import spacing_strip
from windcrest_core.prints.stripe_guide import stripe_guide
from windcrest_core.prints.tiles import Tiling
from windcrest_core.units import length_mm

router = Router(tags=["prints"])
ERRORS = {404: ProblemOut, 422: ProblemOut}
AT = "figures/{figure_id}/prints/"
SVG = "image/svg+xml"
TRUE_SIZE = "scale 1:1"


def _pdf(figure: Figure, body: bytes, name: str) -> HttpResponse:
    return download(body, PDF, f"{figure.sheet.name} {name}")


@router.get(AT + "cut-list", response={200: Any, **ERRORS})
def print_cut_list(
    request: HttpRequest, figure_id: str, form: Literal["pdf", "csv"] = "pdf", paper: str = ""
) -> HttpResponse:
    figure = own_figure(request, figure_id)
    if form == "csv":
        return csv_file(cut_list_csv(plan_of(figure)), f"{figure.sheet.name} cut list")
    return _pdf(figure, cut_list_pdf(plan_of(figure), figure_printing(figure, paper)), "cut list")


@router.get(AT + "bake-card/{number}", response={200: Any, **ERRORS})
def print_bake_card(
    request: HttpRequest, figure_id: str, number: int, paper: str = ""
) -> HttpResponse:
    figure = own_figure(request, figure_id)
    plan = plan_of(figure)
    if not 1 <= number <= len(plan.bake.bakes):
        raise SheetError.one(
            "number", number, f"1 to {len(plan.bake.bakes)}, the bakes of this plan"
        )
    body = bake_card_pdf(plan, number, figure_printing(figure, paper))
    return _pdf(figure, body, f"bake {number}")


@router.get(AT + "bend-card/{run}", response={200: Any, **ERRORS})
def print_bend_card(
    request: HttpRequest, figure_id: str, run: str, paper: str = ""
) -> HttpResponse:
    figure = own_figure(request, figure_id)
    body = bend_card_pdf(plan_of(figure), run, figure_printing(figure, paper))
    return _pdf(figure, body, f"bend card {run}")


@router.get(AT + "drilling-template", response={200: Any, **ERRORS})
def print_drilling_template(request: HttpRequest, figure_id: str, paper: str = "") -> HttpResponse:
    """The base at true size with its holes."""
    figure = own_figure(request, figure_id)
    plan, printing = plan_of(figure), figure_printing(figure, paper)
    heading = heading_of(plan, "Holes in the base", TRUE_SIZE, printing)
    body = map_pdf(drilling_template(plan, printing.units), heading, printing)
    return _pdf(figure, body, "holes in the base")


@router.get(AT + "portion-card", response={200: Any, **ERRORS})
def print_portion_card(request: HttpRequest, figure_id: str, paper: str = "") -> HttpResponse:
    figure = own_figure(request, figure_id)
    body = portion_card_pdf(plan_of(figure), figure_printing(figure, paper))
    return _pdf(figure, body, "portion card")


@router.get(AT + "paint-card", response={200: Any, **ERRORS})
def print_paint_card(request: HttpRequest, figure_id: str, paper: str = "") -> HttpResponse:
    """Mixes and passes in their order."""
    figure = own_figure(request, figure_id)
    body = paint_card_pdf(plan_of(figure), figure_printing(figure, paper))
    return _pdf(figure, body, "paint card")


@router.get(AT + "foil-card", response={200: Any, **ERRORS})
def print_foil_card(request: HttpRequest, figure_id: str, paper: str = "") -> HttpResponse:
    figure = own_figure(request, figure_id)
    return _pdf(figure, foil_card_pdf(plan_of(figure), figure_printing(figure, paper)), "foil card")


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
    paper: str = "",
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
    printing = figure_printing(figure, paper)
    name = f"{figure.sheet.name}: patterns"
    if form == "svg":
        (drawn,) = pattern_pages(chosen, printing.units, "")
        return download(map_svg(drawn, name, printing.units).encode(), SVG, name)
    heading = heading_of(plan_of(figure), "Patterns", TRUE_SIZE, printing)
    pages = pattern_pages(chosen, printing.units, printing.paper_name)
    return _pdf(figure, maps_pdf(pages, heading, printing), "patterns")


@router.get("spacing-strip", response={200: Any, 422: ProblemOut})
def print_spacing_strip(
    request: HttpRequest,
    length: str,
    count: int,
    width: str = "0 mm",
    ring: bool = False,
    paper: str = "",
    form: Literal["pdf", "svg"] = "pdf",
) -> HttpResponse:
    """A strip with even marks along a length or round a ring, at true size."""
    printing = printing_for(context_of(request.user.pk or 0).rules, paper)
    sizes = []
    for key, text in (("length", length), ("width", width)):
        try:
            sizes.append(length_mm(text, printing.units.length))
        except UnitError as error:
            raise SheetError.one(key, text, error.allowed) from error
    drawn = spacing_strip(sizes[0], count, sizes[1], ring, printing.units)
    if form == "svg":
        return download(
            map_svg(drawn, "Spacing strip", printing.units).encode(), SVG, "spacing strip"
        )
    unit = "in inches" if printing.units.inches else "in mm"
    heading = Heading(figure="The bench", sheet="Spacing strip", about=(TRUE_SIZE, unit))
    return download(map_pdf(drawn, heading, printing), PDF, "spacing strip")


@router.get("stripe-guide", response={200: Any, 422: ProblemOut})
def print_stripe_guide(
    request: HttpRequest,
    first: str,
    last: str,
    length: str,
    stripe: str,
    paper: str = "",
    form: Literal["pdf", "svg"] = "pdf",
) -> HttpResponse:
    """Paper rings with the edges of stripes that stay equal along a limb, at true size; measures in any unit."""
    rules = context_of(request.user.pk or 0).rules
    printing = printing_for(rules, paper)
    found = rings(*limb_of(first, last, length, stripe, rules))
    drawn = stripe_guide(found, printing.units)
    if form == "svg":
        body = map_svg(drawn, "Stripes", printing.units).encode()
        return download(body, SVG, "stripes")
    unit = "in inches" if printing.units.inches else "in mm"
    heading = Heading(figure="The bench", sheet="Stripes along a limb", about=(TRUE_SIZE, unit))
    return download(map_pdf(drawn, heading, printing), PDF, "stripes")


@router.get(AT + "caliper-card", response={200: Any, **ERRORS})
def print_caliper_card(request: HttpRequest, figure_id: str, paper: str = "") -> HttpResponse:
    figure = own_figure(request, figure_id)
    body = caliper_card_pdf(plan_of(figure), figure_printing(figure, paper))
    return _pdf(figure, body, "caliper card")


@router.get(AT + "face-plan", response={200: Any, **ERRORS})
def print_face_plan(request: HttpRequest, figure_id: str, paper: str = "") -> HttpResponse:
    figure = own_figure(request, figure_id)
    plan, printing = plan_of(figure), figure_printing(figure, paper)
    drawn, times = face_plan_map(figure.sheet, plan, printing.units)
    heading = heading_of(plan, "Face plan", f"scale {times}:1", printing)
    return _pdf(figure, map_pdf(drawn, heading, printing), "face plan")


@router.get(AT + "layout-map/pages", response={200: list[Tiling], **ERRORS})
def layout_map_pages(request: HttpRequest, figure_id: str) -> list[Tiling]:
    """How many pages the layout map takes on each paper."""
    figure = own_figure(request, figure_id)
    drawn = layout_map(plan_of(figure), figure_printing(figure).units)
    return [map_tiling(drawn, paper) for paper in PAPERS]


@router.get(AT + "layout-map", response={200: Any, **ERRORS})
def print_layout_map(
    request: HttpRequest,
    figure_id: str,
    paper: str = "",
    mirrored: bool = False,
    form: Literal["pdf", "svg"] = "pdf",
) -> HttpResponse:
    """The layout map at true size: a PDF cut into pages, or one SVG."""
    figure = own_figure(request, figure_id)
    plan, printing = plan_of(figure), figure_printing(figure, paper)
    drawn = layout_map(plan, printing.units, mirrored)
    name = f"{figure.sheet.name} layout map"
    if form == "svg":
        return download(map_svg(drawn, name, printing.units).encode(), SVG, name)
    sheet = "Layout map, MIRRORED" if mirrored else "Layout map"
    return _pdf(
        figure, map_pdf(drawn, heading_of(plan, sheet, TRUE_SIZE, printing), printing), "layout map"
    )
