"""Plans over HTTP, and what is looked at beside them: gauges, walls, kept poses, the figure in space."""

from __future__ import annotations

import gzip
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from server.downloads import download
from server.problems import Problem
from server.schemas import ProblemOut
from server.shelf.models import Figure
from server.shelf.owned import as_json, own_figure
from server.shelf.planning import (
    etag_of,
    figure_context,
    given_of,
    kept_plan_of,
    plan_of,
)
from server.speaking import speaker_of
from windcrest_core.body.workpiece import workpiece
from windcrest_core.bulk.walls import Walls, walls
from windcrest_core.findings import Station
from windcrest_core.frame.gauges import GaugeOption
from windcrest_core.frame.station import gauges_of
from windcrest_core.plan import Plan, StationPlan
from windcrest_core.prints.model_file import model_glb
from windcrest_core.sheet.joints import joint_ranges
from windcrest_core.sheet.pose import KeptPose

router = Router(tags=["shelf"])
ERRORS = {400: ProblemOut, 404: ProblemOut, 409: ProblemOut, 412: ProblemOut, 422: ProblemOut}


@router.get("figures/{figure_id}/plan", response={200: Plan, **ERRORS})
def get_plan(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The whole plan; an ETag saves sending it twice."""
    return _planned(request, own_figure(request, figure_id), None)


@router.get("figures/{figure_id}/finished-plan", response={200: Any, **ERRORS})
def get_finished_plan(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The plan a finished figure was made by, as it was then, as a file."""
    figure = own_figure(request, figure_id)
    if figure.pinned_plan is None:
        raise Problem(404, "This figure is not finished: its plan is the one of today.")
    text = gzip.decompress(figure.pinned_plan)
    return download(text, "application/json", figure.sheet.name, "plan.json")


@router.get("figures/{figure_id}/plan/{station}", response={200: StationPlan, **ERRORS})
def get_station(request: HttpRequest, figure_id: str, station: Station) -> HttpResponse:
    """One station of the plan."""
    return _planned(request, own_figure(request, figure_id), station)


def _planned(request: HttpRequest, figure: Figure, station: Station | None) -> HttpResponse:
    etag = etag_of(figure, station or "")
    if request.headers.get("If-None-Match") == etag:
        return HttpResponse(status=304, headers={"ETag": etag})
    kept = kept_plan_of(figure)
    speaker = speaker_of(figure.owner_id)
    answer = (
        as_json(getattr(kept.plan, station), speaker) if station else as_json(kept.text(speaker))
    )
    answer["ETag"] = etag
    answer["Cache-Control"] = "private, no-cache"
    return answer


@router.get("figures/{figure_id}/runs/{run}/gauges", response={200: list[GaugeOption], **ERRORS})
def get_gauges(request: HttpRequest, figure_id: str, run: str) -> list[GaugeOption]:
    """Every wire of Stores and the catalogue tried on a run; those that pass first."""
    figure = own_figure(request, figure_id)
    return gauges_of(workpiece(figure.sheet, *given_of(figure)), run)


@router.get("figures/{figure_id}/walls", response={200: Walls, **ERRORS})
def get_walls(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The wall of clay as seen on each elevation."""
    figure = own_figure(request, figure_id)
    return as_json(walls(workpiece(figure.sheet, *given_of(figure))), speaker_of(figure.owner_id))


@router.get("figures/{figure_id}/kept-poses", response={200: dict[str, KeptPose], **ERRORS})
def kept_poses(request: HttpRequest, figure_id: str) -> dict[str, KeptPose]:
    """Poses kept on this person's other figures that this body can take, by figure and key."""
    figure = own_figure(request, figure_id)
    joints = set(joint_ranges(figure.sheet.body))
    others = Figure.objects.filter(owner=request.user, deleted=None).exclude(pk=figure.id)
    return {
        f"{other.id}/{key}": kept
        for other in others
        for key, kept in other.sheet.kept_poses.items()
        if joints.issuperset(kept.joints)
    }


@router.get("figures/{figure_id}/model", response={200: Any, **ERRORS})
def get_model(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The figure in space as a binary glTF file, mm: clay, core and wire of every part and run."""
    figure = own_figure(request, figure_id)
    etag = etag_of(figure, "model")
    if request.headers.get("If-None-Match") == etag:
        return HttpResponse(status=304, headers={"ETag": etag})
    answer = download(
        model_glb(plan_of(figure), figure.sheet, figure_context(figure)),
        "model/gltf-binary",
        figure.sheet.name,
    )
    answer["ETag"] = etag
    return answer
