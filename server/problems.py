"""Every error of the API as problem+json (RFC 9457), with the field it is about."""

from __future__ import annotations

import logging
from typing import TYPE_CHECKING, Any

from django.core.exceptions import PermissionDenied, RequestDataTooBig
from django.db import OperationalError
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.http.multipartparser import MultiPartParserError

from windcrest_core.errors import ConflictError, Fault, SheetError, UnitError
from windcrest_core.measures import Units
from windcrest_core.refused import fault_of, limit_words
from windcrest_core.words import sayer

if TYPE_CHECKING:
    from ninja import NinjaAPI

log = logging.getLogger(__name__)
TITLES = {
    400: "That request cannot be read",
    401: "Sign in first",
    403: "Not allowed",
    404: "Not here",
    409: "It is there already",
    412: "Somebody changed this meanwhile",
    413: "Too large",
    422: "That cannot be",
    429: "Too many attempts",
    500: "Something broke here",
    503: "Busy for a moment",
}


class Problem(Exception):
    """An error a person can act on."""

    def __init__(self, status: int, detail: str, faults: list[Fault] | None = None) -> None:
        super().__init__(detail)
        self.status, self.detail, self.faults = status, detail, faults or []


def problem(
    status: int,
    detail: str,
    errors: list[dict[str, str]] | None = None,
    conflicts: list[dict[str, Any]] | None = None,
    revision: int | None = None,
) -> HttpResponse:
    body = {
        "type": "about:blank",
        "title": TITLES.get(status, "That did not work"),
        "status": status,
        "detail": detail,
        "errors": errors or [],
        "conflicts": conflicts or [],
        "revision": revision,
    }
    return JsonResponse(body, status=status, content_type="application/problem+json")


def _errors(faults: list[Fault], request: HttpRequest) -> list[dict[str, str]]:
    """Faults as they are sent, in the units of whoever asked."""
    faults = faults[:50]
    units = _units(request) if any(_has_units(fault) for fault in faults) else Units()
    return [
        {
            "path": f.path,
            "value": str(f.value)[:120],
            "allowed": _allowed(f, units),
            "code": f.code,
        }
        for f in faults
    ]


def _has_units(fault: Fault) -> bool:
    return fault.limits is not None or not isinstance(fault.allowed, str)


def _allowed(fault: Fault, units: Units) -> str:
    if fault.limits is not None:
        return limit_words(fault.limits, units.length, units.mass, units.temperature)
    return sayer(units).say(fault.allowed)


def _units(request: HttpRequest) -> Units:
    from server.accounts.models import HouseRules  # apps are read after this module

    document = HouseRules.objects.filter(owner_id=getattr(request.user, "pk", None)).first()
    return document.rules.units if document else Units()


def refused(error: SheetError, request: HttpRequest) -> HttpResponse:
    """What was asked for cannot be, field by field."""
    errors = _errors(error.faults, request)
    detail = error.faults[0].told(errors[0]["allowed"])
    return problem(422, detail, errors=errors)


def install(api: NinjaAPI) -> None:
    """One handler for each kind of error."""
    from ninja.errors import AuthenticationError, AuthorizationError, HttpError, ValidationError

    @api.exception_handler(Problem)
    def _problem(request: HttpRequest, error: Problem) -> HttpResponse:
        return problem(error.status, error.detail, errors=_errors(error.faults, request))

    @api.exception_handler(SheetError)
    def _sheet(request: HttpRequest, error: SheetError) -> HttpResponse:
        return refused(error, request)

    @api.exception_handler(UnitError)
    def _unit(request: HttpRequest, error: UnitError) -> HttpResponse:
        fault = Fault("value", error.value, error.allowed)
        return problem(422, str(error), errors=_errors([fault], request))

    @api.exception_handler(ConflictError)
    def _conflict(request: HttpRequest, error: ConflictError) -> HttpResponse:
        rows = [{"path": p, "yours": y, "theirs": t} for p, y, t in error.collisions]
        detail = "The same thing was changed to something else."
        return problem(412, detail, conflicts=rows, revision=error.revision)

    @api.exception_handler(ValidationError)
    def _validation(request: HttpRequest, error: ValidationError) -> HttpResponse:
        faults = [
            fault_of(item, inside=2 if item["loc"][:1] == ("body",) else 1) for item in error.errors
        ]
        return problem(422, str(faults[0]), errors=_errors(faults, request))

    @api.exception_handler(Http404)
    def _missing(request: HttpRequest, error: Http404) -> HttpResponse:
        return problem(404, "There is no such thing on your shelf.")

    @api.exception_handler(RequestDataTooBig)
    def _large(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
        return problem(413, "The file is too large; a figure sheet is at most 2 MB.")

    @api.exception_handler(MultiPartParserError)
    def _unreadable(request: HttpRequest, error: MultiPartParserError) -> HttpResponse:
        return problem(400, "The form that was sent cannot be read; send it again.")

    @api.exception_handler(AuthenticationError)
    def _stranger(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        return problem(401, "Sign in, then try again.")

    @api.exception_handler(AuthorizationError)
    def _refused(request: HttpRequest, error: AuthorizationError) -> HttpResponse:
        return problem(403, "This is not yours to change.")

    @api.exception_handler(PermissionDenied)
    def _denied(request: HttpRequest, error: PermissionDenied) -> HttpResponse:
        return problem(429, "Too many wrong passwords. Wait a quarter of an hour.")

    @api.exception_handler(HttpError)
    def _http(request: HttpRequest, error: HttpError) -> HttpResponse:
        return problem(error.status_code, str(error))

    @api.exception_handler(OverflowError)
    def _too_far(request: HttpRequest, error: OverflowError) -> HttpResponse:
        return problem(422, "A number or a day in what was asked is too far out.", errors=[])

    @api.exception_handler(OperationalError)
    def _locked(request: HttpRequest, error: OperationalError) -> HttpResponse:
        if "locked" not in str(error):
            return _broken(request, error)
        answer = problem(
            503, "Somebody else is being written down just now. Nothing was changed; try again."
        )
        answer["Retry-After"] = "2"
        return answer

    @api.exception_handler(Exception)
    def _broken(request: HttpRequest, error: Exception) -> HttpResponse:
        log.exception("unhandled")
        return problem(500, "Your work is saved up to the last change. Reload and try again.")
