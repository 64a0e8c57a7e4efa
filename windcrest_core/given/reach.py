"""How a brush gets at each painted part, as it was last worked out."""

from __future__ import annotations

from pydantic import Field

from windcrest_core.facts import Frozen
from windcrest_core.ids import Id


class Patch(Frozen):
    """A painted part as a brush gets to it: the share of it that is seen, of that the share reached
    before anything is assembled, what is most in the way, and what must not be put on before it is
    painted; parts by id."""

    part: Id
    seen: float = Field(ge=0, le=1)
    reached: float = Field(ge=0, le=1)
    in_the_way: Id | None = None
    before: list[Id] = []


class Reach(Frozen):
    """What a brush reaches, as it was last worked out; `fingerprint` is of the figure it was of."""

    fingerprint: str
    brush_mm: float
    patches: list[Patch]
