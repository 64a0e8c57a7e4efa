"""What sums answer: numbers with their units and reasons, and things to be said, as codes and values."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Annotated, Any, Literal

from pydantic import (
    BaseModel,
    ConfigDict,
    SerializationInfo,
    SerializerFunctionWrapHandler,
    WithJsonSchema,
    model_serializer,
)

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


@dataclass(frozen=True)
class Said:
    """A sentence by its code, and what goes into it.

    The sentence stands in a `words.py`; the unit of a number is the ending of its name there (`wall_mm`,
    `limit_c`). Where a document is dumped with a `Speaker` as context it comes out as the sentence; without
    one it stays what it is, in JSON its code and values. It has no text of its own: no decision can read it,
    and put into another text it raises.
    """

    __pydantic_config__ = ConfigDict(extra="forbid", allow_inf_nan=False)

    code: str
    values: dict[str, Value] = field(default_factory=dict)

    @model_serializer(mode="wrap")
    def _spoken(self, as_it_is: SerializerFunctionWrapHandler, info: SerializationInfo) -> Any:
        speaker = info.context
        if isinstance(speaker, Speaker):
            return speaker.say(self)
        return as_it_is(self) if info.mode == "json" else self

    def __hash__(self) -> int:
        return hash(self.code)

    def __contains__(self, _: object) -> bool:
        return str(self) == ""

    def __str__(self) -> str:
        raise TypeError(f"{self.code} is said where it is read: use a Speaker")


Text = Annotated[str | Said, WithJsonSchema({"type": "string"})]
"""A name somebody gave, or something said."""
Value = int | float | str | Said | Sequence[str | Said]


def said(code: str, **values: Value) -> Said:
    """The sentence `code` with its values."""
    return Said(code, values)


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
