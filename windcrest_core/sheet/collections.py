"""What a sheet has many of: where each kind is kept, and what is to be right of one of them.

One registry: edits find their rows by it, loading checks them by it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import Any, Protocol

from windcrest_core.errors import Fault
from windcrest_core.sheet.checks import (
    area_faults,
    light_faults,
    meeting_faults,
    part_faults,
    picture_faults,
    programme_faults,
    run_faults,
)
from windcrest_core.sheet.ids import repeated
from windcrest_core.sheet.model import FigureSheet


class Row(Protocol):
    @property
    def id(self) -> str: ...


@dataclass(frozen=True)
class Collection:
    """`path` leads to the list in a sheet; `faults` are those of its rows in that sheet."""

    path: tuple[str, ...]
    rows: Callable[[FigureSheet], Sequence[Row]]
    faults: Callable[[FigureSheet], Iterable[Fault]] = lambda sheet: ()

    def rows_of(self, document: dict[str, Any]) -> list[dict[str, Any]]:
        """The same list in a sheet written as JSON."""
        holder: Any = document
        for key in self.path:
            holder = holder[key]
        assert isinstance(holder, list)
        return holder


COLLECTIONS: dict[str, Collection] = {
    "part": Collection(
        ("parts",),
        lambda sheet: sheet.parts,
        lambda sheet: [
            *(fault for part in sheet.parts for fault in part_faults(sheet, part)),
            *meeting_faults(sheet.parts),
        ],
    ),
    "run": Collection(
        ("runs",),
        lambda sheet: sheet.runs,
        lambda sheet: (fault for run in sheet.runs for fault in run_faults(sheet, run)),
    ),
    "area": Collection(
        ("colour", "areas"),
        lambda sheet: sheet.colour.areas,
        lambda sheet: (fault for area in sheet.colour.areas for fault in area_faults(sheet, area)),
    ),
    "reference": Collection(
        ("references",),
        lambda sheet: sheet.references,
        lambda sheet: (
            fault for picture in sheet.references for fault in picture_faults(sheet.body, picture)
        ),
    ),
    "light": Collection(
        ("lights",),
        lambda sheet: sheet.lights,
        lambda sheet: (fault for light in sheet.lights for fault in light_faults(sheet, light)),
    ),
    "programme": Collection(
        ("programmes",),
        lambda sheet: sheet.programmes,
        programme_faults,
    ),
    "move": Collection(("order", "moves"), lambda sheet: sheet.order.moves),
}


def collection_faults(sheet: FigureSheet) -> list[Fault]:
    """Ids twice or used again, and what is wrong with a row."""
    faults = []
    for noun, kept in COLLECTIONS.items():
        ids = [row.id for row in kept.rows(sheet)]
        faults += [
            Fault(f"{noun}/{key}", key, "an id only once, and never again after it was deleted")
            for key in sorted({*repeated(ids), *set(ids).intersection(sheet.retired_ids)})
        ]
    for kept in COLLECTIONS.values():
        faults += kept.faults(sheet)
    return faults
