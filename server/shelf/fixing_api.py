"""What may be done about the findings of a figure: fixes that hold, and all of it at once."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from ninja import Router

from server.schemas import Out, ProblemOut
from server.shelf.fixing import fixes_of, settled
from server.shelf.owned import as_json, own_figure
from server.speaking import speaker_of
from windcrest_core.findings import Station
from windcrest_core.settle.offers import Mended
from windcrest_core.settle.search import Settled

router = Router(tags=["shelf"])
ERRORS = {404: ProblemOut, 422: ProblemOut}


class WaitedFor(Out):
    """A finding, by its id and subject."""

    id: str
    subject: str


class Fixes(Out):
    """What may be done about the findings that were looked at, and those still waited for; of this revision."""

    revision: int
    findings: list[Mended]
    waiting: list[WaitedFor]


class Settling(Out):
    """`share` of the search, and what it has found once it is over; of this revision."""

    revision: int
    share: float
    found: Settled | None


@router.get("figures/{figure_id}/fixes/{station}", response={200: Fixes, **ERRORS})
def get_fixes(request: HttpRequest, figure_id: str, station: Station) -> HttpResponse:
    """The fixes of a station's findings, each shown by a whole plan to hold; asking begins the look."""
    figure = own_figure(request, figure_id)
    found, waiting = fixes_of(figure, station)
    left = [WaitedFor(id=key[0], subject=key[1]) for key in waiting]
    shown = Fixes(revision=figure.revision, findings=found, waiting=left)
    return as_json(shown, speaker_of(figure.owner_id))


@router.get("figures/{figure_id}/settled", response={200: Settling, **ERRORS})
def get_settled(request: HttpRequest, figure_id: str) -> HttpResponse:
    """The least change that leaves no stop and no warning; asking begins the search, nothing is stored."""
    figure = own_figure(request, figure_id)
    share, found = settled(figure)
    shown = Settling(revision=figure.revision, share=share, found=found)
    return as_json(shown, speaker_of(figure.owner_id))
