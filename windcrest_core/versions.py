"""Kept documents of an older version become current ones, one version at a time.

An upgrade is a function from dict to dict that imports no model: what it was written for is gone from the code by
the time it is needed. A document of every version is kept under `tests/kept`.
"""

from __future__ import annotations

import copy
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from windcrest_core.errors import SheetError

Upgrade = Callable[[dict[str, Any]], dict[str, Any]]


@dataclass(frozen=True)
class Ladder:
    """The versions of one kind of document.

    `field` holds a document's version; one without it is of version `unmarked`. `upgrades` lead from version
    `first` on: the first of them makes version first + 1.
    """

    document: str
    field: str
    upgrades: tuple[Upgrade, ...] = ()
    first: int = 1
    unmarked: int | None = None

    @property
    def current(self) -> int:
        return self.first + len(self.upgrades)

    def version_of(self, data: Any) -> int:
        """Raises SheetError where it is no object, or of a version that is not known here."""
        if not isinstance(data, dict):
            kind = type(data).__name__
            raise SheetError.one("(document)", kind, f"a JSON object, the {self.document}")
        version = data.get(self.field, self.current if self.unmarked is None else self.unmarked)
        known = isinstance(version, int) and not isinstance(version, bool)
        if not known or not self.first <= version <= self.current:
            raise SheetError.one(
                self.field,
                version,
                f"{self.first} to {self.current} of a {self.document}; a newer file needs a newer "
                "Windcrest",
            )
        return int(version)

    def upgraded(self, data: Any) -> dict[str, Any]:
        """The document in the current version; what was given is left as it was."""
        version = self.version_of(data)
        document: dict[str, Any] = data
        for number in range(version, self.current):
            document = self.upgrades[number - self.first](copy.deepcopy(document))
            document[self.field] = number + 1
        return document
