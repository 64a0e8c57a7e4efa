"""The API's own document: what is answered when something is refused, and what is answered as a file."""

from __future__ import annotations

from functools import cached_property
from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

from server.downloads import ENDINGS

PROBLEM = {"application/problem+json": {"schema": {"$ref": "#/components/schemas/ProblemOut"}}}
FILES = {kind.split(";")[0]: {"schema": {"type": "string", "format": "binary"}} for kind in ENDINGS}


class DescribedApi(NinjaAPI):
    """Describes a problem as what it is, at every address; an answer of any kind is one of our files."""

    def get_openapi_schema(self, **_: Any) -> OpenAPISchema:
        return self._described

    @cached_property
    def _described(self) -> OpenAPISchema:
        """Made once: it takes seconds, and anybody may ask for it."""
        document = super().get_openapi_schema()
        for methods in document["paths"].values():
            for operation in methods.values():
                answers = {str(status): answer for status, answer in operation["responses"].items()}
                for status, answer in answers.items():
                    if int(status) >= 400:
                        answer["content"] = PROBLEM
                    elif _is_any(answer):
                        answer["content"] = FILES
                answers["default"] = {"description": "It is refused", "content": PROBLEM}
                operation["responses"] = answers
        return document


def _is_any(answer: dict[str, Any]) -> bool:
    found = answer.get("content", {}).get("application/json", {}).get("schema")
    return found is not None and not found.keys() - {"title"}
