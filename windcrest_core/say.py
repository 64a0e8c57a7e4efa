"""Facts to sentences, in somebody's units, with a registry of words handed in.

A sentence stands in a `words.py` by its code, with names in braces:

- `{label}` a name, another sentence, or a list of them ("a, b and c"; `{labels:; }` parted so); `{label:^}` with
  a capital.
- `{wall_mm}`, `{limit_c}`, `{wait_min}` a measure: the ending names its unit, and `{cut_mm:long}` the way it is
  shown (see `SHOWN`).
- `{3 mm}`, `{2-3 mm}`, `{135 C}` a measure that is part of the sentence.
- `{share:.0%}` a plain number, as Python writes it; `{count:run|runs}` the word for one or for several.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from functools import cache
from typing import NamedTuple

from windcrest_core.facts import Said, Speaker, Text, Value
from windcrest_core.measures import Units, minutes_words
from windcrest_core.names import listed, numbered

Shown = Callable[[Units, float], str]

SHOWN: dict[str, dict[str, Shown]] = {
    "mm": {
        "": Units.plain_mm,
        "about": Units.about_mm,
        "fine": Units.fine_mm,
        "whole": Units.whole_mm,
        "rough": Units.rough_mm,
        "across": Units.across_mm,
        "long": Units.long_mm,
        "stock": Units.stock_mm,
        "wire": Units.wire_mm,
        "roll": Units.roll_mm,
    },
    "m": {"": lambda units, m: units.long_mm(m * 1000)},
    "cm2": {"": Units.area_cm2},
    "cm3": {"": Units.volume_cm3},
    "ml": {"": lambda units, ml: f"{round(ml, 1):g} ml"},
    "g": {"": Units.mass_g, "pack": Units.pack_g, "whole": Units.whole_g, "heavy": Units.heavy_g},
    "C": {"": Units.celsius},
    "K": {"": Units.apart_c},
    "min": {"": lambda units, minutes: minutes_words(minutes)},
    "h": {"": lambda units, hours: minutes_words(hours * 60)},
    "deg": {"": lambda units, deg: f"{deg:.0f}°", "fine": lambda units, deg: f"{deg:.1f}°"},
    "N": {"": Units.force_n},
    "Nmm": {"": Units.moment_nmm},
    "kPa": {"": Units.pressure_kpa},
}
"""By unit and way of showing it."""

ENDINGS = {
    "mm": "mm",
    "m": "m",
    "cm2": "cm2",
    "cm3": "cm3",
    "ml": "ml",
    "g": "g",
    "c": "C",
    "k": "K",
    "min": "min",
    "h": "h",
    "deg": "deg",
    "n": "N",
    "nmm": "Nmm",
    "kpa": "kPa",
}
"""The ending of a value's name, to its unit."""

_HOLE = re.compile(r"\{([^{}:]+)(?::([^{}]*))?\}")
_LITERAL = re.compile(r"^(\d+(?:\.\d+)?)(?:-(\d+(?:\.\d+)?))? (\w+)$")


class Hole(NamedTuple):
    """What is to be put into a sentence: a value by name or a literal, the way it is shown, its unit."""

    name: str
    way: str
    unit: str = ""
    low: float | None = None
    high: float | None = None


@cache
def parts_of(sentence: str) -> tuple[str | Hole, ...]:
    """A sentence taken apart; a unit or a way of showing it that there is not is a KeyError."""
    found: list[str | Hole] = []
    at = 0
    for match in _HOLE.finditer(sentence):
        found += [sentence[at : match.start()], _hole(match[1], match[2] or "")]
        at = match.end()
    return (*found, sentence[at:])


def _hole(name: str, way: str) -> Hole:
    literal = _LITERAL.match(name)
    if literal is not None:
        low, high, unit = literal.groups()
        way = "about" if unit == "mm" and not way else way
        hole = Hole(name, way, unit, float(low), float(high) if high else None)
    else:
        hole = Hole(name, way, ENDINGS.get(name.rsplit("_", 1)[-1], "") if "_" in name else "")
    if hole.unit:
        SHOWN[hole.unit][hole.way]
    return hole


def _takes_no_article(name: Value | None) -> bool:
    """Whether a name, or the first of several, has a number: one does not say "the claw 2"."""
    first = name[0] if isinstance(name, list) and name else name
    return isinstance(first, str) and numbered(first)


class Sayer(Speaker):
    """Says in `units` what is said, from `words` (code → sentence)."""

    def __init__(self, units: Units, words: Mapping[str, str]) -> None:
        self.units = units
        self.words = words
        self._same: dict[str, str] = {}

    def say(self, text: Text) -> str:
        """The sentence; of a plain text the text itself. A code without words, or a value that its words
        want and that is not there, is a KeyError."""
        if isinstance(text, str):
            return text
        if not text.values and (same := self._same.get(text.code)) is not None:
            return same
        told = ""
        for part in parts_of(self.words[text.code]):
            if isinstance(part, str):
                told += part
            else:
                filled = self._filled(part, text)
                if _takes_no_article(text.values.get(part.name)):
                    filled = filled[:1].upper() + filled[1:] if told.endswith("The ") else filled
                    told = told.removesuffix("the ").removesuffix("The ")
                told += filled
        if not text.values:
            self._same[text.code] = told
        return told

    def _filled(self, hole: Hole, text: Said) -> str:
        if hole.low is not None:
            return self._measured(hole, hole.low, hole.high)
        value = text.values[hole.name]
        if isinstance(value, int | float) and not isinstance(value, bool):
            if hole.unit:
                return self._measured(hole, value, None)
            if "|" in hole.way:
                one, several = hole.way.split("|")
                return one if value == 1 else several
            return format(value, hole.way)
        told = self._listed(value, hole.way if hole.way != "^" else "")
        return told[:1].upper() + told[1:] if hole.way == "^" else told

    def _measured(self, hole: Hole, low: float, high: float | None) -> str:
        shown = SHOWN[hole.unit][hole.way]
        first = shown(self.units, low)
        if high is None:
            return first
        second = shown(self.units, high)
        if ("/" in first) != ("/" in second):
            first, second = self.units.fine_mm(low), self.units.fine_mm(high)
        number, _, unit = first.rpartition(" ")
        return f"{number} to {second}" if second.endswith(f" {unit}") else f"{first} to {second}"

    def _listed(self, value: Value, between: str) -> str:
        if not isinstance(value, str | Said | int | float):
            told = [self.say(one) for one in value]
            return between.join(told) if between else listed(told)
        return self.say(value) if isinstance(value, str | Said) else str(value)
