"""What stations answered, kept for the next plan: each is asked anew only where something it reads has changed."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import cached_property
from typing import Generic, TypeVar

from windcrest_core.given.load import UNREAD, Context
from windcrest_core.kept import PER_STATION
from windcrest_core.sheet.model import FigureSheet

GEOMETRY = ("height_mm", "body", "face", "pose", "parts")
"""The fields of a sheet that place, measure and weigh its figure."""

Answer = TypeVar("Answer")


class Written:
    """A sheet field by field, with the rules and stores it is planned by, as text to compare by."""

    def __init__(self, sheet: FigureSheet, context: Context) -> None:
        self._sheet, self._context = sheet, context
        self._fields: dict[str, str] = {}

    def field(self, name: str) -> str:
        if name not in self._fields:
            self._fields[name] = self._sheet.model_dump_json(include={name})
        return self._fields[name]

    @cached_property
    def given(self) -> str:
        return self._context.model_dump_json(exclude={"rules": UNREAD, "reach": True})


class Station(Generic[Answer]):
    """A station's answers by what it reads: the geometry, `reads` of the sheet besides, rules and stores, and what
    else it is given. What it must not read is progress and reach."""

    def __init__(self, *reads: str) -> None:
        self.reads = frozenset(GEOMETRY) | frozenset(reads)
        self._kept: OrderedDict[Hashable, Answer] = OrderedDict()

    def of(self, written: Written, make: Callable[[], Answer], *also: Hashable) -> Answer:
        """What `make` answers; it is asked only where that is not known."""
        key = (tuple(map(written.field, sorted(self.reads))), written.given, also)
        if key in self._kept:
            self._kept.move_to_end(key)
            return self._kept[key]
        answer = self._kept[key] = make()
        if len(self._kept) > PER_STATION:
            self._kept.popitem(last=False)
        return answer

    def forget(self) -> None:
        self._kept.clear()
