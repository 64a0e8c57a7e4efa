"""The single page that the front end is, with the CSRF cookie it needs."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie

from server.problems import problem

NOT_BUILT = "<!doctype html><title>Windcrest</title><p>The pages are not built yet. Run <code>make demo</code>."


def nothing_here(request: HttpRequest) -> HttpResponse:
    return problem(404, "The API has nothing at this address.")


@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    index = settings.WEB_DIST / "index.html"
    if not index.exists():
        return HttpResponse(NOT_BUILT, status=503)
    return HttpResponse(index.read_bytes(), headers={"Cache-Control": "no-cache"})
