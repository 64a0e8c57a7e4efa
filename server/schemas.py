"""Shapes that more than one app answers with."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict


class Out(BaseModel):
    model_config = ConfigDict(json_schema_serialization_defaults_required=True)


class Fault(Out):
    path: str
    value: str
    allowed: str
    code: str = ""


class Conflict(Out):
    path: str
    yours: object = None
    theirs: object = None


class ProblemOut(Out):
    """problem+json."""

    type: str
    title: str
    status: int
    detail: str
    errors: list[Fault] = []
    conflicts: list[Conflict] = []
    revision: int | None = None


class Done(Out):
    ok: bool = True
