"""What pydantic refuses, as faults a person can act on, and limits in that person's units."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Any, Literal

from pydantic import ValidationError

from windcrest_core.errors import Fault, Limits, SheetError
from windcrest_core.measures import INCH_MM, OUNCE_G

CHOSEN_BY_KIND = {"body", "shape", "scale"}
DIFFERENCES = {"offset_c", "swing_c", "ramp_c_min"}
_UNITS = {
    "mm": "mm",
    "g": "g",
    "c": "°C",
    "min": "minutes",
    "h": "hours",
    "deg": "°",
    "percent": "%",
    "ml": "ml",
    "heads": "heads",
}
_NUMBERS = (
    {"int_parsing", "int_type", "int_from_float"},
    {"float_parsing", "float_type", "finite_number"},
)
_BOUNDS = {
    "greater_than_equal": ("ge", "least"),
    "greater_than": ("gt", "above"),
    "less_than_equal": ("le", "most"),
    "less_than": ("lt", "below"),
}


def _fields(steps: Sequence[str | int]) -> Iterator[str]:
    """The steps of a path without the kind that pydantic names where there are several."""
    before: str | int = ""
    for step in steps:
        if step != "" and before not in CHOSEN_BY_KIND:
            yield str(step)
        before = step


def faults_of(error: ValidationError, root: str = "") -> SheetError:
    """Pydantic's complaint as faults with path, value and what is allowed."""
    return SheetError([fault_of(item, root) for item in error.errors(include_url=False)[:50]])


def fault_of(item: Any, root: str = "", inside: int = 0) -> Fault:
    """One complaint of pydantic's; `inside` steps of its place are not the document's own."""
    path = "/".join(_fields((root, *item["loc"][inside:]))) or "(document)"
    given = item.get("input", "")
    value = "(an object)" if isinstance(given, dict | list) else given
    kind, about = item["type"], item.get("ctx", {})
    if kind in _BOUNDS:
        bound, which = _BOUNDS[kind]
        limits = Limits(**{which: float(about[bound])}, unit=_unit_of(path))
        return Fault(path, value, limit_words(limits), "limit", limits)
    if kind == "string_too_short" and about.get("min_length") == 1:
        return Fault(path, value, "something written here", "empty")
    words = {
        "extra_forbidden": "no such key here; remove it",
        "missing": "it has to be there",
        "string_too_short": f"at least {about.get('min_length')} letters",
        "string_too_long": f"at most {about.get('max_length')} letters",
        "too_long": f"at most {about.get('max_length')} of them",
        "too_short": f"at least {about.get('min_length')} of them",
        "literal_error": str(about.get("expected", "")).replace("'", ""),
        "string_type": "text",
        "list_type": "a list",
        "dict_type": "an object",
        "bool_type": "true or false",
        "bool_parsing": "true or false",
        **dict.fromkeys(_NUMBERS[0], "a whole number"),
        **dict.fromkeys(_NUMBERS[1], "a number"),
    }
    if kind == "missing":
        value = "(nothing)"
    return Fault(path, value, words.get(kind, item["msg"].removeprefix("Value error, ")))


def _unit_of(path: str) -> str:
    """The unit a path ends in, in words; a number without one has none."""
    last = path.rsplit("/", 1)[-1]
    if last in DIFFERENCES:
        return "°C apart"
    return _UNITS.get("heads" if last == "heads_tall" else last.rsplit("_", 1)[-1], "")


def beyond(path: str, value: object, **limits: Any) -> SheetError:
    """A number that is not within `limits` (of `Limits`)."""
    allowed = Limits(**limits)
    return SheetError([Fault(path, value, limit_words(allowed), "limit", allowed)])


def _within(value: float, up: bool) -> str:
    """To a hundredth, a thousandth below one, on the inner side of a limit: what is said can be typed."""
    places = 2 if value >= 1 else 3
    steps = value * 10**places
    whole = math.ceil(steps - 1e-9) if up else math.floor(steps + 1e-9)
    return f"{whole / 10**places:g}"


def limit_words(
    limits: Limits,
    length: Literal["mm", "in"] = "mm",
    mass: Literal["g", "oz"] = "g",
    temperature: Literal["C", "F"] = "C",
) -> str:
    """What a number may be, in a person's units.

    Examples
    --------
    >>> limit_words(Limits(least=1.0, most=1440.0, unit="minutes"))
    '1 to 1440 minutes'
    >>> limit_words(Limits(most=2000.0, unit="mm"), length="in")
    'at most 78.74 in'
    >>> limit_words(Limits(above=0.0, most=275.0, unit="°C"), temperature="F")
    'more than 32 and at most 527 °F'
    """

    def said(value: float, up: bool) -> str:
        if limits.unit == "mm" and length == "in":
            return _within(value / INCH_MM, up)
        if limits.unit == "g" and mass == "oz":
            return _within(value / OUNCE_G, up)
        if limits.unit.startswith("°C") and temperature == "F":
            return f"{value * 1.8 + (32 if limits.unit == '°C' else 0):.6g}"
        return f"{value:.6g}"

    unit = limits.unit
    if (unit, length) == ("mm", "in"):
        unit = "in"
    if (unit, mass) == ("g", "oz"):
        unit = "oz"
    if unit.startswith("°C"):
        unit = f"°{temperature}"
    tail = unit if unit in ("", "°") else f" {unit}"
    if limits.least is not None and limits.most is not None:
        return f"{said(limits.least, True)} to {said(limits.most, False)}{tail}"
    parts = [
        f"{word} {said(value, up)}"
        for word, value, up in (
            ("at least", limits.least, True),
            ("more than", limits.above, True),
            ("at most", limits.most, False),
            ("less than", limits.below, False),
        )
        if value is not None
    ]
    return " and ".join(parts) + tail
