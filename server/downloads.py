"""A file as the answer, under a name a person knows it by."""

from __future__ import annotations

from django.http import HttpResponse
from django.utils.http import content_disposition_header

PDF = "application/pdf"
ENDINGS = {
    PDF: "pdf",
    "application/json": "figure.json",
    "image/svg+xml": "svg",
    "model/gltf-binary": "glb",
    "text/csv; charset=utf-8": "csv",
}


BYTE_ORDER_MARK = "\ufeff"
"""What spreadsheets know UTF-8 by."""


def download(body: bytes, kind: str, name: str, ending: str = "") -> HttpResponse:
    """The bytes as an answer; a PDF opens in the browser, anything else is saved."""
    safe = "".join(c if c.isalnum() else "-" for c in name.lower()).strip("-") or "figure"
    way = content_disposition_header(kind != PDF, f"{safe}.{ending or ENDINGS[kind]}")
    return HttpResponse(body, content_type=kind, headers={"Content-Disposition": way})


def csv_file(text: str, name: str) -> HttpResponse:
    """A table to be saved, with names in any letters."""
    return download((BYTE_ORDER_MARK + text).encode(), "text/csv; charset=utf-8", name)
