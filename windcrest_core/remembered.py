"""What stations answered, kept for the next plan: each is asked anew only where something it reads has changed.

Nobody says what a station reads. It is given a sheet that writes that down, and its answer is kept under all that any
answer of it has read: where two sheets are the same in that, it would read the same again, and answer the same.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator
from dataclasses import dataclass, replace
from typing import Any, Generic, TypeVar

from pydantic import BaseModel

from windcrest_core.body.workpiece import Workpiece
from windcrest_core.given.load import UNREAD, Context
from windcrest_core.given.progress import Progress
from windcrest_core.kept import PER_STATION
from windcrest_core.sheet.model import FigureSheet

GIVEN = ("rules", "stores")
WHOLE = ("model_dump", "model_dump_json")

Answer = TypeVar("Answer")


@dataclass(frozen=True)
class Asked:
    """What a plan is made of."""

    sheet: FigureSheet
    context: Context
    progress: Progress


class Written:
    """What a plan is made of, each field as text to compare by."""

    def __init__(self, asked: Asked) -> None:
        self.asked = asked
        self._texts: dict[tuple[str, str], str] = {}

    def text(self, document: str, field: str) -> str:
        key = document, field
        if key not in self._texts:
            unread = {"rules": UNREAD} if field == "rules" else None
            of: BaseModel = getattr(self.asked, document)
            self._texts[key] = of.model_dump_json(include={field}, exclude=unread)
        return self._texts[key]


def _watched(document: str, model: type[BaseModel], read: set[tuple[str, str]]) -> type[Any]:
    """The same model, which writes down every field of its that is read."""
    fields = frozenset(model.model_fields)
    every = {(document, field) for field in fields}

    class Watched(model):  # type: ignore[misc, valid-type]
        def __getattribute__(self, name: str) -> Any:
            if name in fields:
                read.add((document, name))
            elif name in WHOLE:
                read.update(every)
            return super().__getattribute__(name)

        def __eq__(self, other: object) -> bool:
            read.update(every)
            return bool(super().__eq__(other))

        def __iter__(self) -> Iterator[Any]:
            read.update(every)
            return iter(super().__iter__())

        __hash__ = None  # type: ignore[assignment]

    return Watched


class Station(Generic[Answer]):
    """A station's answers by what it has been seen to read, and what those it goes on from have."""

    def __init__(self, *below: Station[Any]) -> None:
        self._below = below
        self.read: set[tuple[str, str]] = {("context", field) for field in GIVEN}
        self._types = {
            "sheet": _watched("sheet", FigureSheet, self.read),
            "context": _watched("context", Context, self.read),
            "progress": _watched("progress", Progress, self.read),
        }
        self._kept: OrderedDict[Hashable, Answer] = OrderedDict()

    def of(self, written: Written, ask: Callable[[Asked], Answer], *also: Hashable) -> Answer:
        """What `ask` answers of a sheet, rules, stores and progress; it is asked only where that is not known.

        Parameters
        ----------
        also : what else goes into the answer.
        """
        key = self._key(written, also)
        if key in self._kept:
            self._kept.move_to_end(key)
            return self._kept[key]
        seen = {
            name: watched.model_construct(**getattr(written.asked, name).__dict__)
            for name, watched in self._types.items()
        }
        answer = ask(Asked(**seen))
        self._kept[self._key(written, also)] = answer
        if len(self._kept) > PER_STATION:
            self._kept.popitem(last=False)
        return answer

    def _key(self, written: Written, also: tuple[Hashable, ...]) -> Hashable:
        read = self.read.union(*(station.read for station in self._below))
        return tuple((row, written.text(*row)) for row in sorted(read)), also

    def forget(self) -> None:
        """Begin anew, without what was answered."""
        self._kept.clear()


def on(work: Workpiece, asked: Asked) -> Workpiece:
    """A figure that is placed and weighed, of another sheet that has the same one."""
    return replace(work, sheet=asked.sheet, context=asked.context, progress=asked.progress)
