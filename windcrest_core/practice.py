"""How the hands get quicker at what they do again."""

from __future__ import annotations

import math

PRACTICE, LEAST_SHARE = 0.85, 0.4  # of the minutes at each doubling; of the first's [A]


def practised(nth: int) -> float:
    """Share of the first one's minutes that the nth of its kind takes.

    Source: Wright's rule, each doubling 85 % of the minutes, 40 % at the least; figures assumed.

    >>> practised(1), round(practised(2), 2), practised(1000)
    (1.0, 0.85, 0.4)
    """
    return max(LEAST_SHARE, math.pow(nth, math.log2(PRACTICE)))
