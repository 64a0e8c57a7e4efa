"""What sums answer: numbers with their units and reasons, and things to be said, as codes and values."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Any, Final, Literal

from pydantic import BaseModel, ConfigDict, GetCoreSchemaHandler, WithJsonSchema
from pydantic_core import core_schema

Unit = Literal["mm", "g", "C", "N", "Nmm", "min", "deg", "cm3", "m", "ratio", "count", "cost"]


class Frozen(BaseModel):
    """Base of every document of the core: nothing unknown, nothing infinite, never changed."""

    model_config = ConfigDict(
        extra="forbid",
        allow_inf_nan=False,
        frozen=True,
        json_schema_serialization_defaults_required=True,
    )


class Speaker:
    """Turns what is said into a sentence, in somebody's units."""

    def say(self, text: Text) -> str:
        raise NotImplementedError


class Said:
    """A sentence by its code, and what goes into it; never changed.

    The sentence stands in a `words.py`; the unit of a number is the ending of its name there (`wall_mm`,
    `limit_c`). Where a document is dumped with a `Speaker` as context it comes out as the sentence; without
    one it stays what it is, in JSON its code and values. It has no text of its own: no decision can read it,
    and put into another text it raises. No pydantic model: a plan makes eight hundred of them.
    """

    __slots__ = ("code", "values")

    def __init__(self, code: str, values: dict[str, Value]) -> None:
        self.code: Final = code
        self.values: Final = values

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Said) and self.code == other.code and self.values == other.values

    def __hash__(self) -> int:
        return hash(self.code)

    def __contains__(self, _: object) -> bool:
        return str(self) == ""

    def __str__(self) -> str:
        raise TypeError(f"{self.code} is said where it is read: use a Speaker")

    def __repr__(self) -> str:
        return f"Said({self.code!r}, {self.values!r})"

    @classmethod
    def __get_pydantic_core_schema__(
        cls, source: object, handler: GetCoreSchemaHandler
    ) -> core_schema.CoreSchema:
        return core_schema.no_info_before_validator_function(
            _read,
            core_schema.is_instance_schema(cls),
            serialization=core_schema.plain_serializer_function_ser_schema(_spoken, info_arg=True),
        )


Text = Annotated[str | Said, WithJsonSchema({"type": "string"})]
"""A name somebody gave, or something said."""
Value = int | float | str | Said | Sequence[str | Said]


def said(code: str, **values: Value) -> Said:
    """The sentence `code` with its values."""
    return Said(code, values)


def _read(written: Any) -> Any:
    """What was dumped as code and values as it was."""
    match written:
        case {"code": str(code), "values": dict(values), **rest} if not rest:
            return Said(code, {key: _read(value) for key, value in values.items()})
        case list():
            return [_read(value) for value in written]
    return written


def _written(value: Any) -> Any:
    match value:
        case Said():
            return {"code": value.code, "values": {k: _written(v) for k, v in value.values.items()}}
        case list() | tuple():
            return [_written(row) for row in value]
    return value


def _spoken(text: Said, info: core_schema.SerializationInfo) -> Any:
    speaker = info.context
    if isinstance(speaker, Speaker):
        return speaker.say(text)
    return _written(text) if info.mode == "json" else text


def by_code(text: Text) -> str:
    """To put what is said in an order that no sentence and no unit changes."""
    return text if isinstance(text, str) else text.code


class Input(Frozen):
    """A number that went into an answer."""

    name: Text
    value: float
    unit: str = ""


class Why(Frozen):
    """How a number came about: the formula in words and signs, what went in, and the source."""

    formula: Text
    inputs: list[Input] = []
    source: Text
    assumed: bool = False


class Quantity(Frozen):
    """An answer: a value in its inner unit, its range where it is an estimate, and its reason."""

    value: float
    unit: Unit
    low: float | None = None
    high: float | None = None
    why: Why
