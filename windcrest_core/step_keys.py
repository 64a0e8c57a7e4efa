"""The keys of steps: what is done to what, and which time. Made here, read apart nowhere.

A key is kept in progress, in logs and in moves of people's figures: no word of `What` is ever given another
meaning, and none is taken away.
"""

from __future__ import annotations

from typing import Literal

What = Literal[
    "back",
    "bend",
    "bore",
    "card",
    "close",
    "condition",
    "coats",
    "core",
    "cover",
    "cut",
    "drill",
    "fill",
    "get",
    "gloss",
    "join",
    "look",
    "mask",
    "mount",
    "pin",
    "photograph",
    "place",
    "prime",
    "pull",
    "putty",
    "out",
    "paint",
    "pass",
    "retouch",
    "sand",
    "seal",
    "smooth",
    "standin",
    "test",
    "texture",
    "unmask",
    "wash",
    "wire",
]


def step_key(thing: str, what: What) -> str:
    """The key of what is done to a part, a run, a light, an area of colour or the whole.

    >>> step_key("skull", "cover")
    'skull.cover.1'
    """
    return f"{thing}.{what}.1"


def mend_key(part: str, mishap: str, number: int) -> str:
    """The key of one step of what mends a part."""
    return f"{part}.{mishap}.{number}"


def bake_key(number: int) -> str:
    """The key of a bake in the plan of today; one that was begun is known by a key of its own."""
    return f"bake.{number}"


CUT, JOIN = step_key("frame", "cut"), step_key("frame", "join")
TRY_ON = step_key("frame", "test")
FILL, SAND, WASH = (
    step_key("figure", "fill"),
    step_key("figure", "sand"),
    step_key("figure", "wash"),
)
MASK, UNMASK, RETOUCH = (
    step_key("figure", "mask"),
    step_key("figure", "unmask"),
    step_key("figure", "retouch"),
)
PRIME, SEAL = step_key("figure", "prime"), step_key("figure", "seal")
DRILL, MOUNT = step_key("base", "drill"), step_key("base", "mount")
PHOTOGRAPH, CARD = step_key("figure", "photograph"), step_key("figure", "card")
