"""Names in a row, as one says them."""

from __future__ import annotations

import re
from collections.abc import Sequence

_NUMBERED = re.compile(r"^(.+) (\d+)$")
LEAST_RUN = 3  # fewer than this are named one by one


def numbered(name: str) -> bool:
    """Whether a name ends in a number, and so takes no article."""
    return _NUMBERED.match(name) is not None


def listed(names: Sequence[str]) -> str:
    """Names in a row: a run of numbers by its ends, what a pair shares said once.

    Examples
    --------
    >>> listed(["tooth 1", "tooth 2", "tooth 3", "cap"])
    'tooth 1 to 3 and cap'
    >>> listed(["right ear", "left ear"]), listed(["cap", "beak", "crest"]), listed(["cap"])
    ('right and left ear', 'cap, beak and crest', 'cap')
    """
    told = _runs(names)
    if len(told) == 2:
        (first, *one), (second, *two) = (name.split(" ") for name in told)
        if one and one == two and {first, second} == {"right", "left"}:
            return " ".join([first, "and", second, *one])
    return " and ".join([", ".join(told[:-1]), told[-1]] if len(told) > 1 else told)


def _runs(names: Sequence[str]) -> list[str]:
    """The names, where those of one thing are together and three or more numbers on end are a run."""
    things: dict[str, list[int]] = {}
    for name in names:
        match = _NUMBERED.match(name)
        of, numbers = (match[1], [int(match[2])]) if match else (name, [])
        things.setdefault(of, []).extend(numbers)
    told = []
    for of, numbers in things.items():
        first, count = (numbers[0], len(numbers)) if numbers else (0, 0)
        if count >= LEAST_RUN and numbers == list(range(first, first + count)):
            told.append(f"{of} {first} to {numbers[-1]}")
        else:
            told += [f"{of} {number}" for number in numbers] or [of]
    return told
