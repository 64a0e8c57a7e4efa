"""What the core raises. Every fault names the path, the value and what is allowed."""

from __future__ import annotations

from dataclasses import dataclass

from windcrest_core.facts import Text


class WindcrestError(Exception):
    """Base of everything the core raises on purpose."""


@dataclass(frozen=True)
class Limits:
    """What a number may be: from `least` to `most`, or more than `above`, less than `below`; in `unit`
    (mm, g, °C, minutes, …)."""

    least: float | None = None
    most: float | None = None
    above: float | None = None
    below: float | None = None
    unit: str = ""


@dataclass(frozen=True)
class Fault:
    """One thing wrong with an input; `code` where something else can be done about it than to change
    it, or where it is a number beyond its `limits`."""

    path: str
    value: object
    allowed: Text
    code: str = ""
    limits: Limits | None = None

    def told(self, allowed: str) -> str:
        """One line, with what is allowed as it is said to somebody."""
        text = repr(self.value)
        shown = text if len(text) <= 80 else text[:77] + "..."
        return f"{self.path}: {shown} is not allowed; {allowed}"

    def __str__(self) -> str:
        return self.told(self.allowed if isinstance(self.allowed, str) else self.allowed.code)


class SheetError(WindcrestError):
    """A sheet, rules, stores or progress document that cannot be used."""

    def __init__(self, faults: list[Fault]) -> None:
        super().__init__("; ".join(str(fault) for fault in faults))
        self.faults = faults

    @classmethod
    def one(cls, path: str, value: object, allowed: Text, code: str = "") -> SheetError:
        return cls([Fault(path, value, allowed, code)])


class UnitError(WindcrestError):
    """A measure that cannot be read."""

    def __init__(self, value: object, allowed: str) -> None:
        super().__init__(f"{value!r} cannot be read; {allowed}")
        self.value = value
        self.allowed = allowed


class ConflictError(WindcrestError):
    """Two edits of the same thing; `collisions` holds path, yours, theirs; `revision` is the one that
    theirs stands in, where the document has any."""

    def __init__(
        self, collisions: list[tuple[str, object, object]], revision: int | None = None
    ) -> None:
        super().__init__(", ".join(path for path, _, _ in collisions))
        self.collisions = collisions
        self.revision = revision


class ContradictionError(WindcrestError):
    """Steps that would have to be a bake apart from themselves; `keys` in a circle, each no later than the next."""

    def __init__(self, keys: list[str]) -> None:
        super().__init__(" → ".join(keys))
        self.keys = keys
