"""Reference pictures over HTTP; all that is said of them is on the sheet."""

from __future__ import annotations

from django.http import FileResponse, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Form, Router
from ninja.files import UploadedFile

from server.schemas import ProblemOut
from server.shelf.actions.add_reference import add_reference
from server.shelf.models import ReferencePicture
from server.shelf.owned import Edited, as_json, figure_out, own_figure
from server.shelf.planning import kept_plan_of
from server.speaking import speaker_of
from server.writes import own_transaction

router = Router(tags=["references"])


class Referenced(Edited):
    """The figure with its new picture; `said` is what was done to the picture on the way."""

    said: list[str]


@router.post(
    "figures/{figure_id}/references", response={201: Referenced, 404: ProblemOut, 422: ProblemOut}
)
@own_transaction
def post_reference(
    request: HttpRequest,
    figure_id: str,
    picture: File[UploadedFile],
    label: Form[str] = "",
    view: Form[str] = "front",
) -> HttpResponse:
    figure, said = add_reference(own_figure(request, figure_id), picture, label, view)
    kept = kept_plan_of(figure)
    answer = Referenced(figure=figure_out(figure), plan=kept.plan, said=said)
    return as_json(answer, speaker_of(figure.owner_id), 201)


@router.get("figures/{figure_id}/references/{key}/picture", include_in_schema=False)
def get_picture(request: HttpRequest, figure_id: str, key: str) -> FileResponse:
    row = get_object_or_404(ReferencePicture, figure=own_figure(request, figure_id), key=key)
    return FileResponse(
        row.picture.open("rb"),
        content_type="image/jpeg",
        headers={"Cache-Control": "private, max-age=86400"},
    )
