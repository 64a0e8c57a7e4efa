"""Which packs to buy: the least cost that covers an amount, over all sizes, each at its own price."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

from pydantic import Field

from windcrest_core.facts import Frozen

ALIKE = 1e-9


class PackSold(Frozen):
    """A pack as it is sold: how much is in it, in the thing's unit, and its price."""

    size: float = Field(gt=0)
    price: float = Field(ge=0)


class Packs(Frozen):
    """So many packs of a size, in the thing's unit, and what they cost together."""

    size: float
    count: int
    cost: float


def cheapest(amount: float, sold: Sequence[PackSold]) -> list[Packs]:
    """Packs that cover an amount at the least cost; of equal cost the fewest packs, then the most in them.

    Parameters
    ----------
    amount : wanted, in the unit of the packs. sold : the sizes there are, each with its price.

    Examples
    --------
    >>> sizes = [PackSold(size=57, price=1.4), PackSold(size=227, price=4.8), PackSold(size=454, price=8.7)]
    >>> [(p.size, p.count) for p in cheapest(227, sizes)], [(p.size, p.count) for p in cheapest(500, sizes)]
    ([(227.0, 1)], [(454.0, 1), (57.0, 1)])
    """
    if amount <= 0 or not sold:
        return []
    sizes = tuple(sorted({(pack.price / pack.size, pack.size, pack.price) for pack in sold}))
    counts = _counts(round(amount, 6), sizes)
    found = [
        Packs(size=size, count=count, cost=count * price)
        for (_, size, price), count in zip(sizes, counts, strict=True)
        if count
    ]
    return sorted(found, key=lambda packs: packs.size, reverse=True)


@lru_cache(maxsize=400)
def _counts(amount: float, sizes: tuple[tuple[float, float, float], ...]) -> tuple[int, ...]:
    """How many of each size, from the cheapest by unit: every choice whose cost can still be the least."""
    best: list[tuple[tuple[float, int, float], tuple[int, ...]]] = []

    def look(at: int, left: float, cost: float, taken: tuple[int, ...]) -> None:
        _, size, price = sizes[at]
        dearer = sizes[at + 1][0] if at + 1 < len(sizes) else math.inf
        most = max(0, math.ceil(left / size - ALIKE))
        for count in range(most, -1, -1):
            spent, rest = cost + count * price, left - count * size
            covers = rest <= size * ALIKE
            least = spent if covers else spent + rest * dearer
            if best and least > best[0][0][0] + ALIKE:
                if covers:
                    continue
                return
            if covers:
                now = (*taken, count, *[0] * (len(sizes) - at - 1))
                choice = (round(spent, 6), sum(now), rest)
                if not best or choice < best[0][0]:
                    best[:] = [(choice, now)]
            elif at + 1 < len(sizes):
                look(at + 1, rest, spent, (*taken, count))

    look(0, amount, 0.0, ())
    return best[0][1]
