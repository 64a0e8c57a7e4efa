"""Text as it comes in from outside, once for every address: whole, in one spelling, and nothing hidden in it."""

from __future__ import annotations

import json
import re
import unicodedata
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import HttpRequest, HttpResponse
from django.http.request import QueryDict
from django.middleware.gzip import GZipMiddleware
from ninja.parser import Parser

from server.problems import refused
from windcrest_core.errors import Fault, SheetError

HIDDEN = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f\u202a-\u202e\u2066-\u2069\ud800-\udfff]")
ALLOWED = (
    "letters that can be seen and stored: no control characters, none that turn the line round"
)
DEEPEST = 60


def plain_text(path: str, text: str) -> str:
    """The text in composed letters.

    Raises
    ------
    SheetError : it has half a letter, a control character or one that turns the line round.
    """
    if found := HIDDEN.search(text):
        shown = text[: found.start()][-30:]
        raise SheetError([Fault(path, f"{shown}\\u{ord(found[0]):04x}", ALLOWED, "text")])
    return unicodedata.normalize("NFC", text)


def plain(value: Any, path: str = "", depth: int = 0) -> Any:
    """A document of JSON with all of its text plain, keys too."""
    if depth > DEEPEST:
        raise SheetError.one(path, "(deeper)", f"at most {DEEPEST} levels")
    match value:
        case str():
            return plain_text(path, value)
        case list():
            return [
                plain(item, f"{path}/{n}".lstrip("/"), depth + 1) for n, item in enumerate(value)
            ]
        case dict():
            return {
                plain_text(path or "key", key): plain(item, f"{path}/{key}".lstrip("/"), depth + 1)
                for key, item in value.items()
            }
    return value


class PlainParser(Parser):
    """Reads forms and queries through the boundary."""

    def parse_querydict(
        self, data: QueryDict, list_fields: list[str], request: HttpRequest
    ) -> dict[str, Any]:
        return plain(dict(super().parse_querydict(data, list_fields, request)))  # type: ignore[no-any-return]


class PlainBodies:
    """Reads bodies of JSON through the boundary, before anything else does.

    Ninja answers whatever its parser raises with 400, which has no field.
    """

    def __init__(self, get_response: Any) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer: HttpResponse = self.get_response(request)
        return answer

    def process_view(self, request: HttpRequest, *_: object) -> HttpResponse | None:
        if request.content_type != "application/json" or not request.path.startswith("/api/"):
            return None
        try:
            body = json.loads(request.body)
        except (ValueError, RecursionError, RequestDataTooBig):
            return None  # the address itself says what it wants
        try:
            request._body = json.dumps(plain(body)).encode()
        except SheetError as error:
            return refused(error, request)
        return None


class OwnAnswers:
    """Answers of people's data are not kept by anything between us and them."""

    def __init__(self, get_response: Any) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        answer: HttpResponse = self.get_response(request)
        if request.path.startswith("/api/") and "Cache-Control" not in answer:
            answer["Cache-Control"] = "private, no-store"
        return answer


class Compressed(GZipMiddleware):
    """Packs what is text; pictures, paper and archives are packed already."""

    def process_response(self, request: HttpRequest, response: HttpResponse) -> HttpResponse:
        kind = response.get("Content-Type", "").split(";")[0]
        if not kind.endswith(("json", "svg+xml")) and not kind.startswith("text/"):
            return response
        packed: HttpResponse = super().process_response(request, response)
        return packed
