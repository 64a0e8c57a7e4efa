"""Where a function that rises or falls is nought."""

from __future__ import annotations

from collections.abc import Callable

TURNS, NEAR = 100, 1e-12


def root(f: Callable[[float], float], low: float, high: float) -> float:
    """The x between `low` and `high` with f(x) = 0.

    Source: false position, the end that stays counted half as much each time (Illinois; Dowell and
    Jarratt 1971).

    Raises
    ------
    ValueError : f has one sign at both ends.

    Examples
    --------
    >>> round(root(lambda x: x * x - 2, 0.0, 2.0), 12)
    1.414213562373
    """
    at_low, at_high = f(low), f(high)
    if at_low * at_high > 0:
        raise ValueError(f"no root between {low} and {high}")
    x = low
    for _ in range(TURNS):
        before, x = x, (low * at_high - high * at_low) / (at_high - at_low)
        here = f(x)
        if here == 0 or abs(x - before) < NEAR:
            break
        if here * at_high < 0:
            low, at_low = high, at_high
        else:
            at_low /= 2
        high, at_high = x, here
    return x
